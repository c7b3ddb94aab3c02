import type { ApexOptions } from 'apexcharts'
import { computed } from 'vue'
import { LIMBS, type Limb } from '#core/kit'

/** Colours as the charts’ own renderer needs them, by the names of the theme: it takes no variables. */
const LIGHT = { leadHand: '#9a6410', otherHand: '#1b6b60', leadFoot: '#8c2f39', otherFoot: '#3b5675', line: '#d9c9ac', text: '#6b5d50', ground: '#fff7dc' }
const DARK: typeof LIGHT = { leadHand: '#e3b04b', otherHand: '#8fd0c3', leadFoot: '#ee9da4', otherFoot: '#a9c0e0', line: '#463a31', text: '#b8a690', ground: '#3a2f25' }

/** What all charts share: the theme’s colours and faces, no toolbar, no motion. */
export function useChartLook() {
  const colorMode = useColorMode()
  const colours = computed(() => (colorMode.value === 'dark' ? DARK : LIGHT))
  const series = computed(() => [colours.value.leadHand, colours.value.otherHand, colours.value.leadFoot, colours.value.otherFoot])
  const look = computed<ApexOptions>(() => ({
    chart: { toolbar: { show: false }, zoom: { enabled: false }, animations: { enabled: false }, fontFamily: 'Instrument Sans Variable', background: 'transparent' },
    theme: { mode: colorMode.value === 'dark' ? 'dark' : 'light' },
    colors: series.value,
    grid: { borderColor: colours.value.line },
    legend: { position: 'top', horizontalAlign: 'left' },
  }))
  /** A limb’s colour for a player who leads on a side. */
  const colourOf = (limb: Limb, lead: 'right' | 'left'): string => {
    const leads = limb.startsWith('R') === (lead === 'right')
    return limb.endsWith('H') ? (leads ? colours.value.leadHand : colours.value.otherHand) : leads ? colours.value.leadFoot : colours.value.otherFoot
  }
  /** A shape of its own for each limb, since colour is never the only sign. */
  const SHAPES = ['circle', 'square', 'triangle', 'diamond'] as const
  const shapeOf = (limb: Limb) => SHAPES[LIMBS.indexOf(limb)]!
  return { look, colours, colourOf, shapeOf }
}

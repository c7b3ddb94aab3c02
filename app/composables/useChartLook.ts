import type { ApexOptions } from 'apexcharts'
import { computed } from 'vue'
import { LIMBS, type Limb } from '#core/kit'
import { toneName } from '../lanes/tone'
import { sayDate } from '../practise/day'

/** Colours as the charts’ own renderer needs them, by the names of the theme: it takes no variables. */
const LIGHT = {
  'lead-hand': '#7c4f0c',
  'other-hand': '#19625a',
  'lead-foot': '#8c2f39',
  'other-foot': '#3b5675',
  line: '#d9c9ac',
  text: '#6b5d50',
  ground: '#fff7dc',
  ink: '#2a2320',
  tones: ['#2a2320', '#66594a', '#85755e', '#4e4338'],
}
const DARK: typeof LIGHT = {
  'lead-hand': '#e3b04b',
  'other-hand': '#8fd0c3',
  'lead-foot': '#ee9da4',
  'other-foot': '#a9c0e0',
  line: '#463a31',
  text: '#b8a690',
  ground: '#3a2f25',
  ink: '#f0e4cf',
  tones: ['#fff9ec', '#c7b69a', '#b5a284', '#dccdb3'],
}

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' }
/** A player's own text as the charts must be given it: they write names into the page as markup. `asText('<b>') // => '&lt;b&gt;'` */
export const asText = (text: string): string => text.replace(/[&<>"]/g, sign => SIGNS[sign]!)

/** What all charts share: ink in tones, since a colour means a limb; the theme’s faces, no toolbar, no motion. */
export function useChartLook() {
  const colorMode = useColorMode()
  const colours = computed(() => (colorMode.value === 'dark' ? DARK : LIGHT))
  /** A limb’s colour for a player who leads on a side. */
  const colourOf = (limb: Limb, lead: 'right' | 'left'): string => colours.value[toneName(limb, lead)]
  const look = computed<ApexOptions>(() => ({
    chart: {
      toolbar: { show: false },
      zoom: { enabled: false },
      animations: { enabled: false },
      fontFamily: 'Instrument Sans Variable',
      background: 'transparent',
    },
    theme: { mode: colorMode.value === 'dark' ? 'dark' : 'light' },
    colors: colours.value.tones,
    grid: { borderColor: colours.value.line },
    legend: { position: 'top', horizontalAlign: 'left' },
  }))
  /** An axis of days, and a tooltip's heading, written as every date is. */
  const byDay: Pick<ApexOptions, 'xaxis' | 'tooltip'> = {
    xaxis: { type: 'datetime', labels: { formatter: (_, time) => sayDate(time ?? 0) } },
    tooltip: { x: { formatter: time => sayDate(time) } },
  }
  /** Its own shape for each limb, since colour is never the only sign. */
  const SHAPES = ['circle', 'square', 'triangle', 'diamond'] as const
  const shapeOf = (limb: Limb) => SHAPES[LIMBS.indexOf(limb)]!
  return { look, byDay, colours, colourOf, shapeOf }
}

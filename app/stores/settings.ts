import { defineStore } from 'pinia'
import { computed } from 'vue'
import { CLICKS, type ClickPlan } from '#core/perform'
import { fields, figure, listOf, onOff, among, tableOf, text } from '#core/read'
import { useRemembered } from '../remembered'
import { useDrummer } from './drummer'

const lastOne = { read: text, usual: '' }
const texts = { read: listOf(text), usual: [] }
const switched = (usual: boolean) => ({ read: onOff, usual })

/** What was set last on this machine and stays: the click, and what was looked at. What belongs to the player is in `useDrummer`. */
export const useSettings = defineStore('settings', () => {
  const drummer = useDrummer()
  const click = useRemembered('click', { read: among([...CLICKS, 'own slots']), usual: 'none' })
  const clickSlots = useRemembered('click-slots', { read: listOf(figure), usual: [] })
  const clickGaps = useRemembered('click-gaps', {
    read: fields({ sound: figure, silent: figure }),
    usual: { sound: 1, silent: 0 },
  })
  /** The device that sound comes out of, by its id; empty for the machine’s own choice. */
  const output = useRemembered('output', { read: text, usual: '' })
  const countIn = useRemembered('count-in', { read: figure, usual: 0 })
  const lastGroove = useRemembered('last-groove', lastOne)
  const lastKit = useRemembered('last-kit', lastOne)
  const lastPhrase = useRemembered('last-phrase', lastOne)
  const staff = useRemembered('staff', {
    read: fields({ shown: onOff, sticking: onOff }),
    usual: { shown: false, sticking: false },
  })
  /** Which subjects of the readout were unfolded or folded by hand. */
  const folds = useRemembered('folds', { read: tableOf(onOff), usual: {} })
  /** Whether the lines above the limbs are heard on the Bench. */
  const lineHeard = useRemembered('line-heard', switched(true))
  /** Styles that grooves were begun from, the last one first. */
  const stylesUsed = useRemembered('styles-used', texts)
  /** Rules of taste for fills that were turned off. */
  const fillTasteOff = useRemembered('fill-taste-off', texts)
  /** The player's own cells in the order they were put in, by their ids. */
  const cellOrder = useRemembered('cell-order', texts)
  /** Whether Step says the count with each stroke. */
  const stepSpeaks = useRemembered('step-speaks', switched(false))
  /** Whether what was measured, and what comes next, is said aloud in practice. */
  const verdictSpeaks = useRemembered('verdict-speaks', switched(false))
  /** Whether what is played on the Bench and stepped through counts in the log. */
  const countPlay = useRemembered('count-play', switched(false))
  const counting = computed(() => drummer.counting)
  const clickPlan = computed<ClickPlan>(() => ({
    program: click.value === 'own slots' ? clickSlots.value : click.value,
    gaps: clickGaps.value,
  }))
  return {
    click,
    clickSlots,
    clickGaps,
    clickPlan,
    countIn,
    output,
    counting,
    stepSpeaks,
    verdictSpeaks,
    countPlay,
    lastGroove,
    lastKit,
    lastPhrase,
    staff,
    folds,
    lineHeard,
    stylesUsed,
    fillTasteOff,
    cellOrder,
  }
})

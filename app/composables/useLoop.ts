import { computed, ref, watch } from 'vue'
import { type Span, barSpan, wholeSpan } from '#core/groove'
import { present } from '#core/present'
import { useBench } from '../stores/bench'

/** Looped is what is marked, and goes with the mark. */
export const MARKED = -2
export const ALL = -1

/** What can go round where there are this many bars; `marked` says what is marked, and is empty where nothing is. */
export const loopsOf = (bars: number, marked: string) => [
  { label: bars === 1 ? 'the bar' : 'all bars', value: ALL },
  ...(bars > 1 ? Array.from({ length: bars }, (_, bar) => ({ label: `bar ${bar + 1}`, value: bar })) : []),
  ...(marked ? [{ label: marked, value: MARKED }] : []),
]

/** What of the groove on the Bench goes round: all bars, one of them, or the marked span. */
export function useLoop() {
  const bench = useBench()
  const loop = ref(ALL)
  const span = computed<Span>(() => {
    const groove = present(bench.shown, 'shown')
    if (loop.value === MARKED && bench.span) return bench.span
    return groove.bars[loop.value] ? barSpan(groove, loop.value) : wholeSpan(groove)
  })
  watch(
    () => bench.span,
    now => {
      if (!now && loop.value === MARKED) loop.value = ALL
    },
  )
  const toggleMarked = () => (loop.value = loop.value === MARKED || !bench.span ? ALL : MARKED)
  return { loop, span, toggleMarked }
}

import { computed } from 'vue'
import { type Readout, readout, unisons } from '#core/analyse'
import { type Groove, timeline } from '#core/groove'
import { type Kit, pieceOf } from '#core/kit'
import { present } from '#core/present'
import { useBench } from '../stores/bench'
import { useAfterPaint } from './useAfterPaint'

/**
 * What is read about the groove on the Bench. The lanes are drawn at once; what is read about them follows a frame later,
 * and parts and panels with controls after that.
 */
export function useBenchReading() {
  const bench = useBench()
  const together = computed(() => unisons(bench.shown ? timeline(bench.shown, bench.kit) : []))
  const settled = useAfterPaint(() => bench.groove, 3)
  const readable = useAfterPaint(() => bench.shown)
  // Each groove is read once, so that what was read of one is the same object for as long as it is the same groove and kit.
  const known = new WeakMap<Groove, { kit: Kit; read: Readout }>()
  function readingOf(groove: Groove): Readout {
    const before = known.get(groove)
    if (before?.kit === bench.kit) return before.read
    const now = { kit: bench.kit, read: readout(groove, bench.kit) }
    known.set(groove, now)
    return now.read
  }
  const read = computed(() => readable.value && readingOf(readable.value))
  /** What the groove itself comes to, whatever is being tried on it: findings and their remedies stay while they are pointed at and pressed. */
  const own = useAfterPaint(() => bench.groove)
  const ownRead = computed(() => own.value && readingOf(own.value))

  /** The facts along the top: the same object while none of them changes, so that strokes do not redraw the bar. */
  const facts = computed<Omit<Groove, 'parts'>>(before => {
    const now = present(settled.value, 'settled')
    const same =
      before &&
      Object.entries(now).every(([key, value]) => key === 'parts' || before[key as keyof typeof before] === value)
    return same ? before : now
  })

  /** The pieces played, by name: what may be pushed or laid back. A line of text, so that it changes only when they do. */
  const played = computed(() =>
    [
      ...new Set(present(settled.value, 'settled').parts.flatMap(part => part.strokes.map(stroke => stroke.piece))),
    ].join('\n'),
  )
  const pieces = computed(() =>
    played.value
      .split('\n')
      .filter(Boolean)
      .map(id => ({ id, name: pieceOf(bench.kit, id)?.name ?? id })),
  )
  return { together, settled, readable, read, own, ownRead, facts, pieces }
}

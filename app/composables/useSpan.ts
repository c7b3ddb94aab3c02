import { type Ref, computed } from 'vue'
import {
  type Edit,
  type Laid,
  barDoubled,
  barInserted,
  barMoved,
  barRemoved,
  barSpan,
  cellFrom,
  cleared,
  copied,
  cutIn,
  displacedIn,
  laid,
  repeated,
  sayLaid,
  saySpan,
  slotSpan,
  spanGroove,
} from '#core/groove'
import type { Result } from '#core/result'
import { barStarts, beatAt, beatsOf, mod, slotsOf } from '#core/time'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { useBench } from '../stores/bench'
import { useCells } from '../stores/cells'
import { useSettings } from '../stores/settings'
import { byKey } from '../keys'
import type { Cursor } from '../lanes/cursor'

interface Told {
  edit: (edit: Edit) => boolean
  say: (title: string) => void
  refused: (reason: string) => void
}

/** The marked run of slots: how it is marked, and what is done with it. Each deed is one edit. */
export function useSpan(cursor: Ref<Cursor>, { edit, say, refused }: Told) {
  const bench = useBench()
  const cells = useCells()
  const settings = useSettings()
  /** The slot that a mark is drawn from. */
  let anchor = -1

  const span = computed(() => bench.span)
  const slots = computed(() => (bench.shown ? slotsOf(bench.shown.bars) : []))
  const says = computed(() => (bench.span && bench.shown ? saySpan(bench.shown, bench.span, settings.counting) : ''))
  /** The bar that is marked, where it is just one: bars can be moved and doubled. */
  const bar = computed(() => {
    const groove = bench.shown
    if (!groove || !bench.span) return -1
    const starts = barStarts(groove.bars)
    const at = starts.indexOf(bench.span.from)
    return at >= 0 && starts[at + 1] === bench.span.to ? at : -1
  })

  function mark(from: number, to: number) {
    anchor = from
    bench.span = slotSpan(slots.value, from, to)
  }
  /** The felt beat of a slot, as a press on its count marks it. */
  function markBeat(slot: number) {
    const beat = beatAt(beatsOf(bench.shown!.bars), slots.value[slot]!.at)
    mark(beat.first, beat.first + beat.slots - 1)
  }
  function markBar(at: number) {
    bench.span = barSpan(bench.shown!, at)
  }
  function unmark() {
    anchor = -1
    bench.span = undefined
  }
  /** The mark drawn on with the cursor, by so many slots, and no further than there are. */
  function extend(by: number) {
    if (anchor < 0 || !bench.span) anchor = cursor.value.slot
    const to = Math.max(0, Math.min(slots.value.length - 1, cursor.value.slot + by))
    cursor.value = { ...cursor.value, slot: to }
    bench.span = slotSpan(slots.value, anchor, to)
  }

  const NOTHING = 'Mark what you mean first: drag over the counts, or Shift with the arrows.'
  function withSpan<T>(does: (span: NonNullable<typeof bench.span>) => T): T | undefined {
    if (bench.span) return does(bench.span)
    refused(NOTHING)
    return undefined
  }
  function lay(one: Laid) {
    const done = edit(one.edit)
    const told = sayLaid(one)
    if (done && told) say(told)
    return done
  }

  const copy = () =>
    withSpan(span => {
      bench.clip = copied(bench.groove!, span)
      return true
    })
  const clear = () => withSpan(span => edit(cleared(bench.groove!, span)))
  const cut = () => copy() && clear()
  /** Over what stands from the cursor on; what was pasted is marked then. */
  function paste() {
    const clip = bench.clip
    if (!clip) return refused('Nothing is copied yet: mark a run of slots, then Ctrl C.')
    const at = slots.value[cursor.value.slot]!.at
    if (!lay(laid(bench.groove!, clip, at, () => newId()))) return
    const last = slots.value.findLast(slot => slot.at < at + clip.length)!
    mark(cursor.value.slot, last.index)
  }
  const repeat = () => withSpan(span => lay(repeated(bench.groove!, span)))
  const displace = (by: number) => withSpan(span => edit(displacedIn(bench.groove!, span, by)))

  /** The felt beats of the span cut alike; the mark stays on them. */
  const cutInto = (slots: number) =>
    withSpan(span => {
      const made = cutIn(bench.groove!, span, slots)
      if (!made.ok) return refused(made.reason)
      if (edit(made.value)) bench.span = span
    })

  /** The span as a groove of its own, kept and opened. */
  async function own() {
    const span = bench.span
    if (!span) return refused(NOTHING)
    await bench.leave()
    const child = spanGroove(bench.groove!, bench.revision(), span, newId(), settings.counting)
    try {
      await api.grooves.create(child)
      say(`Kept as “${child.title}”. Put it back from there when it is done.`)
      await navigateTo(`/bench/${child.id}`)
    } catch (error) {
      refused((error as Error).message)
    }
  }

  /** The span kept as a cell, named after where it came from. */
  const keepCell = () =>
    withSpan(async span => {
      const name = `${bench.groove!.title}, ${says.value}`.slice(0, 60)
      try {
        await cells.keep(cellFrom(bench.groove!, span, newId(), name))
        say(`Kept as the cell “${name}”.`)
      } catch (error) {
        refused((error as Error).message)
      }
    })

  function rebar(made: Result<Edit>, then: number) {
    if (!made.ok) return refused(made.reason)
    if (edit(made.value)) markBar(Math.min(then, bench.groove!.bars.length - 1))
  }
  const double = () => rebar(barDoubled(bench.groove!, bar.value), bar.value + 1)
  const insert = () => rebar(barInserted(bench.groove!, bar.value), bar.value)
  const moveBar = (by: number) => {
    const to = mod(bar.value + by, bench.groove!.bars.length)
    rebar(barMoved(bench.groove!, bar.value, to), to)
  }
  const removeBar = () => rebar(barRemoved(bench.groove!, bar.value), bar.value)

  const keys = byKey('span', {
    markLeft: () => extend(-1),
    markRight: () => extend(1),
    markFirst: () => extend(-Infinity),
    markLast: () => extend(Infinity),
    earlier: () => displace(-1),
    later: () => displace(1),
    clear,
    copy,
    cut,
    paste,
    repeat,
  })

  return {
    span,
    says,
    bar,
    withSpan,
    mark,
    markBeat,
    markBar,
    unmark,
    copy,
    cut,
    paste,
    clear,
    repeat,
    displace,
    cutInto,
    own,
    keepCell,
    double,
    insert,
    moveBar,
    removeBar,
    keys,
  }
}

export type SpanHands = ReturnType<typeof useSpan>

import { together } from '#core/edit'
import { computed, ref, shallowRef, watch } from 'vue'
import type { Groove } from '#core/groove'
import {
  type Fill,
  type FillWish,
  type PhraseEdit,
  type Section,
  barsInOrder,
  grooveKeyOf,
  groundOf,
  handHome,
  insertSections,
  limbsOf,
  makeFill,
  makeSection,
  moveSection,
  removeSection,
  repeatSection,
  roundsOf,
  setFill,
  setSection,
  setTurns,
  slotsWithin,
  takenUp,
  unusedOut,
} from '#core/phrase'
import { barStarts } from '#core/time'
import { api } from '../documents/api'
import { newId } from '../documents/ids'
import { barAt } from '../phrase/cells'
import { usePhrase } from '../stores/phrase'

/** What is done to the open phrase, and what of it is chosen: a bar, and a stretch to be looped. */
export function usePhraseHands() {
  const store = usePhrase()
  const toast = useToast()
  const phrase = computed(() => store.phrase!)
  const rounds = computed(() => roundsOf(phrase.value))
  const bars = computed(() => barsInOrder(rounds.value))
  const total = computed(() => bars.value.length)

  /** The chosen bar, counted from 0, and the bars that are marked, `to` not included. */
  const bar = ref(0)
  const mark = shallowRef<{ from: number; to: number }>()
  const chosen = computed(() => barAt(bars.value, bar.value)!)
  const section = computed<Section>(() => phrase.value.sections[chosen.value.round.section]!)
  watch(total, now => {
    bar.value = Math.min(bar.value, now - 1)
    if (mark.value && mark.value.to > now) mark.value = undefined
  })

  const refused = (reason: string) => void toast.add({ title: reason, color: 'error' })
  function edit(change: PhraseEdit): boolean {
    const done = store.edit(change)
    if (!done.ok) refused(done.reason)
    return done.ok
  }
  function step(direction: 'takeBack' | 'bringBack') {
    const done = store[direction]()
    if (!done.ok) toast.add({ title: done.reason })
  }

  // ---- sections ---------------------------------------------------------------

  const set = (facts: Partial<Omit<Section, 'id'>>) => edit(setSection(phrase.value, section.value.id, facts))
  const firstBarOf = (index: number) =>
    phrase.value.sections.slice(0, index).reduce((sum, one) => sum + one.bars * one.times, 0)
  function moveBy(by: number) {
    const { id } = section.value
    const index = phrase.value.sections.findIndex(one => one.id === id)
    if (edit(moveSection(phrase.value, id, index + by)))
      bar.value = firstBarOf(phrase.value.sections.findIndex(one => one.id === id))
  }
  const order = (id: string, to: number) => edit(moveSection(phrase.value, id, to))
  const more = (by: number) => void (section.value.times + by >= 1 && set({ times: section.value.times + by }))
  const twice = () => edit(repeatSection(phrase.value, section.value.id, newId))
  const out = () => edit(removeSection(phrase.value, section.value.id))

  /** Letters for sections, one after another: the first that no section is called. */
  const nextName = () =>
    'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.split('').find(letter => !phrase.value.sections.some(one => one.name === letter)) ??
    'Section'
  async function fetched(id: string): Promise<{ document: Groove; revision: number } | undefined> {
    try {
      return await api.grooves.get(id)
    } catch (error) {
      refused((error as Error).message)
      return undefined
    }
  }
  /** A section that plays a groove, after the chosen one. */
  async function add(grooveId: string) {
    const one = await fetched(grooveId)
    if (!one) return
    const { key, edits } = takenUp(phrase.value, one.document, one.revision, newId)
    const index = chosen.value.round.section + 1
    if (
      edit(
        together('Add a section', [
          ...edits,
          insertSections(index, [
            makeSection({ id: newId(), name: nextName(), play: { groove: key }, bars: one.document.bars.length }),
          ]),
        ]),
      )
    )
      bar.value = firstBarOf(index)
  }
  /** The player’s own bars after the chosen section, as long as it is. */
  function addRest() {
    const { play, bars: many, times } = section.value
    const index = chosen.value.round.section + 1
    if (
      edit(
        insertSections(index, [
          makeSection({
            id: newId(),
            name: 'You',
            play: { rest: 'trade', like: grooveKeyOf(play), feet: true, click: true },
            bars: many,
            times,
          }),
        ]),
      )
    )
      bar.value = firstBarOf(index)
  }
  /** The chosen section plays another groove. */
  async function playInstead(grooveId: string) {
    const one = await fetched(grooveId)
    if (!one) return
    const { key, edits } = takenUp(phrase.value, one.document, one.revision, newId)
    const index = chosen.value.round.section
    const changed = {
      ...phrase.value,
      sections: phrase.value.sections.with(index, { ...section.value, play: { groove: key } }),
    }
    edit(
      together('Another groove', [
        ...edits,
        setSection(phrase.value, section.value.id, { play: { groove: key } }),
        ...unusedOut(changed),
      ]),
    )
  }

  // ---- turns ------------------------------------------------------------------

  /** A groove in place of the section’s, the last time to begin with. */
  async function turnBy(grooveId: string) {
    const one = await fetched(grooveId)
    if (!one) return
    const { key, edits } = takenUp(phrase.value, one.document, one.revision, newId)
    edit(
      together('Turn', [
        ...edits,
        setTurns(phrase.value, section.value.id, [...section.value.turns, { when: 'last', put: { groove: key } }]),
      ]),
    )
  }
  const turnOut = (turn: number) =>
    edit(setTurns(phrase.value, section.value.id, section.value.turns.toSpliced(turn, 1)))

  /** The fill over the chosen bar’s round, with what it is made for. */
  const fill = computed(() => {
    const { round } = chosen.value
    return round.fill && { ...round.fill, ground: groundOf(rounds.value, round, store.kit), round }
  })
  const putFill = (now: Fill) => !!fill.value && edit(setFill(phrase.value, section.value.id, fill.value.turn, now))
  /** A fill made again from another wish; where it cannot be, that is said and it stays. */
  function wishFill(wish: FillWish) {
    if (!fill.value) return
    const made = makeFill(wish, fill.value.ground)
    if (made.ok) putFill(made.value)
    else refused(made.reason)
  }
  /** A first fill over the chosen bar: single strokes led round the drums, with the crash home. */
  function addFill() {
    if (fill.value) return
    const { round, within } = chosen.value
    const ground = groundOf(rounds.value, round, store.kit)
    const starts = barStarts(round.groove.bars)
    const at = { from: starts[within]!, length: starts[within + 1]! - starts[within]! }
    const source = { kind: 'singles' } as const
    const made = makeFill(
      {
        ...at,
        source,
        first: handHome(source, slotsWithin(ground.round, at).length, limbsOf(ground.round).lead),
        path: { seed: 1, afresh: false },
        loudness: 'growing',
        feet: 'kept',
        ending: 'crash',
      },
      ground,
    )
    if (!made.ok) return refused(made.reason)
    const last = round.round === section.value.times - 1
    edit(
      setTurns(phrase.value, section.value.id, [
        ...section.value.turns,
        { when: last ? 'last' : { round: round.round + 1 }, put: { fill: made.value } },
      ]),
    )
  }

  // ---- choosing ---------------------------------------------------------------

  const choose = (at: number) => (bar.value = Math.max(0, Math.min(total.value - 1, at)))
  /** Marks from the chosen bar on, bar by bar. */
  function extend(by: number) {
    const { from, to } = mark.value ?? { from: bar.value, to: bar.value + 1 }
    const next = bar.value + by
    if (next < 0 || next >= total.value) return
    mark.value =
      next >= to
        ? { from, to: next + 1 }
        : next < from
          ? { from: next, to }
          : by < 0
            ? { from, to: next + 1 }
            : { from: next, to }
    bar.value = next
  }
  /** Marks up to a bar that was pressed with Shift. */
  const markTo = (at: number) => (mark.value = { from: Math.min(bar.value, at), to: Math.max(bar.value, at) + 1 })
  const toSection = (by: number) => {
    const index = chosen.value.round.section + by
    if (phrase.value.sections[index]) bar.value = firstBarOf(index)
  }
  /** The groove that the chosen bar plays, by its id on the shelf. */
  const grooveId = computed(() => phrase.value.grooves[chosen.value.round.key]!.id)

  return {
    phrase,
    rounds,
    bars,
    total,
    bar,
    mark,
    chosen,
    section,
    fill,
    grooveId,
    refused,
    edit,
    step,
    set,
    moveBy,
    order,
    more,
    twice,
    out,
    add,
    addRest,
    playInstead,
    turnBy,
    turnOut,
    putFill,
    wishFill,
    addFill,
    choose,
    extend,
    markTo,
    toSection,
  }
}

export type PhraseHands = ReturnType<typeof usePhraseHands>

import { together } from '#core/edit'
import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import {
  type Fill,
  type FillGround,
  type FillWish,
  type Phrase,
  type PhraseBar,
  type PhraseEdit,
  type Round,
  type Section,
  applyToPhrase,
  barsInOrder,
  fillGroundOf,
  grooveKeyOf,
  handHome,
  insertSections,
  isForOneTime,
  fillLimbsOf,
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
import { type Trail, longer, retrace } from './trail'

/** What is chosen on a phrase's map: a bar, counted from 0 through the phrase, and a run of bars that is marked, `to` not included. */
interface MapChosen {
  bar: number
  mark: { from: number; to: number } | null
}

/** The map under a player's hands: plain data, beside the phrase. */
export interface MapState extends MapChosen, Trail<MapChosen> {}

/** A groove as the shelf has it, for what a section is to play. */
interface Taken {
  groove: Groove
  revision: number
}

export type MapEvent =
  | { type: 'choose'; bar: number }
  /** To the first bar of the section before or after. */
  | { type: 'section'; by: 1 | -1 }
  | { type: 'mark to'; bar: number }
  /** The mark drawn on with the chosen bar. */
  | { type: 'extend'; by: 1 | -1 }
  | { type: 'unmark' }
  // ---- sections: the one of the chosen bar ----
  | { type: 'set'; facts: Partial<Omit<Section, 'id'>> }
  | { type: 'move'; by: 1 | -1 }
  /** A section dragged to another place. */
  | { type: 'order'; section: string; to: number }
  | { type: 'times'; by: 1 | -1 }
  | { type: 'twice' | 'out' | 'rest' }
  | ({ type: 'add' | 'play' | 'turn' } & Taken)
  | { type: 'turn out'; turn: number }
  // ---- the fill over the chosen bar ----
  | { type: 'fill' }
  | { type: 'put fill'; fill: Fill }
  | { type: 'wish'; wish: FillWish }
  // ---- anything else ----
  | { type: 'edit'; edit: PhraseEdit }
  | { type: 'edited'; how: 'undone' | 'redone' | 'came'; after: Phrase }
  | { type: 'opened' }

/** What an event meets: the phrase as it is played, its rounds, its kit, and an id that nothing has yet. */
interface MapDesk {
  phrase: Phrase
  rounds: readonly Round[]
  kit: Kit
  newId: string
}

/** What an event comes to: the next state, at most one edit, which can be made, and why something can't be done. */
interface MapStep {
  state: MapState
  edit?: PhraseEdit
  refused?: string
}

/**
 * The map as a phrase is opened, or as one is led to a bar of it.
 * @example beginMap(4).bar // => 4
 */
export const beginMap = (bar = 0): MapState => ({ bar, mark: null, trail: [], ahead: [] })

const chosenIn = ({ bar, mark }: MapState): MapChosen => ({ bar, mark })

/**
 * The chosen bar: its round, and which of the round's bars it is.
 * @example barChosen(beginMap(9), barsInOrder(roundsOf(phrase))).bar // => 3
 */
export const barChosen = ({ bar }: Pick<MapState, 'bar'>, bars: readonly PhraseBar[]): PhraseBar =>
  bars[Math.max(0, Math.min(bar, bars.length - 1))]!

/**
 * The fill over a round, with what it is made for; undefined where none lies over it.
 * @example fillChosen(roundsOf(phrase), roundsOf(phrase)[0], kit) // => undefined
 */
export const fillChosen = (
  rounds: readonly Round[],
  round: Round,
  kit: Kit,
): (NonNullable<Round['fill']> & { ground: FillGround; round: Round }) | undefined =>
  round.fill && { ...round.fill, ground: fillGroundOf(rounds, round, kit), round }

/** The first bar of a section, counted from 0. */
const firstBarOf = ({ sections }: Phrase, index: number): number =>
  sections.slice(0, index).reduce((sum, one) => sum + one.bars * one.times, 0)

/** Letters for sections, one after another: the first that no section is called. */
const nextName = ({ sections }: Phrase): string =>
  'ABCDEFGHIJKLMNOPQRSTUVWXYZ'.split('').find(letter => !sections.some(one => one.name === letter)) ?? 'Section'

/** A state that fits a phrase of `total` bars. */
const fittedTo = <S extends MapChosen>(state: S, total: number): S => ({
  ...state,
  bar: Math.max(0, Math.min(state.bar, total - 1)),
  mark: state.mark && state.mark.to <= total ? state.mark : null,
})

/** A state carried through a change: the chosen bar stays the same bar of its section, wherever that is now. */
function carried(state: MapState, { phrase, rounds }: Pick<MapDesk, 'phrase' | 'rounds'>, after: Phrase): MapState {
  const total = after.sections.reduce((sum, one) => sum + one.bars * one.times, 0)
  const { round, bar } = barChosen(state, barsInOrder(rounds))
  const { id } = phrase.sections[round.section]!
  const index = after.sections.findIndex(one => one.id === id)
  if (index < 0) return fittedTo(state, total)
  const section = after.sections[index]!
  const within = Math.min(bar - firstBarOf(phrase, round.section), section.bars * section.times - 1)
  return fittedTo({ ...state, bar: firstBarOf(after, index) + within }, total)
}

const passed = (state: MapState, before: MapState): MapState => ({
  ...state,
  ...longer(state, chosenIn(before), chosenIn(state)),
})

/** A step that makes an edit, with another bar chosen after it where one is meant. */
function makes(state: MapState, desk: MapDesk, edit: PhraseEdit, then?: (after: Phrase) => number): MapStep {
  const done = applyToPhrase(desk.phrase, edit)
  if (!done.ok) return { state, refused: done.reason }
  const after = done.value.document
  const next = carried(state, desk, after)
  return { state: passed(then ? { ...next, bar: then(after) } : next, state), edit }
}

/** The mark drawn on from the chosen bar, bar by bar, no further than there are. */
function extended(state: MapState, by: 1 | -1, total: number): MapState {
  const { from, to } = state.mark ?? { from: state.bar, to: state.bar + 1 }
  const bar = state.bar + by
  if (bar < 0 || bar >= total) return state
  const mark = bar < from ? { from: bar, to } : bar >= to || by < 0 ? { from, to: bar + 1 } : { from: bar, to }
  return { ...state, bar, mark }
}

/**
 * Why no fill can be added over a bar; undefined where one can. One that comes time and again is no bar to another for this time alone.
 * @example whyNoFill(barChosen(beginMap(), barsInOrder(roundsOf(phrase))), phrase.sections[0]) // => undefined
 */
export function whyNoFill({ round }: Pick<PhraseBar, 'round'>, { turns }: Pick<Section, 'turns'>): string | undefined {
  const turn = round.fill && turns[round.fill.turn]
  return turn && isForOneTime(turn.when)
    ? 'This time has a fill of its own already: change that one, or take it out first.'
    : undefined
}

/** A first fill over the chosen bar: single strokes led round the drums, with the crash home. */
function addsFill(state: MapState, desk: MapDesk, { round, within }: PhraseBar, section: Section): MapStep {
  const why = whyNoFill({ round }, section)
  if (why) return { state, refused: why }
  const ground = fillGroundOf(desk.rounds, round, desk.kit)
  const starts = barStarts(round.groove.bars)
  const at = { from: starts[within]!, length: starts[within + 1]! - starts[within]! }
  const source = { kind: 'singles' } as const
  const made = makeFill(
    {
      ...at,
      source,
      first: handHome(source, slotsWithin(ground.round, at).length, fillLimbsOf(ground.round).lead),
      path: { seed: 1, afresh: false },
      loudness: 'growing',
      feet: 'kept',
      ending: 'crash',
    },
    ground,
  )
  if (!made.ok) return { state, refused: made.reason }
  const when = round.round === section.times - 1 ? ('last' as const) : { round: round.round + 1 }
  const turns = [...section.turns, { when, put: { fill: made.value } }]
  return makes(state, desk, setTurns(desk.phrase, section.id, turns))
}

/** What is done with a groove of the shelf: in a new section, in place of the section's, or the last time round. */
function takes(
  state: MapState,
  desk: MapDesk,
  section: Section,
  index: number,
  { type, groove, revision }: Extract<MapEvent, Taken>,
): MapStep {
  const { phrase, newId } = desk
  const { key, edits } = takenUp(phrase, groove, revision, () => `${newId}-g`)
  if (type === 'add') {
    const added = makeSection({ id: newId, name: nextName(phrase), play: { groove: key }, bars: groove.bars.length })
    const edit = together<PhraseEdit>('Add a section', [...edits, insertSections(index + 1, [added])])
    return makes(state, desk, edit, after => firstBarOf(after, index + 1))
  }
  if (type === 'turn') {
    const turns = [...section.turns, { when: 'last' as const, put: { groove: key } }]
    return makes(state, desk, together<PhraseEdit>('Turn', [...edits, setTurns(phrase, section.id, turns)]))
  }
  const play = { groove: key }
  const changed = { ...phrase, sections: phrase.sections.with(index, { ...section, play }) }
  const edit = [...edits, setSection(phrase, section.id, { play }), ...unusedOut(changed)]
  return makes(state, desk, together<PhraseEdit>('Another groove', edit))
}

/**
 * What an event of the map comes to; see `stepEditor`, which has the same shape.
 * @example stepMap(beginMap(), { type: 'extend', by: 1 }, { phrase, rounds: roundsOf(phrase), kit, newId: 'new' }).state.mark // => { from: 0, to: 2 }
 */
export function stepMap(state: MapState, event: MapEvent, desk: MapDesk): MapStep {
  const { phrase, rounds, kit, newId } = desk
  const bars = barsInOrder(rounds)
  const total = bars.length
  const chosen = barChosen(state, bars)
  const index = chosen.round.section
  const section = phrase.sections[index]!
  const toSection = (id: string) => (after: Phrase) =>
    firstBarOf(
      after,
      after.sections.findIndex(one => one.id === id),
    )
  switch (event.type) {
    case 'choose':
      return { state: fittedTo({ ...state, bar: event.bar }, total) }
    case 'section':
      return {
        state: phrase.sections[index + event.by] ? { ...state, bar: firstBarOf(phrase, index + event.by) } : state,
      }
    case 'mark to':
      return {
        state: { ...state, mark: { from: Math.min(state.bar, event.bar), to: Math.max(state.bar, event.bar) + 1 } },
      }
    case 'extend':
      return { state: extended(state, event.by, total) }
    case 'unmark':
      return { state: { ...state, mark: null } }
    case 'set':
      return makes(state, desk, setSection(phrase, section.id, event.facts))
    case 'move':
      return makes(state, desk, moveSection(phrase, section.id, index + event.by), toSection(section.id))
    case 'order':
      return makes(state, desk, moveSection(phrase, event.section, event.to))
    case 'times':
      return section.times + event.by >= 1
        ? makes(state, desk, setSection(phrase, section.id, { times: section.times + event.by }))
        : { state }
    case 'twice':
      return makes(
        state,
        desk,
        repeatSection(phrase, section.id, () => newId),
      )
    case 'out':
      return makes(state, desk, removeSection(phrase, section.id))
    case 'rest': {
      const play = { rest: 'trade', like: grooveKeyOf(section.play), feet: true, click: true } as const
      const rest = makeSection({ id: newId, name: 'You', play, bars: section.bars, times: section.times })
      return makes(state, desk, insertSections(index + 1, [rest]), after => firstBarOf(after, index + 1))
    }
    case 'add':
    case 'play':
    case 'turn':
      return takes(state, desk, section, index, event)
    case 'turn out':
      return makes(state, desk, setTurns(phrase, section.id, section.turns.toSpliced(event.turn, 1)))
    case 'fill':
      return addsFill(state, desk, chosen, section)
    case 'put fill':
    case 'wish': {
      const now = fillChosen(rounds, chosen.round, kit)
      if (!now) return { state }
      const made = event.type === 'wish' ? makeFill(event.wish, now.ground) : { ok: true as const, value: event.fill }
      return made.ok
        ? makes(state, desk, setFill(phrase, section.id, now.turn, made.value))
        : { state, refused: made.reason }
    }
    case 'edit':
      return makes(state, desk, event.edit)
    case 'edited': {
      const mapped = carried(state, desk, event.after)
      if (event.how === 'came') return { state: { ...mapped, trail: [], ahead: [] } }
      const { chosen: was, ...trail } = retrace(state, event.how, chosenIn(state), chosenIn(mapped))
      return { state: fittedTo({ ...was, ...trail }, barsInOrder(roundsOf(event.after)).length) }
    }
    case 'opened':
      return { state: beginMap() }
  }
}

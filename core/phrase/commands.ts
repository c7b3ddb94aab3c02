import { together } from '#core/edit'
import { type Groove, LIMITS } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { PHRASE_SHAPE } from './bounds'
import { type PhraseEdit, applyToPhrase } from './edits'
import { grooveKeyOf } from './fits'
import type { Fill, Phrase, PlayedGroove, Section, Turn } from './schema'

/**
 * A groove as a phrase takes it up: followed, as it was seen at a revision.
 * @example playedGroove(groove, 3).seen.revision // => 3
 */
export const playedGroove = (groove: Groove, revision: number, pinned = false): PlayedGroove => ({
  id: groove.id,
  pinned,
  seen: { revision, groove },
})

/**
 * A section with the usual values where none are given: all bars of its groove, once.
 * @example makeSection({ id: 'a', name: 'A', play: { groove: 'sample' }, bars: 4 }).times // => 1
 */
export const makeSection = (given: Pick<Section, 'id' | 'name' | 'play' | 'bars'> & Partial<Section>): Section => ({
  times: 1,
  tempo: null,
  turns: [],
  ...given,
})

/**
 * A phrase of one section that plays a groove four times, at the groove’s tempo and on its kit.
 * @example phraseFrom(groove, 1, () => 'id').sections[0].bars // => 1
 */
export function phraseFrom(groove: Groove, revision: number, newId: () => string): Phrase {
  const key = newId()
  return {
    format: PHRASE_SHAPE.format,
    version: PHRASE_SHAPE.version,
    id: newId(),
    title: `${groove.title}, a form`.slice(0, LIMITS.title),
    notes: '',
    tempo: groove.tempo,
    kitId: groove.kitId,
    grooves: { [key]: playedGroove(groove, revision) },
    sections: [makeSection({ id: newId(), name: 'A', play: { groove: key }, bars: groove.bars.length, times: 4 })],
  }
}

/** The place of a section among the others, by its id; -1 where there is none. @internal */
const sectionAt = (phrase: Phrase, id: string): number => phrase.sections.findIndex(section => section.id === id)

/**
 * A section with some facts changed.
 * @example applyToPhrase(phrase, setSection(phrase, phrase.sections[0].id, { times: 2 })).value.document.sections[0].times // => 2
 */
export function setSection(phrase: Phrase, id: string, set: Partial<Omit<Section, 'id'>>): PhraseEdit {
  const index = sectionAt(phrase, id)
  return { type: 'sections', index, remove: 1, put: [{ ...phrase.sections[index]!, ...set }] }
}

/**
 * Sections put in before an index; those there move on.
 * @example insertSections(1, [makeSection({ ...phrase.sections[0], id: 'b', name: 'B' })]).put.length // => 1
 */
export const insertSections = (index: number, put: Section[]): PhraseEdit => ({
  type: 'sections',
  index,
  remove: 0,
  put,
})

/**
 * A section taken out; a groove that no other plays goes with it.
 * @example applyToPhrase(phrase, removeSection(phrase, phrase.sections[0].id)).reason // => 'A phrase has at least one section; put another in before this one goes.'
 */
export function removeSection(phrase: Phrase, id: string): PhraseEdit {
  const edit: PhraseEdit = { type: 'sections', index: sectionAt(phrase, id), remove: 1, put: [] }
  const rest = { ...phrase, sections: phrase.sections.filter(section => section.id !== id) }
  return together('Take a section out', [edit, ...unusedOut(rest)])
}

/**
 * A section moved to an index among the others.
 * @example moveSection(phrase, phrase.sections[0].id, 0).type // => 'sections'
 */
export function moveSection(phrase: Phrase, id: string, to: number): PhraseEdit {
  const index = sectionAt(phrase, id)
  const others = phrase.sections.toSpliced(index, 1)
  const place = Math.max(0, Math.min(others.length, to))
  return {
    type: 'sections',
    index: 0,
    remove: phrase.sections.length,
    put: others.toSpliced(place, 0, phrase.sections[index]!),
  }
}

/**
 * A section once more, right after itself.
 * @example applyToPhrase(phrase, repeatSection(phrase, phrase.sections[0].id, () => 'again')).value.document.sections.length // => 2
 */
export const repeatSection = (phrase: Phrase, id: string, newId: () => string): PhraseEdit => {
  const index = sectionAt(phrase, id)
  return insertSections(index + 1, [{ ...phrase.sections[index]!, id: newId() }])
}

/**
 * The turns of a section in place of those it has.
 * @example applyToPhrase(phrase, setTurns(phrase, phrase.sections[0].id, [{ when: 'last', put: { fill } }])).value.document.sections[0].turns.length // => 1
 */
export const setTurns = (phrase: Phrase, id: string, turns: Turn[]): PhraseEdit => setSection(phrase, id, { turns })

/**
 * A fill in the place of another, or of a turn by a groove.
 * @example setFill({ ...phrase, sections: [{ ...phrase.sections[0], turns: [{ when: 'last', put: { fill } }] }] }, phrase.sections[0].id, 0, fill).put[0].turns.length // => 1
 */
export const setFill = (phrase: Phrase, id: string, turn: number, fill: Fill): PhraseEdit =>
  setTurns(
    phrase,
    id,
    phrase.sections[sectionAt(phrase, id)]!.turns.map((one, i) => (i === turn ? { ...one, put: { fill } } : one)),
  )

/** The keys of the grooves that some section or turn plays. @internal */
const keysUsed = ({ sections }: Pick<Phrase, 'sections'>): Set<string> =>
  new Set(
    sections.flatMap(section => [
      grooveKeyOf(section.play),
      ...section.turns.flatMap(({ put }) => ('groove' in put ? [put.groove] : [])),
    ]),
  )

/**
 * What takes grooves out that nothing plays any more: no edit where there are none.
 * @example unusedOut(phrase) // => []
 */
export function unusedOut(phrase: Phrase): PhraseEdit[] {
  const used = keysUsed(phrase)
  const unused = Object.keys(phrase.grooves).filter(key => !used.has(key))
  return unused.length ? [{ type: 'grooves', set: Object.fromEntries(unused.map(key => [key, null])) }] : []
}

/**
 * The key under which a phrase plays a groove, and the edit that makes it do so, where it does not yet.
 * @example takenUp(phrase, groove, 1, () => 'new').edits // => []
 */
export function takenUp(
  phrase: Phrase,
  groove: Groove,
  revision: number,
  newId: () => string,
): { key: string; edits: PhraseEdit[] } {
  const known = Object.entries(phrase.grooves).find(([, one]) => one.id === groove.id && !one.pinned)
  if (known) return { key: known[0], edits: [] }
  const key = newId()
  return { key, edits: [{ type: 'grooves', set: { [key]: playedGroove(groove, revision) } }] }
}

/**
 * Which of a phrase’s grooves changed on the shelf since they were seen; the pinned ones are let be.
 * @example changedSince(phrase, new Map([['sample', 2]])) // => ['sample']
 */
export const changedSince = (phrase: Phrase, now: ReadonlyMap<string, number>): string[] =>
  Object.values(phrase.grooves)
    .filter(one => !one.pinned && now.has(one.id) && now.get(one.id) !== one.seen.revision)
    .map(one => one.id)

/**
 * A phrase with its followed grooves as they are now: no edit of the player’s, and nothing to undo. A groove that no longer
 * fits (other meters under a turn, bars too short for a fill) stays as it was last seen, and its title is among `stays`.
 * @example refreshed(phrase, [{ revision: 2, document: lighter }]).stays // => []
 */
export function refreshed(
  phrase: Phrase,
  now: readonly { revision: number; document: Groove }[],
): { phrase: Phrase; stays: string[] } {
  const stays: string[] = []
  let fresh = phrase
  for (const { revision, document } of now) {
    const set = Object.fromEntries(
      Object.entries(fresh.grooves)
        .filter(([, one]) => one.id === document.id && !one.pinned && one.seen.revision !== revision)
        .map(([key, one]) => [key, { ...one, seen: { revision, groove: document } }]),
    )
    if (!Object.keys(set).length) continue
    const done = applyToPhrase(fresh, { type: 'grooves', set })
    if (done.ok) fresh = done.value.document
    else stays.push(document.title)
  }
  return { phrase: fresh, stays }
}

/**
 * A groove pinned as it is, or followed again.
 * @example pin(phrase, Object.keys(phrase.grooves)[0], true).ok // => true
 */
export const pin = (phrase: Phrase, key: string, pinned: boolean): Result<PhraseEdit> => {
  const groove = phrase.grooves[key]
  return groove
    ? ok({ type: 'grooves', set: { [key]: { ...groove, pinned } } })
    : refuse('This phrase plays no such groove.')
}

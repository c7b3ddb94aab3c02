/** @module-tag long */
import { describe, expect, it, test } from 'vitest'
import type { Groove } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { beginStyle, styleOf } from '#core/style'
import { broken } from '#core/vary'
import {
  type Answers,
  TEMPLATES,
  applyToPhrase,
  asGroove,
  busierChanges,
  formed,
  otherCymbals,
  phraseBars,
  phraseFrom,
  playedGroove,
  roundsOf,
  sketchOf,
  smallChanges,
  templateFill,
} from '.'

let n = 0
const newId = () => `id${n++}`
const begun = (id: string, bars: number): Groove => ({
  ...beginStyle(styleOf('rock-sixteenths')!, {
    id,
    title: id,
    bars,
    bare: false,
    lead: 'right',
    kitId: 'five-piece',
    hands: 'crossed',
    newId: i => `p${i}`,
  }),
})
const [home, away] = [begun('home', 1), begun('away', 2)]
const template = (id: string) => TEMPLATES.find(one => one.id === id)!
const made = (id: string, grooves: Groove[], more: Partial<Answers> = {}) => {
  const one = template(id)
  const { asks } = one
  const usual = { bars: asks.bars?.usual ?? 1, other: asks.other?.usual ?? 1, times: asks.times?.usual ?? 1 }
  const answers: Answers = {
    ...usual,
    fill: templateFill(
      one,
      grooves[0]!,
      one.fill === 'beat' ? 4 : (more.bars ?? usual.bars),
      DEFAULT_KIT,
      grooves[0]!.tempo,
    ),
    ...more,
    grooves: grooves.map(groove => playedGroove(groove, 1)),
  }
  const done = formed(one, answers, newId)
  if (!done.ok) throw new Error(done.reason)
  const start = phraseFrom(grooves[0]!, 1, newId)
  const form = applyToPhrase(start, {
    type: 'batch',
    label: '',
    edits: [
      { type: 'grooves', set: done.value.grooves },
      { type: 'sections', index: 0, remove: 1, put: done.value.sections },
    ],
  })
  if (!form.ok) throw new Error(form.reason)
  return form.value.document
}
/** Each bar of a phrase by a letter: the grooves in the order given, F where a fill begins or goes on, - where the player has it. */
const letters = (form: ReturnType<typeof made>, ids: string[]) =>
  roundsOf(form)
    .flatMap(round =>
      Array.from({ length: round.bars }, (_, bar) => {
        if (round.rest) return '-'
        if (
          round.fill &&
          round.fill.fill.from + round.fill.fill.length > 20160 * bar &&
          round.fill.fill.from < 20160 * (bar + 1)
        )
          return 'F'
        return 'ABCDEFGH'[ids.indexOf(form.grooves[round.key]!.id)]!
      }),
    )
    .join('')

test.each([
  ['three-and-fill', 'AAAF'.repeat(4)],
  ['in-turn', 'AB'.repeat(8)],
  ['each-once', 'ABABAB'],
  ['simple-busy', 'AAAABBBB'.repeat(2)],
  ['traded', 'AAAA....'.repeat(2)],
  ['a-b', 'AAAAAAAABBBBBBBB'],
  ['rounded-off', 'AAAF'.repeat(4)],
  ['in-and-out', 'AAAAAABB'.repeat(2)],
])('the usual form of %s is drawn bar by bar: %s', (id, bars) => {
  const signs = { first: 'A', other: 'B', fill: 'F', rest: '.' }
  expect(
    sketchOf(template(id), playedGroove(home, 1))
      .map(bar => signs[bar])
      .join(''),
  ).toBe(bars)
  expect(TEMPLATES).toHaveLength(8)
})

describe('templates, bar by bar', () => {
  it.each<[string, Groove[], Partial<Answers>, string]>([
    ['three-and-fill', [home], {}, 'AAAFAAAFAAAFAAAF'],
    ['three-and-fill', [away], { bars: 2, times: 2 }, 'AFAF'],
    ['in-turn', [home, begun('b', 1)], {}, 'ABABABABABABABAB'],
    ['in-turn', [home, begun('b', 1)], { bars: 2, times: 2 }, 'AABBAABB'],
    ['each-once', [home, begun('b', 1), begun('c', 1), begun('d', 1)], {}, 'ABACAD'],
    ['simple-busy', [home, begun('b', 1)], {}, 'AAAABBBBAAAABBBB'],
    ['traded', [home], {}, 'AAAA----AAAA----'],
    ['traded', [home], { bars: 8, times: 1 }, 'AAAAAAAA--------'],
    ['a-b', [home, away], { bars: 4, other: 4 }, 'AAAABBBB'],
    ['rounded-off', [home], { times: 2 }, 'AAAFAAAF'],
    ['rounded-off', [home, begun('b', 1)], { times: 2 }, 'AAABAAAB'],
    ['rounded-off', [away, begun('b', 2)], { times: 1 }, 'AABB'],
    ['in-and-out', [home, away], {}, 'AAAAAABBAAAAAABB'],
    ['in-and-out', [away, home], { bars: 10, other: 2, times: 1 }, 'AAAAAAAAAABB'],
  ])('%s', (id, grooves, more, bars) => {
    const form = made(id, grooves, more)
    expect(
      letters(
        form,
        grooves.map(groove => groove.id),
      ),
    ).toBe(bars)
    expect(phraseBars(form)).toBe(bars.length)
  })

  it('every template there is has a row above', () => {
    expect(TEMPLATES.map(one => one.id).sort()).toEqual([
      'a-b',
      'each-once',
      'in-and-out',
      'in-turn',
      'rounded-off',
      'simple-busy',
      'three-and-fill',
      'traded',
    ])
  })

  it('says which groove is missing', () => {
    expect(
      formed(
        template('in-turn'),
        { grooves: [playedGroove(home, 1)], bars: 1, other: 1, times: 1, fill: undefined },
        newId,
      ),
    ).toMatchObject({ ok: false, reason: '“Plain and changed in turn” wants 2 grooves; choose “Changed” too.' })
  })

  it('a groove that is asked for twice is one of the phrase’s', () =>
    expect(Object.keys(made('in-and-out', [home, home]).grooves)).toHaveLength(2))
})

describe('changes made on the spot', () => {
  it('are audible, named, and leave the backbeat where it is', () => {
    const changes = smallChanges(home, DEFAULT_KIT)
    expect(changes.length).toBeGreaterThanOrEqual(6)
    for (const { groove, sentence, name } of changes) {
      expect(groove.parts, name).not.toEqual(home.parts)
      expect(broken('backbeat', home, groove, DEFAULT_KIT), name).toBeUndefined()
      expect(sentence.length, name).toBeGreaterThan(5)
    }
    const kept = asGroove(changes[0]!, home, 3, 'kept')
    expect(kept).toMatchObject({ id: 'kept', parent: { id: 'home', revision: 3, moves: [{ move: changes[0]!.move }] } })
    expect(kept.title).toMatch(/^home, /)
  })

  it('for a B section the lead goes to another cymbal; for a busy one there are more strokes', () => {
    expect(otherCymbals(home, DEFAULT_KIT).map(one => one.name)).toContain('Lead to the ride')
    const strokes = (groove: Groove) => groove.parts.reduce((sum, part) => sum + part.strokes.length, 0)
    for (const { groove } of busierChanges(home, DEFAULT_KIT)) expect(strokes(groove)).toBeGreaterThan(strokes(home))
  })
})

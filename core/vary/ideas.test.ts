/** @module-tag long */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed } from '../../test/arbitrary'
import { hundredStrokes } from '../../bench/groove'
import { compare, readout } from '#core/analyse'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { meter } from '#core/time'
import { type IdeaWish, IdeaSearch, MOVES, PROMISES, type PromiseId, broken, companionOf, moveOf, runSteps } from '.'
import { Judge } from './judge'
import { chanceOf, thrower } from './chance'
import { strokeCount } from './promises'

const bars = makeBars(meter(4, 4), 2, 4)
const home: Groove = makeGroove({
  id: 'home',
  title: 'Home',
  bars,
  parts: [
    makePart({
      id: 'hat',
      name: 'Hats',
      role: 'lead',
      limb: 'RH',
      strokes: rowStrokes(bars, '3.2.', { piece: 'hi-hat' }),
    }),
    makePart({
      id: 'back',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: rowStrokes(bars, '.... 5... .... 5...', { piece: 'snare' }),
    }),
    makePart({
      id: 'bass',
      name: 'Bass',
      role: 'bass drum',
      limb: 'RF',
      strokes: rowStrokes(bars, '4... ..4. 4... ....', { piece: 'bass drum' }),
    }),
  ],
})

const wish = (over: Partial<IdeaWish> = {}): IdeaWish => ({ seed: 7, promises: [], groups: [], ...over })
const search = (over: Partial<IdeaWish> = {}, candidates = 4000) => {
  const one = new IdeaSearch(home, DEFAULT_KIT, wish(over))
  one.advance(candidates)
  return one
}

/** Ten moves thrown one after another at a groove, whatever they come to. */
function wander(groove: Groove, seed: number): Groove[] {
  const chance = chanceOf(seed)
  const met: Groove[] = []
  for (let i = 0; i < 10; i++) {
    const move = chance.pick(MOVES)
    const params = thrower(move, groove, DEFAULT_KIT)?.(chance)
    const done = params && move.make(groove, params, DEFAULT_KIT)
    if (done?.ok) met.push((groove = done.value.groove))
  }
  return met
}

describe('the judge', () => {
  it('breaks a promise exactly where the readout would say so', { tags: ['law'], timeout: 240_000 }, () => {
    fc.assert(
      fc.property(drummed, fc.integer(), (groove, seed) => {
        for (const promise of PROMISES) {
          const judge = new Judge(groove, DEFAULT_KIT, [promise])
          for (const other of wander(groove, seed)) {
            const why = broken(promise, groove, other, DEFAULT_KIT)
            if ((judge.judge(other) === promise) !== (why !== undefined))
              expect.fail(`${promise}: ${why ?? 'kept, as the readout has it'}`)
          }
        }
      }),
      { numRuns: 400 },
    )
  })

  it('tells levels that changed places apart: two strokes of the lead, soft and strong, and the other way round', () => {
    const lead = (a: 1 | 2 | 3 | 4 | 5, b: 1 | 2 | 3 | 4 | 5): Groove => ({
      ...home,
      parts: [
        {
          ...home.parts[0]!,
          strokes: [
            { at: 10080, piece: 'hi-hat', stroke: 'hit', level: a },
            { at: 15120, piece: 'hi-hat', stroke: 'hit', level: b },
          ],
        },
      ],
    })
    const levels = [1, 2, 3, 4, 5] as const
    for (const a of levels)
      for (const b of levels)
        if (a !== b) expect(new Judge(lead(a, b), DEFAULT_KIT, ['lead']).judge(lead(b, a)), `${a} ${b}`).toBe('lead')
  })

  it('tells every stroke of every piece from every other', () => {
    const one = (piece: string, stroke: 'hit', level: 1 | 5): Groove => ({
      ...home,
      parts: [{ ...home.parts[0]!, strokes: [{ at: 0, piece, stroke, level }] }],
    })
    const judge = new Judge(home, DEFAULT_KIT, [])
    const struck = DEFAULT_KIT.pieces.flatMap(piece =>
      piece.strokes.flatMap(({ kind }) => ([1, 5] as const).map(level => one(piece.id, kind as 'hit', level))),
    )
    const sounds = struck.map(groove => (judge.judge(groove) as { sound: number }).sound)
    expect(new Set(sounds).size).toBe(new Set(struck.map(groove => JSON.stringify(groove.parts[0]!.strokes))).size)
  })

  it('calls two grooves of one sound exactly where nothing differs', { tags: ['law'], timeout: 240_000 }, () => {
    fc.assert(
      fc.property(drummed, fc.integer(), (groove, seed) => {
        const judge = new Judge(groove, DEFAULT_KIT, [])
        const sound = (one: Groove) => (judge.judge(one) as { sound: number }).sound
        for (const other of wander(groove, seed)) {
          const sameFeel =
            JSON.stringify([other.feel, other.bars, other.parts.map(part => part.swing)]) ===
            JSON.stringify([groove.feel, groove.bars, groove.parts.map(part => part.swing)])
          const compared = compare(groove, other, DEFAULT_KIT)
          // A pick-up that sounds once is left out of the bars that are compared.
          if (sameFeel && groove.pickUp?.repeats !== false && other.parts.length === groove.parts.length)
            expect(sound(other) === sound(groove)).toBe(compared.ok && compared.value.differences.length === 0)
        }
      }),
      { numRuns: 300 },
    )
  })

  it('measures difficulty on the readout’s own scale', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(drummed, groove => {
        const judged = new Judge(groove, DEFAULT_KIT, []).judge(groove) as { difficulty: number }
        const { findings } = readout(groove, DEFAULT_KIT)
        const troubles = findings.filter(finding => finding.about.kind === 'trouble' || finding.about.kind === 'graces')
        const weight = troubles.some(finding => finding.weight !== 'demanding')
          ? 'hard'
          : troubles.length
            ? 'demanding'
            : 'easy'
        if (!groove.parts.some(part => part.every))
          expect(judged.difficulty >= 2 ? 'hard' : judged.difficulty > 1 ? 'demanding' : 'easy').toBe(weight)
      }),
      { numRuns: 300 },
    )
  })
})

describe('the search for ideas', () => {
  it('with one seed gives the same list twice, and another with another', () => {
    const told = (one: IdeaSearch) => one.ideas(12).map(idea => idea.says.join(' '))
    expect(told(search())).toEqual(told(search()))
    expect(told(search())).not.toEqual(told(search({ seed: 8 })))
    // In one go or in pieces.
    const pieces = new IdeaSearch(home, DEFAULT_KIT, wish())
    for (let i = 0; i < 8; i++) pieces.advance(500)
    expect(told(pieces)).toEqual(told(search()))
  })

  it.each([['lead'], ['backbeat'], ['feet'], ['playable'], ['same'], ['busier'], ['simpler']] as [PromiseId][])(
    'keeps the promise “%s” in every idea',
    promise => {
      const ideas = search({ promises: [promise] }).ideas(40)
      expect(ideas.length).toBeGreaterThan(10)
      for (const idea of ideas)
        expect(broken(promise, home, idea.groove, DEFAULT_KIT), idea.says.join(' ')).toBeUndefined()
    },
  )

  it('stays linear where that is asked of a linear home', () => {
    const linear = runSteps(home, [{ move: 'linearise', params: { first: 'bass drum' } }], DEFAULT_KIT)[0]!.groove
    const one = new IdeaSearch(linear, DEFAULT_KIT, wish({ promises: ['linear', 'backbeat'] }))
    one.advance(6000)
    const ideas = one.ideas(30)
    expect(ideas.length).toBeGreaterThan(10)
    for (const idea of ideas) expect(readout(idea.groove, DEFAULT_KIT).groups).toEqual([])
  })

  it('lists each sound once, each with as many sentences as moves, one to four, and tells what it costs', () => {
    const one = search()
    const ideas = one.ideas(40)
    expect(one.made).toBe(4000)
    expect(ideas).toHaveLength(40)
    const judge = new Judge(home, DEFAULT_KIT, [])
    expect(new Set(ideas.map(idea => (judge.judge(idea.groove) as { sound: number }).sound)).size).toBe(40)
    for (const idea of ideas) {
      expect(idea.steps.length).toBeGreaterThanOrEqual(1)
      expect(idea.steps.length).toBeLessThanOrEqual(4)
      expect(idea.says).toHaveLength(idea.steps.length)
      expect(idea.more).toBe(strokeCount(idea.groove) - strokeCount(home))
      expect(idea.distance).toBeGreaterThan(0)
      expect(timeline(idea.groove, DEFAULT_KIT).length).toBe(strokeCount(idea.groove))
    }
  })

  it('makes no move twice in a chain, and tries of each what is common in playing', () => {
    const footed = {
      ...home,
      parts: [
        ...home.parts,
        makePart({
          id: 'foot',
          name: 'Foot',
          role: 'hat foot',
          limb: 'LF',
          strokes: rowStrokes(bars, '3...', { piece: 'hi-hat', stroke: 'chick' }),
        }),
      ],
    }
    const one = new IdeaSearch(footed, DEFAULT_KIT, wish())
    one.advance(8000)
    const ideas = one.ideas(60)
    expect(ideas.some(idea => idea.steps.length > 1)).toBe(true)
    for (const { steps } of ideas) {
      expect(new Set(steps.map(step => step.move)).size).toBe(steps.length)
      for (const { move, params } of steps) {
        for (const spec of moveOf(move)!.params) {
          const value = params[spec.id]!
          if (spec.kind === 'number' && spec.tried)
            expect(
              Number(value) >= spec.tried[0] && Number(value) <= spec.tried[1],
              `${move} ${spec.id} ${value}`,
            ).toBe(true)
          if (spec.kind === 'choice') expect(spec.tried ?? spec.of, move).toContain(value)
          // The backbeat and the hat foot hold it together; an ornament is for the backbeat.
          if (spec.kind === 'part')
            expect(spec.usual === 'backbeat' ? ['foot'] : ['back', 'foot'], move).not.toContain(value)
        }
      }
    }
  })

  it('spreads the first dozen: no two share nine strokes of ten', () => {
    const ideas = search({}, 10_000).ideas(12)
    expect(ideas).toHaveLength(12)
    for (const [i, a] of ideas.entries()) {
      for (const b of ideas.slice(i + 1)) {
        const compared = compare(a.groove, b.groove, DEFAULT_KIT)
        if (!compared.ok) continue
        const most = Math.max(strokeCount(a.groove), strokeCount(b.groove))
        expect(compared.value.same / most, `${a.says} / ${b.says}`).toBeLessThan(0.9)
      }
    }
    expect(new Set(ideas.map(idea => idea.steps.at(-1)!.move)).size).toBeGreaterThan(5)
    // No one move is in every other of them.
    for (const { id } of MOVES)
      expect(ideas.filter(idea => idea.steps.some(step => step.move === id)).length, id).toBeLessThan(6)
  })

  it('tries only the groups of moves it is told to', () => {
    const accents = search({ groups: ['accents'] }, 500).ideas(10)
    expect(accents).toHaveLength(10)
    for (const idea of accents) expect(idea.steps.every(step => step.move.startsWith('accent'))).toBe(true)
  })

  it('finds a companion: busy for a simple home, simple for a busy one', () => {
    // Eight strokes in two seconds and a bit; 100 in under nine.
    expect(companionOf(home, 4.8)).toMatchObject({
      promise: 'busier',
      says: 'Home is simple, 5.4 strokes a second: a busy partner.',
    })
    expect(companionOf(hundredStrokes(), 8.7)).toMatchObject({ promise: 'simpler' })
    const { density, promise } = companionOf(home, 4.8)
    const ideas = search({ density, promises: [promise, 'backbeat'] }, 8000).ideas(6)
    expect(ideas).toHaveLength(6)
    for (const idea of ideas) expect(strokeCount(idea.groove) / strokeCount(home)).toBeGreaterThan(1.2)
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  NOTE_GROUPS,
  type NoteGroup,
  type Question,
  type Sticking,
  type Wish,
  chainSticking,
  chainsFor,
  ownGroup,
  writeSticking,
} from '.'
import { type GroupShape, shapesOf } from './groups'
import { type Speeds } from './wishes'

const group = (text: string): NoteGroup => {
  const read = ownGroup(text)
  if (!read.ok) throw new Error(read.reason)
  return read.value
}
const SPEEDS: Speeds = { hand: 0.125, foot: 0.154, double: 0.06, footPair: 0.09 }

/** Every sequence of shapes that fills the slots, by trying all. */
function everyFilling(slots: number, shapes: readonly GroupShape[]): GroupShape[][] {
  if (slots === 0) return [[]]
  return shapes
    .filter(shape => shape.sticking.length <= slots)
    .flatMap(shape => everyFilling(slots - shape.sticking.length, shapes).map(rest => [shape, ...rest]))
}

/** No limb too fast, straight from the words of the rule, on the sticking played three times over. */
function bearable(sticking: Sticking, slotSeconds: number, speeds: Speeds): boolean {
  const thrice = [...sticking, ...sticking, ...sticking]
  return (['R', 'L', 'F'] as const).every(who => {
    const at = thrice.flatMap((place, i) => (place?.who === who ? [i] : []))
    const gaps = at.slice(1).map((place, i) => place - at[i]!)
    const limit = who === 'F' ? speeds.foot : speeds.hand
    return gaps.every((gap, i) => {
      if (gap * slotSeconds > limit) return true
      if (gap * slotSeconds <= (who === 'F' ? speeds.footPair : speeds.double)) return false
      return (
        (gaps[i - 1] ?? Infinity) > 1.5 * gap &&
        (gaps[i + 1] ?? Infinity) > 1.5 * gap &&
        (gaps[i - 1] ?? Infinity) * slotSeconds > limit
      )
    })
  })
}

function meets(shapes: readonly GroupShape[], wish: Wish): boolean {
  const sticking = chainSticking({ shapes: [...shapes] })
  switch (wish.kind) {
    case 'limb':
      return sticking[wish.slot]?.who === wish.who
    case 'no repeats':
      return shapes.every((shape, i) => shape.group !== shapes[(i + 1) % shapes.length]!.group)
    case 'comes home':
      return sticking[0]?.who === wish.lead && sticking.findLast(place => place && place.who !== 'F')?.who !== wish.lead
    case 'two feet':
      return sticking.at(-1)?.who === 'F' && sticking.at(-2)?.who === 'F' && shapes.at(-1)!.sticking.length > 1
    case 'not too fast':
      return bearable(sticking, wish.slotSeconds, wish.speeds)
  }
}

const wishes = (slots: number): fc.Arbitrary<Wish[]> =>
  fc.subarray<Wish>([
    { kind: 'no repeats' },
    { kind: 'comes home', lead: 'R' },
    { kind: 'two feet' },
    { kind: 'limb', who: 'L', slot: Math.min(2, slots - 1), says: 'a place' },
    { kind: 'limb', who: 'F', slot: slots - 1, says: 'the end' },
    { kind: 'not too fast', slotSeconds: 0.1, speeds: SPEEDS },
  ])

describe('chains of groups', () => {
  it('are counted and listed as trying everything would, on small cases', { tags: ['law'] }, () => {
    const questions = fc
      .tuple(
        fc.integer({ min: 3, max: 11 }),
        fc.subarray(['rl', 'rlf', 'rff', 'rlrr', 'rllf', 'rlrlf', 'rrll'], { minLength: 1, maxLength: 4 }),
        fc.boolean(),
      )
      .chain(([slots, texts, changing]) =>
        wishes(slots).map((wished): Question => ({ slots, groups: texts.map(group), changing, wishes: wished })),
      )
    fc.assert(
      fc.property(questions, question => {
        const all = everyFilling(question.slots, shapesOf(question.groups, question.changing))
        const right = all.filter(shapes => question.wishes.every(wish => meets(shapes, wish)))
        const answer = chainsFor(question, 100_000)
        expect(answer.count).toBe(BigInt(right.length))
        if (!answer.count) return
        const written = (shapes: readonly GroupShape[]) => shapes.map(shape => writeSticking(shape.sticking)).join(' ')
        expect(answer.chains.map(chain => written(chain.shapes)).sort()).toEqual(right.map(written).sort())
      }),
      { numRuns: 400 },
    )
  })

  // By hand. Fours and fives fill 13 as 4+4+5 in three orders; 16 as 4+4+4+4 alone; sixteen from 5, 5, 6 in three orders.
  it.each([
    [13, ['rlrl', 'rlrlf'], 3n],
    [16, ['rlrl', 'rlrlf'], 1n],
    [16, ['rlrlf', 'rlrlff'], 3n],
    [3, ['rlrl'], 0n],
  ])('%i slots from %j: %s', (slots, texts, count) => {
    expect(chainsFor({ slots, groups: texts.map(group), changing: false, wishes: [] }).count).toBe(count)
  })

  it('come best first: no limb twice across a join before one that is', () => {
    const { chains } = chainsFor({
      slots: 16,
      groups: [group('rlrl'), group('rlf'), group('rlrlf')],
      changing: true,
      wishes: [],
    })
    expect(chains.map(chain => chain.cost)).toEqual(chains.map(chain => chain.cost).toSorted((a, b) => a - b))
    const joins = (shapes: GroupShape[]) =>
      shapes.slice(1).filter((shape, i) => shapes[i]!.sticking.at(-1)?.who === shape.sticking[0]?.who).length
    expect(joins(chains[0]!.shapes)).toBe(0)
  })

  it('fill two bars of sixteenths with the left hand on 2 and 4, and say how many there are', () => {
    const wishes = [4, 12, 20, 28].map((slot): Wish => ({ kind: 'limb', who: 'L', slot, says: `slot ${slot}` }))
    const answer = chainsFor({ slots: 32, groups: NOTE_GROUPS, changing: true, wishes })
    expect(answer.count).toBeGreaterThan(1000n)
    expect(answer.chains).toHaveLength(100)
    expect(answer.says).toMatch(/^[\d,]+ chains; the best 100 are listed\.$/)
    for (const chain of answer.chains) {
      const sticking = chainSticking(chain)
      expect(sticking).toHaveLength(32)
      for (const wish of wishes) expect(meets(chain.shapes, wish)).toBe(true)
    }
  })

  it('say why there is none, and give the nearest', () => {
    // Fours of hands alone fill a bar; none ends with a foot, and the right hand is on every beat.
    const groups = [group('rlrl')]
    const answer = chainsFor({
      slots: 16,
      groups,
      changing: false,
      wishes: [{ kind: 'two feet' }, { kind: 'comes home', lead: 'R' }],
    })
    expect(answer).toMatchObject({
      count: 0n,
      without: [{ kind: 'two feet' }],
      says: 'No chain meets every wish. Without “ends with two feet” there is 1; the nearest are listed.',
    })
    expect(answer.chains).toHaveLength(1)
    expect(chainsFor({ slots: 15, groups, changing: false, wishes: [] }).says).toBe(
      'No sum of 4 makes 15: add a group of another size.',
    )
    expect(chainsFor({ slots: 15, groups, changing: false, wishes: [{ kind: 'two feet' }] }).says).toMatch(
      /whatever is wished/,
    )
    expect(chainsFor({ slots: 8, groups: [], changing: false, wishes: [] }).says).toMatch(/Choose at least one group/)
    expect(
      chainsFor({
        slots: 8,
        groups,
        changing: false,
        wishes: [
          { kind: 'limb', who: 'L', slot: 4, says: '2' },
          { kind: 'limb', who: 'R', slot: 4, says: '2' },
        ],
      }).says,
    ).toBe('Left hand on 2 and right hand on 2 cannot both be: a sticking has one hand at a time.')
  })

  it('of the player’s own groups: sizes are held', () => {
    expect(ownGroup('r')).toMatchObject({ ok: false, reason: 'A group has 2 to 12 places; this has 1.' })
    expect(ownGroup('rlq')).toMatchObject({ ok: false })
  })
})

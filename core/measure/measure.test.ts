import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, type Limb } from '#core/kit'
import { CueLine, type Performance, makePassage } from '#core/perform'
import { meter } from '#core/time'
import {
  type StruckTake,
  type Tells,
  askedOf,
  latencyOf,
  measure,
  measureTakes,
  measuresSchema,
  sayMeasures,
  simulate,
  verdictOf,
} from '.'
import { type Asked } from './struck'
import { match } from './match'

const asks = (at: number, limb: Limb = 'RH', more: Partial<Asked> = {}): Asked => ({
  at,
  limb,
  pieceId: 'snare',
  level: 3,
  tick: Math.round(at * 10080),
  bar: 0,
  instant: Math.round(at * 10080),
  grace: false,
  ...more,
})
const hits = (at: number, limb: Limb = 'RH'): StruckTake => ({ at, limb })
const by = { input: 'simulated', tells: 'limb', vouched: true, bars: 4 } as const

describe('matching, worked out by hand', () => {
  it.each<[string, Asked[], StruckTake[], [number, number][], number[], number[]]>([
    [
      'on the spot',
      [asks(0), asks(0.5)],
      [hits(0), hits(0.5)],
      [
        [0, 0],
        [1, 1],
      ],
      [],
      [],
    ],
    [
      'late and early within 110 ms',
      [asks(0), asks(0.5)],
      [hits(0.1), hits(0.4)],
      [
        [0, 0],
        [1, 1],
      ],
      [],
      [],
    ],
    ['further than 110 ms is a miss and an extra', [asks(0), asks(0.5)], [hits(0.12), hits(0.5)], [[1, 1]], [0], [0]],
    ['no further than half the gap', [asks(0), asks(0.1)], [hits(0.06)], [[1, 0]], [0], []],
    ['the nearer of two strokes', [asks(0)], [hits(-0.03), hits(0.01)], [[0, 1]], [], [0]],
    ['a limb answers for itself', [asks(0, 'RH'), asks(0, 'LF')], [hits(0.01, 'LF')], [[1, 0]], [0], []],
    ['nothing struck', [asks(0), asks(1)], [], [], [0, 1], []],
    ['nothing asked', [], [hits(0)], [], [], [0]],
    ['a grace note left out is no miss', [asks(0), asks(0.03, 'LH', { grace: true })], [hits(0)], [[0, 0]], [], []],
    [
      'a grace note played is no extra',
      [asks(0), asks(0.03, 'LH', { grace: true })],
      [hits(0), hits(0.03, 'LH')],
      [
        [0, 0],
        [1, 1],
      ],
      [],
      [],
    ],
  ])('%s', (_, asked, struck, pairs, missed, extra) => {
    expect(match(asked, struck, 'limb')).toEqual({
      pairs: pairs.map(([a, s]) => ({ asked: a, struck: s })),
      missed,
      extra,
    })
  })

  it('of one key that tells nothing, two strokes of an instant answer it in any order', () => {
    expect(match([asks(0, 'RH'), asks(0, 'RF')], [{ at: 0.004 }, { at: 0.01 }], 'nothing')).toMatchObject({
      pairs: [{ asked: 0 }, { asked: 1 }],
      missed: [],
      extra: [],
    })
  })

  it('by piece, a stroke on another piece answers nothing', () => {
    expect(match([asks(0)], [{ at: 0, pieceId: 'ride' }], 'piece')).toMatchObject({
      pairs: [],
      missed: [0],
      extra: [0],
    })
  })

  // Against trying every pairing that keeps the order: small cases, all of them.
  it('costs no more than any other pairing', { tags: ['law'] }, () => {
    const cost = (asked: readonly Asked[], struck: readonly StruckTake[], reach: (i: number) => number): number => {
      const go = (i: number, j: number): number => {
        if (i === asked.length) return (struck.length - j) * 0.0064
        if (j === struck.length) return (asked.length - i) * 0.0064
        const far = Math.abs(asked[i]!.at - struck[j]!.at)
        return Math.min(
          go(i + 1, j) + 0.0064,
          go(i, j + 1) + 0.0064,
          far <= reach(i) + 1e-9 ? far * far + go(i + 1, j + 1) : Infinity,
        )
      }
      return go(0, 0)
    }
    const times = fc
      .uniqueArray(fc.integer({ min: 0, max: 60 }), { maxLength: 5 })
      .map(list => list.sort((a, b) => a - b).map(t => t / 60))
    fc.assert(
      fc.property(times, fc.array(fc.integer({ min: 0, max: 90 }), { maxLength: 5 }), (ats, strikes) => {
        const asked = ats.map(at => asks(at))
        const struck = strikes.sort((a, b) => a - b).map(t => hits(t / 90))
        const gap = (i: number) =>
          Math.min(0.11, ...asked.flatMap((one, k) => (k === i ? [] : [Math.abs(one.at - asked[i]!.at) / 2])))
        const { pairs, missed, extra } = match(asked, struck, 'limb')
        const sum =
          pairs.reduce((all, { asked: a, struck: s }) => all + (asked[a]!.at - struck[s]!.at) ** 2, 0) +
          (missed.length + extra.length) * 0.0064
        expect(sum).toBeCloseTo(cost(asked, struck, gap), 9)
      }),
      { numRuns: 300 },
    )
  })
})

describe('the measures', () => {
  const bars = makeBars(meter(4, 4), 1, 4)
  const part = (id: string, limb: Limb, row: string, piece: string) =>
    makePart({ id, name: id, limb, strokes: rowStrokes(bars, row, { piece }) })
  const groove = makeGroove({
    id: 'g',
    title: 'g',
    bars,
    tempo: { bpm: 100, counts: '1/4' },
    parts: [
      part('h', 'RH', '3.3.3.3.3.3.3.3.', 'hi-hat'),
      part('s', 'LH', '....5.......5...', 'snare'),
      part('b', 'RF', '4.....4.4.......', 'bass'),
    ],
  })
  const performanceOf = (n: number, g = groove): Performance => ({
    passages: [
      makePassage({
        groove: g,
        kit: DEFAULT_KIT,
        times: n,
        parts: Object.fromEntries(g.parts.map(one => [one.id, 'player' as const])),
      }),
    ],
    countIn: 0,
  })
  const line = (n: number, g = groove) => new CueLine(performanceOf(n, g))
  const asked = askedOf(line(100), 0, Infinity)

  it('ask for each stroke of the player once, with its bar and instant', () => {
    const once = askedOf(line(1), 0, Infinity)
    const ticks = (limb: Limb) => once.filter(one => one.limb === limb).map(one => one.tick)
    expect([ticks('RH'), ticks('LH'), ticks('RF')]).toEqual([
      [0, 2520, 5040, 7560, 10080, 12600, 15120, 17640],
      [5040, 15120],
      [0, 7560, 10080],
    ])
    expect(
      askedOf(line(3), 0, Infinity)
        .filter(one => one.limb === 'LH')
        .map(one => one.bar),
    ).toEqual([0, 0, 1, 1, 2, 2])
  })

  /** What an exact player is measured at, where the take ends after so many bars. */
  const takenTo = (bars: number, more: Partial<{ g: Groove; struck: StruckTake[] }> = {}) =>
    measureTakes(
      [
        {
          performance: performanceOf(4, more.g),
          from: 0,
          to: bars * 2.4,
          struck: more.struck ?? askedOf(line(4), 0, Infinity).map(({ at, limb }) => ({ at, limb })),
        },
      ],
      { input: 'keys', tells: 'limb', vouched: true },
    )
  // Bars of 2.4 s whose last stroke lies 0.3 s before their end.
  it.each([
    [0.5, 0, 0],
    [0.9, 1, 0],
    [0.97, 1, 0],
    [1.02, 1, 0],
    [3.96, 4, 1],
    [5, 4, 1],
  ])('of a take that ends after %d bars are over %i, and clean %i times', (to, bars, clean) =>
    expect(takenTo(to)).toMatchObject({ bars, clean }),
  )
  it('of sweeps alone are none, and of an input that gave nothing say so', () => {
    const sweeps = rowStrokes(bars, '3...3...3...3...', { piece: 'snare', stroke: 'sweep' })
    const swept = { ...groove, parts: [makePart({ id: 's', name: 'S', limb: 'LH', strokes: sweeps })] }
    expect(takenTo(4, { g: swept, struck: [] })).toBeNull()
    expect(takenTo(4, { struck: [] })!.causes[0]).toMatchObject({ kind: 'nothing' })
  })

  it('recover the bias and spread that the simulated drummer was given, within what so many strokes can tell', () => {
    const limbs = { RH: { bias: -4, spread: 6 }, LH: { bias: 12, spread: 10 }, RF: { bias: 0, spread: 14 } }
    for (const seed of [1, 2, 3, 4, 5]) {
      const found = measure(asked, simulate(asked, { limbs, tires: 0, misses: 0, extras: 0, seed }), {
        ...by,
        bars: 100,
      })
      expect(found).toMatchObject({ missed: 0, extra: 0 })
      for (const { limb, strokes, mean, spread } of found.limbs) {
        const { bias, spread: wide } = limbs[limb as keyof typeof limbs]
        // Four standard errors: one in sixteen thousand by chance.
        expect(Math.abs(mean! - bias)).toBeLessThan((4 * wide) / Math.sqrt(strokes))
        expect(Math.abs(spread! - wide)).toBeLessThan((4 * wide) / Math.sqrt(2 * strokes))
      }
      expect(measuresSchema.safeParse(found).success).toBe(true)
    }
  })

  it('find drift and tiring: a limb that comes 6 ms later each minute', () => {
    const drifting = asked.map((one): StruckTake => ({ at: one.at + (0.006 * one.at) / 60, limb: one.limb }))
    expect(measure(asked, drifting, { ...by, bars: 100 }).limbs.map(one => one.drift)).toEqual([6, 6, 6])
  })

  it('count misses and extras exactly', () => {
    const struck = asked.map(one => ({ at: one.at, limb: one.limb }))
    const less = [
      ...struck.filter((_, i) => ![3, 70, 200].includes(i)),
      { at: 10.05, limb: 'LH' as Limb },
      { at: 20.05, limb: 'LH' as Limb },
    ].sort((a, b) => a.at - b.at)
    expect(measure(asked, less, { ...by, bars: 100 })).toMatchObject({
      missed: 3,
      extra: 2,
      asked: asked.length,
      strokes: asked.length - 3,
    })
  })

  it('are said as they are: what nothing was asked of, too few, a limb alone, limbs against one another', () => {
    const ten = (limb: Limb, n = 10) => Array.from({ length: n }, (_, i) => asks(i, limb))
    const said = (list: Asked[], offs: Partial<Record<Limb, number>>, vouched: boolean) =>
      sayMeasures(
        measure(
          list,
          list.flatMap(one => (one.limb in offs ? [{ at: one.at + offs[one.limb]! / 1000, limb: one.limb }] : [])),
          { ...by, vouched },
        ),
      )
    expect(said([], {}, true)).toBe('0 strokes measured, none missed.')
    expect(said(ten('RH', 3), { RH: 4 }, true)).toBe('3 strokes measured, none missed. Right hand: too few to tell.')
    expect(said(ten('RH'), { RH: 6 }, false)).toBe('10 strokes measured, none missed. Right hand, spread 0 ms.')
    expect(said(ten('RH'), { RH: 6 }, true)).toBe(
      '10 strokes measured, none missed. Right hand 6 ms late, spread 0 ms.',
    )
    const both = [...ten('RH'), ...ten('RF')]
    expect(said(both, { RH: -4, RF: 4 }, false)).toBe(
      '20 strokes measured, none missed. Right hand 8 ms before the right foot, spread 0 ms; right foot 8 ms after the right hand, spread 0 ms.',
    )
    expect(said(both, { RH: 6 }, false)).toBe(
      '10 strokes measured, 10 missed. Right hand, spread 0 ms; right foot: too few to tell.',
    )
  })

  it('a push that the groove asks for is no earliness', () => {
    const pushed = { ...groove, feel: { ...groove.feel, push: { snare: 15 } } }
    const wanted = askedOf(line(20, pushed), 0, Infinity)
    const found = measure(
      wanted,
      wanted.map(one => ({ at: one.at, limb: one.limb })),
      { ...by, bars: 20 },
    )
    expect(found.unisons.every(one => one.apart === 0)).toBe(true)
  })

  it('four bars in a row are clean or not: a miss in bar 5 of 12 leaves two times', () => {
    const short = askedOf(line(12), 0, Infinity)
    const exact = short.map(one => ({ at: one.at, limb: one.limb }))
    expect(measure(short, exact, { ...by, bars: 12 }).clean).toBe(3)
    expect(
      measure(
        short,
        exact.filter((_, i) => short[i]!.bar !== 4 || short[i]!.limb !== 'LH'),
        { ...by, bars: 12 },
      ).clean,
    ).toBe(2)
    expect(
      measure(
        short,
        exact.map((one, i) => ({ ...one, at: one.at + (one.limb === 'RF' ? 0.021 : 0) + 0 * i })),
        { ...by, bars: 12 },
      ).clean,
    ).toBe(0)
  })

  it('with fewer than eight strokes of a limb nothing is said of it', () => {
    const few = askedOf(line(3), 0, Infinity)
    const found = measure(
      few,
      few.map(one => ({ at: one.at, limb: one.limb })),
      { ...by, bars: 3 },
    )
    expect(found.limbs.map(one => [one.limb, one.mean === null])).toEqual([
      ['RH', false],
      ['LH', true],
      ['RF', false],
    ])
    expect(verdictOf({ ...found, strokes: 5 }, groove).sure).toBe('too few to tell')
  })

  it.each<[string, (one: Asked, i: number) => number | null, RegExp, object]>([
    ['all on the spot', () => 0, /^Clean: even, and together\. Ready to go on/, { does: 'climb' }],
    [
      'the bass drum 30 ms late',
      one => (one.limb === 'RF' ? 30 : 0),
      /The right foot comes 30 ms after the others: play it with the right hand alone, one sound where they meet/,
      { does: 'isolate', limbs: ['RH', 'RF'] },
    ],
    [
      'the bass drum 16 ms late',
      one => (one.limb === 'RF' ? 16 : 0),
      /The right foot comes 16 ms after the others/,
      { does: 'repeat' },
    ],
    [
      'every fifth stroke missing',
      (_, i) => (i % 5 ? 0 : null),
      /260 missed of 1300, here and there: one step slower/,
      { does: 'down' },
    ],
    [
      'a hand that swims',
      (one, i) => (one.limb === 'LH' ? (i % 2 ? 40 : -40) : 0),
      /Your right hand is even\. The left hand is uneven, 4\d ms either way: play it softer first; only if that does not help, slower\.$/,
      { does: 'repeat' },
    ],
  ])('in a sentence: %s', (_, off, says, next) => {
    const struck = asked.flatMap((one, i) => {
      const ms = off(one, i)
      return ms === null ? [] : [{ at: one.at + ms / 1000, limb: one.limb }]
    })
    const verdict = verdictOf(measure(asked, struck, { ...by, bars: 100 }), groove)
    expect(verdict.says).toMatch(says)
    expect(verdict.next).toMatchObject(next)
  })

  it('of limbs that never met it does not say that they landed together', () => {
    const alone = asked.filter(one => one.limb === 'LH')
    expect(
      verdictOf(
        measure(
          alone,
          alone.map(one => ({ at: one.at, limb: one.limb })),
          { ...by, bars: 100 },
        ),
        groove,
      ).says,
    ).toBe('Clean: even. Ready to go on.')
  })
})

describe('latency by tapping along', () => {
  const clicks = Array.from({ length: 16 }, (_, i) => i * 0.5)
  const tapped = (offs: readonly number[]) =>
    latencyOf(
      offs.map((off, i) => clicks[i]! + off / 1000),
      clicks,
    )
  const like = (off: number, ...others: number[]) => [...others, ...Array<number>(16 - others.length).fill(off)]
  // 34 ms late, but for some: how many, and how far off.
  it.each([
    ['none', like(34), { ms: 34, spread: 0, taps: 16, slips: 0 }],
    ['one, far', like(34, 200), { ms: 34, spread: 0, taps: 15, slips: 1 }],
    ['three, either way', like(34, 120, -90, 200), { ms: 34, spread: 0, taps: 13, slips: 3 }],
    ['one, near enough to be no slip', like(34, 64), { ms: 34, spread: 7.7, taps: 16, slips: 0 }], // the root of 30² / 15
  ])('is the middle of the distances, slips left out: %s', (_, offs, value) =>
    expect(tapped(offs)).toEqual({ ok: true, value }),
  )
  it.each([
    ['four slips of sixteen', like(34, 150, -100, 200, -150)],
    ['taps all over the place', Array.from({ length: 16 }, (_, i) => ((i % 4) - 1.5) * 80)],
  ])('is not told from %s', (_, offs) =>
    expect(tapped(offs)).toEqual({
      ok: false,
      reason: expect.stringMatching(/^The taps spread by \d+ ms, too far to tell/),
    }),
  )
  it('is not guessed from too few taps', () => {
    expect(latencyOf([0.03, 0.53], clicks)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('at least 8 clicks'),
    })
  })
})

describe('whatever an input tells', () => {
  it('no stroke answers two cues, and all are accounted for', { tags: ['law'] }, () => {
    const limb = fc.constantFrom<Limb>('RH', 'LH', 'RF', 'LF')
    const at = fc.integer({ min: 0, max: 2000 }).map(ms => ms / 1000)
    fc.assert(
      fc.property(
        fc.array(fc.tuple(at, limb), { maxLength: 40 }),
        fc.array(fc.tuple(at, limb), { maxLength: 40 }),
        fc.constantFrom<Tells>('limb', 'nothing', 'piece'),
        (cues, strikes, tells) => {
          const asked = cues.map(([t, l]) => asks(t, l)).sort((a, b) => a.at - b.at)
          const struck = strikes
            .map(([t, l]): StruckTake => ({ at: t, limb: l, pieceId: 'snare' }))
            .sort((a, b) => a.at - b.at)
          const { pairs, missed, extra } = match(asked, struck, tells)
          expect(new Set(pairs.map(one => one.struck)).size).toBe(pairs.length)
          expect(pairs.length + missed.length).toBe(asked.length)
          expect(pairs.length + extra.length).toBe(struck.length)
          for (const { asked: a, struck: s } of pairs)
            expect(Math.abs(asked[a]!.at - struck[s]!.at)).toBeLessThanOrEqual(0.11 + 1e-6)
        },
      ),
      { numRuns: 200 },
    )
  })
})

describe('what was measured before causes were named', () => {
  it('has those that its figures tell', () => {
    const limb = (name: Limb, lean: number, spread: number) => ({
      ...{ limb: name, strokes: 40, missed: 0, extra: 0, mean: lean, drift: 0 },
      ...{ lean, spread },
    })
    const old = measure([], [], { ...by, bars: 12 })
    const said = (limbs: ReturnType<typeof limb>[], more: Partial<typeof old> = {}) =>
      verdictOf(
        { ...old, version: 1, causes: [], asked: 120, strokes: 120, limbs, ...more },
        { bars: makeBars(meter(4, 4), 1, 4) },
      ).says
    expect(said([limb('RH', -10, 8), limb('LF', 26, 8)])).toMatch(
      /The left foot comes 26 ms after the right hand: play it with the right hand alone and count aloud, each stroke on its count/,
    )
    expect(said([limb('RH', -4, 8), limb('LF', 4, 40)])).toMatch(/The left foot is uneven, 40 ms either way/)
    expect(said([limb('RH', 0, 8), limb('LF', 0, 8)], { missed: 12 })).toMatch(/12 missed of 120/)
    expect(said([limb('RH', 0, 8), limb('LF', 0, 8)], { clean: 2 })).toMatch(/^Clean/)
    // 11 ms of 20 strokes that spread by 30: by chance up to 13.
    expect(said([limb('RH', 0, 8), { ...limb('LF', 11, 24), strokes: 16 }], { clean: 2 })).toMatch(/^Clean/)
  })
})

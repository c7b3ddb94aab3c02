import fc from 'fast-check'
import { LEVELS, LIMBS, ORNAMENTS } from '#core/kit'
import { type Bar, type Groove, type Part, makeBars, makeGroove, makePart, subdivisionsOf } from '#core/groove'
import { type Meter, beatTicks, meter, slotsOf } from '#core/time'

/** Meters a player may meet, additive ones among them. */
/** How far apart hats are in what is made here, most often simply open. */
const APART = ['open', 'open', 'half open', 'loose', 'tight'] as const

export const meters: fc.Arbitrary<Meter> = fc.oneof(
  fc.constantFrom(
    meter(4, 4),
    meter(3, 4),
    meter(6, 8),
    meter(7, 8),
    meter(7, 8, [3, 2, 2]),
    meter(12, 8),
    meter(5, 4),
    meter(5, 16),
    meter(2, 2),
    meter(11, 8, [3, 3, 3, 2]),
  ),
  fc.tuple(fc.integer({ min: 1, max: 21 }), fc.constantFrom(2, 4, 8, 16)).map(([count, unit]) => meter(count, unit)),
)

/** One to four bars, each with a meter of its own and a subdivision for each felt beat. */
export const barLines: fc.Arbitrary<Bar[]> = fc.array(
  meters.chain(one =>
    fc
      .tuple(...beatTicks(one).map(ticks => fc.constantFrom(...subdivisionsOf(ticks))))
      .map(slots => ({ ...makeBars(one, 1, 1)[0]!, slots }) as Bar),
  ),
  { minLength: 1, maxLength: 4 },
)

const strokesOn = (ats: number[]): fc.Arbitrary<Part['strokes']> =>
  fc
    .subarray(ats)
    .chain(chosen =>
      fc.tuple(
        ...chosen.map(at =>
          fc.constantFrom(...LEVELS).map(level => ({ at, level, piece: 'snare', stroke: 'hit' as const })),
        ),
      ),
    )

/** Valid grooves of up to four parts, every stroke on the grid. */
export const grooves: fc.Arbitrary<Groove> = barLines.chain(bars => {
  const ats = slotsOf(bars).map(slot => slot.at)
  return fc
    .array(fc.tuple(fc.constantFrom(...LIMBS), strokesOn(ats)), { minLength: 1, maxLength: 4 })
    .map(parts =>
      makeGroove({
        id: 'any',
        title: 'Any',
        bars,
        parts: parts.map(([limb, strokes], i) => makePart({ id: `p${i}`, name: `Part ${i}`, limb, strokes })),
      }),
    )
})

/** Grooves as drummers layer them: a lead on a cymbal, backbeat and ghosts on the snare, the feet; now and then linear, locked in part, with a cycle, or with everything else the schema has. */
export const drummed: fc.Arbitrary<Groove> = fc
  .tuple(
    fc.oneof(
      fc.constantFrom(
        makeBars(meter(4, 4), 1, 4),
        makeBars(meter(4, 4), 2, 4),
        makeBars(meter(4, 4), 1, 2),
        makeBars(meter(12, 8), 1, 3),
        makeBars(meter(7, 8), 1, [2, 2, 3]),
      ),
      barLines.map(bars => bars.slice(0, 2)),
    ),
    fc.integer(),
    fc.constantFrom('free', 'free', 'linear', 'locked', 'cycle'),
    fc.boolean(),
    fc.boolean(),
  )
  .map(([bars, seed, kind, left, rich]) => {
    const slots = slotsOf(bars)
    let state = seed
    const roll = () => {
      state = (Math.imul(state ^ (state >>> 13), 0x5bd1e995) + 0x6d2b79f5) | 0
      return (state >>> 0) / 4294967296
    }
    const taken = new Set<number>()
    const line = (density: number, of: (at: number) => Part['strokes'][number]) =>
      slots.flatMap(({ at }) => {
        if (roll() > density || (kind === 'linear' && taken.has(at))) return []
        taken.add(at)
        return [of(at)]
      })
    const level = () => (1 + Math.floor(roll() * 5)) as 1 | 2 | 3 | 4 | 5
    const lead = roll() < 0.5 ? 'hi-hat' : 'ride'
    const back = line(0.25, at => ({ at, piece: 'snare', stroke: 'hit', level: 5 }))
    const struck = new Set(back.map(stroke => stroke.at))
    const parts = [
      makePart({ id: 'back', name: 'Backbeat', role: 'backbeat', limb: left ? 'RH' : 'LH', strokes: back }),
      makePart({
        id: 'bass',
        name: 'Bass drum',
        role: 'bass drum',
        limb: left ? 'LF' : 'RF',
        strokes: line(0.3, at => ({ at, piece: 'bass drum', stroke: 'hit', level: level() })),
      }),
      makePart({
        id: 'lead',
        name: 'Lead',
        role: 'lead',
        limb: left ? 'LH' : 'RH',
        strokes: line(0.6, at => ({ at, piece: lead, stroke: 'hit', level: level() })),
      }),
      makePart({
        id: 'foot',
        name: 'Hat foot',
        role: 'hat foot',
        limb: left ? 'RF' : 'LF',
        strokes: line(0.25, at => ({ at, piece: 'hi-hat', stroke: 'chick', level: 3 })),
      }),
      makePart({
        id: 'ghosts',
        name: 'Ghosts',
        role: 'ghosts',
        limb: left ? 'RH' : 'LH',
        strokes: line(0.2, at => ({ at, piece: 'snare', stroke: 'hit', level: 1 })).filter(
          stroke => !struck.has(stroke.at),
        ),
      }),
    ]
    // Now and then everything else that a groove may hold: ornaments, openings with and without a length, other strokes, muted
    // parts, pick-ups, pushes, parts that swing by themselves, and strokes in no order.
    const dress = <T>(rare: number, one: T): T | undefined => (rich && roll() < rare ? one : undefined)
    const richly = (part: Part): Part => {
      if (!rich) return part
      const hand = part.limb.endsWith('H')
      const strokes = part.strokes.map(stroke => {
        const ornament = hand ? dress(0.12, ORNAMENTS[Math.floor(roll() * ORNAMENTS.length)]) : undefined
        const kind =
          stroke.piece === 'snare'
            ? dress(0.15, (['cross-stick', 'rim shot', 'buzz'] as const)[Math.floor(roll() * 3)])
            : stroke.piece === 'hi-hat'
              ? dress(0.3, hand ? APART[Math.floor(roll() * APART.length)]! : ('splash' as const))
              : stroke.piece === 'ride'
                ? dress(0.15, 'bell' as const)
                : undefined
        const openFor = kind === 'open' ? dress(0.5, slots[0]!.length * (1 + Math.floor(roll() * 3))) : undefined
        return { ...stroke, ...(ornament && { ornament }), ...(kind && { stroke: kind }), ...(openFor && { openFor }) }
      })
      return {
        ...part,
        strokes: roll() < 0.2 ? strokes.toReversed() : strokes,
        muted: roll() < 0.08,
        swing: dress(0.1, { level: '1/16' as const, share: 0.58 }) ?? null,
        pickUp: dress(0.1, slots.at(-1)!.length) ?? null,
      }
    }
    const first = slots[0]!.length * 3
    const dressed =
      kind === 'locked'
        ? parts.map((part, i) => ({ ...part, locked: i % 2 === 0 }))
        : kind === 'cycle'
          ? [
              ...parts.slice(0, 4),
              makePart({
                id: 'cycle',
                name: 'Cycle',
                limb: 'RH',
                every: first,
                strokes: [{ at: 0, piece: 'cowbell', stroke: 'hit', level: 3 }],
              }),
            ]
          : parts
    const pickUp = dress(0.2, { ticks: slots.at(-1)!.length, repeats: roll() < 0.5 }) ?? null
    const swing = roll() < 0.3 ? { level: '1/8' as const, share: 0.6 } : null
    const lengthOf = (i: number) =>
      slots.slice(i, i + 1 + Math.floor(roll() * 3)).reduce((sum, slot) => sum + slot.length, 0)
    const guides =
      roll() < 0.3
        ? [
            {
              id: 'line',
              name: 'Line',
              notes: slots.flatMap(({ at }, i) =>
                i % 3 === 0 && roll() < 0.5 ? [{ at, length: lengthOf(i), level: level() }] : [],
              ),
            },
          ]
        : []
    return makeGroove({
      guides,
      id: 'any',
      title: 'Any',
      bars,
      lead: left ? 'left' : 'right',
      parts: dressed.map(richly),
      pickUp,
      tempo: { bpm: 60 + Math.floor(roll() * 120), counts: '1/4' },
      feel: { swing, push: dress(0.3, { snare: Math.round(roll() * 40 - 20) }) ?? {} },
    })
  })

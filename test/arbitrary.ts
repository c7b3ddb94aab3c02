import fc from 'fast-check'
import { LEVELS, LIMBS } from '#core/kit'
import { type Bar, type Groove, type Part, makeBars, makeGroove, makePart, subdivisionsOf } from '#core/groove'
import { type Meter, beatTicks, meter, slotsOf } from '#core/time'

/** Meters a player may meet, additive ones among them. */
export const meters: fc.Arbitrary<Meter> = fc.oneof(
  fc.constantFrom(meter(4, 4), meter(3, 4), meter(6, 8), meter(7, 8), meter(7, 8, [3, 2, 2]), meter(12, 8), meter(5, 4), meter(5, 16), meter(2, 2), meter(11, 8, [3, 3, 3, 2])),
  fc.tuple(fc.integer({ min: 1, max: 21 }), fc.constantFrom(2, 4, 8, 16)).map(([count, unit]) => meter(count, unit)),
)

/** One to four bars, each with a meter of its own and a subdivision for each felt beat. */
export const barLines: fc.Arbitrary<Bar[]> = fc.array(
  meters.chain(one => fc.tuple(...beatTicks(one).map(ticks => fc.constantFrom(...subdivisionsOf(ticks))))
    .map(slots => ({ ...makeBars(one, 1, 1)[0]!, slots }) as Bar)),
  { minLength: 1, maxLength: 4 },
)

const strokesOn = (ats: number[]): fc.Arbitrary<Part['strokes']> =>
  fc.subarray(ats).chain(chosen => fc.tuple(...chosen.map(at => fc.constantFrom(...LEVELS).map(level => ({
    at, level, piece: 'snare', stroke: 'hit' as const,
  })))))

/** Valid grooves of up to four parts, every stroke on the grid. */
export const grooves: fc.Arbitrary<Groove> = barLines.chain((bars) => {
  const ats = slotsOf(bars).map(slot => slot.at)
  return fc.array(fc.tuple(fc.constantFrom(...LIMBS), strokesOn(ats)), { minLength: 1, maxLength: 4 })
    .map(parts => makeGroove({
      id: 'any',
      title: 'Any',
      bars,
      parts: parts.map(([limb, strokes], i) => makePart({ id: `p${i}`, name: `Part ${i}`, limb, strokes })),
    }))
})

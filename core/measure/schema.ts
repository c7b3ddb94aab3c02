import { z } from 'zod'
import { LIMBS } from '#core/kit'
import { oneOf, whole } from '#core/fields'
import { TELLS } from './struck'

/** Where strokes come from: four keys, pads over MIDI, the simulated drummer, or a file. */
const INPUTS = ['keys', 'pads', 'simulated', 'file'] as const
export type InputName = (typeof INPUTS)[number]

const many = (what: string) => whole(what, 0, 100_000)
const ms = (what: string) =>
  z
    .number({ error: `${what} is a number of milliseconds.` })
    .min(-1000, { error: `${what} is at least -1000 ms.` })
    .max(1000, { error: `${what} is at most 1000 ms.` })
const limb = oneOf(LIMBS, 'limb')
const tick = whole('A tick of what was measured', -1_000_000, 10_000_000)

/** How a limb played: `lean` against the mean of the other limbs, `mean` against the cues themselves. Null where there were too few strokes to tell. */
const limbMeasures = z.strictObject({
  limb,
  strokes: many('Strokes of a limb'),
  missed: many('Missed strokes'),
  extra: many('Extra strokes'),
  mean: ms('A mean').nullable(),
  lean: ms('A lean').nullable(),
  spread: ms('A spread').nullable(),
  drift: ms('A drift, a minute,').nullable(),
})

/** A measured performance of a stage, small enough to be kept with its entry. Milliseconds; early is negative. */
export const measuresSchema = z.strictObject({
  version: z.literal(1, { error: 'The version of measures is 1.' }),
  input: oneOf(INPUTS, 'input'),
  tells: oneOf(TELLS, 'thing an input tells'),
  /** True where the player vouches for the latency, or a loop-back found it: only then is earliness as such shown. */
  vouched: z.boolean({ error: 'vouched is true or false.' }),
  asked: many('Strokes asked for'),
  strokes: many('Strokes matched'),
  missed: many('Missed strokes'),
  extra: many('Extra strokes'),
  bars: many('Bars'),
  /** How many times four bars in a row were clean. */
  clean: many('Clean times'),
  limbs: z.array(limbMeasures).max(4, { error: 'There are four limbs.' }),
  /** Two limbs at one instant: how far apart on the mean, and by how much the second comes after the first. Worst first. */
  unisons: z
    .array(
      z.strictObject({
        limbs: z.tuple([limb, limb]),
        tick,
        strokes: many('Strokes of a unison'),
        apart: ms('A distance'),
        lean: ms('A lean'),
      }),
    )
    .max(64),
  /** Where each limb lies at each slot. */
  slots: z
    .array(
      z.strictObject({ limb, tick, strokes: many('Strokes of a slot'), mean: ms('A mean'), spread: ms('A spread') }),
    )
    .max(256),
  /** Single strokes, evenly thinned where there are many: limb, tick, and ms off; for the picture. */
  dots: z.array(z.tuple([limb, tick, ms('A distance')])).max(400),
  levels: z
    .array(
      z.strictObject({
        limb,
        asked: whole('A level', 1, 5),
        got: z.number().min(1).max(5),
        strokes: many('Strokes of a level'),
      }),
    )
    .max(20),
})

export type Measures = z.infer<typeof measuresSchema>
export type LimbMeasures = Measures['limbs'][number]

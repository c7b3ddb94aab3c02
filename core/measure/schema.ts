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

/** What a teacher would name as wrong, in the order of docs/rules.md, What a verdict says. */
const CAUSES = [
  'nothing',
  'few',
  'double',
  'half',
  'tempo',
  'offset',
  'lost',
  'absent limb',
  'absent ghosts',
  'absent stroke',
  'elsewhere',
  'moved',
  'scattered',
  'drift',
  'fill',
  'whole',
  'unison',
  'limb',
  'swing',
  'slot',
  'spread',
  'level',
] as const

/**
 * One thing that was wrong. `weight` is its figure over its threshold, from 1 on heard; `figure` is in ms, per cent, or strokes `of` so
 * many; `ticks` how far something is moved, or the pair that swings; `met` only where another limb plays; `tempo` a drift of the tempo.
 */
const causeSchema = z.strictObject({
  kind: oneOf(CAUSES, 'cause'),
  weight: z.number().min(0).max(1000),
  figure: z.number().min(-100_000).max(100_000),
  of: many('Strokes of a cause').optional(),
  limb: limb.optional(),
  limbs: z.tuple([limb, limb]).optional(),
  tick: tick.optional(),
  /** Written strokes that it happens to, in ticks. */
  places: z.array(tick).max(32).optional(),
  ticks: whole('Ticks that something is moved by', -100_000, 100_000).optional(),
  piece: z.string().max(60).optional(),
  bar: many('A bar').optional(),
  from: many('A bar').optional(),
  to: many('A bar').optional(),
  met: z.boolean().optional(),
  tempo: z.boolean().optional(),
  ghosts: z.boolean().optional(),
})

/** A measured performance of a stage, small enough to be kept with its entry. Milliseconds; early is negative. */
export const measuresSchema = z.strictObject({
  /** From 2 on with causes. */
  version: z.union([z.literal(1), z.literal(2)], { error: 'The version of measures is 1 or 2.' }),
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
  /** What was wrong, the greatest first; none where all was well, or where it was measured before causes were named. */
  causes: z.array(causeSchema).max(8).default([]),
})

export type Cause = z.infer<typeof causeSchema>
export type Measures = z.infer<typeof measuresSchema>
export type LimbMeasures = Measures['limbs'][number]

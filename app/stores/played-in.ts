import * as z from 'zod/mini'
import { LEVELS, LIMBS, STROKE_KINDS } from '#core/kit'
import type { Into, PlayInOptions, PlayedStroke, PlayedTake } from '#core/record'
import { readBy } from '../read-by'
import type { RememberedShape } from '../remembered'

const limb = z.enum(LIMBS)
const how = z.enum(['add', 'replace'])
const into: z.ZodMiniType<Into> = z.discriminatedUnion('to', [
  z.object({ to: z.literal('limbs') }),
  z.object({ to: z.literal('part'), partId: z.string(), limb }),
  z.object({ to: z.literal('line'), guideId: z.string() }),
])
const stroke: z.ZodMiniType<PlayedStroke> = z.object({
  at: z.number(),
  limb: z.optional(limb),
  pieceId: z.optional(z.string()),
  stroke: z.optional(z.enum(STROKE_KINDS)),
  level: z.optional(z.literal(LEVELS)),
  held: z.optional(z.number()),
})
const take: z.ZodMiniType<PlayedTake> = z.object({ how, into, strokes: z.array(stroke) })
const options: z.ZodMiniType<PlayInOptions> = z.object({
  how,
  into,
  limbs: z.array(limb),
  grid: z.enum(['own', 'best']),
  strength: z.number(),
  feel: z.boolean(),
})

/** What was played into one groove, remembered in the browser until it is dropped; `kept` once the groove has it. */
const session = z.object({
  span: z.object({ from: z.number(), to: z.number() }),
  takes: z.array(take),
  ids: z.string(),
  kept: z.boolean(),
  options,
})
type PlayInSession = z.infer<typeof session>
/** What was played in, by groove. */
export const PLAYED_IN: RememberedShape<Record<string, PlayInSession>> = {
  read: readBy(z.record(z.string(), session)),
  usual: {},
}

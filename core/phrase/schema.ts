import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import {
  type Groove,
  GROOVE_SHAPE,
  LIMITS,
  grooveSchema,
  idSchema,
  strokeSchema,
  tempoSchema,
  tickSchema,
} from '#core/groove'
import { LIMBS } from '#core/kit'
import { type Result, readAs } from '#core/result'
import { LETTERS } from '#core/style'
import { MAX_COUNT, SUBDIVISIONS } from '#core/time'
import { upgraded } from '#core/upgrade'
import { ENDINGS, FILL_FEET, FILL_LOUDNESS, PHRASE_LIMITS, PHRASE_SHAPE, RESTS } from './bounds'
import { phraseMisfits } from './fits'

const yes = (what: string) => z.boolean({ error: `${what} is true or false.` })

/** A stroke of a fill: as in a groove, with the limb that makes it; `at` counts from the fill’s start, in ticks. */
const fillStrokeSchema = z.strictObject({ ...strokeSchema.shape, limb: oneOf(LIMBS, 'limb') })
/** A groove’s stroke that a fill leaves out: `at` counts from the fill’s start, and is negative before it. */
const leftOutSchema = z.strictObject({
  limb: oneOf(LIMBS, 'limb'),
  at: z.int({ error: 'The place of a stroke left out is a whole number of ticks from the fill’s start.' }),
})

const ROW_LETTERS = new RegExp(`^[.${Object.keys(LETTERS).join('')}]{1,128}$`)

const fillSourceSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ kind: z.literal('singles') }),
    z.strictObject({ kind: z.literal('sticking'), text: words('A sticking', 1, 400) }),
    z.strictObject({ kind: z.literal('rudiment'), id: words('The id of a rudiment', 1, 60) }),
    /** A row as the vocabulary of a style writes it, a letter a slot: which drum, how loud. */
    z.strictObject({
      kind: z.literal('row'),
      text: z
        .string({ error: 'A row of a fill is text.' })
        .regex(ROW_LETTERS, {
          error: `A row of a fill has a letter a slot: ${Object.keys(LETTERS).join(' ')}, and a point for a rest; 1 to 128 of them.`,
        }),
    }),
    z.strictObject({
      kind: z.literal('groups'),
      texts: z
        .array(words('A note group', 1, 40))
        .min(1, { error: 'Choose at least one note group.' })
        .max(16, { error: 'At most 16 note groups.' }),
    }),
  ],
  { error: 'A fill comes from singles, a sticking, a row, a rudiment or groups.' },
)

export const fillSchema = z
  .strictObject({
    /** Ticks from the start of the round it lies over. */
    from: whole('Where a fill begins, in ticks,', 0, PHRASE_LIMITS.bars * MAX_COUNT * 10080),
    length: tickSchema('How long a fill lasts, in ticks,', 1),
    /** Slots of each felt beat that it runs on; null for those of the bars. */
    grid: z
      .literal([...SUBDIVISIONS], { error: 'A fill runs on 1 to 8 or 12 slots of a felt beat, or on null.' })
      .nullable()
      .default(null),
    source: fillSourceSchema,
    /** The hand that begins. */
    first: oneOf(['R', 'L'], 'hand to begin with'),
    /** The pieces of the hands, blow by blow and again from the first; or led round from a seed. */
    path: z.union(
      [
        z
          .array(words('The name of a piece', 1, 60))
          .min(1, { error: 'A path has at least one piece.' })
          .max(PHRASE_LIMITS.path, { error: `A path has at most ${PHRASE_LIMITS.path} pieces.` }),
        z.strictObject({ seed: whole('A seed', 0, 2 ** 31), afresh: yes('afresh') }),
      ],
      { error: 'A path is a list of pieces, or a seed and whether it is led afresh each time.' },
    ),
    loudness: oneOf(FILL_LOUDNESS, 'shape of loudness'),
    feet: oneOf(FILL_FEET, 'way to keep the feet'),
    ending: oneOf(ENDINGS, 'ending'),
    leaveOut: z.array(leftOutSchema).max(64, { error: 'At most 64 strokes are left out.' }).default([]),
    /** Its strokes: once, or as often as it differs when it is led again each time. */
    takes: z
      .array(
        z
          .array(fillStrokeSchema)
          .max(PHRASE_LIMITS.fillStrokes, { error: `A fill has at most ${PHRASE_LIMITS.fillStrokes} strokes.` }),
      )
      .min(1, { error: 'A fill has at least one take.' })
      .max(PHRASE_LIMITS.takes, { error: `A fill has at most ${PHRASE_LIMITS.takes} takes.` }),
    /** What it plays on the 1 it leads to, and which limbs leave that 1 out. */
    landing: z.strictObject({
      strokes: z.array(fillStrokeSchema).max(8, { error: 'A fill lands with at most 8 strokes.' }),
      leaveOut: z.array(oneOf(LIMBS, 'limb')),
    }),
  })
  .superRefine((fill, ctx) =>
    fill.takes.forEach((take, t) =>
      take.forEach((stroke, s) => {
        if (stroke.at >= fill.length)
          ctx.addIssue({
            code: 'custom',
            path: ['takes', t, s, 'at'],
            message: `A stroke at tick ${stroke.at} is beyond the fill, which is ${fill.length} ticks long.`,
          })
      }),
    ),
  )

const whenSchema = z.union(
  [
    z.strictObject({ every: whole('Every how many rounds', 1, PHRASE_LIMITS.bars) }),
    z.strictObject({ round: whole('The round', 1, PHRASE_LIMITS.bars) }),
    z.literal('last'),
  ],
  { error: 'A turn comes every so many rounds ({ every }), in one of them ({ round }), or in the "last".' },
)

const turnSchema = z.strictObject({
  when: whenSchema,
  put: z.union([z.strictObject({ groove: idSchema }), z.strictObject({ fill: fillSchema })], {
    error: 'A turn puts in a groove by its key, or a fill.',
  }),
})

export const sectionSchema = z.strictObject({
  id: idSchema,
  name: words('The name of a section', 1, 60),
  /** Bars of one round, and how many rounds. */
  bars: whole('The bars of a section', 1, PHRASE_LIMITS.bars),
  times: whole('How often a section is played', 1, PHRASE_LIMITS.bars),
  tempo: tempoSchema.nullable().default(null),
  play: z.union(
    [
      z.strictObject({ groove: idSchema }),
      /** The player’s own bars, of the meters of a groove; its feet and a click may go on. */
      z.strictObject({ rest: oneOf(RESTS, 'kind of rest'), like: idSchema, feet: yes('feet'), click: yes('click') }),
    ],
    { error: 'A section plays a groove by its key, or rests like one.' },
  ),
  turns: z
    .array(turnSchema)
    .max(PHRASE_LIMITS.turns, { error: `A section has at most ${PHRASE_LIMITS.turns} turns.` })
    .default([]),
})

/** A groove of the phrase: by its id, and as it was last seen; a pinned one stays as it was. */
export const playedGrooveSchema = z.strictObject({
  id: idSchema,
  pinned: yes('pinned').default(false),
  seen: z.strictObject(
    { revision: whole('A revision', 1, 1e9), groove: grooveSchema },
    {
      error:
        'A groove of a phrase is kept as it was last seen: { revision, groove }. This one was never seen, so there is nothing to play.',
    },
  ),
})

export const phraseFactsSchema = z.strictObject({
  title: words('The title', 1, LIMITS.title),
  notes: z
    .string()
    .max(LIMITS.notes, { error: `Notes are at most ${LIMITS.notes} characters.` })
    .default(''),
  tempo: tempoSchema,
  kitId: idSchema.default('five-piece'),
})

const phraseSchema = z
  .strictObject({
    format: z.literal(PHRASE_SHAPE.format, {
      error: `format is "${PHRASE_SHAPE.format}"; this is some other kind of file.`,
    }),
    version: z.literal(PHRASE_SHAPE.version, {
      error: issue =>
        `version is ${PHRASE_SHAPE.version}; this file says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
    }),
    id: idSchema,
    ...phraseFactsSchema.shape,
    grooves: z.record(idSchema, playedGrooveSchema),
    sections: z
      .array(sectionSchema)
      .min(1, { error: 'A phrase has at least one section, and so at least one bar.' })
      .max(PHRASE_LIMITS.sections, { error: `A phrase has at most ${PHRASE_LIMITS.sections} sections.` }),
  })
  .superRefine((phrase, ctx) => {
    // Whether figures fit each other is a question only of figures that are some.
    if (ctx.issues.length) return
    for (const { path, reason } of phraseMisfits(phrase)) ctx.addIssue({ code: 'custom', path, message: reason })
  })

export type Phrase = z.infer<typeof phraseSchema>
export type PhraseFacts = z.infer<typeof phraseFactsSchema>
export type Section = z.infer<typeof sectionSchema>
export type Turn = z.infer<typeof turnSchema>
export type When = Turn['when']
export type Fill = z.infer<typeof fillSchema>
export type FillSource = z.infer<typeof fillSourceSchema>
export type FillStroke = z.infer<typeof fillStrokeSchema>
export type PlayedGroove = z.infer<typeof playedGrooveSchema>

/**
 * A phrase from unknown data of any version there was; the grooves it has seen are brought up to date too.
 * @example readPhrase({ ...phrase, sections: [] }).reason // => 'This is not a valid phrase. sections: A phrase has at least one section, and so at least one bar.'
 */
export function readPhrase(input: unknown): Result<Phrase> {
  const document = upgraded(input, PHRASE_SHAPE)
  if (!document.ok) return document
  const grooves = (document.value as { grooves?: Record<string, { seen?: { groove?: unknown } }> } | null)?.grooves
  if (!grooves || typeof grooves !== 'object') return readAs(phraseSchema, document.value, 'phrase')
  const brought: Record<string, unknown> = {}
  for (const [key, entry] of Object.entries(grooves)) {
    if (!entry?.seen || typeof entry.seen !== 'object') {
      brought[key] = entry
      continue
    }
    const groove = upgraded(entry.seen.groove, GROOVE_SHAPE)
    if (!groove.ok) return groove
    brought[key] = { ...entry, seen: { ...entry.seen, groove: groove.value as Groove } }
  }
  return readAs(phraseSchema, { ...(document.value as object), grooves: brought }, 'phrase')
}

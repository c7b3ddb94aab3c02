import { z } from 'zod'
import { whole, words } from '#core/fields'
import { isSoundType, LARGEST_SOUND, SOUND_FORMATS } from '#core/formats'
import { idSchema } from '#core/groove'
import { type Result, readAs } from '#core/result'
import { type Shape, upgraded } from '#core/upgrade'

/** How a recording is kept. */
export const RECORDING_SHAPE = {
  format: 'bazzet-recording',
  what: 'recording',
  version: 1,
  upgrades: [],
} as const satisfies Shape

/** The longest recording, in seconds; the most beats, bars, sections, marks; the most beats of a bar; and letters of names. */
export const RECORDING_LIMITS = {
  seconds: 15 * 60,
  beats: 6000,
  anchors: 400,
  sections: 60,
  marks: 200,
  barBeats: 15,
  title: 120,
  name: 60,
  words: 400,
} as const

/** How the beats that were found are counted: as they are, twice as many, or every other one. */
export const LEVELS_COUNTED = ['as heard', 'twice', 'half'] as const

const { seconds: MOST_SECONDS, beats: MOST_BEATS, barBeats: MOST_BAR } = RECORDING_LIMITS
const time = (what: string) =>
  z
    .number({ error: `${what} is a number of seconds.` })
    .min(0, { error: `${what} is not before the beginning.` })
    .max(MOST_SECONDS + 1, { error: `${what} is within ${MOST_SECONDS / 60} minutes.` })
const list = <T extends z.ZodType>(of: T, what: string, most: number) =>
  z.array(of, { error: `${what} are a list.` }).max(most, { error: `${what} are at most ${most}.` })

const assetSchema = z.strictObject({
  sha256: z
    .string({ error: 'A sound is named by its hash.' })
    .regex(/^[0-9a-f]{64}$/, { error: 'A sound is named by the SHA-256 of its file, 64 hexadecimal digits.' }),
  type: z
    .string({ error: 'The format of a sound is text.' })
    .refine(isSoundType, { error: `The format of a sound is the media type of ${SOUND_FORMATS}.` }),
  bytes: whole('The size of a sound', 1, LARGEST_SOUND),
})

const heardSchema = z.strictObject({
  /** Where the beats are, in seconds, one after another. */
  beats: list(time('A beat'), 'Beats', MOST_BEATS),
  /** Bars over them: the number of the first beat, how many beats, and how sure that is, from 0 to 1. */
  bars: list(
    z.strictObject({
      beat: whole('The first beat of a bar', 0, MOST_BEATS),
      beats: whole('The beats of a bar', 1, MOST_BAR),
      sure: z.number({ error: 'How sure a bar is, is a number.' }).min(0).max(1),
    }),
    'Bars',
    MOST_BEATS,
  ),
})

/**
 * What the player has put right, apart from what was found: at the beat nearest to a time, a bar begins; from it on bars have so many beats;
 * or this one bar has.
 */
const anchorSchema = z.discriminatedUnion(
  'is',
  [
    z.strictObject({ at: time('An anchor'), is: z.literal('one') }),
    z.strictObject({ at: time('An anchor'), is: z.literal('meter'), beats: whole('The beats of a bar', 1, MOST_BAR) }),
    z.strictObject({
      at: time('An anchor'),
      is: z.literal('odd bar'),
      beats: whole('The beats of a bar', 1, MOST_BAR),
    }),
  ],
  { error: 'An anchor is a one, a meter or an odd bar.' },
)

const recordingSchema = z
  .strictObject({
    format: z.literal(RECORDING_SHAPE.format, {
      error: `format is "${RECORDING_SHAPE.format}"; this is some other kind of document.`,
    }),
    version: z.literal(RECORDING_SHAPE.version, {
      error: issue =>
        `version is ${RECORDING_SHAPE.version}; this recording says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
    }),
    id: idSchema,
    title: words('The title of a recording', 1, RECORDING_LIMITS.title),
    asset: assetSchema,
    seconds: time('The length of a recording'),
    /** What was found in it; null while it has not been listened to. */
    heard: heardSchema.nullable().default(null),
    counted: z.enum(LEVELS_COUNTED, { error: `Beats are counted ${LEVELS_COUNTED.join(', ')}.` }).default('as heard'),
    anchors: list(anchorSchema, 'Anchors', RECORDING_LIMITS.anchors).default([]),
    sections: list(
      z.strictObject({
        id: idSchema,
        name: words('The name of a section', 1, RECORDING_LIMITS.name),
        from: time('The beginning of a section'),
        to: time('The end of a section'),
      }),
      'Sections',
      RECORDING_LIMITS.sections,
    ).default([]),
    marks: list(
      z.strictObject({
        id: idSchema,
        at: time('A mark'),
        words: words('The words of a mark', 1, RECORDING_LIMITS.words),
      }),
      'Marks',
      RECORDING_LIMITS.marks,
    ).default([]),
  })
  .superRefine(({ heard, sections }, ctx) => {
    heard?.beats.forEach((beat, i) => {
      if (i > 0 && beat <= heard.beats[i - 1]!)
        ctx.addIssue({ code: 'custom', path: ['heard', 'beats', i], message: 'Beats come one after another.' })
    })
    sections.forEach((section, i) => {
      if (section.to <= section.from)
        ctx.addIssue({ code: 'custom', path: ['sections', i, 'to'], message: 'A section ends after it begins.' })
    })
  })
export type Recording = z.infer<typeof recordingSchema>
export type Anchor = Recording['anchors'][number]
export type HeardBeats = NonNullable<Recording['heard']>

/**
 * A recording from what a file or the server gave, brought up to date; a refusal says which field is wrong and what would be right.
 * @example readRecording({ format: 'bazzet-recording', version: 1 }).ok // => false
 */
export function readRecording(input: unknown): Result<Recording> {
  const document = upgraded(input, RECORDING_SHAPE)
  return document.ok ? readAs(recordingSchema, document.value, 'recording') : document
}

/**
 * A recording that nothing is known of yet but its file.
 * @example makeRecording({ id: 'r', title: 'Take two', asset: { sha256: '0'.repeat(64), type: 'audio/wav', bytes: 44 }, seconds: 3 }).anchors // => []
 */
export const makeRecording = (facts: Pick<Recording, 'id' | 'title' | 'asset' | 'seconds'>): Recording => ({
  format: RECORDING_SHAPE.format,
  version: RECORDING_SHAPE.version,
  ...facts,
  heard: null,
  counted: 'as heard',
  anchors: [],
  sections: [],
  marks: [],
})

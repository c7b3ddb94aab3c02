import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import { idSchema, partSchema, tempoSchema, tickSchema } from '#core/groove'
import { CLICKS, HUMAN_RANGE, PLAYERS, SPOKEN } from '#core/perform'
import type { Tempo } from '#core/time'
import { climbSchema } from './climb'
import { subjectSchema } from './subject'

/** A tempo that is kept, with the note value it counts. `assumed` where an older record did not say which. */
export const keptTempoSchema = z.strictObject({
  ...tempoSchema.shape,
  assumed: z.literal(true, { error: 'assumed is true, or left out.' }).optional(),
})

export const spanSchema = z
  .strictObject({
    from: tickSchema('The start of a span, in ticks,', 0),
    to: tickSchema('The end of a span, in ticks,', 1),
  })
  .refine(span => span.to > span.from, { path: ['to'], error: 'A span ends after it begins.' })

export const partsSchema = z.record(
  idSchema,
  z.enum(PLAYERS, { error: `A part is played by one of: ${PLAYERS.join(', ')}.` }),
)

/** Bars that sound and bars that do not, in turn. */
const inTurn = z.strictObject({ sound: whole('Bars that sound', 1, 64), silent: whole('Bars that are silent', 0, 64) })

export const clickSchema = z.strictObject({
  program: z.union([z.enum(CLICKS), z.array(tickSchema('A slot of the click, in ticks,', 0)).max(400)], {
    error: `A click is one of: ${CLICKS.join(', ')}; or a list of ticks.`,
  }),
  gaps: inTurn.nullable().default(null),
  /** A voice that counts instead: on every slot, the felt beats, or where a limb strikes; in the words of the player. */
  voice: oneOf(SPOKEN, 'place for a voice').nullable().default(null),
})

/** How long a stage lasts, or in a climb each rung of it: some time, some bars, or until it was clean a number of times. */
const lengthSchema = z.union(
  [
    z.strictObject({
      seconds: z
        .number({ error: 'The length of a stage is a number of seconds.' })
        .min(5, { error: 'A stage lasts at least 5 seconds.' })
        .max(3600, { error: 'A stage lasts at most an hour.' }),
    }),
    z.strictObject({ bars: whole('The bars of a stage', 1, 1000) }),
    z.strictObject({ clean: whole('The clean times of a stage', 1, 50) }),
  ],
  { error: 'A stage lasts so many seconds (5 to 3600), bars (1 to 1000) or clean times (1 to 50).' },
)

/** One step of a plan: who plays each part, over which span, to which click, at what tempo, how long. */
export const stageSchema = z
  .strictObject({
    id: idSchema,
    name: words('The name of a stage', 1, 160),
    subject: subjectSchema,
    /** The run of the subject's ticks that is practised; `null` for all of it. */
    span: spanSchema.nullable().default(null),
    /** Who plays each part, by its id; in a phrase and in turns each limb, by its name (`RH`). One that is not named is silent. */
    parts: partsSchema,
    /** Parts that are there in this stage alone, such as a hat foot to practise against. */
    extra: z.array(partSchema).max(8, { error: 'A stage adds at most 8 parts.' }).default([]),
    /** Lines above the limbs that are heard along with it, by their ids. */
    lines: z.array(idSchema).max(8, { error: 'A stage hears at most 8 lines.' }).default([]),
    length: lengthSchema,
    click: clickSchema,
    /** Bars with the machine and bars without, in turn. */
    fades: inTurn.nullable().default(null),
    countIn: z
      .int({ error: 'Bars counted in are a whole number.' })
      .min(0, { error: 'Bars counted in are not negative.' })
      .max(4, { error: 'At most 4 bars are counted in.' })
      .default(1),
    tempo: keptTempoSchema,
    climb: climbSchema.nullable().default(null),
    /** Where an earlier stage of the run found the ceiling, this share of it is the tempo; else the tempo stays. */
    ofCeiling: z
      .number({ error: 'ofCeiling is a share of the ceiling, or null.' })
      .min(0.2, { error: 'ofCeiling is at least 0.2.' })
      .max(1.5, { error: 'ofCeiling is at most 1.5.' })
      .nullable()
      .default(null),
    /** How far off the machine plays, as people do, in ms of spread; 0 is exact. */
    human: z
      .number({ error: 'How far off the machine plays is a number of milliseconds.' })
      .min(0, { error: 'How far off the machine plays is not negative.' })
      .max(HUMAN_RANGE.spread, { error: `The machine is at most ${HUMAN_RANGE.spread} ms off.` })
      .default(0),
    /** `step`: instant by instant as the player presses, with no pulse. */
    pulse: oneOf(['steady', 'step'], 'pulse').default('steady'),
    on: z.enum(['kit', 'pad'], { error: 'on is "kit" or "pad".' }).default('kit'),
    /** What to attend to, in the player's own words; shown while the stage runs. */
    attend: words('What to attend to', 0, 200).default(''),
    /** What the player has set by hand; the rest may follow what is in the stage. */
    given: z.array(z.enum(['name'], { error: 'What is given by hand is "name".' })).default([]),
  })
  .refine(stage => stage.subject.kind === 'break' || Object.values(stage.parts).some(by => by !== 'silent'), {
    path: ['parts'],
    error: 'A stage plays at least one part.',
  })
  .refine(stage => stage.subject.kind !== 'break' || 'seconds' in stage.length, {
    path: ['length'],
    error: 'A break lasts so many seconds.',
  })

export type Stage = z.infer<typeof stageSchema>
/** A stage as it may be written, what has a usual value left out. */
export type NewStage = z.input<typeof stageSchema>

/**
 * A stage with the usual values where none are given: `makeStage({ id, name, subject, parts, length, click, tempo })`.
 * @example makeStage({ id: 's', name: 'All', subject: stage.subject, parts: {}, length: { seconds: 60 }, tempo: groove.tempo }).click // => { program: 'every beat', gaps: null, voice: null }
 */
export const makeStage = (
  given: Pick<Stage, 'id' | 'name' | 'subject' | 'parts' | 'length' | 'tempo'> & Partial<Stage>,
): Stage => ({
  span: null,
  extra: [],
  lines: [],
  click: { program: 'every beat', gaps: null, voice: null },
  fades: null,
  countIn: 1,
  climb: null,
  ofCeiling: null,
  human: 0,
  pulse: 'steady',
  on: 'kit',
  attend: '',
  given: [],
  ...given,
})

/**
 * A tempo as it is kept without the mark of an assumption: what a player has set, or a groove says.
 * @example plainTempo(groove.tempo) // => { bpm: 100, counts: '1/4' }
 */
export const plainTempo = ({ bpm, counts }: Tempo): Tempo => ({ bpm, counts })

/**
 * The ids of the parts that somebody plays in a stage.
 * @example partsOf({ parts: { hats: 'player', bass: 'silent' } }) // => ['hats']
 */
export const partsOf = ({ parts }: Pick<Stage, 'parts'>): string[] =>
  Object.keys(parts).filter(id => parts[id] !== 'silent')

/**
 * Whether a stage casts limbs, since its grooves have parts of their own: a phrase, or turns.
 * @example castsLimbs(stage) // => false
 */
export const castsLimbs = ({ subject }: Pick<Stage, 'subject'>): boolean =>
  subject.kind === 'phrase' || subject.kind === 'turns'

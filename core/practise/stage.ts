import { z } from 'zod'
import { type Groove, idSchema, partSchema, sayList, tempoSchema, tickSchema } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb, limbsInOrder } from '#core/kit'
import { type By, CLICKS, type Click, PLAYERS, type Performance, type Section, looped } from '#core/perform'
import type { Tempo } from '#core/time'

const text = (what: string, least: number, most: number) => z.string({ error: `${what} is text.` })
  .min(least, { error: `${what} may not be empty.` }).max(most, { error: `${what} is at most ${most} characters.` })

/** A tempo that is kept, with the note value it counts. `assumed` where an older record did not say which. */
export const keptTempoSchema = z.strictObject({ ...tempoSchema.shape, assumed: z.literal(true, { error: 'assumed is true, or left out.' }).optional() })

/** What is practised. More kinds follow as there is more to practise. */
export const subjectSchema = z.strictObject({ kind: z.literal('groove', { error: 'The kind of a subject is "groove".' }), id: idSchema })

export const spanSchema = z.strictObject({ from: tickSchema('The start of a span, in ticks,', 0), to: tickSchema('The end of a span, in ticks,', 1) })
  .refine(span => span.to > span.from, { path: ['to'], error: 'A span ends after it begins.' })

export const partsSchema = z.record(idSchema, z.enum(PLAYERS, { error: `A part is played by one of: ${PLAYERS.join(', ')}.` }))

const gapBars = (what: string, least: number) => z.int({ error: `${what} are a whole number.` })
  .min(least, { error: `${what} are at least ${least}.` }).max(64, { error: `${what} are at most 64.` })

export const clickSchema = z.strictObject({
  program: z.union([z.enum(CLICKS), z.array(tickSchema('A slot of the click, in ticks,', 0)).max(400)], { error: `A click is one of: ${CLICKS.join(', ')}; or a list of ticks.` }),
  gaps: z.strictObject({ sound: gapBars('Bars that sound', 1), silent: gapBars('Bars that are silent', 0) }).nullable().default(null),
})

/** One step of a plan: who plays each part, over which span, to which click, at what tempo, how long. */
export const stageSchema = z.strictObject({
  id: idSchema,
  name: text('The name of a stage', 1, 160),
  subject: subjectSchema,
  /** The run of the subject's ticks that is practised; `null` for all of it. */
  span: spanSchema.nullable().default(null),
  /** Who plays each part; one that is not named is silent. */
  parts: partsSchema,
  /** Parts that are there in this stage alone, such as a hat foot to practise against. */
  extra: z.array(partSchema).max(8, { error: 'A stage adds at most 8 parts.' }).default([]),
  length: z.strictObject({
    seconds: z.number({ error: 'The length of a stage is a number of seconds.' })
      .min(5, { error: 'A stage lasts at least 5 seconds.' }).max(3600, { error: 'A stage lasts at most an hour.' }),
  }),
  click: clickSchema,
  countIn: z.int({ error: 'Bars counted in are a whole number.' }).min(0, { error: 'Bars counted in are not negative.' }).max(4, { error: 'At most 4 bars are counted in.' }).default(1),
  tempo: keptTempoSchema,
  climb: z.null({ error: 'climb is null: this Bazzet keeps one tempo through a stage.' }).default(null),
  on: z.enum(['kit', 'pad'], { error: 'on is "kit" or "pad".' }).default('kit'),
  /** What to attend to, in the player's own words; shown while the stage runs. */
  attend: text('What to attend to', 0, 200).default(''),
  /** What the player has set by hand; the rest may follow what is in the stage. */
  given: z.array(z.enum(['name'], { error: 'What is given by hand is "name".' })).default([]),
}).refine(stage => Object.values(stage.parts).some(by => by !== 'silent'), { path: ['parts'], error: 'A stage plays at least one part.' })

export type Stage = z.infer<typeof stageSchema>
export type KeptTempo = z.infer<typeof keptTempoSchema>

/** A tempo as it is kept without the mark of an assumption: what a player has set, or a groove says. */
export const plainTempo = ({ bpm, counts }: Tempo): Tempo => ({ bpm, counts })

/** The ids of the parts that somebody plays in a stage. */
export const partsOf = ({ parts }: Pick<Stage, 'parts'>): string[] => Object.keys(parts).filter(id => parts[id] !== 'silent')

/** Who plays each part of a groove in a stage: as the stage says, and nobody where it does not. */
const castOf = (groove: Groove, { parts, extra }: Stage): Section['parts'] =>
  ({ ...Object.fromEntries([...groove.parts, ...extra].map(part => [part.id, extra.includes(part) ? 'machine' as const : 'silent' as const])), ...parts })

/**
 * A stage as it is played, at a tempo that may differ from its own: over and over until its time is up. What the player
 * plays sounds too, to play along with.
 */
export function stagePerformance(stage: Stage, groove: Groove, kit: Kit, tempo: Tempo = stage.tempo): Performance {
  const span = stage.span ? { span: stage.span } : {}
  return looped({ id: stage.id, groove, kit, ...span, parts: castOf(groove, stage), extra: stage.extra, model: true, click: stage.click, tempo: plainTempo(tempo) }, stage.countIn)
}

/** Which limbs a stage leaves to the player, which the machine plays and which are silent: `'You: both feet. Silent: right hand.'` */
export function sayStageLimbs(groove: Groove, stage: Stage): string {
  const parts = [...groove.parts, ...stage.extra]
  const by = (...wanted: By[]) => new Set(parts.filter(part => wanted.includes(stage.parts[part.id] ?? 'silent')).map(part => part.limb))
  const [plays, machine] = [by('player', 'sung'), by('machine')]
  const there = new Set(parts.map(part => part.limb))
  const named = (among: (limb: Limb) => boolean) => limbsInOrder(groove.lead).filter(limb => there.has(limb) && among(limb)).map(limb => LIMB_NAMES[limb])
  const rests = named(limb => !plays.has(limb) && !machine.has(limb))
  const helped = named(limb => machine.has(limb) && !plays.has(limb))
  return [
    plays.size ? `You: ${sayList(named(limb => plays.has(limb)))}.` : 'You listen.',
    helped.length ? `The machine: ${sayList(helped)}.` : '', rests.length ? `Silent: ${sayList(rests)}.` : '',
  ].filter(Boolean).join(' ')
}

const CLICK_WORDS: Record<Click, string> = {
  'none': 'No click.',
  'every beat': 'Click on every beat.',
  'backbeats': 'Click on the backbeats.',
  'first of bar': 'Click on the first of each bar.',
  'eighths': 'Click on the eighths.',
  'off-beats': 'Click on the off-beats.',
  'inner sixteenths': 'Click on the inner sixteenths.',
}

/** A click in a player's words: `'Click on every beat.'` */
export const sayClick = ({ program }: Stage['click']): string => (typeof program === 'string' ? CLICK_WORDS[program] : 'Click on slots of your own.')

/** `'2:38'` from seconds, rounded up so that the last second shows 0:01. */
export function sayClock(seconds: number): string {
  const whole = Math.max(0, Math.ceil(seconds - 1e-6))
  return `${Math.floor(whole / 60)}:${String(whole % 60).padStart(2, '0')}`
}

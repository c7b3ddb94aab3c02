import { z } from 'zod'
import { type Result, readAs } from '#core/result'
import { ROOM_SIZES } from '#core/signal'
import { NUMBERS } from '#core/time'
import { upgraded } from '#core/upgrade'
import { CLICK_PLACES, CLICK_RANGES, CLICK_SOUNDS, USUAL_CLICK } from './click-voice'
import { HEARINGS, ROOM_RANGE, USUAL_HEARING, USUAL_ROOM } from './hearing'
import { HOUSE_LIMITS, type Limits } from './limits'
import { type MixChannel, GAIN_RANGE, MIX_CHANNELS, USUAL_MIX } from './mix'
import { USUAL_LAMP } from './lamp'
import { PLAYER_ID, PLAYER_SHAPE } from './shapes'

const seconds = (what: string) => {
  const error = `${what} is a number of seconds from 0.02 to 2.`
  return z.number({ error }).min(0.02, { error }).max(2, { error })
}
const limit = (what: string) =>
  z
    .strictObject({ easy: seconds(`From where ${what} is easy`), hard: seconds(`Up to where ${what} is hard`) })
    .refine(one => one.easy > one.hard, {
      path: ['easy'],
      error: `What is easy for ${what} is slower than what is hard.`,
    })
const hop = (what: string) =>
  z.strictObject({
    start: z
      .number()
      .min(0, { error: `A time to get going (${what}) is not negative.` })
      .max(1, { error: `A time to get going (${what}) is at most a second.` }),
    speed: z
      .number()
      .min(0.5, { error: `A speed of the hand (${what}) is at least half a metre a second.` })
      .max(30, { error: `A speed of the hand (${what}) is at most 30 metres a second.` }),
  })

const ends = (what: string) => z.strictObject({ hand: limit(`${what} of a hand`), foot: limit(`${what} of a foot`) })

const limitsSchema = z.strictObject({
  burst: ends('a burst'),
  run: ends('a run'),
  long: ends('a run without a break'),
  pair: ends('a pair'),
  double: limit('a bounced double'),
  travel: z.strictObject({ easy: hop('easy'), hard: hop('hard') }),
  control: limit('a loud stroke followed by a ghost'),
  rise: limit('a ghost followed by an accent'),
  grip: limit('a change of grip'),
  chick: seconds('From where a step on hats just struck is told'),
}) satisfies z.ZodType<Limits>

const oneOf = <T extends string>(words: readonly T[], what: string) =>
  z.enum(words as readonly [T, ...T[]], { error: `${what} is one of: ${words.join(', ')}.` })

/** What a new document begins with; what a document says itself counts for more. */
const defaultsSchema = z.strictObject({
  lead: oneOf(['right', 'left'], 'The leading side').default('right'),
  hands: oneOf(['crossed', 'open'], 'The way to hold the hands').default('crossed'),
  kitId: z
    .string({ error: 'The kit for new grooves is named by its id.' })
    .regex(/^[A-Za-z0-9_-]{1,64}$/, { error: 'The id of a kit is 1 to 64 letters, digits, hyphens or underscores.' })
    .default('five-piece'),
  /** What this player calls the drum under the foot. */
  bassDrum: oneOf(['bass drum', 'kick'], 'What the bass drum is called').default('bass drum'),
})

const within = (what: string, unit: string, least: number, most: number) => {
  const error = `${what} is a number of ${unit} from ${least} to ${most}.`
  return z.number({ error }).min(least, { error }).max(most, { error })
}

/** How this player practises: when something comes back, what counts as clean, and how loud it is at their ears. */
const practiceSchema = z.strictObject({
  /** Days until something solid is due again, longer each time. See docs/rules.md, What is due. */
  spacing: z
    .array(z.int({ error: 'Days of the spacing are whole numbers.' }).min(1).max(365), {
      error: 'The spacing is a list of days.',
    })
    .min(1, { error: 'The spacing has at least one number of days.' })
    .max(12, { error: 'The spacing has at most 12 numbers of days.' })
    .refine(days => days.every((day, i) => i === 0 || day >= days[i - 1]!), {
      error: 'Days of the spacing do not get fewer.',
    })
    .default([1, 2, 4, 8, 16, 32]),
  /** Up to how far apart two strokes are together, with a hand among them and of two feet; and how far a limb may spread. In ms. */
  together: within('What is together', 'milliseconds', 5, 60).default(20),
  feet: within('What is together for two feet', 'milliseconds', 5, 80).default(30),
  spread: within('What is even', 'milliseconds', 5, 80).default(25),
  /** Level at the ears in dBA, as the player states it, and the stated reduction of what they wear in dB; null where they said nothing. */
  loudness: z
    .strictObject({ level: within('A level', 'dBA', 60, 130), protector: within('A reduction', 'dB', 0, 50) })
    .nullable()
    .default(null),
})

const likings = (what: string) =>
  z
    .array(
      z
        .array(z.string().min(1).max(160), { error: `${what} is a list of lists of words.` })
        .min(1, { error: `${what}: each names one thing at least.` })
        .max(12, { error: `${what}: each names 12 things at most.` }),
      { error: `${what} is a list of lists of words.` },
    )
    .max(200, { error: `${what} has at most 200.` })
    .default([])

const faderSchema = z.strictObject(
  {
    gain: within('A gain', 'dB', GAIN_RANGE.least, GAIN_RANGE.most),
    muted: z.boolean({ error: 'A fader is muted or not: true or false.' }),
  },
  { error: 'A fader has a gain and says whether it is muted.' },
)
/** How loud each thing that sounds is to this player; what is not said is as it ships. */
const mixSchema = z.strictObject(
  Object.fromEntries(MIX_CHANNELS.map(one => [one, faderSchema.default(USUAL_MIX[one])])) as Record<
    MixChannel,
    z.ZodDefault<typeof faderSchema>
  >,
)

const yesOrNo = (what: string) => z.boolean({ error: `${what} is true or false.` })

const accentSchema = z.strictObject(
  {
    gain: within('How loud a click is', 'dB', CLICK_RANGES.gain.least, CLICK_RANGES.gain.most),
    pitch: within('How high a click is', 'semitones', CLICK_RANGES.pitch.least, CLICK_RANGES.pitch.most),
  },
  { error: 'A click has a gain and a pitch at each place.' },
)
/** How the click sounds to this player; what is not said is as it ships. */
const clickSchema = z.strictObject({
  sound: oneOf(CLICK_SOUNDS, 'The sound of the click').default(USUAL_CLICK.sound),
  ...(Object.fromEntries(CLICK_PLACES.map(one => [one, accentSchema.default(USUAL_CLICK[one])])) as Record<
    (typeof CLICK_PLACES)[number],
    z.ZodDefault<typeof accentSchema>
  >),
  warns: yesOrNo('Whether the click is higher before a change').default(USUAL_CLICK.warns),
  halves: yesOrNo('Whether two bars counted in begin with every other beat').default(USUAL_CLICK.halves),
})

/** What this player said of ideas: more like them, and never again. See core/vary/liking. */
const tasteSchema = z.strictObject({ likes: likings('What is liked'), never: likings('What is never wanted') })

const playerSchema = z.strictObject({
  format: z.literal(PLAYER_SHAPE.format, { error: `format is "${PLAYER_SHAPE.format}".` }),
  version: z.literal(PLAYER_SHAPE.version, { error: `version is ${PLAYER_SHAPE.version}.` }),
  id: z.literal(PLAYER_ID, { error: `The player's id is "${PLAYER_ID}": there is one.` }),
  defaults: defaultsSchema.default(defaultsSchema.parse({})),
  counting: z
    .strictObject({
      school: oneOf(['numbers', 'syllables'], 'A way of counting'),
      triplet: oneOf(['& a', 'trip let'], 'A way of saying triplets'),
      dotted: oneOf(['usual', 'eighths', 'beats'], 'A way of counting dotted beats').optional(),
    })
    .default(NUMBERS),
  limits: limitsSchema.default(HOUSE_LIMITS),
  practice: practiceSchema.default(practiceSchema.parse({})),
  taste: tasteSchema.default({ likes: [], never: [] }),
  mix: mixSchema.default(USUAL_MIX),
  hearing: oneOf(HEARINGS, 'From where the kit is heard').default(USUAL_HEARING),
  click: clickSchema.default(USUAL_CLICK),
  room: z
    .strictObject({
      size: oneOf(ROOM_SIZES, 'The room'),
      amount: within('How much of the room is heard', 'dB', ROOM_RANGE.least, ROOM_RANGE.most),
    })
    .default(USUAL_ROOM),
  /** A light on each beat; and the whole screen with it, at most three times a second. */
  lamp: z
    .strictObject({ light: yesOrNo('Whether the lamp is shown'), flash: yesOrNo('Whether the screen flashes') })
    .default(USUAL_LAMP),
})

export type Player = z.infer<typeof playerSchema>
export type Defaults = z.infer<typeof defaultsSchema>
export type PlayerTaste = z.infer<typeof tasteSchema>
export type PracticeSettings = z.infer<typeof practiceSchema>

/**
 * A player from unknown data; what is not said is as it ships.
 * @example readPlayer({ format: 'bazzet-player', version: 6, id: 'me' }).value.defaults.lead // => 'right'
 */
export function readPlayer(input: unknown): Result<Player> {
  const document = upgraded(input, PLAYER_SHAPE)
  return document.ok ? readAs(playerSchema, document.value, 'player') : document
}

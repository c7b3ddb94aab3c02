import type { Kit } from '#core/kit'
import { type Clave, type Groove, type Part, type Span, wholeSpan } from '#core/groove'
import type { Tempo } from '#core/time'
import type { ClickPlan } from './click'
import type { Human } from './human'

export { type Span, wholeSpan } from '#core/groove'

/** Who plays a part: the machine sounds it, the player strikes it, nobody does, or the player sings it. */
export const PLAYERS = ['machine', 'player', 'silent', 'sung'] as const
export type PlayedBy = (typeof PLAYERS)[number]

/** A tempo that moves evenly, tick by tick, from one to another over `over` ticks of its passage, and then stays. */
interface Ramp {
  from: Tempo
  to: Tempo
  over: number
}

/** One passage of a performance: a span of a groove, once or several times. */
export interface Passage {
  /** Unlike that of any other passage of the performance; a passage changed while it plays keeps it. */
  id: string
  groove: Groove
  kit: Kit
  span: Span
  /** How many times; `null` goes on for ever, and what would come after is not reached. */
  times: number | null
  /** Who plays each part, by its id; one that is not named is the machine's. */
  parts: Readonly<Record<string, PlayedBy>>
  /** Parts of this passage alone, beside the groove's. */
  extra: readonly Part[]
  /** The lines above the limbs that are heard, by their ids. */
  guides: readonly string[]
  /** The player's parts are sounded too, to play along with. */
  model: boolean
  /** Bars in which the machine sounds and bars in which it leaves the player alone, in turn, counted through the whole performance. */
  fades?: { sound: number; silent: number } | null
  click: ClickPlan
  tempo: Tempo | Ramp
  /** Something else follows its last bar, another section of a phrase say: the click of that bar may say so. */
  leadsOn?: boolean
}

/** The one thing that is played, rendered, written to a file, or measured against. */
export interface Performance {
  /** At least one; they follow on one another without a gap. */
  passages: readonly Passage[]
  /** Bars counted in before the first passage, in its first bar's meter. */
  countIn: number
  /** Two bars counted in begin with every other beat. */
  halves?: boolean
  /** How far off its strokes the machine is, as a person would be; without it, it is exact. */
  human?: Human
  /** Of a whole whose passages follow on one another, such as a phrase: how far into it this begins, in ticks, and the clave that runs on through it. */
  runsOn?: { from: number; clave: Clave | null }
  /** The passage, by its place, that comes after the last, so that it goes on for ever; without it the last is the end. */
  again?: number
}

/**
 * The machine plays these parts of a groove, nobody the others.
 * @example machinePlays(groove, new Set(['hats'])) // => { hats: 'machine', backbeat: 'silent', ghosts: 'silent', bass: 'silent' }
 */
export const machinePlays = (groove: Groove, heard: ReadonlySet<string>): Passage['parts'] =>
  Object.fromEntries(groove.parts.map(part => [part.id, heard.has(part.id) ? 'machine' : 'silent']))

/** What a passage can’t do without; all the rest has a usual value. */
export type NewPassage = Pick<Passage, 'groove' | 'kit'> & Partial<Passage>

/**
 * A passage with the usual values where none are given: all bars once, muted parts silent, no click, the groove's own tempo.
 * @example makePassage({ groove, kit }).times // => 1
 */
export const makePassage = (given: NewPassage): Passage => ({
  id: 'passage',
  span: wholeSpan(given.groove),
  times: 1,
  parts: Object.fromEntries(given.groove.parts.filter(part => part.muted).map(part => [part.id, 'silent' as const])),
  extra: [],
  guides: [],
  model: false,
  click: { program: 'none' },
  tempo: given.groove.tempo,
  ...given,
})

/**
 * One passage over and over: what the Bench and its like play.
 * @example looped({ groove, kit }, 1).passages[0].times // => null
 */
export const looped = (passage: NewPassage, countIn = 0): Performance => ({
  passages: [makePassage({ times: null, ...passage })],
  countIn,
})

/** Bars of home that are heard before a variation: the ear has the ground by then. */
const GROUND = 3

/**
 * How many bars of home come before a variation of it: whole rounds, three bars at least.
 * @example homeBars({ bars: [...bars, ...bars] }) // => 4
 */
export const homeBars = ({ bars }: Pick<Groove, 'bars'>): number => Math.ceil(GROUND / bars.length) * bars.length

/**
 * A variation heard where it would stand: three bars of home at least, then the variation once, over and over.
 * @example afterHome({ groove, kit }, { groove: lighter, kit }).passages.map(({ id, times }) => [id, times]) // => [['home', 3], ['variation', 1]]
 */
export const afterHome = (home: NewPassage, variation: NewPassage): Performance => ({
  passages: [
    makePassage({ ...home, id: 'home', times: homeBars(home.groove) / home.groove.bars.length }),
    makePassage({ ...variation, id: 'variation', times: 1 }),
  ],
  countIn: 0,
  again: 0,
})

/**
 * A groove `times` times through, and then the end: what is rendered or written to a file.
 * @example new CueLine(passes(groove, kit, 2)).ends // => 4.8
 */
export const passes = (groove: Groove, kit: Kit, times = 1): Performance => ({
  passages: [makePassage({ groove, kit, times })],
  countIn: 0,
})

/** Whether a passage's tempo changes on its way: `isRamp({ bpm: 96, counts: '1/4' }) // => false`. */
export const isRamp = (tempo: Passage['tempo']): tempo is Ramp => 'over' in tempo

/**
 * The tempo a passage begins at.
 * @example firstTempo(makePassage({ groove, kit })) // => { bpm: 100, counts: '1/4' }
 */
export const firstTempo = ({ tempo }: Pick<Passage, 'tempo'>): Tempo => (isRamp(tempo) ? tempo.from : tempo)

import { LIMB_NAMES, type Limb } from '#core/kit'
import type { CueLine, Performance } from '#core/perform'
import { MEASURING, type Measuring } from './marks'
import { WIDEST, match } from './match'
import { type StruckTake, type Tells, askedOf } from './struck'
import { othersOf } from './verdict'

/** One stretch of playing: what was performed, from and to which second, and what was struck in it. */
export interface ListenedTake {
  performance: Performance
  from: number
  to: number
  struck: readonly StruckTake[]
}

/** How far off the last strokes were, in ms, early negative. */
type Recent = readonly { limb: Limb; ms: number }[]

/** What is struck while something plays. */
export interface Listening {
  /** The entry whose takes are kept, by its number. */
  entry: number
  takes: readonly ListenedTake[]
  /** The take under way; none while nothing is listened to. */
  now: { performance: Performance; struck: readonly StruckTake[] } | null
  recent: Recent
  /** A few words on the last strokes; empty where all is well. */
  hint: string
  /** Taps while the input's lateness is being found, in seconds of the performance. */
  taps: readonly number[] | null
}

/** Nothing is listened to yet: `beginListening().takes // => []`. */
export const beginListening = (): Listening => ({ entry: -1, takes: [], now: null, recent: [], hint: '', taps: null })

/** What happens: a take begins, of an entry, and is listened to or not; a stroke comes; a take ends; takes are handed over; lateness is tapped. */
export type ListeningEvent =
  | { type: 'begin'; performance: Performance; entry: number; on: boolean }
  | { type: 'strike'; stroke: StruckTake; heard: number; tells: Tells }
  | { type: 'end'; to: number }
  | { type: 'hand over' }
  | { type: 'tap' }
  | { type: 'tapped' }

/** The strokes that a hint goes by. */
const RECENT = 32

/**
 * One event of listening: pure, with the cues of what plays as `line`. Seconds of the performance; a stroke's `at` has the input's lateness
 * taken out, and `heard` has not. What was struck of an entry that was left, or begun again, is not kept for the next.
 * @example stepListening(beginListening(), { type: 'tap' }).taps // => []
 */
export function stepListening(
  state: Listening,
  event: ListeningEvent,
  line?: CueLine,
  measuring: Measuring = MEASURING,
): Listening {
  switch (event.type) {
    case 'begin':
      return {
        ...state,
        entry: event.entry,
        takes: event.entry === state.entry ? state.takes : [],
        now: event.on ? { performance: event.performance, struck: [] } : null,
        recent: [],
        hint: '',
      }
    case 'end': {
      const { now } = state
      const take =
        now && event.to > 0 ? [{ performance: now.performance, from: 0, to: event.to, struck: now.struck }] : []
      return { ...state, takes: [...state.takes, ...take], now: null, hint: '' }
    }
    case 'hand over':
      return { ...state, takes: [] }
    case 'tap':
      return { ...state, taps: [] }
    case 'tapped':
      return { ...state, taps: null }
    case 'strike': {
      if (state.taps) return { ...state, taps: [...state.taps, event.heard] }
      if (!state.now) return state
      const { stroke, tells } = event
      const now = { ...state.now, struck: [...state.now.struck, stroke] }
      // Twice as wide as a stroke may lie off, so that a nearer cue beside its own is known.
      const asked = line ? askedOf(line, stroke.at - 2 * WIDEST, stroke.at + 2 * WIDEST) : []
      const [pair] = match(asked, [stroke], tells).pairs
      const cue = pair && asked[pair.asked]
      if (!cue || cue.grace) return { ...state, now }
      const recent = [...state.recent, { limb: cue.limb, ms: (stroke.at - cue.at) * 1000 }].slice(-RECENT)
      return { ...state, now, recent, hint: hintOf(recent, measuring) }
    }
  }
}

/**
 * While playing: a few words on the last strokes of a limb, or nothing where all is well. Milliseconds, early negative.
 */
function hintOf(offsets: readonly { limb: Limb; ms: number }[], { tight }: Measuring = MEASURING): string {
  const meanOf = (list: readonly { ms: number }[]) => list.reduce((sum, one) => sum + one.ms, 0) / list.length
  const limbs = [...new Set(offsets.map(one => one.limb))]
  const worst =
    limbs.length < 2
      ? undefined
      : limbs
          .map(limb => {
            const own = offsets.filter(one => one.limb === limb)
            return { limb, n: own.length, lean: meanOf(own) - meanOf(offsets.filter(one => one.limb !== limb)) }
          })
          .filter(one => one.n >= 4)
          .sort((a, b) => Math.abs(b.lean) - Math.abs(a.lean) || b.lean - a.lean)[0]
  return worst && Math.abs(worst.lean) > 1.5 * tight
    ? `${LIMB_NAMES[worst.limb]} ${worst.lean > 0 ? 'after' : 'before'} ${othersOf(offsets, worst.limb)}`
    : ''
}

import { groupedBy } from '#core/grouped'
import { type Kit, LEVEL_NAMES, LIMB_NAMES, STROKE_NAMES, type Limb, limbsInOrder } from '#core/kit'
import {
  type Groove,
  type Span,
  type TimedStroke,
  barSpan,
  barOf,
  inSpan,
  sayPlace,
  timeline,
  wholeSpan,
} from '#core/groove'
import { type Counting, beatAt, beatsOf } from '#core/time'

/** A moment at which at least one limb strikes: its tick, and every stroke of it, the lead side first. */
export interface StepInstant {
  at: number
  strokes: TimedStroke[]
}

/** How many instants one step takes: a number of them, or all to the end of the felt beat or of the bar. */
export const STRIDES = [1, 2, 3, 'beat', 'bar'] as const
export type Stride = (typeof STRIDES)[number]

/**
 * The instants of one pass through a span, of the parts that are heard, in order.
 * @example stepInstantsOf(groove, kit, new Set(['hats', 'bass'])).map(instant => instant.at).slice(0, 3) // => [0, 2520, 5040]
 */
export function stepInstantsOf(
  groove: Groove,
  kit: Kit,
  heard: ReadonlySet<string>,
  span: Span = wholeSpan(groove),
): StepInstant[] {
  const order = limbsInOrder(groove.lead)
  const events = timeline(groove, kit).filter(event => heard.has(event.partId) && inSpan(span, event.at))
  return [...groupedBy(events, event => event.at)]
    .sort(([a], [b]) => a - b)
    .map(([at, strokes]) => ({
      at,
      strokes: strokes.toSorted((a, b) => order.indexOf(a.limb) - order.indexOf(b.limb)),
    }))
}

/**
 * The instants of the step that begins with instant `i`: one, two, or all up to the end of its felt beat or bar.
 * @internal
 */
export function stepFrom(
  groove: Pick<Groove, 'bars'>,
  instants: readonly StepInstant[],
  i: number,
  stride: Stride,
): StepInstant[] {
  if (typeof stride === 'number') return instants.slice(i, i + stride)
  const { at } = instants[i]!
  const beat = beatAt(beatsOf(groove.bars), at)
  const end = stride === 'beat' ? beat.at + beat.length : barSpan(groove, barOf(groove, at)).to
  return instants.slice(i).filter(one => one.at < end)
}

/** Where the step before the one at instant `i` begins; the last step, from the first one back. */
function stepBefore(groove: Pick<Groove, 'bars'>, instants: readonly StepInstant[], i: number, stride: Stride): number {
  let from = 0
  let last = 0
  for (let k = 0; k < (i || instants.length); k += stepFrom(groove, instants, k, stride).length) {
    last = from
    from = k
  }
  return i || !instants.length ? from : Math.max(last, from)
}

/** Where a player is who steps through a groove. */
export interface Stepping {
  /** The first instant of the step that sounded last; -1 before the first. */
  at: number
  stride: Stride
  /** More at a time each time through: one instant, two, a beat. */
  grows: boolean
}
/** Before the first step, one instant at a time: `beginStepping().at // => -1`. */
export const beginStepping = (grows = false): Stepping => ({ at: -1, stride: 1, grows })

/** What a player does: onward, back, the same again; more at a time or fewer, or this many; leaving, which begins again. */
export type SteppingEvent =
  'next' | 'back' | 'again' | 'leave' | { grow: number } | { stride: Stride } | { grows: boolean }

/**
 * The step where a player is; empty before the first, and where what was stepped on is gone.
 * @example stepOn({ at: 1, stride: 1, grows: false }, groove, stepInstantsOf(groove, kit, new Set(['hats'])))[0].at // => 2520
 */
export const stepOn = ({ at, stride }: Stepping, groove: Pick<Groove, 'bars'>, instants: readonly StepInstant[]) =>
  at >= 0 && at < instants.length ? stepFrom(groove, instants, at, stride) : []

/**
 * One event of stepping through: where the player is then, and whether that step sounds. Past the last step comes the first, with more at
 * a time where it grows.
 * @example stepThrough({ at: 7, stride: 1, grows: true }, 'next', groove, stepInstantsOf(groove, kit, new Set(['hats']))) // => { state: { at: 0, stride: 2, grows: true }, sounds: true }
 */
export function stepThrough(
  state: Stepping,
  event: SteppingEvent,
  groove: Pick<Groove, 'bars'>,
  instants: readonly StepInstant[],
): { state: Stepping; sounds: boolean } {
  const grown = (by: number) => STRIDES[STRIDES.indexOf(state.stride) + by] ?? state.stride
  const silent = (facts: Partial<Stepping>) => ({ state: { ...state, ...facts }, sounds: false })
  const to = (at: number, facts: Partial<Stepping> = {}) => ({
    state: { ...state, ...facts, at },
    sounds: instants.length > 0,
  })
  if (typeof event === 'object') return silent('grow' in event ? { stride: grown(event.grow) } : event)
  if (event === 'leave') return silent({ at: -1 })
  if (!instants.length) return silent({})
  const step = stepOn(state, groove, instants)
  if (event === 'back') return to(stepBefore(groove, instants, Math.max(0, state.at), state.stride))
  if (event === 'again' && step.length) return to(state.at)
  const next = step.length ? state.at + step.length : 0
  return next < instants.length ? to(next) : to(0, state.grows ? { stride: grown(1) } : {})
}

/** One limb’s stroke in words: `'right hand ride'`, `'left hand snare, ghost'`, `'left foot chick'`. */
function sayLimb({ limb, piece, pieceId, stroke, level }: TimedStroke): string {
  const name = (piece?.name ?? pieceId).toLowerCase()
  const what =
    stroke === 'chick' || stroke === 'splash' ? stroke : stroke === 'hit' ? name : `${name} ${STROKE_NAMES[stroke]}`
  return `${LIMB_NAMES[limb]} ${what}${level === 1 || level === 5 ? `, ${LEVEL_NAMES[level]}` : ''}`
}

/**
 * An instant as it is said: `'2: right hand ride, left foot chick'`.
 * @example sayInstant(groove, stepInstantsOf(groove, kit, new Set(['hats', 'backbeat']))[2]) // => '2: right hand hi-hat; left hand snare, accent'
 */
export function sayInstant(groove: Pick<Groove, 'bars'>, { at, strokes }: StepInstant, counting?: Counting): string {
  const separate = strokes.some(({ level }) => level === 1 || level === 5) ? '; ' : ', '
  return `${sayPlace(groove, at, counting)}: ${strokes.map(sayLimb).join(separate)}`
}

/**
 * Which limbs strike in a step, each once, the lead side first.
 * @example limbsStriking(stepInstantsOf(groove, kit, new Set(['hats', 'backbeat'])).slice(0, 3), 'right') // => ['RH', 'LH']
 */
export const limbsStriking = (step: readonly StepInstant[], lead: Groove['lead']): Limb[] =>
  limbsInOrder(lead).filter(limb => step.some(({ strokes }) => strokes.some(stroke => stroke.limb === limb)))

import { type Groove, type Span, type Stroke, freshStroke, partOf } from '#core/groove'
import { type Kit, LIMBS, type Level, type Limb, pieceOf, strokeOfNote, strokesFor } from '#core/kit'
import { USUAL_SIMULATED, askedOf, simulate } from '#core/measure'
import { CueLine, looped } from '#core/perform'
import { tickSeconds } from '#core/time'
import { strokeFor } from './made'
import { modelFor } from './model'
import { type Into, type PlayedStroke, type PlayedTake, placeIn } from './take'

/** How strikes become strokes: what they do to what is there, where they go, whose are taken in, and how far they are drawn to the grid, in per cent. */
export interface PlayInOptions {
  how: 'add' | 'replace'
  into: Into
  limbs: Limb[]
  grid: 'own' | 'best'
  strength: number
  feel: boolean
}
const USUAL: PlayInOptions = {
  how: 'add',
  into: { to: 'limbs' },
  limbs: [...LIMBS],
  grid: 'best',
  strength: 100,
  feel: false,
}

/** What an input gives of a stroke: a limb, a piece, or a note of the kit. */
export interface Strike {
  limb?: Limb
  pieceId?: string
  note?: number
  level?: Level
}

/** Playing in beside a groove. */
export interface PlayingIn {
  /** Whether strokes are being taken in. */
  on: boolean
  options: PlayInOptions
  /** The ticks that go round. */
  span: Span
  /** Times round that are under way, by their number; those that are over are takes. */
  laps: ReadonlyMap<number, PlayedTake>
  takes: readonly PlayedTake[]
  /** The number of the time round that was seen last. */
  lap: number
  /** The stroke that was taken in last by each limb whose key is held, and since when, in ms of the page’s clock. */
  held: ReadonlyMap<Limb, { stroke: PlayedStroke; since: number }>
  /** Whether the groove has what was made of it. */
  kept: boolean
}

/** What is remembered of it. */
type Remembered = Pick<PlayingIn, 'span' | 'takes' | 'kept' | 'options'>

/** What happens while it is open. Moments are ms of the page’s clock; `at` is seconds from the first 1, none where nothing plays. */
export type PlayInEvent =
  | { type: 'open'; session?: Remembered | undefined }
  | { type: 'begin'; span: Span }
  | { type: 'strike'; strike: Strike; at: number | undefined; stamp: number }
  | { type: 'release'; limb: Limb; stamp: number }
  | { type: 'round'; lap: number; simulated: boolean }
  | { type: 'end'; stamp: number; simulated: boolean }
  | { type: 'take back' }
  | { type: 'set'; options: Partial<PlayInOptions> }
  | { type: 'keep'; kept: boolean }
  | { type: 'drop' }

/** The groove that is played into, as it is and as it is shown; whose kit; the part that is chosen; and the tick that sounds. */
export interface PlayInDesk {
  groove: Groove
  shown: Groove
  kit: Kit
  chosen: string
  tick: number
}

/** A stroke to be heard at once, as it will be in the groove. */
interface PlayInEffect extends Pick<Stroke, 'piece' | 'stroke' | 'level'> {
  type: 'sound'
}

/** Nothing is played in yet: `beginPlayingIn().takes // => []`. */
export const beginPlayingIn = (): PlayingIn => ({
  on: false,
  options: { ...USUAL, limbs: [...LIMBS] },
  span: { from: 0, to: 0 },
  laps: new Map(),
  takes: [],
  lap: 0,
  held: new Map(),
  kept: false,
})

/**
 * One event of playing in: pure, with the groove beside which it stands as `desk`. What is struck is laid into its time round, and heard;
 * times round that are over are takes, in their order; a key that is held gives its stroke a length.
 * @example stepPlayingIn(beginPlayingIn(), { type: 'begin', span: { from: 0, to: 20160 } }, { groove, shown: groove, kit, chosen: '', tick: 0 }).state.on // => true
 */
export function stepPlayingIn(
  state: PlayingIn,
  event: PlayInEvent,
  desk: PlayInDesk,
): { state: PlayingIn; effects: PlayInEffect[] } {
  const to = (next: Partial<PlayingIn>, effects: PlayInEffect[] = []) => ({ state: { ...state, ...next }, effects })
  switch (event.type) {
    case 'open':
      return { state: { ...beginPlayingIn(), ...event.session }, effects: [] }
    case 'begin': {
      const fresh = state.kept ? { takes: [], kept: false } : {}
      return to({ ...fresh, span: { ...event.span }, laps: new Map(), lap: 0, held: new Map(), on: true })
    }
    case 'strike': {
      const stroke = meant(event.strike, state.options, desk.kit)
      if (!stroke) return to({})
      const effects = soundsOf(stroke, state.options, desk)
      const laid = layIn(state, stroke, event.at, desk.groove)
      if (!laid || !event.strike.limb) return to(laid ? { laps: laid.laps } : {}, effects)
      const held = new Map(state.held).set(event.strike.limb, { stroke: laid.stroke, since: event.stamp })
      return to({ laps: laid.laps, held }, effects)
    }
    case 'release':
      return { state: released(state, event.limb, event.stamp, desk), effects: [] }
    case 'round': {
      if (!state.on || event.lap <= state.lap) return to({})
      let next = state
      if (event.simulated) for (let lap = state.lap; lap < event.lap; lap++) next = playedBySelf(next, lap, desk)
      return { state: over({ ...next, lap: event.lap }, event.lap), effects: [] }
    }
    case 'end': {
      if (!state.on) return to({})
      const played = event.simulated ? playedBySelf(state, state.lap, desk) : state
      const still = [...played.held.keys()].reduce((now, limb) => released(now, limb, event.stamp, desk), played)
      return { state: over({ ...still, on: false }, Infinity), effects: [] }
    }
    case 'take back':
      return to({ takes: state.takes.slice(0, -1) })
    case 'set':
      return to({ options: { ...state.options, ...event.options } })
    case 'keep':
      return to({ kept: event.kept })
    case 'drop':
      return to({ takes: [], kept: false })
  }
}

/** A strike on the piece and by the limb that it means; undefined where no limb that is taken in plays it. */
function meant(
  { limb, pieceId, note, level }: Strike,
  { into, limbs }: PlayInOptions,
  kit: Kit,
): Omit<PlayedStroke, 'at'> | undefined {
  if (into.to !== 'limbs') return { level }
  if (limb) return limbs.includes(limb) ? { limb, level } : undefined
  const on = note === undefined ? undefined : strokeOfNote(kit, note)
  const id = pieceId ?? on?.piece
  const piece = id === undefined ? undefined : pieceOf(kit, id)
  const able = limbs.filter(one => piece && strokesFor(piece, one).length)
  if (!piece || !able.length) return undefined
  return {
    pieceId: piece.id,
    stroke: on?.piece === piece.id ? on.stroke : piece.strokes.find(one => one.note === note)?.kind,
    level,
    ...(able.length === 1 ? { limb: able[0] } : {}),
  }
}

/** What is struck sounds as it will in the groove; notes of a line have a voice of their own. */
function soundsOf(
  { limb, pieceId, stroke, level }: Omit<PlayedStroke, 'at'>,
  { into }: PlayInOptions,
  { shown, kit, chosen, tick }: PlayInDesk,
): PlayInEffect[] {
  if (into.to === 'line') return []
  const at = Math.max(0, Math.round(tick))
  const part = into.to === 'part' ? partOf(shown, into.partId) : undefined
  const own = part
    ? freshStroke(part, shown.lead, at)
    : strokeFor(shown, into.to === 'part' ? into.limb : (limb ?? 'RH'), at, { chosen }).stroke
  const piece = pieceOf(kit, pieceId ?? own.piece)
  if (!piece) return []
  const kind = pieceId ? (stroke ?? piece.strokes[0]?.kind ?? 'hit') : own.stroke
  return [{ type: 'sound', piece: piece.id, stroke: kind, level: level ?? own.level }]
}

/** A stroke laid into the time round that it came in, while strokes are taken in. */
function layIn(
  { on, span, laps, options: { how, into } }: PlayingIn,
  stroke: Omit<PlayedStroke, 'at'>,
  at: number | undefined,
  { tempo }: Groove,
): { laps: PlayingIn['laps']; stroke: PlayedStroke } | undefined {
  const place = on && at !== undefined ? placeIn(span, tempo, at) : undefined
  if (!place) return undefined
  const one: PlayedStroke = { ...stroke, at: place.at }
  const lap = laps.get(place.lap) ?? { how, into, strokes: [] }
  return { laps: new Map(laps).set(place.lap, { ...lap, strokes: [...lap.strokes, one] }), stroke: one }
}

/** A key released: its stroke was held for so long, though its time round may be over and taken. */
function released(state: PlayingIn, limb: Limb, stamp: number, { groove }: PlayInDesk): PlayingIn {
  const one = state.held.get(limb)
  if (!one) return state
  const held = new Map(state.held)
  held.delete(limb)
  const lasts = { ...one.stroke, held: (stamp - one.since) / 1000 / tickSeconds(groove.tempo) }
  const within = (take: PlayedTake): PlayedTake =>
    take.strokes.includes(one.stroke)
      ? { ...take, strokes: take.strokes.map(other => (other === one.stroke ? lasts : other)) }
      : take
  return {
    ...state,
    held,
    laps: new Map([...state.laps].map(([lap, take]) => [lap, within(take)])),
    takes: state.takes.some(take => take.strokes.includes(one.stroke)) ? state.takes.map(within) : state.takes,
  }
}

/** What the simulated drummer struck in a time round, laid in and not sounded: it is over by then. */
function playedBySelf(state: PlayingIn, lap: number, { groove, kit }: PlayInDesk): PlayingIn {
  const model = modelFor(groove, state.options.limbs)
  if (!model) return state
  const parts = Object.fromEntries(model.parts.map(part => [part.id, 'player' as const]))
  const line = new CueLine(looped({ groove: model, kit, span: state.span, parts }))
  const length = (state.span.to - state.span.from) * tickSeconds(groove.tempo)
  const asked = askedOf(line, lap * length, (lap + 1) * length)
  return simulate(asked, { ...USUAL_SIMULATED, seed: lap + 1 }).reduce((now, { at, limb, level }) => {
    const stroke = meant({ ...(limb ? { limb } : {}), ...(level ? { level } : {}) }, now.options, kit)
    const laid = stroke && layIn(now, stroke, at, groove)
    return laid ? { ...now, laps: laid.laps } : now
  }, state)
}

/** Times round before this one are over: those in which something was struck are takes, in their order. */
function over(state: PlayingIn, lap: number): PlayingIn {
  const [done, under] = [new Map<number, PlayedTake>(), new Map<number, PlayedTake>()]
  for (const [n, take] of state.laps) (n < lap ? done : under).set(n, take)
  const taken = [...done].sort(([a], [b]) => a - b).flatMap(([, take]) => (take.strokes.length ? [take] : []))
  return { ...state, laps: under, takes: taken.length ? [...state.takes, ...taken] : state.takes }
}

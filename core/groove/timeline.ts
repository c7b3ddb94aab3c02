import { type Kit, type Limb, type Ornament, type Piece, type StrokeKind, pieceOf } from '#core/kit'
import { type Beat, beatAt, beatsOf, mod, swingOf, tickSeconds } from '#core/time'
import { type Groove, type Part, type Stroke, grooveTicks } from './schema'
import { silentFrom } from './lead-in'
import type { Blow } from './ornaments'
import { blowsIn, followHats, opensHats, ringsUntil } from './ringing'

/** One stroke as it is heard. */
export interface TimedStroke {
  partId: string
  limb: Limb
  /** The name the groove uses, and the kit's piece of that name, if it has one. */
  pieceId: string
  piece: Piece | undefined
  stroke: StrokeKind
  level: 1 | 2 | 3 | 4 | 5
  ornament: Ornament | undefined
  /** How long the groove asks an open hat to stay open, in ticks. */
  openFor: number | undefined
  /** Exact place in this pass of the bars, in ticks, as written. */
  at: number
  /** When it sounds, in seconds from the start of the pass: swing and push applied; a push may make it negative. */
  seconds: number
  /** When an open hat closes or a choked cymbal is caught, in seconds from the start of the pass (possibly in the next); undefined where it rings out. */
  until: number | undefined
  /** The single blows of an ornamented stroke, grace notes first; undefined for a plain one. */
  blows: Blow[] | undefined
}

/**
 * How long one pass of all bars lasts, in seconds.
 * @example passSeconds(groove) // => 2.4
 */
export const passSeconds = (groove: Groove): number => grooveTicks(groove) * tickSeconds(groove.tempo)

/** What `visitStrokes` gives with a stroke: where it lies in the pass, exact and swung, and its piece. */
export interface PlacedStroke {
  part: Part
  stroke: Stroke
  /** Exact place in this pass of the bars, in ticks, as written. */
  at: number
  /** The same once swung, in ticks that need not be whole. */
  swung: number
  /** The kit's piece of the name the groove uses, if it has one. */
  piece: Piece | undefined
  /** How far the groove moves the piece, in seconds; later where positive. */
  push: number
  /** Where the written length of an opening ends, swung, in ticks; it may lie in the next pass. */
  closes: number | undefined
}

/**
 * Visits every stroke of one pass through the bars, part by part: the one place where a groove's written strokes become
 * places in time. `pass` counts from 0 and matters only to parts that repeat against the bars. With `all`, strokes that a
 * pick-up without repeats keeps for the lead-in are visited too. The object handed over is used again for the next stroke.
 * @example (pieces => { visitStrokes(groove, kit, 0, placed => pieces.push(placed.stroke.piece)); return pieces.length })([]) // => 14
 */
export function visitStrokes(
  groove: Pick<Groove, 'bars' | 'parts' | 'feel' | 'pickUp'>,
  kit: Kit,
  pass: number,
  visit: (placed: PlacedStroke) => void,
  all = false,
): void {
  const beats = beatsOf(groove.bars)
  const total = grooveTicks(groove)
  // Neighbours mostly strike the same piece, so the last one is remembered.
  let pieceId: string | undefined
  let piece: Piece | undefined
  let push = 0
  const quietFrom = all ? total : silentFrom(groove)
  const placed: PlacedStroke = {
    part: undefined!,
    stroke: undefined!,
    at: 0,
    swung: 0,
    piece: undefined,
    push: 0,
    closes: undefined,
  }
  for (const part of groove.parts) {
    const swung = swingOf(beats, part.swing ?? groove.feel.swing ?? undefined)
    const add = (stroke: Stroke, at: number) => {
      if (stroke.piece !== pieceId) {
        pieceId = stroke.piece
        piece = pieceOf(kit, pieceId)
        push = (groove.feel.push[pieceId] ?? 0) / 1000
      }
      placed.part = part
      placed.stroke = stroke
      placed.at = at
      placed.swung = swung(at)
      placed.piece = piece
      placed.push = push
      placed.closes = stroke.openFor === undefined ? undefined : closing(at + stroke.openFor, total, swung)
      visit(placed)
    }
    if (part.every) addCycle(part, part.every, total, pass, add)
    else for (const stroke of part.strokes) if (stroke.at < quietFrom) add(stroke, stroke.at)
  }
}

/**
 * How long the slot that a tick falls in lasts, in ticks.
 * @example slotTicks(beats, 6300) // => 1260
 */
export function slotTicks(beats: readonly Beat[], at: number): number {
  const beat = beatAt(beats, at)
  return beat.length / beat.slots
}

/**
 * Every stroke of one pass through the bars, in time order, as it is read by the analysis and the staff; what is played
 * over more than one pass is core/perform's affair. Muted parts are here too; what is heard is `audibleParts`' affair.
 * @example timeline(groove, kit).slice(0, 3).map(event => [event.at, event.pieceId, event.seconds]) // => [[0, 'hi-hat', 0], [0, 'bass drum', 0], [2520, 'hi-hat', 0.3]]
 */
export function timeline(groove: Groove, kit: Kit, pass = 0): TimedStroke[] {
  const beats = beatsOf(groove.bars)
  const perTick = tickSeconds(groove.tempo)
  const events: TimedStroke[] = []
  visitStrokes(groove, kit, pass, ({ part, stroke, at, swung, piece, push, closes }) => {
    const seconds = swung * perTick + push
    events.push({
      partId: part.id,
      limb: part.limb,
      pieceId: stroke.piece,
      piece,
      stroke: stroke.stroke,
      level: stroke.level,
      ornament: stroke.ornament,
      openFor: stroke.openFor,
      at,
      seconds,
      until: ringsUntil(stroke, seconds, closes === undefined ? undefined : closes * perTick + push),
      blows: blowsIn(stroke, () => slotTicks(beats, at) * perTick),
    })
  })
  events.sort((a, b) => a.at - b.at)
  closeHats(events, grooveTicks(groove) * perTick)
  return events
}

/** Where the strokes of a part with a cycle fall in this pass: it runs on from pass to pass. */
function addCycle(
  part: Part,
  every: number,
  total: number,
  pass: number,
  add: (stroke: Stroke, at: number) => void,
): void {
  const from = pass * total
  for (let start = from - mod(from, every); start < from + total; start += every) {
    for (const stroke of part.strokes) {
      const at = start + stroke.at - from
      if (at >= 0 && at < total) add(stroke, at)
    }
  }
}

/** The tick at which an opening ends, swung; it may lie in the next pass. */
const closing = (tick: number, total: number, swung: (tick: number) => number): number =>
  swung(mod(tick, total)) + Math.floor(tick / total) * total

/** Ends openings where the next stroke on the same hats comes, around the end of the bars if need be. */
function closeHats(events: TimedStroke[], length: number): void {
  const hats = followHats<TimedStroke>()
  const first = new Map<string, number>()
  const end = (event: TimedStroke, seconds: number) => (event.until = Math.min(event.until ?? Infinity, seconds))
  for (const event of events) {
    if (event.piece?.kind !== 'hi-hat') continue
    if (!first.has(event.pieceId)) first.set(event.pieceId, event.seconds)
    for (const before of hats.struck(event.pieceId, event.at)) end(before, event.seconds)
    if (opensHats(event.piece, event.stroke)) hats.opened(event.pieceId, event.at, event)
  }
  for (const event of hats.still()) end(event, first.get(event.pieceId)! + length)
}

/** What is listened to: parts soloed (if any are, only those), or a named choice, less those muted. */
interface Listening {
  solo: readonly string[]
  only?: readonly string[] | undefined
}

/**
 * The ids of the parts that sound. A choice by name (a practice stage) counts for more than solo and mute.
 * @example [...audibleParts(groove, { solo: ['bass'] })] // => ['bass']
 */
export function audibleParts(groove: Groove, { solo, only }: Listening): Set<string> {
  if (only) return new Set(only)
  const chosen = solo.length
    ? groove.parts.filter(part => solo.includes(part.id))
    : groove.parts.filter(part => !part.muted)
  return new Set(chosen.map(part => part.id))
}

/**
 * The groove without its muted parts: what is read, judged and practised. The same object where none is muted.
 * @example sounding({ ...groove, parts: groove.parts.map(part => ({ ...part, muted: part.id === 'ghosts' })) }).parts.length // => 3
 */
export const sounding = <G extends Pick<Groove, 'parts'>>(groove: G): G =>
  groove.parts.some(part => part.muted) ? { ...groove, parts: groove.parts.filter(part => !part.muted) } : groove

import { type Kit, type Limb, type Ornament, type Piece, type StrokeKind, pieceOf } from '#core/kit'
import { beatAt, beatsOf, mod, swingOf, tickSeconds } from '#core/time'
import { type Groove, type Part, type Stroke, grooveTicks } from './schema'
import { type Blow, CHOKED, blowsOf } from './ornaments'

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

/** How long one pass of all bars lasts, in seconds. */
export const passSeconds = (groove: Groove): number => grooveTicks(groove) * tickSeconds(groove.tempo)

/**
 * Every stroke of one pass through the bars, in time order: the one place where a groove becomes events.
 * `pass` counts from 0 and matters only to parts that repeat against the bars.
 * Muted parts are here too; what is heard is `audibleParts`' affair.
 */
export function timeline(groove: Groove, kit: Kit, pass = 0): TimedStroke[] {
  const beats = beatsOf(groove.bars)
  const total = grooveTicks(groove)
  const perTick = tickSeconds(groove.tempo)
  const events: TimedStroke[] = []
  // Neighbours mostly strike the same piece, so the last one is remembered.
  let pieceId: string | undefined
  let piece: Piece | undefined
  let push = 0
  const slotSeconds = (at: number) => {
    const beat = beatAt(beats, at)
    return beat.length / beat.slots * perTick
  }
  const silentFrom = groove.pickUp && !groove.pickUp.repeats ? total - groove.pickUp.ticks : total
  for (const part of groove.parts) {
    const swung = swingOf(beats, part.swing ?? groove.feel.swing ?? undefined)
    const add = (stroke: Stroke, at: number) => {
      if (stroke.piece !== pieceId) {
        pieceId = stroke.piece
        piece = pieceOf(kit, pieceId)
        push = (groove.feel.push[pieceId] ?? 0) / 1000
      }
      const seconds = swung(at) * perTick + push
      events.push({
        partId: part.id,
        limb: part.limb,
        pieceId,
        piece,
        stroke: stroke.stroke,
        level: stroke.level,
        ornament: stroke.ornament,
        openFor: stroke.openFor,
        at,
        seconds,
        until: stroke.openFor !== undefined ? closing(at + stroke.openFor, total, swung) * perTick + push : stroke.ornament === 'choke' ? seconds + CHOKED : undefined,
        blows: stroke.ornament === undefined ? undefined : blowsOf(stroke.ornament, stroke.level, () => slotSeconds(at)),
      })
    }
    if (part.every) addCycle(part, part.every, total, pass, add)
    else for (const stroke of part.strokes) if (stroke.at < silentFrom) add(stroke, stroke.at)
  }
  events.sort((a, b) => a.at - b.at)
  closeHats(events, total * perTick)
  return events
}

/**
 * The pick-up: the strokes of the groove's last ticks as they lead into the first bar, their places and seconds
 * counted back from it (negative). Empty where the groove has none.
 */
export function pickUpOf(groove: Groove, kit: Kit): TimedStroke[] {
  const { pickUp } = groove
  if (!pickUp) return []
  const total = grooveTicks(groove)
  const length = passSeconds(groove)
  return timeline({ ...groove, pickUp: null, parts: groove.parts.filter(part => !part.every) }, kit)
    .filter(event => event.at >= total - pickUp.ticks)
    .map(event => ({ ...event, at: event.at - total, seconds: event.seconds - length, until: event.until === undefined ? undefined : event.until - length }))
}

/** Where the strokes of a part with a cycle fall in this pass: it runs on from pass to pass. */
function addCycle(part: Part, every: number, total: number, pass: number, add: (stroke: Stroke, at: number) => void): void {
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

/** An open hat also ends where the next stroke on the same hats comes, be it by hand or foot, around the end if need be. */
function closeHats(events: TimedStroke[], length: number): void {
  const hats = events.filter(event => event.piece?.kind === 'hi-hat')
  hats.forEach((event, i) => {
    if (event.stroke !== 'open' && event.stroke !== 'splash') return
    const next = hats.slice(i + 1).find(other => other.at > event.at && other.pieceId === event.pieceId)
    const again = hats.find(other => other.pieceId === event.pieceId)!
    const ends = next ? next.seconds : again.seconds + length
    event.until = event.until === undefined ? ends : Math.min(event.until, ends)
  })
}

/** What is listened to: parts soloed (if any are, only those), or a named choice, less those muted. */
export interface Listening { solo: readonly string[], only?: readonly string[] | undefined }

/** The ids of the parts that sound. A choice by name (a practice stage) stands above solo and mute. */
export function audibleParts(groove: Groove, { solo, only }: Listening): Set<string> {
  if (only) return new Set(only)
  const chosen = solo.length ? groove.parts.filter(part => solo.includes(part.id)) : groove.parts.filter(part => !part.muted)
  return new Set(chosen.map(part => part.id))
}

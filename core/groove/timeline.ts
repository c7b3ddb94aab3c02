import { type Kit, type Limb, type Ornament, type Piece, type StrokeKind, pieceOf } from '#core/kit'
import { beatsOf, mod, swungTick, tickSeconds } from '#core/time'
import { type Groove, type Part, type Stroke, grooveTicks } from './schema'

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
  /** The stroke's place within its part, in ticks: differs from `at` only in a part with a cycle of its own. */
  source: number
  /** When it sounds, in seconds from the start of the pass: swing and push applied; a push may make it negative. */
  seconds: number
  /** When an open hat closes, in seconds from the start of the pass (possibly in the next); undefined where it rings out. */
  until: number | undefined
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
  const pieces = new Map<string, Piece | undefined>()
  const events: TimedStroke[] = []
  for (const part of groove.parts) {
    const swing = part.swing ?? groove.feel.swing ?? undefined
    for (const { stroke, at } of placed(part, total, pass)) {
      if (!pieces.has(stroke.piece)) pieces.set(stroke.piece, pieceOf(kit, stroke.piece))
      const push = (groove.feel.push[stroke.piece] ?? 0) / 1000
      const sounds = (tick: number) => swungTick(beats, tick, swing) * perTick + push
      events.push({
        partId: part.id,
        limb: part.limb,
        pieceId: stroke.piece,
        piece: pieces.get(stroke.piece),
        stroke: stroke.stroke,
        level: stroke.level,
        ornament: stroke.ornament,
        openFor: stroke.openFor,
        at,
        source: stroke.at,
        seconds: sounds(at),
        until: stroke.openFor === undefined ? undefined : closing(at + stroke.openFor, total, sounds, perTick),
      })
    }
  }
  events.sort((a, b) => a.at - b.at)
  closeHats(events, total * perTick)
  return events
}

/** Where each stroke of a part falls in this pass; a part with a cycle runs on from pass to pass. */
function placed(part: Part, total: number, pass: number): { stroke: Stroke, at: number }[] {
  const { every } = part
  if (!every) return part.strokes.map(stroke => ({ stroke, at: stroke.at }))
  const from = pass * total
  const found: { stroke: Stroke, at: number }[] = []
  for (let start = from - mod(from, every); start < from + total; start += every) {
    for (const stroke of part.strokes) {
      const at = start + stroke.at - from
      if (at >= 0 && at < total) found.push({ stroke, at })
    }
  }
  return found
}

/** Seconds at which an opening of known length ends; it may run over the end into the next pass. */
function closing(tick: number, total: number, sounds: (tick: number) => number, perTick: number): number {
  return sounds(mod(tick, total)) + Math.floor(tick / total) * total * perTick
}

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

import { writeMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'
import { type Kit, LEVEL_VELOCITIES, noteOf } from '#core/kit'
import { type Groove, audibleParts, grooveTicks, timeline } from '#core/groove'
import { TICKS_PER_QUARTER, barStarts, convertTempo, tickSeconds } from '#core/time'

/** An event before its distance from the one before is known. */
interface At { tick: number, order: number, event: MidiEvent }

const DRUMS = 9
const SHORT = TICKS_PER_QUARTER / 8

/**
 * A groove as a standard MIDI file (type 1, 5040 ticks a quarter): one track of tempo and meters, one of
 * drums on channel 10. What is written is what is heard: swing and pushes are in the times, to the nearest
 * tick, and muted parts are left out. An open hat lasts until it closes, other strokes a thirty-second.
 */
export function writeGrooveMidi(groove: Groove, kit: Kit): Uint8Array {
  const end = grooveTicks(groove)
  return Uint8Array.from(writeMidi({
    header: { format: 1, numTracks: 2, ticksPerBeat: TICKS_PER_QUARTER },
    tracks: [track(timeEvents(groove), end), track(drumEvents(groove, kit), end)],
  }))
}

function timeEvents(groove: Groove): At[] {
  const starts = barStarts(groove.bars)
  const quarters = convertTempo(groove.tempo, '1/4').bpm
  const events: At[] = [
    { tick: 0, order: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: groove.title } },
    { tick: 0, order: 1, event: { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60e6 / quarters) } },
  ]
  groove.bars.forEach(({ meter }, bar) => {
    const before = groove.bars[bar - 1]?.meter
    if (before?.count === meter.count && before.unit === meter.unit) return
    events.push({
      tick: starts[bar]!,
      order: 2,
      event: { deltaTime: 0, meta: true, type: 'timeSignature', numerator: meter.count, denominator: meter.unit, metronome: 24, thirtyseconds: 8 },
    })
  })
  return events
}

function drumEvents(groove: Groove, kit: Kit): At[] {
  const perTick = tickSeconds(groove.tempo)
  const heard = audibleParts(groove, { solo: [] })
  const events: At[] = [{ tick: 0, order: 0, event: { deltaTime: 0, meta: true, type: 'trackName', text: 'Drums' } }]
  // A note that is struck again before it ends is ended first, so that players of the file cut nothing off.
  const sounding = new Map<number, At>()
  for (const stroke of timeline(groove, kit).sort((a, b) => a.seconds - b.seconds)) {
    if (!stroke.piece || !heard.has(stroke.partId)) continue
    const noteNumber = noteOf(stroke.piece, stroke.stroke)
    for (const { after, level } of stroke.blows ?? [{ after: 0, level: stroke.level }]) {
      const tick = Math.max(0, Math.round((stroke.seconds + after) / perTick))
      const off = tick + (stroke.until === undefined ? SHORT : Math.max(1, Math.round((stroke.until - stroke.seconds) / perTick)))
      const before = sounding.get(noteNumber)
      if (before && before.tick > tick) before.tick = tick
      const noteOff: At = { tick: off, order: 1, event: { deltaTime: 0, type: 'noteOff', channel: DRUMS, noteNumber, velocity: 0 } }
      sounding.set(noteNumber, noteOff)
      events.push({ tick, order: 2, event: { deltaTime: 0, type: 'noteOn', channel: DRUMS, noteNumber, velocity: LEVEL_VELOCITIES[level] } }, noteOff)
    }
  }
  return events
}

/** Events in order of time (ends before starts), each at its distance from the one before. */
function track(events: At[], end: number): MidiEvent[] {
  const sorted = [...events].sort((a, b) => a.tick - b.tick || a.order - b.order)
  let now = 0
  const out = sorted.map(({ tick, event }) => {
    const deltaTime = tick - now
    now = tick
    return { ...event, deltaTime }
  })
  return [...out, { deltaTime: Math.max(0, end - now), meta: true, type: 'endOfTrack' }]
}

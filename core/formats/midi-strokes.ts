import { type Kit, levelOfVelocity, strokeOfNote } from '#core/kit'
import type { StruckTake } from '#core/measure'
import { type Result, ok, refuse } from '#core/result'
import { visitMidi } from './midi-events'
import { MOST_STROKES } from './score'

/**
 * The strokes of a MIDI file as they were played, in seconds from its start by its own tempos: what a recording is measured from. Nothing
 * is moved to a grid. Notes that are no drum are left out.
 * @example readMidiStrokes(midi, kit).value[0] // => { at: 0, pieceId: 'hi-hat', level: 3 }
 */
export function readMidiStrokes(bytes: Uint8Array, kit: Kit): Result<StruckTake[]> {
  const notes: { tick: number; note: number; velocity: number }[] = []
  const tempos: { tick: number; perQuarter: number }[] = []
  const read = visitMidi(bytes, () => ({
    track: () => undefined,
    meter: () => undefined,
    text: () => undefined,
    note: (tick, channel, note, velocity) => channel === 9 && velocity > 0 && notes.push({ tick, note, velocity }),
    tempo: (tick, microseconds) => tempos.push({ tick, perQuarter: microseconds / 1e6 }),
  }))
  if (!read.ok) return read
  if (!notes.length) return refuse('This MIDI file has no drums: nothing is on channel 10, where drums are.')
  if (notes.length > MOST_STROKES)
    return refuse(`This MIDI file has ${notes.length} drum strokes; up to ${MOST_STROKES} are read.`)
  const { ticksPerQuarter, framesPerSecond, ticksPerFrame } = read.value
  const perTick = (perQuarter: number) =>
    ticksPerQuarter ? perQuarter / ticksPerQuarter : 1 / (framesPerSecond * ticksPerFrame)
  // Each stretch of one tempo: where it begins, in ticks and in seconds.
  const stretches = [{ tick: 0, seconds: 0, perTick: perTick(0.5) }]
  for (const { tick, perQuarter } of tempos.toSorted((a, b) => a.tick - b.tick)) {
    const last = stretches.at(-1)!
    stretches.push({ tick, seconds: last.seconds + (tick - last.tick) * last.perTick, perTick: perTick(perQuarter) })
  }
  let s = 0
  return ok(
    notes
      .toSorted((a, b) => a.tick - b.tick)
      .flatMap(({ tick, note, velocity }): StruckTake[] => {
        while (stretches[s + 1] && stretches[s + 1]!.tick <= tick) s++
        const { tick: from, seconds, perTick: each } = stretches[s]!
        const on = strokeOfNote(kit, note)
        return on ? [{ at: seconds + (tick - from) * each, pieceId: on.piece, level: levelOfVelocity(velocity) }] : []
      }),
  )
}

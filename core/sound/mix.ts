import { type Kit } from '#core/kit'
import { type Groove, type Listening, audibleParts, passSeconds, timeline } from '#core/groove'
import { SAMPLE_RATE, silence } from './dsp'
import { renderSound, soundKey, soundName, takeFor } from './sounds'

const CLOSING = 0.03

/**
 * Plays a groove into samples: so many passes, mono at 44.1 kHz, with a second for the last stroke to ring.
 * The mix is brought under full scale when it would go over.
 */
export function renderGroove(groove: Groove, kit: Kit, passes = 1, listening: Listening = { solo: [] }): Float32Array {
  const length = passSeconds(groove)
  const out = silence(length * passes + 1)
  const sounds = new Map<string, Float32Array>()
  const heard = audibleParts(groove, listening)
  for (let pass = 0; pass < passes; pass++) {
    for (const event of timeline(groove, kit, pass)) {
      if (!event.piece || !heard.has(event.partId)) continue
      const stop = event.until === undefined ? Infinity : Math.round((pass * length + event.until) * SAMPLE_RATE)
      for (const { after, level } of event.blows ?? [{ after: 0, level: event.level }]) {
        const key = soundKey(event.piece, event.stroke, level, takeFor(event.at, pass))
        const name = soundName(key)
        const sound = sounds.get(name) ?? renderSound(key)
        sounds.set(name, sound)
        addSound(out, sound, Math.max(0, Math.round((pass * length + event.seconds + after) * SAMPLE_RATE)), stop)
      }
    }
  }
  const peak = out.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
  if (peak > 0.99) for (let i = 0; i < out.length; i++) out[i]! *= 0.99 / peak
  return out
}

/** Adds a sound from a sample on; past `stop` it closes over 30 ms, as hats do. */
function addSound(out: Float32Array, sound: Float32Array, start: number, stop: number): void {
  const closing = CLOSING * SAMPLE_RATE
  for (let i = 0; i < sound.length && start + i < out.length; i++) {
    const past = start + i - stop
    if (past >= closing) return
    out[start + i]! += past > 0 ? sound[i]! * (1 - past / closing) : sound[i]!
  }
}

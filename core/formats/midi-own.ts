import { strFromU8, strToU8 } from 'fflate'
import { type Groove, readGroove } from '#core/groove'
import { visitMidi } from './midi-events'

/** Before our own data in a file: the maker’s number that anybody may use, and our name. */
const OURS = [0x7d, ...strToU8('Bazzet')]
const MARK = String.fromCharCode(...OURS)

/** Everything that another program could have changed, as one number (FNV-1a, 32 bits). */
function sumOf(midi: Uint8Array): number {
  let sum = 0x811c9dc5
  const add = (...numbers: number[]) => {
    for (const number of numbers)
      for (let n = number; ; n = Math.floor(n / 256)) {
        sum = Math.imul(sum ^ (n & 255), 0x01000193) >>> 0
        if (n < 256) break
      }
  }
  visitMidi(midi, () => ({
    track: n => add(1, n),
    note: (...event) => add(2, ...event),
    tempo: (...event) => add(3, ...event),
    meter: (...event) => add(4, ...event),
    text: () => undefined,
  }))
  return sum
}

/** A number as a file of MIDI writes lengths: seven bits a byte, the high bit on all but the last. */
function variable(length: number): number[] {
  const bytes = [length & 0x7f]
  for (let rest = length >> 7; rest; rest >>= 7) bytes.unshift((rest & 0x7f) | 0x80)
  return bytes
}

/**
 * A MIDI file that carries the groove it was written from, in an event that other programs pass over: swing, pushes, ornaments, openings and
 * cycles come back from it as they are, which notes alone could not tell.
 * @example carriedGroove(withGroove(midi, groove)).title // => 'Sample'
 */
export function withGroove(midi: Uint8Array, groove: Groove): Uint8Array {
  const data = strToU8(JSON.stringify({ sum: sumOf(midi), groove }))
  const event = [0, 0xff, 0x7f, ...variable(OURS.length + data.length), ...OURS]
  // The header is 14 bytes long; the first track’s own begins after it.
  const at = 14 + 8
  const out = new Uint8Array(midi.length + event.length + data.length)
  out.set(midi.subarray(0, at))
  out.set(event, at)
  out.set(data, at + event.length)
  out.set(midi.subarray(at), at + event.length + data.length)
  const view = new DataView(out.buffer)
  view.setUint32(18, view.getUint32(18) + event.length + data.length)
  return out
}

/**
 * The groove that a MIDI file of ours carries, where its notes, tempos and meters are still those that were written; undefined for any other.
 * @example carriedGroove(midi) // => undefined
 */
export function carriedGroove(midi: Uint8Array): Groove | undefined {
  let text: string | undefined
  const read = visitMidi(midi, () => ({
    track: () => undefined,
    note: () => undefined,
    tempo: () => undefined,
    meter: () => undefined,
    text: () => undefined,
    data: bytes => {
      if (strFromU8(bytes.subarray(0, OURS.length), true) === MARK) text ??= strFromU8(bytes.subarray(OURS.length))
    },
  }))
  if (!read.ok || text === undefined) return undefined
  try {
    const { sum, groove } = JSON.parse(text) as { sum?: unknown; groove?: unknown }
    const own = sum === sumOf(midi) ? readGroove(groove) : undefined
    return own?.ok ? own.value : undefined
  } catch {
    return undefined
  }
}

import { type Result, ok, refuse } from '#core/result'

/** How a MIDI file divides time: ticks a quarter note, or frames a second and ticks a frame. */
export interface MidiHeader {
  format: number
  tracks: number
  ticksPerQuarter: number
  framesPerSecond: number
  ticksPerFrame: number
}

/** What is read of each event that matters here; everything else in the file is passed over. Ticks are the file’s own, from the start of the track. */
export interface MidiVisitor {
  /** A track begins; `track` counts from 0. */
  track(track: number): void
  note(tick: number, channel: number, note: number, velocity: number): void
  tempo(tick: number, microsecondsPerQuarter: number): void
  meter(tick: number, count: number, unit: number): void
  /** Text (1) or the name of the track (3), a letter for each byte. */
  text(tick: number, kind: 1 | 3, letters: string): void
  /** What a program put there for itself. */
  data?(bytes: Uint8Array): void
}

/** Where in a file reading is; what goes past its end throws. */
class Bytes {
  at = 0
  constructor(
    readonly bytes: Uint8Array,
    readonly end = bytes.length,
  ) {}
  byte(): number {
    if (this.at >= this.end) throw new RangeError('it ends too soon')
    return this.bytes[this.at++]!
  }
  number(many: number): number {
    let value = 0
    for (; many > 0; many--) value = value * 256 + this.byte()
    return value
  }
  /** A length of up to four bytes, seven bits in each. */
  length(): number {
    let value = 0
    for (let n = 0; n < 4; n++) {
      const byte = this.byte()
      value = value * 128 + (byte & 0x7f)
      if (byte < 0x80) return value
    }
    throw new RangeError('a length in it has no end')
  }
  letters(many: number): string {
    let text = ''
    for (; many > 0; many--) text += String.fromCharCode(this.byte())
    return text
  }
  skip(many: number): void {
    if (this.at + many > this.end) throw new RangeError('it ends too soon')
    this.at += many
  }
}

/** Bytes that follow each kind of channel message, by its upper half from 8 on. */
const FOLLOW = [2, 2, 2, 2, 1, 1, 2]

/**
 * Goes through a standard MIDI file and tells a visitor what matters of it, keeping nothing: a large file is read in the time that its bytes
 * take. (The package that writes our files builds an object for every event of every instrument; most of its time goes into them. It checks
 * this one in the tests.) Chunks of other kinds are passed over. Refused where the file is damaged; what was read until then is void.
 * @internal
 */
export function visitMidi(bytes: Uint8Array, visitorOf: (header: MidiHeader) => MidiVisitor): Result<MidiHeader> {
  const file = new Bytes(bytes)
  try {
    if (file.letters(4) !== 'MThd') return refuse('This is no MIDI file: it does not begin with “MThd”.')
    const length = file.number(4)
    const [format, tracks, division] = [file.number(2), file.number(2), file.number(2)]
    file.skip(Math.max(0, length - 6))
    const inFrames = division >= 0x8000
    const header: MidiHeader = {
      format,
      tracks,
      ticksPerQuarter: inFrames ? 0 : division,
      framesPerSecond: inFrames ? 256 - (division >> 8) : 0,
      ticksPerFrame: inFrames ? division & 0xff : 0,
    }
    const visitor = visitorOf(header)
    for (let track = 0; track < tracks && file.at < bytes.length;) {
      const kind = file.letters(4)
      const size = file.number(4)
      if (file.at + size > bytes.length) throw new RangeError('it ends too soon')
      if (kind === 'MTrk') {
        visitor.track(track)
        const inside = new Bytes(bytes, file.at + size)
        inside.at = file.at
        visitTrack(inside, visitor)
        track++
      }
      file.at += size
    }
    return ok(header)
  } catch (error) {
    return refuse(
      `This MIDI file is damaged, and nothing of it was read: ${error instanceof RangeError ? error.message : 'it says what cannot be'}.`,
    )
  }
}

function visitTrack(bytes: Bytes, visitor: MidiVisitor): void {
  let tick = 0
  let status = 0
  while (bytes.at < bytes.end) {
    tick += bytes.length()
    const first = bytes.byte()
    if (first === 0xff) {
      if (visitMeta(bytes, tick, visitor)) return
    } else if (first === 0xf0 || first === 0xf7) bytes.skip(bytes.length())
    else if (first >= 0xf0) throw new RangeError('it has a message that no file may have')
    else {
      // Below 128 it is not a message but the first byte of one like the last: running status.
      const fresh = first >= 0x80
      if (fresh) status = first
      else if (!status) throw new RangeError('it has bytes that belong to no message')
      const kind = status >> 4
      const one = fresh ? bytes.byte() : first
      const two = FOLLOW[kind - 8] === 2 ? bytes.byte() : 0
      if (kind === 9) visitor.note(tick, status & 15, one, two)
      else if (kind === 8) visitor.note(tick, status & 15, one, 0)
    }
  }
}

/** A message about the file itself; true where it ends the track. */
function visitMeta(bytes: Bytes, tick: number, visitor: MidiVisitor): boolean {
  const kind = bytes.byte()
  const length = bytes.length()
  const next = bytes.at + length
  if (next > bytes.end) throw new RangeError('it ends too soon')
  if (kind === 0x51 && length === 3) visitor.tempo(tick, bytes.number(3))
  else if (kind === 0x58 && length >= 2) visitor.meter(tick, bytes.byte(), 2 ** bytes.byte())
  else if (kind === 1 || kind === 3) visitor.text(tick, kind, bytes.letters(length))
  else if (kind === 0x7f) visitor.data?.(bytes.bytes.subarray(bytes.at, next))
  bytes.at = next
  return kind === 0x2f
}

import { randomFrom } from '#core/chance'
import { writeMidi } from 'midi-file'

const NOTES: Record<string, number> = {
  'hi-hat': 42,
  snare: 38,
  'bass drum': 36,
  ride: 51,
  'floor tom': 43,
  cowbell: 56,
}

/** Something that a person played: when, in seconds from the first bar, on what, and how hard. */
export interface Blow {
  at: number
  piece: string
  velocity?: number
}

/** A file as a recorder writes it that knows nothing of what is played: ticks of its own clock at `bpm`. */
export function recorded(blows: readonly Blow[], bpm: number): Uint8Array {
  const perTick = 60 / bpm / 480
  let now = 0
  return Uint8Array.from(
    writeMidi({
      header: { format: 0, numTracks: 1, ticksPerBeat: 480 },
      tracks: [
        [
          { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60e6 / bpm) },
          ...blows
            .toSorted((a, b) => a.at - b.at)
            .map(({ at, piece, velocity = 80 }) => {
              const tick = Math.max(0, Math.round(at / perTick))
              const deltaTime = tick - now
              now = tick
              return { deltaTime, type: 'noteOn' as const, channel: 9, noteNumber: NOTES[piece]!, velocity }
            }),
          { deltaTime: 0, meta: true, type: 'endOfTrack' },
        ],
      ],
    }),
  )
}

interface Playing {
  bpm: number
  bars: number
  seed: number
  /** Where a beat's second half falls, as a share of it. */
  swing?: number
  /** Milliseconds to either side. */
  spread?: number
  push?: Record<string, number>
  /** How long a beat is beside what the tempo says, by its number. */
  wanders?: (beat: number) => number
}

/** Rows of sixteenths, a letter each (`x` plain, `X` loud, `o` soft), played round with a person’s unevenness. */
export function played(
  rows: Record<string, string>,
  { bpm, bars, seed, swing = 0.5, spread = 11, push = {}, wanders }: Playing,
): Blow[] {
  const random = randomFrom(seed)
  const beats = [0]
  for (let beat = 0; beat < bars * 4; beat++) beats.push(beats.at(-1)! + (60 / bpm) * (wanders?.(beat) ?? 1))
  const within = (quarter: number) => (quarter < 0.5 ? quarter * 2 * swing : swing + (quarter - 0.5) * 2 * (1 - swing))
  return Object.entries(rows).flatMap(([piece, text]) =>
    Array.from({ length: bars }, (_, bar) =>
      [...text.replaceAll(' ', '')].map((letter, slot) => ({ letter, slot, bar })),
    )
      .flat()
      .filter(({ letter }) => letter !== '.')
      .map(({ letter, slot, bar }): Blow => {
        const beat = bar * 4 + Math.floor(slot / 4)
        const length = beats[beat + 1]! - beats[beat]!
        return {
          at:
            beats[beat]! + within((slot % 4) / 4) * length + ((random() * 2 - 1) * spread + (push[piece] ?? 0)) / 1000,
          piece,
          velocity: letter === 'X' ? 118 : letter === 'o' ? 40 : 80,
        }
      }),
  )
}

import type { Level, Piece, PieceKind, StrokeKind } from '#core/kit'
import { type Partial, SAMPLE_RATE, addGlide, addNoise, addPartials, biquad, finish, randomFrom, silence } from './dsp'

/** Peak of a voice at each level, 1 being full scale: about 9 dB from a ghost to a soft stroke, less further up. */
export const LEVEL_GAIN: Record<Level, number> = { 1: 0.09, 2: 0.22, 3: 0.42, 4: 0.68, 5: 0.95 }

/** How loud a kind of piece stands beside the others at the same level. */
const BALANCE: Record<PieceKind, number> = {
  'snare': 0.8, 'hi-hat': 0.42, 'ride': 0.45, 'crash': 0.7, 'tom': 0.75, 'floor tom': 0.8, 'bass drum': 0.95,
}

/** What a voice is made from. `hard` runs from 0 (ghost) to 1 (accent) and opens the tone, not only the volume. */
interface Blow { hard: number, pitch: number, random: () => number }
type Voice = (blow: Blow) => Float32Array

const bassDrum: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.5)
  addGlide(out, { from: 95 + 60 * hard, to: 52 * pitch, glide: 0.022, gain: 1, decay: 0.42 })
  addNoise(out, random, { gain: 0.12 + 0.35 * hard, decay: 0.025, filters: [biquad('low', 1500 + 2500 * hard)] })
  return out
}

const snareHead = (out: Float32Array, { hard, pitch }: Blow, gain: number): void => {
  addGlide(out, { from: 230 * pitch, to: 184 * pitch, glide: 0.012, gain, decay: 0.16 + 0.06 * hard })
  addPartials(out, [{ hz: 331 * pitch, gain: gain * 0.5, decay: 0.11 }, { hz: 463 * pitch, gain: gain * 0.22, decay: 0.08 }])
}

const snare: Voice = (blow) => {
  const { hard, random } = blow
  const out = silence(0.42)
  snareHead(out, blow, 0.55)
  // The wires answer every stroke; a soft one stays darker and shorter.
  addNoise(out, random, { gain: 1.1, decay: 0.16 + 0.2 * hard, filters: [biquad('high', 900), biquad('low', 3200 + 6800 * hard)] })
  return out
}

const rimShot: Voice = (blow) => {
  const out = snare(blow)
  addPartials(out, [
    { hz: 512 * blow.pitch, gain: 0.8, decay: 0.2 }, { hz: 985 * blow.pitch, gain: 0.7, decay: 0.15 },
    { hz: 1730 * blow.pitch, gain: 0.45, decay: 0.09 }, { hz: 2870 * blow.pitch, gain: 0.3, decay: 0.05 },
  ])
  return out
}

const crossStick: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.18)
  addPartials(out, [
    { hz: 815 * pitch, gain: 0.7, decay: 0.06 }, { hz: 1490 * pitch, gain: 1, decay: 0.045 },
    { hz: 2310 * pitch, gain: 0.6, decay: 0.03 }, { hz: 3650 * pitch, gain: 0.35 * hard, decay: 0.02 },
  ])
  addNoise(out, random, { gain: 0.4, decay: 0.02, filters: [biquad('band', 2600, 0.8)] })
  return out
}

const buzz: Voice = (blow) => {
  const out = silence(0.5)
  // A pressed stick bounces ever faster and softer.
  for (let at = 0, gap = 0.034, level = 1; at < 0.3; at += gap, gap *= 0.93, level *= 0.86) {
    const bounce = snare({ ...blow, hard: blow.hard * 0.5 * level })
    const from = Math.round(at * SAMPLE_RATE)
    for (let i = 0; i < bounce.length && from + i < out.length; i++) out[from + i]! += bounce[i]! * level
  }
  return out
}

/** A brush drawn over the head: it swells and fades, where a stick strikes. */
const sweep: Voice = ({ hard, random }) => {
  const out = silence(0.4)
  addNoise(out, random, { gain: 1, decay: 0.42, filters: [biquad('band', 2600 + 1800 * hard, 0.5)] })
  const rise = 0.05 * SAMPLE_RATE
  for (let i = 0; i < rise; i++) out[i]! *= Math.sin(Math.PI / 2 * i / rise)
  return out
}

const tom = (hz: number, seconds: number): Voice => ({ hard, pitch, random }) => {
  const out = silence(seconds)
  const base = hz * pitch
  addGlide(out, { from: base * (1.12 + 0.22 * hard), to: base, glide: 0.03, gain: 1, decay: seconds * 0.8 })
  addPartials(out, [{ hz: base * 1.52, gain: 0.32, decay: seconds * 0.4 }, { hz: base * 2.11, gain: 0.16, decay: seconds * 0.28 }])
  addNoise(out, random, { gain: 0.1 + 0.25 * hard, decay: 0.03, filters: [biquad('low', 2500 + 3000 * hard)] })
  return out
}

/** Partials scattered as a bronze plate's are: denser and shorter as they rise. The scatter is one piece's own. */
function plate(seed: number, count: number, from: number, to: number, decay: number): Partial[] {
  const random = randomFrom(seed)
  return Array.from({ length: count }, (_, i) => {
    const x = (i + random()) / count
    const hz = from * (to / from) ** x
    return { hz, gain: 0.35 + 0.65 * random(), decay: decay * (from / hz) ** 0.35 * (0.6 + 0.8 * random()), phase: random() * 6.283 }
  })
}

const scaled = (partials: Partial[], gain: number, tilt = 0): Partial[] =>
  partials.map(one => ({ ...one, gain: one.gain * gain * (one.hz / 3000) ** tilt }))

const hat = (seconds: number, noise: number, body: number): Voice => ({ hard, random }) => {
  const out = silence(seconds * 1.25)
  addPartials(out, scaled(plate(7, 46, 2600, 14500, seconds), body, hard - 0.4))
  addNoise(out, random, { gain: noise, decay: seconds, filters: [biquad('high', 5200 + 1800 * hard), biquad('high', 3000)] })
  return out
}

/** The foot closes the hats: lower, a soft clap of the two plates rather than a stick's tick. */
const chick: Voice = ({ hard, random }) => {
  const out = silence(0.16)
  addPartials(out, scaled(plate(11, 30, 900, 7500, 0.075), 0.12))
  addNoise(out, random, { gain: 1.2, decay: 0.05 + 0.03 * hard, filters: [biquad('band', 2900, 0.6)] })
  return out
}

const ride: Voice = ({ hard, pitch, random }) => {
  const out = silence(1.9)
  addPartials(out, scaled(plate(23, 52, 380 * pitch, 9500, 1.7), 0.05, 0.12 * hard))
  addPartials(out, [{ hz: 3140 * pitch, gain: 0.5, decay: 0.35 }, { hz: 4475 * pitch, gain: 0.42, decay: 0.26 }, { hz: 5830 * pitch, gain: 0.3, decay: 0.18 }])
  addNoise(out, random, { gain: 0.5, decay: 0.05, filters: [biquad('high', 4200)] })
  return out
}

const bell: Voice = ({ hard, pitch, random }) => {
  const out = silence(1.6)
  addPartials(out, [
    { hz: 742 * pitch, gain: 0.5, decay: 1.4 }, { hz: 1153 * pitch, gain: 0.75, decay: 1.2 }, { hz: 1987 * pitch, gain: 0.55, decay: 0.9 },
    { hz: 2741 * pitch, gain: 0.5, decay: 0.7 }, { hz: 3986 * pitch, gain: 0.3 + 0.2 * hard, decay: 0.45 },
  ])
  addPartials(out, scaled(plate(23, 40, 500 * pitch, 9500, 1.1), 0.03))
  addNoise(out, random, { gain: 0.3, decay: 0.02, filters: [biquad('high', 3500)] })
  return out
}

const crash: Voice = ({ hard, pitch, random }) => {
  const out = silence(2.4)
  addPartials(out, scaled(plate(31, 70, 320 * pitch, 12500, 2.1), 0.09, 0.1))
  addNoise(out, random, { gain: 0.9, decay: 0.5 + 0.9 * hard, filters: [biquad('high', 1800 + 1400 * hard)] })
  return out
}

const VOICES: Record<PieceKind, { [kind in StrokeKind]?: Voice } & { hit: Voice }> = {
  'snare': { 'hit': snare, 'rim shot': rimShot, 'cross-stick': crossStick, 'buzz': buzz, 'sweep': sweep },
  'hi-hat': { hit: hat(0.075, 0.8, 0.1), open: hat(0.85, 0.5, 0.1), chick, splash: hat(0.6, 0.4, 0.1) },
  'ride': { hit: ride, bell },
  'crash': { hit: crash },
  'tom': { hit: tom(112, 0.55) },
  'floor tom': { hit: tom(76, 0.75) },
  'bass drum': { hit: bassDrum },
}

/** One sound to render: which piece, struck how, how hard. */
export interface SoundKey { piece: Piece, stroke: StrokeKind, level: Level }

/** The name a sound is kept under: pieces of a kind and pitch share theirs. */
export const soundName = ({ piece, stroke, level }: SoundKey): string => `${piece.kind}/${piece.pitch}/${stroke}/${level}`

/** Renders one sound: mono samples at 44.1 kHz, peaking at its level's share of full scale. The same key gives the same samples. */
export function renderSound({ piece, stroke, level }: SoundKey): Float32Array {
  const voices = VOICES[piece.kind]
  const voice = voices[stroke] ?? voices.hit
  const out = voice({ hard: (level - 1) / 4, pitch: piece.pitch, random: randomFrom(level * 7919 + stroke.length) })
  return finish(out, LEVEL_GAIN[level] * BALANCE[piece.kind])
}

/** The click: a short woody tick, higher on the first of a bar. */
export function renderClick(first: boolean): Float32Array {
  const out = silence(0.06)
  const hz = first ? 1760 : 1180
  addPartials(out, [{ hz, gain: 1, decay: 0.035 }, { hz: hz * 2.37, gain: 0.4, decay: 0.02 }])
  return finish(out, first ? 0.55 : 0.4)
}

import type { SoundName } from '#core/kit'
import { randomFrom } from '#core/chance'
import {
  type Partial,
  SAMPLE_RATE,
  addGlide,
  addNoise,
  addPartials,
  addSound,
  biquad,
  bounced,
  silence,
} from '#core/signal'

/** What a voice is made from. `hard` runs from 0 (ghost) to 1 (accent) and opens the tone, not only the volume. */
interface Blow {
  hard: number
  pitch: number
  random: () => number
}
type Voice = (blow: Blow) => Float32Array

const bassDrum: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.5)
  addGlide(out, { from: 95 + 60 * hard, to: 52 * pitch, glide: 0.022, gain: 1, decay: 0.42 })
  addNoise(out, random, { gain: 0.12 + 0.35 * hard, decay: 0.025, filters: [biquad('low', 1500 + 2500 * hard)] })
  // The beater's click, which is what is heard of a bass drum through a band.
  addNoise(out, random, { gain: 0.35 + 0.9 * hard, decay: 0.012, filters: [biquad('band', 3200, 0.8)] })
  return out
}

const snareHead = (out: Float32Array, { hard, pitch }: Blow, gain: number): void => {
  addGlide(out, { from: 230 * pitch, to: 184 * pitch, glide: 0.012, gain, decay: 0.16 + 0.06 * hard })
  addPartials(out, [
    { hz: 331 * pitch, gain: gain * 0.5, decay: 0.11 },
    { hz: 463 * pitch, gain: gain * 0.22, decay: 0.08 },
  ])
}

const snare: Voice = blow => {
  const { hard, random } = blow
  const out = silence(0.42)
  snareHead(out, blow, 0.55)
  // The wires answer every stroke: of a ghost they are most of what is heard, a little darker and shorter.
  addNoise(out, random, {
    gain: 1.5 - 0.4 * hard,
    decay: 0.18 + 0.18 * hard,
    filters: [biquad('high', 1100), biquad('low', 5600 + 4400 * hard)],
  })
  return out
}

const rimShot: Voice = blow => {
  const out = snare(blow)
  addPartials(out, [
    { hz: 512 * blow.pitch, gain: 0.8, decay: 0.2 },
    { hz: 985 * blow.pitch, gain: 0.7, decay: 0.15 },
    { hz: 1730 * blow.pitch, gain: 0.45, decay: 0.09 },
    { hz: 2870 * blow.pitch, gain: 0.3, decay: 0.05 },
  ])
  return out
}

const crossStick: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.18)
  addPartials(out, [
    { hz: 815 * pitch, gain: 0.7, decay: 0.06 },
    { hz: 1490 * pitch, gain: 1, decay: 0.045 },
    { hz: 2310 * pitch, gain: 0.6, decay: 0.03 },
    { hz: 3650 * pitch, gain: 0.35 * hard, decay: 0.02 },
  ])
  addNoise(out, random, { gain: 0.4, decay: 0.02, filters: [biquad('band', 2600, 0.8)] })
  return out
}

const buzz: Voice = blow => bounced(force => snare({ ...blow, hard: blow.hard * 0.5 * force }))

/** A brush drawn over the head: it swells and fades, where a stick strikes. */
const sweep: Voice = ({ hard, random }) => {
  const out = silence(0.4)
  addNoise(out, random, { gain: 1, decay: 0.42, filters: [biquad('band', 2600 + 1800 * hard, 0.5)] })
  const rise = 0.05 * SAMPLE_RATE
  for (let i = 0; i < rise; i++) out[i]! *= Math.sin(((Math.PI / 2) * i) / rise)
  return out
}

const tom =
  (hz: number, seconds: number): Voice =>
  ({ hard, pitch, random }) => {
    const out = silence(seconds)
    const base = hz * pitch
    addGlide(out, { from: base * (1.12 + 0.22 * hard), to: base, glide: 0.03, gain: 1, decay: seconds * 0.8 })
    addPartials(out, [
      { hz: base * 1.52, gain: 0.32, decay: seconds * 0.4 },
      { hz: base * 2.11, gain: 0.16, decay: seconds * 0.28 },
    ])
    addNoise(out, random, { gain: 0.1 + 0.25 * hard, decay: 0.03, filters: [biquad('low', 2500 + 3000 * hard)] })
    return out
  }

/** Partials scattered as a bronze plate's are: denser and shorter as they rise. The scatter is one piece's own. */
function plate(seed: number, count: number, from: number, to: number, decay: number): Partial[] {
  const random = randomFrom(seed)
  return Array.from({ length: count }, (_, i) => {
    const x = (i + random()) / count
    const hz = from * (to / from) ** x
    return {
      hz,
      gain: 0.35 + 0.65 * random(),
      decay: decay * (from / hz) ** 0.35 * (0.6 + 0.8 * random()),
      phase: random() * 6.283,
    }
  })
}

const scaled = (partials: Partial[], gain: number, tilt = 0): Partial[] =>
  partials.map(one => ({ ...one, gain: one.gain * gain * (one.hz / 3000) ** tilt }))

const hat =
  (seconds: number, noise: number, body: number): Voice =>
  ({ hard, random }) => {
    const out = silence(seconds * 1.25)
    // Struck harder, the upper partials take over.
    addPartials(out, scaled(plate(7, 46, 2600, 14500, seconds), body, 1.6 * (hard - 0.4)))
    addNoise(out, random, {
      gain: noise,
      decay: seconds,
      filters: [biquad('high', 4600 + 2600 * hard), biquad('low', 7500 + 9500 * hard), biquad('high', 3000)],
    })
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
  addPartials(out, [
    { hz: 3140 * pitch, gain: 0.5, decay: 0.35 },
    { hz: 4475 * pitch, gain: 0.42, decay: 0.26 },
    { hz: 5830 * pitch, gain: 0.3, decay: 0.18 },
  ])
  addNoise(out, random, { gain: 0.5, decay: 0.05, filters: [biquad('high', 4200)] })
  return out
}

const bell: Voice = ({ hard, pitch, random }) => {
  const out = silence(1.6)
  addPartials(out, [
    { hz: 742 * pitch, gain: 0.5, decay: 1.4 },
    { hz: 1153 * pitch, gain: 0.75, decay: 1.2 },
    { hz: 1987 * pitch, gain: 0.55, decay: 0.9 },
    { hz: 2741 * pitch, gain: 0.5, decay: 0.7 },
    { hz: 3986 * pitch, gain: 0.3 + 0.2 * hard, decay: 0.45 },
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

/** A stick on a small metal horn: two strong partials, a fifth and a half apart. */
const cowbell: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.5)
  addPartials(out, [
    { hz: 562 * pitch, gain: 0.8, decay: 0.32 },
    { hz: 845 * pitch, gain: 1, decay: 0.38 },
    { hz: 1690 * pitch, gain: 0.3, decay: 0.16 },
    { hz: 2535 * pitch, gain: 0.2 + 0.2 * hard, decay: 0.1 },
  ])
  addNoise(out, random, { gain: 0.25, decay: 0.015, filters: [biquad('band', 3000, 0.8)] })
  return out
}

const woodBlock: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.16)
  addPartials(out, [
    { hz: 980 * pitch, gain: 1, decay: 0.07 },
    { hz: 2330 * pitch, gain: 0.35, decay: 0.04 },
    { hz: 4100 * pitch, gain: 0.25 * hard, decay: 0.02 },
  ])
  addNoise(out, random, { gain: 0.25, decay: 0.012, filters: [biquad('band', 1900, 0.9)] })
  return out
}

/** Two hard rods: one high tone, and gone. */
const claves: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.12)
  addPartials(out, [
    { hz: 2480 * pitch, gain: 1, decay: 0.06 },
    { hz: 5150 * pitch, gain: 0.2 + 0.2 * hard, decay: 0.02 },
  ])
  addNoise(out, random, { gain: 0.15, decay: 0.006, filters: [biquad('high', 3000)] })
  return out
}

/** Grains thrown against a shell: they come a moment after the hand turns. */
const shaker: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.2)
  addNoise(out, random, { gain: 1, decay: 0.1 + 0.05 * hard, filters: [biquad('band', 6500 * pitch, 0.8)] })
  return out
}

/** Jingles: many small plates, none of them tuned. */
const tambourine: Voice = ({ hard, random }) => {
  const out = silence(0.34)
  addPartials(out, scaled(plate(41, 40, 4200, 15000, 0.22), 0.14, hard * 0.2))
  addNoise(out, random, { gain: 0.8, decay: 0.14 + 0.1 * hard, filters: [biquad('high', 6000)] })
  return out
}

const timbale: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.5)
  addGlide(out, { from: 290 * pitch * (1.05 + 0.1 * hard), to: 275 * pitch, glide: 0.02, gain: 0.9, decay: 0.3 })
  addPartials(out, [
    { hz: 452 * pitch, gain: 0.5, decay: 0.26 },
    { hz: 678 * pitch, gain: 0.35, decay: 0.2 },
    { hz: 1490 * pitch, gain: 0.3, decay: 0.12 },
  ])
  addNoise(out, random, { gain: 0.3 + 0.2 * hard, decay: 0.03, filters: [biquad('high', 1500)] })
  return out
}

/** A stick on rubber: short, and the same wherever it falls. */
const pad: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.14)
  addGlide(out, { from: 330 * pitch, to: 290 * pitch, glide: 0.01, gain: 0.8, decay: 0.06 })
  addNoise(out, random, { gain: 0.6, decay: 0.03, filters: [biquad('band', 1400 + 1500 * hard, 0.7)] })
  return out
}

const cymbal =
  (seconds: number, from: number, bright: number, seed: number): Voice =>
  ({ hard, pitch, random }) => {
    const out = silence(seconds * 1.15)
    addPartials(out, scaled(plate(seed, 60, from * pitch, 13500, seconds), 0.09, 0.1))
    addNoise(out, random, {
      gain: 0.9,
      decay: seconds * (0.3 + 0.35 * hard),
      filters: [biquad('high', bright + 1400 * hard)],
    })
    return out
  }

/** A brush patted flat: all wires at once, and little of the head. */
const brushTap: Voice = blow => {
  const out = silence(0.24)
  snareHead(out, blow, 0.18)
  addNoise(out, blow.random, {
    gain: 0.9,
    decay: 0.1 + 0.06 * blow.hard,
    filters: [biquad('band', 3200 + 1500 * blow.hard, 0.5)],
  })
  return out
}

// The machine's voices: plain waves and gated noise, and no wood in them.
const machineBass: Voice = ({ hard, pitch }) => {
  const out = silence(0.7)
  addGlide(out, { from: 160 + 90 * hard, to: 46 * pitch, glide: 0.03, gain: 1, decay: 0.6 })
  return out
}

const machineSnare: Voice = ({ hard, pitch, random }) => {
  const out = silence(0.3)
  addPartials(out, [
    { hz: 238 * pitch, gain: 0.6, decay: 0.12 },
    { hz: 476 * pitch, gain: 0.4, decay: 0.08 },
  ])
  addNoise(out, random, { gain: 0.9, decay: 0.16 + 0.1 * hard, filters: [biquad('high', 1400)] })
  return out
}

const machineHat =
  (seconds: number): Voice =>
  ({ hard, pitch, random }) => {
    const out = silence(seconds * 1.3)
    addPartials(
      out,
      [2050, 3110, 3690, 5230, 5400, 8000].map(hz => ({ hz: hz * pitch, gain: 0.25, decay: seconds })),
    )
    addNoise(out, random, { gain: 0.6, decay: seconds, filters: [biquad('high', 7000 + 1500 * hard)] })
    return out
  }

/** Several hands that do not quite agree. */
const clap: Voice = ({ hard, random }) => {
  const out = silence(0.34)
  for (const [at, gain, decay] of [
    [0, 0.7, 0.015],
    [0.011, 0.6, 0.015],
    [0.023, 1, 0.2 + 0.06 * hard],
  ] as const) {
    const hand = silence(0.34 - at)
    addNoise(hand, random, { gain, decay, filters: [biquad('band', 1300, 1.2), biquad('high', 600)] })
    addSound(out, hand, at)
  }
  return out
}

/** How each sound is made: samples of any loudness, from how hard and how high. */
export const VOICES: Record<SoundName, Voice> = {
  'bass drum': bassDrum,
  snare: snare,
  'rim shot': rimShot,
  'cross-stick': crossStick,
  'snare buzz': buzz,
  'brush sweep': sweep,
  'brush tap': brushTap,
  'closed hat': hat(0.075, 0.8, 0.1),
  'open hat': hat(0.85, 0.5, 0.1),
  'half-open hat': hat(0.46, 0.58, 0.1),
  'loose hat': hat(0.22, 0.68, 0.1),
  'tight hat': hat(0.058, 0.8, 0.1),
  'foot hat': chick,
  'splashed hat': hat(0.6, 0.4, 0.1),
  ride: ride,
  'ride bell': bell,
  crash: crash,
  china: cymbal(1.3, 240, 1200, 53),
  'splash cymbal': cymbal(0.55, 620, 2600, 61),
  tom: tom(112, 0.55),
  'floor tom': tom(76, 0.75),
  timbale: timbale,
  cowbell: cowbell,
  'wood block': woodBlock,
  tambourine: tambourine,
  claves: claves,
  shaker: shaker,
  'practice pad': pad,
  'machine bass': machineBass,
  'machine snare': machineSnare,
  'machine hat': machineHat(0.07),
  'machine open hat': machineHat(0.5),
  'hand clap': clap,
}

import { barsIn, findBeats, onsetStrength } from '#core/hear'
import type { MadeMix } from './mixes'

/** How what is heard of a mix compares with what is in it. */
export interface Heard {
  what: string
  /** The tempo found, as a multiple of its own; and how near to 1 is right, since one that sways has no one tempo. */
  tempo: number
  near: number
  /** Beats found within 70 ms of where they are: F of recall and precision. */
  beats: number
  /** The share of the bars found that begin where one does. */
  ones: number
}

const middle = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0

/** Listens to a mix, and holds what is found against what is in it. */
export function heardOf(mix: MadeMix): Heard {
  const strength = onsetStrength(mix.samples)
  const { curve, beats } = findBeats(strength)
  const end = mix.beats.at(-1)! + 0.3
  const inside = beats.filter(one => one < end)
  const near = (time: number, times: readonly number[]) => times.some(one => Math.abs(one - time) < 0.07)
  const hit = mix.beats.filter(beat => near(beat, inside)).length
  const firsts = barsIn(mix.samples, strength, beats)
    .map(({ beat }) => beats[beat]!)
    .filter(time => time < end)
  const bpm = 60 / middle(mix.beats.slice(1).map((beat, i) => beat - mix.beats[i]!))
  return {
    what: `${mix.kind}, ${mix.style} at ${bpm.toFixed(1)}`,
    tempo: middle(curve.map(one => one.bpm)) / bpm,
    near: mix.kind === 'sways' ? 0.03 : 0.01,
    beats: (2 * hit) / (mix.beats.length + inside.length),
    ones: firsts.filter(time => near(time, mix.bars)).length / (firsts.length || 1),
  }
}

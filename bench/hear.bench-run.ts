import { it } from 'vitest'
import { HEAR_RATE, barsIn, findBeats, onsetStrength } from '#core/hear'
import { heardOf } from '../test/heard'
import { madeMix } from '../test/mixes'
import { Report, loopsHere } from './report.mjs'

const report = new Report()
const MIXES = 120

it('measures what is heard in recordings', () => {
  // Other seeds than the figures of core/hear were read off.
  const heard = Array.from({ length: MIXES }, (_, i) => heardOf(madeMix(1000 + i)))
  const share = (list: readonly unknown[], all: readonly unknown[] = heard) => (100 * list.length) / all.length
  const right = heard.filter(one => Math.abs(one.tempo - 1) < 0.04)
  const mean = (list: typeof heard) => list.reduce((sum, one) => sum + one.beats, 0) / list.length
  const of = `of ${MIXES} mixes`
  report.least(`tempo within 1 %, ${of}`, share(heard.filter(one => Math.abs(one.tempo - 1) < one.near)), '%', 80)
  const octave = (tempo: number) => [0.5, 1, 2].some(times => Math.abs(tempo / times - 1) < 0.04)
  report.least(`tempo within a factor of two, ${of}`, share(heard.filter(one => octave(one.tempo))), '%', 97)
  report.least(`beats within 70 ms, F, ${of}`, mean(heard), '', 0.9)
  report.least(`beats at the right level, F, ${of}`, mean(right), '', 0.97)
  report.least(
    `the 1 right, ${of} whose level is`,
    share(
      right.filter(one => one.ones > 0.75),
      right,
    ),
    '%',
    75,
  )

  const mix = madeMix(7, 24).samples
  const long = new Float32Array(300 * HEAR_RATE)
  for (let at = 0; at < long.length; at += mix.length) long.set(mix.subarray(0, long.length - at), at)
  const before = loopsHere()
  const began = performance.now()
  const strength = onsetStrength(long)
  const { beats } = findBeats(strength)
  barsIn(long, strength, beats)
  report.took('beats and bars of five minutes', performance.now() - began, 4000, [...before, ...loopsHere()])
  report.write()
}, 1_200_000)

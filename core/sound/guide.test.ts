import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LEVELS } from '#core/kit'
import { makeBars, makeGroove } from '#core/groove'
import { makePassage } from '#core/perform'
import { meter } from '#core/time'
import { SAMPLE_RATE } from '#core/signal'
import { renderGuide, renderPerformance } from '.'

/** How strong one frequency is in some samples (Goertzel's sum). */
function strength(samples: Float32Array, hz: number): number {
  let [re, im] = [0, 0]
  samples.forEach((sample, i) => {
    re += sample * Math.cos((2 * Math.PI * hz * i) / SAMPLE_RATE)
    im += sample * Math.sin((2 * Math.PI * hz * i) / SAMPLE_RATE)
  })
  return Math.hypot(re, im) / samples.length
}
const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
const cut = (samples: Float32Array, from: number, to: number) =>
  samples.slice(Math.round(from * SAMPLE_RATE), Math.round(to * SAMPLE_RATE))

describe('the voice of the line above', () => {
  it('is a tone at A3, louder level by level, that holds for two seconds', () => {
    const peaks = LEVELS.map(level => peak(renderGuide(level)))
    peaks.slice(1).forEach((one, i) => expect(one / peaks[i]!).toBeGreaterThan(1.3))
    const voice = renderGuide(4)
    const steady = cut(voice, 0.1, 0.3)
    for (const hz of [190, 250, 311]) expect(strength(steady, 220) / strength(steady, hz)).toBeGreaterThan(20)
    expect(peak(cut(voice, 1.8, 2)) / peak(cut(voice, 0, 0.2))).toBeGreaterThan(0.3)
  })

  it('sounds from its note on, and ends with it', () => {
    const groove = makeGroove({
      id: 'g',
      title: 'G',
      bars: makeBars(meter(4, 4), 1, 2),
      tempo: { bpm: 120, counts: '1/4' },
      guides: [{ id: 'riff', name: 'Riff', notes: [{ at: 5040, length: 5040, level: 4 }] }],
    })
    const samples = renderPerformance({
      passages: [makePassage({ groove, kit: DEFAULT_KIT, guides: ['riff'] })],
      countIn: 0,
    })
    const first = samples.findIndex(sample => Math.abs(sample) > 0.01) / SAMPLE_RATE
    expect(first).toBeGreaterThanOrEqual(0.5)
    expect(first).toBeLessThan(0.51)
    expect(peak(cut(samples, 0.6, 0.98))).toBeGreaterThan(0.1)
    expect(peak(cut(samples, 1.04, 2))).toBe(0)
  })
})

/** @module-tag long */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { LIMBS } from '#core/kit'
import { type Measures, aloud, sayMeasured } from '#core/measure'
import { countBeat } from '#core/time'
import talk from '../assets/talk/talk.json'
import { VOICE_RATE, wordsOf } from './voice'

const bytesOf = (path: string) => {
  const file = readFileSync(path)
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.length)
}
const words = wordsOf(bytesOf('app/assets/count/count.wav'))
const told = wordsOf(bytesOf('app/assets/talk/talk.wav'), talk.words)
const rms = (samples: Float32Array) => Math.sqrt(samples.reduce((sum, x) => sum + x * x, 0) / samples.length)
const FRAME = VOICE_RATE / 100
const frames = (samples: Float32Array) =>
  Array.from({ length: Math.floor(samples.length / FRAME) }, (_, i) => samples.subarray(i * FRAME, (i + 1) * FRAME))

/** How much of a frame lies at its own pitch (90 to 400 a second), by the largest normalised autocorrelation over two frames. */
function voicing(samples: Float32Array, at: number): number {
  const length = 2 * FRAME
  if (at + length + VOICE_RATE / 90 > samples.length) return 0
  const energy = (from: number) =>
    Array.from({ length }, (_, i) => samples[from + i]! ** 2).reduce((a, b) => a + b, 1e-9)
  let most = 0
  for (let lag = Math.floor(VOICE_RATE / 400); lag <= VOICE_RATE / 90; lag++) {
    let sum = 0
    for (let i = 0; i < length; i++) sum += samples[at + i]! * samples[at + lag + i]!
    most = Math.max(most, sum / Math.sqrt(energy(at) * energy(at + lag)))
  }
  return most
}

describe('the spoken count', () => {
  it('has every word that the ribbon may show, in both schools', () => {
    const shown = new Set(
      [1, 2, 3, 4, 5, 6, 7, 8].flatMap(slots =>
        [1, 12, 21].flatMap(beat => [
          ...countBeat(beat, slots),
          ...countBeat(beat, slots, { school: 'syllables', triplet: '& a' }),
          ...countBeat(beat, 3, { school: 'numbers', triplet: 'trip let' }),
        ]),
      ),
    )
    expect([...shown].filter(word => word !== '·' && !words.has(word))).toEqual([])
  })

  it.each([...words.keys()])('“%s” is as loud as the others, and voiced from its vowel on', word => {
    const { samples, onset } = words.get(word)!
    const loud = frames(samples)
      .map(rms)
      .sort((a, b) => b - a)
    const level = 20 * Math.log10(rms(Float32Array.from(loud.slice(0, Math.ceil(loud.length / 3)))))
    expect(Math.abs(level - 20 * Math.log10(0.16))).toBeLessThan(2)
    expect(samples.length / VOICE_RATE).toBeLessThanOrEqual(0.421)
    expect(onset).toBeLessThan(0.15)
    // Within 40 ms of where the vowel is said to set in the sound is that of a voice.
    const near = [0, 10, 20, 30, 40].map(ms => voicing(samples, Math.round((onset + ms / 1000) * VOICE_RATE)))
    expect(Math.max(...near)).toBeGreaterThan(0.6)
  })
})

describe('what was measured, said aloud', () => {
  type Cause = Measures['causes'][number]
  const KINDS =
    'nothing few double half tempo offset lost elsewhere moved scattered drift fill whole unison limb swing slot spread level'
      .split(' ')
      .concat('absent limb', 'absent ghosts', 'absent stroke') as Cause['kind'][]
  const gists = KINDS.flatMap(kind =>
    LIMBS.flatMap(limb =>
      [-37, 1, 112].flatMap(figure =>
        [0, 1260, -1680, 2520, 3360, 5040, 10080].flatMap(ticks =>
          [true, false].map(flag =>
            sayMeasured({
              missed: 2,
              extra: 0,
              limbs: [],
              causes: [{ kind, figure, ticks, limb, limbs: ['RH', limb], weight: 2, tempo: flag, ghosts: flag }],
            }),
          ),
        ),
      ),
    ),
  )
  const rest = ['clean', 'none missed, spread 14 ms', '2 missed, 1 extra, too few to tell', 'Then 96', 'Done']
  it('has a word for every gist, figure and step that may come', () => {
    const said = [
      ...gists,
      ...rest,
      'Next a break',
      ...Array.from({ length: 380 }, (_, i) => `Next stage 3 at ${i + 20}`),
    ]
    expect([...new Set(said.flatMap(aloud))].filter(word => !told.has(word))).toEqual([])
  })
  it('is at most 1 MB, and each word is as loud as the others', () => {
    expect(bytesOf('app/assets/talk/talk.wav').byteLength).toBeLessThan(1_000_000)
    for (const [word, { samples }] of told) {
      const loud = frames(samples)
        .map(rms)
        .sort((a, b) => b - a)
      const level = 20 * Math.log10(rms(Float32Array.from(loud.slice(0, Math.ceil(loud.length / 3)))) / 0.16)
      expect([word, Math.abs(level) < 2.5]).toEqual([word, true])
    }
  })
  it('reads figures as words', () => {
    expect(aloud('right hand 24 ms late; 2.5 % fast').join(' ')).toBe(
      'right hand twenty four milliseconds late two point five percent fast',
    )
    expect([0, 13, 20, 99, 100, 115, 400].map(n => aloud(String(n)).join(' '))).toEqual([
      'zero',
      'thirteen',
      'twenty',
      'ninety nine',
      'one hundred',
      'one hundred and fifteen',
      'four hundred',
    ])
  })
})

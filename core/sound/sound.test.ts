import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, type Level, SOUNDS, type StrokeKind, soundOf } from '#core/kit'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { CLICK_SOUNDS, SAMPLE_RATE, TAKES, renderClick, renderGroove, renderSound, takeFor } from '.'


const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
const rms = (samples: Float32Array) => Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length)
const piece = (id: string) => DEFAULT_KIT.pieces.find(one => one.id === id)!
const plain = (id: string, stroke: StrokeKind = 'hit', level: Level = 4) => renderSound({ sound: soundOf(piece(id), stroke), pitch: piece(id).pitch, level, take: 0 })

/** Seconds until the sound has fallen for good to a hundredth (40 dB under) of its loudest. */
const ring = (samples: Float32Array) => {
  const quiet = peak(samples) / 100
  return samples.findLastIndex(sample => Math.abs(sample) > quiet) / SAMPLE_RATE
}

/** Where a sound's energy has its middle, in Hz, by a count of zero crossings of its first 50 ms: enough to tell dark from bright. */
const brightness = (samples: Float32Array) => {
  const head = samples.slice(0, SAMPLE_RATE / 20)
  return head.reduce((n, sample, i) => n + (i > 0 && (sample < 0) !== (head[i - 1]! < 0) ? 1 : 0), 0) * 10
}

describe.each(SOUNDS)('%s', (sound) => {
  const levels = ([1, 2, 3, 4, 5] as Level[]).map(level => renderSound({ sound, pitch: 1, level, take: 0 }))

  it('is louder at every level, and never clips', () => {
    const rises = levels.map(peak)
    for (let i = 1; i < rises.length; i++) expect(rises[i]!).toBeGreaterThan(rises[i - 1]! * 1.2)
    expect(rises[4]!).toBeLessThanOrEqual(1)
    expect(levels.every(samples => samples.every(Number.isFinite))).toBe(true)
  })

  it('begins and ends at nothing, with no direct current', () => {
    for (const samples of levels) {
      expect(Math.abs(samples[0]!)).toBeLessThan(1e-6)
      expect(Math.abs(samples.at(-1)!)).toBeLessThan(1e-6)
      expect(Math.abs(samples.reduce((a, b) => a + b, 0) / samples.length)).toBeLessThan(0.01 * peak(samples))
    }
  })

  it('dies away', () => {
    const fifth = Math.floor(levels[3]!.length / 5)
    expect(rms(levels[3]!.slice(-fifth))).toBeLessThan(0.15 * rms(levels[3]!.slice(0, fifth)))
  })

  it('has takes that differ a little and no more', () => {
    const takes = Array.from({ length: TAKES }, (_, take) => renderSound({ sound, pitch: 1, level: 3, take }))
    for (let i = 1; i < TAKES; i++) {
      expect(takes[i]).not.toEqual(takes[0])
      expect(Math.abs(20 * Math.log10(peak(takes[i]!) / peak(takes[0]!)))).toBeLessThan(1)
      expect(peak(takes[i]!)).toBeLessThan(peak(levels[3]!)) // never as loud as the next level
    }
  })
})

describe('the kit', () => {
  it('rings as its pieces do: cymbals long, open hats longer than closed, the foot shortest', () => {
    expect(ring(plain('crash'))).toBeGreaterThan(0.8)
    expect(ring(plain('ride'))).toBeGreaterThan(0.6)
    expect(ring(plain('hi-hat', 'open'))).toBeGreaterThan(4 * ring(plain('hi-hat')))
    expect(ring(plain('hi-hat', 'chick'))).toBeLessThan(0.15)
    expect(ring(plain('snare', 'cross-stick'))).toBeLessThan(ring(plain('snare')))
    expect(ring(plain('floor tom'))).toBeGreaterThan(ring(plain('high tom')))
  })

  it('is bright and dark where it should be', () => {
    expect(brightness(plain('bass drum'))).toBeLessThan(300)
    expect(brightness(plain('floor tom'))).toBeLessThan(brightness(plain('high tom')))
    expect(brightness(plain('snare', 'hit', 1))).toBeLessThan(brightness(plain('snare', 'hit', 5)))
    expect(brightness(plain('hi-hat'))).toBeGreaterThan(5000)
  })

  it('is rendered the same each time', () => {
    expect(plain('snare')).toEqual(plain('snare'))
  })

  it('gives neighbouring strokes different takes more often than not, and every take its turn', () => {
    const takes = Array.from({ length: 64 }, (_, i) => takeFor(i * 1260, 0))
    expect(new Set(takes).size).toBe(TAKES)
    expect(takes.filter((take, i) => i > 0 && take !== takes[i - 1]).length).toBeGreaterThan(32)
    expect(takes).toEqual(Array.from({ length: 64 }, (_, i) => takeFor(i * 1260, 0)))
    expect(takes).not.toEqual(Array.from({ length: 64 }, (_, i) => takeFor(i * 1260, 1)))
  })

  it('sweeps a brush in and taps it at once', () => {
    const loudest = (samples: Float32Array) => samples.findIndex(sample => Math.abs(sample) > 0.9 * peak(samples)) / SAMPLE_RATE
    expect(loudest(plain('snare', 'sweep'))).toBeGreaterThan(0.01)
    expect(loudest(plain('snare', 'tap'))).toBeLessThan(0.01)
  })
})

describe('the click', () => {
  it.each(CLICK_SOUNDS)('%s is told apart on the first of the bar, and begins and ends at nothing', (sound) => {
    const [first, other] = [renderClick(true, sound), renderClick(false, sound)]
    expect(peak(first)).toBeGreaterThan(peak(other))
    expect(first).not.toEqual(other)
    for (const samples of [first, other]) expect(Math.abs(samples[0]!) + Math.abs(samples.at(-1)!)).toBeLessThan(1e-6)
  })
})

describe('a rendered groove', () => {
  const bars = makeBars(meter(4, 4), 1, 4)
  const groove = makeGroove({
    id: 'g', title: 'G', bars, tempo: { bpm: 120, counts: '1/4' },
    parts: [makePart({ id: 'p', name: 'P', limb: 'LH', strokes: rowStrokes(bars, '4... .... 4... ....', { piece: 'snare', stroke: 'cross-stick' }) })],
  })

  it('has its onsets where the timeline says', () => {
    const samples = renderGroove(groove, DEFAULT_KIT, 2)
    const onsets: number[] = []
    for (let i = 0, quiet = SAMPLE_RATE; i < samples.length; i++) {
      if (Math.abs(samples[i]!) > 0.005) {
        if (quiet > SAMPLE_RATE / 10) onsets.push(i / SAMPLE_RATE)
        quiet = 0
      } else quiet++
    }
    expect(onsets).toHaveLength(4)
    onsets.forEach((onset, i) => expect(Math.abs(onset - i)).toBeLessThan(0.001)) // 1 and 3 at 120 are a second apart
  })

  it('cuts an open hat off where it closes', () => {
    const open = (openFor: number) => renderGroove({ ...groove, parts: [makePart({ id: 'h', name: 'H', limb: 'RH', strokes: [{ at: 0, piece: 'hi-hat', stroke: 'open', level: 4, openFor }] })] }, DEFAULT_KIT)
    const after = Math.round(0.33 * SAMPLE_RATE)
    expect(rms(open(2520).slice(after, after + 2000))).toBe(0) // closed at 0.25 s
    expect(rms(open(10080).slice(after, after + 2000))).toBeGreaterThan(0.001)
  })

  it('is silent where nothing is heard, and never over full scale', () => {
    expect(peak(renderGroove(groove, DEFAULT_KIT, 1, { solo: [], only: [] }))).toBe(0)
    const loud = { ...groove, parts: [...'abcdefgh'].map(id => ({ ...groove.parts[0]!, id })) }
    expect(peak(renderGroove(loud, DEFAULT_KIT))).toBeLessThan(1)
  })
})

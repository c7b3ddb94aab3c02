/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { SAMPLE_RATE } from '#core/signal'
import {
  CLICK_SOUNDS,
  type ClickSound,
  DEFAULT_KIT,
  HAT_DEGREES,
  USUAL_CLICK,
  type Level,
  SOUNDS,
  type StrokeKind,
  soundOf,
} from '#core/kit'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { machinePlays, makePassage, passes } from '#core/perform'
import { meter } from '#core/time'
import { truePeak } from '../../test/true-peak'
import { TAKES, clickOf, renderClick, renderPerformance, renderSound, takeFor } from '.'

const peak = (samples: Float32Array) => samples.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)
const rms = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length)
const piece = (id: string) => DEFAULT_KIT.pieces.find(one => one.id === id)!
const plain = (id: string, stroke: StrokeKind = 'hit', level: Level = 4) =>
  renderSound({ set: 'synthesised', sound: soundOf(piece(id), stroke), pitch: piece(id).pitch, level, take: 0 })

/** Seconds until the sound has fallen for good to a hundredth (40 dB under) of its loudest. */
const ring = (samples: Float32Array) => {
  const quiet = peak(samples) / 100
  return samples.findLastIndex(sample => Math.abs(sample) > quiet) / SAMPLE_RATE
}

/** Where a sound's energy has its middle, in Hz, by a count of zero crossings of its first 50 ms: enough to tell dark from bright. */
const brightness = (samples: Float32Array) => {
  const head = samples.slice(0, SAMPLE_RATE / 20)
  return head.reduce((n, sample, i) => n + (i > 0 && sample < 0 !== head[i - 1]! < 0 ? 1 : 0), 0) * 10
}

it('rings the longer, the further apart the hats are, with a hand on them the same', () => {
  const rings = HAT_DEGREES.map(kind => ring(plain('hi-hat', kind)))
  for (const [i, one] of rings.entries()) if (i) expect(one).toBeGreaterThan(1.15 * rings[i - 1]!)
})

describe.each(SOUNDS)('%s', sound => {
  const levels = ([1, 2, 3, 4, 5] as Level[]).map(level =>
    renderSound({ set: 'synthesised', sound, pitch: 1, level, take: 0 }),
  )

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
    const takes = Array.from({ length: TAKES }, (_, take) =>
      renderSound({ set: 'synthesised', sound, pitch: 1, level: 3, take }),
    )
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
    const loudest = (samples: Float32Array) =>
      samples.findIndex(sample => Math.abs(sample) > 0.9 * peak(samples)) / SAMPLE_RATE
    expect(loudest(plain('snare', 'sweep'))).toBeGreaterThan(0.01)
    const power = (from: number) =>
      plain('snare', 'sweep')
        .slice(from * SAMPLE_RATE, (from + 0.01) * SAMPLE_RATE)
        .reduce((sum, sample) => sum + sample ** 2, 0)
    // By hand: a quarter of a sine over 50 ms has a thirtieth of the power in its first 10 ms that it has in its last; the noise under it
    // loses three quarters of its own meanwhile.
    expect(power(0)).toBeLessThan(power(0.04) / 5)
    expect(loudest(plain('snare', 'tap'))).toBeLessThan(0.01)
  })
})

describe('how a stroke sounds, by its spectrum', () => {
  /** The share of energy above a frequency in that many samples from one on, by a plain Fourier sum. */
  function above(samples: Float32Array, hz: number, from = 0, many = 2048): number {
    let [high, all] = [0, 0]
    for (let k = 1; k < many / 2; k++) {
      let [re, im] = [0, 0]
      for (let n = 0; n < many; n++) {
        const x = (samples[from + n] ?? 0) * (0.5 - 0.5 * Math.cos((2 * Math.PI * n) / many))
        re += x * Math.cos((2 * Math.PI * k * n) / many)
        im += x * Math.sin((2 * Math.PI * k * n) / many)
      }
      const energy = re * re + im * im
      all += energy
      if ((k * SAMPLE_RATE) / many > hz) high += energy
    }
    return high / all
  }
  const ofLevels = (id: string, hz: number, stroke: StrokeKind = 'hit') =>
    ([1, 2, 3, 4, 5] as Level[]).map(level => above(plain(id, stroke, level), hz))

  it('soft snares keep their wires: of a ghost a fifth at least lies above 2 kHz, and it stays darker than an accent', () => {
    const [ghost, , , , accent] = ofLevels('snare', 2000)
    expect(ghost).toBeGreaterThan(0.2)
    expect(above(plain('snare', 'hit', 5), 6000)).toBeGreaterThan(above(plain('snare', 'hit', 1), 6000))
    expect(accent).toBeGreaterThan(0.2)
  })

  it('the beater clicks: in its first 6 ms a bass drum has something above 2 kHz, more the harder it is struck, and nothing of it later', () => {
    const click = (level: Level) => above(plain('bass drum', 'hit', level), 2000, 0, 256)
    expect(click(3)).toBeGreaterThan(0.01)
    expect(click(5)).toBeGreaterThan(click(1))
    expect(above(plain('bass drum', 'hit', 5), 2000, 4096)).toBeLessThan(0.001)
  })

  it('hats brighten when they are struck harder, level by level', () => {
    for (const stroke of ['hit', 'open'] as const) {
      const shares = ofLevels('hi-hat', 8000, stroke)
      for (let i = 1; i < shares.length; i++)
        expect(shares[i], `${stroke} ${i + 1}: ${shares}`).toBeGreaterThan(shares[i - 1]!)
      expect(shares[4]! / shares[0]!).toBeGreaterThan(1.2)
    }
  })
})

describe('the limit', () => {
  it('keeps four accents at one instant under −1 dB between samples too, and one stroke as it was', () => {
    const bars = makeBars(meter(4, 4), 1, 4)
    const one = (id: string, limb: 'RH' | 'LH' | 'RF' | 'LF', stroke: StrokeKind = 'hit', level: Level = 5) =>
      makePart({ id, name: id, limb, strokes: [{ at: 0, piece: id, stroke, level }] })
    const four = makeGroove({
      id: 'g',
      title: 'G',
      bars,
      parts: [one('crash', 'RH'), one('snare', 'LH', 'rim shot'), one('bass drum', 'RF'), one('hi-hat', 'LF', 'chick')],
    })
    const together = renderPerformance(passes(four, DEFAULT_KIT))
    expect(20 * Math.log10(truePeak(together))).toBeLessThan(-1)
    const alone = makeGroove({ id: 'g', title: 'G', bars, parts: [one('snare', 'LH', 'hit', 3)] })
    expect(peak(renderPerformance(passes(alone, DEFAULT_KIT)))).toBeCloseTo(
      peak(
        renderSound({ set: 'synthesised', sound: 'snare', pitch: piece('snare').pitch, level: 3, take: takeFor(0, 0) }),
      ),
      6,
    )
  })
})

const click = (sound: ClickSound, on: 'first' | 'beat' = 'beat') =>
  renderClick(clickOf({ on, warns: false }, { ...USUAL_CLICK, sound }))

describe('the click', () => {
  it.each(CLICK_SOUNDS)('%s is told apart on the first of the bar, and begins and ends at nothing', sound => {
    const [first, other] = [click(sound, 'first'), click(sound)]
    expect(peak(first)).toBeGreaterThan(peak(other))
    expect(first).not.toEqual(other)
    for (const samples of [first, other]) expect(Math.abs(samples[0]!) + Math.abs(samples.at(-1)!)).toBeLessThan(1e-6)
  })
})

/** Energy of the first 60 ms within a twelfth of a frequency, by sines and cosines. */
function energyAt(samples: Float32Array, hz: number): number {
  const head = samples.subarray(0, 0.06 * SAMPLE_RATE)
  return [-1, -0.5, 0, 0.5, 1].reduce((sum, step) => {
    const turn = (2 * Math.PI * hz * (1 + step / 12)) / SAMPLE_RATE
    const [re, im] = head.reduce(([a, b], x, i) => [a! + x * Math.cos(turn * i), b! + x * Math.sin(turn * i)], [0, 0])
    return sum + re! ** 2 + im! ** 2
  }, 0)
}

describe('the six clicks', () => {
  it('are told apart by pitch or by length, by 20 % at least', () => {
    const facts = CLICK_SOUNDS.map(sound => {
      const samples = click(sound)
      return { sound, high: brightness(samples), long: ring(samples) }
    })
    for (const [i, a] of facts.entries())
      for (const b of facts.slice(i + 1)) {
        const apart = Math.max(...[a.high / b.high, b.high / a.high, a.long / b.long, b.long / a.long])
        expect(apart, `${a.sound} and ${b.sound}`).toBeGreaterThan(1.2)
      }
  })
  it('have one that comes through a crash and a ride better than any other', () => {
    const cymbals = [plain('crash', 'hit', 4), plain('ride', 'hit', 4)]
    const through = (sound: (typeof CLICK_SOUNDS)[number]) =>
      Math.max(
        ...[700, 1000, 1400, 2000, 2800, 4000, 5600, 8000].map(
          hz => energyAt(click(sound), hz) / cymbals.reduce((sum, one) => sum + energyAt(one, hz), 0),
        ),
      )
    const best = [...CLICK_SOUNDS].sort((a, b) => through(b) - through(a))
    expect(best[0], best.map(one => `${one} ${Math.round(through(one))}`).join()).toBe('piercing')
  })
})

describe('a rendered groove', () => {
  const bars = makeBars(meter(4, 4), 1, 4)
  const groove = makeGroove({
    id: 'g',
    title: 'G',
    bars,
    tempo: { bpm: 120, counts: '1/4' },
    parts: [
      makePart({
        id: 'p',
        name: 'P',
        limb: 'LH',
        strokes: rowStrokes(bars, '4... .... 4... ....', { piece: 'snare', stroke: 'cross-stick' }),
      }),
    ],
  })

  it('has its onsets where the timeline says', () => {
    const samples = renderPerformance(passes(groove, DEFAULT_KIT, 2))
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

  it('begins with its count-in and its pick-up, and clicks', () => {
    const lead = { ...groove, pickUp: { ticks: 10080, repeats: true } }
    const samples = renderPerformance({
      passages: [makePassage({ groove: lead, kit: DEFAULT_KIT, click: { program: 'first of bar' } })],
      countIn: 1,
    })
    // A bar of count-in and a bar, two seconds each, and a second to ring.
    expect(samples.length).toBe(5 * SAMPLE_RATE)
    const bare = renderPerformance({
      passages: [
        makePassage({ groove: { ...groove, parts: [] }, kit: DEFAULT_KIT, click: { program: 'first of bar' } }),
      ],
      countIn: 1,
    })
    const loud = (from: number) => peak(bare.slice(from * SAMPLE_RATE, (from + 0.1) * SAMPLE_RATE)) > 0.1
    expect([0, 0.5, 1, 1.5, 2, 2.5, 3].map(loud)).toEqual([true, true, true, true, true, false, false])
    // The cross-stick on 3 leads in over the count: more is heard there than of the click alone.
    expect(rms(samples.slice(SAMPLE_RATE, 1.1 * SAMPLE_RATE))).toBeGreaterThan(
      1.1 * rms(bare.slice(SAMPLE_RATE, 1.1 * SAMPLE_RATE)),
    )
  })

  it('cuts an open hat off where it closes', () => {
    const open = (openFor: number) =>
      renderPerformance(
        passes(
          {
            ...groove,
            parts: [
              makePart({
                id: 'h',
                name: 'H',
                limb: 'RH',
                strokes: [{ at: 0, piece: 'hi-hat', stroke: 'open', level: 4, openFor }],
              }),
            ],
          },
          DEFAULT_KIT,
        ),
      )
    const after = Math.round(0.33 * SAMPLE_RATE)
    expect(rms(open(2520).slice(after, after + 2000))).toBe(0) // closed at 0.25 s
    expect(rms(open(10080).slice(after, after + 2000))).toBeGreaterThan(0.001)
  })

  it('is silent where nothing is heard, and never over full scale', () => {
    expect(
      peak(
        renderPerformance({
          passages: [makePassage({ groove, kit: DEFAULT_KIT, parts: machinePlays(groove, new Set()) })],
          countIn: 0,
        }),
      ),
    ).toBe(0)
    const loud = { ...groove, parts: [...'abcdefgh'].map(id => ({ ...groove.parts[0]!, id })) }
    expect(peak(renderPerformance(passes(loud, DEFAULT_KIT)))).toBeLessThan(1)
  })
})

import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { type Blow, played, recorded } from '../../test/played'
import { cutsOf, grooveFrom, readMidi } from '.'

const open = (blows: readonly Blow[], bpm: number, keeps?: 'feel' | 'times') => {
  const score = readMidi(recorded(blows, bpm), DEFAULT_KIT, '', keeps)
  if (!score.ok) throw new Error(score.reason)
  return score.value
}
/** The first stretch of it as a groove. */
const firstOf = (score: ReturnType<typeof open>) =>
  grooveFrom(score, cutsOf(score)[0]!, { kit: DEFAULT_KIT, lead: 'right', id: 'g', title: 'G', newId: i => `p${i}` })
/** The strokes as rows again, of one bar of sixteenths, where all bars are alike; else `undefined`. */
function rowsOf(score: ReturnType<typeof open>, bars: number): Record<string, string> {
  const rows: Record<string, string[]> = {}
  for (const { at, piece } of score.strokes) {
    const slot = at / 1260
    const row = (rows[piece] ??= Array.from({ length: 16 * bars }, () => '.'))
    if (Number.isInteger(slot)) row[slot] = 'x'
    else row[Math.floor(slot)] = '?'
  }
  return Object.fromEntries(
    Object.entries(rows).map(([piece, row]) => {
      const each = Array.from({ length: bars }, (_, bar) => row.slice(bar * 16, bar * 16 + 16).join(''))
      return [piece, [...new Set(each)].join(' | ')]
    }),
  )
}

const ROCK = { 'hi-hat': 'x.x.x.x.x.x.x.x.', snare: '....x.......x...', 'bass drum': 'x.......x.x.....' }
const isRock = (score: ReturnType<typeof open>, bars: number): boolean => {
  const rows = rowsOf(score, bars)
  return Object.entries(ROCK).every(([piece, row]) => rows[piece] === row)
}
/** How many of the seeds come out as `holds` wants. */
const outOf = (many: number, holds: (seed: number) => boolean) =>
  Array.from({ length: many }, (_, i) => i + 1).filter(holds).length

describe('a file that a person played', () => {
  it.each([
    ['straight', 0.5],
    ['58', 0.58],
    ['62', 0.62],
    ['two thirds', 2 / 3],
  ])('eighths at %s with 11 ms either way open as eighths with that feel', (_, swing) => {
    const good = outOf(20, seed => {
      const score = open(played(ROCK, { bpm: 104, bars: 8, seed, swing }), 104)
      const share = score.swing?.share ?? 0.5
      return isRock(score, 8) && (score.swing?.level ?? '1/8') === '1/8' && Math.abs(share - swing) <= 0.015
    })
    expect(good).toBeGreaterThanOrEqual(19)
  })
  it('hats 6 ms ahead are a push, and said', () => {
    const good = outOf(20, seed => {
      const { push = {} } = open(played(ROCK, { bpm: 104, bars: 16, seed, push: { 'hi-hat': -6 } }), 104)
      // One piece ahead of two, or two behind one: it is the same.
      return Math.abs((push['hi-hat'] ?? 0) - (push.snare ?? 0) + 6) <= 3
    })
    expect(good).toBeGreaterThanOrEqual(19)
    const score = open(played(ROCK, { bpm: 104, bars: 16, seed: 1, swing: 0.62, push: { 'hi-hat': -6 } }), 104)
    expect(score.played).toEqual([
      expect.stringMatching(/^It swings eighths 6[123](\.5)?\.$/),
      expect.stringMatching(/^The hi-hat lies [567] ms ahead\.$/),
      expect.stringMatching(/^Strokes spread by \d+ ms\.$/),
    ])
    const { groove } = firstOf(score)
    expect(groove.feel.push['hi-hat']).toBeLessThan(-4)
    expect(groove.feel.swing!.level).toBe('1/8')
  })
  it.each([0.62, 2 / 3])('straight fills in a groove that swings %s are read apart from it, and said', swing => {
    const fill = { snare: 'xxxxxxxx........', 'floor tom': '........xxxxxxxx', 'bass drum': 'x...x...x...x...' }
    const bar = (60 / 100) * 4
    const good = outOf(20, seed => {
      const after = (blows: Blow[], bars: number) => blows.map(one => ({ ...one, at: one.at + bars * bar }))
      const score = open(
        [0, 4, 8, 12].flatMap(from => [
          ...after(played(ROCK, { bpm: 100, bars: 3, seed: seed * 40 + from, swing }), from),
          ...after(played(fill, { bpm: 100, bars: 1, seed: seed * 40 + from + 1 }), from + 3),
        ]),
        100,
      )
      return (
        score.bars.map(one => one.slots.join('')).join(' ') === Array(4).fill('2222 2222 2222 4444').join(' ') &&
        Math.abs(score.swing!.share - swing) <= 0.02 &&
        score.played!.some(says => says.startsWith('Bars 4, 8, 12 and 16 are straight, as fills are'))
      )
    })
    expect(good).toBeGreaterThanOrEqual(19)
  })
  it('a foot that plays straight under a ride that swings swings by itself, which is said', () => {
    const rows = { ride: 'x.x.x.x.x.x.x.x.', snare: '....x.......x...' }
    const good = outOf(20, seed => {
      const foot = played({ 'bass drum': 'x.x.....x.x.....' }, { bpm: 100, bars: 8, seed: seed + 50 })
      const score = open([...played(rows, { bpm: 100, bars: 8, seed, swing: 0.64 }), ...foot], 100)
      const { groove } = firstOf(score)
      const bass = groove.parts.find(part => part.limb === 'RF')!
      return (
        score.bars.every(bar => bar.slots.every(slots => slots <= 2)) &&
        Math.abs(score.swing!.share - 0.64) <= 0.02 &&
        Math.abs(bass.swing!.share - 0.5) <= 0.02 &&
        groove.parts.every(part => part === bass || part.swing === null) &&
        score.played!.some(says => /^The bass drum (plays straight|swings eighths 5[12](\.5)? by itself)\.$/.test(says))
      )
    })
    expect(good).toBeGreaterThanOrEqual(19)
  })
  it('with its times kept, lies on the grids nearest to them, and has no feel', () => {
    const blows = played(ROCK, { bpm: 104, bars: 8, seed: 3, swing: 0.66 })
    const score = open(blows, 104, 'times')
    expect([score.swing, score.push]).toEqual([null, undefined])
    expect(score.played!.length).toBeGreaterThan(0)
    expect(score.bars.flatMap(bar => bar.slots).some(slots => slots === 3 || slots === 5 || slots === 6)).toBe(true)
  })
  it('its foot in fast pairs and runs keeps every stroke and has no grace note', () => {
    const rows = { 'hi-hat': 'x...x...x...x...', 'bass drum': 'oXoXoXoXoXoXoXoX', snare: '....X.......X...' }
    for (const bpm of [150, 190, 220]) {
      const { strokes } = open(played(rows, { bpm, bars: 4, seed: 5, spread: 5 }), bpm)
      expect([bpm, strokes.filter(one => one.piece === 'bass drum').length]).toEqual([bpm, 64])
      expect(strokes.some(one => one.ornament)).toBe(false)
    }
  })
  it.each([
    ['a flam 28 ms before, as loud', [28], 80, 'flam'],
    ['a flam 50 ms before, softer', [50], 40, 'flam'],
    ['a drag, its first 95 ms before', [95, 45], 40, 'drag'],
    ['a ruff, its first 140 ms before', [140, 92, 44], 40, 'ruff'],
    ['80 ms before is a stroke', [80], 40, undefined],
    ['8 ms before is one stroke struck twice', [8], 40, undefined],
  ])('%s', (_, before, velocity, ornament) => {
    const blows = played({ 'hi-hat': ROCK['hi-hat'], 'bass drum': ROCK['bass drum'] }, { bpm: 96, bars: 4, seed: 8 })
    for (let beat = 1; beat < 16; beat += 2) {
      blows.push({ at: (beat * 60) / 96, piece: 'snare', velocity: 84 })
      for (const ms of before) blows.push({ at: (beat * 60) / 96 - ms / 1000, piece: 'snare', velocity })
    }
    const snare = open(blows, 96).strokes.filter(one => one.piece === 'snare')
    const onBeats = snare.filter(one => one.at % 10080 === 5040)
    expect(onBeats).toHaveLength(8)
    expect(onBeats.map(one => one.ornament)).toEqual(onBeats.map(() => ornament))
    if (ornament) expect(snare).toHaveLength(8)
  })
  it('soft strokes on e and a before a loud one are ghosts up to 150', () => {
    for (const bpm of [90, 120, 150]) {
      const rows = { 'hi-hat': ROCK['hi-hat'], snare: '...oX..o...oX...' }
      const { strokes } = open(played(rows, { bpm, bars: 8, seed: 2, spread: 8 }), bpm)
      expect(strokes.filter(one => one.piece === 'snare')).toHaveLength(40)
    }
  })
  it.each([0.5, 0.62])(
    'whose tempo wanders is followed bar by bar, and how far it wanders is said; swing %s',
    swing => {
      const good = outOf(10, seed => {
        // Six per cent slower and faster, over and again in eight bars.
        const wanders = (beat: number) => 1 + 0.06 * Math.sin((beat / 32) * 2 * Math.PI)
        const score = open(played(ROCK, { bpm: 104, bars: 16, seed, swing, wanders }), 104)
        return (
          isRock(score, 16) &&
          !!score.played?.[0]?.startsWith('The tempo wanders between 9') &&
          Math.abs((score.swing?.share ?? 0.5) - swing) <= 0.02
        )
      })
      expect(good).toBe(10)
    },
  )
  it('that is a tenth slower than its file says throughout is found, and has its own tempo', () => {
    const good = outOf(10, seed => {
      const score = open(played(ROCK, { bpm: 94, bars: 12, seed }), 104)
      return isRock(score, 12) && Math.abs(score.tempo.bpm - 94) <= 1
    })
    expect(good).toBe(10)
  })
})

describe('how loud a person strikes', () => {
  const rows = { 'hi-hat': 'X.o.X.o.X.o.X.o.', snare: '....X..o....X...', 'bass drum': 'X.......X.X.....' }
  /** Loud about 110 and soft about 37: each on the edge of two levels. */
  const wobbling = (bars: number) =>
    played(rows, { bpm: 96, bars, seed: 3 }).map((one, i) => ({
      ...one,
      velocity: (one.velocity! > 80 ? 110 : 37) + (((i * 7) % 9) - 4),
    }))

  it('is one level a place: bars alike are one groove', () => {
    const cuts = cutsOf(open(wobbling(8), 96))
    expect(cuts).toEqual([{ from: 0, bars: 1, times: 8, also: [], near: [] }])
    expect(new Set(open(wobbling(8), 96, 'times').strokes.map(one => one.level)).size).toBe(4)
  })

  it('but a stroke that is plainly louder or softer than the rest of its place stays so', () => {
    const blows = wobbling(8)
    const backbeat = blows.findIndex(one => one.piece === 'snare' && one.velocity! > 80 && one.at > 10)
    blows[backbeat]!.velocity = 60
    const levels = open(blows, 96).strokes.filter(one => one.piece === 'snare' && one.at % 20160 === 5040)
    expect(levels.map(one => one.level).filter(level => level < 4)).toHaveLength(1)
  })

  it('and two pieces that one of the kit stands in for are no flam of it', () => {
    const ride = Array.from({ length: 32 }, (_, i) => ({ at: i * 0.5 + 0.004 * (i % 3), piece: 'ride' }))
    const bell = ride.map((one, i) => ({ at: one.at + (i % 2 ? 0.02 : 0.03), piece: 'cowbell' }))
    expect(open([...ride, ...bell], 120).strokes.filter(one => one.ornament)).toEqual([])
  })
})

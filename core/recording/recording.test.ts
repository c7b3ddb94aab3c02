import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  type Anchor,
  type Recording,
  barAt,
  barTimes,
  beatMapOf,
  corrected,
  makeRecording,
  nearest,
  readRecording,
  tempoBetween,
} from '.'

const plain = makeRecording({
  id: 'r',
  title: 'Shed',
  asset: { sha256: 'ab'.repeat(32), type: 'audio/flac', bytes: 1000 },
  seconds: 60,
})
const beats = Array.from({ length: 24 }, (_, i) => i * 0.5)
/** Beats half a second apart, in bars as they are listed. */
const heardIn = (...bars: [beat: number, beats: number][]): Recording => ({
  ...plain,
  heard: { beats, bars: bars.map(([beat, many]) => ({ beat, beats: many, sure: 0.9 })) },
})
const fours = heardIn([0, 4], [4, 4], [8, 4], [12, 4], [16, 4], [20, 4])
const barsOf = (recording: Recording) =>
  beatMapOf(recording)
    .bars.map(bar => `${bar.beat}+${bar.beats}${bar.set ? '!' : ''}`)
    .join(' ')
const says = (recording: Recording, at: number, correction: Parameters<typeof corrected>[3]) =>
  corrected(recording, beatMapOf(recording), at, correction)

describe('the beats of a recording, put right by one word', () => {
  it.each<[string, Recording, string]>([
    ['as they were found', fours, '0+4 4+4 8+4 12+4 16+4 20+4'],
    [
      'the 1 is here: what is before is counted back from it',
      says(fours, 3.1, { says: 'the 1 is here' }),
      '2+4 6+4! 10+4 14+4 18+4 22+2',
    ],
    ['the 1 is a beat later', says(fours, 4.6, { says: 'the 1 is a beat later' }), '1+4 5+4 9+4! 13+4 17+4 21+3'],
    [
      'and again: two beats',
      says(says(fours, 4.6, { says: 'the 1 is a beat later' }), 4.6, { says: 'the 1 is a beat later' }),
      '2+4 6+4 10+4! 14+4 18+4 22+2',
    ],
    [
      'a word that agrees with what was found changes nothing but that it is set',
      says(fours, 4, { says: 'the 1 is here' }),
      '0+4 4+4 8+4! 12+4 16+4 20+4',
    ],
    [
      'three in each bar from here',
      says(fours, 4.2, { says: 'bars have', beats: 3 }),
      '0+4 4+4 8+3! 11+3 14+3 17+3 20+3 23+1',
    ],
    ['two in this bar only', says(fours, 4.2, { says: 'this bar has', beats: 2 }), '0+4 4+4 8+2! 10+4 14+4 18+4 22+2'],
    [
      'an odd bar that was found goes on where the word agrees',
      says(heardIn([1, 4], [5, 2], [7, 4], [11, 4]), 0.5, { says: 'the 1 is here' }),
      '1+4! 5+2 7+4 11+4 15+4 19+4 23+1',
    ],
    ['twice as fast', says(fours, 0, { says: 'twice as fast' }), '0+4 4+4 8+4 12+4 16+4 20+4 24+4 28+4 32+4 36+4 40+4'],
    ['half as fast', says(fours, 0, { says: 'half as fast' }), '0+4 4+4 8+4'],
  ])('%s', (_, recording, bars) => expect(barsOf(recording)).toBe(bars))

  it('twice and half undo one another, and “as it was found” all of it', () => {
    const changed = says(says(fours, 3, { says: 'the 1 is here' }), 0, { says: 'twice as fast' })
    expect(says(changed, 0, { says: 'half as fast' }).counted).toBe('as heard')
    expect(says(changed, 0, { says: 'as it was found' })).toEqual(fours)
  })

  it('an anchor holds through a new listening that finds other beats', () => {
    const set = says(fours, 3, { says: 'the 1 is here' })
    const heard = { beats: beats.map(beat => beat + 0.02), bars: [{ beat: 3, beats: 4, sure: 0.4 }] }
    expect(barsOf({ ...set, heard })).toBe('2+4 6+4! 10+4 14+4 18+4 22+2')
  })

  it('whatever is said, bars follow one another without a gap, and every anchor begins one', () => {
    const anchor: fc.Arbitrary<Anchor> = fc.oneof(
      fc.record({ at: fc.double({ min: 0, max: 12, noNaN: true }), is: fc.constant('one' as const) }),
      fc.record({
        at: fc.double({ min: 0, max: 12, noNaN: true }),
        is: fc.constantFrom('meter' as const, 'odd bar' as const),
        beats: fc.integer({ min: 1, max: 9 }),
      }),
    )
    fc.assert(
      fc.property(
        fc.array(anchor, { maxLength: 8 }),
        fc.constantFrom('as heard', 'twice', 'half'),
        (anchors, counted) => {
          const map = beatMapOf({ ...fours, counted, anchors })
          map.bars.forEach((bar, i) => {
            expect(bar.beats).toBeGreaterThan(0)
            if (i) expect(bar.beat).toBe(map.bars[i - 1]!.beat + map.bars[i - 1]!.beats)
          })
          const firsts = map.bars.map(bar => bar.beat)
          for (const { at } of anchors) expect(firsts).toContain(nearest(map.beats, at))
          const last = map.bars.at(-1)!
          expect(last.beat + last.beats).toBeLessThanOrEqual(map.beats.length)
        },
      ),
    )
  })
})

describe('places in a recording', () => {
  const map = beatMapOf(heardIn([2, 4], [6, 4]))
  it.each([
    [0.9, -1],
    [0.97, 0],
    [2.9, 0],
    [3, 1],
    [11, 1],
  ])('%f s is in bar %i', (at, bar) => expect(barAt(map, at)).toBe(bar))
  it('a bar ends where the next begins; the tempo is that of the beats within', () => {
    expect(barTimes(map, 0)).toEqual({ from: 1, to: 3 })
    expect(tempoBetween(beats, 1, 3)).toBe(120)
    expect(tempoBetween(beats, 1.1, 1.2)).toBeUndefined()
  })
})

describe('a recording as a document', () => {
  it('is read as it was made, and says which field is wrong', () => {
    expect(readRecording(fours)).toEqual({ ok: true, value: fours })
    expect(readRecording(JSON.parse(JSON.stringify(fours)))).toEqual({ ok: true, value: fours })
  })
  it.each<[object, string, RegExp]>([
    [{ version: 9 }, 'version', /from a newer Bazzet/],
    [{ asset: { ...plain.asset, type: 'audio/midi' } }, 'asset.type', /media type of WAV, FLAC, MP3, Ogg or M4A/],
    [{ seconds: 1200 }, 'seconds', /within 15 minutes/],
    [{ heard: { beats: [1, 1], bars: [] } }, 'heard.beats.1', /one after another/],
    [{ sections: [{ id: 'a', name: 'A', from: 3, to: 3 }] }, 'sections.0.to', /ends after it begins/],
    [{ anchors: [{ at: 1, is: 'two' }] }, 'anchors.0.is', /a one, a meter or an odd bar/],
  ])('%j is refused at %s', (set, path, reason) => {
    const read = readRecording({ ...fours, ...set })
    expect(read).toMatchObject({
      ok: false,
      problems: expect.arrayContaining([{ path, reason: expect.stringMatching(reason) }]),
    })
  })
})

import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { USUAL_SIMULATED, aligned, askedOf, measure, simulate } from '#core/measure'
import { CueLine, looped } from '#core/perform'
import { meter } from '#core/time'
import { writeMidi } from 'midi-file'
import { readMidiStrokes } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  tempo: { bpm: 100, counts: '1/4' },
  parts: [
    makePart({ id: 'h', name: 'H', limb: 'RH', strokes: rowStrokes(bars, '3.3. 3.3. 3.3. 3.3.', { piece: 'hi-hat' }) }),
    makePart({ id: 's', name: 'S', limb: 'LH', strokes: rowStrokes(bars, '.... 4... .... 4...', { piece: 'snare' }) }),
    makePart({
      id: 'b',
      name: 'B',
      limb: 'RF',
      strokes: rowStrokes(bars, '4... .... 4.4. ....', { piece: 'bass drum' }),
    }),
  ],
})
const line = new CueLine(looped({ groove, kit: DEFAULT_KIT, parts: { h: 'player', s: 'player', b: 'player' } }))
const NOTES: Record<string, number> = { 'hi-hat': 42, snare: 38, 'bass drum': 36 }
/** A file of strokes at seconds, at a tempo of its own: 1000 ticks a quarter at 150. */
const file = (struck: readonly { at: number; pieceId?: string | undefined }[]) => {
  let now = 0
  return Uint8Array.from(
    writeMidi({
      header: { format: 0, numTracks: 1, ticksPerBeat: 1000 },
      tracks: [
        [
          { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 400_000 },
          ...struck
            .toSorted((a, b) => a.at - b.at)
            .map(({ at, pieceId }) => {
              const tick = Math.round(at / 0.0004)
              const deltaTime = tick - now
              now = tick
              return { deltaTime, type: 'noteOn' as const, channel: 9, noteNumber: NOTES[pieceId!]!, velocity: 80 }
            }),
          { deltaTime: 0, meta: true, type: 'endOfTrack' },
        ],
      ],
    }),
  )
}

describe('a recording as a file', () => {
  it('is read in seconds by its own tempo, and moved to where it was meant', () => {
    const asked = askedOf(line, 0, 19.2)
    const late = asked.map(one => ({ at: one.at + 7.013 + (one.limb === 'LH' ? 0.024 : 0), pieceId: one.pieceId }))
    const struck = readMidiStrokes(file(late), DEFAULT_KIT)
    if (!struck.ok) throw new Error(struck.reason)
    expect(struck.value.slice(0, 2).map(one => Math.round(one.at * 1000))).toEqual([7013, 7013])
    const moved = aligned(askedOf(line, 0, 40), struck.value)
    expect(Math.abs(moved[0]!.at)).toBeLessThan(0.001)
    const measures = measure(asked, moved, { input: 'file', tells: 'piece', vouched: false, bars: 8 })
    expect([measures.missed, measures.extra]).toEqual([0, 0])
    // The left hand comes 24 ms after the others, whatever the file began with.
    const left = measures.limbs.find(one => one.limb === 'LH')!
    expect(left.lean).toBeGreaterThan(23)
    expect(left.lean).toBeLessThan(25)
  })
  it('begins in the first of bars that are all alike, wherever in the file it began', () => {
    const asked = askedOf(line, 0, 60)
    fc.assert(
      fc.property(fc.double({ min: 0, max: 60, noNaN: true }), fc.nat(99), (by, seed) => {
        const played = simulate(askedOf(line, 0, 38.4), { ...USUAL_SIMULATED, misses: 0, extras: 0, seed })
        const moved = aligned(
          asked,
          played.map(one => ({ ...one, at: one.at + by })),
        )
        expect(Math.abs(moved[0]!.at - played[0]!.at)).toBeLessThan(0.05)
      }),
    )
  })
  it('of a player with bias, spread and misses comes out as it was played', () => {
    const asked = askedOf(line, 0, 38.4)
    const played = simulate(asked, { ...USUAL_SIMULATED, seed: 3 })
    const from = measure(asked, played, { input: 'simulated', tells: 'piece', vouched: true, bars: 16 })
    const struck = readMidiStrokes(file(played.map(one => ({ at: one.at + 2, pieceId: one.pieceId }))), DEFAULT_KIT)
    const measures = measure(asked, aligned(asked, struck.ok ? struck.value : []), {
      input: 'file',
      tells: 'piece',
      vouched: false,
      bars: 16,
    })
    expect([measures.strokes, measures.missed]).toEqual([from.strokes, from.missed])
    for (const limb of from.limbs) {
      const same = measures.limbs.find(one => one.limb === limb.limb)!
      expect(Math.abs(same.spread! - limb.spread!)).toBeLessThan(1)
      expect(Math.abs(same.lean! - limb.lean!)).toBeLessThan(1.5)
    }
  })
})

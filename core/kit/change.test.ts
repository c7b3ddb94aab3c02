import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  DEFAULT_KIT,
  KITS,
  type Kit,
  PIECE_KINDS,
  canBe,
  isHand,
  kitById,
  metresApart,
  moved,
  neighboursOf,
  noteOf,
  pieceOf,
  reachedBy,
  readKit,
  withFacts,
  withPair,
  withPiece,
  withStroke,
  withoutPiece,
} from '.'

const got = <T>(result: { ok: true; value: T } | { ok: false; reason: string }): T => {
  if (!result.ok) throw new Error(result.reason)
  return result.value
}

describe('changing a kit', () => {
  it('adds any kind of piece to any kit: valid, in a free place', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...KITS),
        fc.array(fc.constantFrom(...PIECE_KINDS), { maxLength: 8 }),
        (kit, kinds) => {
          let now: Kit = kit
          for (const kind of kinds) {
            const added = got(withPiece(now, kind))
            expect(pieceOf(added.kit, added.id)!.kind).toBe(kind)
            now = added.kit
          }
          expect(readKit(now)).toEqual({ ok: true, value: now })
          expect(now.pieces).toHaveLength(kit.pieces.length + kinds.length)
        },
      ),
      { numRuns: 60 },
    )
  })
  it('by hand or by foot, each within reach of a limb', () => {
    for (const kit of KITS) {
      for (const by of ['hand', 'foot'] as const) {
        for (const kind of PIECE_KINDS.filter(one => canBe(one, by))) {
          const added = got(withPiece(kit, kind, by))
          const piece = pieceOf(added.kit, added.id)!
          expect(new Set(piece.strokes.map(stroke => stroke.by)), `${kit.id} ${kind} by ${by}`).toEqual(new Set([by]))
          expect(
            reachedBy(piece).filter(limb => isHand(limb) === (by === 'hand')),
            `${kit.id} ${kind} by ${by}`,
          ).not.toEqual([])
        }
      }
    }
    expect(withPiece(DEFAULT_KIT, 'bass drum', 'hand')).toMatchObject({
      ok: false,
      reason: 'A bass drum has no stroke for a hand; add it by foot.',
    })
  })
  it('builds a row of pedals on a five-piece, none over another', () => {
    let kit = DEFAULT_KIT
    for (const kind of ['block', 'cowbell', 'tambourine', 'block'] as const) kit = got(withPiece(kit, kind, 'foot')).kit
    const pedals = kit.pieces.filter(piece => piece.strokes.some(stroke => stroke.by === 'foot'))
    expect(pedals.map(piece => piece.id)).toEqual([
      'hi-hat',
      'bass drum',
      'foot block',
      'foot cowbell',
      'foot tambourine',
      'foot block 2',
    ])
    pedals.forEach((one, i) =>
      pedals
        .slice(i + 1)
        .forEach(other => expect(metresApart(one, other), `${one.id} ${other.id}`).toBeGreaterThanOrEqual(0.13)),
    )
  })
  it('names a second piece of a kind apart, on a note that other programs sound as its kind', () => {
    const { kit, id } = got(withPiece(DEFAULT_KIT, 'crash'))
    expect(id).toBe('crash 2')
    expect(noteOf(pieceOf(kit, id)!, 'hit')).toBe(57) // the map’s second crash
    expect(pieceOf(kit, id)!.name).toBe('Crash 2')
    // One note of the map for a foot on hats, so both share it; none for a pad once the snare has it, so one that is silent elsewhere.
    const hats = got(withPiece(DEFAULT_KIT, 'hi-hat', 'foot'))
    expect(noteOf(pieceOf(hats.kit, hats.id)!, 'chick')).toBe(44)
    const pad = got(withPiece(DEFAULT_KIT, 'pad'))
    expect(noteOf(pieceOf(pad.kit, pad.id)!, 'hit')).toBe(34)
  })
  it('renames a piece without losing the grooves that ask for it', () => {
    const kit = got(withFacts(DEFAULT_KIT, 'ride', { name: 'Dark ride' }))
    expect(pieceOf(kit, 'ride')).toMatchObject({ id: 'ride', name: 'Dark ride' })
    expect(withFacts(DEFAULT_KIT, 'ride', { name: '' })).toMatchObject({
      ok: false,
      problems: [{ path: 'pieces.2.name' }],
    })
  })
  it('moves to the centimetre, and not out of the room', () => {
    expect(pieceOf(got(moved(DEFAULT_KIT, 'ride', { x: 0.6149, y: 0.701 })), 'ride')!.stands).toEqual({
      x: 0.61,
      y: 0.7,
    })
    expect(moved(DEFAULT_KIT, 'ride', { x: 5, y: 0 }).ok).toBe(false)
  })
  it('pairs neighbours, and parts them when they are moved apart or taken out', () => {
    expect(neighboursOf(DEFAULT_KIT, 'high tom').map(piece => piece.id)).toEqual([
      'snare',
      'hi-hat',
      'crash',
      'mid tom',
    ])
    const pair = got(withPair(DEFAULT_KIT, 'high tom', 'mid tom', true))
    expect(pair.pairs).toEqual([{ a: 'high tom', b: 'mid tom' }])
    expect(metresApart(pieceOf(pair, 'high tom')!, pieceOf(pair, 'mid tom')!)).toBeCloseTo(0.34, 12)
    expect(got(moved(pair, 'mid tom', { x: 0.6, y: 0.9 })).pairs).toEqual([])
    expect(got(withoutPiece(pair, 'mid tom')).pairs).toEqual([])
    expect(got(withPair(pair, 'mid tom', 'high tom', false)).pairs).toEqual([])
    expect(withPair(DEFAULT_KIT, 'hi-hat', 'ride', true).ok).toBe(false)
  })
  it('keeps its last piece, and refuses a note that is taken', () => {
    expect(withoutPiece(kitById('pad'), 'pad')).toMatchObject({
      ok: false,
      reason: expect.stringContaining('at least one piece'),
    })
    expect(withStroke(DEFAULT_KIT, 'ride', 0, { note: 42 })).toMatchObject({
      ok: false,
      reason: expect.stringContaining('MIDI note 42 is already that of “Hi-hat”'),
    })
    expect(
      pieceOf(
        got(withStroke(DEFAULT_KIT, 'ride', 0, { note: 59, sound: 'china', staff: { place: 7, head: 'diamond' } })),
        'ride',
      )!.strokes[0],
    ).toEqual({ kind: 'hit', by: 'hand', note: 59, sound: 'china', staff: { place: 7, head: 'diamond' } })
  })
})

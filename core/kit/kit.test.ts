import { describe, expect, it } from 'vitest'
import {
  DEFAULT_KIT,
  KITS,
  type Kit,
  homesOf,
  kitById,
  metresApart,
  mirrorKit,
  nearestPiece,
  noteOf,
  paired,
  pieceOf,
  reachedBy,
  readKit,
  sayStaffPlace,
  soundOf,
  staffOf,
  stretchTo,
  strokesFor,
} from '.'

const at = (id: string, kit = DEFAULT_KIT) => pieceOf(kit, id)!
const large = kitById('large')

describe('the shipped kits', () => {
  it.each(KITS.map(kit => [kit.name, kit] as const))(
    '%s is a valid kit, every piece within reach of some limb',
    (_, kit) => {
      expect(readKit(JSON.parse(JSON.stringify(kit)))).toEqual({ ok: true, value: kit })
      for (const piece of kit.pieces) expect(reachedBy(piece), piece.name).not.toEqual([])
    },
  )

  it('are a pad, four, five, an electronic, and a large one of twenty and more with several pedals for the left foot', () => {
    expect(KITS.map(kit => kit.id)).toEqual(['five-piece', 'four-piece', 'pad', 'large', 'electronic'])
    expect(large.pieces.length).toBeGreaterThan(20)
    const pedals = large.pieces.filter(piece => strokesFor(piece, 'LF').length && piece.stands.x < 0)
    expect(pedals.map(piece => piece.id)).toEqual([
      'hi-hat',
      'left bass pedal',
      'foot cowbell',
      'foot block',
      'foot tambourine',
      'foot claves',
    ])
  })

  // The percussion map of General MIDI level 1, channel 10.
  it.each([
    ['bass drum', 'hit', 36],
    ['snare', 'hit', 38],
    ['snare', 'cross-stick', 37],
    ['snare', 'rim shot', 40],
    ['hi-hat', 'hit', 42],
    ['hi-hat', 'chick', 44],
    ['hi-hat', 'open', 46],
    ['floor tom', 'hit', 43],
    ['mid tom', 'hit', 47],
    ['high tom', 'hit', 50],
    ['crash', 'hit', 49],
    ['ride', 'hit', 51],
    ['ride', 'bell', 53],
  ] as const)('%s, %s is note %i', (id, stroke, note) => expect(noteOf(at(id), stroke)).toBe(note))

  // The table of docs/rules.md: steps from the middle line (the third space is 1), and heads.
  it.each([
    ['crash', 'hit', 'hand', 6, 'x'],
    ['hi-hat', 'hit', 'hand', 5, 'x'],
    ['ride', 'hit', 'hand', 4, 'x'],
    ['ride', 'bell', 'hand', 4, 'diamond'],
    ['high tom', 'hit', 'hand', 3, 'filled'],
    ['mid tom', 'hit', 'hand', 2, 'filled'],
    ['snare', 'hit', 'hand', 1, 'filled'],
    ['snare', 'cross-stick', 'hand', 1, 'x'],
    ['snare', 'rim shot', 'hand', 1, 'slash'],
    ['floor tom', 'hit', 'hand', -1, 'filled'],
    ['bass drum', 'hit', 'foot', -3, 'filled'],
    ['hi-hat', 'chick', 'foot', -5, 'x'],
    ['hi-hat', 'splash', 'foot', -5, 'circled x'],
  ] as const)('%s, %s by %s stands at %i as %s', (id, stroke, by, place, head) => {
    expect(staffOf(at(id), stroke, by)).toEqual({ place, head })
  })

  it('names places on the staff', () => {
    expect([6, 5, 4, 3, 1, 0, -3, -5, -6, 7].map(sayStaffPlace)).toEqual([
      'ledger line above',
      'space above',
      'top line',
      'top space',
      'third space',
      'middle line',
      'bottom space',
      'space below',
      'ledger line below',
      'space 2 above',
    ])
    expect(sayStaffPlace(8)).toBe('ledger line 2 above')
  })

  it('sounds as its kit says, or as is usual', () => {
    expect(soundOf(at('snare'), 'rim shot')).toBe('rim shot')
    expect(soundOf(at('snare', kitById('electronic')), 'rim shot')).toBe('hand clap')
  })
})

it('reads kits of versions 1 and 2, which have one beater on each pedal', () => {
  for (const version of [1, 2])
    expect(readKit({ ...structuredClone(DEFAULT_KIT), version })).toEqual({ ok: true, value: DEFAULT_KIT })
})

describe('a kit of version 3', () => {
  const bare = {
    ...DEFAULT_KIT,
    version: 3,
    pieces: DEFAULT_KIT.pieces.map(piece => ({
      ...piece,
      strokes: piece.strokes.filter(({ kind }) => !['half open', 'loose', 'tight'].includes(kind)),
    })),
  }
  it('has hats that are half open, loose and tight wherever they could be open', () => {
    expect(readKit(bare)).toEqual({ ok: true, value: DEFAULT_KIT })
  })
  it('keeps notes and sounds that were the player’s own, and leaves closed hats alone', () => {
    const hats = {
      ...pieceOf(DEFAULT_KIT, 'hi-hat')!,
      strokes: [
        { kind: 'hit', by: 'hand', note: 22, sound: 'machine hat' },
        { kind: 'open', by: 'hand', note: 26, sound: 'machine open hat' },
      ],
    }
    const read = readKit({ ...bare, pieces: [hats, { ...hats, id: 'shut', strokes: [hats.strokes[0]] }] })
    expect(
      read.ok && read.value.pieces.map(piece => piece.strokes.map(({ kind, note, sound }) => [kind, note, sound])),
    ).toEqual([
      [
        ['hit', 22, 'machine hat'],
        ['open', 26, 'machine open hat'],
        ['half open', 26, 'machine open hat'],
        ['loose', 26, 'machine open hat'],
        ['tight', 22, 'machine hat'],
      ],
      [['hit', 22, 'machine hat']],
    ])
  })
})

describe('bad kits are refused with a reason', () => {
  const without = (change: (kit: Kit) => unknown) => {
    const kit = structuredClone(DEFAULT_KIT)
    change(kit)
    const read = readKit(kit)
    return read.ok ? '' : read.problems!.map(problem => `${problem.path}: ${problem.reason}`).join('\n')
  }
  it.each<[string, (kit: Kit) => unknown, RegExp]>([
    [
      'a note of two pieces',
      kit => (kit.pieces[2]!.strokes[0]!.note = 38),
      /pieces\.2\.strokes\.0\.note: MIDI note 38 is already that of “Snare”/,
    ],
    [
      'a note of 200',
      kit => (kit.pieces[0]!.strokes[0]!.note = 200),
      /pieces\.0\.strokes\.0\.note: A MIDI note is a whole number from 0 to 127/,
    ],
    [
      'an unknown stroke',
      kit => (kit.pieces[0]!.strokes[0]!.kind = 'slap' as never),
      /"slap" is no kind of stroke; one of: hit, rim shot/,
    ],
    [
      'an unknown sound',
      kit => (kit.pieces[0]!.strokes[0]!.sound = 'moo' as never),
      /"moo" is no sound; one of: bass drum/,
    ],
    [
      'an unknown head',
      kit => (kit.pieces[0]!.strokes[0]!.staff = { place: 1, head: 'star' as never }),
      /"star" is no note head/,
    ],
    [
      'a place off the staff',
      kit => (kit.pieces[0]!.strokes[0]!.staff = { place: 40, head: 'x' }),
      /A place on the staff is a number from -8 to 9/,
    ],
    ['two pieces of one id', kit => (kit.pieces[1]!.id = 'snare'), /pieces\.1\.id: Two pieces have the id “snare”/],
    [
      'the same stroke twice',
      kit => kit.pieces[0]!.strokes.push(kit.pieces[0]!.strokes[0]!),
      /has the stroke “hit” by hand twice/,
    ],
    ['no name', kit => (kit.pieces[0]!.name = ' '), /The name of a piece is empty/],
    ['a piece in the next room', kit => (kit.pieces[0]!.stands.x = 9), /x, in metres, is a number from -3 to 3/],
    ['no pieces', kit => (kit.pieces = []), /A kit has at least one piece/],
    [
      'a pair far apart',
      kit => (kit.pairs = [{ a: 'hi-hat', b: 'ride' }]),
      /stand 1\.00 m apart; one limb can span 0\.42 m/,
    ],
    ['a pair of one', kit => (kit.pairs = [{ a: 'ride', b: 'ride' }]), /A pair is two different pieces/],
    [
      'beaters on a snare',
      kit => (kit.pieces[0]!.beaters = 2),
      /pieces\.0\.beaters: “Snare” is struck by no foot; beaters are a pedal’s/,
    ],
    ['three beaters', kit => (kit.pieces[7]!.beaters = 3 as never), /A pedal has 1 beater or 2/],
    ['another version', kit => (kit.version = 7 as never), /from a newer Bazzet: this file says 7/],
  ])('%s', (_, change, reason) => expect(without(change)).toMatch(reason))
})

describe('a body at the kit', () => {
  it('reaches what is near: hands the drums, each foot its pedals, nobody what stands too far', () => {
    expect(reachedBy(at('hi-hat'))).toEqual(['RH', 'LH', 'RF', 'LF'])
    expect(reachedBy(at('snare'))).toEqual(['RH', 'LH'])
    expect(reachedBy(at('bass drum'))).toEqual(['RF', 'LF'])
    // From the left shoulder at (-0.2, 0.05) to (1, 0.6): 1.32 m, beyond an arm and a stick; from the right one 0.97 m.
    const far = { ...at('ride'), stands: { x: 1, y: 0.6 } }
    expect(reachedBy(far)).toEqual(['RH'])
    expect(stretchTo(far, 'LH')!.metres).toBeCloseTo(1.32, 2)
    expect(stretchTo(far, 'LF')).toBeUndefined()
  })

  it('rests its feet on their pedals, and changes them over on a mirrored kit', () => {
    expect(homesOf(DEFAULT_KIT)).toMatchObject({ RF: at('bass drum').stands, LF: at('hi-hat').stands })
    const mirrored = mirrorKit(DEFAULT_KIT)
    expect(homesOf(mirrored)).toMatchObject({ RF: at('hi-hat', mirrored).stands, LF: at('bass drum', mirrored).stands })
    expect(mirrorKit(mirrored)).toEqual(DEFAULT_KIT)
    expect(metresApart(at('hi-hat', mirrored), at('ride', mirrored))).toBeCloseTo(
      metresApart(at('hi-hat'), at('ride')),
      12,
    )
  })

  it('knows which neighbours one limb may strike at once', () => {
    expect(paired(large, 'low block', 'high block')).toBe(true)
    expect(paired(large, 'high block', 'cowbell')).toBe(false)
  })
})

describe('the nearest piece of a kit that lacks one', () => {
  it.each([
    ['four-piece', 'mid tom', 'RH', 'high tom'],
    ['four-piece', 'low floor tom', 'RH', 'floor tom'],
    ['five-piece', 'china', 'RH', 'crash'],
    ['five-piece', 'second ride', 'RH', 'ride'],
    ['five-piece', 'cowbell', 'LH', 'ride'],
    ['five-piece', 'left bass pedal', 'LF', 'bass drum'],
    ['pad', 'snare', 'LH', 'pad'],
    ['five-piece', 'gong', 'RH', 'mid tom'],
  ] as const)('%s for %s, %s: %s', (kit, missing, limb, found) =>
    expect(nearestPiece(kitById(kit), missing, limb)!.id).toBe(found),
  )

  it('is none where the limb can strike nothing', () =>
    expect(nearestPiece(kitById('pad'), 'bass drum', 'RF')).toBeUndefined())
})

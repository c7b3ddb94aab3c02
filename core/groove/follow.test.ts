import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, LEVELS, LIMBS, isHand, pieceOf, piecesFor, strokesFor } from '#core/kit'
import { beatsOf, meter, slotsOf } from '#core/time'
import { barLines } from '../../test/arbitrary'
import {
  type Groove,
  type Part,
  type Stroke,
  apply,
  described,
  following,
  inRole,
  makeBars,
  makeGroove,
  makePart,
  putStrokes,
  renamed,
  takeStrokes,
  takenOut,
  touchSlot,
  withFollowing,
} from '.'

const S = 1260
const strokes = (piece: string, stroke: Stroke['stroke'], level: Stroke['level'], ...slots: number[]): Stroke[] =>
  slots.map(slot => ({ at: slot * S, piece, stroke, level }))
const part = (limb: Part['limb'], list: Stroke[], more: Partial<Part> = {}): Part =>
  makePart({ id: 'p', name: 'P', limb, strokes: list.toSorted((a, b) => a.at - b.at), ...more })
const groove = (...parts: Part[]): Groove =>
  makeGroove({ id: 'g', title: 'G', bars: makeBars(meter(4, 4), 1, 4), parts })
const EIGHTHS = [0, 2, 4, 6, 8, 10, 12, 14]

describe('what a part is called and for, by what is in it', () => {
  it.each<[string, Part, string, string]>([
    ['hats by hand', part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS)), 'Hi-hat', 'lead'],
    ['the ride’s bell', part('RH', strokes('ride', 'bell', 4, 0, 4, 8, 12)), 'Ride bell', 'lead'],
    [
      'a bell with as many cowbells between',
      part('RH', [...strokes('ride', 'bell', 4, 0, 4, 8, 12), ...strokes('cowbell', 'hit', 3, 2, 6, 10, 14)]),
      'Ride bell and cowbell',
      'lead',
    ],
    [
      'a floor tom with as many cowbells between',
      part('RH', [...strokes('floor tom', 'hit', 3, 0, 4, 8, 12), ...strokes('cowbell', 'hit', 3, 2, 6, 10, 14)]),
      'Floor tom and cowbell',
      'other',
    ],
    [
      'hats with one crash',
      part('RH', [...strokes('hi-hat', 'hit', 3, 2, 4, 6, 8, 10, 12, 14), ...strokes('crash', 'hit', 4, 0)]),
      'Hi-hat',
      'lead',
    ],
    ['a left hand’s hats, open-handed', part('LH', strokes('hi-hat', 'hit', 3, ...EIGHTHS)), 'Hi-hat', 'lead'],
    ['soft snare strokes', part('LH', strokes('snare', 'hit', 1, 3, 7, 9)), 'Ghosts', 'ghosts'],
    [
      'ghosts of which one is an accent',
      part('LH', [...strokes('snare', 'hit', 1, 3, 7, 9), ...strokes('snare', 'hit', 5, 14)]),
      'Ghosts',
      'ghosts',
    ],
    ['2 and 4', part('LH', strokes('snare', 'hit', 5, 4, 12)), 'Backbeat', 'backbeat'],
    ['3 alone, across the drum', part('LH', strokes('snare', 'cross-stick', 4, 8)), 'Backbeat', 'backbeat'],
    [
      '2 and 4 among more ghosts',
      part('LH', [...strokes('snare', 'hit', 5, 4, 12), ...strokes('snare', 'hit', 1, 3, 7, 9)]),
      'Snare',
      'backbeat',
    ],
    ['plain strokes off the beat', part('LH', strokes('snare', 'hit', 3, 3, 6, 11)), 'Snare', 'other'],
    ['a clave across the drum', part('LH', strokes('snare', 'cross-stick', 4, 0, 3, 6, 10)), 'Cross-stick', 'other'],
    ['a bass drum', part('RF', strokes('bass drum', 'hit', 4, 0, 8)), 'Bass drum', 'bass drum'],
    ['chicks', part('LF', strokes('hi-hat', 'chick', 3, 4, 12)), 'Hat foot', 'hat foot'],
    ['a tom by hand', part('LH', strokes('floor tom', 'hit', 3, 4)), 'Floor tom', 'other'],
    [
      'toms',
      part('RH', [...strokes('floor tom', 'hit', 3, 0, 8), ...strokes('mid tom', 'hit', 3, 1)]),
      'Toms',
      'other',
    ],
    [
      'many pieces, none of them often',
      part('RH', [
        ...strokes('hi-hat', 'hit', 3, 0),
        ...strokes('crash', 'hit', 3, 1),
        ...strokes('floor tom', 'hit', 3, 2),
      ]),
      'Round the kit',
      'other',
    ],
    [
      'a tom, and the snare on 2 and 4',
      part('LH', [...strokes('mid tom', 'hit', 3, 1, 6, 10), ...strokes('snare', 'hit', 5, 4, 12)]),
      'Mid tom and snare',
      'other',
    ],
    ['a brush that sweeps', part('LH', strokes('snare', 'sweep', 2, 0, 4, 8, 12)), 'Sweeps', 'other'],
    ['a brush that taps the time, softly', part('RH', strokes('snare', 'tap', 2, ...EIGHTHS)), 'Taps', 'lead'],
  ])('%s', (_, one, name, role) => {
    expect(described(groove(one), one)).toEqual({ name, role })
  })

  it('says nothing of an empty part', () => {
    expect(described(groove(), part('LH', []))).toBeUndefined()
  })
})

describe('names and roles follow', () => {
  const after = (before: Groove, edit: Parameters<typeof apply>[1]) => {
    const done = apply(before, withFollowing(before, edit))
    if (!done.ok) throw new Error(done.reason)
    const back = apply(done.value.document, done.value.inverse)
    expect(back.ok && back.value.document).toEqual(before)
    return done.value.document
  }
  const told = (one: Groove) => one.parts.map(({ name, role }) => `${name}: ${role}`)

  it('the first ghost makes a new backbeat part the ghosts', () => {
    const before = groove(part('LH', [], { name: 'Backbeat 2', role: 'backbeat' }))
    expect(told(after(before, putStrokes(before.parts[0]!, strokes('snare', 'hit', 1, 3))))).toEqual(['Ghosts: ghosts'])
  })

  it('hat eighths that come to play the ride are the ride’s', () => {
    const before = groove(part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' }))
    expect(told(after(before, putStrokes(before.parts[0]!, strokes('ride', 'hit', 3, ...EIGHTHS))))).toEqual([
      'Ride eighths: lead',
    ])
  })

  it('eighths with two taken out are eighths no more; a name that tells no places stays', () => {
    const hats = part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' })
    expect(told(after(groove(hats), takeStrokes(hats, [2 * S, 6 * S])))).toEqual(['Hi-hat: lead'])
    const comping = part('LH', strokes('snare', 'hit', 2, 3, 9), {
      name: 'Comping, sparse',
      role: 'comping',
      given: ['role'],
    })
    expect(told(after(groove(comping), takeStrokes(comping, [3 * S])))).toEqual(['Comping, sparse: comping'])
  })

  it('a backbeat of a style that is played softly is still the backbeat; one put in by hand is what it is', () => {
    const soft = (one: Part) => told(after(groove(one), putStrokes(one, strokes('snare', 'hit', 2, 4, 12))))
    const loud = strokes('snare', 'hit', 5, 4, 12)
    expect(soft(part('LH', loud, { name: 'Backbeat', role: 'backbeat', given: ['role'] }))).toEqual([
      'Backbeat: backbeat',
    ])
    expect(soft(part('LH', loud, { name: 'Backbeat', role: 'backbeat' }))).toEqual(['Ghosts: ghosts'])
  })

  it('what the player gave stays, and no two parts come to one name', () => {
    const hats = part('RH', strokes('hi-hat', 'hit', 3, ...EIGHTHS), { name: 'Hat eighths', role: 'lead' })
    const named = after(groove(hats), renamed(hats, 'The lid'))
    const given = after(named, inRole(named, named.parts[0]!, 'comping'))
    expect(told(after(given, putStrokes(given.parts[0]!, strokes('ride', 'hit', 3, ...EIGHTHS))))).toEqual([
      'The lid: comping',
    ])
    expect(told(after(given, inRole(given, given.parts[0]!, undefined)))).toEqual(['The lid: lead'])
    const two = groove(
      part('LH', strokes('ride', 'hit', 3, 0), { id: 'q', name: 'Ride', role: 'lead' }),
      part('RH', [], { name: 'Hi-hat' }),
    )
    expect(told(after(two, putStrokes(two.parts[1]!, strokes('ride', 'hit', 3, 4))))).toEqual([
      'Ride: lead',
      'Ride 2: other',
    ])
  })

  it('a player’s kick is called a kick', () => {
    const before = groove(part('RF', [], { name: 'Kick', role: 'bass drum' }))
    const done = apply(before, putStrokes(before.parts[0]!, strokes('bass drum', 'hit', 4, 0)))
    expect(done.ok && following(before, done.value.document, name => name.replace('Bass drum', 'Kick'))).toEqual([])
  })
})

describe('a part put there by a stroke', () => {
  const bars = makeBars(meter(4, 4), 1, 4)
  it.each<[string, Part['limb'], Partial<Parameters<typeof touchSlot>[3]>, string, string, number]>([
    ['the ride painted into an empty lead lane', 'RH', { brush: { piece: 'ride', stroke: 'hit' } }, 'Ride', 'lead', 3],
    ['a tom in the left hand', 'LH', { brush: { piece: 'high tom', stroke: 'hit' } }, 'High tom', 'other', 3],
    ['a ghost', 'LH', { level: 1 }, 'Ghosts', 'ghosts', 1],
    ['a snare stroke nobody asked to accent', 'LH', {}, 'Snare', 'other', 3],
  ])('%s is called by what is struck', (_, limb, wish, name, role, level) => {
    const { part: added } = touchSlot(makeGroove({ id: 'g', title: 'G', bars }), limb, 5040, {
      chosen: '',
      newId: 'new',
      ...wish,
    })
    expect([added.name, added.role, added.strokes[0]!.level]).toEqual([name, role, level])
  })

  it('a second strong stroke makes it the backbeat; like its neighbour is as hard, though never an accent', () => {
    for (const [level, wanted] of [
      [4, 4],
      [5, 3],
      [2, 2],
    ] as const) {
      const one = groove(part('LH', strokes('snare', 'hit', level, 4), { name: 'Snare' }))
      expect(touchSlot(one, 'LH', 12 * S, { chosen: 'p', newId: 'new' }).stroke.level).toBe(wanted)
    }
    const one = groove(part('LH', strokes('snare', 'hit', 4, 4), { name: 'Snare' }))
    const done = apply(one, withFollowing(one, touchSlot(one, 'LH', 12 * S, { chosen: 'p', newId: 'new' }).edit))
    expect(done.ok && done.value.document.parts[0]!.name).toBe('Backbeat')
  })

  // What a reader of the name would look for in the part, worked out apart from how it is named.
  function contradicts(one: Groove, { name, role, limb, strokes: mine }: Part): boolean {
    const share = (which: (stroke: Stroke) => boolean) => mine.filter(which).length / mine.length
    const most = Math.max(...mine.map(a => share(b => b.piece === a.piece)))
    const onMost = (which: RegExp) => mine.some(a => which.test(a.piece) && share(b => b.piece === a.piece) === most)
    const starts = new Set(beatsOf(one.bars).map(beat => beat.at))
    const loudOnBeat = mine.some(stroke => stroke.piece === 'snare' && stroke.level >= 3 && starts.has(stroke.at))
    const called: [RegExp, () => boolean][] = [
      [/^Backbeat/, () => loudOnBeat],
      [/^Ghosts/, () => onMost(/snare/) && share(stroke => stroke.level <= 2) >= 2 / 3],
      [/^(Snare|Cross-stick)/, () => onMost(/snare/)],
      [/^Hi-hat/, () => isHand(limb) && onMost(/hi-hat/)],
      [/^Ride/, () => onMost(/ride/)],
      [/^Bass drum/, () => onMost(/bass drum/)],
      [/^Hat foot/, () => !isHand(limb) && onMost(/hi-hat/)],
      [/^Sweeps/, () => mine.some(stroke => stroke.stroke === 'sweep')],
      [/^Taps/, () => mine.some(stroke => stroke.stroke === 'tap')],
      [
        /tom.* and snare( \d+)?$/i,
        () =>
          share(stroke => stroke.piece.includes('tom')) > 0 &&
          share(stroke => stroke.piece === 'snare') > 0 &&
          mine.every(stroke => /tom|^snare$/.test(stroke.piece)),
      ],
      [/^(Round the kit|Pedals)/, () => most < 0.5 && new Set(mine.map(stroke => stroke.piece)).size > 2],
      [/^Toms/, () => mine.every(stroke => stroke.piece.includes('tom')) && most < 1],
      [/^(\w+ )?toms?\b/i, () => onMost(/tom/)],
      [
        /^(?!.*toms?\b.* and snare).* and /i,
        () => new Set(mine.map(a => a.piece).filter(id => share(b => b.piece === id) >= 1 / 3)).size >= 2,
      ],
      [/^Crash/, () => onMost(/crash/)],
    ]
    const roles: Partial<Record<Part['role'], () => boolean>> = {
      backbeat: () => loudOnBeat,
      ghosts: called[1]![1],
      lead: () => isHand(limb) && (onMost(/hi-hat|ride/) || /^Taps/.test(name)),
      'bass drum': called[5]![1],
      'hat foot': called[6]![1],
    }
    const says = called.find(([pattern]) => pattern.test(name))
    return !says || !says[1]() || roles[role]?.() === false
  }

  it('is called what it is, in whatever order it is drawn and rubbed out', { tags: ['law'] }, () => {
    const deed = fc.record({
      limb: fc.constantFrom(...LIMBS),
      place: fc.nat(),
      piece: fc.nat(),
      kind: fc.nat(),
      level: fc.constantFrom(undefined, ...LEVELS),
      brush: fc.boolean(),
      out: fc.integer({ min: 0, max: 4 }),
    })
    fc.assert(
      fc.property(barLines, fc.array(deed, { minLength: 1, maxLength: 14 }), (lines, deeds) => {
        let now = makeGroove({ id: 'g', title: 'G', bars: lines })
        const slots = slotsOf(lines)
        deeds.forEach(({ limb, place, piece, kind, level, brush, out }, i) => {
          const { at } = slots[place % slots.length]!
          const id = piecesFor(DEFAULT_KIT, limb)[piece % piecesFor(DEFAULT_KIT, limb).length]!.id
          const kinds = strokesFor(pieceOf(DEFAULT_KIT, id)!, limb)
          const there = now.parts.find(one => one.limb === limb && one.strokes.some(stroke => stroke.at === at))
          const edit =
            there && out === 0
              ? takenOut(there, [at])
              : touchSlot(now, limb, at, {
                  chosen: '',
                  newId: `n${i}`,
                  level,
                  brush: brush ? { piece: id, stroke: kinds[kind % kinds.length]! } : undefined,
                }).edit
          const done = apply(now, withFollowing(now, edit))
          if (!done.ok) throw new Error(done.reason)
          now = done.value.document
          const wrong = now.parts.find(one => contradicts(now, one))
          if (wrong)
            throw new Error(
              `“${wrong.name}”, ${wrong.role}: ${wrong.strokes.map(stroke => `${stroke.at} ${stroke.piece} ${stroke.level}`).join(', ')}`,
            )
        })
      }),
      { numRuns: 300 },
    )
  })
})

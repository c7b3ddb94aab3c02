import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed } from '../../test/arbitrary'
import { DEFAULT_KIT } from '#core/kit'
import {
  type Groove,
  apply,
  inSpan,
  makeBars,
  makeGroove,
  makePart,
  readGroove,
  rowStrokes,
  slotSpan,
} from '#core/groove'
import { meter, slotsOf } from '#core/time'
import {
  type Orchestration,
  type Sticking,
  USUAL_ORCHESTRATION,
  accentTurned,
  layOverSpan,
  orchestrate,
  readSticking,
  writeSticking,
} from '.'

const sticking = (text: string): Sticking => {
  const read = readSticking(text)
  if (!read.ok) throw new Error(read.reason)
  return read.value
}
const bars = makeBars(meter(4, 4), 1, 4)
const part = (
  id: string,
  limb: 'RH' | 'LH' | 'RF' | 'LF',
  role: 'lead' | 'backbeat' | 'bass drum' | 'hat foot',
  row: string,
  piece: string,
) =>
  makePart({
    id,
    name: id,
    limb,
    role,
    strokes: rowStrokes(bars, row, { piece, stroke: limb === 'LF' ? 'chick' : 'hit' }),
  })
const home = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  parts: [
    part('lead', 'RH', 'lead', '3.3.3.3.3.3.3.3.', 'hi-hat'),
    part('back', 'LH', 'backbeat', '....5.......5...', 'snare'),
    part('bass', 'RF', 'bass drum', '4.....4.4.......', 'bass drum'),
    part('foot', 'LF', 'hat foot', '..3...3...3...3.', 'hi-hat'),
  ],
})
const row = (groove: Groove, limb: string) => {
  const cells = Array.from({ length: 16 }, () => '.')
  for (const one of groove.parts)
    if (one.limb === limb) for (const { at, level } of one.strokes) cells[at / 1260] = String(level)
  return cells.join('')
}
const lay = (groove: Groove, span: { from: number; to: number }, text: string, how: Partial<Orchestration> = {}) => {
  const made = layOverSpan(
    groove,
    span,
    sticking(text),
    false,
    { ...USUAL_ORCHESTRATION, ...how },
    DEFAULT_KIT,
    n => `new-${n}`,
  )
  if (!made.ok) throw new Error(made.reason)
  const done = apply(groove, made.value.edit)
  if (!done.ok) throw new Error(done.reason)
  return done.value.document
}

describe('a sticking laid over a span', () => {
  it('takes the place of what its limbs played there, and leaves everything else', () => {
    // RLLRLF on slots 8 to 15, with 4 across to the snare by the left hand (slot 12 is the fifth letter).
    const groove = lay(home, slotSpan(slotsOf(bars), 8, 15), 'rllrlf')
    expect(row(groove, 'RH')).toBe('3.3.3.3.3..3..3.')
    expect(row(groove, 'LH')).toBe('....5....33.5..3')
    expect(row(groove, 'RF')).toBe('4.....4......4..')
    expect(row(groove, 'LF')).toBe(row(home, 'LF'))
  })
  it('keeps the bass drum and the hat foot where the sticking has no feet', () => {
    const groove = lay(home, slotSpan(slotsOf(bars), 0, 7), 'rlrl')
    expect([row(groove, 'RF'), row(groove, 'LF')]).toEqual([row(home, 'RF'), row(home, 'LF')])
  })
  it('changes nothing outside the span and makes a valid groove, whatever it lies over', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(
        drummed,
        fc.nat(),
        fc.nat(),
        fc.constantFrom('rlrrlrll', 'rlf', '>r-l', 'rllrlf'),
        (drawn, a, b, text) => {
          const groove = { ...drawn, parts: drawn.parts.map(one => ({ ...one, locked: false })) }
          const slots = slotsOf(groove.bars)
          const span = slotSpan(slots, a % slots.length, b % slots.length)
          const made = layOverSpan(
            groove,
            span,
            sticking(text),
            false,
            USUAL_ORCHESTRATION,
            DEFAULT_KIT,
            n => `new-${n}`,
          )
          if (!made.ok) return
          const done = apply(groove, made.value.edit)
          expect(done.ok && readGroove(done.value.document).ok).toBe(true)
          const outside = (one: Groove) =>
            one.parts
              .filter(p => !p.every)
              .flatMap(p =>
                p.strokes
                  .filter(stroke => !inSpan(span, stroke.at))
                  .map(stroke => `${p.limb} ${stroke.at} ${stroke.piece} ${stroke.level}`),
              )
              .sort()
          expect(done.ok && outside(done.value.document)).toEqual(outside(groove))
        },
      ),
      { numRuns: 150 },
    )
  })
})

describe('what a hand strikes', () => {
  const made = (text: string, how: Partial<Orchestration>) => {
    const groove = orchestrate(
      sticking(text),
      { meter: meter(4, 4), slots: 4, changing: false },
      { ...USUAL_ORCHESTRATION, backbeat: [], ...how },
      { id: 'g', title: 'T', bars: 1, bpm: 90, kit: DEFAULT_KIT, lead: 'right' },
    )
    if (!groove.ok) throw new Error(groove.reason)
    return groove.value.parts
      .filter(one => one.limb === 'RH')
      .flatMap(one => one.strokes)
      .sort((x, y) => x.at - y.at)
  }
  const hands = (R: Partial<Orchestration['hands']['R']>) => ({
    hands: { ...USUAL_ORCHESTRATION.hands, R: { ...USUAL_ORCHESTRATION.hands.R, ...R } },
  })

  it('is any stroke of a piece: the bell, and on accents the plain ride', () => {
    expect(
      made('>rlrl', hands({ piece: 'ride', stroke: 'bell', accents: 'ride', accentStroke: 'hit' }))
        .slice(0, 2)
        .map(stroke => stroke.stroke),
    ).toEqual(['hit', 'bell'])
  })
  it('opens the hats until its next stroke on them', () => {
    expect(made('>rlrl', hands({ accents: 'hi-hat', accentStroke: 'open' }))[0]).toMatchObject({
      stroke: 'open',
      openFor: 2520,
    })
  })
  it('is a melody of pieces in turn', () => {
    expect(
      made(
        'rlrl',
        hands({
          run: ['ride', 'floor tom', 'cowbell', 'floor tom'].filter(id =>
            DEFAULT_KIT.pieces.some(piece => piece.id === id),
          ),
        }),
      )
        .map(stroke => stroke.piece)
        .slice(0, 4),
    ).toEqual(['ride', 'floor tom', 'floor tom', 'ride'])
  })
  it('is spared where all else is ghosted', () => {
    expect(made('rlrl', { ghosted: true, spared: 'R' }).map(stroke => stroke.level)).toEqual(Array(8).fill(3))
    expect(made('rlrl', { ghosted: true, spared: 'L' }).map(stroke => stroke.level)).toEqual(Array(8).fill(1))
  })
})

it('an accent is turned where it stands, and a rest has none', () => {
  expect(writeSticking(accentTurned(sticking('rl-r'), 1))).toBe('r>l-r')
  expect(writeSticking(accentTurned(sticking('r>l-r'), 1))).toBe('rl-r')
  expect(writeSticking(accentTurned(sticking('rl-r'), 2))).toBe('rl-r')
})

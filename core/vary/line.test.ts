import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT, type Limb, kitById } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, putNote, apply, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { LINE_READINGS } from './moves/line'
import { moveOf } from './moves'
import { runMove } from './run'

// One bar of sixteenths: hats in eighths, snare on 2 and 4, bass drum on 1 and 3; above it 1 (long), & of 2, & of 3 (short), 4 (long).
const HATS = '3.3.3.3.3.3.3.3.'
const BACK = '....5.......5...'
const BASS = '4.......4.......'
const LINE = '4.....4...4.4...'
const bars = makeBars(meter(4, 4), 1, 4)
const part = (id: string, limb: Limb, role: 'lead' | 'backbeat' | 'bass drum', row: string, piece: string) =>
  makePart({ id, name: id, limb, role, strokes: rowStrokes(bars, row, { piece, stroke: 'hit' }) })
const note = (slot: number, slots: number) => ({ at: slot * 1260, length: slots * 1260, level: 4 as const })
const home = makeGroove({
  id: 'g',
  title: 'G',
  bars,
  guides: [{ id: 'riff', name: 'Riff', notes: [note(0, 4), note(6, 2), note(10, 1), note(12, 4)] }],
  parts: [
    part('lead', 'RH', 'lead', HATS, 'hi-hat'),
    part('back', 'LH', 'backbeat', BACK, 'snare'),
    part('bass', 'RF', 'bass drum', BASS, 'bass drum'),
  ],
})

const row = (groove: Groove, limb: Limb): string => {
  const cells = Array.from({ length: 16 }, () => '.')
  for (const one of groove.parts)
    if (one.limb === limb) for (const { at, level } of one.strokes) cells[at / 1260] = String(level)
  return cells.join('')
}
const strokes = (groove: Groove, limb: Limb) =>
  groove.parts
    .filter(one => one.limb === limb)
    .flatMap(one => one.strokes)
    .sort((a, b) => a.at - b.at)
const read = (id: string, groove = home, kit = DEFAULT_KIT) => {
  const how = LINE_READINGS.find(one => one.id === id)!.name
  const done = runMove(moveOf('read-line')!, groove, { line: 'riff', how }, kit)
  if (!done.ok) throw new Error(done.reason)
  return done.value
}

/** Worked out on paper: what each limb plays, by level, on the sixteen slots; limbs not named go on as they were. */
const TABLE: Record<string, Partial<Record<Limb, string>>> = {
  accents: { RH: '5.1.1.5.1.5.5.1.', LH: '.1.1.1.1.1.1.1.1' },
  crash: { RH: '4.3.3.3.3.3.4.3.', LH: '......4...4.....', RF: '4...........4...' },
  comping: { LH: LINE },
  'comping-both': { LH: '......4...4.....', RF: '4...........4...' },
  bass: { RF: LINE },
  'bass-beside': { RF: '4.....4...4.....' },
  'fill-hand': { RH: LINE, LH: '.11111.111.1.111' },
  'fill-bass': { RH: '4.........4.....', LH: '......4.....4...', RF: '.33333.333.3.333' },
  'fill-hands': { RH: '.2.2.2..2..2..2.', LH: '..2.2..2.2...2.2', RF: LINE },
  'set-up': { RH: '4.3.3.4.3.4.3.3.', LH: '....4...4...4.4.', RF: '4.....4...4.....' },
  together: { RH: LINE, LH: LINE, RF: LINE },
  'lead-accents': { RH: '5.2.2.5.2.5.5.2.' },
  openings: { RH: '4.3.3.3.3.3.4.3.' },
  drums: { LH: LINE },
  'hat-foot': { LF: '3.....3...3.3...' },
  answer: { LH: LINE, RF: '.4.....4...4.4..' },
}

describe('a line read by the limbs', () => {
  it.each(LINE_READINGS.map(reading => [reading.id, reading.name]))('%s: %s', id => {
    const { groove, sentence } = read(id)
    const usual: Record<Limb, string> = { RH: HATS, LH: BACK, RF: BASS, LF: '................' }
    for (const limb of ['RH', 'LH', 'RF', 'LF'] as const)
      expect(row(groove, limb), limb).toBe(TABLE[id]![limb] ?? usual[limb])
    // The line itself stays, whoever plays it, and no part is left empty.
    expect(groove.guides).toEqual(home.guides)
    expect(groove.parts.every(one => one.strokes.length)).toBe(true)
    expect(sentence).toBe(`“Riff” as ${LINE_READINGS.find(one => one.id === id)!.name}: 4 notes.`)
  })

  it('plays what the words say: crashes, tips of the kit in turn, feet that splash, hats that open as long as there is room', () => {
    expect(
      strokes(read('crash').groove, 'RH')
        .filter(stroke => stroke.piece === 'crash')
        .map(stroke => stroke.at / 1260),
    ).toEqual([0, 12])
    expect(strokes(read('drums').groove, 'LH').map(stroke => stroke.piece)).toEqual([
      'snare',
      'high tom',
      'mid tom',
      'floor tom',
    ])
    expect(strokes(read('hat-foot').groove, 'LF').map(stroke => stroke.stroke)).toEqual([
      'splash',
      'chick',
      'chick',
      'splash',
    ])
    expect(
      strokes(read('openings').groove, 'RH')
        .filter(stroke => stroke.stroke === 'open')
        .map(({ at, openFor }) => [at / 1260, openFor]),
    ).toEqual([
      [0, 2520],
      [12, 2520],
    ])
  })

  it('goes to the other hand and foot of a player who leads left', () => {
    const left = {
      ...home,
      lead: 'left' as const,
      parts: [
        part('lead', 'LH', 'lead', HATS, 'hi-hat'),
        part('back', 'RH', 'backbeat', BACK, 'snare'),
        part('bass', 'LF', 'bass drum', BASS, 'bass drum'),
      ],
    }
    const { groove } = read('crash', left)
    expect([row(groove, 'LH'), row(groove, 'RH'), row(groove, 'LF')]).toEqual([
      TABLE.crash!.RH,
      TABLE.crash!.LH,
      TABLE.crash!.RF,
    ])
  })

  it('leaves locked parts alone and puts nothing under them', () => {
    const locked = { ...home, parts: home.parts.map(one => (one.id === 'back' ? { ...one, locked: true } : one)) }
    // The snare is kept on 2 and 4, where the hand is busy; the line comes beside it.
    expect(row(read('comping', locked).groove, 'LH')).toBe('4...5.4...4.5...')
  })

  it('takes what the kit has where there is no crash and no snare', () => {
    const { groove } = read('accents', home, kitById('pad'))
    expect(new Set([...strokes(groove, 'RH'), ...strokes(groove, 'LH')].map(stroke => stroke.piece))).toEqual(
      new Set(['pad']),
    )
  })

  it('reads triplets as they are: six-eight, a note between others', () => {
    const six = makeBars(meter(6, 8), 1, 3)
    const groove = makeGroove({
      id: 't',
      title: 'T',
      bars: six,
      guides: [
        {
          id: 'riff',
          name: 'Riff',
          notes: [
            { at: 0, length: 2520, level: 4 },
            { at: 10080, length: 5040, level: 4 },
          ],
        },
      ],
    })
    const done = read('fill-hand', groove).groove
    expect(strokes(done, 'RH').map(stroke => stroke.at)).toEqual([0, 10080])
    expect(strokes(done, 'LH').map(stroke => stroke.at)).toEqual([2520, 5040, 7560, 12600])
  })

  it('says what is missing', () => {
    const usual = { line: 'riff', how: LINE_READINGS[0]!.name }
    expect(runMove(moveOf('read-line')!, { ...home, guides: [] }, usual, DEFAULT_KIT)).toMatchObject({
      ok: false,
      reason: 'There is no line above the lanes.',
    })
    expect(
      runMove(moveOf('read-line')!, { ...home, guides: [{ id: 'riff', name: 'Riff', notes: [] }] }, usual, DEFAULT_KIT),
    ).toMatchObject({ ok: false, reason: '“Riff” has no notes yet.' })
    expect(runMove(moveOf('read-line')!, home, { line: 'riff', how: 'somehow' }, DEFAULT_KIT)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/^Play the line above, how: one of accents in single strokes/),
    })
    const silent = apply(home, putNote(home, 'riff', note(2, 1)))
    expect(silent.ok && silent.value.document.guides[0]!.notes.map(one => [one.at / 1260, one.length / 1260])).toEqual([
      [0, 2],
      [2, 1],
      [6, 2],
      [10, 1],
      [12, 4],
    ])
  })
})

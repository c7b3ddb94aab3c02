import fc from 'fast-check'
import { parseMidi, writeMidi } from 'midi-file'
import { describe, expect, it } from 'vitest'
import { type Groove, type Stroke, makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT, noteOf, pieceOf, strokeOfNote, strokesFor } from '#core/kit'
import { meter } from '#core/time'
import { drummed, grooves } from '../../test/arbitrary'
import { type Score, carriedGroove, cutsOf, grooveFrom, readMidi, sayNear, withGroove, writeGrooveMidi } from '.'
import { visitMidi } from './midi-events'

const read = (bytes: Uint8Array): Score => {
  const score = readMidi(bytes, DEFAULT_KIT)
  if (!score.ok) throw new Error(score.reason)
  return score.value
}
const bytesOf = (...parts: (string | number[])[]) =>
  Uint8Array.from(
    parts.flatMap(part => (typeof part === 'string' ? [...part].map(letter => letter.charCodeAt(0)) : part)),
  )
const head = (format: number, tracks: number, division: [number, number]) => [
  'MThd',
  [0, 0, 0, 6, 0, format, 0, tracks, ...division],
]
const track = (events: number[]) => ['MTrk', [0, 0, events.length >> 8, events.length & 255, ...events]]
const END = [0, 0xff, 0x2f, 0]
const places = (score: Score) => score.strokes.map(one => `${one.at} ${one.piece} ${one.stroke} ${one.level}`).sort()

describe('files by other hands', () => {
  it('running status, SysEx, notes of no length, and a channel that is no drums', () => {
    const file = bytesOf(
      ...head(0, 1, [0x01, 0xe0]),
      ...track([
        0,
        0xf0,
        3,
        0x7e,
        0x7f,
        0xf7, // SysEx
        0,
        0x90,
        60,
        100,
        0,
        0x80,
        60,
        0, // a piano
        0,
        0x99,
        36,
        100,
        0,
        42,
        70, // running status: bass drum and hats
        0,
        36,
        0,
        0,
        42,
        0, // ended at once, by velocity 0
        0x83,
        0x60,
        38,
        120,
        0,
        42,
        70, // 480 later
        0,
        38,
        0,
        ...END,
      ]),
    )
    expect(places(read(file))).toEqual(['0 bass drum hit 4', '0 hi-hat hit 3', '5040 hi-hat hit 3', '5040 snare hit 5'])
  })

  it('tempo and meter where they change, inside a bar too', () => {
    const file = bytesOf(
      ...head(1, 2, [0, 96]),
      ...track([
        0,
        0xff,
        0x51,
        3,
        0x07,
        0xa1,
        0x20,
        0,
        0xff,
        0x58,
        4,
        3,
        2,
        24,
        8, // 120; 3/4
        0x82,
        0x20,
        0xff,
        0x58,
        4,
        7,
        3,
        24,
        8, // after a bar of 3/4: 7/8
        0x60,
        0xff,
        0x51,
        3,
        0x0a,
        0x2c,
        0x2b,
        ...END, // a quarter into it: 90
      ]),
      ...track([0, 0x99, 36, 100, 0x82, 0x20, 0x99, 38, 100, 0x82, 0x68, 0x99, 36, 100, ...END]),
    )
    const score = read(file)
    expect(score.bars.map(bar => `${bar.meter.count}/${bar.meter.unit}`)).toEqual(['3/4', '7/8', '7/8'])
    expect(score.tempo.bpm).toBe(120)
    expect(score.tempos).toEqual([{ bar: 1, tempo: { bpm: 90, counts: '1/4' } }])
  })

  it('a division in frames has no beats: read at 120, and said', () => {
    // 25 frames of 40: a millisecond a tick; half a second is a quarter.
    const score = read(
      bytesOf(...head(0, 1, [0xe7, 40]), ...track([0, 0x99, 36, 100, 0x83, 0x74, 0x99, 38, 100, ...END])),
    )
    expect(places(score)).toEqual(['0 bass drum hit 4', '5040 snare hit 4'])
    expect(score.doubts).toEqual(['The file counts in frames and has no beats: it was read with the quarter at 120.'])
  })

  it.each([
    ['UTF-16, high byte first', [0xfe, 0xff, 0x00, 0x48, 0x00, 0xe9], 'Hé'],
    ['UTF-16, low byte first', [0xff, 0xfe, 0x48, 0x00, 0xe9, 0x00], 'Hé'],
    ['UTF-8', [0x48, 0xc3, 0xa9], 'Hé'],
    ['letter by letter', [0x48, 0xe9], 'Hé'],
  ])('a title in %s', (_, text, title) => {
    expect(
      read(bytesOf(...head(0, 1, [0, 96]), ...track([0, 0xff, 3, text.length, ...text, 0, 0x99, 36, 100, ...END])))
        .title,
    ).toBe(title)
  })

  it('notes beside the grid go to the nearest of their beat; exact triplets stay triplets', () => {
    const at = (ticks: number[]) =>
      read(
        Uint8Array.from(
          writeMidi({
            header: { format: 0, numTracks: 1, ticksPerBeat: 480 },
            tracks: [
              [
                ...ticks.map((tick, i) => ({
                  deltaTime: tick - (ticks[i - 1] ?? 0),
                  type: 'noteOn' as const,
                  channel: 9,
                  noteNumber: 42,
                  velocity: 70,
                })),
                { deltaTime: 0, meta: true, type: 'endOfTrack' as const },
              ],
            ],
          }),
        ),
      )
    expect(at([0, 160, 320, 480]).strokes.map(one => one.at)).toEqual([0, 1680, 3360, 5040])
    const loose = at([3, 118, 244, 357, 481])
    expect(loose.strokes.map(one => one.at)).toEqual([0, 1260, 2520, 3780, 5040])
    expect(loose.bars[0]!.slots).toEqual([4, 1, 1, 1])
    expect([loose.doubts, loose.played]).toEqual([[], []])
    // A shuffle that is written as thirds is eighths that swing; with a straight half among them it stays as it is.
    const shuffle = at([0, 320, 480, 800, 960, 1280, 1440, 1760])
    expect(shuffle.swing).toEqual({ level: '1/8', share: 2 / 3 })
    expect(shuffle.strokes.map(one => one.at)).toEqual([0, 2520, 5040, 7560, 10080, 12600, 15120, 17640])
    expect(at([0, 320, 480, 800, 960, 1280, 1440, 1680]).swing).toBeNull()
  })

  it('reads the same events as another reader does, whatever is in the file', { tags: ['law'] }, () => {
    const event = fc.oneof(
      fc.record({
        type: fc.constantFrom('noteOn' as const, 'noteOff' as const),
        channel: fc.nat(15),
        noteNumber: fc.nat(127),
        velocity: fc.nat(127),
      }),
      fc.record({
        type: fc.constant('controller' as const),
        channel: fc.nat(15),
        controllerType: fc.nat(127),
        value: fc.nat(127),
      }),
      fc.record({ type: fc.constant('programChange' as const), channel: fc.nat(15), programNumber: fc.nat(127) }),
      fc.record({
        type: fc.constant('pitchBend' as const),
        channel: fc.nat(15),
        value: fc.integer({ min: -8192, max: 8191 }),
      }),
      fc.record({ type: fc.constant('sysEx' as const), data: fc.array(fc.nat(127), { maxLength: 9 }) }),
      fc.record({
        type: fc.constant('setTempo' as const),
        meta: fc.constant(true as const),
        microsecondsPerBeat: fc.integer({ min: 1, max: 16_000_000 }),
      }),
      fc.record({
        type: fc.constant('lyrics' as const),
        meta: fc.constant(true as const),
        text: fc.string({ unit: fc.constantFrom('a', 'b', ' '), maxLength: 200 }),
      }),
    )
    fc.assert(
      fc.property(fc.array(fc.tuple(fc.nat(300_000), event), { maxLength: 40 }), fc.boolean(), (list, running) => {
        const track = [
          ...list.map(([deltaTime, one]) => ({ deltaTime, ...one })),
          { deltaTime: 0, meta: true as const, type: 'endOfTrack' as const },
        ]
        const bytes = Uint8Array.from(
          writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [track as never] }, { running }),
        )
        const mine: unknown[] = []
        visitMidi(bytes, () => ({
          track: () => undefined,
          note: (tick, channel, note, velocity) => mine.push([tick, channel, note, velocity]),
          tempo: (tick, us) => mine.push([tick, us]),
          meter: () => undefined,
          text: () => undefined,
        }))
        let now = 0
        const theirs = parseMidi(bytes).tracks[0]!.flatMap((one): unknown[] => {
          now += one.deltaTime
          if (one.type === 'noteOn') return [[now, one.channel, one.noteNumber, one.velocity]]
          if (one.type === 'noteOff') return [[now, one.channel, one.noteNumber, 0]]
          return one.type === 'setTempo' ? [[now, one.microsecondsPerBeat]] : []
        })
        expect(mine).toEqual(theirs)
      }),
    )
  })

  it.each([
    ['no MIDI', bytesOf('RIFFxxxx'), /does not begin with “MThd”/],
    ['no drums', bytesOf(...head(0, 1, [0, 96]), ...track([0, 0x90, 60, 100, ...END])), /nothing is on channel 10/],
    [
      'a damaged one',
      bytesOf(...head(0, 1, [0, 96]), ...track([0, 0x99, 36, 100, ...END]).slice(0, 1), [0, 0, 0, 9, 0]),
      /damaged|no drums/,
    ],
    [
      'a million bars',
      bytesOf(
        ...head(0, 1, [0, 1]),
        ...track([
          0,
          0xff,
          0x58,
          4,
          1,
          4,
          24,
          8,
          0x83,
          0x7f,
          0x99,
          36,
          100,
          0x81,
          0x80,
          0x80,
          0x00,
          0x99,
          36,
          100,
          ...END,
        ]),
      ),
      /more than 2000 bars/,
    ],
  ])('%s is answered with a sentence', (_, bytes, reason) => {
    expect(readMidi(bytes, DEFAULT_KIT)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })

  it('no damage makes it fall over: cut off at every byte, and bytes changed at random', { tags: ['law'] }, () => {
    const whole = writeGrooveMidi(
      makeGroove({
        id: 'g',
        title: 'G',
        bars: makeBars(meter(4, 4), 1, 4),
        parts: [
          makePart({
            id: 'p',
            name: 'P',
            limb: 'RH',
            strokes: [0, 5040].map(at => ({ at, piece: 'snare', stroke: 'hit', level: 3 })),
          }),
        ],
      }),
      DEFAULT_KIT,
      { tracks: 'parts' },
    )
    const answers = (bytes: Uint8Array) => {
      const answer = readMidi(bytes, DEFAULT_KIT)
      expect(answer.ok || answer.reason.length > 10).toBe(true)
    }
    for (let end = 0; end <= whole.length; end++) answers(whole.slice(0, end))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.nat(255)), { minLength: 1, maxLength: 6 }),
        changes => {
          const copy = whole.slice()
          for (const [at, byte] of changes) copy[at] = byte
          answers(copy)
        },
      ),
    )
    fc.assert(fc.property(fc.uint8Array({ maxLength: 200 }), bytes => answers(bytes)))
  })
})

describe('what is written is read back', () => {
  /** A groove as a MIDI file can hold it: what sounds; a stroke by its note; no cycles, pick-ups, pushes, swing of a part, ornaments or lengths of openings. */
  const held = (groove: Groove): Groove => ({
    ...groove,
    pickUp: null,
    guides: [],
    feel: {
      swing: groove.feel.swing && { ...groove.feel.swing, share: Math.round(groove.feel.swing.share * 1000) / 1000 },
      push: {},
    },
    parts: groove.parts
      .filter(part => part.strokes.length && !part.muted && !part.every)
      .map(part => ({
        ...part,
        swing: null,
        pickUp: null,
        strokes: part.strokes.flatMap(({ at, piece, stroke, level }): Stroke[] => {
          const there = pieceOf(DEFAULT_KIT, piece)
          const on =
            there && strokesFor(there, part.limb).includes(stroke)
              ? strokeOfNote(DEFAULT_KIT, noteOf(there, stroke))
              : undefined
          return on && on.piece === piece && on.stroke === stroke ? [{ at, piece, stroke, level }] : []
        }),
      }))
      .filter(part => part.strokes.length),
  })
  const told = (groove: Groove) =>
    groove.parts.map(({ name, limb, role, strokes }) => ({
      name,
      limb,
      role,
      strokes: strokes.toSorted((a, b) => a.at - b.at),
    }))

  it.each([
    ['plain grooves', grooves],
    ['drummers’ grooves', drummed],
  ])('part by part, limbs, roles, places and levels: %s', { tags: ['law'] }, (_, some) => {
    fc.assert(
      fc.property(some, any => {
        const one = held(any)
        // One stroke of a piece at an instant: two hands on one drum at once are one note.
        const all = one.parts.flatMap(part => part.strokes.map(stroke => `${stroke.at} ${stroke.piece}`))
        fc.pre(all.length > 0 && new Set(all).size === all.length)
        const score = read(writeGrooveMidi(one, DEFAULT_KIT, { swing: 'words', tracks: 'parts' }))
        const last = Math.max(...one.parts.flatMap(part => part.strokes.map(stroke => stroke.at)))
        expect(score.bars.map(bar => bar.meter)).toEqual(one.bars.map(bar => bar.meter).slice(0, score.bars.length))
        expect(last).toBeLessThan(score.bars.reduce((sum, bar) => sum + (bar.meter.count * 20160) / bar.meter.unit, 0))
        const back = grooveFrom(
          score,
          { from: 0, bars: score.bars.length, times: 1, also: [], near: [] },
          { kit: DEFAULT_KIT, lead: 'right', id: 'x', title: 'X', newId: i => `p${i}` },
        )
        const byName = (list: ReturnType<typeof told>) =>
          list.toSorted((a, b) => `${a.name}${a.limb}`.localeCompare(`${b.name}${b.limb}`))
        expect(byName(told(back.groove))).toEqual(byName(told(one)))
        expect(score.swing).toEqual(one.feel.swing)
      }),
      { numRuns: 60 },
    )
  })
})

describe('a song is cut into grooves', () => {
  const bars = (text: string): Score => ({
    title: 'Song',
    tempo: { bpm: 100, counts: '1/4' },
    tempos: [],
    swing: null,
    doubts: [],
    bars: makeBars(meter(4, 4), text.length, 4),
    strokes: [...text].flatMap((letter, bar) =>
      letter === '.'
        ? []
        : [
            {
              at: bar * 20160 + (letter.charCodeAt(0) - 65) * 1260,
              piece: 'snare',
              stroke: 'hit' as const,
              level: 3 as const,
            },
          ],
    ),
  })
  it.each([
    ['AAAA', [[0, 1, 4]]],
    [
      'AAAB',
      [
        [0, 1, 3],
        [3, 1, 1],
      ],
    ],
    ['ABABABAB', [[0, 2, 4]]],
    ['AAABAAAB', [[0, 4, 2]]],
    ['..AA.AA', [[2, 1, 2]]],
    [
      'ABCDEF',
      [
        [0, 4, 1],
        [4, 2, 1],
      ],
    ],
  ])('%s', (text, cuts) => {
    expect(cutsOf(bars(text)).map(one => [one.from, one.bars, one.times])).toEqual(cuts)
  })
  it('and what comes again is named with the first', () => {
    expect(cutsOf(bars('AABBAA'))).toEqual([
      { from: 0, bars: 1, times: 2, also: [4], near: [] },
      { from: 2, bars: 1, times: 2, also: [], near: [] },
    ])
  })

  // Four bars alike, the third with one thing changed: apart where what is played differs, nearly alike where only how hard or how fast does.
  it.each<[string, (score: Score) => Score, [number, number, number][], string[]]>([
    [
      'a flam',
      score => changed(score, { ornament: 'flam' }),
      [
        [0, 1, 2],
        [2, 2, 1],
      ],
      [],
    ],
    [
      'an opening',
      score => changed(score, { stroke: 'open', openFor: 2520 }),
      [
        [0, 1, 2],
        [2, 2, 1],
      ],
      [],
    ],
    [
      'another hand',
      score => changed(score, { limb: 'LH' }),
      [
        [0, 1, 2],
        [2, 2, 1],
      ],
      [],
    ],
    [
      'a level in its class',
      score => changed({ ...score, strokes: score.strokes.map(one => ({ ...one, level: 4 })) }, { level: 5 }),
      [[0, 1, 4]],
      ['Nearly the same: bar 3 in its levels.'],
    ],
    [
      'a ghost',
      score => changed(score, { level: 1 }),
      [
        [0, 1, 2],
        [2, 2, 1],
      ],
      [],
    ],
    [
      'the tempo',
      score => ({
        ...score,
        tempos: [
          { bar: 2, tempo: { bpm: 104, counts: '1/4' } },
          { bar: 3, tempo: { bpm: 100, counts: '1/4' } },
        ],
      }),
      [[0, 1, 4]],
      ['Nearly the same: bar 3 in its tempo.'],
    ],
    [
      'the tempo in other words',
      score => ({ ...score, tempos: [{ bar: 2, tempo: { bpm: 200, counts: '1/8' } }] }),
      [[0, 1, 4]],
      [],
    ],
  ])('%s in a bar', (_, change, cuts, near) => {
    const found = cutsOf(change(bars('AAAA')))
    expect(found.map(one => [one.from, one.bars, one.times])).toEqual(expect.arrayContaining(cuts))
    expect(found.flatMap(one => sayNear(one))).toEqual(near)
  })
  const changed = (score: Score, facts: Partial<Score['strokes'][number]>): Score => ({
    ...score,
    strokes: score.strokes.map((one, i) => (i === 2 ? { ...one, ...facts } : one)),
  })
})

describe('a file that carries its groove', () => {
  const midiOf = (groove: Groove) => withGroove(writeGrooveMidi(groove, DEFAULT_KIT), groove)
  it(
    'gives it back whole: swing, pushes, ornaments, openings and cycles; its notes are read as before',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(drummed, groove => {
          const bare = writeGrooveMidi(groove, DEFAULT_KIT)
          const midi = withGroove(bare, groove)
          expect(carriedGroove(midi)).toEqual(groove)
          expect(readMidi(midi, DEFAULT_KIT)).toEqual(readMidi(bare, DEFAULT_KIT))
        }),
        { numRuns: 60 },
      )
    },
  )
  it('is a file like any other to another reader', () => {
    const groove = makeGroove({
      id: 'g',
      title: 'Straße',
      bars: makeBars(meter(4, 4), 1, 4),
      parts: [
        makePart({ id: 'p', name: 'P', limb: 'RH', strokes: [{ at: 0, piece: 'snare', stroke: 'hit', level: 3 }] }),
      ],
    })
    const events = parseMidi(midiOf(groove)).tracks.map(track => track.filter(one => one.type !== 'sequencerSpecific'))
    expect(events).toEqual(parseMidi(writeGrooveMidi(groove, DEFAULT_KIT)).tracks)
  })
  it('is read from its notes once another program has changed a note, the tempo or the meter', () => {
    const groove = makeGroove({
      id: 'g',
      title: 'G',
      bars: makeBars(meter(4, 4), 1, 4),
      parts: [
        makePart({
          id: 'p',
          name: 'P',
          limb: 'RH',
          strokes: [0, 5040].map(at => ({ at, piece: 'snare', stroke: 'hit', level: 3 })),
        }),
      ],
    })
    const midi = midiOf(groove)
    expect(carriedGroove(midi)).toEqual(groove)
    const after = (from: number[], to: number[]) => {
      const at = midi.findIndex((_, i) => from.every((byte, n) => midi[i + n] === byte))
      expect(at).toBeGreaterThan(0)
      const copy = midi.slice()
      copy.set(to, at)
      return carriedGroove(copy)
    }
    expect([
      after([0x99, 38, 72], [0x99, 36, 72]),
      after([0xff, 0x51, 3], [0xff, 0x51, 3, 1]),
      after([0xff, 0x58, 4, 4], [0xff, 0x58, 4, 3]),
    ]).toEqual([undefined, undefined, undefined])
    expect(carriedGroove(withGroove(midi.slice(0, 30), groove))).toBeUndefined()
  })
})

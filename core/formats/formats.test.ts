import fc from 'fast-check'
import { parseMidi } from 'midi-file'
import { describe, expect, it } from 'vitest'
import { grooves } from '../../test/arbitrary'
import { DEFAULT_KIT, kitById } from '#core/kit'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { meter } from '#core/time'
import { fileName, readGrooveJson, writeGrooveJson, writeGrooveMidi } from '.'

const bars = makeBars(meter(4, 4), 1, 4)
const groove = makeGroove({
  id: 'g',
  title: 'Wet Rope',
  bars,
  tempo: { bpm: 96, counts: '1/4' },
  parts: [
    makePart({
      id: 'hat',
      name: 'Hat',
      limb: 'RH',
      strokes: rowStrokes(bars, '3.4.', { piece: 'hi-hat' })
        .slice(0, 2)
        .concat(rowStrokes(bars, '.... .... .... ..4.', { piece: 'hi-hat', stroke: 'open', openSlots: 2 })),
    }),
    makePart({
      id: 'snare',
      name: 'Snare',
      limb: 'LH',
      strokes: rowStrokes(bars, '...1 5...', { piece: 'snare', stroke: 'rim shot' }).slice(0, 2),
    }),
    makePart({
      id: 'muted',
      name: 'Muted',
      limb: 'RF',
      muted: true,
      strokes: rowStrokes(bars, '4', { piece: 'bass drum' }),
    }),
  ],
})

describe('JSON', () => {
  it('out and in is the identity', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, one => {
        expect(readGrooveJson(writeGrooveJson(one))).toEqual({ ok: true, value: one })
      }),
    )
  })

  const broken = (change: (json: Record<string, unknown> & Groove) => void): string => {
    const copy = structuredClone(groove) as Record<string, unknown> & Groove
    change(copy)
    return JSON.stringify(copy)
  }
  it.each([
    ['text that is not JSON', '{ "format": ', /not JSON/],
    ['some other JSON', '[1, 2]', /\(all\): This must be an object/],
    [
      'another format',
      broken(g => {
        g.format = 'song' as never
      }),
      /format: format is "bazzet-groove"/,
    ],
    [
      'an unknown version',
      broken(g => {
        g.version = 7 as never
      }),
      /from a newer Bazzet: this file says 7, and this Bazzet reads versions up to 4/,
    ],
    [
      'a version that is no number',
      broken(g => {
        g.version = 'two' as never
      }),
      /version is 4; this file says "two"/,
    ],
    [
      'a missing field',
      broken(g => {
        delete (g as Partial<Groove>).tempo
      }),
      /tempo: This field is missing/,
    ],
    [
      'a field there is not',
      broken(g => {
        g.colour = 'red'
      }),
      /“colour”: no such field/,
    ],
    [
      'a level of 9',
      broken(g => {
        g.parts[0]!.strokes[0]!.level = 9 as never
      }),
      /parts.0.strokes.0.level: A level is a whole number from 1 to 5/,
    ],
    [
      'a stroke outside the bars',
      broken(g => {
        g.parts[0]!.strokes[0]!.at = 20160
      }),
      /parts.0.strokes.0.at: .*beyond the bar, 20160 ticks/,
    ],
    [
      'an unknown stroke',
      broken(g => {
        g.parts[0]!.strokes[0]!.stroke = 'slap' as never
      }),
      /"slap" is no kind of stroke/,
    ],
    [
      'two strokes at one instant',
      broken(g => {
        g.parts[0]!.strokes[1]!.at = 0
      }),
      /two strokes at tick 0/,
    ],
    [
      'two parts of one id',
      broken(g => {
        g.parts[1]!.id = 'hat'
      }),
      /Two parts have the id “hat”/,
    ],
    [
      'groups that do not add up',
      broken(g => {
        g.bars[0]!.meter.groups = [2, 1]
      }),
      /groups of a meter add up/,
    ],
    [
      'slots for another meter',
      broken(g => {
        g.bars[0]!.slots = [4, 4]
      }),
      /has 4 felt beats, so slots holds 4 numbers, not 2/,
    ],
    [
      'slots that do not divide',
      JSON.stringify({ ...groove, parts: [], bars: [{ meter: meter(3, 16), slots: [8] }] }),
      /cannot be cut into 8 equal slots/,
    ],
    [
      'half a tick',
      broken(g => {
        g.parts[0]!.strokes[0]!.at = 0.5
      }),
      /whole number/,
    ],
    [
      'a length on a closed stroke',
      broken(g => {
        g.parts[0]!.strokes[0]!.openFor = 100
      }),
      /Only an open stroke has a length/,
    ],
  ])('refuses %s, naming the field', (_, text, reason) => {
    expect(readGrooveJson(text)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })
})

describe('MIDI', () => {
  const notes = (one: Groove) => {
    const file = parseMidi(writeGrooveMidi(one, DEFAULT_KIT))
    let now = 0
    return file.tracks[1]!.flatMap(event => {
      now += event.deltaTime
      return event.type === 'noteOn' || event.type === 'noteOff'
        ? [[now, event.type, event.noteNumber, event.velocity]]
        : []
    })
  }

  it('has exact ticks, General MIDI notes and a velocity for each level', () => {
    expect(notes(groove).filter(([, type]) => type === 'noteOn')).toEqual([
      [0, 'noteOn', 42, 72], // closed hat, plain
      [2520, 'noteOn', 42, 98], // strong
      [3780, 'noteOn', 40, 24], // rim shot, ghost
      [5040, 'noteOn', 40, 122], // accent
      [17640, 'noteOn', 46, 98], // open hat
    ])
  })

  it('lets an open hat last until it closes', () => {
    expect(notes(groove).find(([, type, note]) => type === 'noteOff' && note === 46)?.[0]).toBe(20160)
  })

  const starts = (one: Groove, kit = DEFAULT_KIT) => {
    let now = 0
    return parseMidi(writeGrooveMidi(one, kit)).tracks[1]!.flatMap(event => {
      now += event.deltaTime
      return event.type === 'noteOn' ? [[now, event.noteNumber]] : []
    })
  }
  const snare = (row: string, over: Partial<Groove['parts'][number]> = {}): Groove => ({
    ...groove,
    parts: [
      makePart({
        id: 'snare',
        name: 'Snare',
        limb: 'LH',
        strokes: rowStrokes(groove.bars, row, { piece: 'snare' }),
        ...over,
      }),
    ],
  })

  it('lets a flam on 1 sound before 1, in a bar of its own', () => {
    const [one] = snare('4...............').parts
    const flammed = starts({ ...groove, parts: [{ ...one!, strokes: [{ ...one!.strokes[0]!, ornament: 'flam' }] }] })
    expect(flammed).toHaveLength(2)
    expect(flammed[1]).toEqual([20160, 38])
    expect(flammed[0]![0]).toBeLessThan(20160)
    expect(flammed[0]![0]).toBeGreaterThan(20160 - 1260)
  })

  it('keeps a pick-up that comes once', () => {
    // The last eighth of the bar leads in, and is not struck again at the end.
    expect(starts({ ...snare('4.............3.'), pickUp: { ticks: 2520, repeats: false } })).toEqual([
      [20160 - 2520, 38],
      [20160, 38],
    ])
  })

  it('writes a cycle until it comes round', () => {
    // Three sixteenths against sixteen: after three bars, sixteen times.
    const cycling = snare('4..', { every: 3 * 1260, strokes: [{ at: 0, piece: 'snare', stroke: 'hit', level: 4 }] })
    expect(starts(cycling).map(([at]) => at)).toEqual(Array.from({ length: 16 }, (_, i) => i * 3780))
  })

  it('clicks dotted quarters in compound meters, and lets nothing ring past the bars', () => {
    const six: Groove = {
      ...groove,
      bars: makeBars(meter(6, 8), 1, 3),
      parts: [
        makePart({
          id: 'crash',
          name: 'Crash',
          limb: 'RH',
          strokes: [
            { at: 14000, piece: 'crash', stroke: 'hit', level: 4 },
            { at: 12600, piece: 'hi-hat', stroke: 'open', level: 4 },
          ],
        }),
      ],
    }
    expect(parseMidi(writeGrooveMidi(six, DEFAULT_KIT)).tracks[0]).toContainEqual(
      expect.objectContaining({ type: 'timeSignature', numerator: 6, denominator: 8, metronome: 36 }),
    )
    expect(Math.max(...notes(six).map(([at]) => at as number))).toBeLessThanOrEqual(15120)
  })

  it('sends foot pieces of the large kit as what they sound like', () => {
    const large = kitById('large')
    const noteFor = (id: string) => large.pieces.find(piece => piece.id === id)!.strokes[0]!.note
    expect(['foot cowbell', 'foot block', 'foot tambourine', 'foot claves', 'left bass pedal'].map(noteFor)).toEqual([
      56, 77, 54, 75, 35,
    ])
    // No hand clap, shaker or bell tree for a snare, a timbale's rim or a bell; the map has no second note for any of these.
    const notesFor = (id: string) => large.pieces.find(piece => piece.id === id)!.strokes.map(stroke => stroke.note)
    expect(['side snare', 'closed hats', 'second ride', 'high timbale', 'low timbale'].map(notesFor)).toEqual([
      [40, 40],
      [42],
      [59, 53],
      [65, 65],
      [66, 66],
    ])
  })

  it('carries tempo, meter and title', () => {
    const { header, tracks } = parseMidi(writeGrooveMidi(groove, DEFAULT_KIT))
    expect(header).toMatchObject({ format: 1, numTracks: 2, ticksPerBeat: 5040 })
    expect(tracks[0]).toMatchObject([
      { type: 'trackName', text: 'Wet Rope' },
      { type: 'setTempo', microsecondsPerBeat: 625000 },
      { type: 'timeSignature', numerator: 4, denominator: 4 },
      { type: 'endOfTrack', deltaTime: 20160 },
    ])
  })

  it('writes swing as it is heard', () => {
    const swung: Groove = { ...groove, feel: { swing: { level: '1/8', share: 2 / 3 }, push: {} } }
    expect(notes(swung).filter(([, type]) => type === 'noteOn')[1]![0]).toBe(3360)
  })

  it('ends every note it starts', { tags: ['law'] }, () => {
    fc.assert(
      fc.property(grooves, one => {
        const open = new Map<number, number>()
        for (const [, type, note] of notes(one) as [number, string, number, number][]) {
          open.set(note, (open.get(note) ?? 0) + (type === 'noteOn' ? 1 : -1))
        }
        for (const count of open.values()) expect(count).toBe(0)
      }),
    )
  })
})

it('names files plainly', () => {
  expect([fileName('Wet Rope (late)', 'mid'), fileName('Ñandú!', 'json'), fileName('…', 'json')]).toEqual([
    'wet-rope-late.mid',
    'nandu.json',
    'groove.json',
  ])
})

import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { type Groove, makeBars, makeGroove, makePart, rowStrokes, timeline } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { notate } from '#core/notation'
import { meter } from '#core/time'
import { drummed, grooves } from '../../test/arbitrary'
import { type Score, readMusicXml, writeMusicXml } from '.'
import { readXml } from './xml'

const read = (text: string | Uint8Array): Score => {
  const score = readMusicXml(typeof text === 'string' ? strToU8(text) : text, DEFAULT_KIT)
  if (!score.ok) throw new Error(score.reason)
  return score.value
}
const places = (score: Score) =>
  score.strokes.map(one => `${one.at} ${one.piece} ${one.stroke}${one.ornament ? ` ${one.ornament}` : ''} ${one.level}`)
const note = (step: string, octave: number, duration: number, more = '', before = '') =>
  `<note>${before}<unpitched><display-step>${step}</display-step><display-octave>${octave}</display-octave></unpitched><duration>${duration}</duration><voice>1</voice>${more}</note>`
const rest = (duration: number) => `<note><rest/><duration>${duration}</duration></note>`
const file = (...measures: string[]) =>
  `<?xml version="1.0"?><score-partwise version="3.1"><movement-title>Wet &amp; dry</movement-title><part-list><score-part id="P1"><part-name>Drumset</part-name></score-part></part-list><part id="P1">${measures.map((one, i) => `<measure number="${i + 1}">${i ? '' : '<attributes><divisions>2</divisions><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'}${one}</measure>`).join('')}</part></score-partwise>`

describe('files by other hands', () => {
  it('notes by where they stand and their heads; chords, voices, ties, ghosts, accents and grace notes', () => {
    const score = read(
      file(
        `${note('G', 5, 2, '<notehead>x</notehead>')}${note('C', 5, 2, '', '<chord/>')}${note('C', 5, 2, '<notehead parentheses="yes">normal</notehead>')}` +
          `<note><grace/><unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched></note>${note('C', 5, 2, '<notations><articulations><accent/></articulations></notations>')}` +
          `${note('C', 5, 2, '', '').replace('<voice>', '<tie type="stop"/><voice>')}<backup><duration>8</duration></backup>${note('F', 4, 4)}<forward><duration>2</duration></forward>${note('D', 4, 2, '<notehead>x</notehead>')}`,
      ),
    )
    expect(places(score)).toEqual([
      '0 hi-hat hit 3',
      '0 snare hit 3',
      '0 bass drum hit 3',
      '5040 snare hit 1',
      '10080 snare hit flam 5',
      '15120 hi-hat chick 3',
    ])
    expect(score.title).toBe('Wet & dry')
  })

  it('instruments by their names or MIDI notes', () => {
    const instruments =
      '<score-instrument id="a"><instrument-name>Closed Hi-Hat</instrument-name></score-instrument><score-instrument id="b"><instrument-name>Drum</instrument-name></score-instrument><midi-instrument id="b"><midi-unpitched>50</midi-unpitched></midi-instrument>'
    const score = read(
      file(
        `${note('B', 4, 4, '').replace('<voice>', '<instrument id="a"/><voice>')}${note('B', 4, 4, '').replace('<voice>', '<instrument id="b"/><voice>')}`,
      ).replace('</part-name>', `</part-name>${instruments}`),
    )
    expect(places(score)).toEqual(['0 hi-hat hit 3', '10080 crash hit 3'])
  })

  it('repeats and endings are played out; the tempo, swing and meters where they change', () => {
    const bar = (step: string, more = '') => `${more}${note(step, step === 'F' ? 4 : 5, 8)}`
    const score = read(
      file(
        bar(
          'C',
          '<direction><direction-type><metronome><beat-unit>quarter</beat-unit><per-minute>92</per-minute></metronome></direction-type><sound><swing><first>2</first><second>1</second><swing-type>eighth</swing-type></swing></sound></direction><barline><repeat direction="forward"/></barline>',
        ),
        `<barline><ending number="1" type="start"/></barline>${bar('F')}<barline><repeat direction="backward"/></barline>`,
        `<barline><ending number="2" type="start"/></barline>${bar('E')}`,
        `<attributes><time><beats>2+2+3</beats><beat-type>8</beat-type></time></attributes>${note('C', 5, 7)}`,
      ),
    )
    expect(score.strokes.map(one => `${one.at / 20160} ${one.piece}`)).toEqual([
      '0 snare',
      '1 bass drum',
      '2 snare',
      '3 high tom',
      '4 snare',
    ])
    expect(score.tempo).toEqual({ bpm: 92, counts: '1/4' })
    expect(score.swing).toEqual({ level: '1/8', share: 0.6667 })
    expect(score.bars[4]!.meter).toEqual(meter(7, 8, [2, 2, 3]))
  })

  it('time-wise, packed, and in UTF-16', () => {
    const timewise =
      '<score-timewise><part-list/><measure number="1"><part id="P1"><attributes><divisions>1</divisions></attributes><note><unpitched><display-step>C</display-step><display-octave>5</display-octave></unpitched><duration>1</duration></note></part></measure></score-timewise>'
    expect(places(read(timewise))).toEqual(['0 snare hit 3'])
    const mxl = zipSync({
      'META-INF/container.xml': strToU8(
        '<container><rootfiles><rootfile full-path="in/score.xml"/></rootfiles></container>',
      ),
      'a.xml': strToU8('<nothing/>'),
      'in/score.xml': strToU8(timewise),
    })
    expect(places(read(mxl))).toEqual(['0 snare hit 3'])
    const wide = Uint8Array.from([0xff, 0xfe, ...[...timewise].flatMap(letter => [letter.charCodeAt(0), 0])])
    expect(places(read(wide))).toEqual(['0 snare hit 3'])
  })

  it('a pick-up ends with its bar', () => {
    expect(places(read(file(note('C', 5, 2), note('F', 4, 8))))).toEqual(['15120 snare hit 3', '20160 bass drum hit 3'])
  })

  const bomb = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa">${'bcdefgh'
    .split('')
    .map((one, i) => `<!ENTITY ${one} "${`&${'abcdefg'[i]};`.repeat(10)}">`)
    .join('')}]><score-partwise><work><work-title>&h;</work-title></work></score-partwise>`
  it.each([
    ['no XML', 'hello', /damaged|empty|no MusicXML/],
    ['some other XML', '<svg/>', /begins with “svg”/],
    [
      'pitched notes alone',
      file('<note><pitch><step>C</step><octave>4</octave></pitch><duration>8</duration></note>'),
      /no drums/,
    ],
    ['an entity bomb', bomb, /no drums|damaged/],
    ['very deep', `<score-partwise>${'<part>'.repeat(20_000)}`, /damaged|no drums/],
    ['a zip bomb', zipSync({ 'a.xml': new Uint8Array(80 * 1024 * 1024) }), /would be more than 64 MB/],
    ['a damaged zip', Uint8Array.from([0x50, 0x4b, 3, 4, 1, 2, 3]), /damaged|holds no/],
  ])('%s is answered with a sentence', (_, bytes, reason) => {
    const answer = readMusicXml(typeof bytes === 'string' ? strToU8(bytes) : bytes, DEFAULT_KIT)
    expect(answer).toMatchObject({ ok: false, reason: expect.stringMatching(reason) })
  })

  it('no damage makes it fall over: cut off at every letter, and letters changed at random', { tags: ['law'] }, () => {
    const whole = file(`${note('G', 5, 2, '<notehead>x</notehead>')}${rest(6)}`)
    const answers = (text: string) => {
      const answer = readMusicXml(strToU8(text), DEFAULT_KIT)
      expect(answer.ok || answer.reason.length > 10).toBe(true)
    }
    for (let end = 0; end <= whole.length; end += 3) answers(whole.slice(0, end))
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length - 1), fc.constantFrom('<', '>', '/', '&', '"', '9', 'x', '-')), {
          minLength: 1,
          maxLength: 6,
        }),
        changes => {
          const letters = [...whole]
          for (const [at, letter] of changes) letters[at] = letter
          answers(letters.join(''))
        },
      ),
    )
  })
})

describe('what is written is read back', () => {
  it('beams of every order, and one rest in an empty bar of sevens', () => {
    const bars = makeBars(meter(4, 4), 1, 8)
    const beams = (row: string) => {
      const part = makePart({ id: 'h', name: 'H', limb: 'RH', strokes: rowStrokes(bars, row, { piece: 'hi-hat' }) })
      const text = writeMusicXml(makeGroove({ id: 'g', title: 'G', bars, parts: [part] }), DEFAULT_KIT)
      return text
        .split('</note>')
        .map(note => [...note.matchAll(/<beam number="\d">([\w ]+)</g)].map(one => one[1]!.slice(0, 5)).join('+'))
        .filter(Boolean)
    }
    // An eighth and two sixteenths; a dotted eighth and a sixteenth; a sixteenth and a dotted eighth; thirty-seconds to end.
    expect(beams('3...3.3. 3.....3. 3.3..... 3...3.33')).toEqual([
      ...['begin', 'conti+begin', 'end+end'],
      ...['begin', 'end+backw'],
      ...['begin+forwa', 'end'],
      ...['begin', 'conti+begin', 'conti+conti+begin', 'end+end+end'],
    ])
    const sevens = makeBars(meter(7, 8, [2, 2, 3]), 2, [2, 2, 3])
    const bass = makePart({
      id: 'b',
      name: 'B',
      limb: 'RF',
      strokes: [{ at: 0, piece: 'bass drum', stroke: 'hit', level: 4 }],
    })
    const text = writeMusicXml(makeGroove({ id: 'g', title: 'G', bars: sevens, parts: [bass] }), DEFAULT_KIT)
    expect(text.match(/<rest measure="yes"\/><duration>17640<\/duration>/g)).toHaveLength(3)
  })
  it('a bar by hand: two voices that fill it, instruments, ghost and accent', () => {
    const bars = makeBars(meter(4, 4), 1, 4)
    const groove = makeGroove({
      id: 'g',
      title: 'Wet <Rope>',
      bars,
      parts: [
        makePart({
          id: 'h',
          name: 'H',
          limb: 'RH',
          strokes: rowStrokes(bars, '3.3. 3.3. 3.3. 3.3.', { piece: 'hi-hat' }),
        }),
        makePart({
          id: 's',
          name: 'S',
          limb: 'LH',
          strokes: rowStrokes(bars, '.... 5..1 .... 5...', { piece: 'snare' }),
        }),
        makePart({
          id: 'b',
          name: 'B',
          limb: 'RF',
          strokes: rowStrokes(bars, '4... .... 4... ....', { piece: 'bass drum' }),
        }),
      ],
    })
    const text = writeMusicXml(groove, DEFAULT_KIT)
    expect(text).toContain('<work-title>Wet &lt;Rope&gt;</work-title>')
    expect(text.match(/<notehead parentheses="yes">/g)).toHaveLength(1)
    expect(text.match(/<accent\/>/g)).toHaveLength(2)
    const root = readXml(text, 'file')
    const measure = root.ok ? root.value.children.find(one => one.name === 'part')!.children[0]! : undefined
    const length = (voice: string) =>
      measure!.children
        .filter(
          one =>
            one.name === 'note' &&
            one.children.some(child => child.name === 'voice' && child.text === voice) &&
            !one.children.some(child => child.name === 'chord' || child.name === 'grace'),
        )
        .reduce((sum, one) => sum + Number(one.children.find(child => child.name === 'duration')!.text), 0)
    expect([length('1'), length('2')]).toEqual([20160, 20160])
  })

  it.each([
    ['plain', grooves],
    ['drummers’', drummed],
  ])('places, pieces, strokes, ornaments, openings, levels and limbs: %s grooves', { tags: ['law'] }, (_, some) => {
    fc.assert(
      fc.property(some, any => {
        const one: Groove = {
          ...any,
          pickUp: null,
          guides: [],
          parts: any.parts.filter(part => !part.muted && !part.every).map(part => ({ ...part, pickUp: null })),
        }
        const strokes = timeline(one, DEFAULT_KIT)
        // Each stroke is one the kit has, and a piece is struck once at an instant; what no cut of a beat holds is moved to a sixty-fourth.
        fc.pre(
          strokes.length > 0 &&
            strokes.every(stroke =>
              stroke.piece?.strokes.some(
                known => known.kind === stroke.stroke && (known.by === 'hand') === stroke.limb.endsWith('H'),
              ),
            ) &&
            new Set(strokes.map(stroke => `${stroke.at} ${stroke.pieceId} ${stroke.limb}`)).size === strokes.length,
        )
        fc.pre(
          notate(one, DEFAULT_KIT).bars.every(bar =>
            [bar.hands, bar.feet].every(voice =>
              voice.entries.every(entry => !entry.heads.length || Number.isInteger(entry.at)),
            ),
          ),
        )
        const back = read(writeMusicXml(one, DEFAULT_KIT))
        const told = (
          list: readonly {
            at: number
            piece: string
            stroke: string
            level: number
            ornament?: string | undefined
            limb?: string | undefined
            openFor?: number | undefined
          }[],
        ) =>
          list
            .map(stroke =>
              [
                stroke.at,
                stroke.piece,
                stroke.stroke,
                stroke.ornament ?? '',
                stroke.level,
                stroke.limb,
                stroke.openFor ?? '',
              ].join(' '),
            )
            .sort()
        expect(told(back.strokes)).toEqual(
          told(
            strokes.map(({ at, pieceId, stroke, level, ornament, limb, openFor }) => ({
              at,
              piece: pieceId,
              stroke,
              level,
              ornament,
              limb,
              openFor,
            })),
          ),
        )
        expect(back.bars.map(bar => bar.meter)).toEqual(one.bars.map(bar => bar.meter))
        expect(back.tempo).toEqual({ ...one.tempo })
      }),
      { numRuns: 40 },
    )
  })
})

import { type Groove, partOf } from '#core/groove'
import { type Head, type Kit, LEVEL_VELOCITIES, type Limb, STROKE_NAMES, noteOf, pieceOf } from '#core/kit'
import { type Entry, type NoteHead, type Voice, clefNote, notate, ticksOf } from '#core/notation'
import { present } from '#core/present'
import { type Meter, TICKS_PER_QUARTER, convertTempo } from '#core/time'
import { escaped } from './xml'

const HEADS: Record<Head, string> = {
  filled: 'normal',
  x: 'x',
  'circled x': 'circle-x',
  diamond: 'diamond',
  slash: 'slashed',
  triangle: 'triangle',
}
const TYPES: Record<number, string> = {
  1: 'whole',
  2: 'half',
  4: 'quarter',
  8: 'eighth',
  16: '16th',
  32: '32nd',
  64: '64th',
  128: '128th',
  256: '256th',
}
const BEATS: Record<string, string> = { '1/2': 'half', '1/4': 'quarter', '1/8': 'eighth', '1/16': '16th' }
const GRACES: Record<string, number> = { flam: 1, drag: 2, ruff: 3 }

/** One stroke of a note: what it is struck on and how, by whom, how hard. */
interface Stroke {
  piece: string
  stroke: string
  limb: Limb
  level: 1 | 2 | 3 | 4 | 5
  openFor: number | undefined
  ornament: string | undefined
}

/** How a piece and a stroke are called as an instrument: `'Snare, rim shot'`. @internal */
const instrumentName = (piece: string, stroke: string): string =>
  `${piece}, ${STROKE_NAMES[stroke as keyof typeof STROKE_NAMES] ?? stroke}`

/**
 * A groove as a MusicXML 4 file, part-wise: the staff as it is drawn, hands and feet in two voices, tuplets, beams, grace notes, ghosts,
 * accents and openings. Each piece and stroke is its own instrument, levels are the notes’ dynamics, and limbs are technical
 * marks, so that `readMusicXml` reads the same strokes back. Swing is written as playback and in words.
 * @example writeMusicXml(groove, kit).includes('<unpitched>') // => true
 */
export function writeMusicXml(groove: Groove, kit: Kit): string {
  const { pickUp, bars, words } = notate(groove, kit)
  const instruments = new Map<string, { id: string; piece: string; stroke: string }>()
  const strokeOf = ({ partId, at }: { partId: string; at: number }): Stroke | undefined => {
    const part = partOf(groove, partId)
    const found = part?.strokes.find(one => one.at === at)
    return (
      part &&
      found && {
        piece: found.piece,
        stroke: found.stroke,
        limb: part.limb,
        level: found.level,
        openFor: found.openFor,
        ornament: found.ornament,
      }
    )
  }
  const instrument = ({ piece, stroke }: Stroke): string => {
    const key = instrumentName(piece, stroke)
    const known = instruments.get(key) ?? { id: `P1-I${instruments.size + 1}`, piece, stroke }
    instruments.set(key, known)
    return known.id
  }
  const length = (meter: Meter) => (meter.count * TICKS_PER_QUARTER * 4) / meter.unit
  // What is picked up is a separate measure, as long as its notes; a reader counts from the next.
  const early = pickUp ? [{ bar: pickUp, at: 'number="0" implicit="yes"', ticks: lengthOf(pickUp.hands) }] : []
  const measures = [
    ...early,
    ...bars.map((bar, b) => ({ bar, at: `number="${b + 1}"`, ticks: length(bar.meter) })),
  ].map(
    ({ bar, at, ticks }, b) => `    <measure ${at}>
${b === 0 || bar.showMeter ? attributes(bar.meter, b === 0) : ''}${b === 0 ? direction(groove, words) : ''}${voiceXml(bar.hands, 1, strokeOf, instrument)}      <backup><duration>${ticks}</duration></backup>
${voiceXml(bar.feet, 2, strokeOf, instrument)}    </measure>`,
  )
  const list = [...instruments.values()]
  const midi = (piece: string, stroke: string) => {
    const there = pieceOf(kit, piece)
    return there ? noteOf(there, stroke as Parameters<typeof noteOf>[1]) + 1 : 39
  }
  return `<?xml version="1.0" encoding="UTF-8"?>
<score-partwise version="4.0">
  <work><work-title>${escaped(groove.title)}</work-title></work>
  <identification><encoding><software>Bazzet</software></encoding></identification>
  <part-list>
    <score-part id="P1">
      <part-name>Drums</part-name>
${list.map(one => `      <score-instrument id="${one.id}"><instrument-name>${escaped(instrumentName(one.piece, one.stroke))}</instrument-name></score-instrument>`).join('\n')}
${list.map(one => `      <midi-instrument id="${one.id}"><midi-channel>10</midi-channel><midi-unpitched>${midi(one.piece, one.stroke)}</midi-unpitched></midi-instrument>`).join('\n')}
    </score-part>
  </part-list>
  <part id="P1">
${measures.join('\n')}
  </part>
</score-partwise>
`
}

function attributes({ count, unit, groups }: Meter, first: boolean): string {
  const beats = groups.length > 1 && groups.some(group => group !== groups[0]) ? groups.join('+') : String(count)
  return `      <attributes>${first ? `<divisions>${TICKS_PER_QUARTER}</divisions>` : ''}<time><beats>${beats}</beats><beat-type>${unit}</beat-type></time>${first ? '<clef><sign>percussion</sign></clef>' : ''}</attributes>\n`
}

/** The tempo as a figure and for playback, and swing in both ways. */
function direction({ tempo, feel: { swing } }: Groove, words: string): string {
  const [value, dotted] = [BEATS[tempo.counts.replace('.', '')]!, tempo.counts.endsWith('.')]
  const share = swing && Math.round(swing.share * 1000)
  const playback = swing
    ? `<swing><first>${share}</first><second>${1000 - share!}</second><swing-type>${swing.level === '1/8' ? 'eighth' : '16th'}</swing-type></swing>`
    : ''
  return `      <direction placement="above"><direction-type><metronome><beat-unit>${value}</beat-unit>${dotted ? '<beat-unit-dot/>' : ''}<per-minute>${tempo.bpm}</per-minute></metronome></direction-type>${words ? `<direction-type><words>${escaped(words)}</words></direction-type>` : ''}<sound tempo="${Number(convertTempo(tempo, '1/4').bpm.toFixed(4))}">${playback}</sound></direction>\n`
}

/** How long one entry of a voice lasts, in ticks: in a tuplet less than it is written. */
function entryTicks({ entries, tuplets }: Voice, i: number): number {
  const tuplet = tuplets.find(one => i >= one.from && i <= one.to)
  return (entries[i]!.fills ?? ticksOf(entries[i]!)) * (tuplet ? tuplet.den / tuplet.num : 1)
}
const lengthOf = (voice: Voice): number => voice.entries.reduce((sum, _, i) => sum + entryTicks(voice, i), 0)

type Find = (of: { partId: string; at: number }) => Stroke | undefined

/** How many beams a note of a value has: one from the eighth on. */
const beamsOf = ({ value }: Entry): number => Math.max(0, Math.log2(value) - 2)

/** The beams of one note of those under a beam: each goes on where its neighbour has as many; a shorter note alone has a hook towards the others. */
const beamsXml = (group: readonly Entry[], i: number): string =>
  Array.from({ length: beamsOf(group[i]!) }, (_, n) => {
    const has = (at: number) => !!group[at] && beamsOf(group[at]) > n
    const [before, after] = [has(i - 1), has(i + 1)]
    const hook = i === 0 ? 'forward hook' : 'backward hook'
    return `<beam number="${n + 1}">${before && after ? 'continue' : after ? 'begin' : before ? 'end' : hook}</beam>`
  }).join('')

function voiceXml(written: Voice, voice: number, strokeOf: Find, instrument: (stroke: Stroke) => string): string {
  const { entries, tuplets, beams } = written
  return entries
    .map((entry, i) => {
      const tuplet = tuplets.find(one => i >= one.from && i <= one.to)
      const length = entryTicks(written, i)
      const facts = `<voice>${voice}</voice><type>${TYPES[entry.value]}</type>${entry.dots ? '<dot/>' : ''}${tuplet ? `<time-modification><actual-notes>${tuplet.num}</actual-notes><normal-notes>${tuplet.den}</normal-notes></time-modification>` : ''}`
      const marks = tuplet
        ? `${i === tuplet.from ? '<tuplet type="start"/>' : ''}${i === tuplet.to ? '<tuplet type="stop"/>' : ''}`
        : ''
      if (entry.fills)
        return `      <note><rest measure="yes"/><duration>${length}</duration><voice>${voice}</voice></note>\n`
      if (!entry.heads.length)
        return `      <note><rest/><duration>${length}</duration>${facts}${marks ? `<notations>${marks}</notations>` : ''}</note>\n`
      const beam = beams.find(one => i >= one.from && i <= one.to)
      const beamed = beam ? beamsXml(entries.slice(beam.from, beam.to + 1), i - beam.from) : ''
      const struck = entry.heads.flatMap(head =>
        head.strokes.flatMap(one => (strokeOf(one) ? [{ head, stroke: present(strokeOf(one), 'stroke') }] : [])),
      )
      const graces = struck.map(({ head, stroke }) => grace(head, stroke, voice, instrument)).join('')
      return (
        graces +
        struck
          .map(
            ({ head, stroke }, n) =>
              `      <note dynamics="${Math.round((LEVEL_VELOCITIES[stroke.level] / 0.9) * 100) / 100}">${n ? '<chord/>' : ''}${unpitched(head)}<duration>${length}</duration><instrument id="${instrument(stroke)}"/>${facts}<stem>${voice === 1 ? 'up' : 'down'}</stem>${notehead(head)}${n ? '' : beamed}${notations(entry, stroke, n ? '' : marks)}</note>\n`,
          )
          .join('')
      )
    })
    .join('')
}

const unpitched = ({ place }: NoteHead): string => {
  const { step, octave } = clefNote(place)
  return `<unpitched><display-step>${step}</display-step><display-octave>${octave}</display-octave></unpitched>`
}
const notehead = ({ head, slashed, ghost }: NoteHead): string => {
  const shape = HEADS[slashed ? 'slash' : head]
  return shape === 'normal' && !ghost ? '' : `<notehead${ghost ? ' parentheses="yes"' : ''}>${shape}</notehead>`
}

/** The small notes before a flam, a drag or a ruff. */
const grace = (head: NoteHead, stroke: Stroke, voice: number, instrument: (stroke: Stroke) => string): string =>
  Array.from(
    { length: GRACES[stroke.ornament ?? ''] ?? 0 },
    () =>
      `      <note><grace/>${unpitched(head)}<instrument id="${instrument(stroke)}"/><voice>${voice}</voice><type>16th</type>${notehead(head)}</note>\n`,
  ).join('')

/** How far hats are apart, in the signs that the format has and in our own words. */
const HAT_SIGNS: Readonly<Record<string, string>> = {
  open: '<open/>',
  'half open': '<half-muted/><other-technical>half open</other-technical>',
  loose: '<other-technical>loose</other-technical>',
  tight: '<stopped/><other-technical>tight</other-technical>',
}

function notations(entry: Entry, stroke: Stroke, tuplet: string): string {
  const ornaments =
    stroke.ornament === 'double'
      ? '<tremolo type="single">1</tremolo>'
      : stroke.stroke === 'buzz'
        ? '<tremolo type="unmeasured">0</tremolo>'
        : ''
  const technical = `${HAT_SIGNS[stroke.stroke] ?? (entry.hat === 'closed' && stroke.piece === 'hi-hat' ? '<stopped/>' : '')}<other-technical>${stroke.limb}</other-technical>${stroke.openFor ? `<other-technical>open for ${stroke.openFor}</other-technical>` : ''}`
  const articulations = `${entry.accent && stroke.level >= 4 ? '<accent/>' : ''}${stroke.ornament === 'choke' ? '<other-articulation>choke</other-articulation>' : ''}`
  return `<notations>${tuplet}${ornaments ? `<ornaments>${ornaments}</ornaments>` : ''}<technical>${technical}</technical>${articulations ? `<articulations>${articulations}</articulations>` : ''}</notations>`
}

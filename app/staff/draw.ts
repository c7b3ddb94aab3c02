import {
  type Entry,
  type Geometry,
  type Notation,
  type NotationBar,
  type NoteHead,
  type Voice as WrittenVoice,
  clefNote,
} from '#core/notation'
import { present } from '#core/present'
import { sayNoteValue } from '#core/time'
import { noteShapes } from './glyph'

/** How far hats are apart, as the engraver writes it: an open circle, one halved, one halved twice, and a plus. */
const HAT_SIGNS = { open: 'ah', 'half open': '\uE7F7', loose: '\uE7F6', closed: 'a+' } as const

type Vex = typeof import('vexflow/bravura')
type Note = InstanceType<Vex['StaveNote']>

/** What is shown under the notes. */
interface StaffOptions {
  width: number
  counts: boolean
  sticking: boolean
  scale?: number
  /** Bars to a line where there is room; as many as fit without it. */ perLine?: number
  marks?: readonly StaffMark[]
  /** Lanes over it: one system as wide as they are, each bar and note under its slot. */ along?: Geometry
}
/** What is around a bar of a form: its number, repeat signs, how often it is played, and what sets it apart. */
export interface StaffMark {
  number: number
  begins: boolean
  times: number
  says: string
}
/** A note as it is now in the picture: each head’s height in the picture’s own measure, and the strokes behind it. */
interface DrawnNote {
  element: SVGElement
  heads: { y: number; strokes: NoteHead['strokes'] }[]
}

let loading: Promise<Vex> | undefined
/** The engraver and its music font: over a megabyte, fetched when the first staff is shown. */
async function engraver(): Promise<Vex> {
  loading ??= import('vexflow/bravura').then(async vex => {
    await document.fonts.load('30px Bravura')
    return vex
  })
  return loading
}

/** A place on the staff as the engraver names it: the middle line is `'b/4'`. */
function keyOf(place: number): string {
  const { step, octave } = clefNote(place)
  return `${step.toLowerCase()}/${octave}`
}

const HEAD_CODES = { filled: '', x: '/x2', 'circled x': '/x3', diamond: '/d2', slash: '', triangle: '/t2' } as const
const DURATIONS: Record<number, string> = { 1: 'w', 2: 'h', 4: 'q' }
const SYSTEM = {
  above: 46,
  tuplet: 16,
  marks: 24,
  stacked: 14,
  below: 14,
  staff: 146,
  row: 16,
  clef: 46,
  meter: 26,
  bar: 18,
} as const

/** Under lanes there is no tempo over the staff, and no second system below it. */
const UNDER = { above: 36, staff: 132 } as const

/** Whether a note has two signs over each other: an accent above an open hat or a choke. */
const isStacked = ({ accent, hat, ornament }: Entry): boolean => !!accent && (!!hat || ornament === 'choke')

/** One voice of a bar, made into the engraver's notes. */
interface Engraved {
  written: WrittenVoice
  notes: Note[]
  voice: InstanceType<Vex['Voice']>
  beams: InstanceType<Vex['Beam']>[]
  tuplets: InstanceType<Vex['Tuplet']>[]
}

function engraveNote(vex: Vex, entry: Entry, up: boolean): Note {
  const rest = !entry.heads.length
  const keys = rest ? [up ? 'd/5' : 'f/4'] : entry.heads.map(head => keyOf(head.place) + HEAD_CODES[head.head])
  const duration = `${DURATIONS[entry.value] ?? entry.value}${'d'.repeat(entry.dots)}${rest ? 'r' : ''}`
  const note = new vex.StaveNote({ keys, duration, stemDirection: up ? 1 : -1, clef: 'percussion' })
  if (entry.dots) vex.Dot.buildAndAttach([note], { all: true })
  if (rest) return note
  const beyond = up ? vex.ModifierPosition.ABOVE : vex.ModifierPosition.BELOW
  entry.heads.forEach((head, i) => {
    if (!head.ghost) return
    note.addModifier(new vex.Parenthesis(vex.ModifierPosition.LEFT), i)
    note.addModifier(new vex.Parenthesis(vex.ModifierPosition.RIGHT), i)
  })
  if (entry.hat) note.addModifier(new vex.Articulation(HAT_SIGNS[entry.hat]).setPosition(beyond), 0)
  if (entry.accent) note.addModifier(new vex.Articulation('a>').setPosition(beyond), 0)
  const graces = { flam: 1, drag: 2, ruff: 3, double: 0, choke: 0 }[entry.ornament ?? 'choke']
  if (graces) {
    const small = Array.from(
      { length: graces },
      () =>
        new vex.GraceNote({
          keys: [keys[entry.graced ?? keys.length - 1]!],
          duration: graces > 1 ? '16' : '8',
          slash: graces === 1,
          stemDirection: up ? 1 : -1,
        }),
    )
    const group = new vex.GraceNoteGroup(small, false)
    note.addModifier(graces > 1 ? group.beamNotes() : group, 0)
  }
  if (entry.ornament === 'double') note.addModifier(new vex.Tremolo(1), 0)
  if (entry.ornament === 'choke')
    note.addModifier(
      new vex.Annotation('choke')
        .setVerticalJustification(vex.AnnotationVerticalJustify.TOP)
        .setFont('Instrument Sans Variable', 9),
      0,
    )
  return note
}

/** The rest of a whole bar lasts as long as the bar, whatever it is written as. */
const barRest = (vex: Vex, { meter }: NotationBar, up: boolean): Note =>
  new vex.StaveNote({
    keys: [up ? 'd/5' : 'f/4'],
    duration: '1r',
    durationOverride: new vex.Fraction(meter.count, meter.unit),
    clef: 'percussion',
  })

function engrave(vex: Vex, bar: NotationBar, written: WrittenVoice, up: boolean): Engraved {
  const notes = written.entries.map(entry => (entry.fills ? barRest(vex, bar, up) : engraveNote(vex, entry, up)))
  const beams = written.beams.map(({ from, to }) => new vex.Beam(notes.slice(from, to + 1)))
  const beamed = (from: number, to: number) => written.beams.some(beam => beam.from === from && beam.to === to)
  const tuplets = written.tuplets.map(
    ({ from, to, num, den }) =>
      new vex.Tuplet(notes.slice(from, to + 1), {
        numNotes: num,
        notesOccupied: den,
        location: up ? 1 : -1,
        bracketed: !beamed(from, to),
        ratioed: false,
      }),
  )
  const voice = new vex.Voice({ numBeats: bar.meter.count, beatValue: bar.meter.unit })
    .setMode(vex.VoiceMode.SOFT)
    .addTickables(notes)
  return { written, notes, voice, beams, tuplets }
}

/**
 * Draws notation into an element, in as many systems as the width asks for, and answers where each note came to be.
 * What was there before goes. Undefined where another drawing of the same element began in the meantime.
 */
export async function drawStaff(
  host: HTMLElement,
  notation: Notation,
  { width, counts, sticking, scale = 1, perLine = 0, marks = [], along }: StaffOptions,
): Promise<DrawnNote[] | undefined> {
  const turn = String(Number(host.dataset.turn ?? 0) + 1)
  host.dataset.turn = turn
  const vex = await engraver()
  if (host.dataset.turn !== turn) return undefined
  // Lanes that are a frame ahead have other bars: the next drawing is theirs.
  if (along && (along.bars.length !== notation.bars.length || (notation.pickUp && !along.lead))) return undefined
  const { Formatter, Renderer, Stave } = vex
  const inside = along ? Number.MAX_SAFE_INTEGER : width / scale - 2
  const early = notation.pickUp ? [notation.pickUp] : []
  const bars = [...early, ...notation.bars].map((bar, n) => {
    const index = n - early.length
    const voices = [engrave(vex, bar, bar.hands, true), engrave(vex, bar, bar.feet, false)].filter((one, i) =>
      i === 0 ? !one.written.silent || bar.feet.silent : !one.written.silent,
    )
    const formatter = new Formatter().joinVoices(voices.map(one => one.voice))
    const least =
      formatter.preCalculateMinTotalWidth(voices.map(one => one.voice)) +
      SYSTEM.bar +
      (bar.showMeter ? SYSTEM.meter : 0) +
      (marks[index]?.begins ? SYSTEM.bar : 0)
    const place = along && placeOf(along, index)
    return { bar, voices, formatter, least, mark: marks[index], place }
  })
  const systems: (typeof bars)[] = []
  let taken = Infinity
  for (const one of bars) {
    if (taken + one.least > inside || (perLine > 0 && systems.at(-1)?.length === perLine)) {
      systems.push([])
      taken = SYSTEM.clef
    }
    systems.at(-1)!.push(one)
    taken += one.least
  }
  const rows = Number(counts) + Number(sticking)
  // The figure of a tuplet is over the accents over the beams.
  const above =
    (along ? UNDER.above : SYSTEM.above) +
    (bars.some(({ voices }) => voices.some(one => one.written.tuplets.length)) ? SYSTEM.tuplet : 0) +
    (bars.some(({ bar }) => bar.hands.entries.some(isStacked)) ? SYSTEM.stacked : 0) +
    (marks.length ? SYSTEM.marks : 0)
  // That of the feet's is under their stems, and the counts under it.
  const below = bars.some(({ bar }) => bar.feet.tuplets.length) ? SYSTEM.below : 0
  const staff = (along ? UNDER.staff : SYSTEM.staff) + below
  const height = staff + above - SYSTEM.above + rows * SYSTEM.row
  const holder = document.createElement('div')
  const renderer = new Renderer(holder, Renderer.Backends.SVG)
  const wide = along ? along.width : width
  renderer.resize(wide, (above + systems.length * height) * scale)
  const context = renderer.getContext()
  context.scale(scale, scale)
  const svg = present(holder.querySelector('svg'), 'picture')
  svg.setAttribute('viewBox', `0 0 ${wide / scale} ${above + systems.length * height}`)
  const engraved: { note: Note; heads: DrawnNote['heads'] }[] = []
  const text = (x: number, y: number, words: string, bold: boolean, size = 12, anchor = 'middle') => {
    const el = document.createElementNS('http://www.w3.org/2000/svg', 'text')
    Object.entries({
      x: x,
      y: y,
      'text-anchor': anchor,
      'font-size': size,
      'font-weight': bold ? 700 : 400,
      'font-family': 'var(--font-display)',
      fill: 'currentColor',
      stroke: 'none',
    }).forEach(([key, value]) => el.setAttribute(key, String(value)))
    el.textContent = words
    svg.append(el)
  }
  systems.forEach((system, s) => {
    const top = above - 8 + s * height
    const spare = inside - SYSTEM.clef - system.reduce((sum, one) => sum + one.least, 0)
    // A last system of fewer bars than the others keeps their spacing and ends where it ends.
    const stretch =
      s > 0 && system.length < systems[0]!.length ? Math.min(spare / system.length, 30) : spare / system.length
    let x = 1
    system.forEach(({ bar, voices, formatter, least, mark, place }, i) => {
      const first = i === 0 ? SYSTEM.clef + (place && bar.showMeter ? SYSTEM.meter : 0) : 0
      const own = place ? place.to - place.from + first : least + stretch + first
      if (place) x = place.from - first
      const stave = new Stave(x, top, own)
      if (i === 0) stave.addClef('percussion')
      if (bar.showMeter) stave.addTimeSignature(`${bar.meter.count}/${bar.meter.unit}`)
      if (mark?.begins) stave.setBegBarType(vex.BarlineType.REPEAT_BEGIN)
      if (mark && mark.times > 1) stave.setEndBarType(vex.BarlineType.REPEAT_END)
      stave.setContext(context).draw()
      // Numbers and endings are over the system, clear of stems and accents, and no longer than their bar.
      const size = Math.max(12, 8.5 / scale)
      const room = Math.floor((own - (mark && mark.times > 1 ? 40 : 8)) / (size * 0.58))
      const label = mark ? [String(mark.number), mark.says].filter(Boolean).join('  ') : ''
      if (label)
        text(x + 2, top - 34, label.length > room ? `${label.slice(0, room - 1)}…` : label, true, size, 'start')
      if (mark && mark.times > 1) text(x + own - 4, top - 34, `× ${mark.times}`, true, size, 'end')
      formatter.format(
        voices.map(one => one.voice),
        stave.getNoteEndX() - stave.getNoteStartX() - 12,
      )
      if (place) standUnder(place.xOf, voices, stave)
      const places = new Map<number, number>()
      for (const { voice, beams, tuplets, notes, written } of voices) {
        // Stems get their length from the beams, once heads have their heights; accents are over stems only if they have it by now.
        notes.forEach(note => note.setStave(stave))
        beams.forEach(beam => beam.postFormat())
        voice.draw(context, stave)
        beams.forEach(beam => beam.setContext(context).draw())
        tuplets.forEach(tuplet => tuplet.setContext(context).draw())
        notes.forEach((note, n) => {
          const entry = written.entries[n]!
          if (!entry.heads.length) return
          const centre = note.getAbsoluteX() + 6
          places.set(entry.at, centre)
          entry.heads.forEach((head, h) => {
            if (head.slashed) slash(svg, centre, note.getYs()[h]!)
          })
          if (entry.buzz)
            text(note.getStemX(), (note.getStemExtents().topY + note.getStemExtents().baseY) / 2 + 4, 'z', true, 13)
          engraved.push({ note, heads: entry.heads.map((head, h) => ({ y: note.getYs()[h]!, strokes: head.strokes })) })
        })
      }
      for (const count of bar.counts) {
        const at = places.get(count.at)
        if (at === undefined) continue
        if (counts) text(at, top + staff - 2, count.word, count.onBeat)
        if (sticking) text(at, top + staff - 2 + (counts ? SYSTEM.row : 0), count.sticking, false)
      }
      x += own
    })
  })
  if (!along) tempoMark(svg, notation)
  host.replaceChildren(svg)
  // The engraver finds its elements in the document, so only now.
  return engraved.flatMap(({ note, heads }) => {
    const element = note.getSVGElement()
    return element ? [{ element, heads }] : []
  })
}

/** Where a bar of the lanes begins and ends, and where its ticks are; −1 is the bar that is picked up in. */
function placeOf({ bars, lead, scale, width, xOf }: Geometry, index: number): BarPlace {
  const next = bars[index + 1]
  const from = index < 0 ? present(lead, 'pick-up').beds[0]!.x : bars[index]!.x
  return {
    from: from - scale.barGap / 2,
    to: next ? next.x - scale.barGap / 2 : width - 1,
    xOf: index < 0 ? tick => xOf(tick - present(lead, 'pick-up').ticks) : xOf,
  }
}
interface BarPlace {
  from: number
  to: number
  xOf(tick: number): number
}

/** The middle of a note's head, from its left edge. */
const HEAD = 6
/** Moves what the engraver has spaced by its own rules to where the lanes have it. */
function standUnder(xOf: BarPlace['xOf'], voices: readonly Engraved[], stave: InstanceType<Vex['Stave']>): void {
  for (const { notes, written } of voices)
    notes.forEach((note, n) => {
      const context = note.setStave(stave).checkTickContext()
      context.setX(context.getX() + xOf(written.entries[n]!.at) - HEAD - note.getAbsoluteX())
    })
}

/** The tempo as a note and a figure, and the swing in words, over the first bar. */
function tempoMark(svg: SVGElement, { tempo, words }: Notation): void {
  const add = (parent: SVGElement, tag: string, is: Record<string, string | number>): SVGElement => {
    const el = document.createElementNS('http://www.w3.org/2000/svg', tag)
    Object.entries(is).forEach(([key, value]) => el.setAttribute(key, String(value)))
    parent.append(el)
    return el
  }
  const note = add(svg, 'g', {
    transform: 'translate(0 -2) scale(0.8)',
    role: 'img',
    'aria-label': sayNoteValue(tempo.counts),
  })
  for (const shape of noteShapes(tempo.counts)) add(note, shape.tag, shape.is)
  const text = add(svg, 'text', {
    x: 15,
    y: 12,
    'font-size': 12.5,
    'font-family': 'var(--font-display)',
    fill: 'currentColor',
    stroke: 'none',
  })
  text.textContent = [`= ${tempo.bpm}`, ...(words ? [words] : [])].join(' · ')
}

/** The stroke through the head of a rim shot. */
function slash(svg: SVGElement, x: number, y: number): void {
  const line = document.createElementNS('http://www.w3.org/2000/svg', 'path')
  line.setAttribute('d', `M${x - 8} ${y + 8}L${x + 8} ${y - 8}`)
  line.setAttribute('stroke', 'currentColor')
  line.setAttribute('stroke-width', '1.6')
  svg.append(line)
}

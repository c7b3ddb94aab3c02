import {
  type Head,
  type Kit,
  type Level,
  LIMBS,
  type Ornament,
  HAT_DEGREES,
  STROKE_KINDS,
  STROKE_NAMES,
  type StrokeKind,
  levelOfVelocity,
  pieceOf,
  onKit,
  strokeOfNote,
} from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import {
  type BarTime,
  MAX_COUNT,
  type Meter,
  NOTE_VALUES,
  type Swing,
  TICKS_PER_QUARTER,
  type Tempo,
  UNITS,
  meter,
  meterTicks,
} from '#core/time'
import { isZip, textFrom, unzipped } from './bytes'
import {
  LARGEST_FILE,
  MOST_BARS,
  MOST_STROKES,
  type Score,
  type ScoreStroke,
  gathered,
  onGrids,
  sayTooLarge,
} from './score'
import { type Element, childOf, childrenOf, numberIn, readXml, textIn } from './xml'

/** What an instrument of a file means on a kit. */
interface Means {
  piece: string
  stroke: StrokeKind
}
interface Bar {
  meter: Meter
  strokes: ScoreStroke[]
  length: number
  tempo?: Tempo
  swing?: Swing | null
  times: number
  forward: boolean
  backward: boolean
  endings: number[] | undefined
}

/** Words by which strokes are called in the names of instruments. */
const STROKE_WORDS: [RegExp, StrokeKind][] = [
  [/cross|side ?stick/i, 'cross-stick'],
  [/rim/i, 'rim shot'],
  [/bell|cup/i, 'bell'],
  [/half/i, 'half open'],
  [/loose|slosh/i, 'loose'],
  [/tight/i, 'tight'],
  [/open/i, 'open'],
  [/pedal|foot|chick/i, 'chick'],
  [/buzz|roll/i, 'buzz'],
]
/** Words by which pieces are called, the more exact first. */
const PIECE_WORDS: [RegExp, string][] = [
  [/hi-?\s?hat/i, 'hi-hat'],
  [/ride/i, 'ride'],
  [/china/i, 'china'],
  [/splash/i, 'splash'],
  [/crash|cymbal/i, 'crash'],
  [/cow/i, 'cowbell'],
  [/tambourine/i, 'tambourine'],
  [/bass|kick/i, 'bass drum'],
  [/snare|side stick|cross/i, 'snare'],
  [/floor|low tom/i, 'floor tom'],
  [/mid|middle|tenor/i, 'mid tom'],
  [/tom/i, 'high tom'],
  [/block/i, 'high block'],
  [/timbale/i, 'high timbale'],
]

/**
 * A MusicXML file, part-wise or time-wise, plain or packed (.mxl), as a score: unpitched notes of all its parts, in every voice, by what their
 * instruments mean or where they are; tuplets, ties, grace notes, ghosts and accents; repeats and endings played out. Limbs are read where
 * the file gives them (as ours do). Nothing outside the file is read.
 * @example readMusicXml(new TextEncoder().encode(writeMusicXml(groove, kit)), kit).value.strokes.length // => 14
 */
export function readMusicXml(bytes: Uint8Array, kit: Kit, name = ''): Result<Score> {
  if (bytes.length > LARGEST_FILE) return refuse(sayTooLarge(bytes.length, 'MusicXML file'))
  const text = isZip(bytes) ? packed(bytes) : ok(textFrom(bytes))
  if (!text.ok) return text
  const root = readXml(text.value, 'MusicXML file')
  if (!root.ok) return root
  const score = partWise(root.value)
  if (!score)
    return refuse(`This XML file is no MusicXML: it begins with “${root.value.name.slice(0, 40)}”, not with a score.`)
  const doubts: string[] = []
  const lists = score.parts.map(part => barsOf(part, score.instruments, kit, doubts))
  const many = Math.max(0, ...lists.map(list => list.length))
  if (many > MOST_BARS) return refuse(`This file has ${many} bars; up to ${MOST_BARS} are read.`)
  const merged = Array.from({ length: many }, (_, bar): Bar =>
    lists
      .map(list => list[bar])
      .filter(one => one !== undefined)
      .reduce(
        (all, one) =>
          ({
            ...all,
            strokes: [...all.strokes, ...one.strokes],
            tempo: all.tempo ?? one.tempo,
            swing: all.swing ?? one.swing,
          }) as Bar,
      ),
  )
  if (!merged.some(bar => bar.strokes.length))
    return refuse('This file has no drums: no note in it is unpitched, as percussion is.')
  const order = unfolded(merged)
  if (order.length > MOST_BARS) return refuse(`With its repeats this file would last more than ${MOST_BARS} bars.`)
  const bars: BarTime[] = order.map(bar => ({ meter: bar.meter, slots: bar.meter.groups.map(() => 1) }))
  let at = 0
  const strokes = order.flatMap(bar => {
    const from = at
    at += meterTicks(bar.meter)
    // A bar that is shorter than its meter, a pick-up, ends with it.
    const late =
      bar.length > 0 && bar.length < meterTicks(bar.meter) && bar === merged[0] && merged.length > 1
        ? meterTicks(bar.meter) - bar.length
        : 0
    return bar.strokes
      .filter(stroke => stroke.at + late < meterTicks(bar.meter))
      .map(stroke => ({ ...stroke, at: from + stroke.at + late }))
  })
  if (strokes.length > MOST_STROKES)
    return refuse(`This file has ${strokes.length} strokes; up to ${MOST_STROKES} are read.`)
  const tempo = order.find(bar => bar.tempo)?.tempo ?? { bpm: 100, counts: '1/4' as const }
  const tempos = order.flatMap((bar, i) =>
    bar.tempo && i > 0 && bar.tempo.bpm !== tempo.bpm ? [{ bar: i, tempo: bar.tempo }] : [],
  )
  return ok({
    title: score.title.slice(0, 120) || name.slice(0, 120) || 'From a MusicXML file',
    tempo,
    tempos,
    swing: order.find(bar => bar.swing)?.swing ?? null,
    ...onGrids(strokes, bars, doubts),
    doubts: gathered(doubts),
  })
}

/** The score in a packed file: the one its container names, or the first XML file there is. */
function packed(bytes: Uint8Array): Result<string> {
  const files = unzipped(bytes, file => /\.(musicxml|xml)$/i.test(file), LARGEST_FILE * 4)
  if (!files.ok) return files
  const container = files.value['META-INF/container.xml']
  const told = container && readXml(textFrom(container), 'MusicXML file')
  const path =
    told && told.ok ? childrenOf(childOf(told.value, 'rootfiles'), 'rootfile')[0]?.attributes['full-path'] : undefined
  const found =
    (path && files.value[path]) || Object.entries(files.value).find(([file]) => !file.startsWith('META-INF/'))?.[1]
  return found ? ok(textFrom(found)) : refuse('This packed file holds no MusicXML score.')
}

/** The parts of a score, each as its measures, whichever way round the file has them; with what their instruments are. */
function partWise(
  root: Element,
): { title: string; parts: Element[][]; instruments: Map<string, Element[]> } | undefined {
  const parts = new Map<string, Element[]>()
  if (root.name === 'score-partwise')
    childrenOf(root, 'part').forEach((part, i) =>
      parts.set(part.attributes.id ?? String(i), childrenOf(part, 'measure')),
    )
  else if (root.name === 'score-timewise') {
    childrenOf(root, 'measure').forEach((measure, m) =>
      childrenOf(measure, 'part').forEach((part, i) => {
        const list = parts.get(part.attributes.id ?? String(i)) ?? []
        parts.set(part.attributes.id ?? String(i), list)
        list[m] = { ...part, name: 'measure', attributes: measure.attributes }
      }),
    )
  } else return undefined
  const instruments = new Map<string, Element[]>()
  for (const part of childrenOf(childOf(root, 'part-list'), 'score-part')) {
    for (const one of [...childrenOf(part, 'score-instrument'), ...childrenOf(part, 'midi-instrument')])
      instruments.set(one.attributes.id ?? '', [...(instruments.get(one.attributes.id ?? '') ?? []), one])
  }
  const title = textIn(childOf(root, 'work'), 'work-title') || textIn(root, 'movement-title')
  return {
    title: title.replace(/\p{C}+/gu, ' ').trim(),
    parts: [...parts.values()].map(list =>
      Array.from(list, one => one ?? { name: 'measure', attributes: {}, text: '', children: [] }),
    ),
    instruments,
  }
}

/** What an instrument means: by its name where that is one of ours or in common use, else by its MIDI note. */
function meansOf(told: readonly Element[], kit: Kit): Means | undefined {
  const name = told.map(one => textIn(one, 'instrument-name')).find(Boolean) ?? ''
  const [piece, stroke] = name.split(', ')
  const exact = piece && stroke && STROKE_KINDS.find(kind => STROKE_NAMES[kind] === stroke)
  if (exact && pieceOf(kit, piece)) return { piece, stroke: exact }
  const note = Number(told.map(one => textIn(one, 'midi-unpitched')).find(Boolean))
  const byNote = note ? strokeOfNote(kit, note - 1) : undefined
  if (byNote) return byNote
  const word = PIECE_WORDS.find(([words]) => words.test(name))?.[1]
  return word ? onKit(kit, word, STROKE_WORDS.find(([words]) => words.test(name))?.[1] ?? 'hit') : undefined
}

/** What is at a place of the staff with such a head, where no instrument tells: the places of percussion writing. */
function meansAt(step: string, octave: number, head: Head | undefined, kit: Kit): Means | undefined {
  const place = octave * 7 + 'CDEFGAB'.indexOf(step) - 34
  const cross = head === 'x' || head === 'circled x'
  const table: Record<number, [piece: string, stroke?: StrokeKind]> = cross
    ? {
        7: ['crash'],
        6: ['crash'],
        5: ['hi-hat'],
        4: ['ride'],
        3: ['ride'],
        1: ['snare', 'cross-stick'],
        '-5': ['hi-hat', 'chick'],
      }
    : {
        4: ['high tom'],
        3: ['high tom'],
        2: ['mid tom'],
        1: ['snare'],
        0: ['mid tom'],
        '-1': ['floor tom'],
        '-2': ['low floor tom'],
        '-3': ['bass drum'],
        '-4': ['bass drum'],
      }
  const found = head === 'diamond' && place === 4 ? (['ride', 'bell'] as const) : table[place]
  return found && onKit(kit, found[0], found[1] ?? 'hit')
}

const SHAPES: Record<string, Head> = {
  x: 'x',
  cross: 'x',
  'circle-x': 'circled x',
  diamond: 'diamond',
  slashed: 'slash',
  slash: 'slash',
  triangle: 'triangle',
}
const GRACES: readonly Ornament[] = ['flam', 'drag', 'ruff']

/** Bars of one part: their strokes by ticks from each bar’s start, and how they repeat. */
function barsOf(
  measures: readonly Element[],
  instruments: ReadonlyMap<string, Element[]>,
  kit: Kit,
  doubts: string[],
): Bar[] {
  const known = new Map([...instruments].map(([id, told]) => [id, meansOf(told, kit)]))
  let [divisions, now] = [1, meter(4, 4)]
  return measures.slice(0, MOST_BARS + 1).map((measure, m): Bar => {
    const bar: Bar = {
      meter: now,
      strokes: [],
      length: 0,
      times: 2,
      forward: false,
      backward: false,
      endings: undefined,
    }
    let [at, onset] = [0, 0]
    let graces: string[] = []
    const pieceOfNote = (note: Element) => meansOfNote(note, known, kit)?.piece ?? ''
    const ticks = (of: Element) => {
      const length = numberIn(of, 'duration')
      return Number.isFinite(length) && length >= 0 ? Math.round((length * TICKS_PER_QUARTER) / divisions) : 0
    }
    for (const [i, one] of measure.children.entries()) {
      if (one.name === 'attributes') {
        const told = numberIn(one, 'divisions')
        if (told > 0) divisions = told
        const time = childOf(one, 'time')
        if (time) now = meterOf(time, doubts, m + 1) ?? now
        bar.meter = now
      } else if (one.name === 'backup') at = Math.max(0, at - ticks(one))
      else if (one.name === 'forward') at += ticks(one)
      else if (one.name === 'direction' || one.name === 'sound') tempoIn(one, bar)
      else if (one.name === 'barline') repeatIn(one, bar)
      else if (one.name === 'note') {
        const chord = !!childOf(one, 'chord')
        if (childOf(one, 'grace')) {
          if (childOf(one, 'unpitched')) graces.push(pieceOfNote(one))
          continue
        }
        if (!chord) onset = at
        const length = ticks(one)
        if (!chord) at += length
        bar.length = Math.max(bar.length, at)
        if (childrenOf(one, 'tie').some(tie => tie.attributes.type === 'stop')) continue
        const stroke = strokeOf(one, {
          known,
          kit,
          doubts,
          measure: m + 1,
          at: onset,
          graces: graces.filter(piece => piece === pieceOfNote(one)).length,
        })
        if (stroke) bar.strokes.push(stroke)
        if (!childOf(measure.children[i + 1], 'chord')) graces = []
      }
    }
    return bar
  })
}

interface Ground {
  known: ReadonlyMap<string, Means | undefined>
  kit: Kit
  doubts: string[]
  measure: number
  at: number
  graces: number
}

/** What a note is struck on and how: by its instrument, else by where it is and its head. */
function meansOfNote(note: Element, known: ReadonlyMap<string, Means | undefined>, kit: Kit): Means | undefined {
  const unpitched = childOf(note, 'unpitched')
  return (
    known.get(childOf(note, 'instrument')?.attributes.id ?? '') ??
    meansAt(
      textIn(unpitched, 'display-step'),
      numberIn(unpitched, 'display-octave'),
      SHAPES[textIn(note, 'notehead')],
      kit,
    )
  )
}

/** A note as a stroke; undefined for a rest, and for what no drum is. */
function strokeOf(note: Element, { known, kit, doubts, measure, at, graces }: Ground): ScoreStroke | undefined {
  const unpitched = childOf(note, 'unpitched')
  if (!unpitched) return undefined
  const shape = childOf(note, 'notehead')
  const [step, octave] = [textIn(unpitched, 'display-step'), numberIn(unpitched, 'display-octave')]
  const means = meansOfNote(note, known, kit)
  if (!means) {
    doubts.push(
      `Bar ${measure}: a note on ${step || 'no line'}${Number.isFinite(octave) ? octave : ''} is no drum that Bazzet knows; it was left out.`,
    )
    return undefined
  }
  const marks = childrenOf(note, 'notations')
  const technical = marks.flatMap(one => childrenOf(one, 'technical')).flatMap(one => one.children)
  const told = technical.filter(one => one.name === 'other-technical').map(one => one.text)
  const tremolo = marks.flatMap(one => childrenOf(one, 'ornaments')).flatMap(one => childrenOf(one, 'tremolo'))[0]
  const articulations = marks.flatMap(one => childrenOf(one, 'articulations')).flatMap(one => one.children)
  const onHats = pieceOf(kit, means.piece)?.kind === 'hi-hat'
  const degree: StrokeKind | undefined =
    HAT_DEGREES.find(one => told.includes(STROKE_NAMES[one])) ??
    (technical.some(one => one.name === 'half-muted')
      ? 'half open'
      : technical.some(one => one.name === 'open' || one.name === 'open-string')
        ? 'open'
        : undefined)
  const stroke: StrokeKind =
    onHats && degree
      ? degree
      : tremolo?.attributes.type === 'unmeasured' && pieceOf(kit, means.piece)?.strokes.some(one => one.kind === 'buzz')
        ? 'buzz'
        : means.stroke
  const ornament: Ornament | undefined = graces
    ? GRACES[Math.min(graces, 3) - 1]
    : tremolo?.attributes.type === 'single'
      ? 'double'
      : articulations.some(one => one.text === 'choke')
        ? 'choke'
        : undefined
  const limb = LIMBS.find(one => told.includes(one))
  const openFor = Number(/^open for (\d{1,6})$/.exec(told.find(text => text.startsWith('open for ')) ?? '')?.[1])
  return {
    at,
    piece: means.piece,
    stroke,
    level: levelOf(
      note,
      shape?.attributes.parentheses === 'yes',
      articulations.some(one => one.name === 'accent' || one.name === 'strong-accent'),
    ),
    ...(ornament ? { ornament } : {}),
    ...(limb ? { limb } : {}),
    ...(stroke === 'open' && openFor > 0 ? { openFor } : {}),
  }
}

/** How hard: by the note’s own dynamics where it has them, else a ghost in parentheses, an accent, or plain. */
function levelOf(note: Element, ghost: boolean, accent: boolean): Level {
  const dynamics = Number(note.attributes.dynamics)
  if (dynamics > 0) return levelOfVelocity(dynamics * 0.9)
  return ghost ? 1 : accent ? 5 : 3
}

function meterOf(time: Element, doubts: string[], bar: number): Meter | undefined {
  const beats = textIn(time, 'beats')
  const unit = numberIn(time, 'beat-type')
  const groups = beats.split('+').map(Number)
  const count = groups.reduce((a, b) => a + b, 0)
  const fits =
    groups.every(one => Number.isInteger(one) && one > 0) &&
    count <= MAX_COUNT &&
    UNITS.some(one => one === unit) &&
    childrenOf(time, 'beats').length === 1
  if (!fits) {
    doubts.push(
      `Bar ${bar}: a meter of ${beats || 'no figures'}/${Number.isFinite(unit) ? unit : '?'} is not one Bazzet has; the bars go on as before.`,
    )
    return undefined
  }
  return groups.length > 1 ? meter(count, unit, groups) : meter(count, unit)
}

/** A tempo, by its figure over the bars or for playback; and swing, as it is written for playback. */
function tempoIn(element: Element, bar: Bar): void {
  const sound = element.name === 'sound' ? element : childOf(element, 'sound')
  const metronome = childrenOf(element, 'direction-type')
    .map(one => childOf(one, 'metronome'))
    .find(Boolean)
  const value = { half: '1/2', quarter: '1/4', eighth: '1/8', '16th': '1/16' }[textIn(metronome, 'beat-unit')]
  const counts = NOTE_VALUES.find(one => one === `${value}${childOf(metronome, 'beat-unit-dot') ? '.' : ''}`)
  const figure = numberIn(metronome, 'per-minute')
  const quarters = Number(sound?.attributes.tempo)
  if (counts && figure >= 20 && figure <= 400) bar.tempo ??= { bpm: figure, counts }
  else if (quarters >= 20 && quarters <= 400) bar.tempo ??= { bpm: quarters, counts: '1/4' }
  const swing = childOf(sound, 'swing')
  const [first, second] = [numberIn(swing, 'first'), numberIn(swing, 'second')]
  const share = first / (first + second)
  if (share > 0.5 && share <= 0.8)
    bar.swing ??= {
      level: textIn(swing, 'swing-type') === '16th' ? '1/16' : '1/8',
      share: Math.round(share * 10000) / 10000,
    }
}

function repeatIn(barline: Element, bar: Bar): void {
  const repeat = childOf(barline, 'repeat')
  if (repeat?.attributes.direction === 'forward') bar.forward = true
  if (repeat?.attributes.direction === 'backward') {
    bar.backward = true
    const times = Number(repeat.attributes.times)
    if (times >= 2 && times <= 64) bar.times = times
  }
  const ending = childOf(barline, 'ending')
  if (ending?.attributes.type === 'start')
    bar.endings = (ending.attributes.number ?? '1')
      .split(/[\s,]+/)
      .map(Number)
      .filter(one => one > 0)
}

/** The bars in the order they are played: repeats from the last sign that begins one, an ending only in its own rounds. */
function unfolded(bars: readonly Bar[]): Bar[] {
  const out: Bar[] = []
  let [from, round] = [0, 1]
  for (let i = 0; i < bars.length && out.length <= MOST_BARS;) {
    const bar = bars[i]!
    if (bar.forward && i !== from) [from, round] = [i, 1]
    if (bar.endings && !bar.endings.includes(round)) {
      // On to where the next ending begins, or past the last one.
      i++
      while (i < bars.length && !bars[i]!.endings && !bars[i - 1]!.backward) i++
      continue
    }
    out.push(bar)
    const beyond = bars.findIndex((one, n) => n > i && one.forward)
    const rounds = Math.max(
      bar.times,
      ...bars.slice(from, beyond < 0 ? bars.length : beyond).flatMap(one => one.endings ?? []),
    )
    const again = bar.backward && round < Math.min(rounds, 64)
    if (again) {
      round++
      i = from
    } else {
      if (bar.backward) [from, round] = [i + 1, 1]
      i++
    }
  }
  return out
}

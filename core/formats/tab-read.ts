import { type Kit, type Limb, LIMBS, onKit } from '#core/kit'
import { type Result, ok, refuse } from '#core/result'
import {
  type BarTime,
  MAX_COUNT,
  type Meter,
  NOTE_VALUES,
  SUBDIVISIONS,
  type Swing,
  type Tempo,
  UNITS,
  beatTicks,
  divides,
  meter,
  meterTicks,
  readGroups,
  sayTempo,
} from '#core/time'
import { MOST_BARS, MOST_STROKES, type Score, type ScoreStroke, gathered, tidied } from './score'
import { kindOfPiece, meaningOf, pieceOfLabel } from './tab-letters'

/** The longest text that is read, in letters. */
const LONGEST = 400_000

interface Head {
  title: string
  tempo: Tempo
  meters: Meter[]
  swing: Swing | null
  told: Map<string, string>
  doubts: string[]
}
/** A line of a system: its label, its bars, and where it is in the text. */
interface Row {
  label: string
  bars: string[]
  line: number
}

/**
 * Text tablature as a score: lines of letters with a piece’s name before each, bars between upright strokes. Labels are those in common use,
 * or given in a line `Lines: SD = snare`; a line of counts says where beats begin and how finely each is cut, without one a bar is cut evenly.
 * `Tempo`, `Meter` and `Swing` are read where they are written; repeats too, `x4` after a system or `|: … :|`. What is not certain is said with
 * its line.
 * @example readTab(writeTab(groove, kit), kit).value.strokes.length // => 14
 */
export function readTab(text: string, kit: Kit, name = ''): Result<Score> {
  if (text.length > LONGEST)
    return refuse(`This text has ${text.length} letters; a tablature of up to ${LONGEST} is read.`)
  const lines = text.replace(/\r\n?/g, '\n').split('\n')
  const head = headOf(lines, name)
  const systems = systemsOf(lines)
  if (!systems.length)
    return refuse(
      'There is no tablature in this text: a line begins with a piece, such as “SD”, and has its bars between upright strokes: SD|----o---|.',
    )
  const bars: BarTime[] = []
  const strokes: ScoreStroke[] = []
  let at = 0
  for (const { rows, times } of systems) {
    const made = systemOf(rows, head, kit, bars.length)
    if (!made.ok) return made
    for (let time = 0; time < times; time++) {
      if (bars.length + made.value.bars.length > MOST_BARS)
        return refuse(`This tablature would last more than ${MOST_BARS} bars.`)
      if (strokes.length + made.value.strokes.length > MOST_STROKES)
        return refuse(`This tablature has more than ${MOST_STROKES} strokes.`)
      for (const stroke of made.value.strokes) strokes.push({ ...stroke, at: stroke.at + at })
      bars.push(...made.value.bars)
      at += made.value.bars.reduce((sum, bar) => sum + meterTicks(bar.meter), 0)
    }
  }
  if (!strokes.length)
    return refuse(
      'No line of this tablature is a piece that Bazzet knows, or none has a stroke in it. Tell what a line means: Lines: XX = snare.',
    )
  return ok({
    title: head.title,
    tempo: head.tempo,
    tempos: [],
    swing: head.swing,
    bars,
    strokes: tidied(strokes),
    doubts: gathered(head.doubts),
  })
}

/** What is above the lines: the title is the first line that says nothing else. */
function headOf(lines: readonly string[], name: string): Head {
  const head: Head = {
    title: '',
    tempo: { bpm: 100, counts: '1/4' },
    meters: [],
    swing: null,
    told: new Map(),
    doubts: [],
  }
  lines.slice(0, 200).forEach((line, i) => {
    const tempo = /^\s*tempo\s*[:=]?\s*(?:([a-z -]+?)\s*=\s*)?(\d+(?:\.\d+)?)/i.exec(line)
    const meters = /^\s*(?:meter|time)\s*[:=]\s*(.+)$/i.exec(line)
    const swing = /^\s*swing\s*[:=]?\s*(1\/8|1\/16)?\s*(\d+(?:\.\d+)?)\s*%/i.exec(line)
    const told = /^\s*(?:lines|legend|key)\s*[:=]\s*(.+)$/i.exec(line)
    if (tempo) {
      const counts =
        NOTE_VALUES.find(value =>
          sayTempo({ bpm: 1, counts: value }).startsWith(`${(tempo[1] ?? 'quarter').toLowerCase()} =`),
        ) ?? '1/4'
      const bpm = Number(tempo[2])
      if (bpm >= 20 && bpm <= 400) head.tempo = { bpm, counts }
      else head.doubts.push(`Line ${i + 1}: a tempo is from 20 to 400; ${tempo[2]} was left out.`)
    } else if (meters) head.meters = meters[1]!.split('|').flatMap(one => meterOf(one, i + 1, head.doubts))
    else if (swing)
      head.swing =
        Number(swing[2]) >= 50 && Number(swing[2]) <= 80
          ? { level: swing[1] === '1/16' ? '1/16' : '1/8', share: Number(swing[2]) / 100 }
          : null
    else if (told) {
      for (const pair of told[1]!.split(',')) {
        const [label, piece] = pair.split('=').map(word => word.trim())
        if (label && piece && piece !== 'hi-hat by foot') head.told.set(label.toUpperCase(), piece.toLowerCase())
      }
    } else if (!head.title && line.trim() && !line.includes('|') && !/^\s*(letters|count)\b/i.test(line))
      head.title = line.trim().slice(0, 120)
  })
  head.title ||= name.slice(0, 120) || 'From a tablature'
  return head
}

/** A meter as it is written: `'7/8 as 2+2+3'`. */
function meterOf(text: string, line: number, doubts: string[]): Meter[] {
  const found = /^\s*(\d+)\s*\/\s*(\d+)(?:\s+as\s+([\d+]+))?\s*$/.exec(text)
  const [count, unit] = [Number(found?.[1]), Number(found?.[2])]
  const groups = found?.[3] ? readGroups(found[3], count) : undefined
  if (!found || !(count >= 1 && count <= MAX_COUNT) || !UNITS.some(one => one === unit) || (groups && !groups.ok)) {
    doubts.push(`Line ${line}: “${text.trim()}” is no meter such as 7/8 or 7/8 as 2+2+3; it was left out.`)
    return []
  }
  return [groups?.ok ? meter(count, unit, groups.value) : meter(count, unit)]
}

const ROW = /^\s*([^|]{0,24}?)\s*\|(.*)$/

/** Lines that hang together, without an empty one between, and how often they are played. */
function systemsOf(lines: readonly string[]): { rows: Row[]; times: number }[] {
  const systems: { rows: Row[]; times: number }[] = []
  let open: { rows: Row[]; times: number } | undefined
  lines.forEach((text, i) => {
    const found = /^\s*(lines|letters|legend|key|meter|time|tempo|swing)\s*[:=]/i.test(text) ? null : ROW.exec(text)
    if (!found) {
      const again = open && /^\s*\(?(?:x|repeat)\s*(\d{1,2})\)?\s*$/i.exec(text)
      if (again) open!.times = Math.max(1, Number(again[1]))
      else open = undefined
      return
    }
    if (!open) {
      open = { rows: [], times: 1 }
      systems.push(open)
    }
    let rest = found[2]!
    const times = /\|\s*\(?(?:x\s*(\d{1,2})|(\d{1,2})\s*x)\)?\s*$/i.exec(rest)
    if (times) {
      open.times = Math.max(1, Number(times[1] ?? times[2]))
      rest = rest.slice(0, times.index + 1)
    } else if (/:\|*\s*$/.test(rest)) open.times = Math.max(2, open.times)
    const bars = rest.split('|').map(bar => bar.replace(/^:|:$/g, ''))
    if (!bars.at(-1)!.trim()) bars.pop()
    open.rows.push({
      label: found[1]!.replace(/:$/, ''),
      bars: bars.filter((bar, n) => bar.length || n < bars.length - 1),
      line: i + 1,
    })
  })
  return systems.filter(system => system.rows.some(row => row.bars.length))
}

const isCount = (row: Row): boolean =>
  /^(count|)$/i.test(row.label.trim()) &&
  row.bars.some(bar => /\d/.test(bar)) &&
  !row.bars.some(bar => /[-xo]{3}/i.test(bar))

/** The bars of a system and what is struck in them. */
function systemOf(
  rows: readonly Row[],
  head: Head,
  kit: Kit,
  before: number,
): Result<{ bars: BarTime[]; strokes: ScoreStroke[] }> {
  const counts = rows.find(isCount)
  const played = rows.flatMap(row => {
    if (row === counts) return []
    const words = row.label.trim().split(/\s+/)
    const limb = LIMBS.find(one => one === words[0]?.toUpperCase())
    const found = pieceOfLabel(limb && words.length > 1 ? words.slice(1).join(' ') : row.label, head.told)
    if (!found) {
      head.doubts.push(
        `Line ${row.line}: “${row.label.trim()}” is no piece that Bazzet knows; the line was left out. Tell it with Lines: ${row.label.trim() || 'XX'} = snare.`,
      )
      return []
    }
    return [{ row, limb, ...found }]
  })
  const many = Math.max(0, ...rows.map(row => row.bars.length))
  const bars: BarTime[] = []
  const strokes: ScoreStroke[] = []
  let at = 0
  for (let bar = 0; bar < many; bar++) {
    const columns = Math.max(0, ...rows.map(row => row.bars[bar]?.length ?? 0))
    if (!columns) continue
    for (const { row } of played)
      if ((row.bars[bar]?.length ?? 0) !== columns)
        head.doubts.push(
          `Line ${row.line}: bar ${before + bars.length + 1} has ${row.bars[bar]?.length ?? 0} of ${columns} places; the rest was taken for silence.`,
        )
    const cut = cutBar(
      columns,
      counts?.bars[bar],
      head.meters.length > 1 ? (head.meters[before + bars.length] ?? head.meters.at(-1)) : head.meters[0],
    )
    if (!cut.ok) return refuse(`Line ${rows[0]!.line}, bar ${before + bars.length + 1}: ${cut.reason}`)
    if (cut.value.guessed)
      head.doubts.push(
        `Bar ${before + bars.length + 1}: ${columns} places were taken for a bar of ${cut.value.guessed}.`,
      )
    const { time, places } = cut.value
    for (const one of played)
      strokes.push(...strokesOf(one, one.row.bars[bar] ?? '', places, at, head, kit, before + bars.length + 1))
    bars.push(time)
    at += meterTicks(time.meter)
  }
  return ok({ bars, strokes })
}

/** Letters of one bar as strokes. */
function strokesOf(
  { row, piece, foot, limb }: { row: Row; piece: string; foot: boolean; limb: Limb | undefined },
  text: string,
  places: readonly number[],
  at: number,
  head: Head,
  kit: Kit,
  bar: number,
): ScoreStroke[] {
  return [...text].flatMap((letter, column): ScoreStroke[] => {
    if (places[column] === undefined || /[-.\s_=:]/.test(letter)) return []
    const means = meaningOf(letter, kindOfPiece(kit, piece), foot || limb === 'LF' || limb === 'RF')
    if (!means) {
      head.doubts.push(`Line ${row.line}, bar ${bar}: “${letter}” means nothing there; it was left out.`)
      return []
    }
    const on = onKit(kit, piece, means.stroke)
    if (!on) return []
    if (on.instead) head.doubts.push(`This kit has no ${on.instead}: its strokes go to the ${on.piece}.`)
    return [
      {
        at: at + places[column],
        piece: on.piece,
        stroke: on.stroke,
        level: means.level,
        ...(means.ornament ? { ornament: means.ornament } : {}),
        ...(limb ? { limb } : {}),
      },
    ]
  })
}

/** Meters that a number of places is taken for, where nothing tells. */
const GUESSES: Record<number, [count: number, unit: number]> = {
  3: [3, 4],
  6: [6, 8],
  12: [4, 4],
  14: [7, 8],
  10: [5, 8],
  20: [5, 4],
  18: [9, 8],
  9: [9, 8],
}

/** A bar of that many places: its meter, its beats’ slots, and each place in ticks. Beats begin where the count has a figure, else they are alike. */
function cutBar(
  columns: number,
  count: string | undefined,
  told: Meter | undefined,
): Result<{ time: BarTime; places: number[]; guessed?: string }> {
  const figures = count ? [...count].flatMap((letter, i) => (/\d/.test(letter) ? [i] : [])) : []
  const guess = GUESSES[columns] ?? [4, 4]
  // Counts that number every place say nothing of beats.
  const counted = figures.length > 0 && figures[0] === 0 && figures.length <= columns
  const made = told ?? (counted && figures.length <= MAX_COUNT ? meter(figures.length, 4) : meter(...guess))
  const beats = beatTicks(made)
  const byCount =
    counted && figures.length === beats.length
      ? figures.map((from, i) => (figures[i + 1] ?? columns) - from)
      : undefined
  const slots = byCount ?? evenly(columns, made)
  if (!slots)
    return refuse(
      `${columns} places are no even cut of ${made.count}/${made.unit}. A line of counts above says where beats begin: Count|1e&a2e&a…|, and Meter: tells the meter.`,
    )
  const bad = slots.findIndex((one, i) => !SUBDIVISIONS.some(allowed => allowed === one) || !divides(beats[i]!, one))
  if (bad >= 0) return refuse(`beat ${bad + 1} has ${slots[bad]} places; a felt beat has 1 to 8 or 12.`)
  let at = 0
  const places = slots.flatMap((one, i) => {
    const from = at
    at += beats[i]!
    return Array.from({ length: one }, (_, slot) => from + (slot * beats[i]!) / one)
  })
  return ok({
    time: { meter: made, slots },
    places,
    ...(told || counted ? {} : { guessed: `${made.count}/${made.unit}` }),
  })
}

/** Places shared out to the felt beats by how long they are: `evenly(14, 7/8 as 2+2+3) // => [4, 4, 6]`. */
function evenly(columns: number, made: Meter): number[] | undefined {
  const total = meterTicks(made)
  const slots = beatTicks(made).map(ticks => (columns * ticks) / total)
  return slots.every(Number.isInteger) ? slots : undefined
}

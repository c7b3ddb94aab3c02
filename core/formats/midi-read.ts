import { groupedBy } from '#core/grouped'
import { type Kit, type Limb, LIMBS, type Ornament, levelOfVelocity, pieceOf, strokeOfNote } from '#core/kit'
import { ROLES, type Role } from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import {
  type BarTime,
  MAX_COUNT,
  type Meter,
  TICKS_PER_QUARTER,
  UNITS,
  barStarts,
  beatsOf,
  meter,
  meterTicks,
} from '#core/time'
import { utf16From } from './bytes'
import { type MidiHeader, type MidiVisitor, visitMidi } from './midi-events'
import { isOnGrid, isWritten, placedAsPlayed, thirdsAsSwing } from './played'
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

const DRUMS = 9
/** Seconds in which grace notes come before their stroke: the one next to it, and the first of one, two and three. */
const GRACE = { next: { from: 0.012, to: 0.06 }, first: [0.06, 0.11, 0.15] } as const
/** What of a file is kept that somebody played: the feel, its strokes on plain grids; or the times, each beat on the grid nearest to them. */
export type Keeps = 'feel' | 'times'

/** A note as it was found: when it begins and ends, in ticks of ours; where its track says so, its limb, part and role. */
interface Note {
  at: number
  end: number
  note: number
  velocity: number
  said: Said
}
interface Said {
  limb?: Limb
  part?: string
  role?: Role
}

/** Text of a file as it was meant: with a mark of its byte order as UTF-16, else as UTF-8 where it is that, else letter by letter. @internal */
function textOf(raw: string): string {
  const bytes = Uint8Array.from(raw, letter => letter.charCodeAt(0))
  const wide = utf16From(bytes)
  if (wide !== undefined) return wide
  try {
    return decodeURIComponent(Array.from(bytes, byte => `%${byte.toString(16).padStart(2, '0')}`).join(''))
  } catch {
    return raw
  }
}

/** A title fit to show: no control letters, no more than 120. */
const titleOf = (text: string): string =>
  text
    .replace(/\p{C}+/gu, ' ')
    .trim()
    .slice(0, 120)

/**
 * A standard MIDI file, of type 0 or 1, as a score: what is on the drum channel, by the notes of a kit and else of General MIDI, its tempo
 * and meters. Notes that nearly all lie on grids we offer stay there. What somebody played is read as playing in is, with its swing and what
 * lies ahead or behind; or with its times, as near as a grid of each beat comes to them. Hands’ grace notes close before a stroke of their
 * piece become its ornament. Files in frames have no beats, and are read at 120. What else was doubtful is said.
 * @example readMidi(midi, kit).value.strokes.length // => 14
 */
export function readMidi(bytes: Uint8Array, kit: Kit, name = '', keeps: Keeps = 'feel'): Result<Score> {
  if (bytes.length > LARGEST_FILE) return refuse(sayTooLarge(bytes.length, 'MIDI file'))
  const doubts: string[] = []
  const found: Gathered = { notes: [], meters: [], tempos: [], title: '', swing: null }
  const read = visitMidi(bytes, header => gatherer(header, found))
  if (!read.ok) return read
  if (!divisionOf(read.value)) return refuse('This MIDI file does not say how its time is divided.')
  if (!read.value.ticksPerQuarter)
    doubts.push('The file counts in frames and has no beats: it was read with the quarter at 120.')
  if (found.notes.length > MOST_STROKES)
    return refuse(`This MIDI file has ${found.notes.length} drum strokes; up to ${MOST_STROKES} are read.`)
  if (!found.notes.length) return refuse('This MIDI file has no drums: nothing is on channel 10, where drums are.')
  const end = found.notes.reduce((most, note) => Math.max(most, note.at), 0)
  const bars = barsTo(found.meters, end, doubts)
  if (!bars) return refuse(`This MIDI file would last more than ${MOST_BARS} bars; a song has fewer.`)
  const quarters = found.tempos.sort((a, b) => a.at - b.at)
  const tempo = {
    bpm: quarters[0]?.at === 0 || !quarters.length ? (quarters[0]?.bpm ?? 120) : 120,
    counts: '1/4' as const,
  }
  const starts = barStarts(bars)
  const tempos = quarters
    .filter(one => one.at > 0)
    .map(one => ({
      bar: starts.findLastIndex(start => start <= one.at),
      tempo: { bpm: one.bpm, counts: '1/4' as const },
    }))
  const tick = TICKS_PER_QUARTER / divisionOf(read.value)
  const written = isWritten(
    found.notes.map(note => note.at),
    bars,
    tick,
  )
  const heard = heardOn(found.notes, { kit, bpm: tempo.bpm, bars, written, tick, doubts })
  const strokes = heard.map(strokeOf)
  const facts = {
    title: found.title || titleOf(name) || 'From a MIDI file',
    tempo,
    tempos: tempos.filter(one => one.bar < bars.length),
    swing: found.swing,
  }
  const played = written
    ? undefined
    : placedAsPlayed(
        strokes.map((one, i) => ({ ...one, velocity: heard[i]!.velocity })),
        bars,
        { ...facts, kit },
      )
  if (played && keeps === 'feel') {
    const { says, ...placed } = played
    return ok({ ...facts, ...placed, played: says, doubts: gathered(doubts) })
  }
  const onto = onGrids(strokes, bars, doubts)
  const placed = written ? thirdsAsSwing({ ...onto, swing: facts.swing }) : onto
  return ok({ ...facts, ...placed, ...(played ? { played: played.says } : {}), doubts: gathered(doubts) })
}

interface MeterAt {
  at: number
  meter: Meter
}
interface Gathered {
  notes: Note[]
  meters: MeterAt[]
  tempos: { at: number; bpm: number }[]
  title: string
  swing: Score['swing']
}

/** Ticks of the file in a quarter note; in one that counts frames, those of half a second. */
const divisionOf = ({ ticksPerQuarter, framesPerSecond, ticksPerFrame }: MidiHeader): number =>
  ticksPerQuarter || (framesPerSecond * ticksPerFrame) / 2

/** Gathers what matters of a file, in ticks of ours. */
function gatherer(header: MidiHeader, out: Gathered): MidiVisitor {
  const scale = TICKS_PER_QUARTER / divisionOf(header)
  const ticks = (tick: number): number => Math.round(tick * scale)
  let [track, said]: [number, Said] = [0, {}]
  let sounding = new Map<number, Note>()
  return {
    track(n) {
      track = n
      said = {}
      sounding = new Map()
    },
    note(tick, channel, note, velocity) {
      if (channel !== DRUMS) return
      const at = ticks(tick)
      const before = sounding.get(note)
      if (before && before.end === before.at) before.end = at
      if (velocity === 0) return void sounding.delete(note)
      const now: Note = { at, end: at, note, velocity, said }
      sounding.set(note, now)
      out.notes.push(now)
    },
    tempo(tick, microseconds) {
      if (microseconds > 0)
        out.tempos.push({ at: ticks(tick), bpm: Math.min(400, Math.max(20, Math.round(60e9 / microseconds) / 1000)) })
    },
    meter(tick, count, unit) {
      if (count > 0) out.meters.push({ at: ticks(tick), meter: { count, unit, groups: [] } })
    },
    text(tick, kind, letters) {
      const text = titleOf(textOf(letters))
      if (kind === 3 && track === 0 && !out.title) out.title = text
      readWords(text, said, out, ticks(tick))
    },
  }
}

/** Words that a file may carry beside its notes: whose a track is, how the meter is felt, and swing. */
function readWords(text: string, said: Said, out: Gathered, at: number): void {
  const limb = /^Limb: (\w\w)(?:, role: ([\w ]+), part: (.+))?$/.exec(text)
  if (limb && LIMBS.includes(limb[1] as Limb)) {
    said.limb = limb[1] as Limb
    if (limb[3]) said.part = limb[3]
    if (ROLES.includes(limb[2] as Role)) said.role = limb[2] as Role
  }
  const swing = /^Swing (1\/8|1\/16) (\d+(?:\.\d+)?)%$/.exec(text)
  const share = swing ? Number(swing[2]) / 100 : 0
  if (swing && share >= 0.5 && share <= 0.8) out.swing = { level: swing[1] as '1/8' | '1/16', share }
  const felt = /^Felt as (\d+(?:\+\d+)*)$/.exec(text)
  const last = out.meters.at(-1)
  if (felt && last?.at === at) last.meter = { ...last.meter, groups: felt[1]!.split('+').map(Number) }
}

/** Bars up to the last note, by the meters the file gives; a meter that cannot be is said, and the one before it goes on. Undefined for too many. */
function barsTo(meters: readonly MeterAt[], end: number, doubts: string[]): BarTime[] | undefined {
  const usable = meters
    .flatMap(({ at, meter: { count, unit, groups } }): MeterAt[] => {
      const fits = count >= 1 && count <= MAX_COUNT && UNITS.some(one => one === unit)
      if (!fits) doubts.push(`A meter of ${count}/${unit} is not one Bazzet has; the bars go on as before.`)
      const own = groups.reduce((a, b) => a + b, 0) === count ? groups : undefined
      return fits ? [{ at, meter: own ? meter(count, unit, own) : meter(count, unit) }] : []
    })
    .sort((a, b) => a.at - b.at)
  const bars: BarTime[] = []
  let now = usable[0]?.at === 0 ? usable[0].meter : meter(4, 4)
  let next = 0
  for (let at = 0; at <= end; at += meterTicks(now)) {
    for (; next < usable.length && usable[next]!.at <= at; next++) now = usable[next]!.meter
    if (bars.length >= MOST_BARS) return undefined
    bars.push({ meter: now, slots: now.groups.map(() => 1) })
  }
  return bars
}

/** A note as a stroke of the kit, not yet on a grid; `next` is when its piece is struck again. */
interface Heard {
  at: number
  end: number
  piece: string
  stroke: ScoreStroke['stroke']
  velocity: number
  ornament?: Ornament
  said: Said
  next?: number
}

const GRACES: readonly Ornament[] = ['flam', 'drag', 'ruff']

interface Hearing {
  kit: Kit
  bpm: number
  bars: readonly BarTime[]
  written: boolean
  /** A tick of the file, in ours. */
  tick: number
  doubts: string[]
}

function heardOn(notes: readonly Note[], { kit, bpm, bars, written, tick, doubts }: Hearing): Heard[] {
  const known = new Map<number, ReturnType<typeof strokeOfNote>>()
  const heard = notes
    .toSorted((a, b) => a.at - b.at)
    .flatMap(({ at, end, note, velocity, said }) => {
      if (!known.has(note)) known.set(note, strokeOfNote(kit, note))
      const on = known.get(note)
      if (!on) {
        doubts.push(`Note ${note} is no drum of this kit, nor of the usual map; it is left out.`)
        return []
      }
      if (on.instead) doubts.push(`This kit has no ${on.instead}: its strokes go to the ${on.piece}.`)
      const { piece, stroke, instead } = on
      return [{ meant: instead ?? piece, stroke: { at, end, piece, stroke, velocity, said } satisfies Heard }]
    })
  const beats = beatsOf(bars)
  /** What is written on a grid is a stroke by itself, however close it lies to the next. */
  const stays = (at: number) => written && isOnGrid(at, beats, tick)
  const seconds = 60 / bpm / TICKS_PER_QUARTER
  // Strokes of a piece that this kit lacks are no grace notes of the piece that stands in for it.
  return [...groupedBy(heard, one => one.meant).values()].flatMap(group => {
    const list: Heard[] = group.map(one => one.stroke)
    const hands = new Set(
      pieceOf(kit, list[0]!.piece)?.strokes.flatMap(stroke => (stroke.by === 'hand' ? [stroke.kind] : [])),
    )
    const own = withGraces(list, seconds, one => hands.has(one.stroke) && !stays(one.at))
    return own.map((one, i, all) => ({ ...one, ...(all[i + 1] ? { next: all[i + 1]!.at } : {}) }))
  })
}

/**
 * Notes of a hand close before a stroke of their piece that is as loud or louder become its ornament: one a flam, two a drag, three a ruff.
 * What follows a stroke within a grace note's time, and is softer, is its bounce and stays.
 */
function withGraces(list: readonly Heard[], seconds: number, mayBe: (one: Heard) => boolean): Heard[] {
  const out: Heard[] = []
  const gap = (a: number, b: number): number => (list[b]!.at - list[a]!.at) * seconds
  for (let i = 0; i < list.length; i++) {
    // As many as lie before one stroke in time: three first.
    const many = [3, 2, 1].find(n => {
      const main = list[i + n]
      if (!main) return false
      const before = list.slice(i, i + n)
      return (
        before.every(
          (one, g) =>
            mayBe(one) &&
            levelOfVelocity(one.velocity) <= levelOfVelocity(main.velocity) &&
            gap(i + g, i + g + 1) <= GRACE.next.to,
        ) &&
        gap(i + n - 1, i + n) >= GRACE.next.from &&
        gap(i, i + n) <= GRACE.first[n - 1]!
      )
    })
    if (many) out.push({ ...list[i + many]!, ornament: GRACES[many - 1]! })
    else out.push(list[i]!)
    i += many ?? 0
  }
  return out
}

/** A stroke as it was heard, before it has a grid; an opening has a length where its note ends before the hats are struck again and is longer than a thirty-second. */
function strokeOf({ at, end, piece, stroke, velocity, ornament, said, next }: Heard): ScoreStroke {
  const length =
    stroke === 'open' && end - at > TICKS_PER_QUARTER / 8 && next !== undefined && end < next
      ? Math.round((end - at) / 420) * 420
      : 0
  return {
    at,
    piece,
    stroke,
    level: levelOfVelocity(velocity),
    ...(ornament ? { ornament } : {}),
    ...said,
    ...(length > 0 ? { openFor: length } : {}),
  }
}

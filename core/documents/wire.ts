import { type Read, fields, figure, listOf, onOff, orNull, text } from '#core/read'
import type { Due, FigureBest, LogEntry, LogSums } from '#core/practise'
import { type Result, ok, refuse } from '#core/result'
import type { KindName, Summaries } from './kinds'

/*
 * What server and page exchange, once: types that the server's answers have, and reads by which the page takes them. It has its
 * own door, `#core/documents/wire`, since the table of kinds brings every schema along, and the first page can't wait for those.
 */

/** A document as it is kept. A save names the revision it was made from, and the store, since a restored one counts on from an older number. */
export interface Stored<D> {
  revision: number
  store: string
  updatedAt: string
  document: D
}

/** A line of a list. */
export interface Listed<S> {
  revision: number
  updatedAt: string
  summary: S
}

/** What became of a save that was taken. */
export interface Saved {
  revision: number
  updatedAt: string
}

/** A copy of the database: the name of its file, when it was made, its bytes, and how many of the sounds that it names are not here any more. */
export interface Copy {
  name: string
  madeAt: string
  bytes: number
  lacks: number
}

/** How a sound comes in: whether it is here already, how long a piece is, in bytes, and which pieces are missing, from 0 on. */
export interface Begun {
  here: boolean
  piece: number
  missing: number[]
}

/** What takes up how much room: documents of a kind, sounds by what names them, copies; the largest first. */
export interface Space {
  rows: { what: string; many: number; bytes: number }[]
}

/** The copies there are, the newest first, and the folder they are in. */
export interface Copies {
  folder: string
  copies: Copy[]
}

/** What emptying the bin came to: how much went, and what stays, with what needs it. */
export interface Emptied {
  gone: number
  kept: { kind: KindName; id: string; title: string; neededBy: string[] }[]
}

/** Whether a password is asked for, and whether this browser has given it. */
export interface Session {
  asked: boolean
  entered: boolean
}

/** A page of the log, newest first, and how many entries there are. */
interface LogPage {
  entries: LogEntry[]
  total: number
}

/** What reading entries in came to: how many are new, and how many were here. */
export interface Taken {
  kept: number
  known: number
}

/** Which documents a list is of: all that are not in the bin, or fewer. */
export interface Wanted {
  /** These alone, by id. */
  only?: readonly string[]
  /** The family of one: its ancestors as far as they are here, and all their descendants. */
  family?: string
  /** Grooves as long as this, in ticks. */
  ticks?: number
  /** Plans that have a subject of this id, or phrases that play it. */
  about?: string
  /** Those in which every one of these words is found. */
  words?: readonly string[]
  /** At most this many, the newest first. */
  most?: number
}

/** The most documents that are asked for by their ids at once. */
const MOST_IDS = 200

/** What a list is asked for, as a query: `wantedQuery({ only: ['a', 'b'], most: 3 }) // => { only: 'a,b', most: '3' }` */
export const wantedQuery = ({ only, family, ticks, about, words, most }: Wanted): Record<string, string> =>
  Object.fromEntries(
    Object.entries({
      only: only?.join(),
      family,
      ticks,
      about,
      words: words?.length ? words.join(' ') : undefined,
      most,
    }).flatMap(([name, value]) => (value === undefined ? [] : [[name, String(value)]])),
  )

/** Ids as a query has them: `readIds('a,b') // => { ok: true, value: ['a', 'b'] }` */
export function readIds(value: unknown): Result<string[]> {
  const ids = text(value)?.split(',').filter(Boolean) ?? []
  return ids.length > MOST_IDS
    ? refuse(`At most ${MOST_IDS} documents are asked for at once; these are ${ids.length}.`)
    : ok(ids)
}

/**
 * A whole number as a query has it; undefined where it is not there.
 * @example [readWhole('8', 'lines', 1, 1000), readWhole('x', 'lines', 1, 1000).reason] // => [{ ok: true, value: 8 }, 'lines is a whole number from 1 to 1000; “x” is not.']
 */
export function readWhole(value: unknown, name: string, least: number, most: number): Result<number | undefined> {
  if (value === undefined) return ok(undefined)
  const number = Number(value)
  if (Number.isInteger(number) && number >= least && number <= most) return ok(number)
  return refuse(`${name} is a whole number from ${least} to ${most}; “${String(value)}” is not.`, [
    { path: name, reason: `A whole number from ${least} to ${most}.` },
  ])
}

/**
 * A query read again as what a list is asked for; what is not text says nothing.
 * @example readWanted({ only: 'a,b', words: 'slow  funk' }).value // => { only: ['a', 'b'], words: ['slow', 'funk'] }
 */
export function readWanted(query: Record<string, unknown>): Result<Wanted> {
  const only = readIds(query.only)
  const ticks = readWhole(query.ticks, 'ticks', 1, 1e9)
  const most = readWhole(query.most, 'most', 1, 10_000)
  for (const read of [only, ticks, most]) if (!read.ok) return read
  const words = text(query.words)?.split(/\s+/).filter(Boolean)
  const family = text(query.family)
  const about = text(query.about)
  return ok({
    ...(text(query.only) !== undefined && only.ok ? { only: only.value } : {}),
    ...(family ? { family } : {}),
    ...(about ? { about } : {}),
    ...(words?.length ? { words } : {}),
    ...(ticks.ok && ticks.value !== undefined ? { ticks: ticks.value } : {}),
    ...(most.ok && most.value !== undefined ? { most: most.value } : {}),
  })
}

// ---- what the page reads of the answers ----------------------------------------

const tempo: Read<{ bpm: number; counts: string }> = fields({ bpm: figure, counts: text })
const subjects = listOf(fields({ kind: text, id: text }))

const SUMMARY_READS: { [K in KindName]: Read<unknown> } = {
  groove: fields({
    id: text,
    title: text,
    style: text,
    styleName: text,
    tags: listOf(text),
    notes: text,
    bars: text,
    feel: text,
    tempo,
    ticks: figure,
    parent: orNull(fields({ id: text, revision: figure })),
  }),
  kit: fields({ id: text, name: text, pieces: figure }),
  cell: fields({ id: text, name: text, length: figure }),
  recipe: fields({ id: text, name: text, about: text }),
  phrase: fields({ id: text, title: text, bars: figure, tempo, sections: listOf(text), subjects }),
  plan: fields({ id: text, title: text, stages: figure, seconds: figure, from: tempo, to: tempo, subjects }),
  recording: fields({ id: text, title: text, seconds: figure, bars: figure, sections: listOf(text) }),
  player: fields({ id: text }),
  sitting: fields({ id: text, title: text, planId: text, at: text, stage: figure, stages: figure }),
}

/** A list of a kind, as the server answers it. */
export const readListed = <K extends KindName>(kind: K): Read<Listed<Summaries[K]>[]> =>
  listOf(fields({ revision: figure, updatedAt: text, summary: SUMMARY_READS[kind] as Read<Summaries[K]> }))

/** A stored document: what is around it is read here; it itself was read by the server, and is again before it is changed. */
export const readStored = <D extends { id: string }>(): Read<Stored<D>> =>
  fields({ revision: figure, store: text, updatedAt: text, document: fields({ id: text }) as Read<unknown> as Read<D> })

export const readSaved: Read<Saved> = fields({ revision: figure, updatedAt: text })
export const readCopy: Read<Copy> = fields({ name: text, madeAt: text, bytes: figure, lacks: figure })
export const readBegun: Read<Begun> = fields({ here: onOff, piece: figure, missing: listOf(figure) })
export const readSpace: Read<Space> = fields({ rows: listOf(fields({ what: text, many: figure, bytes: figure })) })
/** How many sounds a copy that was brought back names that are not here. */
export const readLacks: Read<{ lacks: number }> = fields({ lacks: figure })
export const readCopies: Read<Copies> = fields({ folder: text, copies: listOf(readCopy) })
export const readEmptied: Read<Emptied> = fields({
  gone: figure,
  kept: listOf(fields({ kind: text as Read<KindName>, id: text, title: text, neededBy: listOf(text) })),
})
export const readSession: Read<Session> = fields({ asked: onOff, entered: onOff })

/** A row of which the server wrote all that it says: it is an object, and has these. */
const row = <T>(reads: Record<string, Read<unknown>>): Read<T> => fields(reads) as Read<unknown> as Read<T>

export const readEntryRow: Read<LogEntry> = row({
  id: text,
  at: text,
  day: text,
  seconds: figure,
  tempo: orNull(tempo),
})
export const readLogPage: Read<LogPage> = fields({ entries: listOf(readEntryRow), total: figure })
export const readDue: Read<{ due: Due[] }> = fields({
  due: listOf(row<Due>({ id: text, title: text, last: text, due: text, late: figure, tempo: orNull(tempo) })),
})
export const readSums: Read<LogSums> = row({
  stages: figure,
  seconds: figure,
  days: figure,
  lines: listOf(row({})),
  practised: listOf(fields({ id: text, seconds: figure })),
  weeks: listOf(row({ week: text, minutes: figure })),
  accuracy: listOf(fields({ day: text, spread: figure, stages: figure })),
  calendar: listOf(fields({ day: text, minutes: figure })),
  bests: listOf(row({ id: text, title: text, tempo, day: text })),
})
export const readFigures: Read<{ figures: FigureBest[] }> = fields({ figures: listOf(row<FigureBest>({})) })
export const readTaken: Read<Taken> = fields({ kept: figure, known: figure })
export const readNote: Read<{ note: string }> = fields({ note: text })
/** An answer that says nothing but that it was done. */
export const nothing: Read<null> = () => null

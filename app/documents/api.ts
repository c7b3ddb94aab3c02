import type { Documents, KindName, Summaries } from '#core/documents'
import {
  type Listed,
  type Wanted,
  nothing,
  readCopies,
  readCopy,
  readDue,
  readEmptied,
  readEntryRow,
  readFigures,
  readLacks,
  readListed,
  readLogPage,
  readNote,
  readSaved,
  readSession,
  readSpace,
  readStored,
  readSums,
  readTaken,
  wantedQuery,
} from '#core/documents/wire'
import type { LogEntry, LogFilter } from '#core/practise'
import { fields, listOf } from '#core/read'
import { ask } from './ask'

/** The routes of one kind of document. */
function routes<K extends KindName>(kind: K) {
  type D = Documents[K]
  // As `folderOf` of core/documents, which brings every schema along.
  const folder = `${kind}s` as const
  const path = `/api/${folder}`
  const stored = readStored<D>()
  return {
    list: async (wanted: Wanted = {}) =>
      (await ask('GET', path, fields({ [folder]: readListed(kind) }), { query: wantedQuery(wanted) }))[folder]!,
    some: async (ids: readonly string[]) =>
      ids.length
        ? (await ask('GET', `${path}/some`, fields({ [folder]: listOf(stored) }), { query: { ids: ids.join() } }))[
            folder
          ]!
        : [],
    get: (id: string) => ask('GET', `${path}/${id}`, stored),
    getAt: (id: string, revision: number) => ask('GET', `${path}/${id}`, stored, { query: { revision } }),
    create: (document: D) => ask('POST', path, stored, { body: document }),
    save: (document: D, { revision, store }: { revision: number; store?: string | undefined }, keepalive = false) =>
      ask('PUT', `${path}/${document.id}`, readSaved, { body: { revision, store, document }, keepalive }),
    bin: (id: string) => ask('DELETE', `${path}/${id}`, nothing),
    restore: (id: string) => ask('POST', `${path}/${id}/restore`, nothing),
  }
}
export type Routes<K extends KindName> = ReturnType<typeof routes<K>>

/** Kinds that the bin may hold. */
type BinnedKind = Exclude<KindName, 'player' | 'sitting'>

/** The server’s routes; see docs/api.md. */
export const api = {
  grooves: routes('groove'),
  kits: routes('kit'),
  cells: routes('cell'),
  recipes: routes('recipe'),
  phrases: routes('phrase'),
  plans: routes('plan'),
  recordings: routes('recording'),
  players: routes('player'),
  /** Practice runs under way. */
  sittings: routes('sitting'),
  /** The password that other machines are asked for. */
  session: {
    look: () => ask('GET', '/api/session', readSession),
    enter: (password: string) => ask('POST', '/api/session', nothing, { body: { password } }),
    leave: () => ask('DELETE', '/api/session', nothing),
  },
  /** Copies of the whole database. */
  copies: {
    list: () => ask('GET', '/api/copies', readCopies),
    make: () => ask('POST', '/api/copies', readCopy),
    restore: (name: string) => ask('POST', `/api/copies/${name}/restore`, readLacks),
    replace: (file: Blob) =>
      ask('PUT', '/api/copies/now', readLacks, { body: file, headers: { 'content-type': 'application/vnd.sqlite3' } }),
  },
  /** What takes up how much room. */
  space: async () => (await ask('GET', '/api/space', readSpace)).rows,
  binned: () =>
    ask<{ [K in BinnedKind as `${K}s`]: Listed<Summaries[K]>[] }>(
      'GET',
      '/api/bin',
      fields({
        grooves: readListed('groove'),
        kits: readListed('kit'),
        cells: readListed('cell'),
        recipes: readListed('recipe'),
        phrases: readListed('phrase'),
        plans: readListed('plan'),
        recordings: readListed('recording'),
      }),
    ),
  /** For good: all that is in the bin, or one thing; what is still needed stays, and is named. */
  emptyBin: (only?: { kind: string; id: string }) => ask('DELETE', '/api/bin', readEmptied, { query: { ...only } }),
  log: {
    page: (offset: number, limit: number, filter: LogFilter = {}) =>
      ask('GET', '/api/log', readLogPage, { query: { offset, limit, ...filter } }),
    get: (id: string) => ask('GET', `/api/log/${id}`, readEntryRow),
    due: async (today: string, spacing?: readonly number[]) =>
      (await ask('GET', '/api/log/due', readDue, { query: { today, ...(spacing ? { spacing: spacing.join() } : {}) } }))
        .due,
    sums: (filter: LogFilter = {}, lines = 1) => ask('GET', '/api/log/sums', readSums, { query: { ...filter, lines } }),
    figures: async (about: string) => (await ask('GET', '/api/log/figures', readFigures, { query: { about } })).figures,
    put: (entry: LogEntry) => ask('POST', '/api/log', readEntryRow, { body: entry }),
    correct: (entry: LogEntry) => ask('PUT', `/api/log/${entry.id}`, readEntryRow, { body: entry }),
    putMany: (entries: readonly LogEntry[]) => ask('POST', '/api/log/many', readTaken, { body: { entries } }),
    bin: (id: string) => ask('DELETE', `/api/log/${id}`, nothing),
    restore: (id: string) => ask('POST', `/api/log/${id}/restore`, nothing),
    note: async (day: string) => (await ask('GET', `/api/days/${day}`, readNote)).note,
    setNote: (day: string, note: string) => ask('PUT', `/api/days/${day}`, readNote, { body: { note } }),
  },
}

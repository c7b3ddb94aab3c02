import type { FetchError } from 'ofetch'
import { ref } from 'vue'
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
  readListed,
  readLogPage,
  readNote,
  readSaved,
  readSession,
  readStored,
  readSums,
  readTaken,
  wantedQuery,
} from '#core/documents/wire'
import type { LogEntry, LogFilter } from '#core/practise'
import { present } from '#core/present'
import { type Read, fields, listOf } from '#core/read'
import { lackingHere } from './lacking'

/** A request that was answered with a problem document. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly body: Record<string, unknown>,
  ) {
    super(message)
  }

  /** True of what has nothing to do with what was sent: the password is asked for again, or the store fails. It is kept, and tried again. */
  get passing() {
    return this.status === 401 || this.status >= 500
  }
}

/** No answer at all: the server is not running, or cannot be reached. */
export class ApiSilent extends Error {
  constructor() {
    super('Bazzet’s server does not answer. Start it again with the command you started it with; nothing here is lost.')
  }
}

/** True once the server has asked this page for its password. */
export const passwordAsked = ref(false)

interface More {
  body?: object
  query?: object
  keepalive?: boolean
  headers?: Record<string, string>
}

async function answer(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, more: More): Promise<unknown> {
  try {
    return await $fetch<unknown>(path, { method, retry: 0, ...more })
  } catch (error) {
    const { status, data } = error as FetchError<Record<string, unknown>>
    if (!status) throw new ApiSilent()
    if (status === 401) passwordAsked.value = true
    throw new ApiProblem(status, String(data?.detail ?? (error as Error).message), data ?? {})
  }
}

/** Asks the server, and reads what it answers: another Bazzet than this page belongs to may answer otherwise. */
async function ask<T>(
  method: 'GET' | 'POST' | 'PUT' | 'DELETE',
  path: string,
  read: Read<T>,
  more: More = {},
): Promise<T> {
  const value = read(await answer(method, path, more))
  if (value === undefined)
    throw new ApiProblem(
      502,
      'The server’s answer is not what this page expects: Bazzet may have been renewed meanwhile. Load the page again.',
      {},
    )
  return value
}

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
    restore: (name: string) => ask('POST', `/api/copies/${name}/restore`, nothing),
    replace: (file: Blob) =>
      ask('PUT', '/api/copies/now', nothing, { body: file, headers: { 'content-type': 'application/vnd.sqlite3' } }),
  },
  /** A file of the player's own, under the SHA-256 of its bytes; answers that hash. */
  asset: async (bytes: Uint8Array<ArrayBuffer>, type = 'audio/wav'): Promise<string> => {
    if (!crypto.subtle) throw new ApiProblem(0, present(lackingHere(), 'answer'), {})
    const sha256 = [...new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))]
      .map(byte => byte.toString(16).padStart(2, '0'))
      .join('')
    await ask('PUT', `/api/assets/${sha256}`, nothing, {
      body: new Blob([bytes], { type }),
      headers: { 'content-type': type },
    })
    return sha256
  },
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

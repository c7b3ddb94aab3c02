import type { FetchError } from 'ofetch'
import { ref } from 'vue'
import type { Documents, KindName, Summaries } from '#core/documents'
import type { Due, FigureBest, LogEntry, LogFilter, LogSums } from '#core/practise'
import { lacking } from './lacking'

/** A document as the server keeps it: the revision, and the store that counts it. */
export interface Stored<T> {
  revision: number
  store: string
  updatedAt: string
  document: T
}

/** A copy of the database, as the server lists it. */
export interface Copy {
  name: string
  madeAt: string
  bytes: number
}

/** A line of a list. */
export interface Listed<S> {
  revision: number
  updatedAt: string
  summary: S
}

/** Which documents a list is of; see docs/api.md. */
export interface Wanted {
  only?: readonly string[]
  family?: string
  ticks?: number
  about?: string
  words?: string
  most?: number
}

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

async function ask<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, more: More = {}): Promise<T> {
  try {
    return (await $fetch<T>(path, { method, retry: 0, ...more })) as T
  } catch (error) {
    const { status, data } = error as FetchError<Record<string, unknown>>
    if (!status) throw new ApiSilent()
    if (status === 401) passwordAsked.value = true
    throw new ApiProblem(status, String(data?.detail ?? (error as Error).message), data ?? {})
  }
}

/** The routes of one kind of document. */
function routes<K extends KindName>(kind: K) {
  type D = Documents[K]
  // As `folderOf` of core/documents, which brings every schema along.
  const folder = `${kind}s` as const
  const path = `/api/${folder}`
  return {
    list: async (wanted: Wanted = {}) =>
      (
        await ask<Record<string, Listed<Summaries[K]>[]>>('GET', path, {
          query: { ...wanted, only: wanted.only?.join() },
        })
      )[folder]!,
    some: async (ids: readonly string[]) =>
      ids.length
        ? (await ask<Record<string, Stored<D>[]>>('GET', `${path}/some`, { query: { ids: ids.join() } }))[folder]!
        : [],
    get: (id: string) => ask<Stored<D>>('GET', `${path}/${id}`),
    getAt: (id: string, revision: number) => ask<Stored<D>>('GET', `${path}/${id}`, { query: { revision } }),
    create: (document: D) => ask<Stored<D>>('POST', path, { body: document }),
    save: (document: D, { revision, store }: { revision: number; store?: string | undefined }, keepalive = false) =>
      ask<{ revision: number; updatedAt: string }>('PUT', `${path}/${document.id}`, {
        body: { revision, store, document },
        keepalive,
      }),
    bin: (id: string) => ask<undefined>('DELETE', `${path}/${id}`),
    restore: (id: string) => ask<undefined>('POST', `${path}/${id}/restore`),
  }
}
export type Routes<K extends KindName> = ReturnType<typeof routes<K>>

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
    look: () => ask<{ asked: boolean; entered: boolean }>('GET', '/api/session'),
    enter: (password: string) => ask<undefined>('POST', '/api/session', { body: { password } }),
    leave: () => ask<undefined>('DELETE', '/api/session'),
  },
  /** Copies of the whole database. */
  copies: {
    list: () => ask<{ folder: string; copies: Copy[] }>('GET', '/api/copies'),
    make: () => ask<Copy>('POST', '/api/copies'),
    restore: (name: string) => ask<undefined>('POST', `/api/copies/${name}/restore`),
    replace: (file: Blob) =>
      ask<undefined>('PUT', '/api/copies/now', { body: file, headers: { 'content-type': 'application/vnd.sqlite3' } }),
  },
  /** A file of the player's own, under the SHA-256 of its bytes; answers that hash. */
  asset: async (bytes: Uint8Array<ArrayBuffer>, type = 'audio/wav'): Promise<string> => {
    if (!crypto.subtle) throw new ApiProblem(0, lacking()!, {})
    const sha256 = [...new Uint8Array(await crypto.subtle.digest('SHA-256', bytes))]
      .map(byte => byte.toString(16).padStart(2, '0'))
      .join('')
    await ask<undefined>('PUT', `/api/assets/${sha256}`, {
      body: new Blob([bytes], { type }),
      headers: { 'content-type': type },
    })
    return sha256
  },
  binned: () =>
    ask<{ [K in Exclude<KindName, 'player' | 'sitting'> as `${K}s`]: Listed<Summaries[K]>[] }>('GET', '/api/bin'),
  /** For good: all that is in the bin, or one thing; what is still needed stays, and is named. */
  emptyBin: (only?: { kind: string; id: string }) =>
    ask<{ gone: number; kept: { title: string; neededBy: string[] }[] }>('DELETE', '/api/bin', { query: { ...only } }),
  log: {
    page: (offset: number, limit: number, filter: LogFilter = {}) =>
      ask<{ entries: LogEntry[]; total: number }>('GET', '/api/log', { query: { offset, limit, ...filter } }),
    get: (id: string) => ask<LogEntry>('GET', `/api/log/${id}`),
    due: async (today: string, spacing?: readonly number[]) =>
      (
        await ask<{ due: Due[] }>('GET', '/api/log/due', {
          query: { today, ...(spacing ? { spacing: spacing.join() } : {}) },
        })
      ).due,
    sums: (filter: LogFilter = {}, lines = 1) => ask<LogSums>('GET', '/api/log/sums', { query: { ...filter, lines } }),
    figures: async (about: string) =>
      (await ask<{ figures: FigureBest[] }>('GET', '/api/log/figures', { query: { about } })).figures,
    put: (entry: LogEntry) => ask<LogEntry>('POST', '/api/log', { body: entry }),
    correct: (entry: LogEntry) => ask<LogEntry>('PUT', `/api/log/${entry.id}`, { body: entry }),
    putMany: (entries: readonly LogEntry[]) =>
      ask<{ kept: number; known: number }>('POST', '/api/log/many', { body: { entries } }),
    bin: (id: string) => ask<undefined>('DELETE', `/api/log/${id}`),
    restore: (id: string) => ask<undefined>('POST', `/api/log/${id}/restore`),
    note: async (day: string) => (await ask<{ note: string }>('GET', `/api/days/${day}`)).note,
    setNote: (day: string, note: string) => ask<{ note: string }>('PUT', `/api/days/${day}`, { body: { note } }),
  },
}

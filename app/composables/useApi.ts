import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import type { LogEntry, Plan } from '#core/practise'
import type { Recipe } from '#core/vary'

/** A document as the server keeps it. */
export interface Stored<T> { revision: number, updatedAt: string, document: T }

/** A request that was answered with a problem document. */
export class ApiProblem extends Error {
  constructor(readonly status: number, message: string, readonly body: Record<string, unknown>) {
    super(message)
  }
}

/** No answer at all: the server is not running, or cannot be reached. */
export class ApiSilent extends Error {
  constructor() {
    super('Bazzet’s server does not answer. Start it again with the command you started it with; nothing here is lost.')
  }
}

async function ask<T>(method: string, path: string, body?: unknown, keepalive = false): Promise<T> {
  let answer: Response
  try {
    answer = await fetch(path, {
      method,
      keepalive,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    })
  } catch {
    throw new ApiSilent()
  }
  if (answer.status === 204) return undefined as T
  const data = await answer.json() as Record<string, unknown>
  if (!answer.ok) throw new ApiProblem(answer.status, String(data.detail ?? answer.statusText), data)
  return data as T
}

/** One kind of document at its path. */
const documents = <T extends { id: string }>(path: string) => ({
  get: (id: string) => ask<Stored<T>>('GET', `${path}/${id}`),
  create: (document: T) => ask<Stored<T>>('POST', path, document),
  save: (document: T, revision: number, keepalive = false) =>
    ask<Omit<Stored<T>, 'document'>>('PUT', `${path}/${document.id}`, { revision, document }, keepalive),
  bin: (id: string) => ask<undefined>('DELETE', `${path}/${id}`),
  restore: (id: string) => ask<undefined>('POST', `${path}/${id}/restore`),
})

/** The server's routes; see docs/api.md. */
export const api = {
  grooves: {
    ...documents<Groove>('/api/grooves'),
    list: async () => (await ask<{ grooves: Stored<Groove>[] }>('GET', '/api/grooves')).grooves,
    binned: async () => (await ask<{ grooves: Stored<Groove>[] }>('GET', '/api/bin')).grooves,
  },
  kits: {
    ...documents<Kit>('/api/kits'),
    list: async () => (await ask<{ kits: Stored<Kit>[] }>('GET', '/api/kits')).kits,
  },
  recipes: {
    ...documents<Recipe>('/api/recipes'),
    list: async () => (await ask<{ recipes: Stored<Recipe>[] }>('GET', '/api/recipes')).recipes,
  },
  plans: {
    ...documents<Plan>('/api/plans'),
    list: async (grooveId?: string) => (await ask<{ plans: Stored<Plan>[] }>('GET', `/api/plans${grooveId ? `?grooveId=${grooveId}` : ''}`)).plans,
  },
  log: {
    list: async () => (await ask<{ entries: LogEntry[] }>('GET', '/api/log')).entries,
    put: (entry: LogEntry) => ask<LogEntry>('POST', '/api/log', entry),
  },
}

export const useApi = () => api

/** A new id for a document or a part. */
export const newId = (): string => crypto.randomUUID()

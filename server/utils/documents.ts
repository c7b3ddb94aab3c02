import { type H3Event, getRouterParam, setResponseStatus } from 'h3'
import { z } from 'zod'
import type { DocumentRepository } from '../db/repositories/documents'
import { readBodyAs } from './body'
import { noSuch, problem } from './problems'

const param = (event: H3Event): string => getRouterParam(event, 'id') ?? ''

/** A document fetched by the id in the path. */
export async function getDocument<T>(event: H3Event, what: string, repository: DocumentRepository<T>) {
  const stored = await repository.get(param(event))
  if (!stored) throw noSuch(what, param(event))
  return stored
}

/** A new document from the body. */
export async function createDocument<T extends { id: string }>(event: H3Event, what: string, schema: z.ZodType<T>, repository: DocumentRepository<T>, check?: (document: T) => Promise<void>) {
  const document = await readBodyAs(event, schema, what)
  await check?.(document)
  const stored = await repository.create(document)
  if (!stored) throw problem(409, `There is already a ${what} with the id “${document.id}”. Give the new one another id.`)
  setResponseStatus(event, 201)
  return stored
}

/** A document saved over the revision it was made from; a stale save is refused with both versions. */
export async function saveDocument<T extends { id: string }>(event: H3Event, what: string, schema: z.ZodType<T>, repository: DocumentRepository<T>) {
  const body = z.strictObject({ revision: z.number({ error: 'revision is the number of the revision this was made from.' }), document: schema })
  const { revision, document } = await readBodyAs(event, body, what)
  if (document.id !== param(event)) throw problem(422, `The path names “${param(event)}”, the document “${document.id}”.`, { problems: [{ path: 'document.id', reason: 'This must be the id in the path.' }] })
  const saved = await repository.save(document, revision)
  if (saved.kind === 'missing') throw noSuch(what, document.id)
  if (saved.kind === 'stale') {
    throw problem(409, `This ${what} was saved elsewhere in the meantime: revision ${saved.theirs.revision} is there, and yours was made from ${revision}. Nothing was written.`, { theirs: saved.theirs, yours: document })
  }
  return { revision: saved.stored.revision, updatedAt: saved.stored.updatedAt }
}

/** A document put in the bin or taken out of it. */
export async function binDocument<T>(event: H3Event, what: string, repository: DocumentRepository<T>, binned: boolean) {
  if (!await repository.setBinned(param(event), binned)) throw noSuch(what, param(event))
  setResponseStatus(event, 204)
  return null
}

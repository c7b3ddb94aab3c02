import { type H3Event, getRouterParam } from 'h3'
import { z } from 'zod'
import { type Documents, KINDS, KIND_NAMES, type Kind, type KindName, folderOf } from '#core/documents'
import { readAs } from '#core/result'
import { type Database, database } from '../db'
import type { DocumentRepository } from '../db/repositories/documents'
import { readJson, valid } from './body'
import { noSuchRoute, problem } from './problems'

/** A kind as a route sees it; which of them it is, only the path knows. */
interface Asked {
  name: KindName
  kind: Kind<KindName>
  kept: DocumentRepository<KindName>
  id: string
  db: Database
}

/** The kind that the path names, and the id in it. A path that names none is no route. */
export async function asked(event: H3Event): Promise<Asked> {
  const name = KIND_NAMES.find(kind => folderOf(kind) === getRouterParam(event, 'kind'))
  if (!name) throw noSuchRoute(event)
  const db = await database()
  return {
    name,
    kind: KINDS[name],
    kept: db.documents[name] as unknown as DocumentRepository<KindName>,
    id: getRouterParam(event, 'id') ?? '',
    db,
  }
}

/** As `asked`, for what is not done to a kind that there is only one of. */
export async function askedOfMany(event: H3Event): Promise<Asked> {
  const one = await asked(event)
  if (one.kind.single)
    throw problem(
      405,
      `There is one ${one.kind.what}, which is neither made nor thrown away. Change it: PUT ${event.path.split('?')[0]!.replace(/\/api\/players.*/, '/api/players/me')}.`,
    )
  return one
}

/** A document from a part of the body, by its kind's own reading. */
export const readDocument = ({ kind }: Asked, input: unknown, under = ''): Documents[KindName] =>
  valid(kind.read(input), under)

const saveSchema = z.strictObject({
  revision: z.number({ error: 'revision is the number of the revision this was made from.' }),
  store: z
    .string({ error: 'store is the name of the store that the revision was read from; it may be left out.' })
    .optional(),
  document: z.unknown(),
})

/** The body of a save: the revision it was made from, the store that was in, and the document. */
export async function readSave(event: H3Event, of: Asked) {
  const { revision, store, document } = valid(readAs(saveSchema, await readJson(event), 'save'))
  return { revision, store, document: readDocument(of, document, 'document') }
}

/** Refuses a document that makes no sense without another which is not here. */
export async function checkReferences({ kind, db }: Asked, document: Documents[KindName]): Promise<void> {
  const needed = kind.refers(document).filter(reference => reference.needed)
  for (const { kind: other, id, path } of needed) {
    if (await db.documents[other].get(id)) continue
    const { what } = KINDS[other]
    throw problem(422, `This ${kind.what} is for the ${what} “${id}”, which is not here.`, {
      problems: [{ path, reason: `This must be the id of a ${what} that is kept here.` }],
    })
  }
}

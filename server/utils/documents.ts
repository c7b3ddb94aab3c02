import { type H3Event, getQuery, getRouterParam } from 'h3'
import { z } from 'zod'
import { type Documents, KINDS, KIND_NAMES, type Kind, type KindName, folderOf } from '#core/documents'
import { type Result, readAs } from '#core/result'
import { type Database, database } from '../db'
import type { DocumentRepository, Wanted } from '../db/repositories/documents'
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
    kind: KINDS[name] as Kind<KindName>,
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
  valid(kind.read(input) as Result<Documents[KindName]>, under)

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

const text = (value: unknown): string | undefined => (typeof value === 'string' ? value : undefined)
const MOST_IDS = 200

/** Ids from a query: `'a,b' // => ['a', 'b']`. */
export function idsOf(value: unknown): string[] | undefined {
  const ids = text(value)?.split(',').filter(Boolean)
  if (ids && ids.length > MOST_IDS)
    throw problem(422, `At most ${MOST_IDS} documents are asked for at once; these are ${ids.length}.`)
  return ids
}

/** A whole number from a query, or undefined where it is not there; anything else is refused by name. */
export function numberOf(value: unknown, name: string, least: number, most: number): number | undefined {
  if (value === undefined) return undefined
  const number = Number(value)
  if (!Number.isInteger(number) || number < least || number > most)
    throw problem(422, `${name} is a whole number from ${least} to ${most}; “${String(value)}” is not.`, {
      problems: [{ path: name, reason: `A whole number from ${least} to ${most}.` }],
    })
  return number
}

/** Which documents a list is asked for. */
export function wantedOf(event: H3Event): Wanted {
  const { only, family, ticks, about, words, most } = getQuery(event)
  const wanted: Wanted = {}
  const ids = idsOf(only)
  if (ids) wanted.only = ids
  if (text(family)) wanted.family = text(family)!
  if (text(about)) wanted.about = text(about)!
  if (text(words)) wanted.words = text(words)!.split(/\s+/).filter(Boolean)
  const long = numberOf(ticks, 'ticks', 1, 1e9)
  if (long !== undefined) wanted.ticks = long
  const many = numberOf(most, 'most', 1, 10_000)
  if (many !== undefined) wanted.most = many
  return wanted
}

import { createWriteStream, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Transform } from 'node:stream'
import { pipeline } from 'node:stream/promises'
import { type H3Event, getRouterParam } from 'h3'
import { databasePath } from '../db/connection'
import type { Database } from '../db'
import { copiesFolder, listFiles } from '../db/copies'
import { problem } from './problems'

/** The largest database that is taken in, in bytes. */
const MOST = 2 * 1024 ** 3

/** The copy that the path names, as a file; one that is not there is said. */
export function copyAsked(event: H3Event): string {
  const name = getRouterParam(event, 'name') ?? ''
  const path = databasePath()
  if (!listFiles(path).some(copy => copy.name === name))
    throw problem(404, `There is no copy “${name.slice(0, 80)}” here. GET /api/copies lists those there are.`)
  return join(copiesFolder(path), name)
}

/** The sounds that are here whole. */
export const soundsHere = async (db: Database): Promise<Set<string>> =>
  new Set((await db.assets.all()).filter(one => one.state === 'here').map(one => one.sha256))

/** How many sounds are named by what is kept and are not here. */
export async function lacksOf(db: Database): Promise<number> {
  const here = await soundsHere(db)
  const named = [...(await db.assets.named(true)).values()].flatMap(names => [...names])
  return new Set(named.filter(sha256 => !here.has(sha256))).size
}

/** Does something with the request's body as a file in a folder of its own, which is gone afterwards. */
export async function withUpload<T>(event: H3Event, does: (path: string) => Promise<T>): Promise<T> {
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-copy-'))
  let size = 0
  const counted = new Transform({
    transform(chunk: Buffer, _, done) {
      size += chunk.length
      done(
        size > MOST
          ? problem(413, `The file is over ${MOST / 1024 ** 3} GB; no copy of a database is that large.`)
          : null,
        chunk,
      )
    },
  })
  try {
    const path = join(folder, 'upload.db')
    await pipeline(event.node.req, counted, createWriteStream(path))
    return await does(path)
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

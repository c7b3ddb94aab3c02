import { randomUUID } from 'node:crypto'
import { copyFileSync, renameSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { QueryTypes } from 'sequelize'
import sqlite3 from 'sqlite3'
import { KIND_NAMES, type KindName } from '#core/documents'
import { KITS, USUAL_PLAYER } from '#core/kit'
import { RECIPES } from '#core/vary'
import { bringUp } from './bring-up'
import { bringUpSounds } from './bring-up-sounds'
import { databasePath, migrationsIn, openDatabase, soundsPath } from './connection'
import { checkDatabase, copiesFolder, copyDatabase, soundsInCopies } from './copies'
import { lacksMigrations, migrate, unknownMigration } from './migrations'
import { defineModels } from './models'
import { type DocumentRepository, documentRepository } from './repositories/documents'
import { type AssetRepository, assetRepository } from './repositories/assets'
import { type LogRepository, logRepository } from './repositories/log'
import { openSounds } from './sound-store'

/** Everything that is kept. */
export interface Database {
  documents: { [K in KindName]: DocumentRepository<K> }
  log: LogRepository
  assets: AssetRepository
  close(): Promise<void>
}

/** Opens, migrates and wraps the database at a path. One from a newer Bazzet is refused and not touched. */
export async function connect(path: string): Promise<Database> {
  const through = await migrationsIn(path)
  const newer = unknownMigration(through)
  if (newer)
    throw new Error(
      `${path} is from a newer Bazzet: it has been through “${newer}”, which this one does not know. Start that Bazzet, or name another file in BAZZET_DB. Nothing was changed.`,
    )
  // What a migration would change is copied first.
  if (through.length && lacksMigrations(through))
    await copyDatabase(path, join(copiesFolder(path), `before-${through.at(-1)}-${stampOf(new Date())}.db`))
  const sequelize = await openDatabase(path)
  const run = await migrate(sequelize)
  const models = defineModels(sequelize)
  await bringUp(sequelize, models, run.length > 0)
  const [store] = await sequelize.query<{ value: string }>("SELECT value FROM about WHERE name = 'store'", {
    type: QueryTypes.SELECT,
  })
  const repositories = KIND_NAMES.map(kind => [
    kind,
    documentRepository(kind, sequelize, models.documents[kind], store!.value),
  ])
  const documents = Object.fromEntries(repositories) as Database['documents']
  // What ships is the player's own from the first start: to be changed, renamed or binned like anything else.
  await documents.kit.createAll(KITS.toReversed())
  await documents.recipe.createAll(RECIPES.toReversed())
  await documents.player.createAll([USUAL_PLAYER])
  const sounds = await openSounds(soundsPath(path))
  await bringUpSounds(sequelize, models.assets, sounds)
  const assets = assetRepository(sequelize, models.assets, sounds)
  await assets.sweep(await soundsInCopies(path))
  const close = async () => void (await Promise.all([sequelize.close(), sounds.close()]))
  return { documents, log: logRepository(sequelize, models), assets, close }
}

/** Fills a database that was just opened, such as with the demo world. */
type Loader = (db: Database) => Promise<void>
const loaders: Loader[] = []

/** Has a loader run when the application's database is opened; it must be set before that. */
export const whenOpened = (loader: Loader): number => loaders.push(loader)

let opened: Promise<Database> | undefined
/** While another file takes the database's place. */
let replacing: Promise<unknown> | undefined

/** The application's one database: opened, migrated and filled on first use. */
export async function database(): Promise<Database> {
  await replacing
  return (opened ??= open())
}

/** A moment as part of a file's name, to the millisecond, so that no copy is made over another: `stampOf(new Date(0)) // => '1970-01-01T00-00-00-000'`. */
export const stampOf = (moment: Date): string => moment.toISOString().slice(0, 23).replace(/[:.]/g, '-')

/**
 * Puts a file in the database's place: looked through first, the one that was there copied, and put back should the new one not open. It
 * counts as another store from then on, so that pages which held the old one do not save over it. Answers why not, where it was not done.
 */
export async function replaceDatabase(from: string): Promise<string | undefined> {
  const wrong = await checkDatabase(from)
  if (wrong) return `${wrong} Nothing was changed.`
  const newer = unknownMigration(await migrationsIn(from))
  if (newer)
    return `This copy is from a newer Bazzet: it has been through “${newer}”, which this one does not know. Nothing was changed.`
  const before = await database()
  const path = databasePath()
  const work = (async () => {
    await copyDatabase(path, join(copiesFolder(path), `before-restore-${stampOf(new Date())}.db`))
    await before.close()
    renameSync(path, `${path}.old`)
    try {
      for (const rest of ['-wal', '-shm']) rmSync(path + rest, { force: true })
      copyFileSync(from, path)
      await renameStore(path)
      opened = Promise.resolve(await connect(path))
      rmSync(`${path}.old`, { force: true })
      return undefined
    } catch (error) {
      for (const rest of ['', '-wal', '-shm']) rmSync(path + rest, { force: true })
      renameSync(`${path}.old`, path)
      opened = connect(path)
      return `The copy could not be opened: ${(error as Error).message}. What was here is here again.`
    }
  })()
  replacing = work.catch(() => undefined)
  try {
    return await work
  } finally {
    replacing = undefined
  }
}

/** Gives a database another name for its store. */
const renameStore = (path: string): Promise<void> =>
  new Promise((done, fail) => {
    const db = new sqlite3.Database(path, opening => {
      if (opening) return fail(opening)
      db.run("UPDATE about SET value = ? WHERE name = 'store'", [randomUUID()], error =>
        db.close(() => (error ? fail(error) : done())),
      )
    })
  })

async function open(): Promise<Database> {
  const db = await connect(databasePath())
  for (const load of loaders) await load(db)
  return db
}

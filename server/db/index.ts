import { QueryTypes } from 'sequelize'
import { KIND_NAMES, type KindName } from '#core/documents'
import { KITS, USUAL_PLAYER } from '#core/kit'
import { RECIPES } from '#core/vary'
import { databasePath, migrationsIn, openDatabase } from './connection'
import { migrate, unknownMigration } from './migrations'
import { defineModels } from './models'
import { type DocumentRepository, documentRepository } from './repositories/documents'
import { type AssetRepository, assetRepository } from './repositories/assets'
import { type LogRepository, logRepository } from './repositories/log'

/** Everything that is kept. */
export interface Database {
  documents: { [K in KindName]: DocumentRepository<K> }
  log: LogRepository
  assets: AssetRepository
  close(): Promise<void>
}

/** Opens, migrates and wraps the database at a path. One from a newer Bazzet is refused and not touched. */
export async function connect(path: string): Promise<Database> {
  const newer = unknownMigration(await migrationsIn(path))
  if (newer) throw new Error(`${path} is from a newer Bazzet: it has been through “${newer}”, which this one does not know. Start that Bazzet, or name another file in BAZZET_DB. Nothing was changed.`)
  const sequelize = await openDatabase(path)
  await migrate(sequelize)
  const [store] = await sequelize.query<{ value: string }>('SELECT value FROM about WHERE name = \'store\'', { type: QueryTypes.SELECT })
  const models = defineModels(sequelize)
  const repositories = KIND_NAMES.map(kind => [kind, documentRepository(kind, sequelize, models.documents[kind], store!.value)])
  const documents = Object.fromEntries(repositories) as Database['documents']
  // What ships is the player's own from the first start: to be changed, renamed or binned like anything else.
  await documents.kit.createAll(KITS.toReversed())
  await documents.recipe.createAll(RECIPES.toReversed())
  await documents.player.createAll([USUAL_PLAYER])
  const assets = assetRepository(sequelize)
  await assets.sweep()
  return { documents, log: logRepository(sequelize, models.log), assets, close: () => sequelize.close() }
}

/** Fills a database that was just opened, such as with the demo world. */
type Loader = (db: Database) => Promise<void>
const loaders: Loader[] = []

/** Has a loader run when the application's database is opened; it must be told before that. */
export const whenOpened = (loader: Loader): number => loaders.push(loader)

let opened: Promise<Database> | undefined

/** The application's one database: opened, migrated and filled on first use. */
export const database = (): Promise<Database> => (opened ??= open())

async function open(): Promise<Database> {
  const db = await connect(databasePath())
  for (const load of loaders) await load(db)
  return db
}

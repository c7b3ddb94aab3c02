import type { Groove } from '#core/groove'
import { KITS, type Kit } from '#core/kit'
import type { Plan } from '#core/practise'
import { RECIPES, type Recipe } from '#core/vary'
import { databasePath, openDatabase } from './connection'
import { migrate } from './migrations'
import { defineModels } from './models'
import { type DocumentRepository, documentRepository } from './repositories/documents'
import { type LogRepository, logRepository } from './repositories/log'

/** Everything that is kept. */
export interface Database {
  grooves: DocumentRepository<Groove>
  plans: DocumentRepository<Plan>
  kits: DocumentRepository<Kit>
  recipes: DocumentRepository<Recipe>
  log: LogRepository
  close(): Promise<void>
}

/** Opens, migrates and wraps the database at a path. */
export async function connect(path: string): Promise<Database> {
  const sequelize = openDatabase(path)
  await migrate(sequelize)
  const models = defineModels(sequelize)
  const kits = documentRepository<Kit>(sequelize, models.kits)
  const recipes = documentRepository<Recipe>(sequelize, models.recipes)
  // What ships is the player's own from the first start: to be changed, renamed or binned like anything else.
  for (const kit of KITS.toReversed()) await kits.create(kit)
  for (const recipe of RECIPES.toReversed()) await recipes.create(recipe)
  return {
    kits,
    recipes,
    grooves: documentRepository<Groove>(sequelize, models.grooves),
    plans: documentRepository<Plan>(sequelize, models.plans),
    log: logRepository(sequelize, models.log),
    close: () => sequelize.close(),
  }
}

let opened: Promise<Database> | undefined

/** The application's one database: opened, migrated and, where it was asked for, given the demo world, on first use. */
export const database = (): Promise<Database> => (opened ??= open())

async function open(): Promise<Database> {
  const db = await connect(databasePath())
  if (process.env.BAZZET_DEMO === '1') {
    const { loadDemo } = await import('../../demo/load')
    await loadDemo(db, new Date())
  }
  return db
}

import type { QueryInterface, Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as begin from './001-begin'
import * as kits from './002-kits'
import * as recipes from './003-recipes'
import * as shapes from './004-shapes'
import * as limits from './005-limits'
import * as cells from './006-cells'
import * as revisions from './007-revisions'
import * as phrases from './008-phrases'
import * as practice from './009-practice'
import * as sounds from './010-sounds'
import * as sittings from './011-sittings'
import * as soundRows from './012-sound-rows'
import * as recordings from './013-recordings'
import * as pieces from './sounds/001-pieces'

interface Migration {
  name: string
  up(db: QueryInterface): Promise<void>
  down(db: QueryInterface): Promise<void>
}

const MIGRATIONS: readonly Migration[] = [
  begin,
  kits,
  recipes,
  shapes,
  limits,
  cells,
  revisions,
  phrases,
  practice,
  sounds,
  sittings,
  soundRows,
  recordings,
]
/** Those of the database of sounds. */
export const SOUND_MIGRATIONS: readonly Migration[] = [pieces]

/** The newest migration's name: what a database that is up to date has been through. */
export const NEWEST = MIGRATIONS.at(-1)!.name

/** Says which of the migrations a database has been through this Bazzet does not know: it is from a newer one. */
export function unknownMigration(names: readonly string[], of = MIGRATIONS): string | undefined {
  const known = new Set<string>(of.map(migration => migration.name))
  return names.find(name => !known.has(name))
}

/** Whether a database that has been through these lacks some that this Bazzet knows. */
export const lacksMigrations = (names: readonly string[]): boolean =>
  MIGRATIONS.some(migration => !names.includes(migration.name))

const umzug = (sequelize: Sequelize, of: readonly Migration[]) =>
  new Umzug<QueryInterface>({
    migrations: of.map(({ name, up, down }) => ({
      name,
      up: ({ context }) => up(context),
      down: ({ context }) => down(context),
    })),
    context: sequelize.getQueryInterface(),
    storage: new SequelizeStorage({ sequelize }),
    logger: undefined,
  })

/** Brings a database up to date, or to an older migration by its name; running it again does nothing. */
export const migrate = (sequelize: Sequelize, to?: string, of = MIGRATIONS) => umzug(sequelize, of).up(to ? { to } : {})

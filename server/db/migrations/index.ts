import type { QueryInterface, Sequelize } from 'sequelize'
import { SequelizeStorage, Umzug } from 'umzug'
import * as begin from './001-begin'
import * as kits from './002-kits'
import * as recipes from './003-recipes'

/** Brings a database up to date; running it again does nothing. */
export const migrate = (sequelize: Sequelize) => new Umzug<QueryInterface>({
  migrations: [begin, kits, recipes].map(({ name, up, down }) => ({ name, up: ({ context }) => up(context), down: ({ context }) => down(context) })),
  context: sequelize.getQueryInterface(),
  storage: new SequelizeStorage({ sequelize }),
  logger: undefined,
}).up()

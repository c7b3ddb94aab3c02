import type { QueryInterface } from 'sequelize'
import { document } from './columns'

export const name = '003-recipes'

export const up = (db: QueryInterface): Promise<void> => db.createTable('recipes', document)

export const down = (db: QueryInterface): Promise<void> => db.dropTable('recipes')

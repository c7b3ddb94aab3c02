import type { QueryInterface } from 'sequelize'
import { document } from './columns'

export const name = '002-kits'

export const up = (db: QueryInterface): Promise<void> => db.createTable('kits', document)

export const down = (db: QueryInterface): Promise<void> => db.dropTable('kits')

import { DataTypes, type QueryInterface } from 'sequelize'
import { document, required } from './columns'

export const name = '013-recordings'

/** Recordings, in a table like that of every kind since `004-shapes`. */
export async function up(db: QueryInterface): Promise<void> {
  const { document: text, ...facts } = document
  await db.createTable('recordings', { ...facts, summary: required(DataTypes.TEXT), document: text })
  await db.sequelize.query('CREATE INDEX recordings_newest ON recordings (binnedAt, updatedAt)')
}

export const down = (db: QueryInterface): Promise<void> => db.dropTable('recordings')

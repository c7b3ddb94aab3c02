import { DataTypes, type QueryInterface } from 'sequelize'
import { document, required } from './columns'

export const name = '001-begin'

export async function up(db: QueryInterface): Promise<void> {
  await db.createTable('grooves', document)
  await db.createTable('plans', {
    ...document,
    grooveId: { ...required(DataTypes.STRING(64)), references: { model: 'grooves', key: 'id' }, onDelete: 'CASCADE' },
  })
  await db.addIndex('plans', ['grooveId'])
  // The log outlives the groove it tells of, so it holds no reference.
  await db.createTable('log', {
    id: { type: DataTypes.STRING(64), primaryKey: true },
    grooveId: required(DataTypes.STRING(64)),
    grooveTitle: required(DataTypes.STRING(160)),
    planId: required(DataTypes.STRING(64)),
    stage: required(DataTypes.STRING(160)),
    bpm: required(DataTypes.FLOAT),
    seconds: required(DataTypes.FLOAT),
    word: DataTypes.STRING(10),
    at: required(DataTypes.STRING(30)),
  })
  await db.addIndex('log', ['at'])
}

export async function down(db: QueryInterface): Promise<void> {
  for (const table of ['log', 'plans', 'grooves']) await db.dropTable(table)
}

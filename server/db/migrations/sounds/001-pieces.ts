import { DataTypes, type QueryInterface } from 'sequelize'
import { required } from '../columns'

export const name = 'sounds-001-pieces'

/** The database of sounds: each by its hash, in pieces that are brought and read one at a time. */
export async function up(db: QueryInterface): Promise<void> {
  await db.createTable('pieces', {
    sha256: { type: DataTypes.STRING(64), primaryKey: true },
    at: { type: DataTypes.INTEGER, primaryKey: true },
    bytes: required(DataTypes.BLOB),
  })
}

export const down = async (db: QueryInterface): Promise<void> => {
  await db.dropTable('pieces')
}

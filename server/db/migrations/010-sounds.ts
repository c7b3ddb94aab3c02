import { DataTypes, type QueryInterface } from 'sequelize'
import { required } from './columns'

export const name = '010-sounds'

/** Sounds of the player's own, by the hash of their file. Kits, whose strokes may name them, are brought up to date after the migrations. */
export async function up(db: QueryInterface): Promise<void> {
  await db.createTable('assets', {
    sha256: { type: DataTypes.STRING(64), primaryKey: true },
    type: required(DataTypes.STRING(40)),
    createdAt: required(DataTypes.DATE),
    bytes: required(DataTypes.BLOB),
  })
}

export const down = async (db: QueryInterface): Promise<void> => {
  await db.dropTable('assets')
}

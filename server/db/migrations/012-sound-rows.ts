import { DataTypes, type QueryInterface } from 'sequelize'
import { required } from './columns'

export const name = '012-sound-rows'

/**
 * Of a sound the row stays here; its bytes go to the database of sounds beside this one, once that is open. Until then the old
 * table waits, as `assetsWhole`.
 */
export async function up(db: QueryInterface): Promise<void> {
  await db.renameTable('assets', 'assetsWhole')
  await db.createTable('assets', {
    sha256: { type: DataTypes.STRING(64), primaryKey: true },
    type: required(DataTypes.STRING(40)),
    bytes: required(DataTypes.INTEGER),
    state: required(DataTypes.STRING(10)),
    createdAt: required(DataTypes.STRING(30)),
  })
  await db.sequelize.query(
    "INSERT INTO assets (sha256, type, bytes, state, createdAt) SELECT sha256, type, length(bytes), 'here', createdAt FROM assetsWhole",
  )
}

export const down = async (db: QueryInterface): Promise<void> => {
  await db.dropTable('assets')
  await db.renameTable('assetsWhole', 'assets')
}

import { DataTypes, type QueryInterface, QueryTypes } from 'sequelize'
import { readKit } from '#core/kit'
import { required } from './columns'

export const name = '010-sounds'

/** Sounds of the player's own, by the hash of their file; kits of version 2, whose strokes may name them. */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    await db.createTable(
      'assets',
      {
        sha256: { type: DataTypes.STRING(64), primaryKey: true },
        type: required(DataTypes.STRING(40)),
        createdAt: required(DataTypes.DATE),
        bytes: required(DataTypes.BLOB),
      },
      { transaction },
    )
    for (const { id, document } of await db.sequelize.query<{ id: string; document: string }>(
      'SELECT id, document FROM kits',
      { type: QueryTypes.SELECT, transaction },
    )) {
      const kit = readKit(JSON.parse(document))
      if (kit.ok)
        await db.sequelize.query('UPDATE kits SET document = ? WHERE id = ?', {
          replacements: [JSON.stringify(kit.value), id],
          transaction,
        })
    }
  })
}

export const down = async (db: QueryInterface): Promise<void> => {
  await db.dropTable('assets')
}

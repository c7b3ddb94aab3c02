import { type QueryInterface, QueryTypes } from 'sequelize'
import { readPlayer } from '#core/kit'

export const name = '005-limits'

/** The player of version 2, whose limits tell bursts, runs and pairs apart. One that cannot be read stays as it is. */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    const rows = await db.sequelize.query<{ id: string; document: string }>('SELECT id, document FROM players', {
      type: QueryTypes.SELECT,
      transaction,
    })
    for (const { id, document } of rows) {
      const player = readPlayer(JSON.parse(document))
      if (player.ok)
        await db.sequelize.query('UPDATE players SET document = ? WHERE id = ?', {
          replacements: [JSON.stringify(player.value), id],
          transaction,
        })
    }
  })
}

/** There is no way back: version 1 has one speed where version 2 has four. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('A player of version 2 is not taken back to version 1.')
}

import { type ModelStatic, QueryTypes, type Sequelize } from 'sequelize'
import { soundTypeOf } from '#core/formats'
import type { AssetRow } from './models'
import { PIECE, type SoundStore, piecesIn } from './sound-store'

/**
 * Brings the rows of sounds and the store of their bytes together, each time both are opened: sounds that an older Bazzet kept whole beside
 * their rows are moved; a row whose bytes are not in the store is lost until they are brought again; bytes that no row knows, since a copy
 * took the first database’s place, get one.
 */
export async function bringUpSounds(
  sequelize: Sequelize,
  model: ModelStatic<AssetRow>,
  store: SoundStore,
): Promise<void> {
  await moveWhole(sequelize, store)
  const stored = await store.all()
  for (const row of await model.findAll()) {
    const whole = stored.get(row.sha256) === row.bytes
    stored.delete(row.sha256)
    if (row.state !== 'arriving' && (row.state === 'here') !== whole)
      await row.update({ state: whole ? 'here' : 'lost' })
  }
  for (const [sha256, bytes] of stored) {
    const { value: head } = await store.read(sha256, 0, 12).next()
    const type = head && soundTypeOf(head)
    if (type && (await store.hash(sha256)) === sha256)
      await model.create({ sha256, type, bytes, state: 'here', createdAt: new Date().toISOString() })
    else await store.remove([sha256])
  }
}

/** What is cut off on the way is moved again: a piece that is there stays, and the old one goes only after the last. */
async function moveWhole(sequelize: Sequelize, store: SoundStore): Promise<void> {
  const select = <T extends object>(sql: string, replacements: unknown[] = []) =>
    sequelize.query<T>(sql, { replacements, type: QueryTypes.SELECT })
  const [old] = await select("SELECT 1 FROM sqlite_master WHERE name = 'assetsWhole'")
  if (!old) return
  const whole = await select<{ sha256: string; bytes: number }>(
    'SELECT sha256, length(bytes) AS bytes FROM assetsWhole',
  )
  for (const { sha256, bytes } of whole) {
    for (let at = 0; at < piecesIn(bytes); at++) {
      const [row] = await select<{ piece: Buffer }>(
        `SELECT substr(bytes, ?, ${PIECE}) AS piece FROM assetsWhole WHERE sha256 = ?`,
        [at * PIECE + 1, sha256],
      )
      await store.put(sha256, at, row!.piece)
    }
    await sequelize.query('DELETE FROM assetsWhole WHERE sha256 = ?', { replacements: [sha256] })
  }
  await sequelize.query('DROP TABLE assetsWhole')
}

import { createHash } from 'node:crypto'
import { QueryTypes, type Sequelize } from 'sequelize'
import type { Asset } from '#core/documents'

export interface AssetRepository {
  get(sha256: string): Promise<Asset | undefined>
  /** Keeps a file under its hash; false where it is not the file of that hash. One that is here already stays. */
  put(asset: Asset): Promise<boolean>
  /** All that some kit names, those in the bin left out: for the archive. */
  all(): Promise<Asset[]>
  /** Takes away what has been here for over a week and no kit names, of any revision that is kept. Answers how many went. */
  sweep(now?: Date): Promise<number>
}

/** So long a file stays that nothing names: a kit may name it again when something is undone. In ms. */
const GRACE = 7 * 24 * 3600 * 1000

const plain = ({ sha256, type, bytes }: { sha256: string; type: string; bytes: Buffer }): Asset => ({
  sha256,
  type,
  bytes: new Uint8Array(bytes),
})

/** Files of the player's own, each kept once, named by what is in it. */
export function assetRepository(sequelize: Sequelize): AssetRepository {
  const rows = (sql: string, replacements: unknown[] = []) =>
    sequelize.query<{ sha256: string; type: string; bytes: Buffer }>(sql, { type: QueryTypes.SELECT, replacements })
  return {
    async get(sha256) {
      const [row] = await rows('SELECT sha256, type, bytes FROM assets WHERE sha256 = ?', [sha256])
      return row && plain(row)
    },
    async put({ sha256, type, bytes }) {
      if (createHash('sha256').update(bytes).digest('hex') !== sha256) return false
      await sequelize.query('INSERT OR IGNORE INTO assets (sha256, type, createdAt, bytes) VALUES (?, ?, ?, ?)', {
        replacements: [sha256, type, new Date().toISOString(), Buffer.from(bytes)],
      })
      return true
    },
    all: async () =>
      (
        await rows(
          'SELECT sha256, type, bytes FROM assets WHERE EXISTS (SELECT 1 FROM kits WHERE binnedAt IS NULL AND instr(document, assets.sha256) > 0) ORDER BY sha256',
        )
      ).map(plain),
    async sweep(now = new Date()) {
      const gone = await rows(
        'SELECT sha256 FROM assets WHERE createdAt < ? AND NOT EXISTS (SELECT 1 FROM kits WHERE instr(document, assets.sha256) > 0)',
        [new Date(now.getTime() - GRACE).toISOString()],
      )
      for (const { sha256 } of gone)
        await sequelize.query('DELETE FROM assets WHERE sha256 = ?', { replacements: [sha256] })
      return gone.length
    },
  }
}

import { createHash } from 'node:crypto'
import { type ModelStatic, Op, type Sequelize } from 'sequelize'
import type { Asset } from '#core/documents'
import type { AssetRow } from '../models'

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

const plain = ({ sha256, type, bytes }: Pick<AssetRow, 'sha256' | 'type' | 'bytes'>): Asset => ({
  sha256,
  type,
  bytes: new Uint8Array(bytes),
})

/** Files of the player's own, each kept once, named by what is in it. */
export function assetRepository(sequelize: Sequelize, model: ModelStatic<AssetRow>): AssetRepository {
  // What names a file is looked for in the text of kits, which a model cannot join.
  const named = (kits: string) =>
    sequelize.literal(`EXISTS (SELECT 1 FROM kits WHERE ${kits}instr(document, Asset.sha256) > 0)`)
  return {
    async get(sha256) {
      const row = await model.findByPk(sha256)
      return row ? plain(row) : undefined
    },
    async put({ sha256, type, bytes }) {
      if (createHash('sha256').update(bytes).digest('hex') !== sha256) return false
      const row = { sha256, type, createdAt: new Date().toISOString(), bytes: Buffer.from(bytes) }
      await model.bulkCreate([row], { ignoreDuplicates: true })
      return true
    },
    all: async () => (await model.findAll({ where: named('binnedAt IS NULL AND '), order: ['sha256'] })).map(plain),
    async sweep(now = new Date()) {
      const gone = await model.findAll({
        attributes: ['sha256'],
        where: {
          createdAt: { [Op.lt]: new Date(now.getTime() - GRACE).toISOString() },
          [Op.and]: sequelize.literal(`NOT ${named('').val as string}`),
        },
      })
      return model.destroy({ where: { sha256: gone.map(one => one.sha256) } })
    },
  }
}

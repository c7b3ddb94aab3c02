import { type ModelStatic, Op, type Sequelize } from 'sequelize'
import type { DocumentRow } from '../models'

/** A document as it is kept: which revision, and when it was last saved. */
export interface Stored<T> { revision: number, updatedAt: string, document: T }

/** What became of a save: a new revision; a newer one that was there first; or nothing to save to. */
export type Saved<T> = { kind: 'saved', stored: Stored<T> } | { kind: 'stale', theirs: Stored<T> } | { kind: 'missing' }

/** Documents with revisions and a bin: grooves and plans alike. */
export interface DocumentRepository<T> {
  list(where?: { grooveId?: string }): Promise<Stored<T>[]>
  listBin(): Promise<Stored<T>[]>
  get(id: string): Promise<Stored<T> | undefined>
  /** Keeps a new document; undefined where the id is already taken, be it in the bin. */
  create(document: T): Promise<Stored<T> | undefined>
  /** Saves over the revision it was made from, and over no other. */
  save(document: T, from: number): Promise<Saved<T>>
  /** To the bin, or out of it; false where there is no such document. */
  setBinned(id: string, binned: boolean): Promise<boolean>
}

const stored = <T>(row: DocumentRow): Stored<T> =>
  ({ revision: row.revision, updatedAt: row.updatedAt.toISOString(), document: JSON.parse(row.document) as T })

export function documentRepository<T extends { id: string, grooveId?: string }>(sequelize: Sequelize, model: ModelStatic<DocumentRow>): DocumentRepository<T> {
  const columns = (document: T) => ({ id: document.id, grooveId: document.grooveId ?? null, document: JSON.stringify(document) })
  return {
    async list(where = {}) {
      const rows = await model.findAll({ where: { ...where, binnedAt: null }, order: [['updatedAt', 'DESC'], ['id', 'ASC']] })
      return rows.map(row => stored<T>(row))
    },
    async listBin() {
      const rows = await model.findAll({ where: { binnedAt: { [Op.ne]: null } }, order: [['binnedAt', 'DESC']] })
      return rows.map(row => stored<T>(row))
    },
    async get(id) {
      const row = await model.findOne({ where: { id, binnedAt: null } })
      return row ? stored<T>(row) : undefined
    },
    create: document => sequelize.transaction(async (transaction) => {
      if (await model.findByPk(document.id, { transaction })) return undefined
      return stored<T>(await model.create({ ...columns(document), revision: 1 }, { transaction }))
    }),
    save: (document, from) => sequelize.transaction(async (transaction): Promise<Saved<T>> => {
      const row = await model.findOne({ where: { id: document.id, binnedAt: null }, transaction })
      if (!row) return { kind: 'missing' }
      // Saving what is already kept makes no new revision and loses nothing: a request sent twice is safe.
      if (row.document === JSON.stringify(document)) return { kind: 'saved', stored: stored<T>(row) }
      if (row.revision !== from) return { kind: 'stale', theirs: stored<T>(row) }
      await row.update({ ...columns(document), revision: from + 1 }, { transaction })
      return { kind: 'saved', stored: stored<T>(row) }
    }),
    async setBinned(id, binned) {
      const [changed] = await model.update({ binnedAt: binned ? new Date() : null }, { where: { id }, silent: true })
      return changed > 0
    },
  }
}

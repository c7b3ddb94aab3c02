import { type ModelStatic, Op, QueryTypes, type Sequelize, UniqueConstraintError } from 'sequelize'
import { type Documents, KINDS, type KindName, type Summaries, folderOf } from '#core/documents'
import type { Listed, Stored, Wanted } from '#core/documents/wire'
import type { DocumentRow } from '../models'

/** What became of a save: a new revision; a newer one that was there first; or nothing to save to. */
type Saved<T> =
  { kind: 'saved'; revision: number; updatedAt: string } | { kind: 'stale'; theirs: Stored<T> } | { kind: 'missing' }

/** Documents of one kind, with revisions and a bin. Each write is one statement, and so one transaction. */
export interface DocumentRepository<K extends KindName> {
  /** The list as JSON text, newest change first: summaries are kept as text and need not be read to be sent. */
  list(wanted?: Wanted): Promise<string>
  listBin(): Promise<Listed<Summaries[K]>[]>
  get(id: string): Promise<Stored<Documents[K]> | undefined>
  /** A document as it was at a revision, where that is the newest or one that a groove says it was made from. */
  getAt(id: string, revision: number): Promise<Stored<Documents[K]> | undefined>
  /** Whole documents by their ids, in no order; those that are not here are left out. */
  some(ids: readonly string[]): Promise<Stored<Documents[K]>[]>
  /** Every document that is not in the bin, whole, the oldest change first: for an archive. */
  all(): Promise<Documents[K][]>
  /** Keeps a new document; undefined where the id is already taken, be it in the bin. */
  create(document: Documents[K]): Promise<Stored<Documents[K]> | undefined>
  /** Keeps new documents, those whose id is taken left out. */
  createAll(documents: readonly Documents[K][]): Promise<void>
  /** Saves over the revision it was made from, and over no other; `store` is where that revision was read, if it is known. */
  save(document: Documents[K], from: number, store?: string): Promise<Saved<Documents[K]>>
  /** To the bin, or out of it; false where there is no such document. */
  setBinned(id: string, binned: boolean): Promise<boolean>
  /** Takes what is in the bin away for good, with the revisions kept of it; false where it is not in the bin. */
  destroy(id: string): Promise<boolean>
  /** How many there are, the bin's too, and of how many bytes. */
  size(): Promise<{ many: number; bytes: number }>
  /** Every document, those in the bin too, with whether it is there: to find what names another. */
  everything(): Promise<{ document: Documents[K]; binned: boolean }[]>
}

const ANCESTORS = 64

export function documentRepository<K extends KindName>(
  kind: K,
  sequelize: Sequelize,
  model: ModelStatic<DocumentRow>,
  store: string,
): DocumentRepository<K> {
  type D = Documents[K]
  const { summary } = KINDS[kind]
  const table = folderOf(kind)
  const columns = (document: D) => ({
    id: document.id,
    document: JSON.stringify(document),
    summary: JSON.stringify(summary(document)),
  })
  const stored = (row: Pick<DocumentRow, 'revision' | 'updatedAt' | 'document'>): Stored<D> => ({
    revision: row.revision,
    store,
    updatedAt: row.updatedAt.toISOString(),
    document: JSON.parse(row.document) as D,
  })

  /** Where a list looks, and what with. */
  function condition({ only, family, ticks, about, words }: Wanted): { sql: string; values: unknown[] } {
    const parts = ['binnedAt IS NULL']
    const values: unknown[] = []
    const and = (sql: string, ...more: unknown[]) => {
      parts.push(sql)
      values.push(...more)
    }
    if (only) and(`id IN (${only.map(() => '?').join(', ') || 'NULL'})`, ...only)
    if (ticks !== undefined) and("json_extract(summary, '$.ticks') = ?", ticks)
    if (about !== undefined)
      and("EXISTS (SELECT 1 FROM json_each(summary, '$.subjects') WHERE json_extract(value, '$.id') = ?)", about)
    for (const word of words ?? [])
      and(
        "instr(lower(COALESCE(json_extract(summary, '$.title'), json_extract(summary, '$.name'))), ?) > 0",
        word.toLowerCase(),
      )
    if (family !== undefined) {
      and(
        `id IN (
        WITH RECURSIVE up(id, depth) AS (
          SELECT ?, 0 UNION SELECT json_extract(one.summary, '$.parent.id'), depth + 1 FROM ${table} one JOIN up ON one.id = up.id
          WHERE one.binnedAt IS NULL AND json_extract(one.summary, '$.parent.id') IS NOT NULL AND depth < ${ANCESTORS}
        ), down(id) AS (
          SELECT id FROM up UNION SELECT one.id FROM ${table} one JOIN down ON json_extract(one.summary, '$.parent.id') = down.id WHERE one.binnedAt IS NULL
        ) SELECT id FROM down)`,
        family,
      )
    }
    return { sql: parts.join(' AND '), values }
  }

  return {
    async list(wanted = {}) {
      const { sql, values } = condition(wanted)
      // A statement of our own: a family is found by recursion, and summaries go out as the text that they are.
      const rows = await sequelize.query<{ revision: number; updatedAt: string; summary: string }>(
        `SELECT revision, updatedAt, summary FROM ${table} WHERE ${sql} ORDER BY updatedAt DESC, id ASC${wanted.most ? ` LIMIT ${Math.floor(wanted.most)}` : ''}`,
        { replacements: values, type: QueryTypes.SELECT },
      )
      return `[${rows.map(row => `{"revision":${row.revision},"updatedAt":${JSON.stringify(isoOf(row.updatedAt))},"summary":${row.summary}}`).join(',')}]`
    },
    async listBin() {
      const rows = await model.findAll({
        attributes: ['revision', 'updatedAt', 'summary'],
        where: { binnedAt: { [Op.ne]: null } },
        order: [['binnedAt', 'DESC']],
      })
      return rows.map(row => ({
        revision: row.revision,
        updatedAt: row.updatedAt.toISOString(),
        summary: JSON.parse(row.summary) as Summaries[K],
      }))
    },
    async get(id) {
      const row = await model.findOne({ where: { id, binnedAt: null } })
      return row ? stored(row) : undefined
    },
    async getAt(id, revision) {
      const now = await model.findOne({ where: { id } })
      if (now?.revision === revision) return stored(now)
      if (kind !== 'groove' || !now) return undefined
      // Revisions have no model: a trigger of the database writes them, and only this reads them.
      const [old] = await sequelize.query<{ document: string }>(
        'SELECT document FROM revisions WHERE id = ? AND revision = ?',
        { replacements: [id, revision], type: QueryTypes.SELECT },
      )
      // An old revision is brought up to date as it is read: later migrations need not know of it.
      const read = old && KINDS[kind].read(JSON.parse(old.document))
      return read?.ok ? { revision, store, updatedAt: now.updatedAt.toISOString(), document: read.value } : undefined
    },
    async some(ids) {
      const rows = await model.findAll({ where: { id: [...ids], binnedAt: null } })
      return rows.map(stored)
    },
    async all() {
      const rows = await model.findAll({
        attributes: ['document'],
        where: { binnedAt: null },
        order: [
          ['updatedAt', 'ASC'],
          ['id', 'ASC'],
        ],
      })
      return rows.map(row => JSON.parse(row.document) as D)
    },
    async create(document) {
      try {
        return stored(await model.create({ ...columns(document), revision: 1 }))
      } catch (error) {
        if (error instanceof UniqueConstraintError) return undefined
        throw error
      }
    },
    async createAll(documents) {
      // A millisecond apart, so that a list shows them in the order they were given, the last first.
      const now = Date.now()
      const rows = documents.map((document, i) => ({
        ...columns(document),
        revision: 1,
        createdAt: new Date(now + i),
        updatedAt: new Date(now + i),
      }))
      if (rows.length) await model.bulkCreate(rows, { ignoreDuplicates: true })
    },
    async save(document, from, madeIn) {
      const kept = columns(document)
      const updatedAt = new Date()
      // Saving what is already kept makes no new revision and loses nothing: a request sent twice is safe.
      // As a statement of our own: the model's way to it validates and quotes the whole document, for more than the write takes.
      const bind = [kept.document, kept.summary, from + 1, writtenAs(updatedAt), document.id, from]
      const [, changed] =
        madeIn !== undefined && madeIn !== store
          ? [undefined, 0]
          : await sequelize.query(
              `UPDATE ${table} SET document = $1, summary = $2, revision = $3, updatedAt = $4 WHERE id = $5 AND revision = $6 AND binnedAt IS NULL AND document <> $1`,
              { bind, type: QueryTypes.UPDATE },
            )
      if (changed) return { kind: 'saved', revision: from + 1, updatedAt: updatedAt.toISOString() }
      const row = await model.findOne({ where: { id: document.id, binnedAt: null } })
      if (!row) return { kind: 'missing' }
      if (row.document === kept.document)
        return { kind: 'saved', revision: row.revision, updatedAt: row.updatedAt.toISOString() }
      return { kind: 'stale', theirs: stored(row) }
    },
    async setBinned(id, binned) {
      const [changed] = await model.update({ binnedAt: binned ? new Date() : null }, { where: { id }, silent: true })
      return changed > 0
    },
    async destroy(id) {
      const gone = await model.destroy({ where: { id, binnedAt: { [Op.ne]: null } } })
      if (gone && kind === 'groove') await sequelize.query('DELETE FROM revisions WHERE id = ?', { replacements: [id] })
      return gone > 0
    },
    async size() {
      const [row] = await sequelize.query<{ many: number; bytes: number | null }>(
        `SELECT COUNT(*) AS many, SUM(length(CAST(document AS BLOB))) AS bytes FROM ${table}`,
        { type: QueryTypes.SELECT },
      )
      return { many: row!.many, bytes: row!.bytes ?? 0 }
    },
    async everything() {
      const rows = await model.findAll({ attributes: ['document', 'binnedAt'] })
      return rows.map(row => ({ document: JSON.parse(row.document) as D, binned: row.binnedAt !== null }))
    },
  }
}

/** A moment as the library writes it into the database: `2026-01-31 18:30:00.000 +00:00`; and as the API tells it. */
const writtenAs = (moment: Date): string => moment.toISOString().replace('T', ' ').replace('Z', ' +00:00')
const isoOf = (moment: string): string => new Date(moment).toISOString()

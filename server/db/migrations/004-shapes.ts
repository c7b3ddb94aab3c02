import { randomUUID } from 'node:crypto'
import { DataTypes, type QueryInterface, QueryTypes, type Transaction } from 'sequelize'
import { type Documents, KINDS, type KindName } from '#core/documents'
import { entryShape, markedEntry, planShape, readEntry, readPlan } from '#core/practise'
import type { Result } from '#core/result'
import type { NoteValue } from '#core/time'
import { upgraded } from '#core/upgrade'
import { logColumns } from '../repositories/log'
import { document, required } from './columns'

export const name = '004-shapes'

interface Row {
  id: string
  document: string
  binnedAt: string | null
  createdAt: string
  updatedAt: string
  revision: number
}
interface OldEntry {
  grooveId: string
  at: string
  [more: string]: unknown
}

/** The columns that the log had then, of those that an entry has now; every entry of that time had a tempo. */
const columnsHere = ({
  id,
  at,
  day,
  subjectId,
  title,
  counts,
  quarters,
  seconds,
  word,
  entry,
}: ReturnType<typeof logColumns>) => ({ id, at, day, subjectId, title, counts, quarters, seconds, word, entry })

/** The player's own calendar day of a moment, where the server runs: the player's machine. */
const dayOf = (at: string): string => new Intl.DateTimeFormat('sv-SE').format(new Date(at))

/**
 * Documents of version 2; lists keep summaries beside them; tempos carry their note value; the player has a document; a
 * database has a name of its own. Documents are brought up by the core's own upgrades. One that cannot be read stays as it
 * is, listed by its id alone, and a log entry that cannot be read goes to `logUnread`, so that nothing is lost.
 */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { replacements, transaction })
    const select = <T extends object>(sql: string) =>
      db.sequelize.query<T>(sql, { type: QueryTypes.SELECT, transaction })
    // The document last: a list reads the rest of a row without passing over what may be pages of it.
    const { document: text, ...facts } = document
    const full = { ...facts, summary: required(DataTypes.TEXT), document: text }

    await db.createTable(
      'about',
      { name: { type: DataTypes.STRING(20), primaryKey: true }, value: required(DataTypes.TEXT) },
      { transaction },
    )
    await run('INSERT INTO about (name, value) VALUES (?, ?)', ['store', randomUUID()])
    await db.createTable('players', full, { transaction })

    const counts = new Map<string, NoteValue>()
    for (const { id, document: old } of await select<Pick<Row, 'id' | 'document'>>(
      'SELECT id, document FROM grooves',
    )) {
      const groove = KINDS.groove.read(JSON.parse(old))
      if (groove.ok) counts.set(id, groove.value.tempo.counts)
    }
    // Plans first: they hold on to grooves, whose old table goes after.
    await rebuilt(db, transaction, 'plan', full, input => {
      const plan = upgraded(input, planShape(counts.get((input as { grooveId?: string }).grooveId ?? '')))
      return plan.ok ? readPlan(plan.value) : plan
    })
    await rebuilt(db, transaction, 'groove', full)
    await rebuilt(db, transaction, 'kit', full)
    await rebuilt(db, transaction, 'recipe', full)

    const entries = await select<OldEntry>('SELECT * FROM log')
    await db.dropTable('log', { transaction })
    await db.createTable(
      'log',
      {
        id: { type: DataTypes.STRING(64), primaryKey: true },
        at: required(DataTypes.STRING(30)),
        day: required(DataTypes.STRING(10)),
        subjectId: required(DataTypes.STRING(64)),
        title: required(DataTypes.STRING(160)),
        counts: required(DataTypes.STRING(4)),
        quarters: required(DataTypes.FLOAT),
        seconds: required(DataTypes.FLOAT),
        word: DataTypes.STRING(10),
        entry: required(DataTypes.TEXT),
      },
      { transaction },
    )
    for (const index of [['at'], ['day'], ['subjectId', 'day']]) await db.addIndex('log', index, { transaction })
    await db.createTable(
      'logUnread',
      { entry: required(DataTypes.TEXT), reason: required(DataTypes.TEXT) },
      { transaction },
    )
    for (const old of entries) {
      const entry = upgraded(markedEntry(old), entryShape(counts.get(old.grooveId), dayOf(old.at)))
      const read = entry.ok ? readEntry(entry.value) : entry
      if (read.ok) await db.bulkInsert('log', [columnsHere(logColumns(read.value))], { transaction })
      else await db.bulkInsert('logUnread', [{ entry: JSON.stringify(old), reason: read.reason }], { transaction })
    }
  })
}

/** A kind's table anew, with its documents brought up to date and their summaries; what was where, and when, stays. */
async function rebuilt<K extends KindName>(
  db: QueryInterface,
  transaction: Transaction,
  kind: K,
  columns: Parameters<QueryInterface['createTable']>[1],
  read: (input: unknown) => Result<Documents[K]> = input => KINDS[kind].read(input),
): Promise<void> {
  const table = `${kind}s`
  const rows = await db.sequelize.query<Row>(
    `SELECT id, document, revision, binnedAt, createdAt, updatedAt FROM ${table}`,
    { type: QueryTypes.SELECT, transaction },
  )
  await db.renameTable(table, `${table}_before`, { transaction })
  await db.createTable(table, columns, { transaction })
  for (const row of rows) {
    const document = read(JSON.parse(row.document))
    const summary = JSON.stringify(
      document.ok ? KINDS[kind].summary(document.value) : { id: row.id, title: row.id, name: row.id },
    )
    await db.bulkInsert(
      table,
      [{ ...row, document: document.ok ? JSON.stringify(document.value) : row.document, summary }],
      { transaction },
    )
  }
  await db.sequelize.query(`DROP TABLE ${table}_before`, { transaction })
  await db.sequelize.query(`CREATE INDEX ${table}_newest ON ${table} (binnedAt, updatedAt)`, { transaction })
}

/** There is no way back: what version 1 had no place for would be lost. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('Documents of version 2 are not taken back to version 1.')
}

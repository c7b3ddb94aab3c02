import { DataTypes, type QueryInterface, QueryTypes } from 'sequelize'
import { KINDS } from '#core/documents'
import { readPlayer } from '#core/kit'
import { type LogEntry, limbsText, quartersOf, readEntry, readPlan, spreadOfEntry } from '#core/practise'
import { required } from './columns'

export const name = '009-practice'

/** The columns of an entry on the day of this migration. */
const columnsOf = (entry: LogEntry) => ({
  id: entry.id,
  at: entry.at,
  day: entry.day,
  kind: entry.subject.kind,
  subjectId: entry.subject.id,
  title: entry.subject.title,
  counts: entry.tempo?.counts ?? null,
  quarters: quartersOf(entry),
  seconds: entry.seconds,
  word: entry.word,
  best:
    !!entry.tempo &&
    (entry.source === 'plan' || entry.source === 'hand') &&
    entry.word !== 'missed' &&
    !(entry.cut && entry.seconds < 20),
  limbs: limbsText(entry.limbs),
  spread: spreadOfEntry(entry),
  planId: entry.planId,
  entry: JSON.stringify(entry),
})

/**
 * Plans, entries and the player of version 3. The log can be filtered by who played and what kind of thing it was, knows which entries count as a
 * best and how even they were, can do without a tempo, and has a bin; days have notes. An entry that cannot be read goes to `logUnread`.
 */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { replacements, transaction })
    const select = <T extends object>(sql: string) =>
      db.sequelize.query<T>(sql, { type: QueryTypes.SELECT, transaction })
    for (const { id, document } of await select<{ id: string; document: string }>('SELECT id, document FROM plans')) {
      const plan = readPlan(JSON.parse(document))
      if (plan.ok)
        await run('UPDATE plans SET document = ?, summary = ? WHERE id = ?', [
          JSON.stringify(plan.value),
          JSON.stringify(KINDS.plan.summary(plan.value)),
          id,
        ])
    }
    for (const { id, document } of await select<{ id: string; document: string }>('SELECT id, document FROM players')) {
      const player = readPlayer(JSON.parse(document))
      if (player.ok) await run('UPDATE players SET document = ? WHERE id = ?', [JSON.stringify(player.value), id])
    }
    await db.renameTable('log', 'logBefore', { transaction })
    for (const index of ['log_at', 'log_day', 'log_subject_id_day', 'log_subjectId_day'])
      await run(`DROP INDEX IF EXISTS ${index}`)
    await db.createTable(
      'log',
      {
        id: { type: DataTypes.STRING(64), primaryKey: true },
        at: required(DataTypes.STRING(30)),
        day: required(DataTypes.STRING(10)),
        kind: required(DataTypes.STRING(10)),
        subjectId: required(DataTypes.STRING(64)),
        title: required(DataTypes.STRING(160)),
        counts: DataTypes.STRING(4),
        quarters: DataTypes.FLOAT,
        seconds: required(DataTypes.FLOAT),
        word: DataTypes.STRING(10),
        best: required(DataTypes.BOOLEAN),
        limbs: required(DataTypes.STRING(12)),
        spread: DataTypes.FLOAT,
        planId: DataTypes.STRING(64),
        binnedAt: DataTypes.DATE,
        entry: required(DataTypes.TEXT),
      },
      { transaction },
    )
    for (const { entry } of await select<{ entry: string }>('SELECT entry FROM logBefore')) {
      const read = readEntry(JSON.parse(entry))
      if (read.ok) await db.bulkInsert('log', [columnsOf(read.value)], { transaction })
      else await db.bulkInsert('logUnread', [{ entry, reason: read.reason }], { transaction })
    }
    await db.dropTable('logBefore', { transaction })
    // What sums and lists ask for lies in the index: the table behind it, with whole entries, is not read for a sum.
    await run('CREATE INDEX log_newest ON log (binnedAt, at, id)')
    await run(
      'CREATE INDEX log_subject ON log (binnedAt, subjectId, day, at, best, quarters, seconds, word, limbs, counts, kind, title, planId)',
    )
    await run('CREATE INDEX log_days ON log (binnedAt, day, subjectId, seconds, limbs, spread)')
    await db.createTable(
      'days',
      { day: { type: DataTypes.STRING(10), primaryKey: true }, note: required(DataTypes.TEXT) },
      { transaction },
    )
  })
}

/** There is no way back: version 2 knows no climbs, breaks or entries by hand. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('Plans and entries of version 3 are not taken back to version 2.')
}

import { DataTypes, type QueryInterface, QueryTypes } from 'sequelize'
import { required } from './columns'

export const name = '009-practice'

type Fields = Record<string, unknown>

/** A plan of version 2 as one of version 3. */
const planTo3 = (plan: Fields): Fields => ({
  ...plan,
  version: 3,
  stages: (plan.stages as Fields[]).map(({ click, ...stage }) => ({
    ...stage,
    click: { ...(click as Fields), voice: null },
    fades: null,
    climb: null,
    ofCeiling: null,
    pulse: 'steady',
  })),
})

/** What the log had in columns of an entry, and has from here on; what is not known yet is filled in after the migrations. */
interface OldRow {
  id: string
  at: string
  day: string
  subjectId: string
  title: string
  counts: string
  quarters: number
  seconds: number
  word: string | null
  entry: string
}
function rowOf(old: OldRow) {
  const { subject, planId } = JSON.parse(old.entry) as { subject: { kind: string }; planId?: string | null }
  return { ...old, kind: subject.kind, best: old.word !== 'missed', limbs: '', spread: null, planId: planId ?? null }
}

/**
 * Plans of version 3. The log can be filtered by who played and what kind of thing it was, knows which entries count as
 * a best and how even they were, can do without a tempo, and has a bin; days have notes.
 */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { replacements, transaction })
    const select = <T extends object>(sql: string) =>
      db.sequelize.query<T>(sql, { type: QueryTypes.SELECT, transaction })
    for (const row of await select<{ id: string; document: string }>('SELECT id, document FROM plans')) {
      const plan = JSON.parse(row.document) as Fields
      if (plan.version !== 2 || !Array.isArray(plan.stages)) continue
      await run('UPDATE plans SET document = ? WHERE id = ?', [JSON.stringify(planTo3(plan)), row.id])
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
    for (const old of await select<OldRow>('SELECT * FROM logBefore'))
      await db.bulkInsert('log', [rowOf(old)], { transaction })
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

import { randomUUID } from 'node:crypto'
import { DataTypes, type QueryInterface, QueryTypes, type Transaction } from 'sequelize'
import { document, required } from './columns'

export const name = '004-shapes'

type Fields = Record<string, unknown>
interface Row {
  id: string
  document: string
  binnedAt: string | null
  createdAt: string
  updatedAt: string
  revision: number
}
/** A line of the log as the first tables had it. */
interface OldEntry {
  id: string
  grooveId: string
  grooveTitle: string
  at: string
  bpm: number
  seconds: number
  word: string | null
}

/** How many quarters each note value lasts. */
const QUARTERS: Record<string, number> = {
  '1/1': 4,
  '1/2': 2,
  '1/2.': 3,
  '1/4': 1,
  '1/4.': 1.5,
  '1/8': 0.5,
  '1/8.': 0.75,
  '1/16': 0.25,
}

/** The calendar day of a moment where the server runs: the player's machine. */
const dayOf = (at: string): string => new Intl.DateTimeFormat('sv-SE').format(new Date(at))

/** A tempo of version 1 counted what its groove counts; where that groove is gone it counts quarters, and is marked. */
const counted = (bpm: unknown, counts: string | undefined): Fields =>
  counts && counts in QUARTERS ? { bpm, counts } : { bpm, counts: '1/4', assumed: true }

/** A plan of version 1 as one of version 2. */
function planTo2({ grooveId, ...plan }: Fields, counts: string | undefined): Fields {
  if (!Array.isArray(plan.stages)) return { grooveId, ...plan }
  return {
    ...plan,
    version: 2,
    stages: (plan.stages as Fields[]).map(({ partIds, click, bpm, seconds, ...stage }) => ({
      ...stage,
      subject: { kind: 'groove', id: grooveId },
      span: null,
      parts: Object.fromEntries((partIds as string[]).map(id => [id, 'player'])),
      extra: [],
      length: { seconds },
      click: { program: click, gaps: null },
      countIn: 1,
      tempo: counted(bpm, counts),
      climb: null,
      on: 'kit',
      attend: '',
      given: ['name'],
    })),
  }
}

/** A log entry of version 1 as one of version 2. */
const entryTo2 = ({ grooveId, grooveTitle, bpm, ...entry }: OldEntry, counts: string | undefined): Fields => ({
  format: 'bazzet-entry',
  version: 2,
  ...entry,
  day: dayOf(entry.at),
  subject: { kind: 'groove', id: grooveId, revision: null, title: grooveTitle },
  span: null,
  parts: {},
  click: null,
  tempo: counted(bpm, counts),
  measures: null,
  sessionId: null,
})

/**
 * Lists keep summaries beside documents; tempos carry their note value; the player gets a table; a database gets a name.
 * Plans and entries need their groove for what a tempo counts, so they become version 2 here. Whatever needs no other
 * document is brought up to date after the migrations (see bring-up.ts).
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

    const counts = new Map<unknown, string>()
    for (const { id, document: groove } of await select<Row>('SELECT id, document FROM grooves')) {
      const { tempo } = JSON.parse(groove) as { tempo?: { counts?: string } }
      if (tempo?.counts) counts.set(id, tempo.counts)
    }
    // Plans first: they hold on to grooves, whose old table goes after.
    await rebuild(db, transaction, 'plans', full, plan =>
      plan.version === 1 ? planTo2(plan, counts.get(plan.grooveId)) : plan,
    )
    for (const table of ['grooves', 'kits', 'recipes']) await rebuild(db, transaction, table, full, old => old)

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
      const entry = entryTo2(old, counts.get(old.grooveId))
      const tempo = entry.tempo as { counts: string }
      const row = {
        id: old.id,
        at: old.at,
        day: entry.day,
        subjectId: old.grooveId,
        title: old.grooveTitle,
        counts: tempo.counts,
        quarters: old.bpm * QUARTERS[tempo.counts]!,
        seconds: old.seconds,
        word: old.word,
        entry: JSON.stringify(entry),
      }
      await db.bulkInsert('log', [row], { transaction })
    }
  })
}

/** A table of documents made again, with a place for summaries; the revision, the moments and the bin stay as they were. */
async function rebuild(
  db: QueryInterface,
  transaction: Transaction,
  table: string,
  columns: Parameters<QueryInterface['createTable']>[1],
  change: (document: Fields) => Fields,
): Promise<void> {
  const rows = await db.sequelize.query<Row>(
    `SELECT id, document, revision, binnedAt, createdAt, updatedAt FROM ${table}`,
    { type: QueryTypes.SELECT, transaction },
  )
  await db.renameTable(table, `${table}_before`, { transaction })
  await db.createTable(table, columns, { transaction })
  for (const row of rows) {
    const changed = JSON.stringify(change(JSON.parse(row.document) as Fields))
    const summary = JSON.stringify({ id: row.id, title: row.id, name: row.id })
    await db.bulkInsert(table, [{ ...row, document: changed, summary }], { transaction })
  }
  await db.sequelize.query(`DROP TABLE ${table}_before`, { transaction })
  await db.sequelize.query(`CREATE INDEX ${table}_newest ON ${table} (binnedAt, updatedAt)`, { transaction })
}

/** There is no way back: what version 1 had no place for would be lost. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('Documents of version 2 are not taken back to version 1.')
}

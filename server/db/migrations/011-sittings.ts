import { DataTypes, type QueryInterface, QueryTypes } from 'sequelize'
import { document, required } from './columns'

export const name = '011-sittings'

interface Stage {
  subject: { kind: string }
  tempo: { bpm: number; counts: string }
  climb: { to: number; then: number[]; miss: string } | null
  ofCeiling: number | null
}

/** How many quarters each note value lasted on the day of this migration. */
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

/** The slowest and the fastest of a plan, as its list showed them from this day on. */
function range(stages: readonly Stage[]): { from: object; to: object } | undefined {
  const told = stages.filter(
    stage => stage.subject.kind !== 'break' && stage.ofCeiling === null && stage.climb?.miss !== 'stop',
  )
  const all = (told.length ? told : stages).flatMap(({ tempo, climb }) =>
    [tempo.bpm, ...(climb ? [climb.to, ...climb.then] : [])].map(bpm => ({ counts: tempo.counts, bpm })),
  )
  const sorted = all.sort((a, b) => a.bpm * (QUARTERS[a.counts] ?? 1) - b.bpm * (QUARTERS[b.counts] ?? 1))
  return sorted.length ? { from: sorted[0]!, to: sorted.at(-1)! } : undefined
}

/** Practice runs under way; plans of version 4, listed by their true range; entries of version 4, and a column that tells who played the whole. */
export async function up(db: QueryInterface): Promise<void> {
  await db.sequelize.transaction(async transaction => {
    const run = (sql: string, replacements: unknown[] = []) => db.sequelize.query(sql, { replacements, transaction })
    const { document: text, ...facts } = document
    await db.createTable('sittings', { ...facts, summary: required(DataTypes.TEXT), document: text }, { transaction })
    await run('CREATE INDEX sittings_newest ON sittings (binnedAt, updatedAt)')
    await run('ALTER TABLE log ADD COLUMN whole TINYINT(1) NOT NULL DEFAULT 1')
    await run(
      "UPDATE log SET entry = json_set(entry, '$.version', 4, '$.whole', json('null')) WHERE json_extract(entry, '$.version') = 3",
    )
    await run('DROP INDEX IF EXISTS log_subject')
    await run(
      'CREATE INDEX log_subject ON log (binnedAt, subjectId, day, at, best, quarters, seconds, word, limbs, counts, kind, title, planId, whole)',
    )
    for (const row of await db.sequelize.query<{ id: string; document: string; summary: string }>(
      'SELECT id, document, summary FROM plans',
      { type: QueryTypes.SELECT, transaction },
    )) {
      const plan = JSON.parse(row.document) as {
        version: number
        stages: (Stage & {
          subject: { groove?: { notes?: string; bars?: { meter: { count: number; unit: number }; slots: number[] }[] } }
        })[]
      }
      const stages =
        plan.version === 3
          ? plan.stages.map(stage =>
              stage.subject.kind === 'sticking'
                ? { ...stage, subject: { ...stage.subject, written: written(stage.subject.groove) } }
                : stage,
            )
          : plan.stages
      await run('UPDATE plans SET document = ?, summary = ? WHERE id = ?', [
        JSON.stringify({ ...plan, version: Math.max(4, plan.version), stages }),
        JSON.stringify({ ...(JSON.parse(row.summary) as object), ...range(stages) }),
        row.id,
      ])
    }
  })
}

/** A sticking of version 3 was quoted in the notes of its groove. */
function written(
  groove: { notes?: string; bars?: { meter: { count: number; unit: number }; slots: number[] }[] } | undefined,
): object | null {
  const quoted = /^From the sticking (.{1,400}), over /.exec(groove?.notes ?? '')?.[1]
  const bar = groove?.bars?.[0]
  return quoted && bar
    ? {
        text: quoted,
        meter: [bar.meter.count, bar.meter.unit],
        slots: Math.min(...bar.slots),
        changing: false,
        how: null,
      }
    : null
}

/** There is no way back: version 3 of an entry does not know whether the whole was played. */
export const down = async (_db: QueryInterface): Promise<void> => {
  throw new Error('Plans and entries of version 4 are not taken back to version 3.')
}

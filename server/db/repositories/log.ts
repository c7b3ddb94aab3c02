import { QueryTypes, type Sequelize } from 'sequelize'
import {
  type BestRow,
  type DayAccuracy,
  type DayBest,
  type Due,
  type FigureBest,
  type LogEntry,
  type LogFilter,
  type LogSums,
  type SubjectWords,
  type Word,
  bestOf,
  countsAsBest,
  dueList,
  isOfWhole,
  limbsText,
  quartersOf,
  spreadOfEntry,
  tempoLines,
  weekSums,
} from '#core/practise'
import { type NoteValue, convertTempo } from '#core/time'
import type { Models } from '../models'

export interface LogRepository {
  /** This many entries, newest first, that many passed over, what was measured slot by slot and stroke by stroke left out; and how many there are. */
  page(offset: number, limit: number, filter?: LogFilter): Promise<{ entries: LogEntry[]; total: number }>
  /** One entry, whole; undefined where it is not here or in the bin. */
  get(id: string): Promise<LogEntry | undefined>
  /** Every entry, oldest first, whole: for export. */
  all(filter?: LogFilter): Promise<LogEntry[]>
  /** Totals, and the fastest tempo of each day that was not missed by what was practised (as `tempoByDay`), weeks, days, evenness and bests; at most that many lines, of what was practised last. */
  sums(filter?: LogFilter, lines?: number): Promise<LogSums>
  /** What is due on a day, the longest overdue first, and what comes next. */
  due(today: string, spacing?: readonly number[]): Promise<Due[]>
  /** The fastest each figure was played to its end over a groove. */
  figures(grooveId: string): Promise<FigureBest[]>
  count(): Promise<number>
  /** How many there are, the bin's too, and of how many bytes. */
  size(): Promise<{ many: number; bytes: number }>
  /** Writes an entry; one of the same id is written over, so that a word given late reaches its stage. */
  put(entry: LogEntry): Promise<LogEntry>
  /** Writes many in one transaction; those whose ids are here already are left as they are. Answers how many were new. */
  putAll(entries: readonly LogEntry[]): Promise<number>
  /** Into the bin, or out of it; false where there is no such entry. */
  setBinned(id: string, binned: boolean): Promise<boolean>
  note(day: string): Promise<string>
  /** The notes of all days that have one, by day. */
  notes(): Promise<Record<string, string>>
  setNote(day: string, note: string): Promise<void>
}

export const logColumns = (entry: LogEntry) => ({
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
  best: countsAsBest(entry),
  whole: isOfWhole(entry),
  limbs: limbsText(entry.limbs),
  spread: spreadOfEntry(entry),
  planId: entry.planId,
  entry: JSON.stringify(entry),
})

/** The rows that a filter means, as a condition on the table `log`. */
function condition({ about, plan, style, tag, limb, from, to }: LogFilter = {}): { where: string; values: unknown[] } {
  const parts = ['binnedAt IS NULL']
  const values: unknown[] = []
  const and = (sql: string, value: unknown) => {
    parts.push(sql)
    values.push(value)
  }
  if (about !== undefined) and('subjectId = ?', about)
  if (plan !== undefined) and('planId = ?', plan)
  if (style !== undefined)
    and("subjectId IN (SELECT id FROM grooves WHERE json_extract(summary, '$.style') = ?)", style)
  if (tag !== undefined)
    and(
      "subjectId IN (SELECT grooves.id FROM grooves, json_each(grooves.summary, '$.tags') tags WHERE tags.value = ?)",
      tag,
    )
  if (limb !== undefined) and('instr(limbs, ?) > 0', limb)
  if (from !== undefined) and('day >= ?', from)
  if (to !== undefined) and('day <= ?', to)
  return { where: parts.join(' AND '), values }
}

/** The Monday of a day’s week, in SQLite’s words. */
const WEEK = "date(day, 'weekday 0', '-6 days')"
const MOST_BESTS = 200
const MOST_LINES = 1000

const lean = (text: string): LogEntry => {
  const entry = JSON.parse(text) as LogEntry
  return entry.measures ? { ...entry, measures: { ...entry.measures, slots: [], dots: [] } } : entry
}

/**
 * The log. What it lists and sums it asks in SQL of its own: a covering index answers each question without the rows, which hold
 * whole entries, and a model has no words for windows and for looking into the JSON of another table.
 */
export const logRepository = (
  sequelize: Sequelize,
  { log: model, days }: Pick<Models, 'log' | 'days'>,
): LogRepository => ({
  async page(offset, limit, filter) {
    const { where, values } = condition(filter)
    const [rows, [many]] = await Promise.all([
      sequelize.query<{ entry: string }>(`SELECT entry FROM log WHERE ${where} ORDER BY at DESC, id LIMIT ? OFFSET ?`, {
        replacements: [...values, limit, offset],
        type: QueryTypes.SELECT,
      }),
      sequelize.query<{ n: number }>(`SELECT COUNT(*) AS n FROM log WHERE ${where}`, {
        replacements: values,
        type: QueryTypes.SELECT,
      }),
    ])
    return { entries: rows.map(row => lean(row.entry)), total: many!.n }
  },
  async get(id) {
    const row = await model.findOne({ attributes: ['entry'], where: { id, binnedAt: null }, raw: true })
    return row ? (JSON.parse(row.entry) as LogEntry) : undefined
  },
  async all(filter) {
    const { where, values } = condition(filter)
    const rows = await sequelize.query<{ entry: string }>(`SELECT entry FROM log WHERE ${where} ORDER BY at, id`, {
      replacements: values,
      type: QueryTypes.SELECT,
    })
    return rows.map(row => JSON.parse(row.entry) as LogEntry)
  },
  async sums(filter, lines = MOST_LINES) {
    const { where, values } = condition(filter)
    const select = <T extends object>(sql: string) =>
      sequelize.query<T>(sql, { replacements: values, type: QueryTypes.SELECT })
    // SQLite takes the bare columns beside MAX(at) from the row that holds it.
    const latest = await select<{ id: string; title: string; counts: NoteValue; at: string }>(
      `SELECT subjectId AS id, title, counts, MAX(at) AS at FROM log WHERE ${where} AND best = 1 GROUP BY subjectId ORDER BY at DESC LIMIT ${lines}`,
    )
    const [[totals], bests, practised, weeks, accuracy, calendar, fastest] = await Promise.all([
      select<{ stages: number; seconds: number; days: number }>(
        `SELECT COUNT(*) AS stages, COALESCE(SUM(seconds), 0) AS seconds, COUNT(DISTINCT day) AS days FROM log WHERE ${where}`,
      ),
      latest.length
        ? sequelize.query<DayBest>(
            `SELECT subjectId AS id, day, MAX(quarters) AS quarters FROM log WHERE ${where} AND best = 1 AND subjectId IN (${latest.map(() => '?').join()}) GROUP BY subjectId, day ORDER BY day, MIN(at)`,
            { replacements: [...values, ...latest.map(one => one.id)], type: QueryTypes.SELECT },
          )
        : [],
      select<{ id: string; seconds: number }>(
        `SELECT subjectId AS id, SUM(seconds) AS seconds FROM log WHERE ${where} GROUP BY subjectId ORDER BY seconds DESC, id`,
      ),
      select<{ week: string; limbs: string; seconds: number }>(
        `SELECT ${WEEK} AS week, limbs, SUM(seconds) AS seconds FROM log WHERE ${where} GROUP BY week, limbs`,
      ),
      select<DayAccuracy>(
        `SELECT day, AVG(spread) AS spread, COUNT(spread) AS stages FROM log WHERE ${where} AND spread IS NOT NULL GROUP BY day ORDER BY day`,
      ),
      select<{ day: string; minutes: number }>(
        `SELECT day, SUM(seconds) / 60.0 AS minutes FROM log WHERE ${where} GROUP BY day ORDER BY day`,
      ),
      select<BestRow>(
        `SELECT subjectId AS id, title, limbs, counts, MAX(quarters) AS quarters, day FROM log WHERE ${where} AND best = 1 GROUP BY subjectId, limbs ORDER BY MAX(at) DESC LIMIT ${MOST_BESTS}`,
      ),
    ])
    return {
      ...totals!,
      practised,
      lines: tempoLines(bests, new Map(latest.map(({ id, title, counts }) => [id, { title, counts }]))),
      weeks: weekSums(weeks),
      accuracy,
      calendar,
      bests: fastest.map(bestOf),
    }
  },
  async due(today, spacing) {
    const select = <T extends object>(sql: string) => sequelize.query<T>(sql, { type: QueryTypes.SELECT })
    // SQLite takes the bare columns beside MAX() from the row that holds it: the last word of a day, and what it was said of.
    const words = 'FROM log WHERE binnedAt IS NULL AND word IS NOT NULL AND whole = 1'
    const [days, stood] = await Promise.all([
      select<{
        id: string
        words: string
        last: string
      }>(`SELECT id, group_concat(word ORDER BY day) AS words, MAX(day) AS last FROM (
        SELECT subjectId AS id, day, word, MAX(at) ${words} GROUP BY subjectId, day) GROUP BY id`),
      select<Pick<SubjectWords, 'id' | 'kind' | 'title' | 'planId' | 'counts' | 'quarters'>>(
        `SELECT subjectId AS id, kind, title, planId, counts, quarters, MAX(day || ' ' || at) AS at ${words} GROUP BY subjectId`,
      ),
    ])
    const byId = new Map(
      stood.map(({ id, kind, title, planId, counts, quarters }) => [id, { id, kind, title, planId, counts, quarters }]),
    )
    return dueList(
      days.map(one => ({ ...byId.get(one.id)!, words: one.words.split(',') as Word[], last: one.last })),
      today,
      spacing,
    )
  },
  async figures(grooveId) {
    // A figure that was played to its end counts, though the stage was cut off after it.
    const rows = await sequelize.query<{ figure: string; quarters: number; counts: NoteValue; day: string }>(
      `
      SELECT figures.value AS figure, MAX(quarters) AS quarters, counts, day FROM log, json_each(log.entry, '$.figures') figures
      WHERE binnedAt IS NULL AND kind = 'figures' AND subjectId = ? AND (word IS NULL OR word <> 'missed') GROUP BY figures.value`,
      { replacements: [grooveId], type: QueryTypes.SELECT },
    )
    return rows.map(({ figure, quarters, counts, day }) => ({
      figure,
      tempo: convertTempo({ bpm: quarters, counts: '1/4' }, counts),
      day,
    }))
  },
  count: () => model.count({ where: { binnedAt: null } }),
  async size() {
    const [row] = await sequelize.query<{ many: number; bytes: number | null }>(
      'SELECT COUNT(*) AS many, SUM(length(CAST(entry AS BLOB))) AS bytes FROM log',
      { type: QueryTypes.SELECT },
    )
    return { many: row!.many, bytes: row!.bytes ?? 0 }
  },
  async put(entry) {
    await model.upsert(logColumns(entry))
    return entry
  },
  async putAll(entries) {
    return sequelize.transaction(async transaction => {
      const before = await model.count({ transaction })
      for (let i = 0; i < entries.length; i += 500)
        await model.bulkCreate(entries.slice(i, i + 500).map(logColumns), { ignoreDuplicates: true, transaction })
      return (await model.count({ transaction })) - before
    })
  },
  async setBinned(id, binned) {
    const [changed] = await model.update({ binnedAt: binned ? new Date() : null }, { where: { id } })
    return changed > 0
  },
  async note(day) {
    return (await days.findByPk(day))?.note ?? ''
  },
  async notes() {
    const rows = await days.findAll({ order: ['day'] })
    return Object.fromEntries(rows.map(({ day, note }) => [day, note]))
  },
  async setNote(day, note) {
    if (note) await days.upsert({ day, note })
    else await days.destroy({ where: { day } })
  },
})

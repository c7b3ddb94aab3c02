import { type ModelStatic, QueryTypes, type Sequelize } from 'sequelize'
import { type DayBest, type DayWord, type Due, type LogEntry, type LogSums, dueList, quartersOf, tempoLines } from '#core/practise'
import type { NoteValue } from '#core/time'
import type { LogRow } from '../models'

export interface LogRepository {
  /** So many entries, newest first, so many passed over; and how many there are. */
  page(offset: number, limit: number): Promise<{ entries: LogEntry[], total: number }>
  /** Totals, and the fastest tempo of each day that was not missed by what was practised: the same as `tempoByDay`, over all entries. */
  sums(): Promise<LogSums>
  /** What is due on a day, the longest overdue first, and what comes next. */
  due(today: string): Promise<Due[]>
  count(): Promise<number>
  /** Writes an entry; one of the same id is written over, so that a word given late reaches its stage. */
  put(entry: LogEntry): Promise<LogEntry>
  putAll(entries: readonly LogEntry[]): Promise<void>
}

export const logColumns = (entry: LogEntry) => ({
  id: entry.id, at: entry.at, day: entry.day, subjectId: entry.subject.id, title: entry.subject.title,
  counts: entry.tempo.counts, quarters: quartersOf(entry), seconds: entry.seconds, word: entry.word, entry: JSON.stringify(entry),
})

export const logRepository = (sequelize: Sequelize, model: ModelStatic<LogRow>): LogRepository => ({
  async page(offset, limit) {
    const [rows, total] = await Promise.all([
      model.findAll({ attributes: ['entry'], order: [['at', 'DESC'], ['id', 'ASC']], offset, limit, raw: true }),
      model.count(),
    ])
    return { entries: rows.map(row => JSON.parse(row.entry) as LogEntry), total }
  },
  async sums() {
    const select = <T extends object>(sql: string) => sequelize.query<T>(sql, { type: QueryTypes.SELECT })
    const [[totals], bests, latest, practised] = await Promise.all([
      select<{ stages: number, seconds: number, days: number }>('SELECT COUNT(*) AS stages, COALESCE(SUM(seconds), 0) AS seconds, COUNT(DISTINCT day) AS days FROM log'),
      select<DayBest>('SELECT subjectId AS id, day, MAX(quarters) AS quarters FROM log WHERE word IS NULL OR word <> \'missed\' GROUP BY subjectId, day ORDER BY day, MIN(at)'),
      // SQLite takes the bare columns beside MAX(at) from the row that holds it.
      select<{ id: string, title: string, counts: NoteValue, at: string }>('SELECT subjectId AS id, title, counts, MAX(at) AS at FROM log WHERE word IS NULL OR word <> \'missed\' GROUP BY subjectId'),
      select<{ id: string, seconds: number }>('SELECT subjectId AS id, SUM(seconds) AS seconds FROM log GROUP BY subjectId ORDER BY seconds DESC, id'),
    ])
    return { ...totals!, practised, lines: tempoLines(bests, new Map(latest.map(({ id, title, counts }) => [id, { title, counts }]))) }
  },
  async due(today) {
    // SQLite takes the bare columns beside MAX(at) from the row that holds it: the last word of each day.
    const days = await sequelize.query<DayWord>(`
      SELECT words.id, words.title, words.planId, words.day, words.word, words.counts, best.quarters FROM (
        SELECT subjectId AS id, title, json_extract(entry, '$.planId') AS planId, day, word, counts, MAX(at) AS at FROM log WHERE word IS NOT NULL GROUP BY subjectId, day
      ) words LEFT JOIN (
        SELECT subjectId AS id, day, MAX(quarters) AS quarters FROM log WHERE word IS NULL OR word <> 'missed' GROUP BY subjectId, day
      ) best ON best.id = words.id AND best.day = words.day`, { type: QueryTypes.SELECT })
    return dueList(days, today)
  },
  count: () => model.count(),
  async put(entry) {
    await model.upsert(logColumns(entry))
    return entry
  },
  async putAll(entries) {
    await model.bulkCreate(entries.map(logColumns), { ignoreDuplicates: true })
  },
})

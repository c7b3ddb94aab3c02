import type { ModelStatic, Sequelize } from 'sequelize'
import type { LogEntry } from '#core/practise'
import type { LogRow } from '../models'

export interface LogRepository {
  /** All entries, newest first. */
  list(): Promise<LogEntry[]>
  /** Writes an entry; one of the same id is written over, so that a word given late reaches its stage. */
  put(entry: LogEntry): Promise<LogEntry>
}

export const logRepository = (sequelize: Sequelize, model: ModelStatic<LogRow>): LogRepository => ({
  async list() {
    const rows = await model.findAll({ order: [['at', 'DESC'], ['id', 'ASC']] })
    return rows.map(row => row.get({ plain: true }))
  },
  put: entry => sequelize.transaction(async (transaction) => {
    await model.upsert(entry, { transaction })
    return entry
  }),
})

import { existsSync, mkdirSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'

/** Where the data lives: BAZZET_DB, or data/bazzet.db beside where the server was started. */
export const databasePath = (): string => resolve(process.env.BAZZET_DB ?? 'data/bazzet.db')

/** Where sounds live: a database beside that of a path. */
export const soundsPath = (path: string): string => `${path.replace(/\.db$/, '')}-sounds.db`

// No request waits longer than two seconds for another program: the page hears of it, and tries again by itself (the library would wait five times over).
// The library runs no hooks as it connects to SQLite, so what a connection is to be like is said to it once it is there.
const SETTINGS = ['journal_mode = WAL', 'synchronous = FULL', 'busy_timeout = 2000', 'foreign_keys = ON']

/**
 * Opens the database at a path, making its folder. Readers and a writer do not wait on one another (WAL); a commit is on
 * the disk before it is answered (FULL). `first` are settings that must be there before anything is written.
 */
export async function openDatabase(path: string, first: readonly string[] = []): Promise<Sequelize> {
  mkdirSync(dirname(path), { recursive: true })
  const sequelize = new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: path,
    logging: false,
    retry: { max: 1 },
    transactionType: Transaction.TYPES.IMMEDIATE,
  })
  for (const setting of [...first, ...SETTINGS]) await sequelize.query(`PRAGMA ${setting}`)
  return sequelize
}

/** The migrations a database has been through, read without writing to it; none where it is new. */
export function migrationsIn(path: string): Promise<string[]> {
  if (!existsSync(path)) return Promise.resolve([])
  return new Promise((done, fail) => {
    const db = new sqlite3.Database(path, sqlite3.OPEN_READONLY, opening => {
      if (opening) return fail(opening)
      db.all<{ name: string }>('SELECT name FROM SequelizeMeta ORDER BY name', (error, rows) => {
        // A database without that table has been through none.
        db.close(() =>
          error && !error.message.includes('no such table')
            ? fail(error)
            : done(error ? [] : rows.map(row => row.name)),
        )
      })
    })
  })
}

import { mkdirSync } from 'node:fs'
import { dirname, resolve } from 'node:path'
import { Sequelize, Transaction } from 'sequelize'
import sqlite3 from 'sqlite3'

/** Where the data lives: BAZZET_DB, or data/bazzet.db beside where the server was started. */
export const databasePath = (): string => resolve(process.env.BAZZET_DB ?? 'data/bazzet.db')

/** Opens the database at a path, making its folder. Readers and a writer do not wait on one another (WAL). */
export function openDatabase(path: string): Sequelize {
  mkdirSync(dirname(path), { recursive: true })
  return new Sequelize({
    dialect: 'sqlite',
    dialectModule: sqlite3,
    storage: path,
    logging: false,
    transactionType: Transaction.TYPES.IMMEDIATE,
    hooks: {
      afterConnect: connection => new Promise<void>((done, fail) => {
        (connection as sqlite3.Database).exec(
          'PRAGMA journal_mode = WAL; PRAGMA foreign_keys = ON; PRAGMA busy_timeout = 5000; PRAGMA synchronous = NORMAL;',
          error => (error ? fail(error) : done()),
        )
      }),
    },
  })
}

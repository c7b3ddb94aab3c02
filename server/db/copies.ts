import { existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { basename, dirname, join } from 'node:path'
import sqlite3 from 'sqlite3'
import { KINDS, KIND_NAMES, folderOf } from '#core/documents'
import type { Copy } from '#core/documents/wire'

/** This many daily copies are kept. */
const DAYS = 7
const DAILY = /^day-(\d{4}-\d\d-\d\d)\.db$/

/** Where copies of a database are: a folder beside it. */
export const copiesFolder = (path: string): string =>
  join(dirname(path), `${basename(path).replace(/\.db$/, '')}-copies`)

type Then = (error: Error | null) => void
/** SQLite’s online backup as the driver has it, which its types leave out. */
interface Backs {
  backup(to: string, then: Then): { step(pages: number, then: Then): void; finish(then: Then): void }
}

/** A whole copy of a database, made while it is in use by SQLite’s own online backup; it appears under its name once it is whole. */
export async function copyDatabase(from: string, to: string): Promise<void> {
  mkdirSync(dirname(to), { recursive: true })
  const part = `${to}.part`
  rmSync(part, { force: true })
  await new Promise<void>((done, fail) => {
    const db = new sqlite3.Database(from, sqlite3.OPEN_READONLY, opening => {
      if (opening) return fail(opening)
      const backup = (db as unknown as Backs).backup(part, error => {
        if (error) return db.close(() => fail(error))
        backup.step(-1, stepping =>
          backup.finish(finishing => {
            const failed = stepping ?? finishing
            db.close(() => (failed ? fail(failed) : done()))
          }),
        )
      })
    })
  })
  renameSync(part, to)
}

/** What is wrong with a file that is to be the database; undefined where it is whole. */
export const checkDatabase = (path: string): Promise<string | undefined> =>
  new Promise(done => {
    const db = new sqlite3.Database(path, sqlite3.OPEN_READONLY, opening => {
      if (opening) return done('The file could not be opened.')
      const answer = (says: string | undefined) => db.close(() => done(says))
      db.all<{ integrity_check: string }>('PRAGMA integrity_check(3)', (error, rows) => {
        if (error) return answer('This is no database: it does not begin as one does.')
        if (rows[0]?.integrity_check !== 'ok')
          return answer(`This database is damaged: ${rows[0]?.integrity_check ?? 'its pages do not fit together'}.`)
        db.all("SELECT value FROM about WHERE name = 'store'", missing =>
          answer(missing ? 'This is a database, but none of Bazzet’s.' : undefined),
        )
      })
    })
  })

const HASH = /"([0-9a-f]{64})"/g

/**
 * The sounds that a copy names and does not hold itself, as copies of an older Bazzet did. It may be of any version: what looks like a hash in a
 * document of a kind that names sounds is taken for one.
 */
export function soundsInCopy(path: string): Promise<Set<string>> {
  const rows = (db: sqlite3.Database, sql: string) =>
    new Promise<string[]>(done =>
      // A table that the copy does not have yet names nothing.
      db.all<{ text: string }>(sql, (error, found) => done(error ? [] : found.map(row => row.text))),
    )
  return new Promise(done => {
    const db = new sqlite3.Database(path, sqlite3.OPEN_READONLY, opening => {
      if (opening) return done(new Set())
      const naming = KIND_NAMES.filter(kind => KINDS[kind].assetsOf)
      void Promise.all([
        rows(db, "SELECT sha256 AS text FROM assets WHERE typeof(bytes) = 'blob'"),
        ...naming.map(kind => rows(db, `SELECT document AS text FROM ${folderOf(kind)}`)),
      ]).then(([held = [], ...texts]) => {
        const named = texts.flat().flatMap(text => [...text.matchAll(HASH)].map(([, sha256]) => sha256!))
        db.close(() => done(new Set(named.filter(sha256 => !held.includes(sha256)))))
      })
    })
  })
}

/** What any of the copies of a database names: it is not swept, since a copy may be brought back. */
export async function soundsInCopies(path: string): Promise<Set<string>> {
  const all = new Set<string>()
  for (const { name } of listFiles(path))
    for (const sha256 of await soundsInCopy(join(copiesFolder(path), name))) all.add(sha256)
  return all
}

/** The copies there are, the newest first, with how many of the sounds that each names are not among those that are here. */
export async function listCopies(path: string, here: ReadonlySet<string>): Promise<Copy[]> {
  const list: Copy[] = []
  for (const copy of listFiles(path)) {
    const named = await soundsInCopy(join(copiesFolder(path), copy.name))
    list.push({ ...copy, lacks: [...named].filter(sha256 => !here.has(sha256)).length })
  }
  return list
}

/** The files of the copies there are, the newest first. */
export function listFiles(path: string): Omit<Copy, 'lacks'>[] {
  const folder = copiesFolder(path)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .filter(name => name.endsWith('.db'))
    .map(name => {
      const { mtime, size } = statSync(join(folder, name))
      return { name, madeAt: mtime.toISOString(), bytes: size }
    })
    .sort((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
}

/** Today’s copy, where there is none yet; of older ones the last seven days are kept. Answers whether one was made. */
export async function copyOfTheDay(path: string, today: string): Promise<boolean> {
  const folder = copiesFolder(path)
  const to = join(folder, `day-${today}.db`)
  if (existsSync(to)) return false
  await copyDatabase(path, to)
  const days = readdirSync(folder)
    .filter(name => DAILY.test(name))
    .sort()
    .reverse()
  for (const name of days.slice(DAYS)) rmSync(join(folder, name), { force: true })
  return true
}

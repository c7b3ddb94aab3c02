import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { QueryTypes, type Sequelize } from 'sequelize'
import sqlite3 from 'sqlite3'
import { afterAll, beforeAll, expect, it, vi } from 'vitest'
import { migrate } from '.'
import { openDatabase } from '../connection'

const folder = mkdtempSync(join(tmpdir(), 'bazzet-migrations-'))
// A log of version 1 gets its days from where the server runs.
beforeAll(() => void vi.stubEnv('TZ', 'UTC'))
afterAll(() => {
  vi.unstubAllEnvs()
  rmSync(folder, { recursive: true, force: true })
})

/** Every table with its rows as text, but for the name that each database draws by chance. */
async function contentOf(db: Sequelize): Promise<string> {
  const select = (sql: string) => db.query<Record<string, unknown>>(sql, { type: QueryTypes.SELECT })
  const things = await select('SELECT type, name, sql FROM sqlite_master WHERE sql IS NOT NULL ORDER BY type, name')
  const rows = things
    .filter(({ type, name }) => type === 'table' && name !== 'about')
    .map(async ({ name }) => [name, await select(`SELECT * FROM "${String(name)}"`)] as const)
  return `${JSON.stringify({ schema: things.map(({ sql }) => sql), rows: Object.fromEntries(await Promise.all(rows)) }, null, 1)}\n`
}

// Each dump was made by the Bazzet of its day; none ended at the fourth migration, so the third's goes through two.
it.each([
  ['001', '002-kits'],
  ['002', '003-recipes'],
  ['003', '004-shapes'],
  ['003', '005-limits'],
  ['005', '006-cells'],
  ['006', '007-revisions'],
  ['007', '008-phrases'],
  ['008', '009-practice'],
  ['009', '010-sounds'],
  ['010', '011-sittings'],
  ['011', '012-sound-rows'],
  ['011', '013-recordings'],
])('a database of the day of %s comes out of %s as it always did', async (from, to) => {
  const path = join(folder, `${to}.db`)
  const raw = new sqlite3.Database(path)
  const dump = readFileSync(`test/old/database-${from}.sql`, 'utf8')
  await new Promise<void>((done, fail) => raw.exec(dump, error => raw.close(() => (error ? fail(error) : done()))))
  const db = await openDatabase(path)
  await migrate(db, to)
  await expect(await contentOf(db)).toMatchFileSnapshot(`../../../test/old/migrated-${to}.json`)
  await db.close()
})

it('a migration imports nothing of the core, which lives on', () => {
  for (const file of readdirSync(import.meta.dirname).filter(name => /^\d/.test(name)))
    expect(readFileSync(join(import.meta.dirname, file), 'utf8'), file).not.toMatch(/from '(#core|\.\.\/)/)
})

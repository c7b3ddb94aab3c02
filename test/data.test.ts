import { existsSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { dataFolder, ownDatabase } from '../scripts/lib/data.mjs'

const folder = mkdtempSync(join(tmpdir(), 'bazzet-data-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

describe('where data lives', () => {
  it.each([
    ['linux', {}, '/home/me/.local/share/bazzet'],
    ['linux', { XDG_DATA_HOME: '/data' }, '/data/bazzet'],
    ['darwin', {}, '/home/me/Library/Application Support/Bazzet'],
  ])('on %s with %o', (platform, env, wanted) => expect(dataFolder(env, platform, '/home/me')).toBe(wanted))

  it('a database in an older place is taken over once, with what stands beside it, and stays there under another name', () => {
    const [old, now] = [join(folder, 'checkout with spaces', 'data'), join(folder, 'home', 'bazzet')]
    mkdirSync(old, { recursive: true })
    writeFileSync(join(old, 'bazzet.db'), 'pages')
    writeFileSync(join(old, 'bazzet.db-wal'), 'more')
    const first = ownDatabase('bazzet.db', now, old)
    expect(first.path).toBe(join(now, 'bazzet.db'))
    expect(first.says).toContain('the old file is still there, as bazzet.db.taken-over')
    expect([
      readFileSync(first.path, 'utf8'),
      readFileSync(`${first.path}-wal`, 'utf8'),
      readFileSync(join(old, 'bazzet.db.taken-over'), 'utf8'),
    ]).toEqual(['pages', 'more', 'pages'])
    expect(existsSync(join(old, 'bazzet.db'))).toBe(false)
    // A newer one is not written over by one that turns up again.
    writeFileSync(join(old, 'bazzet.db'), 'other pages')
    expect(ownDatabase('bazzet.db', now, old)).toEqual({ path: first.path, says: '' })
    expect(readFileSync(first.path, 'utf8')).toBe('pages')
  })
  it('where there was none, there is none to tell of', () => {
    expect(ownDatabase('demo.db', join(folder, 'new'), join(folder, 'nowhere'))).toEqual({
      path: join(folder, 'new', 'demo.db'),
      says: '',
    })
  })
})

// The database's driver in a folder whose path has a space: its makefile can't be written there, so it is built elsewhere and brought back.
import { cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const BINARY = join('build', 'Release')

/**
 * Puts sqlite3's driver where it is looked for in these modules: one that is built already where it can be fetched, or one that is built now.
 * `quietly` runs a command (setup.mjs). Answers an exit code.
 */
export function buildDriver(modules, quietly) {
  const own = join(modules, 'sqlite3')
  if (quietly(join(modules, '.bin', 'prebuild-install'), ['-r', 'napi'], {}, { cwd: own, hear: () => {} }) === 0)
    return 0
  const folder = mkdtempSync(join(tmpdir(), 'bazzet-driver-'))
  try {
    for (const name of ['sqlite3', 'node-addon-api'])
      cpSync(join(modules, name), join(folder, 'node_modules', name), { recursive: true })
    const there = join(folder, 'node_modules', 'sqlite3')
    const code = quietly(join(modules, '.bin', 'node-gyp'), ['rebuild'], { NODE_PATH: modules }, { cwd: there })
    if (code === 0) cpSync(join(there, BINARY), join(own, BINARY), { recursive: true })
    return code
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}

// Where a player's data lives: in the system's own folder for it, so that a new checkout in place of the old one takes nothing away.
import { copyFileSync, existsSync, mkdirSync, renameSync } from 'node:fs'
import { homedir } from 'node:os'
import { join } from 'node:path'

/** The folder that this system keeps data of programs in, and ours in it. */
export function dataFolder(env = process.env, platform = process.platform, home = homedir()) {
  if (platform === 'win32') return join(env.APPDATA || join(home, 'AppData', 'Roaming'), 'Bazzet')
  if (platform === 'darwin') return join(home, 'Library', 'Application Support', 'Bazzet')
  return join(env.XDG_DATA_HOME || join(home, '.local', 'share'), 'bazzet')
}

/** What SQLite keeps beside a database while it is open, or after a sudden end. */
const BESIDE = ['', '-wal', '-shm']

/**
 * The database of that name in a folder. Where it is not there yet, and an older Bazzet kept one in its own checkout, that is taken over, once:
 * it is copied, and the old one stays where it was under another name. Answers the path, and what is to be said.
 */
export function ownDatabase(name, folder, older) {
  mkdirSync(folder, { recursive: true })
  const path = join(folder, name)
  const old = join(older, name)
  if (existsSync(path) || !existsSync(old)) return { path, says: '' }
  for (const rest of BESIDE.toReversed()) if (existsSync(old + rest)) copyFileSync(old + rest, path + rest)
  for (const rest of BESIDE) if (existsSync(old + rest)) renameSync(old + rest, `${old}.taken-over${rest}`)
  return {
    path,
    says: `What was kept in ${old} is in ${path} now; the old file is still there, as ${name}.taken-over.`,
  }
}

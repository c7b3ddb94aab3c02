// What a clean checkout needs before it can run: plain Node, no dependency.
import { spawnSync } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdirSync, readFileSync, readdirSync, statSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:net'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { buildDriver } from './driver.mjs'
import { COMPILING, whyNotInstalled } from './failing.mjs'

export const ROOT = dirname(dirname(dirname(fileURLToPath(import.meta.url))))

/** Ends with a sentence, not a stack. */
export function giveUp(sentence) {
  console.error(`\n${sentence}`)
  process.exit(1)
}

/** Runs a command in the project, showing what it says; answers its exit code. */
export function run(command, args, env = {}, cwd = ROOT) {
  const result = spawnSync(command, args, { cwd, stdio: 'inherit', env: { ...process.env, ...env } })
  if (result.error) giveUp(`“${command}” could not be started: ${result.error.message}`)
  return result.status ?? 1
}

const binary = name => join(ROOT, 'node_modules', '.bin', name)
/** A tool of node_modules/.bin. */
export const tool = (name, args, env) => run(binary(name), args, env)
/** The same, shown only where it fails. */
export const quietTool = (name, args, env) => quietly(binary(name), args, env)

/** How long something took, as one would say it. */
function sayTime(ms) {
  const seconds = Math.max(1, Math.round(ms / 1000))
  return seconds < 60 ? `${seconds} s` : `${Math.floor(seconds / 60)} min ${seconds % 60} s`
}

/** Runs a command in the project and shows what it said only where it fails, or where BAZZET_VERBOSE asks for it; answers its exit code. `hear` gets what it said instead. */
export function quietly(command, args, env = {}, { cwd = ROOT, hear = said => console.error(said) } = {}) {
  if (process.env.BAZZET_VERBOSE) return run(command, args, env, cwd)
  const { status, error, stdout, stderr } = spawnSync(command, args, {
    cwd,
    encoding: 'utf8',
    maxBuffer: 2 ** 28,
    env: { ...process.env, ...env },
  })
  if (error) giveUp(`“${command}” could not be started: ${error.message}`)
  if (status !== 0) hear(`${stdout}\n${stderr}`)
  return status ?? 1
}

/** Says what is done and how long it takes, does it, and says how long it took, or with `fails()` why it could not be done. */
function step(says, does, fails) {
  console.log(says)
  const began = Date.now()
  if (does() !== 0) giveUp(fails())
  console.log(`  Done in ${sayTime(Date.now() - began)}.`)
}

export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number)
  if (major < 20 || (major === 20 && minor < 19))
    giveUp(`Bazzet needs Node 20.19 or later; this is ${process.versions.node}.`)
}

const stamp = (file, value) => {
  mkdirSync(dirname(file), { recursive: true })
  writeFileSync(file, value)
}
const stamped = (file, value) => existsSync(file) && readFileSync(file, 'utf8') === value

const INSTALL = ['ci', '--no-audit', '--no-fund']

/** As `npm ci`, in a folder whose path has a space: there the driver is built by itself. */
const installWhereSpaces = quiet =>
  quiet('npm', [...INSTALL, '--ignore-scripts']) ||
  quiet('npm', ['rebuild', 'esbuild']) ||
  buildDriver(join(ROOT, 'node_modules'), quiet)

/** Installs exactly what package-lock.json says, unless it is there already. */
export function ensureInstalled() {
  checkNode()
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex')
  const mark = join(ROOT, 'node_modules', '.bazzet-installed')
  if (stamped(mark, lock)) return
  let said = ''
  const quiet = (command, args, env, more) => quietly(command, args, env, { hear: text => (said = text), ...more })
  step(
    'Installing the packages. This takes some minutes, the first time above all: the database’s driver may have to be compiled.',
    () => (/\s/.test(ROOT) ? installWhereSpaces(quiet) : quiet('npm', INSTALL)),
    () =>
      whyNotInstalled(
        said,
        COMPILING.filter(name => spawnSync(name, ['--version']).error),
      ),
  )
  stamp(mark, lock)
}

const SOURCES = ['app', 'core', 'server', 'demo', 'nuxt.config.ts', 'package-lock.json']

function newest(path) {
  const info = statSync(path)
  if (!info.isDirectory()) return [[path, info.mtimeMs, info.size]]
  return readdirSync(path)
    .filter(name => !name.endsWith('.test.ts'))
    .flatMap(name => newest(join(path, name)))
}

/** A fingerprint of all that goes into a build. */
const sourceMark = () =>
  createHash('sha256')
    .update(JSON.stringify(SOURCES.flatMap(name => newest(join(ROOT, name)))))
    .digest('hex')

/** Builds, unless what is built is of these very sources. */
export function ensureBuilt({ force = false } = {}) {
  const mark = join(ROOT, '.output', '.bazzet-built')
  const sources = sourceMark()
  if (!force && stamped(mark, sources)) return
  step(
    'Building. This takes a minute or two.',
    () => quietTool('nuxt', ['build']),
    () => 'The build failed; what it said stands above.',
  )
  stamp(mark, sources)
}

/** True when nobody listens on the port yet. */
export const isFree = (port, host) =>
  new Promise(resolve => {
    const probe = createServer()
    probe.once('error', () => resolve(false))
    probe.once('listening', () => probe.close(() => resolve(true)))
    probe.listen(port, host)
  })

/** Where to listen, from HOST and PORT; ends with a sentence where that cannot be. Asked before anything is installed or built. */
export async function chooseAddress({ demo }) {
  const host = process.env.HOST ?? '127.0.0.1'
  const port = Number(process.env.PORT ?? 4140)
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    giveUp(`PORT is a number from 1 to 65535; “${process.env.PORT}” is not.`)
  if (!(await isFree(port, host))) {
    giveUp(
      `Port ${port} on ${host} is in use. If that is Bazzet already running, open http://${host}:${port}; otherwise choose another port: PORT=4141 npm ${demo ? 'run demo' : 'start'}`,
    )
  }
  return { host, port }
}

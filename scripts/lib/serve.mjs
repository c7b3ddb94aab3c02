// The built server as the commands start it.
import { spawn } from 'node:child_process'
import { get as getPlainly } from 'node:http'
import { get as getSecurely } from 'node:https'
import { join } from 'node:path'
import { dataFolder, ownDatabase } from './data.mjs'
import { listeningFurther, onEvery, onlyHere } from './listening.mjs'
import { ROOT } from './setup.mjs'

/** Starts the built server and tells its address once it answers; ends when it ends. */
export async function serve({ host, port, demo }) {
  const own = process.env.BAZZET_DB
    ? { path: process.env.BAZZET_DB, says: '' }
    : ownDatabase(demo ? 'demo.db' : 'bazzet.db', dataFolder(), join(ROOT, 'data'))
  const db = own.path
  if (own.says) console.log(own.says)
  const further = onlyHere(host) ? undefined : await listeningFurther(dataFolder(), { host, port })
  const server = spawn(process.execPath, [join(ROOT, '.output', 'server', 'index.mjs')], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: {
      ...process.env,
      ...further?.env,
      HOST: host,
      PORT: String(port),
      BAZZET_DB: db,
      BAZZET_DEMO: demo ? '1' : '',
    },
  })
  for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => server.kill(signal))
  server.on('exit', code => process.exit(code ?? 0))
  // A server that listens to all is asked here, too.
  const here = `${further?.scheme ?? 'http'}://${onEvery(host) ? 'localhost' : host}:${port}`
  while (!(await answers(`${here}/api/health`))) await new Promise(resolve => setTimeout(resolve, 50))
  console.log(
    `\nBazzet is ready: ${here}${further ? `\n${further.says}` : ''}\nIts data is in ${db}. Stop it with Ctrl C.`,
  )
}

// Not fetch: it refuses certain ports that a server may well listen on. Whether it answers needs no certificate that anybody vouches for.
const answers = url =>
  new Promise(resolve => {
    const get = url.startsWith('https:') ? getSecurely : getPlainly
    get(url, { rejectUnauthorized: false }, answer => {
      answer.resume()
      resolve(answer.statusCode === 200)
    }).on('error', () => resolve(false))
  })

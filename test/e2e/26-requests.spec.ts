import { readFileSync } from 'node:fs'
import { type IncomingHttpHeaders, request } from 'node:http'
import { connect } from 'node:net'
import { randomFrom } from '#core/chance'
import { type App, expect, withServer } from './app'

/** How many requests: 2,000 as a test, 20,000 in `npm run soak`. */
const MANY = Number(process.env.BAZZET_REQUESTS ?? 2000)

/** A server of this file's own: what it keeps is nobody else's. */
const test = withServer()

interface Sent {
  method: string
  path: string
  headers: Record<string, string | string[]>
  body: Buffer
}
type Roll = () => number

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'DELETE', 'PATCH', 'OPTIONS', 'PROPFIND', 'LOCK']
const FOLDERS = [
  'grooves',
  'kits',
  'cells',
  'recipes',
  'phrases',
  'plans',
  'players',
  'log',
  'days',
  'bin',
  'assets',
  'uploads',
  'space',
  'archive',
  'health',
  '',
]
const IDS = [
  'wet-rope',
  'five-piece',
  'me',
  'some',
  'sums',
  'due',
  'csv',
  'many',
  'figures',
  '2026-01-31',
  '2026-99-99',
  '..',
  '%2e%2e%2f',
  '%00',
  '%E0%A4%A',
  'a'.repeat(3000),
  '’',
  "'; DROP TABLE grooves; --",
  '__proto__',
  'constructor',
  'f'.repeat(64),
]
const QUERIES = [
  '',
  '?',
  '?only=',
  `?only=${'a,'.repeat(500)}`,
  '?ticks=-1',
  '?ticks=1e99',
  '?most=NaN',
  '?family=%',
  '?words=%27%25_',
  '?revision=x',
  '?offset=-5&limit=1e9',
  '?today=nonsense',
  '?today=2026-01-01&spacing=x',
  '?about[]=1&about[]=2',
  '?a=%E0%A4%A',
  '?__proto__[x]=1',
  '?ids=a,b,c',
  '?lines=0',
  '?from=9&to=1',
  '?about=%00',
  '?words=a%00b',
]
const TYPES = [
  'application/json',
  'text/plain',
  'application/json; charset=utf-16',
  'multipart/form-data',
  'audio/wav',
  'APPLICATION/JSON',
  ';',
  'application/x-www-form-urlencoded',
  '',
]
const ORIGINS = [
  'http://elsewhere.example',
  'null',
  '::::',
  'http://',
  'file://',
  'http://127.0.0.1:1',
  'javascript:alert(1)',
]

const nested = (depth: number, open = '[', close = ']') => open.repeat(depth) + close.repeat(depth)
/** Bodies that no route takes: broken, of another kind, huge, deep, or nearly right. */
const BODIES: ((roll: Roll, good: string) => Buffer)[] = [
  () => Buffer.alloc(0),
  () => Buffer.from('{"format":'),
  () => Buffer.from(nested(5000)),
  () => Buffer.from(nested(5000, '{"a":', '}').replace('}', '1}')),
  () => Buffer.from('null'),
  () => Buffer.from('"text"'),
  () => Buffer.from([0xff, 0xfe, 0x00, 0xd8, 0x7b, 0x00]),
  () => Buffer.from('{"__proto__":{"polluted":1},"constructor":{"prototype":{"polluted":1}}}'),
  () => Buffer.from(`{"entries":[${'{},'.repeat(2000)}{}]}`),
  () => Buffer.from(`{"note":"${'x'.repeat(100_000)}"}`),
  () => Buffer.from('{"revision":1e999,"document":{}}'),
  () => Buffer.from('{"revision":"1","document":null,"store":[]}'),
  roll => Buffer.from(Array.from({ length: Math.floor(roll() * 4000) }, () => Math.floor(roll() * 256))),
  (roll, good) => Buffer.from(good.slice(0, Math.floor(roll() * good.length))),
  (roll, good) => Buffer.from(good.replace(/\d+/g, digits => (roll() < 0.2 ? '-99999999999999999999' : digits))),
  (roll, good) => Buffer.from(good.replace(/"(\w+)":/g, (all, name) => (roll() < 0.2 ? `"${name}x":` : all))),
  (roll, good) => Buffer.from(good.replace(/:"[^"]*"/g, all => (roll() < 0.2 ? ':{"a":[]}' : all))),
]

function wrong(roll: Roll, good: string): Sent {
  const pick = <T>(list: readonly T[]): T => list[Math.floor(roll() * list.length)]!
  const headers: Sent['headers'] = {}
  if (roll() < 0.8) headers['content-type'] = roll() < 0.6 ? 'application/json' : pick(TYPES)
  if (roll() < 0.25) headers.origin = pick(ORIGINS)
  if (roll() < 0.1) headers.host = pick(['elsewhere.example', '127.0.0.1', '[::1', 'localhost:99999', ''])
  if (roll() < 0.1) headers['accept-encoding'] = pick(['gzip;q=nonsense', '*', 'x'.repeat(2000)])
  if (roll() < 0.1) headers['content-encoding'] = pick(['gzip', 'br', 'nonsense'])
  if (roll() < 0.1) headers.cookie = pick(['a', '=;=;', 'x'.repeat(3000)])
  if (roll() < 0.1) headers['x-forwarded-for'] = ['1', '2', '3']
  if (roll() < 0.1) headers.range = 'bytes=9999-1'
  if (roll() < 0.1) headers['if-modified-since'] = 'yesterday'
  const path =
    roll() < 0.85
      ? `/api/${pick(FOLDERS)}${roll() < 0.7 ? `/${encodeURI(pick(IDS)).replace(/%25/g, '%')}` : ''}${roll() < 0.15 ? '/restore' : ''}${pick(QUERIES)}`
      : pick([
          '/',
          '//',
          '/%',
          '/shelf?q=%E0%A4%A',
          '/_nuxt/../../etc/passwd',
          '/bench/%00',
          '/log?about=%',
          '/sheet/..%2f..',
          `/${'a/'.repeat(500)}`,
          '/.env',
          '/__nuxt_error?statusCode=999',
          '/api/_nuxt_icon/lucide.json?icons=%',
        ])
  return { method: pick(METHODS), path, headers, body: pick(BODIES)(roll, good) }
}

const send = (app: App, { method, path, headers, body }: Sent) =>
  new Promise<{ status: number; headers: IncomingHttpHeaders; text: string }>((resolve, reject) => {
    const { port } = new URL(app.url)
    const sent = request(
      { host: '127.0.0.1', port, method, path, headers: { ...headers, 'content-length': String(body.length) } },
      got => {
        const chunks: Buffer[] = []
        got.on('data', chunk => chunks.push(chunk as Buffer))
        got.on('end', () =>
          resolve({ status: got.statusCode!, headers: got.headers, text: Buffer.concat(chunks).toString() }),
        )
        got.on('error', reject)
      },
    )
    sent.on('error', reject)
    sent.end(body)
  })

test('every route is asked in every way, with nothing and with too much in its path', async ({ app }) => {
  const routes = [
    ...new Set(
      [...readFileSync('docs/api.md', 'utf8').matchAll(/```http\n\w+ (\/api\/[^\s?]*)/g)].map(([, path]) => path!),
    ),
  ]
  expect(routes.length).toBeGreaterThan(30)
  const failed: string[] = []
  for (const route of routes) {
    for (const path of [
      route,
      `${route}/`,
      `${route}/restore`,
      route.replace(/\/[^/]+$/, '/'),
      route.replace(/\/[^/]+$/, '/nobody'),
    ]) {
      for (const method of METHODS) {
        // Copies and the bin answer well what would change everything.
        if (/\/(copies|bin)/.test(path) && !['GET', 'HEAD'].includes(method)) continue
        if (method === 'DELETE' && path.includes('session')) continue
        const { status, text } = await send(app, {
          method,
          path,
          headers: { 'content-type': 'application/json' },
          body: Buffer.from(method === 'PUT' || method === 'POST' ? '{}' : ''),
        })
        if (status >= 500) failed.push(`${method} ${path} → ${status} ${text.slice(0, 100)}`)
      }
    }
  }
  expect(failed).toEqual([])
})

const archive = async (app: App) => Buffer.from(await (await fetch(`${app.url}/api/archive`)).arrayBuffer())
/** Megabytes that a process holds. */
const held = (pid: number) => Number(readFileSync(`/proc/${pid}/status`, 'utf8').match(/VmRSS:\s+(\d+)/)![1]) / 1024

test('whatever is asked, and however wrongly, is answered, and nothing is written', async ({ app }) => {
  test.setTimeout(600_000)
  const good = JSON.stringify(
    await (
      await fetch(`${app.url}/api/grooves/wet-rope`)
    )
      .json()
      .then(stored => (stored as { document: object }).document),
  )
  const before = await archive(app)
  const roll = randomFrom(Number(process.env.BAZZET_SEED ?? 15))
  const failed: string[] = []
  const taken: string[] = []
  let settled = 0
  for (let n = 0; n < MANY; n++) {
    const asked = wrong(roll, good)
    const says = `${n}: ${asked.method} ${asked.path.slice(0, 120)} ${JSON.stringify(asked.headers).slice(0, 200)}`
    // The bin and back is no writing of what was sent, but would change what is there.
    if (asked.method === 'DELETE' || asked.path.includes('/restore'))
      asked.path = asked.path.replace(/wet-rope|five-piece/, 'nobody')
    if (asked.method === 'DELETE' && asked.path.startsWith('/api/bin')) asked.method = 'PATCH'
    const got = await send(app, asked).catch((error: Error) => ({
      status: 599,
      headers: {} as IncomingHttpHeaders,
      text: error.message,
    }))
    if (got.status >= 500) failed.push(`${says} → ${got.status} ${got.text.slice(0, 200)}`)
    else if (
      got.status >= 400 &&
      asked.path.startsWith('/api/') &&
      asked.method !== 'HEAD' &&
      !String(got.headers['content-type']).includes('application/problem+json')
    )
      failed.push(
        `${says} → ${got.status} is no problem document: ${got.headers['content-type']} ${got.text.slice(0, 100)}`,
      )
    if (got.status < 300 && ['POST', 'PUT', 'DELETE', 'PATCH'].includes(asked.method) && asked.path.startsWith('/api/'))
      taken.push(`${says} → ${got.status} ${asked.body.toString().slice(0, 80)}`)
    if (n === Math.floor(MANY / 4)) settled = held(app.pid)
  }
  expect(failed.slice(0, 10), `${failed.length} of ${MANY}`).toEqual([])
  expect(taken.slice(0, 12)).toEqual([])
  expect((await archive(app)).equals(before)).toBe(true)
  // It has not grown by more than the rubbish of a moment.
  expect(held(app.pid) - settled).toBeLessThan(150)
})

test('bodies that come slowly or are cut off end, and two hundred at once are served', async ({ app }) => {
  const { port } = new URL(app.url)
  const cut = Array.from(
    { length: 40 },
    (_, i) =>
      new Promise<void>(done => {
        const socket = connect(Number(port), '127.0.0.1', () => {
          socket.write(
            `POST /api/grooves HTTP/1.1\r\nHost: 127.0.0.1:${port}\r\nContent-Type: application/json\r\nContent-Length: 5000\r\n\r\n{"format":`,
          )
          // Half of them hang up, half close their side and wait.
          if (i % 2) socket.destroy()
          else socket.end()
        })
        socket.on('error', () => undefined)
        socket.on('close', () => done())
        socket.resume()
      }),
  )
  const answers = await Promise.all(
    Array.from({ length: 200 }, (_, i) =>
      send(app, { method: 'GET', path: i % 2 ? '/api/grooves' : '/api/health', headers: {}, body: Buffer.alloc(0) }),
    ),
  )
  expect(new Set(answers.map(one => one.status))).toEqual(new Set([200]))
  await Promise.all(cut)
  expect((await send(app, { method: 'GET', path: '/api/health', headers: {}, body: Buffer.alloc(0) })).status).toBe(200)
})

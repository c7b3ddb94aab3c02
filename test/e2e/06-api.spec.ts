import { readFileSync, readdirSync } from 'node:fs'
import { request } from 'node:http'
import { unzipSync } from 'fflate'
import { writeWav } from '#core/formats'
import { App, expect, test } from './app'

/** The request and answer blocks of docs/api.md, in order. */
function examples() {
  const text = readFileSync('docs/api.md', 'utf8')
  const blocks = [
    ...text.matchAll(
      /```http\n(\w+) (\S+)\n([\s\S]*?)```\n```(?:json|csv|zip|wav|db) (\d+)( in part)?\n([\s\S]*?)```/g,
    ),
  ]
  return blocks.map(([, method, path, body, status, part, answer]) => ({
    method: method!,
    path: path!,
    body: body!.trim(),
    status: Number(status),
    part: !!part,
    answer: answer!.trim(),
  }))
}

/** Moments differ from run to run, and stores from database to database; all else is compared. */
const still = (value: unknown): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, inner) =>
      key === 'updatedAt' || (key === 'store' && typeof inner === 'string' && /^[0-9a-f-]{36}$/.test(inner))
        ? 'differs'
        : inner,
    ),
  )

/** A long answer told in part: every field shown is there, and every member of a list shown is among those there. */
const told = (got: unknown, shown: unknown): boolean => {
  if (Array.isArray(shown)) return Array.isArray(got) && shown.every(one => got.some(other => told(other, one)))
  if (shown && typeof shown === 'object')
    return (
      !!got &&
      typeof got === 'object' &&
      Object.entries(shown).every(([key, one]) => told((got as Record<string, unknown>)[key], one))
    )
  return got === shown
}

test('every example of docs/api.md is answered as it says, and no route is left out', async () => {
  const app = new App(false)
  await app.start()
  let many: string[] = []
  try {
    many = Object.keys(await (await fetch(`${app.url}/api/bin`)).json())
    const list = examples()
    expect(list.length).toBeGreaterThan(15)
    for (const { method, path, body, status, part, answer } of list) {
      // A body that is a file is one of silence; what stands for it begins with @.
      const sent = body.startsWith('@')
        ? { body: writeWav(new Float32Array(4410)), headers: { 'content-type': 'audio/wav' } }
        : body
          ? { body, headers: { 'content-type': 'application/json' } }
          : {}
      const got = await fetch(app.url + path, { method, ...sent })
      expect(got.status, `${method} ${path}`).toBe(status)
      if (got.headers.get('content-type') === 'audio/wav')
        expect(new Uint8Array(await got.arrayBuffer())).toEqual(writeWav(new Float32Array(4410)))
      else if (got.headers.get('content-type') === 'application/zip') {
        const files = Object.keys(unzipSync(new Uint8Array(await got.arrayBuffer())))
        for (const file of answer.split('\n')) expect(files, `${method} ${path}`).toContain(file)
      } else if (part) {
        const given = still(await got.json())
        expect(told(given, still(JSON.parse(answer))), `${method} ${path}: ${JSON.stringify(given)}`).toBe(true)
      } else if (got.headers.get('content-type')?.includes('csv'))
        expect((await got.text()).trim(), `${method} ${path}`).toBe(answer)
      else if (answer) expect(still(await got.json()), `${method} ${path}`).toEqual(still(JSON.parse(answer)))
      if (status >= 400) expect(got.headers.get('content-type')).toBe('application/problem+json')
    }
  } finally {
    await app.remove()
  }
  const documented = new Set(
    examples()
      .filter(one => one.status !== 405)
      .map(
        ({ method, path }) =>
          `${method} ${path
            .replace(/\?.*/, '')
            .replace(
              /\/(example|example-plan|example-kit|example-cell|example-recipe|example-phrase|example-recording|example-sitting|entry-1|me)(?=\/|$)/,
              '/[id]',
            )
            .replace(/^\/api\/days\/.*/, '/api/days/[day]')
            .replace(/\/[0-9a-f]{64}(\/\d+)?$/, (_, piece?: string) => `/[sha256]${piece ? '/[piece]' : ''}`)
            .replace('/nothing.db/', '/[name]/')}`,
      ),
  )
  const files = readdirSync('server/api', { recursive: true })
    .map(name => `server/api/${String(name)}`)
    .filter(name => name.endsWith('.ts'))
  // What is said of `[kind]` holds for every kind in the table; the one that there is only one of is neither made nor binned, and what passes never waits in the bin.
  const routes = files
    .filter(name => !name.includes('[...]'))
    .flatMap(name => {
      const [, path, method] = name.match(/^server(.*?)(?:\/index)?\.(\w+)\.ts$/)!
      const folders = path!.includes('[kind]')
        ? [
            ...many,
            ...(['get', 'put'].includes(method!) ? ['players'] : []),
            ...(path!.endsWith('restore') ? [] : ['sittings']),
          ]
        : ['']
      return folders.map(folder => `${method!.toUpperCase()} ${path!.replace('[kind]', folder)}`)
    })
  expect([...documented].sort()).toEqual(routes.sort())
})

test.describe('bad requests', () => {
  const good = async (app: App) => (await (await fetch(`${app.url}/api/grooves/wet-rope`)).json()).document
  const send = (app: App, body: string, headers: Record<string, string> = {}, path = '/api/grooves', method = 'POST') =>
    fetch(app.url + path, { method, body, headers: { 'content-type': 'application/json', ...headers } })

  /** Sends up to 40 MB of spaces as JSON, a megabyte at a time, until the server answers; its status. */
  const pour = (app: App, headers: Record<string, string | number>) =>
    new Promise<number>((resolve, reject) => {
      let left = 40
      let answered = false
      const sent = request(
        `${app.url}/api/grooves`,
        { method: 'POST', headers: { 'content-type': 'application/json', ...headers } },
        got => {
          answered = true
          got.resume()
          resolve(got.statusCode!)
        },
      )
      // What is still being sent when the server has answered is cut off.
      sent.on('error', error => answered || reject(error))
      const more = () => {
        if (answered) return
        if (left-- === 0) return void sent.end()
        sent.write(Buffer.alloc(1024 * 1024, 32), () => setImmediate(more))
      }
      more()
    })

  type Wrong = [
    what: string,
    change: (groove: Record<string, unknown> & { parts: { strokes: Record<string, unknown>[] }[] }) => void,
    path: string,
    reason: RegExp,
  ]
  const WRONG: Wrong[] = [
    [
      'a stroke outside its bars',
      g => {
        g.parts[0]!.strokes[0]!.at = 40320
      },
      'parts.0.strokes.0.at',
      /beyond the 2 bars/,
    ],
    [
      'an unknown kind of stroke',
      g => {
        g.parts[0]!.strokes[0]!.stroke = 'slap'
      },
      'parts.0.strokes.0.stroke',
      /"slap" is no kind of stroke/,
    ],
    [
      'two strokes at one instant',
      g => {
        g.parts[0]!.strokes[1]!.at = 0
      },
      'parts.0.strokes.1.at',
      /one stroke at an instant/,
    ],
    [
      'a level of 9',
      g => {
        g.parts[0]!.strokes[0]!.level = 9
      },
      'parts.0.strokes.0.level',
      /from 1 to 5/,
    ],
    [
      'a newer version',
      g => {
        g.version = 99
      },
      'version',
      /from a newer Bazzet: this file says 99/,
    ],
    [
      'a field there is not',
      g => {
        g.colour = 'red'
      },
      '(all)',
      /“colour”: no such field/,
    ],
  ]
  for (const [what, change, path, reason] of WRONG) {
    test(`${what} is answered with its path and why; nothing is written`, async ({ app }) => {
      const groove = { ...(await good(app)), id: 'never' }
      change(groove)
      const answer = await send(app, JSON.stringify(groove))
      expect(answer.status).toBe(422)
      expect(answer.headers.get('content-type')).toBe('application/problem+json')
      const { problems } = await answer.json()
      expect(problems[0].path).toBe(path)
      expect(problems[0].reason).toMatch(reason)
      expect((await fetch(`${app.url}/api/grooves/never`)).status).toBe(404)
    })
  }

  test('a kit with one note for two pieces, an unknown stroke, or an impossible meter in a groove, is refused with the reason; nothing is written', async ({
    app,
  }) => {
    const kit = { ...(await (await fetch(`${app.url}/api/kits/four-piece`)).json()).document, id: 'never' }
    const refusal = async (path: string, body: unknown) => {
      const answer = await send(app, JSON.stringify(body), {}, path)
      expect(answer.status).toBe(422)
      const { problems } = await answer.json()
      return `${problems[0].path}: ${problems[0].reason}`
    }
    const other = (change: (copy: typeof kit) => void) => {
      const copy = structuredClone(kit)
      change(copy)
      return copy
    }
    expect(
      await refusal(
        '/api/kits',
        other(copy => (copy.pieces[2].strokes[0].note = 38)),
      ),
    ).toMatch(/^pieces\.2\.strokes\.0\.note: MIDI note 38 is already that of “Snare”/)
    expect(
      await refusal(
        '/api/kits',
        other(copy => (copy.pieces[0].strokes[0].kind = 'slap')),
      ),
    ).toMatch(/"slap" is no kind of stroke/)
    expect(
      await refusal(
        '/api/kits',
        other(copy => (copy.pieces = [])),
      ),
    ).toMatch(/^pieces: A kit has at least one piece/)
    const groove = { ...(await good(app)), id: 'never' }
    groove.bars = [{ meter: { count: 7, unit: 8, groups: [3, 3] }, slots: [3, 3] }]
    expect(await refusal('/api/grooves', groove)).toMatch(
      /^bars\.0\.meter\.groups: The groups of a meter add up to its count/,
    )
    groove.bars = [{ meter: { count: 4, unit: 3, groups: [1, 1, 1, 1] }, slots: [1, 1, 1, 1] }]
    expect(await refusal('/api/grooves', groove)).toMatch(/The unit of a meter is 2, 4, 8 or 16/)
    expect((await fetch(`${app.url}/api/kits/never`)).status).toBe(404)
    expect((await fetch(`${app.url}/api/grooves/never`)).status).toBe(404)
  })

  test('what is not JSON, not sent as JSON, or from another site is refused', async ({ app }) => {
    expect((await send(app, '{ "format": ')).status).toBe(400)
    expect((await send(app, '{}', { 'content-type': 'text/plain' })).status).toBe(415)
    expect((await send(app, JSON.stringify(await good(app)), { origin: 'http://elsewhere.example' })).status).toBe(403)
    expect((await send(app, '[]')).status).toBe(422)
    expect((await fetch(`${app.url}/api/nowhere`)).status).toBe(404)
  })

  test('a body of 40 MB is refused, whether or not it tells its length', async ({ app }) => {
    expect(await pour(app, { 'content-length': 40 * 1024 * 1024 })).toBe(413)
    expect(await pour(app, { 'transfer-encoding': 'chunked' })).toBe(413)
    expect((await fetch(`${app.url}/api/health`)).status).toBe(200)
  })

  test('a plan for a groove that is not there, and a save under another id, are refused', async ({ app }) => {
    const plan = {
      format: 'bazzet-plan',
      version: 1,
      id: 'p',
      grooveId: 'nobody',
      title: 'P',
      stages: [{ id: 's', name: 'S', partIds: ['x'], click: 'none', bpm: 80, seconds: 60 }],
    }
    expect(await (await send(app, JSON.stringify(plan), {}, '/api/plans')).json()).toMatchObject({
      status: 422,
      problems: [{ path: 'stages.0.subject.id' }],
    })
    const answer = await send(
      app,
      JSON.stringify({ revision: 1, document: await good(app) }),
      {},
      '/api/grooves/other',
      'PUT',
    )
    expect(await answer.json()).toMatchObject({ status: 422, problems: [{ path: 'document.id' }] })
  })
})

import { type ChildProcess, spawn } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, statSync } from 'node:fs'
import { request } from 'node:https'
import { networkInterfaces, tmpdir } from 'node:os'
import { join } from 'node:path'
import { Bench, expect, freePort, test } from './app'

/** This machine as others find it. */
const ADDRESS = Object.values(networkInterfaces())
  .flat()
  .find(one => one && !one.internal && one.family === 'IPv4')!.address
const PASSWORD = 'quiet hands 7'
let folder: string
let running: ChildProcess | undefined

/** Starts Bazzet by its own command; answers what it said once it is ready, or once it has given up. */
async function start(command: readonly string[], env: Record<string, string>): Promise<string> {
  const child = spawn(process.execPath, command, {
    env: { ...process.env, XDG_DATA_HOME: folder, BAZZET_DB: join(folder, 'test.db'), BAZZET_DEMO: '1', ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  })
  running = child
  let said = ''
  return new Promise(resolve => {
    const hear = (data: Buffer) => {
      said += String(data)
      if (/Stop it with|Listening on/.test(said)) resolve(said)
    }
    child.stdout.on('data', hear)
    child.stderr.on('data', hear)
    child.once('exit', code => resolve(`${said}\nended with ${code}`))
  })
}
async function stop() {
  const child = running
  running = undefined
  if (!child || child.exitCode !== null) return
  const ended = new Promise(resolve => child.once('exit', resolve))
  child.kill()
  await ended
}
/** A request as another program would make it, whoever vouches for the certificate. */
const ask = (
  url: string,
  {
    method = 'GET',
    headers = {},
    body = '',
  }: { method?: string; headers?: Record<string, string>; body?: string } = {},
) =>
  new Promise<{ status: number; headers: Record<string, unknown>; text: string }>((resolve, reject) => {
    const sent = request(url, { method, headers, rejectUnauthorized: false }, answer => {
      let text = ''
      answer.on('data', data => (text += data))
      answer.on('end', () => resolve({ status: answer.statusCode!, headers: answer.headers, text }))
    })
    sent.once('error', reject)
    sent.end(body)
  })
const give = (url: string, password: string) =>
  ask(`${url}/api/session`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ password }),
  })

test.beforeEach(() => void (folder = mkdtempSync(join(tmpdir(), 'bazzet-others-'))))
test.afterEach(async () => {
  await stop()
  rmSync(folder, { recursive: true, force: true })
})
test.use({ ignoreHTTPSErrors: true })

test('from another machine: over HTTPS, by the password, which is asked for again without a loss', async ({ page }) => {
  const port = await freePort()
  const env = { HOST: '0.0.0.0', PORT: String(port), BAZZET_PASSWORD: PASSWORD }
  const said = await start(['scripts/demo.mjs'], env)
  const url = `https://${ADDRESS}:${port}`
  expect(said).toContain(url)
  const fingerprint = said.match(/([0-9A-F]{2}:){31}[0-9A-F]{2}/)![0]
  for (const name of ['password', 'session-secret', 'certificate-key.pem'])
    expect(statSync(join(folder, 'bazzet', name)).mode & 0o077, name).toBe(0)
  expect(readFileSync(join(folder, 'bazzet', 'password'), 'utf8')).not.toContain(PASSWORD)

  await page.goto(`${url}/bench/wet-rope`)
  await expect(page).toHaveURL(/\/enter\?to=/)
  await expect(page.getByLabel('Password')).toBeFocused()
  await page.keyboard.type('wrong')
  await page.keyboard.press('Enter')
  await expect(page.getByText('That is not the password.')).toBeVisible()
  await page.getByLabel('Password').fill(PASSWORD)
  await page.keyboard.press('Enter')
  const bench = new Bench(page, { url } as never)
  await expect(bench.lanes).toBeVisible()
  // What a phone has only over HTTPS.
  expect(
    await page.evaluate(() => [isSecureContext, 'wakeLock' in navigator, 'requestMIDIAccess' in navigator]),
  ).toEqual([true, true, true])

  // The month is over while a groove is open: it says so, keeps what is changed, and saves it once the password is given.
  await page.context().clearCookies()
  await page.getByRole('textbox', { name: 'Title' }).fill('Rope, still wet')
  await page.keyboard.press('Tab')
  await expect(page.locator('[data-session]')).toBeVisible()
  await page.getByRole('link', { name: 'Enter it' }).click()
  await page.getByLabel('Password').fill(PASSWORD)
  await page.getByRole('button', { name: 'Enter' }).click()
  await expect(page.getByRole('textbox', { name: 'Title' })).toHaveValue('Rope, still wet')
  await expect
    .poll(async () => (await (await page.request.get(`${url}/api/grooves/wet-rope`)).json()).document.title)
    .toBe('Rope, still wet')

  // Another password at the next start: the certificate is the same, and every browser is asked again.
  await stop()
  expect(await start(['scripts/demo.mjs'], { ...env, BAZZET_PASSWORD: 'another one 8' })).toContain(fingerprint)
  await page.goto(`${url}/player`)
  await expect(page).toHaveURL(/\/enter\?to=/)
  await page.getByLabel('Password').fill('another one 8')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Forget the password in this browser' }).click()
  await expect(page).toHaveURL(/\/enter$/)
  expect((await page.request.get(`${url}/api/grooves`)).status()).toBe(401)
})

test('who does not know it gets nothing, is heard five times a minute, and finds no way round', async () => {
  const port = await freePort()
  await start(['scripts/demo.mjs'], { HOST: '0.0.0.0', PORT: String(port), BAZZET_PASSWORD: PASSWORD })
  const url = `https://${ADDRESS}:${port}`
  const routes = [...readFileSync('docs/api.md', 'utf8').matchAll(/```http\n(\w+) (\/api\/\S+)/g)].filter(
    ([, , path]) => !/health|session/.test(path!),
  )
  expect(routes.length).toBeGreaterThan(20)
  for (const [, method, path] of routes) {
    const { status, text } = await ask(url + path, {
      method,
      headers: { 'content-type': 'application/json' },
      body: method === 'PUT' || method === 'POST' ? '{}' : '',
    })
    expect(status, `${method} ${path}`).toBe(401)
    expect(JSON.parse(text)).toMatchObject({ status: 401, detail: expect.stringContaining('/enter') })
  }
  // Paths written another way, and cookies that are made up.
  for (const path of [
    '//api/grooves',
    '/API/grooves',
    '/api/../api/grooves',
    '/api/%67rooves',
    '/enter/../api/grooves',
    '/enter/../shelf',
    '/shelf?x=/enter',
    '/api/session/../grooves',
    '/%61pi/archive',
  ]) {
    for (const cookie of ['', 'bazzet=Fe26.2**0*0*0*0*0*0*0', `bazzet=${'x'.repeat(3000)}`]) {
      const { status, text } = await ask(url + path, { headers: { cookie } })
      expect(status === 200 ? text : '', `${path} ${cookie.slice(0, 20)}`).not.toMatch(/wet-rope|Wet rope/i)
    }
  }
  // A name that is not this machine's, and another site.
  expect((await ask(`${url}/enter`, { headers: { host: 'bazzet.elsewhere' } })).status).toBe(403)
  const elsewhere: Record<string, string>[] = [
    { origin: 'https://elsewhere.example' },
    { origin: 'null' },
    { 'sec-fetch-site': 'cross-site' },
  ]
  for (const headers of elsewhere) {
    expect(
      (
        await ask(`${url}/api/session`, {
          method: 'POST',
          headers: { 'content-type': 'application/json', ...headers },
          body: JSON.stringify({ password: PASSWORD }),
        })
      ).status,
    ).toBe(403)
  }
  // Many at once are no way round, nor is the right one after them.
  const tries = await Promise.all(Array.from({ length: 20 }, (_, i) => give(url, `guess number ${i}`)))
  expect(tries.map(one => one.status).sort((a, b) => a - b)).toEqual([...Array(5).fill(403), ...Array(15).fill(429)])
  const after = await give(url, PASSWORD)
  expect(after.status).toBe(429)
  expect(Number(after.headers['retry-after'])).toBeGreaterThan(0)
})

test('over plain HTTP it says what is lacking', async ({ page }) => {
  const port = await freePort()
  expect(
    await start(['scripts/demo.mjs'], {
      HOST: ADDRESS,
      PORT: String(port),
      BAZZET_PASSWORD: PASSWORD,
      BAZZET_PLAIN: '1',
    }),
  ).toContain('keeps no screen awake')
  const url = `http://${ADDRESS}:${port}`
  await page.goto(`${url}/practise/wet-rope-plan/run`)
  await expect(page.locator('[data-lacking]')).toContainText('plain HTTP')
  await page.getByLabel('Password').fill(PASSWORD)
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-timer]')).toBeVisible()
  await expect(page.locator('[data-lacking]')).toContainText('won’t keep the screen awake')
  // What can be done without is done: a new groove has its id.
  await new Bench(page, { url } as never).beginEmpty('Over plain HTTP')
})

test('it does not listen further than it was told, however it is started', async () => {
  const server = ['.output/server/index.mjs']
  const port = String(await freePort())
  expect(await start(server, { HOST: '0.0.0.0', PORT: port })).toMatch(
    /HOST=0\.0\.0\.0 lets other machines ask, and no password is set\.[^]*ended with 1/,
  )
  expect(await start(['scripts/start.mjs'], { HOST: '0.0.0.0', PORT: port })).toMatch(
    /none is set\. Start Bazzet once at a terminal[^]*ended with 1/,
  )
  expect(await start(['scripts/start.mjs'], { HOST: '0.0.0.0', PORT: port, BAZZET_PASSWORD: 'short' })).toMatch(
    /BAZZET_PASSWORD: A password has at least 8 characters\.[^]*ended with 1/,
  )
  const { HOST: _, ...rest } = process.env
  process.env = rest
  expect(await start(server, { PORT: port })).toContain(`http://127.0.0.1:${port}`)
})

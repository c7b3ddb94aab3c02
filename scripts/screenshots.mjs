// Renews docs/screenshots from a fresh demo world: one picture of each main view.
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { launch } from './lib/browser.mjs'
import { ROOT, ensureBuilt, ensureInstalled } from './lib/setup.mjs'

ensureInstalled()
ensureBuilt()
const PORT = 4178
const base = `http://127.0.0.1:${PORT}`
const folder = mkdtempSync(join(tmpdir(), 'bazzet-shots-'))
const server = spawn(process.execPath, [join(ROOT, '.output/server/index.mjs')], {
  stdio: 'inherit',
  env: { ...process.env, HOST: '127.0.0.1', PORT: String(PORT), BAZZET_DB: join(folder, 'shots.db'), BAZZET_DEMO: '1' },
})

/** A song without limbs: seven bars, a fill and a crash for three hands among them. */
async function song() {
  const { writeMidi } = await import('midi-file')
  const rock = { 42: 'x-x-x-x-x-x-x-x-', 38: '----X--g-g--X---', 36: 'x-------x-x-----' }
  const bars = [
    rock,
    rock,
    rock,
    { 38: 'xxxx------------', 50: '----xxxx--------', 47: '--------xxxx----', 43: '------------xxxx' },
    { 49: 'X---------------', 42: 'x-x-x-x-x-x-x-x-', 38: 'X---X-------X---', 36: 'X-------x-------' },
    rock,
    rock,
  ]
  const events = bars
    .flatMap((rows, bar) =>
      Object.entries(rows).flatMap(([note, text]) =>
        [...text].flatMap((letter, slot) =>
          letter === '-'
            ? []
            : [{ tick: bar * 1920 + slot * 120, noteNumber: Number(note), velocity: { X: 122, x: 72, g: 24 }[letter] }],
        ),
      ),
    )
    .sort((a, b) => a.tick - b.tick)
  let now = 0
  const track = [
    ...events.map(({ tick, ...note }) => {
      const deltaTime = tick - now
      now = tick
      return { deltaTime, type: 'noteOn', channel: 9, ...note }
    }),
    { deltaTime: 0, meta: true, type: 'endOfTrack' },
  ]
  return Buffer.from(writeMidi({ header: { format: 0, numTracks: 1, ticksPerBeat: 480 }, tracks: [track] }))
}

const VIEWS = [
  ['shelf', '/shelf', page => page.getByRole('article').first().waitFor()],
  [
    'bench',
    '/bench/wet-rope',
    async page => {
      await page.getByRole('button', { name: 'Play', exact: true }).click()
      await page.locator('[data-band][visibility="visible"]').waitFor()
    },
  ],
  [
    'open',
    '/open',
    async page => {
      await page
        .getByLabel('File to open')
        .setInputFiles({ name: 'somebody-elses-song.mid', mimeType: 'audio/midi', buffer: await song() })
      await page.locator('[data-stretches] button', { hasText: 'bars 4 to 5' }).click()
      await page.locator('[data-left]').waitFor()
    },
  ],
  [
    'export',
    '/bench/wet-rope',
    async page => {
      await page.getByRole('application').focus()
      await page.keyboard.press('Shift+e')
      await page.getByRole('radio', { name: 'MusicXML' }).click()
    },
  ],
  [
    'tablet',
    '/bench/chalk-on-the-door',
    async page => {
      await page.keyboard.press('u')
      await page.locator('[data-line-panel]').waitFor()
    },
    { width: 820, height: 1180 },
  ],
  ['begin', '/begin', page => page.locator('[data-style]').first().waitFor()],
  ['kit', '/kit/five-piece', page => page.locator('[data-piece="ride"]').click()],
  ['compare', '/compare?a=wet-rope', page => page.locator('[data-difference]').first().waitFor()],
  [
    'sheet',
    '/sheet/wet-rope',
    async page => {
      await page.getByRole('combobox', { name: 'Stages' }).click()
      await page.getByRole('option', { name: '3' }).click()
      await page.locator('.staff svg').nth(2).waitFor()
    },
  ],
  ['sticking', '/sticking', page => page.locator('[data-rotation]').first().waitFor()],
  [
    'vary',
    '/vary/wet-rope',
    async page => {
      await page.locator('[data-move="ghost-fill"]').click()
      await page.getByText('ghosts more').waitFor()
    },
  ],
  [
    'ideas',
    '/vary/wet-rope?view=ideas',
    async page => {
      await page.getByRole('button', { name: 'Backbeat unchanged' }).click()
      await page.getByRole('button', { name: 'Search for ideas' }).click()
      await page.locator('[data-idea]').nth(23).waitFor()
      await page.locator('[data-progress][data-running="false"]').waitFor()
    },
  ],
  [
    'phrase',
    '/phrase/wet-rope-set',
    async page => {
      await page.getByRole('button', { name: 'Play', exact: true }).click()
      await page.locator('[data-playing]').waitFor()
    },
  ],
  [
    'fill',
    '/phrase/wet-rope-set?bar=15',
    async page => {
      await page.getByRole('button', { name: 'Find a dozen fills' }).click()
      await page.locator('[data-fill-idea]').first().waitFor()
    },
  ],
  ['today', '/today', page => page.locator('[data-due]').first().waitFor()],
  [
    'plan',
    '/practise/wet-rope-plan',
    async page => {
      await page.locator('[data-stage-id]').nth(2).click()
      await page.locator('[data-measured] .apexcharts-series').first().waitFor()
    },
  ],
  [
    'runner',
    '/practise/wet-rope-plan/run',
    async page => {
      await page.locator('[data-run-lanes]').waitFor()
      for (const key of ['n', 'n', 'n', 'Space']) await page.keyboard.press(key)
      await page.locator('[data-phase="playing"]').waitFor()
      await page.locator('[data-band][data-slot="10"]').waitFor()
    },
  ],
  [
    'listen',
    '/listen/rehearsal',
    async page => {
      await page.locator('[data-beats-say]').waitFor()
      await page.locator('[data-line]').focus()
      for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'Shift+ArrowRight', 'Shift+ArrowRight'])
        await page.keyboard.press(key)
      await page.getByLabel('Speed in per cent').fill('60')
      await page.keyboard.press('Enter')
      await page.getByRole('button', { name: 'Play', exact: true }).click()
      await page.getByText('beat 2').first().waitFor()
    },
  ],
  ['log', '/log', page => page.locator('.apexcharts-series').first().waitFor()],
]

try {
  while (
    !(await fetch(`${base}/api/health`).then(
      answer => answer.ok,
      () => false,
    ))
  )
    await new Promise(resolve => setTimeout(resolve, 100))
  const browser = await launch()
  for (const [name, path, ready, viewport = { width: 1280, height: 800 }] of VIEWS) {
    const page = await browser.newPage({
      viewport,
      hasTouch: viewport.width < 1000,
      isMobile: viewport.width < 1000,
      colorScheme: 'light',
      reducedMotion: 'reduce',
    })
    await page.goto(base + path)
    await page.waitForLoadState('networkidle')
    await ready(page)
    await page.screenshot({ path: join(ROOT, 'docs', 'screenshots', `${name}.png`) })
    await page.close()
  }
  await browser.close()
} finally {
  server.kill()
  rmSync(folder, { recursive: true, force: true })
}

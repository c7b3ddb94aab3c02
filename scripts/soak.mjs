// What takes long and must hold all the same: 5,000 spoilt files of each format, 20,000 wrong requests, a server killed 200 times while it
// saves, and an hour at the application. Prints a table of what held; `npm run soak -- files hour` runs some of them.
import { ensureChromium } from './lib/chromium.mjs'
import { ensureBuilt, ensureInstalled, run, tool } from './lib/setup.mjs'

const ALL = {
  files: [
    '5,000 spoilt files of each format',
    () => tool('vitest', ['run', 'test/hostile', '--reporter=default'], { BAZZET_SOAK: '5000' }),
  ],
  requests: [
    '20,000 wrong requests',
    () => tool('playwright', ['test', 'test/e2e/26', '-g', 'whatever is asked'], { BAZZET_REQUESTS: '20000' }),
  ],
  kills: [
    'killed 200 times while it saves',
    () => tool('playwright', ['test', 'test/e2e/27', '-g', 'killed at any moment'], { BAZZET_KILLS: '200' }),
  ],
  hour: ['an hour of editing and playing', () => run(process.execPath, ['bench/hour.mjs'])],
}
const wanted = process.argv.slice(2)
const rows = []
ensureInstalled()
ensureChromium()
ensureBuilt()
for (const [name, [what, does]] of Object.entries(ALL)) {
  if (wanted.length && !wanted.includes(name)) continue
  const began = Date.now()
  const code = does()
  rows.push({ what, minutes: Number(((Date.now() - began) / 60_000).toFixed(1)), held: code === 0 })
}
console.table(rows)
process.exit(rows.every(row => row.held) ? 0 : 1)

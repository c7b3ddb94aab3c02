// What takes long and must hold all the same: 5,000 spoilt files of each format, 20,000 wrong requests, and a server killed 200 times while it
// saves. Prints what it found.
import { ensureChromium } from './lib/chromium.mjs'
import { ensureBuilt, ensureInstalled, tool } from './lib/setup.mjs'

ensureInstalled()
ensureChromium()
ensureBuilt()
const results = [
  tool('vitest', ['run', 'test/hostile', '--reporter=default'], { BAZZET_SOAK: '5000' }),
  tool('playwright', ['test', 'test/e2e/26', '-g', 'whatever is asked'], { BAZZET_REQUESTS: '20000' }),
  tool('playwright', ['test', 'test/e2e/27', '-g', 'killed at any moment'], { BAZZET_KILLS: '200' }),
]
process.exit(results.some(code => code !== 0) ? 1 : 0)

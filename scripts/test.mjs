// Everything that must hold: lint, types, unit tests, build, end-to-end tests. Ends with one line of counts.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium } from './lib/chromium.mjs'
import { ROOT, ensureBuilt, ensureInstalled, quietTool, tool } from './lib/setup.mjs'

/** Programs of others that check our files where they are installed. */
const OTHERS = ['midicsv', 'musicxml2ly']
const RESULTS = join(ROOT, 'test-results')
let passed = 0
let failed = 0
let skipped = 0

const heading = name => console.log(`\n── ${name}`)

/** A step that is one check: it holds or it does not. */
function check(name, does) {
  heading(name)
  if (does() === 0) passed++
  else {
    failed++
    console.log(`${name} failed.`)
  }
}

/** A step that counts its own tests; one that fails without a failed test (it broke) counts as one failure. */
function count(name, does, read) {
  heading(name)
  const code = does()
  const counts = read()
  passed += counts.passed
  failed += counts.failed + (code !== 0 && counts.failed === 0 ? 1 : 0)
}

const report = file => (existsSync(join(RESULTS, file)) ? JSON.parse(readFileSync(join(RESULTS, file), 'utf8')) : undefined)
const none = { passed: 0, failed: 0 }

ensureInstalled()
ensureChromium()
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS)

check('Lint', () => tool('eslint', ['.', '--max-warnings', '0']))
check('Types of the core', () => quietTool('nuxt', ['prepare']) || tool('tsc', ['-p', 'core/tsconfig.json']))
check('Types of the rest', () => tool('vue-tsc', ['-b', '--noEmit']))
count('Unit tests', () => tool('vitest', ['run', '--reporter=dot', '--reporter=json', `--outputFile.json=${join(RESULTS, 'unit.json')}`]), () => {
  const unit = report('unit.json')
  if (!unit) return none
  // What another program checks is passed over where that program is not installed, and said to be; nothing else may be.
  const over = unit.testResults.flatMap(file => file.assertionResults).filter(one => one.status === 'pending' && OTHERS.some(program => one.title.startsWith(program))).map(one => one.title)
  for (const title of over) console.log(`Skipped, since the program is not installed: ${title}`)
  skipped += over.length
  return { passed: unit.numPassedTests, failed: unit.numFailedTests + unit.numPendingTests - over.length }
})
heading('Build')
ensureBuilt()
count('End-to-end tests', () => tool('playwright', ['test', '--reporter=dot,json'], { PLAYWRIGHT_JSON_OUTPUT_NAME: join(RESULTS, 'e2e.json') }), () => {
  const stats = report('e2e.json')?.stats
  // A test that passed only on a second try, or was passed over, is not one that passed.
  return stats ? { passed: stats.expected, failed: stats.unexpected + stats.flaky + stats.skipped } : none
})

console.log(`\n${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ''}`)
process.exit(failed === 0 ? 0 : 1)

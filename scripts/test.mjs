// Everything that must hold: lint, types, unit tests, build, end-to-end tests. Ends with one line of counts.
import { spawn } from 'node:child_process'
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import { ensureChromium } from './lib/chromium.mjs'
import { ROOT, ensureBuilt, ensureInstalled, tool } from './lib/setup.mjs'

/** Programs of others that check our files where they are installed. */
const OTHERS = ['midicsv', 'musicxml2ly']
const RESULTS = join(ROOT, 'test-results')
let passed = 0
let failed = 0
let skipped = 0

const heading = name => console.log(`\n── ${name}`)

/** Runs a tool; answers its exit code and all that it said. */
const told = (name, args) =>
  new Promise(resolve => {
    const child = spawn(join(ROOT, 'node_modules', '.bin', name), args, { cwd: ROOT })
    let said = ''
    for (const stream of [child.stdout, child.stderr]) stream.on('data', data => (said += data))
    child.once('close', code => resolve({ code: code ?? 1, said }))
  })

/** A step that is one check: it holds or it does not. What it said is shown where it does not. */
async function check(name, tool, args) {
  const { code, said } = await told(tool, args)
  heading(name)
  if (code === 0) passed++
  else {
    failed++
    console.log(`${said}\n${name} failed.`)
  }
}

/** Counts of a step that counts its own tests; one that fails without a failed test (it broke) counts as one failure. */
function count(code, counts) {
  passed += counts.passed
  failed += counts.failed + (code !== 0 && counts.failed === 0 ? 1 : 0)
}

const report = file =>
  existsSync(join(RESULTS, file)) ? JSON.parse(readFileSync(join(RESULTS, file), 'utf8')) : undefined
const none = { passed: 0, failed: 0 }

async function unitTests() {
  const { code, said } = await told('vitest', [
    'run',
    '--reporter=dot',
    '--reporter=json',
    `--outputFile.json=${join(RESULTS, 'unit.json')}`,
  ])
  heading('Unit tests')
  console.log(said)
  const unit = report('unit.json')
  if (!unit) return count(code, none)
  // What another program checks is passed over where that program is not installed, and said to be; nothing else may be.
  const over = unit.testResults
    .flatMap(file => file.assertionResults)
    .filter(one => ['pending', 'skipped'].includes(one.status) && OTHERS.some(program => one.title.startsWith(program)))
    .map(one => one.title)
  for (const title of over) console.log(`Skipped, since the program is not installed: ${title}`)
  skipped += over.length
  count(code, { passed: unit.numPassedTests, failed: unit.numFailedTests + unit.numPendingTests - over.length })
}

ensureInstalled()
ensureChromium()
rmSync(RESULTS, { recursive: true, force: true })
mkdirSync(RESULTS)

console.log('Lint, types and unit tests, side by side.')
const prepared = await told('nuxt', ['prepare'])
if (prepared.code !== 0) console.log(prepared.said)
await Promise.all([
  unitTests(),
  check('Format', 'prettier', ['--check', '.', '--log-level', 'warn'])
    .then(() => check('Lint', 'eslint', ['.', '--max-warnings', '0']))
    .then(() => check('Types of the core', 'tsc', ['-p', 'core/tsconfig.json']))
    .then(() => check('Types of the rest', 'vue-tsc', ['-b', '--noEmit']))
    .then(() => check('Types of the tests', 'tsc', ['-p', 'test/tsconfig.json'])),
])
heading('Build')
ensureBuilt()
heading('End-to-end tests')
const code = tool('playwright', ['test', '--reporter=dot,json'], {
  PLAYWRIGHT_JSON_OUTPUT_NAME: join(RESULTS, 'e2e.json'),
})
const stats = report('e2e.json')?.stats
// A test that passed only on a second try, or was passed over, is not one that passed.
count(code, stats ? { passed: stats.expected, failed: stats.unexpected + stats.flaky + stats.skipped } : none)

console.log(`\n${passed} passed, ${failed} failed${skipped ? `, ${skipped} skipped` : ''}`)
process.exit(failed === 0 ? 0 : 1)

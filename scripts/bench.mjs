// Measures what must be fast: the core by tinybench, the page in Chromium. Prints a table, keeps docs/benchmarks.md,
// and with --json FILE writes the figures as JSON.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureChromium } from './lib/chromium.mjs'
import { ROOT, ensureBuilt, ensureInstalled, giveUp } from './lib/setup.mjs'

ensureInstalled()
ensureChromium()
ensureBuilt()

const folder = mkdtempSync(join(tmpdir(), 'bazzet-bench-'))
const rows = []

// The core's figures come from a vitest run of its own, so that it measures the sources as they are.
for (const [name, args] of [
  ['core', [join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', 'test/bench/vitest.config.ts', 'core']]],
  ['phrases', [join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', 'test/bench/vitest.config.ts', 'phrase']]],
  [
    'practice',
    [join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', 'test/bench/vitest.config.ts', 'practice']],
  ],
  ['formats', [join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', 'test/bench/vitest.config.ts', 'formats']]],
  [
    'playing in',
    [join(ROOT, 'node_modules/.bin/vitest'), ['run', '--config', 'test/bench/vitest.config.ts', 'record']],
  ],
  ['page', [process.execPath, ['test/bench/page.mjs']]],
  ['opening', [process.execPath, ['test/bench/formats.mjs']]],
  ['hands', [process.execPath, ['test/bench/hands.mjs']]],
  ['phrase', [process.execPath, ['test/bench/phrase.mjs']]],
  ['sounds', [process.execPath, ['test/bench/record.mjs']]],
  ['log', [process.execPath, ['test/bench/practice.mjs']]],
  ['shelf', [process.execPath, ['test/bench/shelf.mjs']]],
]) {
  const file = join(folder, `${name}.json`)
  const [command, list] = args
  const done = spawnSync(command, list, {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, BENCH_OUT: file },
  })
  if (done.status !== 0) giveUp(`The measures of the ${name} could not be taken.`)
  rows.push(...JSON.parse(readFileSync(file, 'utf8')))
}

const shown = rows.map(row => ({ ...row, met: row.met ? 'met' : 'NOT MET' }))
const header = ['name', 'figure', 'unit', 'target', 'met']
const widths = header.map(key => Math.max(key.length, ...shown.map(row => String(row[key]).length)))
const line = cells => `| ${cells.map((cell, i) => String(cell).padEnd(widths[i])).join(' | ')} |`
const table = [
  line(header),
  line(widths.map(width => '-'.repeat(width))),
  ...shown.map(row => line(header.map(key => row[key]))),
].join('\n')
console.log(`\n${table}`)

const about = `${new Date().toISOString().slice(0, 10)}, Node ${process.versions.node}, ${cpus().length} cores (${cpus()[0].model.trim()})`
writeFileSync(
  join(ROOT, 'docs', 'benchmarks.md'),
  `# Benchmarks

\`npm run bench\` measures these and writes this page. Times on shared machines are noisy: rates are medians, latencies
95th percentiles, each of one run. The scheduler's times are compared with exact rationals (BigInt), on a simulated
clock whose pumps come at uneven gaps of 20 to 90 ms; “sounded on time” is the real clock of headless Chromium. The Shelf and
the save are measured on a database of 2,000 grooves of a hundred strokes.

Last run: ${about}.

${table}
`,
)
const at = process.argv.indexOf('--json')
if (at > 0) {
  const file = process.argv[at + 1]
  if (!file) giveUp('Say where to write the figures: npm run bench -- --json FILE')
  writeFileSync(file, `${JSON.stringify({ about, rows }, null, 2)}\n`)
}
process.exit(rows.every(row => row.met) ? 0 : 1)

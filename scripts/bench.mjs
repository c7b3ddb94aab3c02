// Measures what must be fast: the core by tinybench, the page in Chromium. Prints a table, keeps docs/benchmarks.md,
// and with --json FILE writes the figures as JSON.
import { spawnSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { cpus, tmpdir } from 'node:os'
import { join } from 'node:path'
import { ensureChromium } from './lib/chromium.mjs'
import { QUIET_LOOP } from '../bench/report.mjs'
import { ROOT, ensureBuilt, ensureInstalled, giveUp } from './lib/setup.mjs'

ensureInstalled()
ensureChromium()
ensureBuilt()

const folder = mkdtempSync(join(tmpdir(), 'bazzet-bench-'))
const rows = []

// The core's figures come from a vitest run of its own, so that it measures the sources as they are.
const vitest = ['run', '--config', 'bench/vitest.config.ts']
const inNode = name => [name, join(ROOT, 'node_modules/.bin/vitest'), [...vitest, name]]
const inPage = name => [name, process.execPath, [`bench/${name}.mjs`]]
for (const [name, command, list] of [
  ...['core', 'vary', 'phrase', 'practice', 'formats', 'record', 'hear', 'store'].map(inNode),
  ...['page', 'formats', 'hands', 'phrase', 'record', 'practice', 'shelf'].map(inPage),
]) {
  const file = join(folder, `${name}.json`)
  const done = spawnSync(command, list, {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, BENCH_OUT: file },
  })
  if (done.status !== 0) giveUp(`The measures of the ${name} could not be taken.`)
  rows.push(...JSON.parse(readFileSync(file, 'utf8')))
}

const shown = rows.map(row => ({ loops: '', most: '', ...row, met: row.met ? 'met' : 'NOT MET' }))
const header = ['name', 'figure', 'unit', 'target', 'loops', 'most', 'met']
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
95th percentiles, each of one run. What the processor bounds is also given in **loops**: over the time that a fixed loop of
plain arithmetic and objects (bench/report.mjs) took beside it in the same run, in Node or in the page. Its mark
stands on loops: the target over ${QUIET_LOOP} ms, what the loop takes on the quiet machine that the targets were set on. A row
without loops is counted, or waits for the disk, a timer or the network.

The scheduler's times are compared with exact rationals (BigInt), on a simulated clock whose pumps come at uneven gaps of
20 to 90 ms; late events in Chromium are those of its real clock. The Shelf and the save are measured on a database of 2,000
grooves of a hundred strokes.

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

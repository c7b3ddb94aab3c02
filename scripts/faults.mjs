// Places faults in the core, one at a time, and tells which tests notice: `node scripts/faults.mjs --seed 1 --count 20`. It changes
// files of the checkout it runs in and puts each back, so give it a clone; it is no part of CI.
import { spawnSync } from 'node:child_process'
import { readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import ts from 'typescript'
import { ROOT } from './lib/setup.mjs'

const { values } = parseArgs({
  options: { seed: { type: 'string', default: '1' }, count: { type: 'string', default: '20' } },
})
const RESULT = join(ROOT, 'test-results', 'faults.json')

/** Figures between 0 and 1 from a seed (mulberry32), so that the same faults are placed again. */
function seeded(seed) {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state)
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296
  }
}

/** Operators and what a slip makes of them. */
const SLIPS = new Map([
  [ts.SyntaxKind.LessThanToken, '<='],
  [ts.SyntaxKind.LessThanEqualsToken, '<'],
  [ts.SyntaxKind.GreaterThanToken, '>='],
  [ts.SyntaxKind.GreaterThanEqualsToken, '>'],
  [ts.SyntaxKind.PlusToken, '-'],
  [ts.SyntaxKind.MinusToken, '+'],
  [ts.SyntaxKind.AsteriskToken, '/'],
  [ts.SyntaxKind.AmpersandAmpersandToken, '||'],
  [ts.SyntaxKind.BarBarToken, '&&'],
  [ts.SyntaxKind.EqualsEqualsEqualsToken, '!=='],
  [ts.SyntaxKind.ExclamationEqualsEqualsToken, '==='],
])

/** Every place of a file where a fault can be put, with what is written there instead. */
function placesIn(file) {
  const text = readFileSync(join(ROOT, file), 'utf8')
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
  const places = []
  const put = (node, to) => places.push({ file, from: node.getStart(), end: node.getEnd(), to })
  const visit = node => {
    if (ts.isTypeNode(node) || ts.isImportDeclaration(node) || ts.isInterfaceDeclaration(node)) return
    if (ts.isBinaryExpression(node) && SLIPS.has(node.operatorToken.kind))
      put(node.operatorToken, SLIPS.get(node.operatorToken.kind))
    if (ts.isNumericLiteral(node) && !ts.isPropertyAssignment(node.parent)) put(node, String(Number(node.text) + 1))
    if (node.kind === ts.SyntaxKind.TrueKeyword) put(node, 'false')
    if (node.kind === ts.SyntaxKind.FalseKeyword) put(node, 'true')
    if (ts.isPrefixUnaryExpression(node) && node.operator === ts.SyntaxKind.ExclamationToken)
      places.push({ file, from: node.getStart(), end: node.operand.getStart(), to: '' })
    ts.forEachChild(node, visit)
  }
  visit(source)
  return places
}

/** The tests that fail with what is in the files now, of those that come to a file; none, where nothing notices. */
function noticed(file) {
  rmSync(RESULT, { force: true })
  spawnSync(
    join(ROOT, 'node_modules', '.bin', 'vitest'),
    ['related', file, '--run', '--bail=1', '--reporter=json', `--outputFile=${RESULT}`],
    { cwd: ROOT, stdio: 'ignore', timeout: 600_000 },
  )
  try {
    const { testResults } = JSON.parse(readFileSync(RESULT, 'utf8'))
    return testResults.flatMap(({ name, status, assertionResults }) => {
      const failed = assertionResults.filter(one => one.status === 'failed').map(one => one.fullName)
      const path = name.slice(ROOT.length + 1)
      return failed.length ? failed.map(one => `${path}: ${one}`) : status === 'failed' ? [`${path}: does not run`] : []
    })
  } catch {
    return ['the run came to no end']
  }
}

const files = readdirSync(join(ROOT, 'core'), { recursive: true })
  .map(name => `core/${String(name)}`)
  .filter(name => /^core\/\w+\/.*\.ts$/.test(name) && !/\.test\.ts$|\/index\.ts$/.test(name))
  .sort()
const places = files.flatMap(placesIn)
const chance = seeded(Number(values.seed))
let seen = 0
const count = Number(values.count)
for (let i = 0; i < count; i++) {
  const { file, from, end, to } = places[Math.floor(chance() * places.length)]
  const path = join(ROOT, file)
  const text = readFileSync(path, 'utf8')
  const line = text.slice(0, from).split('\n').length
  let by
  try {
    writeFileSync(path, text.slice(0, from) + to + text.slice(end))
    by = noticed(file)
  } finally {
    writeFileSync(path, text)
  }
  if (by.length) seen++
  const written = text.slice(from, end).replace(/\s+/g, ' ')
  console.log(`${i + 1}. ${file}:${line}, “${written}” made “${to}”: ${by[0] ?? 'NOT NOTICED'}`)
}
console.log(`${seen} of ${count} noticed`)

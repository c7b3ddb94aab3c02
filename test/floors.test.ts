/** @module-tag long */
import { existsSync, readFileSync, readdirSync } from 'node:fs'
import { dirname, join, normalize } from 'node:path'
import { ESLint, type Linter } from 'eslint'
import ts from 'typescript'
import { configs } from 'typescript-eslint'
import { describe, expect, it } from 'vitest'

// The files that are made up here are in no project: rules that ask types have nothing to ask.
const eslint = new ESLint({
  overrideConfig: [{ files: ['**/*.ts'], ...configs.disableTypeChecked }] as Linter.Config[],
})
const complaints = async (file: string, code: string) =>
  (await eslint.lintText(code, { filePath: file }))
    .flatMap(result => result.messages.map(message => `${message.ruleId}: ${message.message}`))
    .join('\n')

describe('the floors of the core, held by lint', () => {
  it.each([
    [
      'core/kit/x.ts',
      "import type { Groove } from '#core/groove'\nexport type X = Groove\n",
      /imports only from floors below/,
    ],
    [
      'core/perform/x.ts',
      "import { styleOf } from '#core/style'\nexport const x = styleOf\n",
      /imports only from floors below/,
    ],
    [
      'core/practise/x.ts',
      "import { renderPerformance } from '#core/sound'\nexport const x = renderPerformance\n",
      /imports only from floors below/,
    ],
    [
      'core/time/x.ts',
      "import { apply } from '#core/groove'\nexport const x = apply\n",
      /imports only from floors below/,
    ],
    [
      'core/analyse/x.ts',
      "import { styleOf } from '#core/style'\nexport const x = styleOf\n",
      /imports only from floors below/,
    ],
    [
      'core/groove/x.ts',
      "import { apply } from '#core/groove'\nexport const x = apply\n",
      /imports only from floors below/,
    ],
    ['core/vary/x.ts', "import { ref } from 'vue'\nexport const x = ref\n", /knows nothing of interface/],
    ['core/vary/x.ts', "import { readFileSync } from 'node:fs'\nexport const x = readFileSync\n", /no Node modules/],
    ['core/vary/x.ts', "import { apply } from '../groove'\nexport const x = apply\n", /entered by its door/],
    ['core/style/cards/x.ts', "import { apply } from '../../groove'\nexport const x = apply\n", /entered by its door/],
    [
      'core/style/cards/x.ts',
      "import { apply } from '#core/vary'\nexport const x = apply\n",
      /imports only from floors below/,
    ],
    ['core/vary/x.ts', "import { apply } from '#core/groove/edits'\nexport const x = apply\n", /by its door/],
    ['core/time/x.ts', 'export const x = () => window.innerWidth\n', /no browser, no Node and no clock/],
    ['core/time/x.ts', 'export const x = () => Math.random()\n', /seed passed in/],
    ['app/stores/x.ts', "import { connect } from '~~/server/db'\nexport const x = connect\n", /by its routes only/],
  ])(
    'a breach in %s is refused',
    async (file, code, complaint) => {
      expect(await complaints(file, code)).toMatch(complaint)
    },
    120_000,
  )

  it('what is allowed passes', async () => {
    expect(await complaints('core/vary/x.ts', "import { apply } from '#core/groove'\nexport const x = apply\n")).toBe(
      '',
    )
  })
})

// ---- circles, of types too ----------------------------------------------------

const ROOTS = ['core', 'app', 'server', 'demo']
const sources = ROOTS.flatMap(root =>
  readdirSync(root, { recursive: true }).map(name => join(root, String(name))),
).filter(name => /\.(ts|vue)$/.test(name) && !name.endsWith('.test.ts'))

/** The script of a file: all of a .ts, what is in the script of a .vue. */
const script = (file: string) => {
  const text = readFileSync(file, 'utf8')
  return file.endsWith('.vue') ? (text.match(/<script[^>]*>([\s\S]*?)<\/script>/)?.[1] ?? '') : text
}

/** The file that an import means, if it is one of ours. */
function resolved(from: string, name: string): string | undefined {
  const base = name.startsWith('#core/')
    ? join('core', name.slice(6))
    : name.startsWith('~~/')
      ? name.slice(3)
      : name.startsWith('~/')
        ? join('app', name.slice(2))
        : name.startsWith('.')
          ? normalize(join(dirname(from), name))
          : undefined
  return (
    base &&
    [base, `${base}.ts`, `${base}.vue`, `${base}/index.ts`].find(path => /\.(ts|vue)$/.test(path) && existsSync(path))
  )
}

/** Imports of a file, those of types among them. */
const importsOf = (file: string) =>
  ts.preProcessFile(script(file), true, true).importedFiles.flatMap(({ fileName }) => resolved(file, fileName) ?? [])

/** One circle among the files that import one another, if there is any. */
function circle(imports: (file: string) => string[], files: readonly string[]): string[] | undefined {
  const done = new Set<string>()
  const path: string[] = []
  const walk = (file: string): string[] | undefined => {
    if (path.includes(file)) return [...path.slice(path.indexOf(file)), file]
    if (done.has(file)) return undefined
    path.push(file)
    for (const next of imports(file)) {
      const found = walk(next)
      if (found) return found
    }
    path.pop()
    done.add(file)
    return undefined
  }
  for (const file of files) {
    const found = walk(file)
    if (found) return found
  }
  return undefined
}

describe('no file imports itself by way of others, types included', () => {
  it('in core, app, server and demo', () => {
    expect(sources.length).toBeGreaterThan(200)
    expect(sources.reduce((sum, file) => sum + importsOf(file).length, 0)).toBeGreaterThan(500)
    expect(circle(importsOf, sources)).toBeUndefined()
  })
  it('and would be found if it did, by a type as well', () => {
    const files: Record<string, string> = {
      a: "import type { B } from './b'",
      b: "import { type C } from './c'",
      c: "export type { A } from './a'",
    }
    const imports = (file: string) =>
      ts.preProcessFile(files[file]!, true, true).importedFiles.map(({ fileName }) => fileName.slice(2))
    expect(circle(imports, ['a', 'b', 'c'])).toEqual(['a', 'b', 'c', 'a'])
  })
  it('the server knows nothing of the demo world', () => {
    expect(
      sources.filter(file => file.startsWith('server') && importsOf(file).some(other => other.startsWith('demo'))),
    ).toEqual([])
  })
})

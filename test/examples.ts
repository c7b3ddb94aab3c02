import { readFileSync, readdirSync } from 'node:fs'
import { dirname } from 'node:path'
import ts from 'typescript'
import * as sample from './sample'

/** Every module of the core by its path without ending, as `groove/touch`; a folder's door is `groove/index`. */
const MODULES = new Map<string, Record<string, unknown>>(
  await Promise.all(
    readdirSync('core', { recursive: true })
      .map(String)
      .filter(name => /^\w+\/.*\.ts$/.test(name) && !name.endsWith('.test.ts'))
      .map(async file => {
        const name = file.replace(/\.ts$/, '')
        return [
          name,
          (await import(/* @vite-ignore */ `${process.cwd()}/core/${name}.ts`)) as Record<string, unknown>,
        ] as const
      }),
  ),
)
const DOORS = [...MODULES.keys()].filter(name => /^\w+\/index$/.test(name))
const folderOf = (name: string): string => name.split('/')[0]!

/** Where a word of an example comes from, and what it is. */
interface Found {
  module: string
  value: unknown
}

/**
 * What a word of an example means in a file: what the file exports, else what a file of its folder does, else a name of test/sample.ts,
 * else what just one other folder has in its door.
 */
function meaning(word: string, name: string): Found | undefined {
  const folder = folderOf(name)
  const own = [name, ...[...MODULES.keys()].filter(one => one.startsWith(`${folder}/`) && one !== `${folder}/index`)]
  const home = own.find(one => word in (MODULES.get(one) ?? {}))
  if (home) return { module: `../core/${home}`, value: MODULES.get(home)![word] }
  if (word in sample) return { module: './sample', value: sample[word as keyof typeof sample] }
  const doors = DOORS.filter(one => folderOf(one) !== folder && word in MODULES.get(one)!)
  return doors.length === 1 ? { module: `../core/${doors[0]}`, value: MODULES.get(doors[0]!)![word] } : undefined
}

/** The words of an expression that may come from elsewhere: no properties, no text. */
const wordsIn = (expression: string): string[] => [
  ...new Set(
    expression
      .replace(/'(?:[^'\\]|\\.)*'|"(?:[^"\\]|\\.)*"/g, "''")
      .match(/(?<![\w$.])(?<!\.\s)[A-Za-z_$][\w$]*/g)
      ?.concat(expression.match(/(?<=\.\.\.)[A-Za-z_$][\w$]*/g) ?? []) ?? [],
  ),
]

const scopeOf = (expression: string, file: string): Map<string, Found> => {
  const name = file.replace(/\.ts$/, '')
  return new Map(
    wordsIn(expression).flatMap(word => {
      const found = meaning(word, name)
      return found ? [[word, found] as const] : []
    }),
  )
}

/** Runs an expression of an example in a docstring of that file. */
export function run(expression: string, file: string): unknown {
  const scope = scopeOf(expression, file)
  return new Function(...scope.keys(), `return (${expression})`)(...[...scope.values()].map(one => one.value))
}

/** Codes of the compiler: a property that a type lacks; properties that a value lacks. */
const [UNKNOWN_PROPERTY, ARGUMENT] = [2339, 2345] as const
const LACKS: readonly number[] = [2739, 2740, 2741]

/**
 * Whether a complaint counts. An example shows what comes of what can be done, and takes the value out of a result, or what it wants out
 * of an edit, without asking first. It gives of an object what matters, and leaves out the rest.
 */
function isMisfit({ code, messageText }: ts.Diagnostic): boolean {
  const text = ts.flattenDiagnosticMessageText(messageText, ' ')
  if (code === UNKNOWN_PROPERTY) return typeof messageText === 'string' || !messageText.next
  if (LACKS.includes(code)) return false
  return code !== ARGUMENT || !/is missing (the following properties|in type)/.test(text)
}

/** What the compiler has against the examples, each with its file: words that mean nothing there, and values that do not fit. */
export function misfits(all: readonly Documented[]): string[] {
  const texts = new Map<string, string>()
  const shown = new Map<string, Documented>()
  for (const one of all)
    for (const [i, { expression }] of one.examples.entries()) {
      const imports = [...scopeOf(expression, one.file)].map(
        ([word, { module }]) => `import { ${word} } from '${module}'`,
      )
      const path = `${process.cwd()}/test/__${one.file.replaceAll('/', '_').replace(/\.ts$/, '')}_${one.name}_${i}.ts`
      texts.set(path, `${imports.join('\n')}\nexport const shown = (${expression})\n`)
      shown.set(path, one)
    }
  const { options } = ts.parseJsonConfigFileContent(
    ts.readConfigFile('test/tsconfig.json', name => readFileSync(name, 'utf8')).config,
    ts.sys,
    'test',
  )
  const host = ts.createCompilerHost({ ...options, strict: false, noEmit: true })
  const { readFile, fileExists, getSourceFile } = host
  host.readFile = name => texts.get(name) ?? readFile(name)
  host.fileExists = name => texts.has(name) || fileExists(name)
  host.getSourceFile = (name, version, ...more) => {
    const text = texts.get(name)
    return text === undefined ? getSourceFile(name, version, ...more) : ts.createSourceFile(name, text, version)
  }
  const program = ts.createProgram(
    [...shown.keys()],
    { ...options, strict: false, strictNullChecks: false, noImplicitAny: false, noEmit: true, noUnusedLocals: false },
    host,
  )
  return [...shown].flatMap(([path, { file, name }]) => {
    const source = program.getSourceFile(path)
    return source
      ? [...program.getSyntacticDiagnostics(source), ...program.getSemanticDiagnostics(source)]
          .filter(isMisfit)
          .map(fault => `core/${file}, ${name}: ${ts.flattenDiagnosticMessageText(fault.messageText, ' ')}`)
      : [`${dirname(path)}: not read`]
  })
}

/** A function that a folder exports, and that is not for its own use alone. */
export const isPublic = ({ file, name, internal }: Documented): boolean =>
  !internal && name in MODULES.get(`${folderOf(file)}/index`)!

export interface Documented {
  file: string
  name: string
  internal: boolean
  examples: { expression: string; value: string }[]
}

/** Where an example stands in a docstring: on a line of its own (`@example`), or between backticks. */
const EXAMPLE = /@example (.+?) \/\/ => (.+)$|`([^`]+?) \/\/ => ([^`]+)`/gm

/** Every function that the core's folders export, with the examples in its docstring. */
export function documented(): Documented[] {
  const files = readdirSync('core', { recursive: true })
    .map(String)
    .filter(name => /^\w+\/[\w-]+\.ts$|^\w+\/\w+\/[\w-]+\.ts$/.test(name) && !/\.test\.ts$|index\.ts$/.test(name))
    .sort()
  return files.flatMap(file => {
    const text = readFileSync(`core/${file}`, 'utf8')
    const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true)
    return source.statements.flatMap(statement => {
      const exported =
        ts.canHaveModifiers(statement) &&
        ts.getModifiers(statement)?.some(one => one.kind === ts.SyntaxKind.ExportKeyword)
      const name = !exported
        ? undefined
        : ts.isFunctionDeclaration(statement)
          ? statement.name!.text
          : functionName(statement)
      if (!name) return []
      const doc = text
        .slice(statement.getFullStart(), statement.getStart())
        .replace(/^ \* ?/gm, '')
        .replace(/\s*\*\/\s*$/, '')
      return {
        file,
        name,
        internal: doc.includes('@internal'),
        examples: [...doc.matchAll(EXAMPLE)].map(([, own, value, inline, told]) => ({
          expression: own ?? inline!,
          value: value ?? told!,
        })),
      }
    })
  })
}

function functionName(statement: ts.Statement): string | undefined {
  const declared = ts.isVariableStatement(statement) ? statement.declarationList.declarations[0] : undefined
  const made = declared?.initializer
  return made && (ts.isArrowFunction(made) || ts.isFunctionExpression(made)) ? declared.name.getText() : undefined
}

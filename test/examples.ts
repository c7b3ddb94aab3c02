import { readFileSync, readdirSync } from 'node:fs'
import ts from 'typescript'
import * as analyse from '#core/analyse'
import * as documents from '#core/documents'
import * as editor from '#core/editor'
import * as formats from '#core/formats'
import * as groove from '#core/groove'
import * as kit from '#core/kit'
import * as limbs from '#core/limbs'
import * as measure from '#core/measure'
import * as notation from '#core/notation'
import * as perform from '#core/perform'
import * as phrase from '#core/phrase'
import * as practise from '#core/practise'
import * as record from '#core/record'
import * as sound from '#core/sound'
import * as sticking from '#core/sticking'
import * as style from '#core/style'
import * as time from '#core/time'
import * as vary from '#core/vary'

/** One bar of 4/4 in sixteenths at 100: hats in eighths, snare on 2 and 4, ghosts on a of 2 and e of 3, bass drum on 1 and & of 3. */
const bars = groove.makeBars(time.meter(4, 4), 1, 4)
const row = (line: string, piece: string, stroke: kit.StrokeKind = 'hit') =>
  groove.rowStrokes(bars, line, { piece, stroke })
const sample = groove.makeGroove({
  id: 'sample',
  title: 'Sample',
  bars,
  parts: [
    groove.makePart({ id: 'hats', name: 'Hats', role: 'lead', limb: 'RH', strokes: row('3.', 'hi-hat') }),
    groove.makePart({
      id: 'backbeat',
      name: 'Backbeat',
      role: 'backbeat',
      limb: 'LH',
      strokes: row('....5...', 'snare'),
    }),
    groove.makePart({
      id: 'ghosts',
      name: 'Ghosts',
      role: 'ghosts',
      limb: 'LH',
      strokes: row('.......1.1......', 'snare'),
    }),
    groove.makePart({
      id: 'bass',
      name: 'Bass drum',
      role: 'bass drum',
      limb: 'RF',
      strokes: row('4.........4.....', 'bass drum'),
    }),
  ],
})

/** A groove's parts, a figure or a dot a slot: `{ bass: '4.........4.....' }`; an edit's are those it changes in the sample; several passes on end. */
function rows(of: groove.Groove | groove.Edit | { ok: boolean; value?: unknown; reason?: string }): unknown {
  if ('ok' in of) return of.ok ? rows(of.value as groove.Edit) : of.reason
  if (!('bars' in of && 'parts' in of)) {
    const after = groove.apply(sample, of as groove.Edit)
    if (!after.ok) return after.reason
    const [before, then] = [rows(sample), rows(after.value.document)] as [
      Record<string, string>,
      Record<string, string>,
    ]
    return Object.fromEntries(
      Object.entries(then)
        .filter(([id, line]) => before[id] !== line)
        .concat(
          Object.keys(before)
            .filter(id => !(id in then))
            .map(id => [id, 'gone']),
        ),
    )
  }
  const whole = of as groove.Groove
  const slots = time.slotsOf(whole.bars)
  return Object.fromEntries(
    whole.parts.map(part => [
      part.id,
      slots
        .map(
          slot => part.strokes.find(stroke => stroke.at >= slot.at && stroke.at < slot.at + slot.length)?.level ?? '.',
        )
        .join(''),
    ]),
  )
}

/** The sample without its first bass drum. */
function without(one: groove.Groove): groove.Groove {
  return {
    ...one,
    parts: one.parts.map(part => (part.id === 'bass' ? { ...part, strokes: part.strokes.slice(1) } : part)),
  }
}
/** Ids by number. */
const counter = () => {
  let n = 0
  return () => `id-${++n}`
}
const fillGround = { round: sample, next: sample, kit: kit.DEFAULT_KIT, tempo: sample.tempo }
/** Single strokes through the last beat, led round the drums. */
function madeFill() {
  const made = phrase.makeFill(
    {
      from: 15120,
      length: 5040,
      source: { kind: 'singles' },
      path: { seed: 1, afresh: false },
      first: 'R',
      loudness: 'growing',
      feet: 'kept',
      ending: 'crash',
    } as never,
    fillGround,
  )
  return made.ok ? made.value : made
}

/** A plan of the sample with its first stage, what they are made of, and an entry of the log. */
function practised() {
  const plan = practise.planFor(sample, counter())
  if (!plan.ok) throw new Error(plan.reason)
  const entry = practise.makeEntry({
    id: 'entry',
    at: '2026-03-01T18:00:00.000Z',
    day: '2026-03-01',
    subject: { kind: 'groove', id: 'sample', revision: 1, title: 'Sample' },
    stage: 'All',
    seconds: 120,
    tempo: { bpm: 96, counts: '1/4' },
    word: 'solid',
  })
  return {
    plan: plan.value,
    stage: plan.value.stages[0],
    entry,
    material: { grooves: new Map([['sample', sample]]), phrases: new Map(), kitOf: () => kit.DEFAULT_KIT },
  }
}

const FOLDERS = {
  time,
  kit,
  groove,
  perform,
  style,
  sticking,
  analyse,
  vary,
  limbs,
  phrase,
  measure,
  record,
  practise,
  sound,
  notation,
  formats,
  documents,
  editor,
} as Record<string, object>

/** What the examples of a folder speak of: all that the core's folders export, its own above the others', and a few names more (core/README.md). */
const scopeOf = (folder: string): Record<string, unknown> => ({
  ...Object.assign({}, ...Object.values(FOLDERS)),
  ...FOLDERS[folder],
  bars,
  beats: time.beatsOf(bars),
  groove: sample,
  kit: kit.DEFAULT_KIT,
  rows,
  /** With a line above; without its first bass drum; too fast for a right hand; and what a sticking is laid on. */
  lined: { ...sample, guides: [{ id: 'riff', name: 'Riff', notes: [{ at: 0, length: 5040, level: 3 }] }] },
  part: (id: string) => groove.partOf(sample, id),
  events: groove.timeline(sample, kit.DEFAULT_KIT),
  lighter: without(sample),
  fast: { ...sample, tempo: { bpm: 320, counts: '1/4' } },
  sixteenths: { meter: time.meter(4, 4), slots: 4, changing: false },
  phrase: phrase.phraseFrom(sample, 1, counter()),
  fill: madeFill(),
  measures: measure.measure(
    [{ at: 0, limb: 'RH', pieceId: 'snare', level: 3, tick: 0, bar: 0, instant: 0, grace: false } as never],
    [{ at: 0.012, limb: 'RH' }],
    { input: 'keys', tells: 'limb', vouched: true, bars: 1 },
  ),
  laps: practised().plan.stages.map(() => ({ bars: 1, seconds: 2.4 })),
  fillGround,
  ...practised(),
  geometry: notation.layOut(bars, ['RH', 'LH', 'RF', 'LF'], 800, notation.FULL),
  midi: formats.writeGrooveMidi(sample, kit.DEFAULT_KIT),
})

/** Runs an expression of an example in a docstring of that folder. */
export function run(expression: string, file: string): unknown {
  const scope = scopeOf(file.split('/')[0]!)
  return new Function(...Object.keys(scope), `return (${expression})`)(...Object.values(scope))
}

/** A function that a folder exports, and that is not for its own use alone. */
export const isPublic = ({ file, name, internal }: Documented): boolean =>
  !internal && name in FOLDERS[file.split('/')[0]!]!

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

import { type Groove, sentence } from '#core/groove'
import { LIMBS, LIMB_NAMES, type Limb } from '#core/kit'
import { present } from '#core/present'
import type { Counting } from '#core/time'
import type { Advice } from './advice'
import { LAPS, MARKS, MEASURING, type Measuring, togetherWithin } from './marks'
import { gistOfCause, neighbourOf, sayCause, sayLost } from './say-cause'
import type { Cause, Measures } from './schema'

/** What a measured stage would have next: on, once more, slower, or two limbs by themselves. */
type NextStep = { does: 'climb' | 'repeat' | 'down' } | { does: 'isolate'; limbs: [Limb, Limb] }

/** What to do in a sentence or two, how sure that is, and what follows from it. */
interface Verdict {
  says: string
  sure: 'too few to tell' | 'a first hint' | 'sure'
  clean: boolean
  next: NextStep
  remedies: Advice[]
  /** The other causes, smaller, in a sentence each. */
  also: string[]
}

const strokesWord = (n: number) => (n === 1 ? '1 stroke' : `${n} strokes`)
const round = (ms: number) => Math.round(Math.abs(ms))

/** A spread under this share of what counts as uneven is worth a good word. */
const EVEN = 0.6
/** A steady place ahead or behind from this on is noted, in ms; it is a way to play, and no fault. */
const PLACED = 10

/** One good thing to begin with, where there is one: a limb that is even, or nothing missed. */
function goodOf({ limbs, missed, asked }: Measures, blamed: ReadonlySet<Limb>, by: Measuring): string {
  const even = limbs
    .filter(one => one.spread !== null && one.spread <= by.spread * EVEN && !blamed.has(one.limb) && one.strokes >= 16)
    .sort((a, b) => present(a.spread, 'spread') - present(b.spread, 'spread'))[0]
  if (even) return `Your ${LIMB_NAMES[even.limb]} is even. `
  return missed === 0 && asked > 0 ? 'Nothing missed. ' : ''
}

/** What follows from a cause: whose limbs are taken by themselves, a step down where it is too fast, or once more. */
function nextOf(cause: Cause, measures: Measures): NextStep {
  if (cause.kind === 'unison') return { does: 'isolate', limbs: present(cause.limbs, 'limbs') }
  if (cause.kind === 'scattered') return { does: 'down' }
  // Heard as two: the limb is put together with the one it is best heard against.
  const other =
    cause.kind === 'limb' && Math.abs(cause.figure) >= MEASURING.hands
      ? neighbourOf(present(cause.limb, 'limb'), measures)
      : undefined
  if (other)
    return { does: 'isolate', limbs: LIMBS.filter(limb => limb === cause.limb || limb === other) as [Limb, Limb] }
  return { does: 'repeat' }
}

/** What was measured before causes were named: those that its figures alone tell. */
function causesOfFigures({ asked, missed, extra, limbs, unisons }: Measures, by: Measuring): Cause[] {
  const gone = asked ? (missed + extra) / asked : 0
  return [
    { kind: 'scattered' as const, weight: gone / MARKS.scattered, figure: gone * 100 },
    ...unisons
      .filter(one => one.strokes >= LAPS)
      .map(one => ({
        kind: 'unison' as const,
        weight: one.apart / togetherWithin(one.limbs, by),
        figure: one.lean,
        limbs: one.limbs,
        tick: one.tick,
      })),
    ...limbs.flatMap(({ limb, lean, spread, strokes }) => [
      { kind: 'spread' as const, weight: (spread ?? 0) / by.spread, figure: spread ?? 0, limb },
      // A lean that chance explains, by twice its standard error, is none.
      ...(lean !== null && spread !== null && Math.abs(lean) > (2 * spread) / Math.sqrt(strokes)
        ? [{ kind: 'limb' as const, weight: Math.abs(lean) / MARKS.limb, figure: lean, limb }]
        : []),
    ]),
  ]
    .filter(one => one.weight >= 1)
    .sort((a, b) => b.weight - a.weight)
}

/** Causes that a gate has shut behind it: nothing else is judged. */
const GATES: readonly Cause['kind'][] = ['nothing', 'few', 'double', 'half', 'tempo', 'offset', 'lost']

/**
 * Measures as a sentence: one good thing, the greatest cause with its figure and place, and one thing to do about it; the groove gives the
 * places their words. What is clean says so, and what may not be claimed says what is missing to claim it.
 * @example verdictOf(measures, groove).sure // => 'too few to tell'
 */
export function verdictOf(
  measures: Measures,
  groove: Pick<Groove, 'bars'>,
  counting?: Counting,
  by: Measuring = MEASURING,
): Verdict {
  const { limbs, unisons } = measures
  const causes = measures.version === 1 ? causesOfFigures(measures, by) : measures.causes
  const said = causes.map(cause => sayCause(cause, measures, groove, counting))
  const remedies = said.flatMap(one => one.remedy ?? []).slice(0, 3)
  const [first] = causes
  const few = measures.strokes < by.few || limbs.every(one => one.mean === null)
  const sure = few ? 'too few to tell' : measures.strokes < 6 * by.few ? 'a first hint' : 'sure'
  const clean = !first && !few && measures.clean > 0
  const told = { sure, clean, remedies, also: said.slice(1).map(one => `${one.what}.`) } as const
  if (few && (!first || !GATES.includes(first.kind)))
    return {
      ...told,
      says: `Only ${strokesWord(measures.strokes)} ${measures.strokes === 1 ? 'is' : 'are'} measured: too few to tell. Play on.`,
      next: { does: 'repeat' },
    }
  if (first) {
    const blamed = new Set(causes.flatMap(one => one.limbs ?? one.limb ?? []))
    const good = GATES.includes(first.kind) ? '' : goodOf(measures, blamed, by)
    return { ...told, says: `${good}${said[0]!.what}: ${said[0]!.step}.`, next: nextOf(first, measures) }
  }
  // Limbs that never met, or met too seldom, were not heard together.
  const met = unisons.filter(one => one.strokes >= LAPS)
  const together = met.length > 0 && met.every(one => one.apart <= togetherWithin(one.limbs, by))
  const even = together ? 'even, and together' : 'even'
  const place = placeOf(measures)
  if (!clean && (measures.missed || measures.extra))
    return {
      ...told,
      says: `${sentence(even)}, with ${sayLost(measures)} of ${measures.asked}: once more, until four bars in a row have none.${place}`,
      next: { does: 'repeat' },
    }
  return clean
    ? { ...told, says: `Clean: ${even}. Ready to go on.${place}`, next: { does: 'climb' } }
    : {
        ...told,
        says: `${sentence(even)}; four clean bars in a row are still to come.${place}`,
        next: { does: 'repeat' },
      }
}

/** Where steady playing lies: a note, where the input’s lateness is known; else that it is not. */
function placeOf({ vouched, limbs }: Measures): string {
  const means = limbs.flatMap(one => (one.mean === null ? [] : Array<number>(one.strokes).fill(one.mean)))
  const ms = means.length ? means.reduce((a, b) => a + b, 0) / means.length : 0
  if (Math.abs(ms) < PLACED) return ''
  return vouched
    ? ` Steadily ${round(ms)} ms ${ms > 0 ? 'behind' : 'ahead of'} the click: a way to play, no fault.`
    : ' Ahead or behind is not told: how late this input arrives is not known (the Player page finds it).'
}

/**
 * What was measured in few words, as a line of the log has it: its cause, or `'none missed, spread 14 ms'`.
 * @example sayMeasured(measures) // => 'too few to tell'
 */
export function sayMeasured(measures: Pick<Measures, 'missed' | 'extra' | 'limbs' | 'causes'>): string {
  const [first] = measures.causes
  if (first) return gistOfCause(first)
  const spreads = measures.limbs.flatMap(one => one.spread ?? [])
  return `${sayLost(measures)}, ${spreads.length ? `spread ${round(Math.max(...spreads))} ms` : 'too few to tell'}`
}

/**
 * What a verdict says beside its gist, for a page that shows the gist above it.
 * @example withoutGist('Clean: even. Ready to go on.', 'clean') // => 'Even. Ready to go on.'
 */
export const withoutGist = (says: string, gist: string): string =>
  says.toLowerCase().startsWith(gist.toLowerCase())
    ? sentence(says.slice(gist.length).replace(/^[:;,.]?\s*/, ''))
    : says

/**
 * The figures behind the sentence: `'168 strokes measured, 2 missed, 1 extra. Right hand 6 ms after the left hand, spread 12 ms; …'`. A limb
 * that played alone, on an input whose earliness nobody vouches for, has a spread only.
 * @example sayMeasures(measures) // => '1 stroke measured, none missed. Right hand: too few to tell.'
 */
export function sayMeasures(measures: Measures): string {
  const heard = measures.limbs.filter(one => one.strokes > 0)
  const limbs = measures.limbs.map(({ limb, mean, lean, spread }) => {
    if (spread === null) return `${LIMB_NAMES[limb]}: too few to tell`
    const where = measures.vouched ? sayOff(mean!) : heard.length > 1 ? sayLean(lean!, othersOf(heard, limb)) : ''
    return [`${LIMB_NAMES[limb]}${where && ` ${where}`}`, `spread ${round(spread)} ms`].join(', ')
  })
  return `${strokesWord(measures.strokes)} measured, ${sayLost(measures)}.${limbs.length ? ` ${sentence(limbs.join('; '))}.` : ''}`
}
const sayOff = (ms: number): string => (round(ms) === 0 ? 'on time' : `${round(ms)} ms ${ms > 0 ? 'late' : 'early'}`)
const sayLean = (ms: number, others: string): string =>
  round(ms) === 0 ? `with ${others}` : `${round(ms)} ms ${ms > 0 ? 'after' : 'before'} ${others}`

/** What a limb is held against: the one other by its name, or the others. @internal */
export const othersOf = (limbs: readonly { limb: Limb }[], limb: Limb): string => {
  const others = [...new Set(limbs.map(one => one.limb))].filter(one => one !== limb)
  return others.length === 1 ? `the ${LIMB_NAMES[others[0]!]}` : 'the others'
}

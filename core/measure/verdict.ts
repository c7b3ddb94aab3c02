import { type Groove, type Span, sayPlaces, sentence } from '#core/groove'
import { LIMB_NAMES, type Limb } from '#core/kit'
import type { Counting } from '#core/time'
import { MEASURING, type Measuring, togetherWithin } from './measures'
import type { LimbMeasures, Measures } from './schema'

/** What a measured stage would have next: on, once more, slower, or two limbs by themselves. */
type NextStep = { does: 'climb' | 'repeat' | 'down' } | { does: 'isolate'; limbs: [Limb, Limb] }

/** What would help, in one sentence, with what a stage for it would play. */
export interface Advice {
  says: string
  limbs: Limb[]
  click: 'every beat' | 'eighths' | 'off-beats'
  span?: Span
}

/** One sentence that says what to do, how sure that is, and what follows from it. */
interface Verdict {
  says: string
  sure: 'too few to tell' | 'a first hint' | 'sure'
  clean: boolean
  next: NextStep
  remedies: Advice[]
}

/** A share of strokes missed, and of extra ones, from which a stage is too fast. */
const LOST = 0.08

/**
 * How far a mean may be off by chance alone, in ms: twice its standard error.
 */
const doubt = ({ spread, strokes }: Pick<LimbMeasures, 'spread' | 'strokes'>): number =>
  spread === null || strokes < 2 ? Infinity : (2 * spread) / Math.sqrt(strokes)

/**
 * The limb that stands out in time from the others by more than chance would have it, and by at least as much as is heard as two.
 * With one limb there is nothing to stand out from.
 * @internal
 */
export function standsOut(limbs: readonly LimbMeasures[], { tight }: Measuring = MEASURING): LimbMeasures | undefined {
  const told = limbs.filter(one => one.lean !== null)
  if (told.length < 2) return undefined
  const worst = told.reduce((most, one) => (Math.abs(one.lean!) > Math.abs(most.lean!) ? one : most))
  return Math.abs(worst.lean!) >= tight && Math.abs(worst.lean!) > doubt(worst) ? worst : undefined
}

const isOrAre = (n: number) => (n === 1 ? 'is' : 'are')
const strokesWord = (n: number) => (n === 1 ? '1 stroke' : `${n} strokes`)
const round = (ms: number) => Math.round(Math.abs(ms))

/**
 * Measures as one sentence that says what to do, worst thing first; the groove gives the places their words.
 * @example verdictOf(measures, groove).sure // => 'too few to tell'
 */
export function verdictOf(
  measures: Measures,
  groove: Pick<Groove, 'bars'>,
  counting?: Counting,
  by: Measuring = MEASURING,
): Verdict {
  const { asked, missed, extra, limbs, unisons } = measures
  const few = measures.strokes < by.few || limbs.every(one => one.mean === null)
  const clean = measures.clean > 0
  const sure = few ? 'too few to tell' : measures.strokes < 6 * by.few ? 'a first hint' : 'sure'
  const lost = asked ? (missed + extra) / asked : 0
  const wide = limbs
    .filter(one => one.spread !== null && one.spread > by.spread)
    .sort((a, b) => b.spread! - a.spread!)[0]
  const apart = unisons.find(one => one.strokes >= 4 && one.apart > togetherWithin(one.limbs, by))
  const out = standsOut(limbs, by)
  const remedies: Advice[] = []
  const remedy = (one: Advice) =>
    void (remedies.some(other => other.limbs.join() === one.limbs.join()) || remedies.push(one))
  for (const one of unisons
    .filter(pair => pair.strokes >= 4 && pair.apart > togetherWithin(pair.limbs, by))
    .slice(0, 3)) {
    remedy({
      says: `${sentence(`${LIMB_NAMES[one.limbs[0]]} and ${LIMB_NAMES[one.limbs[1]]}`)} alone, slowly, click on every beat; listen for one sound on ${sayPlaces(groove, [one.tick], counting)}.`,
      limbs: [...one.limbs],
      click: 'every beat',
    })
  }
  if (wide)
    remedy({
      says: `${sentence(LIMB_NAMES[wide.limb])} alone against a click in eighths, until it lies even.`,
      limbs: [wide.limb],
      click: 'eighths',
    })
  if (out)
    remedy({
      says: `${sentence(LIMB_NAMES[out.limb])} alone with the click, ${out.lean! > 0 ? 'a little sooner' : 'a little later'} than feels right.`,
      limbs: [out.limb],
      click: 'every beat',
    })
  const told = { sure, clean, remedies } as const
  if (few)
    return {
      ...told,
      says: `Only ${strokesWord(measures.strokes)} ${isOrAre(measures.strokes)} measured: too few to tell. Play on.`,
      next: { does: 'repeat' },
    }
  if (lost > LOST)
    return { ...told, says: `${sentence(sayLost(measures))} of ${asked}: take it slower.`, next: { does: 'down' } }
  if (apart) {
    const [a, b] = apart.limbs
    const late = apart.lean > 0 ? b : a
    const lean =
      Math.abs(apart.lean) > apart.apart / 2 ? `, the ${LIMB_NAMES[late]} late` : ', now one first and now the other'
    return {
      ...told,
      says: `${sentence(LIMB_NAMES[a])} and ${LIMB_NAMES[b]} land ${round(apart.apart)} ms apart on ${sayPlaces(groove, [apart.tick], counting)}${lean}: bring them together.`,
      next: { does: 'isolate', limbs: apart.limbs },
    }
  }
  if (wide)
    return {
      ...told,
      says: `The ${LIMB_NAMES[wide.limb]} spreads by ${round(wide.spread!)} ms: even it out before it gets faster.`,
      next: { does: 'repeat' },
    }
  if (out)
    return {
      ...told,
      says: `The ${LIMB_NAMES[out.limb]} comes ${round(out.lean!)} ms ${out.lean! > 0 ? 'after' : 'before'} ${othersOf(limbs, out.limb)}: bring them back together.`,
      next: { does: clean ? 'climb' : 'repeat' },
    }
  if (!clean && (missed || extra))
    return {
      ...told,
      says: `Even, with ${sayLost(measures)} of ${asked}: once more, until four bars in a row have none.`,
      next: { does: 'repeat' },
    }
  // Limbs that never met were not heard together.
  const even = unisons.length ? 'even, and together' : 'even'
  return clean
    ? { ...told, says: `Clean: ${even}. Go on to the next tempo.`, next: { does: 'climb' } }
    : { ...told, says: `${sentence(even)}; four clean bars in a row are still to come.`, next: { does: 'repeat' } }
}

/** A place where a limb leaves its own time: how many ms from its mean, early negative. */
interface Slip {
  limb: Limb
  tick: number
  ms: number
}

/**
 * Where limbs rush or drag: slots whose mean lies further from the limb’s own than is heard and than chance would have it, worst first.
 * @example slipsOf({ limbs: [], slots: [] }) // => []
 */
export function slipsOf({ limbs, slots }: Pick<Measures, 'limbs' | 'slots'>, { tight }: Measuring = MEASURING): Slip[] {
  return slots
    .flatMap(({ limb, tick, strokes, mean, spread }): Slip[] => {
      const own = limbs.find(one => one.limb === limb)?.mean
      if (own === null || own === undefined || strokes < 4) return []
      const ms = Math.round((mean - own) * 10) / 10
      return Math.abs(ms) >= tight && Math.abs(ms) > doubt({ spread, strokes }) ? [{ limb, tick, ms }] : []
    })
    .sort((a, b) => Math.abs(b.ms) - Math.abs(a.ms))
}

/**
 * `'The left hand rushes by 14 ms on a of 1.'`
 * @example saySlip(groove, { limb: 'LH', tick: 3780, ms: -14 }) // => 'The left hand rushes by 14 ms on a of 1.'
 */
export const saySlip = (groove: Pick<Groove, 'bars'>, { limb, tick, ms }: Slip, counting?: Counting): string =>
  `The ${LIMB_NAMES[limb]} ${ms < 0 ? 'rushes' : 'drags'} by ${round(ms)} ms on ${sayPlaces(groove, [tick], counting)}.`

/**
 * `'2 missed, 1 extra'`
 */
const sayLost = ({ missed, extra }: Pick<Measures, 'missed' | 'extra'>): string =>
  [missed ? `${missed} missed` : '', extra ? `${extra} extra` : ''].filter(Boolean).join(', ') || 'none missed'

/**
 * What was measured in few words, as a line of the log has it: `'2 missed, spread 14 ms'`.
 * @example sayMeasured(measures) // => 'none missed, too few to tell'
 */
export function sayMeasured(measures: Pick<Measures, 'missed' | 'extra' | 'limbs'>): string {
  const spreads = measures.limbs.flatMap(one => one.spread ?? [])
  return `${sayLost(measures)}, ${spreads.length ? `spread ${round(Math.max(...spreads))} ms` : 'too few to tell'}`
}

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

/** What a limb is held against: the one other by its name, or the others. */
const othersOf = (limbs: readonly { limb: Limb }[], limb: Limb): string => {
  const others = [...new Set(limbs.map(one => one.limb))].filter(one => one !== limb)
  return others.length === 1 ? `the ${LIMB_NAMES[others[0]!]}` : 'the others'
}

/**
 * While playing: a few words on the last strokes of a limb, or nothing where all is well. Milliseconds, early negative.
 * @example hintOf([]) // => ''
 */
export function hintOf(offsets: readonly { limb: Limb; ms: number }[], { tight }: Measuring = MEASURING): string {
  const meanOf = (list: readonly { ms: number }[]) => list.reduce((sum, one) => sum + one.ms, 0) / list.length
  const limbs = [...new Set(offsets.map(one => one.limb))]
  const worst =
    limbs.length < 2
      ? undefined
      : limbs
          .map(limb => {
            const own = offsets.filter(one => one.limb === limb)
            return { limb, n: own.length, lean: meanOf(own) - meanOf(offsets.filter(one => one.limb !== limb)) }
          })
          .filter(one => one.n >= 4)
          .sort((a, b) => Math.abs(b.lean) - Math.abs(a.lean) || b.lean - a.lean)[0]
  return worst && Math.abs(worst.lean) > 1.5 * tight
    ? `${LIMB_NAMES[worst.limb]} ${worst.lean > 0 ? 'after' : 'before'} ${othersOf(offsets, worst.limb)}`
    : ''
}

import { type ClickPlace, LIMBS, type Limb } from '#core/kit'
import {
  type BarTime,
  type Beat,
  type Counting,
  barStarts,
  beatsOf,
  countSlots,
  eighthsIn,
  eighthsOf,
  offBeatOf,
} from '#core/time'
import { type Clave, claveIn, claveNamed } from '#core/groove'

/** Where a click falls. Each program is one of the schools: see product.md, where the click goes. */
export const CLICKS = [
  'none',
  'every beat',
  'every other beat',
  'backbeats',
  'first of bar',
  'eighths',
  'off-beats',
  'inner sixteenths',
  'clave',
  'son clave 3-2',
  'son clave 2-3',
  'rumba clave 3-2',
  'rumba clave 2-3',
] as const
export type Click = (typeof CLICKS)[number]

/** The clave that a program clicks: by its name, or the groove's own; undefined for all other programs. @internal */
export const clickedClave = (program: ClickPlan['program'], own: Clave | null): Clave | undefined =>
  typeof program !== 'string' ? undefined : program === 'clave' ? (own ?? undefined) : claveNamed(program)

/** Where a voice counts instead of the click: on every slot, on the felt beats, or wherever a limb strikes. */
export const SPOKEN = ['every slot', 'beats', ...LIMBS] as const
export type Spoken = 'every slot' | 'beats' | Limb

/** A count that is spoken: where, and in which school's words. */
interface Voice {
  where: Spoken
  counting: Counting
}

/**
 * What clicks: a program by name, or the player's own slots (ticks from the start of the bars); and, where wanted,
 * bars that sound and bars that stay silent in turn, counted through the whole performance.
 */
export interface ClickPlan {
  program: Click | readonly number[]
  gaps?: { sound: number; silent: number } | null
  voice?: Voice | null
}

/** One click: its place in ticks from the start of the bars, what it falls on, and what a voice says there. */
export interface ClickStroke {
  at: number
  on: ClickPlace
  says?: string
}

/** Places within one felt beat, in ticks from the bars' start. Where a clave is asked for and there is none, the beat. */
function placesIn(click: Click, of: Beat): number[] {
  const { at, beat, length } = of
  switch (click) {
    case 'none':
      return []
    case 'every other beat':
      return beat % 2 === 0 ? [at] : []
    case 'backbeats':
      return beat % 2 === 1 ? [at] : []
    case 'first of bar':
      return beat === 0 ? [at] : []
    case 'eighths':
      return eighthsOf(of)
    case 'off-beats':
      return [offBeatOf(of)]
    case 'inner sixteenths':
      return eighthsOf(of).map(eighth => eighth + length / eighthsIn(length) / 2)
    default:
      return [at]
  }
}

/**
 * The clicks of one pass through the bars, silent bars not yet left out. Every other beat goes from the 1 of each bar, as half notes do
 * in 4/4; backbeats are those of the groove, by their ticks in order, or the even felt beats where it has none; eighths and off-beats are
 * the felt beat's own (core/time); inner sixteenths are those between the eighths, e and a. A clave, `gone` ticks of which are over when the bars begin, lies over as many bars as it needs; where it
 * does not fit them, and where the groove has none, the felt beats click.
 * @internal
 */
export function clicksOf(
  bars: readonly BarTime[],
  program: ClickPlan['program'],
  { backbeat = [], clave, gone = 0 }: { backbeat?: readonly number[]; clave?: Clave; gone?: number } = {},
): ClickStroke[] {
  if (program === 'none') return []
  const starts = barStarts(bars)
  const total = starts[bars.length]!
  const ats =
    typeof program === 'string'
      ? ((clave && claveIn(bars, clave, gone)) ??
        (program === 'backbeats' && backbeat.length
          ? backbeat
          : beatsOf(bars).flatMap(beat => placesIn(program, beat))))
      : [...program].filter(at => at >= 0 && at < total).sort((a, b) => a - b)
  const beats = new Set(beatsOf(bars).map(beat => beat.at))
  return ats.map(at => ({ at, on: starts.includes(at) ? 'first' : beats.has(at) ? 'beat' : 'slot' }))
}

/** What is said where the ribbon has only a dot: fives are spoken in syllables. */
const FIVES = ['ta', 'ka', 'ta', 'ki', 'ta']

/**
 * The count of one pass through the bars as a voice says it, slot by slot in the words of the ribbon; `struck` are the ticks at
 * which the limb strikes that it follows. Strokes off the grid are not said.
 * @example countsOf(bars, { where: 'beats', counting: NUMBERS }).map(click => click.says) // => ['1', '2', '3', '4']
 */
export function countsOf(
  bars: readonly BarTime[],
  { where, counting }: Voice,
  struck: ReadonlySet<number> = new Set(),
): ClickStroke[] {
  const starts = barStarts(bars)
  const words = countSlots(bars, counting)
  let n = 0
  return beatsOf(bars).flatMap(beat =>
    Array.from({ length: beat.slots }, (_, slot): ClickStroke => {
      const at = beat.at + (slot * beat.length) / beat.slots
      const word = words[n++]!
      const on = starts.includes(at) ? 'first' : slot === 0 ? 'beat' : 'slot'
      return { at, on, says: word === '·' ? FIVES[slot % FIVES.length]! : word }
    }).filter((one, slot) => (where === 'every slot' ? true : where === 'beats' ? slot === 0 : struck.has(one.at))),
  )
}

/** True where the click sounds in a bar, counted from 0: `sounds({ sound: 1, silent: 2 }, 3) // => true`. */
export const sounds = (gaps: ClickPlan['gaps'], bar: number): boolean =>
  !gaps || gaps.silent < 1 || bar % (gaps.sound + gaps.silent) < gaps.sound

/**
 * The clicks that count a player in: each felt beat of the first bar, as many bars as asked, in ticks before the start (negative); a voice says them. In
 * halves, two bars of an even number of beats begin with every other one: “1 . 2 . 1 2 3 4”.
 * @example countIn(bars, 1).map(click => click.at) // => [-20160, -15120, -10080, -5040]
 */
export function countIn(
  bars: readonly BarTime[],
  count: number,
  { voice, halves = false }: { voice?: Voice | null | undefined; halves?: boolean } = {},
): ClickStroke[] {
  const first = bars[0]!
  const length = barStarts([first])[1]!
  const beats: { at: number; says?: string }[] = voice
    ? countsOf([first], { ...voice, where: 'beats' }).map(({ at, says = '' }) => ({ at, says }))
    : beatsOf([first]).map(({ at }) => ({ at }))
  const slow = halves && count === 2 && beats.length % 2 === 0
  const counted = (bar: number) => {
    if (!slow || bar !== -count) return beats
    // Each second beat, said by the number it has among those that are left.
    return beats.filter((_, i) => i % 2 === 0).map((beat, i) => ({ ...beats[i], at: beat.at }))
  }
  return Array.from({ length: count }, (_, bar) => bar - count).flatMap(bar =>
    counted(bar).map(beat => ({
      at: bar * length + beat.at,
      on: beat.at === 0 ? ('first' as const) : ('beat' as const),
      ...(beat.says === undefined ? {} : { says: beat.says }),
    })),
  )
}

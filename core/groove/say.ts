import { groupedBy } from '#core/grouped'
import { type Kit, type Limb, LEVEL_NAMES, LIMB_NAMES, STROKE_NAMES, pieceOf } from '#core/kit'
import { present } from '#core/present'
import {
  type Beat,
  type Counting,
  NUMBERS,
  aNote,
  barNumber,
  barStarts,
  beatsOf,
  mod,
  noteName,
  sayTick,
  slotsOf,
  writeMeter,
} from '#core/time'
import { type Bar, type Groove, type Stroke, barTicks, grooveTicks } from './schema'

/** Joins words as English does: `sayList(['1', '2', '4']) // => '1, 2 and 4'`. */
export function sayList(words: readonly string[]): string {
  return words.length < 2 ? words.join('') : `${words.slice(0, -1).join(', ')} and ${words[words.length - 1]}`
}

/** `sayCount(1, 'stroke') // => '1 stroke'`, `sayCount(3, 'stroke') // => '3 strokes'`. */
export const sayCount = (n: number, what: string): string => `${n} ${what}${n === 1 ? '' : 's'}`

/**
 * First letter large, the rest as it is.
 * @example sentence('hats open on & of 4') // => 'Hats open on & of 4'
 */
export const sentence = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1)

/** The bar that a tick is in, counted from 0; ticks of later rounds count on: `barOf({ bars: [...bars, ...bars] }, 20160) // => 1`. */
export const barOf = (groove: Pick<Groove, 'bars'>, tick: number): number =>
  barStarts(groove.bars).findLastIndex(start => start <= mod(tick, grooveTicks(groove)))

const isNumber = (said: string): boolean => /^\d+$/.test(said)
/** Places of a bar after its number: beats are called so, since `2, 1` might be two places: `asBeats(['1', '& of 2']) // => 'beat 1 and & of 2'` */
function asBeats(places: readonly string[]): string {
  const beats = places.findIndex(said => !isNumber(said))
  const many = beats === -1 ? places.length : beats
  return `${many ? (many > 1 ? 'beats ' : 'beat ') : ''}${sayList(places)}`
}

/**
 * Where a tick is, bar and all: `'& of 3'` in a single bar, `'bar 2, & of 3'` and `'bar 2, beat 3'` in more.
 * @example [sayPlace(groove, 12600), sayPlace({ bars: [...bars, ...bars] }, 30240)] // => ['& of 3', 'bar 2, beat 3']
 */
export function sayPlace(groove: Pick<Groove, 'bars'>, tick: number, counting: Counting = NUMBERS): string {
  const total = grooveTicks(groove)
  const [at, round] = [mod(tick, total), Math.floor(tick / total)]
  const said = sayTick(groove.bars, at, counting)
  const later = round > 0 ? ` of round ${round + 1}` : ''
  if (groove.bars.length === 1) return said + later
  return `bar ${barNumber(barOf(groove, at), counting)}, ${asBeats([said])}${later}`
}

/**
 * Where many ticks are, as short as can be: what comes in every bar is said once.
 * `sayPlaces` of 2 and 4 in both of two bars is `'2 and 4 of every bar'`; otherwise bar by bar: `'bar 1, beat 1; bar 2, beat 1 and & of 2'`.
 * @example sayPlaces({ bars: [...bars, ...bars] }, [5040, 15120, 25200, 35280]) // => '2 and 4 of every bar'
 */
export function sayPlaces(
  groove: Pick<Groove, 'bars'>,
  ticks: readonly number[],
  counting: Counting = NUMBERS,
): string {
  const { bars } = groove
  const total = grooveTicks(groove)
  if (ticks.some(tick => tick >= total)) return sayRounds(groove, ticks, total, counting)
  const starts = barStarts(bars)
  const beats = beatsOf(bars)
  const sorted = [...new Set(ticks)].sort((a, b) => a - b)
  const evenly = sayEvenly(sorted, total, beats, counting) ?? sayAll(sorted, bars)
  if (evenly) return evenly
  const inBar = bars.map((bar, b) => sorted.filter(tick => tick >= starts[b]! && tick < starts[b]! + barTicks(bar)))
  const perBar = inBar.map(mine => mine.map(tick => sayTick(bars, tick, counting, beats)))
  const within = (b: number) =>
    sayEvenly(
      inBar[b]!.map(tick => tick - starts[b]!),
      barTicks(bars[b]!),
      beatsOf([bars[b]!]),
      counting,
    )
  const listed = () =>
    perBar
      .map((said, b) => (said.length ? `bar ${barNumber(b, counting)}, ${within(b) ?? asBeats(said)}` : ''))
      .filter(Boolean)
      .join('; ')
  if (bars.length === 1) return sayList(perBar[0]!)
  // What most bars have is said once, and then the bars that differ: unless a list is plainer because there are many.
  const usual = [...new Set(perBar.flat())].filter(
    word => perBar.filter(said => said.includes(word)).length * 2 > bars.length,
  )
  const inOrder = usual.toSorted((a, b) => placeIn(perBar, a) - placeIn(perBar, b))
  const differing = perBar
    .map((said, b) => ({
      b,
      more: said.filter(word => !usual.includes(word)),
      fewer: inOrder.filter(word => !said.includes(word)),
    }))
    .filter(({ more, fewer }) => more.length || fewer.length)
  if (!usual.length || differing.length * 2 > bars.length) return listed()
  // Bars that have none of it are named in a word; what else differs follows.
  const empty = differing.filter(({ b }) => !perBar[b]!.length).map(({ b }) => barNumber(b, counting))
  const but = empty.length ? ` but ${empty.length > 1 ? 'bars' : 'bar'} ${sayList(empty.map(String))}` : ''
  const partly = differing.filter(({ b }) => perBar[b]!.length)
  const exceptions = partly.map(
    ({ b, more, fewer }) =>
      `bar ${barNumber(b, counting)} ${[more.length ? `also ${sayList(more)}` : '', fewer.length ? `not ${sayList(fewer)}` : ''].filter(Boolean).join(', ')}`,
  )
  return [`${sayList(inOrder)} of every bar${but}`, ...exceptions].join('; ')
}

/** Where a word comes in the first bar that has it. */
const placeIn = (perBar: readonly string[][], word: string): number =>
  present(
    perBar.find(said => said.includes(word)),
    'figure',
  ).indexOf(word)

/** The fewest places that are said as “every …”. */
const MANY = 6

/** Places that come evenly from the first beat to the end, in a word: `'every eighth'`, `'every beat'`, `'every &'`; undefined where they do not, or are few. */
function sayEvenly(
  sorted: readonly number[],
  total: number,
  beats: readonly Beat[],
  counting: Counting,
): string | undefined {
  if (sorted.length < MANY) return undefined
  const step = sorted[1]! - sorted[0]!
  if (sorted.length * step !== total || sorted.some((tick, i) => tick !== sorted[0]! + i * step)) return undefined
  const onBeats = beats.length === sorted.length && beats.every((beat, i) => beat.at + sorted[0]! === sorted[i])
  if (sorted[0] === 0) return onBeats ? 'every beat' : noteName(step) && `every ${noteName(step)}`
  return onBeats && step === 5040 && sorted[0] === 2520 && counting.school === 'numbers' ? 'every &' : undefined
}

/** Places that are all the slots there are, where no one note value says so. */
function sayAll(sorted: readonly number[], bars: readonly Bar[]): string | undefined {
  const slots = slotsOf(bars)
  return sorted.length >= MANY && sorted.length === slots.length && slots.every(({ at }, i) => at === sorted[i])
    ? 'every slot'
    : undefined
}

/** Places of several rounds, as parts with their own cycle make them: what every round with any has is said once. */
function sayRounds(groove: Pick<Groove, 'bars'>, ticks: readonly number[], total: number, counting: Counting): string {
  const said = [...groupedBy(ticks, tick => Math.floor(tick / total))]
    .sort(([a], [b]) => a - b)
    .map(([round, ats]) => ({
      round: round + 1,
      says: sayPlaces(
        groove,
        ats.map(at => mod(at, total)),
        counting,
      ),
    }))
  return [...groupedBy(said, one => one.says)]
    .map(([says, which]) => `${says} (${sayWhich(which.map(one => one.round))})`)
    .join('; ')
}

/** Rounds, those in a row by the first and the last: `sayWhich([1, 2, 3, 4]) // => 'rounds 1 to 4'` */
const sayWhich = (rounds: readonly number[]): string => {
  const [first, last] = [rounds[0]!, rounds.at(-1)!]
  if (first === last) return `round ${first}`
  const inRow = rounds.length > 2 && last - first === rounds.length - 1
  return `rounds ${inRow ? `${first} to ${last}` : sayList(rounds.map(String))}`
}

/**
 * A stroke in words: `'Snare, rim shot, accent'`, `'Hi-hat, open for an eighth, plain'`; a plain hit is not called anything more.
 * @example sayStroke(kit, { at: 0, piece: 'snare', stroke: 'rim shot', level: 5 }) // => 'Snare, rim shot, accent'
 */
export function sayStroke(kit: Kit, stroke: Stroke): string {
  const name = pieceOf(kit, stroke.piece)?.name ?? `${stroke.piece} (not on this kit)`
  const lasts = stroke.openFor === undefined ? undefined : aNote(stroke.openFor)
  const kind = stroke.stroke === 'hit' ? [] : [`${STROKE_NAMES[stroke.stroke]}${lasts ? ` for ${lasts}` : ''}`]
  const ornament = stroke.ornament ? [`with ${stroke.ornament}`] : []
  return [name, ...kind, ...ornament, LEVEL_NAMES[stroke.level]].join(', ')
}

/**
 * One limb's lane as a sentence for a listener: what is struck, how hard, on which counts.
 * @example sayLane(groove, kit, 'RF') // => 'Right foot: Bass drum, strong on 1 and & of 3.'
 */
export function sayLane(groove: Groove, kit: Kit, limb: Limb, counting: Counting = NUMBERS): string {
  const strokes = groove.parts.filter(part => part.limb === limb).flatMap(part => part.strokes)
  const name = sentence(LIMB_NAMES[limb])
  if (!strokes.length) return `${name}: nothing yet.`
  const kinds = [...groupedBy(strokes, stroke => sayStroke(kit, stroke))].map(([said, own]) => {
    const ats = own.map(stroke => stroke.at)
    return `${said} on ${sayPlaces(groove, ats, counting)}`
  })
  return `${name}: ${kinds.join('; ')}.`
}

/**
 * Meter and length: `'4/4, 2 bars'`; meters that change are listed.
 * @example sayBars({ bars: [...bars, ...bars] }) // => '4/4, 2 bars'
 */
export function sayBars(groove: Pick<Groove, 'bars'>): string {
  const meters = groove.bars.map(bar => writeMeter(bar.meter))
  const length = sayCount(meters.length, 'bar')
  return new Set(meters).size === 1 ? `${meters[0]}, ${length}` : `${meters.join(', ')}`
}

/**
 * Slots in words: `'4 a beat'`, `'slots 4 2 4 4'` where every bar has those, `'2 to 6 a beat'` where bars differ.
 * @example saySlots({ bars: [...makeBars(meter(4, 4), 1, 2), ...makeBars(meter(4, 4), 1, 6)] }) // => '2 to 6 a beat'
 */
export function saySlots({ bars }: Pick<Groove, 'bars'>): string {
  const all = bars.flatMap(bar => bar.slots)
  const [least, most] = [Math.min(...all), Math.max(...all)]
  if (least === most) return `${least} a beat`
  const alike = new Set(bars.map(bar => bar.slots.join(' ')))
  return alike.size === 1 ? `slots ${[...alike][0]}` : `${least} to ${most} a beat`
}

/** The notes that swing at each level. @internal */
export const SWUNG: Readonly<Record<NonNullable<Groove['feel']['swing']>['level'], string>> = {
  '1/8': 'eighths',
  '1/16': 'sixteenths',
}

/**
 * Feel in words: `'straight'`, `'sixteenths 58'`.
 * @example sayFeel({ feel: { swing: { level: '1/16', share: 0.58 }, push: {} } }) // => 'sixteenths 58'
 */
export function sayFeel(groove: Pick<Groove, 'feel'>): string {
  const { swing } = groove.feel
  if (!swing || swing.share === 0.5) return 'straight'
  return `${SWUNG[swing.level]} ${Number((swing.share * 100).toFixed(1))}`
}

import { randomFrom } from '#core/chance'
import { type Groove, grooveTicks, isLong, noteAt, sayCount } from '#core/groove'
import { isHand, pieceOf } from '#core/kit'
import { layOn } from '#core/sticking'
import type { Ending, FillFeet, FillLoudness } from './bounds'
import { type FillRule, type FillTrial, judgedFill } from './fill-taste'
import { isQuiet, styleOf } from '#core/style'
import { type FillCell, cellsFor } from './fill-cells'
import { usualGrids } from './fill-grid'
import { joinsOf } from './joins'
import { findingsInPlace, joined } from './place'
import { endsWith } from './rounds'
import { filled, landedOn } from './unfold'
import type { FillGround } from './fill-ground'
import { type FillWish, handHome, fillLimbsOf, makeFill, slotsWithin, sourceSticking } from './make-fill'
import type { Fill, FillSource } from './schema'

/** A fill that is offered: how good the rules find it, why, and what it asks of the hands. */
export interface FillIdea {
  fill: Fill
  score: number
  speaks: FillRule[]
  /** Strokes of the hands a felt beat. */
  busy: number
  /** How hard its hardest way is: up to 1 easy, from 2 hard. */
  hardness: number
  asks: string
}

/** Where a search looks. */
export interface FillSearch {
  from: number
  length: number
  seed: number
  /** Fewer or more strokes than single strokes through would have. */ than?: 'busier' | 'simpler' | undefined
  many?: number
}

const TRIED = 220

/** What fills of the backbeat are made of beside the rows of a style: single strokes, hands and foot in turn, and what lies well over drums. */
const COMMON = ['rlf', 'rlff', 'rllf', 'rlrlff', 'rl-', 'rlrl-', 'r-l-', 'rlrr lrll', 'rllr', 'rlrrll']
/** Feet as families of styles have them: what swings or dances keeps them going; elsewhere they may rest. Doubled only where a hat foot plays. */
function feetOf({ style, parts, lead }: Groove): readonly FillFeet[] {
  const { family = 'rock' } = styleOf(style) ?? {}
  const steps = parts.some(part => part.limb === fillLimbsOf({ lead }).hats && part.strokes.length)
  if (family === 'jazz' || family === 'Brazil' || family === 'Afro-Cuban') return ['kept']
  return ['silent', 'kept', 'silent', ...(steps ? (['doubled'] as const) : [])]
}

/** Endings that suit a style and the line above: a quiet one marks home without a crash, jazz too but where a long note asks for it. */
function endingsFor({ round: { style }, next }: FillGround): readonly Ending[] {
  const home = next?.guides.flatMap(guide => noteAt(guide, 0) ?? []) ?? []
  if (isQuiet(style)) return ['none']
  if (home.some(isLong)) return ['crash', 'crash', 'one more bass drum']
  return styleOf(style)?.family === 'jazz'
    ? ['none']
    : ['crash', 'crash', 'crash', 'one more bass drum', 'crash', 'none', 'early crash', 'unison']
}

const SOURCES: readonly FillSource[] = [
  { kind: 'singles' },
  { kind: 'singles' },
  ...COMMON.map((text): FillSource => ({ kind: 'sticking', text })),
]

/** Families whose fills also come from single strokes and stickings led round the drums; the others keep to their rows. */
const LED_ROUND: readonly string[] = [
  'rock',
  'funk and soul',
  'hip-hop and electronic',
  'blues and gospel',
  'country',
  'odd meters',
]

/**
 * Drums for a run of hand strokes, one for each group of it, from the snare down: the snare alone, snare and floor tom, down in three or four. The
 * pieces as a path, a blow each.
 */
const DOWN: readonly (readonly string[])[] = [
  ['snare'],
  ['snare', 'floor tom'],
  ['snare', 'high tom', 'floor tom'],
  ['snare', 'high tom', 'mid tom', 'floor tom'],
  ['high tom', 'mid tom', 'floor tom'],
  ['snare', 'snare', 'high tom', 'floor tom'],
]
function pathDown(source: FillSource, slots: number, drums: readonly string[]): string[] {
  const sticking = sourceSticking(source)
  if (!sticking.ok) return [...drums]
  const hands = layOn(
    sticking.value,
    false,
    Array.from({ length: slots }, (_, i) => i),
  ).filter(({ who }) => who !== 'F')
  return hands.map(({ at }) => drums[Math.min(drums.length - 1, Math.floor((at * drums.length) / slots))]!)
}

/** The same letters written out once to the end, the first stroke on each drum accented: what makes a line of taps speak. */
function accented(source: FillSource, slots: number, path: readonly string[]): FillSource {
  const sticking = sourceSticking(source)
  if (!sticking.ok) return source
  const laid = new Map(
    layOn(
      sticking.value,
      false,
      Array.from({ length: slots }, (_, i) => i),
    ).map(one => [one.at, one]),
  )
  let blow = 0
  const text = Array.from({ length: slots }, (_, i) => {
    const one = laid.get(i)
    if (!one) return '-'
    if (one.who === 'F') return 'f'
    const first = blow === 0 || path[blow] !== path[blow - 1]
    blow++
    return (first ? '>' : '') + one.who.toLowerCase()
  }).join('')
  return { kind: 'sticking', text }
}

/** What it asks of the hands, in words: `'8 strokes, snare and floor tom, easy'`. */
function sayAsks(trial: FillTrial, hardness: number): string {
  const { hands, ground } = trial
  const drums = [...new Set(hands.map(stroke => stroke.piece))].map(
    id => pieceOf(ground.kit, id)?.name.toLowerCase() ?? id,
  )
  const how = hardness >= 2 ? 'hard' : hardness > 1 ? 'demanding' : 'easy'
  return `${sayCount(hands.length, 'stroke')}, ${drums.length > 2 ? sayCount(drums.length, 'drum') : drums.join(' and ')}, ${how}`
}

/** How unlike two fills are, from 0: their places, pieces, ending and how loud they are. */
function unlike(a: Fill, b: Fill): number {
  const places = (fill: Fill) =>
    new Map(fill.takes[0]!.filter(stroke => isHand(stroke.limb)).map(stroke => [stroke.at, stroke]))
  const [one, other] = [places(a), places(b)]
  const all = new Set([...one.keys(), ...other.keys()])
  let same = 0
  for (const at of all) {
    const [x, y] = [one.get(at), other.get(at)]
    if (x && y) same += 0.35 + (x.limb === y.limb ? 0.25 : 0) + (x.piece === y.piece ? 0.4 : 0)
  }
  return 1 - same / Math.max(1, all.size) + (a.ending === b.ending ? 0 : 0.15) + (a.loudness === b.loudness ? 0 : 0.1)
}

/** A fill tried: judged, or undefined where it cannot be made or a veto speaks. */
function tried(wish: FillWish, ground: FillGround, off: ReadonlySet<string>): FillIdea | undefined {
  const made = makeFill(wish, ground)
  if (!made.ok) return undefined
  const fill = made.value
  const hands = fill.takes[0]!.filter(stroke => isHand(stroke.limb)).sort((a, b) => a.at - b.at)
  if (!hands.length) return undefined
  const trial: FillTrial = { fill, ground, hands, ...joinsOf(fill, ground) }
  const judged = judgedFill(trial, off)
  if (!judged) return undefined
  const beats = fill.length / 5040
  const hardness = Math.max(
    trial.inside[0]?.asked?.hardness ?? 0,
    trial.into[0]?.asked?.hardness ?? 0,
    trial.out[0]?.asked?.hardness ?? 0,
  )
  const busy = hands.length / beats
  return { fill, ...judged, busy, hardness, asks: sayAsks(trial, hardness) }
}

/**
 * What the readout finds hard or impossible in a round with a fill and the bar after it, as it lands there and as that bar is by itself, by id;
 * without a fill what it finds there anyway.
 */
function hardIn({ round, next, kit, tempo }: FillGround, fill?: Fill): Set<string> {
  const now = fill ? filled(round, fill, 0) : round
  const bars = now.bars.map((_, within) => ({ round: { groove: now }, within }))
  const lands = next && fill && endsWith({ fill: { turn: 0, fill }, groove: round })
  const found = (lands ? [next, landedOn(next, fill)] : [next]).flatMap(after => {
    const groove = joined([...bars, ...(after ? [{ round: { groove: after }, within: 0 }] : [])], tempo)
    return findingsInPlace({ groove, from: 0, to: grooveTicks(groove), numbers: [] }, kit)
  })
  return new Set(found.filter(({ weight }) => weight === 'hard' || weight === 'impossible').map(({ id }) => id))
}

/** The first of two ways to play it, unless it is much harder. */
const best = (a: FillIdea | undefined, b: FillIdea | undefined): FillIdea | undefined =>
  a && b ? (a.hardness > MUCH && b.hardness < a.hardness ? b : a) : (a ?? b)
const MUCH = 1.5

/**
 * A dozen fills that differ, the best first by the rules of taste: thrown from common stickings, rudiments and note groups, led
 * round the drums, and judged in their place. The same seed gives the same dozen. `stopped` is asked between trials.
 * @example fillIdeas({ from: 15120, length: 5040, seed: 1, many: 3 }, fillGround).length // => 3
 */
export function fillIdeas(
  { from, length, seed, than, many = 12 }: FillSearch,
  ground: FillGround,
  off: ReadonlySet<string> = new Set(),
  stopped: () => boolean = () => false,
): FillIdea[] {
  const next = randomFrom(seed)
  const { lead } = fillLimbsOf(ground.round)
  const found: FillIdea[] = []
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  const grids = usualGrids(ground.round, ground.tempo)
  const slotsOn = (grid: number | null) =>
    slotsWithin(ground.round, { from, length, grid: grid as Fill['grid'] }).length
  const feet = feetOf(ground.round)
  const endings = endingsFor(ground)
  const cells = cellsFor(ground, length)
  const sources = isQuiet(ground.round.style) ? SOURCES.slice(0, 1) : SOURCES
  const ledRound = !cells.length || LED_ROUND.includes(styleOf(ground.round.style)?.family ?? 'rock')
  type Own = Pick<FillWish, 'grid' | 'source' | 'first' | 'loudness' | 'ending'> & Partial<Pick<FillWish, 'path'>>
  const rowWish = (cell: FillCell, plain: boolean, from: typeof pick): Own => ({
    grid: cell.grid as Fill['grid'],
    source: { kind: 'row', text: cell.text },
    first: 'R',
    loudness: plain ? 'even' : from(['even', 'growing']),
    ending: plain ? endings[0]! : from(endings),
  })
  const downWish = (grid: number | null, led: FillSource, from: typeof pick): Own => {
    const slots = slotsOn(grid)
    const path = pathDown(led, slots, from(DOWN))
    const loudness = from<FillLoudness>(['growing', 'accents', 'even', 'accents'])
    const source = loudness === 'accents' ? accented(led, slots, path) : led
    return {
      grid: grid as Fill['grid'],
      source,
      first: handHome(source, slots, lead),
      path,
      loudness,
      ending: from(endings),
    }
  }
  for (let i = 0; i < TRIED && !stopped(); i++) {
    // What players of the style play comes first; then what is led down the drums on a usual grid.
    const cell = i < 2 * cells.length || !ledRound ? cells[i % cells.length] : undefined
    const seed = Math.floor(next() * 1e6)
    const wish = cell
      ? rowWish(cell, i < cells.length, pick)
      : downWish(grids[Math.floor(next() * next() * grids.length)] ?? null, sources[i % sources.length]!, pick)
    const whole: FillWish = { from, length, path: { seed, afresh: false }, feet: pick(feet), ...wish }
    // The hand that has less far to go begins.
    const idea = best(tried(whole, ground, off), cell && tried({ ...whole, first: 'L' }, ground, off))
    if (idea) found.push(idea)
  }
  const usual = slotsOn(grids[0] ?? null) / (length / 5040)
  const wanted = found
    .filter(({ busy }) => (than === 'busier' ? busy >= usual * 0.85 : than === 'simpler' ? busy < usual * 0.7 : true))
    .sort((a, b) => b.score - a.score)
  const before = hardIn(ground)
  // The best, and then whoever is good and unlike all that are there already.
  const chosen: FillIdea[] = []
  while (chosen.length < many && wanted.length) {
    let best = 0
    let most = -Infinity
    wanted.forEach((one, i) => {
      const apart = chosen.length ? Math.min(...chosen.map(other => unlike(one.fill, other.fill))) : 1
      const worth = one.score + 0.9 * Math.min(1, apart)
      if (worth > most) [best, most] = [i, worth]
    })
    const [one] = wanted.splice(best, 1)
    // What the readout calls hard is not offered, and no rule can turn that off.
    if ([...hardIn(ground, one!.fill)].some(id => !before.has(id))) continue
    if (chosen.every(other => unlike(one!.fill, other.fill) > 0.12)) chosen.push(one!)
  }
  return chosen.sort((a, b) => b.score - a.score)
}

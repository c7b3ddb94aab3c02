import { randomFrom } from '#core/chance'
import { sayCount } from '#core/groove'
import { isHand, pieceOf } from '#core/kit'
import { NOTE_GROUPS, RUDIMENTS } from '#core/sticking'
import { ENDINGS, type Ending, type FillFeet, type FillLoudness } from './bounds'
import { type FillRule, type FillTrial, judgedFill } from './fill-taste'
import { joinsOf } from './joins'
import type { FillGround } from './fill-ground'
import { type FillWish, handHome, fillLimbsOf, makeFill, slotsWithin } from './make-fill'
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

/** What fills are commonly made of: single strokes, short stickings with and without the foot, rudiments that lie well over drums. */
const COMMON = [
  'rl',
  'rllr',
  'rrl',
  'rlf',
  'rllf',
  'rlff',
  'rlrlff',
  'rlrl-',
  'rl-',
  'r-rl',
  '>r-l->r-r-',
  'rlr-',
  'rlrr lrll',
  '>rll>rll>rl',
  '^r-^l-',
  'rlrrll',
  'f-rl',
  '>rlf>rlf>rl',
  'rl-f',
  '>r--l--r-',
  'r-l-',
  'rr-l',
]
const RUDIMENT_IDS = [
  'paradiddle',
  'double-paradiddle',
  'paradiddle-diddle',
  'double-roll',
  'six-roll',
  'single-four',
  'flam-accent',
  'flam-tap',
  'inverted-flam-tap',
  'five-roll',
  'single-seven',
  'swiss-triplet',
  'buzz-roll',
]
const LOUD: readonly FillLoudness[] = ['growing', 'even', 'accents', 'swell', 'growing']
const FEET: readonly FillFeet[] = ['kept', 'kept', 'kept', 'doubled', 'silent']

const SOURCES: readonly FillSource[] = [
  { kind: 'singles' },
  { kind: 'singles' },
  ...COMMON.map((text): FillSource => ({ kind: 'sticking', text })),
  ...RUDIMENT_IDS.filter(id => RUDIMENTS.some(one => one.id === id)).map((id): FillSource => ({
    kind: 'rudiment',
    id,
  })),
]

/** Note groups in a chain that fills that many slots exactly, thrown from a seed; undefined where the throws do not come out even. */
function thrownGroups(next: () => number, slots: number): FillSource | undefined {
  const texts: string[] = []
  for (let left = slots; left > 0;) {
    const fitting = NOTE_GROUPS.filter(group => group.sticking.length <= Math.min(6, left))
    const one = fitting[Math.floor(next() * fitting.length)]
    if (!one || texts.length === 16) return undefined
    texts.push(one.id)
    left -= one.sticking.length
  }
  return { kind: 'groups', texts }
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
  const slots = slotsWithin(ground.round, { from, length }).length
  const { lead } = fillLimbsOf(ground.round)
  const found: FillIdea[] = []
  const pick = <T>(list: readonly T[]): T => list[Math.floor(next() * list.length)]!
  for (let i = 0; i < TRIED && !stopped(); i++) {
    const source =
      i < SOURCES.length ? SOURCES[i]! : ((next() < 0.3 ? thrownGroups(next, slots) : undefined) ?? pick(SOURCES))
    const ending: Ending = pick(ENDINGS.filter(one => one !== 'none' || next() < 0.2))
    const wish: FillWish = {
      from,
      length,
      source,
      first: handHome(source, slots, lead),
      path: { seed: Math.floor(next() * 1e6), afresh: false },
      loudness: pick(LOUD),
      feet: pick(FEET),
      ending,
    }
    const idea = tried(wish, ground, off)
    if (idea) found.push(idea)
  }
  const usual = slots / (length / 5040)
  const wanted = found
    .filter(({ busy }) => (than === 'busier' ? busy >= usual * 0.85 : than === 'simpler' ? busy < usual * 0.7 : true))
    .sort((a, b) => b.score - a.score)
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
    if (chosen.every(other => unlike(one!.fill, other.fill) > 0.12)) chosen.push(one!)
  }
  return chosen.sort((a, b) => b.score - a.score)
}

import { sayFeel, sayList, sentence } from '#core/groove'
import type { Kit } from '#core/kit'
import { medianOf, spreadAbout } from '#core/measure'
import { type Playing, followTempo, readPlaying, sayLate, sayOwnSwings, sayPushes, spreadMs } from '#core/record'
import { type BarTime, type Beat, SUBDIVISIONS, type Tempo, barStarts, beatAt, beatsOf } from '#core/time'
import { type Score, tidied } from './score'
import { type WithVelocity, atUsualLevels } from './usual-levels'

/** A track is written where this share of its notes lies on grids we offer; otherwise somebody played it. */
const WRITTEN = 0.95
/** Felt beats cut so fine or so oddly that they speak of a tempo that was not followed. */
const ODD: readonly number[] = [5, 7, 8, 12]
/** From this spread in ms on, or this share of odd beats, a tempo that wanders is looked for; it must make both less by this. */
const WANDERS = { ms: 22, odd: 0.15, better: 0.75 } as const

/**
 * Whether notes were written and not played: nearly all of them lie on a grid that a felt beat may be cut into, to half a tick of the file.
 *
 * @example isWritten([0, 2520, 5040], [{ meter: meter(4, 4), slots: [1, 1, 1, 1] }], 10) // => true
 */
export function isWritten(ats: readonly number[], bars: readonly BarTime[], tick: number): boolean {
  const beats = beatsOf(bars)
  return ats.filter(at => isOnGrid(at, beats, tick)).length >= WRITTEN * ats.length
}

/** Whether a note lies on a grid that its felt beat may be cut into, to half a tick of the file. @internal */
export function isOnGrid(at: number, beats: readonly Beat[], tick: number): boolean {
  const beat = beatAt(beats, at)
  return SUBDIVISIONS.some(slots => {
    const slot = beat.length / slots
    const off = (at - beat.at) % slot
    return Math.min(off, slot - off) <= tick / 2 + 0.5
  })
}

/** A quarter of three thirds, and this many strokes on last thirds, from which on thirds are swung eighths. */
const [QUARTER, THIRD, ENOUGH] = [5040, 1680, 3]

/**
 * Written thirds of quarters of which no middle one is struck are swung eighths, if nothing lies on a straight half.
 * @internal
 */
export function thirdsAsSwing(
  score: Pick<Score, 'bars' | 'strokes' | 'swing'>,
): Pick<Score, 'bars' | 'strokes' | 'swing'> {
  const beats = beatsOf(score.bars)
  const within = (at: number) => at - beatAt(beats, at).at
  const lasts = score.strokes.filter(one => within(one.at) === 2 * THIRD).length
  const plain = score.strokes.every(one => [0, 2 * THIRD].includes(within(one.at)))
  if (score.swing || lasts < ENOUGH || !plain || beats.some(beat => beat.length !== QUARTER)) return score
  return {
    swing: { level: '1/8', share: 2 / 3 },
    bars: score.bars.map(bar => ({ ...bar, slots: bar.slots.map(many => (many === 3 ? 2 : many)) })),
    strokes: score.strokes.map(one => ({ ...one, at: one.at - (within(one.at) ? 2 * THIRD - QUARTER / 2 : 0) })),
  }
}

/** Ticks before a bar line from which on a stroke is the next bar’s. */
const CLOSE = 315

/** How a file that somebody played was read: strokes on their slots, the feel that they were played with, and both in words. */
interface AsPlayed extends Pick<Score, 'bars' | 'strokes' | 'swing' | 'swings' | 'push'> {
  /** Where the tempo wandered: how fast it was on the whole. */
  tempo: Tempo
  says: string[]
}

/** Milliseconds that strokes lie about their places, and the share of felt beats in odd grids. */
function loosenessOf({ left, slots }: Playing): { ms: number; odd: number } {
  const struck = slots.filter(many => many !== null)
  return { ms: spreadAbout(left), odd: struck.filter(many => ODD.includes(many)).length / Math.max(1, struck.length) }
}

/**
 * Strokes of a file that somebody played, read as playing in is: the grid of each felt beat by what the player's spread makes likely, swing,
 * pieces that lie ahead or behind, and levels as they usually are at a place. Where the tempo wanders it is followed bar by bar first. See docs/rules.md, What was played.
 * @internal
 */
export function placedAsPlayed(
  strokes: readonly WithVelocity[],
  bars: readonly BarTime[],
  { tempo, swing, kit }: Pick<Score, 'tempo' | 'swing'> & { kit: Kit },
): AsPlayed {
  const list = strokes.toSorted((a, b) => a.at - b.at)
  const wish = { tempo, now: swing, grid: 'best' as const }
  const onsets = list.map(one => ({ at: one.at, voice: one.piece }))
  let reading = readPlaying(onsets, bars, wish)
  let stretch: number[] = []
  let taken = bars
  const loose = loosenessOf(reading)
  if (!reading.exact && (loose.ms > WANDERS.ms || loose.odd > WANDERS.odd)) {
    const ats = onsets.map(one => one.at)
    // A player who is faster than the file says plays more bars.
    const more = Array.from({ length: Math.ceil(bars.length / 2) }, () => bars.at(-1)!)
    const along = (known?: Playing['swing']) => {
      const followed = followTempo(ats, [...bars, ...more], known)
      const steady = onsets.map(one => ({ ...one, at: followed.steady(one.at) }))
      const last = barStarts([...bars, ...more]).findLastIndex(start => start <= steady.at(-1)!.at + CLOSE) + 1
      const own = [...bars, ...more].slice(0, last)
      return { followed, own, steady: readPlaying(steady, own, wish) }
    }
    // Once the swing is known better, the bars are too.
    const { followed, own, steady } = along(along().steady.swing)
    const now = loosenessOf(steady)
    if (now.ms + 100 * now.odd < WANDERS.better * (loose.ms + 100 * loose.odd)) {
      reading = steady
      stretch = followed.stretch.slice(0, own.length)
      taken = own
    }
  }
  const beats = beatsOf(taken)
  const end = beats.at(-1)!.at + beats.at(-1)!.length
  const slots = taken.map(bar => [...bar.slots])
  beats.forEach((beat, b) => {
    const many = reading.slots[b]
    if (many) slots[beat.bar]![beat.beat] = many
  })
  // What is nearest to the end of the last bar has nowhere to go: it is not the first stroke.
  const placed = list.flatMap((one, i) =>
    reading.places[i]! < one.at - end / 2 ? [] : [{ ...one, at: reading.places[i]! }],
  )
  const middle = stretch.length ? medianOf(stretch) : 1
  return {
    bars: taken.map((bar, i) => ({ ...bar, slots: slots[i]! })),
    strokes: tidied(atUsualLevels(placed, taken)),
    swing: reading.swing,
    swings: reading.swings,
    push: reading.push,
    tempo: middle === 1 ? tempo : { ...tempo, bpm: Math.round(tempo.bpm / middle) },
    says: saysOf(reading, { stretch, bars: taken, tempo, kit }),
  }
}

function saysOf(
  reading: Playing,
  { stretch, bars, tempo, kit }: { stretch: readonly number[]; bars: readonly BarTime[]; tempo: Tempo; kit: Kit },
): string[] {
  const [fast, slow] = [Math.min(...stretch), Math.max(...stretch)].map(one => Math.round(tempo.bpm / one))
  const wanders =
    stretch.length && fast !== slow ? `The tempo wanders between ${slow} and ${fast}; it was followed bar by bar.` : ''
  const swung = reading.swing ? `It swings ${sayFeel({ feel: { swing: reading.swing, push: {} } })}.` : ''
  const own = sayOwnSwings(reading.swings, kit).map(says => `${sentence(says)}.`)
  const pushed = sayPushes(reading.push, kit).map(says => `${sentence(says)}.`)
  const fills = [...new Set(reading.fills.map(b => beatsOf(bars)[b]!.bar + 1))]
  const straight = fills.length
    ? `${fills.length === 1 ? 'Bar' : 'Bars'} ${sayList(fills.slice(0, 8).map(String))}${fills.length > 8 ? ' …' : ''} ${fills.length === 1 ? 'is' : 'are'} straight, as fills are; the groove’s swing moves ${fills.length === 1 ? 'it' : 'them'} where it plays.`
    : ''
  const ms = spreadMs(reading)
  const spread = ms === undefined ? '' : `Strokes spread by ${ms} ms.`
  return [wanders, swung, ...own, straight, ...pushed, spread, sayLate(reading)].filter(Boolean)
}

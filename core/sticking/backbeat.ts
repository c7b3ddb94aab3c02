import { sayList, sentence } from '#core/groove'
import { present } from '#core/present'
import { beatsOf, slotsOf } from '#core/time'
import { type Ground, byTick, groundBars, homeAfter, layOver, wholeTurn } from './lay'
import {
  type Letter,
  LETTER_NAMES,
  STICKING_LIMITS,
  type Sticking,
  rotated,
  sameSticking,
  writeSticking,
} from './sticking'

/** How a sticking goes on over the bars: running on against them, or begun again on every bar line. */
type Repeat = 'runs on' | 'every bar'

/** What a loud stroke asks of the hand that plays it. */
type Asks = 'free' | 'begins a double' | 'ends a double' | 'inside a roll'

/** What the hand of a loud stroke does next and did just before: whether its next stroke is loud too, and whether it had a soft one on the place before. */
interface Motion {
  nextLoud: boolean
  fromSoft: boolean
}

/** A loud stroke's name by where its hand goes next, and what its neighbours in that hand add. */
function sayMotion(asks: Asks, { nextLoud, fromSoft }: Motion): string {
  const stroke = nextLoud
    ? 'a full stroke: that hand’s next is loud too'
    : asks === 'begins a double'
      ? 'a down-stroke let drop: the soft second of the double follows from the fingers'
      : 'a down-stroke, the stick stopped low: that hand’s next is soft'
  return (
    stroke +
    (fromSoft
      ? '; the soft stroke just before it in that hand is an up-stroke, since no bounce comes out louder'
      : '') +
    (asks === 'inside a roll' ? '; three or more of that hand in a row' : '')
  )
}

/** One hit on a beat that is asked about; of a foot or a rest nothing is asked. */
interface OnBeat {
  bar: number
  beat: number
  who: Letter | null
  asks: Asks | undefined
  motion: Motion | undefined
}

/** A sticking begun at one of its places, and what that puts on the beats asked about. */
export interface Rotation {
  by: number
  repeat: Repeat
  sticking: Sticking
  /** Bars until it comes round; what falls on the beats is said of all of them. */
  bars: number
  hits: OnBeat[]
  /** The one hand that takes every beat asked about; undefined where hands change or a foot or a rest falls there. */
  hand: Letter | undefined
  /** How many of the hits lie in a double or a roll: a loud first is let drop, a loud second is thrown, since no bounce is louder than what it comes from. */
  awkward: number
}

/** What the hand at place `i` does around it, round the end of what is laid; `loud` says which places are. */
function motionOf(places: readonly (Letter | null)[], loud: (place: number) => boolean, i: number): Motion {
  const n = places.length
  const ahead = present(
    Array.from({ length: n }, (_, k) => (i + k + 1) % n).find(place => places[place] === places[i]),
    'beat',
  )
  const before = (i + n - 1) % n
  return { nextLoud: loud(ahead), fromSoft: places[before] === places[i] && !loud(before) }
}

/** The same hand before and after, looked up round the end of what is laid. */
function asksOf(places: readonly (Letter | null)[], i: number): Asks {
  const who = places[i]
  const before = places.at(i - 1) === who
  const after = places[(i + 1) % places.length] === who
  if (before && after) return 'inside a roll'
  return after ? 'begins a double' : before ? 'ends a double' : 'free'
}

/**
 * The backbeat hidden in a sticking: each rotation of it, running on or begun again every bar, with who falls on the beats
 * asked about (from 1: `[2, 4]`, or `[3]` for half-time) and what a loud stroke there asks of the hand. Those in which one
 * hand takes them all, most comfortably, come first. Rotations that come to the same are listed once.
 * @example backbeatsIn(readSticking('rlrrlrll').value, sixteenths, [2, 4]).length // => 8
 */
export function backbeatsIn(sticking: Sticking, ground: Ground, beats: readonly number[]): Rotation[] {
  const turn = wholeTurn(sticking, ground.changing)
  const seen = new Set<string>()
  const found: Rotation[] = []
  for (let by = 0; by < turn.length; by++) {
    for (const repeat of ['runs on', 'every bar'] as const) {
      const from = rotated(turn, by)
      // The hands have already changed over in the whole turn.
      const over: Ground = { ...ground, changing: false }
      const bars = repeat === 'every bar' ? 1 : homeAfter(from, over)
      const laid = layOver(from, over, bars)
      const slots = groundBars(ground, bars)
      const at = byTick(laid)
      const ticks = beatsOf(slots)
      const there = ticks.flatMap(beat =>
        Array.from({ length: beat.slots }, (_, i) => at.get(beat.at + (i * beat.length) / beat.slots)),
      )
      const places = there.map(stroke => stroke?.who ?? null)
      const asked = new Set(ticks.filter(beat => beats.includes(beat.beat + 1)).map(beat => beat.first))
      const loud = (place: number) => asked.has(place) || there[place]?.accent === true
      const key = writeSticking(places.map(who => who && { who, accent: false }))
      if (seen.has(key)) continue
      seen.add(key)
      const hits = ticks
        .filter(beat => beats.includes(beat.beat + 1))
        .map(({ bar, beat, first }): OnBeat => {
          const who = places[first]!
          const hand = who !== null && who !== 'F'
          return {
            bar,
            beat,
            who,
            asks: hand ? asksOf(places, first) : undefined,
            motion: hand ? motionOf(places, loud, first) : undefined,
          }
        })
      const whos = new Set(hits.map(hit => hit.who))
      const only = whos.size === 1 ? [...whos][0] : undefined
      found.push({
        by,
        repeat,
        sticking: from,
        bars,
        hits,
        hand: only === 'R' || only === 'L' ? only : undefined,
        awkward: hits.filter(hit => hit.asks && hit.asks !== 'free').length,
      })
    }
  }
  const rank = (one: Rotation) => (one.hand ? 0 : one.hits.every(hit => hit.asks) ? 1 : 2)
  return found.sort(
    (a, b) =>
      rank(a) - rank(b) ||
      a.awkward / (a.hits.length || 1) - b.awkward / (b.hits.length || 1) ||
      a.bars - b.bars ||
      a.by - b.by,
  )
}

/**
 * A rotation as it is to be played: loud on the beats asked about, and beside its own accents; as long as it takes until it repeats.
 * Begun again in every bar it is cut to the bar.
 * @example writeSticking(rotationSticking(backbeatsIn(readSticking('rlrrlrll').value, sixteenths, [2, 4])[0], sixteenths, [2, 4]), 4) // => 'rlrr >lrll'
 */
export function rotationSticking(
  { sticking, bars: count }: Rotation,
  ground: Ground,
  asked: readonly number[],
): Sticking {
  const bars = groundBars(ground, count)
  const on = new Set(
    beatsOf(bars)
      .filter(beat => asked.includes(beat.beat + 1))
      .map(beat => beat.at),
  )
  const whole = slotsOf(bars).map(({ at }, i) => {
    const place = sticking[i % sticking.length]!
    return place && on.has(at) ? { ...place, accent: true } : place
  })
  for (let length = 1; length < whole.length; length++) {
    if (
      whole.length % length === 0 &&
      sameSticking(
        whole,
        whole.map((_, i) => whole[i % length]!),
      )
    )
      return whole.slice(0, length)
  }
  return whole.length <= STICKING_LIMITS.places ? whole : sticking
}

/** Who falls on the beats: one on all of them, each beat its own, or by turns. */
function sayWho(hits: readonly OnBeat[], on: string): string {
  const name = ({ who }: OnBeat) => (who ? LETTER_NAMES[who] : 'a rest')
  const names = [...new Set(hits.map(name))]
  if (names.length === 1) return `${names[0]} on ${on}`
  const beats = [...new Set(hits.map(hit => hit.beat))]
  const own = beats.map(beat => [...new Set(hits.filter(hit => hit.beat === beat).map(name))])
  return own.every(one => one.length === 1)
    ? sayList(own.map(([one], i) => `${one} on ${beats[i]! + 1}`))
    : `${sayList(names)} by turns on ${on}`
}

/**
 * `'Left hand on 2 and 4. On 2 and 4: a full stroke: that hand’s next is loud too.'`
 * @example sayRotation(backbeatsIn(readSticking('rlrrlrll').value, sixteenths, [2, 4])[0], [2, 4]) // => 'Left hand on 2 and 4. On 2 and 4: a down-stroke, the stick stopped low: that hand’s next is soft.'
 */
export function sayRotation(rotation: Rotation, beats: readonly number[]): string {
  const on = sayList(beats.map(String))
  const who = sentence(sayWho(rotation.hits, on))
  const said = rotation.hits.map(({ beat, asks, motion }) => ({
    beat: beat + 1,
    says: asks && motion ? sayMotion(asks, motion) : undefined,
  }))
  const says = [...new Set(said.map(hit => hit.says))]
    .filter(one => one !== undefined)
    .map(
      one => `On ${sayList([...new Set(said.filter(hit => hit.says === one).map(hit => String(hit.beat)))])}: ${one}.`,
    )
  return [`${who}.`, ...says].join(' ')
}

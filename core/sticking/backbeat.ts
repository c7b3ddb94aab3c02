import { makeBars, sayList, sentence } from '#core/groove'
import { beatsOf } from '#core/time'
import { type Ground, homeAfter, layOver, wholeTurn } from './lay'
import { type Letter, LETTER_NAMES, type Sticking, rotated, writeSticking } from './sticking'

/** How a sticking goes on over the bars: running on against them, or begun again on every bar line. */
export type Repeat = 'runs on' | 'every bar'

/** What a loud stroke asks of the hand that plays it. */
export type Asks = 'free' | 'begins a double' | 'ends a double' | 'inside a roll'

export const ASKS: Record<Asks, string> = {
  'free': 'a full stroke, with the other limb between it and the next',
  'begins a double': 'loud, then soft at once in the same hand: a down-stroke, the stick stopped low, the second note from the fingers',
  'ends a double': 'soft, then loud in the same hand: an up-stroke first, the second note thrown from the wrist',
  'inside a roll': 'three or more in one hand, the loud one among them: finger strokes around one from the wrist',
}

/** One hit on a beat that is asked about. */
export interface OnBeat { bar: number, beat: number, who: Letter | null, asks: Asks | undefined }

/** A sticking begun at one of its places, and what that puts on the beats asked about. */
export interface Rotation {
  by: number
  repeat: Repeat
  sticking: Sticking
  /** Bars until it comes round; what falls on the beats is told for all of them. */
  bars: number
  hits: OnBeat[]
  /** The one hand that takes every beat asked about; undefined where hands change or a foot or a rest falls there. */
  hand: Letter | undefined
  /** How many of the hits begin a double or lie inside a roll. */
  awkward: number
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
      const slots = makeBars(ground.meter, bars, ground.slots)
      const at = new Map(laid.map(stroke => [stroke.at, stroke.who]))
      const ticks = beatsOf(slots)
      const places = ticks.flatMap(beat => Array.from({ length: beat.slots }, (_, i) => at.get(beat.at + i * beat.length / beat.slots) ?? null))
      const key = writeSticking(places.map(who => who && { who, accent: false }))
      if (seen.has(key)) continue
      seen.add(key)
      const hits = ticks.filter(beat => beats.includes(beat.beat + 1)).map(({ bar, beat, first }): OnBeat => {
        const who = places[first]!
        return { bar, beat, who, asks: who && who !== 'F' ? asksOf(places, first) : undefined }
      })
      const whos = new Set(hits.map(hit => hit.who))
      const only = whos.size === 1 ? [...whos][0] : undefined
      found.push({
        by, repeat, sticking: from, bars, hits,
        hand: only === 'R' || only === 'L' ? only : undefined,
        awkward: hits.filter(hit => hit.asks === 'begins a double' || hit.asks === 'inside a roll').length,
      })
    }
  }
  const rank = (one: Rotation) => (one.hand ? 0 : one.hits.every(hit => hit.asks) ? 1 : 2)
  return found.sort((a, b) => rank(a) - rank(b) || a.awkward / (a.hits.length || 1) - b.awkward / (b.hits.length || 1) || a.bars - b.bars || a.by - b.by)
}

/** `'Left hand on 2 and 4. It begins a double on 2: …'` */
export function sayRotation(rotation: Rotation, beats: readonly number[]): string {
  const on = sayList(beats.map(String))
  const who = rotation.hand
    ? `${sentence(LETTER_NAMES[rotation.hand])} on ${on}`
    : sentence(sayList([...new Set(rotation.hits.map(hit => (hit.who ? LETTER_NAMES[hit.who] : 'a rest')))])) + ` by turns on ${on}`
  const asked = [...new Set(rotation.hits.map(hit => hit.asks))].filter(asks => asks !== undefined)
  const says = asked.map((asks) => {
    const beatsOfIt = [...new Set(rotation.hits.filter(hit => hit.asks === asks).map(hit => hit.beat + 1))]
    return `On ${sayList(beatsOfIt.map(String))}: ${ASKS[asks]}.`
  })
  return [`${who}.`, ...says].join(' ')
}

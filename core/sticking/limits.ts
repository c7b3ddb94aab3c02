import { BREATH } from '#core/kit'
import { type Letter, type Sticking, strikes } from './sticking'
import type { Speeds } from './wishes'

/** Slots: a limb may not strike again after fewer than `least`; a pair alone may, after `double` or more, with a breath before and after it. */
interface Least {
  least: number
  double: number
}

/** How many slots each end of the body needs between strokes; `far` is the distance from which nothing matters. */
export interface Needs {
  hand: Least
  foot: Least
  far: number
}

/** What speeds in seconds come to in slots of that many seconds; undefined where nothing is too fast. */
export function slotsNeeded(slotSeconds: number, speeds: Speeds): Needs | undefined {
  const least = (seconds: number) => Math.max(1, Math.floor(seconds / slotSeconds + 1e-9) + 1)
  const [hand, foot] = [least(speeds.hand), least(speeds.foot)]
  if (hand === 1 && foot === 1) return undefined
  const far = Math.max(hand, foot, Math.floor(BREATH * (Math.max(hand, foot) - 1)) + 1)
  return {
    hand: { least: hand, double: Math.min(hand, least(speeds.double)) },
    foot: { least: foot, double: Math.min(foot, least(speeds.footPair)) },
    far,
  }
}

/**
 * What is remembered of one limb along a chain, in slots capped at `far`: since its last stroke, and the gap before that;
 * and, for the join at the end, where its first stroke came and the gap to its second. `count` goes up to 2.
 */
interface Pulse {
  since: number
  gap: number
  first: number
  second: number
  count: 0 | 1 | 2
}
export type Pulses = Record<Letter, Pulse>

const fresh = (far: number): Pulse => ({ since: far, gap: far, first: 0, second: far, count: 0 })
/** The pulses of a body that has not struck yet: every limb as far from its last stroke as matters. */
export const atRest = ({ far }: Needs): Pulses => ({ R: fresh(far), L: fresh(far), F: fresh(far) })

/** True where a stroke may follow after `since` slots, the gap before it having been `gap`. */
function mayStrike(since: number, gap: number, { least, double }: Least): boolean {
  // The stroke after a double's second needs room; a double needs it before its first.
  if (since >= least) return gap >= least || since > BREATH * gap
  return since >= double && gap >= least && gap > BREATH * since
}

const LETTERS = ['R', 'L', 'F'] as const
const need = (needs: Needs, who: Letter): Least => (who === 'F' ? needs.foot : needs.hand)

/**
 * The pulses after a sticking has been played, or undefined where some limb would be too fast.
 * @internal
 */
export function playedSticking(before: Pulses, sticking: Sticking, needs: Needs): Pulses | undefined {
  const now: Pulses = { R: { ...before.R }, L: { ...before.L }, F: { ...before.F } }
  const capped = (slots: number) => Math.min(needs.far, slots)
  for (const place of sticking) {
    for (const who of LETTERS) {
      if (!strikes(place, who)) continue
      const pulse = now[who]
      if (pulse.count && !mayStrike(pulse.since, pulse.gap, need(needs, who))) return undefined
      if (pulse.count === 1) pulse.second = capped(pulse.since)
      pulse.gap = pulse.count ? pulse.since : needs.far
      pulse.since = 0
      pulse.count = pulse.count === 0 ? 1 : 2
    }
    for (const who of LETTERS) {
      const pulse = now[who]
      pulse.since = capped(pulse.since + 1)
      if (!pulse.count) pulse.first = capped(pulse.first + 1)
    }
  }
  return now
}

/** True where what was played may be played again at once: the join from its end to its beginning is not too fast. */
export function joins(pulses: Pulses, needs: Needs): boolean {
  return LETTERS.every(who => {
    const { since, gap, first, second, count } = pulses[who]
    if (!count) return true
    const across = Math.min(needs.far, since + first)
    const limb = need(needs, who)
    // A limb with a single stroke comes round to itself: the gap before it is the gap after it.
    if (count === 1) return mayStrike(across, across, limb)
    return mayStrike(across, gap, limb) && mayStrike(second, across, limb)
  })
}

/** Pulses as a text that is the same exactly where nothing that matters differs. */
export const pulseKey = (pulses: Pulses): string =>
  LETTERS.map(who => {
    const { since, gap, first, second, count } = pulses[who]
    return `${since},${gap},${first},${second},${count}`
  }).join(';')

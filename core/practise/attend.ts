import { type UnisonGroup, groupUnisons, unisons } from '#core/analyse'
import { type Bar, type Groove, barTicks, inSpan, sayList, sayPlaces, sentence, sounding, timeline } from '#core/groove'
import { type Kit, LIMB_NAMES, type Limb } from '#core/kit'
import { type Counting, beatAt, beatsOf, mod } from '#core/time'
import { type Stage, castsLimbs, partsOf } from './stage'

/** Where a counting player is: the bar, the felt beat in it and the slot of that beat, each from 0. */
export interface Counted {
  bar: number
  beat: number
  slot: number
}

/**
 * What is counted at a tick of the bars. A count-in (negative ticks) runs through the first bar a number of times before it,
 * and counts beats only: `countedAt(bars, -5040) // => { bar: 0, beat: 3, slot: 0 }` in 4/4.
 */
export function countedAt(bars: readonly Bar[], tick: number): Counted {
  const beats = beatsOf(bars)
  const at = tick < 0 ? mod(tick, barTicks(bars[0]!)) : tick
  const { bar, beat, at: start, slots, length } = beatAt(beats, at)
  return { bar, beat, slot: tick < 0 ? 0 : Math.min(slots - 1, Math.floor(((at - start) * slots) / length)) }
}

/** Two limbs that were measured at an instant: how many ms apart on the mean, and whether that is one sound. */
export interface Met {
  limbs: readonly [Limb, Limb]
  tick: number
  apart: number
  together: boolean
}

/** What was measured of unisons, brought up to date by what was measured since: the newer of each. @internal */
export function metSince(before: readonly Met[], since: readonly Met[]): Met[] {
  const key = ({ limbs, tick }: Met) => `${limbs.join()} ${tick}`
  const newer = new Set(since.map(key))
  return [...before.filter(one => !newer.has(key(one))), ...since]
}

/**
 * What a player attends to in a stage: their own words, or else where the limbs of its parts land together, one place after another, one for
 * each `turn` (from 0). Those that were measured as two sounds stay, the widest first, until they are one; else those of which nothing was
 * measured come first, and those of the most places among them.
 * @example sayAttend(groove, kit, stage, NUMBERS) // => 'The right foot alone: keep it even.'
 */
export function sayAttend(
  groove: Groove,
  kit: Kit,
  stage: Stage,
  counting: Counting,
  turn = 0,
  met: readonly Met[] = [],
): string {
  if (stage.attend) return stage.attend
  if (stage.subject.kind === 'break') return 'Sticks down.'
  if (stage.subject.kind === 'figures') return 'The rest goes on as one; only the figure changes.'
  const ids = new Set(partsOf(stage))
  const all = timeline(sounding({ ...groove, parts: [...groove.parts, ...stage.extra] }), kit)
  const heard = all.filter(
    event => ids.has(castsLimbs(stage) ? event.limb : event.partId) && (!stage.span || inSpan(stage.span, event.at)),
  )
  const groups = groupUnisons(unisons(heard))
  const meets = (group: UnisonGroup, { limbs, tick }: Met) =>
    group.ats.includes(tick) && limbs.every(limb => group.limbs.includes(limb))
  const loose = met
    .filter(one => !one.together && groups.some(group => meets(group, one)))
    .toSorted((a, b) => b.apart - a.apart)
  if (loose.length) {
    const { limbs, tick, apart } = loose[turn % loose.length]!
    const names = sentence(sayList(limbs.map(limb => LIMB_NAMES[limb])))
    return `${names} were ${Math.round(apart)} ms apart on ${sayPlaces(groove, [tick], counting)}. Make them one sound.`
  }
  const isSure = (group: UnisonGroup) => met.some(one => meets(group, one))
  const group = groups.toSorted((a, b) => Number(isSure(a)) - Number(isSure(b)))[turn % groups.length]
  const limbs = new Set(heard.map(event => event.limb))
  if (limbs.size < 2) return limbs.size ? `The ${LIMB_NAMES[[...limbs][0]!]} alone: keep it even.` : ''
  return group
    ? `${group.limbs.length === 4 ? 'All four limbs' : sentence(sayList(group.limbs.map(limb => LIMB_NAMES[limb])))} land together on ${sayPlaces(groove, group.ats, counting)}. Keep them one sound.`
    : 'No two limbs land together here: keep the line even.'
}

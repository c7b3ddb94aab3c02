import type { Kit, Limb } from '#core/kit'
import { type Groove, type TimedStroke, ownTick } from '#core/groove'
import type { Counting } from '#core/time'
import { type Crossing, type OutOfReach, crossings, outOfReach, sayCrossing, sayOutOfReach } from './body'
import { type Clash, clashes, sayClash } from './clashes'
import { type HatTrouble, type PlayabilityRules, type Trouble, hatTroubles, sayHatTrouble, sayTrouble, troubles } from './playability'

/** A stroke of the groove that a finding is about: its part, and its tick within the part. */
export interface StrokeRef { partId: string, at: number }

/**
 * Something a body cannot do, or finds hard: which limbs, which strokes, how heavy it weighs. `about` holds what the
 * kind of finding knows of it.
 */
export interface Finding {
  id: string
  weight: 'impossible' | 'hard' | 'demanding'
  limbs: Limb[]
  strokes: StrokeRef[]
  about:
    | { kind: 'clash', clash: Clash }
    | { kind: 'hats', hats: HatTrouble }
    | { kind: 'reach', reach: OutOfReach }
    | { kind: 'crossing', crossing: Crossing }
    | { kind: 'trouble', trouble: Trouble }
}

const WEIGHT = { impossible: 0, hard: 1, demanding: 2 } as const

/** The strokes of some limbs at some ticks. */
function onTicks(events: readonly TimedStroke[], limbs: readonly Limb[], ticks: readonly number[]): TimedStroke[] {
  const wanted = new Set(ticks)
  return events.filter(event => limbs.includes(event.limb) && wanted.has(event.at))
}

/** Everything a body would object to, the heaviest first. */
export function findings(groove: Groove, kit: Kit, events: readonly TimedStroke[], rules?: PlayabilityRules): Finding[] {
  const parts = new Map(groove.parts.map(part => [part.id, part]))
  const ref = ({ partId, at }: TimedStroke): StrokeRef => ({ partId, at: ownTick(parts.get(partId)!, at) })
  const found: Finding[] = [
    ...clashes(events, kit).map((clash): Finding => ({
      id: `clash ${clash.limb} ${clash.at}`, weight: clash.kind === 'twice' ? 'demanding' : 'impossible', limbs: [clash.limb],
      strokes: clash.strokes.map(ref), about: { kind: 'clash', clash },
    })),
    ...hatTroubles(events).map((hats): Finding => ({
      id: `hats ${hats.at} ${hats.open.at}`, weight: 'impossible', limbs: [hats.open.limb, hats.foot.limb],
      strokes: [ref(hats.open), ref(hats.foot)], about: { kind: 'hats', hats },
    })),
    ...outOfReach(events).map((reach): Finding => ({
      id: `reach ${reach.limb} ${reach.pieceId}`, weight: 'impossible', limbs: [reach.limb], strokes: reach.strokes.map(ref), about: { kind: 'reach', reach },
    })),
    ...crossings(events, kit).map((crossing): Finding => ({
      id: `crossing ${crossing.right.pieceId} ${crossing.left.pieceId}`, weight: 'demanding', limbs: ['RH', 'LH'],
      strokes: onTicks(events, ['RH', 'LH'], crossing.ats).map(ref), about: { kind: 'crossing', crossing },
    })),
    ...troubles(groove, events, rules).map((trouble): Finding => ({
      id: `${trouble.kind} ${trouble.limb}`, weight: trouble.verdict, limbs: [trouble.limb],
      strokes: onTicks(events, [trouble.limb], [...trouble.ats, ...trouble.tos.map(to => to.at)]).map(ref),
      about: { kind: 'trouble', trouble },
    })),
  ]
  return found.sort((a, b) => WEIGHT[a.weight] - WEIGHT[b.weight])
}

/** A finding in a sentence or two, in the player's own counting. */
export function sayFinding(groove: Groove, { about }: Finding, counting?: Counting): string {
  switch (about.kind) {
    case 'clash': return sayClash(groove, about.clash, counting)
    case 'hats': return sayHatTrouble(groove, about.hats, counting)
    case 'reach': return sayOutOfReach(groove, about.reach, counting)
    case 'crossing': return sayCrossing(groove, about.crossing, counting)
    case 'trouble': return sayTrouble(groove, about.trouble, counting)
  }
}

import { type Kit, type Limb, limitsOf } from '#core/kit'
import { type Groove, type TimedStroke, refOf } from '#core/groove'
import type { Counting } from '#core/time'
import { type Crossing, type OutOfReach, crossings, outOfReach, sayCrossing, sayOutOfReach } from './body'
import { type Clash, clashes, sayClash } from './clashes'
import { type GraceTrouble, graceTroubles, sayGraceTrouble } from './graces'
import { type Unheld, liftTrouble, sayUnheld, unheld } from './holding'
import { type HatTrouble, readHats, sayBreathing, sayHatTrouble } from './hats'
import { type Trouble, troubles } from './playability'
import type { Played } from './played'
import { sayRule, sayTrouble } from './say-trouble'

/** A stroke of the groove that a finding is about: its part, and its tick within the part. */
export interface StrokeRef {
  partId: string
  at: number
}

/**
 * Something a body cannot do, or finds hard: which limbs, which strokes, how heavy it weighs; or, only `told`, what will be
 * heard and is no fault. `about` holds what the kind of finding knows of it.
 */
export interface Finding {
  id: string
  weight: 'impossible' | 'hard' | 'demanding' | 'told'
  limbs: Limb[]
  strokes: StrokeRef[]
  about:
    | { kind: 'clash'; clash: Clash }
    | { kind: 'hats'; hats: HatTrouble }
    | { kind: 'breathing'; feet: TimedStroke[] }
    | { kind: 'graces'; graces: GraceTrouble }
    | { kind: 'reach'; reach: OutOfReach }
    | { kind: 'crossing'; crossing: Crossing }
    | { kind: 'unheld'; unheld: Unheld }
    | { kind: 'trouble'; trouble: Trouble }
}

const WEIGHT = { impossible: 0, hard: 1, demanding: 2, told: 3 } as const

/** The strokes of some limbs at some ticks. */
function onTicks(events: readonly TimedStroke[], limbs: readonly Limb[], ticks: readonly number[]): TimedStroke[] {
  const wanted = new Set(ticks)
  return events.filter(event => limbs.includes(event.limb) && wanted.has(event.at))
}

/**
 * Everything a body would object to, the heaviest first.
 * @example findings(groove, kit, played(groove, kit)).map(finding => finding.about.kind) // => []
 */
export function findings(groove: Groove, kit: Kit, read: Played): Finding[] {
  const { events } = read
  const limits = limitsOf(kit)
  const ref = (event: TimedStroke): StrokeRef => refOf(groove, event)
  const open = unheld(events, read.seconds)
  const lift = liftTrouble(groove, events, limits, read.seconds)
  const hatsRead = readHats(groove, events, read, limits)
  const found: Finding[] = [
    ...clashes(events, kit).map((clash): Finding => ({
      id: `clash ${clash.limb} ${clash.at}`,
      weight: clash.kind === 'twice' ? 'demanding' : 'impossible',
      limbs: [clash.limb],
      strokes: clash.strokes.map(ref),
      about: { kind: 'clash', clash },
    })),
    ...hatsRead.troubles.map((hats): Finding => ({
      id: `hats ${hats.at} ${hats.hand.at}`,
      weight: hats.kind === 'just struck' ? 'demanding' : 'impossible',
      limbs: [hats.hand.limb, hats.foot.limb],
      strokes: [ref(hats.hand), ref(hats.foot)],
      about: { kind: 'hats', hats },
    })),
    ...(hatsRead.breathing.length
      ? [
          {
            id: 'breathing',
            weight: 'told',
            limbs: [...new Set(hatsRead.breathing.map(foot => foot.limb))],
            strokes: hatsRead.breathing.map(ref),
            about: { kind: 'breathing', feet: hatsRead.breathing },
          } as const satisfies Finding,
        ]
      : []),
    ...graceTroubles(events, limits, read.seconds).map((graces): Finding => ({
      id: `${graces.ornament} ${graces.limb} ${graces.weight}`,
      weight: graces.weight,
      limbs: [graces.limb, graces.helper],
      strokes: graces.strokes.map(ref),
      about: { kind: 'graces', graces },
    })),
    ...outOfReach(events).map((reach): Finding => ({
      id: `reach ${reach.limb} ${reach.pieceId}`,
      weight: 'impossible',
      limbs: [reach.limb],
      strokes: reach.strokes.map(ref),
      about: { kind: 'reach', reach },
    })),
    ...crossings(events, kit).map((crossing): Finding => ({
      id: `crossing ${crossing.right.pieceId} ${crossing.left.pieceId}`,
      // What it costs in time is weighed with the hands' ways; to a player who keeps them open it is a trouble in itself.
      weight: kit.hands === 'open' ? 'demanding' : 'told',
      limbs: ['RH', 'LH'],
      strokes: onTicks(events, ['RH', 'LH'], crossing.ats).map(ref),
      about: { kind: 'crossing', crossing },
    })),
    ...(open
      ? [
          {
            id: 'unheld',
            weight: 'told',
            limbs: [open.foot],
            strokes: open.strokes.map(ref),
            about: { kind: 'unheld', unheld: open },
          } as const satisfies Finding,
        ]
      : []),
    ...[...troubles(groove, events, limits, read.seconds), ...(lift ? [lift] : [])].map((trouble): Finding => ({
      id: `${trouble.kind} ${trouble.limb}`,
      weight: trouble.verdict,
      limbs: [trouble.limb],
      strokes: onTicks(events, trouble.kind === 'lift' ? [trouble.from.limb, trouble.limb] : [trouble.limb], [
        ...trouble.ats,
        ...trouble.tos.map(to => to.at),
      ]).map(ref),
      about: { kind: 'trouble', trouble },
    })),
  ]
  return found.sort((a, b) => WEIGHT[a.weight] - WEIGHT[b.weight])
}

/**
 * A finding in a sentence or two, in the player's own counting.
 * @example sayFinding(groove, findings(fast, kit, played(fast, kit))[0]) // => 'Right hand: 10.7 strokes a second without a break. Hard; easier below 210, easy below 150.'
 */
export function sayFinding(groove: Groove, { about }: Finding, counting?: Counting): string {
  switch (about.kind) {
    case 'clash':
      return sayClash(groove, about.clash, counting)
    case 'hats':
      return sayHatTrouble(groove, about.hats, counting)
    case 'breathing':
      return sayBreathing(groove, about.feet, counting)
    case 'graces':
      return sayGraceTrouble(groove, about.graces, counting)
    case 'reach':
      return sayOutOfReach(groove, about.reach, counting)
    case 'crossing':
      return sayCrossing(groove, about.crossing, counting)
    case 'unheld':
      return sayUnheld(groove, about.unheld, counting)
    case 'trouble':
      return sayTrouble(groove, about.trouble, counting)
  }
}

/**
 * The rule of thumb a finding went by, for those who ask; undefined where there is none beside the sentence itself.
 * @example ruleOf(findings(fast, kit, played(fast, kit))[0]) // => 'Rule of thumb: a hand that goes on without a break: easy up to 5 strokes a second, hard from 7.'
 */
export const ruleOf = ({ about }: Finding): string | undefined =>
  about.kind === 'trouble' ? sayRule(about.trouble) : undefined

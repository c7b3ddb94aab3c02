import { type Finding, findings, groupUnisons, played, sayFinding, sayUnisons, unisons } from '#core/analyse'
import { type Kit, LIMBS, type Limb } from '#core/kit'
import { type Groove, type Stroke, backbeatTicks, sayCount, sayPlaces } from '#core/groove'
import type { PromiseId } from './move'
import { isLead } from './work'

export const PROMISE_NAMES: Record<PromiseId, string> = {
  lead: 'Lead hand unchanged',
  backbeat: 'Backbeat unchanged',
  feet: 'Feet unchanged',
  linear: 'Stays linear',
  playable: 'Playable at this tempo',
  same: 'As many strokes',
  busier: 'Busier',
  simpler: 'Simpler',
}

/** Of these a player can ask one at a time. */
export const DENSITIES: readonly PromiseId[] = ['same', 'busier', 'simpler']

const written = (strokes: readonly Stroke[]): string =>
  strokes
    .map(
      ({ at, piece, stroke, level, ornament, openFor }) =>
        `${at} ${piece} ${stroke} ${level} ${ornament ?? ''} ${openFor ?? ''}`,
    )
    .sort()
    .join()

/** All strokes of some limbs or parts, whatever part they are in. */
const strokesOf = (groove: Groove, among: (part: Groove['parts'][number]) => boolean): Stroke[] =>
  groove.parts.filter(among).flatMap(part => part.strokes)
const byLimb = (
  groove: Groove,
  limbs: readonly Limb[],
  among: (part: Groove['parts'][number]) => boolean = () => true,
): string => limbs.map(limb => written(strokesOf(groove, part => part.limb === limb && among(part)))).join('|')
/** What leads, and with which limb: a lead that crosses over to the other hand is another. */
const leadOf = (groove: Groove): string => byLimb(groove, LIMBS, isLead(groove))
const feetOf = (groove: Groove): string => byLimb(groove, ['RF', 'LF'])

/** How many strokes are written in all parts, once through: `strokeCount(groove) // => 14`. */
export const strokeCount = (groove: Groove): number => groove.parts.reduce((sum, part) => sum + part.strokes.length, 0)

const UNPLAYABLE = ['impossible', 'hard']
const unplayable = (groove: Groove, kit: Kit): Finding[] =>
  findings(groove, kit, played(groove, kit)).filter(finding => UNPLAYABLE.includes(finding.weight))

const asked = new WeakMap<Groove, { kit: Kit; ids: Set<string> }>()
/** What a home itself already asks of a body that it cannot do; looked at once, for every move is held against it. */
function askedBy(home: Groove, kit: Kit): Set<string> {
  const known = asked.get(home)
  if (known?.kit === kit) return known.ids
  const ids = new Set(unplayable(home, kit).map(finding => finding.id))
  asked.set(home, { kit, ids })
  return ids
}

/**
 * Why a change from one groove to another breaks a promise; undefined where it keeps it.
 * @example broken('backbeat', groove, apply(groove, takeStrokes(part('backbeat'), [5040])).value.document, kit) // => 'It takes the backbeat away.'
 */
export function broken(promise: PromiseId, before: Groove, after: Groove, kit: Kit): string | undefined {
  switch (promise) {
    case 'lead':
      return leadOf(before) === leadOf(after) ? undefined : 'It changes what the lead hand plays.'
    case 'backbeat': {
      const [was, is] = [backbeatTicks(before), backbeatTicks(after)]
      // Where there is none, there is none to lose.
      if (!was.length || was.join() === is.join()) return undefined
      return is.length ? `It moves the backbeat to ${sayPlaces(after, is)}.` : 'It takes the backbeat away.'
    }
    case 'feet':
      return feetOf(before) === feetOf(after) ? undefined : 'It changes what the feet play.'
    case 'linear': {
      const groups = groupUnisons(unisons(played(after, kit).events))
      return groups.length ? `Limbs would land together. ${sayUnisons(after, groups[0]!)}.` : undefined
    }
    case 'playable': {
      const had = askedBy(before, kit)
      const worse = unplayable(after, kit).find(finding => !had.has(finding.id))
      return worse && sayFinding(after, worse)
    }
    case 'same':
    case 'busier':
    case 'simpler':
      return density(promise, strokeCount(after) - strokeCount(before))
  }
}

function density(promise: 'same' | 'busier' | 'simpler', more: number): string | undefined {
  const kept = promise === 'same' ? more === 0 : promise === 'busier' ? more > 0 : more < 0
  if (kept) return undefined
  return more === 0
    ? 'It leaves as many strokes as there are.'
    : `It makes ${sayCount(Math.abs(more), 'stroke')} ${more > 0 ? 'more' : 'fewer'}.`
}

/**
 * The first promise a change breaks, with the reason; undefined where all are kept.
 * @example firstBroken(['linear', 'playable'], groove, lighter, kit) // => { promise: 'linear', reason: 'Limbs would land together. Right hand with left hand: 2 and 4.' }
 */
export function firstBroken(
  promises: readonly PromiseId[],
  before: Groove,
  after: Groove,
  kit: Kit,
): { promise: PromiseId; reason: string } | undefined {
  for (const promise of promises) {
    const reason = broken(promise, before, after, kit)
    if (reason) return { promise, reason }
  }
  return undefined
}

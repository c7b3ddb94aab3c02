import { type Kit, LIMB_NAMES, type Limb, isHand, pieceOf } from '#core/kit'
import { type Groove, type TimedStroke, passSeconds, sayPlaces, sentence } from '#core/groove'
import { type Counting, beatsOf, slotsOf, swingOf, tickSeconds } from '#core/time'
import { HOUSE_RULES, type PlayabilityRules, travelLimits } from './playability'

/** A slot as a place for a ghost: open to one, or why it is not. */
export interface GhostPlace { at: number, free: 'easy' | 'demanding' | false, why: '' | 'struck' | 'too fast' | 'too far' | 'just after a loud stroke' }

/**
 * Every slot as a place for one hand's ghost on the snare (or `pieceId`): free of that hand, near enough in time to its
 * strokes before and after, near enough in space, and not too soon after its own loud stroke. Each place is judged by
 * itself, the groove as it stands.
 */
export function ghostPlaces(groove: Groove, kit: Kit, events: readonly TimedStroke[], limb: Limb, pieceId = 'snare', rules: PlayabilityRules = HOUSE_RULES): GhostPlace[] {
  const beats = beatsOf(groove.bars)
  const swung = swingOf(beats, groove.feel.swing ?? undefined)
  const perTick = tickSeconds(groove.tempo)
  const length = passSeconds(groove)
  const piece = pieceOf(kit, pieceId)
  const own = events.filter(event => event.limb === limb).sort((a, b) => a.seconds - b.seconds)
  const struck = new Set(own.map(event => event.at))
  const speed = isHand(limb) ? rules.hand : rules.foot
  return slotsOf(groove.bars).map(({ at }): GhostPlace => {
    if (struck.has(at)) return { at, free: false, why: 'struck' }
    const seconds = swung(at) * perTick
    const before = own.findLast(event => event.seconds <= seconds) ?? own.at(-1)
    const after = own.find(event => event.seconds > seconds) ?? own[0]
    const since = before ? wrap(seconds - before.seconds, length) : length
    const until = after ? wrap(after.seconds - seconds, length) : length
    let demanding = false
    const short = (gap: number, limits: { easy: number, hard: number } | undefined) => {
      if (!limits) return false
      if (gap < limits.easy) demanding = true
      return gap <= limits.hard
    }
    if (short(Math.min(since, until), speed)) return { at, free: false, why: 'too fast' }
    if (piece && before?.piece && short(since, travelLimits(before.piece, piece, rules))) return { at, free: false, why: 'too far' }
    if (piece && after?.piece && short(until, travelLimits(piece, after.piece, rules))) return { at, free: false, why: 'too far' }
    if (before && before.level >= 4 && short(since, rules.control)) return { at, free: false, why: 'just after a loud stroke' }
    return { at, free: demanding ? 'demanding' : 'easy', why: '' }
  })
}

const wrap = (gap: number, length: number): number => (gap <= 0 ? gap + length : gap)

/** `'Left hand, ghosts: easy on e of 1 and a of 1; demanding on e of 2. Not on a of 3: just after a loud stroke.'` */
export function sayGhostPlaces(groove: Groove, limb: Limb, places: readonly GhostPlace[], counting?: Counting): string {
  const on = (test: (place: GhostPlace) => boolean) => places.filter(test).map(place => place.at)
  const easy = on(place => place.free === 'easy')
  const demanding = on(place => place.free === 'demanding')
  const said = [easy.length ? `easy on ${sayPlaces(groove, easy, counting)}` : '', demanding.length ? `demanding on ${sayPlaces(groove, demanding, counting)}` : ''].filter(Boolean)
  const barred = (['too fast', 'too far', 'just after a loud stroke'] as const).flatMap((why) => {
    const ats = on(place => place.why === why)
    return ats.length ? [`Not on ${sayPlaces(groove, ats, counting)}: ${why}.`] : []
  })
  return `${sentence(LIMB_NAMES[limb])}, ghosts: ${said.join('; ') || 'nowhere at this tempo'}. ${barred.join(' ')}`.trim()
}

import { type Kit, LIMB_NAMES, type Limb, type Limits, limitsOf, pieceOf, limitVerdictOf } from '#core/kit'
import { type Groove, type TimedStroke, grooveTicks, passSeconds, sayPlaces, sentence } from '#core/groove'
import { type Counting, beatsOf, mod, slotsOf, swingOf, tickSeconds } from '#core/time'
import { type TroubleKind, eachAsked } from './playability'

/** A slot as a place for a ghost: open to one, or why it is not. */
export interface GhostPlace {
  at: number
  free: 'easy' | 'demanding' | false
  why: '' | (typeof WHYS)[number]
}

const WHYS = [
  'struck',
  'too fast',
  'too far',
  'just after a loud stroke',
  'just before an accent',
  'in another grip',
] as const
const WHY: Record<TroubleKind, (typeof WHYS)[number]> = {
  pair: 'too fast',
  burst: 'too fast',
  run: 'too fast',
  long: 'too fast',
  double: 'too fast',
  travel: 'too far',
  control: 'just after a loud stroke',
  rise: 'just before an accent',
  grip: 'in another grip',
}

/** Seconds from which on a stroke has no say in what comes next: longer than any limit, a way across the kit among them. */
const farOf = ({ burst, run, long, pair, double, control, rise, grip, travel }: Limits): number =>
  Math.max(
    burst.hand.easy,
    run.hand.easy,
    long.hand.easy,
    pair.hand.easy,
    double.easy,
    control.easy,
    rise.easy,
    grip.easy,
    travel.easy.start + 3 / travel.easy.speed,
  )

/**
 * Every slot as a place for one hand's ghost on the snare (or `pieceId`): free of that hand, and neither hard by itself nor
 * making hard what comes before and after it. Each place is judged by itself, the groove as it is now; what is hard already
 * without it is none of its fault.
 * @example ghostPlaces(groove, kit, events, 'LH').length // => 16
 */
export function ghostPlaces(
  groove: Groove,
  kit: Kit,
  events: readonly TimedStroke[],
  limb: Limb,
  pieceId = 'snare',
): GhostPlace[] {
  const rules = limitsOf(kit)
  const swung = swingOf(beatsOf(groove.bars), groove.feel.swing ?? undefined)
  const perTick = tickSeconds(groove.tempo)
  const [length, ticks] = [passSeconds(groove), grooveTicks(groove)]
  const piece = pieceOf(kit, pieceId)
  const far = farOf(rules)
  const own = events.filter(event => event.limb === limb && event.at < ticks)
  const struck = new Set(own.map(event => event.at))
  return slotsOf(groove.bars).map(({ at }): GhostPlace => {
    if (struck.has(at)) return { at, free: false, why: 'struck' }
    const ghost: TimedStroke = {
      partId: '',
      limb,
      pieceId,
      piece,
      stroke: 'hit',
      level: 1,
      ornament: undefined,
      openFor: undefined,
      at,
      seconds: swung(at) * perTick,
      until: undefined,
      blows: undefined,
    }
    // Far from every other stroke of the hand nothing is asked of it.
    if (
      own.every(
        event => mod(event.seconds - ghost.seconds, length) > far && mod(ghost.seconds - event.seconds, length) > far,
      )
    )
      return { at, free: 'easy', why: '' }
    let free: GhostPlace['free'] = 'easy'
    let why: GhostPlace['why'] = ''
    eachAsked([...own, ghost], limb, rules, length, new Set(), (kind, from, to, gap, limit) => {
      const verdict = from === ghost || to === ghost ? limitVerdictOf(gap, limit) : undefined
      if (verdict === 'hard' && free) [free, why] = [false, WHY[kind]]
      if (verdict === 'demanding' && free) free = 'demanding'
    })
    return { at, free, why }
  })
}

/**
 * `'Left hand, ghosts: easy on e of 1 and a of 1; demanding on e of 2. Not on a of 3: just after a loud stroke.'`
 * @example sayGhostPlaces(groove, 'LH', ghostPlaces(groove, kit, events, 'LH')) // => 'Left hand, ghosts: easy on 1, e of 1, & of 1, & of 2, 3, & of 3, & of 4 and a of 4; demanding on a of 1, e of 2, a of 3 and e of 4.'
 */
export function sayGhostPlaces(groove: Groove, limb: Limb, places: readonly GhostPlace[], counting?: Counting): string {
  const on = (test: (place: GhostPlace) => boolean) => places.filter(test).map(place => place.at)
  const easy = on(place => place.free === 'easy')
  const demanding = on(place => place.free === 'demanding')
  const said = [
    easy.length ? `easy on ${sayPlaces(groove, easy, counting)}` : '',
    demanding.length ? `demanding on ${sayPlaces(groove, demanding, counting)}` : '',
  ].filter(Boolean)
  const barred = WHYS.slice(1).flatMap(why => {
    const ats = on(place => place.why === why)
    return ats.length ? [`Not on ${sayPlaces(groove, ats, counting)}: ${why}.`] : []
  })
  return `${sentence(LIMB_NAMES[limb])}, ghosts: ${said.join('; ') || 'nowhere at this tempo'}. ${barred.join(' ')}`.trim()
}

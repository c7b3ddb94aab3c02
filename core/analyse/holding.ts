import {
  LIMB_NAMES,
  isHand,
  liftsFoot,
  type Limb,
  type Limits,
  type Piece,
  limitVerdictOf,
  speedLimit,
  speeds,
} from '#core/kit'
import { type Groove, type TimedStroke, sayPlaces } from '#core/groove'
import { present } from '#core/present'
import { type Counting, mod } from '#core/time'
import { type Trouble, pedalLimits } from './playability'

/** The foot on whose side hats stand, which holds them. @internal */
export const hatFoot = ({ stands }: Pick<Piece, 'stands'>): 'LF' | 'RF' => (stands.x > 0 ? 'RF' : 'LF')

/** Hats that only a foot holds shut: with a pedal, and no clutch. */
const needsFoot = (piece: Piece | undefined): boolean =>
  piece?.kind === 'hi-hat' && !piece.clutch && piece.strokes.some(stroke => stroke.by === 'foot')
const isOnHats = ({ piece }: TimedStroke): boolean => piece?.kind === 'hi-hat'
const byHand = ({ limb }: TimedStroke): boolean => isHand(limb)
/** Strokes after which the hats ring until something closes them. */
const OPEN: readonly TimedStroke['stroke'][] = ['open', 'splash']

/** Hats that no foot holds shut under a hand, because their foot is on another pedal; `all` where that is every one of the hand's closed strokes. */
export interface Unheld {
  foot: Limb
  pedal: Piece
  strokes: TimedStroke[]
  all: boolean
}

/**
 * A hand's closed strokes on hats whose foot is elsewhere: at another pedal at that instant, or on its way there or back. Hats with a clutch,
 * and hats without a pedal, need no foot. `seconds` is the length of the loop.
 * @example unheld(events, 2.4) // => undefined
 */
export function unheld(events: readonly TimedStroke[], seconds: number): Unheld | undefined {
  const closed = events.filter(event => needsFoot(event.piece) && byHand(event) && !OPEN.includes(event.stroke))
  const hats = closed[0]?.piece
  if (!hats) return undefined
  const foot = hatFoot(hats)
  const steps = events.filter(event => event.limb === foot && event.piece).sort((a, b) => a.seconds - b.seconds)
  const away = steps.find(step => !isOnHats(step))
  if (!away) return undefined
  const elsewhere = (stroke: TimedStroke): boolean => {
    const before = steps.findLast(step => step.seconds <= stroke.seconds) ?? present(steps.at(-1), 'step')
    const after = steps.find(step => step.seconds >= stroke.seconds) ?? present(steps[0], 'step')
    return [
      { step: before, gap: mod(stroke.seconds - before.seconds, seconds) },
      { step: after, gap: mod(after.seconds - stroke.seconds, seconds) },
    ].some(({ step, gap }) => {
      const way = pedalLimits(present(step.piece, 'pedal'), hats)
      return !isOnHats(step) && !!way && gap < way.easy
    })
  }
  const strokes = closed.filter(stroke => stroke.pieceId === hats.id && elsewhere(stroke))
  return strokes.length
    ? { foot, pedal: present(away.piece, 'pedal'), strokes, all: strokes.length === closed.length }
    : undefined
}

/**
 * Where hats that a hand opened are shut again with a hand's stroke and no step written: the foot must come down there all the same.
 * @example closings(events) // => []
 */
export function closings(events: readonly TimedStroke[]): TimedStroke[] {
  const onHats = events.filter(isOnHats).sort((a, b) => a.seconds - b.seconds)
  return onHats.flatMap((stroke, i) => {
    if (!liftsFoot(stroke.stroke)) return []
    const same = [...onHats.slice(i + 1), ...onHats.slice(0, i + 1)].filter(one => one.pieceId === stroke.pieceId)
    const next = present(same.find(one => one.at !== stroke.at) ?? same.at(-1), 'stroke on the hats')
    const withIt = same.filter(one => one.at === next.at)
    return next.stroke === 'splash' || liftsFoot(next.stroke) || withIt.some(one => !byHand(one)) ? [] : [next]
  })
}

/** Fewer openings than this are no figure that a foot would tire of. */
const FEW = 3

/**
 * What openings ask of the foot that shuts the hats: it comes down at every closing, beside its own steps, by the limits of a foot.
 * The worst place first; undefined where it is easy.
 * @example liftTrouble(groove, events, HOUSE_LIMITS, 2.4) // => undefined
 */
export function liftTrouble(
  { tempo }: Pick<Groove, 'tempo'>,
  events: readonly TimedStroke[],
  rules: Limits,
  length: number,
): Trouble | undefined {
  const shut = closings(events)
  if (shut.length < FEW) return undefined
  const foot = hatFoot(present(shut[0]!.piece, 'hats'))
  const steps = new Map(events.filter(event => event.limb === foot).map(event => [event.at, event]))
  const moves = [...shut.filter(one => !steps.has(one.at)), ...steps.values()].sort((a, b) => a.seconds - b.seconds)
  const gaps = moves.map((one, i) => {
    const next = moves[i + 1]
    return Math.round(((next ? next.seconds : moves[0]!.seconds + length) - one.seconds) * 1e9) / 1e9
  })
  let found: Trouble | undefined
  speeds(gaps, moves.length, (kind, i, gap) => {
    const [from, to] = [moves[i]!, moves[(i + 1) % moves.length]!]
    const limit = speedLimit(rules, kind, false)
    const verdict = limitVerdictOf(gap, limit)
    // Steps that are written are the foot's own affair, with findings of their own.
    if (!verdict || (!shut.includes(from) && !shut.includes(to))) return
    const worse = !found || gap / limit.hard < found.gap / found.limit.hard
    found = {
      ...(worse
        ? {
            kind: 'lift',
            limb: foot,
            verdict,
            from,
            to,
            gap,
            limit,
            demandingFrom: (tempo.bpm * gap) / limit.easy,
            hardFrom: (tempo.bpm * gap) / limit.hard,
          }
        : present(found, 'trouble')),
      ats: worse ? [from.at, ...(found?.ats ?? [])] : [...(found?.ats ?? []), from.at],
      tos: worse ? [to, ...(found?.tos ?? [])] : [...(found?.tos ?? []), to],
      places: 1,
    }
  })
  return found
}

/** `'The left foot is on the foot block, so the hats sound open under the hand on 1 and 3. …'` @internal */
export const sayUnheld = (groove: Groove, { foot, pedal, strokes, all }: Unheld, counting?: Counting): string =>
  `The ${LIMB_NAMES[foot]} is on the ${pedal.name.toLowerCase()}, so nothing holds the hats shut${
    all
      ? ': they sound open throughout'
      : `; they sound open on ${sayPlaces(
          groove,
          strokes.map(stroke => stroke.at),
          counting,
        )}`
  }. A clutch would hold them; the Kit says whether there is one.`

import type { Kit } from '#core/kit'
import type { CardTrait, StyleFamily } from '#core/style'
import { convertTempo } from '#core/time'
import type { Move, MoveTrait } from './move'
import type { Seen } from './taste-seen'
import { gridOf } from './work'

/** What else sounds while a groove is played, where it is not what the band usually does. */
export const BESIDE = ['under a voice', 'under a solo', 'into an empty bar'] as const
export type Beside = (typeof BESIDE)[number]

/** A variation held against home by the rules of taste. */
export interface Trial {
  home: Seen
  readonly now: Seen
  kit: Kit
  /** The moves that led here. */
  moves: ReadonlySet<Move>
  /** The share of strokes that are other than home's, and whether the last step brought it nearer to home again. */
  distance: number
  nearer: boolean
  /** Up to 1 easy, up to 2 demanding, beyond hard. */
  difficulty: { home: number; now: number }
  /** Strokes as a share of home's. */
  density: number
  beside?: Beside | undefined
}

/**
 * A rule of taste: a veto keeps an idea from being offered, `for` and `against` move it up and down by a weight. `reason` is
 * what a drummer would say for the rule; `says` is said on an idea that it speaks for. `except` are families, and traits of styles, where
 * it does not hold.
 */
export interface TasteRule {
  id: string
  name: string
  kind: 'veto' | 'for' | 'against'
  weight?: number
  reason: string
  says?: string
  except?: readonly (StyleFamily | CardTrait)[]
  /** Looked at while searching, thousands a second; others once an idea is about to be shown. */
  quick?: true
  holds(trial: Trial): boolean
}

/** Whether one of the moves that led here has a trait. */
export const does = ({ moves }: Trial, trait: MoveTrait): boolean =>
  [...moves].some(move => move.traits?.includes(trait))
/** Whether something was put elsewhere on purpose. */
export const displaced = (trial: Trial): boolean => does(trial, 'displaces')

/** Levels, kinds and limbs of each bar, so that equal bars read equal. */
function barsOf({ groove }: Seen): string[] {
  const { starts } = gridOf(groove)
  return groove.bars.map((_, b) =>
    groove.parts
      .filter(part => !part.every)
      .flatMap(part =>
        part.strokes
          .filter(stroke => stroke.at >= starts[b]! && stroke.at < starts[b + 1]!)
          .map(stroke =>
            [
              stroke.at - starts[b]!,
              part.limb,
              stroke.piece,
              stroke.stroke,
              stroke.level,
              stroke.ornament,
              stroke.openFor,
            ].join(),
          ),
      )
      .sort()
      .join('|'),
  )
}
/** Whether the bars are all alike, or all but the last; undefined of one bar, and where they are neither. */
export const turned = (seen: Seen): 'alike' | 'last turned' | undefined => {
  const bars = seen.once('bars', barsOf)
  if (bars.length < 2) return undefined
  const [opening] = bars
  return bars.every(bar => bar === opening)
    ? 'alike'
    : bars.length > 1 && bars.slice(0, -1).every(bar => bar === opening)
      ? 'last turned'
      : undefined
}

/** The tempo in quarters a minute. */
export const quarters = ({ groove }: Seen): number => convertTempo(groove.tempo, '1/4').bpm
/** In ticks. */
export const SIXTEENTH = 1260

/** Four or more strokes of the lead hand a sixteenth apart. */
export function sixteenthsInOneHand({ groove }: Seen): boolean {
  const limb = groove.lead === 'right' ? 'RH' : 'LH'
  const ats = [
    ...new Set(
      groove.parts
        .filter(part => part.limb === limb && !part.muted && !part.every)
        .flatMap(part => part.strokes.map(stroke => stroke.at)),
    ),
  ].sort((a, b) => a - b)
  return ats.some((at, i) => ats[i + 3] !== undefined && ats[i + 3]! - at <= 3 * SIXTEENTH)
}

/** How many strokes fall on an instant at which their own limb strikes already. */
export function doubledIn({ groove }: Seen): number {
  const strokes = groove.parts
    .filter(part => !part.every && !part.muted)
    .flatMap(part => part.strokes.map(({ at }) => `${part.limb} ${at}`))
  return strokes.length - new Set(strokes).size
}

/** Where strokes differ, in ticks. */
export function changedAt({ home, now }: Trial): number[] {
  const keys = ({ groove }: Seen) =>
    new Map(
      groove.parts.flatMap(part =>
        part.strokes.map(stroke => [
          [stroke.at, part.limb, stroke.piece, stroke.stroke, stroke.level, stroke.ornament].join(),
          stroke.at,
        ]),
      ),
    )
  const [was, is] = [keys(home), keys(now)]
  return [...[...was].filter(([key]) => !is.has(key)), ...[...is].filter(([key]) => !was.has(key))].map(([, at]) => at)
}

/** Ticks that are there now and were not before. */
export const fresh = (now: readonly number[], before: readonly number[]): number[] =>
  now.filter(at => !before.includes(at))
/** Ghosts in a bar, on the average of all bars. */
export const ghostsABar = (seen: Seen): number => seen.ghosts.length / seen.groove.bars.length

/** What an idea changes once at most. */
export const ABOUT: readonly MoveTrait[] = ['about the lead', 'about the snare', 'about the bass drum']

/** Whether strokes of some part are one level louder or softer than at home, and none of it more. */
export const oneLevelApart = ({ home, now }: Trial): boolean =>
  home.groove.parts.some(part => {
    const after = now.groove.parts.find(one => one.id === part.id)
    if (!after || after === part) return false
    const levels = new Map(after.strokes.map(stroke => [stroke.at, stroke]))
    const apart = part.strokes.map(stroke => {
      const other = levels.get(stroke.at)
      return other?.piece === stroke.piece && other.stroke === stroke.stroke ? Math.abs(stroke.level - other.level) : 0
    })
    return Math.max(0, ...apart) === 1
  })

/** The piece that the lead strikes most in each bar; undefined in a bar without it. */
export function leadsOn({ groove }: Seen): (string | undefined)[] {
  const { starts } = gridOf(groove)
  return groove.bars.map((_, b) => {
    const many = new Map<string, number>()
    for (const part of groove.parts)
      if (part.role === 'lead')
        for (const { at, piece } of part.strokes)
          if (at >= starts[b]! && at < starts[b + 1]!) many.set(piece, (many.get(piece) ?? 0) + 1)
    return [...many].sort((a, b) => b[1] - a[1])[0]?.[0]
  })
}

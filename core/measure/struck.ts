import type { Level, Limb } from '#core/kit'
import type { CueLine, StrokeCue } from '#core/perform'

/** What an input can tell of a stroke: the piece that was hit, the limb that hit, or only that something was. */
export const TELLS = ['piece', 'limb', 'nothing'] as const
export type Tells = (typeof TELLS)[number]

/** One stroke as it was played: when, in seconds of the performance, and what the input gives of it. */
export interface StruckTake {
  at: number
  limb?: Limb | undefined
  pieceId?: string | undefined
  /** How hard, where the input gives it. */
  level?: Level | undefined
}

/** One stroke that was asked of the player. */
export interface Asked {
  /** Seconds of the performance, with the swing and the push that the groove asks for. */
  at: number
  limb: Limb
  pieceId: string
  level: Level
  /** Ticks of the groove, the bar through the whole performance, and the place of the instant: strokes that share it are a unison. */
  tick: number
  bar: number
  instant: number
  /** A grace note: right where it is played, and not missed where it is left out. */
  grace: boolean
}

/**
 * What a stretch of a performance asks of the player, in order of time: `from` and `to` in seconds, as for `CueLine.between`. Sweeps
 * are movements and are not asked for. Of an ornamented stroke the loudest blow is the stroke, the first of them where two are alike.
 * @example askedOf(new CueLine(looped({ groove, kit, parts: { bass: 'player' } })), 0, 2.4).length // => 2
 */
export function askedOf(line: CueLine, from: number, to: number): Asked[] {
  const blows = new Map<string, StrokeCue[]>()
  for (const cue of line.between(from, to)) {
    if (cue.kind !== 'stroke' || cue.by !== 'player' || cue.stroke === 'sweep') continue
    const key = `${cue.passage} ${cue.at} ${cue.part}`
    const group = blows.get(key)
    if (group) group.push(cue)
    else blows.set(key, [cue])
  }
  return [...blows.values()]
    .flatMap(group => {
      const main = group.reduce((best, cue) => (cue.level > best.level ? cue : best))
      return group.map((cue): Asked => ({
        at: cue.seconds,
        limb: cue.limb,
        pieceId: cue.pieceId,
        level: cue.level,
        tick: cue.tick,
        bar: cue.bar,
        instant: cue.at,
        grace: cue !== main,
      }))
    })
    .sort((a, b) => a.at - b.at)
}

/** Seconds around a time in which a stroke that is asked there may still be struck. */
export const EDGE = 0.11

/**
 * Over how many bars a stretch of a performance asks, `from` and `to` in seconds: the last one counts once nothing of it is still to be
 * struck, so that a take of four bars has four though it ends with its last stroke.
 * @internal
 */
export function barsAsked(line: CueLine, from: number, to: number): number {
  const { bar } = line.placeAt(to)
  const ends = line.secondsOfBar(bar + 1)
  const rest = askedOf(line, to + EDGE, ends > to ? ends : Infinity).some(one => one.bar === bar && !one.grace)
  return Math.max(0, bar + (rest ? 0 : 1) - line.placeAt(from).bar)
}

/** One stretch of playing without a pause: what was asked, what was struck, and over how many bars. */
interface Take {
  asked: readonly Asked[]
  struck: readonly StruckTake[]
  bars: number
}

/** Ticks and seconds between two takes that are joined, so that nothing of one answers the other. */
const APART = { seconds: 10, ticks: 1_000_000_000 }

/**
 * Takes of one stage one after another, as if they had been one.
 * @example joinedTakes([{ asked: [], struck: [], bars: 4 }, { asked: [], struck: [], bars: 4 }]).bars // => 8
 */
export function joinedTakes(takes: readonly Take[]): Take {
  let [seconds, ticks, bars] = [0, 0, 0]
  const all: { asked: Asked[]; struck: StruckTake[] } = { asked: [], struck: [] }
  for (const take of takes) {
    all.asked.push(
      ...take.asked.map(one => ({ ...one, at: one.at + seconds, instant: one.instant + ticks, bar: one.bar + bars })),
    )
    all.struck.push(...take.struck.map(one => ({ ...one, at: one.at + seconds })))
    seconds += Math.max(0, take.asked.at(-1)?.at ?? 0, take.struck.at(-1)?.at ?? 0) + APART.seconds
    ticks += APART.ticks
    bars += take.bars
  }
  return { ...all, bars }
}

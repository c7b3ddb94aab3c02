import type { Kit } from '#core/kit'
import {
  type Clave,
  type Groove,
  type TimedStroke,
  backbeatTicks,
  sayClave,
  sayList,
  sentence,
  strongSnares,
  withClave,
} from '#core/groove'
import { type Busy, type Syncopation, busyLimbs, offBeatShare, syncopationOf } from './density'
import { type Finding, findings } from './findings'
import { played } from './played'
import { type PartRhythm, rhythmsOf } from './rhythms'
import { type Unison, type UnisonGroup, groupUnisons, unisons } from './unisons'

/** Everything read from a groove at once. */
export interface Readout {
  events: TimedStroke[]
  /** Names of the muted parts, which are left out of all that follows. */
  leftOut: string[]
  /** How many times the bars go by until all is read, and whether that is all there is: parts with their own cycle come round. */
  rounds: number
  whole: boolean
  unisons: Unison[]
  groups: UnisonGroup[]
  backbeat: number[]
  /** Ticks of strong snare strokes that make no backbeat. */
  strong: number[]
  findings: Finding[]
  busy: Busy[]
  offBeat: number
  /** Syncopation a bar of the most syncopated limb, by Longuet-Higgins and Lee's measure. */
  syncopation: Syncopation
  rhythms: PartRhythm[]
  /** How the parts that sound go with the groove’s clave; without those that have no side. */
  clave: PartOnClave[]
}

/** A part that goes with the clave or against it. */
export interface PartOnClave {
  partId: string
  name: string
  goes: 'with' | 'against'
}

const onClave = ({ bars, clave, parts }: Groove): PartOnClave[] =>
  parts.flatMap(part => {
    const goes = clave && !part.muted && !part.every ? withClave(bars, part, clave) : 'neutral'
    return goes === 'neutral' ? [] : [{ partId: part.id, name: part.name, goes }]
  })

/**
 * What is said of the clave: its name, which parts are against it, and else which go with it.
 * @example sayOnClave({ rhythm: 'son', side: '2-3' }, [{ partId: 'a', name: 'Shell', goes: 'against' }]) // => 'Son clave 2-3: “Shell” is against it'
 */
export function sayOnClave(clave: Clave, parts: readonly PartOnClave[]): string {
  const those = (goes: PartOnClave['goes']) => parts.filter(one => one.goes === goes).map(one => `“${one.name}”`)
  const [against, along] = [those('against'), those('with')]
  const verb = (names: string[], one: string, more: string) => `${sayList(names)} ${names.length === 1 ? one : more}`
  return `${sentence(sayClave(clave))}: ${
    against.length
      ? `${verb(against, 'is', 'are')} against it`
      : along.length
        ? `${verb(along, 'goes', 'go')} with it`
        : 'no part takes a side'
  }`
}

/**
 * Reads a groove on a kit; the sentences are made from this by the `say…` functions when they are shown.
 * @example readout(groove, kit).unisons.map(group => group.limbs) // => [['RH', 'RF'], ['RH', 'LH'], ['RH', 'RF'], ['RH', 'LH']]
 */
export function readout(groove: Groove, kit: Kit): Readout {
  const all = played(groove, kit)
  const { events } = all
  const together = unisons(events)
  return {
    events,
    leftOut: groove.parts.filter(part => part.muted).map(part => part.name),
    rounds: all.rounds,
    whole: all.whole,
    unisons: together,
    groups: groupUnisons(together),
    backbeat: backbeatTicks(groove),
    strong: strongSnares(groove),
    findings: findings(groove, kit, all),
    busy: busyLimbs(events, all.seconds),
    offBeat: offBeatShare(groove, events),
    syncopation: syncopationOf(groove, events),
    rhythms: rhythmsOf(groove, events),
    clave: onClave(groove),
  }
}

import { LIMBS, type Kit, type Limb } from '#core/kit'
import { type Groove, type TimedStroke, passSeconds, timeline } from '#core/groove'
import { backbeatTicks } from './backbeat'
import { type Busy, busyLimbs, offBeatShare, syncopation, weigh } from './density'
import { type Finding, findings } from './findings'
import type { PlayabilityRules } from './playability'
import { type Unison, type UnisonGroup, groupUnisons, unisons } from './unisons'

/** Everything read from a groove at once. */
export interface Readout {
  events: TimedStroke[]
  unisons: Unison[]
  groups: UnisonGroup[]
  backbeat: number[]
  findings: Finding[]
  busy: Busy[]
  offBeat: number
  /** Syncopation of each playing limb by Longuet-Higgins and Lee's measure, strokes at the level of a ghost left out. */
  syncopation: { limb: Limb, score: number }[]
}

/** Reads a groove on a kit; the sentences are made from this by the `say…` functions when they are shown. */
export function readout(groove: Groove, kit: Kit, rules?: PlayabilityRules): Readout {
  const events = timeline(groove, kit)
  const together = unisons(events)
  const grid = weigh(groove.bars)
  return {
    events,
    unisons: together,
    groups: groupUnisons(together),
    backbeat: backbeatTicks(groove),
    findings: findings(groove, kit, events, rules),
    busy: busyLimbs(events, passSeconds(groove)),
    offBeat: offBeatShare(groove, events),
    syncopation: LIMBS.flatMap((limb) => {
      const onsets = events.filter(event => event.limb === limb && event.level > 1).map(event => event.at)
      return onsets.length ? [{ limb, score: syncopation(grid, onsets) }] : []
    }),
  }
}

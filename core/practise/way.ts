import type { Groove, Part, Span, Stroke } from '#core/groove'
import { type Limb, LIMBS } from '#core/kit'
import type { PlayedBy, Click } from '#core/perform'
import type { Practised } from './practised'

/** A stage before it has a tempo and a length: who plays, over which span, with which parts for it alone; what share of the goal, and of the time. */
export interface WayStep {
  /** What it is called, where the limbs in it do not say it. */
  name?: string
  parts: Record<string, PlayedBy>
  extra?: Part[]
  span?: Span
  /** Of the goal tempo. */
  share: number
  /** Minutes where no total is asked for; else its share of it. */
  minutes: number
  click: Click
  /** What to attend to; empty where the runner finds it. */
  attend?: string
  /** All that is practised, as it is: played again faster it is a stage of its own. */
  whole?: true
  /** Instant by instant, with no pulse. */
  pulse?: 'step'
}

/** A way to learn a groove: one school’s order, with the reason it gives. */
export interface Way {
  id: string
  name: string
  /** What it is called where no foot plays, and its name would promise one. */
  withoutFeet?: string
  about: string
  /** Of a way that takes one part stroke by stroke: which parts it can be, the usual one first. */
  takes?(groove: Groove): Part[]
  steps(of: Practised): WayStep[]
}

/** Parts that the player has. */
export const mine = (parts: readonly Part[]): Record<string, PlayedBy> =>
  Object.fromEntries(parts.map(part => [part.id, 'player' as const]))
/** The parts of some limbs. */
export const on = (groove: Groove, limb: (limb: Limb) => boolean): Part[] =>
  groove.parts.filter(part => limb(part.limb))
/** All of it, as it is. */
export const all = (groove: Groove, more: Partial<WayStep> = {}): WayStep => ({
  parts: mine(groove.parts),
  share: 0.9,
  minutes: 4,
  click: 'backbeats',
  whole: true,
  ...more,
})
/** The limbs that have a part. */
export const limbsIn = (groove: Groove): Limb[] => LIMBS.filter(limb => groove.parts.some(part => part.limb === limb))

/** The id of what stands in for a part in one stage. */
export const standInId = (partId: string): string => `stage-${partId}`.slice(0, 64)

/** A part as it is played in one stage only: its own is silent meanwhile. */
export const standIn = (part: Part, strokes: readonly Stroke[], more: Partial<Part> = {}): Part => ({
  ...part,
  id: standInId(part.id),
  strokes: [...strokes],
  muted: false,
  locked: false,
  pickUp: null,
  ...more,
})
/** A step in which some parts are played otherwise: those are in their place, the others are as they are. */
export const played = (groove: Groove, otherwise: readonly Part[]): Pick<WayStep, 'parts' | 'extra'> => {
  const out = new Set(otherwise.map(part => part.id.replace(/^stage-/, '')))
  return {
    parts: { ...mine(groove.parts.filter(part => !out.has(part.id))), ...mine(otherwise) },
    extra: [...otherwise],
  }
}

import type { Limb } from '#core/kit'
import type { Geometry } from './geometry'
import { markPath } from './marks'
import type { Stick } from './sticks'

/** All of a limb’s sticks as a few paths: a page may show dozens of grooves, and a path costs as much as a line does. */
export interface LimbPaths { limb: Limb, /** Sticks, what stands before them and across them. */ lines: string, /** Bars of open hats. */ open: string, filled: string, hollow: string }

/** A groove’s sticks drawn still: one path a limb for each way of drawing. */
export const stillPaths = (sticks: readonly Stick[], geometry: Geometry): LimbPaths[] => geometry.lanes.map(({ limb }) => {
  const own = sticks.filter(stick => stick.limb === limb)
  const marks = (filled: boolean) => own.filter(stick => stick.mark.filled === filled).map(stick => markPath(stick.mark, stick.x, stick.tip, geometry.scale.mark)).join('')
  return {
    limb,
    lines: own.map(stick => `${stick.graces}M${stick.x} ${stick.from}V${stick.tip}${stick.sign ?? ''}`).join(''),
    open: own.filter(stick => stick.openTo).map(stick => `M${stick.x} ${stick.tip}H${stick.openTo}`).join(''),
    filled: marks(true),
    hollow: marks(false),
  }
})

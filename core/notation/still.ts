import { type Groove, leadInFrom } from '#core/groove'
import { type Kit, type Limb, limbsInOrder } from '#core/kit'
import type { Counting } from '#core/time'
import { type Geometry, SMALL, layOut } from './geometry'
import { markPath } from './marks'
import { type Stick, sticksOf } from './sticks'

/** All of a limb’s sticks as a few paths: a page may show dozens of grooves, and a path costs as much as a line does. */
interface LimbPaths {
  limb: Limb
  /** Sticks, what stands before them and across them. */ lines: string
  /** Bars of open hats. */ open: string
  filled: string
  hollow: string
}

/**
 * A groove’s sticks drawn still: one path a limb for each way of drawing.
 * @example stillPaths(sticksOf(groove, kit, geometry), geometry).map(one => one.limb) // => ['RH', 'LH', 'RF', 'LF']
 */
export const stillPaths = (sticks: readonly Stick[], geometry: Geometry): LimbPaths[] =>
  geometry.lanes.map(({ limb }) => {
    const own = sticks.filter(stick => stick.limb === limb && !(stick.silent && geometry.lead))
    const marks = (filled: boolean) =>
      own
        .filter(stick => stick.mark.filled === filled)
        .map(stick => markPath(stick.mark, stick.x, stick.tip, geometry.scale.mark))
        .join('')
    return {
      limb,
      lines: own.map(stick => `${stick.graces}M${stick.x} ${stick.from}V${stick.tip}${stick.sign ?? ''}`).join(''),
      open: own
        .filter(stick => stick.openTo)
        .map(stick => `M${stick.x} ${stick.tip}H${stick.openTo}`)
        .join(''),
      filled: marks(true),
      hollow: marks(false),
    }
  })

/** Small ones are drawn at one width and scaled by the browser: dozens of them need no measuring. None changes its size later. */
export const SMALL_WIDTH = 300

const MOST_LAID_OUT = 100
const laidOut = new Map<string, Geometry>()
/**
 * Where everything stands in small lanes; the same object for bars that are alike, since a page shows dozens of them.
 * @example smallGeometry(groove, NUMBERS) === smallGeometry(groove, NUMBERS) // => true
 */
export function smallGeometry(
  groove: Pick<Groove, 'bars' | 'lead' | 'parts' | 'pickUp'>,
  counting: Counting,
): Geometry {
  const { bars, lead } = groove
  const leadFrom = leadInFrom(groove)
  const key = `${lead} ${leadFrom ?? ''} ${counting.school} ${counting.triplet} ${counting.dotted} ${bars.map(({ meter, slots }) => `${meter.count}/${meter.unit}:${meter.groups.join()}:${slots.join()}`).join()}`
  const known = laidOut.get(key)
  if (known) return known
  const geometry = layOut(bars, limbsInOrder(lead), SMALL_WIDTH, SMALL, counting, { leadFrom })
  if (laidOut.size >= MOST_LAID_OUT) laidOut.clear()
  laidOut.set(key, geometry)
  return geometry
}

const drawn = new WeakMap<Groove, { kit: Kit; geometry: Geometry; paths: LimbPaths[] }>()
/**
 * A groove’s paths as they were last drawn, where its kit and its place are the same.
 * @example stillOf(groove, kit, geometry).length // => 4
 */
export function stillOf(
  groove: Groove,
  kit: Kit,
  geometry: Geometry,
  sticks: () => readonly Stick[] = () => sticksOf(groove, kit, geometry),
): LimbPaths[] {
  const known = drawn.get(groove)
  if (known && known.kit === kit && known.geometry === geometry) return known.paths
  const paths = stillPaths(sticks(), geometry)
  drawn.set(groove, { kit, geometry, paths })
  return paths
}

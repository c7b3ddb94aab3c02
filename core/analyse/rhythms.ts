import { LIMBS, type Limb } from '#core/kit'
import { CLAVES, type Groove, type TimedStroke, barTicks, claveRow, sayClave } from '#core/groove'
import { groupedBy } from '#core/grouped'
import { present } from '#core/present'
import { barsTicks } from '#core/time'

/** A rhythm that players know by name: its strokes on a grid, and how long it may last, in quarters. */
interface Named {
  name: string
  row: string
  lasts: readonly number[]
  /** In bars of this many quarters alone. */ bar?: number
  /** Known even with one stroke more or less. */ loosely?: true
  /** Said of the bass drum alone. */ bass?: true
}

/** A clave lies over one bar of sixteenths or two of eighths. */
const CLAVE = { lasts: [4, 8], bar: 4, loosely: true } as const
/** Those that lines are named by: a cinquillo is a figure of eighths and sixteenths that many lines have, and the bell is one of twelve. */
const NAMING = ['son', 'rumba', 'bossa']

/** Tradition; in the order in which they are looked for. */
const NAMED: readonly Named[] = [
  { name: 'four on the floor', row: 'xxxx', lasts: [4], bar: 4, bass: true },
  { name: 'off-beats', row: '.x', lasts: [1] },
  ...CLAVES.filter(({ rhythm }) => NAMING.includes(rhythm)).map(clave => ({
    name: sayClave(clave),
    row: present(claveRow(clave, 'sixteen'), 'row'),
    ...CLAVE,
  })),
  { name: 'habanera', row: 'x..xx.x.', lasts: [2, 4], loosely: true },
  { name: '3+3+2', row: 'x..x..x.', lasts: [2, 4], loosely: true },
  { name: 'Charleston', row: 'x..x....', lasts: [4], bar: 4 },
  { name: 'three against two', row: 'xxx', lasts: [2], bar: 4 },
  { name: 'two against three', row: 'xx', lasts: [3], bar: 3 },
  { name: 'four against three', row: 'xxxx', lasts: [3], bar: 3 },
]

/** The fewest strokes of which one more or less is still that rhythm. */
const LEAST = 3
const QUARTER = 5040

/**
 * The name of a rhythm by its onsets alone, right through some bars: `'3+3+2'`, `'3+3+2 and one more'`, `'3+3+2 without one'`;
 * undefined where it has none. Some names are said of the bass drum alone.
 * @example nameRhythm(bars, [0, 7560, 15120]) // => '3+3+2'
 */
export function nameRhythm(bars: Groove['bars'], onsets: readonly number[], bass = false): string | undefined {
  const total = barsTicks(bars)
  const [bar, ...others] = [...new Set(bars.map(barTicks))]
  if (others.length || bar === undefined) return undefined
  const struck = new Set(onsets)
  const read = NAMED.filter(named => bass || !named.bass).flatMap(named =>
    named.lasts.flatMap(quarters => {
      const lasts = quarters * QUARTER
      if ((named.bar && named.bar * QUARTER !== bar) || total % lasts || (bar % lasts && lasts % bar)) return []
      const slot = lasts / named.row.length
      const wanted = Array.from({ length: total / lasts }, (_, turn) =>
        [...named.row].flatMap((sign, i) => (sign === 'x' ? [turn * lasts + i * slot] : [])),
      ).flat()
      const missing = wanted.filter(at => !struck.has(at)).length
      return [{ named, wanted: wanted.length, missing, more: struck.size - (wanted.length - missing) }]
    }),
  )
  const exact = read.find(one => !one.missing && !one.more)
  if (exact) return exact.named.name
  const near = read.find(
    ({ named, wanted, missing, more }) => named.loosely && missing + more === 1 && wanted - missing >= LEAST,
  )
  return near && `${near.named.name} ${near.more ? 'and one more' : 'without one'}`
}

/** A part whose rhythm has a name. */
export interface PartRhythm {
  limb: Limb
  partId: string
  name: string
}

/**
 * The limbs whose rhythm in the first round has a name, ghosts left out, each with the part that has most of its strokes.
 * @example rhythmsOf(groove, events) // => []
 */
export function rhythmsOf(groove: Pick<Groove, 'bars'>, events: readonly TimedStroke[]): PartRhythm[] {
  const total = barsTicks(groove.bars)
  return LIMBS.flatMap(limb => {
    const own = events.filter(event => event.limb === limb && event.level > 1 && event.at < total)
    const bass = own.every(event => event.piece?.kind === 'bass drum')
    const name = own.length ? nameRhythm(groove.bars, [...new Set(own.map(event => event.at))], bass) : undefined
    if (!name) return []
    const most = [...groupedBy(own, event => event.partId)].sort((a, b) => b[1].length - a[1].length)[0]!
    return [{ limb, partId: most[0], name }]
  })
}

import { together } from '#core/edit'
import { type Edit, type Groove, type Part, type Role, alterStrokes, partOf } from '#core/groove'
import type { Level } from '#core/kit'

/** How loud each role should be, as mean stick heights 1 to 5 from and to; and which role stays under which. */
export interface Loudness {
  roles: { [role in Role]?: [from: number, to: number] }
  under: [quieter: Role, louder: Role][]
}

/** What bands expect of a drummer, family by family; every traditional part on a card lies within its family's targets. */
export const LOUDNESS = {
  driving: {
    roles: { lead: [2.2, 4.5], backbeat: [3.5, 5], ghosts: [1, 2], 'bass drum': [2.8, 5], 'hat foot': [2, 4] },
    under: [
      ['lead', 'backbeat'],
      ['ghosts', 'backbeat'],
    ],
  },
  swinging: {
    roles: { lead: [3, 4.2], comping: [1.5, 3.3], 'bass drum': [1, 3], 'hat foot': [2.5, 4.2] },
    under: [
      ['comping', 'lead'],
      ['bass drum', 'lead'],
    ],
  },
  ballad: {
    roles: { lead: [2.5, 4.2], backbeat: [3.5, 5], ghosts: [1, 2], 'bass drum': [3, 4.5], 'hat foot': [2, 3.5] },
    under: [
      ['lead', 'backbeat'],
      ['hat foot', 'backbeat'],
    ],
  },
  latin: { roles: { lead: [2, 4.2], comping: [1, 4.2], 'bass drum': [2, 4.2], 'hat foot': [2, 3.5] }, under: [] },
} satisfies Record<string, Loudness>

/** One role against its target: its mean height, and whether it lies within. */
interface RoleBalance {
  role: Role
  mean: number
  from: number
  to: number
  verdict: 'right' | 'too soft' | 'too loud'
  partIds: string[]
}

/** A pair of roles the wrong way round: the one that should stay under the other does not. */
interface Inversion {
  quieter: Role
  louder: Role
  by: number
}

interface Balance {
  roles: RoleBalance[]
  inversions: Inversion[]
}

/**
 * The mean height of a role's strokes. Of a backbeat the strokes from plain up count: ghosts played by the same part
 * are not its loudness. Undefined where nobody plays it.
 */
function meanOf(parts: readonly Part[], role: Role): number | undefined {
  const levels = parts
    .filter(part => part.role === role && !part.muted)
    .flatMap(part => part.strokes.map(stroke => stroke.level as number))
  const counted = role === 'backbeat' && levels.some(level => level >= 3) ? levels.filter(level => level >= 3) : levels
  return counted.length ? counted.reduce((a, b) => a + b, 0) / counted.length : undefined
}

/**
 * How loud a groove's roles are to one another and to the style's targets.
 * @example balanceOf(groove, styleOf('funk-sixteenths')).roles.map(one => [one.role, one.mean]) // => [['lead', 3], ['backbeat', 5], ['ghosts', 1], ['bass drum', 4]]
 */
export function balanceOf(groove: Groove, card: { loudness: Loudness }): Balance {
  const roles = (Object.entries(card.loudness.roles) as [Role, [number, number]][]).flatMap(
    ([role, [from, to]]): RoleBalance[] => {
      const mean = meanOf(groove.parts, role)
      if (mean === undefined) return []
      const partIds = groove.parts.filter(part => part.role === role).map(part => part.id)
      return [{ role, mean, from, to, verdict: mean < from ? 'too soft' : mean > to ? 'too loud' : 'right', partIds }]
    },
  )
  const inversions = card.loudness.under.flatMap(([quieter, louder]): Inversion[] => {
    const [one, other] = [meanOf(groove.parts, quieter), meanOf(groove.parts, louder)]
    return one !== undefined && other !== undefined && one > other ? [{ quieter, louder, by: one - other }] : []
  })
  return { roles, inversions }
}

/**
 * Parts a level louder or softer, as far as levels go; locked parts stay.
 * @example rows(leveled(groove, ['bass'], 1)) // => { bass: '5.........5.....' }
 */
export function leveled(groove: Groove, partIds: readonly string[], by: 1 | -1): Edit {
  const edits = partIds.flatMap((id): Edit[] => {
    const part = partOf(groove, id)
    if (!part || part.locked) return []
    return [
      alterStrokes(
        part,
        part.strokes.map(stroke => stroke.at),
        stroke => ({ ...stroke, level: Math.max(1, Math.min(5, stroke.level + by)) as Level }),
      ),
    ]
  })
  return together(by > 0 ? 'A level louder' : 'A level softer', edits)
}

const height = (mean: number): string => mean.toFixed(1)

/**
 * `'Comping: 3.8, too loud; this style has it from 1.5 to 3.3'`
 * @example sayRoleBalance({ role: 'comping', mean: 3.8, from: 1.5, to: 3.3, verdict: 'too loud' }) // => 'Comping: 3.8, too loud; this style has it from 1.5 to 3.3'
 */
export function sayRoleBalance({ role, mean, from, to, verdict }: RoleBalance): string {
  const name = role.charAt(0).toUpperCase() + role.slice(1)
  return verdict === 'right'
    ? `${name}: ${height(mean)}, as it should be`
    : `${name}: ${height(mean)}, ${verdict}; this style has it from ${height(from)} to ${height(to)}`
}

/**
 * `'The comping is louder than the lead it accompanies, by 0.4 of a level'`
 * @example sayInversion({ quieter: 'comping', louder: 'lead', by: 0.4 }) // => 'The comping is louder than the lead it accompanies, by 0.4 of a level'
 */
export const sayInversion = ({ quieter, louder, by }: Inversion): string =>
  `The ${quieter} ${quieter === 'ghosts' ? 'are' : 'is'} louder than the ${louder} ${quieter === 'comping' ? 'it accompanies' : 'above it'}, by ${height(by)} of a level`

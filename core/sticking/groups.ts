import { type Result, ok, refuse } from '#core/result'
import { type Sticking, handsChanged, readSticking, sameSticking, writeSticking } from './sticking'

/** A note group: a short sticking used whole, one slot to each of its places. */
export interface NoteGroup {
  id: string
  sticking: Sticking
}

const GROUPS = [
  'rl',
  'rf',
  'ff',
  'rlf',
  'rff',
  'rll',
  'rlrl',
  'rlff',
  'rlrf',
  'rllf',
  'rlrr',
  'rlrlf',
  'rlrff',
  'rlrrf',
  'rllff',
  'rlrlff',
  'rlrrll',
  'rlfrlf',
  'rllrff',
  'rlrlrlf',
  'rlrlrff',
  'rlrrlff',
  'rlrlfrf',
  'rlrlrlff',
  'rlrrlrll',
  'rlfrlfrl',
  'rlrrllff',
] as const

const named = (text: string): NoteGroup => {
  const read = readSticking(text)
  if (!read.ok) throw new Error(`a group that does not read: ${text}`)
  return { id: text, sticking: read.value }
}

/** The groups that are offered, sizes two to eight: hands alone, and hands rounded off by one foot stroke or two. */
export const NOTE_GROUPS: readonly NoteGroup[] = GROUPS.map(named)

/** The smallest and the largest group a player may make. */
const GROUP_SIZES = { least: 2, most: 12 } as const

/**
 * A group of the player's own, from text.
 * @example ownGroup('rlrf').value.sticking.length // => 4
 */
export function ownGroup(text: string): Result<NoteGroup> {
  const read = readSticking(text)
  if (!read.ok) return read
  const size = read.value.length
  if (size < GROUP_SIZES.least || size > GROUP_SIZES.most)
    return refuse(`A group has ${GROUP_SIZES.least} to ${GROUP_SIZES.most} places; this has ${size}.`)
  return ok({ id: writeSticking(read.value), sticking: read.value })
}

/** A group as it may be in a chain: as it is written, or with the hands changed over. */
export interface GroupShape {
  group: NoteGroup
  changed: boolean
  sticking: Sticking
}

/** All shapes of some groups; a changed one only where it differs and is wanted. @internal */
export function shapesOf(groups: readonly NoteGroup[], changing: boolean): GroupShape[] {
  return groups.flatMap(group => {
    const other = handsChanged(group.sticking)
    const shapes: GroupShape[] = [{ group, changed: false, sticking: group.sticking }]
    if (changing && !sameSticking(group.sticking, other)) shapes.push({ group, changed: true, sticking: other })
    return shapes
  })
}

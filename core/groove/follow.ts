import { together } from '#core/edit'
import { type PieceKind, freeName, isHand, kindNamed, knownPiece } from '#core/kit'
import { beatsOf } from '#core/time'
import { backbeatAmong, onSnare } from './backbeat'
import { type Edit, apply } from './edits'
import { makePart, usualPart } from './make'
import { sentence } from './say'
import type { Groove, Part, Role, Stroke } from './schema'

/** What a part is called and what it is for, going by what is in it. */
interface Described {
  name: string
  role: Role
}

/** What most strokes of a part are made on, the first of several as frequent: `'ride'`; undefined where there are none. */
function mainOf<T>(strokes: readonly Stroke[], of: (stroke: Stroke) => T): T | undefined {
  const many = new Map<T, number>()
  for (const stroke of strokes) many.set(of(stroke), (many.get(of(stroke)) ?? 0) + 1)
  let main: T | undefined
  for (const [what, n] of many) if (main === undefined || n > many.get(main)!) main = what
  return main
}

const mainPiece = (strokes: readonly Stroke[]) => mainOf(strokes, stroke => stroke.piece)

/**
 * The plainest true name and role of a part: `{ name: 'Ghosts', role: 'ghosts' }` where a hand plays the snare at levels 1 and 2.
 * Undefined for a part with nothing in it.
 * @example described(groove, part('ghosts')) // => { name: 'Ghosts', role: 'ghosts' }
 */
export function described(
  groove: Pick<Groove, 'bars' | 'parts'>,
  part: Pick<Part, 'id' | 'limb' | 'strokes' | 'every'>,
): Described | undefined {
  const piece = mainPiece(part.strokes)
  if (piece === undefined) return undefined
  const kind = kindNamed(piece)
  const name = pieceName(piece)
  // Of many pieces, none of which has half the strokes, no single one says what is played.
  const scattered =
    new Set(part.strokes.map(stroke => stroke.piece)).size > 2 &&
    part.strokes.filter(stroke => stroke.piece === piece).length * 2 < part.strokes.length
  if (!isHand(part.limb)) {
    if (scattered) return { name: 'Pedals', role: 'other' }
    if (kind === 'bass drum') return { name: withSecond(part, 'Bass drum'), role: 'bass drum' }
    return kind === 'hi-hat'
      ? { name: withSecond(part, 'Hat foot'), role: 'hat foot' }
      : { name: withSecond(part, name), role: 'other' }
  }
  const drums = part.strokes.every(stroke => kindNamed(stroke.piece) === 'snare' || TOMS.has(kindNamed(stroke.piece)))
  if (scattered && !drums) return { name: 'Round the kit', role: 'other' }
  const led = groove.parts.some(other => other.id !== part.id && other.role === 'lead' && other.strokes.length)
  if (kind === 'snare') return brushed(part, led) ?? onSnares(groove, part)
  if (kind !== 'hi-hat' && kind !== 'ride')
    return { name: TOMS.has(kind) ? onToms(part, name) : withSecond(part, name), role: 'other' }
  const bell =
    mainOf(
      part.strokes.filter(stroke => stroke.piece === piece),
      stroke => stroke.stroke,
    ) === 'bell'
  return { name: withSecond(part, bell ? `${name} bell` : name), role: led ? 'other' : 'lead' }
}

/** A second piece that has this share of a part's strokes is named beside the first. */
const SECOND = 1 / 3

/** A name that also says what a part is played on besides its main piece, where that is a good share of it. */
function withSecond({ strokes }: Pick<Part, 'strokes'>, name: string): string {
  const main = mainPiece(strokes)
  const others = strokes.filter(stroke => stroke.piece !== main)
  const second = mainPiece(others)
  if (second === undefined || others.filter(stroke => stroke.piece === second).length < SECOND * strokes.length)
    return name
  return `${name} and ${pieceName(second).toLowerCase()}`
}

const pieceName = (piece: string): string => knownPiece(piece)?.name ?? sentence(piece.replaceAll('-', ' '))

const TOMS: ReadonlySet<PieceKind | undefined> = new Set(['tom', 'floor tom'])

/** What is played on toms: one or several, and the snare among them; or one and another piece. */
function onToms(part: Pick<Part, 'strokes'>, name: string): string {
  const { strokes } = part
  const snare = strokes.some(stroke => kindNamed(stroke.piece) === 'snare')
  if (strokes.some(stroke => kindNamed(stroke.piece) !== 'snare' && !TOMS.has(kindNamed(stroke.piece))))
    return withSecond(part, name)
  const toms =
    new Set(strokes.filter(stroke => kindNamed(stroke.piece) !== 'snare').map(stroke => stroke.piece)).size > 1
      ? 'Toms'
      : name
  return snare ? `${toms} and snare` : toms
}

/** Brushes sweep, and tap the time where nothing else keeps it; neither is a ghost, however soft. */
function brushed({ strokes }: Pick<Part, 'strokes'>, led: boolean): Described | undefined {
  const kind = mainOf(strokes, stroke => stroke.stroke)
  if (kind === 'sweep') return { name: 'Sweeps', role: 'other' }
  return kind === 'tap' ? { name: 'Taps', role: led ? 'other' : 'lead' } : undefined
}

/** A part is its ghosts while it has at least this many soft snare strokes for each louder one. */
const GHOSTS_TO_OTHERS = 2

function onSnares(groove: Pick<Groove, 'bars'>, part: Pick<Part, 'limb' | 'strokes' | 'every'>): Described {
  const hits = part.strokes.filter(stroke => onSnare({ ...part, role: 'other' }, stroke))
  const backbeat = backbeatAmong(beatsOf(groove.bars), hits)
  const soft = part.strokes.filter(stroke => stroke.level <= 2).length
  if (!backbeat && soft >= (part.strokes.length - soft) * GHOSTS_TO_OTHERS) return { name: 'Ghosts', role: 'ghosts' }
  const mostly = backbeat && backbeat.ats.length * 2 > part.strokes.length
  const name = mostly
    ? 'Backbeat'
    : mainOf(part.strokes, stroke => stroke.stroke) === 'cross-stick'
      ? 'Cross-stick'
      : 'Snare'
  return { name, role: backbeat ? 'backbeat' : 'other' }
}

/**
 * A part made of strokes: called, and for, what they are. An empty one is what the limb usually has.
 * @example struckPart(groove, { id: 'new', limb: 'LH', strokes: [{ at: 0, piece: 'floor tom', stroke: 'hit', level: 3 }] }).name // => 'Floor tom'
 */
export function struckPart(
  groove: Pick<Groove, 'bars' | 'parts' | 'lead'>,
  given: Pick<Part, 'id' | 'limb' | 'strokes'>,
): Part {
  const { name, role } = described(groove, { every: null, ...given }) ?? usualPart(given.limb, groove.lead)
  return makePart({
    ...given,
    name: freeName(
      groove.parts.filter(part => part.id !== given.id).map(part => part.name),
      name,
    ).slice(0, 60),
    role,
  })
}

/** The words by which names of parts call a kind of piece, the one to write first. */
const CALLED: Partial<Record<PieceKind, readonly string[]>> = {
  'hi-hat': ['Hi-hat', 'Hat foot', 'Hats', 'Hat'],
  ride: ['Ride', 'Bell'],
  snare: ['Snare'],
  'bass drum': ['Bass drum', 'Bass', 'Kick'],
  'floor tom': ['Floor tom'],
  tom: ['Tom'],
  cowbell: ['Cowbell', 'Bell'],
  block: ['Block'],
  crash: ['Crash'],
}

/** A name with its piece changed: `moved('RH', 'Hat eighths', 'hi-hat', 'ride') // => 'Ride eighths'`; undefined where it does not begin with the piece. */
function moved(limb: Part['limb'], name: string, from: string, to: string): string | undefined {
  const kinds = [kindNamed(from), kindNamed(to)]
  const was = kinds[0] && CALLED[kinds[0]]?.find(word => name === word || name.startsWith(`${word} `))
  if (!was || !kinds[1] || !CALLED[kinds[1]]) return undefined
  const is = kinds[1] === 'hi-hat' && !isHand(limb) ? 'Hat foot' : (knownPiece(to)?.name ?? CALLED[kinds[1]]![0]!)
  return is + name.slice(was.length)
}

/** Names that tell where or how often something is struck: they are not true of other places. */
const TELLS_PLACES = /\d|beats|quarters|eighths|sixteenths|triplets|thirds|every/i

const sameTicks = (a: readonly Stroke[], b: readonly Stroke[]): boolean =>
  a.length === b.length && a.every((stroke, i) => stroke.at === b[i]!.at)

/** A name without the number that sets it apart from its like: `'Ride 2'` is a `'Ride'`. */
const plain = (name: string): string => name.replace(/ \d+$/, '')

/** The name and role that a part has once its strokes are others; what the player gave stays. `called` says a name in the player’s words. */
function followed(
  before: Groove,
  after: Groove,
  was: Part,
  is: Part,
  called: (name: string) => string,
): Partial<Pick<Part, 'name' | 'role'>> {
  const then = described(before, was)
  const now = described(after, is)
  if (!now) return {}
  const [from, to] = [mainPiece(was.strokes), mainPiece(is.strokes)]
  const onOther = from !== to
  // A part whose role was given stays called by it, however softly it comes to be played.
  const own = !then || (!was.given.includes('role') && plain(was.name) === called(then.name))
  const name =
    onOther && from !== undefined && sameTicks(was.strokes, is.strokes)
      ? moved(is.limb, was.name, from, to!)
      : undefined
  const untrue = onOther || (TELLS_PLACES.test(plain(was.name)) && !sameTicks(was.strokes, is.strokes))
  return {
    name: name ?? (own || untrue ? called(now.name) : was.name),
    role: !then || onOther || then.role === was.role ? now.role : was.role,
  }
}

/**
 * The edits by which names and roles follow what is in the parts, after a change from one groove to another: “Hat eighths” that now
 * play the ride are “Ride eighths”, and a new part with its first ghost is “Ghosts”. What the player has given by hand stays.
 * `called` is how the player calls what a part is called, such as a kick for a bass drum.
 * @example following(groove, { ...groove, parts: groove.parts.map(one => one.id === 'hats' ? { ...one, strokes: one.strokes.map(stroke => ({ ...stroke, piece: 'ride' })) } : one) }).map(edit => edit.set) // => [{ name: 'Ride' }]
 */
export function following(before: Groove, after: Groove, called: (name: string) => string = name => name): Edit[] {
  const edits: Edit[] = []
  for (const is of after.parts) {
    const was = before.parts.find(part => part.id === is.id)
    if (!was || was.strokes === is.strokes || was.limb !== is.limb || is.given.length === 2 || is.locked) continue
    const { name, role } = followed(before, after, was, is, called)
    const set: Partial<Part> = {}
    if (name && !is.given.includes('name') && is.name === was.name && plain(name) !== plain(is.name))
      set.name = freeName(
        after.parts.filter(part => part !== is).map(part => part.name),
        name,
      ).slice(0, 60)
    if (role && !is.given.includes('role') && is.role === was.role && role !== is.role) set.role = role
    if (Object.keys(set).length) edits.push({ type: 'part', partId: is.id, set })
  }
  return edits
}

/**
 * An edit with what follows from it for names and roles, as one; one that cannot be made stays as it is. See `following`.
 * @example withFollowing(groove, repieced(groove, kit, 'hi-hat', 'ride')).type // => 'batch'
 */
export function withFollowing(groove: Groove, edit: Edit, called?: (name: string) => string): Edit {
  const done = apply(groove, edit)
  const more = done.ok ? following(groove, done.value.document, called) : []
  if (!more.length) return edit
  return edit.type === 'batch' ? { ...edit, edits: [...edit.edits, ...more] } : together('', [edit, ...more])
}

/**
 * A part in a role that the player gave it, which then stays; without one the role follows what is in the part again.
 * @example apply(groove, inRole(groove, part('bass'), 'other')).value.document.parts[3].role // => 'other'
 */
export function inRole(groove: Groove, part: Part, role: Role | undefined): Edit {
  const given = part.given.filter(one => one !== 'role')
  return {
    type: 'part',
    partId: part.id,
    set: role ? { role, given: [...given, 'role'] } : { role: described(groove, part)?.role ?? part.role, given },
  }
}

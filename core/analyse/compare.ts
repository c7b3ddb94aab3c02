import { groupedBy } from '#core/grouped'
import { type Kit, LEVEL_NAMES, LIMBS, LIMB_NAMES, type Limb, STROKE_NAMES } from '#core/kit'
import {
  type Groove,
  type Role,
  type TimedStroke,
  grooveTicks,
  partOf,
  sayCount,
  sayList,
  sayPlace,
  sentence,
  strokeAt,
  timeline,
} from '#core/groove'
import { type Result, ok, refuse } from '#core/result'
import { type Counting, beatAt, beatsOf } from '#core/time'

/** One limb at one instant in two grooves: what only the one plays, or both with another piece, stroke or level. */
interface Difference {
  at: number
  limb: Limb
  kind: 'only first' | 'only second' | 'piece' | 'stroke' | 'level'
  first: TimedStroke | undefined
  second: TimedStroke | undefined
}

/** Two grooves over one another: where they differ, in time order, and how many strokes they share exactly. */
interface Comparison {
  differences: Difference[]
  same: number
}

/**
 * Compares two grooves of one length, count by count and limb by limb; parts do not matter, strokes do.
 * @example compare(groove, lighter, kit).value.differences.map(one => [one.at, one.limb, one.kind]) // => [[0, 'RF', 'only first']]
 */
export function compare(first: Groove, second: Groove, kit: Kit): Result<Comparison> {
  const [a, b] = [grooveTicks(first), grooveTicks(second)]
  if (a !== b)
    return refuse(
      `Only grooves of the same length can be compared: “${first.title}” has ${a} ticks, “${second.title}” ${b}.`,
    )
  const differences: Difference[] = []
  let same = 0
  const [ones, twos] = [timeline(first, kit), timeline(second, kit)]
  const instant = ({ at, limb }: TimedStroke): string => `${at}${limb}`
  const others = groupedBy(twos, instant)
  for (const one of ones) {
    const { limb } = one
    // The likest stroke of the other groove at the same instant is its partner.
    const there = others.get(instant(one)) ?? []
    const partner = there.length > 1 ? there.toSorted((x, y) => unlike(one, x) - unlike(one, y))[0] : there[0]
    if (!partner) {
      differences.push({ at: one.at, limb, kind: 'only first', first: one, second: undefined })
      continue
    }
    others.set(
      instant(one),
      there.filter(other => other !== partner),
    )
    const kind =
      one.pieceId !== partner.pieceId
        ? 'piece'
        : strokeOf(one) !== strokeOf(partner)
          ? 'stroke'
          : one.level !== partner.level
            ? 'level'
            : undefined
    if (kind) differences.push({ at: one.at, limb, kind, first: one, second: partner })
    else same++
  }
  for (const left of others.values())
    differences.push(
      ...left.map((other): Difference => ({
        at: other.at,
        limb: other.limb,
        kind: 'only second',
        first: undefined,
        second: other,
      })),
    )
  return ok({
    differences: differences.sort((x, y) => x.at - y.at || LIMBS.indexOf(x.limb) - LIMBS.indexOf(y.limb)),
    same,
  })
}

/**
 * The keys (`part:tick`) of the strokes of one of the two grooves that differ from the other.
 * @example differingKeys(groove, compare(groove, lighter, kit).value.differences, 'first') // => ['bass:0']
 */
export function differingKeys(groove: Groove, differences: readonly Difference[], which: 'first' | 'second'): string[] {
  return differences.flatMap(one => {
    const event = one[which]
    const part = event && partOf(groove, event.partId)
    return part && strokeAt(part, event.at) ? [`${part.id}:${event.at}`] : []
  })
}

const strokeOf = ({ stroke, ornament, openFor }: TimedStroke): string => `${stroke}|${ornament ?? ''}|${openFor ?? ''}`
const unlike = (a: TimedStroke, b: TimedStroke): number =>
  Number(a.pieceId !== b.pieceId) * 100 + Number(strokeOf(a) !== strokeOf(b)) * 10 + Math.abs(a.level - b.level)

const struck = ({ piece, pieceId, stroke, ornament }: TimedStroke): string =>
  [
    (piece?.name ?? pieceId).toLowerCase(),
    ...(stroke === 'hit' ? [] : [STROKE_NAMES[stroke]]),
    ...(ornament ? [`with ${ornament}`] : []),
  ].join(', ')

/** Of two grooves the one whose count ribbon has a word for a tick; where both have, or neither, the more finely counted there. */
function namedBy(one: Groove, other: Groove, at: number): Groove {
  const beats = [one, other].map(groove => beatAt(beatsOf(groove.bars), at))
  const shows = beats.map(beat => ((at - beat.at) * beat.slots) % beat.length === 0)
  if (shows[0] !== shows[1]) return shows[0] ? one : other
  return beats[1]!.slots > beats[0]!.slots ? other : one
}

/**
 * `'e of 2, left hand: only the second, snare, ghost.'`
 * @example sayDifference([groove, lighter], compare(groove, lighter, kit).value.differences[0]) // => '1, right foot: only the first, bass drum, strong.'
 */
export function sayDifference(
  grooves: readonly [first: Groove, second: Groove],
  { at, limb, kind, first, second }: Difference,
  counting?: Counting,
): string {
  const place = `${sayPlace(namedBy(...grooves, at), at, counting)}, ${LIMB_NAMES[limb]}`
  if (kind === 'only first') return `${place}: only the first, ${struck(first!)}, ${LEVEL_NAMES[first!.level]}.`
  if (kind === 'only second') return `${place}: only the second, ${struck(second!)}, ${LEVEL_NAMES[second!.level]}.`
  if (kind === 'level')
    return `${place}: ${struck(first!)}, ${LEVEL_NAMES[first!.level]} in the first, ${LEVEL_NAMES[second!.level]} in the second.`
  const length =
    first!.openFor !== second!.openFor && first!.stroke === second!.stroke ? ', open for another length' : ''
  const level = second!.level - first!.level
  const louder = level ? `, ${level > 0 ? 'louder' : 'softer'} there` : ''
  return `${place}: ${struck(first!)} in the first, ${struck(second!)} in the second${length}${louder}.`
}

/** What the gist speaks of, in this order, and how a stroke of it is called. */
const GISTS: Partial<Record<Role, string>> = {
  backbeat: 'backbeat',
  'bass drum': 'bass drum',
  lead: 'lead',
  ghosts: 'ghost',
  comping: 'comping',
  'hat foot': 'hat foot',
}

/**
 * What the second groove makes of the first, in one line, role by role:
 * `'The same backbeat; the same bass drum places, 1 softer; lead: 4 strokes fewer; 6 ghosts more.'`
 * @example sayGist([groove, lighter], compare(groove, lighter, kit).value) // => 'The same backbeat, lead and ghosts; bass drum: 1 stroke fewer.'
 */
export function sayGist([one, two]: readonly [first: Groove, second: Groove], { differences }: Comparison): string {
  const roleOf = (groove: Groove, event: TimedStroke | undefined) => event && partOf(groove, event.partId)?.role
  const same: string[] = []
  const said: string[] = []
  const roles = [...(Object.keys(GISTS) as Role[]), 'other' as const]
  for (const role of roles) {
    const name = GISTS[role] ?? 'other part'
    const strokesIn = (groove: Groove) =>
      groove.parts.filter(part => part.role === role && !part.muted).reduce((sum, part) => sum + part.strokes.length, 0)
    const [before, after] = [strokesIn(one), strokesIn(two)]
    if (!before && !after) continue
    const own = differences.filter(({ first, second }) => (roleOf(one, first) ?? roleOf(two, second)) === role)
    if (!own.length) {
      // What only one of them calls so, and both play, is no other.
      if (before && after) same.push(name === 'ghost' ? 'ghosts' : name)
      continue
    }
    const [gone, fresh] = [
      own.filter(({ kind }) => kind === 'only first').length,
      own.filter(({ kind }) => kind === 'only second').length,
    ]
    const changes = (
      [
        [own.filter(({ kind, first, second }) => kind === 'level' && second!.level < first!.level).length, 'softer'],
        [own.filter(({ kind, first, second }) => kind === 'level' && second!.level > first!.level).length, 'louder'],
        [own.filter(({ kind }) => kind === 'piece').length, 'on another piece'],
        [own.filter(({ kind }) => kind === 'stroke').length, 'of another stroke'],
      ] as const
    )
      .filter(([many]) => many)
      .map(([many, words]) => `${many === before ? 'all' : many} ${words}`)
    const strokes = (many: number) => (name === 'ghost' ? sayCount(many, 'ghost') : sayCount(many, 'stroke'))
    const moved =
      gone && fresh
        ? `${strokes(gone)} gone, ${fresh} new`
        : gone
          ? `${strokes(gone)} fewer`
          : fresh
            ? `${strokes(fresh)} more`
            : ''
    const plural = name === 'ghost' ? 'ghosts' : name
    const whole = gone && !after ? 'gone' : fresh && !before ? 'new' : ''
    // Elsewhere on the kit it is not the same any more, though its places are.
    const stays = own.every(({ kind }) => kind === 'level')
    const where = whole
      ? name === 'ghost'
        ? `${sayCount(gone || fresh, 'ghost')} ${whole}`
        : `the whole ${name} ${whole}`
      : moved
        ? name === 'ghost'
          ? moved
          : `${name}: ${moved}`
        : stays
          ? `the same ${name === 'ghost' ? 'ghost' : name} places`
          : ''
    said.push(where ? [where, ...changes].join(', ') : `${plural}: ${changes.join(', ')}`)
  }
  const all = [...(same.length ? [`the same ${sayList(same)}`] : []), ...said]
  return all.length ? `${sentence(all.join('; '))}.` : 'Both play the same.'
}

/**
 * `'31 strokes alike; 2 only in the first, 3 with another level.'`
 * @example sayComparison(compare(groove, lighter, kit).value) // => '13 strokes alike; 1 only in the first.'
 */
export function sayComparison({ differences, same }: Comparison): string {
  const count = (kind: Difference['kind']) => differences.filter(one => one.kind === kind).length
  const said = (
    [
      ['only first', 'only in the first'],
      ['only second', 'only in the second'],
      ['piece', 'on another piece'],
      ['stroke', 'of another stroke'],
      ['level', 'with another level'],
    ] as const
  )
    .filter(([kind]) => count(kind))
    .map(([kind, words]) => `${count(kind)} ${words}`)
  return `${same} stroke${same === 1 ? '' : 's'} alike; ${said.length ? sayList(said) : 'nothing differs'}.`
}

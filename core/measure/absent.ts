import { groupedBy } from '#core/grouped'
import { LIMBS, type Limb } from '#core/kit'
import type { CauseGround } from './cause-ground'
import { sum } from './figures'
import { ticksIn } from './gates'
import { LAPS, MARKS } from './marks'
import type { Cause } from './schema'
import type { Asked, Tells } from './struck'

/** Seconds from a cue at which a stroke is neither its answer nor somebody else's. */
const isMove = (by: number): boolean => Math.abs(by) > 0.04 && Math.abs(by) < 0.45
/** Seconds within which strokes are moved alike. */
const ALIKE = 0.04
/** Laps by which a move is found; all are counted. */
const LOOKED = 24

/**
 * Where a stroke came instead, by the seconds from each cue that missed it to the strokes that answer nothing: the move that most laps have, of
 * two alike the one its limb has elsewhere, then the shorter.
 */
function shiftOf(laps: readonly (readonly number[])[], usual: number | undefined): { by: number; moved: number } {
  const countOf = (by: number) => laps.filter(lap => lap.some(one => Math.abs(one - by) < ALIKE)).length
  const far = (by: number) => (usual === undefined ? Math.abs(by) : Math.abs(by - usual))
  let best = { by: 0, moved: 0 }
  for (const by of laps.slice(0, LOOKED).flat()) {
    const moved = countOf(by)
    if (moved > best.moved || (moved === best.moved && far(by) < far(best.by))) best = { by, moved }
  }
  return best
}

/** A stroke that is missed twice may be a slip. */
const ONCE_MORE = 3
/** Places that are named however often they are left out, and the share from which any number of them is. */
const FEW = 3
const HARDLY_EVER = 0.75

/** Written strokes that are left out, moved, or struck on another piece, lap after lap; and how many misses and extras they explain. */
export function absences(
  { asked, placed, matched, ground }: CauseGround,
  tells: Tells,
): { causes: Cause[]; misses: number; extras: number } {
  const missed = new Set(matched.missed)
  const groups = [
    ...groupedBy(
      asked.map((cue, i) => ({ cue, i })).filter(({ cue }) => !cue.grace),
      ({ cue }) => `${cue.limb} ${cue.pieceId} ${cue.tick}`,
    ).values(),
  ].filter(group => group.length >= LAPS)
  const short = groups
    .map(group => ({ group, cue: group[0]!.cue, gone: group.filter(({ i }) => missed.has(i)) }))
    .filter(({ group, gone }) => gone.length > group.length * (1 - MARKS.answered) && gone.length >= ONCE_MORE)
  const extra = matched.extra.map(i => placed.struck[i]!)
  const spare = new Set(extra)
  const causes: Cause[] = []
  let [misses, extras] = [0, 0]
  const left: typeof short = []
  const usual = new Map<Limb, number>()
  for (const one of short) {
    const { group, cue, gone } = one
    // What came instead: of the same voice at another place, or at its place on another piece.
    const own = extra
      .filter(stroke =>
        tells === 'piece' ? stroke.pieceId === cue.pieceId : tells === 'limb' ? stroke.limb === cue.limb : true,
      )
      .map(stroke => stroke.at)
    const { by, moved } = shiftOf(
      gone.map(({ cue: { at } }) => own.map(time => time - at).filter(isMove)),
      usual.get(cue.limb),
    )
    const other = gone.flatMap(({ cue: { at } }) => {
      const there = [...spare].find(
        stroke => stroke.pieceId !== cue.pieceId && stroke.pieceId !== undefined && Math.abs(stroke.at - at) < 0.06,
      )
      return there?.pieceId ? [there.pieceId] : []
    })
    const weightOf = (some: number) => some / group.length / MARKS.moved
    if (tells === 'piece' && other.length >= group.length * MARKS.moved) {
      causes.push({
        kind: 'elsewhere',
        weight: weightOf(other.length),
        figure: gone.length,
        of: group.length,
        limb: cue.limb,
        places: [cue.tick],
        piece: other[0]!,
      })
      extras += other.length
    } else if (moved >= group.length * MARKS.moved) {
      usual.set(cue.limb, by)
      causes.push({
        kind: 'moved',
        weight: weightOf(moved),
        figure: moved,
        of: group.length,
        limb: cue.limb,
        places: [cue.tick],
        ticks: ticksIn({ asked, ground }, by * 1000),
      })
      extras += moved
    } else {
      left.push(one)
      continue
    }
    misses += gone.length
  }
  const goneOf = (some: typeof short) => sum(some.map(one => one.gone.length))
  const allOf = (some: { group: unknown[] }[]) => sum(some.map(one => one.group.length))
  const named = new Set<(typeof short)[number]>()
  const absent = (some: typeof short, cause: Pick<Cause, 'kind'> & Partial<Cause>) => {
    const share = goneOf(some) / allOf(some)
    causes.push({ weight: share / (1 - MARKS.answered), figure: goneOf(some), of: allOf(some), ...cause })
    misses += goneOf(some)
    some.forEach(one => named.add(one))
  }
  for (const limb of LIMBS) {
    const own = groups.filter(group => group[0]!.cue.limb === limb)
    const gone = left.filter(one => one.cue.limb === limb)
    if (!own.length || !gone.length) continue
    const soft = (cue: Asked) => cue.level <= 2
    const [quiet, loud] = [gone.filter(one => soft(one.cue)), own.filter(group => !soft(group[0]!.cue))]
    if (gone.length === own.length && goneOf(gone) > allOf(gone) * 0.6) absent(gone, { kind: 'absent limb', limb })
    else if (quiet.length > 1 && loud.length && quiet.length === own.length - loud.length)
      absent(quiet, { kind: 'absent ghosts', limb })
  }
  const single = left.filter(one => !named.has(one))
  for (const limb of LIMBS) {
    const own = single.filter(one => one.cue.limb === limb)
    // A bad day leaves out a bit of everything: only a few places, or those that hardly ever come, are places.
    if (single.length <= FEW || goneOf(own) > allOf(own) * HARDLY_EVER)
      for (const one of own) absent([one], { kind: 'absent stroke', limb, places: [one.cue.tick] })
  }
  return { causes: merged(causes), misses, extras }
}

/** The same thing at several written strokes of a limb as one cause, its places together. */
function merged(causes: readonly Cause[]): Cause[] {
  const alike = groupedBy(causes, one =>
    one.places ? [one.kind, one.limb, one.piece, Math.round((one.ticks ?? 0) / 1260)].join() : one,
  )
  return [...alike.values()].map(group => {
    const places = group.flatMap(one => one.places ?? [])
    return {
      ...group[0]!,
      weight: Math.max(...group.map(one => one.weight)),
      figure: sum(group.map(one => one.figure)),
      ...(group[0]!.of === undefined ? {} : { of: sum(group.map(one => one.of ?? 0)) }),
      ...(places.length ? { places: places.toSorted((a, b) => a - b).slice(0, 32) } : {}),
    }
  })
}

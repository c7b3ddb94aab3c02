import { type Kit, piecesFor } from '#core/kit'
import { type Groove, type Role, sayPlace, workable } from '#core/groove'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import type { Made, Move, ParamSpec, ParamValue, Params, PromiseId } from './move'
import { firstBroken } from './promises'
import { rowsHere } from './rows'
import { gridOf, partsOfRole } from './work'

/** One thing a parameter may be, and how it is called. */
interface ParamChoice {
  value: ParamValue
  label: string
}

/**
 * What a parameter may be in this groove on this kit; undefined for numbers and lists of parts, which are not picked from a list.
 * @example choicesOf(moveOf('displace').params[0], groove, kit)?.length // => 4
 */
export function choicesOf(spec: ParamSpec, groove: Groove, kit: Kit): ParamChoice[] | undefined {
  switch (spec.kind) {
    case 'number':
      return undefined
    case 'choice':
      return spec.of.map(value => ({ value, label: value }))
    case 'part':
      return groove.parts
        .filter(part => workable(part) && part.strokes.length && (!spec.among || spec.among(part, groove)))
        .map(part => ({ value: part.id, label: part.name }))
    case 'parts':
      return groove.parts.filter(part => !part.locked).map(part => ({ value: part.id, label: part.name }))
    case 'slot':
    case 'slots':
      return gridOf(groove).slots.map(slot => ({ value: slot.index, label: sayPlace(groove, slot.at) }))
    case 'beat':
      return gridOf(groove).beats.map((beat, i) => ({ value: i, label: sayPlace(groove, beat.at) }))
    case 'bar':
      return groove.bars.map((_, i) => ({ value: i, label: `bar ${i + 1}` }))
    case 'piece':
      return piecesFor(kit, 'RH').map(piece => ({ value: piece.id, label: piece.name }))
    case 'row':
      return rowsHere(groove, spec.line).map(({ row }) => ({ value: row, label: row }))
    case 'guide':
      return groove.guides.filter(guide => guide.notes.length).map(guide => ({ value: guide.id, label: guide.name }))
  }
}

/** How many values a parameter that counts places of the groove has. */
const places = (spec: ParamSpec, groove: Groove): number =>
  spec.kind === 'slot' || spec.kind === 'slots'
    ? gridOf(groove).slots.length
    : spec.kind === 'beat'
      ? gridOf(groove).beats.length
      : groove.bars.length

/** A move’s parameters as they are first offered; undefined where the groove has nothing for one of them. @internal */
export function usualParams(move: Move, groove: Groove, kit: Kit): Params | undefined {
  const params: Record<string, ParamValue> = {}
  for (const spec of move.params) {
    const value = usualOf(spec, groove, kit)
    if (value === undefined) return undefined
    params[spec.id] = value
  }
  return params
}

/** What a first offer keeps where it can. */
const OFFERED = ['backbeat', 'playable'] as const

/**
 * A move’s parameters as they are first offered where a groove is looked at: the usual ones, or, where they find nothing to
 * do, ask what no body can play, touch the backbeat or break what the player has asked to keep, with one of them changed: the next
 * free slot, another part, a drag where no hand is free for a flam. `make` makes it, where it is to be made in a span alone: so it begins there.
 * @example firstParams(moveOf('displace'), groove, kit) // => { partIds: ['hats'], slots: 1 }
 */
export function firstParams(
  move: Move,
  groove: Groove,
  kit: Kit,
  promises: readonly PromiseId[] = [],
  make: (params: Params) => Result<Made> = params => move.make(groove, params, kit),
): Params | undefined {
  const usual = usualParams(move, groove, kit)
  if (!usual) return usual
  const asked = [...new Set([...OFFERED, ...promises])]
  const fits = (params: Params): 'well' | 'badly' | undefined => {
    const done = make(params)
    return done.ok ? (firstBroken(asked, groove, done.value.groove, kit) ? 'badly' : 'well') : undefined
  }
  const first = fits(usual)
  if (first === 'well') return usual
  let next = first && usual
  for (const spec of move.params) {
    const values = choicesOf(spec, groove, kit)?.map(choice => choice.value) ?? []
    const now = spec.kind === 'parts' ? (usual[spec.id] as string[])[0]! : usual[spec.id]!
    const from = values.indexOf(now) + 1
    for (const value of [...values.slice(from), ...values.slice(0, from)]) {
      const params = {
        ...usual,
        [spec.id]: spec.kind === 'slots' ? [value as number] : spec.kind === 'parts' ? [value as string] : value,
      }
      const how = fits(params)
      if (how === 'well') return params
      if (how) next ??= params
    }
  }
  return next ?? usual
}

function usualOf(spec: ParamSpec, groove: Groove, kit: Kit): ParamValue | undefined {
  switch (spec.kind) {
    case 'number':
      return spec.usual
    case 'choice':
      return spec.here?.(groove) ?? spec.usual
    case 'slot':
    case 'beat':
    case 'bar':
      return Math.min(spec.usual, places(spec, groove) - 1)
    case 'slots': {
      const there = spec.usual.filter(slot => slot < places(spec, groove))
      return there.length ? there : [0]
    }
    case 'piece': {
      const offered = piecesFor(kit, 'RH').map(piece => piece.id)
      return offered.includes(spec.usual) ? spec.usual : offered[0]
    }
    case 'part': {
      const ids = present(choicesOf(spec, groove, kit), 'choice').map(choice => choice.value)
      return ids.find(id => spec.usual && groove.parts.find(part => part.id === id)?.role === spec.usual) ?? ids[0]
    }
    case 'row':
      return rowsHere(groove, spec.line)[0]?.row
    case 'guide':
      return groove.guides.find(guide => guide.notes.length)?.id
    case 'parts': {
      const ids = present(choicesOf(spec, groove, kit), 'choice').map(choice => choice.value as string)
      return ids.length ? ids.slice(0, 1) : undefined
    }
  }
}

/**
 * Whether a place of the groove is among those a move asks for.
 * @example takesPlace(moveOf('crash')) // => true
 */
export const takesPlace = (move: Move): boolean => placeOf(move) !== undefined
const PLACES: readonly ParamSpec['kind'][] = ['slots', 'slot', 'beat', 'bar']

/** The first parameter of a move that says a place. @internal */
export const placeOf = (move: Move): ParamSpec | undefined => move.params.find(spec => PLACES.includes(spec.kind))

/**
 * A move given a slot by pointing at it: the slot, its felt beat or its bar goes to the first parameter that asks for
 * one; in a list of places it is put in, or taken out where it is in already.
 * @example pointedAt(moveOf('crash'), groove, { beat: 0 }, 4) // => { beat: 1 }
 */
export function pointedAt(move: Move, groove: Groove, params: Params, slot: number): Params {
  const spec = placeOf(move)
  const { slots, beats } = gridOf(groove)
  const there = slots[slot]
  if (!spec || !there) return params
  const told = (value: ParamValue) => ({ ...params, [spec.id]: value })
  switch (spec.kind) {
    case 'slots': {
      const before = params[spec.id] as number[]
      return told(before.includes(slot) ? before.filter(one => one !== slot) : [...before, slot].sort((a, b) => a - b))
    }
    case 'beat':
      return told(beats.findIndex(beat => beat.bar === there.bar && beat.beat === there.beat))
    case 'bar':
      return told(there.bar)
    default:
      return told(slot)
  }
}

/** The part that a role means where a recipe cannot know its id: `'lead'`, `'backbeat'`, `'bass drum'`; one that can be worked on before one that can’t. */
function byName(groove: Groove, name: string): string | undefined {
  const parts = partsOfRole(groove, name as Role)
  return (groove.parts.find(part => part.id === name) ?? parts.find(workable) ?? parts[0])?.id
}

/**
 * Parameters made for this groove: parts named by their role, as recipes do, are looked up; a name nobody answers to stays.
 * What a recipe does not tell, being older than the parameter, is as it is usually offered.
 * @example resolved(moveOf('displace'), groove, { partIds: ['bass drum'], slots: 1 }, kit).partIds // => ['bass']
 */
export function resolved(move: Move, groove: Groove, params: Params, kit: Kit): Params {
  const untold = move.params.some(spec => params[spec.id] === undefined)
  const found: Record<string, ParamValue> = { ...(untold ? usualParams(move, groove, kit) : undefined), ...params }
  for (const spec of move.params) {
    const value = params[spec.id]
    if (spec.kind === 'choice' && typeof value === 'string') found[spec.id] = spec.was?.[value] ?? value
    if (spec.kind === 'part' && typeof value === 'string') found[spec.id] = byName(groove, value) ?? value
    if (spec.kind === 'parts' && Array.isArray(value))
      found[spec.id] = (value as string[]).map(name => byName(groove, name) ?? name)
    // A recipe cannot know the lines of other grooves: it means whichever is there.
    if (spec.kind === 'guide' && !groove.guides.some(guide => guide.id === value))
      found[spec.id] = groove.guides.find(guide => guide.notes.length)?.id ?? value!
  }
  return found
}

/**
 * Parameters made for any groove: parts named by their role where the role says which.
 * @example abstracted(moveOf('displace'), groove, { partIds: ['bass'], slots: 1 }).partIds // => ['bass drum']
 */
export function abstracted(move: Move, groove: Groove, params: Params): Params {
  const role = (id: string) => {
    const part = groove.parts.find(one => one.id === id)
    return part && part.role !== 'other' && byName(groove, part.role) === id ? part.role : id
  }
  const named: Record<string, ParamValue> = { ...params }
  for (const spec of move.params) {
    const value = params[spec.id]
    if (spec.kind === 'part' && typeof value === 'string') named[spec.id] = role(value)
    if (spec.kind === 'parts' && Array.isArray(value)) named[spec.id] = (value as string[]).map(role)
  }
  return named
}

/** Parameters from outside, checked against what the move says of them: each there, of its kind, within its range. @internal */
export function readParams(move: Move, groove: Groove, kit: Kit, given: Params): Result<Params> {
  const unknown = Object.keys(given).find(key => !move.params.some(spec => spec.id === key))
  if (unknown !== undefined) return refuse(`“${move.name}” has no parameter “${unknown}”.`)
  for (const spec of move.params) {
    const reason = wrong(spec, groove, kit, given[spec.id])
    if (reason) return refuse(`${move.name}, ${spec.name.toLowerCase()}: ${reason}`)
  }
  return ok(given)
}

function wrong(spec: ParamSpec, groove: Groove, kit: Kit, value: ParamValue | undefined): string | undefined {
  const whole = (from: number, to: number) =>
    Number.isInteger(value) && (value as number) >= from && (value as number) <= to
      ? undefined
      : `a whole number from ${from} to ${to}, not ${JSON.stringify(value) ?? 'nothing'}.`
  switch (spec.kind) {
    case 'number':
      return whole(spec.from, spec.to)
    case 'slot':
    case 'beat':
    case 'bar':
      return whole(0, places(spec, groove) - 1)
    case 'slots': {
      const last = places(spec, groove) - 1
      const slots: unknown[] = Array.isArray(value) ? value : [undefined]
      return slots.every(slot => Number.isInteger(slot) && (slot as number) >= 0 && (slot as number) <= last)
        ? undefined
        : `a list of slots, whole numbers from 0 to ${last}, not ${JSON.stringify(value) ?? 'nothing'}.`
    }
    case 'choice':
      return spec.of.includes(value as string)
        ? undefined
        : `one of ${spec.of.join(', ')}; not ${JSON.stringify(value) ?? 'nothing'}.`
    case 'parts':
      return Array.isArray(value) ? undefined : 'a list of parts.'
    // A part or piece that is not there is the move’s to refuse, with its name.
    case 'part':
      return typeof value === 'string' ? undefined : 'the id of a part.'
    case 'guide':
      return typeof value === 'string' ? undefined : 'the id of a line above the lanes.'
    case 'row':
      return typeof value === 'string' ? undefined : 'a row of letters.'
    case 'piece':
      return piecesFor(kit, 'RH').some(piece => piece.id === value)
        ? undefined
        : `a piece that a hand can strike on this kit, not ${JSON.stringify(value) ?? 'nothing'}.`
  }
}

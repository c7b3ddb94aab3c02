import { together } from '#core/edit'
import {
  type Kit,
  LIMB_NAMES,
  type Limb,
  isHand,
  liftsFoot,
  nearestPiece,
  otherSide,
  pieceOf,
  reachedBy,
  strokesFor,
} from '#core/kit'
import {
  type Edit,
  type Groove,
  type Part,
  type Stroke,
  type TimedStroke,
  alterStrokes,
  apply,
  homeFor,
  makePart,
  mirrored,
  partOf,
  refOf,
  putStrokes,
  repieced,
  sayCount,
  sayPlace,
  takeStrokes,
} from '#core/groove'
import { type Counting, barStarts } from '#core/time'
import { type Finding, findings } from './findings'
import { played } from './played'
import type { Readout } from './readout'

/** A way out of a finding: what it does, in a few words, and the edit that does it. */
export interface Remedy {
  label: string
  edit: Edit
}

/** A stroke as the groove holds it, behind an event of the timeline. */
function strokeOf(groove: Groove, event: TimedStroke): { part: Part; stroke: Stroke } | undefined {
  const { partId, at } = refOf(groove, event)
  const part = partOf(groove, partId)
  const stroke = part?.strokes.find(one => one.at === at)
  return part && stroke && !part.locked ? { part, stroke } : undefined
}

/** Strokes handed to the other hand or foot: into a part it has with the same role, or into a new one. */
function handOver(
  groove: Groove,
  kit: Kit,
  events: readonly TimedStroke[],
  strokes: readonly TimedStroke[],
  newId: string,
  counting?: Counting,
): Remedy[] {
  const limb = strokes[0] && otherSide(strokes[0].limb)
  if (!limb) return []
  const busy = new Set(events.filter(event => event.limb === limb).map(event => event.at))
  const moves = strokes.flatMap(event => {
    const found = strokeOf(groove, event)
    const piece = pieceOf(kit, event.pieceId)
    const can =
      found &&
      !found.part.every &&
      piece &&
      !busy.has(event.at) &&
      strokesFor(piece, limb).includes(event.stroke) &&
      reachedBy(piece).includes(limb)
    return can ? [found] : []
  })
  // A part way out is none: two strokes of a run left to the same hand are as hard as before.
  if (!moves.length || moves.length < strokes.length) return []
  const role = moves[0]!.part.role
  const home = homeFor(groove, limb, role)
  const put = moves.map(move => move.stroke)
  const takes = [...new Set(moves.map(move => move.part))].map(part =>
    takeStrokes(
      part,
      moves.filter(move => move.part === part).map(move => move.stroke.at),
    ),
  )
  const edits: Edit[] = home
    ? [...takes, putStrokes(home, put)]
    : [
        ...takes,
        {
          type: 'add part',
          part: makePart({
            id: newId,
            name: `${moves[0]!.part.name}, ${LIMB_NAMES[limb]}`.slice(0, 60),
            role,
            limb,
            strokes: put,
          }),
          index: groove.parts.length,
        },
      ]
  const what =
    strokes.length === 1
      ? `the ${nameOf(strokes[0]!)} on ${sayPlace(groove, strokes[0]!.at, counting)}`
      : sayCount(moves.length, 'stroke')
  const label = `Give ${what} to the ${LIMB_NAMES[limb]}`
  return [{ label, edit: together(label, edits) }]
}

/** Strokes taken out or changed, part by part, as one edit. */
function onStrokes(
  groove: Groove,
  label: string,
  events: readonly TimedStroke[],
  change: (part: Part, ats: number[]) => Edit,
): Remedy[] {
  const byPart = new Map<Part, Set<number>>()
  for (const event of events) {
    const found = strokeOf(groove, event)
    if (found) byPart.set(found.part, (byPart.get(found.part) ?? new Set()).add(found.stroke.at))
  }
  return byPart.size
    ? [
        {
          label,
          edit: together(
            label,
            [...byPart].map(([part, ats]) => change(part, [...ats])),
          ),
        },
      ]
    : []
}

const takeOut = (groove: Groove, label: string, events: readonly TimedStroke[]) =>
  onStrokes(groove, label, events, takeStrokes)

const nameOf = (stroke: TimedStroke): string => (stroke.piece?.name ?? stroke.pieceId).toLowerCase()

/** What might mend a finding, the gentlest first; whether it does is not asked here. */
function waysOut(
  groove: Groove,
  kit: Kit,
  events: readonly TimedStroke[],
  { about }: Finding,
  newId: string,
  counting?: Counting,
): Remedy[] {
  const on = (stroke: TimedStroke) => `the ${nameOf(stroke)} on ${sayPlace(groove, stroke.at, counting)}`
  switch (about.kind) {
    case 'clash': {
      const quieter = about.clash.strokes.toSorted((a, b) => a.level - b.level)[0]!
      const spare = takeOut(groove, `Take out ${on(quieter)}`, [quieter])
      if (about.clash.kind === 'twice') return spare
      return [
        ...about.clash.strokes.flatMap(stroke => handOver(groove, kit, events, [stroke], newId, counting)).slice(0, 1),
        ...spare,
      ]
    }
    case 'hats': {
      const { kind, hand, foot } = about.hats
      const outs = takeOut(groove, 'Take out the foot stroke', [foot])
      if (kind !== 'stays open') return outs
      const length = foot.at - hand.at
      const shorter =
        length > 0
          ? onStrokes(groove, 'Shorten the opening', [hand], (part, ats) =>
              alterStrokes(part, ats, stroke => ({ ...stroke, openFor: length })),
            )
          : onStrokes(groove, 'Close the hat there', [hand], (part, ats) =>
              alterStrokes(part, ats, ({ openFor: _, ...stroke }) => ({ ...stroke, stroke: 'hit' })),
            )
      return [...shorter, ...outs]
    }
    case 'breathing':
      return []
    case 'unheld':
      return onStrokes(groove, 'Write them as open', about.unheld.strokes, (part, ats) =>
        alterStrokes(part, ats, stroke => ({ ...stroke, stroke: 'open' })),
      )
    case 'graces': {
      const dressed = about.graces.strokes.filter(stroke => stroke.ornament === about.graces.ornament)
      return onStrokes(
        groove,
        `Play ${dressed.length === 1 ? 'it' : 'them'} without the ${about.graces.ornament}`,
        dressed,
        (part, ats) => alterStrokes(part, ats, ({ ornament: _, ...stroke }) => stroke),
      )
    }
    case 'reach': {
      const { limb, pieceId } = about.reach
      const near = nearestPiece(
        { ...kit, pieces: kit.pieces.filter(piece => reachedBy(piece).includes(limb)) },
        pieceId,
        limb,
      )
      const handed = handOver(groove, kit, events, about.reach.strokes, newId, counting)
      return near
        ? [
            ...handed,
            { label: `Play the ${near.name.toLowerCase()} instead`, edit: repieced(groove, kit, pieceId, near.id) },
          ]
        : handed
    }
    case 'crossing':
      return [{ label: 'Change the hands over', edit: mirrored(groove, { feet: false }) }]
    case 'trouble': {
      const { kind, verdict, limb, ats, tos } = about.trouble
      const level = (label: string, strokes: readonly TimedStroke[], to: 2) =>
        onStrokes(groove, label, strokes, (part, at) => alterStrokes(part, at, stroke => ({ ...stroke, level: to })))
      const run = kind === 'burst' || kind === 'run' || kind === 'long'
      const others = isHand(limb)
        ? handOver(groove, kit, events, run ? thinned(groove, events, limb, tos, 2) : tos, newId, counting)
        : []
      if (kind === 'lift')
        return onStrokes(
          groove,
          'Open the hats every second time only',
          events.filter(event => liftsFoot(event.stroke) && isHand(event.limb)).filter((_, i) => i % 2 === 1),
          (part, at) => alterStrokes(part, at, ({ openFor: _, ...stroke }) => ({ ...stroke, stroke: 'hit' })),
        )
      if (kind === 'control') return [...level('Raise the ghosts to soft', tos, 2), ...others]
      if (kind === 'rise')
        return [
          ...level(
            'Raise the ghosts to soft',
            events.filter(event => event.limb === limb && ats.includes(event.at)),
            2,
          ),
          ...others,
        ]
      if (kind === 'pair' || kind === 'double')
        return [
          ...others,
          ...takeOut(
            groove,
            tos.length === 1
              ? `Take out ${on(tos[0]!)}`
              : `Take out the second of each two (${sayCount(tos.length, 'stroke')})`,
            tos,
          ),
        ]
      // A run that is only demanding is played a little slower, and not thinned to half.
      if (run)
        return verdict === 'hard'
          ? [
              ...others,
              ...takeOut(groove, 'Take out every second stroke of the run', thinned(groove, events, limb, tos, 2)),
              ...takeOut(groove, 'Leave one stroke in four of the run', thinned(groove, events, limb, tos, 4)),
            ]
          : others
      return others
    }
  }
}

const WEIGHT = { impossible: 3, hard: 2, demanding: 1, told: 0 } as const

/** True where the finding is gone, and nothing has come that was not there or is heavier than it was; what is only told is no finding to fear. */
function better(before: readonly Finding[], after: readonly Finding[], mended: Finding): boolean {
  const had = new Map(before.map(one => [one.id, one]))
  return after.every(one => {
    const old = had.get(one.id)
    return one.id !== mended.id && (one.weight === 'told' || (!!old && WEIGHT[old.weight] >= WEIGHT[one.weight]))
  })
}

/** Which limbs strike on the 1 of each bar. */
function ones(groove: Groove, events: readonly TimedStroke[]): Set<string> {
  const starts = new Set(barStarts(groove.bars))
  return new Set(events.filter(({ at }) => starts.has(at)).map(({ at, limb }) => `${at} ${limb}`))
}

/**
 * The ways out of a finding, the gentlest first, each tried before it is offered: what leaves it there, brings another or takes the 1 of a
 * bar is not among them. Empty where only the player can say. `newId` names a part that may be added.
 * @example (read => remediesFor(fast, kit, read, read.findings[0], 'new').map(remedy => remedy.label))(readout(fast, kit)) // => ['Leave one stroke in four of the run']
 */
export function remediesFor(
  groove: Groove,
  kit: Kit,
  read: Pick<Readout, 'events' | 'findings'>,
  finding: Finding,
  newId: string,
  counting?: Counting,
): Remedy[] {
  return waysOut(groove, kit, read.events, finding, newId, counting).filter(({ edit }) => {
    const done = apply(groove, edit)
    if (!done.ok) return false
    const mended = played(done.value.document, kit)
    const left = ones(groove, mended.events)
    // Handed over, a stroke on the 1 is another limb's; taken away, it is none's.
    const takesThe1 = ones(groove, read.events).size > left.size
    return !takesThe1 && better(read.findings, findings(done.value.document, kit, mended), finding)
  })
}

/** Of the strokes that follow too fast, those to take out so that one in two, or in four, stays; the 1 of a bar always does. */
function thinned(
  groove: Groove,
  events: readonly TimedStroke[],
  limb: Limb,
  tos: readonly TimedStroke[],
  one: 2 | 4,
): TimedStroke[] {
  const own = [...new Map(events.filter(event => event.limb === limb).map(event => [event.at, event])).values()].sort(
    (a, b) => a.at - b.at,
  )
  const fast = new Set(tos.map(to => to.at))
  const starts = new Set(barStarts(groove.bars))
  let since = 0
  return own.filter(event => {
    const stays = !fast.has(event.at) || starts.has(event.at) || since + 1 === one
    since = stays ? 0 : since + 1
    return !stays
  })
}

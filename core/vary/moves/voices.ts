import { backbeatTicks } from '#core/analyse'
import { type Kit, type Piece, pieceOf, piecesFor } from '#core/kit'
import { type Groove, type Part, type Stroke, sayPlaces } from '#core/groove'
import { type Result, refuse } from '#core/result'
import { type Made, type Move, type ParamSpec, type Params, num, word } from '../move'
import { addStrokes, atLevel, busyAt, eachStroke, freeHand, gridOf, isHandPart, isLead, made, onPiece, thePart, withStrokes } from '../work'

const PART: ParamSpec = { id: 'part', name: 'Part', kind: 'part', among: isHandPart }
const piece = (id: string, name: string, usual: string): ParamSpec => ({ id, name, kind: 'piece', usual })
const KEEPS = ['feet', 'linear', 'same'] as const
const nameOf = (kit: Kit, id: string): string => (pieceOf(kit, id)?.name ?? id).toLowerCase()

/** A hand’s part with each stroke sent to a piece by a rule; a stroke the hand cannot make there stays. */
function revoiced(groove: Groove, params: Params, kit: Kit, to: (stroke: Stroke, i: number, part: Part) => string, says: (part: Part) => string): Result<Made> {
  const part = thePart(groove, word(params, 'part'))
  if (!part.ok) return part
  if (!isHandPart(part.value)) return refuse('Feet stay on their pedals; choose a part of a hand.')
  const { strokes, limb } = part.value
  const now = strokes.map((stroke, i) => onPiece(groove, kit, limb, stroke, to(stroke, i, part.value)) ?? stroke)
  const after = now.every((stroke, i) => stroke === strokes[i]) ? groove : withStrokes(groove, part.value, now)
  return made(groove, after, () => says(part.value), `“${part.value.name}” is there already, or this kit lacks the piece.`)
}

const toPiece: Move = {
  id: 'to-piece', name: 'A hand to another piece', group: 'other pieces', keeps: KEEPS,
  about: 'All strokes of a part go to one piece.',
  params: [PART, piece('piece', 'Piece', 'floor tom')],
  make: (groove, params, kit) => revoiced(groove, params, kit, () => word(params, 'piece'), part => `${part.name}: to the ${nameOf(kit, word(params, 'piece'))}.`),
}

const alternate: Move = {
  id: 'alternate', name: 'Alternate between two pieces', group: 'other pieces', keeps: KEEPS,
  about: 'The strokes of a part fall on two pieces in turn.',
  params: [PART, piece('first', 'First', 'hi-hat'), piece('second', 'Second', 'floor tom')],
  make: (groove, params, kit) => revoiced(groove, params, kit, (_, i) => word(params, i % 2 ? 'second' : 'first'), part => `${part.name}: by turns on ${nameOf(kit, word(params, 'first'))} and ${nameOf(kit, word(params, 'second'))}.`),
}

const toms = new WeakMap<Kit, Piece[]>()
/** A kit’s toms from the highest down, the floor toms last; looked for once. */
function tomsOf(kit: Kit): Piece[] {
  const found = toms.get(kit) ?? piecesFor(kit, 'RH').filter(one => one.kind === 'tom' || one.kind === 'floor tom').sort((a, b) => Number(a.kind === 'floor tom') - Number(b.kind === 'floor tom') || b.pitch - a.pitch)
  toms.set(kit, found)
  return found
}

const downToms: Move = {
  id: 'down-toms', name: 'Run down the toms', group: 'other pieces', keeps: KEEPS,
  about: 'The strokes of a part walk down the toms, so many on each, and begin again at the top.',
  params: [PART, { id: 'each', name: 'Strokes on each', kind: 'number', from: 1, to: 4, usual: 2 }],
  make(groove, params, kit) {
    const toms = tomsOf(kit)
    if (toms.length < 2) return refuse('This kit has fewer than two toms to run down.')
    return revoiced(groove, params, kit, (_, i) => toms[Math.floor(i / num(params, 'each')) % toms.length]!.id, part => `${part.name}: down the toms, ${num(params, 'each')} on each.`)
  },
}

const halfBars: Move = {
  id: 'half-bars', name: 'Another piece by half bars', group: 'other pieces', keeps: KEEPS,
  about: 'The second half of each bar goes to another piece.',
  params: [PART, piece('piece', 'Piece', 'floor tom')],
  make(groove, params, kit) {
    const { starts } = gridOf(groove)
    const second = ({ at }: Stroke) => {
      const bar = starts.findLastIndex(start => start <= at)
      return at - starts[bar]! >= (starts[bar + 1]! - starts[bar]!) / 2
    }
    return revoiced(groove, params, kit, stroke => (second(stroke) ? word(params, 'piece') : stroke.piece), part => `${part.name}: the second half of each bar is on the ${nameOf(kit, word(params, 'piece'))}.`)
  },
}

const butBackbeat: Move = {
  id: 'all-but-backbeat', name: 'All but the backbeat', group: 'other pieces', keeps: ['feet', 'linear', 'same', 'backbeat'],
  about: 'Every stroke of both hands goes to one piece but the backbeat, which stays where it is.',
  params: [piece('piece', 'Piece', 'floor tom')],
  make(groove, params, kit) {
    if (word(params, 'piece') === 'snare') return refuse('The snare is where the backbeat is; choose another piece for the rest.')
    const backbeats = new Set(backbeatTicks(groove))
    const stays = (part: Part, stroke: Stroke) => part.role === 'backbeat' || (stroke.piece === 'snare' && backbeats.has(stroke.at))
    const after = eachStroke(groove, isHandPart, (stroke, part) => (stays(part, stroke) ? stroke : onPiece(groove, kit, part.limb, stroke, word(params, 'piece')) ?? stroke))
    return made(groove, after, () => `All but the backbeat is on the ${nameOf(kit, word(params, 'piece'))}.`, 'There is nothing but the backbeat to move, or this kit lacks the piece.')
  },
}

const runsTogether: Move = {
  id: 'runs-together', name: 'Runs stay together', group: 'other pieces', keeps: KEEPS,
  about: 'Strokes on neighbouring slots stay on one piece; after each gap the hand changes to the other piece.',
  params: [PART, piece('first', 'First', 'hi-hat'), piece('second', 'Second', 'floor tom')],
  make(groove, params, kit) {
    const { slotAt } = gridOf(groove)
    let run = 0
    let last: number | undefined
    return revoiced(groove, params, kit, (stroke) => {
      const slot = slotAt.get(stroke.at) ?? stroke.at
      if (last !== undefined && slot !== last + 1) run++
      last = slot
      return word(params, run % 2 ? 'second' : 'first')
    }, part => `${part.name}: changing between ${nameOf(kit, word(params, 'first'))} and ${nameOf(kit, word(params, 'second'))} at each gap.`)
  },
}

const LEADS = { 'ride': 'hit', 'ride bell': 'bell', 'hi-hat': 'hit' } as const

const leadTo: Move = {
  id: 'lead-to', name: 'Lead hand to hats, ride or bell', group: 'other pieces', keeps: KEEPS,
  about: 'What leads on a cymbal goes over to the ride, its bell, or back to the closed hats.',
  params: [{ id: 'to', name: 'To', kind: 'choice', of: Object.keys(LEADS), usual: 'ride' }],
  make(groove, params, kit) {
    const to = word(params, 'to') as keyof typeof LEADS
    const target = to === 'hi-hat' ? 'hi-hat' : 'ride'
    const lead = isLead(groove)
    const after = eachStroke(groove, part => lead(part) && isHandPart(part), (stroke, part) => {
      if (!['hi-hat', 'ride'].includes(stroke.piece)) return stroke
      const moved = onPiece(groove, kit, part.limb, stroke, target)
      if (!moved || moved.stroke === LEADS[to]) return moved ?? stroke
      const { openFor: _, ...closed } = moved
      return { ...closed, stroke: LEADS[to] }
    })
    return made(groove, after, () => `The lead is on the ${to}.`, 'The lead is there already, or this groove has none on hats or ride.')
  },
}

const bells: Move = {
  id: 'bells', name: 'Bells on the ride', group: 'other pieces', keeps: KEEPS,
  about: 'Strokes of the ride on the quarters or on the upbeats go to its bell.',
  params: [{ id: 'on', name: 'On', kind: 'choice', of: ['quarters', 'upbeats'], usual: 'upbeats' }],
  make(groove, params) {
    const { beats, onBeat } = gridOf(groove)
    const upbeats = new Set(beats.map(beat => beat.at + beat.length / 2))
    const wanted = word(params, 'on') === 'quarters' ? onBeat : upbeats
    const after = eachStroke(groove, isHandPart, stroke => (stroke.piece === 'ride' && wanted.has(stroke.at) && stroke.stroke !== 'bell' ? { ...stroke, stroke: 'bell' } : stroke))
    return made(groove, after, () => `The bell on the ${word(params, 'on')}.`, `The ride is not struck on the ${word(params, 'on')}; bring the lead to the ride first.`)
  },
}

const tomEighths: Move = {
  id: 'tom-eighths', name: 'Cymbal quarters over tom eighths', group: 'other pieces', keeps: ['feet', 'backbeat'],
  about: 'The lead keeps only the beats, on the ride; the other hand fills the eighths on the floor tom round its backbeat.',
  params: [],
  make(groove, _, kit) {
    const { beats, onBeat } = gridOf(groove)
    const lead = isLead(groove)
    const free = freeHand(groove)
    const quarters = eachStroke(groove, part => lead(part) && isHandPart(part) && part.limb !== free, (stroke, part) => {
      // What the lead plays on the snare may be the backbeat.
      if (stroke.piece === 'snare') return stroke
      return onBeat.has(stroke.at) ? onPiece(groove, kit, part.limb, stroke, 'ride') ?? stroke : undefined
    })
    const eighths = beats.flatMap(({ at, length }) => [at, at + length / 2]).filter(Number.isInteger)
    const put = pieceOf(kit, 'floor tom') ? eighths.map((at): Stroke => ({ at, piece: 'floor tom', stroke: 'hit', level: onBeat.has(at) ? 3 : 2 })) : []
    const after = addStrokes(quarters, free, 'comping', 'Floor tom eighths', put)
    return made(groove, after, () => 'The ride keeps the quarters, the other hand eighths on the floor tom.', 'The hand that would play the eighths has no room, or this kit has no floor tom.')
  },
}

const thicken: Move = {
  id: 'thicken', name: 'Thicken with the other hand', group: 'other pieces', keeps: ['feet', 'busier'],
  about: 'The other hand joins strokes of the lead on a piece, a level softer, wherever it is free.',
  params: [piece('piece', 'Piece', 'floor tom'), { id: 'on', name: 'On', kind: 'choice', of: ['every stroke', 'the beats', 'between them'], usual: 'the beats' }],
  make(groove, params, kit) {
    const limb = freeHand(groove)
    const lead = isLead(groove)
    const { onBeat } = gridOf(groove)
    const on = word(params, 'on')
    const busy = busyAt(groove, limb)
    const put = groove.parts.filter(part => lead(part) && part.limb !== limb && !part.every).flatMap(part => part.strokes)
      .filter(stroke => !busy.has(stroke.at) && (on === 'every stroke' || onBeat.has(stroke.at) === (on === 'the beats')))
      .flatMap((stroke) => {
        const moved = onPiece(groove, kit, limb, { at: stroke.at, piece: stroke.piece, stroke: 'hit', level: stroke.level }, word(params, 'piece'))
        return moved ? [atLevel(moved, stroke.level - 1)] : []
      })
    const after = addStrokes(groove, limb, 'comping', 'In unison', put)
    return made(groove, after, () => `The other hand joins on the ${nameOf(kit, word(params, 'piece'))}, on ${sayPlaces(groove, put.map(stroke => stroke.at))}.`, 'The other hand is not free there, or this kit lacks the piece.')
  },
}

const doubles: Move = {
  id: 'doubles-before', name: 'A double before a beat', group: 'other pieces', keeps: ['feet', 'busier'],
  about: 'The free hand plays two soft snare strokes on the two slots before a beat.',
  params: [{ id: 'beat', name: 'Before', kind: 'beat', usual: 2 }],
  make(groove, params) {
    const { slots, beats } = gridOf(groove)
    const first = beats[num(params, 'beat')]!.first
    const put = [2, 1].map((back): Stroke => ({ at: slots.at((first - back + slots.length) % slots.length)!.at, piece: 'snare', stroke: 'hit', level: 2 }))
    const after = addStrokes(groove, freeHand(groove), 'ghosts', 'Ghosts', put)
    return made(groove, after, () => `A double leads to ${sayPlaces(groove, [beats[num(params, 'beat')]!.at])}.`, 'The hand is busy on both slots before it.')
  },
}

export const VOICES: readonly Move[] = [toPiece, alternate, downToms, halfBars, butBackbeat, runsTogether, leadTo, bells, tomEighths, thicken, doubles]

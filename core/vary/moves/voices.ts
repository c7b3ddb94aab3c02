import { type Kit, LIMB_NAMES, type Piece, otherSide, pieceOf, piecesFor } from '#core/kit'
import { type Groove, type Part, type Stroke, onSnare, sayPlaces } from '#core/groove'
import { beatAt, eighthsIn, eighthsOf, offBeatOf } from '#core/time'
import { type Result, refuse } from '#core/result'
import { type Made, type Move, type ParamSpec, type Params, num, slotList, word } from '../move'
import {
  addStrokes,
  atLevel,
  backbeatAt,
  busyAt,
  eachStroke,
  freeHand,
  gridOf,
  isHandPart,
  isLead,
  made,
  onPiece,
  thePart,
  withStrokes,
} from '../work'

const PART: ParamSpec = { id: 'part', name: 'Part', kind: 'part', among: isHandPart }
const piece = (id: string, name: string, usual: string): ParamSpec => ({ id, name, kind: 'piece', usual })
const KEEPS = ['feet', 'linear', 'same'] as const
const nameOf = (kit: Kit, id: string): string => (pieceOf(kit, id)?.name ?? id).toLowerCase()

/** A hand’s part with each stroke sent to a piece by a rule; a stroke the hand cannot make there stays. */
function revoiced(
  groove: Groove,
  params: Params,
  kit: Kit,
  to: (stroke: Stroke, i: number, part: Part) => string,
  says: (part: Part) => string,
): Result<Made> {
  const part = thePart(groove, word(params, 'part'))
  if (!part.ok) return part
  if (!isHandPart(part.value)) return refuse('Feet stay on their pedals; choose a part of a hand.')
  const { strokes, limb } = part.value
  const now = strokes.map((stroke, i) => onPiece(groove, kit, limb, stroke, to(stroke, i, part.value)) ?? stroke)
  const after = now.every((stroke, i) => stroke === strokes[i]) ? groove : withStrokes(groove, part.value, now)
  return made(
    groove,
    after,
    () => says(part.value),
    `“${part.value.name}” is there already, or this kit lacks the piece.`,
  )
}

const toPiece: Move = {
  id: 'to-piece',
  name: 'A hand to another piece',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'All strokes of a part go to one piece.',
  params: [PART, piece('piece', 'Piece', 'floor tom')],
  make: (groove, params, kit) =>
    revoiced(
      groove,
      params,
      kit,
      () => word(params, 'piece'),
      part => `${part.name}: to the ${nameOf(kit, word(params, 'piece'))}.`,
    ),
}

const alternate: Move = {
  id: 'alternate',
  name: 'Alternate between two pieces',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'The strokes of a part fall on two pieces in turn.',
  params: [PART, piece('first', 'First', 'hi-hat'), piece('second', 'Second', 'floor tom')],
  make: (groove, params, kit) =>
    revoiced(
      groove,
      params,
      kit,
      (_, i) => word(params, i % 2 ? 'second' : 'first'),
      part =>
        `${part.name}: by turns on ${nameOf(kit, word(params, 'first'))} and ${nameOf(kit, word(params, 'second'))}.`,
    ),
}

const toms = new WeakMap<Kit, Piece[]>()
/** A kit’s toms from the highest down, the floor toms last; looked for once. */
function tomsOf(kit: Kit): Piece[] {
  const found =
    toms.get(kit) ??
    piecesFor(kit, 'RH')
      .filter(one => one.kind === 'tom' || one.kind === 'floor tom')
      .sort((a, b) => Number(a.kind === 'floor tom') - Number(b.kind === 'floor tom') || b.pitch - a.pitch)
  toms.set(kit, found)
  return found
}

const downToms: Move = {
  id: 'down-toms',
  name: 'Run down the toms',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'The strokes of a part walk down the toms, so many on each, and begin again at the top.',
  params: [PART, { id: 'each', name: 'Strokes on each', kind: 'number', from: 1, to: 4, usual: 2 }],
  make(groove, params, kit) {
    const toms = tomsOf(kit)
    if (toms.length < 2) return refuse('This kit has fewer than two toms to run down.')
    return revoiced(
      groove,
      params,
      kit,
      (_, i) => toms[Math.floor(i / num(params, 'each')) % toms.length]!.id,
      part => `${part.name}: down the toms, ${num(params, 'each')} on each.`,
    )
  },
}

const halfBars: Move = {
  id: 'half-bars',
  name: 'Another piece by half bars',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'The second half of each bar goes to another piece.',
  params: [PART, piece('piece', 'Piece', 'floor tom')],
  make(groove, params, kit) {
    const { starts } = gridOf(groove)
    const second = ({ at }: Stroke) => {
      const bar = starts.findLastIndex(start => start <= at)
      return at - starts[bar]! >= (starts[bar + 1]! - starts[bar]!) / 2
    }
    return revoiced(
      groove,
      params,
      kit,
      stroke => (second(stroke) ? word(params, 'piece') : stroke.piece),
      part => `${part.name}: the second half of each bar is on the ${nameOf(kit, word(params, 'piece'))}.`,
    )
  },
}

const butBackbeat: Move = {
  id: 'all-but-backbeat',
  name: 'All but the backbeat',
  group: 'other pieces',
  keeps: ['feet', 'linear', 'same', 'backbeat'],
  about: 'Every stroke of both hands goes to one piece but the backbeat, which stays where it is.',
  params: [piece('piece', 'Piece', 'floor tom')],
  make(groove, params, kit) {
    if (word(params, 'piece') === 'snare')
      return refuse('The snare is where the backbeat is; choose another piece for the rest.')
    const backbeats = new Set(backbeatAt(groove))
    if (!backbeats.size)
      return refuse('There is no backbeat here to leave where it is; “A hand to another piece” moves a part.')
    const stays = (part: Part, stroke: Stroke) => backbeats.has(stroke.at) && onSnare(part, stroke)
    const after = eachStroke(groove, isHandPart, (stroke, part) =>
      stays(part, stroke) ? stroke : (onPiece(groove, kit, part.limb, stroke, word(params, 'piece')) ?? stroke),
    )
    return made(
      groove,
      after,
      () => `All but the backbeat is on the ${nameOf(kit, word(params, 'piece'))}.`,
      'There is nothing but the backbeat to move, or this kit lacks the piece.',
    )
  },
}

const runsTogether: Move = {
  id: 'runs-together',
  name: 'Runs stay together',
  group: 'other pieces',
  keeps: KEEPS,
  about:
    'Strokes less than an eighth apart stay on one piece; after each longer gap the hand changes to the other piece.',
  params: [PART, piece('first', 'First', 'hi-hat'), piece('second', 'Second', 'floor tom')],
  make(groove, params, kit) {
    const { beats } = gridOf(groove)
    let run = 0
    let last: Stroke | undefined
    return revoiced(
      groove,
      params,
      kit,
      stroke => {
        const beat = last && beatAt(beats, last.at)
        if (last && stroke.at - last.at >= beat!.length / eighthsIn(beat!.length)) run++
        last = stroke
        return word(params, run % 2 ? 'second' : 'first')
      },
      part =>
        `${part.name}: changing between ${nameOf(kit, word(params, 'first'))} and ${nameOf(kit, word(params, 'second'))} at each gap of an eighth or more.`,
    )
  },
}

const LEADS = { ride: 'hit', 'ride bell': 'bell', 'hi-hat': 'hit' } as const

/** The lead hand to another cymbal. */
export const leadTo: Move = {
  id: 'lead-to',
  traits: ['about the lead'],
  name: 'Lead hand to another cymbal',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'What leads on a cymbal goes over to the ride, its bell, or back to the closed hats.',
  params: [{ id: 'to', name: 'To', kind: 'choice', of: Object.keys(LEADS), usual: 'ride', tried: ['ride', 'hi-hat'] }],
  make(groove, params, kit) {
    const to = word(params, 'to') as keyof typeof LEADS
    const target = to === 'hi-hat' ? 'hi-hat' : 'ride'
    const lead = isLead(groove)
    const after = eachStroke(
      groove,
      part => lead(part) && isHandPart(part),
      (stroke, part) => {
        if (!['hi-hat', 'ride'].includes(stroke.piece)) return stroke
        const moved = onPiece(groove, kit, part.limb, stroke, target)
        if (!moved || moved.stroke === LEADS[to]) return moved ?? stroke
        const { openFor: _, ...closed } = moved
        return { ...closed, stroke: LEADS[to] }
      },
    )
    return made(
      groove,
      after,
      () => `The lead is on the ${to}.`,
      'The lead is there already, or this groove has none on hats or ride.',
    )
  },
}

const bells: Move = {
  id: 'bells',
  traits: ['about the lead'],
  name: 'Bells on the ride',
  group: 'other pieces',
  keeps: KEEPS,
  about: 'Strokes of the ride on the beats or on the upbeats go to its bell.',
  params: [
    { id: 'on', name: 'On', kind: 'choice', of: ['beats', 'upbeats'], usual: 'upbeats', was: { quarters: 'beats' } },
  ],
  make(groove, params) {
    const { beats, onBeat } = gridOf(groove)
    const upbeats = new Set(beats.map(offBeatOf))
    const wanted = word(params, 'on') === 'beats' ? onBeat : upbeats
    const after = eachStroke(groove, isHandPart, stroke =>
      stroke.piece === 'ride' && wanted.has(stroke.at) && stroke.stroke !== 'bell'
        ? { ...stroke, stroke: 'bell' }
        : stroke,
    )
    const there = groove.parts.some(
      part => isHandPart(part) && part.strokes.some(stroke => stroke.piece === 'ride' && wanted.has(stroke.at)),
    )
    return made(
      groove,
      after,
      () =>
        `The bell on ${sayPlaces(groove, [...new Set(after.parts.flatMap(part => part.strokes.filter(stroke => stroke.stroke === 'bell' && wanted.has(stroke.at)).map(stroke => stroke.at)))])}.`,
      there
        ? `The bell is on the ${word(params, 'on')} already.`
        : `The ride is not struck on the ${word(params, 'on')}; bring the lead to the ride first.`,
    )
  },
}

const tomEighths: Move = {
  id: 'tom-eighths',
  name: 'Cymbal over tom eighths',
  group: 'other pieces',
  keeps: ['feet', 'backbeat'],
  about:
    'The lead keeps only the beats, on the ride; the other hand fills the eighths on the floor tom round its backbeat.',
  params: [],
  make(groove, _, kit) {
    const { beats, onBeat } = gridOf(groove)
    const lead = isLead(groove)
    const free = freeHand(groove)
    const quarters = eachStroke(
      groove,
      part => lead(part) && isHandPart(part) && part.limb !== free,
      (stroke, part) => {
        // What the lead plays on the snare may be the backbeat.
        if (stroke.piece === 'snare') return stroke
        return onBeat.has(stroke.at) ? (onPiece(groove, kit, part.limb, stroke, 'ride') ?? stroke) : undefined
      },
    )
    const eighths = beats.flatMap(eighthsOf)
    const put = pieceOf(kit, 'floor tom')
      ? eighths.map((at): Stroke => ({ at, piece: 'floor tom', stroke: 'hit', level: onBeat.has(at) ? 3 : 2 }))
      : []
    const after = addStrokes(quarters, free, 'comping', 'Floor tom eighths', put)
    return made(
      groove,
      after,
      () => 'The ride keeps the beats, the other hand eighths on the floor tom.',
      'The hand that would play the eighths has no room, or this kit has no floor tom.',
    )
  },
}

const thicken: Move = {
  id: 'thicken',
  offered: { busier: 4 },
  name: 'Thicken with the other hand',
  group: 'other pieces',
  keeps: ['feet', 'busier'],
  about:
    'The other hand joins strokes of the lead on a piece, a level softer, wherever it is free: all, those on or between the beats, or the one at a place of your choosing.',
  params: [
    piece('piece', 'Piece', 'floor tom'),
    {
      id: 'on',
      name: 'On',
      kind: 'choice',
      of: ['every stroke', 'the beats', 'between them', 'one place'],
      usual: 'the beats',
    },
    { id: 'slot', name: 'Place', kind: 'slot', usual: 0, later: true },
  ],
  make(groove, params, kit) {
    const limb = freeHand(groove)
    const lead = isLead(groove)
    const { onBeat, slots } = gridOf(groove)
    const on = word(params, 'on')
    const place = slots[num(params, 'slot')]!.at
    const joins = (at: number) =>
      on === 'every stroke' || (on === 'one place' ? at === place : onBeat.has(at) === (on === 'the beats'))
    const busy = busyAt(groove, limb)
    const put = groove.parts
      .filter(part => lead(part) && part.limb !== limb && !part.every)
      .flatMap(part => part.strokes)
      .filter(stroke => !busy.has(stroke.at) && joins(stroke.at))
      .flatMap(stroke => {
        const moved = onPiece(
          groove,
          kit,
          limb,
          { at: stroke.at, piece: stroke.piece, stroke: 'hit', level: stroke.level },
          word(params, 'piece'),
        )
        return moved ? [atLevel(moved, stroke.level - 1)] : []
      })
    const after = addStrokes(groove, limb, 'comping', 'In unison', put)
    return made(
      groove,
      after,
      () =>
        `The other hand joins on the ${nameOf(kit, word(params, 'piece'))}, on ${sayPlaces(
          groove,
          put.map(stroke => stroke.at),
        )}.`,
      'The other hand is not free there, or the lead does not strike, or this kit lacks the piece.',
    )
  },
}

const someTo: Move = {
  id: 'some-to',
  name: 'Strokes to another piece',
  group: 'other pieces',
  keeps: ['feet', 'linear'],
  about:
    'The strokes of a part at places of your choosing go to a piece, by the same hand or by the other where it is free.',
  params: [
    PART,
    { id: 'places', name: 'Places', kind: 'slots', usual: [0] },
    piece('piece', 'Piece', 'floor tom'),
    { id: 'hand', name: 'By', kind: 'choice', of: ['the same hand', 'the other hand'], usual: 'the same hand' },
  ],
  make(groove, params, kit) {
    const { slots } = gridOf(groove)
    const places = new Set(slotList(params, 'places').map(slot => slots[slot]!.at))
    const to = word(params, 'piece')
    if (word(params, 'hand') === 'the same hand')
      return revoiced(
        groove,
        params,
        kit,
        stroke => (places.has(stroke.at) ? to : stroke.piece),
        part =>
          `${part.name}: to the ${nameOf(kit, to)} on ${sayPlaces(
            groove,
            part.strokes.filter(stroke => places.has(stroke.at)).map(stroke => stroke.at),
          )}.`,
      )
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    if (!isHandPart(part.value)) return refuse('Feet stay on their pedals; choose a part of a hand.')
    if (part.value.muted)
      return refuse(`“${part.value.name}” is muted, and what it gave away would be heard; unmute it first.`)
    const limb = otherSide(part.value.limb)
    const busy = busyAt(groove, limb)
    const given = part.value.strokes
      .filter(stroke => places.has(stroke.at) && !busy.has(stroke.at))
      .flatMap(stroke => {
        const moved = onPiece(groove, kit, limb, stroke, to)
        return moved ? [moved] : []
      })
    const ats = new Set(given.map(stroke => stroke.at))
    if (!ats.size)
      return refuse(
        `“${part.value.name}” has no stroke there that the other hand is free for, or it cannot strike the ${nameOf(kit, to)}.`,
      )
    const taken = withStrokes(
      groove,
      part.value,
      part.value.strokes.filter(stroke => !ats.has(stroke.at)),
    )
    return made(
      groove,
      addStrokes(taken, limb, part.value.role, part.value.name, given),
      () => `${part.value.name}: the other hand plays ${sayPlaces(groove, [...ats])}, on the ${nameOf(kit, to)}.`,
      '',
    )
  },
}

const backbeatOver: Move = {
  id: 'backbeat-over',
  traits: ['lead to the snare'],
  name: 'Backbeat by the other hand',
  group: 'other pieces',
  keeps: ['feet', 'backbeat'],
  about:
    'The hand that leads comes down to the snare for the backbeat and leaves out what it has there; the other hand is free.',
  params: [],
  make(groove) {
    const backbeats = new Set(backbeatAt(groove))
    if (!backbeats.size) return refuse('There is no backbeat here to give to the other hand.')
    const ofBackbeat = groove.parts.filter(
      part =>
        !part.every && !part.muted && part.strokes.some(stroke => backbeats.has(stroke.at) && onSnare(part, stroke)),
    )
    const limbs = new Set(ofBackbeat.map(part => part.limb))
    if (limbs.size > 1) return refuse('Both hands share this backbeat.')
    const limb = otherSide([...limbs][0]!)
    const locked = groove.parts.find(part => part.locked && (part.limb === limb || limbs.has(part.limb)))
    if (locked) return refuse(`“${locked.name}” is locked; unlock it first.`)
    const given: Stroke[] = []
    const after = eachStroke(groove, isHandPart, (stroke, part) => {
      if (!backbeats.has(stroke.at)) return stroke
      if (part.limb === limb) return undefined
      if (part.muted || !onSnare(part, stroke)) return stroke
      given.push(stroke)
      return undefined
    })
    const over = addStrokes(after, limb, 'backbeat', ofBackbeat[0]!.name, given)
    if (backbeatAt(over).join() !== [...backbeats].join())
      return refuse(`The ${LIMB_NAMES[limb]} is not free for the backbeat.`)
    return made(
      groove,
      over,
      () =>
        `The ${LIMB_NAMES[limb]} plays the backbeat, on ${sayPlaces(
          groove,
          given.map(stroke => stroke.at),
        )}.`,
      '',
    )
  },
}

const doubles: Move = {
  id: 'doubles-before',
  offered: { small: 9, busier: 3 },
  name: 'A double before a beat',
  group: 'other pieces',
  keeps: ['feet', 'busier'],
  about: 'The free hand plays two soft snare strokes on the two slots before a beat.',
  params: [{ id: 'beat', name: 'Before', kind: 'beat', usual: 2 }],
  make(groove, params) {
    const { slots, beats } = gridOf(groove)
    const first = beats[num(params, 'beat')]!.first
    const put = [2, 1].map((back): Stroke => ({
      at: slots.at((first - back + slots.length) % slots.length)!.at,
      piece: 'snare',
      stroke: 'hit',
      level: 2,
    }))
    const after = addStrokes(groove, freeHand(groove), 'ghosts', 'Ghosts', put)
    return made(
      groove,
      after,
      () => `A double leads to ${sayPlaces(groove, [beats[num(params, 'beat')]!.at])}.`,
      'The hand is busy on both slots before it.',
    )
  },
}

export const VOICE_MOVES: readonly Move[] = [
  toPiece,
  someTo,
  backbeatOver,
  alternate,
  downToms,
  halfBars,
  butBackbeat,
  runsTogether,
  leadTo,
  bells,
  tomEighths,
  thicken,
  doubles,
]

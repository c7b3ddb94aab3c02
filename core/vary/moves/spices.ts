import { type Part, type Stroke, nextOnHats, sayPlace } from '#core/groove'
import { LIMBS, LIMB_NAMES, pieceOf } from '#core/kit'
import { refuse } from '#core/result'
import { offBeatOf } from '#core/time'
import { type Move, num, word } from '../move'
import { addStrokes, atLevel, eachStroke, freeHand, gridOf, isHandPart, isLead, made, onPiece, thePart } from '../work'

const rest: Move = {
  id: 'rest',
  offered: { small: 7 },
  name: 'A rest on a beat',
  group: 'spices',
  keeps: ['linear', 'simpler'],
  about: 'Everybody, the hands, or one limb leaves one felt beat alone where it begins.',
  params: [
    { id: 'beat', name: 'Beat', kind: 'beat', usual: 2 },
    {
      id: 'who',
      name: 'Who rests',
      kind: 'choice',
      of: ['everybody', 'the hands', ...LIMBS.map(limb => LIMB_NAMES[limb])],
      usual: 'everybody',
      tried: ['everybody', 'the hands'],
    },
  ],
  make(groove, params) {
    const { at } = gridOf(groove).beats[num(params, 'beat')]!
    const who = word(params, 'who')
    const rests = (part: Part) =>
      who === 'everybody' || (who === 'the hands' ? isHandPart(part) : LIMB_NAMES[part.limb] === who)
    const after = eachStroke(groove, rests, stroke => (stroke.at === at ? undefined : stroke))
    const said = who === 'everybody' ? '' : ` for ${who === 'the hands' ? who : `the ${who}`}`
    return made(
      groove,
      after,
      () => `A rest${said} on ${sayPlace(groove, at)}.`,
      () => `Nothing to leave out on ${sayPlace(groove, at)}${said}.`,
    )
  },
}

const extraSnare: Move = {
  id: 'extra-snare',
  offered: { small: 2, busier: 5 },
  name: 'One more stroke',
  group: 'spices',
  keeps: ['feet', 'busier'],
  about: 'Adds one stroke of the free hand on a slot, on the snare or another piece.',
  params: [
    { id: 'piece', name: 'Piece', kind: 'piece', usual: 'snare', later: true },
    { id: 'slot', name: 'At', kind: 'slot', usual: 7 },
    { id: 'level', name: 'Level', kind: 'number', from: 1, to: 5, usual: 4, tried: [3, 5] },
  ],
  make(groove, params, kit) {
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    const limb = freeHand(groove)
    const stroke = onPiece(groove, kit, limb, { at, piece: 'snare', stroke: 'hit', level: 3 }, word(params, 'piece'))
    const name = (pieceOf(kit, word(params, 'piece'))?.name ?? word(params, 'piece')).toLowerCase()
    if (!stroke) return refuse(`The ${LIMB_NAMES[limb]} cannot strike the ${name}.`)
    const after = addStrokes(groove, limb, 'comping', 'One more', [atLevel(stroke, num(params, 'level'))])
    return made(
      groove,
      after,
      () => `One stroke more, ${name}, on ${sayPlace(groove, at)}.`,
      () => `The hand is busy on ${sayPlace(groove, at)}.`,
    )
  },
}

const openLast: Move = {
  id: 'open-last',
  offered: { small: 1 },
  name: 'Open the last hat',
  group: 'spices',
  keeps: ['feet', 'linear', 'same'],
  about: 'Opens the last hat of the bars until the bar line, or the next stroke on the hats before it.',
  params: [],
  make(groove) {
    const { total } = gridOf(groove)
    const hats = groove.parts
      .filter(isHandPart)
      .flatMap(part => part.strokes.filter(stroke => stroke.piece === 'hi-hat').map(stroke => stroke.at))
    const last = Math.max(-1, ...hats)
    const next = nextOnHats(groove, { at: last, piece: 'hi-hat' })
    const openFor = Math.min(total - last, next?.after ?? total)
    const after = eachStroke(groove, isHandPart, (stroke): Stroke =>
      stroke.at === last && stroke.piece === 'hi-hat' && stroke.stroke !== 'open'
        ? { ...stroke, stroke: 'open', openFor }
        : stroke,
    )
    return made(
      groove,
      after,
      () =>
        `The last hat, on ${sayPlace(groove, last)}, is open until ${next?.after === openFor ? `${next.byFoot ? 'the foot closes it' : 'the next stroke'} on ${sayPlace(groove, next.at)}` : 'the bar line'}.`,
      'No hand plays the hats, or the last is open.',
    )
  },
}

const offBeatAccent: Move = {
  id: 'off-beat-accent',
  offered: { small: 4 },
  name: 'An off-beat accent',
  group: 'spices',
  keeps: ['feet', 'linear', 'same'],
  about: 'Accents the lead on the off-beat of one felt beat: halfway, or the last third of a dotted one.',
  params: [{ id: 'beat', name: 'In beat', kind: 'beat', usual: 3 }],
  make(groove, params) {
    const beat = gridOf(groove).beats[num(params, 'beat')]!
    const at = offBeatOf(beat)
    const lead = isLead(groove)
    const after = eachStroke(
      groove,
      part => lead(part) && isHandPart(part),
      stroke => (stroke.at === at ? atLevel(stroke, 5) : stroke),
    )
    return made(
      groove,
      after,
      () => `An accent on ${sayPlace(groove, at)}.`,
      'The lead has no stroke there, or it is an accent.',
    )
  },
}

const leaveOut: Move = {
  id: 'stroke-out',
  name: 'One stroke less',
  group: 'spices',
  keeps: ['linear', 'simpler'],
  about: 'Takes one stroke of a part away, and leaves the space.',
  params: [
    { id: 'part', name: 'Part', kind: 'part', among: part => part.strokes.length > 1 },
    { id: 'slot', name: 'At', kind: 'slot', usual: 10 },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    if (part.value.strokes.length < 2) return refuse(`“${part.value.name}” would have nothing left.`)
    const after = eachStroke(
      groove,
      one => one.id === part.value.id,
      stroke => (stroke.at === at ? undefined : stroke),
    )
    return made(
      groove,
      after,
      () => `${part.value.name}: no stroke on ${sayPlace(groove, at)}.`,
      () => `“${part.value.name}” has no stroke on ${sayPlace(groove, at)}.`,
    )
  },
}

export const SPICES: readonly Move[] = [rest, extraSnare, openLast, offBeatAccent, leaveOut]

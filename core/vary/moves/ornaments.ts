import { type Kit, type Ornament, pieceOf, strokesFor } from '#core/kit'
import { type Groove, type Part, type Stroke, nextOnHats, sayCount, sayPlace, sayPlaces } from '#core/groove'
import { type Result, refuse } from '#core/result'
import { aNote } from '#core/time'
import { type Made, type Move, type ParamSpec, type Params, num, slotList, word } from '../move'
import {
  atLevel,
  backbeatAt,
  eachStroke,
  gridOf,
  isHandPart,
  isLead,
  made,
  onPiece,
  ornamented,
  thePart,
  withStrokes,
} from '../work'

const KINDS = ['flam', 'drag', 'ruff', 'double', 'buzz'] as const
const WHERE = ['accents', 'backbeats', 'on the beat', 'last of the bar'] as const
const PARAMS: readonly ParamSpec[] = [
  { id: 'part', name: 'Part', kind: 'part', among: isHandPart, usual: 'backbeat' },
  { id: 'ornament', name: 'Ornament', kind: 'choice', of: KINDS, usual: 'flam' },
]

/** An ornament on those strokes of a part that are chosen and can take it. */
function ornamentOn(
  groove: Groove,
  params: Params,
  kit: Kit,
  choose: (part: Part) => (stroke: Stroke) => boolean,
): Result<Made> {
  const part = thePart(groove, word(params, 'part'))
  if (!part.ok) return part
  if (!isHandPart(part.value)) return refuse('Feet play no ornaments here; choose a part of a hand.')
  const { strokes, limb } = part.value
  const kind = word(params, 'ornament')
  const buzz = kind === 'buzz'
  const buzzes = (stroke: Stroke) => {
    const piece = pieceOf(kit, stroke.piece)
    return piece !== undefined && strokesFor(piece, limb).includes('buzz')
  }
  const can = strokes.filter(choose(part.value)).filter(stroke => !buzz || buzzes(stroke))
  const at = new Set(can.map(stroke => stroke.at))
  const now = strokes.map(stroke =>
    !at.has(stroke.at)
      ? stroke
      : buzz
        ? stroke.stroke === 'buzz'
          ? stroke
          : { ...stroke, stroke: 'buzz' as const }
        : ornamented(stroke, kind as Ornament),
  )
  const after = now.every((stroke, i) => stroke === strokes[i]) ? groove : withStrokes(groove, part.value, now)
  return made(
    groove,
    after,
    () =>
      `${part.value.name}: ${sayCount(can.length, kind).replace('buzzs', 'buzzes')} on ${sayPlaces(groove, [...at])}.`,
    `“${part.value.name}” has nothing there that would take a ${kind}, or has it already.`,
  )
}

const ornament: Move = {
  id: 'ornament',
  offered: { small: 10 },
  name: 'Ornament',
  group: 'ornaments',
  keeps: ['linear', 'feet', 'same'],
  about:
    'Puts a flam, drag, ruff, double or buzz on the accents, the backbeats, the beats or the last stroke of each bar.',
  params: [
    ...PARAMS,
    {
      id: 'where',
      name: 'Where',
      kind: 'choice',
      of: WHERE,
      usual: 'accents',
      tried: ['accents', 'backbeats', 'last of the bar'],
    },
  ],
  make: (groove, params, kit) =>
    ornamentOn(groove, params, kit, ({ strokes }) => {
      const { starts, onBeat } = gridOf(groove)
      switch (word(params, 'where') as (typeof WHERE)[number]) {
        case 'accents':
          return stroke => stroke.level === 5
        case 'backbeats': {
          const backbeats = new Set(backbeatAt(groove))
          return stroke => backbeats.has(stroke.at)
        }
        case 'on the beat':
          return stroke => onBeat.has(stroke.at)
        case 'last of the bar': {
          const lasts = new Set(starts.slice(1).map(end => strokes.findLast(stroke => stroke.at < end)?.at))
          return stroke => lasts.has(stroke.at)
        }
      }
    }),
}

const ornamentAt: Move = {
  id: 'ornament-at',
  name: 'Ornament where you point',
  group: 'ornaments',
  keeps: ['linear', 'feet', 'same'],
  about: 'Puts a flam, drag, ruff, double or buzz on the strokes of a part at places of your choosing.',
  params: [...PARAMS, { id: 'places', name: 'Places', kind: 'slots', usual: [4] }],
  make: (groove, params, kit) =>
    ornamentOn(groove, params, kit, () => {
      const { slots } = gridOf(groove)
      const places = new Set(slotList(params, 'places').map(slot => slots[slot]!.at))
      return stroke => places.has(stroke.at)
    }),
}

const openHat: Move = {
  id: 'open-hat',
  name: 'Open the hat',
  group: 'ornaments',
  keeps: ['feet', 'linear', 'same'],
  about:
    'Opens the hats at a slot for so many slots, or until the next stroke on them; the stroke that is there is opened.',
  params: [
    { id: 'slot', name: 'At', kind: 'slot', usual: 14 },
    { id: 'length', name: 'For slots', kind: 'number', from: 1, to: 8, usual: 2 },
  ],
  make(groove, params) {
    const { slots } = gridOf(groove)
    const slot = slots[num(params, 'slot')]!
    // Any stroke on the hats, by a hand or the foot, ends an opening.
    const next = nextOnHats(groove, { at: slot.at, piece: 'hi-hat' })
    const wanted = num(params, 'length') * slot.length
    const openFor = Math.min(wanted, next?.after ?? wanted)
    const after = eachStroke(groove, isHandPart, stroke =>
      stroke.at === slot.at && stroke.piece === 'hi-hat' && (stroke.stroke !== 'open' || stroke.openFor !== openFor)
        ? { ...stroke, stroke: 'open', openFor }
        : stroke,
    )
    return made(
      groove,
      after,
      () =>
        `The hats open on ${sayPlace(groove, slot.at)} ${next && next.after <= wanted ? `until ${next.byFoot ? 'the foot closes them' : 'the next stroke'} on ${sayPlace(groove, next.at)}` : `for ${aNote(wanted) ?? sayCount(num(params, 'length'), 'slot')}`}.`,
      () => `No hand strikes the hats on ${sayPlace(groove, slot.at)}, or they are open there.`,
    )
  },
}

const crash: Move = {
  id: 'crash',
  offered: { small: 8 },
  name: 'Crash on a beat',
  group: 'spices',
  keeps: ['feet', 'linear', 'same'],
  about: 'The lead hand goes up to the crash for the stroke on one felt beat, loud.',
  params: [{ id: 'beat', name: 'Beat', kind: 'beat', usual: 0 }],
  make(groove, params, kit) {
    const beat = gridOf(groove).beats[num(params, 'beat')]!
    const after = eachStroke(groove, isLead(groove), (stroke, part) => {
      if (stroke.at !== beat.at || stroke.piece === 'crash') return stroke
      const up = onPiece(groove, kit, part.limb, stroke, 'crash')
      return up ? atLevel(up, 5) : stroke
    })
    return made(
      groove,
      after,
      () => `A crash on ${sayPlace(groove, beat.at)}.`,
      () => `The lead has no stroke on ${sayPlace(groove, beat.at)} to crash with, or this kit has no crash.`,
    )
  },
}

export const ORNAMENT_MOVES: readonly Move[] = [ornament, ornamentAt, openHat, crash]

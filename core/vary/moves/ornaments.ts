import { backbeatTicks } from '#core/analyse'
import { type Ornament, pieceOf, strokesFor } from '#core/kit'
import { sayCount, sayPlace, sayPlaces } from '#core/groove'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { atLevel, eachStroke, gridOf, isHandPart, isLead, made, onPiece, ornamented, thePart, withStrokes } from '../work'

const WHERE = ['accents', 'backbeats', 'on the beat', 'last of the bar'] as const

const ornament: Move = {
  id: 'ornament', name: 'Ornament', group: 'ornaments', keeps: ['linear', 'feet', 'same'],
  about: 'Puts a flam, drag, ruff, double or buzz on the accents, the backbeats, the beats or the last stroke of each bar.',
  params: [
    { id: 'part', name: 'Part', kind: 'part', among: isHandPart },
    { id: 'ornament', name: 'Ornament', kind: 'choice', of: ['flam', 'drag', 'ruff', 'double', 'buzz'], usual: 'flam' },
    { id: 'where', name: 'Where', kind: 'choice', of: WHERE, usual: 'accents' },
  ],
  make(groove, params, kit) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    if (!isHandPart(part.value)) return refuse('Feet play no ornaments here; choose a part of a hand.')
    const { starts, onBeat } = gridOf(groove)
    const { strokes, limb } = part.value
    const where = word(params, 'where')
    const backbeats = new Set(backbeatTicks(groove))
    const lastOf = new Set(starts.slice(1).map(end => strokes.findLast(stroke => stroke.at < end)?.at))
    const chosen = strokes.filter(stroke => (where === 'accents' ? stroke.level === 5 : where === 'backbeats' ? backbeats.has(stroke.at) : where === 'on the beat' ? onBeat.has(stroke.at) : lastOf.has(stroke.at)))
    const kind = word(params, 'ornament')
    const buzz = kind === 'buzz'
    const can = chosen.filter(stroke => !buzz || (pieceOf(kit, stroke.piece) && strokesFor(pieceOf(kit, stroke.piece)!, limb).includes('buzz')))
    const at = new Set(can.map(stroke => stroke.at))
    const now = strokes.map(stroke => (!at.has(stroke.at) ? stroke : buzz ? (stroke.stroke === 'buzz' ? stroke : { ...stroke, stroke: 'buzz' as const }) : ornamented(stroke, kind as Ornament)))
    const after = now.every((stroke, i) => stroke === strokes[i]) ? groove : withStrokes(groove, part.value, now)
    return made(groove, after, () => `${part.value.name}: ${sayCount(can.length, kind).replace('buzzs', 'buzzes')} on ${sayPlaces(groove, [...at])}.`, `“${part.value.name}” has nothing there that would take a ${kind}, or has it already.`)
  },
}

const openHat: Move = {
  id: 'open-hat', name: 'Open the hat', group: 'ornaments', keeps: ['feet', 'linear', 'same'],
  about: 'Opens the hats at a slot for so many slots; the stroke that is there is opened.',
  params: [{ id: 'slot', name: 'At', kind: 'slot', usual: 14 }, { id: 'length', name: 'For slots', kind: 'number', from: 1, to: 8, usual: 2 }],
  make(groove, params) {
    const { slots } = gridOf(groove)
    const slot = slots[num(params, 'slot')]!
    const openFor = num(params, 'length') * slot.length
    const after = eachStroke(groove, isHandPart, stroke =>
      (stroke.at === slot.at && stroke.piece === 'hi-hat' && (stroke.stroke !== 'open' || stroke.openFor !== openFor) ? { ...stroke, stroke: 'open', openFor } : stroke))
    return made(groove, after, () => `The hats open on ${sayPlace(groove, slot.at)} for ${sayCount(num(params, 'length'), 'slot')}.`, () => `No hand strikes the hats on ${sayPlace(groove, slot.at)}, or they are open there.`)
  },
}

const crash: Move = {
  id: 'crash', name: 'Crash on a beat', group: 'spices', keeps: ['feet', 'linear', 'same'],
  about: 'The lead hand goes up to the crash for the stroke on one felt beat, loud.',
  params: [{ id: 'beat', name: 'Beat', kind: 'beat', usual: 0 }],
  make(groove, params, kit) {
    const beat = gridOf(groove).beats[num(params, 'beat')]!
    const after = eachStroke(groove, isLead(groove), (stroke, part) => {
      if (stroke.at !== beat.at || stroke.piece === 'crash') return stroke
      const up = onPiece(groove, kit, part.limb, stroke, 'crash')
      return up ? atLevel(up, 5) : stroke
    })
    return made(groove, after, () => `A crash on ${sayPlace(groove, beat.at)}.`, () => `The lead has no stroke on ${sayPlace(groove, beat.at)} to crash with, or this kit has no crash.`)
  },
}

export const ORNAMENT_MOVES: readonly Move[] = [ornament, openHat, crash]

import { type Stroke, sayPlace } from '#core/groove'
import { type Move, num, word } from '../move'
import { addStrokes, atLevel, eachStroke, freeHand, gridOf, isHandPart, isLead, made } from '../work'

const rest: Move = {
  id: 'rest', name: 'A rest on a beat', group: 'spices', keeps: ['linear', 'simpler'],
  about: 'Everybody, or the hands, leaves one felt beat alone where it begins.',
  params: [{ id: 'beat', name: 'Beat', kind: 'beat', usual: 2 }, { id: 'who', name: 'Who rests', kind: 'choice', of: ['everybody', 'the hands'], usual: 'everybody' }],
  make(groove, params) {
    const { at } = gridOf(groove).beats[num(params, 'beat')]!
    const after = eachStroke(groove, part => word(params, 'who') === 'everybody' || isHandPart(part), stroke => (stroke.at === at ? undefined : stroke))
    return made(groove, after, () => `A rest on ${sayPlace(groove, at)}.`, () => `Nobody plays on ${sayPlace(groove, at)}.`)
  },
}

const extraSnare: Move = {
  id: 'extra-snare', name: 'One more snare', group: 'spices', keeps: ['feet', 'busier'],
  about: 'Adds one snare stroke of the free hand on a slot.',
  params: [{ id: 'slot', name: 'At', kind: 'slot', usual: 7 }, { id: 'level', name: 'Level', kind: 'number', from: 1, to: 5, usual: 4, tried: [3, 5] }],
  make(groove, params) {
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    const stroke = atLevel({ at, piece: 'snare', stroke: 'hit', level: 3 }, num(params, 'level'))
    const after = addStrokes(groove, freeHand(groove), 'comping', 'Extra snare', [stroke])
    return made(groove, after, () => `A snare more, on ${sayPlace(groove, at)}.`, () => `The hand is busy on ${sayPlace(groove, at)}.`)
  },
}

const openLast: Move = {
  id: 'open-last', name: 'Open the last hat', group: 'spices', keeps: ['feet', 'linear', 'same'],
  about: 'Opens the last hat of the bars until the next bar line.',
  params: [],
  make(groove) {
    const { total } = gridOf(groove)
    const hats = groove.parts.filter(isHandPart).flatMap(part => part.strokes.filter(stroke => stroke.piece === 'hi-hat').map(stroke => stroke.at))
    const last = Math.max(-1, ...hats)
    const after = eachStroke(groove, isHandPart, (stroke): Stroke =>
      (stroke.at === last && stroke.piece === 'hi-hat' && stroke.stroke !== 'open' ? { ...stroke, stroke: 'open', openFor: total - last } : stroke))
    return made(groove, after, () => `The last hat, on ${sayPlace(groove, last)}, is open.`, 'No hand plays the hats, or the last is open.')
  },
}

const offBeatAccent: Move = {
  id: 'off-beat-accent', name: 'An off-beat accent', group: 'spices', keeps: ['feet', 'linear', 'same'],
  about: 'Accents the lead halfway through one felt beat.',
  params: [{ id: 'beat', name: 'In beat', kind: 'beat', usual: 3 }],
  make(groove, params) {
    const beat = gridOf(groove).beats[num(params, 'beat')]!
    const at = beat.at + beat.length / 2
    const lead = isLead(groove)
    const after = eachStroke(groove, part => lead(part) && isHandPart(part), stroke => (stroke.at === at ? atLevel(stroke, 5) : stroke))
    return made(groove, after, () => `An accent halfway through ${sayPlace(groove, beat.at)}.`, 'The lead has no stroke there, or it is an accent.')
  },
}

export const SPICES: readonly Move[] = [rest, extraSnare, openLast, offBeatAccent]

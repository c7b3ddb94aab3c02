import { HOUSE_RULES, ghostPlaces } from '#core/analyse'
import { type Stroke, sayCount, sayPlaces, timeline } from '#core/groove'
import { tickSeconds } from '#core/time'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { addStrokes, eachStroke, freeHand, gridOf, isHandPart, leadHand, made, thePart, withStrokes } from '../work'

const fill: Move = {
  id: 'ghost-fill', name: 'Fill with ghosts', group: 'ghosts', keeps: ['feet', 'busier'],
  about: 'Puts ghosts on the snare where the hand is free, near enough and in control at this tempo: a share of those places.',
  params: [{ id: 'hand', name: 'Hand', kind: 'choice', of: ['free hand', 'lead hand'], usual: 'free hand' }, { id: 'share', name: 'Of the places, %', kind: 'number', from: 10, to: 100, usual: 50 }],
  make(groove, params, kit) {
    const limb = word(params, 'hand') === 'free hand' ? freeHand(groove) : leadHand(groove)
    // Only that hand’s own strokes stand in the way of its ghosts.
    const own = timeline({ ...groove, parts: groove.parts.filter(part => part.limb === limb) }, kit)
    const easy = ghostPlaces(groove, kit, own, limb).filter(place => place.free === 'easy').map(place => place.at)
    const share = num(params, 'share') / 100
    const many = Math.max(1, Math.round(easy.length * share))
    const apart = HOUSE_RULES.hand.hard / tickSeconds(groove.tempo)
    const chosen: number[] = []
    for (let i = 0; i < easy.length; i++) {
      const at = easy[i]!
      // Evenly over the places, and never two that together would be too fast.
      const wanted = Math.floor((i + 1) * many / easy.length) > Math.floor(i * many / easy.length)
      if (wanted && (!chosen.length || at - chosen.at(-1)! > apart)) chosen.push(at)
    }
    const round = gridOf(groove).total
    if (chosen.length > 1 && chosen[0]! + round - chosen.at(-1)! <= apart) chosen.pop()
    if (!chosen.length) return refuse('There is no easy place for a ghost here at this tempo.')
    const after = addStrokes(groove, limb, 'ghosts', 'Ghosts', chosen.map((at): Stroke => ({ at, piece: 'snare', stroke: 'hit', level: 1 })))
    return made(groove, after, () => `${sayCount(chosen.length, 'ghost')} more, on ${sayPlaces(groove, chosen)}.`, 'There is no easy place for a ghost here at this tempo.')
  },
}

const out: Move = {
  id: 'ghosts-out', name: 'Take the ghosts out', group: 'ghosts', keeps: ['feet', 'linear', 'simpler'],
  about: 'Leaves only what is louder than a ghost in the hands.',
  params: [],
  make(groove) {
    let gone = 0
    const after = eachStroke(groove, isHandPart, (stroke) => {
      if (stroke.level > 1) return stroke
      gone++
      return undefined
    })
    return made(groove, after, () => `${sayCount(gone, 'ghost')} taken out.`, 'The hands play no ghosts.')
  },
}

const KEEP = ['every second', 'on the beat', 'off the beat', 'the loud ones'] as const

const thin: Move = {
  id: 'thin', name: 'Thin a part', group: 'ghosts', keeps: ['linear', 'simpler'],
  about: 'Takes strokes of a part out and leaves every second, those on or off the beat, or the loud ones.',
  params: [{ id: 'part', name: 'Part', kind: 'part', among: part => part.strokes.length > 1 }, { id: 'keep', name: 'Keep', kind: 'choice', of: KEEP, usual: 'every second' }],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { onBeat } = gridOf(groove)
    const keep = word(params, 'keep')
    const { strokes } = part.value
    const kept = strokes.filter((stroke, i) => (keep === 'every second' ? i % 2 === 0 : keep === 'on the beat' ? onBeat.has(stroke.at) : keep === 'off the beat' ? !onBeat.has(stroke.at) : stroke.level >= 4))
    if (!kept.length) return refuse(`Nothing of “${part.value.name}” would be left.`)
    const after = kept.length === strokes.length ? groove : withStrokes(groove, part.value, kept)
    return made(groove, after, () => `${part.value.name}: ${sayCount(strokes.length - kept.length, 'stroke')} fewer, ${keep} kept.`, `“${part.value.name}” is so already.`)
  },
}

export const GHOSTS: readonly Move[] = [fill, out, thin]

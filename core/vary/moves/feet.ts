import { type StrokeKind } from '#core/kit'
import { type Groove, type Stroke } from '#core/groove'
import { type Move, word } from '../move'
import { addStrokes, eachStroke, gridOf, hatFoot, made } from '../work'

const PATTERNS = ['quarters', 'off-beats', 'eighths', '2 and 4', 'splash and chick in turn', 'none'] as const

/** True where a hand holds the hats open, so that the foot must keep still. */
function openAt(groove: Groove): (at: number) => boolean {
  const { total } = gridOf(groove)
  const openings = groove.parts.flatMap(part => part.strokes.filter(stroke => stroke.stroke === 'open' && stroke.openFor).map(({ at, openFor }) => ({ at, openFor: openFor! })))
  return at => openings.some(open => (at - open.at + total) % total < open.openFor)
}

function patternOf(groove: Groove, pattern: string): { at: number, stroke: StrokeKind }[] {
  const chick = (at: number) => ({ at, stroke: 'chick' as const })
  return gridOf(groove).beats.flatMap(({ at, length, beat }) => {
    switch (pattern) {
      case 'quarters': return [chick(at)]
      case 'off-beats': return [chick(at + length / 2)]
      case 'eighths': return [chick(at), chick(at + length / 2)]
      case '2 and 4': return beat % 2 === 1 ? [chick(at)] : []
      case 'splash and chick in turn': return [{ at, stroke: beat % 2 === 0 ? 'splash' as const : 'chick' as const }]
      default: return []
    }
  }).filter(one => Number.isInteger(one.at))
}

const hats: Move = {
  id: 'hat-foot', name: 'Hat foot', group: 'hat foot', keeps: ['lead', 'backbeat'],
  about: 'Gives the hat foot one of the usual patterns in place of what it plays; it keeps still while a hand holds the hats open.',
  params: [{ id: 'pattern', name: 'Pattern', kind: 'choice', of: PATTERNS, usual: '2 and 4' }],
  make(groove, params) {
    const limb = hatFoot(groove)
    const open = openAt(groove)
    const wanted = new Map(patternOf(groove, word(params, 'pattern')).filter(one => !open(one.at)).map(one => [one.at, one.stroke]))
    const cleared = eachStroke(groove, part => part.limb === limb && part.role !== 'lead' && part.role !== 'backbeat', stroke =>
      (stroke.piece !== 'hi-hat' ? stroke : wanted.get(stroke.at) === stroke.stroke ? stroke : undefined))
    const after = addStrokes(cleared, limb, 'hat foot', 'Hat foot', [...wanted].map(([at, stroke]): Stroke => ({ at, piece: 'hi-hat', stroke, level: 3 })))
    return made(groove, after, () => (wanted.size ? `The hat foot plays ${word(params, 'pattern')}.` : 'The hat foot is silent.'), 'The hat foot does so already.')
  },
}

export const FEET: readonly Move[] = [hats]

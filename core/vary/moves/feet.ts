import { type StrokeKind } from '#core/kit'
import { type Groove, type Stroke } from '#core/groove'
import { FOOT_RULES, type FootRule, footTicks, sayFootRule } from '#core/sticking'
import { type Move, word } from '../move'
import { addStrokes, eachStroke, gridOf, hatFoot, made } from '../work'

const IN_TURN = 'splash and chick in turn'

/** True where a hand holds the hats open, so that the foot must keep still. */
function openAt(groove: Groove): (at: number) => boolean {
  const { total } = gridOf(groove)
  const openings = groove.parts.flatMap(part =>
    part.strokes
      .filter(stroke => stroke.stroke === 'open' && stroke.openFor)
      .map(({ at, openFor }) => ({ at, openFor: openFor! })),
  )
  return at => openings.some(open => (at - open.at + total) % total < open.openFor)
}

/** A pattern’s ticks and strokes: the usual ones, or splash and chick in turn on the beats. */
function patternOf(groove: Groove, pattern: string): Map<number, StrokeKind> {
  if (pattern === IN_TURN)
    return new Map(gridOf(groove).beats.map(({ at, beat }) => [at, beat % 2 === 0 ? 'splash' : 'chick']))
  return new Map(footTicks(groove.bars, pattern as FootRule).map(at => [at, 'chick']))
}

const sayPattern = ({ bars }: Groove, pattern: string): string =>
  pattern === IN_TURN ? pattern : sayFootRule(bars, pattern as FootRule)

const hats: Move = {
  id: 'hat-foot',
  offered: { small: 11 },
  name: 'Hat foot',
  group: 'hat foot',
  keeps: ['lead', 'backbeat'],
  about:
    'Gives the hat foot one of the usual patterns in place of what it plays; it keeps still while a hand holds the hats open.',
  params: [
    {
      id: 'pattern',
      name: 'Pattern',
      kind: 'choice',
      of: [...FOOT_RULES, IN_TURN],
      usual: '2 and 4',
      tried: FOOT_RULES,
    },
  ],
  make(groove, params) {
    const limb = hatFoot(groove)
    const open = openAt(groove)
    const wanted = new Map([...patternOf(groove, word(params, 'pattern'))].filter(([at]) => !open(at)))
    const cleared = eachStroke(
      groove,
      part => part.limb === limb && part.role !== 'lead' && part.role !== 'backbeat',
      stroke => (stroke.piece !== 'hi-hat' ? stroke : wanted.get(stroke.at) === stroke.stroke ? stroke : undefined),
    )
    const after = addStrokes(
      cleared,
      limb,
      'hat foot',
      'Hat foot',
      [...wanted].map(([at, stroke]): Stroke => ({ at, piece: 'hi-hat', stroke, level: 3 })),
    )
    return made(
      groove,
      after,
      () =>
        wanted.size ? `The hat foot plays ${sayPattern(groove, word(params, 'pattern'))}.` : 'The hat foot is silent.',
      'The hat foot does so already.',
    )
  },
}

export const FEET: readonly Move[] = [hats]

import { type Groove, type Stroke, sayPlace, workable } from '#core/groove'
import { refuse } from '#core/result'
import type { Beat } from '#core/time'
import { type Move, num, word } from '../move'
import { atTick, eachStroke, gridOf, made } from '../work'

const ORDERS = ['backwards', 'from the second', 'pairs changed over', 'halves changed over'] as const

/** For each felt beat of a bar of n, which of the old beats it takes. */
function orderOf(order: string, n: number): number[] {
  const beats = Array.from({ length: n }, (_, i) => i)
  switch (order) {
    case 'backwards':
      return beats.toReversed()
    case 'from the second':
      return [...beats.slice(1), 0]
    case 'pairs changed over':
      return beats
        .map(i => (i % 2 ? i - 1 : Math.min(n - 1, i + 1)))
        .map((from, i) => (n % 2 && i === n - 1 ? i : from))
    default:
      return [...beats.slice(n / 2), ...beats.slice(0, n / 2)]
  }
}

const beatOrder: Move = {
  id: 'beat-order',
  traits: ['displaces'],
  name: 'Another order of beats',
  group: 'order',
  keeps: ['linear', 'same'],
  about: 'Plays the felt beats of each bar in another order, every limb alike.',
  params: [{ id: 'order', name: 'Order', kind: 'choice', of: ORDERS, usual: 'from the second' }],
  make(groove, params) {
    const { beats } = gridOf(groove)
    const order = word(params, 'order')
    if (beats.some(beat => beat.length !== beats[0]!.length || beat.slots !== beats[0]!.slots))
      return refuse('Felt beats of different lengths or subdivisions cannot change places.')
    if (order === 'halves changed over' && groove.bars.some(bar => bar.slots.length % 2))
      return refuse('A bar with an odd number of beats has no halves.')
    if (!groove.parts.every(workable)) return refuse('A part is locked or repeats on its own; it would not follow.')
    const perBar = groove.bars.map(bar => orderOf(order, bar.slots.length))
    const goesTo = new Map<number, number>()
    beats.forEach(beat => {
      const firstOfBar = beats.findIndex(one => one.bar === beat.bar)
      goesTo.set(firstOfBar + perBar[beat.bar]![beat.beat]!, beat.at)
    })
    const after = eachStroke(
      groove,
      () => true,
      (stroke): Stroke => {
        const from = Math.floor(stroke.at / beats[0]!.length)
        return atTick(stroke, goesTo.get(from)! + stroke.at - beats[from]!.at)
      },
    )
    return made(
      groove,
      after,
      () => `The beats of each bar: ${order === 'from the second' ? 'from the second on' : order}.`,
      'All beats are alike, or there is only one.',
    )
  },
}

/** Slots of a beat from its end: what is on slot k goes to slot n − 1 − k. */
const turned = (groove: Groove, at: number, beat: Beat): number => {
  const { slotAt, slots } = gridOf(groove)
  return slots[beat.first + beat.slots - 1 - slots[slotAt.get(at)!]!.slot]!.at
}

const retrograde: Move = {
  id: 'retrograde',
  traits: ['displaces'],
  name: 'A beat backwards',
  group: 'order',
  keeps: ['linear', 'same'],
  about: 'Plays the slots of one felt beat from last to first, every limb alike.',
  params: [{ id: 'beat', name: 'Beat', kind: 'beat', usual: 0 }],
  make(groove, params) {
    const beat = gridOf(groove).beats[num(params, 'beat')]!
    if (!groove.parts.every(workable)) return refuse('A part is locked or repeats on its own; it would not follow.')
    const { slotAt } = gridOf(groove)
    const inside = ({ at }: Stroke) => at >= beat.at && at < beat.at + beat.length
    if (groove.parts.some(part => part.strokes.some(stroke => inside(stroke) && !slotAt.has(stroke.at))))
      return refuse('A stroke between the slots of this beat is in the way.')
    const after = eachStroke(
      groove,
      () => true,
      stroke => (inside(stroke) ? atTick(stroke, turned(groove, stroke.at, beat)) : stroke),
    )
    return made(
      groove,
      after,
      () => `The beat on ${sayPlace(groove, beat.at)} is played backwards.`,
      'It is the same backwards.',
    )
  },
}

export const ORDER: readonly Move[] = [beatOrder, retrograde]

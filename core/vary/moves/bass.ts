import { type Groove, type Part, type Stroke, sayCount, sayPlace, sayPlaces } from '#core/groove'
import { refuse } from '#core/result'
import { type Move, num, word } from '../move'
import { addStrokes, atLevel, bassFoot, busyAt, eachStroke, freeHand, gridOf, isLead, leadHand, made } from '../work'

/** The parts of the bass drum: those of that role, and what else the foot plays on it, the lead apart. */
const isBass = (groove: Groove) => {
  const lead = isLead(groove)
  return (part: Part): boolean =>
    !lead(part) &&
    (part.role === 'bass drum' ||
      (part.limb === bassFoot(groove) && part.strokes.some(stroke => stroke.piece === 'bass drum')))
}
const struck = (at: number, level: Stroke['level'] = 4): Stroke => ({ at, piece: 'bass drum', stroke: 'hit', level })
const joined = (groove: Groove, ats: readonly number[]): Groove =>
  addStrokes(
    groove,
    bassFoot(groove),
    'bass drum',
    'Bass drum',
    ats.map(at => struck(at)),
  )

const add: Move = {
  id: 'bass-add',
  offered: { small: 3, busier: 2 },
  name: 'One more bass drum',
  group: 'bass drum',
  keeps: ['busier'],
  about: 'Adds a bass-drum stroke on a slot.',
  params: [{ id: 'slot', name: 'At', kind: 'slot', usual: 10 }],
  make(groove, params) {
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    return made(
      groove,
      joined(groove, [at]),
      () => `One bass drum more, on ${sayPlace(groove, at)}.`,
      () => `The foot is there already on ${sayPlace(groove, at)}.`,
    )
  },
}

const thinBass: Move = {
  id: 'bass-thin',
  traits: ['takes away', 'about the bass drum'],
  offered: { small: 13 },
  name: 'Thin the bass drum',
  group: 'bass drum',
  keeps: ['simpler', 'linear', 'lead'],
  about: 'Keeps every second stroke of the bass drum, or only those on the beat.',
  params: [{ id: 'keep', name: 'Keep', kind: 'choice', of: ['every second', 'on the beat'], usual: 'every second' }],
  make(groove, params) {
    const { onBeat } = gridOf(groove)
    const second = word(params, 'keep') === 'every second'
    const after = eachStroke(groove, isBass(groove), (stroke, _, i) =>
      (second ? i % 2 === 0 : onBeat.has(stroke.at)) ? stroke : undefined,
    )
    const many = (one: Groove) => one.parts.filter(isBass(one)).reduce((sum, part) => sum + part.strokes.length, 0)
    return made(
      groove,
      after,
      () => `The bass drum: ${sayCount(many(groove) - many(after), 'stroke')} fewer, ${word(params, 'keep')} kept.`,
      'There is nothing to thin.',
    )
  },
}

const dropOne: Move = {
  id: 'bass-drop-one',
  traits: ['displaces'],
  offered: { small: 6 },
  name: 'Drop the downbeat',
  group: 'bass drum',
  keeps: ['simpler', 'linear', 'lead'],
  about: 'Takes the bass drum out on the first beat of every bar.',
  params: [],
  make(groove) {
    const firsts = new Set(gridOf(groove).starts)
    const after = eachStroke(groove, isBass(groove), stroke => (firsts.has(stroke.at) ? undefined : stroke))
    return made(groove, after, () => 'No bass drum on 1.', 'The bass drum leaves 1 alone already.')
  },
}

const HANDS = ['lead hand', 'free hand'] as const
/** What a hand strikes, so loud or louder; what repeats on its own is left out. */
function handStrokes(groove: Groove, hand: string, least: number): Stroke[] {
  const limb = hand === 'lead hand' ? leadHand(groove) : freeHand(groove)
  return groove.parts
    .filter(part => part.limb === limb && !part.every)
    .flatMap(part => part.strokes.filter(stroke => stroke.level >= least))
}
const handTicks = (groove: Groove, hand: string, least: number): number[] =>
  handStrokes(groove, hand, least).map(stroke => stroke.at)

const follow: Move = {
  id: 'bass-follow',
  name: 'Bass drum follows a hand',
  group: 'bass drum',
  keeps: [],
  about: 'The bass drum plays with every plain or louder stroke of a hand, as hard as it, and nowhere else.',
  params: [{ id: 'hand', name: 'Hand', kind: 'choice', of: HANDS, usual: 'free hand' }],
  make(groove, params) {
    const followed = handStrokes(groove, word(params, 'hand'), 3)
    if (!followed.length) return refuse('That hand plays nothing to follow.')
    const weight = new Map<number, Stroke['level']>()
    for (const { at, level } of followed) weight.set(at, Math.max(level, weight.get(at) ?? 1) as Stroke['level'])
    const cleared = eachStroke(groove, isBass(groove), stroke =>
      weight.has(stroke.at) ? atLevel(stroke, weight.get(stroke.at)!) : undefined,
    )
    const after = addStrokes(
      cleared,
      bassFoot(groove),
      'bass drum',
      'Bass drum',
      [...weight].map(([at, level]) => struck(at, level)),
    )
    return made(
      groove,
      after,
      () => `The bass drum follows the ${word(params, 'hand')}: ${sayPlaces(groove, [...weight.keys()])}.`,
      'The bass drum follows it already.',
    )
  },
}

const doubleAccents: Move = {
  id: 'bass-accents',
  name: 'Bass drum under the accents',
  group: 'bass drum',
  keeps: [],
  about: 'The bass drum joins every accent of a hand.',
  params: [{ id: 'hand', name: 'Hand', kind: 'choice', of: HANDS, usual: 'lead hand' }],
  make(groove, params) {
    const ats = handTicks(groove, word(params, 'hand'), 5)
    const busy = busyAt(groove, bassFoot(groove))
    const fresh = ats.filter(at => !busy.has(at))
    return made(
      groove,
      joined(groove, ats),
      () => `The bass drum joins ${sayCount(fresh.length, 'accent')} more, on ${sayPlaces(groove, fresh)}.`,
      'That hand has no accent without the bass drum.',
    )
  },
}

const feather: Move = {
  id: 'bass-feather',
  name: 'Feather the beats',
  group: 'bass drum',
  keeps: [],
  about: 'A bass drum on every felt beat, as soft as a ghost; what is there already stays as loud as it is.',
  params: [],
  make(groove) {
    const { beats } = gridOf(groove)
    const busy = busyAt(groove, bassFoot(groove))
    const [stays, put] = [beats.filter(beat => busy.has(beat.at)), beats.filter(beat => !busy.has(beat.at))]
    const after = addStrokes(
      groove,
      bassFoot(groove),
      'bass drum',
      'Bass drum',
      put.map(beat => struck(beat.at, 1)),
    )
    const ats = (some: typeof beats) =>
      sayPlaces(
        groove,
        some.map(beat => beat.at),
      )
    return made(
      groove,
      after,
      () =>
        `The bass drum is feathered on ${ats(put)}${stays.length ? `; what the foot had on ${ats(stays)} stays as loud as it is` : ''}.`,
      'The foot strikes on every beat already.',
    )
  },
}

export const BASS: readonly Move[] = [add, thinBass, dropOne, follow, doubleAccents, feather]

import {
  type Groove,
  type Part,
  type Stroke,
  cutToShow,
  onSnare,
  sayCount,
  sayCut,
  sayPlace,
  sayPlaces,
  strongSnares,
} from '#core/groove'
import { mod, ordinal } from '#core/time'
import { refuse } from '#core/result'
import { type Move, type ParamSpec, num, word } from '../move'
import { atLevel, backbeatAt, gridOf, isHandPart, made, recut, sameStrokes, thePart, withStrokes } from '../work'

const PART: ParamSpec = { id: 'part', name: 'Part', kind: 'part', among: part => part.strokes.length > 1 }
const KEEPS = ['linear', 'same'] as const

/** Loud where it is wanted; elsewhere nothing louder than plain. */
const accented = (strokes: readonly Stroke[], loud: (stroke: Stroke, i: number) => boolean): Stroke[] =>
  strokes.map((stroke, i) => (loud(stroke, i) ? atLevel(stroke, 5) : stroke.level > 3 ? atLevel(stroke, 3) : stroke))

/** A part with other strokes, or the same groove where they are the same. */
const put = (groove: Groove, part: Part, strokes: Stroke[]): Groove =>
  sameStrokes(part.strokes, strokes) ? groove : withStrokes(groove, part, strokes)

const accentsOf = (groove: Groove, strokes: readonly Stroke[]): string =>
  sayPlaces(
    groove,
    strokes.filter(stroke => stroke.level === 5).map(stroke => stroke.at),
  ) || 'nothing'

const COUNTED = ['strokes', 'slots'] as const

const accentEvery: Move = {
  id: 'accent-every',
  offered: { small: 12 },
  name: 'Accent every so many',
  group: 'accents',
  keeps: KEEPS,
  about:
    'Accents every second, third or fifth stroke of a part, or what it plays on every so many slots, counted from one you choose; the others come down to plain.',
  params: [
    PART,
    {
      id: 'counting',
      name: 'Counting',
      kind: 'choice',
      of: COUNTED,
      usual: 'strokes',
      tried: ['strokes'],
      later: true,
    },
    { id: 'every', name: 'Every', kind: 'number', from: 2, to: 9, usual: 3, tried: [2, 5] },
    { id: 'phase', name: 'Beginning with number', kind: 'number', from: 1, to: 9, usual: 1, tried: [1, 3] },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const [every, phase] = [num(params, 'every'), num(params, 'phase')]
    const counted = word(params, 'counting') as (typeof COUNTED)[number]
    const { slotAt } = gridOf(groove)
    const number = (stroke: Stroke, i: number) => (counted === 'strokes' ? i : (slotAt.get(stroke.at) ?? NaN))
    const strokes = accented(part.value.strokes, (stroke, i) => mod(number(stroke, i) - (phase - 1), every) === 0)
    if (!strokes.some(stroke => stroke.level === 5))
      return refuse(`“${part.value.name}” has no stroke on those ${counted}.`)
    const nth = ordinal(every)
    return made(
      groove,
      put(groove, part.value, strokes),
      () =>
        `${part.value.name}: an accent on every ${nth} ${counted === 'strokes' ? 'stroke' : 'slot'}${counted === 'slots' ? ' that it plays' : ''}, on ${accentsOf(groove, strokes)}.`,
      'The accents lie there already.',
    )
  },
}

const accentShift: Move = {
  id: 'accent-shift',
  name: 'Shift the accents',
  group: 'accents',
  keeps: KEEPS,
  about: 'Moves the pattern of levels along the strokes of a part; the strokes themselves stay where they are.',
  params: [PART, { id: 'by', name: 'Strokes later', kind: 'number', from: -8, to: 8, usual: 1 }],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { strokes } = part.value
    const by = num(params, 'by')
    const now = strokes.map((stroke, i) => atLevel(stroke, strokes[mod(i - by, strokes.length)]!.level))
    return made(
      groove,
      put(groove, part.value, now),
      () =>
        `${part.value.name}: levels moved ${sayCount(Math.abs(by), 'stroke')} ${by > 0 ? 'later' : 'earlier'}${now.some(stroke => stroke.level === 5) ? `; accents on ${accentsOf(groove, now)}` : ''}.`,
      'All its strokes are of one level, so that shifting them changes nothing.',
    )
  },
}

/** The ways to accent four slots of a beat, one to three of them. */
const PATTERNS = [
  'x...',
  '.x..',
  '..x.',
  '...x',
  'xx..',
  'x.x.',
  'x..x',
  '.xx.',
  '.x.x',
  '..xx',
  'xxx.',
  'xx.x',
  'x.xx',
  '.xxx',
] as const

const accentPattern: Move = {
  id: 'accent-pattern',
  name: 'Accents by beat',
  group: 'accents',
  keeps: KEEPS,
  about: 'Puts the accents of each felt beat on the same of its slots: one of the ways to accent four places.',
  params: [
    { ...PART, tried: ['lead'] },
    { id: 'pattern', name: 'Slots', kind: 'choice', of: PATTERNS, usual: '..x.' },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { slots, slotAt } = gridOf(groove)
    const pattern = word(params, 'pattern')
    const strokes = accented(part.value.strokes, ({ at }) => {
      const slot = slotAt.get(at)
      return slot !== undefined && pattern[slots[slot]!.slot % 4] === 'x'
    })
    if (!strokes.some(stroke => stroke.level === 5)) return refuse(`“${part.value.name}” has no stroke on those slots.`)
    return made(
      groove,
      put(groove, part.value, strokes),
      () => `${part.value.name}: accents on ${accentsOf(groove, strokes)}.`,
      'The accents lie there already.',
    )
  },
}

/** How accents lie over beats where that is not their number alone: `sayAgainst(8, 4, true) // => ', 2 on each beat'`, `sayAgainst(3, 4, true) // => ', 3 against every 4 beats'` */
function sayAgainst(many: number, over: number, again: boolean): string {
  if (many % over === 0) return many === over ? ', one on each beat' : `, ${many / over} on each beat`
  return `${again ? `, ${many}` : ''} against ${again ? 'every ' : ''}${over} beats`
}

const against: Move = {
  id: 'accent-against',
  name: 'So many against so many',
  group: 'accents',
  keeps: ['backbeat'],
  about:
    'Spreads accents evenly over some felt beats, such as three over four; where the part has no stroke there, one is put, and the beats are cut to show it. The backbeat stays.',
  params: [
    { ...PART, among: isHandPart },
    { id: 'many', name: 'Accents', kind: 'number', from: 2, to: 9, usual: 3, tried: [2, 6] },
    { id: 'beats', name: 'Over beats', kind: 'number', from: 2, to: 8, usual: 4, tried: [2, 4] },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const [many, over] = [num(params, 'many'), num(params, 'beats')]
    const { beats, total, slotAt } = gridOf(groove)
    const length = beats[0]!.length * over
    if (beats.some(beat => beat.length !== beats[0]!.length))
      return refuse('These bars have felt beats of different lengths; there is no even spread over them.')
    if (total % length !== 0) return refuse(`${over} beats do not go evenly into these bars.`)
    if (!Number.isInteger(length / many)) return refuse(`${many} equal parts of ${over} beats are not whole ticks.`)
    const wanted = new Set(Array.from({ length: (total / length) * many }, (_, i) => (i * length) / many))
    const cut = [...wanted].every(at => slotAt.has(at))
      ? undefined
      : cutToShow(
          groove.bars,
          [...wanted],
          groove.parts.filter(other => !other.every).flatMap(other => other.strokes.map(stroke => stroke.at)),
        )
    if (cut?.lost.length) return refuse(`${many} against ${over} beats fall where no cut of these beats has a slot.`)
    const was = backbeatAt(groove)
    const backbeat = new Set([...was, ...strongSnares(groove)])
    const strokes = part.value.strokes.map(stroke =>
      backbeat.has(stroke.at) && onSnare(part.value, stroke)
        ? stroke
        : wanted.has(stroke.at)
          ? atLevel(stroke, 5)
          : stroke.level > 3
            ? atLevel(stroke, 3)
            : stroke,
    )
    const there = new Set(strokes.map(stroke => stroke.at))
    const like = part.value.strokes[0]!
    const added = [...wanted]
      .filter(at => !there.has(at))
      .map((at): Stroke => ({ at, piece: like.piece, stroke: like.stroke === 'open' ? 'hit' : like.stroke, level: 5 }))
    const filled = put(
      groove,
      part.value,
      [...strokes, ...added].sort((a, b) => a.at - b.at),
    )
    const after = cut && filled !== groove ? { ...filled, bars: recut(groove.bars, cut.bars) } : filled
    if (was.length && backbeatAt(after).join() !== was.join())
      return refuse('So many accents on the snare would hide the backbeat; choose another part.')
    return made(
      groove,
      after,
      () =>
        `${part.value.name}: ${sayCount(wanted.size, 'accent')}${sayAgainst(many, over, total > length)}${added.length ? `, ${sayCount(added.length, 'stroke')} put in between` : ''}.${cut ? ` ${sayCut(groove, cut)}.` : ''}`,
      'The accents lie there already.',
    )
  },
}

const one: Move = {
  id: 'accent-one',
  name: 'One accent',
  group: 'accents',
  keeps: KEEPS,
  about: 'Accents one stroke of a part, and leaves its others as they are.',
  params: [
    { ...PART, among: part => part.strokes.length > 0 },
    { id: 'slot', name: 'At', kind: 'slot', usual: 6 },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    const there = part.value.strokes.find(stroke => stroke.at === at)
    if (!there) return refuse(`“${part.value.name}” has no stroke on ${sayPlace(groove, at)}.`)
    const strokes = part.value.strokes.map(stroke => (stroke === there ? atLevel(stroke, 5) : stroke))
    return made(
      groove,
      put(groove, part.value, strokes),
      () => `${part.value.name}: an accent on ${sayPlace(groove, at)}.`,
      () => `“${part.value.name}” has its accent on ${sayPlace(groove, at)} already.`,
    )
  },
}

export const ACCENTS: readonly Move[] = [accentEvery, accentShift, accentPattern, against, one]

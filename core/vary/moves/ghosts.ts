import { ghostPlaces } from '#core/analyse'
import { type Groove, type Stroke, sayCount, sayPlace, sayPlaces, timeline } from '#core/groove'
import { type Kit, type Limb, limitsOf } from '#core/kit'
import { mod, tickSeconds } from '#core/time'
import { refuse } from '#core/result'
import { type Move, type ParamSpec, num, word } from '../move'
import {
  addStrokes,
  eachStroke,
  freeHand,
  gridOf,
  isHandPart,
  isLead,
  leadHand,
  made,
  thePart,
  withStrokes,
} from '../work'

/** Places worked out lately, for each line of bars: a search asks for the same hand’s again and again. */
const known = new WeakMap<Groove['bars'], { of: readonly unknown[]; easy: number[] }[]>()
const REMEMBERED = 24

/** Where a hand can put ghosts easily; only its own strokes stand in their way. */
function easyPlaces(groove: Groove, kit: Kit, limb: Limb): number[] {
  const own = groove.parts.filter(part => part.limb === limb)
  const of = [kit, limb, groove.feel, groove.pickUp, groove.tempo.bpm, groove.tempo.counts, ...own]
  const lately = known.get(groove.bars) ?? []
  const found = lately.find(one => one.of.length === of.length && one.of.every((what, i) => what === of[i]))
  if (found) return found.easy
  const events = timeline({ ...groove, parts: own }, kit)
  const easy = ghostPlaces(groove, kit, events, limb)
    .filter(place => place.free === 'easy')
    .map(place => place.at)
  known.set(groove.bars, [{ of, easy }, ...lately.slice(0, REMEMBERED - 1)])
  return easy
}

/** This many of some places, spread evenly over them. */
const evenly = (places: readonly number[], many: number): number[] =>
  places.filter(
    (_, i) =>
      many > 0 &&
      Math.floor(((i + 1) * Math.min(many, places.length)) / places.length) >
        Math.floor((i * Math.min(many, places.length)) / places.length),
  )

/** Whose ghosts; a search has them of the hand beside the lead. */
const HAND: ParamSpec = {
  id: 'hand',
  name: 'Hand',
  kind: 'choice',
  of: ['free hand', 'lead hand'],
  usual: 'free hand',
  tried: ['free hand'],
}

const fill: Move = {
  id: 'ghost-fill',
  traits: ['scatters ghosts', 'about the snare'],
  offered: { small: 5, busier: 1 },
  name: 'Fill with ghosts',
  group: 'ghosts',
  keeps: ['feet', 'busier'],
  about:
    'Puts ghosts on the snare in the gaps the lead leaves, those between the eighths first, where the hand is free, near enough and in control at this tempo: a share of those places.',
  params: [HAND, { id: 'share', name: 'Of the places, %', kind: 'number', from: 10, to: 100, usual: 50 }],
  make(groove, params, kit) {
    const limb = word(params, 'hand') === 'free hand' ? freeHand(groove) : leadHand(groove)
    const { total, eighths } = gridOf(groove)
    const lead = isLead(groove)
    const taken = new Set<number>()
    for (const part of groove.parts)
      if (part.limb === limb || (lead(part) && !part.every)) for (const { at } of part.strokes) taken.add(at)
    const easy = easyPlaces(groove, kit, limb).filter(at => !taken.has(at))
    const gaps = easy.filter(at => !eighths.has(at))
    const many = Math.max(1, Math.round((easy.length * num(params, 'share')) / 100))
    const apart = limitsOf(kit).run.hand.hard / tickSeconds(groove.tempo)
    // Never two that together would be too fast, round the bar line either.
    const free = (at: number) => chosen.every(one => Math.min(mod(at - one, total), mod(one - at, total)) > apart)
    const chosen: number[] = []
    for (const at of [
      ...evenly(gaps, many),
      ...evenly(
        easy.filter(at => eighths.has(at)),
        many - gaps.length,
      ),
    ])
      if (free(at)) chosen.push(at)
    chosen.sort((a, b) => a - b)
    if (!chosen.length)
      return refuse('There is no easy place for a ghost here at this tempo that the lead leaves free.')
    const after = addStrokes(
      groove,
      limb,
      'ghosts',
      'Ghosts',
      chosen.map((at): Stroke => ({ at, piece: 'snare', stroke: 'hit', level: 1 })),
    )
    return made(
      groove,
      after,
      () => `${sayCount(chosen.length, 'ghost')} more, on ${sayPlaces(groove, chosen)}.`,
      'There is no easy place for a ghost here at this tempo.',
    )
  },
}

const out: Move = {
  id: 'ghosts-out',
  traits: ['takes away', 'about the snare'],
  offered: { small: 14 },
  name: 'Take the ghosts out',
  group: 'ghosts',
  keeps: ['feet', 'linear', 'simpler'],
  about: 'Leaves only what is louder than a ghost in the hands.',
  params: [],
  make(groove) {
    let gone = 0
    const after = eachStroke(groove, isHandPart, stroke => {
      if (stroke.level > 1) return stroke
      gone++
      return undefined
    })
    return made(groove, after, () => `${sayCount(gone, 'ghost')} taken out.`, 'The hands play no ghosts.')
  },
}

const KEEP = ['every second', 'on the beat', 'off the beat', 'the loud ones'] as const

const thin: Move = {
  id: 'thin',
  traits: ['takes away', 'about the lead'],
  name: 'Thin a part',
  group: 'ghosts',
  keeps: ['linear', 'simpler'],
  about: 'Takes strokes of a part out and leaves every second, those on or off the beat, or the loud ones.',
  params: [
    { id: 'part', name: 'Part', kind: 'part', among: part => part.strokes.length > 1, tried: ['lead'] },
    {
      id: 'keep',
      name: 'Keep',
      kind: 'choice',
      of: KEEP,
      usual: 'every second',
      tried: ['on the beat', 'the loud ones'],
    },
  ],
  make(groove, params) {
    const part = thePart(groove, word(params, 'part'))
    if (!part.ok) return part
    const { onBeat } = gridOf(groove)
    const keep = word(params, 'keep')
    const { strokes } = part.value
    const kept = strokes.filter((stroke, i) =>
      keep === 'every second'
        ? i % 2 === 0
        : keep === 'on the beat'
          ? onBeat.has(stroke.at)
          : keep === 'off the beat'
            ? !onBeat.has(stroke.at)
            : stroke.level >= 4,
    )
    if (!kept.length) return refuse(`Nothing of “${part.value.name}” would be left.`)
    const after = kept.length === strokes.length ? groove : withStrokes(groove, part.value, kept)
    return made(
      groove,
      after,
      () => `${part.value.name}: ${sayCount(strokes.length - kept.length, 'stroke')} fewer, ${keep} kept.`,
      `“${part.value.name}” is so already.`,
    )
  },
}

const one: Move = {
  id: 'ghost-one',
  name: 'One more ghost',
  group: 'ghosts',
  keeps: ['feet', 'busier'],
  about: 'Puts one ghost on the snare on a slot where the hand is free, near enough and in control at this tempo.',
  params: [HAND, { id: 'slot', name: 'At', kind: 'slot', usual: 7 }],
  make(groove, params, kit) {
    const limb = word(params, 'hand') === 'free hand' ? freeHand(groove) : leadHand(groove)
    const { at } = gridOf(groove).slots[num(params, 'slot')]!
    const place = () => sayPlace(groove, at)
    if (!easyPlaces(groove, kit, limb).includes(at)) return refuse(`There is no easy place for a ghost on ${place()}.`)
    return made(
      groove,
      addStrokes(groove, limb, 'ghosts', 'Ghosts', [{ at, piece: 'snare', stroke: 'hit', level: 1 }]),
      () => `One ghost more, on ${place()}.`,
      () => `The hand is there already on ${place()}.`,
    )
  },
}

export const GHOSTS: readonly Move[] = [fill, out, thin, one]

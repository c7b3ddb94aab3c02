import { groupUnisons, isLinear, sayLimbs, unisons } from '#core/analyse'
import {
  type Groove,
  type Part,
  type Role,
  type Span,
  type Stroke,
  grooveTicks,
  sayCount,
  sayPlaces,
  saySpan,
  sentence,
  timeline,
} from '#core/groove'
import { type Kit, type Limb, LIMBS, isHand, otherSide, pieceOf, strokesFor } from '#core/kit'
import type { PlayedBy, Click } from '#core/perform'
import { present } from '#core/present'
import { type StyleFamily, styleOf } from '#core/style'
import { barStarts, beatsOf } from '#core/time'
import type { Practised } from './practised'
import { spotsOf } from './spots'

/** A stage before it has a tempo and a length: who plays, over which span, with which parts for it alone; what share of the goal, and of the time. */
export interface WayStep {
  /** What it is called, where the limbs in it do not say it. */
  name?: string
  parts: Record<string, PlayedBy>
  extra?: Part[]
  span?: Span
  /** Of the goal tempo. */
  share: number
  /** Minutes where no total is asked for; else its share of it. */
  minutes: number
  click: Click
  /** What to attend to; empty where the runner finds it. */
  attend?: string
  /** All that is practised, as it is: played again faster it is a stage of its own. */
  whole?: true
  /** Instant by instant, with no pulse. */
  pulse?: 'step'
}

/** A way to learn a groove: one school’s order, with the reason it gives. */
interface Way {
  id: string
  name: string
  /** What it is called where no foot plays, and its name would promise one. */
  withoutFeet?: string
  about: string
  steps(of: Practised): WayStep[]
}

const mine = (parts: readonly Part[]): Record<string, PlayedBy> =>
  Object.fromEntries(parts.map(part => [part.id, 'player' as const]))
const on = (groove: Groove, limb: (limb: Limb) => boolean): Part[] => groove.parts.filter(part => limb(part.limb))
const all = (groove: Groove, more: Partial<WayStep> = {}): WayStep => ({
  parts: mine(groove.parts),
  share: 0.9,
  minutes: 4,
  click: 'backbeats',
  whole: true,
  ...more,
})
const limbsIn = (groove: Groove): Limb[] => LIMBS.filter(limb => groove.parts.some(part => part.limb === limb))

/** A part as it is played in one stage only: its own is silent meanwhile. */
const standIn = (part: Part, strokes: readonly Stroke[], more: Partial<Part> = {}): Part => ({
  ...part,
  id: `stage-${part.id}`.slice(0, 64),
  strokes: [...strokes],
  muted: false,
  locked: false,
  pickUp: null,
  ...more,
})
/** A step in which some parts are played otherwise: those are in their place, the others are as they are. */
const played = (groove: Groove, otherwise: readonly Part[]): Pick<WayStep, 'parts' | 'extra'> => {
  const out = new Set(otherwise.map(part => part.id.replace(/^stage-/, '')))
  return {
    parts: { ...mine(groove.parts.filter(part => !out.has(part.id))), ...mine(otherwise) },
    extra: [...otherwise],
  }
}

const feetFirst: Way = {
  id: 'feet-first',
  name: 'Feet first',
  withoutFeet: 'Hand by hand',
  about: 'The feet lay the ground; each hand is added to them alone before both.',
  steps: ({ groove, lead }) => [
    { parts: mine(on(groove, limb => !isHand(limb))), share: 0.7, minutes: 2, click: 'every beat' },
    { parts: mine(on(groove, limb => !isHand(limb) || limb === lead)), share: 0.75, minutes: 3, click: 'every beat' },
    { parts: mine(on(groove, limb => !isHand(limb) || limb !== lead)), share: 0.8, minutes: 3, click: 'every beat' },
    all(groove),
  ],
}

const handsFirst: Way = {
  id: 'hands-first',
  name: 'Hands first',
  about: 'What the hands say is learnt as one; the feet come under it one at a time.',
  steps: ({ groove, lead }) => [
    { parts: mine(on(groove, limb => limb === lead)), share: 0.75, minutes: 2, click: 'every beat' },
    { parts: mine(on(groove, isHand)), share: 0.75, minutes: 3, click: 'every beat' },
    {
      parts: mine([
        ...on(groove, isHand),
        ...on(groove, limb => !isHand(limb)).filter(part => part.role !== 'hat foot'),
      ]),
      share: 0.8,
      minutes: 3,
      click: 'every beat',
    },
    all(groove),
  ],
}

/** Two limbs at a time, those that land together most first. */
const inPairs: Way = {
  id: 'pairs',
  name: 'In pairs, then all',
  about: 'Two limbs at a time, those that land together most first; the ear learns each pair as one sound.',
  steps: ({ groove, kit }) => {
    const limbs = limbsIn(groove)
    const pairs = limbs.flatMap((a, i) =>
      limbs
        .slice(i + 1)
        .map(b => ({
          limbs: [a, b] as Limb[],
          together: unisons(timeline({ ...groove, parts: on(groove, limb => limb === a || limb === b) }, kit)).map(
            one => one.at,
          ),
        })),
    )
    return [
      ...pairs
        .toSorted((a, b) => b.together.length - a.together.length)
        .slice(0, 4)
        .map(({ limbs, together }, i): WayStep => ({
          name: sayLimbs(limbs),
          parts: mine(on(groove, limb => limbs.includes(limb))),
          share: 0.7 + 0.03 * i,
          minutes: 2,
          click: 'every beat',
          attend: together.length
            ? `Together on ${sayPlaces(groove, together)}.`.slice(0, 200)
            : 'They never land together: keep them apart and even.',
        })),
      all(groove),
    ]
  },
}

const unisonsFirst: Way = {
  id: 'unisons',
  name: 'What lands together first',
  about: 'First only the strokes that two or more limbs share, until they are one sound; then what falls between.',
  steps: ({ groove, kit }) => {
    const events = timeline(groove, kit)
    if (isLinear(events)) return []
    const shared = new Set(unisons(events).map(one => one.at))
    const kept = groove.parts
      .map(part =>
        standIn(
          part,
          part.strokes.filter(stroke => shared.has(stroke.at)),
        ),
      )
      .filter(part => part.strokes.length)
    const [most] = groupUnisons(unisons(events))
    return [
      {
        name: 'Only what lands together',
        parts: mine(kept),
        extra: kept,
        share: 0.7,
        minutes: 4,
        click: 'every beat',
        attend: most ? `${sayLimbs(most.limbs)} on ${sayPlaces(groove, most.ats)}: one sound.`.slice(0, 200) : '',
      },
      all(groove, { share: 0.8, minutes: 4, click: 'every beat' }),
      all(groove),
    ]
  },
}

/** Strokes of the lead hand on the felt beats alone, or on them and halfway. */
function thinned(groove: Groove, part: Part, each: 'beats' | 'halves'): Stroke[] {
  const kept = new Set(
    beatsOf(groove.bars).flatMap(beat => (each === 'beats' ? [beat.at] : [beat.at, beat.at + beat.length / 2])),
  )
  return part.strokes.filter(stroke => kept.has(stroke.at))
}

const leadLast: Way = {
  id: 'lead-last',
  name: 'The lead hand last',
  about: 'The lead is left out until the rest locks; then it comes in thinned, on the beats first.',
  steps: ({ groove, lead }) => {
    const leads = on(groove, limb => limb === lead)
    const thin = (each: 'beats' | 'halves') =>
      leads.map(part => standIn(part, thinned(groove, part, each))).filter(part => part.strokes.length)
    const many = (parts: readonly Part[]) => parts.reduce((sum, part) => sum + part.strokes.length, 0)
    const [beats, halves] = [thin('beats'), thin('halves')]
    return [
      {
        name: 'Without the lead hand',
        parts: mine(on(groove, limb => limb !== lead)),
        share: 0.75,
        minutes: 3,
        click: 'every beat',
      },
      ...(many(beats) && many(beats) < many(leads)
        ? [
            {
              name: 'The lead on the beats',
              ...played(groove, beats),
              share: 0.75,
              minutes: 3,
              click: 'every beat',
            } satisfies WayStep,
          ]
        : []),
      ...(many(halves) > many(beats) && many(halves) < many(leads)
        ? [
            {
              name: 'The lead in halves of the beat',
              ...played(groove, halves),
              share: 0.8,
              minutes: 3,
              click: 'every beat',
            } satisfies WayStep,
          ]
        : []),
      all(groove),
    ]
  },
}

/** The part that gains a stroke at a time: what comments on the time, the busiest of it. */
function gaining({ parts }: Groove): Part | undefined {
  const order: readonly Role[] = ['comping', 'bass drum', 'ghosts', 'backbeat', 'other']
  return order
    .map(
      role =>
        parts
          .filter(part => part.role === role && part.strokes.length > 1 && !part.every)
          .toSorted((a, b) => b.strokes.length - a.strokes.length)[0],
    )
    .find(Boolean)
}
/** In at most that many stages. */
const MOST_HITS = 6

const hitByHit: Way = {
  id: 'hit-by-hit',
  name: 'Hit by hit',
  about: 'The time goes on; one part gains a stroke or two at a time over it, each placed before the next comes.',
  steps: ({ groove }) => {
    const part = gaining(groove)
    if (!part) return []
    const strokes = part.strokes.toSorted((a, b) => a.at - b.at)
    const each = Math.ceil(strokes.length / MOST_HITS)
    const stages = Math.ceil(strokes.length / each)
    return [
      ...Array.from({ length: stages - 1 }, (_, i): WayStep => {
        const now = strokes.slice(0, (i + 1) * each)
        const fresh = strokes.slice(i * each, (i + 1) * each).map(stroke => stroke.at)
        return {
          name: `${sayCount(now.length, 'stroke')} of ${part.name}`.slice(0, 160),
          ...played(groove, [standIn(part, now)]),
          share: 0.75,
          minutes: 1.5,
          click: 'every beat',
          attend: `New: ${sayPlaces(groove, fresh)}.`.slice(0, 200),
        }
      }),
      all(groove, { share: 0.8 }),
      all(groove),
    ]
  },
}

/** How many beats of what is practised are chained one by one before the bar. */
const BEATS_CHAINED = 4

const beatByBeat: Way = {
  id: 'beat-by-beat',
  name: 'Beat by beat',
  about: 'One beat goes round until it sits; then two, three, the bar, and bar is chained to bar.',
  steps: ({ groove, span }) => {
    const { from, to } = span ?? { from: 0, to: grooveTicks(groove) }
    const beats = beatsOf(groove.bars).filter(beat => beat.at >= from && beat.at + beat.length <= to)
    if (!beats.length) return []
    const barEnd = Math.min(to, barStarts(groove.bars)[beats[0]!.bar + 1]!)
    const spans: Span[] = beats
      .filter(beat => beat.at < barEnd)
      .slice(0, BEATS_CHAINED)
      .map(beat => ({ from, to: beat.at + beat.length }))
    if (spans.at(-1)!.to < barEnd) spans.push({ from, to: barEnd })
    const next = barStarts(groove.bars).find(start => start > barEnd)
    if (next && next <= to) spans.push({ from: barEnd, to: next })
    return [
      ...spans
        .filter(one => one.to - one.from < to - from)
        .map((one, i): WayStep => ({
          name: sentence(saySpan(groove, one)),
          parts: mine(groove.parts),
          span: one,
          share: 0.7 + 0.02 * i,
          minutes: 1.5,
          click: 'every beat',
        })),
      all(groove, { share: 0.8 }),
      all(groove),
    ]
  },
}

const slotBySlot: Way = {
  id: 'slot-by-slot',
  name: 'Slot by slot, with no pulse',
  about: 'One instant after another, each as slowly as it needs; then two, then a beat, and only then the click.',
  steps: ({ groove }) => [
    {
      name: 'Step by step',
      parts: mine(groove.parts),
      share: 0.6,
      minutes: 3,
      click: 'none',
      pulse: 'step',
      attend: 'Every instant is right before the next one comes.',
    },
    all(groove, { name: 'Very slowly', share: 0.5, click: 'every beat', minutes: 3 }),
    all(groove, { share: 0.75, click: 'every beat' }),
    all(groove),
  ],
}

const plainFirst: Way = {
  id: 'plain-first',
  name: 'All plain, dynamics last',
  about: 'Every stroke at one height until the places are sure; then ghosts sink and accents rise.',
  steps: ({ groove }) => {
    if (groove.parts.every(part => part.strokes.every(stroke => stroke.level === 3))) return []
    const plain = groove.parts.map(part =>
      standIn(
        part,
        part.strokes.map(stroke => ({ ...stroke, level: 3 as const })),
      ),
    )
    return [
      {
        name: 'All plain',
        ...played(groove, plain),
        share: 0.75,
        minutes: 4,
        click: 'every beat',
        attend: 'Every stroke at one height.',
      },
      all(groove, {
        name: 'With its dynamics',
        share: 0.75,
        click: 'every beat',
        attend: 'Ghosts stay at the drum; accents come from above.',
      }),
      all(groove),
    ]
  },
}

/** Parts with the two sides of the feet, or of the hands, exchanged; undefined where a limb has no such stroke. */
function exchanged(groove: Groove, kit: Kit, which: (limb: Limb) => boolean): Part[] | undefined {
  const parts = groove.parts.filter(part => which(part.limb))
  if (new Set(parts.map(part => part.limb)).size < 2) return undefined
  const swapped = parts.map(part => standIn(part, part.strokes, { limb: otherSide(part.limb) }))
  const can = swapped.every(part =>
    part.strokes.every(
      ({ piece, stroke }) =>
        pieceOf(kit, piece) && strokesFor(present(pieceOf(kit, piece), 'piece'), part.limb).includes(stroke),
    ),
  )
  return can ? swapped : undefined
}

const exchange: Way = {
  id: 'exchanged',
  name: 'Roles exchanged',
  about: 'Each side learns what the other does, so that neither leans on habit; then home again.',
  steps: ({ groove, kit }) => {
    const sides = (
      [
        ['The hands exchanged', isHand],
        ['The feet exchanged', (limb: Limb) => !isHand(limb)],
      ] as const
    ).flatMap(([name, which]) => {
      const swapped = exchanged(groove, kit, which)
      return swapped
        ? [{ name, ...played(groove, swapped), share: 0.6, minutes: 3, click: 'every beat' } satisfies WayStep]
        : []
    })
    return sides.length
      ? [all(groove, { name: 'As it is', share: 0.7, minutes: 2, click: 'every beat' }), ...sides, all(groove)]
      : []
  },
}

const timeFirst: Way = {
  id: 'time-first',
  name: 'The time as one, then comping',
  about: 'Cymbal, feather and hat foot are one instrument; what comments on them comes when they run by themselves.',
  steps: ({ groove, lead }) => {
    const time = groove.parts.filter(
      part => part.limb === lead || part.role === 'hat foot' || part.role === 'bass drum',
    )
    return [
      { name: 'The time', parts: mine(on(groove, limb => limb === lead)), share: 0.75, minutes: 2, click: 'backbeats' },
      { name: 'The time with the feet', parts: mine(time), share: 0.75, minutes: 4, click: 'backbeats' },
      all(groove, { name: 'With the comping', share: 0.8 }),
      all(groove),
    ]
  },
}

const sweepsFirst: Way = {
  id: 'sweeps-first',
  name: 'Sweeps first',
  about: 'The sweep is the breath of it and never stops; taps and feet come over it.',
  steps: ({ groove }) => {
    const sweeps = groove.parts.filter(part => part.strokes.some(stroke => stroke.stroke === 'sweep'))
    if (!sweeps.length) return []
    return [
      { name: 'The sweep', parts: mine(sweeps), share: 0.8, minutes: 3, click: 'every beat' },
      { name: 'Sweep and taps', parts: mine(on(groove, isHand)), share: 0.85, minutes: 3, click: 'backbeats' },
      all(groove),
    ]
  },
}

const hardFirst: Way = {
  id: 'hard-spots',
  name: 'The hard spots first',
  about: 'What this groove asks most of you at its tempo comes first, hardest first and by itself; then all of it.',
  steps: of => {
    const found = spotsOf(of)
    return found.length
      ? [
          ...found.map(({ says, span, limbs }, i): WayStep => ({
            name: says.name,
            parts: mine(on(of.groove, limb => limbs.includes(limb))),
            ...(span ? { span } : {}),
            share: 0.65 + 0.03 * i,
            minutes: 2,
            click: 'every beat',
            attend: says.attend,
          })),
          all(of.groove, { share: 0.8, click: 'every beat' }),
          all(of.groove),
        ]
      : []
  },
}

/** The ways to learn a groove, in the order they are offered. */
export const WAYS: readonly Way[] = [
  feetFirst,
  handsFirst,
  inPairs,
  hardFirst,
  unisonsFirst,
  leadLast,
  hitByHit,
  beatByBeat,
  slotBySlot,
  plainFirst,
  exchange,
  timeFirst,
  sweepsFirst,
]
/** `wayOf('pairs').name // => 'In pairs, then all'` */
export const wayOf = (id: string): Way | undefined => WAYS.find(way => way.id === id)

const HANDS_FIRST: readonly StyleFamily[] = ['Afro-Cuban', 'Brazil', 'West Africa', 'Caribbean']

/**
 * The way that players of a groove’s style usually take: feet first where the style names none.
 * @example usualWay(groove) // => 'feet-first'
 */
export function usualWay(groove: Pick<Groove, 'style' | 'parts'>): string {
  const family = styleOf(groove.style)?.family
  if (groove.parts.some(part => part.strokes.some(stroke => stroke.stroke === 'sweep'))) return 'sweeps-first'
  if (family === 'jazz') return 'time-first'
  return family && HANDS_FIRST.includes(family) ? 'hands-first' : 'feet-first'
}

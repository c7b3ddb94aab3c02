import {
  type Groove,
  type Part,
  type Role,
  type Span,
  grooveTicks,
  sayCount,
  sayPlaces,
  saySpan,
  sentence,
} from '#core/groove'
import { type Kit, type Limb, isHand, otherSide, pieceOf, strokesFor } from '#core/kit'
import { present } from '#core/present'
import { barStarts, beatsOf } from '#core/time'
import { spotsOf } from './spots'
import { type Way, type WayStep, all, mine, on, played, standIn } from './way'

/** The parts that can gain a stroke at a time: first what comments on the time, and the busiest of it. */
function gaining({ parts }: Groove): Part[] {
  const order: readonly Role[] = ['comping', 'bass drum', 'ghosts', 'backbeat', 'other', 'fill', 'hat foot', 'lead']
  return parts
    .filter(part => part.strokes.length > 1 && !part.every)
    .toSorted((a, b) => order.indexOf(a.role) - order.indexOf(b.role) || b.strokes.length - a.strokes.length)
}
/** In at most that many stages. */
const MOST_HITS = 6

export const hitByHit: Way = {
  id: 'hit-by-hit',
  name: 'Hit by hit',
  about: 'The time goes on; one part gains a stroke or two at a time over it, each placed before the next comes.',
  takes: gaining,
  steps: ({ groove, turn = {} }) => {
    const parts = gaining(groove)
    // Time itself, a lead or a hat foot, is taken apart only where it is asked for.
    const usual = parts.find(({ role }) => role !== 'lead' && role !== 'hat foot' && role !== 'fill')
    const part = parts.find(({ id }) => id === turn.partId) ?? usual
    if (!part) return []
    const strokes = part.strokes.toSorted((a, b) => a.at - b.at)
    const each = turn.strokes ?? Math.ceil(strokes.length / MOST_HITS)
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

export const beatByBeat: Way = {
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

export const slotBySlot: Way = {
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

export const plainFirst: Way = {
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

export const exchange: Way = {
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

export const hardFirst: Way = {
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

import { type Finding, findings, groupUnisons, played, sayFinding, sayLimbs, unisons } from '#core/analyse'
import { type Groove, type Span, grooveTicks, nextOnHats, sayPlace, sayPlaces } from '#core/groove'
import { type Kit, LIMBS, LIMB_NAMES, type Limb } from '#core/kit'
import { type Beat, beatsOf, mod } from '#core/time'
import type { Practised } from './practised'

/** One place of a groove that asks much: what it is called and attended to, which beats it lies in (undefined for all), whose it is. */
interface Spot {
  says: { name: string; attend: string }
  span?: Span
  limbs: Limb[]
}

/** The most spots that are taken out of one groove: more is a list, and no practice. */
const MOST = 5

/** The beat of a tick and the one before it, so that the way into it is played too; both in one run of ticks. */
function around(beats: readonly Beat[], ticks: readonly number[], whole: Span): Span | undefined {
  const total = beats.at(-1)!.at + beats.at(-1)!.length
  const touched = ticks.map(tick => beats.findLastIndex(beat => beat.at <= mod(tick, total)))
  const first = Math.max(0, Math.min(...touched) - 1)
  const span = {
    from: Math.max(whole.from, beats[first]!.at),
    to: Math.min(whole.to, beats[Math.max(...touched)]!.at + beats[Math.max(...touched)]!.length),
  }
  return span.to > span.from && span.to - span.from < whole.to - whole.from ? span : undefined
}

const WEIGHTS: Record<Finding['weight'], number> = { impossible: 0, hard: 3, demanding: 2, told: 0 }

/**
 * Every two limbs of a groove: at how many instants they land together, and how many strokes of the sparser one fall between the other’s.
 * @example pairsOf(groove, kit)[0] // => { limbs: ['RH', 'LH'], together: 2, between: 2 }
 */
export function pairsOf(groove: Groove, kit: Kit): { limbs: [Limb, Limb]; together: number; between: number }[] {
  const { events } = played(groove, kit)
  const ticks = new Map(
    LIMBS.map(limb => [limb, new Set(events.filter(event => event.limb === limb).map(event => event.at))]),
  )
  const used = LIMBS.filter(limb => ticks.get(limb)!.size)
  return used.flatMap((a, i) =>
    used.slice(i + 1).map(b => {
      const [first, second] = [ticks.get(a)!, ticks.get(b)!]
      const together = [...first].filter(tick => second.has(tick)).length
      return { limbs: [a, b] as [Limb, Limb], together, between: Math.min(first.size, second.size) - together }
    }),
  )
}

/**
 * The hard spots of a groove at its tempo, hardest first: what is hard or demanding to play, the two limbs that land together most, the
 * two that fall between each other most, and an opening that a foot closes.
 * @internal
 */
export function spotsOf(of: Practised): Spot[] {
  const { groove, kit } = of
  const whole = of.span ?? { from: 0, to: grooveTicks(groove) }
  const beats = beatsOf(groove.bars)
  const read = played(groove, kit)
  const spots: (Spot & { weight: number })[] = findings(groove, kit, read)
    .filter(one => WEIGHTS[one.weight] > 0 && one.strokes.length)
    .map(one => {
      const ticks = one.strokes.map(stroke => stroke.at)
      const span = around(beats, ticks, whole)
      return {
        weight: WEIGHTS[one.weight] + 0.1 * one.limbs.length,
        limbs: one.limbs,
        ...(span ? { span } : {}),
        says: {
          name: `${sayLimbs(one.limbs)}, ${sayPlace(groove, ticks[0]!)}`.slice(0, 160),
          attend: sayFinding(groove, one).slice(0, 200),
        },
      }
    })
  const [most] = groupUnisons(unisons(read.events))
  if (most)
    spots.push({
      weight: 1.5,
      limbs: most.limbs,
      says: {
        name: `${sayLimbs(most.limbs)}, together`,
        attend: `One sound on ${sayPlaces(groove, most.ats)}.`.slice(0, 200),
      },
    })
  const [between] = pairsOf(groove, kit)
    .filter(one => one.between > 0)
    .sort((a, b) => b.between - a.between)
  if (between) {
    const [a, b] = between.limbs
    spots.push({
      weight: 1.8,
      limbs: between.limbs,
      says: {
        name: `${sayLimbs(between.limbs)}, against each other`,
        attend: `The ${LIMB_NAMES[b]} falls between the strokes of the ${LIMB_NAMES[a]}: count it aloud.`,
      },
    })
  }
  for (const part of groove.parts) {
    for (const stroke of part.strokes.filter(one => one.stroke === 'open')) {
      const closing = nextOnHats(groove, stroke)
      if (!closing?.byFoot) continue
      const foot = groove.parts.find(one =>
        one.strokes.some(other => other.at === closing.at && other.stroke === 'chick'),
      )?.limb
      if (!foot) continue
      const span = around(beats, [stroke.at, closing.at], whole)
      spots.push({
        weight: 1.6,
        limbs: [part.limb, foot],
        ...(span ? { span } : {}),
        says: {
          name: `The opening on ${sayPlace(groove, stroke.at)}`,
          attend: `The ${LIMB_NAMES[foot]} closes it on ${sayPlace(groove, closing.at)}, not sooner.`,
        },
      })
    }
  }
  const seen = new Set<string>()
  return spots
    .sort((a, b) => b.weight - a.weight)
    .filter(one => {
      const key = `${one.limbs.join()} ${one.span?.from ?? ''}`
      return !seen.has(key) && seen.add(key)
    })
    .slice(0, MOST)
    .map(({ weight: _, ...spot }) => spot)
}

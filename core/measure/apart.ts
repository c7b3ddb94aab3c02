import { groupedBy } from '#core/grouped'
import type { Groove } from '#core/groove'
import { LIMBS, type Limb } from '#core/kit'
import { beatsOf } from '#core/time'
import type { Answer } from './cause-ground'
import { deviation, doubtOf, mean, sum } from './figures'
import { LAPS, MARKS, type Measuring, NEARLY, togetherWithin } from './marks'
import { medianOf } from './median'
import type { Cause, LimbMeasures } from './schema'

/** What of a limb is early or late: all of it, or only where another limb plays. */
export function limbsApart(answers: readonly Answer[], limbs: readonly LimbMeasures[], by: Measuring): Cause[] {
  /** Of each instant the one limb that plays, or that several do. */
  const playing = new Map<number, Limb | 'several'>()
  for (const { cue } of answers) {
    const there = playing.get(cue.instant)
    playing.set(cue.instant, there === undefined || there === cue.limb ? cue.limb : 'several')
  }
  const alone = (one: Answer) => playing.get(one.cue.instant) !== 'several'
  const told = limbs.filter(one => one.lean !== null)
  if (told.length < 2) return []
  const all = medianOf(answers.map(one => one.off))
  // Of two limbs the one with fewer strokes is held against the other, which keeps the time.
  const [less] = told.toSorted((a, b) => a.strokes - b.strokes)
  const of = told.length === 2 ? [less!] : told
  return of.flatMap(({ limb }): Cause[] => {
    const own = answers.filter(one => one.cue.limb === limb)
    const base = told.length === 2 ? mean(answers.filter(one => one.cue.limb !== limb).map(one => one.off)) : all
    const lean = (some: readonly Answer[]) => mean(some.map(one => one.off)) - base
    const [lone, met] = [own.filter(alone), own.filter(one => !alone(one))]
    const counts = (some: readonly Answer[]) =>
      some.length >= by.few && Math.abs(lean(some)) >= Math.max(MARKS.limb, doubtOf(some.map(one => one.off)))
    const onlyMet = lone.length >= LAPS && counts(met) && Math.abs(lean(lone)) < Math.abs(lean(met)) / 2
    if (!onlyMet && !counts(own)) return []
    const figure = lean(onlyMet ? met : own)
    return [{ kind: 'limb', weight: Math.abs(figure) / MARKS.limb, figure, limb, ...(onlyMet ? { met: true } : {}) }]
  })
}

/** The felt beat of a groove that a tick falls in, looked up once for each tick. */
export function beatFinder({ bars }: Pick<Groove, 'bars'>) {
  const beats = beatsOf(bars)
  const known = new Map<number, (typeof beats)[number] | undefined>()
  return (tick: number) => {
    const beat = known.get(tick) ?? beats.findLast(one => one.at <= tick)
    known.set(tick, beat)
    return beat
  }
}

/** The second strokes of pairs, earlier or later than the groove asks. Its pairs are halves and quarters of felt beats of two. */
export function swingOf(
  answers: readonly Answer[],
  ground: Pick<Groove, 'bars'>,
  secondsPerTick: number,
): { cause: Cause; seconds: ReadonlySet<number> }[] {
  const beatOf = beatFinder(ground)
  const placeIn = (tick: number, pair: number) => {
    const beat = beatOf(tick)
    // A felt beat of three eighths has no pairs.
    return beat && beat.length % pair === 0 && beat.length !== 7560 ? (tick - beat.at) % pair : undefined
  }
  return [5040, 2520]
    .flatMap((pair): { cause: Cause; seconds: ReadonlySet<number> }[] => {
      const isSecond = ({ cue }: Answer) => {
        const place = placeIn(cue.tick, pair)
        return place === pair / 2 || (place !== undefined && place * 3 === pair * 2)
      }
      // Each limb against its own firsts: one that is late by itself swings no pair.
      const limbs = LIMBS.flatMap(limb => {
        const own = answers.filter(({ cue }) => cue.limb === limb)
        const [firsts, seconds] = [own.filter(({ cue }) => placeIn(cue.tick, pair) === 0), own.filter(isSecond)]
        if (firsts.length < LAPS || seconds.length < LAPS) return []
        const from = mean(firsts.map(one => one.off))
        return [seconds.map(({ cue, off }) => ({ tick: cue.tick, off: off - from }))]
      })
      const seconds = limbs.flat()
      if (seconds.length < 8 || new Set(seconds.map(one => one.tick)).size < 2) return []
      const off = mean(seconds.map(one => one.off))
      const places = [...groupedBy(seconds, one => one.tick).values()].map(list => mean(list.map(one => one.off)))
      const alike = places.filter(one => Math.sign(one) === Math.sign(off)).length >= places.length * 0.75
      const mark = Math.max(MARKS.swing.ms, MARKS.swing.share * pair * secondsPerTick * 1000)
      return alike && Math.abs(off) > 2 * doubtOf(seconds.map(one => one.off)) && Math.abs(off) >= mark * NEARLY
        ? [
            {
              // Heard place by place as soon as it is heard at all: over what a slot alone would weigh.
              cause: { kind: 'swing', weight: Math.abs(off) / MARKS.swing.ms, figure: off, ticks: pair },
              seconds: new Set(answers.filter(isSecond).map(({ cue }) => cue.tick)),
            },
          ]
        : []
    })
    .sort((a, b) => b.cause.weight - a.cause.weight)
    .slice(0, 1)
}

/** How uneven a limb is where each slot’s own place is taken out, in ms; all of it where no slot came often enough. */
function unevenness(own: readonly Answer[]): number {
  const slots = [...groupedBy(own, ({ cue }) => cue.tick).values()].filter(list => list.length >= LAPS)
  if (!slots.length) return deviation(own.map(one => one.off))
  const left = slots.flatMap(list => {
    const middle = mean(list.map(one => one.off))
    return list.map(one => (one.off - middle) ** 2)
  })
  return Math.sqrt(sum(left) / Math.max(1, left.length - slots.length))
}

/** How uneven each limb is, in ms. */
export const unevennessOf = (answers: readonly Answer[]): ReadonlyMap<Limb, number> =>
  new Map(LIMBS.map(limb => [limb, unevenness(answers.filter(({ cue }) => cue.limb === limb))]))

/** There are many slots and many unisons: one is named only this many standard errors away from nothing. */
const SURE = 4

/** Slots of a limb that leave the line of their neighbours, in ms. */
export function slotsOff(answers: readonly Answer[], uneven: ReadonlyMap<Limb, number>): Cause[] {
  return LIMBS.flatMap((limb): Cause[] => {
    const own = answers.filter(({ cue }) => cue.limb === limb)
    const slots = [...groupedBy(own, ({ cue }) => cue.tick)]
      .sort(([a], [b]) => a - b)
      .map(([tick, list]) => ({ tick, offs: list.map(one => one.off) }))
      .filter(slot => slot.offs.length >= LAPS)
    if (slots.length < 3) return []
    return slots.flatMap((slot, i): Cause[] => {
      const beside = [slots[(i - 1 + slots.length) % slots.length]!, slots[(i + 1) % slots.length]!]
      const off = mean(slot.offs) - mean(beside.map(one => mean(one.offs)))
      const error =
        (uneven.get(limb) ?? 0) * Math.sqrt(1 / slot.offs.length + sum(beside.map(one => 0.25 / one.offs.length)))
      return Math.abs(off) >= MARKS.slot && Math.abs(off) > SURE * error
        ? [{ kind: 'slot', weight: Math.abs(off) / MARKS.slot, figure: off, limb, tick: slot.tick }]
        : []
    })
  })
}

/** Two limbs that do not land together where both play, by what is left of them once their own lateness is known; ms. */
export function unisonsApart(answers: readonly Answer[], uneven: ReadonlyMap<Limb, number>, by: Measuring): Cause[] {
  const afters: { limbs: [Limb, Limb]; tick: number; key: number; after: number }[] = []
  for (const together of groupedBy(answers, ({ cue }) => cue.instant).values()) {
    if (together.length < 2) continue
    const byLimb = LIMBS.map(limb => together.find(({ cue }) => cue.limb === limb))
    byLimb.forEach((one, a) =>
      byLimb.slice(a + 1).forEach((other, b) => {
        if (!one || !other) return
        const { tick } = one.cue
        afters.push({
          limbs: [one.cue.limb, other.cue.limb],
          tick,
          key: (tick * 4 + a) * 4 + b,
          after: other.off - one.off,
        })
      }),
    )
  }
  return [...groupedBy(afters, one => one.key).values()].flatMap((group): Cause[] => {
    if (group.length < LAPS) return []
    const { limbs, tick } = group[0]!
    const figure = mean(group.map(one => one.after))
    const within = togetherWithin(limbs, by)
    const error = Math.hypot(uneven.get(limbs[0])!, uneven.get(limbs[1])!) / Math.sqrt(group.length)
    return Math.abs(figure) > within && Math.abs(figure) > SURE * error
      ? [{ kind: 'unison', weight: Math.abs(figure) / within, figure, limbs, tick }]
      : []
  })
}

/** Limbs that are uneven for how close their strokes come: each slot’s own place taken out. */
export function spreads(answers: readonly Answer[], uneven: ReadonlyMap<Limb, number>, by: Measuring): Cause[] {
  return LIMBS.flatMap((limb): Cause[] => {
    const own = answers.filter(({ cue }) => cue.limb === limb)
    if (own.length < by.few) return []
    const gaps = own
      .slice(1)
      .map((one, i) => (one.cue.at - own[i]!.cue.at) * 1000)
      .filter(gap => gap > 1)
    const figure = uneven.get(limb) ?? 0
    const most = Math.min(by.spread, Math.max(MARKS.spread.least, MARKS.spread.share * medianOf(gaps)))
    return [{ kind: 'spread', weight: figure / most, figure, limb }]
  })
}

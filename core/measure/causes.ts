import { groupedBy } from '#core/grouped'
import type { Groove } from '#core/groove'
import { LIMBS } from '#core/kit'
import { present } from '#core/present'
import { absences } from './absent'
import { beatFinder, limbsApart, slotsOff, spreads, swingOf, unevennessOf, unisonsApart } from './apart'
import type { Answer, CauseGround } from './cause-ground'
import { doubtOf, slopeOf, mean } from './figures'
import { gate, wholeOf } from './gates'
import { MARKS } from './marks'
import { medianOf } from './median'
import type { Cause, Measures } from './schema'

/** Bars that are played faster or slower than the others, lap after lap: a fill. */
function fills(answers: readonly (Answer & { raw: number })[], ground: Pick<Groove, 'bars'>): Cause[] {
  if (ground.bars.length < 2) return []
  const beatOf = beatFinder(ground)
  const places = [...groupedBy(answers, ({ cue }) => beatOf(cue.tick)?.bar ?? 0)].map(([place, list]) => {
    const laps = [...groupedBy(list, ({ cue }) => cue.bar).values()]
      .filter(lap => lap.length >= 4)
      .map(lap => slopeOf(lap.map(({ cue, raw }) => [cue.at * 1000, raw] as const)))
    return { place, slopes: laps }
  })
  return places.flatMap(({ place, slopes }): Cause[] => {
    const others = places.filter(one => one.place !== place).flatMap(one => one.slopes)
    if (slopes.length < 2 || others.length < 2) return []
    const off = mean(slopes) - medianOf(others)
    return Math.abs(off) > doubtOf(slopes) * 1.5 && Math.abs(off) >= MARKS.fill
      ? [{ kind: 'fill', weight: Math.abs(off) / MARKS.fill, figure: -off * 100, bar: place }]
      : []
  })
}

/** Accents and ghosts that are too near in level to what is around them. */
function levelsOff({ levels }: Pick<Measures, 'levels'>): Cause[] {
  return LIMBS.flatMap((limb): Cause[] => {
    const own = levels.filter(one => one.limb === limb && one.strokes >= 4)
    const [softest, loudest] = [
      own.reduce((a, b) => (b.asked < a.asked ? b : a), own[0]!),
      own.reduce((a, b) => (b.asked > a.asked ? b : a), own[0]!),
    ]
    if (!own.length || loudest.asked - softest.asked < 2) return []
    const between = loudest.got - softest.got
    return between < 2
      ? [
          {
            kind: 'level',
            weight: Math.min(4, 2 / Math.max(0.5, between)),
            figure: between,
            limb,
            ghosts: softest.asked <= 2,
          },
        ]
      : []
  })
}

/**
 * What was wrong with a performance, the greatest first by its figure over its threshold; where a gate holds, that alone. Causes under their
 * threshold are left out. Nothing left is clean.
 * @internal
 */
export function causesOf(of: CauseGround): Cause[] {
  const { asked, placed, matched, measures, ground, click, by } = of
  const closed = gate(of)
  if (closed) return [closed]
  const cues = asked.filter(one => !one.grace)
  const whole = wholeOf(placed)
  const first = cues[0]!
  const last = cues[Math.min(cues.length - 1, 200)]!
  const secondsPerTick = (last.at - first.at) / Math.max(1, last.instant - first.instant)
  const answers = matched.pairs.flatMap(({ asked: a, struck: s }) =>
    asked[a]!.grace
      ? []
      : [
          {
            cue: asked[a]!,
            off: (placed.struck[s]!.at - asked[a]!.at) * 1000,
            raw: (of.struck[s]!.at - asked[a]!.at) * 1000,
          },
        ],
  )
  const gone = measures.tells === 'nothing' ? { causes: [], misses: 0, extras: 0 } : absences(of, measures.tells)
  const slips = Math.max(0, measures.missed - gone.misses) + Math.max(0, measures.extra - gone.extras)
  // One slip or two are none to slow down for, however little was played.
  const scattered = slips < MARKS.slips ? 0 : slips / cues.length
  const causes: Cause[] = [
    ...gone.causes,
    { kind: 'scattered', weight: scattered / MARKS.scattered, figure: scattered * 100 },
  ]
  const told = placed.bars.filter(bar => bar.answered >= 0.5)
  if (told.length >= 6) {
    const creeping = Math.abs(whole.change) / MARKS.creeping
    if (creeping >= 1)
      causes.push({
        kind: 'drift',
        weight: Math.max(creeping, click ? Math.abs(whole.ends) / MARKS.drift : 0),
        figure: whole.change * 100,
        tempo: true,
      })
    else if (click) causes.push({ kind: 'drift', weight: Math.abs(whole.ends) / MARKS.drift, figure: whole.ends })
  }
  // What explains other figures is found first and taken out of them: bars that rush, then pairs that swing.
  const rushed = ground ? fills(answers, ground) : []
  causes.push(...rushed)
  const beatOf = ground && rushed.length ? beatFinder(ground) : undefined
  const steady = beatOf ? answers.filter(({ cue }) => !rushed.some(one => one.bar === beatOf(cue.tick)?.bar)) : answers
  // Where the time drifts no one place is its own.
  if (measures.vouched && !causes.some(one => one.kind === 'drift' && one.weight >= 1))
    causes.push({ kind: 'whole', weight: Math.abs(whole.off) / MARKS.behind, figure: whole.off })
  const swung = ground ? swingOf(steady, ground, secondsPerTick) : []
  causes.push(...swung.map(({ cause }) => cause))
  const [swing] = swung.filter(({ cause }) => cause.weight >= 1)
  const even = swing
    ? steady.map(one => (swing.seconds.has(one.cue.tick) ? { ...one, off: one.off - swing.cause.figure } : one))
    : steady
  // Where the input gives neither limb nor piece, which limb it was is not claimed.
  if (measures.tells === 'nothing') return sorted(causes)
  const uneven = unevennessOf(even)
  causes.push(
    ...limbsApart(even, measures.limbs, by),
    ...unisonsApart(even, uneven, by),
    ...slotsOff(even, uneven),
    ...spreads(even, uneven, by),
    ...levelsOff(measures),
  )
  return sorted(explained(causes))
}

/** Those that are over their threshold, the greatest first. */
const sorted = (causes: readonly Cause[]): Cause[] =>
  causes
    .filter(one => one.weight >= 1)
    .toSorted((a, b) => b.weight - a.weight)
    .slice(0, 6)

/** Without what another cause explains: unisons and slots of a limb that is late by itself. */
function explained(causes: readonly Cause[]): Cause[] {
  const late = causes.filter(one => one.kind === 'limb' && one.weight >= 1)
  return causes.filter(one => {
    if (one.kind === 'slot') return !late.some(limb => limb.met && limb.limb === one.limb)
    if (one.kind === 'unison')
      return !late.some(limb => present(one.limbs, 'limbs').includes(present(limb.limb, 'limb')))
    return true
  })
}

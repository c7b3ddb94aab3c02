import { type Groove, sentence } from '#core/groove'
import { sayLimbs } from '#core/analyse'
import { type Kit, type Limb, LIMBS } from '#core/kit'
import type { Advice } from '#core/measure'
import { limbsBy } from './say'
import { pairsOf } from './spots'
import { type Stage, makeStage, plainTempo } from './stage'

/** How much slower a stage is that isolates what is hard, and how long it lasts, in seconds. */
const SLOWER = 0.85
const LASTS = 120

/**
 * A stage that has some limbs of another by themselves, a little slower. Undefined where the stage has nothing of them, or nothing
 * but them, so that it would be the same again.
 * @example isolating(plan.stages.at(-1), groove, { limbs: ['RF'] }, 'new')?.name // => 'Right foot alone'
 */
export function isolating(
  stage: Stage,
  groove: Groove,
  { limbs, says = '', click = 'every beat', span, gaps, countIn }: Partial<Advice> & { limbs: readonly Limb[] },
  id: string,
): Stage | undefined {
  if (stage.subject.kind !== 'groove' && stage.subject.kind !== 'sticking') return undefined
  const parts = Object.fromEntries(
    [...groove.parts, ...stage.extra].flatMap(part =>
      limbs.includes(part.limb) && stage.parts[part.id] === 'player' ? [[part.id, 'player' as const]] : [],
    ),
  )
  const mine = limbsBy(groove, stage, 'player')
  const whole = mine.every(limb => limbs.includes(limb))
  const otherwise = gaps ? 'The click falls silent' : countIn ? 'Counted in aloud' : undefined
  if (!Object.keys(parts).length || (whole && !span && !otherwise)) return undefined
  return makeStage({
    id,
    name: otherwise ?? (limbs.length === 1 ? `${sentence(sayLimbs(limbs))} alone` : sayLimbs(limbs)),
    subject: stage.subject,
    span: span ?? stage.span,
    parts,
    extra: stage.extra,
    lines: stage.lines,
    length: { seconds: LASTS },
    click: { program: click, gaps: gaps ?? null, voice: null },
    ...(countIn ? { countIn } : {}),
    // Time is found again at the tempo it was lost at.
    tempo: {
      ...plainTempo(stage.tempo),
      bpm: otherwise ? stage.tempo.bpm : Math.max(20, Math.round(stage.tempo.bpm * SLOWER)),
    },
    on: stage.on,
    attend: says.slice(0, 200),
  })
}

/**
 * The stage that a climb puts in after a miss: of the limbs the player has, the two that fall between each other most, else those that land together most.
 * @example helpFor(plan.stages.at(-1), groove, kit, 'new')?.name // => 'Right hand with left hand'
 */
export function helpFor(stage: Stage, groove: Groove, kit: Kit, id: string): Stage | undefined {
  const mine = new Set(limbsBy(groove, stage, 'player'))
  const own = { ...groove, parts: [...groove.parts, ...stage.extra].filter(part => stage.parts[part.id] === 'player') }
  const [pair] = pairsOf(own, kit)
    .filter(one => one.limbs.every(limb => mine.has(limb)))
    .sort((a, b) => b.between - a.between || b.together - a.together)
  return pair && isolating(stage, groove, { limbs: LIMBS.filter(limb => pair.limbs.includes(limb)) }, id)
}

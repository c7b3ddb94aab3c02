import { type Groove, grooveTicks } from '#core/groove'
import { type Stage, castsLimbs } from './stage'
import { type Material, grooveOf } from './subject'
import { practised } from './make-plan'

/** The grooves that a stage goes through: all of turns, and all of a phrase. */
function groovesOf({ subject }: Pick<Stage, 'subject'>, material: Pick<Material, 'grooves' | 'phrases'>): Groove[] {
  if (subject.kind === 'turns') return subject.of.flatMap(({ id }) => material.grooves.get(id) ?? [])
  if (subject.kind === 'phrase')
    return Object.values(material.phrases.get(subject.id)?.grooves ?? {}).map(one => one.seen.groove)
  const groove = grooveOf(subject, material)
  return groove ? [groove] : []
}

/**
 * All that a stage goes through as one groove, to tell whose limbs it uses: of a phrase and of turns the parts of all their grooves.
 * @example allOf(stage, material).title // => 'Sample'
 */
export function allOf(
  stage: Pick<Stage, 'subject'>,
  material: Pick<Material, 'grooves' | 'phrases'>,
): Groove | undefined {
  const grooves = groovesOf(stage, material)
  return grooves.length > 1 ? { ...grooves[0]!, parts: grooves.flatMap(groove => groove.parts) } : grooves[0]
}

/**
 * True where a stage has the player play the whole of what it is about: every part that is practised, from end to end, in time. The foot alone, two
 * beats of four, and what is stepped through or sung say nothing of the whole. Of figures their own limb is the player’s anyway.
 * @example [playsWhole(plan.stages.at(-1), material), playsWhole(plan.stages[0], material)] // => [true, false]
 */
export function playsWhole(stage: Stage, material: Pick<Material, 'grooves' | 'phrases'>): boolean {
  const { subject, span, parts, pulse } = stage
  const grooves = groovesOf(stage, material)
  if (!grooves.length || pulse === 'step' || (subject.kind === 'phrase' && subject.bars)) return false
  const limb = subject.kind === 'figures' ? subject.limb : undefined
  return grooves.every(
    groove =>
      (!span || (span.from === 0 && span.to >= grooveTicks(groove))) &&
      practised(groove).every(
        part => part.limb === limb || parts[castsLimbs(stage) ? part.limb : part.id] === 'player',
      ),
  )
}

import { type Groove, type Span, claveOf, inSpan, sayClave, sayList, saySpan } from '#core/groove'
import { DEFAULT_KIT, type Kit, type Limb, LIMBS, isHand } from '#core/kit'
import { CLICKS, type Click, type ClickPlan, type PlayedBy } from '#core/perform'
import { type Phrase, phraseBars, sayBarSpan } from '#core/phrase'
import { type Result, ok, refuse } from '#core/result'
import { styleOf } from '#core/style'
import type { Tempo } from '#core/time'
import { SHORTEST, shareOut } from './minutes'
import { MOST_STAGES, type Plan } from './plan'
import { nameOf } from './say'
import { PLAN_SHAPE } from './shape'
import { type Stage, makeStage } from './stage'
import type { Practised } from './practised'
import type { Subject, Written } from './subject'
import { type TempoStage, tempoWayOf } from './tempos'
import type { Way, WayStep } from './way'
import { WAYS, wayOf } from './ways'

/**
 * The parts a plan is made of: what has strokes and is not muted.
 * @example practised(groove).map(part => part.id) // => ['hats', 'backbeat', 'ghosts', 'bass']
 */
export const practised = (groove: Groove): Groove['parts'] =>
  groove.parts.filter(part => part.strokes.length > 0 && !part.muted)

/**
 * What a plan is to be: the way to learn it and how the tempo goes, by their ids; the goal, and the minutes in all; a span, where it is
 * not of all bars; warm-up and breaks, which come on top of the minutes, where they are wanted; and how a sticking was written that is practised instead of a groove that is kept.
 */
interface PlanWish {
  way?: string
  tempo?: string
  goal?: Tempo
  minutes?: number
  kit?: Kit
  span?: Span
  warmUp?: boolean
  breaks?: boolean
  on?: Stage['on']
  sticking?: Written
  /** Of a way that takes a part in turn: which part, and how many strokes a step adds. */
  turn?: Practised['turn']
  /** Click and count-in of every stage, in place of those of the way. */
  click?: ClickPlan
  countIn?: number
  /** Whether the record says that a stage is solid at its tempo: such stages are left out, but never the last. */
  solid?: (stage: Stage) => boolean
}

/** A plan longer than this has breaks, one after each that many minutes, in seconds. Source: the project’s product.md, care. */
const BREAK_AFTER = 20 * 60
const BREAK = 120
const WARM_UP = 120

/** Whether two steps are the same to play, so that one of them says nothing; in which order their parts stand is no difference. */
const sameStep = (a: WayStep, b: WayStep): boolean =>
  Object.keys(a.parts).sort().join() === Object.keys(b.parts).sort().join() &&
  JSON.stringify(a.span) === JSON.stringify(b.span) &&
  JSON.stringify(a.extra ?? []) === JSON.stringify(b.extra ?? []) &&
  a.pulse === b.pulse

/** How many rungs a stage of some way has, one where it does not climb. */
const rungsIn = ({ bpm, climb }: TempoStage): number =>
  climb ? Math.ceil(Math.abs(climb.to - bpm) / climb.step) + 1 + climb.then.length : 1

/**
 * A break, sticks down.
 * @example breakStage('rest', { bpm: 80, counts: '1/4' }, 60).length // => { seconds: 60 }
 */
export const breakStage = (id: string, tempo: Tempo, seconds = BREAK): Stage =>
  makeStage({
    id,
    name: 'Break',
    subject: { kind: 'break', id: 'break' },
    parts: {},
    length: { seconds },
    tempo: { bpm: tempo.bpm, counts: tempo.counts },
    countIn: 0,
    attend: 'Sticks down. Shake the arms out, drink something.',
  })

/** Stages with a break wherever about twenty minutes have gone by and more is to come. @internal */
export function withBreaks(stages: readonly Stage[], seconds: (stage: Stage) => number, newId: () => string): Stage[] {
  let since = 0
  return stages.flatMap((stage, i) => {
    const due = since > 0 && since + seconds(stage) / 2 >= BREAK_AFTER && i < stages.length
    since = due ? seconds(stage) : stage.subject.kind === 'break' ? 0 : since + seconds(stage)
    return due && stage.subject.kind !== 'break' ? [breakStage(newId(), stage.tempo), stage] : [stage]
  })
}

/**
 * A plan made of a groove by a way to learn it, its stages in that way’s order. Steps with nothing in them fall away, and so do those
 * that would sound like the one before at no other tempo; muted parts are left out. Refused, with a reason, where the way finds nothing
 * to take apart. `newId` gives one id for the plan and one for each stage.
 * @example planFor(groove, () => 'id', { way: 'hands-first' }).value.stages[0].name // => 'Lead hand alone'
 */
export function planFor(
  groove: Groove,
  newId: () => string,
  {
    way: wayId = 'feet-first',
    tempo: tempoId = 'rising',
    goal = groove.tempo,
    minutes,
    kit = DEFAULT_KIT,
    span,
    warmUp = false,
    breaks = true,
    on = 'kit',
    sticking,
    click,
    countIn,
    turn,
    solid = () => false,
  }: PlanWish = {},
): Result<Plan> {
  const inIt = span
    ? groove.parts.map(part => ({
        ...part,
        strokes: part.every ? part.strokes : part.strokes.filter(stroke => inSpan(span, stroke.at)),
      }))
    : groove.parts
  const playing = practised({ ...groove, parts: inIt })
  if (!playing.length)
    return refuse(
      span
        ? 'Nothing is played in what is marked: mark a run of slots with strokes in it.'
        : 'There is nothing to practise yet: put strokes into at least one part on the Bench, and mute not all of them.',
    )
  const [way, tempos] = [wayOf(wayId), tempoWayOf(tempoId)]
  if (!way || !tempos) return refuse(`There is no way to learn called “${way ? tempoId : wayId}”.`)
  if (minutes !== undefined && !(minutes >= 1 && minutes <= 240)) return refuse('A plan lasts from 1 to 240 minutes.')
  if (!(goal.bpm >= 20 && goal.bpm <= 400)) return refuse(`A goal is a tempo from 20 to 400; ${goal.bpm} is none.`)
  const [lead, other]: [Limb, Limb] = groove.lead === 'right' ? ['RH', 'LH'] : ['LH', 'RH']
  const whole = { ...groove, parts: playing }
  const steps = way
    .steps({ groove: whole, kit, lead, other, ...(span ? { span } : {}), ...(turn ? { turn } : {}) })
    .filter(step => Object.keys(step.parts).length)
  // One that is the same to play as the one before it says nothing, unless both are the whole and it is faster.
  const apart = steps.filter(
    (step, i) => i === 0 || !sameStep(step, steps[i - 1]!) || (!!step.whole && !!steps[i - 1]!.whole),
  )
  if (!apart.length) return refuse(`“${way.name}” finds nothing to take apart in this groove; choose another way.`)
  const cut = tempos.stages(apart, goal)
  const own = cut.reduce((sum, stage) => sum + stage.minutes * rungsIn(stage), 0)
  const limbs = (step: WayStep) =>
    new Set([...playing, ...(step.extra ?? [])].filter(part => part.id in step.parts).map(part => part.limb))
  const subject: Subject = sticking
    ? { kind: 'sticking', id: groove.id, groove, written: sticking }
    : { kind: 'groove', id: groove.id }
  const seconds = shareOut(
    cut.map(stage => ({ share: stage.minutes * rungsIn(stage), rungs: rungsIn(stage) })),
    60 * (minutes ?? own),
  )
  const clave = span ? undefined : clickedClave(whole)
  const made = cut.map(({ step, bpm, says, climb, ofCeiling }, i): Stage =>
    makeStage({
      id: newId(),
      name: `${step.name ?? nameOf(limbs(step), lead)}${says ? `, ${says}` : ''}`.slice(0, 160),
      subject,
      span: step.span ?? span ?? null,
      parts: step.parts,
      extra: step.extra ?? [],
      lines: sticking ? [] : groove.guides.filter(guide => guide.notes.length).map(guide => guide.id),
      length: { seconds: seconds[i]! },
      click: {
        program:
          (click && clickOf(click)) ?? (clave && !step.span && CLAVE_FOR.includes(step.click) ? clave : step.click),
        gaps: click?.gaps ?? null,
        voice: null,
      },
      ...(countIn === undefined ? {} : { countIn }),
      tempo: { bpm, counts: goal.counts },
      climb: climb ?? null,
      ofCeiling: ofCeiling ?? null,
      pulse: step.pulse ?? 'steady',
      on,
      attend: step.attend ?? '',
    }),
  )
  const kept = made.filter((stage, i) => i === made.length - 1 || !solid(stage))
  const warmed = warmUp ? [warmUpStage(newId(), subject, playing, goal, span), ...kept] : kept
  const secondsOf = (stage: Stage) =>
    ('seconds' in stage.length ? stage.length.seconds : 0) *
    (stage.climb ? rungsIn({ bpm: stage.tempo.bpm, climb: stage.climb } as TempoStage) : 1)
  const stages = breaks ? withBreaks(warmed, secondsOf, newId) : warmed
  if (stages.length > MOST_STAGES)
    return refuse(
      `“${way.name}” with “${tempos.name.toLowerCase()}” would make ${stages.length} stages; a plan has at most ${MOST_STAGES}.`,
    )
  const noFeet = playing.every(part => isHand(part.limb))
  const called = ((noFeet && way.withoutFeet) || way.name).toLowerCase()
  const where = span ? `, ${saySpan(groove, span)}` : ''
  return ok({ ...SHAPE, id: newId(), title: `${groove.title}${where}, ${called}`.slice(0, 160), stages })
}

/**
 * The ways that find something to take apart in a groove on its kit, in the order they are offered; all of them where none does, so that each
 * can say why not.
 * @example waysFor(groove, kit).some(way => way.id === 'sweeps-first') // => false
 */
export function waysFor(groove: Groove, kit: Kit, span?: Span): readonly Way[] {
  const found = WAYS.filter(way => planFor(groove, () => 'way', { way: way.id, kit, ...(span ? { span } : {}) }).ok)
  return found.length ? found : WAYS
}

/** A click's program as a stage keeps it. */
const clickOf = ({ program }: ClickPlan): Stage['click']['program'] =>
  typeof program === 'string' ? program : [...program]

/** Clicks that a clave takes the place of in its own styles. */
const CLAVE_FOR: readonly Click[] = ['every beat', 'backbeats']

/**
 * The clave that a groove is learnt against: its own; or in the styles of one that which its hands play most, the son clave with its three
 * side first where several do.
 */
function clickedClave(groove: Groove): Click | undefined {
  if (groove.clave) return 'clave'
  if (styleOf(groove.style)?.family !== 'Afro-Cuban') return undefined
  const clave = claveOf(
    groove.bars,
    groove.parts.filter(part => isHand(part.limb)),
  )
  const said = clave && sayClave(clave)
  return CLICKS.find(click => click === said)
}

const SHAPE: Pick<Plan, 'format' | 'version'> = { format: PLAN_SHAPE.format, version: PLAN_SHAPE.version }

/**
 * A plan of stages that are there already: `makePlan({ id, title, stages })`.
 * @example makePlan({ id: 'mine', title: 'Mine', stages: [stage] }).title // => 'Mine'
 */
export const makePlan = (given: Pick<Plan, 'id' | 'title' | 'stages'>): Plan => ({ ...SHAPE, ...given })

/** All of it at half the goal, low and loose. */
const warmUpStage = (
  id: string,
  subject: Subject,
  parts: Groove['parts'],
  goal: Tempo,
  span: Span | undefined,
): Stage =>
  makeStage({
    id,
    name: 'Warm up',
    subject,
    span: span ?? null,
    parts: Object.fromEntries(parts.map(part => [part.id, 'player' as const])),
    length: { seconds: WARM_UP },
    tempo: { bpm: Math.max(20, Math.round(goal.bpm / 2)), counts: goal.counts },
    attend: 'Low sticks, loose hands; nothing loud yet.',
    given: ['name'],
  })

const everyLimb = (): Record<string, PlayedBy> => Object.fromEntries(LIMBS.map(limb => [limb, 'player' as const]))

/** What there is to attend to in a phrase: its fills, its changes, or its seams; nothing where it has none of them. */
function attendIn({ sections }: Phrase): string {
  const turns = sections.flatMap(section => section.turns)
  if (turns.some(({ put }) => 'fill' in put)) return 'The way in and out of each fill.'
  if (turns.length) return 'What is other in each changed bar, and the way back.'
  return sections.length > 1 ? 'The way from each section into the next.' : ''
}

/**
 * A phrase, or some bars of it counted from 0, as a plan: slowly, nearly up to tempo, and at tempo; the player has all limbs.
 * @example phrasePlan(phrase, () => 'id').value.stages.filter(one => one.subject.kind === 'phrase').length // => 3
 */
export function phrasePlan(
  phrase: Phrase,
  newId: () => string,
  { goal = phrase.tempo, minutes = 12, breaks = true, bars }: PlanWish & { bars?: { from: number; to: number } } = {},
): Result<Plan> {
  if (bars && !(bars.from >= 0 && bars.to > bars.from && bars.to <= phraseBars(phrase)))
    return refuse(`“${phrase.title}” has bars 1 to ${phraseBars(phrase)}; these are not among them.`)
  if (!phraseBars(phrase)) return refuse('There is nothing in this phrase yet: add a section first.')
  if (!(minutes >= 1 && minutes <= 240)) return refuse('A plan lasts from 1 to 240 minutes.')
  const stages = (
    [
      [bars ? 'Slowly' : 'Slowly, all through', 0.7, 'every beat'],
      ['Nearly up to tempo', 0.85, 'every beat'],
      ['At tempo', 1, 'backbeats'],
    ] as const
  ).map(([name, share, program]) =>
    makeStage({
      id: newId(),
      name,
      subject: { kind: 'phrase', id: phrase.id, ...(bars ? { bars } : {}) },
      parts: everyLimb(),
      length: { seconds: Math.max(SHORTEST, Math.round(minutes * 20)) },
      click: { program, gaps: null, voice: null },
      tempo: { bpm: Math.max(20, Math.round(goal.bpm * share)), counts: goal.counts },
      attend: attendIn(phrase),
      given: ['name'],
    }),
  )
  const seconds = (stage: Stage) => ('seconds' in stage.length ? stage.length.seconds : 0)
  return ok({
    ...SHAPE,
    id: newId(),
    title: `${phrase.title}, ${bars ? sayBarSpan(bars.from, bars.to - bars.from) : 'all through'}`.slice(0, 160),
    stages: breaks ? withBreaks(stages, seconds, newId) : stages,
  })
}

/** One of several things to take in turn: a groove, and the tempo it stood at, or its own. */
interface InTurn {
  groove: Groove
  tempo: Tempo
}

/**
 * Two or three things in turn, that many minutes each, a number of times round; at the tempos given.
 * @example inTurnPlan([{ groove, tempo: groove.tempo }], () => 'id').reason // => 'Taking things in turn needs at least two grooves with strokes in them.'
 */
export function inTurnPlan(
  things: readonly InTurn[],
  newId: () => string,
  { minutes = 2, rounds = 2 }: { minutes?: number; rounds?: number } = {},
): Result<Plan> {
  const able = things.filter(({ groove }) => practised(groove).length)
  if (able.length < 2) return refuse('Taking things in turn needs at least two grooves with strokes in them.')
  if (able.length * rounds > MOST_STAGES)
    return refuse(`That would make ${able.length * rounds} stages; a plan has at most ${MOST_STAGES}.`)
  const stages = Array.from({ length: rounds }, () => able)
    .flat()
    .map(({ groove, tempo }) =>
      makeStage({
        id: newId(),
        name: groove.title,
        subject: { kind: 'groove', id: groove.id },
        parts: Object.fromEntries(practised(groove).map(part => [part.id, 'player' as const])),
        length: { seconds: Math.max(SHORTEST, Math.round(minutes * 60)) },
        tempo: { bpm: Math.round(tempo.bpm), counts: tempo.counts },
        given: ['name'],
      }),
    )
  return ok({
    ...SHAPE,
    id: newId(),
    title: `In turn: ${sayList([...new Set(able.map(({ groove }) => groove.title))])}`.slice(0, 160),
    stages,
  })
}

/**
 * A plan’s stages laid on another groove of like parts: what it plays by role and limb is played there; refused where nothing fits.
 * @example planOn(plan, groove, lighter, () => 'id').ok // => true
 */
export function planOn(plan: Plan, from: Groove, to: Groove, newId: () => string): Result<Plan> {
  const ids = new Map(
    from.parts.flatMap(part => {
      const like = to.parts.filter(other => other.limb === part.limb && practised(to).includes(other))
      const own = like.filter(other => other.role === part.role)
      return (own.length ? own : like).length
        ? [[part.id, (own.length ? own : like).map(other => other.id)] as const]
        : []
    }),
  )
  const share = to.tempo.bpm / from.tempo.bpm
  const bpmOf = (bpm: number) => Math.min(400, Math.max(20, Math.round(bpm * share)))
  const stages = plan.stages.flatMap((stage): Stage[] => {
    if (stage.subject.kind === 'break') return [{ ...stage, id: newId() }]
    if ((stage.subject.kind !== 'groove' && stage.subject.kind !== 'figures') || stage.subject.id !== from.id) return []
    const parts = Object.fromEntries(
      Object.entries(stage.parts).flatMap(([id, by]) =>
        (ids.get(id.replace(/^stage-/, '')) ?? []).map(other => [other, by] as const),
      ),
    )
    if (!Object.values(parts).some(by => by !== 'silent')) return []
    return [
      {
        ...stage,
        id: newId(),
        subject: { ...stage.subject, id: to.id },
        span: null,
        parts,
        extra: [],
        tempo: { bpm: bpmOf(stage.tempo.bpm), counts: to.tempo.counts },
        climb: stage.climb && { ...stage.climb, to: bpmOf(stage.climb.to), then: stage.climb.then.map(bpmOf) },
        attend: '',
      },
    ]
  })
  if (!stages.some(stage => stage.subject.kind !== 'break'))
    return refuse(`Nothing of this plan fits “${to.title}”: none of its limbs play there.`)
  return ok({ ...SHAPE, id: newId(), title: `${plan.title.replace(from.title, to.title)}`.slice(0, 160), stages })
}

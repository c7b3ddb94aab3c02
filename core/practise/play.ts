import { type Groove, type Part, grooveTicks } from '#core/groove'
import type { Kit } from '#core/kit'
import {
  CueLine,
  type PlayedBy,
  type ClickPlan,
  type Performance,
  type Passage,
  humanOf,
  isRamp,
  looped,
  makePassage,
} from '#core/perform'
import { phraseBars, phrasePerformance } from '#core/phrase'
import { type Counting, type Tempo, barStarts, convertTempo } from '#core/time'
import { practiceFiguresOf } from './figures'
import { type Stage, castsLimbs, plainTempo } from './stage'
import { type Material, grooveOf } from './subject'

/** Once through what a stage practises: how many bars, and how many seconds at the stage’s own tempo. */
export interface Lap {
  bars: number
  seconds: number
}

/** How a stage is played: at a tempo that may differ from its own, a number of times through (null for ever), counted as the player counts. */
interface StagePlay {
  tempo?: Tempo
  laps?: number | null
  counting?: Counting
}

/** Who plays each part of a groove in a stage: as the stage says, and nobody where it does not; limb by limb where it casts limbs. */
function castOf(groove: Groove, stage: Stage): Passage['parts'] {
  const { parts, extra } = stage
  if (castsLimbs(stage))
    return Object.fromEntries(
      groove.parts.map((part): [string, PlayedBy] => [part.id, part.muted ? 'silent' : (parts[part.limb] ?? 'silent')]),
    )
  return {
    ...Object.fromEntries(
      [...groove.parts, ...extra].map(part => [
        part.id,
        extra.includes(part) ? ('machine' as const) : ('silent' as const),
      ]),
    ),
    ...parts,
  }
}

const clickOf = ({ click: { program, gaps, voice } }: Stage, counting: Counting | undefined): ClickPlan => ({
  program,
  gaps,
  ...(voice ? { voice: { where: voice, counting: counting ?? { school: 'numbers', triplet: '& a' } } } : {}),
})

/** A groove of a subject that casts limbs, of the first that many bars of it over and over, on any kit. */
function turn(groove: Groove, kit: Kit, bars: number): Pick<Passage, 'groove' | 'kit' | 'span' | 'times'> {
  const whole = groove.bars.length
  return bars < whole
    ? { groove, kit, span: { from: 0, to: barStarts(groove.bars)[bars]! }, times: 1 }
    : { groove, kit, span: { from: 0, to: grooveTicks(groove) }, times: Math.ceil(bars / whole) }
}

/** The parts of a stage that plays figures: the limb’s own are silent, and the figure is in their place. */
function figureSections(stage: Stage, groove: Groove, base: Partial<Passage> & { kit: Kit }): Passage[] {
  const { subject } = stage
  if (subject.kind !== 'figures') return []
  return practiceFiguresOf(groove, subject, base.kit).map(({ mask, part }) => {
    const own = Object.fromEntries(
      groove.parts.filter(one => one.limb === subject.limb).map(one => [one.id, 'silent' as const]),
    )
    return makePassage({
      ...base,
      ...turn(groove, base.kit, subject.bars),
      id: `${stage.id}-${mask}`,
      guides: stage.lines,
      extra: [...stage.extra, part],
      parts: { ...castOf(groove, stage), ...own, [part.id]: 'player' },
    })
  })
}

/** Sections one after another a number of times, or for ever. */
function round(passages: readonly Passage[], laps: number | null, countIn: number): Performance {
  if (laps === null) return { passages, countIn, again: 0 }
  return {
    passages: Array.from({ length: laps }, (_, lap) =>
      passages.map(passage => ({ ...passage, id: `${passage.id}-${lap}` })),
    ).flat(),
    countIn,
  }
}

const faster = (tempo: Passage['tempo'], by: number): Passage['tempo'] =>
  isRamp(tempo)
    ? { ...tempo, from: { ...tempo.from, bpm: tempo.from.bpm * by }, to: { ...tempo.to, bpm: tempo.to.bpm * by } }
    : { ...tempo, bpm: tempo.bpm * by }

/**
 * A stage as it is played, over and over or a number of times through. What the player plays sounds too, to play along with.
 * Undefined for a break, and where what it is made of is not here.
 * @example stagePerformance(stage, material).passages.length // => 1
 */
export function stagePerformance(stage: Stage, material: Material, play: StagePlay = {}): Performance | undefined {
  const performance = exactly(stage, material, play)
  return performance && stage.human > 0 ? { ...performance, human: humanOf(stage.human) } : performance
}

function exactly(
  stage: Stage,
  material: Material,
  { tempo = stage.tempo, laps = null, counting }: StagePlay,
): Performance | undefined {
  const groove = grooveOf(stage.subject, material)
  if (!groove) return undefined
  const click = clickOf(stage, counting)
  const kit = material.kitOf(groove.kitId)
  const base = { kit, model: true, click, fades: stage.fades, tempo: plainTempo(tempo) }
  switch (stage.subject.kind) {
    case 'groove':
    case 'sticking': {
      const passage = {
        id: stage.id,
        groove,
        ...base,
        ...(stage.span ? { span: stage.span } : {}),
        parts: castOf(groove, stage),
        extra: stage.extra,
        guides: stage.lines,
      }
      return laps === null
        ? looped(passage, stage.countIn)
        : { passages: [makePassage({ ...passage, times: laps })], countIn: stage.countIn }
    }
    case 'figures':
      return round(figureSections(stage, groove, base), laps, stage.countIn)
    case 'turns':
      return round(
        stage.subject.of.flatMap(({ id, bars }, i) => {
          const one = material.grooves.get(id)
          return one
            ? [
                makePassage({
                  ...base,
                  ...turn(one, material.kitOf(one.kitId), bars),
                  id: `${stage.id}-${i}`,
                  parts: castOf(one, stage),
                  leadsOn: true,
                }),
              ]
            : []
        }),
        laps,
        stage.countIn,
      )
    case 'phrase': {
      const phrase = material.phrases.get(stage.subject.id)!
      const by = convertTempo(tempo, phrase.tempo.counts).bpm / phrase.tempo.bpm
      const { bars } = stage.subject
      // A phrase may have become shorter since the plan was made.
      const some =
        bars && bars.from < phraseBars(phrase) ? { from: bars.from, to: Math.min(bars.to, phraseBars(phrase)) } : {}
      const { passages } = phrasePerformance(phrase, material.kitOf(phrase.kitId), { click, ...some })
      return round(
        passages.map(passage => ({
          ...passage,
          click,
          model: true,
          fades: stage.fades,
          tempo: faster(passage.tempo, by),
          parts: castOf(passage.groove, stage),
        })),
        laps,
        stage.countIn,
      )
    }
    case 'break':
      return undefined
  }
}

/**
 * Once through a stage; a break is one lap of no bars.
 * @example lapOf(stage, material).bars // => 1
 */
export function lapOf(stage: Stage, material: Material): Lap {
  const once = stagePerformance(stage, material, { laps: 1 })
  if (!once) return { bars: 1, seconds: 'seconds' in stage.length ? stage.length.seconds : 60 }
  const seconds = new CueLine(once).ends
  const bars = once.passages.reduce((sum, { groove, span, times }) => {
    const starts = barStarts(groove.bars)
    const touched = starts.filter(
      (start, i) => i < groove.bars.length && start < span.to && starts[i + 1]! > span.from,
    ).length
    return sum + touched * (times ?? 1)
  }, 0)
  return { bars, seconds }
}

/** How long a stage takes with no rung repeated, in seconds: clean times are taken for once through each. @internal */
export function stageSeconds(stage: Stage, lap: Lap, rungs: readonly number[]): number {
  const own = stage.tempo.bpm
  return rungs.reduce(
    (sum, bpm) =>
      sum +
      ('seconds' in stage.length
        ? stage.length.seconds
        : lap.seconds *
          (own / bpm) *
          ('bars' in stage.length
            ? Math.max(1, Math.ceil(stage.length.bars / lap.bars))
            : Math.max(1, stage.length.clean * Math.ceil(4 / lap.bars)))),
    0,
  )
}

/**
 * The part of a stage’s groove that is heard or played, for its lanes: those that are in it, and those of the stage alone.
 * @example partsPlayed(groove, stage).map(part => part.id) // => ['hats', 'backbeat', 'ghosts', 'bass']
 */
export const partsPlayed = (groove: Groove, stage: Stage): Part[] => {
  const out = new Set(stage.extra.map(part => part.id.replace(/^stage-/, '')))
  return [...groove.parts.filter(part => !out.has(part.id)), ...stage.extra]
}

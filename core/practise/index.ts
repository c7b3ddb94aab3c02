export { type Material, type Subject, FIGURE_GRIDS, grooveOf, neededBy, titleOf } from './subject'
export { type Climb, ALLOW_WORDS, ALLOWS, MISS_WORDS, ON_MISS, rungsOf, sayClimb } from './climb'
export { type NewStage, type Stage, castsLimbs, makeStage, partsOf, plainTempo } from './stage'
export { figureBeats, practiceFiguresOf, figuresPlayed, sayFigures } from './figures'
export { lapOf, partsPlayed, stagePerformance } from './play'
export { limbsBy, sayClick, sayClock, sayDuration, sayLength, sayStage, sayStageLimbs, sayVoice, whoPlays } from './say'
export { helpFor, isolating } from './help'
export { usualWay, WAYS } from './ways'
export { TEMPO_WAYS } from './tempos'
export {
  type Plan,
  castPart,
  planSchema,
  type StageRowName,
  likeAll,
  planSeconds,
  readPlan,
  stageDoubled,
  stageIn,
  stageMoved,
  stageNamed,
  stageOut,
  withStage,
} from './plan'
export { breakStage, inTurnPlan, makePlan, phrasePlan, planFor, planOn, practised, waysFor } from './make-plan'
export {
  type DayBest,
  type LogEntry,
  type TempoLine,
  type Word,
  countsAsBest,
  isOfWhole,
  logEntrySchema,
  makeEntry,
  quartersOf,
  readEntry,
  tempoByDay,
  tempoLines,
  WORDS,
} from './log'
export {
  type BestRow,
  type DayAccuracy,
  type FigureBest,
  type LogFilter,
  type LogSums,
  type WeekSum,
  bestOf,
  limbsFrom,
  limbsText,
  mondayOf,
  spreadOfEntry,
  weekSums,
} from './log-sums'
export {
  type Run,
  type RunEffect,
  type RunEvent,
  barSeconds,
  beginRun,
  entryOf,
  stageOf,
  stepRun,
  resumed,
} from './run'
export { goalOf, rangeOf } from './goal'
export { allOf, playsWhole } from './whole'
export { SITTING_SHAPE, type Sitting, makeSitting, readSitting, sittingLine } from './sitting'
export { type Counted, type Met, countedAt, metSince, sayAttend } from './attend'
export { type Due, type SubjectWords, dayNumber, dayOf, dueList, sayOverdue } from './due'
export { listeningMinutes, sayListening } from './care'
export { HELPERS, withHelper, withoutHelper } from './helpers'
export { ENTRY_SHAPE, PLAN_SHAPE } from './shape'
export { changeable, strokesIn, withStrokeAt } from './strokes'

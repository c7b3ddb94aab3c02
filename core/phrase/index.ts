export { ENDINGS, FILL_FEET, FILL_LOUDNESS, PHRASE_LIMITS, PHRASE_SHAPE, RESTS } from './bounds'
export {
  type Fill,
  type FillSource,
  type FillStroke,
  type Phrase,
  type Section,
  type Turn,
  type When,
  readPhrase,
} from './schema'
export { grooveKeyOf, phraseBars, sectionBars } from './fits'
export { type PhraseEdit, applyToPhrase } from './edits'
export {
  changedSince,
  insertSections,
  makeSection,
  moveSection,
  phraseFrom,
  pin,
  playedGroove,
  refreshed,
  removeSection,
  repeatSection,
  setFill,
  setSection,
  setTurns,
  takenUp,
  unusedOut,
} from './commands'
export { barsWithin, unfolded } from './unfold'
export {
  type Folded,
  type PhraseBar,
  type Round,
  barsInOrder,
  folded,
  fillGroundOf,
  isForOneTime,
  roundsOf,
} from './rounds'
export { phrasePerformance } from './perform'
export { findingsInPlace, inPlace } from './place'
export type { FillGround } from './fill-ground'
export { type FillCell, cellsFor } from './fill-cells'
export { usualGrids } from './fill-grid'
export { type FillWish, handHome, fillLimbsOf, makeFill, slotsWithin } from './make-fill'
export { type Transition, isTrouble, joinsOf, mendings, sayTransition, seamTroubles, wishOf } from './joins'
export { FILL_TASTE } from './fill-taste'
export { type FillIdea, type FillSearch, fillIdeas } from './fill-ideas'
export {
  type Answers,
  type FormBar,
  type SmallChange,
  type Template,
  asGroove,
  busierChanges,
  formed,
  otherCymbals,
  roundedOff,
  sketchOf,
  smallChanges,
  templateFill,
  TEMPLATES,
} from './templates'
export {
  ENDING_NAMES,
  FEET_NAMES,
  LOUDNESS_NAMES,
  REST_NAMES,
  sayBarsOf,
  sayBarSpan,
  sayFill,
  sayPlay,
  saySource,
  sayWhen,
  shortTitle,
} from './say'
export { printedPhrase } from './print'
export { claveOfPhrase, sayClaveAt } from './clave'

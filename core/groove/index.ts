export { GROOVE_SHAPE } from './upgrade'
export {
  type Bar,
  type Facts,
  type Feel,
  type Groove,
  type Guide,
  type MoveMade,
  type Part,
  type Stroke,
  grooveSchema,
  idSchema,
  paramSchema,
  partSchema,
  strokeSchema,
  tempoSchema,
  tickSchema,
} from './schema'
export { readGroove } from './parse'
export {
  type Clave,
  CLAVES,
  claveCycle,
  claveIn,
  claveNamed,
  claveOf,
  claveRow,
  isClave,
  sayClave,
  withClave,
} from './clave'
export { evenSlots, makeBars, makeGroove, makePart, subdivisionsOf, usualPart } from './make'
export {
  type TimeChoice,
  barsFrom,
  barsOfChoice,
  COMMON_TIME,
  gridsOf,
  timeChoicesOf,
  withGroups,
  withMeter,
} from './choice'
export { type RowStroke, rowStrokes } from './rows'
export { type Edit, apply } from './edits'
export {
  alterStrokes,
  partOf,
  putStrokes,
  renamed,
  sayLost,
  shiftedStrokes,
  shiftStrokes,
  shiftTick,
  takeStrokes,
  turnOnClave,
} from './commands'
export { homeFor, workable } from './home'
export {
  type Clip,
  type Laid,
  type Span,
  barSpan,
  cleared,
  copied,
  cutIn,
  displacedIn,
  inSpan,
  laid,
  onlyIn,
  putBack,
  repeated,
  sayLaid,
  saySpan,
  slotSpan,
  spanGroove,
  spanOf,
  wholeSpan,
} from './span'
export { type Filling, barDoubled, barInserted, barMoved, barRemoved, widened } from './bars'
export {
  type GuideNote,
  addGuide,
  alterNote,
  guideOf,
  isLong,
  noteAt,
  noteOver,
  notesOf,
  putNote,
  removeGuide,
  renameGuide,
  takeNote,
  takeOver,
  tapped,
} from './guides'
export {
  type Brush,
  type Touch,
  asKind,
  asPiece,
  fillSlots,
  freshStroke,
  givenTo,
  ornamentsFor,
  painted,
  stretched,
  takenOut,
  touchSlot,
  withOrnament,
} from './touch'
export { CELL_SHAPE, type Cell, type Figure, beatMoved, cellFrom, clipOf, figureIn, figuresOf, readCell } from './cells'
export { cycled, ownTick, refOf, passesUntilAlike, sayComesRound, strokeAt } from './cycle'
export { crossedFeet, lacking, mirrored, repieced, sayCrossed } from './orient'
export { type Blow, blowsOf } from './ornaments'
export { nextOnHats } from './openings'
export { ledInBy, leadInFrom, leadInOf, pickUpTicks, silentFrom } from './lead-in'
export { blowsIn, followHats, opensHats, ringsUntil } from './ringing'
export {
  type PlacedStroke,
  type TimedStroke,
  audibleParts,
  passSeconds,
  slotTicks,
  sounding,
  timeline,
  visitStrokes,
} from './timeline'
export {
  barOf,
  sayBars,
  sayCount,
  sayFeel,
  sayLane,
  sayList,
  sayPlace,
  sayPlaces,
  saySlots,
  sayStroke,
  sentence,
  SWUNG,
} from './say'
export { cutToShow, sayCut } from './cut'
export { backbeatOf, backbeatTicks, onSnare, sayBackbeat, strongSnares } from './backbeat'
export { described, following, inRole, struckPart, withFollowing } from './follow'
export { type Role, barTicks, grooveTicks, LIMITS, ROLES } from './bounds'

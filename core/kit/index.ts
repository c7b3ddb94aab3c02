export {
  type Level,
  type Limb,
  type Ornament,
  type StrokeKind,
  HAT_DEGREES,
  isHand,
  LEVEL_NAMES,
  liftsFoot,
  ringsOn,
  LEVEL_VELOCITIES,
  levelOfVelocity,
  LEVELS,
  LIMB_NAMES,
  LIMBS,
  limbsInOrder,
  ORNAMENTS,
  otherSide,
  STROKE_KINDS,
  STROKE_NAMES,
} from './strokes'
export { type PieceKind, PIECE_KINDS } from './kinds'
export { type SoundName, type SoundSet, SOUNDS } from './sounds'
export { type Head, HEADS, STAFF_RANGE } from './heads'
export { sayStaffPlace, staffOf } from './staff'
export { KIT_SHAPE, PLAYER_ID, PLAYER_SHAPE } from './shapes'
export { KIT_LIMITS, metresApart } from './bounds'
export { type Kit, type OwnSound, type Piece, type Place, readKit } from './schema'
export { limitsOf, noteOf, paired, pieceOf, piecesFor, soundOf, spanned, strokesFor } from './kit'
export { DEFAULT_KIT, kindNamed, kitById, KITS, knownPiece } from './presets'
export { homesOf, mirrorKit, nearestPiece, REACH, reachedBy, stretchTo } from './body'
export { onKit, strokeOfNote } from './gm'
export {
  type By,
  canBe,
  freeName,
  moved,
  neighboursOf,
  setOf,
  WIDTHS,
  withFacts,
  withoutPiece,
  withPair,
  withPiece,
  withSet,
  withStroke,
} from './change'
export {
  type Limit,
  type Limits,
  CROSSING,
  FOOT_TRAVEL,
  hardnessOf,
  HOUSE_LIMITS,
  SECOND_PEDAL,
  limitVerdictOf,
} from './limits'
export { bounces, BREATH, isBreath, LONGEST_BOUNCE, speedLimit, speeds, TOM_BOUNCE } from './speed'
export { type Defaults, type Player, type PracticeSettings, readPlayer } from './player-schema'
export { inWords, USUAL_PLAYER } from './player'
export {
  type Hearing,
  type Listening,
  type RoomChoice,
  HEARINGS,
  ROOM_RANGE,
  USUAL_HEARING,
  USUAL_ROOM,
} from './hearing'
export {
  type ClickPlace,
  type ClickSound,
  type ClickVoice,
  CLICK_PLACES,
  CLICK_RANGES,
  CLICK_SOUNDS,
  USUAL_CLICK,
} from './click-voice'
export { type Lamp, mayFlash, USUAL_LAMP } from './lamp'
export {
  type Fader,
  type Mix,
  type MixChannel,
  decibelGain,
  decibelsOf,
  gainOf,
  GAIN_RANGE,
  isUsualMix,
  MIX_CHANNELS,
  USUAL_MIX,
} from './mix'

export {
  type Hand,
  type Letter,
  type Sticking,
  accentTurned,
  handsChanged,
  LETTER_NAMES,
  readSticking,
  writeSticking,
} from './sticking'
export { rudimentOf, RUDIMENTS, rudimentSticking } from './rudiments'
export { type Ground, type LaidSticking, byTick, groundBars, homeAfter, layOn, layOver, onBeats, sayHome } from './lay'
export { type NoteGroup, NOTE_GROUPS, ownGroup } from './groups'
export type { Question, Wish } from './wishes'
export type { Chain } from './filling'
export { type Answer, chainsFor, chainSticking } from './chains'
export { type Rotation, backbeatsIn, rotationSticking, sayRotation } from './backbeat'
export { type FootRule, FOOT_RULES, footTicks, sayFootRule } from './foot'
export {
  type Orchestration,
  BASS_RULES,
  layOverSpan,
  orchestrate,
  orchestrationSchema,
  sayUnplayed,
  USUAL_ORCHESTRATION,
} from './orchestrate'

export { type Into, type Onset, type PlayedStroke, type PlayedTake, placeIn } from './take'
export { type Playing, readPlaying } from './playing'
export { type Followed, followTempo } from './follow'
export { type MadeGroove, type MadeWish, madeOf, strokeFor } from './made'
export { feelDiffers, sayLate, sayOwnSwings, sayPlaying, sayPushes, saySpread, spreadMs } from './say'
export {
  type PlayInDesk,
  type PlayInEvent,
  type PlayInOptions,
  type PlayingIn,
  type Strike,
  beginPlayingIn,
  stepPlayingIn,
} from './session'

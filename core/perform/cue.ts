import type { ClickPlace, Level, Limb, Piece, StrokeKind } from '#core/kit'
import type { PlayedBy } from './performance'

/** Where in a performance something is: its passage by place in the list, the lap of it, the bar and the tick. */
export interface CuePlace {
  passage: number
  /** Which time round, from 0. */
  lap: number
  /** The bar, counted from 0 through the whole performance; negative in the count-in. */
  bar: number
  /** Ticks from the start of the passage's groove, as written; before the first lap, in a count-in or a pick-up, negative. */
  tick: number
}

interface Sounding extends CuePlace {
  /** Exact ticks from the start of the performance; negative before it. */
  at: number
  /** When it sounds, in seconds from the start of the performance: tempo, swing, push and grace notes applied. */
  seconds: number
}

/** One blow of a stroke. */
export interface StrokeCue extends Sounding {
  kind: 'stroke'
  part: string
  /** Which blow of an ornamented stroke, from 0; the others are at the same tick. */
  blow: number
  by: PlayedBy
  /** True where the machine is to sound it. */
  heard: boolean
  limb: Limb
  /** The name the groove uses, and the kit's piece of that name, if it has one. */
  pieceId: string
  piece: Piece | undefined
  stroke: StrokeKind
  level: Level
  /** When an open hat closes or a choked cymbal is caught, in seconds from the start; undefined where it rings out. */
  until: number | undefined
}

export interface ClickCue extends Sounding {
  kind: 'click'
  on: ClickPlace
  /** In the last bar before something else comes. */
  warns: boolean
  /** What a voice says here; undefined where it clicks. */
  says: string | undefined
  /** When what is said must be over, in seconds from the start: the next thing to say; undefined for a click. */
  until: number | undefined
}

/** A note of a line above the limbs, sounded by a voice that no piece has. */
export interface GuideCue extends Sounding {
  kind: 'guide'
  guide: string
  level: Level
  /** When it ends, in seconds from the start. */
  until: number
}

/** One thing that sounds in a performance. */
export type Cue = StrokeCue | ClickCue | GuideCue

/** Whose cue it is: a part's, a line's, or the click's. */
const voiceOf = (cue: Cue): string =>
  cue.kind === 'click' ? 'click' : cue.kind === 'guide' ? `line ${cue.guide}` : cue.part

/**
 * What a cue is the same by, whenever it is asked for: `'0/2/5/hats/1260/0'` is passage, lap, bar, part, tick and blow.
 * @example cueId(cues(looped({ groove, kit }), 0, 0.1)[0]) // => '0/0/0/hats/0/0'
 */
export const cueId = (cue: Cue): string =>
  `${cue.passage}/${cue.lap}/${cue.bar}/${voiceOf(cue)}/${cue.tick}/${cue.kind === 'stroke' ? cue.blow : 0}`

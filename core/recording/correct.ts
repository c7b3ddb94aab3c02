import { type BeatMap, barAt, nearest } from './beat-map'
import { type Anchor, type Recording } from './schema'

/** What a player says of the beats of a recording, at a place in seconds. */
export type Correction =
  | { says: 'the 1 is here' }
  | { says: 'the 1 is a beat later' }
  | { says: 'bars have'; beats: number }
  | { says: 'this bar has'; beats: number }
  | { says: 'twice as fast' }
  | { says: 'half as fast' }
  | { says: 'as it was found' }

/** Anchors this near to one another, in seconds, are one: the later word counts. */
const SAME = 0.07

function withAnchor(recording: Recording, anchor: Anchor): Recording {
  const others = recording.anchors.filter(one => Math.abs(one.at - anchor.at) > SAME)
  return { ...recording, anchors: [...others, anchor].sort((a, b) => a.at - b.at) }
}

/**
 * A recording with its beats put right by one word of the player’s, at a place: the beat nearest to it is meant, or the bar that it is in. `map` is its beat map
 * as it is now.
 * @example corrected({ ...recording, heard: { beats: [0, 1, 2, 3], bars: [] } }, { beats: [0, 1, 2, 3], bars: [] }, 1.1, { says: 'the 1 is here' }).anchors // => [{ at: 1, is: 'one' }]
 */
export function corrected(recording: Recording, map: BeatMap, at: number, correction: Correction): Recording {
  const { beats, bars } = map
  if (correction.says === 'twice as fast')
    return { ...recording, counted: recording.counted === 'half' ? 'as heard' : 'twice' }
  if (correction.says === 'half as fast')
    return { ...recording, counted: recording.counted === 'twice' ? 'as heard' : 'half' }
  if (correction.says === 'as it was found') return { ...recording, counted: 'as heard', anchors: [] }
  if (!beats.length) return recording
  if (correction.says === 'the 1 is here') return withAnchor(recording, { at: beats[nearest(beats, at)]!, is: 'one' })
  const bar = bars[Math.max(0, barAt(map, at))]
  const first = bar ? bar.beat : nearest(beats, at)
  if (correction.says === 'the 1 is a beat later') {
    const without = recording.anchors.filter(one => Math.abs(one.at - beats[first]!) > SAME)
    return withAnchor(
      { ...recording, anchors: without },
      { at: beats[Math.min(first + 1, beats.length - 1)]!, is: 'one' },
    )
  }
  const is = correction.says === 'bars have' ? 'meter' : 'odd bar'
  return withAnchor(recording, { at: beats[first]!, is, beats: correction.beats })
}

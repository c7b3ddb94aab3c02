import { expose } from 'comlink'
import { HEAR_RATE, barsIn, findBeats, onsetStrength } from '#core/hear'
import type { HeardBeats } from '#core/recording'
import { OUTLINE } from '../listen/outline'

const thousandth = (seconds: number) => Math.round(seconds * 1000) / 1000

const worker = {
  /** The highest peak of each hundredth of a second, 1 being full scale. */
  outline(mono: Float32Array): Float32Array {
    const many = HEAR_RATE / OUTLINE
    return Float32Array.from({ length: Math.ceil(mono.length / many) }, (_, n) => {
      let most = 0
      for (let i = Math.floor(n * many); i < Math.min(mono.length, (n + 1) * many); i++)
        most = Math.max(most, Math.abs(mono[i]!))
      return most
    })
  },
  /** Where its beats and bars are; `tell` hears how far it has come, from 0 to 1. */
  hear(mono: Float32Array, tell: (share: number) => void): HeardBeats {
    tell(0.05)
    const strength = onsetStrength(mono)
    tell(0.6)
    const beats = findBeats(strength).beats.filter(beat => beat >= 0)
    tell(0.8)
    const bars = barsIn(mono, strength, beats)
    tell(1)
    return { beats: beats.map(thousandth), bars: bars.map(bar => ({ ...bar, sure: thousandth(bar.sure) })) }
  },
}
export type ListenWorker = typeof worker

expose(worker)

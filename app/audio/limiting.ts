import { LOOK_AHEAD } from '#core/signal'
import worklet from './limiter.worklet.ts?worker&url'

/** The end of the graph, which keeps several accents at once under full scale, and by how many seconds it holds sound back. */
export interface Limiting {
  node: AudioNode
  delay: number
}

/** A browser’s own compressor makes up for what it takes by this much, in dB, at the figures below. */
const MADE_UP = 3.4

/**
 * The limiter of core/signal in a worklet. A page that came over plain HTTP from another machine has no worklets: there the browser's compressor stands in, which
 * is coarser and holds back nothing that could be told.
 */
export async function limiting(context: AudioContext): Promise<Limiting> {
  try {
    await context.audioWorklet.addModule(worklet)
    const node = new AudioWorkletNode(context, 'limiter', {
      outputChannelCount: [2],
      channelCount: 2,
      channelCountMode: 'explicit',
    })
    return { node, delay: LOOK_AHEAD }
  } catch {
    const node = new DynamicsCompressorNode(context, {
      threshold: -6,
      knee: 0,
      ratio: 20,
      attack: 0.001,
      release: 0.06,
    })
    const before = new GainNode(context, { gain: 10 ** (-MADE_UP / 20) })
    before.connect(node)
    return { node: before, delay: 0 }
  }
}

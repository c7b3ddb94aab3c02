/** What of a recording is listened to: all of it, a band of it, or what both sides have or don’t have in common. */
export const PARTS_HEARD = ['all', 'lows', 'middles', 'highs', 'the middle', 'the sides'] as const
export type PartHeard = (typeof PARTS_HEARD)[number]

/** Where lows end and highs begin, in Hz: under the first a bass drum and a bass are, over the second cymbals. */
const LOWS_END = 180
const HIGHS_BEGIN = 4000
/** The two second-order filters of a fourth-order one that is flat where it passes (Butterworth). */
const STEEP = [0.541, 1.307]

/** The filters of a band, one after another, 24 dB an octave outside it. */
function filtersOf(context: BaseAudioContext, part: PartHeard): BiquadFilterNode[] {
  const steep = (type: BiquadFilterType, frequency: number) =>
    STEEP.map(q => new BiquadFilterNode(context, { type, frequency, Q: 20 * Math.log10(q) }))
  if (part === 'lows') return steep('lowpass', LOWS_END)
  if (part === 'highs') return steep('highpass', HIGHS_BEGIN)
  return part === 'middles' ? [...steep('highpass', LOWS_END), ...steep('lowpass', HIGHS_BEGIN)] : []
}

/** What both sides have in common, or what is left when that is taken away, on both ears. */
function sidesOf(context: BaseAudioContext, from: AudioNode, to: AudioNode, sign: 1 | -1): AudioNode[] {
  const split = new ChannelSplitterNode(context, { numberOfOutputs: 2 })
  const merge = new ChannelMergerNode(context, { numberOfInputs: 2 })
  const [left, right] = [0.5, 0.5 * sign].map(gain => new GainNode(context, { gain })) as [GainNode, GainNode]
  from.connect(split)
  split.connect(left, 0)
  split.connect(right, 1)
  for (const ear of [0, 1]) {
    left.connect(merge, 0, ear)
    right.connect(merge, 0, ear)
  }
  merge.connect(to)
  return [split, left, right, merge]
}

/** Puts what is listened to between two nodes; answers a way to take it out again. `from` is stereo. */
export function hearPart(context: BaseAudioContext, from: AudioNode, to: AudioNode, part: PartHeard): () => void {
  const sides = part === 'the middle' ? 1 : part === 'the sides' ? -1 : undefined
  if (sides) {
    const nodes = sidesOf(context, from, to, sides)
    return () => {
      from.disconnect(nodes[0]!)
      for (const node of nodes) node.disconnect()
    }
  }
  const filters = filtersOf(context, part)
  const chain: AudioNode[] = [from, ...filters, to]
  for (let i = 1; i < chain.length; i++) chain[i - 1]!.connect(chain[i]!)
  return () => {
    from.disconnect(chain[1]!)
    for (const filter of filters) filter.disconnect()
  }
}

import { type Limb, type Mix, type MixChannel, LIMBS, MIX_CHANNELS, USUAL_MIX, gainOf } from '#core/kit'

/** Seconds a fader takes to its new place: a gain that jumps is heard as a click. */
const GLIDE = 0.015

/** Where sounds go in: nodes of the graph by channel, their faders, and how high each comes. */
export interface Mixer {
  all: AudioNode
  click: AudioNode
  voice: AudioNode
  line: AudioNode
  /** A limb of the machine’s, or of the player’s own parts. */
  limb(by: 'machine' | 'mine', limb: Limb): AudioNode
  isMuted(channel: MixChannel): boolean
  set(mix: Mix): void
  /** The highest peak of each channel since about 50 ms ago, after its fader. */
  peaks(): Record<MixChannel, number>
}

/**
 * The graph of the mix: limbs into machine or mine, these, the click, the voice and the lines into all, and all into `out`. A limb’s fader counts
 * in both, so it is there twice.
 */
export function mixer(context: BaseAudioContext, out: AudioNode): Mixer {
  const faderInto = (to: AudioNode): GainNode => {
    const gain = context.createGain()
    gain.connect(to)
    return gain
  }
  const all = faderInto(out)
  const under = { click: faderInto(all), voice: faderInto(all), line: faderInto(all) }
  const by = { machine: faderInto(all), mine: faderInto(all) }
  const limbsInto = (to: AudioNode) =>
    Object.fromEntries(LIMBS.map(limb => [limb, faderInto(to)])) as Record<Limb, GainNode>
  const limbs = { machine: limbsInto(by.machine), mine: limbsInto(by.mine) }
  const fadersOf = (channel: MixChannel): GainNode[] =>
    channel === 'all'
      ? [all]
      : channel === 'machine' || channel === 'mine'
        ? [by[channel]]
        : channel in under
          ? [under[channel as keyof typeof under]]
          : [limbs.machine[channel as Limb], limbs.mine[channel as Limb]]
  let now: Mix = USUAL_MIX
  const analysers = new Map<MixChannel, AnalyserNode>()
  /** An analyser for a channel, once somebody looks at its meter. */
  function analyserOf(channel: MixChannel): AnalyserNode {
    const known = analysers.get(channel)
    if (known) return known
    const analyser = context.createAnalyser()
    for (const fader of fadersOf(channel)) fader.connect(analyser)
    analysers.set(channel, analyser)
    return analyser
  }
  const block = new Float32Array(2048)
  const mixed: Mixer = {
    all,
    ...under,
    limb: (whose, limb) => limbs[whose][limb],
    isMuted: channel => now[channel].muted,
    set(mix) {
      now = mix
      for (const channel of MIX_CHANNELS)
        for (const fader of fadersOf(channel))
          fader.gain.setTargetAtTime(gainOf(mix[channel]), context.currentTime, GLIDE)
    },
    peaks: () =>
      Object.fromEntries(
        MIX_CHANNELS.map(channel => {
          analyserOf(channel).getFloatTimeDomainData(block)
          return [channel, block.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)]
        }),
      ) as Record<MixChannel, number>,
  }
  for (const channel of MIX_CHANNELS) for (const fader of fadersOf(channel)) fader.gain.value = gainOf(now[channel])
  return mixed
}

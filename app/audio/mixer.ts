import {
  type Limb,
  type Listening,
  type MixChannel,
  type Piece,
  LIMBS,
  MIX_CHANNELS,
  decibelGain,
  gainOf,
} from '#core/kit'
import { roomResponse } from '#core/signal'
import { clickPan, panOf } from '#core/sound'

/** Seconds a fader takes to its new place: a gain that jumps is heard as a click. */
const GLIDE = 0.015

/** Where sounds go in: nodes of the graph by channel, their faders, and how high each comes. */
export interface Mixer {
  click: AudioNode
  voice: AudioNode
  line: AudioNode
  /** A piece struck by a limb of the machine’s, or of the player’s own parts; or by none, as one is tried. */
  piece(piece: Piece, by?: 'machine' | 'mine', limb?: Limb): AudioNode
  isMuted(channel: MixChannel): boolean
  /** How all is heard now. */
  readonly listening: Listening
  set(as: Listening): void
  /** The highest peak of each channel since about 50 ms ago, after its fader. */
  peaks(): Record<MixChannel, number>
}

/**
 * The graph of the mix: pieces by their place into limbs, these into machine or mine, these into the kit and its room; the kit, the click, the voice and the lines
 * into all, and all into `out`. A limb’s fader counts in both, so it is there twice.
 */
export function mixer(context: BaseAudioContext, out: AudioNode, listening: Listening): Mixer {
  let begun = false
  /** To a new place smoothly; before anything has sounded at once. */
  const glide = (param: AudioParam, to: number): void => {
    if (begun) param.setTargetAtTime(to, context.currentTime, GLIDE)
    else param.value = to
  }
  const faderInto = (to: AudioNode): GainNode => {
    const gain = context.createGain()
    gain.connect(to)
    return gain
  }
  const all = faderInto(out)
  /** A panner gives each ear √½ of what is in the middle: with this it is what it was in mono. */
  const doubled = (to: AudioNode): GainNode => {
    const gain = faderInto(to)
    gain.gain.value = Math.SQRT2
    return gain
  }
  const beside = context.createStereoPanner()
  beside.connect(doubled(all))
  const under = { click: faderInto(beside), voice: faderInto(beside), line: faderInto(beside) }
  const kit = doubled(all)
  const by = { machine: faderInto(kit), mine: faderInto(kit) }
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
  const wet = faderInto(all)
  let room: ConvolverNode | undefined
  /** The room that the kit rings in: its response is as loud as it is, and the browser must not even it out. */
  function ringIn({ size, amount }: Listening['room']): void {
    glide(wet.gain, size === 'dry' ? 0 : decibelGain(amount))
    if (size === now.room.size) return
    if (room) kit.disconnect(room)
    room = undefined
    if (size === 'dry') return
    const response = roomResponse(size, context.sampleRate)
    const buffer = context.createBuffer(2, response[0].length, context.sampleRate)
    response.forEach((ear, channel) => buffer.copyToChannel(ear as Float32Array<ArrayBuffer>, channel))
    room = new ConvolverNode(context, { buffer, disableNormalization: true })
    kit.connect(room)
    room.connect(wet)
  }
  let now: Listening = { ...listening, room: { ...listening.room, size: 'dry' } }
  /** Panners by whose limb and by place and trim: pieces alike in these share one. */
  const places = new Map<string, StereoPannerNode>()
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
    ...under,
    piece(piece, whose, limb) {
      const pan = panOf(piece, now.hearing)
      const { trim = 0 } = piece
      const name = `${whose} ${limb} ${pan} ${trim}`
      const known = places.get(name)
      if (known) return known
      const place = context.createStereoPanner()
      place.pan.value = pan
      const into = whose && limb ? limbs[whose][limb] : kit
      const trimmed = faderInto(into)
      trimmed.gain.value = decibelGain(trim)
      place.connect(trimmed)
      places.set(name, place)
      return place
    },
    get listening() {
      return now
    },
    isMuted: channel => now.mix[channel].muted,
    set(as) {
      ringIn(as.room)
      now = as
      glide(beside.pan, clickPan(as.hearing))
      for (const channel of MIX_CHANNELS)
        for (const fader of fadersOf(channel)) glide(fader.gain, gainOf(as.mix[channel]))
    },
    peaks: () =>
      Object.fromEntries(
        MIX_CHANNELS.map(channel => {
          analyserOf(channel).getFloatTimeDomainData(block)
          return [channel, block.reduce((most, sample) => Math.max(most, Math.abs(sample)), 0)]
        }),
      ) as Record<MixChannel, number>,
  }
  mixed.set(listening)
  begun = true
  return mixed
}

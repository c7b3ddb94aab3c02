import type { Cue } from '#core/perform'
import { type Listening, decibelGain } from '#core/kit'
import { CLOSING, clickName, clickOf, soundKey, soundName, takeFor } from '#core/sound'
import { type Mixer, mixer } from './mixer'

/** A sound on its way: with what gain in dB, when it is over, whether it may begin late, and whether it can be closed. */
interface Sounding {
  until?: number | undefined
  gain?: number
  /** Begins where it would be by now, where it should have begun already; a stroke keeps its attack. */
  skips?: boolean
  closable?: boolean
}

/** Names the voice of a line by its level. */
export const guideName = (level: number): string => `line/${level}`

const nothing = () => undefined

/**
 * What turns cues into sound on an audio clock, live or offline: sounds by name, and the mix they go into. It is the page’s own form of `renderChannels` of
 * core/sound, and a test holds the two together.
 */
export class Graph {
  readonly sounds = new Map<string, AudioBuffer>()
  readonly mixer: Mixer
  private readonly waiting = new Set<AudioBufferSourceNode>()

  constructor(
    private readonly context: BaseAudioContext,
    out: AudioNode,
    listening: Listening,
  ) {
    this.mixer = mixer(context, out, listening)
  }

  keep(name: string, samples: Float32Array, rate: number): AudioBuffer {
    const buffer = this.context.createBuffer(1, samples.length, rate)
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0)
    this.sounds.set(name, buffer)
    return buffer
  }

  /** Sounds a buffer at a time; answers a way to take it back. */
  play(buffer: AudioBuffer | undefined, when: number, into: AudioNode, how: Sounding = {}): () => void {
    const { until, gain = 0, skips = false, closable = false } = how
    const { context } = this
    if (!buffer) return nothing
    // On a sample, as what is rendered is: between two the browser would work out every sample again.
    const onSample = (seconds: number) => Math.round(seconds * context.sampleRate) / context.sampleRate
    const starts = onSample(Math.max(0, when))
    const source = context.createBufferSource()
    source.buffer = buffer
    const fader = until === undefined && !closable && gain === 0 ? undefined : context.createGain()
    if (!fader) source.connect(into)
    else {
      fader.gain.value = decibelGain(gain)
      source.connect(fader)
      fader.connect(into)
    }
    this.waiting.add(source)
    source.onended = () => this.waiting.delete(source)
    source.start(starts, skips ? Math.max(0, context.currentTime - when) : 0)
    const close = (at: number) => {
      fader!.gain.setValueAtTime(decibelGain(gain), at)
      fader!.gain.linearRampToValueAtTime(0, at + CLOSING)
      source.stop(at + CLOSING)
    }
    if (until !== undefined) close(onSample(Math.max(until, starts)))
    return () => {
      if (closable) return close(context.currentTime)
      source.stop()
      source.disconnect()
    }
  }

  /** Sounds a cue that is no word, at a time, until a time, louder or softer by some dB; answers a way to take it back. */
  hand(cue: Cue, when: number, until: number | undefined, gain: number): () => void {
    const { mixer: channels, sounds } = this
    if (cue.kind === 'click')
      return this.play(sounds.get(clickName(clickOf(cue, channels.listening.click))), when, channels.click)
    if (cue.kind === 'guide') return this.play(sounds.get(guideName(cue.level)), when, channels.line, { until })
    // The player’s own parts sound as a guide where they are not muted.
    if (!cue.piece || (!cue.heard && channels.isMuted('mine'))) return nothing
    const { piece, stroke, level, limb, heard } = cue
    // Until its other takes are rendered a stroke is played by the first.
    const sound =
      sounds.get(soundName(soundKey(piece, stroke, level, takeFor(cue.tick, cue.lap)))) ??
      sounds.get(soundName(soundKey(piece, stroke, level)))
    return this.play(sound, when, channels.piece(piece, heard ? 'machine' : 'mine', limb), { until, gain })
  }

  /** Cuts off what was handed over but has not sounded. */
  silence(): void {
    for (const source of this.waiting) source.stop()
    this.waiting.clear()
  }
}

import { opensHats } from '#core/groove'
import type { Hearing, Kit, Level, Mix, MixChannel, Piece, StrokeKind } from '#core/kit'
import { LEVELS } from '#core/kit'
import type { Performance } from '#core/perform'
import {
  type ClickSound,
  LIMIT_RANGE,
  SAMPLE_RATE,
  type SoundKey,
  TAKES,
  limitCurve,
  soundKey,
  soundName,
  takeFor,
} from '#core/sound'
import { mixer } from './mixer'
import { type Output, Scheduler } from './scheduler'
import { type Rendering, soundsIn } from './rendering'
import { type Spoken, VOICE_RATE, fetchTalk, fetchVoice } from './voice'

const CLOSING = 0.012
/** Seconds between words and sentences that are said. */
const BREATH = { word: 0.03, sentence: 0.35 } as const
/** What is heard is at most so far ahead of the audio clock, which goes by blocks, in seconds. */
const BLOCK = 0.1

/** The sounding end of the application: an audio clock, the sounds rendered once in a worker, and a scheduler pumped by a timer. */
export interface Engine {
  scheduler: Scheduler
  /** The audio clock, in seconds. */
  now(): number
  /** A moment of the page’s clock (ms, as `performance.now()`) as the time of the audio clock that is heard then. */
  heardAt(stamp: number): number
  /** Wakes the audio clock, which browsers keep asleep until the player has touched something. */
  wake(): Promise<void>
  /** Renders the sounds a performance uses, and goes on to the rest of its kits without being waited for. */
  prepare(performance: Performance): Promise<void>
  /** The click's sound from here on. */
  clickWith(sound: ClickSound): Promise<void>
  /** How loud each thing is, and from where the kit is heard, from here on. */
  mixWith(mix: Mix, hearing: Hearing): void
  /** The highest peak of each channel in the last blocks of sound, 1 being full scale, after its fader. */
  peaks(): Record<MixChannel, number>
  /** Sounds a stroke that is being played, with what is ready: an open hat is closed by the next stroke on it. Answers whether it sounded. */
  strike(piece: Piece, stroke: StrokeKind, level: Level): boolean
  /** Sounds one stroke at once. */
  audition(piece: Piece, stroke: StrokeKind, level: Level): Promise<void>
  /** Says a word of the count at once. */
  say(word: string): Promise<void>
  /** Says sentences at once, word by word (see `aloud` of core/measure); what was being said is cut off. */
  tell(sentences: readonly (readonly string[])[]): Promise<void>
  /** Cuts off what was handed over but has not sounded. */
  silence(): void
}

/** Builds the engine, with an audio clock: called on the first sound and not before. */
export async function createEngine(rendering: Rendering): Promise<Engine> {
  const context = new AudioContext({ latencyHint: 'interactive' })
  const { worker } = rendering
  const sounds = new Map<string, AudioBuffer>()
  const waiting = new Set<AudioBufferSourceNode>()
  const out = context.createGain()
  const channels = mixer(context, out)
  // Several accents at once are bent under full scale, not cut off at it.
  const limiter = context.createWaveShaper()
  limiter.curve = limitCurve()
  out.gain.value = 0.8 / LIMIT_RANGE
  out.connect(limiter)
  limiter.connect(context.destination)

  const keep = (name: string, samples: Float32Array) => {
    const buffer = context.createBuffer(1, samples.length, SAMPLE_RATE)
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0)
    sounds.set(name, buffer)
  }

  const fetchSound = async (key: SoundKey) => {
    const name = soundName(key)
    if (sounds.has(name)) return
    keep(name, await rendering.sound(key))
    rendering.taken(key)
  }

  const restOf = async (kit: Kit) => {
    for (const level of LEVELS.toReversed()) {
      for (const piece of kit.pieces) {
        for (const { kind } of piece.strokes) await fetchSound(soundKey(piece, kind, level))
      }
    }
  }

  const nothing = () => undefined
  /** The time of a sound that has none: what the clock says may be a block behind by the time the sound is handed over. */
  const AT_ONCE = 0
  /** Sounds a buffer at a time; answers a way to take it back. */
  const play = (
    buffer: AudioBuffer | undefined,
    when: number,
    into: AudioNode,
    {
      until,
      skips = false,
      closable = false,
    }: { until?: number | undefined; skips?: boolean; closable?: boolean } = {},
  ): (() => void) => {
    if (!buffer) return nothing
    const source = context.createBufferSource()
    source.buffer = buffer
    const gain = until === undefined && !closable ? undefined : context.createGain()
    if (!gain) source.connect(into)
    else {
      if (until !== undefined) gain.gain.setTargetAtTime(0, until, CLOSING)
      source.connect(gain)
      gain.connect(into)
    }
    waiting.add(source)
    source.onended = () => waiting.delete(source)
    // A word that should have begun already begins where it would be by now; a stroke keeps its attack.
    source.start(Math.max(0, when), skips ? Math.max(0, context.currentTime - when) : 0)
    if (until !== undefined) source.stop(until + CLOSING * 8)
    return () => {
      if (closable) {
        gain?.gain.setTargetAtTime(0, now(), CLOSING)
        return source.stop(now() + CLOSING * 8)
      }
      source.stop()
      source.disconnect()
    }
  }

  let clicking: ClickSound = 'wood'
  const clickWith: Engine['clickWith'] = async sound => {
    for (const first of [true, false]) {
      const name = `click/${sound}/${first}`
      if (!sounds.has(name)) keep(name, await worker.click(first, sound))
    }
    clicking = sound
  }

  const guideName = (level: Level) => `line/${level}`
  /** The voice of the lines above the limbs, where a performance has any. */
  const guideVoice = async (passages: Performance['passages']) => {
    if (!passages.some(passage => passage.guides.length)) return
    for (const level of LEVELS) if (!sounds.has(guideName(level))) keep(guideName(level), await worker.guide(level))
  }

  /** The words of the count as buffers, and where the vowel of each sets in; fetched when a count is first wanted. */
  const spoken = new Map<string, { buffer: AudioBuffer; onset: number }>()
  const fetchWords = async () => {
    if (spoken.size) return
    for (const [word, said] of await fetchVoice()) spoken.set(word, { buffer: voiced(said), onset: said.onset })
  }
  function voiced({ samples }: Spoken): AudioBuffer {
    const buffer = context.createBuffer(1, samples.length, VOICE_RATE)
    buffer.copyToChannel(samples, 0)
    return buffer
  }
  /** The words that what was measured is said in; and what takes back those that are being said. */
  const talk = new Map<string, AudioBuffer>()
  const telling: (() => void)[] = []
  const fetchTalkWords = async () => {
    if (!talk.size) for (const [word, said] of await fetchTalk()) talk.set(word, voiced(said))
  }
  /** A word, so that its vowel lies on its time. */
  const say = (word: string, when: number, until: number | undefined) => {
    const said = spoken.get(word)
    return said ? play(said.buffer, when - said.onset, channels.voice, { until, skips: true }) : nothing
  }

  const output: Output = {
    hand(cue, when, until) {
      if (cue.kind === 'click' && cue.says !== undefined) return say(cue.says, when, until)
      if (cue.kind === 'click') return play(sounds.get(`click/${clicking}/${cue.first}`), when, channels.click)
      if (cue.kind === 'guide') return play(sounds.get(guideName(cue.level)), when, channels.line, { until })
      // The player’s own parts sound as a guide where they are not muted.
      if (!cue.piece || (!cue.heard && channels.isMuted('mine'))) return nothing
      // Until its other takes are rendered a stroke is played by the first.
      const take = takeFor(cue.tick, cue.lap)
      const { piece, stroke, level } = cue
      return play(
        sounds.get(soundName(soundKey(piece, stroke, level, take))) ??
          sounds.get(soundName(soundKey(piece, stroke, level))),
        when,
        channels.piece(piece, cue.heard ? 'machine' : 'mine', cue.limb),
        { until },
      )
    },
  }
  const now = () => context.currentTime
  const scheduler = new Scheduler(now, output)
  // A worker tells the time: the timers of a page that is out of sight come once a second.
  const timer = new Worker(new URL('../workers/timer.worker.ts', import.meta.url), { type: 'module' })
  timer.onmessage = () => scheduler.pump()

  /** The openings of hats that ring from strokes being played, by their piece. */
  const ringing = new Map<string, () => void>()
  function strike(piece: Piece, stroke: StrokeKind, level: Level): boolean {
    const buffer = sounds.get(soundName(soundKey(piece, stroke, level)))
    if (!buffer) return false
    ringing.get(piece.id)?.()
    ringing.delete(piece.id)
    const close = play(buffer, AT_ONCE, channels.piece(piece), { closable: true })
    if (opensHats(piece, stroke)) ringing.set(piece.id, close)
    return true
  }

  return {
    scheduler,
    strike,
    now,
    heardAt(stamp) {
      // The clock itself goes by blocks of samples, 10 ms and more; the pair of both clocks is exact, once something has been put out.
      const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp?.() ?? {}
      const heard =
        contextTime > 0
          ? contextTime + (stamp - performanceTime) / 1000
          : now() - (context.outputLatency || 0) - (performance.now() - stamp) / 1000
      // A clock that is held up, asleep or short of the machine’s time, is not heard going on.
      return Math.min(heard, now() + BLOCK)
    },
    wake: () => context.resume(),
    async prepare({ passages }) {
      await clickWith(clicking)
      await guideVoice(passages)
      if (passages.some(passage => passage.click.voice)) await fetchWords()
      const used = soundsIn({ passages, countIn: 0 })
      await Promise.all(used.map(fetchSound))
      // Other takes, and what an edit may ask for next, are made ready while this already plays.
      void (async () => {
        for (let take = 1; take < TAKES; take++) for (const key of used) await fetchSound({ ...key, take })
        for (const kit of new Set(passages.map(passage => passage.kit))) await restOf(kit)
      })()
    },
    clickWith,
    mixWith: channels.set,
    peaks: channels.peaks,
    async audition(piece, stroke, level) {
      const key = soundKey(piece, stroke, level)
      await fetchSound(key)
      play(sounds.get(soundName(key)), AT_ONCE, channels.piece(piece))
    },
    async say(word) {
      await fetchWords()
      const said = spoken.get(word)
      if (said) say(word, now() + said.onset, undefined)
    },
    async tell(sentences) {
      await fetchTalkWords()
      for (const stop of telling.splice(0)) stop()
      let at = now() + BREATH.word
      for (const sentence of sentences) {
        for (const word of sentence) {
          const said = talk.get(word)
          if (!said) continue
          telling.push(play(said, at, channels.voice))
          at += said.duration + BREATH.word
        }
        at += BREATH.sentence
      }
    },
    silence() {
      for (const source of waiting) source.stop()
      waiting.clear()
    },
  }
}

import { opensHats } from '#core/groove'
import type { Kit, Level, Listening, MixChannel, Piece, StrokeKind } from '#core/kit'
import { CLICK_PLACES, LEVELS } from '#core/kit'
import type { Performance } from '#core/perform'
import { SAMPLE_RATE } from '#core/signal'
import { type SoundKey, TAKES, clickName, clickOf, soundKey, soundName } from '#core/sound'
import { OutClock } from './clock'
import { Graph, guideName } from './graph'
import { limiting } from './limiting'
import { type Output, Scheduler } from './scheduler'
import { type Rendering, soundsIn } from './rendering'
import type { Tape } from './tape'
import { type Spoken, VOICE_RATE, fetchTalk, fetchVoice } from './voice'

/** Seconds between words and sentences that are said. */
const BREATH = { word: 0.03, sentence: 0.35 } as const
/** The sounding end of the application: an audio clock, the sounds rendered once in a worker, and a scheduler pumped by a timer. */
export interface Engine {
  scheduler: Scheduler
  /** A moment of the page’s clock (ms, as `performance.now()`) as the time of the scheduler’s clock that is heard then. */
  heardAt(stamp: number): number
  /** How late what is put out is heard, in seconds, and whether by an amount that changes as it plays. */
  latency(): { seconds: number; changes: boolean }
  /** Sends sound to a device by its id, an empty one being the machine’s own choice; rejects where the browser can’t. */
  outTo(device: string): Promise<void>
  /** Wakes the audio clock, which browsers keep asleep until the player has touched something; where none wakes, time goes on without. */
  wake(): Promise<void>
  /** Renders the sounds a performance uses, and goes on to the rest of its kits without being waited for. */
  prepare(performance: Performance): Promise<void>
  /** How all is heard from here on: how loud each thing is, from where, in which room, with which click. */
  listen(as: Listening): Promise<void>
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
  /** A recording, to be played slowed or looped, with our click on its beats. */
  tape(sound: AudioBuffer): Promise<Tape>
  /** Cuts off what was handed over but has not sounded. */
  silence(): void
}

/** Builds the engine, with an audio clock: called on the first sound and not before. `tell` hears when sound is missing, and when it is there again. */
export async function createEngine(
  rendering: Rendering,
  listening: Listening,
  tell: (silent: boolean) => void,
): Promise<Engine> {
  const context = new AudioContext({ latencyHint: 'interactive' })
  const { worker } = rendering
  const limiter = await limiting(context)
  limiter.node.connect(context.destination)
  const graph = new Graph(context, limiter.node, listening)
  const clock = new OutClock(context, limiter.delay, silent => {
    // What waits for a clock that stands still would sound too late, all of it, once that goes again.
    if (silent) graph.silence()
    tell(silent)
  })
  const { mixer: channels, sounds } = graph
  const keep = (name: string, samples: Float32Array) => graph.keep(name, samples, SAMPLE_RATE)

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

  /** The time of a sound that has none: what the clock says may be a block behind by the time the sound is handed over. */
  const AT_ONCE = 0

  const clicksFor = async (voice: Listening['click']) => {
    for (const on of CLICK_PLACES)
      for (const warns of voice.warns ? [false, true] : [false]) {
        const key = clickOf({ on, warns }, voice)
        if (!sounds.has(clickName(key))) keep(clickName(key), await worker.click(key))
      }
  }
  /** The last one wins, should two be on their way at once. */
  let listened = 0
  const listen: Engine['listen'] = async as => {
    const turn = ++listened
    channels.set({ ...as, click: channels.listening.click })
    await clicksFor(as.click)
    if (turn === listened) channels.set(as)
  }

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
    return said ? graph.play(said.buffer, when - said.onset, channels.voice, { until, skips: true }) : () => undefined
  }

  const output: Output = {
    hand(cue, when, until, gain) {
      const at = clock.sounds(when)
      if (at === undefined) return () => undefined
      const end = until && clock.sounds(until)
      if (cue.kind === 'click' && cue.says !== undefined) return say(cue.says, at, end)
      return graph.hand(cue, at, end, gain)
    },
  }
  const scheduler = new Scheduler(() => clock.now(), output)
  // A worker tells the time: the timers of a page that is out of sight come once a second.
  const timer = new Worker(new URL('../workers/timer.worker.ts', import.meta.url), { type: 'module' })
  timer.onmessage = () => {
    if (scheduler.playing || tapes.some(one => one.playing)) clock.watch()
    scheduler.pump()
    for (const one of tapes) one.pump()
  }

  /** The openings of hats that ring from strokes being played, by their piece. */
  const ringing = new Map<string, () => void>()
  function strike(piece: Piece, stroke: StrokeKind, level: Level): boolean {
    const buffer = sounds.get(soundName(soundKey(piece, stroke, level)))
    if (!buffer) return false
    ringing.get(piece.id)?.()
    ringing.delete(piece.id)
    const close = graph.play(buffer, AT_ONCE, channels.piece(piece), { closable: true })
    if (opensHats(piece, stroke)) ringing.set(piece.id, close)
    return true
  }

  const tapes: Tape[] = []
  async function tape(sound: AudioBuffer): Promise<Tape> {
    const { Tape: Made } = await import('./tape')
    await clicksFor(channels.listening.click)
    const click = (first: boolean, at: number) => {
      const key = clickOf({ on: first ? 'first' : 'beat', warns: false }, channels.listening.click)
      return graph.play(sounds.get(clickName(key)), at, channels.click)
    }
    const made = await Made.of(sound, { context, clock, out: limiter.node, click })
    for (const one of tapes.splice(0)) one.close()
    tapes.push(made)
    return made
  }

  const outTo: Engine['outTo'] = async device => {
    const chosen = context as AudioContext & { setSinkId?(id: string): Promise<void> }
    await chosen.setSinkId?.(device)
  }

  return {
    scheduler,
    strike,
    heardAt: stamp => clock.heardAt(stamp),
    wake: () => clock.wake(),
    latency: () => clock.latency,
    outTo,
    async prepare({ passages }) {
      await clicksFor(channels.listening.click)
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
    listen,
    peaks: channels.peaks,
    async audition(piece, stroke, level) {
      const key = soundKey(piece, stroke, level)
      await fetchSound(key)
      graph.play(sounds.get(soundName(key)), AT_ONCE, channels.piece(piece))
    },
    async say(word) {
      await fetchWords()
      const said = spoken.get(word)
      if (said) say(word, context.currentTime + said.onset, undefined)
    },
    async tell(sentences) {
      await fetchTalkWords()
      for (const stop of telling.splice(0)) stop()
      let at = context.currentTime + BREATH.word
      for (const sentence of sentences) {
        for (const word of sentence) {
          const said = talk.get(word)
          if (!said) continue
          telling.push(graph.play(said, at, channels.voice))
          at += said.duration + BREATH.word
        }
        at += BREATH.sentence
      }
    },
    tape,
    silence: () => graph.silence(),
  }
}

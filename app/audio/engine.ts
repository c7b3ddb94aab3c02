import { wrap } from 'comlink'
import type { Kit, Level, Piece, StrokeKind } from '#core/kit'
import { blowsOf } from '#core/groove'
import { LEVELS, pieceOf } from '#core/kit'
import type { Performance } from '#core/perform'
import { type ClickSound, LIMIT_RANGE, SAMPLE_RATE, type SoundKey, TAKES, limitCurve, soundKey, soundName, takeFor } from '#core/sound'
import type { SoundWorker } from '../workers/sound.worker'
import { type Output, Scheduler } from './scheduler'
import { VOICE_RATE, fetchVoice } from './voice'

const CLOSING = 0.012

/** The sounding end of the application: an audio clock, the sounds rendered once in a worker, and a scheduler pumped by a timer. */
export interface Engine {
  scheduler: Scheduler
  /** The audio clock, in seconds. */
  now(): number
  /** Seconds between a time of the audio clock and when it is heard. */
  latency(): number
  /** Wakes the audio clock, which browsers keep asleep until the player has touched something. */
  wake(): Promise<void>
  /** Renders the sounds a performance uses, and goes on to the rest of its kits without being waited for. */
  prepare(performance: Performance): Promise<void>
  /** The click's sound and loudness (1 as rendered) from here on. */
  clickWith(click: { sound: ClickSound, level: number }): Promise<void>
  /** Sounds one stroke at once. */
  audition(piece: Piece, stroke: StrokeKind, level: Level): Promise<void>
  /** Says a word of the count at once. */
  say(word: string): Promise<void>
  /** Cuts off what was handed over but has not sounded. */
  silence(): void
}

/** Builds the engine. Loads the audio library, so it is called on the first sound and not before. */
export async function createEngine(): Promise<Engine> {
  const { Context } = await import('tone')
  const context = new Context({ latencyHint: 'interactive', lookAhead: 0, updateInterval: 0.03 })
  const worker = wrap<SoundWorker>(new Worker(new URL('../workers/sound.worker.ts', import.meta.url), { type: 'module' }))
  const sounds = new Map<string, AudioBuffer>()
  const waiting = new Set<AudioBufferSourceNode>()
  const out = context.createGain()
  // Several accents at once are bent under full scale, not cut off at it.
  const limiter = context.rawContext.createWaveShaper()
  limiter.curve = limitCurve()
  out.gain.value = 0.8 / LIMIT_RANGE
  out.connect(limiter)
  limiter.connect(context.rawContext.destination)

  const keep = (name: string, samples: Float32Array) => {
    const buffer = context.createBuffer(1, samples.length, SAMPLE_RATE)
    buffer.copyToChannel(samples as Float32Array<ArrayBuffer>, 0)
    sounds.set(name, buffer)
  }

  const fetchSound = async (key: SoundKey) => {
    const name = soundName(key)
    if (!sounds.has(name)) keep(name, await worker.sound(key))
  }

  const restOf = async (kit: Kit) => {
    for (const level of LEVELS.toReversed()) {
      for (const piece of kit.pieces) {
        for (const { kind } of piece.strokes) await fetchSound(soundKey(piece, kind, level))
      }
    }
  }

  const nothing = () => undefined
  /** Sounds a buffer at a time; answers a way to take it back. */
  const play = (buffer: AudioBuffer | undefined, when: number, { until, level = 1, skips = false }: { until?: number | undefined, level?: number, skips?: boolean } = {}): () => void => {
    if (!buffer) return nothing
    const source = context.createBufferSource()
    source.buffer = buffer
    if (until === undefined && level === 1) source.connect(out)
    else {
      const gain = context.createGain()
      gain.gain.value = level
      if (until !== undefined) gain.gain.setTargetAtTime(0, until, CLOSING)
      source.connect(gain)
      gain.connect(out)
    }
    waiting.add(source)
    source.onended = () => waiting.delete(source)
    // A word that should have begun already begins where it would be by now; a stroke keeps its attack.
    source.start(Math.max(0, when), skips ? Math.max(0, context.rawContext.currentTime - when) : 0)
    if (until !== undefined) source.stop(until + CLOSING * 8)
    return () => {
      source.stop()
      source.disconnect()
    }
  }

  const clicking: { sound: ClickSound, level: number } = { sound: 'wood', level: 1 }
  const clickWith: Engine['clickWith'] = async ({ sound, level }) => {
    for (const first of [true, false]) {
      const name = `click/${sound}/${first}`
      if (!sounds.has(name)) keep(name, await worker.click(first, sound))
    }
    Object.assign(clicking, { sound, level })
  }

  const guideName = (level: Level) => `line/${level}`
  /** The voice of the lines above the limbs, where a performance has any. */
  const guideVoice = async (sections: Performance['sections']) => {
    if (!sections.some(section => section.guides.length)) return
    for (const level of LEVELS) if (!sounds.has(guideName(level))) keep(guideName(level), await worker.guide(level))
  }

  /** The words of the count as buffers, and where the vowel of each sets in; fetched when a count is first wanted. */
  const spoken = new Map<string, { buffer: AudioBuffer, onset: number }>()
  const fetchWords = async () => {
    if (spoken.size) return
    for (const [word, { samples, onset }] of await fetchVoice()) {
      const buffer = context.createBuffer(1, samples.length, VOICE_RATE)
      buffer.copyToChannel(samples, 0)
      spoken.set(word, { buffer, onset })
    }
  }
  /** A word, so that its vowel lies on its time. */
  const say = (word: string, when: number, until: number | undefined) => {
    const said = spoken.get(word)
    return said ? play(said.buffer, when - said.onset, { until, level: clicking.level, skips: true }) : nothing
  }

  const output: Output = {
    hand(cue, when, until) {
      if (cue.kind === 'click' && cue.says !== undefined) return say(cue.says, when, until)
      if (cue.kind === 'click') return play(sounds.get(`click/${clicking.sound}/${cue.first}`), when, { level: clicking.level })
      if (cue.kind === 'guide') return play(sounds.get(guideName(cue.level)), when, { until })
      if (!cue.piece) return nothing
      // Until its other takes are rendered a stroke is played by the first.
      const take = takeFor(cue.tick, cue.lap)
      const { piece, stroke, level } = cue
      return play(sounds.get(soundName(soundKey(piece, stroke, level, take))) ?? sounds.get(soundName(soundKey(piece, stroke, level))), when, { until })
    },
  }
  const now = () => context.rawContext.currentTime
  const scheduler = new Scheduler(now, output)
  context.on('tick', () => scheduler.pump())

  return {
    scheduler,
    now,
    latency: () => (context.rawContext as unknown as AudioContext).outputLatency || 0,
    wake: () => context.resume(),
    async prepare({ sections }) {
      await clickWith(clicking)
      await guideVoice(sections)
      if (sections.some(section => section.click.voice)) await fetchWords()
      const used = sections.flatMap(({ groove, extra, kit }) => [...groove.parts, ...extra].flatMap(part => part.strokes).flatMap(({ piece: id, stroke, level, ornament }): SoundKey[] => {
        const piece = pieceOf(kit, id)
        if (!piece) return []
        const levels = ornament ? blowsOf(ornament, level, () => 0).map(blow => blow.level) : [level]
        return levels.map(one => soundKey(piece, stroke, one))
      }))
      for (const key of used) await fetchSound(key)
      // Other takes, and what an edit may ask for next, are made ready while this already plays.
      void (async () => {
        for (let take = 1; take < TAKES; take++) for (const key of used) await fetchSound({ ...key, take })
        for (const kit of new Set(sections.map(section => section.kit))) await restOf(kit)
      })()
    },
    clickWith,
    async audition(piece, stroke, level) {
      const key = soundKey(piece, stroke, level)
      await fetchSound(key)
      play(sounds.get(soundName(key)), now())
    },
    async say(word) {
      await fetchWords()
      const said = spoken.get(word)
      if (said) say(word, now() + said.onset, undefined)
    },
    silence() {
      for (const source of waiting) source.stop()
      waiting.clear()
    },
  }
}

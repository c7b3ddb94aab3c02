import { wrap } from 'comlink'
import type { Kit, Level, Piece, StrokeKind } from '#core/kit'
import { type Groove, type TimedStroke, blowsOf } from '#core/groove'
import { LEVELS, pieceOf } from '#core/kit'
import { type ClickSound, SAMPLE_RATE, type SoundKey, TAKES, soundKey, soundName, takeFor } from '#core/sound'
import type { SoundWorker } from '../workers/sound.worker'
import { type Output, Scheduler } from './scheduler'

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
  /** Renders the sounds a groove uses, and goes on to the rest of the kit without being waited for. */
  prepare(program: { groove: Groove, kit: Kit }): Promise<void>
  /** The click's sound and loudness (1 as rendered) from here on. */
  clickWith(click: { sound: ClickSound, level: number }): Promise<void>
  /** Sounds one stroke at once. */
  audition(piece: Piece, stroke: StrokeKind, level: Level): Promise<void>
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
  out.gain.value = 0.8
  out.connect(context.rawContext.destination)

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

  const play = (buffer: AudioBuffer | undefined, when: number, { until, level = 1 }: { until?: number | undefined, level?: number } = {}) => {
    if (!buffer) return
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
    source.start(when)
    if (until !== undefined) source.stop(until + CLOSING * 8)
  }

  const clicking: { sound: ClickSound, level: number } = { sound: 'wood', level: 1 }
  const clickWith: Engine['clickWith'] = async ({ sound, level }) => {
    for (const first of [true, false]) {
      const name = `click/${sound}/${first}`
      if (!sounds.has(name)) keep(name, await worker.click(first, sound))
    }
    Object.assign(clicking, { sound, level })
  }

  const output: Output = {
    strike({ piece, stroke, level, at }: TimedStroke, when, until, lap) {
      if (!piece) return
      // Until its other takes are rendered a stroke is played by the first.
      const take = takeFor(at, lap)
      play(sounds.get(soundName(soundKey(piece, stroke, level, take))) ?? sounds.get(soundName(soundKey(piece, stroke, level))), when, { until })
    },
    click: (first, when) => play(sounds.get(`click/${clicking.sound}/${first}`), when, { level: clicking.level }),
  }
  const scheduler = new Scheduler(output)
  const now = () => context.rawContext.currentTime
  context.on('tick', () => scheduler.pump(now()))

  return {
    scheduler,
    now,
    latency: () => (context.rawContext as unknown as AudioContext).outputLatency || 0,
    wake: () => context.resume(),
    async prepare({ groove, kit }) {
      await clickWith(clicking)
      const used = groove.parts.flatMap(part => part.strokes).flatMap(({ piece: id, stroke, level, ornament }): SoundKey[] => {
        const piece = pieceOf(kit, id)
        if (!piece) return []
        const levels = ornament ? blowsOf(ornament, level, () => 0).map(blow => blow.level) : [level]
        return levels.map(one => soundKey(piece, stroke, one))
      })
      for (const key of used) await fetchSound(key)
      // Other takes, and what an edit may ask for next, are made ready while this already plays.
      void (async () => {
        for (let take = 1; take < TAKES; take++) for (const key of used) await fetchSound({ ...key, take })
        await restOf(kit)
      })()
    },
    clickWith,
    async audition(piece, stroke, level) {
      const key = soundKey(piece, stroke, level)
      await fetchSound(key)
      play(sounds.get(soundName(key)), now())
    },
    silence() {
      for (const source of waiting) source.stop()
      waiting.clear()
    },
  }
}

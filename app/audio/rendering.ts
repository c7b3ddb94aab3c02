import { blowsIn } from '#core/groove'
import { pieceOf } from '#core/kit'
import type { Performance } from '#core/perform'
import { type RecordingName, type SoundKey, recordingsFor, soundKey, soundName } from '#core/sound'
import { remoteWorker } from '../workers/remote'
import type { SoundWorker } from '../workers/sound.worker'
import { fetchOwn, fetchRecording } from './bank'

/**
 * Sounds rendered by a worker out of what the page has decoded. It needs no audio clock, so that it can begin before the player has touched
 * anything: what a page will want is made ready while nothing else happens, and the first play waits for nothing.
 */
export class Rendering {
  private readonly own = remoteWorker<SoundWorker>(
    () => new Worker(new URL('../workers/sound.worker.ts', import.meta.url), { type: 'module' }),
  )
  /** Recordings, and files of the player's own, that the worker has been given. */
  private readonly handed = new Map<string, Promise<unknown>>()
  private readonly ready = new Map<string, Promise<Float32Array<ArrayBuffer>>>()

  get worker() {
    return this.own.remote
  }

  /** Has the worker know what a sound is made from. */
  private known(key: SoundKey): Promise<unknown> {
    const { worker } = this
    const { own } = key
    const recorded = () =>
      Promise.all(
        (key.set === 'recorded' ? recordingsFor(key) : []).map(name =>
          this.hand(name, async () => {
            const samples = await fetchRecording(name)
            if (samples) await worker.have({ recordings: new Map<RecordingName, Float32Array>([[name, samples]]) })
          }),
        ),
      )
    if (!own) return recorded()
    return this.hand(own.asset, async () => {
      const samples = await fetchOwn(own.asset)
      if (samples) return worker.have({ own: new Map([[own.asset, samples]]) })
      this.handed.delete(own.asset)
      return recorded()
    })
  }

  private hand(name: string, gives: () => Promise<unknown>): Promise<unknown> {
    const found = this.handed.get(name) ?? gives()
    this.handed.set(name, found)
    return found
  }

  /** One sound, rendered once. */
  sound(key: SoundKey): Promise<Float32Array<ArrayBuffer>> {
    const name = soundName(key)
    const found =
      this.ready.get(name) ?? this.known(key).then(() => this.worker.sound(key) as Promise<Float32Array<ArrayBuffer>>)
    this.ready.set(name, found)
    return found
  }

  /** Lets go of a sound that somebody else keeps now. */
  taken(key: SoundKey): void {
    this.ready.delete(soundName(key))
  }

  /** Makes ready what a performance sounds like, before anybody plays it. */
  async warm(performance: Performance): Promise<void> {
    await Promise.all(soundsIn(performance).map(key => this.sound(key)))
  }
}

/** The sounds that a performance uses, the first take of each. */
export function soundsIn({ passages }: Performance): SoundKey[] {
  const keys = passages.flatMap(({ groove, extra, kit }) =>
    [...groove.parts, ...extra]
      .flatMap(part => part.strokes)
      .flatMap(({ piece: id, stroke, level, ornament }): SoundKey[] => {
        const piece = pieceOf(kit, id)
        if (!piece) return []
        const levels = blowsIn({ ornament, level }, () => 0)?.map(blow => blow.level) ?? [level]
        return levels.map(one => soundKey(piece, stroke, one))
      }),
  )
  return [...new Map(keys.map(key => [soundName(key), key])).values()]
}

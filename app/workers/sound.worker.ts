import { expose, transfer } from 'comlink'
import type { Level } from '#core/kit'
import { type ClickKey, type RecordingName, type SoundKey, renderClick, renderGuide, renderSound } from '#core/sound'

const moved = (samples: Float32Array) => transfer(samples, [samples.buffer])

const recordings = new Map<RecordingName, Float32Array>()
const own = new Map<string, Float32Array>()

const worker = {
  /** What the page has decoded, which a worker can't: the recordings, and files of the player's own. */
  have(found: { recordings?: ReadonlyMap<RecordingName, Float32Array>; own?: ReadonlyMap<string, Float32Array> }) {
    for (const [name, samples] of found.recordings ?? []) recordings.set(name, samples)
    for (const [name, samples] of found.own ?? []) own.set(name, samples)
  },
  sound: (key: SoundKey) => moved(renderSound(key, { recordings, own })),
  guide: (level: Level) => moved(renderGuide(level)),
  click: (key: ClickKey) => moved(renderClick(key)),
}

export type SoundWorker = typeof worker

expose(worker)

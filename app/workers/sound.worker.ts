import { expose, transfer } from 'comlink'
import type { Level } from '#core/kit'
import { type ClickSound, type SoundKey, renderClick, renderGuide, renderSound } from '#core/sound'

const moved = (samples: Float32Array) => transfer(samples, [samples.buffer])

const worker = {
  sound: (key: SoundKey) => moved(renderSound(key)),
  guide: (level: Level) => moved(renderGuide(level)),
  click: (first: boolean, sound: ClickSound) => moved(renderClick(first, sound)),
}

export type SoundWorker = typeof worker

expose(worker)

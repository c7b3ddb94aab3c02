import { expose, transfer } from 'comlink'
import { type SoundKey, renderClick, renderSound } from '#core/sound'

const moved = (samples: Float32Array) => transfer(samples, [samples.buffer])

const worker = {
  sound: (key: SoundKey) => moved(renderSound(key)),
  click: (first: boolean) => moved(renderClick(first)),
}

export type SoundWorker = typeof worker

expose(worker)

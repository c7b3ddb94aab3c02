import { expose, transfer } from 'comlink'
import { zipSync } from 'fflate'
import { type WavBits, writeWav } from '#core/formats'
import { type Listening, LIMBS, LIMB_NAMES } from '#core/kit'
import type { Performance } from '#core/perform'
import { type Bank, type Stem, renderChannels } from '#core/sound'

/** One file of all, or a packed one of a stem for each limb and the click; and how it is heard. */
export interface WavWish {
  bits: WavBits
  stems: boolean
  listening: Listening
}

const NAMES: Record<Stem, string> = { ...LIMB_NAMES, click: 'click', lines: 'line' }

/** Stems are before the limiter, so that they add up: 6 dB lower, all alike, they have room for what it would turn down. */
const STEM_GAIN = 0.5
const quieter = (channels: readonly Float32Array[]) => channels.map(samples => samples.map(one => one * STEM_GAIN))

const worker = {
  /** A performance that ends as WAV; `tell` hears how far it is, from 0 to 1. To stop it, the worker is ended. */
  wav(
    performance: Performance,
    { bits, stems, ...rendering }: WavWish,
    bank: Bank,
    tell: (share: number) => void,
  ): Uint8Array {
    if (!stems) {
      const file = writeWav(renderChannels(performance, { ...rendering, bank, tell }), { bits })
      return transfer(file, [file.buffer])
    }
    const limbs = LIMBS.filter(limb =>
      performance.passages.some(section =>
        section.groove.parts.some(part => part.limb === limb && part.strokes.length),
      ),
    )
    const clicks = performance.countIn > 0 || performance.passages.some(section => section.click.program !== 'none')
    const lines = performance.passages.some(section => section.guides.length)
    const all: Stem[] = [...limbs, ...(clicks ? ['click' as const] : []), ...(lines ? ['lines' as const] : [])]
    const files = Object.fromEntries(
      all.map((stem, i) => [
        `${NAMES[stem].replace(' ', '-')}.wav`,
        writeWav(
          quieter(
            renderChannels(performance, {
              ...rendering,
              stem,
              bank,
              bare: true,
              tell: share => tell((i + share) / all.length),
            }),
          ),
          { bits },
        ),
      ]),
    )
    // Sound hardly packs; it is only put together.
    const file = zipSync(files, { level: 0 })
    return transfer(file, [file.buffer])
  },
}
export type RenderWorker = typeof worker

expose(worker)

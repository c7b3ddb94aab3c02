import { expose, transfer } from 'comlink'
import { zipSync } from 'fflate'
import { type WavBits, writeWav } from '#core/formats'
import { type Hearing, LIMBS, LIMB_NAMES } from '#core/kit'
import type { Performance } from '#core/perform'
import { type Bank, type ClickSound, type Stem, renderChannels } from '#core/sound'

/** One file of all, or a packed one of a stem for each limb and the click. */
export interface WavWish {
  bits: WavBits
  stems: boolean
  hearing: Hearing
  clickSound: ClickSound
}

const NAMES: Record<Stem, string> = { ...LIMB_NAMES, click: 'click', lines: 'line' }

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
          renderChannels(performance, { ...rendering, stem, bank, tell: share => tell((i + share) / all.length) }),
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

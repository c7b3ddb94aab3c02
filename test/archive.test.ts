import { createHash } from 'node:crypto'
import { strToU8, unzipSync, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove } from '#core/groove'
import { DEFAULT_KIT, USUAL_PLAYER } from '#core/kit'
import { present } from '#core/present'
import { meter } from '#core/time'
import { type Asset, type Kept, archiveFiles } from '#core/documents'
import { archiveIn, soundsIn } from '../app/documents/archive-file'
import { tooLarge } from '../server/utils/archive'
import { zipOf } from './archives'

const groove = makeGroove({ id: 'g', title: 'Wet Rope', bars: makeBars(meter(7, 8), 1, 4) })
const kept: Kept = {
  documents: {
    groove: [groove],
    kit: [DEFAULT_KIT],
    cell: [],
    recipe: [],
    phrase: [],
    plan: [],
    player: [USUAL_PLAYER],
    recording: [],
    sitting: [],
  },
  log: [],
  notes: { '2026-01-31': 'Cold room.' },
}
/** A sound with the very marks in it by which a zip tells where a file ends. */
function sound(type: Asset['type'], content: Uint8Array[]): Asset & { content: Uint8Array[] } {
  const all = Buffer.concat(content)
  return { sha256: createHash('sha256').update(all).digest('hex'), type, bytes: all.length, content }
}
const marks = Uint8Array.of(0x50, 0x4b, 7, 8, 0x50, 0x4b, 1, 2, 0x50, 0x4b, 5, 6, 0, 0, 0, 0)
const sounds = [
  sound('audio/flac', [marks, new Uint8Array(70_000).fill(7), marks]),
  sound('audio/wav', [strToU8('RIFF....WAVE')]),
]
const blob = (bytes: Uint8Array) => new Blob([bytes as BlobPart])

describe('an archive, written by the server and opened on the page', () => {
  it('is as it was, its sounds byte for byte, and the same things make the same bytes', async () => {
    const zip = await zipOf(kept, sounds)
    const read = present(await archiveIn(blob(zip)), 'answer')
    if (!read.ok) throw new Error(read.reason)
    expect(read.value).toMatchObject({ ...kept, bad: [] })
    expect(read.value.assets.map(one => one.bytes).sort((a, b) => a - b)).toEqual([12, 70_032])
    const soundOf = await soundsIn(blob(zip))
    for (const { sha256, file } of read.value.assets)
      expect(
        createHash('sha256')
          .update(new Uint8Array(await (await soundOf(file)).arrayBuffer()))
          .digest('hex'),
      ).toBe(sha256)
    expect(await zipOf(kept, sounds)).toEqual(zip)
    // Another program reads it the same, and sounds are in it as they are.
    const other = unzipSync(zip)
    expect(JSON.parse(Buffer.from(other['grooves/g.json']!).toString())).toEqual(groove)
    expect(Buffer.from(zip).includes(Buffer.concat(sounds[0]!.content))).toBe(true)
  })

  it('of the first version, its sounds packed, is read too', async () => {
    const wav = new Uint8Array(5000)
    const file = `assets/${'ab'.repeat(32)}.wav`
    const files = Object.fromEntries([...archiveFiles(kept)].map(({ file: name, text }) => [name, strToU8(text)]))
    const zip = blob(zipSync({ ...files, 'bazzet-archive.json': strToU8('{"version":1}'), [file]: wav }))
    expect(await archiveIn(zip)).toMatchObject({
      ok: true,
      value: { documents: kept.documents, assets: [{ bytes: 5000, file }] },
    })
    expect(new Uint8Array(await (await (await soundsIn(zip))(file)).arrayBuffer())).toEqual(wav)
  })

  it('another zip is none, and a damaged one is refused with a sentence', async () => {
    expect(await archiveIn(blob(zipSync({ 'score.xml': strToU8('<a/>') })))).toBeUndefined()
    const zip = await zipOf(kept, sounds)
    for (const spoilt of [zip.slice(0, zip.length - 30), zip.map((byte, i) => (i === 60 ? byte ^ 255 : byte))])
      expect(await archiveIn(blob(spoilt))).toMatchObject({
        ok: false,
        reason: expect.stringMatching(/packed \(zip\), and damaged/),
      })
  })

  it('is refused where a zip would pass 4 GB, with what to do instead', () => {
    const of = (gigabytes: number) => [{ sha256: '', type: 'audio/wav' as const, bytes: gigabytes * 1024 ** 3 }]
    expect(tooLarge(of(3.9))).toBeUndefined()
    expect(tooLarge(of(4))).toMatch(/have 4\.0 GB.*Throw away recordings.*copy its two databases/)
  })
})

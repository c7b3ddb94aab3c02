/** @module-tag long */
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { randomFrom } from '#core/chance'
import { readSoundFont, wavFacts, writeGrooveMidi, writeMusicXml, writeTab, writeWav } from '#core/formats'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT, USUAL_PLAYER } from '#core/kit'
import { meter } from '#core/time'
import { openFile } from '#core/documents'
import { archiveIn } from '../app/documents/archive-file'
import { zipOf } from './archives'
import { tone, writeSoundFont } from './soundfont'

/** How many of each format: 200 as a test, 5,000 in `npm run soak`. */
const MANY = Number(process.env.BAZZET_SOAK ?? 200)

const bars = makeBars(meter(7, 8), 2, 4)
const groove = makeGroove({
  id: 'g',
  title: 'Wet Rope',
  bars,
  parts: [
    makePart({
      id: 'p',
      name: 'P',
      limb: 'LH',
      strokes: [0, 5040, 8400].map(at => ({ at, piece: 'snare', stroke: 'hit', level: 4, ornament: 'flam' })),
    }),
    makePart({
      id: 'h',
      name: 'H',
      limb: 'RH',
      strokes: [0, 2520, 17640].map(at => ({ at, piece: 'hi-hat', stroke: 'open', level: 2 })),
    }),
  ],
})
const whole: Record<string, Uint8Array> = {
  MIDI: writeGrooveMidi(groove, DEFAULT_KIT, { tracks: 'parts', swing: 'words' }),
  MusicXML: strToU8(writeMusicXml(groove, DEFAULT_KIT)),
  'packed MusicXML': zipSync({
    'META-INF/container.xml': strToU8('<container><rootfiles><rootfile full-path="s.xml"/></rootfiles></container>'),
    's.xml': strToU8(writeMusicXml(groove, DEFAULT_KIT)),
  }),
  tablature: strToU8(writeTab(groove, DEFAULT_KIT, { lines: 'limbs' })),
  JSON: strToU8(JSON.stringify(groove)),
  WAV: writeWav(Float32Array.from({ length: 400 }, (_, i) => Math.sin(i))),
  SoundFont: writeSoundFont('Shed', [
    { name: 'Snare', keys: [38, 38], velocities: [0, 127], root: 38, samples: tone(200, 0.01) },
  ]),
  archive: await zipOf({
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
    notes: {},
  }),
}

type Roll = () => number
const below = (roll: Roll, most: number) => Math.floor(roll() * most)

/** Ways to spoil a file: cut off, bytes changed, figures made huge, a stretch doubled, left out or put elsewhere, and bytes at random. */
const SPOILS: ((bytes: Uint8Array, roll: Roll) => Uint8Array)[] = [
  (bytes, roll) => bytes.slice(0, below(roll, bytes.length)),
  (bytes, roll) => {
    const copy = bytes.slice()
    for (let n = 1 + below(roll, 12); n > 0; n--) copy[below(roll, copy.length)] = below(roll, 256)
    return copy
  },
  (bytes, roll) => {
    const copy = bytes.slice()
    const at = below(roll, copy.length)
    copy.fill(0xff, at, at + 4)
    return copy
  },
  (bytes, roll) =>
    strToU8(
      [...bytes]
        .map(byte => String.fromCharCode(byte))
        .join('')
        .replace(/\d+/g, digits => (roll() < 0.05 ? '99999999999'.slice(0, 1 + below(roll, 11)) : digits)),
      true,
    ),
  (bytes, roll) => {
    const [from, length, to] = [below(roll, bytes.length), below(roll, 400), below(roll, bytes.length)]
    return Uint8Array.from([
      ...bytes.slice(0, to),
      ...bytes.slice(from, from + length),
      ...bytes.slice(roll() < 0.5 ? to : to + length),
    ])
  },
  (bytes, roll) => {
    const times = 2 + below(roll, 30)
    return Uint8Array.from(Array.from({ length: times }, () => [...bytes]).flat())
  },
  (bytes, roll) => Uint8Array.from({ length: below(roll, 600) }, (_, i) => (i < 4 ? bytes[i]! : below(roll, 256))),
]

describe('spoilt files are answered, and nothing falls over', () => {
  it.each(Object.keys(whole))(
    '%s',
    async format => {
      const roll = randomFrom(format.length)
      let slowest = 0
      for (let n = 0; n < MANY; n++) {
        const bytes = SPOILS[n % SPOILS.length]!(whole[format]!, roll)
        const began = performance.now()
        const answer =
          format === 'WAV'
            ? wavFacts(bytes)
            : format === 'SoundFont'
              ? readSoundFont(bytes)
              : (format === 'archive' && (await archiveIn(new Blob([bytes as BlobPart])))) ||
                openFile(bytes, 'spoilt', DEFAULT_KIT)
        slowest = Math.max(slowest, performance.now() - began)
        expect(answer.ok || (answer.reason.length > 15 && answer.reason.length < 4000), `${format} ${n}`).toBe(true)
      }
      if (process.env.BAZZET_SOAK)
        console.log(`${format}: ${MANY} spoilt files answered, the slowest in ${Math.round(slowest)} ms`)
    },
    600_000,
  )
})

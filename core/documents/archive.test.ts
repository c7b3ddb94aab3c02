import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart } from '#core/groove'
import { DEFAULT_KIT, USUAL_PLAYER } from '#core/kit'
import { writeMusicXml, writeTab } from '#core/formats'
import { meter } from '#core/time'
import { type Kept, archiveFiles, openFile, readArchive } from '.'

const groove = makeGroove({
  id: 'g',
  title: 'Wet Rope',
  bars: makeBars(meter(4, 4), 1, 4),
  parts: [
    makePart({ id: 'p', name: 'P', limb: 'LH', strokes: [{ at: 5040, piece: 'snare', stroke: 'hit', level: 4 }] }),
  ],
})
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
const open = (bytes: Uint8Array | string, name = 'file') =>
  openFile(typeof bytes === 'string' ? strToU8(bytes) : bytes, name, DEFAULT_KIT)

const filesOf = (all = kept) =>
  Object.fromEntries([...archiveFiles(all)].map(({ file, text }) => [file, strToU8(text)]))

describe('an archive', () => {
  it('is read back as it was, and the same things make the same files', () => {
    expect(readArchive(filesOf(), [])).toEqual({ ok: true, value: { ...kept, assets: [], bad: [] } })
    expect([...archiveFiles(kept)]).toEqual([...archiveFiles(kept)])
  })
  it('says where its sounds are, and of what format, those of the first version too', () => {
    const [wav, mp3] = ['ab'.repeat(32), '0d'.repeat(32)]
    const sizes = [`assets/${wav}.wav`, `assets/${mp3}.mp3`, 'assets/short.wav', `assets/${wav}.exe`].map(file => ({
      file,
      bytes: 3,
    }))
    const assets = [
      { sha256: mp3, type: 'audio/mpeg', bytes: 3, file: `assets/${mp3}.mp3` },
      { sha256: wav, type: 'audio/wav', bytes: 3, file: `assets/${wav}.wav` },
    ]
    for (const version of [1, 2])
      expect(
        readArchive({ ...filesOf(), 'bazzet-archive.json': strToU8(`{"version":${version}}`) }, sizes),
      ).toMatchObject({ ok: true, value: { assets } })
  })
  it('names what in it cannot be read, and keeps the rest', () => {
    const read = readArchive(
      {
        ...filesOf(),
        'grooves/bad.json': strToU8('{"format":"bazzet-groove","version":2}'),
        'kits/worse.json': strToU8('{'),
        'log.json': strToU8('[{}]'),
      },
      [],
    )
    if (!read.ok) throw new Error(read.reason)
    expect(read.value.documents.groove).toEqual([groove])
    expect(read.value.bad.map(one => one.file)).toEqual(['grooves/bad.json', 'kits/worse.json', 'log.json, entry 1'])
  })
  it.each([
    ['no archive', { 'a.json': strToU8('{}') }, /no bazzet-archive\.json/],
    [
      'of a newer Bazzet',
      { 'bazzet-archive.json': strToU8('{"version":9}') },
      /says version 9; this Bazzet reads versions 1 and 2/,
    ],
  ])('%s is refused', (_, files, reason) =>
    expect(readArchive(files, [])).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  )
})

describe('a file is told by what is in it, not by its name', () => {
  it.each([
    ['our groove', JSON.stringify(groove), { holds: 'document', kind: 'groove' }],
    ['our kit', JSON.stringify(DEFAULT_KIT), { holds: 'document', kind: 'kit' }],
    ['MusicXML', writeMusicXml(groove, DEFAULT_KIT), { holds: 'score', format: 'MusicXML' }],
    [
      'packed MusicXML',
      zipSync({ 'score.xml': strToU8(writeMusicXml(groove, DEFAULT_KIT)) }),
      { holds: 'score', format: 'MusicXML' },
    ],
    ['a tablature', writeTab(groove, DEFAULT_KIT), { holds: 'score', format: 'tablature' }],
  ])('%s', (_, bytes, holds) => expect(open(bytes, 'misleading.pdf')).toMatchObject({ ok: true, value: holds }))
  it.each([
    ['nothing', '', /This file is empty/],
    ['a letter', 'Dear friend', /no file that Bazzet reads/],
    ['other JSON', '{"format":"song"}', /its format is “song”/],
    ['broken JSON', '{"format":', /not JSON/],
    ['a log', 'id,day,at,kind\n', /read it on the Log/],
    ['our groove, wrong', '{"format":"bazzet-groove","version":2}', /not a valid groove/],
  ])('%s is refused with a sentence', (_, text, reason) =>
    expect(open(text)).toMatchObject({ ok: false, reason: expect.stringMatching(reason) }),
  )
})

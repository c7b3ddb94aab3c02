import { createHash } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import sqlite3 from 'sqlite3'
import { afterAll, afterEach, describe, expect, it, vi } from 'vitest'
import { withStroke } from '#core/kit'
import { present } from '#core/present'
import { emptyBin } from '../utils/bin'
import { spaceOf } from '../utils/space'
import { type Database, connect } from '.'
import { soundsPath } from './connection'
import { copiesFolder, copyDatabase, listCopies, listFiles, soundsInCopies } from './copies'
import { PIECE } from './sound-store'

const folder = mkdtempSync(join(tmpdir(), 'bazzet-sounds-'))
const open: Database[] = []
let files = 0
/** A database of a test's own. */
async function fresh(path = join(folder, `${files++}.db`)) {
  const db = await connect(path)
  open.push(db)
  const close = () => (open.splice(open.indexOf(db), 1).length ? db.close() : Promise.resolve())
  return { ...db, path, close }
}
afterEach(async () => void (await Promise.all(open.splice(0).map(db => db.close()))))
afterAll(() => rmSync(folder, { recursive: true, force: true }))

/** A sound of so many bytes that begins as WAV does, and the pieces it is brought in. */
function soundOf(bytes: number, seed = 1) {
  const all = Buffer.alloc(bytes)
  for (let i = 0; i < bytes; i++) all[i] = (i * seed * 7919) >> 5
  all.write('RIFF', 0)
  all.write('WAVE', 8)
  const sha256 = createHash('sha256').update(all).digest('hex')
  const pieces = Array.from({ length: Math.ceil(bytes / PIECE) }, (_, at) => all.subarray(at * PIECE, (at + 1) * PIECE))
  return { all, pieces, wanted: { sha256, bytes, type: 'audio/wav' as const } }
}
type Sound = ReturnType<typeof soundOf>
async function brought(db: Database, sound: Sound) {
  await db.assets.begin(sound.wanted)
  for (const [at, piece] of sound.pieces.entries()) await db.assets.bring(sound.wanted.sha256, at, piece)
}
async function bytesOf(db: Database, { wanted }: Sound, from = 0, to = wanted.bytes) {
  const read: Buffer[] = []
  for await (const piece of db.assets.read(wanted.sha256, from, to)) read.push(piece)
  return Buffer.concat(read)
}
/** The five-piece with a sound given to its first stroke, kept. */
async function named(db: Database, { wanted }: Sound) {
  const { document, revision } = (await db.documents.kit.get('five-piece'))!
  const given = withStroke(document, document.pieces[0]!.id, 0, {
    own: [{ asset: wanted.sha256, name: 'shed.wav', level: 4 }],
  })
  if (!given.ok) throw new Error(given.reason)
  await db.documents.kit.save(given.value, revision)
  return async () => void (await db.documents.kit.save(document, revision + 1))
}
const later = (hours: number) => new Date(Date.now() + hours * 3600 * 1000)
const WEEK = 7 * 24
const none = new Set<string>()

describe('a sound comes in by pieces', () => {
  it('in any order, and goes on after a break, even across a start of the server', async () => {
    const db = await fresh()
    const sound = soundOf(3 * PIECE + 5000)
    const { sha256 } = sound.wanted
    expect(await db.assets.begin(sound.wanted)).toEqual({ ok: true, value: { here: false, missing: [0, 1, 2, 3] } })
    for (const at of [3, 1])
      expect(await db.assets.bring(sha256, at, sound.pieces[at]!)).toMatchObject({ ok: true, value: { here: false } })
    expect(await db.assets.get(sha256)).toBeUndefined()
    await db.close()
    const again = await fresh(db.path)
    expect(await again.assets.begin(sound.wanted)).toEqual({ ok: true, value: { here: false, missing: [0, 2] } })
    await again.assets.bring(sha256, 2, sound.pieces[2]!)
    // The last one, sent twice at once by a page that lost the answer.
    const last = await Promise.all([0, 0].map(at => again.assets.bring(sha256, at, sound.pieces[at]!)))
    expect(last).toEqual([
      { ok: true, value: { here: true } },
      { ok: true, value: { here: true } },
    ])
    expect(await again.assets.get(sha256)).toEqual(sound.wanted)
    expect((await bytesOf(again, sound)).equals(sound.all)).toBe(true)
    // Any range, across the seams of pieces too.
    for (const [from, to] of [
      [0, 1],
      [PIECE - 3, PIECE + 4],
      [PIECE, 2 * PIECE],
      [17, 3 * PIECE + 4999],
    ] as const)
      expect((await bytesOf(again, sound, from, to)).equals(sound.all.subarray(from, to))).toBe(true)
    expect(await again.assets.begin(sound.wanted)).toEqual({ ok: true, value: { here: true, missing: [] } })
  })

  it.each<[string, (sound: Sound) => [at: number, piece: Uint8Array], RegExp]>([
    [
      'a piece that is too short',
      sound => [0, sound.pieces[0]!.subarray(1)],
      /Piece 0 of this sound has 1048576 bytes; 1048575 were sent/,
    ],
    ['a piece past the end', sound => [2, sound.pieces[1]!], /has the pieces 0 to 1; there is no piece 2/],
    ['a sound of another format', () => [0, Buffer.alloc(PIECE, 'OggS')], /sent as WAV, and begins as Ogg does/],
    [
      'what is no sound',
      () => [0, Buffer.alloc(PIECE, 'Dear friend')],
      /sent as WAV, and begins as no sound does that is kept/,
    ],
  ])('%s is refused with a sentence, and what came before stays', async (_, wrong, says) => {
    const db = await fresh()
    const sound = soundOf(PIECE + 10)
    await db.assets.begin(sound.wanted)
    await db.assets.bring(sound.wanted.sha256, 1, sound.pieces[1]!)
    expect(await db.assets.bring(sound.wanted.sha256, ...wrong(sound))).toMatchObject({
      ok: false,
      reason: expect.stringMatching(says),
    })
    expect(present(await db.assets.begin(sound.wanted), 'answer')).toMatchObject({ value: { missing: [0] } })
  })

  it('one whose bytes are others is dropped whole, and so is one that is called off', async () => {
    const db = await fresh()
    const sound = soundOf(2 * PIECE)
    const { sha256 } = sound.wanted
    await db.assets.begin(sound.wanted)
    await db.assets.bring(sha256, 0, sound.pieces[0]!)
    const spoilt = Buffer.from(sound.pieces[1]!)
    spoilt[7]! ^= 1
    expect(await db.assets.bring(sha256, 1, spoilt)).toMatchObject({
      ok: false,
      reason: expect.stringMatching(/another SHA-256/),
    })
    expect(await db.assets.bring(sha256, 1, sound.pieces[1]!)).toBeUndefined()
    await db.assets.begin(sound.wanted)
    await db.assets.bring(sha256, 0, sound.pieces[0]!)
    expect(await db.assets.drop(sha256)).toBe(true)
    expect(await db.assets.all()).toEqual([])
    expect(await db.assets.begin(sound.wanted)).toMatchObject({ value: { missing: [0, 1] } })
  })
})

describe('what stays, and what goes', () => {
  it('what a document names stays, the bin’s too; what nothing names goes after a week, what was begun after a day', async () => {
    const db = await fresh()
    const [sound, begun] = [soundOf(5000), soundOf(6000, 3)]
    await brought(db, sound)
    await db.assets.begin(begun.wanted)
    const back = await named(db, sound)
    expect(await db.assets.kept()).toEqual([sound.wanted])
    expect(await db.assets.sweep(none, later(23))).toBe(0)
    expect(await db.assets.sweep(none, later(25))).toBe(1)
    await db.documents.kit.setBinned('five-piece', true)
    expect(await db.assets.kept()).toEqual([])
    expect(await db.assets.sweep(none, later(10 * WEEK))).toBe(0)
    await db.documents.kit.setBinned('five-piece', false)
    await back()
    expect(await db.assets.sweep(none, later(WEEK - 1))).toBe(0)
    expect(await db.assets.sweep(new Set([sound.wanted.sha256]), later(WEEK + 1))).toBe(0)
    expect(await db.assets.sweep(none, later(WEEK + 1))).toBe(1)
    expect(await bytesOf(db, sound)).toHaveLength(0)
  })

  it('what a copy names is not swept, and a copy says what it would lack', async () => {
    const db = await fresh()
    const sound = soundOf(5000)
    await brought(db, sound)
    const back = await named(db, sound)
    await copyDatabase(db.path, join(copiesFolder(db.path), 'one.db'))
    await back()
    const names = await soundsInCopies(db.path)
    expect([...names]).toEqual([sound.wanted.sha256])
    expect(await db.assets.sweep(names, later(2 * WEEK))).toBe(0)
    expect(await listCopies(db.path, names)).toMatchObject([{ name: 'one.db', lacks: 0 }])
    expect(await listCopies(db.path, none)).toMatchObject([{ name: 'one.db', lacks: 1 }])
  })

  it('a document thrown away for good takes along what only it names', async () => {
    const db = await fresh()
    vi.stubEnv('BAZZET_DB', db.path)
    const sound = soundOf(5000)
    await brought(db, sound)
    await named(db, sound)
    await db.documents.kit.setBinned('five-piece', true)
    expect(await emptyBin(db)).toMatchObject({ gone: 1 })
    expect(await db.assets.all()).toEqual([])
    vi.unstubAllEnvs()
  })

  it('the room it takes is told by kind, the largest first', async () => {
    const db = await fresh()
    const [sound, other] = [soundOf(200_000), soundOf(300_000, 5)]
    await brought(db, sound)
    await brought(db, other)
    await named(db, sound)
    const rows = await spaceOf(db, [{ bytes: 250_000 }])
    expect(rows.slice(0, 3)).toEqual([
      { what: 'sounds that nothing names', many: 1, bytes: 300_000 },
      { what: 'copies', many: 1, bytes: 250_000 },
      { what: 'sounds of kits', many: 1, bytes: 200_000 },
    ])
    expect(rows.map(row => row.bytes)).toEqual(rows.map(row => row.bytes).sort((a, b) => b - a))
  })
})

describe('rows and bytes are brought together as both are opened', () => {
  it('a database of the day before has its sounds moved, in kits that name them', async () => {
    const path = join(folder, 'before.db')
    const raw = new sqlite3.Database(path)
    const dump = readFileSync('test/old/database-011.sql', 'utf8')
    await new Promise<void>((done, fail) => raw.exec(dump, error => raw.close(() => (error ? fail(error) : done()))))
    const db = await fresh(path)
    const [asset, ...more] = await db.assets.kept()
    expect(more).toEqual([])
    expect(asset).toMatchObject({ type: 'audio/wav', bytes: 926 })
    const read: Buffer[] = []
    for await (const piece of db.assets.read(asset!.sha256, 0, 926)) read.push(piece)
    expect(createHash('sha256').update(Buffer.concat(read)).digest('hex')).toBe(asset!.sha256)
    // The copy that was made before it holds its sounds itself.
    expect(listFiles(path)).toHaveLength(1)
    expect(await listCopies(path, none)).toMatchObject([{ lacks: 0 }])
  })

  it('a row without its bytes is lost until they are brought; bytes without a row get one, spoilt ones go', async () => {
    const db = await fresh()
    const sound = soundOf(PIECE + 9)
    await brought(db, sound)
    await db.close()
    rmSync(soundsPath(db.path))
    const without = await fresh(db.path)
    expect(await without.assets.get(sound.wanted.sha256)).toBeUndefined()
    expect(await without.assets.all()).toMatchObject([{ state: 'lost' }])
    await brought(without, sound)
    expect(await without.assets.get(sound.wanted.sha256)).toEqual(sound.wanted)
    await without.close()
    // As where another database takes the first one's place.
    for (const rest of ['', '-wal', '-shm']) rmSync(db.path + rest, { force: true })
    const other = await fresh(db.path)
    expect(await other.assets.get(sound.wanted.sha256)).toEqual(sound.wanted)
  })

  it('one from a newer Bazzet is refused and not touched', async () => {
    const db = await fresh()
    await db.close()
    const raw = new sqlite3.Database(soundsPath(db.path))
    await new Promise<void>(done =>
      raw.exec("INSERT INTO SequelizeMeta VALUES ('sounds-999')", () => raw.close(() => done())),
    )
    await expect(connect(db.path)).rejects.toThrow(/sounds\.db is from a newer Bazzet/)
  })
})

/** @module-tag long */
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import fc from 'fast-check'
import sqlite3 from 'sqlite3'
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { type Groove, makeBars, makeGroove } from '#core/groove'
import { DEFAULT_KIT, HOUSE_LIMITS, USUAL_PLAYER } from '#core/kit'
import { KINDS } from '#core/documents'
import { type LogEntry, type Stage, makePlan, makeStage, readEntry, tempoByDay } from '#core/practise'
import { meter } from '#core/time'
import { QueryTypes, type Sequelize } from 'sequelize'
import { type Database, connect } from '.'
import { openDatabase } from './connection'
import { checkDatabase, copiesFolder, copyDatabase, copyOfTheDay, listFiles } from './copies'
import { storeTrouble } from './trouble'

const folder = mkdtempSync(join(tmpdir(), 'bazzet-db-'))
afterAll(() => rmSync(folder, { recursive: true, force: true }))
const at = (name: string) => join(folder, name)

/** Runs SQL on a file as another program would. */
const sql = (path: string, statements: string) =>
  new Promise<void>((done, fail) => {
    const db = new sqlite3.Database(path)
    db.exec(statements, error => db.close(() => (error ? fail(error) : done())))
  })
const list = async (text: Promise<string>) =>
  JSON.parse(await text) as { revision: number; updatedAt: string; summary: { id: string } }[]

describe('a database with a player of version 1', () => {
  it('keeps the limits the player had made their own, and gets bursts, runs and pairs beside them', async () => {
    const before = await connect(at('player.db'))
    await before.close()
    const old = {
      format: 'bazzet-player',
      version: 1,
      id: 'me',
      defaults: { lead: 'left', hands: 'crossed', kitId: 'five-piece', bassDrum: 'kick' },
      counting: { school: 'numbers', triplet: '& a' },
      limits: {
        hand: { easy: 0.2, hard: 0.125 },
        foot: { easy: 0.3, hard: 0.2 },
        double: { easy: 0.09, hard: 0.06 },
        travel: HOUSE_LIMITS.travel,
        control: { easy: 0.15, hard: 0.11 },
      },
    }
    await sql(
      at('player.db'),
      `DELETE FROM "SequelizeMeta" WHERE name = '005-limits'; UPDATE players SET document = '${JSON.stringify(old).replaceAll("'", "''")}'`,
    )
    const after = await connect(at('player.db'))
    expect((await after.documents.player.get('me'))!.document).toMatchObject({
      version: 6,
      defaults: { lead: 'left', bassDrum: 'kick' },
      limits: {
        ...HOUSE_LIMITS,
        run: { hand: HOUSE_LIMITS.run.hand, foot: { easy: 0.3, hard: 0.2 } },
        control: { easy: 0.15, hard: 0.11 },
      },
    })
    await after.close()
  })
})

describe('a database of before there was a room', () => {
  it('has its player, kits and plans brought up, each as it was and with what is new as it ships', async () => {
    const before = await connect(at('dry.db'))
    const plan = makePlan({
      id: 'p',
      title: 'P',
      stages: [
        makeStage({
          id: 's',
          name: 'All',
          subject: { kind: 'groove', id: 'g' },
          parts: { RH: 'player' },
          length: { seconds: 60 },
          tempo: { bpm: 80, counts: '1/4' },
        }),
      ],
    })
    await before.documents.plan.create(plan)
    await before.close()
    // As the Bazzet of the day before wrote them: player 5, kit 4, plan 6.
    const { click: _click, room: _room, lamp: _lamp, ...player } = USUAL_PLAYER
    const [{ human: _human, ...stage }] = plan.stages as [Stage]
    const text = (document: object) => JSON.stringify(document).replaceAll("'", "''")
    await sql(
      at('dry.db'),
      `UPDATE players SET document = '${text({ ...player, version: 5, hearing: 'from the front' })}';
       UPDATE kits SET document = '${text({ ...DEFAULT_KIT, version: 4 })}' WHERE id = '${DEFAULT_KIT.id}';
       UPDATE plans SET document = '${text({ ...plan, version: 6, stages: [stage] })}';
       UPDATE about SET value = 'player 5, kit 4, plan 6' WHERE name = 'broughtUp'`,
    )
    const after = await connect(at('dry.db'))
    const document = async (kind: 'player' | 'kit' | 'plan', id: string) =>
      (await after.documents[kind].get(id))!.document
    expect(await document('player', 'me')).toEqual({ ...USUAL_PLAYER, hearing: 'from the front' })
    expect(await document('kit', DEFAULT_KIT.id)).toEqual(DEFAULT_KIT)
    expect(await document('plan', 'p')).toEqual(plan)
    await after.close()
  })
})

describe('a database of version 1', () => {
  let db: Database
  beforeAll(async () => {
    await sql(at('old.db'), readFileSync('test/old/database-003.sql', 'utf8'))
    db = await connect(at('old.db'))
  })
  afterAll(() => db.close())

  it('keeps every groove, brought up to date, with its revision and its moment; the bin stays the bin', async () => {
    const grooves = await list(db.documents.groove.list())
    expect(grooves.map(one => one.summary.id).sort()).toEqual(['all-there-was', 'wet-rope', 'wet-rope-late'])
    expect(grooves.find(one => one.summary.id === 'wet-rope')).toMatchObject({
      revision: 4,
      updatedAt: '2026-11-21T10:00:00.000Z',
    })
    expect((await db.documents.groove.listBin()).map(one => one.summary.id)).toEqual(['tin-gutter-waltz'])
    const old = JSON.parse(readFileSync('test/old/groove-1.json', 'utf8'))
    const { document, revision } = (await db.documents.groove.get('all-there-was'))!
    expect(revision).toBe(7)
    expect(document).toEqual({
      ...old,
      version: 4,
      guides: [],
      clave: null,
      parts: old.parts.map((part: object) => ({ ...part, pickUp: null, given: ['name', 'role'] })),
    })
  })

  it('gives plans and entries the note value of the groove they name, and marks what it has to assume', async () => {
    const tempos = async (id: string) => (await db.documents.plan.get(id))!.document.stages.map(stage => stage.tempo)
    expect(await tempos('slow-plan')).toEqual([{ bpm: 45, counts: '1/4.' }])
    expect(await tempos('wet-rope-plan')).toEqual([67, 72, 77, 86].map(bpm => ({ bpm, counts: '1/4' })))
    const { entries, total } = await db.log.page(0, 10)
    expect(total).toBe(5)
    expect(new Map(entries.map(entry => [entry.id, entry.tempo]))).toEqual(
      new Map<string, LogEntry['tempo']>([
        ['slow-1', { bpm: 45, counts: '1/4.' }],
        ['gone-1', { bpm: 120, counts: '1/4', assumed: true }],
        ['wet-rope-plan-35-0', { bpm: 52, counts: '1/4' }],
        ['wet-rope-plan-35-3', { bpm: 69, counts: '1/4' }],
        ['wet-rope-plan-1-3', { bpm: 86, counts: '1/4' }],
      ]),
    )
  })

  it('keeps kits and recipes, and gets what ships since: the player among it', async () => {
    expect((await list(db.documents.kit.list())).map(one => one.summary.id)).toContain('pad')
    expect((await list(db.documents.recipe.list())).map(one => one.summary.id)).toContain('threes')
    expect((await db.documents.player.get('me'))!.document).toMatchObject({
      defaults: { lead: 'right' },
      counting: { school: 'numbers' },
    })
  })

  it('is brought up once more where a document has a new version, and no table has changed', async () => {
    const before = await connect(at('newer.db'))
    await before.close()
    await sql(
      at('newer.db'),
      `UPDATE about SET value = '011-sittings' WHERE name = 'broughtUp'; UPDATE kits SET document = replace(document, '"version":${DEFAULT_KIT.version}', '"version":3')`,
    )
    const after = await connect(at('newer.db'))
    expect((await after.documents.kit.get('five-piece'))!.document).toEqual(DEFAULT_KIT)
    await after.close()
  })

  it('opens again as it was left', async () => {
    const before = await db.documents.groove.list()
    const again = await connect(at('old.db'))
    expect(await again.documents.groove.list()).toBe(before)
    expect((await again.documents.groove.get('wet-rope'))!.store).toBe(
      (await db.documents.groove.get('wet-rope'))!.store,
    )
    await again.close()
  })
})

// Each was made by the Bazzet of its day (its demo world, cut down); no Bazzet ended at the fourth.
it.each(['001', '002', '003', '005', '006', '007', '008', '009', '010'])(
  'a database that has come as far as migration %s is brought up to date, and loses nothing',
  async number => {
    const [path, text] = [at(`through-${number}.db`), readFileSync(`test/old/database-${number}.sql`, 'utf8')]
    const row = /^INSERT INTO (\w+) VALUES\((.*)\);$/
    const before = text
      .replaceAll('"', '')
      .split('\n')
      .flatMap(line => line.match(row)?.[1] ?? [])
    const many = (table: string) => before.filter(one => one === table).length
    expect([many('grooves'), many('log') >= 3]).toEqual([number === '003' ? 4 : 3, true])
    await sql(path, text)
    const db = await connect(path)
    const { documents, log } = db
    for (const kind of ['groove', 'kit', 'recipe', 'phrase', 'plan'] as const) {
      const listed = await list(documents[kind].list())
      expect(listed.length + (await documents[kind].listBin()).length, kind).toBeGreaterThanOrEqual(many(`${kind}s`))
      for (const {
        summary: { id },
      } of listed) {
        const { document } = (await documents[kind].get(id))!
        expect(KINDS[kind].read(document), `${kind} ${id}`).toEqual({ ok: true, value: document })
      }
    }
    expect((await log.page(0, 100)).entries.map(entry => readEntry(entry).ok)).toEqual(Array(many('log')).fill(true))
    const { document, revision } = (await documents.groove.get('wet-rope'))!
    expect([revision, document.parts.map(part => part.strokes.length), document.tempo]).toEqual([
      4,
      [16, 4, 7, 7, 8],
      { bpm: 96, counts: '1/4' },
    ])
    expect((await documents.groove.listBin()).map(one => one.summary.id)).toEqual(['tin-gutter-waltz'])
    const kept = await documents.groove.list()
    await db.close()
    const again = await connect(path)
    expect(await again.documents.groove.list()).toBe(kept)
    await again.close()
  },
)

it('a log entry of version 1 that cannot be read is put aside with the reason, and the others are kept', async () => {
  const unreadable =
    "INSERT INTO log VALUES('odd','wet-rope','Wet Rope','wet-rope-plan','Alone',-5.0,90.0,'solid','2026-11-20T18:00:00.000Z');"
  await sql(
    at('odd.db'),
    readFileSync('test/old/database-003.sql', 'utf8').replace('INSERT INTO log', `${unreadable}\nINSERT INTO log`),
  )
  const db = await connect(at('odd.db'))
  expect((await db.log.page(0, 10)).total).toBe(5)
  await db.close()
  const sequelize = await openDatabase(at('odd.db'))
  const aside = await sequelize.query<{ entry: string; reason: string }>('SELECT * FROM logUnread', {
    type: QueryTypes.SELECT,
  })
  await sequelize.close()
  expect(aside.map(one => JSON.parse(one.entry))).toEqual([
    expect.objectContaining({ id: 'odd', tempo: { bpm: -5, counts: '1/4' } }),
  ])
  expect(aside[0]!.reason).toMatch(/tempo/)
})

it('a database is kept with its writes ahead of it, and each commit on the disk', async () => {
  const sequelize = await openDatabase(at('settings.db'))
  const told = async (name: string) =>
    Object.values((await sequelize.query(`PRAGMA ${name}`, { type: QueryTypes.SELECT }))[0]!)[0]
  expect(await Promise.all(['journal_mode', 'synchronous', 'busy_timeout', 'foreign_keys'].map(told))).toEqual([
    'wal',
    2,
    2000,
    1,
  ])
  await sequelize.close()
})

it('a database from a newer Bazzet is refused by name and not touched', async () => {
  await (await connect(at('newer.db'))).close()
  await sql(
    at('newer.db'),
    "INSERT INTO SequelizeMeta (name) VALUES ('099-tomorrow'); PRAGMA wal_checkpoint(TRUNCATE);",
  )
  const before = readFileSync(at('newer.db'))
  await expect(connect(at('newer.db'))).rejects.toThrow(
    /newer\.db is from a newer Bazzet: it has been through “099-tomorrow”/,
  )
  expect(readFileSync(at('newer.db')).equals(before)).toBe(true)
})

describe('documents', () => {
  let db: Database
  const groove = (id: string, more: Partial<Groove> = {}) =>
    makeGroove({ id, title: `Title of ${id}`, bars: makeBars(meter(4, 4), 1, 4), ...more })
  const child = (id: string, parent: string) => groove(id, { parent: { id: parent, revision: 1, moves: [] } })
  const ids = async (wanted: Parameters<Database['documents']['groove']['list']>[0]) =>
    (await list(db.documents.groove.list(wanted))).map(one => one.summary.id).sort()

  beforeAll(async () => {
    db = await connect(at('new.db'))
    const { groove: kept } = db.documents
    // A family of five, one of them in the bin and the line below it so cut; two strangers.
    for (const one of [
      groove('first'),
      child('a', 'first'),
      child('b', 'first'),
      child('aa', 'a'),
      child('aaa', 'aa'),
      groove('other'),
      groove('long', { bars: makeBars(meter(4, 4), 2, 4) }),
    ]) {
      const { updatedAt } = (await kept.create(one))!
      // Each a moment after the one before: which is newest is told to the millisecond.
      await vi.waitFor(() => expect(Date.now()).toBeGreaterThan(Date.parse(updatedAt)), { interval: 1 })
    }
    await kept.setBinned('aa', true)
  })
  afterAll(() => db.close())

  it('are saved over the revision they were made from, in the store it was made in, and over no other', async () => {
    const { groove: kept } = db.documents
    const made = (await kept.create(groove('save')))!
    expect(made.revision).toBe(1)
    expect(await kept.create(groove('save'))).toBeUndefined()
    const two = groove('save', { title: 'Two' })
    expect(await kept.save(two, 1, made.store)).toMatchObject({ kind: 'saved', revision: 2 })
    expect(await kept.save(two, 1)).toMatchObject({ kind: 'saved', revision: 2 }) // sent twice
    expect(await kept.save(groove('save', { title: 'Three' }), 1)).toMatchObject({
      kind: 'stale',
      theirs: { revision: 2, document: { title: 'Two' } },
    })
    expect(await kept.save(groove('save', { title: 'Three' }), 2, 'another store')).toMatchObject({ kind: 'stale' })
    expect(await kept.save(groove('nowhere'), 1)).toEqual({ kind: 'missing' })
    await kept.setBinned('save', true)
    expect(await kept.save(groove('save', { title: 'Four' }), 2)).toEqual({ kind: 'missing' })
  })

  it('are kept as they were at a revision that a groove was made from, and at no other', async () => {
    const db = await connect(at('revisions.db'))
    const groove = (id: string, title: string, parent: Groove['parent'] = null) =>
      makeGroove({ id, title, bars: makeBars(meter(4, 4), 1, 4), parent })
    const { groove: grooves } = db.documents
    await grooves.create(groove('home', 'First'))
    await grooves.save(groove('home', 'Second'), 1)
    await grooves.create(groove('child', 'Child', { id: 'home', revision: 2, moves: [] }))
    await grooves.save(groove('home', 'Third'), 2)
    await grooves.save(groove('home', 'Fourth'), 3)
    expect(
      await Promise.all([1, 2, 3, 4, 5].map(async revision => (await grooves.getAt('home', revision))?.document.title)),
    ).toEqual([undefined, 'Second', undefined, 'Fourth', undefined])
    await db.close()
  })

  it('that are saved at once by two are kept from the first alone', async () => {
    const { groove: kept } = db.documents
    await kept.create(groove('race'))
    const answers = await Promise.all(['A', 'B', 'C'].map(title => kept.save(groove('race', { title }), 1)))
    expect(answers.map(one => one.kind).sort()).toEqual(['saved', 'stale', 'stale'])
    await kept.setBinned('race', true)
  })

  it.each([
    ['all', {}, ['a', 'aaa', 'b', 'first', 'long', 'other']],
    ['some by id', { only: ['b', 'nobody', 'a'] }, ['a', 'b']],
    ['none by no id', { only: [] }, []],
    ['a family from its first', { family: 'first' }, ['a', 'b', 'first']],
    ['a family from a leaf', { family: 'b' }, ['a', 'b', 'first']],
    ['what is left of a family whose line is cut', { family: 'aaa' }, ['aaa']],
    ['grooves of a length', { ticks: 40320 }, ['long']],
    ['by words of the title', { words: ['TITLE', 'aa'] }, ['aaa']],
    ['by a word that is only in the JSON', { words: ['ticks'] }, []],
    ['by a word with a quote in it', { words: ["' OR 1=1"] }, []],
  ])('are listed: %s', async (_, wanted, expected) => expect(await ids(wanted)).toEqual(expected))

  it('are listed newest first, so many at the most, by summaries without strokes', async () => {
    const lines = await list(db.documents.groove.list({ most: 2 }))
    expect(lines.map(one => one.summary.id)).toEqual(['long', 'other'])
    expect(Object.keys(lines[0]!.summary)).not.toContain('parts')
  })

  it('survive a family that is its own ancestor', async () => {
    await db.documents.groove.create(child('loop-a', 'loop-b'))
    await db.documents.groove.create(child('loop-b', 'loop-a'))
    expect(await ids({ family: 'loop-a' })).toEqual(['loop-a', 'loop-b'])
  })
})

describe('the log', () => {
  it('sums and pages what the core sums in one go', { tags: ['law'] }, async () => {
    const entry = (
      i: number,
      [subject, day, bpm, counts, word]: [string, number, number, '1/4' | '1/8' | '1/4.', LogEntry['word']],
    ): LogEntry => {
      const date = `2026-03-${String(1 + day).padStart(2, '0')}`
      return {
        format: 'bazzet-entry',
        version: 4,
        id: `e${i}`,
        at: `${date}T18:${String(i % 60).padStart(2, '0')}:${String(Math.floor(i / 60)).padStart(2, '0')}.000Z`,
        day: date,
        subject: { kind: 'groove', id: subject, revision: 1, title: `${subject} ${i}` },
        planId: null,
        stage: 'All',
        source: 'plan',
        span: null,
        parts: {},
        limbs: i % 2 ? ['RH'] : ['RH', 'LF'],
        whole: i % 5 ? true : i % 2 ? null : false,
        click: null,
        tempo: { bpm, counts },
        seconds: 30 + i,
        cut: false,
        word,
        measures: null,
        note: '',
        figures: null,
        sessionId: null,
      }
    }
    const entries = fc.array(
      fc.tuple(
        fc.constantFrom('g', 'h', 'i'),
        fc.integer({ min: 0, max: 6 }),
        fc.integer({ min: 40, max: 200 }),
        fc.constantFrom('1/4' as const, '1/8' as const, '1/4.' as const),
        fc.constantFrom('solid' as const, 'shaky' as const, 'missed' as const, null),
      ),
      { minLength: 1, maxLength: 60 },
    )
    let n = 0
    await fc.assert(
      fc.asyncProperty(entries, async rows => {
        const db = await connect(at(`log${n++}.db`))
        const all = rows.map((row, i) => entry(i, row))
        await db.log.putAll(all)
        const sums = await db.log.sums()
        expect(sums).toMatchObject({
          stages: all.length,
          seconds: all.reduce((sum, one) => sum + one.seconds, 0),
          days: new Set(all.map(one => one.day)).size,
        })
        const byId = (lines: typeof sums.lines) =>
          lines
            .map(line => ({ ...line, days: line.days.map(({ day, bpm }) => [day, Number(bpm.toFixed(6))]) }))
            .sort((a, b) => a.id.localeCompare(b.id))
        expect(byId(sums.lines)).toEqual(byId(tempoByDay(all)))
        const paged = [...(await db.log.page(0, 7)).entries, ...(await db.log.page(7, 100)).entries]
        expect(paged).toEqual([...all].sort((a, b) => b.at.localeCompare(a.at) || a.id.localeCompare(b.id)))
        // A word given late reaches its entry.
        await db.log.put({ ...all[0]!, word: 'solid' })
        expect(await db.log.count()).toBe(all.length)
        await db.close()
      }),
      { numRuns: 12 },
    )
  })
})

describe('copies, and a store that fails', () => {
  it('a database with kits of version 1 has them of today’s', async () => {
    const before = await connect(at('kits.db'))
    await before.close()
    await sql(
      at('kits.db'),
      `DELETE FROM about WHERE name = 'broughtUp'; UPDATE kits SET document = replace(document, '"version":${DEFAULT_KIT.version}', '"version":1')`,
    )
    const after = await connect(at('kits.db'))
    expect((await after.documents.kit.get('five-piece'))!.document).toEqual(DEFAULT_KIT)
    await after.close()
  })

  it('a copy made while it is in use is whole; what is brought back is what was copied, as another store', async () => {
    vi.stubEnv('BAZZET_DB', at('live.db'))
    vi.resetModules()
    const { database, replaceDatabase } = await import('.')
    const first = await database()
    await first.documents.groove.create(makeGroove({ id: 'kept', title: 'Kept', bars: makeBars(meter(4, 4), 1, 4) }))
    const { store } = (await first.documents.groove.get('kept'))!
    const copy = join(copiesFolder(at('live.db')), 'one.db')
    const many = Array.from({ length: 20 }, (_, i) =>
      first.documents.groove.create(makeGroove({ id: `more-${i}`, title: 'More', bars: makeBars(meter(4, 4), 1, 4) })),
    )
    await copyDatabase(at('live.db'), copy)
    await Promise.all(many)
    expect(await checkDatabase(copy)).toBeUndefined()
    await first.documents.groove.setBinned('kept', true)
    expect(await replaceDatabase(copy)).toBeUndefined()
    const back = (await (await database()).documents.groove.get('kept'))!
    expect(back.document.title).toBe('Kept')
    expect(back.store).not.toBe(store)
    // What was there is in a copy of its own.
    expect(listFiles(at('live.db')).some(one => one.name.startsWith('before-restore-'))).toBe(true)
    // What is no database is refused, and changes nothing.
    writeFileSync(at('letter.db'), 'Dear friend, this is no database.'.repeat(100))
    expect(await replaceDatabase(at('letter.db'))).toMatch(/no database.*Nothing was changed/)
    await sql(at('other.db'), 'CREATE TABLE songs (id)')
    expect(await replaceDatabase(at('other.db'))).toMatch(/none of Bazzet’s.*Nothing was changed/)
    const torn = readFileSync(copy)
    torn.fill(7, 4096, 12_000)
    writeFileSync(at('torn.db'), torn)
    expect(await replaceDatabase(at('torn.db'))).toMatch(/damaged|no database/)
    expect((await (await database()).documents.groove.get('kept'))!.document.title).toBe('Kept')
    await (await database()).close()
    vi.unstubAllEnvs()
  })

  it('one copy a day, of the last seven days', async () => {
    const db = await connect(at('daily.db'))
    await db.close()
    const days = Array.from({ length: 10 }, (_, i) => `2026-03-${String(i + 1).padStart(2, '0')}`)
    for (const day of days) expect(await copyOfTheDay(at('daily.db'), day)).toBe(true)
    expect(await copyOfTheDay(at('daily.db'), days.at(-1)!)).toBe(false)
    expect(
      listFiles(at('daily.db'))
        .map(one => one.name)
        .sort(),
    ).toEqual(days.slice(3).map(day => `day-${day}.db`))
  })

  it('a migration copies what it would change', async () => {
    const before = await connect(at('migrated.db'))
    await before.close()
    await sql(
      at('migrated.db'),
      "DELETE FROM \"SequelizeMeta\" WHERE name > '011' AND name < '014'; DROP TABLE sittings; DROP INDEX log_subject; ALTER TABLE log DROP COLUMN whole; DROP TABLE recordings; DROP TABLE assets; CREATE TABLE assets (sha256 PRIMARY KEY, type, createdAt, bytes)",
    )
    const after = await connect(at('migrated.db'))
    await after.close()
    expect(listFiles(at('migrated.db')).map(one => one.name)).toEqual([expect.stringMatching(/^before-010-sounds-/)])
    expect(
      await checkDatabase(join(copiesFolder(at('migrated.db')), listFiles(at('migrated.db'))[0]!.name)),
    ).toBeUndefined()
  })

  it.each([
    [
      'a full disk',
      async (db: Sequelize) =>
        db.query(
          `PRAGMA max_page_count = ${(await db.query<{ page_count: number }>('PRAGMA page_count', { type: QueryTypes.SELECT }))[0]!.page_count}`,
        ),
      507,
      /disk .* is full/,
    ],
    ['a database that may not be written', (db: Sequelize) => db.query('PRAGMA query_only = ON'), 503, /read-only/],
  ])('%s is told with what helps', async (_, spoil, status, says) => {
    const path = at(`trouble-${status}.db`)
    await (await connect(path)).close()
    const db = await openDatabase(path)
    await spoil(db)
    const failed: unknown = await db
      .query('INSERT INTO days (day, note) VALUES (?, ?)', { replacements: ['2026-01-01', 'x'.repeat(400_000)] })
      .catch(error => error as unknown)
    expect(storeTrouble(failed)).toMatchObject({ status, says: expect.stringMatching(says) })
    await db.close()
  })

  it('a locked one, and an error of another kind', async () => {
    const path = at('locked.db')
    await (await connect(path)).close()
    const [one, other] = [await openDatabase(path), await openDatabase(path)]
    await other.query('PRAGMA busy_timeout = 50')
    await one.query('BEGIN EXCLUSIVE')
    const failed: unknown = await other
      .query("INSERT INTO days (day, note) VALUES ('2026-01-01', 'x')")
      .catch(error => error as unknown)
    expect(storeTrouble(failed)).toMatchObject({ status: 503, says: expect.stringMatching(/locked/) })
    await one.query('ROLLBACK')
    await Promise.all([one.close(), other.close()])
    expect(storeTrouble(new Error('something else'))).toBeUndefined()
    await expect(other.query('SELECT 1').catch(error => storeTrouble(error)?.says)).resolves.toMatch(
      /just being replaced/,
    )
  })
})

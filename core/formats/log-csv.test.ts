import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { type LogEntry, WORDS } from '#core/practise'
import { LIMBS } from '#core/kit'
import { logCsv, readLogCsv } from '.'

const entry = (more: Partial<LogEntry> = {}): LogEntry => ({
  format: 'bazzet-entry',
  version: 4,
  id: 'e',
  at: '2026-03-01T18:00:00Z',
  day: '2026-03-01',
  subject: { kind: 'groove', id: 'g', revision: 2, title: 'Wet Rope' },
  planId: 'p',
  stage: 'All',
  source: 'plan',
  span: null,
  parts: { hat: 'player' },
  limbs: ['RH'],
  whole: false,
  click: { program: 'off-beats', gaps: { sound: 2, silent: 1 }, voice: null },
  tempo: { bpm: 92.5, counts: '1/4.' },
  seconds: 61,
  cut: false,
  word: 'solid',
  measures: null,
  note: '',
  figures: null,
  sessionId: null,
  ...more,
})
const newId = () => 'new'

describe('the log as CSV', () => {
  it('comes back as it was, whatever is in its texts', { tags: ['law'] }, () => {
    const text = (least: number, most: number) =>
      fc
        .string({
          minLength: least,
          maxLength: most,
          unit: fc.constantFrom('a', '=', '+', '-', '@', "'", '"', ',', ';', '\n', ' ', 'ü', '·'),
        })
        .map(one => (least && !one.trim() ? `a${one}`.slice(0, most) : one))
    const entries = fc.array(
      fc.record({
        title: text(1, 20),
        stage: text(1, 20),
        note: text(0, 40),
        word: fc.constantFrom(...WORDS, null),
        limbs: fc.subarray([...LIMBS]),
        tempo: fc.boolean(),
        seconds: fc.integer({ min: 0, max: 9000 }),
      }),
      { maxLength: 12 },
    )
    fc.assert(
      fc.property(entries, rows => {
        const log = rows.map(({ title, tempo, ...row }, i) =>
          entry({
            ...row,
            id: `e${i}`,
            subject: { kind: 'groove', id: 'g', revision: 2, title },
            ...(tempo ? {} : { tempo: null }),
          }),
        )
        expect(readLogCsv(logCsv(log), newId)).toEqual({ entries: log, bad: [] })
      }),
      { numRuns: 150 },
    )
  })

  it('hands a spreadsheet no formula', () => {
    const [, row] = logCsv([
      entry({ note: '=HYPERLINK("http://x")', subject: { kind: 'groove', id: 'g', revision: 1, title: '@title' } }),
    ]).split('\n')
    expect(row).toContain('"\'=HYPERLINK(""http://x"")"')
    expect(row).toContain(",'@title,")
  })

  it('reads a list kept by hand, and names each bad row', () => {
    const read = readLogCsv(
      'day,title,seconds,bpm,word\n2026-01-31,Rehearsal,3600,,\n2026-01-32,Lesson,60,,\n2026-02-01,,60,,\n2026-02-02,Hour,lots,,\n2026-02-03,Groove,120,2000,solid\n2026-02-04,Groove,120,90,perfect\n\n2026-02-05,Groove,120,90,shaky\n',
      newId,
    )
    expect(read.entries.map(one => [one.day, one.subject.title, one.tempo?.bpm ?? null, one.word])).toEqual([
      ['2026-01-31', 'Rehearsal', null, null],
      ['2026-02-05', 'Groove', 90, 'shaky'],
    ])
    expect(read.bad.map(one => one.row)).toEqual([3, 4, 5, 6, 7])
    expect(read.bad[3]!.reason).toMatch(/tempo\.bpm/)
    expect(read.bad[2]!.reason).toMatch(/number of seconds/)
  })

  it('of no such columns, or of nothing, says what is missing', () => {
    expect(readLogCsv('a,b\n1,2\n', newId)).toMatchObject({
      entries: [],
      bad: [{ row: 1, reason: 'The first row names the columns; day, title, seconds are missing.' }],
    })
    expect(readLogCsv('', newId).bad).toHaveLength(1)
    expect(readLogCsv('day,title,seconds,details\n2026-01-31,R,60,{broken\n', newId).bad).toMatchObject([
      { row: 2, reason: expect.stringMatching(/details is not JSON/) },
    ])
  })
})

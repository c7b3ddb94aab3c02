import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { makeEntry } from '#core/practise'
import { KINDS } from '.'
import { readEntryRow, readIds, readListed, readStored, readWanted, wantedQuery } from './wire'

describe('what server and page exchange', () => {
  it.each([
    [{}],
    [{ only: [] }],
    [{ only: ['a', 'b'], words: ['slow', 'funk'], most: 3 }],
    [{ family: 'x', ticks: 20160, about: 'y' }],
  ])('reads a query as what was asked for: %j', wanted =>
    expect(readWanted(wantedQuery(wanted))).toEqual({ ok: true, value: wanted }),
  )

  it('refuses numbers that are none, and too many ids, by name', () => {
    expect(readWanted({ most: 'many' })).toMatchObject({ ok: false, problems: [{ path: 'most' }] })
    expect(readIds(Array(201).fill('a').join())).toMatchObject({
      ok: false,
      reason: expect.stringContaining('these are 201'),
    })
  })

  it('reads a list of summaries as they are made, and no other', () => {
    const summary = KINDS.kit.summary(DEFAULT_KIT)
    const line = { revision: 1, updatedAt: '2026-03-01', summary }
    expect(readListed('kit')([line])).toEqual([line])
    expect(readListed('kit')([{ ...line, summary: { ...summary, pieces: 'nine' } }])).toBeUndefined()
    expect(readStored()({ revision: 1, store: 's', updatedAt: '', document: {} })).toBeUndefined()
  })

  it('reads an entry by hand, which has no tempo', () => {
    const subject = { kind: 'other' as const, id: '', revision: null, title: 'Pad' }
    const entry = makeEntry({ id: 'e', at: '2026-03-01T18:00:00Z', day: '2026-03-01', subject, stage: '', seconds: 60 })
    expect(readEntryRow(JSON.parse(JSON.stringify(entry)))).toEqual(JSON.parse(JSON.stringify(entry)))
  })
})

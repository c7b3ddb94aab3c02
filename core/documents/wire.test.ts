import { describe, expect, it } from 'vitest'
import { DEFAULT_KIT } from '#core/kit'
import { KINDS } from '.'
import { readIds, readListed, readStored, readWanted, wantedQuery } from './wire'

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
})

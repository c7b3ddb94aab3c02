import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { timeline } from '#core/groove'
import { readGrooveJson, writeGrooveJson } from '#core/formats'
import { ENDINGS, FILL_FEET, FILL_LOUDNESS, RESTS, phraseBars, phrasePerformance, readPhrase } from '#core/phrase'
import { CueLine } from '#core/perform'
import { MEASURING } from '#core/measure'
import { MARKS } from '#core/measure/marks'
import { DEFAULT_KIT, HOUSE_LIMITS, KITS, ORNAMENTS, STROKE_KINDS } from '#core/kit'

const text = readFileSync('docs/groove-format.md', 'utf8')
const example = text.match(/```json\n([\s\S]*?)```/)![1]!

describe('older files', () => {
  it('of version 1 open as they were, with what has been added since', () => {
    const text = readFileSync('test/old/groove-1.json', 'utf8')
    const old = JSON.parse(text)
    const read = readGrooveJson(text)
    if (!read.ok) throw new Error(read.reason)
    expect(read.value).toEqual({
      ...old,
      version: 4,
      guides: [],
      clave: null,
      parts: old.parts.map((part: object) => ({ ...part, pickUp: null, given: ['name', 'role'] })),
    })
    expect(readGrooveJson(writeGrooveJson(read.value))).toEqual(read)
  })
})

describe('docs/groove-format.md', () => {
  it('has an example that opens, plays what it says, and comes back whole', () => {
    const read = readGrooveJson(example)
    if (!read.ok) throw new Error(read.reason)
    expect(
      timeline(read.value, DEFAULT_KIT)
        .filter(event => event.pieceId === 'snare')
        .map(event => event.at),
    ).toEqual([5040, 15120])
    expect(read.value).toMatchObject({
      parent: null,
      parts: [{ muted: false, every: null, given: [], pickUp: null }, {}, {}],
      guides: [],
      clave: null,
    })
    expect(readGrooveJson(writeGrooveJson(read.value))).toEqual(read)
  })

  it('names every stroke, ornament, kit and piece there is', () => {
    for (const word of [
      ...STROKE_KINDS,
      ...ORNAMENTS,
      ...DEFAULT_KIT.pieces.map(piece => piece.id),
      ...KITS.map(kit => kit.id),
    ]) {
      expect(text).toMatch(new RegExp(`[\`"]${word}[\`"]`))
    }
  })

  it.each([['format', 'id', 'title', 'tempo', 'bars', 'parts']])(
    'says “refused” of what cannot be left out: %s and the rest',
    (...fields) => {
      for (const field of fields) {
        const groove = JSON.parse(example) as Record<string, unknown>
        delete groove[field]
        expect(readGrooveJson(JSON.stringify(groove)).ok, field).toBe(false)
        expect(text).toMatch(new RegExp(`\\| \`${field}\` \\|.*\\| refused \\|`))
      }
      for (const field of ['style', 'tags', 'notes', 'feel', 'pickUp', 'kitId', 'lead']) {
        const groove = JSON.parse(example) as Record<string, unknown>
        delete groove[field]
        expect(readGrooveJson(JSON.stringify(groove)).ok, field).toBe(true)
      }
    },
  )
})

describe('docs/phrase-format.md', () => {
  const text = readFileSync('docs/phrase-format.md', 'utf8')
  const example = JSON.parse(text.match(/```json\n([\s\S]*?)```/)![1]!) as Record<string, unknown>
  it('has an example that reads as it stands, and lasts as long as its bars at their tempos', () => {
    const read = readPhrase(example)
    if (!read.ok) throw new Error(read.reason)
    expect(read.value).toEqual(example)
    expect(phraseBars(read.value)).toBe(12)
    expect(new CueLine(phrasePerformance(read.value, DEFAULT_KIT)).ends).toBeCloseTo(
      (8 * 4 * 60) / 104 + (4 * 4 * 60) / 96,
      9,
    )
  })

  it('names every word a fill or a rest may have', () => {
    for (const word of [...ENDINGS, ...FILL_FEET, ...FILL_LOUDNESS, ...RESTS]) expect(text).toContain(`"${word}"`)
  })

  it('says “refused” of what cannot be left out', () => {
    for (const field of ['format', 'id', 'title', 'tempo', 'grooves', 'sections']) {
      const { [field]: _, ...rest } = example
      expect(readPhrase(rest).ok, field).toBe(false)
    }
    for (const field of ['notes', 'kitId']) {
      const { [field]: _, ...rest } = example
      expect(readPhrase(rest).ok, field).toBe(true)
    }
  })
})

describe('docs/third-party.md', () => {
  it('names every package that is installed to run Bazzet, at its version: npm run notices', () => {
    const text = readFileSync('docs/third-party.md', 'utf8').replaceAll('**', '')
    const { packages } = JSON.parse(readFileSync('package-lock.json', 'utf8')) as {
      packages: Record<string, { version: string; dev?: boolean; devOptional?: boolean }>
    }
    const missing = Object.entries(packages).filter(
      ([path, one]) =>
        path &&
        !one.dev &&
        !one.devOptional &&
        !text.includes(`${path.replace(/.*node_modules\//, '')} ${one.version}`),
    )
    expect(missing.map(([path]) => path)).toEqual([])
  })
})

describe('CHANGELOG.md', () => {
  it('names as its newest version the one that package.json has', () => {
    const { version } = JSON.parse(readFileSync('package.json', 'utf8')) as { version: string }
    expect(readFileSync('CHANGELOG.md', 'utf8').match(/^## (\d\S+)/m)![1]).toBe(version)
  })
})

describe('docs/rules.md', () => {
  const rules = readFileSync('docs/rules.md', 'utf8')
  const { burst, run, long, pair, double, travel, control, rise, grip } = HOUSE_LIMITS
  const perSecond = (seconds: number) => `${Number((1 / seconds).toFixed(2))} a second`
  const ms = (seconds: number) => `${Math.round(seconds * 1000)} ms`
  const way = ({ start, speed }: { start: number; speed: number }) => `${start} s and ${speed} m a second`
  it.each([
    ['a burst of three or four, a hand', burst.hand, perSecond],
    ['a burst of three or four, a foot', burst.foot, perSecond],
    ['a run of five or more, a hand', run.hand, perSecond],
    ['a run of five or more, a foot', run.foot, perSecond],
    ['running for over eight bars, a hand', long.hand, perSecond],
    ['running for over eight bars, a foot', long.foot, perSecond],
    ['a pair standing alone, a hand', pair.hand, (s: number) => `${ms(s)} apart`],
    ['a pair standing alone, a foot', pair.foot, (s: number) => `${ms(s)} apart`],
    ['the second of a bounced double after the first', double, ms],
    ['from a strong stroke to a ghost, same hand', control, ms],
    ['from a ghost to an accent, same hand', rise, ms],
    ['another grip: stick to cross-stick, and back', grip, ms],
  ] as const)('gives the limit we use: %s', (what, { easy, hard }, say) => {
    expect(rules).toContain(`| ${what} | ${say(easy)} | ${say(hard)} |`)
  })
  it.each([
    [
      'missed or extra, here and there',
      `${100 * MARKS.scattered} %, ${['', 'one', 'two', 'three'][MARKS.slips]} at least`,
    ],
    ['with a click, ahead or behind from one end to the other', `${MARKS.drift} ms`],
    ['the tempo changes from beginning to end', `${100 * MARKS.creeping} %`],
    ['a bar of the groove faster or slower than its others', `${100 * MARKS.fill} %`],
    [`all of it ahead or behind, where the input's lateness is known`, `${MARKS.behind} ms`],
    ['a limb apart from the rest, or only where another plays', `${MARKS.limb} ms, and twice the standard error`],
    ['two limbs apart at one place', `${MEASURING.hands} ms, two feet ${MEASURING.feet}`],
    [
      'the second of each pair of eighths or sixteenths',
      `${MARKS.swing.ms} ms, and ${100 * MARKS.swing.share} % of the pair`,
    ],
    ['a place against its neighbours', `${MARKS.slot} ms`],
    [
      'uneven',
      `${100 * MARKS.spread.share} % of the usual gap, at least ${MARKS.spread.least} ms, at most what you set`,
    ],
  ])('gives the mark of a verdict that we use: %s', (what, mark) => expect(rules).toContain(`| ${what} | ${mark} |`))
  it('gives the way of a hand that we use', () => {
    expect(rules).toContain(`| a hand's way between two pieces | ${way(travel.easy)} | ${way(travel.hard)} |`)
  })
})

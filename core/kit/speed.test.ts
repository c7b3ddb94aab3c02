import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { bounces, hardnessOf, isBreath, speeds, limitVerdictOf } from '.'

/** What `speeds` tells, in a line: the kind, the blow it begins with, the time in hundredths. */
const told = (...gaps: number[]) => {
  const lines: string[] = []
  speeds(
    gaps.map(gap => gap / 100),
    gaps.length,
    (kind, i, time) => lines.push(`${kind} ${i}: ${Math.round(time * 1000) / 10}`),
  )
  return lines.sort()
}

describe('how fast a limb is asked to be', () => {
  // By hand, gaps in units. A ride in swung quarters: 1, 2, a, 3, 4, a are 3, 2, 1, 3, 2, 1 apart: only the skip and its beat stand together.
  it.each<[string, number[], string[]]>([
    ['even blows never stop', [20, 20, 20, 20], ['long 0: 20', 'long 1: 20', 'long 2: 20', 'long 3: 20']],
    ['a ride in swing is its skips', [30, 20, 10, 30, 20, 10], ['pair 2: 10', 'pair 5: 10']],
    ['a shuffle is its skips', [20, 10, 20, 10], ['pair 1: 10', 'pair 3: 10']],
    ['a samba foot is its pairs', [30, 10, 30, 10], ['pair 1: 10', 'pair 3: 10']],
    ['four and a breath', [10, 10, 10, 50], ['burst 0: 10', 'burst 1: 10']],
    ['five and a breath', [10, 10, 10, 10, 40], ['run 0: 10', 'run 1: 10', 'run 2: 10']],
    [
      'slow ones before fast ones do not make them a run',
      [40, 40, 10, 10, 10, 50],
      ['burst 2: 10', 'burst 3: 10', 'pair 0: 40'].toSorted(),
    ],
    ['lightly swung ones run on', [12, 8, 12, 8], ['long 0: 10', 'long 1: 10', 'long 2: 10', 'long 3: 10']],
    ['one blow a bar is none', [80], []],
    ['a backbeat goes on and on', [40, 40], ['long 0: 40', 'long 1: 40']],
    ['a paradiddle’s right hand', [20, 10, 20, 30], ['pair 1: 10', 'pair 3: 30']],
  ])('%s', (_, gaps, expected) => expect(told(...gaps)).toEqual(expected))

  it(
    'is told the same wherever the loop is begun, and every gap that is no breath is told of',
    { tags: ['law'] },
    () => {
      fc.assert(
        fc.property(
          fc.array(fc.integer({ min: 3, max: 60 }), { minLength: 2, maxLength: 24 }),
          fc.nat(23),
          (gaps, by) => {
            const turned = (gaps: number[], by: number) => [...gaps.slice(by), ...gaps.slice(0, by)]
            const kinds = (list: number[]) =>
              told(...list)
                .map(line => line.replace(/ \d+:/, ''))
                .sort()
            expect(kinds(turned(gaps, by % gaps.length))).toEqual(kinds(gaps))
            const n = gaps.length
            const seen = new Set<number>()
            speeds(gaps, n, (kind, i) => {
              seen.add(i)
              if (kind !== 'pair') seen.add((i + 1) % n)
            })
            gaps.forEach((gap, i) =>
              expect(seen.has(i)).toBe(!isBreath(gaps[(i + n - 1) % n]!, gap, gaps[(i + 1) % n]!)),
            )
          },
        ),
      )
    },
  )
})

describe('a bounced double', () => {
  it.each([
    [0.1, true, 3, 3, true],
    [0.1, true, 5, 1, true],
    [0.1, true, 3, 4, false],
    [0.1, false, 3, 3, false],
    [0.18, true, 3, 3, false],
  ])('%s s apart, on one piece: %s, from %i to %i: %s', (gap, samePiece, from, to, expected) =>
    expect(bounces(gap, { samePiece, from, to })).toBe(expected),
  )
})

describe('how hard a time is', () => {
  // 102 quarters a minute, eighths swung at 60: the shorter sixteenths come at 8.5 a second, which is the limit itself.
  it.each([
    [0.3, 0.16 / 0.3],
    [0.16, 1],
    [(60 / 102 / 4) * 0.8, 2],
    [1 / 8.5, 2],
    [1 / 8.5 - 1e-10, 2],
  ])('%f s against 160 ms and 8.5 a second is %f', (time, hardness) => {
    expect(hardnessOf(time, { easy: 0.16, hard: 1 / 8.5 })).toBeCloseTo(hardness, 6)
  })

  it('is a verdict and a number that agree, on the limits too', { tags: ['law'] }, () => {
    const limits = fc
      .record({
        easy: fc.double({ min: 0.05, max: 0.5, noNaN: true }),
        share: fc.double({ min: 0.1, max: 1, noNaN: true }),
      })
      .map(({ easy, share }) => ({ easy, hard: easy * share }))
    fc.assert(
      fc.property(
        limits,
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        fc.constantFrom('any', 'easy', 'hard'),
        (limit, any, where) => {
          const time = where === 'any' ? any : limit[where]
          const hardness = hardnessOf(time, limit)
          expect(hardness >= 2 ? 'hard' : hardness > 1 ? 'demanding' : undefined).toBe(limitVerdictOf(time, limit))
        },
      ),
    )
  })
})

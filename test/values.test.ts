/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { demoGrooves } from '../demo/grooves'
import { demoPhrases } from '../demo/phrases'
import { demoLog, demoPlans } from '../demo/practice'
import { KINDS, KIND_NAMES, type KindName } from '#core/documents'
import { cellFrom } from '#core/groove'
import { KITS, USUAL_PLAYER } from '#core/kit'
import { beginRun, makeSitting, readEntry } from '#core/practise'
import { RECIPES } from '#core/vary'
import { recording } from './sample'

/** What JSON can hold and a careless reader trips over: objects that cannot become text, lists for words, and figures without end. */
const HOSTILE: readonly unknown[] = [
  { toString: 1 },
  { toString: null, valueOf: null },
  { toJSON: 'x', length: -1 },
  [{ toString: 1 }],
  [[[]]],
  null,
  true,
  '',
  'x'.repeat(5000),
  '__proto__',
  'constructor',
  1e308,
  -1,
  0.5,
  JSON.parse('{"__proto__":{"polluted":1}}'),
  { at: { toString: 1 } },
]

const grooves = demoGrooves()
const plans = demoPlans(grooves)
const plan = plans[0]!
const samples: Record<KindName | 'entry', unknown> = {
  groove: grooves[0],
  kit: KITS.find(kit => kit.pairs.length),
  recipe: RECIPES[0],
  phrase: demoPhrases(grooves)[0],
  plan,
  player: USUAL_PLAYER,
  cell: cellFrom(grooves[0]!, { from: 0, to: 2520 }, 'c', 'A half beat'),
  recording: {
    ...recording,
    heard: { beats: [0.5, 1, 1.5], bars: [{ beat: 0, beats: 3, sure: 0.5 }] },
    anchors: [{ at: 0.5, is: 'odd bar', beats: 3 }],
    sections: [{ id: 'a', name: 'A', from: 0.5, to: 2 }],
    marks: [{ id: 'm', at: 1, words: 'Here' }],
  },
  sitting: makeSitting({
    id: 's',
    at: '2026-03-01T18:00:00.000Z',
    plan,
    run: beginRun(plan, { laps: plan.stages.map(() => ({ bars: 1, seconds: 2 })) }),
    ids: [],
    written: [],
  }),
  entry: demoLog(plans, grooves, new Date('2026-03-01T18:00:00Z'))[0],
}

/** Every place in a document, as the keys that lead there; of long lists the first few. */
function places(of: unknown, path: string[] = []): string[][] {
  if (typeof of !== 'object' || of === null) return [path]
  return [
    ...(path.length ? [path] : []),
    ...Object.entries(of)
      .slice(0, Array.isArray(of) ? 2 : Infinity)
      .flatMap(([key, value]) => places(value, [...path, key])),
  ]
}
function spoilt(of: unknown, [key, ...rest]: readonly string[], value: unknown): unknown {
  if (key === undefined) return value
  const copy = Array.isArray(of) ? [...of] : { ...(of as object) }
  Object.assign(copy, { [key]: spoilt((of as Record<string, unknown>)[key], rest, value) })
  return copy
}

const readers: Record<string, (input: unknown) => { ok: boolean; reason?: string }> = {
  ...Object.fromEntries(KIND_NAMES.map(kind => [kind, KINDS[kind].read])),
  entry: readEntry,
}

describe('a value that is none, anywhere in a document, is refused in words, and never by falling over', () => {
  it.each(Object.keys(samples) as (keyof typeof samples)[])(
    '%s',
    kind => {
      const sample = JSON.parse(JSON.stringify(samples[kind])) as { version: number }
      const read = readers[kind]!
      for (let version = sample.version; version > 0; version--) {
        for (const place of places(sample)) {
          for (const value of HOSTILE) {
            const answer = read(spoilt({ ...sample, version }, place, value))
            if (!answer.ok)
              expect(
                answer.reason!.length,
                `${kind} ${version}, ${place.join('.')}: ${JSON.stringify(value).slice(0, 60)}`,
              ).toBeGreaterThan(15)
          }
        }
      }
      expect(({} as { polluted?: number }).polluted).toBeUndefined()
    },
    120_000,
  )

  it('and each sample is read as it stands', () => {
    for (const [kind, sample] of Object.entries(samples))
      expect(readers[kind]!(JSON.parse(JSON.stringify(sample))), kind).toMatchObject({ ok: true })
  })
})

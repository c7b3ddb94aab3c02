import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { drummed } from '../../test/arbitrary'
import { type Groove, type Stroke, backbeatTicks, sayBackbeat, sayPlace, sayPlaces } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { beatsOf, offBeatOf } from '#core/time'
import { MOVES, runMove } from '.'
import { chanceOf, thrower } from './chance'
import { strokeCount } from './promises'

/** Strokes of one groove that the other has not, told apart by limb and all they are. */
function only(one: Groove, other: Groove): (Stroke & { limb: string })[] {
  const key = (stroke: Stroke, limb: string) =>
    JSON.stringify([limb, stroke.at, stroke.piece, stroke.stroke, stroke.level, stroke.ornament, stroke.openFor])
  const there = new Set(other.parts.flatMap(part => part.strokes.map(stroke => key(stroke, part.limb))))
  return one.parts.flatMap(part =>
    part.strokes.filter(stroke => !there.has(key(stroke, part.limb))).map(stroke => ({ ...stroke, limb: part.limb })),
  )
}
const ticks = (strokes: readonly Stroke[]): number[] =>
  [...new Set(strokes.map(stroke => stroke.at))].sort((a, b) => a - b)
/** Whether words name some ticks, as a list of places or as the one place. */
const says = (groove: Groove, ats: readonly number[], words: string): boolean =>
  sayPlaces(groove, ats) === words || (ats.length === 1 && sayPlace(groove, ats[0]!) === words)
const count = (text: string): number => ({ a: 1, an: 1, one: 1 })[text.toLowerCase()] ?? Number(text)

/** What a sentence may claim, and whether it is so of a groove before and after; each is held against every sentence that makes it. */
const CLAIMS: [claim: RegExp, so: (match: RegExpMatchArray, before: Groove, after: Groove) => unknown][] = [
  [
    /^(\d+|One|A) (?:ghosts?|strokes?|bass drums?) more/,
    ([, n], before, after) => strokeCount(after) - strokeCount(before) === count(n!),
  ],
  [/(\d+) ghosts? taken out/, ([, n], before, after) => strokeCount(before) - strokeCount(after) === count(n!)],
  [/: (\d+) strokes? fewer/, ([, n], before, after) => strokeCount(before) - strokeCount(after) === count(n!)],
  [/(\d+) strokes? gave way/, ([, n], before, after) => strokeCount(before) - strokeCount(after) === count(n!)],
  [/(\d+) strokes? put in between/, ([, n], before, after) => strokeCount(after) - strokeCount(before) === count(n!)],
  [
    /(\d+) strokes? met another there and went/,
    ([, n], before, after) => strokeCount(before) - strokeCount(after) <= count(n!),
  ],
  [
    /^(?:\d+ ghosts?|One stroke|One bass drum) more,(?: [^,]*,)? on (.+)\.$/,
    ([, places], before, after) => says(after, ticks(only(after, before)), places!),
  ],
  [
    /^The bass drum is feathered on (.+?)(?:; what the foot|\.$)/,
    ([, places], before, after) => {
      const fresh = only(after, before)
      return says(after, ticks(fresh), places!) && fresh.every(stroke => stroke.level === 1)
    },
  ],
  [/what the foot had on (.+) stays as loud as it is/, (_, before, after) => only(before, after).length === 0],
  [
    /^The bell on (.+)\.$/,
    ([, places], before, after) => {
      const bells = ticks(after.parts.flatMap(part => part.strokes.filter(stroke => stroke.stroke === 'bell')))
      const beats = beatsOf(after.bars)
      return (
        only(after, before).every(stroke => stroke.stroke === 'bell') &&
        [beats.map(beat => beat.at), beats.map(offBeatOf)].some(on =>
          says(
            after,
            bells.filter(at => on.includes(at)),
            places!,
          ),
        )
      )
    },
  ],
  [
    /^A crash on (.+)\.$/,
    ([, places], before, after) =>
      says(after, ticks(only(after, before)), places!) &&
      only(after, before).every(stroke => stroke.piece === 'crash' && stroke.level === 5),
  ],
  [
    /^An accent on (.+)\.$/,
    ([, places], before, after) =>
      says(after, ticks(only(after, before)), places!) && only(after, before).every(stroke => stroke.level === 5),
  ],
  [
    /^A rest(?: for .+)? on (.+)\.$/,
    ([, places], before, after) => says(after, ticks(only(before, after)), places!) && only(after, before).length === 0,
  ],
  [
    /^A rest on (.+)\.$/,
    (_, before, after) =>
      after.parts
        .filter(part => !part.locked && !part.every)
        .every(part => part.strokes.every(stroke => !ticks(only(before, after)).includes(stroke.at))),
  ],
  [
    /^The hats open on (.+?) (?:for|until)/,
    ([, place], before, after) =>
      only(after, before).every(stroke => stroke.stroke === 'open' && says(after, [stroke.at], place!)),
  ],
  [
    /^The hats open on .+ until (?:the foot closes them|the next stroke) on (.+)\.$/,
    ([, place], before, after) =>
      only(after, before).some(({ at, openFor }) => {
        const total = after.bars.reduce((sum, bar) => sum + ((bar.meter.count * 4) / bar.meter.unit) * 5040, 0)
        return (
          says(after, [(at + openFor!) % total], place!) &&
          after.parts.some(part =>
            part.strokes.some(stroke => stroke.piece === 'hi-hat' && stroke.at === (at + openFor!) % total),
          )
        )
      }),
  ],
  [
    /The backbeat stays on (.+)\.(?: |$)/,
    ([, places], before, after) =>
      sayBackbeat(before) === sayBackbeat(after) && places!.startsWith(sayBackbeat(after)!),
  ],
  [
    /The backbeat now falls on (.+); it was on (.+)\./,
    ([, is, was], before, after) => sayBackbeat(after) === is && was!.startsWith(sayBackbeat(before)!),
  ],
  [
    /There is no backbeat to hear it against/,
    (_, before, after) => !backbeatTicks(before).length && !backbeatTicks(after).length,
  ],
  [
    /the backbeat stays\.?/,
    (_, before, after) => !backbeatTicks(before).length || backbeatTicks(before).join() === backbeatTicks(after).join(),
  ],
  [/plays the backbeat, on (.+)\.$/, ([, places], before, after) => says(after, backbeatTicks(after), places!)],
  [/^(?:Eighths|Sixteenths) swung at (\d+)/, ([, share], _, after) => after.feel.swing!.share === Number(share) / 100],
  [
    /the (eighths|sixteenths) are straight now/,
    ([, level], before, after) =>
      before.feel.swing!.level === (level === 'eighths' ? '1/8' : '1/16') &&
      after.feel.swing!.level !== before.feel.swing!.level,
  ],
  [
    /^Every beat in (\d+) slots/,
    ([, n], _, after) => after.bars.every(bar => bar.slots.every(slots => slots === Number(n))),
  ],
  [
    /^No bass drum on 1/,
    (_, _before, after) => {
      let at = 0
      return after.bars.every(bar => {
        const struck = after.parts.some(
          part =>
            part.role === 'bass drum' && !part.locked && !part.every && part.strokes.some(stroke => stroke.at === at),
        )
        at += ((bar.meter.count * 4) / bar.meter.unit) * 5040
        return !struck
      })
    },
  ],
  [/are? cut into .+ to show it/, (_, before, after) => JSON.stringify(before.bars) !== JSON.stringify(after.bars)],
]

describe('what a move says it did', () => {
  const held = new Map<RegExp, number>()
  it('is so, number by number and place by place, over generated grooves', { tags: ['law'], timeout: 300_000 }, () => {
    fc.assert(
      fc.property(drummed, fc.integer(), (groove, seed) => {
        const chance = chanceOf(seed)
        for (const move of MOVES) {
          const params = thrower(move, groove, DEFAULT_KIT)?.(chance)
          const done = params && runMove(move, groove, params, DEFAULT_KIT)
          if (!done?.ok) continue
          const { sentence, groove: after } = done.value
          expect(sentence, move.id).not.toMatch(/undefined|NaN|Infinity| on \.|\.\.| ,/)
          for (const [claim, so] of CLAIMS) {
            const match = sentence.match(claim)
            if (!match) continue
            held.set(claim, (held.get(claim) ?? 0) + 1)
            if (!so(match, groove, after)) expect.fail(`${move.id} ${JSON.stringify(params)}: ${sentence}`)
          }
        }
      }),
      { numRuns: 600 },
    )
    // A claim that no sentence made would have been held against nothing.
    for (const [claim] of CLAIMS) expect(held.get(claim) ?? 0, String(claim)).toBeGreaterThan(0)
  })
})

/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { compare, readout } from '#core/analyse'
import { type Groove, type Stroke, backbeatTicks, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, isHand, pieceOf } from '#core/kit'
import { STYLE_CARDS, candidatesFor, fitsStyle, partFrom, styleOf, vocabularyOf } from '#core/style'
import { BESIDE, type Idea, IdeaSearch, type IdeaWish, TASTE } from '.'
import { beatsOf, meter, slotsOf } from '#core/time'
import { rulesFor } from './taste'
import type { Trial } from './taste-trial'
import { Seen } from './taste-seen'
import { strokeCount } from './promises'

const STYLES = [
  'rock-eighths',
  'funk-sixteenths',
  'soul',
  'half-time-shuffle',
  'hip-hop',
  'swing-four',
  'bossa-nova',
  'reggae-one-drop',
] as const
const SEEDS = [1, 2, 3] as const

function begun(id: string): Groove {
  const card = styleOf(id)!
  const bars = makeBars(card.meter, 2, card.slots)
  return makeGroove({
    id,
    title: card.name,
    style: id,
    bars,
    feel: { swing: card.swing, push: {} },
    tempo: { bpm: card.tempo.usual, counts: '1/4' },
    parts: card.order.map((limb, i) => partFrom(card, candidatesFor(card, limb)[0]!, bars, `p${i}`)),
  })
}
const found = (home: Groove, seed: number, most: number, wish: Partial<IdeaWish> = {}, candidates = 6000): Idea[] => {
  const search = new IdeaSearch(home, DEFAULT_KIT, { seed, promises: [], groups: [], ...wish })
  search.advance(candidates)
  return search.ideas(most)
}

// What a drummer would turn down, looked for by other ways than the rules go: over the strokes alone.
const struck = (groove: Groove, test: (piece: string, hand: boolean) => boolean) =>
  groove.parts
    .filter(part => !part.every)
    .flatMap(part =>
      part.strokes.filter(stroke => test(pieceOf(DEFAULT_KIT, stroke.piece)?.kind ?? '', isHand(part.limb))),
    )
const bass = (groove: Groove) => struck(groove, (kind, hand) => kind === 'bass drum' && !hand).map(stroke => stroke.at)
const CYMBAL = ['hi-hat', 'ride', 'crash', 'china', 'splash']
const FORBIDDEN: [what: string, styles: (id: string) => boolean, is: (home: Groove, idea: Idea) => boolean][] = [
  [
    'a backbeat moved by a step that is not for it',
    id => !['swing-four', 'bossa-nova'].includes(id),
    (home, { groove, steps }) =>
      backbeatTicks(home).length > 0 &&
      backbeatTicks(home).join() !== backbeatTicks(groove).join() &&
      !steps.some(step => /displace|time$|order|retrograde/.test(step.move)),
  ],
  [
    'the bass drum gone from 1',
    id => id !== 'reggae-one-drop',
    (home, { groove, steps }) =>
      bass(home).includes(0) &&
      !bass(groove).includes(0) &&
      !steps.some(step => /displace|time$|order|retrograde|drop/.test(step.move)),
  ],
  [
    'ghosts above soft',
    () => true,
    (_, { groove }) =>
      groove.parts.some(part => part.role === 'ghosts' && part.strokes.some(stroke => stroke.level > 2)),
  ],
  [
    'a grace note on a cymbal',
    id => id !== 'hip-hop',
    (_, { groove }) =>
      struck(groove, kind => CYMBAL.includes(kind)).some(stroke =>
        ['flam', 'drag', 'ruff'].includes(stroke.ornament ?? ''),
      ),
  ],
  [
    'a flam while the other hand strikes',
    () => true,
    (_, { groove }) =>
      groove.parts.some(
        part =>
          isHand(part.limb) &&
          part.strokes.some(
            stroke =>
              ['flam', 'drag', 'ruff'].includes(stroke.ornament ?? '') &&
              groove.parts.some(
                other =>
                  isHand(other.limb) && other.limb !== part.limb && other.strokes.some(one => one.at === stroke.at),
              ),
          ),
      ),
  ],
  [
    'a crash with nothing under it',
    () => true,
    (_, { groove }) =>
      struck(groove, kind => kind === 'crash').some(
        ({ at }) =>
          !bass(groove).includes(at) &&
          !struck(groove, (kind, hand) => kind === 'snare' && hand).some(
            stroke => stroke.at === at && stroke.level > 2,
          ),
      ),
  ],
  [
    'another swing by another step',
    () => true,
    (home, { groove, steps }) =>
      JSON.stringify(home.feel.swing) !== JSON.stringify(groove.feel.swing) &&
      !steps.some(step => ['swing', 'straight'].includes(step.move)),
  ],
  [
    'a limb that strikes twice at one instant',
    () => true,
    (home, { groove }) => {
      const twice = (one: Groove) =>
        (['RH', 'LH', 'RF', 'LF'] as const).some(limb =>
          one.parts
            .filter(part => part.limb === limb)
            .flatMap(part => part.strokes.map(stroke => stroke.at))
            .sort((a, b) => a - b)
            .some((at, i, all) => at === all[i + 1]),
        )
      return twice(groove) && !twice(home)
    },
  ],
  ['only levels', () => true, (_, { steps }) => steps.every(step => ['role-level', 'swell'].includes(step.move))],
  [
    'what the readout calls hard or impossible, where home has none',
    () => true,
    (home, { groove }) => {
      const hard = (one: Groove) =>
        readout(one, DEFAULT_KIT).findings.filter(
          ({ weight, about }) =>
            (about.kind === 'trouble' || about.kind === 'graces') && (weight === 'hard' || weight === 'impossible'),
        ).length
      return hard(groove) > 0 && hard(home) === 0
    },
  ],
  [
    'a constraint of the style that home kept',
    () => true,
    (home, { groove }) => {
      const card = styleOf(home.style)!
      const kept = (one: Groove) => fitsStyle(one, card).map(fit => fit.holds)
      return kept(groove).some((holds, i) => !holds && kept(home)[i])
    },
  ],
]

// What the reasons claim, worked out again from strokes and bars alone.
interface Heard {
  groove: Groove
  ends: number[]
  lead: Stroke[]
  ghosts: number[]
  bass: number[]
  back: number[]
  bars: string[]
  strokes: Stroke[]
}
const byTick = (a: number, b: number) => a - b
function heard(groove: Groove): Heard {
  const length = ({ meter: { count, unit } }: Groove['bars'][number]) => (count * 20160) / unit
  const ends = groove.bars.map((_, i) => groove.bars.slice(0, i + 1).reduce((sum, bar) => sum + length(bar), 0))
  const parts = groove.parts.filter(part => !part.every && !part.muted)
  const strokes = parts.flatMap(part => part.strokes)
  return {
    groove,
    ends,
    strokes,
    lead: parts.filter(part => part.role === 'lead').flatMap(part => part.strokes),
    ghosts: struck(groove, (kind, hand) => kind === 'snare' && hand)
      .filter(({ level }) => level === 1)
      .map(({ at }) => at),
    bass: [...new Set(bass(groove))].sort(byTick),
    back: backbeatTicks(groove),
    bars: ends.map((end, i) => {
      const from = ends[i - 1] ?? 0
      const own = groove.parts.flatMap(part =>
        part.strokes
          .filter(({ at }) => at >= from && at < end)
          .map(stroke => JSON.stringify([part.limb, { ...stroke, at: stroke.at - from }])),
      )
      return own.sort().join()
    }),
  }
}
const added = (was: readonly number[], is: readonly number[]) => is.filter(at => !was.includes(at))
const notes = ({ groove }: Heard) => groove.guides.flatMap(guide => guide.notes.map(({ at }) => at))
const loud = ({ groove }: Heard) =>
  groove.parts
    .filter(({ limb }) => isHand(limb))
    .flatMap(part => part.strokes.filter(({ level }) => level > 3).map(({ at }) => at))
const onBeat = ({ groove }: Heard, tick: number) => beatsOf(groove.bars).some(({ at }) => at === tick)
const many = (one: Heard, ats: readonly number[]) => ats.filter(at => notes(one).includes(at)).length
const SO: Record<string, (home: Heard, now: Heard, steps: Idea['steps']) => boolean> = {
  'Players of the style use it.': (home, _, steps) =>
    steps.some(({ params }) => vocabularyOf(home.groove.style)!.rows.some(({ row }) => row === params.row)),
  'The accents of the lead go in threes.': (_, { lead, groove }) => {
    const slots = slotsOf(groove.bars).map(({ at }) => at)
    const on = lead.filter(({ level }) => level === 5).map(({ at }) => slots.indexOf(at))
    return on.length > 3 && on.sort(byTick).every((slot, i) => !i || slot - on[i - 1]! === 3)
  },
  'Like bars stay alike; only the last is turned.': (_, { bars }) =>
    new Set(bars.slice(0, -1)).size === 1 && bars.at(-1) !== bars[0],
  'Every bar is alike, as at home.': (home, { bars }) => new Set(bars).size === 1 && new Set(home.bars).size === 1,
  'The new ghosts lie beside the backbeat.': (home, { ghosts, back }) =>
    added(home.ghosts, ghosts).length > 0 &&
    added(home.ghosts, ghosts).every(at => back.some(beat => Math.abs(beat - at) <= 2520)),
  'The bass drum answers the backbeat.': (_, now) => {
    const gaps = now.bass.map((at, i) => (now.bass[i + 1] ?? now.bass[0]! + now.ends.at(-1)!) - at)
    return new Set(gaps).size > 1 && now.back.some(at => now.bass.includes(at + 2520) || now.bass.includes(at + 3780))
  },
  'The bass drum agrees more with the line above.': (home, now) => many(home, now.bass) > many(home, home.bass),
  'More accents fall on the line above.': (home, now) => many(home, loud(now)) > many(home, loud(home)),
  'The hats open and are closed on a beat.': (_, now) =>
    now.strokes.some(({ at, openFor = 0 }) => {
      const end = (at + openFor) % now.ends.at(-1)!
      return openFor > 0 && onBeat(now, end) && now.strokes.some(one => one.piece === 'hi-hat' && one.at === end)
    }),
  'What changes comes late.': (home, now) => {
    const half = (one: Heard) =>
      one.groove.parts
        .flatMap(({ limb, strokes }) =>
          strokes.filter(({ at }) => at < one.ends.at(-1)! / 2).map(stroke => JSON.stringify([limb, stroke])),
        )
        .sort()
    return half(home).join() === half(now).join()
  },
  'The comping is another in each bar.': (_, { groove, ends }) => {
    const own = groove.parts.filter(part => part.role === 'comping').flatMap(part => part.strokes.map(({ at }) => at))
    const bars = ends.map((end, i) =>
      own.filter(at => at >= (ends[i - 1] ?? 0) && at < end).map(at => at - (ends[i - 1] ?? 0)),
    )
    return new Set(bars.map(String)).size === ends.length
  },
  'It leaves room for what is above it.': (home, now) => now.strokes.length < home.strokes.length,
  'There is more in the last bar, where the others rest.': (home, now) => {
    const last = (one: Heard) => one.strokes.filter(({ at }) => at >= (one.ends.at(-2) ?? 0)).length
    return last(now) > last(home)
  },
}
/** A line above on 1 and the & of the third beat of each bar. */
const lined = (groove: Groove): Groove => ({
  ...groove,
  guides: [
    {
      id: 'riff',
      name: 'Riff',
      notes: heard(groove).ends.flatMap((_, bar, ends) =>
        [0, 1260 * 5].map(at => ({ at: (ends[bar - 1] ?? 0) + at, length: 1260, level: 4 as const })),
      ),
    },
  ],
})

describe('ideas worth hearing', () => {
  describe.each(STYLES)('%s', id => {
    const home = begun(id)
    it.each(SEEDS)(
      'seed %i: none of the first 24 is one that a drummer would turn down, and the dozen differ',
      seed => {
        const ideas = found(home, seed, 24)
        expect(ideas.length).toBeGreaterThanOrEqual(12)
        for (const [what, holdsIn, is] of FORBIDDEN) {
          if (holdsIn(id))
            for (const idea of ideas) expect(is(home, idea), `${what}: ${idea.says.join(' ')}`).toBe(false)
        }
        const dozen = ideas.slice(0, 12)
        for (const [i, a] of dozen.entries()) {
          for (const b of dozen.slice(i + 1)) {
            const compared = compare(a.groove, b.groove, DEFAULT_KIT)
            if (compared.ok)
              expect(
                compared.value.same / Math.max(strokeCount(a.groove), strokeCount(b.groove)),
                `${a.says} / ${b.says}`,
              ).toBeLessThan(0.95)
          }
        }
      },
    )
  })
})

describe('the rules of taste', () => {
  it('have each an id, a name, a reason, and a weight where they are no veto; what speaks for an idea is said', () => {
    expect(new Set(TASTE.map(rule => rule.id)).size).toBe(TASTE.length)
    for (const rule of TASTE) {
      expect(rule.reason, rule.id).toMatch(/[.?]$/)
      expect(rule.weight !== undefined, rule.id).toBe(rule.kind !== 'veto')
      expect(rule.says !== undefined, rule.id).toBe(rule.kind === 'for')
    }
  })

  it('do not hold where their style is excepted, nor where the player has turned them off', () => {
    const ids = (style: string, off: string[] = []) => rulesFor(style, off).map(rule => rule.id)
    expect(ids('rock-eighths')).toContain('grace-cymbal')
    expect(ids('hip-hop')).not.toContain('grace-cymbal')
    expect(ids('train-beat')).not.toContain('lead-on-snare')
    expect(ids('rock-eighths', ['grace-cymbal'])).not.toContain('grace-cymbal')
  })

  it('turned off, let through what they forbade', () => {
    const home = begun('rock-eighths')
    const louder = (ideas: Idea[]) =>
      ideas.filter(({ steps }) => steps.every(step => ['role-level', 'swell'].includes(step.move))).length
    expect(louder(found(home, 1, 60, { groups: ['dynamics'] }))).toBe(0)
    expect(louder(found(home, 1, 60, { groups: ['dynamics'], off: ['only-levels'] }))).toBeGreaterThan(0)
  })

  it('hear comping that moves where no two bars are alike, and were before', () => {
    const { holds } = TASTE.find(rule => rule.id === 'comping-moves')!
    const comped = (...rows: string[]) => {
      const bars = makeBars(meter(4, 4), rows.length, 4)
      const strokes = rowStrokes(bars, rows.join(''), { piece: 'snare' })
      const part = makePart({ id: 'c', name: 'C', role: 'comping', limb: 'LH', strokes })
      return new Seen(makeGroove({ id: 'g', title: 'G', bars, parts: [part] }), DEFAULT_KIT)
    }
    const [one, other] = ['2...............', '..2.............']
    const moves = (home: string[], now: string[]) => holds({ home: comped(...home), now: comped(...now) } as Trial)
    expect(moves([one, one], [one, other])).toBe(true)
    expect(moves([one, one, one], [one, other, one])).toBe(false)
    expect(moves([one, other], [other, one])).toBe(false)
    expect(moves([one], [other])).toBe(false)
  })

  // Several thousand ideas take a while: so many styles at a time, and all counted at the end.
  const reasons = new Map<string, number>()
  let held = 0
  it.each([0, 1, 2, 3])(
    'say what speaks for an idea only where it is so: each reason held against strokes, quarter %d of the styles',
    quarter => {
      for (const [i, { id }] of STYLE_CARDS.entries()) {
        if (i % 4 !== quarter) continue
        const beside = ([undefined, ...BESIDE] as const)[(i >> 2) % 4]
        const home = i % 3 ? begun(id) : lined(begun(id))
        for (const { groove, speaks, steps } of found(home, i, 150, beside ? { beside } : {}, 1500)) {
          held++
          for (const says of speaks) {
            reasons.set(says, (reasons.get(says) ?? 0) + 1)
            expect(SO[says]!(heard(home), heard(groove), steps), `${id}: ${says} ${JSON.stringify(steps)}`).toBe(true)
          }
        }
      }
    },
  )
  it('held over 5,000 ideas, and every reason among them', () => {
    expect(held).toBeGreaterThan(5000)
    for (const { id, says } of TASTE) if (says) expect([id, reasons.get(says) ?? 0][1], id).toBeGreaterThan(0)
  })
})

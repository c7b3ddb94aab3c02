/** @module-tag long */
import { describe, expect, it } from 'vitest'
import { compare, readout } from '#core/analyse'
import { type Groove, backbeatTicks, makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT, isHand, pieceOf } from '#core/kit'
import { candidatesFor, fitsStyle, partFrom, styleOf } from '#core/style'
import { type Idea, IdeaSearch, type IdeaWish, TASTE } from '.'
import { meter } from '#core/time'
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
const found = (home: Groove, seed: number, most: number, wish: Partial<IdeaWish> = {}): Idea[] => {
  const search = new IdeaSearch(home, DEFAULT_KIT, { seed, promises: [], groups: [], ...wish })
  search.advance(6000)
  return search.ideas(most)
}

// What a drummer would turn down, looked for by other ways than the rules go: over the strokes alone.
const struck = (groove: Groove, test: (piece: string, hand: boolean) => boolean) =>
  groove.parts
    .filter(part => !part.every)
    .flatMap(part => part.strokes.filter(stroke => test(pieceOf(DEFAULT_KIT, stroke.piece)!.kind, isHand(part.limb))))
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

  it('say what speaks for an idea only where it is so', () => {
    const ideas = STYLES.flatMap(id => found(begun(id), 1, 24).map(idea => ({ home: begun(id), ...idea })))
    expect(ideas.filter(idea => idea.speaks.length).length).toBeGreaterThan(20)
    for (const { home, groove, speaks } of ideas) {
      const bars = [0, 20160].map(from =>
        JSON.stringify(
          groove.parts.map(part =>
            part.strokes
              .filter(({ at }) => at >= from && at < from + 20160)
              .map(stroke => ({ ...stroke, at: stroke.at - from })),
          ),
        ),
      )
      if (speaks.includes('Every bar is alike, as at home.')) expect(bars[0]).toBe(bars[1])
      if (speaks.includes('What changes comes late.')) {
        const firstHalf = (one: Groove) =>
          JSON.stringify(
            one.parts
              .filter(part => part.strokes.some(({ at }) => at < 20160))
              .map(part => JSON.stringify([part.limb, part.strokes.filter(({ at }) => at < 20160)]))
              .sort(),
          )
        expect(firstHalf(groove)).toBe(firstHalf(home))
      }
      if (speaks.includes('The bass drum answers the backbeat.'))
        expect(
          backbeatTicks(groove).some(at => bass(groove).includes(at + 2520) || bass(groove).includes(at + 3780)),
        ).toBe(true)
    }
  })
})

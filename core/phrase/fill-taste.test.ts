import { describe, expect, it } from 'vitest'
import { makeBars, makeGroove, makePart, rowStrokes } from '#core/groove'
import { DEFAULT_KIT } from '#core/kit'
import { meter } from '#core/time'
import { FILL_TASTE, type FillTrial } from './fill-taste'
import type { Fill, FillStroke } from './schema'

const bars = makeBars(meter(4, 4), 1, 4)
const round = (style: string) =>
  makeGroove({
    id: 'g',
    title: 'G',
    style,
    bars,
    parts: [
      makePart({
        id: 'b',
        name: 'B',
        limb: 'RF',
        strokes: rowStrokes(bars, '4.......4.......', { piece: 'bass drum' }),
      }),
    ],
  })
const ways = (hardness: number) => [{ asked: { hardness } }] as unknown as FillTrial['into']
const hit = (piece: string, level: FillStroke['level'] = 3) =>
  ({ at: 0, limb: 'RH', piece, stroke: 'hit', level }) as FillStroke

/** Two beats of sixteenths down the drums, easy all the way, a crash after it. */
const DOWN = ['snare', 'snare', 'high tom', 'high tom', 'mid tom', 'mid tom', 'floor tom', 'floor tom'].map(piece =>
  hit(piece),
)
function holding(over: { fill?: Partial<Fill>; style?: string } & Partial<Omit<FillTrial, 'fill'>> = {}): string[] {
  const { fill, style = 'rock-eighths', ...rest } = over
  const trial: FillTrial = {
    fill: {
      from: 10080,
      length: 10080,
      source: { kind: 'singles' },
      ending: 'crash',
      feet: 'on',
      landing: { strokes: [], leaveOut: [] },
      ...fill,
    } as unknown as Fill,
    ground: { round: round(style), next: undefined, kit: DEFAULT_KIT, tempo: { bpm: 100, counts: '1/4' } },
    hands: DOWN,
    inside: ways(0.5),
    into: ways(0.5),
    out: ways(0.5),
    ...rest,
  }
  return FILL_TASTE.filter(rule => rule.holds(trial)).map(rule => rule.id)
}

it('asks the line above: a snare before a short note, a crash on a long one', () => {
  const lined = (at: number, length: number) => ({
    ...round('swing-four'),
    guides: [{ id: 'riff', name: 'Riff', notes: [{ at, length, level: 4 as const }] }],
  })
  const says = (
    round_: ReturnType<typeof lined>,
    next: ReturnType<typeof lined> | undefined,
    ...struck: [string, number][]
  ) =>
    holding({
      ground: { round: round_, next, kit: DEFAULT_KIT, tempo: { bpm: 120, counts: '1/4' } },
      fill: { landing: { strokes: [{ ...hit('crash', 5), at: 0 }], leaveOut: [] } },
      hands: struck.map(([piece, slot]) => ({ ...hit(piece), at: slot * 1260 })),
    }).filter(id => id.includes('figure-'))
  // The fill begins on 3; an eighth on 4 is short, a half note from 1 on is long.
  const short = lined(15120, 2520)
  const long = lined(0, 10080)
  const plain = { ...round('swing-four'), guides: [] }
  expect([
    says(short, plain, ['snare', 2], ['floor tom', 4]),
    says(short, plain, ['snare', 1], ['floor tom', 2]),
    says(plain, long, ['floor tom', 6]),
    says(plain, lined(0, 2520), ['floor tom', 6]),
    says(plain, lined(0, 2520), ['snare', 6]),
    says(short, lined(0, 2520), ['snare', 6]),
    says(plain, plain, ['snare', 6]),
  ]).toEqual([['figure-set-up'], ['figure-missed'], ['figure-set-up'], ['figure-missed'], ['figure-set-up'], [], []])
})

it('asks the clave: son falls on & of 3 and on 4 under a fill of two beats', () => {
  const ground = {
    round: { ...round('songo'), clave: { rhythm: 'son', side: '3-2' } as const },
    next: undefined,
    kit: DEFAULT_KIT,
    tempo: { bpm: 96, counts: '1/4' } as const,
  }
  const says = (...slots: number[]) =>
    holding({ ground, hands: slots.map(slot => ({ ...hit('snare'), at: slot * 1260 })) }).filter(id =>
      id.includes('clave'),
    )
  expect([says(2, 4), says(0, 2), says(0, 1, 3), says()]).toEqual([
    ['with-clave'],
    ['with-clave'],
    ['past-clave'],
    ['past-clave'],
  ])
})

describe('the taste of fills', () => {
  const USUAL = ['home-marked', 'ends-low', 'few-drums', 'easy-in', 'feet-go-on']
  const without = (...ids: string[]) => USUAL.filter(id => !ids.includes(id))
  it.each<[string, Parameters<typeof holding>[0], string[]]>([
    ['down the drums', {}, USUAL],
    ['as hard as hard begins', { inside: ways(2) }, [...USUAL, 'hard', 'demanding']],
    ['a little under it', { inside: ways(1.9) }, [...USUAL, 'demanding']],
    ['easy inside, hard to get out of', { out: ways(2) }, [...without('easy-in'), 'hard', 'demanding']],
    ['as demanding as still passes', { into: ways(1.5) }, without('easy-in')],
    ['with the way in as easy as counts', { into: ways(1) }, USUAL],
    ['crashing in a quiet style', { style: 'bossa-nova' }, [...USUAL, 'loud-quiet']],
    ['crashing in jazz', { style: 'swing-four' }, [...USUAL, 'jazz-crash']],
    [
      'loud in a quiet style, five of eight',
      { style: 'bossa-nova', fill: { ending: 'none' }, hands: DOWN.map((s, i) => hit(s.piece, i < 5 ? 4 : 3)) },
      [...USUAL, 'accent-quiet'],
    ],
    [
      'loud in a quiet style, half of it',
      { style: 'bossa-nova', fill: { ending: 'none' }, hands: DOWN.map((s, i) => hit(s.piece, i < 4 ? 4 : 3)) },
      USUAL,
    ],
    ['with nothing at its end', { fill: { ending: 'none' } }, without('home-marked')],
    ['a drag where the run is easy', { hands: [{ ...DOWN[0]!, ornament: 'drag' }, ...DOWN.slice(1)] }, USUAL],
    [
      'a drag in a fast run',
      { inside: ways(1.2), hands: [{ ...DOWN[0]!, ornament: 'drag' }, ...DOWN.slice(1)] },
      [...USUAL, 'fast-graces'],
    ],
    ['two strokes', { hands: DOWN.slice(6) }, [...without('few-drums'), 'too-little']],
    ['three strokes, which is a fill that breathes', { hands: DOWN.slice(5) }, [...USUAL, 'breath']],
    [
      'growing on the snare',
      { fill: { loudness: 'growing' }, hands: DOWN.map(() => hit('snare')) },
      [...without('ends-low', 'few-drums'), 'one-drum-swell'],
    ],
    ['even on the snare', { hands: DOWN.map(() => hit('snare')) }, without('ends-low', 'few-drums')],
    ['a rudiment', { fill: { source: { kind: 'rudiment', id: 'paradiddle' } } }, [...USUAL, 'figure-again']],
    ['the feet silent', { fill: { feet: 'silent' } }, without('feet-go-on')],
    [
      'another drum five times in eight',
      {
        hands: ['snare', 'high tom', 'snare', 'high tom', 'snare', 'floor tom', 'floor tom', 'floor tom'].map(p =>
          hit(p),
        ),
      },
      [...USUAL, 'restless'],
    ],
    [
      'another drum four times in eight',
      {
        hands: ['snare', 'high tom', 'snare', 'high tom', 'floor tom', 'floor tom', 'floor tom', 'floor tom'].map(p =>
          hit(p),
        ),
      },
      USUAL,
    ],
  ])('of one %s', (_, over, ids) => expect(holding(over).toSorted()).toEqual(ids.toSorted()))
})

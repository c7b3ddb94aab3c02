import { type Groove, type MoveMade, sayCount } from '#core/groove'
import type { Kit } from '#core/kit'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import { type Tempo, beatsOf, barStarts } from '#core/time'
import {
  asVariation,
  firstBroken,
  firstParams,
  leadTo,
  MOVES,
  type Move,
  roundOff,
  rowsHere,
  runMove,
  titleAfter,
} from '#core/vary'
import { makeSection } from './commands'
import { fillIdeas } from './fill-ideas'
import { playedIn } from './rounds'
import { roundBars } from './fits'
import { unfolded } from './unfold'
import type { Fill, PlayedGroove, Section, Turn } from './schema'

/** What a template takes: grooves in the order it asks for them, and its numbers. */
export interface Answers {
  grooves: readonly PlayedGroove[]
  bars: number
  other: number
  times: number
  fill: Fill | undefined
}

/** What a template makes: grooves under keys, and sections. */
interface Formed {
  grooves: Record<string, PlayedGroove>
  sections: Section[]
}

/**
 * A form made on grooves of the shelf: `grooves` names each it asks for (`many`: any number of changes after the first), `asks`
 * which numbers, with what is usual; `fill` how long a fill it lays over its end, if any.
 */
export interface Template {
  id: string
  name: string
  about: string
  grooves: readonly {
    name: string
    /** What may be made of the first on the spot. */ from?: 'small changes' | 'other cymbal' | 'busier' | 'rounded off'
    /** It does without. */ optional?: true
  }[]
  many?: true
  asks: Partial<Record<'bars' | 'other' | 'times', { name: string; of: readonly number[]; usual: number }>>
  fill?: 'bar' | 'beat'
  make(answers: Answers, keys: readonly string[], newId: () => string): Section[]
}

const section = (
  newId: () => string,
  name: string,
  key: string,
  bars: number,
  times = 1,
  turns: Turn[] = [],
): Section => makeSection({ id: newId(), name, play: { groove: key }, bars, times, turns })
const own = ({ grooves }: Answers, n = 0): number => grooves[n]!.seen.groove.bars.length

export const TEMPLATES: readonly Template[] = [
  {
    id: 'three-and-fill',
    name: 'Three bars and a fill',
    about: 'Three bars of the groove, then a fill that leads home.',
    fill: 'bar',
    grooves: [{ name: 'Groove' }],
    asks: {
      bars: { name: 'Bars to a line', of: [2, 4, 8], usual: 4 },
      times: { name: 'Lines', of: [1, 2, 3, 4, 8], usual: 4 },
    },
    make: ({ bars, times, fill }, [key], newId) => [
      section(newId, 'A', key!, bars, times, fill ? [{ when: { every: 1 }, put: { fill } }] : []),
    ],
  },
  {
    id: 'in-turn',
    name: 'Plain and changed in turn',
    about: 'The groove, then its change, and round again.',
    grooves: [{ name: 'Plain' }, { name: 'Changed', from: 'small changes' }],
    asks: {
      bars: { name: 'Bars of each', of: [1, 2, 4, 8], usual: 1 },
      times: { name: 'Rounds of both', of: [2, 4, 8], usual: 8 },
    },
    make: ({ bars, times }, [plain, changed], newId) => [
      section(newId, 'A', plain!, bars, times * 2, [{ when: { every: 2 }, put: { groove: changed! } }]),
    ],
  },
  {
    id: 'each-once',
    name: 'Each change once',
    about: 'Small changes one after another, each once, with the plain bar between.',
    many: true,
    grooves: [{ name: 'Plain' }, { name: 'Changes', from: 'small changes' }],
    asks: {},
    make: (answers, [plain, ...changes], newId) => [
      section(
        newId,
        'A',
        plain!,
        own(answers),
        changes.length * 2,
        changes.map((key, i): Turn => ({ when: { round: 2 * i + 2 }, put: { groove: key } })),
      ),
    ],
  },
  {
    id: 'simple-busy',
    name: 'Simple and busy',
    about: 'A simple groove and a busier one by turns, as a song goes.',
    grooves: [{ name: 'Simple' }, { name: 'Busy', from: 'busier' }],
    asks: {
      bars: { name: 'Bars of each', of: [2, 4, 8], usual: 4 },
      times: { name: 'Rounds of both', of: [1, 2, 4], usual: 2 },
    },
    make: ({ bars, times }, [simple, busy], newId) =>
      Array.from({ length: times }, () => [
        section(newId, 'Simple', simple!, bars),
        section(newId, 'Busy', busy!, bars),
      ]).flat(),
  },
  {
    id: 'traded',
    name: 'Traded with oneself',
    about: 'So many bars of the groove, as many for you alone, the click going on.',
    grooves: [{ name: 'Groove' }],
    asks: {
      bars: { name: 'Bars of each', of: [1, 2, 4, 8], usual: 4 },
      times: { name: 'Rounds of both', of: [1, 2, 4], usual: 2 },
    },
    make: ({ bars, times }, [key], newId) =>
      Array.from({ length: times }, () => [
        section(newId, 'Groove', key!, bars),
        makeSection({ id: newId(), name: 'You', play: { rest: 'trade', like: key!, feet: true, click: true }, bars }),
      ]).flat(),
  },
  {
    id: 'a-b',
    name: 'A, then B on another cymbal',
    about: 'A verse, and a B section that the lead hand plays on another cymbal.',
    grooves: [{ name: 'A' }, { name: 'B', from: 'other cymbal' }],
    asks: {
      bars: { name: 'Bars of A', of: [4, 8, 12, 16], usual: 8 },
      other: { name: 'Bars of B', of: [4, 8, 12, 16], usual: 8 },
      times: { name: 'Rounds of both', of: [1, 2, 4], usual: 1 },
    },
    make: (answers, [a, b], newId) =>
      Array.from({ length: answers.times }, () => [
        divided(newId, 'A', a!, own(answers), answers.bars),
        divided(newId, 'B', b!, own(answers, 1), answers.other),
      ]).flat(),
  },
  {
    id: 'rounded-off',
    name: 'Every fourth bar rounded off',
    about: 'Every fourth bar as players of the style round off four, or a short fill on its last beat.',
    fill: 'beat',
    grooves: [{ name: 'Groove' }, { name: 'Rounded off', from: 'rounded off', optional: true }],
    asks: { times: { name: 'Lines of four', of: [1, 2, 4, 8], usual: 4 } },
    make: (answers, [key, turned], newId) => {
      const { times, fill } = answers
      const round = own(answers)
      // Rounds that make up four bars; a groove of three bars, or of eight, is rounded off each time.
      const rounds = 4 % round === 0 ? 4 / round : 1
      return turned
        ? [section(newId, 'A', key!, round, times * rounds, [{ when: { every: rounds }, put: { groove: turned } }])]
        : [section(newId, 'A', key!, 4, times, fill ? [{ when: { every: 1 }, put: { fill } }] : [])]
    },
  },
  {
    id: 'in-and-out',
    name: 'In and out',
    about: 'Out of one groove into another and home again, every so many bars.',
    grooves: [{ name: 'Home' }, { name: 'Away' }],
    asks: {
      bars: { name: 'Bars at home', of: [2, 4, 6, 8, 10], usual: 6 },
      other: { name: 'Bars away', of: [2, 4, 6, 8, 10], usual: 2 },
      times: { name: 'Rounds of both', of: [1, 2, 4], usual: 2 },
    },
    make: (answers, [home, away], newId) =>
      Array.from({ length: answers.times }, () => [
        divided(newId, 'Home', home!, own(answers), answers.bars),
        divided(newId, 'Away', away!, own(answers, 1), answers.other),
      ]).flat(),
  },
]

/** This many bars of a groove: as rounds of its own length where they come out even. */
const divided = (newId: () => string, name: string, key: string, round: number, bars: number): Section =>
  bars % round === 0 ? section(newId, name, key, round, bars / round) : section(newId, name, key, bars)

/**
 * A template’s form from its answers: refused, with what is missing, where they do not do.
 * @example formed(TEMPLATES[0], { grooves: [] }, () => 'id').reason // => '“Three bars and a fill” wants 1 groove; choose “Groove” too.'
 */
export function formed(template: Template, answers: Answers, newId: () => string): Result<Formed> {
  const least = template.grooves.filter(one => !one.optional).length
  const missing = template.grooves[answers.grooves.length]
  if (answers.grooves.length < least)
    return refuse(`“${template.name}” wants ${sayCount(least, 'groove')}; choose “${missing!.name}” too.`)
  if (template.fill && !answers.fill) return refuse('There is no fill for it yet.')
  const byId = new Map<string, string>()
  const grooves: Formed['grooves'] = {}
  const keys = answers.grooves.map(groove => {
    const known = byId.get(groove.id)
    if (known) return known
    const key = newId()
    byId.set(groove.id, key)
    grooves[key] = groove
    return key
  })
  return ok({ grooves, sections: template.make(answers, keys, newId) })
}

/** A bar of a form as a picture shows it: of the first groove, of another, with a fill, or left to the player. */
export type FormBar = 'first' | 'other' | 'fill' | 'rest'

/**
 * The bars of a template’s usual form on a groove, to be seen before anything is chosen; a template of any number of changes has three.
 * @example sketchOf(TEMPLATES[1], playedGroove(groove, 1)).slice(0, 4) // => ['first', 'other', 'first', 'other']
 */
export function sketchOf(template: Template, groove: PlayedGroove): FormBar[] {
  const keys = [...template.grooves.filter(one => !one.optional), ...(template.many ? [1, 2] : [])].map((_, i) =>
    String(i),
  )
  const usual = (key: 'bars' | 'other' | 'times') => template.asks[key]?.usual ?? 1
  const answers = {
    grooves: keys.map(() => groove),
    bars: usual('bars'),
    other: usual('other'),
    times: usual('times'),
    fill: undefined,
  }
  return template
    .make(answers, keys, () => '')
    .flatMap(one =>
      Array.from({ length: one.times }, (_, round): FormBar[] =>
        Array.from({ length: one.bars }, (_, bar): FormBar => {
          if ('rest' in one.play) return 'rest'
          if (template.fill && bar === one.bars - 1) return 'fill'
          return playedIn(one, round).key === keys[0] ? 'first' : 'other'
        }),
      ).flat(),
    )
}

/** A variation that may be made on the spot, and what it does. */
export interface SmallChange {
  move: string
  name: string
  sentence: string
  made: MoveMade
  groove: Groove
}

/** The moves that templates offer as a kind of change, in their order. */
const offeredAs = (kind: 'small' | 'busier'): Move[] =>
  MOVES.filter(move => move.offered?.[kind] !== undefined).sort(
    (a, b) => present(a.offered, 'offered')[kind]! - present(b.offered, 'offered')[kind]!,
  )

/**
 * What of Vary’s small moves can be made on a groove with its backbeat left standing and nothing hard, as each is first offered.
 * @example smallChanges(groove, kit).length // => 14
 */
export function smallChanges(groove: Groove, kit: Kit, moves = offeredAs('small')): SmallChange[] {
  return moves.flatMap((move): SmallChange[] => {
    const params = firstParams(move, groove, kit, ['backbeat', 'playable'])
    const done = params && runMove(move, groove, params, kit)
    if (!done?.ok || firstBroken(['backbeat', 'playable'], groove, done.value.groove, kit)) return []
    return [
      {
        move: move.id,
        name: move.name,
        sentence: done.value.sentence,
        made: done.value.made,
        groove: done.value.groove,
      },
    ]
  })
}

/**
 * A groove with its last bar as players of its style round off four, one for each way they have; none where its style has no row for it.
 * @example roundedOff(groove, kit).length // => 3
 */
export const roundedOff = (groove: Groove, kit: Kit): SmallChange[] =>
  [...rowsHere(groove, 'turnaround')]
    .sort((a, b) => b.weight - a.weight)
    .flatMap(({ row }): SmallChange[] => {
      const done = runMove(roundOff, groove, { row, bars: 'the last bar' }, kit)
      if (!done.ok || firstBroken(['playable'], groove, done.value.groove, kit)) return []
      const { sentence, made, groove: turned } = done.value
      return [
        {
          move: roundOff.id,
          name: sentence.replace(/^The last bar is rounded off: |\.$/g, ''),
          sentence,
          made,
          groove: turned,
        },
      ]
    })

/**
 * What the lead hand may go to for a B section.
 * @example otherCymbals(groove, kit).map(change => change.name) // => ['Lead to the ride', 'Lead to the ride bell']
 */
export const otherCymbals = (groove: Groove, kit: Kit): SmallChange[] => {
  const move = leadTo
  return move.params
    .flatMap(spec => (spec.kind === 'choice' ? spec.of : []))
    .flatMap((to): SmallChange[] => {
      const done = runMove(move, groove, { to }, kit)
      return done.ok
        ? [
            {
              move: move.id,
              name: `Lead to the ${to}`,
              sentence: done.value.sentence,
              made: done.value.made,
              groove: done.value.groove,
            },
          ]
        : []
    })
}

/**
 * What makes a groove busier, for “simple and busy”.
 * @example busierChanges(groove, kit).length // => 5
 */
export const busierChanges = (groove: Groove, kit: Kit): SmallChange[] => smallChanges(groove, kit, offeredAs('busier'))

/**
 * A small change as a separate groove, made from a groove at a revision, under a title that is not taken.
 * @example asGroove(smallChanges(groove, kit)[0], groove, 1, 'small').parent.id // => 'sample'
 */
export const asGroove = (
  change: SmallChange,
  parent: Groove,
  revision: number,
  id: string,
  taken: readonly string[] = [],
): Groove =>
  asVariation(parent, revision, change.groove, id, titleAfter(parent, [change.made], change.groove, taken), [
    change.made,
  ])

/**
 * The fill a template begins with: the best of a few, over the last bar of its line or its last beat.
 * @example templateFill(TEMPLATES[0], groove, 4, kit, groove.tempo).length // => 20160
 */
export function templateFill(
  template: Template,
  groove: Groove,
  bars: number,
  kit: Kit,
  tempo: Tempo,
  seed = 1,
): Fill | undefined {
  if (!template.fill) return undefined
  const round = unfolded(groove, bars, 0, 'running on')
  const starts = barStarts(roundBars(groove, bars))
  const beats = beatsOf(round.bars)
  const from = template.fill === 'bar' ? starts.at(-2)! : beats.at(-1)!.at
  return fillIdeas({ from, length: starts.at(-1)! - from, seed, many: 3 }, { round, next: round, kit, tempo })[0]?.fill
}

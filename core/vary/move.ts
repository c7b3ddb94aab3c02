import type { Kit } from '#core/kit'
import { type Edit, type Groove, LIMITS, type MoveMade, type Part, type Role, type Span } from '#core/groove'
import type { Result } from '#core/result'
import type { VocabularyLine } from '#core/style'

export type ParamValue = MoveMade['params'][string]
export type Params = Readonly<Record<string, ParamValue>>

/**
 * What a move takes, and of it, as `tried`, what a search tries: the rest is for who asks for it by hand. Choices that depend on the groove (its parts, slots, beats, bars, pieces) are listed by
 * `choicesOf`.
 */
export type ParamSpec = {
  id: string
  name: string
  /** Came later than the move: recipes need not tell it. */ later?: true
} & (
  | { kind: 'number'; from: number; to: number; usual: number; tried?: readonly [from: number, to: number] }
  /** `here` says what is usual in this groove; `was` reads what older recipes say. */
  | {
      kind: 'choice'
      of: readonly string[]
      usual: string
      here?: (groove: Groove) => string
      was?: Readonly<Record<string, string>>
      tried?: readonly string[]
    }
  /** A part of the groove by its id; `among` says which may be, `usual` of what role it is at first, where there is one, `tried` of what roles a search takes it. */
  | { kind: 'part'; among?: (part: Part, groove: Groove) => boolean; usual?: Role; tried?: readonly Role[] }
  | { kind: 'parts' }
  /** A slot or felt beat counted through all bars from 0, or a bar from 0. `usual` counts from 0 in the first bar. */
  | { kind: 'slot' | 'beat' | 'bar'; usual: number }
  /** Slots counted through all bars from 0, any number of them: places of the player’s own choosing. */
  | { kind: 'slots'; usual: readonly number[] }
  /** A piece of the kit that a hand can strike, and the one that is tried first. */
  | { kind: 'piece'; usual: string }
  /** A line above the lanes, by its id. */
  | { kind: 'guide' }
  /** A row of the style's vocabulary for a line, in its letters. */
  | { kind: 'row'; line: VocabularyLine }
)

export const MOVE_GROUPS = [
  'of the style',
  'displace',
  'accents',
  'dynamics',
  'ghosts',
  'ornaments',
  'other pieces',
  'bass drum',
  'hat foot',
  'spices',
  'feel and grid',
  'order',
  'line above',
] as const
export type MoveGroup = (typeof MOVE_GROUPS)[number]

/** What a player can ask to stay as it is. */
export const PROMISES = ['lead', 'backbeat', 'feet', 'linear', 'playable', 'same', 'busier', 'simpler'] as const
export type PromiseId = (typeof PROMISES)[number]

/**
 * What a move does, for the rules that judge by it: it puts things elsewhere on purpose, parts by whole slots; it changes how loud and
 * nothing else; it is named for a change of swing; it takes the lead hand to the snare on purpose; it takes strokes away; it adds ghosts by chance; what it is about, of which an idea changes a thing once.
 */
export type MoveTrait =
  | 'displaces'
  | 'by slots'
  | 'only loudness'
  | 'changes swing'
  | 'lead to the snare'
  | 'takes away'
  | 'scatters ghosts'
  | 'about the lead'
  | 'about the snare'
  | 'about the bass drum'

/** What making a move comes to: the new groove, and what it did in a sentence, worked out when it is asked for. */
export interface Made {
  groove: Groove
  says: () => string
}

/**
 * A move: a pure function with a description, so that an interface, a recipe and a search can all use it. `make` expects
 * parameters that `readParams` has passed, touches no locked part, and refuses with a reason where it has nothing to do.
 */
export interface Move {
  id: string
  name: string
  group: MoveGroup
  /** What it does, in one sentence. */
  about: string
  params: readonly ParamSpec[]
  /** What it does that rules of taste ask for; a move that says nothing does none of it. */
  traits?: readonly MoveTrait[]
  /** Its place among what the templates of a phrase offer, from 1: small changes that are heard, and what makes a groove busier. */
  offered?: { small?: number; busier?: number }
  /** What it leaves as it is, whatever the groove and the parameters; strokes moved out of a pick-up that sounds only once may meet others, though. */
  keeps: readonly PromiseId[]
  make(groove: Groove, params: Params, kit: Kit): Result<Made>
  /** The same within a span, for moves that take strokes from place to place: elsewhere what leaves the span would be lost. */
  makeIn?(groove: Groove, params: Params, span: Span): Result<Made>
}

/** What a move comes to as a change of the document: the edit, a sentence on what it did, and how to name it when it is kept. */
export interface Moved {
  edit: Edit
  sentence: string
  made: MoveMade
}

/**
 * A groove made from another remembers which, at which revision, and by what moves; what they did comes first in its notes.
 * @example asVariation(groove, 1, lighter, 'child', 'Lighter', []).parent // => { id: 'sample', revision: 1, moves: [] }
 */
export function asVariation(
  parent: Groove,
  revision: number,
  changed: Groove,
  id: string,
  title: string,
  moves: MoveMade[],
): Groove {
  const notes = [moves.map(move => move.sentence).join(' '), changed.notes]
    .filter(Boolean)
    .join('\n')
    .slice(0, LIMITS.notes)
  return { ...changed, id, title, notes, parent: { id: parent.id, revision, moves } }
}

/** What a move was given, read as what its parameter is: `num({ beat: 2 }, 'beat') // => 2`. */
export const num = (params: Params, id: string): number => params[id] as number
/** A choice, a part or a piece: `word({ part: 'lead' }, 'part') // => 'lead'`. */
export const word = (params: Params, id: string): string => params[id] as string
/** Parts by their ids: `list({ partIds: ['bass'] }, 'partIds') // => ['bass']`. */
export const list = (params: Params, id: string): string[] => params[id] as string[]
/** Slots counted through all bars: `slotList({ places: [4, 12] }, 'places') // => [4, 12]`. */
export const slotList = (params: Params, id: string): number[] => params[id] as number[]

import {
  CELL_SHAPE,
  type Cell,
  GROOVE_SHAPE,
  type Groove,
  grooveTicks,
  readCell,
  readGroove,
  sayBars,
  sayFeel,
} from '#core/groove'
import { KIT_SHAPE, type Kit, PLAYER_SHAPE, type Player, readKit, readPlayer } from '#core/kit'
import { PHRASE_SHAPE, type Phrase, phraseBars, readPhrase } from '#core/phrase'
import {
  PLAN_SHAPE,
  type Plan,
  SITTING_SHAPE,
  neededBy,
  type Sitting,
  planSeconds,
  rangeOf,
  readPlan,
  readSitting,
  sittingLine,
} from '#core/practise'
import { RECORDING_SHAPE, type Recording, beatMapOf, readRecording } from '#core/recording'
import type { Result } from '#core/result'
import { styleOf } from '#core/style'
import type { Tempo } from '#core/time'
import { RECIPE_SHAPE, type Recipe, readRecipe } from '#core/vary'

/** A document that another names: `path` is where it does; `needed` where it makes no sense without. */
interface Reference {
  kind: KindName
  id: string
  path: string
  needed: boolean
}

/** What a list shows of each kind: enough for a card or a line, and to look for it; never the whole document. */
export interface Summaries {
  groove: {
    id: string
    title: string
    style: string
    styleName: string
    tags: string[]
    notes: string
    /** Meter and feel in words; the tempo; the length in ticks, by which grooves that can lie over one another are found. */
    bars: string
    feel: string
    tempo: Tempo
    ticks: number
    parent: { id: string; revision: number } | null
  }
  kit: { id: string; name: string; pieces: number }
  cell: { id: string; name: string; length: number }
  recipe: { id: string; name: string; about: string }
  phrase: {
    id: string
    title: string
    bars: number
    tempo: Tempo
    sections: string[]
    subjects: { kind: 'groove'; id: string }[]
  }
  plan: {
    id: string
    title: string
    stages: number
    seconds: number
    from: Tempo
    to: Tempo
    subjects: { kind: string; id: string }[]
  }
  recording: { id: string; title: string; seconds: number; bars: number; sections: string[] }
  player: { id: string }
  sitting: { id: string; title: string; planId: string; at: string; stage: number; stages: number }
}

/** The kinds of document there are, and what each is. */
export interface Documents {
  groove: Groove
  kit: Kit
  cell: Cell
  recipe: Recipe
  phrase: Phrase
  plan: Plan
  recording: Recording
  player: Player
  sitting: Sitting
}
export type KindName = keyof Documents

/** One kind: everything that routes, lists, the bin and the tabs need to know of it. */
export interface Kind<K extends KindName> {
  /** What a player calls one. */
  what: string
  /** The newest version of it, which this Bazzet writes. */
  version: number
  /** From unknown data of any version there was, or what is wrong with it. */
  read(input: unknown): Result<Documents[K]>
  refers(document: Documents[K]): Reference[]
  summary(document: Documents[K]): Summaries[K]
  /** The sounds that it names, by their hash: they stay as long as it does, and go along with it; none where it is left out. */
  assetsOf?(document: Documents[K]): string[]
  /** There is one, from the first start; it is neither made nor thrown away. */
  single?: true
  /** What goes away with use: thrown away, one is gone for good, and the bin never holds it. */
  passing?: true
}

/** The table of kinds. A new kind is an entry here and a migration that gives it a table. */
export const KINDS: { [K in KindName]: Kind<K> } = {
  groove: {
    what: 'groove',
    version: GROOVE_SHAPE.version,
    read: readGroove,
    refers: ({ kitId, parent }) => [
      { kind: 'kit', id: kitId, path: 'kitId', needed: false },
      ...(parent ? [{ kind: 'groove', id: parent.id, path: 'parent.id', needed: false } as const] : []),
    ],
    summary: groove => ({
      id: groove.id,
      title: groove.title,
      style: groove.style,
      styleName: styleOf(groove.style)?.name ?? '',
      tags: groove.tags,
      notes: groove.notes,
      bars: sayBars(groove),
      feel: sayFeel(groove),
      tempo: groove.tempo,
      ticks: grooveTicks(groove),
      parent: groove.parent && { id: groove.parent.id, revision: groove.parent.revision },
    }),
  },
  kit: {
    what: 'kit',
    version: KIT_SHAPE.version,
    read: readKit,
    refers: () => [],
    summary: ({ id, name, pieces }) => ({ id, name, pieces: pieces.length }),
    assetsOf: ({ pieces }) =>
      pieces.flatMap(piece => piece.strokes.flatMap(stroke => (stroke.own ?? []).map(one => one.asset))),
  },
  cell: {
    what: 'cell',
    version: CELL_SHAPE.version,
    read: readCell,
    refers: () => [],
    summary: ({ id, name, length }) => ({ id, name, length }),
  },
  recipe: {
    what: 'recipe',
    version: RECIPE_SHAPE.version,
    read: readRecipe,
    refers: () => [],
    summary: ({ id, name, about }) => ({ id, name, about }),
  },
  phrase: {
    what: 'phrase',
    version: PHRASE_SHAPE.version,
    read: readPhrase,
    // Its grooves are kept as they were last seen: it does not need them here.
    refers: ({ kitId, grooves }) => [
      { kind: 'kit', id: kitId, path: 'kitId', needed: false },
      ...Object.entries(grooves).map(
        ([key, { id }]) => ({ kind: 'groove', id, path: `grooves.${key}.id`, needed: false }) as const,
      ),
    ],
    summary: phrase => ({
      id: phrase.id,
      title: phrase.title,
      bars: phraseBars(phrase),
      tempo: phrase.tempo,
      sections: phrase.sections.map(section => section.name),
      subjects: [...new Set(Object.values(phrase.grooves).map(one => one.id))].map(id => ({ kind: 'groove', id })),
    }),
  },
  plan: {
    what: 'plan',
    version: PLAN_SHAPE.version,
    read: readPlan,
    refers: ({ stages }) =>
      stages.flatMap(({ subject }, i) =>
        neededBy(subject).map(
          ({ kind, id, path }) => ({ kind, id, path: `stages.${i}.subject.${path}`, needed: true }) as const,
        ),
      ),
    summary: plan => ({
      id: plan.id,
      title: plan.title,
      stages: plan.stages.length,
      seconds: planSeconds(plan),
      ...rangeOf(plan),
      subjects: [
        ...new Map(
          plan.stages
            .flatMap(({ subject }) => neededBy(subject))
            .map(({ kind, id }) => [`${kind} ${id}`, { kind, id }]),
        ).values(),
      ],
    }),
  },
  recording: {
    what: 'recording',
    version: RECORDING_SHAPE.version,
    read: readRecording,
    refers: () => [],
    summary: recording => ({
      id: recording.id,
      title: recording.title,
      seconds: recording.seconds,
      bars: beatMapOf(recording).bars.length,
      sections: recording.sections.map(section => section.name),
    }),
    assetsOf: ({ asset }) => [asset.sha256],
  },
  player: {
    what: 'player',
    version: PLAYER_SHAPE.version,
    read: readPlayer,
    refers: () => [],
    summary: ({ id }) => ({ id }),
    single: true,
  },
  sitting: {
    what: 'practice run',
    version: SITTING_SHAPE.version,
    read: readSitting,
    // Its plan is kept in it, and may be gone from the list.
    refers: ({ plan, listed }) => (listed ? [{ kind: 'plan', id: plan.id, path: 'plan.id', needed: false }] : []),
    summary: sittingLine,
    passing: true,
  },
}

export const KIND_NAMES = Object.keys(KINDS) as KindName[]

/** Where a kind is kept, as table and as route: `folderOf('groove') // => 'grooves'`. */
export const folderOf = (kind: KindName): string => `${kind}s`

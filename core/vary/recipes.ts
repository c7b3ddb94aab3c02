import { z } from 'zod'
import { idSchema, paramSchema } from '#core/groove'
import { type Result, readAs } from '#core/result'
import { type Shape, upgraded } from '#core/upgrade'
import { moveOf } from './moves'
import type { Step } from './run'

/** How a recipe is kept. */
export const RECIPE_SHAPE = {
  format: 'bazzet-recipe',
  what: 'recipe',
  version: 1,
  upgrades: [],
} as const satisfies Shape
export const RECIPE_LIMITS = { steps: 24, name: 80, about: 400 } as const

const text = (what: string, least: number, most: number) => {
  const error = `${what} is text of ${least} to ${most} characters.`
  return z.string({ error }).trim().min(least, { error }).max(most, { error })
}

const stepSchema = z
  .strictObject({
    move: z
      .string({ error: 'The name of a move is text.' })
      .refine(id => moveOf(id) !== undefined, { error: issue => `There is no move “${String(issue.input)}”.` }),
    params: z.record(z.string(), paramSchema).default({}),
  })
  .superRefine((step, ctx) => {
    const move = moveOf(step.move)
    for (const key of Object.keys(step.params)) {
      if (move && !move.params.some(spec => spec.id === key))
        ctx.addIssue({ code: 'custom', path: ['params', key], message: `“${move.name}” has no parameter “${key}”.` })
    }
    for (const spec of move?.params ?? []) {
      if (step.params[spec.id] === undefined && !spec.later)
        ctx.addIssue({
          code: 'custom',
          path: ['params', spec.id],
          message: `“${move!.name}” needs its parameter “${spec.id}”.`,
        })
    }
  })

/** A chain of moves under a name, to be run on any groove. Parts are named by their role, so that another groove’s answer. */
const recipeSchema = z.strictObject({
  format: z.literal(RECIPE_SHAPE.format, {
    error: `format is "${RECIPE_SHAPE.format}"; this is some other kind of document.`,
  }),
  version: z.literal(RECIPE_SHAPE.version, {
    error: issue =>
      `version is 1; this recipe says ${JSON.stringify(issue.input) ?? 'nothing'}, which this Bazzet cannot read.`,
  }),
  id: idSchema,
  name: text('The name of a recipe', 1, RECIPE_LIMITS.name),
  about: text('What a recipe is for', 0, RECIPE_LIMITS.about).default(''),
  steps: z
    .array(stepSchema)
    .min(1, { error: 'A recipe has at least one step.' })
    .max(RECIPE_LIMITS.steps, { error: `A recipe has at most ${RECIPE_LIMITS.steps} steps.` }),
})
export type Recipe = z.infer<typeof recipeSchema>

/**
 * A recipe from what a file or the server gave, brought up to date; a refusal says which field is wrong and what would be right.
 * @example readRecipe({ format: 'bazzet-recipe', version: 1, id: 'mine', name: 'Mine', steps: [] }).reason // => 'This is not a valid recipe. steps: A recipe has at least one step.'
 */
export function readRecipe(input: unknown): Result<Recipe> {
  const document = upgraded(input, RECIPE_SHAPE)
  return document.ok ? readAs(recipeSchema, document.value, 'recipe') : document
}

/**
 * A recipe of the newest version: `makeRecipe('mine', 'Mine', [{ move: 'crash', params: { beat: 0 } }])`. The steps are copied.
 * @example makeRecipe('mine', 'Mine', [{ move: 'crash', params: { beat: 0 } }]).steps.length // => 1
 */
export const makeRecipe = (id: string, name: string, steps: readonly Step[], about = ''): Recipe => ({
  format: RECIPE_SHAPE.format,
  version: RECIPE_SHAPE.version,
  id,
  name,
  about,
  steps: steps.map(step => ({ move: step.move, params: { ...step.params } })),
})

const recipe = (id: string, name: string, about: string, ...steps: [move: string, params: Step['params']][]): Recipe =>
  makeRecipe(
    id,
    name,
    steps.map(([move, params]) => ({ move, params })),
    about,
  )

/** The recipes that ship with the application. */
export const RECIPES: readonly Recipe[] = [
  recipe(
    'hats-to-toms',
    'Hat groove to tom groove',
    'The lead goes down to the floor tom, a little louder, with a crash to begin and the foot keeping 2 and 4.',
    ['to-piece', { part: 'lead', piece: 'floor tom' }],
    ['level-shape', { part: 'lead', shape: 'strong on the beat' }],
    ['hat-foot', { pattern: '2 and 4' }],
    ['crash', { beat: 0 }],
  ),
  recipe(
    'skeleton-to-funk',
    'Skeleton to funk',
    'Accents on the &s, ghosts where they fit, one bass drum more, an open hat into the bar line, and a little swing.',
    ['accent-pattern', { part: 'lead', pattern: '..x.' }],
    ['ghost-fill', { hand: 'free hand', share: 50 }],
    ['bass-add', { slot: 10 }],
    ['open-hat', { slot: 14, length: 2 }],
    ['swing', { level: '1/16', share: 56 }],
  ),
  recipe(
    'four-limbs',
    'Add a four-limb foot pattern',
    'Both feet under what the hands play: the hat foot between the beats, the bass drum feathered on them.',
    ['hat-foot', { pattern: 'off-beats' }],
    ['bass-feather', {}],
  ),
  recipe(
    'wide-chorus',
    'Open it for a chorus',
    'The lead on the ride with its bell on the beats, a crash on 1, the rest a level louder.',
    ['lead-to', { to: 'ride' }],
    ['bells', { on: 'beats' }],
    ['crash', { beat: 0 }],
    ['role-level', { role: 'bass drum', by: 1 }],
  ),
  recipe(
    'quiet-verse',
    'Down for a verse',
    'Without ghosts, half the bass drums, the lead softer: room for a voice.',
    ['ghosts-out', {}],
    ['bass-thin', { keep: 'every second' }],
    ['role-level', { role: 'lead', by: -1 }],
  ),
  recipe(
    'half-time-turn',
    'Half-time with a turn',
    'The backbeat moves to 3 under the same lead; the last hat opens, and a double leads back to it.',
    ['half-time', {}],
    ['open-last', {}],
    ['doubles-before', { beat: 2 }],
  ),
  recipe(
    'threes',
    'Threes over the bar',
    'Accents on every third stroke of the lead, the bass drum under them.',
    ['accent-every', { part: 'lead', every: 3, phase: 1 }],
    ['bass-accents', { hand: 'lead hand' }],
  ),
]

import { z } from 'zod'
import { oneOf, whole, words } from '#core/fields'
import { type Groove, grooveSchema, idSchema } from '#core/groove'
import { type Kit, LIMBS } from '#core/kit'
import { type Phrase } from '#core/phrase'
import { orchestrationSchema } from '#core/sticking'
import { MAX_COUNT } from '#core/time'

const kind = <K extends string>(name: K) => z.literal(name, { error: `The kind of this subject is "${name}".` })

/** Whether the figures of a limb are those of a sixteenth beat or of a triplet. */
export const FIGURE_GRIDS = ['sixteenths', 'triplets'] as const

/** A sticking as it was written: its text, the ground it lies on, and how it was put on the kit; null where an older plan does not say how. */
const writtenSchema = z.strictObject({
  text: words('A sticking', 1, 2000),
  meter: z.tuple([whole('The count of a meter', 1, MAX_COUNT), whole('The unit of a meter', 2, 16)], {
    error: 'The meter of a sticking is its count and its unit.',
  }),
  slots: whole('The slots of a beat', 1, 12),
  changing: z.boolean({ error: 'changing is true or false.' }),
  how: orchestrationSchema.nullable(),
})
export type Written = z.infer<typeof writtenSchema>

/**
 * What a stage practises: a groove, a phrase, a sticking (kept as it was laid, so that a later Bazzet changes nothing), grooves in
 * turn, the figures of one limb over the rest of a groove, or nothing: a break.
 */
export const subjectSchema = z.discriminatedUnion(
  'kind',
  [
    z.strictObject({ kind: kind('groove'), id: idSchema }),
    z.strictObject({
      kind: kind('phrase'),
      id: idSchema,
      /** The bars that are practised, counted from 0, `to` not included; all of them where they are left out. */
      bars: z
        .strictObject({ from: whole('The first bar', 0, 9999), to: whole('The bar after the last', 1, 10000) })
        .refine(({ from, to }) => from < to, { error: 'bars goes from a bar to one after it.' })
        .optional(),
    }),
    z.strictObject({ kind: kind('sticking'), id: idSchema, groove: grooveSchema, written: writtenSchema.nullable() }),
    z.strictObject({
      kind: kind('turns'),
      id: idSchema,
      of: z
        .array(z.strictObject({ id: idSchema, bars: whole('Bars of a turn', 1, 64) }))
        .min(2, { error: 'Turns are of at least two grooves.' })
        .max(6, { error: 'Turns are of at most six grooves.' }),
    }),
    z.strictObject({
      kind: kind('figures'),
      id: idSchema,
      limb: oneOf(LIMBS, 'limb'),
      grid: oneOf(FIGURE_GRIDS, 'grid of figures'),
      bars: whole('Bars of a figure', 1, 16),
      /** In the order of the easiest first, or as they are counted. */
      easiest: z.boolean({ error: 'easiest is true or false.' }),
      /** The figure as accents in a line that plays every slot. */
      accents: z.boolean({ error: 'accents is true or false.' }),
    }),
    z.strictObject({ kind: kind('break'), id: idSchema }),
  ],
  { error: 'The kind of a subject is groove, phrase, sticking, turns, figures or break.' },
)

export type Subject = z.infer<typeof subjectSchema>

/** What an entry of the log is about: any subject of a stage, or something else by its name, such as a rehearsal. */
const ENTRY_KINDS = ['groove', 'phrase', 'sticking', 'turns', 'figures', 'other'] as const
export const entrySubjectSchema = z.strictObject({
  kind: oneOf(ENTRY_KINDS, 'kind of subject'),
  id: idSchema,
  revision: z
    .int({ error: 'A revision is a whole number, or null.' })
    .min(1, { error: 'A revision is at least 1.' })
    .nullable(),
  title: words('The title of what was practised', 1, 160),
})

/** Everything that the stages of a plan are made of, by id. */
export interface Material {
  grooves: ReadonlyMap<string, Groove>
  phrases: ReadonlyMap<string, Phrase>
  kitOf(id: string): Kit
}

/**
 * The documents that a subject cannot do without.
 * @example neededBy({ kind: 'groove', id: 'sample' }) // => [{ kind: 'groove', id: 'sample', path: 'id' }]
 */
export function neededBy(subject: Subject): { kind: 'groove' | 'phrase'; id: string; path: string }[] {
  switch (subject.kind) {
    case 'groove':
    case 'phrase':
      return [{ kind: subject.kind, id: subject.id, path: 'id' }]
    case 'figures':
      return [{ kind: 'groove', id: subject.id, path: 'id' }]
    case 'turns':
      return subject.of.map(({ id }, i) => ({ kind: 'groove', id, path: `of.${i}.id` }))
    case 'sticking':
    case 'break':
      return []
  }
}

/**
 * The groove that a stage shows and counts: its own, or the first of several; undefined for a break, and where it is not here.
 * @example grooveOf({ kind: 'groove', id: 'sample' }, material).title // => 'Sample'
 */
export function grooveOf(
  subject: Subject,
  { grooves, phrases }: Pick<Material, 'grooves' | 'phrases'>,
): Groove | undefined {
  switch (subject.kind) {
    case 'groove':
    case 'figures':
      return grooves.get(subject.id)
    case 'sticking':
      return subject.groove
    case 'turns':
      return grooves.get(subject.of[0]!.id)
    case 'phrase':
      return Object.values(phrases.get(subject.id)?.grooves ?? {})[0]?.seen.groove
    case 'break':
      return undefined
  }
}

/**
 * What a subject is called.
 * @example titleOf({ kind: 'groove', id: 'sample' }, material) // => 'Sample'
 */
export function titleOf(subject: Subject, material: Pick<Material, 'grooves' | 'phrases'>): string {
  if (subject.kind === 'break') return 'Break'
  if (subject.kind === 'phrase') return material.phrases.get(subject.id)?.title ?? 'A phrase'
  if (subject.kind === 'turns')
    return subject.of
      .map(({ id }) => material.grooves.get(id)?.title ?? id)
      .join(' and ')
      .slice(0, 160)
  return grooveOf(subject, material)?.title ?? 'A groove'
}

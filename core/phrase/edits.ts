import { type Apply, type Batch, applyAll, fitting } from '#core/edit'
import { ok, readAs, refuse } from '#core/result'
import { phraseMisfits } from './fits'
import {
  type Phrase,
  type PhraseFacts,
  type PlayedGroove,
  type Section,
  phraseFactsSchema,
  playedGrooveSchema,
  sectionSchema,
} from './schema'

/** Every change to a phrase is one of these values, plain JSON as a groove’s edits are. */
export type PhraseEdit =
  /** Title, notes, tempo, kit. */
  | { type: 'facts'; set: Partial<PhraseFacts> }
  /** Grooves under their keys; `null` takes one out. */
  | { type: 'grooves'; set: Record<string, PlayedGroove | null> }
  /** Sections from an index on: that many go, and others come. */
  | { type: 'sections'; index: number; remove: number; put: Section[] }
  | Batch<PhraseEdit>

/** An edit by itself: steps of a batch need only fit together once all of them are made. */
const step: Apply<Phrase, PhraseEdit> = (phrase, edit) => {
  switch (edit.type) {
    case 'facts': {
      const read = readAs(phraseFactsSchema.partial(), edit.set, 'change')
      if (!read.ok) return read
      const keys = Object.keys(edit.set) as (keyof PhraseFacts)[]
      const set = Object.fromEntries(keys.map(key => [key, read.value[key]]))
      const before = Object.fromEntries(keys.map(key => [key, phrase[key]])) as Partial<PhraseFacts>
      return ok({ document: { ...phrase, ...set }, inverse: { type: 'facts', set: before } })
    }
    case 'grooves': {
      const { ...grooves } = phrase.grooves
      const before: Record<string, PlayedGroove | null> = {}
      for (const [key, groove] of Object.entries(edit.set)) {
        before[key] = grooves[key] ?? null
        if (groove === null) delete grooves[key]
        else {
          const read = readAs(playedGrooveSchema, groove, 'groove of a phrase')
          if (!read.ok) return read
          grooves[key] = groove
        }
      }
      return ok({ document: { ...phrase, grooves }, inverse: { type: 'grooves', set: before } })
    }
    case 'sections': {
      const { index, remove, put } = edit
      if (index < 0 || index + remove > phrase.sections.length) return refuse('This phrase has no such sections.')
      for (const section of put) {
        const read = readAs(sectionSchema, section, 'section')
        if (!read.ok) return read
      }
      const sections = phrase.sections.toSpliced(index, remove, ...put)
      if (!sections.length) return refuse('A phrase has at least one section; put another in before this one goes.')
      return ok({
        document: { ...phrase, sections },
        inverse: { type: 'sections', index, remove: put.length, put: phrase.sections.slice(index, index + remove) },
      })
    }
    case 'batch':
      return applyAll(phrase, edit, step)
  }
}

/**
 * Makes an edit, or says in words why it cannot be: what comes out fits together, or nothing does.
 * @example applyToPhrase(phrase, setSection(phrase, phrase.sections[0].id, { name: 'Verse' })).value.document.sections[0].name // => 'Verse'
 */
export const applyToPhrase: Apply<Phrase, PhraseEdit> = fitting(step, phraseMisfits)

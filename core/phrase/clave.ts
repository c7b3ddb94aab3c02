import { type Clave, claveCycle, grooveTicks, sayClave } from '#core/groove'
import { mod } from '#core/time'
import { roundsOf } from './rounds'
import type { Phrase, Section } from './schema'

const grooveOfSection = (phrase: Phrase, { play }: Section) =>
  phrase.grooves['groove' in play ? play.groove : play.like]!.seen.groove

/**
 * The clave that runs on through a phrase: that of its first groove that has one.
 * @example claveOfPhrase(phrase) // => null
 */
export const claveOfPhrase = (phrase: Phrase): Clave | null =>
  phrase.sections.map(section => grooveOfSection(phrase, section).clave).find(clave => clave !== null) ?? null

/** The side that comes when the other is over. */
const OTHER = { '3-2': '2-3', '2-3': '3-2' } as const
const FIRST = { '3-2': 'three', '2-3': 'two' } as const

/**
 * What is to be said of the clave at a section, by its place: it is on another side there than the section’s groove is written on, since bars
 * before it were odd in number. Undefined where there is nothing to say.
 * @example sayClaveAt(phrase, 0) // => undefined
 */
export function sayClaveAt(phrase: Phrase, index: number): string | undefined {
  const clave = claveOfPhrase(phrase)
  const own = grooveOfSection(phrase, phrase.sections[index]!)
  const cycle = clave && own.clave && claveCycle(own.bars, clave)
  if (!clave || !own.clave || !cycle) return undefined
  const gone = roundsOf(phrase)
    .filter(round => round.section < index)
    .reduce((sum, round) => sum + grooveTicks(round.groove), 0)
  const over = mod(gone, cycle.length)
  if (over !== 0 && over !== cycle.length / 2) return `The ${sayClave(clave)} is in the middle of a bar here.`
  const side = over === 0 ? clave.side : OTHER[clave.side]
  return side === own.clave.side
    ? undefined
    : `The clave comes in here on its ${FIRST[side]} side; “${own.title}” is written ${FIRST[own.clave.side]} side first.`
}

import type { Groove } from '#core/groove'
import { sayBarsOf, sayPlay, sayWhen, shortTitle } from './say'
import { joined } from './place'
import { type PhraseBar, folded, roundsOf } from './rounds'
import type { Phrase } from './schema'

/** What is over and around a bar on paper: its number in the phrase, a repeat sign before and after it, and what sets it apart. */
interface BarMark {
  number: number
  begins: boolean
  /** How often what ends here is played; 1 for once. */ times: number
  says: string
}

/** A section on paper: its bars once each, those that are played alike between repeat signs. */
interface PrintedSection {
  id: string
  name: string
  says: string
  groove: Groove
  marks: BarMark[]
}

/**
 * A phrase as it is printed: section by section, in the order it is played.
 * @example printedPhrase(phrase).map(section => section.name) // => ['A']
 */
export function printedPhrase(phrase: Phrase): PrintedSection[] {
  return folded(roundsOf(phrase)).map((runs, s): PrintedSection => {
    const section = phrase.sections[s]!
    const bars: PhraseBar[] = []
    const marks: BarMark[] = []
    for (const { first, rounds } of runs) {
      const said = [
        first.turned ? shortTitle(phrase, first.key) : '',
        first.fill ? 'fill' : '',
        (first.turned || first.fill) && section.times > 1 && rounds.length < section.times
          ? saysWhen(phrase, s, first)
          : '',
      ]
        .filter(Boolean)
        .join(', ')
      for (let within = 0; within < first.bars; within++) {
        bars.push({ bar: first.firstBar + within, round: first, within })
        const end = within === first.bars - 1
        marks.push({
          number: first.firstBar + within + 1,
          begins: within === 0 && rounds.length > 1,
          times: end ? rounds.length : 1,
          says: within === 0 ? said : '',
        })
      }
    }
    const groove = { ...joined(bars, bars[0]!.round.tempo), title: section.name }
    return {
      id: section.id,
      name: section.name,
      says: [sayBarsOf(phrase, s), sayPlay(phrase, section)].join(' · '),
      groove,
      marks,
    }
  })
}

function saysWhen(
  phrase: Phrase,
  index: number,
  { fill, key, turned }: { fill: { turn: number } | undefined; key: string; turned: boolean },
): string {
  const { turns } = phrase.sections[index]!
  const turn = fill
    ? turns[fill.turn]
    : turned
      ? turns.findLast(({ put }) => 'groove' in put && put.groove === key)
      : undefined
  return turn ? sayWhen(turn.when) : ''
}

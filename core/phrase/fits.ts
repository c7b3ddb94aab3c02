import type { Misfit } from '#core/edit'
import { type Groove, barTicks, sentence } from '#core/groove'
import { barsTicks, meterTicks, writeMeter } from '#core/time'
import { PHRASE_LIMITS } from './bounds'

/** What this file asks of a phrase; the schema reads it before its own type is known. */
interface Fitting {
  grooves: Readonly<Record<string, { seen: { groove: Pick<Groove, 'bars' | 'title'> } }>>
  sections: readonly {
    id: string
    name: string
    bars: number
    times: number
    play: { groove: string } | { like: string }
    turns: readonly {
      put: { groove: string } | { fill: { from: number; length: number; leaveOut: readonly { at: number }[] } }
    }[]
  }[]
}

/** The bars of a round: a groove’s own from the first, again and again: `roundBars(groove, 3).length // => 3` */
export const roundBars = (groove: Pick<Groove, 'bars'>, bars: number): Groove['bars'] =>
  bars === groove.bars.length
    ? groove.bars
    : Array.from({ length: bars }, (_, i) => groove.bars[i % groove.bars.length]!)

/**
 * The key of the groove whose bars a section goes through, whether it is played or rested through.
 * @example grooveKeyOf({ like: 'sample' }) // => 'sample'
 */
export const grooveKeyOf = (play: { groove: string } | { like: string }): string =>
  'groove' in play ? play.groove : play.like

/** `sectionBars({ bars: 2, times: 4 }) // => 8` */
export const sectionBars = ({ bars, times }: { bars: number; times: number }): number => bars * times

/**
 * Bars of a phrase in all.
 * @example phraseBars({ sections: [{ bars: 4, times: 2 }, { bars: 8, times: 1 }] }) // => 16
 */
export const phraseBars = ({ sections }: { sections: readonly { bars: number; times: number }[] }): number =>
  sections.reduce((sum, section) => sum + sectionBars(section), 0)

/** Everything in a phrase that does not fit together: keys of no groove, ids twice, too many bars, meters that do not join, fills longer than their bars. @internal */
export function phraseMisfits({ grooves, sections }: Fitting): Misfit[] {
  const found: Misfit[] = []
  if (Object.keys(grooves).length > PHRASE_LIMITS.grooves)
    found.push({ path: ['grooves'], reason: `A phrase plays at most ${PHRASE_LIMITS.grooves} grooves.` })
  const bars = phraseBars({ sections })
  if (bars > PHRASE_LIMITS.bars)
    found.push({
      path: ['sections'],
      reason: `A phrase has at most ${PHRASE_LIMITS.bars} bars; these sections make ${bars}.`,
    })
  const ids = new Set<string>()
  sections.forEach((section, s) => {
    const where = `section “${section.name}”`
    if (ids.has(section.id))
      found.push({
        path: ['sections', s, 'id'],
        reason: `Two sections have the id “${section.id}”; each needs its own.`,
      })
    ids.add(section.id)
    const key = grooveKeyOf(section.play)
    const home = grooves[key]
    if (!home) {
      found.push({
        path: ['sections', s, 'play'],
        reason: `${sentence(where)} plays the groove “${key}”, which is not among the phrase’s grooves.`,
      })
      return
    }
    const own = roundBars(home.seen.groove, section.bars)
    section.turns.forEach(({ put }, t) => {
      const path = ['sections', s, 'turns', t, 'put']
      if ('groove' in put) {
        const other = grooves[put.groove]
        if (!other)
          found.push({
            path,
            reason: `${sentence(where)} is turned by the groove “${put.groove}”, which is not among the phrase’s grooves.`,
          })
        else found.push(...unlike(own, other.seen.groove, section.bars, where, path))
        return
      }
      const { from, length } = put.fill
      const round = barsTicks(own)
      const longest = Math.max(...own.map(barTicks)) * PHRASE_LIMITS.fillBars
      if (from + length > round)
        found.push({
          path: [...path, 'fill', 'length'],
          reason: `A fill in ${where} is longer than its bars: it would end at tick ${from + length}, and the ${section.bars === 1 ? 'bar ends' : `${section.bars} bars end`} at ${round}.`,
        })
      else if (length > longest)
        found.push({
          path: [...path, 'fill', 'length'],
          reason: `A fill in ${where} lasts over four bars; at most four.`,
        })
    })
  })
  return found
}

/** Where the bars of a turn are of another length than those they stand for. */
function unlike(
  own: Groove['bars'],
  other: Pick<Groove, 'bars' | 'title'>,
  bars: number,
  where: string,
  path: Misfit['path'],
): Misfit[] {
  const turned = roundBars(other, bars)
  const at = own.findIndex((bar, i) => meterTicks(bar.meter) !== meterTicks(turned[i]!.meter))
  return at < 0
    ? []
    : [
        {
          path,
          reason: `The meters do not join: ${where} has ${writeMeter(own[at]!.meter)} in bar ${at + 1}, and “${other.title}”, which is to turn it, has ${writeMeter(turned[at]!.meter)} there.`,
        },
      ]
}

import { type Groove, sayPlaces, sentence } from '#core/groove'
import { LIMB_NAMES, type Limb, isHand } from '#core/kit'
import { present } from '#core/present'
import { type Counting, aNote, barStarts } from '#core/time'
import type { Advice } from './advice'
import type { Cause, Measures } from './schema'

/** A cause in words: what was wrong, with its figure and its place; what to do about it; and a stage for that where one would help. */
interface CauseSaid {
  what: string
  step: string
  remedy?: Advice
}

const round = (ms: number) => Math.round(Math.abs(ms))
/** How far something is moved, as the note value nearest to it: what is played lies near a slot and not on it. */
function sayFar(ticks: number): string {
  const far = Math.abs(ticks)
  const near = [1260, 1680, 2520, 3360, 5040, 10080].reduce((best, one) =>
    Math.abs(one - far) < Math.abs(best - far) ? one : best,
  )
  return aNote(near) ?? 'a little'
}
const percent = (figure: number) => `${Math.round(Math.abs(figure) * 10) / 10} %`

/** `'2 missed, 1 extra'`; what there is none of is not named. @internal */
export const sayLost = ({ missed, extra }: Pick<Measures, 'missed' | 'extra'>): string =>
  [missed ? `${missed} missed` : '', extra ? `${extra} extra` : ''].filter(Boolean).join(', ') || 'none missed'

/** The limb that another is best heard against: of those that play a hand, the busiest. @internal */
export function neighbourOf(limb: Limb, { limbs }: Pick<Measures, 'limbs'>): Limb | undefined {
  const others = limbs.filter(one => one.limb !== limb && one.strokes > 0)
  const [first] = others.toSorted((a, b) => Number(isHand(b.limb)) - Number(isHand(a.limb)) || b.strokes - a.strokes)
  return first?.limb
}

/**
 * A cause in words, by the bars of the groove.
 * @internal
 */
export function sayCause(
  cause: Cause,
  measures: Measures,
  groove: Pick<Groove, 'bars'>,
  counting?: Counting,
): CauseSaid {
  const { figure, of = 0, ticks = 0 } = cause
  const limb = cause.limb ? LIMB_NAMES[cause.limb] : ''
  const places = cause.places ?? (cause.tick === undefined ? [] : [cause.tick])
  const on = sayPlaces(groove, places, counting)
  const times = `${figure} times of ${of}`
  const other = cause.limb && neighbourOf(cause.limb, measures)
  const beside = other ? ` with the ${LIMB_NAMES[other]}` : ''
  const pair = cause.limb ? [cause.limb, ...(other ? [other] : [])] : []
  const meet = measures.unisons.some(({ limbs }) => pair.length === 2 && pair.every(one => limbs.includes(one)))
  const together = (says: string, click: Advice['click'] = 'every beat', limbs: Limb[] = pair): Advice => ({
    says: sentence(says),
    limbs,
    click,
  })
  const all = (says: string): Advice => ({ says, limbs: measures.limbs.map(one => one.limb), click: 'every beat' })
  switch (cause.kind) {
    case 'nothing':
      return {
        what: 'Nothing came in',
        step: 'see under “measured by” that your input is chosen and connected, and play the stage again',
      }
    case 'few':
      return {
        what: `Only ${figure === 1 ? '1 stroke' : `${Math.max(0, figure)} strokes`} came in, too few to tell`,
        step: 'play on',
      }
    case 'double':
      return {
        what: 'You played twice as much as is written',
        step: 'say the count aloud as you play, a stroke only where the lanes have one',
      }
    case 'half':
      return {
        what: 'You played half as much as is written',
        step: 'say every count aloud, slowly, and put a stroke on each that the lanes have',
      }
    case 'tempo':
      return {
        what: `Steady, but ${percent(figure)} ${figure > 0 ? 'faster' : 'slower'} than asked, from first bar to last`,
        step: 'turn the click up and play four bars with hands alone before the rest comes in',
      }
    case 'offset':
      return {
        what: `All there, but ${ticks ? sayFar(ticks) : `${round(figure)} ms`} ${figure > 0 ? 'late' : 'early'} throughout`,
        step: 'count two bars aloud before you come in',
        remedy: { ...all('Count the two bars before you come in aloud.'), countIn: 2 },
      }
    case 'lost': {
      const [from, to] = [(cause.from ?? 0) + 1, (cause.to ?? 0) + 1]
      return {
        what: `Steady to bar ${from - 1}, gone for ${figure === 1 ? 'a bar' : `${figure} bars`}, back in bar ${to}`,
        step: `loop bars ${from - 1} to ${to}`,
        ...spanned(cause, groove, all('The bars where the place was lost, over and over.')),
      }
    }
    case 'absent limb':
      return {
        what: `The ${limb} ${figure >= of * 0.95 ? 'never came' : `left out ${figure} of ${of} strokes`}`,
        step: `play it${beside} alone, eight bars, then the rest again`,
        remedy: together(`${limb}${beside} alone, until it comes by itself.`),
      }
    case 'absent ghosts':
      return {
        what: `${figure >= of * 0.95 ? 'No ghosts came' : `${figure} of ${of} ghosts were left out`} in the ${limb}`,
        step: `play the ${limb}${beside} alone, softly, eight bars`,
        remedy: together(`${limb}${beside} alone, the ghosts low over the head.`),
      }
    case 'absent stroke':
      return {
        what: `The ${limb} leaves out ${places.length === 1 ? 'a stroke' : 'strokes'}, ${times} (${on})`,
        step: `play it${beside} alone and say that count aloud each time`,
        remedy: together(`${limb}${beside} alone; say aloud what is left out: ${on}.`),
      }
    case 'elsewhere':
      return {
        what: `The ${limb} struck the ${cause.piece ?? 'wrong piece'}, ${times} (${on})`,
        step: `play the ${limb} alone, slowly, and look where it goes`,
        remedy: together(`${limb} alone, slowly: look where it goes.`, 'every beat', cause.limb ? [cause.limb] : []),
      }
    case 'moved':
      return {
        what: `The ${limb} comes ${sayFar(ticks)} ${ticks > 0 ? 'late' : 'early'}, ${times} (${on})`,
        step: `play it${beside} alone, each stroke said as it is counted`,
        remedy: together(`${limb}${beside} alone; count aloud, each stroke where it is written.`),
      }
    case 'scattered':
      return {
        what: `${sentence(sayLost(measures))} of ${measures.asked}, here and there`,
        step: 'one step slower, until four bars are whole',
      }
    case 'drift':
      return cause.tempo
        ? {
            what: `Your tempo ${figure > 0 ? 'creeps up' : 'sinks'} by ${percent(figure)} from beginning to end`,
            step: 'let the click be silent every other bar, and meet it again',
            remedy: { ...all('Keep the time through the bars without a click.'), gaps: { sound: 1, silent: 1 } },
          }
        : {
            what: `You ${figure < 0 ? 'rush' : 'drag'}: ${round(figure)} ms ${figure < 0 ? 'ahead' : 'behind'} by the end`,
            step: 'let the click be silent every other bar, and meet it again',
            remedy: { ...all('Keep the time through the bars without a click.'), gaps: { sound: 1, silent: 1 } },
          }
    case 'fill':
      return {
        what: `The groove keeps its time, and bar ${(cause.bar ?? 0) + 1} of it runs ${percent(figure)} ${figure > 0 ? 'fast' : 'slow'}`,
        step: 'sing that bar over quarters of the foot, then play it as you sang it',
        ...spanned(cause, groove, all('This bar over and over, as it is sung.')),
      }
    case 'whole':
      return {
        what: `All of it lies ${round(figure)} ms ${figure > 0 ? 'behind' : 'ahead of'} the click, evenly`,
        step: 'count two bars aloud with the click, and put the first stroke on your own voice',
        remedy: { ...all('Count the two bars aloud; the first stroke on your own voice.'), countIn: 2 },
      }
    case 'unison': {
      const [a, b] = present(cause.limbs, 'limbs')
      const first = LIMB_NAMES[figure > 0 ? a : b]
      return {
        what: `The ${LIMB_NAMES[a]} and the ${LIMB_NAMES[b]} land ${round(figure)} ms apart, the ${first} first (${on})`,
        step: 'play the two alone in quarters until they are one sound',
        remedy: together(`${LIMB_NAMES[a]} and ${LIMB_NAMES[b]} alone; listen for one sound on ${on}.`, 'every beat', [
          a,
          b,
        ]),
      }
    }
    case 'limb':
      return {
        what: `The ${limb} comes ${round(figure)} ms ${figure > 0 ? 'after' : 'before'} ${other && measures.limbs.length === 2 ? `the ${LIMB_NAMES[other]}` : 'the others'}${cause.met ? ', only where another limb plays with it' : ''}`,
        step: meet
          ? `play it${beside} alone, one sound where they meet`
          : `play it${beside} alone and count aloud, each stroke on its count`,
        remedy: together(`${limb}${beside} alone, a little ${figure > 0 ? 'sooner' : 'later'} than feels right.`),
      }
    case 'swing':
      return {
        what: `The second of each pair of ${ticks === 2520 ? 'sixteenths' : 'eighths'} lies ${round(figure)} ms ${figure > 0 ? 'later' : 'earlier'} than the groove asks`,
        step: 'say the pair aloud as the groove has it, one hand alone, then play it as you say it',
      }
    case 'slot':
      return {
        what: `The ${limb} ${figure < 0 ? 'rushes' : 'drags'} by ${round(figure)} ms against its neighbours (${on})`,
        step: 'loop that beat and listen to the stroke before it',
        remedy: together(
          `${limb} alone; listen to the stroke before ${on}.`,
          'eighths',
          cause.limb ? [cause.limb] : [],
        ),
      }
    case 'spread':
      return {
        what: `The ${limb} is uneven, ${round(figure)} ms either way`,
        step: 'play it softer first; only if that does not help, slower',
        remedy: together(
          `${limb} alone against a click in eighths, softly, until it lies even.`,
          'eighths',
          cause.limb ? [cause.limb] : [],
        ),
      }
    case 'level':
      return cause.ghosts
        ? {
            what: `Ghosts and accents of the ${limb} are nearly one loudness`,
            step: 'begin the ghosts a finger’s width over the head',
            remedy: together(
              `${limb} alone; ghosts from a finger’s width over the head.`,
              'every beat',
              cause.limb ? [cause.limb] : [],
            ),
          }
        : {
            what: `The accents of the ${limb} hardly stand out`,
            step: 'lift the stick for the accents and let the taps fall by themselves',
            remedy: together(`${limb} alone; lift for the accents only.`, 'every beat', cause.limb ? [cause.limb] : []),
          }
  }
}

/** Advice for the bars of a groove that a cause lies in, where it has more bars than those. */
function spanned({ kind, bar = 0, from = 0, to = 0 }: Cause, { bars }: Pick<Groove, 'bars'>, advice: Advice) {
  const starts = barStarts(bars)
  const [first, last] = kind === 'fill' ? [bar, bar] : [(from - 1) % bars.length, to % bars.length]
  return first >= 0 && last >= first && last - first + 1 < bars.length
    ? { remedy: { ...advice, span: { from: starts[first]!, to: starts[last + 1]! } } }
    : {}
}

/**
 * A cause in a few words, as a line of the log has it, without the places of a groove.
 * @internal
 */
export function gistOfCause({ kind, figure, limb: of, limbs, ticks = 0, tempo, ghosts }: Cause): string {
  const limb = of ? LIMB_NAMES[of] : ''
  const ms = `${round(figure)} ms`
  switch (kind) {
    case 'nothing':
      return 'nothing came in'
    case 'few':
      return 'too few to tell'
    case 'double':
      return 'twice as much as written'
    case 'half':
      return 'half as much as written'
    case 'tempo':
      return `${percent(figure)} ${figure > 0 ? 'fast' : 'slow'} throughout`
    case 'offset':
      return `${ticks ? sayFar(ticks) : ms} ${figure > 0 ? 'late' : 'early'} throughout`
    case 'lost':
      return `lost for ${figure === 1 ? 'a bar' : `${figure} bars`}`
    case 'absent limb':
      return `${limb} left out`
    case 'absent ghosts':
      return 'ghosts left out'
    case 'absent stroke':
      return `a stroke of the ${limb} left out`
    case 'elsewhere':
      return `${limb} on another piece`
    case 'moved':
      return `a stroke of the ${limb} ${sayFar(ticks)} ${ticks > 0 ? 'late' : 'early'}`
    case 'scattered':
      return `${percent(figure)} missed or extra`
    case 'drift':
      return tempo
        ? `tempo ${figure > 0 ? 'creeps up' : 'sinks'} by ${percent(figure)}`
        : `${figure < 0 ? 'rushes' : 'drags'} by ${ms}`
    case 'fill':
      return `a bar ${percent(figure)} ${figure > 0 ? 'fast' : 'slow'}`
    case 'whole':
      return `${ms} ${figure > 0 ? 'behind' : 'ahead'}`
    case 'unison':
      return `${limbs!.map(one => LIMB_NAMES[one]).join(' and ')} ${ms} apart`
    case 'limb':
      return `${limb} ${ms} ${figure > 0 ? 'late' : 'early'}`
    case 'swing':
      return `pairs swing ${ms} ${figure > 0 ? 'late' : 'early'}`
    case 'slot':
      return `${limb} ${figure < 0 ? 'rushes' : 'drags'} a place by ${ms}`
    case 'spread':
      return `${limb} uneven, ${ms}`
    case 'level':
      return ghosts ? 'ghosts too loud' : 'accents too soft'
  }
}

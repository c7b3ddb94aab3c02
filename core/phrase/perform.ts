import { type Groove, type Span, grooveTicks, makeGroove } from '#core/groove'
import type { Kit } from '#core/kit'
import { type ClickPlan, type Performance, type Passage as Played, makePassage } from '#core/perform'
import { present } from '#core/present'
import { barStarts, beatTicks } from '#core/time'
import { phraseBars } from './fits'
import { claveOfPhrase } from './clave'
import { type Round, endsWith, passesOf, roundsOf } from './rounds'
import type { Phrase } from './schema'

/** How a phrase is played: which bars (from 0, `to` not included), over and over or once, and with which click and count-in. */
interface PhrasePlay {
  from?: number
  to?: number
  again?: boolean
  click?: ClickPlan
  countIn?: number
}

const NO_CLICK: ClickPlan = { program: 'none' }

/** The ticks of a round’s bars that lie within some bars of the phrase; undefined where none do. */
function spanOf({ firstBar, bars, groove }: Round, from: number, to: number): Span | undefined {
  const [a, b] = [Math.max(0, from - firstBar), Math.min(bars, to - firstBar)]
  if (a >= b) return undefined
  const starts = barStarts(groove.bars)
  return { from: starts[a]!, to: starts[b]! }
}

const alike = (a: Played, b: Played, groove: Groove): boolean =>
  a.groove === b.groove &&
  a.span.from === 0 &&
  b.span.from === 0 &&
  a.span.to === b.span.to &&
  a.span.to === grooveTicks(groove) &&
  a.tempo === b.tempo &&
  a.click === b.click

/** What a fill at the very end lands on, once nothing comes after it: one felt beat with its strokes. */
function tailOf(last: Round, kit: Kit, id: string): Played[] {
  const fill = last.fill?.fill
  if (!fill || !endsWith(last) || !fill.landing.strokes.length) return []
  const { limb: _, ...first } = fill.landing.strokes[0]!
  const bar = last.groove.bars.at(-1)!
  const parts = fill.landing.strokes.map(({ limb, ...stroke }, i) => ({
    id: `landing-${i}`,
    name: 'Home',
    role: 'fill' as const,
    limb,
    strokes: [{ ...first, ...stroke, at: 0 }],
    every: null,
    swing: null,
    pickUp: null,
    muted: false,
    locked: false,
    given: [],
  }))
  return [
    makePassage({
      id,
      kit,
      groove: makeGroove({ ...last.groove, pickUp: null, guides: [], bars: [bar], parts }),
      span: { from: 0, to: beatTicks(bar.meter)[0]! },
      tempo: last.tempo,
    }),
  ]
}

/**
 * A phrase as a performance: rounds that are alike as one section a number of times, all else by itself. Over and over it comes
 * round to where it is again as it was: fills led again have all their takes before that.
 * @example phrasePerformance(phrase, kit).passages.map(passage => passage.times) // => [4]
 */
export function phrasePerformance(
  phrase: Phrase,
  kit: Kit,
  { from = 0, to = phraseBars(phrase), again = false, click = NO_CLICK, countIn = 0 }: PhrasePlay = {},
): Performance {
  const whole = from === 0 && to === phraseBars(phrase)
  const passes = again ? passesOf(phrase) : 1
  const clicks = new Map([
    [true, { ...click, program: click.program === 'none' ? 'every beat' : click.program }],
    [false, NO_CLICK],
  ])
  const sections: Played[] = []
  /** How far into the phrase what is played begins, in ticks. */
  let runsFrom = 0
  let goesBackTo = 0
  let firstSection: number | undefined
  let lastSection: number | undefined
  const leadOn = () => sections.push({ ...present(sections.pop(), 'a passage that leads on'), leadsOn: true })
  for (let pass = 0; pass < passes; pass++) {
    // A last pass is what all later ones are like; where the end lands on the beginning, the first is unlike them.
    if (pass === 1) goesBackTo = sections.length
    for (const round of roundsOf(phrase, pass, whole && pass > 0)) {
      const span = spanOf(round, from, to)
      if (!span) {
        if (!sections.length) runsFrom += grooveTicks(round.groove)
        continue
      }
      if (!sections.length) runsFrom += span.from
      const { play } = phrase.sections[round.section]!
      const own = round.rest && 'rest' in play ? clicks.get(play.click)! : click
      const section = makePassage({
        id: `${phrase.sections[round.section]!.id}-${round.round}-${pass}`,
        groove: round.groove,
        kit,
        span,
        tempo: round.tempo,
        click: own,
      })
      const before = sections.at(-1)
      if (before && lastSection !== round.section) leadOn()
      firstSection ??= round.section
      lastSection = round.section
      if (before && sections.length > goesBackTo && alike(before, section, round.groove))
        sections[sections.length - 1] = { ...before, times: present(before.times, 'times') + 1 }
      else sections.push(section)
    }
  }
  const runsOn = { from: runsFrom, clave: claveOfPhrase(phrase) }
  if (again && lastSection !== firstSection) leadOn()
  if (again)
    return {
      passages: sections,
      countIn,
      runsOn,
      again: passes > 1 && landsOnBeginning(phrase, whole) ? goesBackTo : 0,
    }
  return {
    passages: to === phraseBars(phrase) ? [...sections, ...tailOf(roundsOf(phrase).at(-1)!, kit, 'tail')] : sections,
    countIn,
    runsOn,
  }
}

/** Whether the second time through begins unlike the first. */
const landsOnBeginning = (phrase: Phrase, whole: boolean): boolean =>
  whole && roundsOf(phrase, 1)[0]!.landing !== undefined

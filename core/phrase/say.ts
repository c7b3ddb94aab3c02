import { type Groove, barTicks, sayCount } from '#core/groove'
import { type Counting, barStarts, beatsOf, sayTick } from '#core/time'
import { RUDIMENTS } from '#core/sticking'
import { sourceSticking } from './make-fill'
import { sectionBars } from './fits'
import type { Ending, FillLoudness, FillFeet, Rest } from './bounds'
import type { Fill, FillSource, Phrase, Section, When } from './schema'

/** Bars from a first, counted from 0, so many of them: `sayBarSpan(4, 4) // => 'bars 5 to 8'`, `sayBarSpan(2, 1) // => 'bar 3'` */
export const sayBarSpan = (first: number, many: number): string =>
  many === 1 ? `bar ${first + 1}` : `bars ${first + 1} to ${first + many}`

/**
 * The bars of a section, counted from 1 through the phrase.
 * @example sayBarsOf({ sections: [{ bars: 4, times: 2 }, { bars: 8, times: 1 }] }, 1) // => 'bars 9 to 16'
 */
export const sayBarsOf = ({ sections }: Phrase, index: number): string =>
  sayBarSpan(
    sections.slice(0, index).reduce((sum, one) => sum + sectionBars(one), 0),
    sectionBars(sections[index]!),
  )

/**
 * When a turn comes: `'every time'`, `'every 2nd time'`, `'the last time'`, `'the 3rd time'`.
 * @example [{ every: 2 }, { round: 3 }, 'last'].map(sayWhen) // => ['every 2nd time', 'the 3rd time', 'the last time']
 */
export function sayWhen(when: When): string {
  const nth = (n: number) => `${n}${n % 100 > 10 && n % 100 < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th')}`
  if (when === 'last') return 'the last time'
  if ('every' in when) return when.every === 1 ? 'every time' : `every ${nth(when.every)} time`
  return `the ${nth(when.round)} time`
}

/**
 * The title of a groove of a phrase, less the title of another of its grooves that it begins with: `'one more bass drum'` for “Wet Rope, one more bass drum”.
 * @example shortTitle({ grooves: { a: playedGroove(groove, 1), b: playedGroove({ ...groove, title: 'Sample, one more bass drum' }, 1) } }, 'b') // => 'one more bass drum'
 */
export function shortTitle({ grooves }: Pick<Phrase, 'grooves'>, key: string): string {
  const { title } = grooves[key]!.seen.groove
  const stem = Object.values(grooves)
    .map(one => `${one.seen.groove.title}, `)
    .find(one => title.startsWith(one))
  return stem ? title.slice(stem.length) : title
}

export const REST_NAMES: Record<Rest, string> = { solo: 'solo', trade: 'your answer', silence: 'silence' }

export const ENDING_NAMES: Record<Ending, string> = {
  none: 'no mark',
  crash: 'crash with the bass drum on 1',
  'one more bass drum': 'one more bass drum, then the crash',
  stop: 'a stop on the last beat',
  unison: 'the last two in unison',
  'early crash': 'crash on the &, 1 left out',
}
export const LOUDNESS_NAMES: Record<FillLoudness, string> = {
  even: 'even',
  growing: 'growing',
  fading: 'fading',
  swell: 'swelling and back',
  accents: 'accents over taps',
}
export const FEET_NAMES: Record<FillFeet, string> = {
  kept: 'go on',
  doubled: 'hat foot twice as often',
  silent: 'rest',
}

/**
 * What a fill is made of, in few words: `'single strokes'`, `'rllf'`, `'Single paradiddle'`.
 * @example [{ kind: 'singles' }, { kind: 'sticking', text: 'rllf' }].map(saySource) // => ['single strokes', 'rllf']
 */
export function saySource(source: FillSource): string {
  if (source.kind === 'singles') return 'single strokes'
  if (source.kind === 'rudiment') return RUDIMENTS.find(one => one.id === source.id)?.name ?? source.id
  if (source.kind === 'row') return source.text.replace(/\.+$/, '')
  if (source.kind === 'groups') return source.texts.join(' + ')
  // As a player writes it down: capitals are accents where only some are.
  const called = ({ who, accent }: { who: string; accent: boolean }) => (accent ? who : who.toLowerCase())
  const read = sourceSticking(source)
  return read.ok
    ? read.value
        .map(place =>
          !place ? '-' : place.foot ? `(${called(place)}${called({ who: 'F', ...place.foot })})` : called(place),
        )
        .join('')
    : source.text
}

/**
 * How long a fill lasts, in bars and felt beats of the round it lies over: `'a beat'`, `'2 beats'`, `'a bar'`, `'2 bars'`.
 * @example sayFillLength(groove, { from: 10080, length: 10080 }) // => '2 beats'
 */
export function sayFillLength(round: Pick<Groove, 'bars'>, { from, length }: Pick<Fill, 'from' | 'length'>): string {
  const starts = barStarts(round.bars)
  const bars = round.bars.filter((bar, i) => starts[i]! >= from && starts[i]! + barTicks(bar) <= from + length).length
  if (bars && starts.includes(from) && starts.includes(from + length))
    return bars === 1 ? 'a bar' : sayCount(bars, 'bar')
  const beats = beatsOf(round.bars).filter(beat => beat.at >= from && beat.at + beat.length <= from + length)
  const exact = beats.length && beats[0]!.at === from && beats.at(-1)!.at + beats.at(-1)!.length === from + length
  if (exact) return beats.length === 1 ? 'a beat' : sayCount(beats.length, 'beat')
  return `about ${beats.length ? sayCount(beats.length, 'beat') : 'half a beat'}`
}

/**
 * A fill in a line: `'Single strokes, a beat from 4'`
 * @example sayFill(groove, fill) // => 'Single strokes, a beat from 4'
 */
export const sayFill = (round: Pick<Groove, 'bars'>, fill: Fill, counting?: Counting): string =>
  `${saySource(fill.source).replace(/^[a-z](?=[a-z]+ )/, first => first.toUpperCase())}, ${sayFillLength(round, fill)} from ${sayTick(round.bars, fill.from, counting)}`

/**
 * What a section plays, in few words: `'Wet Rope'`, `'your answer, feet and click go on'`.
 * @example sayPlay(phrase, phrase.sections[0]) // => 'Sample'
 */
export function sayPlay(phrase: Phrase, { play }: Section): string {
  if ('groove' in play) return phrase.grooves[play.groove]!.seen.groove.title
  const goesOn = [play.feet ? 'feet' : '', play.click ? 'click' : ''].filter(Boolean).join(' and ')
  return `${REST_NAMES[play.rest]}${goesOn ? `, ${goesOn} ${play.feet ? 'go' : 'goes'} on` : ''}`
}

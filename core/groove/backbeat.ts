import { isHand, kindNamed } from '#core/kit'
import { present } from '#core/present'
import { type Beat, type Counting, NUMBERS, aNote, barNumber, beatsOf, isDotted, sayTick } from '#core/time'
import { silentFrom } from './lead-in'
import { sayList } from './say'
import type { Groove, Part, Stroke } from './schema'

/** What a backbeat is looked for in: the bars as they go round. */
type Looped = Pick<Groove, 'bars' | 'parts'> & Partial<Pick<Groove, 'pickUp'>>

/** A stroke of a hand on a snare: its tick and its level. */
interface SnareHit {
  at: number
  level: number
}

/** A bar that does not keep a beat of the backbeat: `at` is the strong stroke in its place, a little before or after; undefined where it is left out. */
interface BackbeatException {
  bar: number
  beat: number
  at: number | undefined
}

/** The backbeat: its felt beats within a bar, counted from 0; every stroke that makes it, those moved by an exception too; and the bars that differ. */
interface Backbeat {
  beats: number[]
  ats: number[]
  exceptions: BackbeatException[]
}

/** A class of strokes is a backbeat only where at least this share of it falls on its beats. */
const SHARE = 0.5

/**
 * The backbeat among snare strokes of the hands: the loudest class of them (from plain up) that falls on the same felt beats
 * in most bars. In a bar of four felt beats these are 2 and 4, or 3, or all four; in other bars up to half of the beats, one more without the
 * 1, never 1 alone; or the & of every beat, which is a backbeat in double time and has no `beats`. Further strong strokes do not cancel it. Tradition; see docs/rules.md, Backbeat.
 * `backbeatAmong(beatsOf([fourFour]), [{ at: 5040, level: 5 }, { at: 15120, level: 5 }, { at: 6300, level: 1 }])`
 * // => beats [1, 3], ats [5040, 15120]
 * @internal
 */
export function backbeatAmong(beats: readonly Beat[], hits: readonly SnareHit[]): Backbeat | undefined {
  for (let least = 5; least >= 3; least--) {
    if (!hits.some(hit => hit.level === least)) continue
    const strong = [...new Set(hits.filter(hit => hit.level >= least).map(hit => hit.at))].sort((a, b) => a - b)
    const found = amongStrong(beats, strong)
    if (found) return found
  }
  return undefined
}

/** The tick nearest to a place, less than so far from it. */
const nearest = (ticks: readonly number[], at: number, within: number): number | undefined =>
  ticks.filter(one => Math.abs(one - at) < within).toSorted((a, b) => Math.abs(a - at) - Math.abs(b - at))[0]

/** Whether some of the wanted beats are kept and the others shifted by half a beat at most, each in half of its bars, and that is half of all. */
function fitsShifted(beats: readonly Beat[], strong: readonly number[], wanted: readonly number[]): boolean {
  const [struck, onBeat] = [new Set(strong), new Set(beats.map(beat => beat.at))]
  const off = strong.filter(at => !onBeat.has(at))
  let kept = 0
  const each = wanted.map(beat => {
    const all = beats.filter(one => one.beat === beat)
    const exact = all.filter(one => struck.has(one.at)).length
    const shifted = all.filter(
      one => !struck.has(one.at) && nearest(off, one.at, one.length / 2 + 1) !== undefined,
    ).length
    kept += exact + shifted
    return { exact: exact * 2 > all.length, some: (exact + shifted) * 2 > all.length }
  })
  return each.some(one => one.exact) && each.every(one => one.some) && kept >= strong.length * SHARE
}

/** Strong strokes on the & of every beat and mostly nowhere else: a backbeat twice as fast. */
function doubleTime(beats: readonly Beat[], strong: readonly number[]): Backbeat | undefined {
  const struck = new Set(strong)
  const ats = beats.map(beat => beat.at + beat.length / 2)
  return beats.every(beat => !isDotted(beat.length)) &&
    ats.every(at => struck.has(at)) &&
    ats.length > strong.length * SHARE
    ? { beats: [], ats, exceptions: [] }
    : undefined
}

function amongStrong(beats: readonly Beat[], strong: readonly number[]): Backbeat | undefined {
  const struck = new Set(strong)
  const bars = beats[beats.length - 1]!.bar + 1
  // In how many bars each beat is struck, by its place in the bar.
  const many: number[] = []
  const has: number[] = []
  for (const { at, beat } of beats) {
    has[beat] = (has[beat] ?? 0) + 1
    if (struck.has(at)) many[beat] = (many[beat] ?? 0) + 1
  }
  const most = has.flatMap((of, beat) => ((many[beat] ?? 0) * 2 > of ? [beat] : []))
  const half = has.flatMap((of, beat) => ((many[beat] ?? 0) * 2 >= of ? [beat] : []))
  const fits = (wanted: readonly number[], share: number) => {
    const kept = wanted.reduce((sum, beat) => sum + (many[beat] ?? 0), 0)
    // One of them in most bars, and the others in half of them at least.
    return (
      wanted.every(beat => half.includes(beat)) &&
      wanted.some(beat => most.includes(beat)) &&
      kept >= strong.length * share
    )
  }
  const length = has.length
  // Without the 1, one more than half: 2 and 3 of three.
  const few = most.includes(0) ? length / 2 : (length + 1) / 2
  const others = most.length <= few && most.length > 0 && !(most.length === 1 && most[0] === 0) ? most : undefined
  const wanted =
    length === 4
      ? fits([0, 1, 2, 3], SHARE + 0.01)
        ? [0, 1, 2, 3]
        : fits([1, 3], SHARE)
          ? [1, 3]
          : fits([2], SHARE) && !most.includes(0)
            ? [2]
            : fitsShifted(beats, strong, [1, 3])
              ? [1, 3]
              : undefined
      : others && fits(others, SHARE)
        ? others
        : undefined
  if (!wanted) return doubleTime(beats, strong)

  // Mostly every bar keeps it, and nothing is to be looked for.
  if (wanted.every(beat => many[beat] === has[beat])) {
    return { beats: wanted, ats: beats.filter(beat => wanted.includes(beat.beat)).map(beat => beat.at), exceptions: [] }
  }
  const exceptions: BackbeatException[] = []
  const onBeats = new Set(beats.filter(beat => wanted.includes(beat.beat) && struck.has(beat.at)).map(beat => beat.at))
  for (let bar = 0; bar < bars; bar++) {
    for (const { at, length: long } of beats.filter(
      beat => beat.bar === bar && wanted.includes(beat.beat) && !struck.has(beat.at),
    )) {
      const near = nearest(
        strong.filter(one => !onBeats.has(one)),
        at,
        long,
      )
      exceptions.push({
        bar,
        beat: present(
          beats.find(beat => beat.at === at),
          'beat',
        ).beat,
        at: near,
      })
    }
  }
  const ats = [...onBeats, ...exceptions.flatMap(({ at }) => (at === undefined ? [] : [at]))].sort((a, b) => a - b)
  return { beats: wanted, ats: [...new Set(ats)], exceptions }
}

const KINDS: ReadonlySet<Stroke['stroke']> = new Set(['hit', 'rim shot', 'cross-stick'])

/**
 * A stroke that may be of a backbeat: a hand's, on a snare, plain, rim shot or cross-stick. Parts that comp make none.
 * @example [onSnare(part('backbeat'), { piece: 'snare', stroke: 'rim shot' }), onSnare(part('backbeat'), { piece: 'ride', stroke: 'hit' })] // => [true, false]
 */
export const onSnare = (
  part: Pick<Part, 'limb' | 'every' | 'role'>,
  stroke: Pick<Stroke, 'piece' | 'stroke'>,
): boolean =>
  isHand(part.limb) &&
  !part.every &&
  part.role !== 'comping' &&
  kindNamed(stroke.piece) === 'snare' &&
  KINDS.has(stroke.stroke)

/**
 * The backbeat of a groove, its muted parts and those with their own cycle left out, and what sounds before the first bar alone; undefined
 * where it has none.
 * @example backbeatOf(groove).ats // => [5040, 15120]
 */
export function backbeatOf(groove: Looped, beats: readonly Beat[] = beatsOf(groove.bars)): Backbeat | undefined {
  const hits: SnareHit[] = []
  const quiet = silentFrom({ bars: groove.bars, pickUp: groove.pickUp ?? null })
  for (const part of groove.parts) {
    if (part.muted || part.every || !isHand(part.limb) || part.role === 'comping') continue
    for (const stroke of part.strokes)
      if (stroke.level >= 3 && stroke.at < quiet && onSnare(part, stroke)) hits.push(stroke)
  }
  return hits.length ? backbeatAmong(beats, hits) : undefined
}

/**
 * The ticks of the backbeat, in order; none where there is none.
 * @example backbeatTicks(groove) // => [5040, 15120]
 */
export const backbeatTicks = (groove: Looped): number[] => backbeatOf(groove)?.ats ?? []

/**
 * Strong and accented snare strokes that are no backbeat, by their ticks in order.
 * @example strongSnares(groove) // => []
 */
export function strongSnares(groove: Looped): number[] {
  const backbeat = new Set(backbeatTicks(groove))
  const ats = groove.parts
    .filter(part => !part.muted)
    .flatMap(part =>
      part.strokes
        .filter(stroke => stroke.level >= 4 && !backbeat.has(stroke.at) && onSnare({ ...part, role: 'other' }, stroke))
        .map(stroke => stroke.at),
    )
  return [...new Set(ats)].sort((a, b) => a - b)
}

/**
 * `'2 and 4 of every bar'`, `'2 and 4; bar 2 has 4 an eighth early'`, `'2, and 4 a sixteenth early'` in a single bar, `'2 of every bar, and 4
 * where there is one'`, `'every &, double time'`; undefined where there is no backbeat.
 * @example sayBackbeat(groove) // => '2 and 4'
 */
export function sayBackbeat(groove: Looped, counting: Counting = NUMBERS): string | undefined {
  const found = backbeatOf(groove)
  if (!found) return undefined
  if (!found.beats.length) return counting.school === 'numbers' ? 'every &, double time' : 'every off-beat, double time'
  const beats = beatsOf(groove.bars)
  const place = (at: number) => sayTick(groove.bars, at, counting, beats)
  // A bar with as many beats as most says the beats in its own counts.
  const inBar = (bar: number, beat: number) =>
    place(
      present(
        beats.find(one => one.bar === bar && one.beat === beat),
        'beat',
      ).at,
    )
  const model = present(
    beats.find(one => found.beats.every(beat => beats.some(other => other.bar === one.bar && other.beat === beat))),
    'beat',
  ).bar
  const name = (beat: number) => inBar(model, beat)
  const said = sayList(found.beats.map(name))
  const many = groove.bars.length
  if (!found.exceptions.length) {
    const everywhere = found.beats.filter(beat => groove.bars.every(bar => bar.slots.length > beat))
    const rest = found.beats.filter(beat => !everywhere.includes(beat))
    if (many === 1) return said
    if (!rest.length) return `${said} of every bar`
    const where = `where there ${rest.length === 1 ? 'is one' : 'are such beats'}`
    return everywhere.length
      ? `${sayList(everywhere.map(name))} of every bar, and ${sayList(rest.map(name))} ${where}`
      : `${said} ${where}`
  }
  const differs = ({ bar, beat, at }: BackbeatException) => {
    if (at === undefined) return `leaves out ${inBar(bar, beat)}`
    const off =
      at -
      present(
        beats.find(one => one.bar === bar && one.beat === beat),
        'beat',
      ).at
    const note = aNote(Math.abs(off))
    return note
      ? `${many > 1 ? 'has ' : ''}${inBar(bar, beat)} ${note} ${off < 0 ? 'early' : 'late'}`
      : `has ${place(at)} instead of ${inBar(bar, beat)}`
  }
  if (many === 1) {
    const kept = found.beats.filter(beat => !found.exceptions.some(one => one.beat === beat))
    return `${sayList(kept.map(name))}, and ${sayList(found.exceptions.map(differs))}`
  }
  const bars = new Map<number, string[]>()
  for (const one of found.exceptions) bars.set(one.bar, [...(bars.get(one.bar) ?? []), differs(one)])
  return `${said}; ${[...bars].map(([bar, what]) => `bar ${barNumber(bar, counting)} ${sayList(what)}`).join('; ')}`
}

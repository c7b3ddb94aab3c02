import { together } from '#core/edit'
import { LIMB_NAMES, type Limb } from '#core/kit'
import { present } from '#core/present'
import { type Result, ok, refuse } from '#core/result'
import { type Beat, barStarts, beatsOf } from '#core/time'
import type { Edit } from './edits'
import { type Groove, type Part, grooveTicks } from './schema'

/**
 * What is marked at the end of the bars as what leads in, of all limbs or of one; where it does so already it no longer does. Refused where it
 * does not reach the end of the bars, is longer than the last bar, or nothing of it sounds.
 * @example ledInBy(groove, { from: 17640, to: 20160 }, 'RH').value.type // => 'part'
 */
export function ledInBy(groove: Groove, { from, to }: { from: number; to: number }, limb?: Limb): Result<Edit> {
  const total = grooveTicks(groove)
  const ticks = total - from
  if (to !== total) return refuse('What leads in stands at the end of the bars: mark the last slots.')
  if (ticks > total - present(barStarts(groove.bars).at(-2), 'bar'))
    return refuse('What leads in is no longer than the last bar: mark fewer slots.')
  const parts = groove.parts.filter(
    part => (!limb || part.limb === limb) && !part.every && part.strokes.some(({ at }) => at >= from && at < to),
  )
  if (!parts.length)
    return refuse(
      `${limb ? `The ${LIMB_NAMES[limb]}` : 'Nothing'} plays ${limb ? 'nothing ' : ''}in what is marked; put strokes there first.`,
    )
  const { pickUp } = groove
  if (!limb)
    return ok({
      type: 'facts',
      set: { pickUp: pickUp?.ticks === ticks ? null : { ticks, repeats: pickUp?.repeats ?? true } },
    })
  const led = !pickUp && parts.every(part => part.pickUp === ticks)
  return ok(
    together('Pick-up', [
      ...(pickUp ? [{ type: 'facts', set: { pickUp: null } } as const] : []),
      ...parts.map(part => ({ type: 'part', partId: part.id, set: { pickUp: led ? null : ticks } }) as const),
    ]),
  )
}

/**
 * How many of the last ticks of the bars a part plays before the first: as the groove says for all, or as the part does for itself. A part
 * that repeats on its own, and a muted one, plays none.
 * @example pickUpTicks({ ...groove, pickUp: { ticks: 2520, repeats: true } }, part('bass')) // => 2520
 */
export const pickUpTicks = (
  { pickUp }: Pick<Groove, 'pickUp'>,
  part: Pick<Part, 'every' | 'muted' | 'pickUp'>,
): number => (part.every || part.muted ? 0 : (pickUp?.ticks ?? part.pickUp ?? 0))

/**
 * The tick from which strokes of the bars sound before the first bar alone, and not where they lie: those of a pick-up that does not repeat.
 * @example silentFrom({ ...groove, pickUp: { ticks: 2520, repeats: false } }) // => 17640
 */
export const silentFrom = (groove: Pick<Groove, 'bars' | 'pickUp'>): number =>
  grooveTicks(groove) - (groove.pickUp && !groove.pickUp.repeats ? groove.pickUp.ticks : 0)

/**
 * Where the felt beats begin, in ticks of the bars, that are shown before the first bar since something is picked up in them; undefined where
 * nothing is.
 * @example leadInFrom({ ...groove, pickUp: { ticks: 5040, repeats: true } }) // => 15120
 */
export function leadInFrom(
  groove: Pick<Groove, 'bars' | 'parts' | 'pickUp'>,
  beats: readonly Beat[] = beatsOf(groove.bars),
): number | undefined {
  if (!groove.pickUp && groove.parts.every(part => !part.pickUp)) return undefined
  const total = grooveTicks(groove)
  const first = Math.min(
    ...groove.parts.flatMap(part =>
      part.strokes
        .filter(stroke => stroke.at >= total - pickUpTicks(groove, part) && stroke.at < total)
        .map(stroke => stroke.at),
    ),
  )
  return first < Infinity
    ? present(
        beats.findLast(beat => beat.at <= first),
        'beat',
      ).at
    : undefined
}

/**
 * What leads into the first bar as a short bar by itself: the felt beats that are picked up in, with what each part plays there. `from` is
 * where they lie in the bars, in ticks. Undefined where nothing is picked up.
 * @example leadInOf({ ...groove, pickUp: { ticks: 5040, repeats: true } }).groove.bars[0].meter.count // => 1
 */
export function leadInOf(groove: Groove): { groove: Groove; from: number } | undefined {
  const beats = beatsOf(groove.bars)
  const from = leadInFrom(groove, beats)
  if (from === undefined) return undefined
  const total = grooveTicks(groove)
  const { meter } = groove.bars.at(-1)!
  const own = beats.filter(beat => beat.at >= from)
  const groups = meter.groups.slice(-own.length)
  const bar = {
    meter: { ...meter, count: groups.reduce((sum, group) => sum + group, 0), groups },
    slots: own.map(beat => beat.slots),
  } as Groove['bars'][number]
  const parts = groove.parts.map(part => ({
    ...part,
    every: null,
    pickUp: null,
    strokes: part.strokes
      .filter(stroke => stroke.at >= total - pickUpTicks(groove, part) && stroke.at < total)
      .map(stroke => ({ ...stroke, at: stroke.at - from })),
  }))
  return { groove: { ...groove, bars: [bar], parts, pickUp: null, guides: [] }, from }
}

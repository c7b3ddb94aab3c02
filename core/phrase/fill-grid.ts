import type { Groove } from '#core/groove'
import { present } from '#core/present'
import { hasTrait, isQuiet } from '#core/style'
import { type Tempo, convertTempo, isCompound } from '#core/time'

/** Slots of a felt beat that fills usually run on at a tempo, the most usual first. */
interface UsualGrids {
  below: number
  grids: readonly number[]
}

/** By felt beats a minute. Source: the project's music.md, fills. */
const BACKBEAT: readonly UsualGrids[] = [
  { below: 75, grids: [4, 6] },
  { below: 125, grids: [4] },
  { below: 180, grids: [4, 2, 3] },
  { below: Infinity, grids: [2] },
]
const METAL: readonly UsualGrids[] = [
  { below: 220, grids: [4] },
  { below: Infinity, grids: [2, 3] },
]
const TERNARY: readonly UsualGrids[] = [
  { below: 75, grids: [3, 6] },
  { below: 220, grids: [3] },
  { below: Infinity, grids: [2, 3] },
]
const QUIET: readonly UsualGrids[] = [
  { below: 75, grids: [3, 2] },
  { below: Infinity, grids: [2] },
]
const SAMBA: readonly UsualGrids[] = [{ below: Infinity, grids: [4] }]

/** Which table a style goes by. */
function tableOf({ style, feel, bars }: Pick<Groove, 'style' | 'feel' | 'bars'>): readonly UsualGrids[] {
  if (hasTrait(style, 'fills in sixteenths')) return SAMBA
  if (hasTrait(style, 'fast fills')) return METAL
  const swings = feel.swing?.level === '1/8' && feel.swing.share > 0.58
  const inThrees = bars.every(bar => bar.slots.every(slots => slots % 3 === 0))
  if (swings || inThrees) return TERNARY
  return isQuiet(style) ? QUIET : BACKBEAT
}

/**
 * The slots of a felt beat that a fill over a groove usually runs on, the most usual first: by style, swing and tempo. A felt beat of three is cut in
 * three, slow ones in six too; beats of different lengths have no grid but their own, and none is named.
 * @example [usualGrids(groove, groove.tempo), usualGrids(groove, { bpm: 150, counts: '1/4' })] // => [[4], [4, 2, 3]]
 */
export function usualGrids(groove: Pick<Groove, 'style' | 'feel' | 'bars'>, tempo: Tempo): readonly number[] {
  const { meter } = groove.bars[0]!
  const dotted = isCompound(meter)
  if (new Set(meter.groups).size > 1) return []
  const quarters = convertTempo(tempo, '1/4').bpm
  const felt = dotted
    ? quarters / 1.5
    : meter.unit === 2 || hasTrait(groove.style, 'felt in halves')
      ? quarters / 2
      : quarters
  if (dotted) return felt < 75 ? [3, 6] : [3]
  // What is felt in halves has twice as many slots to its beat as to the quarter that is written.
  const perQuarter = felt !== quarters && meter.unit !== 2
  const { grids } = present(
    tableOf(groove).find(one => felt < one.below),
    'grids',
  )
  return perQuarter ? grids.map(slots => slots / 2).filter(Number.isInteger) : grids
}

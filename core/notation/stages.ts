import { sayLimbs } from '#core/analyse'
import type { Groove } from '#core/groove'
import { limbsInOrder } from '#core/kit'

/** One stage of a sheet that builds a groove up: the parts that are in it, what is new in words, and whose limbs they are. */
interface SheetStage {
  only: string[]
  title: string
  limbs: string
}

/**
 * A groove in that many stages, in the order its parts were layered, each with all that came before; never more stages than
 * parts, and muted or empty parts left out. A single stage has no title.
 *
 * @example sheetStages(groove, 2).map(stage => stage.title) // => ['1. Hats, Backbeat', '2. With Ghosts, Bass drum']
 */
export function sheetStages(groove: Groove, stages: number): SheetStage[] {
  const parts = groove.parts.filter(part => part.strokes.length && !part.muted)
  const many = Math.min(stages, Math.max(1, parts.length))
  const order = limbsInOrder(groove.lead)
  return Array.from({ length: many }, (_, i) => {
    const upTo = Math.ceil((parts.length * (i + 1)) / many)
    const only = parts.slice(0, upTo)
    const fresh = parts.slice(Math.ceil((parts.length * i) / many), upTo)
    const limbs = order.filter(limb => only.some(part => part.limb === limb))
    return {
      only: only.map(part => part.id),
      title: many === 1 ? '' : `${i + 1}. ${i ? 'With ' : ''}${fresh.map(part => part.name).join(', ')}`,
      limbs: limbs.length > 1 ? sayLimbs(limbs) : '',
    }
  })
}

/** One entry of a sheet as a player sets it up: a groove, those of its parts that are in it (`null`: all that sound), and a title of its own. */
export interface SheetEntry {
  grooveId: string
  only: string[] | null
  title: string
}

/** What is printed under a title: the entries in order, bars to a line (0: as many as there is room for), and a line for the band. */
export interface SheetSetup {
  entries: SheetEntry[]
  barsToLine: number
  forBand: string
}

/**
 * A sheet as it is first offered: a groove in that many stages.
 * @example setUp(groove, 2).entries?.length // => 2
 */
export const setUp = (groove: Groove, stages: number, before?: SheetSetup): SheetSetup => ({
  barsToLine: 0,
  forBand: '',
  ...before,
  entries:
    stages === 1
      ? [{ grooveId: groove.id, only: null, title: '' }]
      : sheetStages(groove, stages).map(({ only, title }) => ({ grooveId: groove.id, only, title })),
})

/**
 * The parts of an entry that are printed, and whose limbs they are, in words where they are more than one. Parts that are gone are left out.
 * @example printed(groove, { only: ['bass'] }) // => { only: ['bass'], limbs: '' }
 */
export function printed(groove: Groove, { only }: Pick<SheetEntry, 'only'>): { only: string[]; limbs: string } {
  const parts = groove.parts.filter(part => part.strokes.length && (only ? only.includes(part.id) : !part.muted))
  const limbs = limbsInOrder(groove.lead).filter(limb => parts.some(part => part.limb === limb))
  return { only: parts.map(part => part.id), limbs: limbs.length > 1 ? sayLimbs(limbs) : '' }
}

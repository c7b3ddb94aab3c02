import type { Limb } from '#core/kit'
import type { Letter } from '#core/sticking'
import type { Groove } from '#core/groove'

/** The theme's colour for a limb, by whether it is on the leading side. */
export function toneOf(limb: Limb, lead: Groove['lead']): string {
  const leads = limb.startsWith('R') === (lead === 'right')
  return `var(--${leads ? 'lead' : 'other'}-${limb.endsWith('H') ? 'hand' : 'foot'})`
}

/** The same for a letter of a sticking, as the Sticking station has it: the right side leads. */
export const toneOfLetter = (who: Letter): string => toneOf(({ R: 'RH', L: 'LH', F: 'RF' } as const)[who], 'right')

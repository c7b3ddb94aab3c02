import type { Limb } from '#core/kit'
import type { Letter } from '#core/sticking'
import type { Groove } from '#core/groove'

/** What the theme calls a limb's colour, by whether it is on the leading side: `toneName('LF', 'right') // => 'other-foot'` */
export const toneName = (limb: Limb, lead: Groove['lead']) =>
  `${limb.startsWith('R') === (lead === 'right') ? 'lead' : 'other'}-${limb.endsWith('H') ? 'hand' : 'foot'}` as const

/** The theme's colour for a limb. */
export const toneOf = (limb: Limb, lead: Groove['lead']): string => `var(--${toneName(limb, lead)})`

/** The same for a letter of a sticking, as the Sticking station has it: the right side leads. */
export const toneOfLetter = (who: Letter): string => toneOf(({ R: 'RH', L: 'LH', F: 'RF' } as const)[who], 'right')

import { type Shape, eachOf } from '#core/upgrade'

/**
 * A groove on disk. Version 2: rhythms that no limb owns (`guides`); a part may have its own pick-up, and says which of
 * its facts the player gave it by hand. Whether an older part was named by hand is not known, so it keeps name and role.
 * Version 3: hats may be struck half open, loose and tight. Version 4: a groove has a clave, or none.
 */
export const GROOVE_SHAPE = {
  format: 'bazzet-groove',
  what: 'groove',
  version: 4,
  upgrades: [
    groove => ({
      ...groove,
      guides: [],
      parts: eachOf(groove.parts, part => ({ ...part, pickUp: null, given: ['name', 'role'] })),
    }),
    groove => groove,
    groove => ({ ...groove, clave: null }),
  ],
} as const satisfies Shape

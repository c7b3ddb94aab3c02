import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import type { Tempo } from '#core/time'

/** What a fill is made for: the round it lies over, as it is without it; the round after; the kit and the tempo. */
export interface FillGround { round: Groove, next: Groove | undefined, kit: Kit, tempo: Tempo }

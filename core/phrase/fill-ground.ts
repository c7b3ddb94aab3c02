import type { Groove } from '#core/groove'
import type { Kit } from '#core/kit'
import type { Tempo } from '#core/time'

/** What a fill is made for: the round it lies over, as it is without it; the rounds before and after, where there are any; the kit and the tempo. */
export interface FillGround {
  round: Groove
  before?: Groove | undefined
  next: Groove | undefined
  kit: Kit
  tempo: Tempo
}

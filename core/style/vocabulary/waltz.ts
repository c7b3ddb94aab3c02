import { meter } from '#core/time'
import { vocabulary } from './read'

/** The jazz waltz in triplets: comping over the bar line as much as in it. */
export const JAZZ_WALTZ = /* @__PURE__ */ vocabulary(
  { id: 'jazz waltz', styles: ['jazz-waltz'], meter: meter(3, 4), slots: 3, tempo: [96, 220] },
  `
  bass k..k..k..*2 B........ B.......B B....B... .....B... B.....B.. ........B B..B.....
  beside .....s...*2 s....s... ......s.. ..s...s.. .....s..s s.....s.....s.....
  lead r..r.rr..*2 r..r..r.. r..r..r.r r.rr.rr..@96-160
  fill ------sss ------s.s ------..s ---s.ss.s ---S.sS.s ---s.s..s ---..ss.s ---s..s..
  turn s....s..B ...s.s..B s.....s.B
  `,
)

/** A ballad with brushes, in triplets: sweeps go on, and little else happens. */
export const BRUSHED = /* @__PURE__ */ vocabulary(
  { id: 'brushed ballad', styles: ['brushed-ballad'], meter: meter(4, 4), slots: 3, tempo: [50, 84] },
  `
  bass k..k..k..k..*3 k.....k..... k........... B..k..k..k.. B.....k..... k..k..k....B k..k..k..k.k B..........k
  beside w..w..w..w..*3 w.....w..... w..w..w..w.s ..s.....s... .....s.....s
  lead t..t.tt..t.t*2 t..t..t..t.. t..t..t..t.t r..r.rr..r.r@section r..r..r..r..@section
  fill ---------..s ---------s.s ---------sss ---------.ss ------s..s.s ------..ss.s ------s.ss.s ---------s..
  turn k..k..s.s..s k..k..k..s.s ......s.s..B
  `,
)

/** The slow waltz: even, soft, for couples. */
export const SLOW_WALTZ = /* @__PURE__ */ vocabulary(
  { id: 'slow waltz', styles: ['slow-waltz'], meter: meter(3, 4), slots: 2, tempo: [72, 120] },
  `
  bass B.....*3 B....B B..B.. B...B. B.....B....B B.....B..B.. B.....B...B. B..B..B....B
  beside ..x.x.*2 ....x. ..s.s. ..x.x...x.xx ..x.....x.x.
  lead hhhhhh*2 h.h.h. r.r.r.@section hhhhho@bar4 rrrrrr@section
  fill ----ss ----.s ----xx --s.ss --ssss --x.x. --s.s. --ssTF
  turn B.x.ss B.x.x.B.x.ss B...s.
  `,
)

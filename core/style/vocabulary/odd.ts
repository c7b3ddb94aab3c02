import { meter } from '#core/time'
import { vocabulary } from './read'

/** Five as three and two: the bass drum begins both. */
export const FIVE = /* @__PURE__ */ vocabulary(
  { id: 'five', styles: ['odd-five'], meter: meter(5, 4), slots: 2, tempo: [90, 170] },
  `
  bass B.....B...*2 B..B..B... B....BB... B.B...B... B.....B..B B.....BB.. B.B..BB... B....BB..B B..B..BB..
  beside ....S...S.*2 ........S. ...gS..gS. ....S.g.S. ....S...SS@bar2
  lead rrrrrrrrrr@section hhhhhhhhhh*2 h.h.h.h.h. hhhhhhhhho@bar4 r.rrr.r.rr
  fill --------SS --------SF ------SSFF ------S.SS ------SSSS ------STMF ------S.FF S.S.S.SSFF@section
  turn B...S.S.SS B...S.B.SS B.....S.SF
  `,
)

/** Seven as two, two and three. */
export const SEVEN = /* @__PURE__ */ vocabulary(
  { id: 'seven', styles: ['odd-seven'], meter: meter(7, 8), slots: 2, tempo: [100, 220] },
  `
  bass B...B..*3 B..BB.. B...BB. BB..B.. B...B.B B..BB.B BB..BB. B...B..B..BB..
  beside ..S....*2 ..S...S ..S.g.. .gS.... ..S..g.
  lead hhhhhhh@100-200*2 r.r.r.r rrrrrrr@100-200@section h.h.h.h hhhhhho@100-200@bar4
  fill ----SSS ----SSF ----S.S ----STF --S.SSS --SSSSS --SSTFF --S.S.F SSTTMFF@section
  turn B.S.SSS B.S.B.S B.S.S.F
  `,
)

/** Seven as three, two and two: the long step first. */
export const SEVEN_LONG_FIRST = /* @__PURE__ */ vocabulary(
  {
    id: 'seven, long first',
    styles: ['odd-seven-long-first'],
    meter: meter(7, 8, [3, 2, 2]),
    slots: 3,
    tempo: [100, 220],
  },
  `
  bass B......*3 B.B.... B.....B BB..... B.B...B B......B.B.... B......B.....B B.B....B.....B
  beside ...S.S.*2 ..gS.S. ...S... .g.S.S. ...S.SS@bar2
  lead hhhhhhh@100-200*2 r..r.r. r.rr.r. rrrrrrr@100-200@section
  fill -----SS -----SF -----.S ---S.SS ---SSSS ---SSFF ---S.S. ---STFF
  turn B..S.SS B..SSSS B.BS.FF
  `,
)

/** Nine as two, two, two and three. */
export const NINE = /* @__PURE__ */ vocabulary(
  { id: 'nine', styles: ['odd-nine'], meter: meter(9, 8, [2, 2, 2, 3]), slots: 2, tempo: [100, 220] },
  `
  bass B...B....*3 B...B...B B..BB.... BB..B.... B...BB... B..BB...B B........ BB..BB...
  beside ..S...S..*2 ..S...S.g .gS...S.. ..S..gS.. ..S...S.S@bar2
  lead hhhhhhhhh@100-200*2 r.r.r.r.r rrrrrrrrr@100-200@section h.h.h.h.h hhhhhhhho@100-200@bar4
  fill ------SSS ------SSF ------S.S ------STF ----S.SSS ----SSSFF ----S.S.F ----SSTFF
  turn B.S.B.SSS B.S.B.S.S B.S.S.S.F
  `,
)

import { meter } from '#core/time'
import { vocabulary } from './read'

/** The dances of the mambo’s kin, two bars of eighths, two side first: the 1 of the bass drum is left open. */
export const MAMBO = /* @__PURE__ */ vocabulary(
  {
    id: 'mambo',
    styles: ['mambo-cascara', 'tumbao-latin', 'mozambique', 'cha-cha'],
    meter: meter(4, 4),
    slots: 2,
    tempo: [100, 252],
  },
  `
  bass ...B..B....B..B.*2 ...B.......B....*2 ...B..B....B.... ...B.......B..B. ...B..B....B..BB ...B...B...B...B ...B..B......... ...B..BB...B..B.
  beside ..x.x...x..x..x.*2 ..x...TT..x...TT*2 ..x.x...x..x...x ..x...TT..x...FF ..x.......x..... ..x...TT..x.T.TF@100-180
  lead h.h.hh.hh.hh.h.h*2 r.r.rr.rr.rr.r.r@section b...b...b...b...@section b.b.b.b.b.b.b.b.@section
  fill --------------SS ------------S.SS ------------SSSS --------....SSSS ------------x.SS ----------S.S.SS ------------TTFF --------S..S..S. --------T..T..F.
  turn ...B..B....B.SSS ..x...TT..x.S.SS ..x.x...S..S..S.
  `,
)

/** Songo: sixteenths, the left hand talks. */
export const SONGO = /* @__PURE__ */ vocabulary(
  { id: 'songo', styles: ['songo'], meter: meter(4, 4), slots: 4, tempo: [80, 116] },
  `
  bass ......B.....B...*2 ......B......... ...B..B.....B... ......B...B.B... ......B.....B..B ......B..B..B... ...B........B... ......B.......B.
  beside .g..x...gg...... ....x.....g..gg. ....x..g..g.T.T. .g..x..g.g..T.T. ....x.......T.T.*2
  lead b...b...b...b... b.b.b.b.b.b.b.b. h...h...h...h... b.b.bb.bb.bb.b.b@80-104
  fill ------------SSSS ------------S.SS --------S..S..S. --------SSTTMMFF --------S.SST.FF ------------TTFF --------SgSgS.FF ------------..SS --------T..T..F.
  turn ......B.....S.SS ....x...S..S..S. ......B...T.T.FF
  `,
)

/** Soca and its kin: the bass drum walks, the snare says 3+3+2 and leaves the 1 to it. */
export const SOCA = /* @__PURE__ */ vocabulary(
  { id: 'soca', styles: ['soca', 'reggaeton'], meter: meter(4, 4), slots: 4, tempo: [84, 160] },
  `
  bass B...B...B...B...*3 B...B...B...B..B B...B...B...B.B. B...B..BB...B... B...B...B..BB... B.......B....... B...B.B.B...B... B..BB...B..BB...
  beside ...S..S....S..S.*3 .g.S..S..g.S..S.@84-140 ...S..S....S..T. ...x..x....x..x. ...S..S....S.SS.
  lead h.h.h.h.h.h.h.h.*2 ..h...h...h...h.@section ..o...o...o...o.@section h.h.h.h.h.h.h.o.@bar4 b...b...b...b...@section
  fill ------------SSSS ------------S.SS ------------..SS ------------TTFF --------S..S..S. --------SSSSTTFF@84-130 --------S.SST.FF@84-140 ----------SSSSSS
  turn B...B...B...S.SS B..SB.S.B..SSSSS@84-130 B...B...S..S..S.
  `,
)

/** Merengue, two bars of 2/4: both hands and a bass drum that walks. */
export const MERENGUE = /* @__PURE__ */ vocabulary(
  { id: 'merengue', styles: ['merengue'], meter: meter(2, 4), slots: 4, tempo: [110, 160] },
  `
  bass B...B...B...B...*3 B...B...B...B.B. B...B...B...B..B B.......B...B... B...B.B.B...B.B. B...B...B..BB... B...B...B.B.B... B.......B.......
  beside ......ss......ss*2 ....x.T.....x.T. ......T...T.T.T. ......s.......ss ..s...ss..s...ss
  lead h.h.h.h.h.h.h.h.*2 b...b...b...b...@section h.h.h.h.h.h.h.o.@bar4 ..h...h...h...h.@section
  fill ------------SSSS ------------S.SS ------------TTFF --------SSSSSSSS --------S..S..S. --------TTTTFFFF@110-140 ----------SSSSSS --------S.S.SSSS
  turn B...B...S..S..S. B...B...B...SSSS B...S...B...S.SS
  `,
)

/** Cumbia: the scraper’s long and two short. */
export const CUMBIA = /* @__PURE__ */ vocabulary(
  { id: 'cumbia', styles: ['cumbia'], meter: meter(4, 4), slots: 2, tempo: [150, 220] },
  `
  bass B...B...B...B...*3 B...B.B.B...B.B. B...B...B...B.B. B...B...B..BB... B...B...B...B..B B..BB...B..BB... B...B.B.B...B... B...B.BBB...B...
  beside ..x...x...x...x.*2 ..x...TT..x...TT .......F.......F ..x...x...x...TT
  lead h.hhh.hhh.hhh.hh*2 r.rrr.rrr.rrr.rr@section ..h...h...h...h. h.hhh.hhh.hhh.ho@bar4
  fill ------------S.SS ------------SSSS ------------TTFF --------------SS --------T.TTF.FF ----------S.S.SS ------------x.xx --------S.S.S.SS
  turn B...B...B...S.SS B...B...B.S.S... B...B...x..x..x.
  `,
)

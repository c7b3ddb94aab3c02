import { meter } from '#core/time'
import { vocabulary } from './read'

const TRIPLETS = { meter: meter(4, 4), slots: 3 } as const

/** Swing: time in the cymbal, and talk beside it. */
export const SWING = /* @__PURE__ */ vocabulary(
  { id: 'swing', styles: ['swing-four'], ...TRIPLETS, tempo: [100, 240] },
  `
  bass k..k..k..k..@100-220*2 .....B...... ...........B B....B...... ..B......... .....B.....B ........B... B.......B...
  beside ..s.....s... .....s.....s*2 .....s...... s....s...... ........s..s ...s....s... .....s..s... ..s..s......
  beside s....s...........s......@100-200 .....s..s.........s....s@100-200
  lead r..r.rr..r.r*2 r.rr..r.rr.. o..h.ho..h.h r..r..r..r.. r..r.rr..r..
  fill ---------sss@100-220 ------SssSss@100-200 ------S.sS.s ------S..S.S ---------S.S ------s.sS.. ------SssTss@100-190
  fill SssTssMssFss@100-190@section S.sS.sT.sF.s@section ---S..T..F..@section
  turn ......s.s..B s....s.....B ...s..s..s.B .....S..S...
  `,
)

/** Shuffle and slow twelves: three to the beat, a strong backbeat. */
export const SHUFFLE = /* @__PURE__ */ vocabulary(
  { id: 'shuffle', styles: ['shuffle'], ...TRIPLETS, tempo: [80, 150] },
  `
  bass B..B..B..B..*2 B.....B..... B....BB..... B.B...B.B... B..B..B..B.B B....BB....B B.....B....B B..B.BB..B..
  beside g.gS.gg.gS.g@80-132*2 .g.S...g.S..@80-132 ...S.g...S.g ...S.....S..
  lead h.hh.hh.hh.o@bar4 r.rr.rr.rr.r@section h.hh.hh.hh.h h..h..h..h..
  fill ---------STF ---------SSS ---------S.F ------SSSFFF ------S.ST.F ------SSSTTF ------S.SS.F
  fill SSSTTTMMMFFF@section S.ST.TM.MF.F@section
  turn B..S..B..S.S B..S..B..SSS B..S.BB..S.F
  `,
)

/** Twelve felt in four: blues, gospel, six-eight. */
export const TWELVE = /* @__PURE__ */ vocabulary(
  { id: 'twelve', styles: ['slow-twelve', 'gospel-twelve'], meter: meter(12, 8), slots: 3, tempo: [60, 150] },
  `
  bass B.....B.....*2 B.....B.B... B....BB..... B.....B....B B..B..B..B.. B.B...B..... B.....BB.... B....BB....B
  beside ...S.g...S.. ...S.....S.g ...S..g..S.. ...S.....S..
  lead hhhhhhhhhhho@bar4 rrrrrrrrrrrr@section h.hh.hh.hh.h h.hhhhh.hhhh
  fill ---------SSS ---------STF ---------S.F ---------SSF ------SSSFFF ------SSTTFF ------S.ST.F ------SSSTTF
  fill SSSTTTMMMFFF@section S..S..SSSFFF@section
  turn B..S..B..SSS B..S..B..S.S B..S..B.BS.F
  `,
)

/** Two beats of three, the backbeat on the second. */
export const SIX = /* @__PURE__ */ vocabulary(
  { id: 'six', styles: ['six-eight'], meter: meter(6, 8), slots: 3, tempo: [60, 150] },
  `
  bass B.....*2 B.B... B....B B.B..B B.....B.B... B.....B....B B.B...B....B B....BB.B... B.....BB....
  beside ...S..*2 ...S.g .g.S.g@60-120 ..gS.. ...S.....S.S@bar2
  lead hhhhhh*2 h.hh.h hhhhho@bar4 rrrrrr@section h..h..
  fill ---SSS ---STF ---S.F ---S.S SSSFFF S.ST.F SSSTTF SSTTFF
  turn B..S.S B..SSS B.BS.F
  `,
)

/** The half-time shuffle: one backbeat, and a ghost in the middle of the triplets. */
export const HALF_TIME_SHUFFLE = /* @__PURE__ */ vocabulary(
  { id: 'half-time shuffle', styles: ['half-time-shuffle'], ...TRIPLETS, tempo: [76, 135] },
  `
  bass B....B......*2 B.B........B B........... B....B.....B B.B..B...... B..........B B....B..B..B B.B..B..B...
  beside .g..g.Sg..g.*2 ......S..... .g..g.S...g. ......S..g.. .g....S...g.
  lead h.hh.hh.hh.h*2 r.rr.rr.rr.r@section h.hh.hh.hh.o@bar4 h..h..h..h..
  fill ---------STF ---------SSS ---------S.F ---------SSF ------SSSFFF ------S.ST.F ------SSSTTF ------S.SS.F
  fill SSSTTTMMMFFF@section
  turn B....BS..S.S B.B...S..SSS B....BS....F
  `,
)

/** The long bell in twelve: two and three come out of the same twelve. */
export const LONG_BELL = /* @__PURE__ */ vocabulary(
  { id: 'long bell', styles: ['afro-cuban-twelve'], meter: meter(12, 8), slots: 3, tempo: [126, 220] },
  `
  bass B.....B.....*2 ..B..B..B..B B..B..B..B.. B....BB....B ...B.....B.. B.....B..B.. B.B...B.B... B.....B....B
  beside ...x.....x.. .g.g..g.g.g. ........T.T. ..s..s..s..s
  lead b.b.bb.b.b.b*2 h.h.hh.h.h.h b..b..b..b.. r.r.rr.r.r.r@section
  fill ---------SSS ---------STF ---------S.S ------SSSSSS ------SSSFFF ------S.ST.F ------T.TF.F ------S..SSS
  fill SSSTTTMMMFFF@section
  turn B..B..S..SSS B.....B..S.S ...x..S..S..
  `,
)

import { meter } from '#core/time'
import { vocabulary } from './read'

const FOUR = { meter: meter(4, 4), slots: 4 } as const

/** Rock and what is near it: strong and plain. */
export const ROCK = /* @__PURE__ */ vocabulary(
  { id: 'rock', styles: ['rock-eighths', 'rock-sixteenths', 'soul'], ...FOUR, tempo: [70, 140] },
  `
  bass B.......B.B.....*2 B.....B.B.......*2 B.B.....B.B..... B.....B...B..... B.......B.......  B.......B.....B. B.....B...B...B. B.B...B.B.......
  bass B.......B.B.....B.....B.B....... B.....B.B.......B.....B...B...B. B.......B.......B.......B.B...B.
  beside ....S..g....S...@70-120 ....S..g.g..S...@70-112 ....S..g....S..g@70-112 ....S....g..S...@70-120
  lead h.h.h.h.h.h.h.o.@bar4*2 o.o.o.o.o.o.o.o.@section h.h.h.h.h.o.h.h.@bar2 H.h.H.h.H.h.H.h. r.r.r.r.r.r.r.r.@section
  fill ------------SSFF*2 ------------S.SS ------------SSSS ------------STMF@70-130 ------------SSTF
  fill --------S.SST.FF --------SSSSFFFF*2 --------SSTTMMFF*2 --------S.S.SSFF --------SSSSTTFF --------S.SSS.FF
  fill SSSSTTTTMMMMFFFF@section S.SSS.SST.TTF.FF@section SSSSSSSSTTTTFFFF@section S...S...SSSSTTFF@section
  turn B...S...B.B.S..S B.....B.B...SSFF B...S..SB...S.S. B.......B.B.S.SS
  `,
)

/** Half the pulse: the backbeat on 3. */
export const HALF_TIME = /* @__PURE__ */ vocabulary(
  { id: 'half-time', styles: ['half-time-rock'], ...FOUR, tempo: [60, 160] },
  `
  bass B.............B.*2 B.B...........B. B.....B.......B. B..........B..B. B...........B... B.......B.......  B.B.......B...B. B.....B...B.....
  beside ........S...g... ......g.S....... ........S..g....@60-120 ..g.....S.......@60-120
  lead h...h...h...h.o.@bar4 o...o...o...o...@section h.h.h.h.h.h.h.o.@bar4 r...r...r...r...@section
  fill ------------SSFF ------------S.FF ------------STMF@60-130 --------S...S.FF --------SSSSFFFF@60-130 --------S.S.FFFF@60-130 --------S.SST.FF@60-130
  fill S...T...M...F...@section S.S.T.T.M.M.F.F.@section
  turn B.............BS B.......S...S.FF B.......S.....SS
  `,
)

/** Funk: the sixteenths talk. */
export const FUNK = /* @__PURE__ */ vocabulary(
  {
    id: 'funk',
    styles: ['funk-sixteenths', 'linear-funk', 'neo-soul', 'go-go', 'gospel-sixteenths'],
    ...FOUR,
    tempo: [80, 116],
  },
  `
  bass B.B.......B..B..*2 B..B......B..... B......B..B..... B.....B..B....B. B..B..B...B..... B.B....B..B..... B.........B..B.B B..B.....B....B.
  bass B.B.......B..B..B..B......B....B B..B..B...B.....B.........B..B.B B.....B.........B.....B..B....B.
  beside ....S..g.g..S..g*2 .g..S..g.g..S..g ....S..g....S..g .g..S....g..S.g. ....S..g.g..S...
  lead h.h.h.hoh.h.h.h.*2 h.h.h.h.h.h.o.h.@bar2 h.h.h.h.h.h.h.o.@bar4 H.h.H.h.H.h.H.h. ..h...h...h...h.@section r.r.r.r.r.r.r.r.@section
  fill ------------SggS ------------SgSS ------------S.SS ------------SBSS ------------SSFF
  fill --------STBSTBSF --------SgSgS.FF --------S.gSS.FF --------SggSggSS --------SSBTTBFF --------S..S..SS
  fill SgBSgBSgBSgBSSFF@section S.BSTBS.BSTBSSFF@section S..S..S.S..SSSFF@section
  turn B.B.S..g.gB...S. B..B..B...B.S.SS B.B.S.g.B.gBSSFF
  `,
)

/** Hip-hop: a late, sparse bar; a hole says as much as a fill. */
export const HIP_HOP = /* @__PURE__ */ vocabulary(
  { id: 'hip-hop', styles: ['hip-hop'], ...FOUR, tempo: [56, 104] },
  `
  bass B......B.BB.....*2 B.........B....B B.B.......BB.... B.....B...B..B.. B..B......B..... B.......B.B....B B......B..B..... B.B....B.B......
  bass B......B.BB.....B.........B....B B.....B...B..B..B.B.......BB....
  beside ....S....g..S..g ....S..g....S.g. ....S.......S..g ....S..g.g..S...
  lead h.h.h.hhh.h.h.h. h.h.h.o.h.h.h.h.@bar2 h.h.h.h.h.h.h.hh@bar4 h.h.h.h.h.h.....@bar4
  fill ------------.... ------------..SS ------------S..S ------------S.gS --------B.BSB.SS --------S..S..S. --------....S.SS --------S.gSS...
  turn B......B.BB.S..S B.........BBS... B......B........
  `,
)

/** Counted at twice what is felt: the snare on 3, the bass drum sparse, the hats in bursts. */
export const TRAP = /* @__PURE__ */ vocabulary(
  { id: 'trap', styles: ['trap'], ...FOUR, tempo: [120, 160] },
  `
  bass B.....B.........*2 B..B..........B. B............... B.....B......B.. B...........B... B..B..B......... B.........B..... B.....B..B.....B
  bass B.....B.........B..B..........B. B............B..B.....B.........
  beside ........S.......*3 .......gS....... ........S.....g. ........S......S ......g.S..g....
  lead h.h.h.h.h.h.h.h.*2 h.h.hhh.h.h.hhh.@120-148 h.h.h.h.h.h.hhh.@bar4@120-148 h...h...h...h... h.h.h.h.h.h.....@bar4 h.hhh.h.h.hhh.h.@120-148 h.h.h.h.h.h.o.h.@bar2
  fill ------------....*2 ------------..SS ------------S..S ------------S.S. --------....S..S --------S..S..S. --------S...S... --------....S.SS
  turn B.....B.S..S..S. B.......S....... B..B....S...S..S
  `,
)

/** Two feet: what stands where the ghosts are elsewhere is a place for the snare. */
export const METAL = /* @__PURE__ */ vocabulary(
  { id: 'metal', styles: ['double-bass-metal', 'blast-beat'], ...FOUR, tempo: [120, 200] },
  `
  bass BBBBBBBBBBBBBBBB*2 B.BBB.BBB.BBB.BB*2 BBB.BBB.BBB.BBB. BB.BB.BB.BB.BB.B B.B.BBBBB.B.BBBB B...BBBBB...BBBB BB..BB..BB..BB.. B.BB..BBB.BB..BB
  beside ........S....... ....S.......S... ..S...S...S...S. ....S..S....S...
  lead N...N...N...N... b.b.b.b.b.b.b.b. r.r.r.r.r.r.r.r. o...o...o...o...
  fill --------SSBBTTBB@120-160 --------SSTTMMFF@120-160 --------SSSSFFFF --------STMFSTMF@120-160 ------------SSFF ------------STMF@120-160 --------SSSSTTFF@120-160
  fill STFSTFSTFSTFSTFF@section@120-160 SSSSTTTTMMMMFFFF@section@120-160 SSBBTTBBMMBBFFBB@section@120-160
  turn S..S..S..S..S.S. B.B.S...S..S..SS S...S...S.S.SSSS
  `,
)

/** Country: two feet of the dance, and brushes or sticks that run like a train. */
export const COUNTRY = /* @__PURE__ */ vocabulary(
  { id: 'country', styles: ['country-two-beat', 'train-beat'], ...FOUR, tempo: [90, 130] },
  `
  bass B.......B.......*2 B.......B.....B. B.....B.B....... B...B...B...B... B.......B.B..... B.......B...B... B.....B.B.....B. B...B...B.B.....
  beside ssSsssSsssSsssSs ssssSsssssssSsss ssssSsssssSsSsss ....S.......S...
  lead h.h.h.h.h.h.h.o.@bar4 h...h.h.h...h.h. h.h.h.h.h.h.h.h. ..h...h...h...h.@section
  fill ------------S.SS ------------SSSS ------------S.FF ------------ssSS --------ssssSSSS --------S.S.T.F. --------S.SSS.SS --------ssSsssSS
  turn B...S...B...S.SS B.......B...S.S. B...B...B.S.S...
  `,
)

/** Dance floors: the bass drum stays, and what changes is above it. */
export const HOUSE = /* @__PURE__ */ vocabulary(
  { id: 'house', styles: ['house', 'disco'], ...FOUR, tempo: [110, 132] },
  `
  bass B...B...B...B...*3 B...B...B...B..B B...B...B...B.B. B...B...B..BB... B...B..BB...B... B...B...B.B.B... B...B...B...BB.. B..BB...B..BB...
  beside ....S.......S... ....S..g....S... ....S.......S..g ....S.......S.S.@bar4
  lead ..o...o...o...o.*2 h.o.h.o.h.o.h.o. ..o.h.o...o.h.o. h.h.h.h.h.h.h.o.@bar4
  fill ------------.... ------------SSSS ------------S.SS ------------..SS --------S...S.SS --------S.S.SSSS --------ssssSSSS --------S..S..SS
  turn B...B...B...S.S. B...S...B...SSSS B...B...B.B.....
  `,
)

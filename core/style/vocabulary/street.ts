import { meter } from '#core/time'
import { vocabulary } from './read'

const FOUR = { meter: meter(4, 4), slots: 4 } as const

/** Afrobeat: a broken hat line, and everybody in short answers. */
export const AFROBEAT = /* @__PURE__ */ vocabulary(
  { id: 'afrobeat', styles: ['afrobeat'], ...FOUR, tempo: [96, 128] },
  `
  bass B.....B...B....B*2 B..........B.... B..B......B..... B.....B...B..... B.....B....B.... B..B..B...B..... B.........B....B B.....B.B.....B.
  beside .......s..s....s*2 ......s......s.. .g....s..g..s... ...x......x..... .......s......s.
  lead h.hhh.hhh.hhh.hh@96-116*2 H.h.H.h.H.h.H.h. h.h.h.h.h.h.h.o.@bar4 h.h.h.h.h.h.h.h. r.r.r.r.r.r.r.r.@section
  fill ------------S..S ------------..SS ------------S.SS ------------SSFF --------S..S..S. --------s.sSs.SS --------S.gSS.FF ----------SgS.SS
  turn B.....B....S..S. B..B......B.S.SS .......S..S....S
  `,
)

/** The street: the bass drum leans on 4, accents move through a roll. */
export const STREET = /* @__PURE__ */ vocabulary(
  { id: 'street', styles: ['second-line', 'street-beat-funk'], ...FOUR, tempo: [80, 112] },
  `
  bass B..B..B.....B...*2 B.....B.....B... B..B........B... B.......B...B... B..B..B...B.B... B.....B..B..B... B...........B... B..B......B.B...
  beside .g.g.g.g.g.g.g.g*2 .g...g.g.g.g.g.g .g.....g.g.....g ...g...g...g...g .......g.....g.g
  lead S.g.g.S.g.S.S.g.*2 S.g.S.g.g.S.g.S. S.g.g.S.g.g.S.S. r..r..r...r.r... b..b..b...b.b...
  fill ------------SSSS ------------S.SS ------------SggS ------------..SS --------SSSSSSSS --------S..S..S. --------SggSggSS --------sSssSsSS
  turn B..B..B...S.S.SS B.....S..S..B... B..B..B.S.S.B.SS
  `,
)

/** A march in six eight, in eighths: bass drum on the steps, long and short on the snare. */
export const MARCH_IN_SIX = /* @__PURE__ */ vocabulary(
  { id: 'march in six', styles: ['march-in-six'], meter: meter(6, 8), slots: 3, tempo: [150, 186] },
  `
  bass B..B..*3 B..... B..B..B..B.B B..B..B..... B..B.B B..B..B.BB.. B..B.BB..B.B B..B..B..BB.
  beside ..s..s*2 .....s ..s..S .ss..s ..s..s..s.ss
  lead S..S..*2 S..S.s S.sS.. h.hh.h@section ..h..h@section
  fill ---SSS ---S.S ---SsS ---..S SSSSSS S.SS.S SssSss S..SSS
  turn B..S.S B..B..B..SSS B..S..B.SS.S
  `,
)

/** In two, two bars of 2/4: marches and polkas. */
export const IN_TWO = /* @__PURE__ */ vocabulary(
  { id: 'in two', styles: ['polka', 'march'], meter: meter(2, 4), slots: 4, tempo: [96, 132] },
  `
  bass B...B...B...B...*3 B...B...B...B.B. B...B...B....... B.......B....... B...B...B..BB... B...B...B...B..B B...B...B.B.B... B...B.B.B...B.B.
  beside ..S...S...S...S.*2 ..S...S...S...SS ..x...x...x...x. ..s...s...S...S. ..S...SS..S...SS
  lead h.h.h.h.h.h.h.h.*2 ..h...h...h...h.@section r.r.r.r.r.r.r.r.@section h.h.h.h.h.h.h.o.@bar4
  fill ------------SSSS ------------S.SS ------------S.S. ------------SsSs --------S.S.S.SS --------SSSSSSSS --------S..S..S. --------ssssSSSS
  turn B...B...B.S.S.SS B...S...B...S.SS B...B...S...S...
  `,
)

/** Double time in two bars of eighths: bass drum on the beats and snare between them, whatever else happens. */
export const DOUBLE_TIME = /* @__PURE__ */ vocabulary(
  { id: 'double time', styles: ['punk-double-time'], meter: meter(4, 4), slots: 2, tempo: [150, 230] },
  `
  bass B.B.B.B.B.B.B.B.*2 B.B.B.B.B.B.B.BB@150-205*2 BBB.B.B.BBB.B.B.@150-205 B.B.BBB.B.B.BBB.@150-205 B.BBB.B.B.B.B.B.@150-205 B.B.B.B.B.BBB.B.@150-205 BBB.BBB.BBB.BBB.@150-200 B.B.B.BBB.B.B.BB@150-205
  beside .S.S.S.S.S.S.S.S*2 .S.S.S.S.S.S.SSS .S.S.S.S.S.SSS.S .S.SSS.S.S.SSS.S .S.S.SSS.S.S.SSS
  lead h.h.h.h.h.h.h.h.*2 r.r.r.r.r.r.r.r.@section o.o.o.o.o.o.o.o.@section b.b.b.b.b.b.b.b.@section hhhhhhhhhhhhhhhh@150-200 h.h.h.h.h.h.o.h.@bar4 h.h.h.h.o.h.o.h.@bar4
  fill ------------SSSS ------------SSFF ------------S.SS --------------SS --------SSSSFFFF --------SSTTMMFF --------S.S.SSSS --------S..S..S. SSSSTTTTMMMMFFFF@section
  turn B.B.B.B.B.B.SSSS BSBSBSBSB.B.SSSS B.B.B.B.S..S..S.
  `,
)

/** Fast and plain, two bars of eighths: punk in half of that, its kin, and ska. */
export const PUNK = /* @__PURE__ */ vocabulary(
  { id: 'punk', styles: ['d-beat', 'ska'], meter: meter(4, 4), slots: 2, tempo: [100, 230] },
  `
  bass B..B.B..B..B.B..*2 B.B.B.B.B.B.B.B.*2 B.B.B.B.B.B.B.BB@100-200 B.B.BBB.B.B.BBB.@100-170 BB.B.B..BB.B.B..@100-200 B..B.B.BB..B.B.B@100-200 B...B...B...B... B...BB..B...BB..@100-200 ..B...B...B...B. B...B..BB...B..B@100-200
  beside ..S...S...S...S.*2 .S.S.S.S.S.S.S.S ..S...S...S...SS ..S...S...S..SS. ..S..SS...S..SS.
  lead h.h.h.h.h.h.h.h. r.r.r.r.r.r.r.r.@section o.o.o.o.o.o.o.o.@section hhhhhhhhhhhhhhhh@100-170 .h.h.h.h.h.h.h.h@100-170
  fill ------------SSSS ------------SSFF ------------S.SS --------------SS --------SSSSFFFF --------SSTTMMFF --------S.S.SSSS --------S..S..S. SSSSTTTTMMMMFFFF@section
  turn B..B.B..B.S.S.SS B.S.B.S.B.S.SSSS B...S...B.S.S...
  `,
)

/** Drum and bass: a broken bar under quick hats. */
export const DRUM_AND_BASS = /* @__PURE__ */ vocabulary(
  { id: 'drum and bass', styles: ['drum-and-bass'], ...FOUR, tempo: [160, 180] },
  `
  bass B.........B.....*3 B.B.......B..... B.....B...B..... B..B......B..... B.........B...B. B......B..B..... B.......B.B..... B.....B.........
  beside ....S..g.g..S...*2 ....S.......S... ....S..g.g..S..g ....S..g....S..g ....S..g.g..S..g....S..g.g....S.
  lead h.h.h.h.h.h.h.h.*2 h...h...h...h... r.r.r.r.r.r.r.r.@section h.h.h.h.h.h.h.o.@bar4
  fill ------------S.SS ------------..SS ------------S..S ------------SSSS --------S.S.S.SS --------S..S..S. --------S.gSS.SS --------S...S.SS
  turn B.........B.S.SS B...S..S..B.S.S. B...S...S..S..S.
  `,
)

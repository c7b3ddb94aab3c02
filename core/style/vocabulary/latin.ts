import { meter } from '#core/time'
import { vocabulary } from './read'

/** Bossa nova, two bars of eighths; nothing above plain. */
export const BOSSA = /* @__PURE__ */ vocabulary(
  { id: 'bossa', styles: ['bossa-nova'], meter: meter(4, 4), slots: 2, tempo: [100, 170] },
  `
  bass B..BB..BB..BB..B*3 B...B..BB...B..B B..BB...B..BB... B..B...BB..B...B B..BB..BB...B..B B...B...B...B... B..BB...B..BB..B B..B....B..B....
  beside x..x..x...x..x..*2 ..x..x..x..x..x.*2 x..x...x..x..x.. ..x...x...x..x.. x..x....x..x.... ..x..x....x..x.. x..x..x...x.x...
  lead hhhhhhhhhhhhhhho@bar4 rrrrrrrrrrrrrrrr@section hhhhhhhhhhhhhhhh h.h.h.h.h.h.h.h. h.hhh.hhh.hhh.hh r.rrr.rrr.rrr.rr@section
  fill --------------ss --------------xx --------------.s ------------s.ss ------------sTMF --------x..x..x. ------------x.x. --------s.s.ssss ----------s.s.ss ------------ssTF
  turn x..x..x...x..xx. x..x..x...x.x... ..x..x..x..x.ss.
  `,
)

/** Samba, two bars of 2/4; the feet go on. */
export const SAMBA = /* @__PURE__ */ vocabulary(
  { id: 'samba', styles: ['samba', 'baiao'], meter: meter(2, 4), slots: 4, tempo: [80, 130] },
  `
  bass k..kB..kk..kB..k*3 k...B...k...B... k..kB...k..kB... ...kB......kB... k..kB..kk...B..k k...B..kk...B..k ....B.......B... k..kB..k....B...
  beside x.x.x.xx.x.x.xx.*2 .x.xx.x.x.x..x.x x..x..x...x..x.. ..x.x..x.x.x..x.
  lead HhhHHhhHHhhHHhhH*2 r.rr.rrrr.rr.rrr hhhhhhhhhhhhhhhh h.hhh.hhh.hhh.hh
  fill --------SssSssSs --------TsTFsFTF --------SsssSsss --------sssSssSS ------------SsSs ------------SSSS ------------SsFF
  fill SssSssSssSssSsSs@section
  turn --------S..S..S. --------S..S.SS. S..S..S...S..SS.
  `,
)

/** Reggae, two bars of eighths: the one is left out, and 3 carries. */
export const REGGAE = /* @__PURE__ */ vocabulary(
  {
    id: 'reggae',
    styles: ['reggae-one-drop', 'reggae-rockers', 'reggae-steppers'],
    meter: meter(4, 4),
    slots: 2,
    tempo: [120, 170],
  },
  `
  bass ....B.......B...*3 B...B...B...B... B.B.B.B.B.B.B.B. ....B......BB... ....B.......B..B ....B...B...B... ....BB......B... ..B.B.....B.B...
  beside ....x..x....x... ....x..x..x.x...*2 ....x.......x... ....x.x.....x..x
  lead hHhHhHhHhHhHhHho@bar4 .h.h.h.h.h.h.h.h hhhhhhhhhhhhhhhh hHhHhHhoh.hHhHhH
  fill ------------.SSS ------------S.SS --------xxxx..S. --------S..S..TT --------T..T..F. --------....S.SS --------S.S.T.TT ------------TTFF
  turn ....x.......x.TT ....x...x.x.S... ....x.......S.SS
  `,
)

/** The engraver's music face as a data URL: what its package carries inside (see nuxt.config.ts). */
declare module '#music-face' {
  export const Bravura: string
}

/**
 * What this page must do without, in words, or nothing: over plain HTTP from another machine a browser keeps no screen awake, reaches no MIDI
 * inputs and makes no checksums.
 */
export const lackingHere = (): string | undefined =>
  import.meta.client && !window.isSecureContext
    ? 'This page came over plain HTTP. The browser won’t keep the screen awake here, reach MIDI pads, or take in sounds of your own. Open Bazzet at its https address for those.'
    : undefined

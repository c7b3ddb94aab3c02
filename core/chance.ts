/**
 * A stream of numbers from 0 up to 1 that is the same for the same seed: a 32-bit counter, mixed (the mulberry32
 * generator). Of good spread for sounds and for searching, and no secret.
 */
export function randomFrom(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6d2b79f5) >>> 0
    let t = state
    t = Math.imul(t ^ (t >>> 15), t | 1)
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61)
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296
  }
}

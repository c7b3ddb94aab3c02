/** Ticks in a quarter note: 5040 divides by every subdivision offered and fits a MIDI file's division. */
export const TICKS_PER_QUARTER = 5040

/** Greatest common divisor of two whole numbers: `gcd(12, 18) // => 6`. */
export function gcd(a: number, b: number): number {
  while (b) {
    const rest = a % b
    a = b
    b = rest
  }
  return Math.abs(a)
}

/** Least common multiple: `lcm(3, 4) // => 12`. A part of r ticks over bars of b comes round after `lcm(r, b)`. */
export const lcm = (a: number, b: number): number => (a && b ? Math.abs((a / gcd(a, b)) * b) : 0)

/** Remainder that is never negative: `mod(-1, 16) // => 15`. */
export const mod = (a: number, n: number): number => ((a % n) + n) % n

/** Length in ticks of a whole note's part: `unitTicks(8) // => 2520`, an eighth. */
export const unitTicks = (unit: number): number => (4 * TICKS_PER_QUARTER) / unit

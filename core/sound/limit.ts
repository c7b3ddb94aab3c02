/** Up to here samples are left as they are, and this is the most that ever comes out; of full scale. */
const KNEE = 0.7
const CEILING = 0.98

/**
 * A sample kept under full scale without a corner: as it is up to 0.7, bent towards 0.98 above, whatever comes in. One
 * stroke alone stays under the bend; four accents at once lean into it. `softLimit(0.5) // => 0.5`, `softLimit(3) < 0.98`
 */
export function softLimit(sample: number): number {
  const size = Math.abs(sample)
  return size <= KNEE
    ? sample
    : Math.sign(sample) * (KNEE + (CEILING - KNEE) * Math.tanh((size - KNEE) / (CEILING - KNEE)))
}

/** The most that `limitCurve` takes in, as a multiple of full scale. */
export const LIMIT_RANGE = 4

/**
 * The same as a curve for a shaper of sound that takes samples from −1 to 1: they are first divided by `LIMIT_RANGE`.
 * @example limitCurve(5).length // => 5
 */
export const limitCurve = (points = 8193): Float32Array<ArrayBuffer> =>
  Float32Array.from({ length: points }, (_, i) => softLimit(((2 * i) / (points - 1) - 1) * LIMIT_RANGE))

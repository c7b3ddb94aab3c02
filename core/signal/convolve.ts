import FFT from 'fft.js'

/** The least that a block is, in samples: shorter ones cost more than they save. */
const LEAST = 4096

/**
 * Sound as it rings in a room: convolved with an impulse response, by blocks whose spectra are multiplied (overlap and add). As long as both together.
 * @example [...convolved(Float32Array.of(1, 0, 2), Float32Array.of(1, 0.5))].map(sample => Math.round(sample * 1e4) / 1e4) // => [1, 0.5, 2, 1]
 */
export function convolved(samples: Float32Array, response: Float32Array): Float32Array {
  let size = LEAST
  while (size < 2 * response.length) size *= 2
  const step = size - response.length + 1
  const transform = new FFT(size)
  const spectrumOf = (from: Float32Array): number[] => {
    const padded = new Float32Array(size)
    padded.set(from)
    const spectrum = transform.createComplexArray()
    transform.realTransform(spectrum, padded)
    transform.completeSpectrum(spectrum)
    return spectrum
  }
  const room = spectrumOf(response)
  const product = transform.createComplexArray()
  const block = transform.createComplexArray()
  const out = new Float32Array(samples.length + response.length - 1)
  for (let from = 0; from < samples.length; from += step) {
    const sound = samples.subarray(from, from + step)
    // Most of a groove's time something rings; where nothing does there is nothing to transform.
    if (sound.every(sample => sample === 0)) continue
    const spectrum = spectrumOf(sound)
    for (let i = 0; i < spectrum.length; i += 2) {
      product[i] = spectrum[i]! * room[i]! - spectrum[i + 1]! * room[i + 1]!
      product[i + 1] = spectrum[i]! * room[i + 1]! + spectrum[i + 1]! * room[i]!
    }
    transform.inverseTransform(block, product)
    const many = Math.min(size, out.length - from)
    for (let i = 0; i < many; i++) out[from + i]! += block[2 * i]!
  }
  return out
}

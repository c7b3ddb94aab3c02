declare module 'fft.js' {
  /** A transform of a power of two; arrays of it hold real and imaginary parts in turn. */
  export default class FFT {
    constructor(size: number)
    createComplexArray(): number[]
    realTransform(out: number[], data: ArrayLike<number>): void
    completeSpectrum(spectrum: number[]): void
    inverseTransform(out: number[], data: number[]): void
  }
}

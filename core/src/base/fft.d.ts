declare module 'fft.js' {
  export default class FFT {
    /** @param size - a power of two */
    constructor(size: number)
    createComplexArray(): number[]
    realTransform(out: number[], data: ArrayLike<number>): void
    transform(out: number[], data: ArrayLike<number>): void
    inverseTransform(out: number[], data: ArrayLike<number>): void
  }
}

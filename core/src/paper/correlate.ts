import FFT from 'fft.js'

/** A square field of numbers, row by row, its side a power of two. */
export interface Field {
  readonly side: number
  readonly data: Float32Array
}

const transforms = new Map<number, FFT>()
function transformOf(side: number): FFT {
  const known = transforms.get(side) ?? new FFT(side)
  transforms.set(side, known)
  return known
}

/** A field's spectrum, real and imaginary parts one after the other, row by row. */
export function spectrumOf({ side, data }: Field): Float64Array {
  const spectrum = new Float64Array(2 * side * side)
  for (let i = 0; i < data.length; i++) spectrum[2 * i] = data[i]!
  return bothWays(spectrum, side, false)
}

/**
 * How well two fields agree for every shift, by way of their spectra.
 *
 * @returns at row y, column x: the sum over p of `onto(p + (x, y)) · of(p)`, round the edges
 */
export function correlation(of: Float64Array, onto: Float64Array, side: number): Float32Array {
  const product = new Float64Array(of.length)
  for (let i = 0; i < product.length; i += 2) {
    product[i] = onto[i]! * of[i]! + onto[i + 1]! * of[i + 1]!
    product[i + 1] = onto[i + 1]! * of[i]! - onto[i]! * of[i + 1]!
  }
  const back = bothWays(product, side, true)
  const sums = new Float32Array(side * side)
  for (let i = 0; i < sums.length; i++) sums[i] = back[2 * i]!
  return sums
}

/** Rows, then columns. */
function bothWays(values: Float64Array, side: number, inverse: boolean): Float64Array {
  const fft = transformOf(side)
  const [line, out] = [fft.createComplexArray(), fft.createComplexArray()]
  const turned = () => (inverse ? fft.inverseTransform(out, line) : fft.transform(out, line))
  for (let y = 0; y < side; y++) {
    const at = 2 * y * side
    for (let i = 0; i < 2 * side; i++) line[i] = values[at + i]!
    turned()
    for (let i = 0; i < 2 * side; i++) values[at + i] = out[i]!
  }
  for (let x = 0; x < side; x++) {
    for (let y = 0; y < side; y++) {
      line[2 * y] = values[2 * (y * side + x)]!
      line[2 * y + 1] = values[2 * (y * side + x) + 1]!
    }
    turned()
    for (let y = 0; y < side; y++) {
      values[2 * (y * side + x)] = out[2 * y]!
      values[2 * (y * side + x) + 1] = out[2 * y + 1]!
    }
  }
  return values
}

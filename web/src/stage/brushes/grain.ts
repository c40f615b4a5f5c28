import { channelsOf } from '@unhurried/core'
import type { Surface } from '../paint/surface'

/** Random numbers over a square that repeats, smoothed over some pixels: 0…1. */
export function noiseTile(side: number, seed: number, cell: number): Float32Array {
  let state = seed
  const random = () => (state = (state * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32
  const across = Math.max(1, Math.round(side / cell))
  const knots = Float32Array.from({ length: across * across }, random)
  const ease = (t: number) => t * t * (3 - 2 * t)
  const tile = new Float32Array(side * side)
  for (let y = 0; y < side; y++)
    for (let x = 0; x < side; x++) {
      const [u, v] = [(x * across) / side, (y * across) / side]
      const [i, j] = [Math.floor(u), Math.floor(v)]
      const [s, t] = [ease(u - i), ease(v - j)]
      const at = (a: number, b: number) => knots[(b % across) * across + (a % across)]!
      const above = at(i, j) + (at(i + 1, j) - at(i, j)) * s
      const below = at(i, j + 1) + (at(i + 1, j + 1) - at(i, j + 1)) * s
      tile[y * side + x] = above + (below - above) * t
    }
  return tile
}

/** A colour laid unevenly, the same on every canvas and for ever in its place: how much of it each spot takes, 0…255. */
export function grained(spotsOf: () => Uint8ClampedArray, side: number) {
  const patterns = new Map<string, CanvasPattern>()
  let spots: Uint8ClampedArray | undefined
  return (surface: Surface, colour: string): CanvasPattern | string => {
    let pattern = patterns.get(colour)
    if (!pattern) {
      const tile = new ImageData(side, side)
      const [r, g, b] = channelsOf(colour)
      spots ??= spotsOf()
      // A number at a time: some forty thousand small arrays would be felt.
      for (let i = 0; i < spots.length; i++) {
        tile.data[4 * i] = r
        tile.data[4 * i + 1] = g
        tile.data[4 * i + 2] = b
        tile.data[4 * i + 3] = spots[i]!
      }
      const canvas = new OffscreenCanvas(side, side)
      canvas.getContext('2d')!.putImageData(tile, 0, 0)
      pattern = surface.createPattern(canvas, 'repeat') ?? undefined
      if (!pattern) return colour
      patterns.set(colour, pattern)
    }
    return pattern
  }
}

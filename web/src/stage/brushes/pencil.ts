import { clamp } from '@unhurried/core'
import { grained } from './grain'

const GRAIN = 96

/** Paper tooth: how much graphite each spot takes, the same everywhere and always. */
function tooth(): Uint8ClampedArray {
  let seed = 20
  const random = () => (seed = (seed * 1_664_525 + 1_013_904_223) >>> 0) / 2 ** 32
  const raw = Float32Array.from({ length: GRAIN * GRAIN }, random)
  const at = (x: number, y: number) => raw[((y + GRAIN) % GRAIN) * GRAIN + ((x + GRAIN) % GRAIN)]!
  const grain = new Uint8ClampedArray(GRAIN * GRAIN)
  for (let y = 0; y < GRAIN; y++) {
    for (let x = 0; x < GRAIN; x++) {
      const near = (2 * at(x, y) + at(x + 1, y) + at(x - 1, y) + at(x, y + 1) + at(x, y - 1)) / 6
      grain[y * GRAIN + x] = 255 * clamp(1.72 - 1.9 * near, 0.22, 1)
    }
  }
  return grain
}

/** Graphite of a colour. */
export const graphite = grained(tooth, GRAIN)

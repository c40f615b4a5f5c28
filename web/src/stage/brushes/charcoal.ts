import { clamp } from '@unhurried/core'
import { grained, noiseTile } from './grain'

const SIDE = 192

/** Rough paper: charcoal catches on its ridges and leaves its hollows clean. */
function ridges(): Uint8ClampedArray {
  const [fine, coarse, broad] = [noiseTile(SIDE, 11, 1.5), noiseTile(SIDE, 12, 4), noiseTile(SIDE, 13, 24)]
  return Uint8ClampedArray.from(fine, (value, i) => {
    const height = 0.5 * value + 0.35 * coarse[i]! + 0.15 * broad[i]!
    return 235 * clamp((height - 0.38) * 5, 0, 1)
  })
}

/** Charcoal of a colour. */
export const charcoal = grained(ridges, SIDE)

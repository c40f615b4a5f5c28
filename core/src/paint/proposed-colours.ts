import { kmeans } from 'ml-kmeans'
import { hexOfOklab, oklabOf } from '../base/colour'

/** So many pixels, evenly over the picture, stand for all of them. */
const MOST_PIXELS = 4000
/** Pixels clearer than this show what lies under the picture. */
const OPAQUE = 128
const SEED = 20
const TURNS = 60

export interface ProposedColour {
  readonly colour: string
  /** Of the picture, 0…1. */
  readonly share: number
}

/**
 * A picture's own colours: its pixels in OKLab, where equal steps look equal (Ottosson 2020), in so many clusters by
 * k-means with the first middles chosen apart (k-means++, Arthur and Vassilvitskii 2007). The same for the same picture.
 *
 * @param data - red, green, blue and strength of each pixel, 0…255
 * @returns at most `count`, the one that covers most first; none where nothing is opaque
 */
export function proposedColours(data: Uint8ClampedArray, count: number): ProposedColour[] {
  const step = Math.max(1, Math.ceil(data.length / 4 / MOST_PIXELS))
  const pixels: [number, number, number][] = []
  const seen = new Set<number>()
  for (let at = 0; at < data.length; at += 4 * step) {
    if (data[at + 3]! < OPAQUE) continue
    const [r, g, b] = [data[at]!, data[at + 1]!, data[at + 2]!]
    seen.add((r << 16) | (g << 8) | b)
    pixels.push(oklabOf([r, g, b]))
  }
  // No more clusters than there are colours: each would be empty.
  const wanted = Math.min(count, seen.size)
  if (wanted === 0) return []
  const { clusters, centroids } = kmeans(pixels, wanted, {
    ...{ initialization: 'kmeans++', seed: SEED, maxIterations: TURNS },
  })
  const sizes = centroids.map(() => 0)
  for (const cluster of clusters) sizes[cluster]!++
  return centroids
    .map(([l, a, b], i) => ({ colour: hexOfOklab([l!, a!, b!]), share: sizes[i]! / pixels.length }))
    .filter(({ share }) => share > 0)
    .sort((one, other) => other.share - one.share)
}

import { adjustedPixels, isAdjusted, type Adjustment } from '@unhurried/core'
import { LRUCache } from 'lru-cache'
import { free } from '../release-canvas'

/** What all adjusted pictures may take, in bytes. */
const BUDGET = 200e6

const names = new WeakMap<ImageBitmap, number>()
let named = 0
const nameOf = (bitmap: ImageBitmap) => {
  if (!names.has(bitmap)) names.set(bitmap, (named += 1))
  return names.get(bitmap)!
}
const made = new LRUCache<string, OffscreenCanvas>({
  maxSize: BUDGET,
  sizeCalculation: ({ width, height }) => Math.min(BUDGET, Math.max(1, width * height * 4)),
  dispose: free,
})

/** A picture with its levels and hues adjusted; itself where nothing is. */
export function adjustedPicture(bitmap: ImageBitmap, by: Adjustment | undefined): ImageBitmap | OffscreenCanvas {
  if (!isAdjusted(by)) return bitmap
  const name = `${nameOf(bitmap)} ${JSON.stringify(by)}`
  const ready = made.get(name)
  if (ready) return ready
  const canvas = new OffscreenCanvas(bitmap.width, bitmap.height)
  const surface = canvas.getContext('2d', { willReadFrequently: true })!
  surface.drawImage(bitmap, 0, 0)
  const picture = surface.getImageData(0, 0, canvas.width, canvas.height)
  adjustedPixels(picture.data, by)
  surface.putImageData(picture, 0, 0)
  made.set(name, canvas)
  return canvas
}

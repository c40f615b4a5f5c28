import type { Reference } from '@unhurried/core'
import { adjustedPicture } from './adjusted-picture'
import type { PictureOf, Surface } from './surface'

/** A picture under the paper where it lies; nothing while it is not here. */
export function paintReference(surface: Surface, reference: Reference, pictureOf: PictureOf): void {
  const { picture, x, y, width, strength, adjust } = reference
  const found = pictureOf(picture)
  if (!found) return
  const bitmap = adjustedPicture(found, adjust)
  surface.save()
  surface.globalAlpha = strength
  surface.drawImage(bitmap, x, y, width, (bitmap.height * width) / bitmap.width)
  surface.restore()
}

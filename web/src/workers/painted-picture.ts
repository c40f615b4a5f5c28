import { z } from 'zod'

const isPicture = (value: unknown): value is ImageBitmap =>
  typeof value === 'object' && value !== null && 'width' in value && 'close' in value

/** A picture that a worker painted and hands over. */
export const paintedPictureSchema = z.custom<ImageBitmap>(isPicture)

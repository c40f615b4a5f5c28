import { pictureHead, PICTURE_TYPES } from '@unhurried/core'
import { api } from '../../api/api'

export const PICTURE_ACCEPT = PICTURE_TYPES.join(',')

/**
 * Reads, checks and keeps a picture chosen, dropped or pasted by a person. Errors: with a sentence, when
 * it is none, is cut short, is another type than it says or cannot be kept.
 */
export async function keepPicture(
  file: File,
): Promise<{ picture: string; width: number; height: number; name: string }> {
  const bytes = new Uint8Array(await file.arrayBuffer())
  const { type, width, height } = pictureHead(bytes, file.type)
  // Whole at its ends is not yet whole within.
  await createImageBitmap(new Blob([bytes], { type })).then(
    (bitmap) => bitmap.close(),
    () => {
      throw new Error('This picture is damaged and cannot be shown. Fetch or save it again, then put it in.')
    },
  )
  const { picture } = await api.putPicture(new Blob([bytes]), type)
  return { picture, width, height, name: file.name.replace(/\.\w+$/, '').slice(0, 100) || 'Picture' }
}

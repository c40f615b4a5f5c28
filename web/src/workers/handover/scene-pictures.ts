import { picturesOf, type Scene } from '@unhurried/core'
import { api } from '../../api/api'
import { PicturesByNeed } from './pictures-by-need'

export const pictureFile = async (picture: string): Promise<Blob> => new Blob([await api.readPicture(picture)])

/** The pictures a scene shows, fetched by a worker for itself. Errors: ApiProblem. */
export async function scenePictures(scene: Scene): Promise<PicturesByNeed> {
  const files = new Map<string, Blob>()
  for (const picture of picturesOf(scene)) files.set(picture, await pictureFile(picture))
  return new PicturesByNeed(files)
}

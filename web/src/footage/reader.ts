import type { Reference, Scene } from '@unhurried/core'
import { addressOfSound } from '../api/address-of-sound'
import { filmPicture, filmsUnder } from './films-under'
import { openFilm, type OpenFilm } from './open-film'

/** What lies under a frame, and its pictures by name; whoever has painted them closes them. */
interface Under {
  readonly references: readonly Reference[]
  readonly pictures: ReadonlyMap<string, ImageBitmap>
}

/** Reads the films of a scene frame after frame, for pictures so wide. Errors: with a sentence. */
export function filmReader(scene: Scene, widest: number): { under: (frame: number) => Promise<Under> } {
  const opened = new Map<string, Promise<OpenFilm>>()
  const open = (file: string) => {
    if (!opened.has(file)) opened.set(file, openFilm(addressOfSound(file), widest))
    return opened.get(file)!
  }
  return {
    async under(frame) {
      const references = filmsUnder(scene, frame)
      const pictures = new Map<string, ImageBitmap>()
      for (const { picture: name } of references) {
        const { file, second } = filmPicture(name)
        const picture = pictures.has(name) ? undefined : await (await open(file)).at(second)
        if (picture) pictures.set(name, picture)
      }
      return { references, pictures }
    },
  }
}

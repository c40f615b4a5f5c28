import { FILM_TYPES, type FilmContainer } from '../film'
import type { ReelExporter } from './reel-formats'

/** All of a reel as a film with its sound, every frame at its exact time. */
const reelFilm =
  (container: FilmContainer): ReelExporter =>
  async ({ times, stem, sound, openFilm, show, progress }) => {
    const { fps, frames } = times
    const film = await openFilm(container, sound)
    for (let frame = 1; frame <= frames; frame++) {
      await show(frame)
      await film.add((frame - 1) / fps, 1 / fps)
      progress(frame, frames + 1, `Frame ${frame} of ${frames}`)
    }
    return { name: `${stem}.${container}`, type: FILM_TYPES[container], parts: [await film.finish()] }
  }

export const reelWebm = reelFilm('webm')
export const reelMp4 = reelFilm('mp4')

import { filmsSeen, type Reference, type Scene, type SeenFilm } from '@unhurried/core'

/** Pictures of films are named so, that whoever paints asks for them as for any other. */
const FILM = 'film'

export const isFilmPicture = (name: string): boolean => name.startsWith(`${FILM}:`)

/** The file and the second a picture of a film is of. */
export function filmPicture(name: string): { file: string; second: number } {
  const [, file, second] = name.split(':')
  return { file: file!, second: Number(second) }
}
const nameOf = ({ film: { file }, second }: SeenFilm) => `${FILM}:${file}:${second.toFixed(9)}`

/** The films of a scene as they lie under a frame, as pictures under the paper. */
export const filmsUnder = (scene: Scene, frame: number): Reference[] =>
  filmsSeen(scene, frame).map((seen): Reference => {
    const { id, name, x, y, across, strength } = seen.film
    return { id, name, picture: nameOf(seen), place: 'under', x, y, width: across, strength }
  })

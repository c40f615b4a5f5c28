import type { Exporter } from './exported'
import { writeWav } from './wav'

/** Sound that goes out with a film: its channels, −1 … 1, all of the film's length. */
export interface FilmSound {
  /** Samples a second. */
  readonly rate: number
  readonly channels: readonly Float32Array[]
}

export type FilmContainer = 'webm' | 'mp4'
/** MIME types. */
export const FILM_TYPES: Readonly<Record<FilmContainer, string>> = { webm: 'video/webm', mp4: 'video/mp4' }

/** Whoever encodes a film, picture by picture. Times are seconds. */
export interface FilmWriter {
  /** The picture that is shown, from a time on for so long. */
  readonly add: (from: number, duration: number) => Promise<void>
  readonly finish: () => Promise<Uint8Array>
}

/** Frames of a film in which so many go by so often. */
export const framesGoingBy = (frames: number, turns: number): number => Math.max(1, Math.round(frames * turns))

/**
 * A film of a take with its sound, every frame at its exact time. A picture that is held is painted once; `turns` lets
 * the scene go by several times.
 */
const exportFilm =
  (container: FilmContainer): Exporter =>
  async ({ scene, runs, stem, turns, sound, openFilm, show, progress }) => {
    const { fps } = scene.settings
    const first = runs[0]!.frame
    const length = runs.reduce((sum, { frames }) => sum + frames, 0)
    const whole = framesGoingBy(length, turns)
    const film = await openFilm(container, sound)
    for (let turn = 0; turn * length < whole; turn++)
      for (const run of runs) {
        const begins = turn * length + run.frame - first
        if (begins >= whole) break
        await show(run)
        for (let at = begins; at < Math.min(whole, begins + run.frames); at++) {
          await film.add(at / fps, 1 / fps)
          progress(at + 1, whole + 1, `Frame ${at + 1} of ${whole}`)
        }
      }
    return { name: `${stem}.${container}`, type: FILM_TYPES[container], parts: [await film.finish()] }
  }

export const exportWebm = exportFilm('webm')
export const exportMp4 = exportFilm('mp4')

/** The scene's sounds mixed, as they go by once for each turn. Errors: RangeError when there is nothing to hear. */
export const exportWav: Exporter = ({ stem, sound, progress }) => {
  if (!sound) throw new RangeError('This scene has no sound that is heard. Bring one in on the desk first.')
  progress(0, 1, 'Writing the sound')
  return { name: `${stem}.wav`, type: 'audio/wav', parts: [writeWav(sound.channels, sound.rate)] }
}

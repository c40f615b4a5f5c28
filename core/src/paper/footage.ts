import type { Footage, Scene } from '../scene/schema'
import type { PictureRun } from '../timing/seen/shown'

/** How a film lies under the frames of a scene. */
export type FootagePlace = Pick<Footage, 'start' | 'from' | 'speed' | 'step' | 'seconds'> & { readonly fps: number }

/** A second may be a hair early for a picture that begins with it: sums of fractions are. Arithmetic, 19. */
const HAIR = 1e-6

/**
 * The second of a film that is seen at a frame: from + (frame − start)/fps · speed, every `step` frames anew.
 *
 * @returns undefined where the film is not seen: before its start, and beyond its end
 */
export function footageTime(
  frame: number,
  { start, from, speed, step = 1, seconds, fps }: FootagePlace,
): number | undefined {
  const since = Math.floor((frame - start) / step) * step
  const second = from + (since / fps) * speed
  return frame < start || second >= seconds ? undefined : second
}

/** The number of the picture a film of an even rate shows at a second. */
export const footagePicture = (second: number, rate: number): number => Math.floor(second * rate + HAIR)

/**
 * The picture a film of any rate shows at a second: the last whose time is not after it.
 *
 * @param times - seconds, rising
 * @returns its place among them; −1 before the first
 */
export function pictureAt(second: number, times: readonly number[]): number {
  let [low, high] = [0, times.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (times[middle]! <= second + HAIR) low = middle + 1
    else high = middle
  }
  return low - 1
}

/** A film as it is seen under a frame. */
export interface SeenFilm {
  readonly film: Footage
  /** The second of it that is seen. */
  readonly second: number
}

/** The films that are seen under a frame, the lowest first. */
export const filmsSeen = ({ footage, settings }: Scene, frame: number): SeenFilm[] =>
  Object.values(footage ?? {}).flatMap((film): SeenFilm[] => {
    const second = film.hidden ? undefined : footageTime(frame, { ...film, fps: settings.fps })
    return second === undefined ? [] : [{ film, second }]
  })

/** Runs of pictures cut where a film under them shows another of its own. */
export function runsOverFilms(scene: Scene, runs: readonly PictureRun[]): PictureRun[] {
  const underAt = (frame: number) =>
    filmsSeen(scene, frame)
      .map(({ film, second }) => `${film.id} ${second}`)
      .join()
  return runs.flatMap((run) => {
    const cut: PictureRun[] = []
    let under: string | undefined
    for (let frame = run.frame; frame < run.frame + run.frames; frame++) {
      const now = underAt(frame)
      const last = cut.at(-1)
      if (last && now === under) cut[cut.length - 1] = { ...last, frames: last.frames + 1 }
      else cut.push({ ...run, frame, frames: 1 })
      under = now
    }
    return cut
  })
}

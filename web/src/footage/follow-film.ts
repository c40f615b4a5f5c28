import { footageTime, greyOf, SpotFollower, type Footage, type Point, type TrackedFrame } from '@unhurried/core'
import { addressOfSound } from '../api/address-of-sound'
import { openFilm } from './open-film'

/** A film is followed in pictures so wide at most. */
const ACROSS = 480

interface Wish {
  readonly film: Footage
  readonly fps: number
  /** The frame it is shown on, and the last it is followed to. */
  readonly from: number
  readonly to: number
  /** Where it is there, in scene pixels. */
  readonly at: Point
  readonly onProgress: (share: number) => void
  readonly signal: AbortSignal
}

/** Follows a spot of a film frame by frame until it is lost, the film ends, or it is stopped. Errors: with a sentence. */
export async function followedOnFilm({ film, fps, from, to, at, onProgress, signal }: Wish): Promise<TrackedFrame[]> {
  const opened = await openFilm(addressOfSound(film.file), ACROSS)
  const width = Math.min(opened.width, ACROSS)
  const scale = width / film.across
  const track: TrackedFrame[] = [{ frame: from, ...at }]
  let follower: SpotFollower | undefined
  try {
    for (let frame = from; frame <= to && !signal.aborted; frame++) {
      // Every picture is looked at, whatever the exposure: a spot is found where it was a moment ago.
      const second = footageTime(frame, { ...film, step: 1, fps })
      const picture = second === undefined ? undefined : await opened.at(second)
      if (!picture) break
      const grey = greyOf(pixelsOf(picture))
      picture.close()
      if (!follower) {
        follower = new SpotFollower(grey, { x: (at.x - film.x) * scale, y: (at.y - film.y) * scale })
        continue
      }
      const found = follower.next(grey)
      if (!found) break
      track.push({ frame, x: film.x + found.x / scale, y: film.y + found.y / scale })
      onProgress((frame - from) / Math.max(1, to - from))
    }
  } finally {
    opened.close()
  }
  return track
}

function pixelsOf(picture: ImageBitmap): ImageData {
  const surface = new OffscreenCanvas(picture.width, picture.height).getContext('2d', { willReadFrequently: true })!
  surface.drawImage(picture, 0, 0)
  return surface.getImageData(0, 0, picture.width, picture.height)
}

import { LIMITS } from '@unhurried/core'
import { ALL_FORMATS, BlobSource, CanvasSink, Input, UrlSource } from 'mediabunny'

/** A hair beyond the second itself, so that a picture that begins with it is the one. */
const HAIR = 1e-6
const NONE = 'There is no film in this file that can be read. Bring a WebM or MP4.'

/** What is known of a film, as it is shown: turned as its file says. */
interface KnownFilm {
  readonly seconds: number
  readonly width: number
  readonly height: number
}
export interface OpenFilm extends KnownFilm {
  /** The picture seen at a second: the last that has begun. */
  readonly at: (second: number) => Promise<ImageBitmap | undefined>
  readonly close: () => void
}

/** Opens a film. Errors: with a sentence a person can act on. */
export async function openFilm(from: Blob | string, widest: number): Promise<OpenFilm> {
  const source = typeof from === 'string' ? new UrlSource(from) : new BlobSource(from)
  const input = new Input({ source, formats: ALL_FORMATS })
  try {
    const video = await input.getPrimaryVideoTrack().catch(() => null)
    if (!video) throw new Error(NONE)
    if (!(await video.canDecode()))
      throw new Error(
        `This browser cannot show films as ${video.codec ?? 'it is in this file'}. Save it as WebM, or as MP4 with H.264.`,
      )
    const seconds = await video.computeDuration()
    if (!(seconds > 0)) throw new Error('This film is empty.')
    if (seconds > LIMITS.soundSeconds)
      throw new Error(
        `This film lasts ${Math.round(seconds / 60)} minutes; ${LIMITS.soundSeconds / 60} is the most. Cut out what the scene needs.`,
      )
    const { displayWidth: width, displayHeight: height } = video
    if (Math.max(width, height) > LIMITS.pictureSide)
      throw new Error(`This film is ${width} × ${height} pixels; ${LIMITS.pictureSide} are the most. Save it smaller.`)
    const first = await video.getFirstTimestamp()
    const sink = new CanvasSink(video, { width: Math.min(width, widest), fit: 'fill' })
    // One after the other: a decoder that is asked for two places at once begins anew for each.
    let under: Promise<unknown> = Promise.resolve()
    const at = (second: number) => {
      const picture = under.then(async () => {
        const found = await sink.getCanvas(Math.max(second, first) + HAIR)
        return found ? createImageBitmap(found.canvas as HTMLCanvasElement) : undefined
      })
      under = picture.catch(() => undefined)
      return picture
    }
    return { seconds, width, height, at, close: () => input.dispose() }
  } catch (error) {
    input.dispose()
    throw error
  }
}

import { footagePicture, LIMITS } from '@unhurried/core'
import { ALL_FORMATS, BlobSource, EncodedPacketSink, Input, UrlSource, type InputVideoTrack } from 'mediabunny'
import { PictureSink } from './picture-sink'
import { rateOf, ROUNDED } from './rate'
import { Reel, REEL_POOL } from './reel'

/** What is taken for the rate of a film of none. */
const FAST = 30
/** Pictures whose times are looked at to know a film's rate. */
const LOOKED_AT = 240
/** Bytes of a file kept beside what is decoded of it: it lies on this machine, and a film has two readers. */
const CACHED = 8 * 2 ** 20
const NONE = 'There is no film in this file that can be read. Bring a WebM or MP4.'

/** What is known of a film, as it is shown: turned as its file says. */
interface KnownFilm {
  readonly seconds: number
  readonly width: number
  readonly height: number
}
export interface OpenFilm extends KnownFilm {
  /** The picture seen at a second: the last that has begun. Asked for one after the other. */
  readonly at: (second: number) => Promise<ImageBitmap | undefined>
  /** The pictures seen at seconds one after the other, each until the next is asked for; read once where they follow. */
  readonly through: (seconds: readonly number[]) => AsyncIterable<OffscreenCanvas | undefined>
  readonly close: () => void
}

/** Opens a film. Errors: with a sentence a person can act on. */
export async function openFilm(from: Blob | string, widest: number): Promise<OpenFilm> {
  const source = typeof from === 'string' ? new UrlSource(from, { maxCacheSize: CACHED }) : new BlobSource(from)
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
    const rate = await evenRate(video, first)
    const scale = Math.min(1, widest / width)
    const seen = { width: Math.round(width * scale), height: Math.max(1, Math.round(height * scale)) }
    const sink = (poolSize: number) => new PictureSink(video, seen, poolSize)
    const reel = new Reel(sink(REEL_POOL), 1 / (rate ?? FAST))
    // In an even film a picture is known by its number, and asked for in its middle: rounded times cannot lead astray.
    const timeOf = (second: number) =>
      rate ? first + (footagePicture(second, rate) + 0.5) / rate : Math.max(second, first) + ROUNDED
    const at = async (second: number) => {
      const found = await reel.at(timeOf(second))
      return found && createImageBitmap(found.canvas)
    }
    async function* through(wanted: readonly number[]) {
      for await (const found of sink(1).picturesAt(wanted.map(timeOf))) yield found?.canvas
    }
    const close = () => void reel.close().finally(() => input.dispose())
    return { seconds, width, height, at, through, close }
  } catch (error) {
    input.dispose()
    throw error
  }
}

/** Pictures a second of a film whose pictures are evenly apart; undefined for any other. */
async function evenRate(video: InputVideoTrack, first: number): Promise<number | undefined> {
  const times: number[] = []
  for await (const { timestamp } of new EncodedPacketSink(video).packets(undefined, undefined, {
    metadataOnly: true,
  })) {
    times.push(timestamp - first)
    if (times.length >= LOOKED_AT) break
  }
  if (times.length < 2) return undefined
  // They come as they are decoded, not as they are seen; of the last ones some may be missing.
  times.sort((a, b) => a - b)
  const seen = times.slice(0, Math.max(2, times.length - 8))
  return rateOf(seen)
}

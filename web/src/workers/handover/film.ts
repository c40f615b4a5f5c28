import type { FilmContainer, FilmSound, FilmWriter } from '@unhurried/core'
import {
  AudioSample,
  AudioSampleSource,
  BufferTarget,
  canEncodeVideo,
  CanvasSource,
  getFirstEncodableAudioCodec,
  Mp4OutputFormat,
  Output,
  QUALITY_HIGH,
  QUALITY_VERY_HIGH,
  WebMOutputFormat,
  type AudioCodec,
  type VideoCodec,
} from 'mediabunny'

/** Codecs of each container, the one that plays in most places first. */
const CODECS: Readonly<Record<FilmContainer, { video: readonly VideoCodec[]; audio: readonly AudioCodec[] }>> = {
  webm: { video: ['vp9', 'av1'], audio: ['opus'] },
  mp4: { video: ['avc', 'av1', 'vp9'], audio: ['aac', 'opus'] },
}
const FORMATS = {
  webm: () => new WebMOutputFormat(),
  mp4: () => new Mp4OutputFormat({ fastStart: 'in-memory' }),
}
/** Sound is handed to the encoder in pieces of so many samples. */
const PIECE = 48_000

interface Film {
  readonly container: FilmContainer
  /** On which every picture is painted. */
  readonly canvas: OffscreenCanvas
  readonly fps: number
  readonly clear: boolean
  readonly sound: FilmSound | undefined
}

/** Encodes a film with whatever this browser has. Errors: with a sentence, when it has nothing for this container. */
export async function openFilm({ container, canvas, fps, clear, sound }: Film): Promise<FilmWriter> {
  const target = new BufferTarget()
  const output = new Output({ format: FORMATS[container](), target })
  const pictures = new CanvasSource(canvas, {
    codec: await videoCodec(container, canvas),
    quality: QUALITY_VERY_HIGH,
    keyFrameInterval: 2,
    latencyMode: 'quality',
    alpha: clear ? 'keep' : 'discard',
  })
  output.addVideoTrack(pictures, { frameRate: fps })
  const heard = sound && (await soundTrack(container, output, sound))
  await output.start()
  let lastHeard = 0
  return {
    async add(from, duration) {
      await pictures.add(from, duration)
      // Sound goes along with the pictures, a little ahead, so that neither waits for the other in memory.
      if (heard) lastHeard = await heard(lastHeard, from + duration + 1)
    },
    async finish() {
      if (heard) await heard(lastHeard, Infinity)
      await output.finalize()
      return new Uint8Array(target.buffer!)
    },
  }
}

async function videoCodec(container: FilmContainer, { width, height }: OffscreenCanvas): Promise<VideoCodec> {
  for (const codec of CODECS[container].video)
    if (await canEncodeVideo(codec, { width, height, quality: QUALITY_VERY_HIGH })) return codec
  throw new Error(
    `This browser cannot write ${container === 'mp4' ? 'MP4' : 'WebM'} at this size. Hand over smaller, or as the other kind of film.`,
  )
}

/** A track of sound; what it gives writes the samples up to a second and tells how many there are by then. */
async function soundTrack(container: FilmContainer, output: Output, { rate, channels }: FilmSound) {
  const options = { numberOfChannels: channels.length, sampleRate: rate, quality: QUALITY_HIGH }
  const codec = await getFirstEncodableAudioCodec([...CODECS[container].audio], options)
  if (!codec) throw new Error('This browser cannot write sound into a film. Hand over the sound as WAV beside it.')
  const source = new AudioSampleSource({ codec, quality: QUALITY_HIGH })
  output.addAudioTrack(source)
  const length = channels[0]!.length
  return async (from: number, seconds: number): Promise<number> => {
    const until = Math.min(length, Math.ceil(seconds * rate))
    let at = from
    while (at < until) {
      const count = Math.min(PIECE, length - at)
      const data = new Float32Array(count * channels.length)
      channels.forEach((channel, i) => data.set(channel.subarray(at, at + count), i * count))
      const sample = new AudioSample({
        ...{ data, format: 'f32-planar', numberOfChannels: channels.length },
        ...{ sampleRate: rate, timestamp: at / rate },
      })
      await source.add(sample)
      sample.close()
      at += count
    }
    return at
  }
}

import { VideoSampleSink, type InputVideoTrack, type VideoSample } from 'mediabunny'

/** One picture of a film, as it is shown, and when it begins, in seconds of the file. */
export interface FilmPicture {
  readonly canvas: OffscreenCanvas
  readonly timestamp: number
}

interface Size {
  readonly width: number
  readonly height: number
}

/**
 * The pictures of a film on canvases of one size, used again in turn: a picture stays until so many more have come.
 * Each is copied out of its frame: of a frame that is drawn the browser keeps a copy by itself, half a gigabyte of them.
 */
export class PictureSink {
  readonly #frames: VideoSampleSink
  readonly #pool: OffscreenCanvas[] = []
  readonly #whole = new OffscreenCanvas(1, 1)
  #bytes: Uint8ClampedArray<ArrayBuffer> = new Uint8ClampedArray(0)
  #turn = 0

  constructor(
    video: InputVideoTrack,
    private readonly size: Size,
    private readonly poolSize: number,
  ) {
    this.#frames = new VideoSampleSink(video)
  }

  /** From the picture seen at a second on. */
  async *pictures(second: number): AsyncGenerator<FilmPicture, void, unknown> {
    for await (const frame of this.#frames.samples(second)) yield await this.#laid(frame)
  }

  /** Those seen at seconds one after the other. */
  async *picturesAt(seconds: readonly number[]): AsyncGenerator<FilmPicture | undefined, void, unknown> {
    for await (const frame of this.#frames.samplesAtTimestamps(seconds))
      yield frame ? await this.#laid(frame) : undefined
  }

  async #laid(frame: VideoSample): Promise<FilmPicture> {
    const canvas = (this.#pool[this.#turn] ??= new OffscreenCanvas(this.size.width, this.size.height))
    this.#turn = (this.#turn + 1) % this.poolSize
    try {
      await this.#lay(frame, canvas.getContext('2d')!)
      return { canvas, timestamp: frame.timestamp }
    } finally {
      frame.close()
    }
  }

  /** Turned and stretched as its file says. */
  async #lay(frame: VideoSample, surface: OffscreenCanvasRenderingContext2D): Promise<void> {
    const { width, height } = this.size
    const whole = await this.#copied(frame)
    if (!whole) return frame.draw(surface, 0, 0, width, height)
    surface.save()
    surface.translate(width / 2, height / 2)
    if (frame.flip) surface.scale(-1, 1)
    surface.rotate((frame.rotation * Math.PI) / 180)
    const [across, down] = frame.rotation % 180 === 0 ? [width, height] : [height, width]
    surface.drawImage(whole, -across / 2, -down / 2, across, down)
    surface.restore()
  }

  /** Its pixels, as they lie in the file; undefined where the browser cannot give them so. */
  async #copied(frame: VideoSample): Promise<OffscreenCanvas | undefined> {
    const { width, height } = frame.visibleRect
    const room = width * height * 4
    if (this.#bytes.length !== room) {
      this.#bytes = new Uint8ClampedArray(room)
      Object.assign(this.#whole, { width, height })
    }
    try {
      await frame.copyTo(this.#bytes, { format: 'RGBA', colorSpace: 'srgb' })
    } catch {
      return undefined
    }
    this.#whole.getContext('2d')!.putImageData(new ImageData(this.#bytes, width, height), 0, 0)
    return this.#whole
  }
}

import { AudioBufferSink } from 'mediabunny'
import { LRUCache } from 'lru-cache'
import { readTrack, type Track } from '../workers/sound/read-track'

/** Sound is decoded and kept in pieces of so many seconds, the newest of all files together. */
export const PIECE = 10
const MOST_PIECES = 24

/** Decoded pieces of one file, at the file's own rate; they lie one after the other without a gap. */
export class Pieces {
  #track: Promise<Track> | undefined
  readonly #kept = new LRUCache<number, Promise<AudioBuffer | undefined>>({ max: MOST_PIECES })

  constructor(private readonly address: string) {}

  /** The piece that begins at `index` · PIECE seconds; undefined beyond the end. Errors: with a sentence. */
  at(index: number): Promise<AudioBuffer | undefined> {
    let piece = this.#kept.get(index)
    if (!piece) {
      piece = this.#decode(index)
      this.#kept.set(index, piece)
      // Asked for again it is tried again.
      piece.catch(() => this.#kept.delete(index))
    }
    return piece
  }

  close(): void {
    void this.#track?.then(
      ({ close }) => close(),
      () => undefined,
    )
    this.#kept.clear()
  }

  async #decode(index: number): Promise<AudioBuffer | undefined> {
    this.#track ??= readTrack(this.address)
    const { audio } = await this.#track
    const [rate, channels] = [audio.sampleRate, audio.numberOfChannels]
    // Borders of pieces are whole samples, so that they meet.
    const first = Math.round(index * PIECE * rate)
    const next = Math.round((index + 1) * PIECE * rate)
    let piece: AudioBuffer | undefined
    for await (const { buffer, timestamp } of new AudioBufferSink(audio).buffers(first / rate, next / rate)) {
      piece ??= new AudioBuffer({ length: next - first, sampleRate: rate, numberOfChannels: channels })
      layInto(piece, buffer, Math.round(timestamp * rate) - first)
    }
    return piece
  }
}

/** Lays decoded samples where they belong, as far as they lie within the piece. */
function layInto(piece: AudioBuffer, buffer: AudioBuffer, at: number) {
  const skip = Math.max(0, -at)
  const count = Math.min(buffer.length - skip, piece.length - Math.max(0, at))
  if (count <= 0) return
  for (let channel = 0; channel < piece.numberOfChannels; channel++)
    piece.copyToChannel(
      buffer.getChannelData(Math.min(channel, buffer.numberOfChannels - 1)).subarray(skip, skip + count),
      channel,
      Math.max(0, at),
    )
}

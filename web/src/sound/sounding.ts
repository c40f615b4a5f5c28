import { gainsOver, stretchOf, type Sound } from '@unhurried/core'
import { addressOfSound } from '../api/address-of-sound'
import { PIECE, Pieces } from './pieces'

/** Frames that go by, and what is heard meanwhile. */
export interface Passage {
  readonly sounds: Readonly<Record<string, Sound>> | undefined
  readonly fps: number
  readonly first: number
  readonly last: number
}

/** A decoded piece of a sound, and when it is to be heard. */
export interface Due {
  readonly sound: Sound
  readonly piece: number
  /** Seconds of the file. */
  readonly from: number
  readonly to: number
  /** Seconds after the passage began. */
  readonly at: number
}

/** All that is due in a passage, in order. */
export const dueIn = ({ sounds, ...frames }: Passage): Due[] =>
  Object.values(sounds ?? {})
    .flatMap((sound) => dueOf(sound, frames))
    .sort((a, b) => a.at - b.at)

function dueOf(sound: Sound, frames: Omit<Passage, 'sounds'>): Due[] {
  const stretch = stretchOf(sound, frames)
  if (!stretch) return []
  const due: Due[] = []
  for (let piece = Math.floor(stretch.from / PIECE); piece * PIECE < stretch.to; piece++) {
    const from = Math.max(stretch.from, piece * PIECE)
    const to = Math.min(stretch.to, (piece + 1) * PIECE)
    due.push({ sound, piece, from, to, at: stretch.at + from - stretch.from })
  }
  return due
}

/** Decoded pieces of every file that was heard. */
export class PieceStore {
  readonly #files = new Map<string, Pieces>()

  of({ sound, piece }: Due): Promise<AudioBuffer | undefined> {
    let pieces = this.#files.get(sound.file)
    if (!pieces) this.#files.set(sound.file, (pieces = new Pieces(addressOfSound(sound.file))))
    return pieces.at(piece)
  }

  close(): void {
    for (const pieces of this.#files.values()) pieces.close()
    this.#files.clear()
  }
}

/** Begins a piece at its time; one that comes late is begun within, so that it stays in step. */
export function sounded(
  context: BaseAudioContext,
  { due, buffer, when, out }: { due: Due; buffer: AudioBuffer; when: number; out: AudioNode },
): void {
  const late = Math.max(0, context.currentTime - when)
  const [from, begin] = [due.from + late, when + late]
  if (from >= due.to) return
  const strength = new GainNode(context)
  for (const [i, { second, gain }] of gainsOver(due.sound, { from, to: due.to }).entries()) {
    const at = begin + second - from
    if (i === 0) strength.gain.setValueAtTime(gain, at)
    else strength.gain.linearRampToValueAtTime(gain, at)
  }
  strength.connect(out)
  const source = new AudioBufferSourceNode(context, { buffer })
  source.connect(strength)
  source.onended = () => strength.disconnect()
  source.start(begin, from - due.piece * PIECE, due.to - from)
}

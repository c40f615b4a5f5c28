import type { Sound } from '../scene/schema'

/** How a sound lies under the frames of a scene. */
export interface SoundPlace {
  /** Frames a second. */
  readonly fps: number
  /** Samples a second. */
  readonly rate: number
  /** The scene frame at whose beginning the sound begins; it may lie before 1. */
  readonly start: number
  /** The second of the file it begins with. */
  readonly from: number
}

/** Samples of a file from `first` up to, and without, `next`. */
export interface SampleRange {
  readonly first: number
  readonly next: number
}

/**
 * The samples under one frame of a scene. Frames share their borders, so none is heard twice or left out and nothing
 * drifts, however long the scene.
 *
 * @returns sample numbers of the file, s(frame) … s(frame + 1) with s(f) = ((f − start) / fps + from) · rate, halves
 * up; below 0 before the file begins, and beyond its length after it ends
 */
export function soundFrame(frame: number, place: SoundPlace): SampleRange {
  return { first: sampleAt(frame, place), next: sampleAt(frame + 1, place) }
}

function sampleAt(frame: number, { fps, rate, start, from }: SoundPlace): number {
  // Multiplied first: whole numbers stay exact, and a half is a half.
  return Math.floor(((frame - start) * rate) / fps + from * rate + 0.5)
}

/** Seconds of the file in which a sound ends. */
export const endOf = ({ to, seconds }: Pick<Sound, 'to' | 'seconds'>): number => to ?? seconds

/** The last frame under which any of a sound is heard; before its start when it is shorter than half a sample. */
export const lastFrameOf = (sound: Sound, fps: number): number =>
  sound.start + Math.ceil((endOf(sound) - sound.from) * fps - 1e-9) - 1

/** The second of its file that is heard at the beginning of a frame; undefined where the sound is silent. */
export function secondAt(sound: Sound, frame: number, fps: number): number | undefined {
  const second = sound.from + (frame - sound.start) / fps
  return second >= sound.from && second < endOf(sound) ? second : undefined
}

/**
 * How strongly a sound is heard at a second of its file: its strength, less where it fades. Fades rise and fall along
 * a straight line.
 */
export function gainAt(sound: Sound, second: number): number {
  const end = endOf(sound)
  if (sound.muted || second < sound.from || second >= end) return 0
  const rise = sound.fadeIn ? Math.min(1, (second - sound.from) / sound.fadeIn) : 1
  const fall = sound.fadeOut ? Math.min(1, (end - second) / sound.fadeOut) : 1
  return sound.strength * Math.min(rise, fall)
}

import type { Sound } from '../scene/schema'
import { endOf, gainAt } from './frames'

/** A stretch of a sound within a stretch of a scene. */
export interface Stretch {
  /** Seconds after the beginning of the scene's stretch. */
  readonly at: number
  /** Seconds of the file. */
  readonly from: number
  readonly to: number
}

/**
 * What of a sound is heard while frames of a scene go by.
 *
 * @param first - and `last`, both heard
 * @returns undefined where it is silent all the while
 */
export function stretchOf(
  sound: Sound,
  { first, last, fps }: { readonly first: number; readonly last: number; readonly fps: number },
): Stretch | undefined {
  if (sound.muted || sound.strength === 0) return undefined
  // Seconds of the file at the beginning of the first frame and at the end of the last.
  const opens = sound.from + (first - sound.start) / fps
  const closes = sound.from + (last + 1 - sound.start) / fps
  const [from, to] = [Math.max(sound.from, opens), Math.min(endOf(sound), closes)]
  return from < to ? { at: from - opens, from, to } : undefined
}

/** How strongly a sound is heard at a second of its file. */
export interface Bend {
  readonly second: number
  readonly gain: number
}

/**
 * The corners of a sound's strength over a stretch of it: between them it changes along a straight line.
 *
 * @returns at least its two ends, rising in time
 */
export function gainsOver(sound: Sound, { from, to }: Pick<Stretch, 'from' | 'to'>): Bend[] {
  const end = endOf(sound)
  const { fadeIn = 0, fadeOut = 0 } = sound
  const crossing = fadeIn + fadeOut > 0 ? sound.from + ((end - sound.from) * fadeIn) / (fadeIn + fadeOut) : from
  const corners = [sound.from + fadeIn, end - fadeOut, crossing].filter((second) => second > from && second < to)
  // The last moment before its end still sounds.
  const just = (second: number) => Math.min(second, end - 1e-9)
  return [from, ...new Set(corners.sort((a, b) => a - b)), to].map((second) => ({
    second,
    gain: gainAt(sound, just(second)),
  }))
}

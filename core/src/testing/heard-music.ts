import { onsets } from '../sound/onsets'
import { tempo } from '../sound/tempo'
import { madeMusic } from './music'

/** What was found in made-up music against what is known of it. */
export interface HeardMusic {
  readonly pieces: number
  readonly notes: number
  /** Onsets found, and of those the ones at a note. */
  readonly found: number
  readonly right: number
  /** Seconds by which those are off, rising. */
  readonly off: readonly number[]
  /** Pieces whose tempo is right, and such as are right by half or double. */
  readonly tempo: number
  readonly octave: number
}

/**
 * Listens to made-up music.
 *
 * @param near - seconds within which an onset is at a note
 */
export function hearMusic(seeds: readonly number[], near: number): HeardMusic {
  const sum = { notes: 0, found: 0, tempo: 0, octave: 0 }
  const off: number[] = []
  for (const seed of seeds) {
    const { samples, rate, notes, bpm } = madeMusic(seed)
    const heard = onsets(samples, rate)
    sum.notes += notes.length
    sum.found += heard.length
    const left = [...notes]
    for (const { seconds } of heard) {
      const at = left.findIndex((note) => Math.abs(note - seconds) <= near)
      if (at >= 0) off.push(Math.abs(left.splice(at, 1)[0]! - seconds))
    }
    const told = tempo(heard)?.best.bpm ?? 0
    const is = (times: number) => Math.abs(told / (times * bpm) - 1) < 0.02
    if (is(1)) sum.tempo++
    if (is(0.5) || is(2)) sum.octave++
  }
  return { ...sum, pieces: seeds.length, right: off.length, off: off.sort((a, b) => a - b) }
}

/** The harmonic mean of precision and recall. */
export const fScore = ({ right, found, notes }: HeardMusic): number => (2 * right) / (found + notes)

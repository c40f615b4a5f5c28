import { LIMITS } from '../base/limits'
import type { Onset } from './onsets'

/** Beats of a piece of music. */
export interface Tempo {
  /** Beats a minute. */
  readonly bpm: number
  /** The second of the first beat. */
  readonly first: number
  /** From 0, as good as chance, to 1, every onset on a beat and every beat an onset. */
  readonly confidence: number
}

/** Music is looked at between these, in beats a minute. */
const SLOWEST = 40
const FASTEST = 240
/** The next tempo tried is faster by this factor. */
const FINE = 1.004
/** People tap music most readily at about this tempo (van Noorden & Moelants 1999), and less so by octaves from it. */
const READY = 120
const OCTAVES = 1.1
/** An onset as far from a beat is on it, in seconds. */
const ON = 0.05
const FEWEST = 4

/**
 * The tempo of onsets: the beats on which they lie best, with few of the beats empty.
 *
 * @param onsets - seconds, rising
 * @returns the likeliest, and beside it half and double of it, those within 40 … 240 a minute; nothing for fewer than
 * four onsets
 */
export function tempo(
  onsets: readonly Onset[],
): { readonly best: Tempo; readonly others: readonly Tempo[] } | undefined {
  if (onsets.length < FEWEST) return undefined
  let best: { tempo: Tempo; score: number } | undefined
  for (let bpm = SLOWEST; bpm <= FASTEST; bpm *= FINE) {
    const tried = beatsAt(onsets, bpm)
    const readiness = Math.exp(-0.5 * (Math.log2(bpm / READY) / OCTAVES) ** 2)
    const score = tried.confidence * readiness
    if (!best || score > best.score) best = { tempo: tried, score }
  }
  const found = refined(onsets, best!.tempo)
  const others = [found.bpm / 2, found.bpm * 2]
    .filter((bpm) => bpm >= SLOWEST && bpm <= FASTEST)
    .map((bpm) => beatsAt(onsets, bpm))
  return { best: rounded(found), others: others.map(rounded) }
}

/** How well onsets lie on beats at a tempo, and where the first of those beats is. */
function beatsAt(onsets: readonly Onset[], bpm: number): Tempo {
  const period = 60 / bpm
  let [x, y, all] = [0, 0, 0]
  for (const { seconds, strength } of onsets) {
    const turn = (2 * Math.PI * seconds) / period
    x += strength * Math.cos(turn)
    y += strength * Math.sin(turn)
    all += strength
  }
  const together = Math.hypot(x, y) / all
  const phase = ((Math.atan2(y, x) / (2 * Math.PI)) * period + period) % period
  const start = onsets[0]!.seconds
  const first = start + ((((phase - start + ON) % period) + period) % period) - ON
  return { bpm, first, confidence: together * Math.sqrt(covered(onsets, { period, first })) }
}

/** The share of beats, from the first to the last onset, on which there is one. */
function covered(onsets: readonly Onset[], { period, first }: { period: number; first: number }): number {
  const beats = new Set<number>()
  for (const { seconds } of onsets) {
    const beat = Math.round((seconds - first) / period)
    if (Math.abs(seconds - first - beat * period) <= ON) beats.add(beat)
  }
  const last = Math.floor((onsets.at(-1)!.seconds - first + ON) / period)
  return Math.min(1, beats.size / (last + 1))
}

/** The beats laid through the onsets that are on them: the straight line with the least squares. */
function refined(onsets: readonly Onset[], rough: Tempo): Tempo {
  const period = 60 / rough.bpm
  let [n, sumBeat, sumTime, sumBoth, sumSquare] = [0, 0, 0, 0, 0]
  for (const { seconds, strength } of onsets) {
    const beat = Math.round((seconds - rough.first) / period)
    if (Math.abs(seconds - rough.first - beat * period) > Math.min(ON, period / 4)) continue
    n += strength
    sumBeat += strength * beat
    sumTime += strength * seconds
    sumBoth += strength * beat * seconds
    sumSquare += strength * beat * beat
  }
  const spread = n * sumSquare - sumBeat * sumBeat
  if (spread < 1e-9) return rough
  const fitted = (n * sumBoth - sumBeat * sumTime) / spread
  if (Math.abs(fitted / period - 1) > 2 * (FINE - 1)) return rough
  return { ...rough, bpm: 60 / fitted, first: (sumTime - fitted * sumBeat) / n }
}

const rounded = ({ bpm, first, confidence }: Tempo): Tempo => ({
  bpm: Math.min(LIMITS.bpm.max, Math.max(LIMITS.bpm.min, Math.round(bpm * 10) / 10)),
  first,
  confidence,
})

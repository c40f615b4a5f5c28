import { seededRandom } from '../base/random'

/** Music made up, and what is known of it. */
export interface MadeMusic {
  readonly rate: number
  readonly samples: Float32Array
  /** Seconds at which a note begins. */
  readonly notes: readonly number[]
  readonly bpm: number
}

/** Which of eight half beats have a note, by likelihood: beats mostly, the halves between now and then. */
const RHYTHM = [0.98, 0.35, 0.9, 0.3, 0.95, 0.35, 0.9, 0.4]

/**
 * Some seconds of plucked notes and struck noise over a little hiss, played not quite in time.
 *
 * @param seed - the same gives the same music
 */
export function madeMusic(seed: number, { seconds = 15, rate = 22_050 } = {}): MadeMusic {
  const random = seededRandom(seed)
  const bpm = 60 + Math.floor(random() * 100)
  const half = 30 / bpm
  const samples = new Float32Array(Math.round(seconds * rate))
  for (let i = 0; i < samples.length; i++) samples[i] = (random() - 0.5) * 0.004
  const notes: number[] = []
  const first = 0.2 + random() * 0.5
  for (let n = 0; first + n * half < seconds - 0.4; n++) {
    if (random() > RHYTHM[n % RHYTHM.length]!) continue
    const at = first + n * half + (random() - 0.5) * 0.016
    const strength = (n % 2 === 0 ? 0.5 : 0.28) * (0.75 + random() * 0.5)
    notes.push(at)
    if (random() < 0.3) strike(samples, { at, rate, strength, random })
    else pluck(samples, { at, rate, strength, pitch: 110 * 2 ** (Math.floor(random() * 25) / 12) })
  }
  return { rate, samples, notes, bpm }
}

interface Note {
  readonly at: number
  readonly rate: number
  readonly strength: number
}

function pluck(samples: Float32Array, { at, rate, strength, pitch }: Note & { readonly pitch: number }) {
  const begin = Math.round(at * rate)
  for (let i = 0; i < 0.5 * rate && begin + i < samples.length; i++) {
    const t = i / rate
    const rise = Math.min(1, t / 0.004)
    let value = 0
    for (let k = 1; k <= 5; k++) value += Math.sin(2 * Math.PI * pitch * k * t) * Math.exp(-t * (4 + 3 * k)) * (1 / k)
    samples[begin + i]! += 0.5 * strength * rise * value
  }
}

function strike(samples: Float32Array, { at, rate, strength, random }: Note & { readonly random: () => number }) {
  const begin = Math.round(at * rate)
  for (let i = 0; i < 0.15 * rate && begin + i < samples.length; i++)
    samples[begin + i]! += strength * (random() - 0.5) * 1.4 * Math.exp(-i / rate / 0.03)
}

import { seededRandom, writeWav } from '@unhurried/core'

const RATE = 22_050
const SECONDS = 4
/** Laps against the hull in one turn. */
const LAPS = 3

/** Slack water against a hull, four seconds that begin where they end: dulled noise that swells and falls away. */
export function waterSound(): Uint8Array {
  const random = seededRandom(20)
  const noise = Float32Array.from({ length: RATE * SECONDS }, () => random() * 2 - 1)
  const samples = new Float32Array(noise.length)
  let [dull, duller] = [0, 0]
  // Twice round: by the second time it goes on from its own end.
  for (let i = 0; i < 2 * noise.length; i++) {
    const at = i % noise.length
    const turn = (2 * Math.PI * at) / noise.length
    const swell = 0.5 + 0.5 * Math.sin(LAPS * turn + 0.6 * Math.sin(turn))
    dull += 0.09 * (noise[at]! - dull)
    duller += (0.03 + 0.09 * swell) * (dull - duller)
    samples[at] = duller * (0.35 + 1.5 * swell ** 2)
  }
  return writeWav([samples], RATE)
}

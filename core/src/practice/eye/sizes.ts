import { ringArea } from '../../geometry/trace'
import { between, EYE_SIZE, odd, type EyeKind, type EyePicture } from './trial'

const AREA = 7000
const CORNERS = 64

/** A pebble of some area, its shape and how it lies by chance. */
function pebble(area: number, lobes: readonly { size: number; turn: number }[], turned: number): EyePicture {
  const ring = (scale: number) =>
    Array.from({ length: CORNERS }, (_, i) => (i / CORNERS) * 2 * Math.PI).flatMap((angle) => {
      const reach = lobes.reduce((sum, { size, turn }, k) => sum + size * Math.cos((k + 2) * angle + turn), 1) * scale
      return [
        EYE_SIZE.width / 2 + reach * Math.cos(angle + turned),
        EYE_SIZE.height / 2 + reach * Math.sin(angle + turned),
      ]
    })
  const scale = 40 * Math.sqrt(area / Math.abs(ringArea(ring(40))))
  return { frames: [[{ points: ring(scale), closed: true }]] }
}

export const grew: EyeKind = {
  id: 'grew',
  name: 'Which drawing grew?',
  about: 'Four drawings of one pebble, turned; one is larger.',
  unit: '% of its area',
  sees: (amount) => `You see that a drawing is ${amount} too big.`,
  limit: { check: 'volume', limit: 'share', from: (amount) => amount },
  start: 40,
  least: 1,
  most: 80,
  trial: (amount, random) => {
    const lobes = [0.2, 0.12, 0.07].map((size) => ({ size: between(random, 0, size), turn: between(random, 0, 6.28) }))
    return {
      question: 'Which drawing is larger than the others?',
      ...odd(random, (isRight) => pebble(AREA * (isRight ? 1 + amount / 100 : 1), lobes, between(random, 0, 6.28))),
    }
  },
}

import { seededRandom } from '../../base/random'
import { drag } from '../../planners/drag'
import { lineThrough } from '../../planners/figures/figure'
import { swing } from '../../planners/swing'
import type { Exercise, Ideal } from '../exercise'
import { planned } from '../planned'

export const pendulum: Exercise = {
  id: 'pendulum',
  name: 'A pendulum',
  teaches: 'Slow out, slow in, on an arc; a loop that closes.',
  task: ({ frames }) =>
    `A weight hangs on a string and swings for ever: there and back in ${frames.length} frames, from the right. Draw the weight alone, on twos; the string is drawn for you when you ask for the guide.`,
  law: 'The weight stays at one length from where it hangs. It is fastest below and stands for a moment at each end: a quarter of the time it covers only a sixth of the way there.',
  body: 'weight',
  pins: [],
  exposure: 2,
  schools: (seed) => [{ words: 'as gravity swings it', ideal: swung(seed) }],
}

function swung(seed: number): Ideal {
  const random = seededRandom(seed)
  const period = 32 + 4 * Math.floor(random() * 3)
  const ideal = planned(swing, {
    inputs: {
      from: 'frames',
      period,
      wide: 28 + Math.floor(random() * 12),
      length: 280,
      keeps: 1,
      weight: 36,
      x: 480,
      y: 90,
    },
  })
  return ideal
}

export const tail: Exercise = {
  id: 'tail',
  name: 'A tail that follows',
  teaches: 'What hangs comes late, and the end of it latest.',
  task: ({ frames }) =>
    `Its root sways at the mark, there and back in ${frames.length} frames. Draw the tail, and pin its “tip” and “half way” on each drawing.`,
  law: 'Each part does what the part before it did, a little later. While the root goes back the tip still goes on; the tip draws an eight.',
  pins: ['tip', 'half way'],
  exposure: 2,
  schools: (seed) => [{ words: 'as it hangs', ideal: hung(seed, 'chain') }],
}

export const rider: Exercise = {
  id: 'rider',
  name: 'A second body riding on the first',
  teaches: 'What lies on something is carried up, stuck at the top, and falls by itself.',
  task: ({ frames }) =>
    `Something goes up and down and sideways in ${frames.length} frames; its way is drawn. A bean lies on it. Draw the bean alone.`,
  law: 'Carried up it sits. At the top it stays a moment longer than what carries it, then falls by itself until they meet again.',
  body: 'rider',
  pins: [],
  exposure: 1,
  schools: (seed) => [{ words: 'as it rides', ideal: hung(seed, 'rider') }],
}

function hung(seed: number, what: 'chain' | 'rider'): Ideal {
  const random = seededRandom(seed)
  const riding = what === 'rider'
  return planned(drag, {
    inputs: {
      ...{ host: 'swaying', what, cycle: true, links: 5, link: 44, drag: 9, stiff: 0.5, stick: 2, radius: 30 },
      frames: riding ? 32 : 40 + 4 * Math.floor(random() * 3),
      weight: riding ? 1400 : 1290,
      ...{ x: 480, y: riding ? 300 : 150, wide: riding ? 60 : 90, high: riding ? 110 : 10 + Math.floor(random() * 8) },
    },
  })
}

/** How many waves lie along a flag, and how wide the last of it goes, as a share of its length. */
const [WAVES, WIDE] = [0.8, 0.24]

export const flag: Exercise = {
  id: 'flag',
  name: 'A flag in a steady wind',
  teaches: 'A wave that runs outward and never stops: a loop without a beginning.',
  task: ({ frames }) =>
    `A flag hangs from the pole at the left in a steady wind, a wave every ${frames.length} frames. Pin its “middle” and its “end” on each drawing.`,
  law: 'The wave is born at the pole and runs outward, growing. Every part goes up and down in the same time; the farther out, the later and the wider. The last drawing hands on to the first.',
  pins: ['middle', 'end'],
  exposure: 2,
  schools: (seed) => [{ words: 'as a wave runs', ideal: waving(16 + 4 * Math.floor(seededRandom(seed)() * 3)) }],
}

function waving(frames: number): Ideal {
  const [x, y, length] = [260, 200, 420]
  const at = (share: number, frame: number) => ({
    x: x + length * share * 0.96,
    y: y + length * WIDE * share * Math.sin(2 * Math.PI * (WAVES * share - frame / frames)),
  })
  const edge = (frame: number, down: number) =>
    Array.from({ length: 17 }, (_, i) => ({ ...at(i / 16, frame) })).map((point) => ({ x: point.x, y: point.y + down }))
  return {
    loop: true,
    frames: Array.from({ length: frames }, (_, frame) => ({
      marks: { middle: at(0.5, frame), end: at(1, frame) },
      shapes: [
        lineThrough([
          { x, y: y - 40 },
          { x, y: y + 300 },
        ]),
        lineThrough(edge(frame, 0)),
        lineThrough(edge(frame, 150)),
      ],
      ...(frame % (frames / 4) === 0 && { key: true as const }),
    })),
  }
}

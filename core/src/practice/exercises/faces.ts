import { seededRandom } from '../../base/random'
import { blink } from '../../planners/blink'
import { lineThrough, round } from '../../planners/figures/figure'
import { turn } from '../../planners/turn'
import { onFrames, type Exercise, type Ideal } from '../exercise'
import { planned } from '../planned'

const CENTRE = { x: 480, y: 250 }

const blinking = (seed: number, school: 'slow-close' | 'even'): Ideal =>
  planned(blink, {
    inputs: {
      ...{ school, close: 3, shut: 2 + Math.floor(seededRandom(seed)() * 2), open: school === 'even' ? 3 : 2 },
      ...{ times: 1, opening: 6, rest: 8, width: 190, ...CENTRE },
    },
  })

export const blinkOnce: Exercise = {
  id: 'blink',
  name: 'A blink',
  teaches: 'A few frames can carry a thought: how a lid closes and opens.',
  task: ({ frames }) =>
    `An eye is open, blinks once and is open again, in ${frames.length} frames. Draw it on every frame in which the lid moves, and pin the middle of the “lid”.`,
  law: 'Most close slower than they open, with the lid half way at least once; some do both evenly. Shut it stays two frames or three, never one.',
  pins: ['lid'],
  exposure: 1,
  schools: (seed) => [
    { words: 'closing slower than it opens', ideal: blinking(seed, 'slow-close') },
    { words: 'closing and opening evenly', ideal: blinking(seed, 'even') },
  ],
}

export const headTurn: Exercise = {
  id: 'turn',
  name: 'A head that turns, by way of a dip',
  teaches: 'An arc between two poses that lie level; features slide over a round.',
  task: ({ frames }) =>
    `A head looks to the left, and turns to the right in ${frames.length} frames with the rest. It dips on the way. Pin the “nose” and the middle of the “head” on each drawing.`,
  law: 'Half way the head is at its lowest: it goes down, round and up, never straight across. The nose leads along the widest arc and slows into both ends.',
  pins: ['nose', 'head'],
  exposure: 2,
  schools: (seed) => {
    const random = seededRandom(seed)
    const ideal = planned(turn, {
      inputs: {
        ...{ drawings: 13 + 2 * Math.floor(random() * 3), from: -46, to: 46, dip: 26 + Math.floor(random() * 12) },
        ...{ radius: 110, rest: 6, ...CENTRE },
      },
    })
    return [{ words: 'by way of a dip', ideal }]
  },
}

/** A sound of the line, how far the mouth is open for it, how wide it is, and for how many frames. */
type Sound = readonly [letters: string, open: number, wide: number, frames: number]
const LINES: readonly (readonly Sound[])[] = [
  [
    ...([
      ['M', 0, 1, 3],
      ['ay', 0.8, 1.1, 6],
      ['b', 0, 1, 2],
      ['ee', 0.4, 1.35, 6],
    ] as const),
    ...([
      ['the', 0.25, 1.1, 4],
      ['b', 0, 1, 2],
      ['oa', 0.75, 0.75, 7],
      ['t', 0.2, 1.1, 4],
    ] as const),
  ],
  [
    ...([
      ['P', 0, 1, 2],
      ['u', 0.45, 0.8, 4],
      ['ll', 0.3, 1, 4],
      ['m', 0, 1, 3],
    ] as const),
    ...([
      ['y', 0.7, 1.1, 6],
      ['r', 0.3, 0.85, 3],
      ['o', 0.8, 0.75, 6],
      ['pe', 0, 1, 3],
    ] as const),
  ],
]

export const speech: Exercise = {
  id: 'speech',
  name: 'A line of speech',
  teaches: 'Which sounds the mouth must shut for, and that vowels get the time.',
  task: (ideal, seed) =>
    `A mouth says “${lineOf(seed)
      .map(([letters]) => letters)
      .join(
        '·',
      )}”. Its lips meet on ${onFrames(shutFrames(ideal))}. Draw the mouth, and pin the “upper lip” and the “lower lip” on each drawing.`,
  law: 'On m, b and p the lips meet, for one drawing at least. Between them the vowels have the frames; the mouth opens fast and closes slower, and no shape stands for less than two frames.',
  pins: ['upper lip', 'lower lip'],
  exposure: 2,
  schools: (seed) => [{ words: 'level with the sound', ideal: speaking(lineOf(seed)) }],
}

const lineOf = (seed: number) => LINES[seed % LINES.length]!
const shutFrames = ({ frames }: Ideal) => frames.flatMap(({ meets }, i) => (meets ? [i + 1] : []))

function speaking(line: readonly Sound[]): Ideal {
  const frames = line.flatMap(([, open, wide, count], place) =>
    Array.from({ length: count }, (_, i) => {
      // The first frame of a sound is still on the way to it, but lips that must meet do so at once.
      const before = line[place - 1]
      const share = i === 0 && before && open > 0 ? 0.55 : 1
      const mixed = (a: number, b: number) => b + (a - b) * share
      return mouth(mixed(open, before?.[1] ?? open), mixed(wide, before?.[2] ?? wide), {
        meets: open === 0,
        key: i === (open > 0 ? 1 : 0),
      })
    }),
  )
  return { loop: false, frames }
}

function mouth(open: number, wide: number, { meets, key }: { meets: boolean; key: boolean }): Ideal['frames'][number] {
  const { x, y } = CENTRE
  const [half, high] = [90 * wide, 70 * open]
  const lip = (side: 1 | -1) =>
    Array.from({ length: 15 }, (_, i) => -1 + i / 7).map((u) => ({ x: x + u * half, y: y + side * (1 - u * u) * high }))
  return {
    marks: { 'upper lip': { x, y: y - high }, 'lower lip': { x, y: y + high } },
    shapes: [round({ at: CENTRE, radius: 190 }, 'help'), lineThrough(lip(-1)), lineThrough(lip(1))],
    ...(key && { key: true as const }),
    ...(meets && { meets: true as const }),
  }
}

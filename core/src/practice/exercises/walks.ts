import { seededRandom } from '../../base/random'
import { lineThrough } from '../../planners/figures/figure'
import { run, walk } from '../../planners/walk'
import type { Exercise, Ideal, School } from '../exercise'
import { planned } from '../planned'

const GROUND = 460
const MARKS = ['hips', 'near foot', 'far foot'] as const

/** A leg of 200 pixels, so that the figure fills the paper. */
const FIGURE = { thigh: 100, shin: 100, hips: 194, head: 62, x: 480, ground: GROUND, inPlace: true }

function walked(seed: number, passing: 'up' | 'level' | 'low'): Ideal {
  const step = 130 + 10 * Math.floor(seededRandom(seed)() * 4)
  const ideal = planned(walk, { marks: MARKS, inputs: { ...FIGURE, perStep: 12, step, passing, bob: 12, lift: 34 } })
  return { ...ideal, ground: GROUND }
}
const schools = (seed: number): School[] => [
  { words: 'with the hips nearly up at the passing', ideal: walked(seed, 'up') },
  { words: 'with the hips in the middle at the passing', ideal: walked(seed, 'level') },
  { words: 'with the hips low at the passing', ideal: walked(seed, 'low') },
]
const LAW =
  'The leg is longest where the heel strikes and the hips are lowest just after, over the foot that takes the weight; they are highest just after the passing. The foot on the ground goes back by the same way on every frame; the other leaves it at the toe and swings through near the ground. The second step is the first, other leg.'

export const walkOfFour: Exercise = {
  id: 'walk-4',
  name: 'A walk of four drawings',
  teaches: 'Contact, passing, contact, passing: a walk in its fewest drawings.',
  task: () =>
    'A figure walks on the spot, a step in 12 frames, two steps to the loop. Draw four: contact on frame 1, passing on 7, the other contact on 13, the other passing on 19. Pin the “hips”, the “near foot” and the “far foot”.',
  law: LAW,
  pins: MARKS,
  exposure: 6,
  schools,
}
export const walkOfEight: Exercise = {
  ...walkOfFour,
  id: 'walk-8',
  name: 'A walk of eight drawings',
  teaches: 'Down and up between contact and passing: where the weight is.',
  task: () =>
    'The same walk in eight: contact, down, passing, up, and the same for the other leg, each held three frames from frame 1 on. Pin the “hips”, the “near foot” and the “far foot”.',
  exposure: 3,
}

export const runOnTwos: Exercise = {
  id: 'run',
  name: 'A run',
  teaches: 'A step without a foot on the ground, and a lean that carries it.',
  task: ({ frames }) =>
    `A figure runs on the spot, two steps in ${frames.length} frames. Draw it on twos. Pin the “hips”, the “near foot” and the “far foot”.`,
  law: 'For a third of the time no foot is down. The hips are lowest over the bent leg and highest in the air; the foot that pushes off is stretched behind, the other knee is high. The figure leans into the way it goes.',
  pins: MARKS,
  exposure: 2,
  schools: (seed) => {
    const step = 200 + 10 * Math.floor(seededRandom(seed)() * 4)
    const ideal = planned(run, {
      marks: MARKS,
      inputs: { ...FIGURE, hips: 190, perStep: 8, step, bob: 16, lift: 80, air: 35 },
    })
    return [{ words: 'with a third of it in the air', ideal: { ...ideal, ground: GROUND } }]
  },
}

/** By so many frames the lid of the pot comes late. */
const LATE = 3

export const walkingThing: Exercise = {
  id: 'thing',
  name: 'An object that walks',
  teaches: 'What has no face walks by weight alone; what lies on it comes late.',
  task: () =>
    'A stone pot has grown two legs and walks on the spot, a step in 12 frames. Its lid lies loose. Draw it on twos, and pin the middle of the “pot”, the “lid” and the “near foot”.',
  law: 'The pot goes down after each foot is set and up over each leg. Its lid does the same a quarter of a step later: it is still going down when the pot comes up.',
  pins: ['pot', 'lid', 'near foot'],
  exposure: 2,
  schools: (seed) => [{ words: 'as a walk', ideal: pot(walked(seed, 'up')) }],
}

function pot(figure: Ideal): Ideal {
  const count = figure.frames.length
  const hips = figure.frames.reduce((sum, { marks }) => sum + marks['hips']!.y, 0) / count
  const heightAt = (frame: number) => hips + 2.5 * (figure.frames[(frame + count) % count]!.marks['hips']!.y - hips)
  return {
    ...figure,
    frames: figure.frames.map(({ marks, ...frame }, i) => {
      const at = { x: marks['hips']!.x, y: heightAt(i) - 60 }
      const lid = { x: at.x, y: heightAt(i - LATE) - 150 }
      const box = (half: number, top: number, bottom: number) =>
        lineThrough(
          [
            { x: at.x - half, y: top },
            { x: at.x + half, y: top },
            { x: at.x + half * 0.8, y: bottom },
            { x: at.x - half * 0.8, y: bottom },
          ],
          { closed: true },
        )
      return {
        ...frame,
        marks: { pot: at, lid, 'near foot': marks['near foot']! },
        shapes: [
          box(90, at.y - 70, at.y + 60),
          box(96, lid.y - 8, lid.y + 12),
          ...[marks['near foot']!, marks['far foot']!].map((foot, leg) =>
            lineThrough([{ x: at.x + (leg === 0 ? 20 : -20), y: at.y + 60 }, foot, { x: foot.x + 30, y: foot.y + 4 }]),
          ),
        ],
      }
    }),
  }
}

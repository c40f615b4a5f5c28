import { seededRandom } from '../../base/random'
import { bounce } from '../../planners/bounce'
import { leap } from '../../planners/leap'
import { onFrames, meetingFrames, type Exercise, type Ideal } from '../exercise'
import { planned } from '../planned'

const GROUND = 460
/** A whole number by chance. */
const between = (random: () => number, least: number, most: number) => least + Math.floor(random() * (most - least + 1))

const lands = (ideal: Ideal) => onFrames(meetingFrames(ideal))

function ball(seed: number, inputs: { keeps: number; hops: number; squash: number; stretch: number }) {
  const random = seededRandom(seed)
  const fall = between(random, 8, 10)
  return planned(bounce, {
    sized: true,
    inputs: {
      ...inputs,
      ...{ fall, drop: between(random, 250, 310), radius: 34, roll: 12, x: 130, ground: GROUND },
      travel: between(random, 28, 36) / 4,
    },
  })
}

export const lightBall: Exercise = {
  id: 'ball-light',
  name: 'A light ball that dies away',
  teaches: 'Spacing of a fall, hops that shrink by one share, squash only where it lands.',
  task: (ideal) =>
    `A rubber ball is let go at the mark and hops to the right until it lies still. It lands on ${lands(ideal)}. Draw it on every frame, or on twos with a drawing where it lands.`,
  law: 'Falling it goes ever farther from drawing to drawing, rising ever less, and the top is where the drawings crowd. Each hop keeps the same share of the speed of the one before, so each takes that share of its time. It is squashed where it lands and long just before and after, its area the same throughout.',
  body: 'middle',
  pins: [],
  exposure: 1,
  schools: (seed) => [
    { words: 'as gravity has it', ideal: ball(seed, { keeps: 0.7, hops: 3, squash: 0.35, stretch: 0.3 }) },
  ],
}

export const heavyBall: Exercise = {
  id: 'ball-heavy',
  name: 'A heavy ball',
  teaches: 'Weight: the same fall, far less hop, no squash.',
  task: (ideal) =>
    `An iron ball is let go at the mark. It lands on ${lands(ideal)} and hardly rises. Nothing of it gives.`,
  law: 'It falls as the light ball falls: weight shows in what comes after. Its hops keep two fifths of the speed, so they are a sixth as high; its shape never changes.',
  body: 'middle',
  pins: [],
  exposure: 1,
  schools: (seed) => [
    { words: 'as gravity has it', ideal: ball(seed, { keeps: 0.42, hops: 1, squash: 0, stretch: 0 }) },
  ],
}

function leaping(seed: number, more: Readonly<Record<string, number>>, far: boolean): Ideal {
  const random = seededRandom(seed)
  const [height, distance] = far
    ? [between(random, 170, 210), between(random, 430, 520)]
    : [between(random, 60, 90), between(random, 110, 160)]
  const times = far ? { crouch: 8, air: 16, land: 12 } : { crouch: 4, air: 8, land: 8 }
  return planned(leap, {
    sized: true,
    inputs: { ...times, height, distance, radius: 54, x: far ? 190 : 330, ground: GROUND, ...more },
  })
}

export const hop: Exercise = {
  id: 'hop',
  name: 'A hop',
  teaches: 'Crouch, off, over, down, settle: the whole of a leap in small.',
  task: () =>
    'A sack of flour crouches, hops a little to the right and settles. Draw the sack itself; its middle is what is measured.',
  law: 'It goes down before it goes up, and the way up is drawn out. In the air its middle follows one smooth arch whatever its shape does; landing it sinks past its rest and comes back.',
  body: 'body',
  pins: [],
  exposure: 2,
  schools: (seed) => [{ words: 'as a thing thrown', ideal: leaping(seed, { hang: 0 }, false) }],
}

export const longLeap: Exercise = {
  id: 'leap',
  name: 'A leap',
  teaches: 'Anticipation, stretch, the time at the top, a landing with weight.',
  task: () =>
    'From a deep crouch at the mark a figure leaps far to the right, lands and settles. A sack will do; its middle is what is measured.',
  law: 'Half of the time in the air is spent in the upper quarter of the height. A thing thrown follows gravity all the way; an animator who wants it lighter lets it hang at the top a little longer. Both are right, mixing them is not.',
  body: 'body',
  pins: [],
  exposure: 2,
  schools: (seed) => [
    { words: 'as a thing thrown', ideal: leaping(seed, { hang: 0 }, true) },
    { words: 'hanging at the top', ideal: leaping(seed, { hang: 0.4 }, true) },
  ],
}

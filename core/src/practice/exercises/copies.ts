import { seededRandom } from '../../base/random'
import type { Point } from '../../geometry/matrix'
import { lineThrough, round } from '../../planners/figures/figure'
import type { Exercise, Ideal, IdealFrame } from '../exercise'

/** Poses of a small crane, and how many frames it takes from each to the next. */
interface Pose extends Point {
  /** How far its beak is turned up, in radians. */
  readonly tilt: number
  readonly frames: number
}

const COPY = {
  law: 'Keys lie where something turns round, begins or ends: find those first. Between them a breakdown only where the way bends.',
  pins: ['head', 'tip'],
  exposure: 2,
  copied: true,
} as const

export const copiedNod: Exercise = {
  ...COPY,
  id: 'copy-nod',
  name: 'Copy: a nod',
  teaches: 'Finding the keys of a motion one only watches.',
  task: () => task('A long-beaked head nods'),
  schools: (seed) => [{ words: 'as it was shown', ideal: moving(posesFrom(seed, 3)) }],
}
export const copiedSearch: Exercise = {
  ...COPY,
  id: 'copy-search',
  name: 'Copy: searching',
  teaches: 'More poses, and holds between them.',
  task: () => task('A long-beaked head searches the ground'),
  schools: (seed) => [{ words: 'as it was shown', ideal: moving(posesFrom(seed, 5)) }],
}
const task = (what: string) =>
  `${what}. Watch it as often as you like, then draw only its keys, each on its frame, and pin the “head” and the “tip” of its beak on each.`

function posesFrom(seed: number, count: number): Pose[] {
  const random = seededRandom(seed)
  return Array.from({ length: count }, (_, i) => ({
    x: 360 + 240 * random(),
    // By turns high and low, so that each pose is one.
    y: (i % 2 === 0 ? 150 : 300) + 70 * random(),
    tilt: (i % 2 === 0 ? -0.1 : 0.7) + 0.3 * random(),
    frames: 8 + Math.floor(8 * random()),
  }))
}

/** From pose to pose on arcs, slow out and slow in, each pose held for some frames. */
function moving(poses: readonly Pose[]): Ideal {
  const HOLD = 4
  const frames: IdealFrame[] = []
  poses.forEach((pose, n) => {
    const next = poses[n + 1]
    for (let i = 0; i < HOLD; i++) frames.push(crane(pose, i === 0))
    if (!next) return
    for (let i = 1; i < pose.frames; i++) {
      const share = (1 - Math.cos((Math.PI * i) / pose.frames)) / 2
      const mix = (a: number, b: number) => a + (b - a) * share
      const bow = 40 * Math.sin(Math.PI * share) * (n % 2 === 0 ? 1 : -1)
      frames.push(
        crane({ x: mix(pose.x, next.x) + bow, y: mix(pose.y, next.y), tilt: mix(pose.tilt, next.tilt) }, false),
      )
    }
  })
  return { loop: false, frames }
}

function crane({ x, y, tilt }: Omit<Pose, 'frames'>, key: boolean): IdealFrame {
  const tip = { x: x + 150 * Math.cos(tilt), y: y + 150 * Math.sin(tilt) }
  return {
    marks: { head: { x, y }, tip },
    shapes: [
      round({ at: { x, y }, radius: 46 }),
      lineThrough([
        { x: x + 30 * Math.cos(tilt + 0.6), y: y + 30 * Math.sin(tilt + 0.6) },
        tip,
        { x: x + 30 * Math.cos(tilt - 0.6), y: y + 30 * Math.sin(tilt - 0.6) },
      ]),
      lineThrough([
        { x: 300, y: 540 },
        { x: 300 + (x - 300) * 0.4, y: 420 },
        { x: x - 20, y: y + 40 },
      ]),
    ],
    ...(key && { key: true as const }),
  }
}

import { seededRandom } from '../../base/random'
import type { Point } from '../../geometry/matrix'
import { ringArea } from '../../geometry/trace'
import { groundLine, lineThrough, round } from '../../planners/figures/figure'
import { onFrames, meetingFrames, type Exercise, type Ideal, type IdealFrame } from '../exercise'

const GROUND = 460
const ease = (share: number) => (1 - Math.cos(Math.PI * share)) / 2
const fraction = (frame: number, from: number, to: number) => Math.min(1, Math.max(0, (frame - from) / (to - from)))

export const waterDrop: Exercise = {
  id: 'drop',
  name: 'A drop of water',
  teaches: 'Swelling, letting go, falling ever faster, and what is left of it.',
  task: (ideal) =>
    `A drop swells at the mark until frame ${LETS_GO}, lets go, and strikes the water on ${onFrames(meetingFrames(ideal))}. Draw the drop while it is one, then the splash as you like: the drop is what is measured.`,
  law: 'It swells evenly and hangs lower as it does, lets go at its fullest, and falls as everything falls: from frame to frame farther by the same amount. In the air its area is what it was when it let go; fast, it is long.',
  body: 'drop',
  pins: [],
  exposure: 1,
  schools: (seed) => [{ words: 'as water falls', ideal: dripping(12 + Math.floor(seededRandom(seed)() * 4)) }],
}

/** The frame on which the drop hangs no more. */
const LETS_GO = 9
const AFTER = 12

function dripping(fall: number): Ideal {
  const [x, top, full] = [480, 110, 22]
  const drop = GROUND - full - (top + full)
  const frames = Array.from({ length: LETS_GO + fall + AFTER }, (_, i): IdealFrame => {
    const frame = i + 1
    const since = frame - LETS_GO
    if (since > fall) return { marks: {}, shapes: splash(x, since - fall) }
    const radius = since < 0 ? full * (0.45 + (0.55 * i) / (LETS_GO - 1)) : full
    const at = { x, y: since < 0 ? top + radius : top + full + drop * (since / fall) ** 2 }
    const long = 1 + 0.5 * Math.max(0, since / fall)
    const shape = round({
      at,
      radius,
      along: since === fall ? 1 : long,
      across: since === fall ? 1 : 1 / long,
      way: Math.PI / 2,
    })
    return {
      marks: { drop: at },
      shapes: [shape, groundLine(GROUND, x - 200, x + 200)],
      ...(since >= 0 && { area: Math.abs(ringArea(shape.points)) }),
      ...((frame === 1 || since === 0 || since === fall) && { key: true as const }),
      ...(since === fall && { meets: true as const }),
    }
  })
  return { loop: false, ground: GROUND, frames }
}

const splash = (x: number, frame: number) => [
  groundLine(GROUND, x - 200, x + 200),
  round({ at: { x, y: GROUND }, radius: 10 + 9 * frame, across: 0.25 }, 'help'),
  ...[-34, -14, 14, 34].map((way) =>
    round({
      at: { x: x + way * frame * 0.35, y: GROUND - 16 * frame + 1.6 * frame * frame },
      radius: Math.max(2, 7 - frame / 2),
    }),
  ),
]

export const oneIntoAnother: Exercise = {
  id: 'morph',
  name: 'One thing into another',
  teaches: 'A change that keeps its mass while everything else changes.',
  task: ({ frames }) =>
    `A pebble at the mark becomes a leaf while it goes over to the right, in ${frames.length} frames. Draw it on twos. Its middle and its size are measured, its shape is your own.`,
  law: 'It leaves slowly and arrives slowly, on one arc; the change of shape has the same timing as the way. Its area is the same on every drawing.',
  body: 'thing',
  pins: [],
  exposure: 2,
  schools: (seed) => [
    { words: 'slow out and slow in', ideal: changing(24 + 4 * Math.floor(seededRandom(seed)() * 3)) },
  ],
}

function changing(count: number): Ideal {
  const leaf = (angle: number) => 0.55 + 0.75 * Math.abs(Math.cos(angle)) ** 3
  const frames = Array.from({ length: count }, (_, i): IdealFrame => {
    const share = ease(fraction(i, 3, count - 4))
    const middle = { x: 230 + 500 * share, y: 320 - 170 * Math.sin(Math.PI * share) }
    const ring = (scale: number) =>
      Array.from({ length: 48 }, (_, k): Point => {
        const angle = (k / 48) * 2 * Math.PI
        const reach = scale * (1 - share + share * leaf(angle))
        return { x: middle.x + reach * Math.cos(angle), y: middle.y + reach * Math.sin(angle) }
      })
    const areaOf = (points: readonly Point[]) => Math.abs(ringArea(points.flatMap(({ x, y }) => [x, y])))
    const scale = 62 * Math.sqrt((Math.PI * 62 * 62) / areaOf(ring(62)))
    const points = ring(scale)
    return {
      marks: { thing: middle },
      shapes: [lineThrough(points, { closed: true })],
      area: areaOf(points),
      ...((i === 0 || i === count - 1 || i === Math.floor(count / 2)) && { key: true as const }),
    }
  })
  return { loop: false, frames }
}

/** Frames for which the two stay together. */
const TOGETHER = 6

export const twoThatTouch: Exercise = {
  id: 'touch',
  name: 'Two that touch',
  teaches: 'Two bodies, two timings, one frame on which they meet and stay met.',
  task: (ideal) =>
    `Two hands reach for one another, the left one later and faster. They meet on ${onFrames(meetingFrames(ideal))} and stay together for ${TOGETHER} frames. Draw both, and pin the “left” and the “right” fingertip.`,
  law: 'Each goes on its own arc and slows into the meeting. From the frame on which they meet until they part both tips are in one place: what carries them moves, the touch does not slip.',
  pins: ['left', 'right'],
  exposure: 2,
  schools: (seed) => [{ words: 'each on its own arc', ideal: touching(14 + 2 * Math.floor(seededRandom(seed)() * 3)) }],
}

function touching(meet: number): Ideal {
  const spot = (frame: number) => ({ x: 480, y: 250 + 14 * Math.sin((Math.PI * Math.max(0, frame - meet)) / TOGETHER) })
  const reach = (from: Point, frame: number, begins: number) => {
    const share = 1 - (1 - fraction(frame, begins, meet)) ** 2
    const to = spot(frame)
    return {
      x: from.x + (to.x - from.x) * share,
      y: from.y + (to.y - from.y) * share - 60 * Math.sin(Math.PI * share),
    }
  }
  const count = meet + TOGETHER + 10
  const frames = Array.from({ length: count }, (_, i): IdealFrame => {
    const parted = fraction(i, meet + TOGETHER, count)
    const [a, b] = [reach({ x: 180, y: 400 }, i, 6), reach({ x: 780, y: 360 }, i, 0)]
    const left = { x: a.x - 120 * parted, y: a.y + 40 * parted }
    const right = { x: b.x + 120 * parted, y: b.y + 30 * parted }
    return {
      marks: { left, right },
      shapes: [
        lineThrough([{ x: left.x - 150, y: left.y + 90 }, left]),
        lineThrough([{ x: right.x + 150, y: right.y + 80 }, right]),
        round({ at: left, radius: 8 }),
        round({ at: right, radius: 8 }),
      ],
      ...((i === 0 || i === meet || i === meet + TOGETHER || i === count - 1) && { key: true as const }),
      ...(i >= meet && i <= meet + TOGETHER && { meets: true as const }),
    }
  })
  return { loop: false, frames }
}

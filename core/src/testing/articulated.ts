import { clamp } from '../base/clamp'
import { seededRandom } from '../base/random'
import type { Point } from '../geometry/matrix'
import type { Stroke } from '../ink/ink'
import type { GuideLandmark } from '../motion/inbetween'

/** Figures of bones that turn about their joints by known angles: what a true inbetween of them is, is known too. */

interface Bone {
  readonly parent: number
  /** Share of the parent's length where it is joined. */ readonly at: number
  readonly length: number
  readonly rest: number
  readonly bend: number
  readonly width: number
  readonly bow: number
}
interface Figure {
  readonly bones: readonly Bone[]
  readonly head: number
  readonly sides: boolean
}
export interface Articulated {
  readonly a: readonly Stroke[]
  readonly b: readonly Stroke[]
  /** The true lines at a share of the way, by the ids of the first drawing. */
  readonly truth: (t: number) => ReadonlyMap<string, readonly Point[]>
  readonly partner: ReadonlyMap<string, string>
  readonly landmarks: (t: number) => readonly GuideLandmark[]
}

const POINTS = 33
const along = (from: Point, angle: number, far: number): Point => ({
  x: from.x + Math.cos(angle) * far,
  y: from.y + Math.sin(angle) * far,
})

function figureOf(random: () => number, unit: number): Figure {
  const bones: Bone[] = [
    {
      parent: -1,
      at: 0,
      length: unit * (1 + random() * 0.5),
      rest: -Math.PI / 2,
      bend: (random() - 0.5) * 0.7,
      width: unit * 0.32,
      bow: (random() - 0.5) * 0.16,
    },
  ]
  const limbs = 3 + Math.floor(random() * 3)
  for (let limb = 0; limb < limbs; limb++) {
    let parent = 0
    const at = limb % 2 === 0 ? 0.02 : 0.92
    const joints = 2 + Math.floor(random() * 2)
    const out = (limb % 2 === 0 ? Math.PI / 2 : 0) + (random() - 0.5) * 2.2 + (limb % 4 > 1 ? Math.PI / 3 : 0)
    for (let joint = 0; joint < joints; joint++) {
      bones.push({
        parent,
        at: joint === 0 ? at : 1,
        length: unit * (0.45 + random() * 0.4),
        rest: joint === 0 ? out - bones[0]!.rest : (random() - 0.5) * 1.4,
        bend: (random() - 0.5) * 2.4,
        width: unit * (0.16 - joint * 0.03),
        bow: (random() - 0.5) * 0.2,
      })
      parent = bones.length - 1
    }
  }
  return { bones, head: unit * (0.24 + random() * 0.1), sides: random() < 0.5 }
}

/** The figure's lines when its root is at a place and each joint has turned by a share of its bend. */
function linesAt({ bones, head, sides }: Figure, root: Point, t: number): Map<string, Point[]> {
  const lines = new Map<string, Point[]>()
  const placed: { from: Point; angle: number }[] = []
  bones.forEach((bone, i) => {
    const host = placed[bone.parent]
    const from = host ? along(host.from, host.angle, bones[bone.parent]!.length * bone.at) : root
    const angle = (host?.angle ?? 0) + bone.rest + bone.bend * t
    placed.push({ from, angle })
    const side = (off: number, name: string) =>
      lines.set(
        name,
        Array.from({ length: POINTS }, (_, k) => {
          const share = k / (POINTS - 1)
          const across = off * (1 - 0.35 * share) + bone.bow * bone.length * 4 * share * (1 - share)
          return along(along(from, angle, bone.length * share), angle + Math.PI / 2, across)
        }),
      )
    if (sides) {
      side(bone.width / 2, `bone${i}l`)
      side(-bone.width / 2, `bone${i}r`)
    } else side(0, `bone${i}`)
  })
  const top = along(placed[0]!.from, placed[0]!.angle, bones[0]!.length + head)
  const { angle } = placed[0]!
  lines.set(
    'head',
    Array.from({ length: POINTS }, (_, k) =>
      along(
        top,
        angle + Math.PI + (2 * Math.PI * k) / (POINTS - 1),
        head * (1 + 0.12 * Math.cos((2 * Math.PI * k) / (POINTS - 1))),
      ),
    ),
  )
  for (const [name, off] of [
    ['eyel', -0.5],
    ['eyer', 0.5],
  ] as const) {
    const eye = along(along(top, angle + Math.PI / 2, head * off), angle, head * 0.2)
    lines.set(
      name,
      Array.from({ length: 5 }, (_, k) => along(eye, angle, head * (k - 2) * 0.06)),
    )
  }
  lines.set(
    'mouth',
    Array.from({ length: 9 }, (_, k) =>
      along(
        along(top, angle + Math.PI / 2, head * 0.4 * ((k - 4) / 4)),
        angle,
        -head * (0.35 + 0.1 * (1 - ((k - 4) / 4) ** 2)),
      ),
    ),
  )
  return lines
}

/** Lines as a hand draws them: not quite from end to end, and a little beside. */
function byHand(lines: ReadonlyMap<string, readonly Point[]>, random: () => number, prefix: string): Stroke[] {
  return [...lines].map(([id, points]) => {
    const [px, py, wander] = [random() * 6.3, random() * 6.3, 0.7]
    const cut = points.length > 12 && id !== 'head' ? Math.floor(random() * 2) : 0
    return {
      kind: 'stroke',
      id: `${prefix}${id}`,
      swatch: 'ink',
      size: 4,
      points: points
        .slice(cut, points.length - cut)
        .flatMap(({ x, y }, i) => [x + wander * Math.sin(i * 0.4 + px), y + wander * Math.cos(i * 0.35 + py), 0.5]),
    }
  })
}

/** Two drawings of a random figure, some with landmarks whose path is known, a few lines in another order. */
export function articulated(seed: number): Articulated {
  const random = seededRandom(seed)
  const unit = 90 + random() * 60
  const figure = figureOf(random, unit)
  const from = { x: 400, y: 330 }
  const to = { x: 400 + (random() - 0.3) * 3 * unit, y: 330 + (random() - 0.5) * 1.4 * unit }
  const pinned = random() < 0.5
  const bow = pinned ? (random() - 0.5) * unit : 0
  const rootAt = (t: number): Point => ({
    x: from.x + (to.x - from.x) * t,
    y: from.y + (to.y - from.y) * t - 4 * bow * t * (1 - t),
  })
  const at = (t: number) => linesAt(figure, rootAt(t), t)
  const [first, second] = [at(0), at(1)]
  const a = byHand(first, random, '')
  const b = byHand(second, random, 'b')
  for (let swaps = 0; swaps < 3; swaps++) {
    const i = Math.floor(random() * (b.length - 1))
    ;[b[i], b[i + 1]] = [b[i + 1]!, b[i]!]
  }
  return {
    a,
    b,
    truth: at,
    partner: new Map(a.map(({ id }) => [id, `b${id}`])),
    landmarks: (t) => (pinned ? [{ a: rootAt(0), b: rootAt(1), at: rootAt(t) }] : []),
  }
}

export interface Outline {
  readonly a: readonly number[]
  readonly b: readonly number[]
  readonly truth: (t: number) => readonly number[]
}

/** One closed outline of an arm of two bones that bends and goes along, as flat rings. */
export function outline(seed: number): Outline {
  const random = seededRandom(seed * 13 + 5)
  const unit = 80 + random() * 50
  const [bend, swing, width] = [(random() - 0.5) * 3.2, (random() - 0.5) * 2.4, unit * (0.2 + random() * 0.12)]
  const [rest, start] = [(random() - 0.5) * 1.2, random() * 6.3]
  const to = { x: (random() - 0.5) * 2 * unit, y: (random() - 0.5) * unit }
  const ring = (t: number, first = 0) => {
    const shoulder = { x: 400 + to.x * t, y: 300 + to.y * t }
    const upper = start + swing * t
    const fore = upper + rest + bend * t
    // The bones as one smooth course, its direction turning over about the elbow.
    const shares = Array.from({ length: 41 }, (_, k) => k / 40)
    const places: { at: Point; way: number }[] = []
    let at = shoulder
    for (const share of shares) {
      const over = clamp((share - 0.4) / 0.2, 0, 1)
      const way = upper + (fore - upper) * over * over * (3 - 2 * over)
      places.push({ at, way })
      at = along(at, way, (2 * unit) / 40)
    }
    const half = (share: number) => width * Math.sqrt(Math.max(0, 1 - (2 * share - 1) ** 8)) * (1 - 0.3 * share)
    const sides = [
      ...places.map(({ at: p, way }, k) => along(p, way + Math.PI / 2, half(k / 40))),
      ...[...places].reverse().map(({ at: p, way }, k) => along(p, way - Math.PI / 2, half(1 - k / 40))),
    ]
    const shift = Math.round(first * sides.length)
    return sides.map((_, i) => sides[(i + shift) % sides.length]!).flatMap(({ x, y }) => [x, y])
  }
  const shift = random() * 0.1
  return { a: ring(0), b: ring(1, shift), truth: (t) => ring(t) }
}

/** Point-by-point blending of two lines after resampling. */
export function blended(a: readonly Point[], b: readonly Point[], t: number, count = POINTS): Point[] {
  const [p, q] = [evenly(a, count), evenly(b, count)]
  return p.map(({ x, y }, i) => ({ x: x + (q[i]!.x - x) * t, y: y + (q[i]!.y - y) * t }))
}

export function evenly(points: readonly Point[], count: number): Point[] {
  const reached = [0]
  for (let i = 1; i < points.length; i++)
    reached.push(reached[i - 1]! + Math.hypot(points[i]!.x - points[i - 1]!.x, points[i]!.y - points[i - 1]!.y))
  const whole = reached.at(-1)!
  return Array.from({ length: count }, (_, k) => {
    const far = (whole * k) / (count - 1)
    const i = Math.max(
      1,
      reached.findIndex((value) => value >= far - 1e-9),
    )
    const [p, q] = [points[i - 1]!, points[Math.min(i, points.length - 1)]!]
    const t = (far - reached[i - 1]!) / ((reached[i] ?? whole) - reached[i - 1]! || 1)
    return { x: p.x + (q.x - p.x) * t, y: p.y + (q.y - p.y) * t }
  })
}
export const pointsOf = (flat: readonly number[]): Point[] =>
  Array.from({ length: flat.length / 2 }, (_, i) => ({ x: flat[2 * i]!, y: flat[2 * i + 1]! }))
export const pathOfStroke = ({ points }: Stroke): Point[] =>
  Array.from({ length: points.length / 3 }, (_, i) => ({ x: points[3 * i]!, y: points[3 * i + 1]! }))

/** Distances of points from a line, closed or not. */
export function distancesTo(points: readonly Point[], line: readonly Point[], closed: boolean): number[] {
  const all = closed ? [...line, line[0]!] : line
  return points.map((at) => {
    let best = Infinity
    for (let i = 1; i < all.length; i++) {
      const [p, q] = [all[i - 1]!, all[i]!]
      const [dx, dy] = [q.x - p.x, q.y - p.y]
      const t = clamp(((at.x - p.x) * dx + (at.y - p.y) * dy) / (dx * dx + dy * dy || 1), 0, 1)
      best = Math.min(best, Math.hypot(p.x + dx * t - at.x, p.y + dy * t - at.y))
    }
    return best
  })
}
export const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0

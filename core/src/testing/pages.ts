import { seededRandom } from '../base/random'
import type { Grey } from '../paper/grey'
import type { Lie } from '../paper/register'

/** Pages as a scanner or a camera gives them, made up: line on paper unevenly lit, yellowed and grainy, a little moved and turned. */
export interface MadePage {
  readonly width: number
  readonly height: number
  /** Lines, each flat x, y, with how thick it is. */
  readonly lines: readonly MadeLine[]
  /** How the page lies: what would lie at p lies at turn(p − middle) + middle + (dx, dy). */
  readonly lie?: Lie
  /** How unlike the light is from corner to corner, 0 … 1; how grainy it is, in grey values; how dark bare paper is. */
  readonly uneven?: number
  readonly grain?: number
  readonly paper?: number
  readonly pegs?: 'top' | 'bottom'
  readonly seed?: number
}
export interface MadeLine {
  readonly points: readonly number[]
  readonly thick: number
  /** Grey value of its pencil. */
  readonly dark: number
}

type Random = () => number
const between = (random: Random, from: number, to: number) => from + random() * (to - from)

/** Lines as a hand draws them within a box: bows, loops, zigzags and hatching. */
export function madeLines(
  random: Random,
  count: number,
  { x, y, width, height }: { x: number; y: number; width: number; height: number },
): MadeLine[] {
  return Array.from({ length: count }, () => {
    const long = between(random, 0.08, 0.3) * Math.min(width, height)
    const at = { x: x + between(random, 0.15, 0.85) * width, y: y + between(random, 0.15, 0.85) * height }
    const kind = Math.floor(random() * 4)
    const angle = random() * 2 * Math.PI
    const bow = between(random, -1.2, 1.2)
    const wide = between(random, 0.4, 1)
    const waves = 2 + Math.floor(random() * 4)
    const points: number[] = []
    for (let i = 0; i <= 40; i++) {
      const t = i / 40
      let [u, v] = [0, 0]
      if (kind === 0) [u, v] = [(t - 0.5) * 2, bow * (t - 0.5) ** 2 * 2]
      else if (kind === 1)
        [u, v] = [Math.cos(t * 2 * Math.PI), wide * Math.sin(t * 2 * Math.PI) + 0.15 * Math.sin(t * 6 * Math.PI)]
      else if (kind === 2) [u, v] = [(t - 0.5) * 2, 0.3 * (Math.abs(((t * waves) % 1) - 0.5) * 2 - 0.5)]
      else [u, v] = [(t - 0.5) * 2, 0.35 * Math.sin(t * waves * Math.PI + bow)]
      points.push(at.x + long * (u * Math.cos(angle) - v * Math.sin(angle)))
      points.push(at.y + long * (u * Math.sin(angle) + v * Math.cos(angle)))
    }
    return { points, thick: between(random, 1.4, 4), dark: between(random, 15, 90) }
  })
}

const PEG = { across: 0.26, from: 0.045, round: 0.012, slot: 0.022 } as const

/** The page as a grey picture. */
export function madePage({
  width,
  height,
  lines,
  lie = { dx: 0, dy: 0, turn: 0 },
  uneven = 0.35,
  grain = 4,
  paper = 225,
  pegs,
  seed = 1,
}: MadePage): Grey {
  const random = seededRandom(seed)
  const ink = new Float32Array(width * height).fill(1)
  const [cos, sin] = [Math.cos(lie.turn), Math.sin(lie.turn)]
  const place = (x: number, y: number): [number, number] => {
    const [u, v] = [x - width / 2, y - height / 2]
    return [cos * u - sin * v + width / 2 + lie.dx, sin * u + cos * v + height / 2 + lie.dy]
  }
  const sheet = { ink, width, height }
  for (const { points, thick, dark } of lines)
    for (let i = 2; i < points.length; i += 2)
      segment(sheet, place(points[i - 2]!, points[i - 1]!), place(points[i]!, points[i + 1]!), thick / 2, dark / paper)
  if (pegs) {
    const longest = Math.max(width, height)
    const y = pegs === 'top' ? PEG.from * longest : height - PEG.from * longest
    const hole = (x: number, half: number) =>
      segment(sheet, place(x - half, y), place(x + half, y), (PEG.round * longest) / 2, 0.08)
    hole(width / 2, 0)
    for (const side of [-1, 1]) hole(width / 2 + side * PEG.across * longest, (PEG.slot * longest) / 2)
  }
  const [tiltX, tiltY, bend] = [between(random, -1, 1), between(random, -1, 1), between(random, -0.5, 0.5)]
  const data = new Uint8Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [u, v] = [x / width - 0.5, y / height - 0.5]
      const light = 1 - uneven * (0.5 + 0.5 * (tiltX * u + tiltY * v) + bend * (u * u + v * v))
      const noise = grain * (random() + random() + random() - 1.5) * 1.15
      data[y * width + x] = Math.min(255, Math.max(0, paper * light * ink[y * width + x]! + noise))
    }
  return { width, height, data }
}

/** A thick line from one place to another, its edge smooth. */
function segment(
  { ink, width, height }: { ink: Float32Array; width: number; height: number },
  [x0, y0]: readonly [number, number],
  [x1, y1]: readonly [number, number],
  radius: number,
  shade: number,
) {
  const reach = radius + 1
  const [dx, dy] = [x1 - x0, y1 - y0]
  const long = dx * dx + dy * dy
  for (let y = Math.max(0, Math.floor(Math.min(y0, y1) - reach)); y < Math.min(height, Math.max(y0, y1) + reach); y++)
    for (
      let x = Math.max(0, Math.floor(Math.min(x0, x1) - reach));
      x < Math.min(width, Math.max(x0, x1) + reach);
      x++
    ) {
      const [px, py] = [x + 0.5 - x0, y + 0.5 - y0]
      const t = long === 0 ? 0 : Math.min(1, Math.max(0, (px * dx + py * dy) / long))
      const cover = Math.min(1, Math.max(0, radius + 0.5 - Math.hypot(px - t * dx, py - t * dy)))
      if (cover > 0) ink[y * width + x] = Math.min(ink[y * width + x]!, 1 - cover * (1 - shade))
    }
}

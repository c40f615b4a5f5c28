import { memo, strokeOutlines, type Ring, type StrokeShape } from '@unhurried/core'
import type { Surface } from '../paint/surface'
import { grained, noiseTile } from './grain'

const SIDE = 192
/** Wet colour gathers here and thins out there. */
const pools = grained(() => {
  const [broad, fine] = [noiseTile(SIDE, 31, 32), noiseTile(SIDE, 32, 7)]
  return Uint8ClampedArray.from(broad, (value, i) => 96 + 92 * value + 26 * fine[i]!)
}, SIDE)

/** Made when the first watery line is laid: most pages show none. */
let edge: readonly [fine: Float32Array, ragged: Float32Array] | undefined
/** A number of its own for every spot of the paper, −1…1: a line drawn there breaks up the same way again. */
function unevenAt(x: number, y: number): number {
  const wrapped = (value: number) => ((Math.floor(value) % SIDE) + SIDE) % SIDE
  const at = wrapped(y) * SIDE + wrapped(x)
  edge ??= [noiseTile(SIDE, 41, 9), noiseTile(SIDE, 42, 3)]
  return 2 * (0.65 * edge[0][at]! + 0.35 * edge[1][at]!) - 1
}

/** How far the edge wanders, as a share of the line's width, and how finely it is broken up, in pixels. */
const WANDER = 0.2
const FINELY = 2.5
/** What of the colour runs to the edge and dries there: its width as a share of the line's, and its strength. */
const RIM = { width: 0.06, strength: 0.4 } as const

/** An outline broken up where the water ran. */
function brokenUp(ring: Ring, size: number): [number, number][] {
  const result: [number, number][] = []
  ring.forEach(([ax, ay], i) => {
    const [bx, by] = ring[(i + 1) % ring.length]!
    const long = Math.hypot(bx - ax, by - ay)
    if (long < 1e-6) return
    const [nx, ny] = [(by - ay) / long, (ax - bx) / long]
    const steps = Math.max(1, Math.ceil(long / FINELY))
    for (let k = 0; k < steps; k++) {
      const [x, y] = [ax + ((bx - ax) * k) / steps, ay + ((by - ay) * k) / steps]
      const by1 = unevenAt(x, y) * size * WANDER
      result.push([x + nx * by1, y + ny * by1])
    }
  })
  return result
}

const pathOf = (stroke: StrokeShape): Path2D => {
  const path = new Path2D()
  for (const ring of strokeOutlines(stroke)) {
    const edge = brokenUp(ring, stroke.size)
    edge.forEach(([x, y], i) => (i === 0 ? path.moveTo(x, y) : path.lineTo(x, y)))
    path.closePath()
  }
  return path
}
const known = memo((stroke: StrokeShape) => pathOf(stroke))

/** A watery line: pools and pale spots within, a darker rim, an edge that breaks up. */
export function layWatery(surface: Surface, stroke: StrokeShape, colour: string): void {
  const path = known(stroke)
  surface.fillStyle = pools(surface, colour)
  surface.fill(path)
  const before = surface.globalAlpha
  surface.globalAlpha = before * RIM.strength
  surface.strokeStyle = colour
  surface.lineWidth = Math.max(0.6, stroke.size * RIM.width)
  surface.lineJoin = 'round'
  surface.stroke(path)
  surface.globalAlpha = before
}

import { followedBy, movedBy, STAY, type Matrix } from '../../geometry/matrix'
import { LIMITS } from '../../base/limits'
import { numbersIn } from './svg-numbers'

type Attributes = Readonly<Record<string, string>>
const radians = (degrees: number) => (degrees * Math.PI) / 180

/** Each of the ways SVG has to say how a thing lies. */
const WAYS: Readonly<Record<string, (given: readonly number[]) => Matrix>> = {
  matrix: ([a = 1, b = 0, c = 0, d = 1, e = 0, f = 0]) => [a, b, c, d, e, f],
  translate: ([x = 0, y = 0]) => movedBy(x, y),
  scale: ([x = 1, y = x]) => [x, 0, 0, y, 0, 0],
  rotate: ([degrees = 0, x = 0, y = 0]) => {
    const [cos, sin] = [Math.cos(radians(degrees)), Math.sin(radians(degrees))]
    return followedBy(followedBy(movedBy(-x, -y), [cos, sin, -sin, cos, 0, 0]), movedBy(x, y))
  },
  skewX: ([degrees = 0]) => [1, 0, Math.tan(radians(degrees)), 1, 0, 0],
  skewY: ([degrees = 0]) => [1, Math.tan(radians(degrees)), 0, 1, 0, 0],
}

/** From an element's own pixels to those of the picture: its `transform`, then what is around it. */
export function transformOf({ transform = '' }: Attributes, around: Matrix): Matrix {
  let own = STAY
  // Of several the last is done first.
  for (const [, way, given] of transform.matchAll(/(\w+)\s*\(([^)]*)\)/g))
    own = followedBy(WAYS[way!]?.(numbersIn(given!)) ?? STAY, own)
  return own === STAY ? around : followedBy(own, around)
}

/** How large a picture is in its own pixels, and from these to the paper's corner; undefined when it does not say. */
export function viewMatrix({ viewBox, width, height }: Attributes) {
  const [x = 0, y = 0, w = 0, h = 0] = numbersIn(viewBox ?? '')
  const [across = 0, down = 0] = w > 0 && h > 0 ? [w, h] : [...numbersIn(width ?? ''), ...numbersIn(height ?? '')]
  const fits = [across, down].every((side) => side > 0 && side <= LIMITS.reach * 10)
  return fits ? { matrix: x === 0 && y === 0 ? STAY : movedBy(-x, -y), width: across, height: down } : undefined
}

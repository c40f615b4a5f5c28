import { fieldAt, type CameraField, type CameraKey, type Point } from '@unhurried/core'

const far = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y)

/**
 * What the pen makes of a field it took hold of, from where it is now.
 *
 * @param what - a `corner` makes it larger or smaller, the `knob` turns it, anything else moves it
 * @param from - where it was taken hold of; scene pixels
 */
export function fieldHeld(was: CameraField, what: string | undefined, from: Point): (at: Point) => CameraField {
  if (what === 'corner') {
    const before = Math.max(1, far(from, was))
    return (at) => ({ ...was, scale: (was.scale * far(at, was)) / before })
  }
  if (what === 'knob') return turnedFrom(was, from)
  return (at) => ({ ...was, x: was.x + at.x - from.x, y: was.y + at.y - from.y })
}

/** Turned as far as the pen goes round, also more than once. */
function turnedFrom(was: CameraField, from: Point): (at: Point) => CameraField {
  const angle = (at: Point) => Math.atan2(at.y - was.y, at.x - was.x)
  let [last, turn] = [angle(from), was.turn]
  return (at) => {
    const step = angle(at) - last
    turn += Math.atan2(Math.sin(step), Math.cos(step))
    last = angle(at)
    return { ...was, turn }
  }
}

const DEGREE = Math.PI / 180
const STEPS: Readonly<Record<string, (was: CameraField, step: number) => CameraField>> = {
  ArrowLeft: (was, step) => ({ ...was, x: was.x - step }),
  ArrowRight: (was, step) => ({ ...was, x: was.x + step }),
  ArrowUp: (was, step) => ({ ...was, y: was.y - step }),
  ArrowDown: (was, step) => ({ ...was, y: was.y + step }),
  '+': (was) => ({ ...was, scale: was.scale / 1.02 }),
  '=': (was) => ({ ...was, scale: was.scale / 1.02 }),
  '-': (was) => ({ ...was, scale: was.scale * 1.02 }),
  '[': (was) => ({ ...was, turn: was.turn - DEGREE }),
  ']': (was) => ({ ...was, turn: was.turn + DEGREE }),
  Enter: (was) => was,
}

/** What a key makes of a field, a place moved by `step` pixels; undefined for one that means nothing here. */
export const fieldByKey = (was: CameraField, key: string, step: number): CameraField | undefined =>
  STEPS[key]?.(was, step)

/** Above the middle of the upper edge, so far up: what it is turned by. */
export function knobOf([a, b]: readonly Point[], { turn }: CameraField, up: number): Point {
  return { x: (a!.x + b!.x) / 2 + Math.sin(turn) * up, y: (a!.y + b!.y) / 2 - Math.cos(turn) * up }
}

/** Where the middle of the field goes from frame to frame, over all its keys; nowhere with one. */
export function wayOfField(keys: readonly CameraKey[]): CameraField[] {
  const [first, last] = [keys[0], keys.at(-1)]
  if (!first || !last || first === last) return []
  return Array.from({ length: last.frame - first.frame + 1 }, (_, i) => fieldAt(keys, first.frame + i)!)
}

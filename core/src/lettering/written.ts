import { LIMITS } from '../base/limits'
import { tracedShapes } from '../paper/trace'
import type { Revealed } from './reveal'

/** How far beyond the lettering what is shown reaches, in pixels: soft edges of the ink are shown with it. */
const MARGIN = 6

/** Times are kept less finely than lengths are, in pixels. */
const FINE = 1e-3

/** A shape with its holes, flat x, y in scene pixels. */
export interface WrittenShape {
  readonly outline: readonly number[]
  readonly holes: readonly (readonly number[])[]
}

/**
 * Where lettering is shown at each of some places of the pen: all that was passed by then, a little beyond its edge but
 * never over what is still to come. At the end of the way it is a box with all of the lettering in it.
 *
 * @param ways - along the whole way, in pixels of the lettering
 * @param scale - pixels of the lettering to one of the scene
 */
export function writtenShapes(revealed: Revealed, ways: readonly number[], scale = 1): WrittenShape[][] {
  const field = widenedField(revealed)
  const place = (flat: readonly number[]) =>
    flat.map((value, i) => (value + (i % 2 === 0 ? field.left : field.top)) / scale)
  return ways.map((way) => {
    if (way >= revealed.whole - FINE) return [{ outline: place(boxOf(field)), holes: [] }]
    return shapesOf(field, way + FINE).map(({ outline, holes }) => ({
      outline: place(outline),
      holes: holes.slice(0, LIMITS.holes).map(place),
    }))
  })
}

export type WrittenField = Pick<Revealed, 'left' | 'top' | 'width' | 'height' | 'times'>

const boxOf = ({ width, height }: WrittenField) => [0, 0, width, 0, width, height, 0, height]

/** The field with room about it: pixels near the lettering have the time of the nearest of it. */
export function widenedField({ left, top, width, height, times }: WrittenField): WrittenField {
  const room = MARGIN + 2
  const [across, down] = [width + 2 * room, height + 2 * room]
  const wide = new Float32Array(across * down).fill(Infinity)
  for (let y = 0; y < height; y++) wide.set(times.subarray(y * width, (y + 1) * width), (y + room) * across + room)
  let edge: number[] = []
  for (let at = 0; at < wide.length; at++) if (wide[at]! < Infinity) edge.push(at)
  for (let step = 0; step < MARGIN; step++) {
    const next: number[] = []
    for (const at of edge)
      for (const beside of [at - 1, at + 1, at - across, at + across]) {
        if (wide[beside]! < Infinity) continue
        wide[beside] = wide[at]!
        next.push(beside)
      }
    edge = next
  }
  return { left: left - room, top: top - room, width: across, height: down, times: wide }
}

function shapesOf({ width, height, times }: WrittenField, way: number) {
  let [left, right, top, bottom] = [width, -1, height, -1]
  for (let y = 0, at = 0; y < height; y++)
    for (let x = 0; x < width; x++, at++) {
      if (times[at]! > way) continue
      if (x < left) left = x
      if (x > right) right = x
      if (y < top) top = y
      if (y > bottom) bottom = y
    }
  if (right < 0) return []
  const box = { width: right - left + 3, height: bottom - top + 3 }
  const data = new Uint8Array(box.width * box.height)
  for (let y = top; y <= bottom; y++)
    for (let x = left; x <= right; x++)
      if (times[y * width + x]! <= way) data[(y - top + 1) * box.width + x - left + 1] = 255
  const moved = (flat: readonly number[]) => flat.map((value, i) => value + (i % 2 === 0 ? left : top) - 1)
  return tracedShapes({ ...box, data }).map(({ outline, holes }) => ({
    outline: moved(outline),
    holes: holes.map(moved),
  }))
}

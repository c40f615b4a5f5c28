import { LAW_WORDS } from '../../timing/chart'
import { fieldInNumbers, sameField } from '../../timing/seen/camera'
import type { CameraKey } from '../../scene/schema'
import { grey, type Pen } from '../print'

/** Width of the camera's column on a printed sheet, in points. */
export const CAMERA = 88
const RAIL = 8
const WORDS = RAIL + 7
const SMALL = 6.5

/** What the camera sees, as its tray tells it: "200 % 320, 180" and, where it is turned, "5°". */
export function fieldInWords(key: CameraKey): string {
  const { x, y, percent, degrees } = fieldInNumbers(key)
  const place = `${percent} %  ${x}, ${y}`
  return degrees === 0 ? place : `${place}  ${degrees}°`
}

interface Column {
  readonly left: number
  /** Frames of the page. */
  readonly from: number
  readonly to: number
  readonly rowHeight: number
  /** Where a frame's row begins, in points from the top. */
  readonly yOf: (frame: number) => number
}

/**
 * The camera of a take beside its frames: a mark and what is seen at every key, between two a line, broken where it
 * stands, and by which law it goes on.
 */
export function cameraColumn(pen: Pen, keys: readonly CameraKey[], { left, from, to, rowHeight, yOf }: Column) {
  const rail = left + RAIL
  const middle = (frame: number) => yOf(frame) + rowHeight / 2
  const words = (text: string, frame: number) =>
    pen.text(text, left + WORDS, middle(frame) + 2.3, { size: SMALL, tone: grey, room: CAMERA - WORDS - 2 })
  keys.forEach((key, i) => {
    const next = keys[i + 1]
    if (next && next.frame > from && key.frame < to) {
      const [top, bottom] = [Math.max(middle(key.frame), yOf(from)), Math.min(middle(next.frame), yOf(to + 1))]
      pen.line(rail, top, rail, bottom, { width: 0.9, ...(sameField(key, next) && { dash: [1.5, 3] }) })
      const below = key.frame + 1
      if (!sameField(key, next) && below < next.frame && below >= from && below <= to) words(LAW_WORDS[key.law], below)
    }
    if (key.frame < from || key.frame > to) return
    const [y, reach] = [middle(key.frame), 3]
    const corners = [
      [rail, y - reach],
      [rail + reach, y],
      [rail, y + reach],
      [rail - reach, y],
    ] as const
    corners.forEach(([x1, y1], n) => {
      const [x2, y2] = corners[(n + 1) % corners.length]!
      pen.line(x1, y1, x2, y2, { width: 0.9 })
    })
    words(fieldInWords(key), key.frame)
  })
}

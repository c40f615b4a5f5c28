/** How a figure is pulled out from where the pen came down to where it is now, in pixels. */
export interface Pull {
  readonly from: readonly [x: number, y: number]
  readonly to: readonly [x: number, y: number]
  /** A line to the nearest eighth of a turn, a circle and a square. */
  readonly even: boolean
  /** Pulled out from its middle. */
  readonly fromMiddle: boolean
}
export type Figure = 'line' | 'circle' | 'box'

/** Half a turn in corners of a circle's course, at the least, and the pixels between them. */
const FEWEST = 24
const APART = 4

/** The points (x, y, pressure) of a line, circle or box pulled out with the pen. */
export function figurePoints(figure: Figure, { from, to, even, fromMiddle }: Pull, pressure = 0.5): number[] {
  let [dx, dy] = [to[0] - from[0], to[1] - from[1]]
  if (even && figure === 'line') {
    const far = Math.hypot(dx, dy)
    const angle = Math.round(Math.atan2(dy, dx) / (Math.PI / 4)) * (Math.PI / 4)
    ;[dx, dy] = [Math.cos(angle) * far, Math.sin(angle) * far]
  } else if (even) {
    const side = Math.max(Math.abs(dx), Math.abs(dy))
    ;[dx, dy] = [side * (dx < 0 ? -1 : 1), side * (dy < 0 ? -1 : 1)]
  }
  const [ax, ay] = fromMiddle ? [from[0] - dx, from[1] - dy] : from
  const [bx, by] = [from[0] + dx, from[1] + dy]
  if (figure === 'circle') {
    const [cx, cy, rx, ry] = [(ax + bx) / 2, (ay + by) / 2, Math.abs(bx - ax) / 2, Math.abs(by - ay) / 2]
    const count = Math.max(FEWEST, Math.ceil((Math.PI * (rx + ry)) / APART))
    return Array.from({ length: count + 1 }, (_, i) => [
      cx + rx * Math.cos((2 * Math.PI * i) / count),
      cy + ry * Math.sin((2 * Math.PI * i) / count),
      pressure,
    ]).flat()
  }
  const corners: readonly (readonly [number, number])[] =
    figure === 'line'
      ? [
          [ax, ay],
          [bx, by],
        ]
      : [
          [ax, ay],
          [bx, ay],
          [bx, by],
          [ax, by],
          [ax, ay],
        ]
  return corners.flatMap(([x, y], i) => {
    if (i === 0) return [x, y, pressure]
    const [px, py] = corners[i - 1]!
    // Points close by keep corners sharp under any brush.
    const parts = Math.max(1, Math.ceil(Math.hypot(x - px, y - py) / APART))
    return Array.from({ length: parts }, (_, n) => [
      px + ((x - px) * (n + 1)) / parts,
      py + ((y - py) * (n + 1)) / parts,
      pressure,
    ]).flat()
  })
}

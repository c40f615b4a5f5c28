import {
  clamp,
  followedBy,
  inverted,
  movedBy,
  scaledAbout,
  transformPoint,
  turnedAbout,
  type Matrix,
  type Point,
} from '@unhurried/core'

/** How the paper is looked at. `fit` follows the size of the table; `zoom` is CSS pixels for one scene pixel. */
export interface View {
  readonly fit: boolean
  readonly zoom: number
  /** In radians. */
  readonly turn: number
  readonly mirror: boolean
  /** The place of the scene in the middle of the table. */
  readonly x: number
  readonly y: number
}
export const ZOOM = { least: 0.04, most: 40 } as const
export const FIT: View = { fit: true, zoom: 1, turn: 0, mirror: false, x: 0, y: 0 }

interface Size {
  readonly width: number
  readonly height: number
}
const MARGIN = 8
const ORIGIN = { x: 0, y: 0 }

/** The view with the numbers that go with the table's size now. Cells are fitted in whole pixels when they are large enough. */
export function fitted(view: View, table: Size, paper: Size & { cells?: boolean | undefined }): View {
  if (!view.fit) return view
  const [cos, sin] = [Math.abs(Math.cos(view.turn)), Math.abs(Math.sin(view.turn))]
  const across = paper.width * cos + paper.height * sin
  const down = paper.width * sin + paper.height * cos
  const fit = Math.min(Math.max(40, table.width - 2 * MARGIN) / across, Math.max(40, table.height - 2 * MARGIN) / down)
  const zoom =
    paper.cells && fit >= 1
      ? Math.floor(fit)
      : paper.width * fit >= 64
        ? Math.floor(paper.width * fit) / paper.width
        : fit
  return { ...view, zoom, x: paper.width / 2, y: paper.height / 2 }
}

/** From scene pixels to CSS pixels of the table. Upright paper lies on whole pixels. */
export function matrixOf({ zoom, turn, mirror, x, y }: View, table: Size): Matrix {
  const placed = followedBy(
    followedBy(
      followedBy(movedBy(-x, -y), scaledAbout(ORIGIN, { along: mirror ? -zoom : zoom, across: zoom })),
      turnedAbout(ORIGIN, turn),
    ),
    movedBy(table.width / 2, table.height / 2),
  )
  if (turn !== 0) return placed
  return [placed[0], placed[1], placed[2], placed[3], Math.round(placed[4]), Math.round(placed[5])]
}

/** The view turned, zoomed or moved so that the scene's place under `from` on the table comes to lie under `to`. */
export function anchored(
  view: View,
  table: Size,
  { from, to = from, by = 1, turn = 0 }: { from: Point; to?: Point; by?: number; turn?: number },
): View {
  const place = transformPoint(inverted(matrixOf(view, table)), from)
  const next = {
    ...view,
    fit: false,
    zoom: clamp(view.zoom * by, ZOOM.least, ZOOM.most),
    turn: Math.abs(view.turn + turn) < 1e-6 ? 0 : view.turn + turn,
  }
  const now = transformPoint(inverted(matrixOf(next, table)), to)
  return { ...next, x: next.x + place.x - now.x, y: next.y + place.y - now.y }
}

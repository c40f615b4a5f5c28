import { redrawn } from '../timing/column'
import type { Scene } from '../scene/schema'
import { drawingOf, withSheet } from './lookup'

/** Takes a drawing out of every take: the drawing before it is held instead. Its ink is kept for undo. */
export function withoutDrawing(scene: Scene, drawing: string): Scene {
  const { level } = drawingOf(scene, drawing)
  let next: Scene = {
    ...withoutWritings(withoutGuides(scene, [drawing]), [drawing]),
    drawings: Object.fromEntries(Object.entries(scene.drawings).filter(([id]) => id !== drawing)),
  }
  for (const take of Object.keys(scene.sheets)) {
    const column = redrawn(scene.sheets[take]![level]!, (shown, before) => (shown === drawing ? before : shown))
    next = withSheet(next, take, level, column)
  }
  return next
}

/** The scene without what a planner laid under these drawings. */
export function withoutGuides(scene: Scene, drawings: readonly string[]): Scene {
  if (!drawings.some((drawing) => scene.guides?.[drawing])) return scene
  const { guides, ...rest } = scene
  const left = Object.fromEntries(Object.entries(guides!).filter(([drawing]) => !drawings.includes(drawing)))
  return Object.keys(left).length > 0 ? { ...rest, guides: left } : rest
}

/** The scene without the pen's ways over these drawings. */
export function withoutWritings(scene: Scene, drawings: readonly string[]): Scene {
  if (!drawings.some((drawing) => scene.writings?.[drawing])) return scene
  const { writings, ...rest } = scene
  const left = Object.fromEntries(Object.entries(writings!).filter(([drawing]) => !drawings.includes(drawing)))
  return Object.keys(left).length > 0 ? { ...rest, writings: left } : rest
}

/** The scene with a drawing struck from whatever chart asks for it. */
export function withoutMark(scene: Scene, drawing: string): Scene {
  const chart = Object.values(scene.charts).find(({ marks }) => marks.some((mark) => mark.drawing === drawing))
  if (!chart) return scene
  const marks = chart.marks.filter((mark) => mark.drawing !== drawing)
  return { ...scene, charts: { ...scene.charts, [chart.id]: { ...chart, marks } } }
}

import { measuredOf, type InkOf } from '../checks/measured'
import type { Scene } from '../scene/schema'
import { drawingsShown, exposuresOf } from '../timing/sheet'
import type { Exercise } from './exercise'
import type { MarkedDrawing } from './score'

/**
 * What was drawn of an exercise, by the frame that shows it first: places of its pins, the middle and the size of its one
 * shape. The level with most of it is the one that is meant.
 */
export function markedDrawings(exercise: Exercise, scene: Scene, inkOf: InkOf): MarkedDrawing[] {
  const levels = scene.levelOrder.map((level) =>
    drawingsShown(exposuresOf(scene, level, scene.mainTake)).filter(
      ({ drawing }) => Object.keys(scene.drawings[drawing]!.passes).length > 0,
    ),
  )
  const shown = levels.reduce((a, b) => (b.length > a.length ? b : a), [])
  return shown.map(({ drawing, frame }) => {
    const entry = scene.drawings[drawing]!
    const shape = exercise.body === undefined ? undefined : measuredOf(drawing, inkOf)?.shape
    const pins = (scene.levels[entry.level]!.landmarks ?? []).flatMap(({ id, name }) => {
      const pin = entry.pins?.[id]
      return pin ? [[name, { x: pin.x, y: pin.y }] as const] : []
    })
    const body = exercise.body !== undefined && shape ? { [exercise.body]: shape.centre } : {}
    return {
      ...{ drawing, number: entry.number, frame, marks: { ...body, ...Object.fromEntries(pins) } },
      ...(shape && { area: shape.area }),
    }
  })
}

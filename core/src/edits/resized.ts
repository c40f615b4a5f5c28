import { LIMITS } from '../base/limits'
import { followsDrawings, isHeldThroughout, lengthOfDrawings } from '../timing/ahead'
import { resizedTo } from '../timing/column'
import type { Scene, Settings } from '../scene/schema'

/** The levels of a take that are being changed. */
interface InHand {
  readonly take: string
  readonly levels: readonly string[]
}

/**
 * The sheets made as long as the scene is: empty frames come and go at the end, a ground lies under all of it. While
 * levels are in hand whatever else is held from end to end is held along too.
 */
export function resized(scene: Scene, length: number, inHand?: InHand): Scene {
  const goesAlong = (take: string, level: string) =>
    scene.levels[level]!.kind === 'ground' ||
    (inHand !== undefined && !(take === inHand.take && inHand.levels.includes(level)))
  const sheets = Object.fromEntries(
    Object.entries(scene.sheets).map(([take, levels]) => [
      take,
      Object.fromEntries(
        Object.entries(levels).map(([level, column]) => {
          const along = goesAlong(take, level) && isHeldThroughout(column)
          return [level, along ? [{ ...column[0]!, frames: length }] : [...resizedTo(column, length)]]
        }),
      ),
    ]),
  )
  return { ...scene, sheets }
}

const withLength = (scene: Scene, length: number, inHand: InHand): Scene =>
  resized({ ...scene, settings: { ...scene.settings, length } }, length, inHand)

/**
 * Changes levels of a scene; where its length follows the drawings there is room at the end for what moves along, and
 * after it the scene ends where its drawings do. Errors: EditRefused.
 */
export function asDrawn(scene: Scene, inHand: InHand, change: (scene: Scene) => Scene): Scene {
  if (!followsDrawings(scene.settings)) return change(scene)
  const next = change(withLength(scene, LIMITS.length.max, inHand))
  return withFittingSettings(withLength(next, lengthOfDrawings(next), inHand))
}

/** Beats begin and the cover lies within the scene; a setting that was taken away leaves nothing behind. */
export function withFittingSettings(scene: Scene): Scene {
  const { beats, cells, colourLimit, cover, handsOnTo, exposure, lengthFollows, dueOn, exercise, ...settings } =
    scene.settings
  const kept: Settings = {
    ...settings,
    ...(cells && { cells }),
    ...(colourLimit && { colourLimit }),
    ...(cover && { cover: Math.min(cover, settings.length) }),
    ...(handsOnTo && { handsOnTo }),
    ...(exposure && { exposure }),
    ...(lengthFollows && { lengthFollows }),
    ...(dueOn && { dueOn }),
    ...(exercise && { exercise }),
    ...(beats && { beats: { ...beats, first: Math.min(beats.first, settings.length) } }),
  }
  return { ...scene, settings: kept }
}

import { clamp } from '../base/clamp'
import { isCycle } from './columns'
import type { Column, Exposure, Scene } from './schema'

/** A pencil test plays this many frames at the most: some seconds say what a scene is. */
export const PENCIL_TEST_FRAMES = 96

/** All of the main take with only what it shows and what is heard: what a reel needs of a scene. */
export const playedScene = (scene: Scene): Scene => ({
  ...pencilTest(scene, scene.settings.length),
  ...(scene.sounds && { sounds: scene.sounds }),
})

/**
 * The first frames of the main take with only what they show: what a pencil test needs, whole by itself. A cover that
 * lies beyond them follows as one frame more. Guides, charts, plans, other takes and references are left out.
 */
export function pencilTest(scene: Scene, frames = PENCIL_TEST_FRAMES): Scene {
  const played = Math.min(scene.settings.length, frames)
  // Scenes kept before frames taken out moved the cover along may name one beyond their end.
  const cover = Math.min(scene.settings.cover ?? 1, scene.settings.length)
  const beyond = cover > played
  const length = beyond ? played + 1 : played
  const main = scene.sheets[scene.mainTake]!
  const columns = Object.fromEntries(
    Object.entries(main).map(([level, column]) => [
      level,
      [...frameRange(column, 0, played), ...(beyond ? frameRange(column, cover - 1, cover) : [])],
    ]),
  )
  const shown = new Set(Object.values(columns).flatMap((column) => column.flatMap(({ drawing }) => drawing ?? [])))
  const drawings = Object.fromEntries(
    Object.entries(scene.drawings).flatMap(([id, { pins: _, ...drawing }]) =>
      shown.has(id) ? [[id, { ...drawing, note: '' }]] : [],
    ),
  )
  const { notes: _, ...take } = scene.takes[scene.mainTake]!
  return {
    format: scene.format,
    settings: { ...scene.settings, length, ...(scene.settings.cover && { cover: beyond ? length : cover }) },
    palette: scene.palette,
    levelOrder: scene.levelOrder,
    levels: scene.levels,
    drawings,
    charts: {},
    takes: { [scene.mainTake]: take },
    mainTake: scene.mainTake,
    sheets: { [scene.mainTake]: columns },
    ...(scene.pages && { pages: scene.pages }),
  }
}

/** The exposures of the frames after the first `from` up to `to`. */
function frameRange(column: Column, from: number, to: number): Exposure[] {
  const result: Exposure[] = []
  let at = 0
  const put = ({ drawing, frames }: Exposure) => {
    const within = clamp(at + frames, from, to) - clamp(at, from, to)
    if (within > 0) result.push({ drawing, frames: within })
    at += frames
  }
  for (const entry of column) {
    if (at >= to) break
    if (!isCycle(entry)) put(entry)
    else
      for (let turned = 0; turned < entry.frames;)
        for (const exposure of entry.cycle) {
          put({ ...exposure, frames: clamp(entry.frames - turned, 0, exposure.frames) })
          turned += exposure.frames
        }
  }
  return result
}

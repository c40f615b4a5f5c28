import { isCycle } from './columns'
import type { Column, Exposure, Scene } from './schema'

/** A pencil test shows this many frames at the most: some seconds say what a scene is. */
const FRAMES = 96

/**
 * The first frames of the main take with only what they show: what a pencil test needs, whole by itself. Guides,
 * charts, plans, other takes and references are left out.
 */
export function pencilTest(scene: Scene, frames = FRAMES): Scene {
  const length = Math.min(scene.settings.length, frames)
  const main = scene.sheets[scene.mainTake]!
  const columns = Object.fromEntries(
    Object.entries(main).map(([level, column]) => [level, firstFrames(column, length)]),
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
    settings: { ...scene.settings, length },
    palette: scene.palette,
    levelOrder: scene.levelOrder,
    levels: scene.levels,
    drawings,
    charts: {},
    takes: { [scene.mainTake]: take },
    mainTake: scene.mainTake,
    sheets: { [scene.mainTake]: columns },
  }
}

function firstFrames(column: Column, length: number): Exposure[] {
  const result: Exposure[] = []
  let left = length
  const put = ({ drawing, frames }: Exposure) => {
    if (left <= 0) return
    result.push({ drawing, frames: Math.min(frames, left) })
    left -= frames
  }
  for (const entry of column) {
    if (!isCycle(entry)) put(entry)
    else
      for (let turned = 0; turned < entry.frames && left > 0;)
        for (const exposure of entry.cycle) {
          put({ ...exposure, frames: Math.min(exposure.frames, Math.max(0, entry.frames - turned)) })
          turned += exposure.frames
        }
  }
  return result.filter(({ frames }) => frames > 0)
}

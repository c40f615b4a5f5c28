import type { Approach, Level, LightTable, Scene, Settings, Swatch } from './schema'

const PASTELS: readonly Swatch[] = [
  { id: 'pencil', name: 'Pencil', colour: '#2a2932' },
  { id: 'tide', name: 'Tide rough', colour: '#3e7c86' },
  { id: 'brick', name: 'Brick note', colour: '#b9472f' },
]

/** How the light table starts out under each approach; every switch can be changed afterwards. */
export function startingLightTable(approach: Approach): LightTable {
  const shows = approach === 'pose-to-pose' ? 'parents' : 'earlier'
  return {
    on: true,
    shows,
    earlier: approach === 'straight-ahead' ? 2 : 1,
    later: approach === 'pose-to-pose' ? 1 : 0,
    earlierStrength: 0.45,
    laterStrength: 0.4,
  }
}

export function newLevel({
  id,
  name,
  approach,
  kind = 'animated',
  loop = false,
}: {
  id: string
  name: string
  approach: Approach
  kind?: Level['kind']
  loop?: boolean
}): Level {
  const lightTable = startingLightTable(approach)
  return { id, name, kind, loop, lightTable: kind === 'ground' ? { ...lightTable, on: false } : lightTable }
}

/** An empty scene of one animated level and one take, ready for its first key. */
export function newScene(settings: Settings, palette: readonly Swatch[] = PASTELS): Scene {
  return {
    format: 1,
    settings,
    palette: [...palette],
    levelOrder: ['A'],
    levels: { A: newLevel({ id: 'A', name: 'A', approach: settings.approach }) },
    drawings: {},
    charts: {},
    takes: { main: { id: 'main', name: 'First timing' } },
    mainTake: 'main',
    sheets: { main: { A: [{ drawing: null, frames: settings.length }] } },
  }
}

/** The same set-up again: settings, colours and levels of a scene with their landmarks, and nothing drawn. */
export function sameSetUp(scene: Scene, name: string): Scene {
  const { cover: _, handsOnTo: __, ...settings } = scene.settings
  const levels = Object.values(scene.levels).map(
    ({ model: ___, lightTable: { pinned: ____, ...lightTable }, ...level }) => ({
      ...level,
      lightTable,
    }),
  )
  const empty = [{ drawing: null, frames: settings.length }]
  return {
    ...newScene({ ...settings, name }, scene.palette),
    levelOrder: scene.levelOrder,
    levels: Object.fromEntries(levels.map((level) => [level.id, level])),
    sheets: { main: Object.fromEntries(scene.levelOrder.map((level) => [level, empty])) },
  }
}

import { isCycle, totalFrames } from './column'
import { refuse } from '../scene/refusal'
import { sceneSchema, type Scene } from '../scene/schema'
import { sentenceOf } from '../scene/sentence'

/**
 * A scene taken from outside: its shape, and that everything it names is there. Errors: EditRefused
 * with the first thing wrong.
 */
export function checkedScene(value: unknown): Scene {
  const parsed = sceneSchema.safeParse(value)
  if (!parsed.success) refuse(`This is not a whole scene: ${sentenceOf(parsed.error)}`)
  const scene = parsed.data
  const known = (id: string, level?: string) => {
    const drawing = scene.drawings[id]
    return drawing !== undefined && (level === undefined || drawing.level === level)
  }
  const require = (truth: unknown, sentence: string) => truth || refuse(`This is not a whole scene: ${sentence}`)
  const keyed = (record: Record<string, { id: string }>) => Object.entries(record).every(([key, entry]) => key === entry.id)
  require([scene.levels, scene.drawings, scene.charts, scene.takes].every(keyed), 'a part is filed under another id.')
  require(scene.takes[scene.mainTake], 'its main take is missing.')
  require(
    scene.levelOrder.length === Object.keys(scene.levels).length && scene.levelOrder.every((id) => scene.levels[id]) && new Set(scene.levelOrder).size === scene.levelOrder.length,
    'its levels and their order do not agree.',
  )
  require(Object.values(scene.drawings).every((drawing) => scene.levels[drawing.level]), 'a drawing is on no level.')
  for (const chart of Object.values(scene.charts)) {
    const ends = [chart.from, chart.to, ...chart.marks.map((mark) => mark.drawing)]
    require(ends.every((id) => known(id, chart.level)), 'a chart names a drawing that is not there.')
  }
  require(keyed(scene.plans ?? {}), 'a part is filed under another id.')
  require(Object.values(scene.plans ?? {}).every(({ level }) => scene.levels[level]), 'a plan is on no level.')
  require(Object.keys(scene.guides ?? {}).every((id) => known(id)), 'a guide is for a drawing that is not there.')
  require(sameKeys(scene.sheets, scene.takes), 'a take has no sheet.')
  for (const sheets of Object.values(scene.sheets)) {
    require(sameKeys(sheets, scene.levels), 'a level has no sheet.')
    for (const [level, column] of Object.entries(sheets)) {
      require(totalFrames(column) === scene.settings.length, `the exposures of level ${level} do not add up to its length.`)
      const shown = column.flatMap((entry) => (isCycle(entry) ? entry.cycle : [entry]))
      require(shown.every(({ drawing }) => drawing === null || known(drawing, level)), 'the sheet shows a drawing that is not there.')
    }
  }
  return scene
}

function sameKeys(a: object, b: object): boolean {
  return Object.keys(a).length === Object.keys(b).length && Object.keys(a).every((key) => Object.hasOwn(b, key))
}

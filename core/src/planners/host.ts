import { chartTargets } from '../motion/landmarks/targets'
import { exposureAt, exposuresOf } from '../timing/sheet'
import type { Point } from '../geometry/matrix'
import type { PlanContext } from './planner'
import { memoBy } from '../base/memo'

/** Landmarks something can be hung from: those that are known on two drawings or more. */
export function hostsOf({
  scene,
  take,
}: PlanContext): { id: string; words: string; level: string; landmark: string }[] {
  return scene.levelOrder.flatMap((level) =>
    (scene.levels[level]!.landmarks ?? []).flatMap(({ id, name }) => {
      const known = placesOf(scene, take, level, id)
      return known.size >= 2
        ? [{ id: `${level}/${id}`, words: `${name} of ${scene.levels[level]!.name}`, level, landmark: id }]
        : []
    }),
  )
}

/** Where a landmark lies on each drawing: pinned, else where a plan or a chart wants it. */
const placesOf = memoBy(
  (take: string, level: string, landmark: string) => `${take}/${level}/${landmark}`,
  (scene: PlanContext['scene'], take, level, landmark): ReadonlyMap<string, Point> => {
    const found = new Map<string, Point>()
    for (const chart of Object.values(scene.charts)) {
      if (chart.level !== level) continue
      for (const { targets } of chartTargets(scene, chart, take))
        for (const target of targets) if (target.landmark.id === landmark) found.set(target.drawing, target.place)
    }
    for (const drawing of Object.values(scene.drawings)) {
      const at =
        drawing.level === level
          ? (drawing.pins?.[landmark] ?? scene.guides?.[drawing.id]?.targets[landmark])
          : undefined
      if (at) found.set(drawing.id, at)
    }
    return found
  },
)

/** The host's place at each of some frames (from 1); what is not known lies on the way between what is. Undefined with fewer than two known. */
export function hostAt(
  { scene, take }: PlanContext,
  level: string,
  landmark: string,
  frames: readonly number[],
): Point[] | undefined {
  const places = placesOf(scene, take, level, landmark)
  const { length } = scene.settings
  const exposures = exposuresOf(scene, level, take)
  const { loop } = scene.levels[level]!
  const found = frames.map((frame) => {
    const on = loop ? ((frame - 1) % length) + 1 : Math.min(length, frame)
    const drawing = exposureAt(exposures, on)?.drawing
    return drawing ? places.get(drawing) : undefined
  })
  const sure = found.flatMap((at, i) => (at ? [i] : []))
  if (sure.length < 2) return undefined
  return found.map((at, i) => {
    if (at) return { x: at.x, y: at.y }
    const [before, after] = [sure.findLast((k) => k < i), sure.find((k) => k > i)]
    if (before === undefined || after === undefined) return { ...found[(before ?? after)!]! }
    const share = (i - before) / (after - before)
    const [a, b] = [found[before]!, found[after]!]
    return { x: a.x + (b.x - a.x) * share, y: a.y + (b.y - a.y) * share }
  })
}

import { clamp } from '../../base/clamp'
import { LIMITS } from '../../base/limits'
import { exposuresOf, drawingsShown, firstFrameOf } from '../../timing/sheet'
import type { Chart, Drawing, Landmark, Pin, Scene } from '../../scene/schema'
import { arcThrough, type Arc } from '../arc'
import { compareToChart, measureSpacing } from '../spacing'
import { memoBy } from '../../base/memo'

export const landmarksOf = (scene: Scene, level: string): readonly Landmark[] => scene.levels[level]?.landmarks ?? []
export const pinOf = (drawing: Drawing | undefined, landmark: string): Pin | undefined => drawing?.pins?.[landmark]

/** The first landmark of its level that a drawing has no pin for. */
export function nextToPin(scene: Scene, drawing: string): Landmark | undefined {
  const entry = scene.drawings[drawing]
  return entry && landmarksOf(scene, entry.level).find(({ id }) => !pinOf(entry, id))
}

/** A landmark's path of action through the keys and breakdowns that have it, in the order of the sheet. */
export interface Path {
  readonly landmark: Landmark
  readonly drawings: readonly string[]
  readonly arc: Arc
}

/**
 * The path of one landmark over a level, closed when the level is a loop; undefined with fewer than
 * two pins on keys and breakdowns. A bend of a chart bows out the piece between its two ends.
 */
export function pathOf(scene: Scene, level: string, landmark: Landmark, take = scene.mainTake): Path | undefined {
  return pathThrough(scene, level, landmark, take)
}

const pathThrough = memoBy(
  (level: string, landmark: Landmark, take: string) => `${take}/${level}/${landmark.id}`,
  findPath,
)

function findPath(scene: Scene, level: string, landmark: Landmark, take: string): Path | undefined {
  const stations = drawingsShown(exposuresOf(scene, level, take)).flatMap(({ drawing }) => {
    const entry = scene.drawings[drawing]!
    const pin = entry.role === 'inbetween' ? undefined : pinOf(entry, landmark.id)
    return pin ? [{ drawing, pin }] : []
  })
  if (stations.length < 2) return undefined
  const drawings = stations.map((station) => station.drawing)
  const closed = Boolean(scene.levels[level]!.loop) && stations.length > 2
  const bends: Record<number, number> = {}
  for (const chart of Object.values(scene.charts)) {
    const bend = chart.level === level ? chart.bends?.[landmark.id] : undefined
    const at = bend === undefined ? -1 : drawings.indexOf(chart.from)
    if (at >= 0 && drawings[(at + 1) % drawings.length] === chart.to) bends[at] = bend!
  }
  return {
    landmark,
    drawings,
    arc: arcThrough(
      stations.map(({ pin }) => pin),
      { closed, bends },
    ),
  }
}

/** The two stations of a path between which a fraction of a chart lies, and its share between them. */
export interface Between {
  readonly from: number
  readonly to: number
  readonly fraction: number
}

/**
 * A chart's fraction between the nearest drawn keys or breakdowns on each side, rescaled. Undefined
 * when the chart's own ends are not both on the path.
 */
export function betweenStations(path: Path, chart: Chart, fraction: number, except?: string): Between | undefined {
  const isStation = ({ drawing, fraction: at }: Station) =>
    drawing !== except && at > 0 && at < 1 && path.drawings.includes(drawing)
  const stations = [
    { drawing: chart.from, fraction: 0 },
    ...chart.marks.filter(isStation),
    { drawing: chart.to, fraction: 1 },
  ]
  if (!path.drawings.includes(chart.from) || !path.drawings.includes(chart.to)) return undefined
  const after = stations.findIndex((station) => station.fraction > fraction)
  const i = after < 0 ? stations.length - 1 : Math.max(1, after)
  return scaled(path, stations[i - 1]!, stations[i]!, fraction)
}

interface Station {
  readonly drawing: string
  readonly fraction: number
}

function scaled(path: Path, before: Station, after: Station, fraction: number): Between | undefined {
  const from = path.drawings.indexOf(before.drawing)
  const found = path.drawings.indexOf(after.drawing)
  const to = found > from ? found : found + path.drawings.length
  if (to > path.arc.segments.length) return undefined
  return {
    from,
    to,
    fraction: clamp(
      (fraction - before.fraction) / (after.fraction - before.fraction),
      LIMITS.mark.min,
      LIMITS.mark.max,
    ),
  }
}

export interface MeasuredMark {
  readonly drawing: string
  readonly frame: number
  /** Share of the landmark's whole way between the two ends. */
  readonly fraction: number
  /** Against the plan, when there is one. */
  readonly error?: { readonly px: number; readonly share: number }
}

/**
 * The chart as drawn: where one landmark really lies on every drawing from `from` to `to` that has
 * it, both included. Undefined when an end lacks it or the two are not in order on the sheet.
 */
export function measuredChart(
  scene: Scene,
  {
    level,
    from,
    to,
    landmark,
    take = scene.mainTake,
    planned,
  }: {
    level: string
    from: string
    to: string
    landmark: string
    take?: string
    planned?: Chart | undefined
  },
): MeasuredMark[] | undefined {
  const exposures = exposuresOf(scene, level, take)
  const shown = drawingsShown(exposures)
  const [a, b] = [shown.findIndex((each) => each.drawing === from), shown.findIndex((each) => each.drawing === to)]
  if (a < 0 || b < 0 || a === b) return undefined
  const inOrder =
    a < b
      ? shown.slice(a, b + 1)
      : scene.levels[level]!.loop
        ? [...shown.slice(a), { drawing: to, frame: scene.settings.length + 1 }]
        : []
  const placed = inOrder.flatMap(({ drawing, frame }) => {
    const pin = pinOf(scene.drawings[drawing], landmark)
    return pin ? [{ drawing, frame, pin }] : []
  })
  if (placed.length < 2 || placed[0]!.drawing !== from || placed.at(-1)!.drawing !== to) return undefined
  const measured = measureSpacing(
    placed.map(({ pin }) => pin),
    placed.map(({ frame }) => frame),
  )
  const plan =
    planned &&
    new Map([
      [planned.from, 0],
      [planned.to, 1],
      ...planned.marks.map((mark) => [mark.drawing, mark.fraction] as const),
    ])
  const wished = plan && placed.map(({ drawing }) => plan.get(drawing))
  const errors = wished?.every((fraction) => fraction !== undefined) ? compareToChart(measured, wished) : undefined
  return placed.map(({ drawing, frame }, i) => ({
    drawing,
    frame,
    fraction: measured.fractions[i]!,
    ...(errors && { error: errors[i]! }),
  }))
}

/** The stretch of drawings from one key or breakdown to the next around a frame, for measuring where no chart is. */
export function stretchAround(
  scene: Scene,
  level: string,
  frame: number,
  take = scene.mainTake,
): { from: string; to: string } | undefined {
  const shown = drawingsShown(exposuresOf(scene, level, take))
  if (shown.length < 3) return undefined
  const isStation = ({ drawing }: { drawing: string }) => scene.drawings[drawing]!.role !== 'inbetween'
  // Straight ahead every drawing is drawn as it comes: the whole level is one way.
  const stations = shown.every(isStation) ? [shown[0]!, shown.at(-1)!] : shown.filter(isStation)
  const at = Math.max(
    0,
    Math.min(
      stations.length - 2,
      stations.findLastIndex((each) => each.frame <= frame),
    ),
  )
  const [from, to] = [stations[at], stations[at + 1]]
  return from && to && firstFrameOf(exposuresOf(scene, level, take), to.drawing)! > from.frame
    ? { from: from.drawing, to: to.drawing }
    : undefined
}

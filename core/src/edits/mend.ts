import { redrawn, writtenOut } from '../timing/column'
import { freeNumber } from '../timing/numbering'
import { isDrawn } from '../timing/work'
import { numberSchema, PASSES, type Chart, type Drawing, type Guide, type Scene } from '../scene/schema'
import { validate } from '../scene/validate'
import { sameCounts, type InkCounts } from './ink-counts'

export interface Mended {
  readonly scene: Scene
  /** What was mended, a sentence each. */
  readonly mendings: readonly string[]
}

/**
 * A scene that an earlier version of this app left broken, mended where that can be done exactly: numbers too
 * long, drawings shown that are gone, counts that differ from the lines there, sheets of takes that are gone,
 * and what points at a landmark, plan or drawing that is gone. Undefined where it cannot be.
 */
export function mended(document: Scene, linesThere: (drawing: string) => InkCounts): Mended | undefined {
  const mendings: string[] = []
  try {
    const steps = [withoutLostSheets, withNumbers, withShowings, withCounts(linesThere), withoutLost]
    const scene = validate(steps.reduce((next, step) => step(next, mendings), document))
    return { scene, mendings }
  } catch {
    return undefined
  }
}

type Step = (scene: Scene, mendings: string[]) => Scene

const filtered = <T>(
  record: Readonly<Record<string, T>>,
  keep: (key: string, value: T) => boolean,
): Record<string, T> => Object.fromEntries(Object.entries(record).filter(([key, value]) => keep(key, value)))

const withoutLostSheets: Step = (scene) => ({
  ...scene,
  sheets: filtered(scene.sheets, (take) => Object.hasOwn(scene.takes, take)),
})

const withNumbers: Step = (scene, mendings) => {
  const drawings = { ...scene.drawings }
  for (const drawing of Object.values(scene.drawings)) {
    if (numberSchema.safeParse(drawing.number).success) continue
    const taken = new Set(
      Object.values(drawings).flatMap((each) =>
        each.level === drawing.level && each.id !== drawing.id ? [each.number] : [],
      ),
    )
    const number = freeNumber(drawing.number.replace(/[^0-9A-Za-z]/g, '') || '1', taken)
    mendings.push(`Drawing ${drawing.number} is called ${number} now: a number has eight letters at the most.`)
    drawings[drawing.id] = { ...drawing, number }
  }
  return { ...scene, drawings }
}

const withShowings: Step = (scene, mendings) => {
  const isThere = (drawing: string | null) => drawing === null || Object.hasOwn(scene.drawings, drawing)
  const sheets = Object.fromEntries(
    Object.entries(scene.sheets).map(([take, columns]) => [
      take,
      Object.fromEntries(
        Object.entries(columns).map(([level, column]) => {
          if (writtenOut(column).every(({ drawing }) => isThere(drawing))) return [level, column]
          mendings.push(
            `Level ${scene.levels[level]?.name ?? level} showed a drawing that was gone; the one before it is held instead.`,
          )
          return [level, [...redrawn(column, (drawing, before) => (isThere(drawing) ? drawing : before))]]
        }),
      ),
    ]),
  )
  return { ...scene, sheets }
}

const withCounts =
  (linesThere: (drawing: string) => InkCounts): Step =>
  (scene, mendings) => {
    const drawings = { ...scene.drawings }
    for (const drawing of Object.values(scene.drawings)) {
      const lines = linesThere(drawing.id)
      if (sameCounts(drawing.passes, lines)) continue
      const passes = Object.fromEntries(
        PASSES.flatMap((pass) => ((lines[pass] ?? 0) > 0 ? [[pass, lines[pass]!]] : [])),
      ) as Drawing['passes']
      drawings[drawing.id] = { ...drawing, passes }
      mendings.push(
        `Drawing ${drawing.number} ${isDrawn(drawings[drawing.id]!) ? 'has the lines that lie on it' : 'has no lines'}; it was counted wrongly.`,
      )
    }
    return { ...scene, drawings }
  }

const withoutLost: Step = (scene, mendings) => {
  const known = (level: string, landmark: string) =>
    scene.levels[level]?.landmarks?.some(({ id }) => id === landmark) === true
  const drawings = mapped(scene.drawings, (drawing) =>
    without(drawing, 'pins', (landmark) => known(drawing.level, landmark)),
  )
  const charts: Record<string, Chart> = mapped(scene.charts, (chart) =>
    without(chart, 'bends', (landmark) => known(chart.level, landmark)),
  )
  const stands = (drawing: string, guide: Guide) =>
    Object.hasOwn(scene.drawings, drawing) && Object.hasOwn(scene.plans ?? {}, guide.plan)
  const guides = mapped(filtered(scene.guides ?? {}, stands), (guide, drawing) => ({
    ...guide,
    targets: filtered(guide.targets, (landmark) => known(scene.drawings[drawing]!.level, landmark)),
  }))
  const { guides: before, ...rest } = scene
  const after: Scene = { ...rest, drawings, charts, ...(Object.keys(guides).length > 0 && { guides }) }
  const lost =
    JSON.stringify([scene.drawings, scene.charts, before ?? {}]) !== JSON.stringify([drawings, charts, guides])
  if (lost) mendings.push('Pins, bends and guides of what is gone were taken out.')
  return after
}

const mapped = <T>(record: Readonly<Record<string, T>>, change: (value: T, key: string) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value, key)]))

/** The part with the entries of one of its records that are not to be kept left out, and the record with them when none is left. */
function without<T extends object, F extends keyof T>(part: T, field: F, keep: (key: string) => boolean): T {
  const record = part[field] as Readonly<Record<string, unknown>> | undefined
  if (!record) return part
  const left = filtered(record, keep)
  const { [field]: _, ...others } = part
  return (Object.keys(left).length > 0 ? { ...part, [field]: left } : others) as T
}

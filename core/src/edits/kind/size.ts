import { z } from 'zod'
import { clamp } from '../../base/clamp'
import { LIMITS } from '../../base/limits'
import { placeNumber, scaleSchema } from '../../scene/schema'
import {
  settingsSchema,
  type Effects,
  type Footage,
  type Ground,
  type Guide,
  type Pin,
  type Reference,
  type Level,
  type Take,
  type Ruler,
  type Scene,
  type Writing,
} from '../../scene/schema'
import { editKind } from '../edit'

/** Every place of the old paper lies at `x + scale · place` on the new one. */
export interface Placing {
  readonly scale: number
  readonly x: number
  readonly y: number
}
const within = (value: number) => clamp(value, -LIMITS.reach, LIMITS.reach)
const placed = <T extends { readonly x: number; readonly y: number }>(at: T, { scale, x, y }: Placing): T => ({
  ...at,
  x: within(at.x * scale + x),
  y: within(at.y * scale + y),
})
const eachOf = <T>(record: Readonly<Record<string, T>>, change: (value: T) => T): Record<string, T> =>
  Object.fromEntries(Object.entries(record).map(([key, value]) => [key, change(value)]))

const pathPlaced = <T extends { readonly points: readonly number[] }>(path: T, by: Placing) => ({
  ...path,
  points: path.points.map((value, i) => within(value * by.scale + (i % 2 === 0 ? by.x : by.y))),
})

const guidePlaced = ({ shapes, targets, ...guide }: Guide, by: Placing): Guide => ({
  ...guide,
  shapes: shapes.map((shape) => pathPlaced(shape, by)),
  targets: eachOf(targets, (target: Pin) => placed(target, by)),
})

function groundPlaced({ picture, pan, ...ground }: Ground, by: Placing): Ground {
  const offset = (at: { x: number; y: number }) => placed(at, { ...by, x: 0, y: 0 })
  return {
    ...ground,
    ...(picture && { picture: { ...placed(picture, by), scale: clamp(picture.scale * by.scale, 0.01, 50) } }),
    ...(pan && { pan: { ...pan, from: offset(pan.from), to: offset(pan.to) } }),
  }
}

/** A reference under the paper moves with it; one beside it stays. */
const referencePlaced = (reference: Reference, by: Placing): Reference =>
  reference.place === 'beside'
    ? reference
    : { ...placed(reference, by), width: clamp(reference.width * by.scale, 0.02, LIMITS.reach) }

const filmPlaced = (film: Footage, by: Placing): Footage => ({
  ...placed(film, by),
  across: clamp(film.across * by.scale, 1, LIMITS.reach),
})

const writingPlaced = ({ paths }: Writing, by: Placing): Writing => ({
  paths: paths.map((path) => pathPlaced(path, by)),
})

function effectsPlaced({ shadow, glow, ...effects }: Effects, by: Placing): Effects {
  const reach = (px: number, least: number) => clamp(px * by.scale, least, LIMITS.effectReach)
  return {
    ...effects,
    ...(shadow && { shadow: { ...placed(shadow, { ...by, x: 0, y: 0 }), soft: reach(shadow.soft, 0) } }),
    ...(glow && { glow: { ...glow, reach: reach(glow.reach, 1) } }),
  }
}

/** What follows lies as far off as the paper has grown, and effects reach as far. */
const levelPlaced = (level: Level, by: Placing): Level => ({
  ...level,
  ...(level.effects && { effects: effectsPlaced(level.effects, by) }),
  ...(level.ground && { ground: groundPlaced(level.ground, by) }),
  ...(level.follows && { follows: placed(level.follows, { ...by, x: 0, y: 0 }) }),
})

/** A camera sees the same of what is drawn; of a paper with other sides as much across. */
const cameraPlaced = (take: Take, by: Placing, wider: number): Take =>
  take.camera
    ? {
        ...take,
        camera: take.camera.map((key) => ({
          ...placed(key, by),
          scale: clamp((key.scale * by.scale) / wider, LIMITS.field.min, LIMITS.field.max),
        })),
      }
    : take

/** Everything with a place but ink: pins, bends of charts, grounds, guides, rulers, references under the paper. */
function everythingPlaced(scene: Scene, by: Placing): Scene {
  if (by.scale === 1 && by.x === 0 && by.y === 0) return scene
  return {
    ...scene,
    levels: eachOf(scene.levels, (level) =>
      level.ground || level.follows || level.effects ? levelPlaced(level, by) : level,
    ),
    drawings: eachOf(scene.drawings, (drawing) =>
      drawing.pins ? { ...drawing, pins: eachOf(drawing.pins, (pin) => placed(pin, by)) } : drawing,
    ),
    charts: eachOf(scene.charts, (chart) =>
      chart.bends ? { ...chart, bends: eachOf(chart.bends, (bend) => within(bend * by.scale)) } : chart,
    ),
    ...(scene.guides && { guides: eachOf(scene.guides, (guide) => guidePlaced(guide, by)) }),
    ...(scene.writings && { writings: eachOf(scene.writings, (writing) => writingPlaced(writing, by)) }),
    ...(scene.rulers && { rulers: eachOf(scene.rulers, (ruler: Ruler) => pathPlaced(ruler, by)) }),
    ...(scene.footage && { footage: eachOf(scene.footage, (film) => filmPlaced(film, by)) }),
    ...(scene.references && { references: eachOf(scene.references, (each) => referencePlaced(each, by)) }),
  }
}

/** Another size of paper, and where what was on the old lies on it. The ink is placed by edits of its own. */
export const sceneSize = editKind({
  pastLocks: true,
  schema: z.strictObject({
    type: z.literal('scene.size'),
    ...settingsSchema.pick({ width: true, height: true }).shape,
    placing: z.strictObject({ scale: scaleSchema, x: placeNumber(), y: placeNumber() }),
  }),
  apply(scene, { width, height, placing }) {
    const wider = width / scene.settings.width
    const takes = eachOf(scene.takes, (take) => cameraPlaced(take, placing, wider))
    return { ...everythingPlaced(scene, placing), takes, settings: { ...scene.settings, width, height } }
  },
  words: ({ width, height }) => `the paper made ${width} × ${height}`,
})

import { MOUTH_SHAPES, type MouthShape } from '../../sound/mouths'
import type { LaidPlan, Scene } from '../../scene/schema'
import { exposureAt, exposuresOf, placed, type Placed } from '../../timing/sheet'

/** The mouths of a voice as they lie on the sheet of a take. */
export interface MouthSheet {
  readonly plan: LaidPlan
  readonly sound: string
  /** Frames by which they were laid ahead, and the shortest exposure asked for. */
  readonly lead: number
  readonly exposure: number
  /** What the mouth shows on a frame; undefined where that is none of its shapes. */
  readonly shapeAt: (frame: number) => { readonly shape: MouthShape; readonly drawing: string } | undefined
  /** Showings of its shapes, in order. */
  readonly shown: readonly Placed[]
}

/** Every level with mouths laid to words that are still there. */
export function mouthSheets(scene: Scene, take: string): MouthSheet[] {
  return Object.values(scene.plans ?? {}).flatMap((plan): MouthSheet[] => {
    const sound = String(plan.inputs['sound'] ?? '')
    if (plan.planner !== 'mouths' || !plan.laid || !scene.said?.[sound]) return []
    const shapes = new Map(plan.drawings.map((drawing, i) => [drawing, MOUTH_SHAPES[i]!]))
    const sheet = exposuresOf(scene, plan.level, take)
    const held = String(plan.inputs['exposure'] ?? '1')
      .match(/\d+/g)
      ?.map(Number) ?? [1]
    return [
      {
        ...{ plan, sound, lead: Number(plan.inputs['lead'] ?? 0), exposure: Math.min(...held) },
        shown: placed(sheet).filter(({ drawing }) => drawing !== null && shapes.has(drawing)),
        shapeAt(frame) {
          const drawing = exposureAt(sheet, frame)?.drawing
          const shape = drawing ? shapes.get(drawing) : undefined
          return shape && { shape, drawing: drawing! }
        },
      },
    ]
  })
}

import { planBoil } from '../motion/planned/boil'
import { seededRandom } from '../base/random'
import { exposureAt, exposuresOf } from '../timing/sheet'
import { isDrawn } from '../timing/work'
import { PASSES, type GuideShape } from '../scene/schema'
import { placesOf } from '../ink/ink'
import {
  choice,
  EXPOSURE,
  graphOver,
  number,
  reading,
  type MotionDrawing,
  type Planner,
  type PlanContext,
  type PlanNote,
} from './planner'
import { lineThrough, round } from './figures/figure'

const FIELDS = {
  variants: number('variants', 'Drawings of the same thing', '', [2, 24]),
  frames: number('frames', 'For', 'frames', [2, 1200]),
  seed: number('seed', 'Another order', '', [0, 9999]),
  wander: number('wander', 'The line wanders by', 'px', [0, 40], 0.5),
} as const
const NOTHING = { id: 'nothing', words: 'a round drawn here' }

/** Drawings with ink on this level, the one shown at the frame first. */
export function drawnHere({ scene, take, level, frame, plan }: PlanContext): { id: string; words: string }[] {
  const laid = plan === undefined ? undefined : scene.plans?.[plan]
  const here = exposureAt(exposuresOf(scene, level, take), Math.min(frame, scene.settings.length))?.drawing
  return Object.values(scene.drawings)
    .filter(
      (drawing) => drawing.level === level && isDrawn(drawing) && !(laid && scene.guides?.[drawing.id]?.plan === plan),
    )
    .sort(
      (a, b) =>
        Number(b.id === here) - Number(a.id === here) || a.number.localeCompare(b.number, 'en', { numeric: true }),
    )
    .map(({ id, number: called }) => ({ id, words: `drawing ${called}` }))
}

/** The lines of a drawing as guide shapes, thinned out. */
function linesOf({ inkOf }: PlanContext, drawing: string): GuideShape[] {
  return PASSES.flatMap((pass) => inkOf?.(drawing, pass) ?? [])
    .slice(0, 120)
    .flatMap((piece) =>
      placesOf(piece).map((flat): GuideShape => {
        const every = Math.max(1, Math.ceil(flat.length / 2 / 60))
        const points = Array.from({ length: flat.length / 2 }, (_, i) => ({
          x: flat[2 * i]!,
          y: flat[2 * i + 1]!,
        })).filter((_, i, all) => i % every === 0 || i === all.length - 1)
        return lineThrough(points, { closed: piece.kind === 'fill' })
      }),
    )
    .filter(({ points }) => points.length >= 4)
    .slice(0, 150)
}

/** A shape gently bent: long waves, so that it stays the same line drawn again. */
function wandered({ points, ...shape }: GuideShape, by: number, random: () => number): GuideShape {
  const [px, py, qx, qy] = [random() * 6.3, random() * 6.3, 1 + Math.floor(random() * 3), 1 + Math.floor(random() * 3)]
  const count = points.length / 2
  return lineThrough(
    Array.from({ length: count }, (_, i) => {
      const t = (2 * Math.PI * i) / count
      return { x: points[2 * i]! + by * Math.sin(qx * t + px), y: points[2 * i + 1]! + by * Math.sin(qy * t + py) }
    }),
    { ...(shape.closed && { closed: true }), ...(shape.tone && { tone: shape.tone }) },
  )
}

/** The same thing drawn several times over, taking turns so that the line lives. */
export const boil: Planner = {
  id: 'boil',
  name: 'Boil',
  about: 'The same thing drawn a few times, taking turns so that the line lives.',
  fields: (context) => [
    choice('of', 'The same thing as', [...drawnHere(context), NOTHING]),
    FIELDS.variants,
    EXPOSURE,
    FIELDS.frames,
    FIELDS.wander,
    FIELDS.seed,
  ],
  start(context) {
    const { fps } = context.scene.settings
    return {
      of: drawnHere(context)[0]?.id ?? NOTHING.id,
      variants: 4,
      exposure: '3',
      frames: Math.round((fps * 2) / 12) * 12,
      wander: 1,
      seed: 1,
    }
  },
  presets: [
    { id: 'calm', words: 'calm', inputs: () => ({ exposure: '4', wander: 1, variants: 3 }) },
    { id: 'nervous', words: 'nervous', inputs: () => ({ exposure: '2', wander: 4, variants: 5 }) },
  ],
  plan(inputs, context) {
    const { n, s, held } = reading(inputs)
    const order = planBoil({ variants: n('variants'), hold: held(), frames: n('frames'), seed: n('seed') })
    const of = s('of')
    const { width, height } = context.scene.settings
    const middle = { x: width / 2, y: height / 2 }
    const shapes = of === NOTHING.id ? [round({ at: middle, radius: height * 0.22 })] : linesOf(context, of)
    const random = seededRandom(n('seed') + 1)
    const drawings = Array.from({ length: n('variants') }, (_, i): MotionDrawing => ({
      role: 'key',
      shapes: i === 0 ? shapes : shapes.map((shape) => wandered(shape, n('wander'), random)),
      targets: {},
      ...(i === 0 && of !== NOTHING.id && { existing: of }),
    }))
    const used = drawings.map((_, variant) => order.filter((each) => each.variant === variant).length)
    const notes: PlanNote[] = [
      {
        words: `Each is shown ${Math.min(...used)}${Math.max(...used) > Math.min(...used) ? ` or ${Math.max(...used)}` : ''} times; none follows itself, over the seam neither.`,
      },
    ]
    if (of === NOTHING.id) notes.push({ words: 'Draw it once on this level, and the guides are that drawing.' })
    const exposures = order.map(({ variant, frames }) => ({ drawing: variant, frames }))
    return {
      drawings,
      exposures,
      cycle: true,
      noCharts: true,
      notes,
      graphs: [graphOver({ id: 'order', words: 'Which is shown', unit: '' }, exposures, (i) => order[i]!.variant + 1)],
      handles: [],
    }
  },
}

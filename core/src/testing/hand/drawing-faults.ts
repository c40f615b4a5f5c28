import { measuredOf } from '../../checks/measured'
import type { CheckId } from '../../checks/register'
import { median } from '../../checks/size/median'
import { clamp } from '../../base/clamp'
import type { Point } from '../../geometry/matrix'
import { ringArea } from '../../geometry/trace'
import { quantized, type Fill, type Ink, type InkPiece, type Stroke } from '../../ink/ink'
import { PASSES, type Pass } from '../../scene/schema'
import { pushed } from './faults'
import type { HandScene } from './scene'

/** Faults of drawing planted on one drawing of a scene made by hand, so many times as large as the limit of their check. */

type Random = () => number
interface Planting {
  readonly made: HandScene
  readonly drawing: string
  readonly times: number
  readonly random: Random
}
/** The scene with the fault; undefined where the drawing has no place for it. */
type Plant = (planting: Planting) => HandScene | undefined

function withInk({ made, drawing }: Planting, change: (ink: Ink, pass: Pass) => Ink): HandScene {
  const inks = new Map(PASSES.map((pass) => [pass, change(made.inkOf(drawing, pass), pass)]))
  const passes = Object.fromEntries([...inks].flatMap(([pass, { length }]) => (length > 0 ? [[pass, length]] : [])))
  const entry = { ...made.scene.drawings[drawing]!, passes }
  return {
    ...made,
    inkOf: (id, pass) => (id === drawing ? inks.get(pass)! : made.inkOf(id, pass)),
    scene: { ...made.scene, drawings: { ...made.scene.drawings, [drawing]: entry } },
  }
}
const fillsOf = ({ made, drawing }: Planting): Fill[] =>
  made.inkOf(drawing, 'colour').filter((piece) => piece.kind === 'fill')
const swatchesOf = (made: HandScene, drawing: string) =>
  new Set(made.inkOf(drawing, 'colour').map(({ swatch }) => swatch))
const one = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)]!

/** All its lines heavier than its level's by so many times the limit, whether the hand had drawn them heavy or fine. */
const heavier: Plant = (planting) => {
  const { made, drawing, times } = planting
  const widthOf = (id: string) => measuredOf(id, made.inkOf)?.lineWidth
  const own = widthOf(drawing)
  if (own === undefined) return undefined
  const usual = median(Object.keys(made.scene.drawings).flatMap((id) => widthOf(id) ?? []))
  const share = (usual / own) * (1 + 0.25 * times)
  return withInk(planting, (ink) =>
    ink.map((piece) => (piece.kind === 'stroke' ? quantized<Stroke>({ ...piece, size: piece.size * share }) : piece)),
  )
}

const dotted: Plant = (planting) =>
  withInk(planting, (ink, pass) => {
    const dot: InkPiece = {
      ...{ kind: 'stroke', id: 'dot', swatch: 'ink', size: 2 },
      points: [64, 64, 0.5, 65.5, 64.5, 0.5],
    }
    return pass === 'line' ? [...ink, dot] : ink
  })

/** Without one of the colours that nine of ten drawings have. */
const forgetful: Plant = (planting) => {
  const { made, drawing, random } = planting
  const own = [...swatchesOf(made, drawing)]
  const all = Object.keys(made.scene.drawings).map((id) => swatchesOf(made, id))
  const usual = own.filter((swatch) => all.filter((each) => each.has(swatch)).length >= 0.9 * all.length)
  if (own.length < 2 || usual.length === 0) return undefined
  const gone = one(usual, random)
  return withInk(planting, (ink, pass) => (pass === 'colour' ? ink.filter(({ swatch }) => swatch !== gone) : ink))
}

/** All that is painted in one colour too large or too small, each about its own middle. */
const resized =
  (way: 1 | -1): Plant =>
  (planting) => {
    const swatches = [...swatchesOf(planting.made, planting.drawing)]
    if (swatches.length < 2) return undefined
    const swatch = one(swatches, planting.random)
    const scale = Math.sqrt(1 + 0.15 * planting.times) ** way
    return withInk(planting, (ink) =>
      ink.map((piece) => (piece.kind === 'fill' && piece.swatch === swatch ? scaled(piece, scale) : piece)),
    )
  }

function scaled(fill: Fill, scale: number): Fill {
  const middle = [0, 1].map((axis) => {
    const values = fill.outline.filter((_, i) => i % 2 === axis)
    return values.reduce((sum, value) => sum + value, 0) / values.length
  })
  const around = (ring: readonly number[]) => ring.map((value, i) => middle[i % 2]! + (value - middle[i % 2]!) * scale)
  return quantized<Fill>({
    ...{ ...fill, outline: around(fill.outline) },
    ...(fill.holes && { holes: fill.holes.map(around) }),
  })
}

/** Paint less than this needs no line to be held by, in square pixels, and a line runs along it within so many. */
const LARGE = 2000
const ALONG = 7
/** Nearer than this another line closes the gap. */
const CLEAR = 8

/** A line along some paint with a gap in it that no other line closes. */
const gaping: Plant = (planting) => {
  const { made, drawing, times, random } = planting
  const edges = fillsOf(planting)
    .filter(({ outline }) => Math.abs(ringArea(outline)) > LARGE)
    .flatMap(({ outline }) => pointsOf(outline, 2))
  const strokes = made.inkOf(drawing, 'line').filter((piece) => piece.kind === 'stroke')
  const along = strokes.filter(({ points }) => {
    const line = pointsOf(points, 3)
    const middle = line[line.length >> 1]!
    return line.length > 8 && edges.some((edge) => apart(edge, middle) < ALONG)
  })
  if (along.length === 0) return undefined
  const stroke = one(along, random)
  const whole = lengthOf(stroke)
  const gap = 8 * times + stroke.size
  const middle = whole * (0.4 + 0.2 * random())
  if (whole < gap + 30) return undefined
  const place = placeAt(stroke, middle)
  const isClosed = strokes.some((other) => other !== stroke && isNear(other, { x: place[0], y: place[1] }))
  if (isClosed) return undefined
  return withInk(planting, (ink, pass) =>
    pass !== 'line'
      ? ink
      : ink.flatMap((piece) =>
          piece === stroke
            ? [part(stroke, 0, middle - gap / 2, ''), part(stroke, middle + gap / 2, whole, ' on')]
            : [piece],
        ),
  )
}

const apart = (a: Point, b: Point) => Math.hypot(a.x - b.x, a.y - b.y)
const pointsOf = (flat: readonly number[], stride: 2 | 3): Point[] =>
  Array.from({ length: flat.length / stride }, (_, i) => ({ x: flat[stride * i]!, y: flat[stride * i + 1]! }))
function lengthOf({ points }: Stroke): number {
  const line = pointsOf(points, 3)
  return line.slice(1).reduce((sum, point, i) => sum + apart(line[i]!, point), 0)
}

/** Place and pressure so far along a stroke. */
function placeAt({ points }: Stroke, far: number): readonly [number, number, number] {
  const line = pointsOf(points, 3)
  let i = 1
  let before = 0
  for (; i < line.length - 1 && before + apart(line[i - 1]!, line[i]!) < far; i++)
    before += apart(line[i - 1]!, line[i]!)
  const share = clamp((far - before) / (apart(line[i - 1]!, line[i]!) || 1), 0, 1)
  const value = (k: number) => points[3 * i - 3 + k]! + (points[3 * i + k]! - points[3 * i - 3 + k]!) * share
  return [value(0), value(1), value(2)]
}
function part(stroke: Stroke, from: number, to: number, name: string): Stroke {
  const count = Math.max(2, Math.ceil((to - from) / 8))
  const points = Array.from({ length: count + 1 }, (_, i) => placeAt(stroke, from + ((to - from) * i) / count)).flat()
  return quantized<Stroke>({ ...stroke, id: `${stroke.id}${name}`, points })
}
const isNear = (stroke: Stroke, at: Point): boolean => {
  const whole = lengthOf(stroke)
  const steps = Math.ceil(whole / 4)
  return Array.from({ length: steps + 1 }, (_, i) => placeAt(stroke, (whole * i) / Math.max(1, steps))).some(
    ([x, y]) => apart({ x, y }, at) < CLEAR,
  )
}

/** Pushed down until so much of its lines lies below the frame. */
const sunk: Plant = ({ made, drawing, times }) => {
  const heights = made
    .inkOf(drawing, 'line')
    .flatMap((piece) => (piece.kind === 'stroke' ? pointsOf(piece.points, 3) : []))
    .map(({ y }) => y)
    .sort((a, b) => b - a)
  // All but the last of it is as much as there is to lie outside.
  const last = heights[Math.floor(heights.length * Math.min(0.96, 0.5 * times))]
  return last === undefined ? undefined : pushed(made, drawing, { x: 0, y: made.scene.settings.height + 12 - last })
}

interface DrawingFault {
  readonly check: CheckId
  readonly words: string
  readonly plant: Plant
}
/** Each with the check that should find it. */
export const DRAWING_FAULTS: readonly DrawingFault[] = [
  { check: 'part-size', words: 'a part larger', plant: resized(1) },
  { check: 'part-size', words: 'a part smaller', plant: resized(-1) },
  { check: 'lacks', words: 'a colour forgotten', plant: forgetful },
  { check: 'stray', words: 'a dot by itself', plant: dotted },
  { check: 'line-weight', words: 'all lines heavier', plant: heavier },
  { check: 'line-meets', words: 'a gap no other line closes', plant: gaping },
  { check: 'outside', words: 'pushed out of the frame', plant: sunk },
]

import { seededRandom } from '../../base/random'
import { quantized, type Fill, type Ink, type InkPiece, type Stroke } from '../../ink/ink'
import { transformed } from '../../ink/transform'
import type { Matrix } from '../../geometry/matrix'
import { PASSES, type Drawing, type Pass } from '../../scene/schema'
import type { HandScene } from './scene'

/**
 * Ways to draw: the scenes of `scene.ts` as other hands would lay the same motion down, rough, hatched, small or with no
 * paint. Nothing was tuned on them before they were first measured.
 */
export interface Manner {
  readonly id: string
  readonly as: (made: HandScene, seed: number) => HandScene
}

type Random = () => number
/** What becomes of the ink of a pass; `of` gives the other passes of that drawing. */
type Change = (ink: Ink, at: { pass: Pass; of: (pass: Pass) => Ink; random: Random }) => Ink

/** Every drawing of a scene changed, each by chance of its own. */
export function changed(made: HandScene, seed: number, change: Change): HandScene {
  const kept = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: Pass): Ink => {
    const name = `${drawing}/${pass}`
    if (!kept.has(name)) {
      const random = seededRandom(seed * 977 + Number(drawing.slice(1)) * 31 + PASSES.indexOf(pass))
      for (let n = 0; n < 8; n++) random()
      const of = (other: Pass) => made.inkOf(drawing, other)
      kept.set(name, change(of(pass), { pass, of, random }))
    }
    return kept.get(name)!
  }
  const drawings = Object.values(made.scene.drawings).map((entry): [string, Drawing] => {
    const counts = PASSES.map((pass) => [pass, inkOf(entry.id, pass).length] as const)
    return [entry.id, { ...entry, passes: Object.fromEntries(counts.filter(([, count]) => count > 0)) }]
  })
  return { ...made, inkOf, scene: { ...made.scene, drawings: Object.fromEntries(drawings) } }
}

const strokes = (ink: Ink): Stroke[] => ink.filter((piece) => piece.kind === 'stroke')
const fills = (ink: Ink): Fill[] => ink.filter((piece) => piece.kind === 'fill')

/** Pixels by which a line gone over again lies beside the first. */
const AGAIN = 3

/** A line gone over again, a little beside itself. */
function again(stroke: Stroke, id: string, random: Random): Stroke {
  const waves = Array.from({ length: 4 }, () => ({ slow: 0.006 + 0.02 * random(), phase: 6.28 * random() }))
  const off = (n: number, x: number, y: number) =>
    (AGAIN *
      [0, 1].reduce((sum, k) => sum + Math.sin((x + y * (k + 0.5)) * waves[n + k]!.slow + waves[n + k]!.phase), 0)) /
    2
  const points = stroke.points.map((value, i) => {
    const [x, y] = [stroke.points[i - (i % 3)]!, stroke.points[i - (i % 3) + 1]!]
    if (i % 3 === 2) return value * (0.7 + 0.3 * random())
    return value + off(i % 3 === 0 ? 0 : 2, x, y)
  })
  return quantized<Stroke>({ ...stroke, id, points })
}

/** Each line, and it again once or twice. */
const sketched = (ink: Ink, random: Random): Ink =>
  strokes(ink).flatMap((stroke) => [
    stroke,
    ...Array.from({ length: 1 + Math.floor(2 * random()) }, (_, n) => again(stroke, `${stroke.id}x${n}`, random)),
  ])

/** Up to six fine lines side by side within each of most fills. */
function hatching(paint: Ink, random: Random): InkPiece[] {
  return fills(paint).flatMap((fill, n) => {
    if (random() < 0.3) return []
    const [xs, ys] = [0, 1].map((axis) => fill.outline.filter((_, i) => i % 2 === axis)) as [number[], number[]]
    const middle = (values: readonly number[]) => (Math.min(...values) + Math.max(...values)) / 2
    const quarter = (values: readonly number[]) => (Math.max(...values) - Math.min(...values)) / 4
    return Array.from({ length: 2 + Math.floor(5 * random()) }, (_, k) => {
      const [x, y] = [middle(xs) + (k - 2) * 6 + 4 * random(), middle(ys) + 6 * random()]
      const [wide, high] = [quarter(xs) / 2, quarter(ys)]
      return quantized<Stroke>({
        ...{ kind: 'stroke', id: `h${n}x${k}`, swatch: 'ink', size: 2.5 },
        points: [x - wide, y - high, 0.4, x, y, 0.5, x + wide, y + high, 0.3],
      })
    })
  })
}

/** The whole scene so many times as large about the middle of the paper, with a line so many times as wide. */
function sized(made: HandScene, times: number, line: number): HandScene {
  const [a, , , , e, f]: Matrix = [times, 0, 0, times, 640 * (1 - times), 400 * (1 - times)]
  const larger = changed(made, 0, (ink) =>
    ink.map((piece) => {
      const there = transformed(piece, [a, 0, 0, a, e, f])
      return there.kind === 'stroke' ? { ...there, size: (piece as Stroke).size * line } : there
    }),
  )
  const drawings = Object.entries(larger.scene.drawings).map(([id, entry]): [string, Drawing] => {
    const pins = Object.entries(entry.pins ?? {}).map(([name, { x, y }]) => [name, { x: x * a + e, y: y * a + f }])
    return [id, entry.pins ? { ...entry, pins: Object.fromEntries(pins) } : entry]
  })
  return { ...larger, scene: { ...larger.scene, drawings: Object.fromEntries(drawings) } }
}

export const aThirdAsLarge = (made: HandScene): HandScene => sized(made, 1 / 3, 0.5)

const only =
  (pass: Pass): Change =>
  (ink, at) =>
    at.pass === pass ? ink : []

export const MANNERS: readonly Manner[] = [
  { id: 'lines, no paint', as: (made, seed) => changed(made, seed, only('line')) },
  {
    id: 'sketched: lines gone over again, no paint',
    as: (made, seed) => changed(made, seed, (ink, { pass, random }) => (pass === 'line' ? sketched(ink, random) : [])),
  },
  {
    id: 'sketched and painted',
    as: (made, seed) => changed(made, seed, (ink, { pass, random }) => (pass === 'line' ? sketched(ink, random) : ink)),
  },
  {
    id: 'rough pass alone',
    as: (made, seed) => changed(made, seed, (_, { pass, of }) => (pass === 'rough' ? of('line') : [])),
  },
  { id: 'paint, no lines', as: (made, seed) => changed(made, seed, only('colour')) },
  {
    id: 'hatched here and there',
    as: (made, seed) =>
      changed(made, seed, (ink, { pass, of, random }) =>
        pass === 'line' ? [...ink, ...hatching(of('colour'), random)] : ink,
      ),
  },
  {
    id: 'each line up to 15 % wider or finer',
    as: (made, seed) =>
      changed(made, seed, (ink, { random }) =>
        ink.map((piece) =>
          piece.kind === 'stroke' ? quantized<Stroke>({ ...piece, size: piece.size * (0.85 + 0.3 * random()) }) : piece,
        ),
      ),
  },
  { id: 'a third as large', as: aThirdAsLarge },
]

import { edgeOf, type Point, type Ruler } from '@unhurried/core'

const at = ({ points }: Ruler, i: number): Point => ({ x: points[2 * i]!, y: points[2 * i + 1]! })
const far = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y)
const ways = (edge: readonly number[]) =>
  edge.length < 4
    ? ''
    : Array.from({ length: edge.length / 2 }, (_, i) => `${i ? 'L' : 'M'}${edge[2 * i]} ${edge[2 * i + 1]}`).join('')

/** Lines leading to each vanishing point, all round it. */
const RAYS = 24

/** The tip of an ellipse's other axis, wherever the place that tells how far it reaches was put. */
function otherTip(ruler: Ruler): Point {
  const [middle, end, told] = [at(ruler, 0), at(ruler, 1), at(ruler, 2)]
  const length = far(middle, end)
  if (length === 0) return told
  const [nx, ny] = [-(end.y - middle.y) / length, (end.x - middle.x) / length]
  const off = (told.x - middle.x) * nx + (told.y - middle.y) * ny
  return { x: middle.x + nx * off, y: middle.y + ny * off }
}

/** Where a ruler is taken hold of: each of its places, in their order. */
export const handlesOf = (ruler: Ruler): Point[] =>
  Array.from({ length: ruler.points.length / 2 }, (_, i) =>
    ruler.kind === 'ellipse' && i === 2 ? otherTip(ruler) : at(ruler, i),
  )

/** What is drawn of a ruler: the edge itself, and fainter what it leads to. `reach` is farther than anything seen. */
export function linesOf(ruler: Ruler, reach: number): { edge: string; beyond: string } {
  const [a, b] = [at(ruler, 0), at(ruler, 1)]
  const { kind } = ruler
  if (kind === 'vanishing') {
    const points = handlesOf(ruler)
    const rays = points.flatMap(({ x, y }) =>
      Array.from({ length: RAYS }, (_, i) => {
        const angle = (2 * Math.PI * i) / RAYS
        return `M${x} ${y}l${reach * Math.cos(angle)} ${reach * Math.sin(angle)}`
      }),
    )
    return { edge: points.length > 1 ? ways(ruler.points) : '', beyond: rays.join('') }
  }
  if (kind !== 'straight' && kind !== 'mirror') return { edge: ways(edgeOf(ruler)), beyond: '' }
  const length = far(a, b) || 1
  const [dx, dy] = [((b.x - a.x) / length) * reach, ((b.y - a.y) / length) * reach]
  const whole = `M${a.x - dx} ${a.y - dy}L${b.x + dx} ${b.y + dy}`
  return { edge: ways(edgeOf(ruler)), beyond: whole }
}

const degrees = (a: Point, b: Point) => Math.round((Math.atan2(a.y - b.y, b.x - a.x) * 180) / Math.PI)

/** What a ruler measures, in words. */
export function measureOf(ruler: Ruler): string {
  const [a, b] = [at(ruler, 0), at(ruler, 1)]
  switch (ruler.kind) {
    case 'straight':
    case 'mirror':
      return `${Math.round(far(a, b))} px, ${degrees(a, b)}°`
    case 'circle':
      return `${Math.round(2 * far(a, b))} px across`
    case 'ellipse':
      return `${Math.round(2 * far(a, b))} × ${Math.round(2 * far(a, otherTip(ruler)))} px`
    default:
      return ''
  }
}

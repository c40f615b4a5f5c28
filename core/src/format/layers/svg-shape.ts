import { SVGPathData } from 'svg-pathdata'
import { clamp } from '../../base/clamp'
import { inThousands } from '../../base/counted'
import { LIMITS } from '../../base/limits'
import { joined } from '../../geometry/areas'
import { flattenedCurve } from '../../geometry/curve'
import { areaScale, transformPoint, type Matrix, type Point } from '../../geometry/matrix'
import { quantized, type InkPiece } from '../../ink/ink'
import { grouped } from '../../ink/rings'
import type { XmlElement } from '../xml'
import { refuseLayers, type LayerInk } from '../../ink/layered'
import { numbersIn } from './svg-numbers'
import type { Style } from './svg-style'

/** Chords of a curve lie no farther off it than this, in pixels. */
const FLAT = 0.03
const MIDDLING = 0.5
/** Points of one shape: what has more is no drawing, and would be joined for minutes. */
const MOST_POINTS = 60_000
/** Until they are given a colour of the palette. */
const UNPAINTED = 'unpainted'

interface Line {
  readonly points: readonly Point[]
  readonly closed: boolean
}
interface Wish {
  readonly matrix: Matrix
  readonly style: Style
  readonly freshId: () => string
}

/** A shape of any program as paint and as lines of one width, the line over the paint. */
export function shapeInk(element: XmlElement, { matrix, style, freshId }: Wish): LayerInk[] {
  if (style['visibility'] === 'hidden') return []
  const lines = linesOf(element, matrix).filter(({ points }) => points.length > 0)
  if (lines.reduce((sum, { points }) => sum + points.length, 0) > MOST_POINTS)
    refuseLayers(
      `One of its shapes has more than ${inThousands(MOST_POINTS)} points. Simplify it, or bring it in as a picture.`,
    )
  const { fill = '#000000', stroke = 'none' } = style
  const seen = (name: string) => Number(style[`${name}-opacity`] ?? 1) > 0
  const paint = fill !== 'none' && seen('fill') ? fillsOf(lines, style['fill-rule'], freshId) : []
  const width = Number.parseFloat(style['stroke-width'] ?? '1') * Math.sqrt(Math.abs(areaScale(matrix)))
  const inked =
    stroke !== 'none' && seen('stroke') && width > 0 ? lines.flatMap((line) => strokesOf(line, width, freshId)) : []
  return [...paint.map((piece) => ({ piece, colour: fill })), ...inked.map((piece) => ({ piece, colour: stroke }))]
}

const reached = ({ x, y }: Point): Point => ({
  x: clamp(x, -LIMITS.reach, LIMITS.reach),
  y: clamp(y, -LIMITS.reach, LIMITS.reach),
})

/** The lines a shape is made of, in pixels of the picture. */
function linesOf({ tag, attributes }: XmlElement, matrix: Matrix): Line[] {
  const commands = commandsOf(pathOf(tag, attributes))
  const lines: { points: Point[]; closed: boolean }[] = []
  const at = (x: number, y: number) => reached(transformPoint(matrix, { x, y }))
  for (const command of commands) {
    const last = lines.at(-1)
    const from = last?.points.at(-1)
    if (command.type === SVGPathData.MOVE_TO) lines.push({ points: [at(command.x, command.y)], closed: false })
    else if (command.type === SVGPathData.CLOSE_PATH) {
      if (last) last.closed = true
    } else if (from && command.type === SVGPathData.LINE_TO) begun(lines).push(at(command.x, command.y))
    else if (from && command.type === SVGPathData.CURVE_TO)
      begun(lines).push(
        ...flattenedCurve(
          [from, at(command.x1, command.y1), at(command.x2, command.y2), at(command.x, command.y)],
          FLAT,
        ),
      )
  }
  return lines
}

/** The points of the line a command goes on with: after a closed one it begins anew where that began. */
function begun(lines: { points: Point[]; closed: boolean }[]): Point[] {
  const last = lines.at(-1)!
  if (last.closed) lines.push({ points: [last.points[0]!], closed: false })
  return lines.at(-1)!.points
}

/** A path in absolute lines and cubic curves; what is damaged in it ends it there. */
function commandsOf(path: string) {
  try {
    return new SVGPathData(path).toAbs().normalizeHVZ(false, true, true).normalizeST().aToC().qtToC().commands
  } catch {
    return []
  }
}

const number = (text: string | undefined) => numbersIn(text)[0] ?? 0

/** Any shape as the data of a path. */
function pathOf(tag: string, given: Readonly<Record<string, string>>): string {
  const of = (name: string) => number(given[name])
  if (tag === 'path') return given['d'] ?? ''
  if (tag === 'line') return `M${of('x1')} ${of('y1')}L${of('x2')} ${of('y2')}`
  if (tag === 'polyline' || tag === 'polygon') {
    const points = numbersIn(given['points'])
    const even = points.slice(0, points.length - (points.length % 2))
    return even.length < 4
      ? ''
      : `M${even.slice(0, 2).join(' ')}L${even.slice(2).join(' ')}${tag === 'polygon' ? 'Z' : ''}`
  }
  if (tag === 'rect') return rectPath(given)
  const [x, y] = [of('cx'), of('cy')]
  const [across, down] = tag === 'circle' ? [of('r'), of('r')] : [of('rx'), of('ry')]
  if (!(across > 0 && down > 0)) return ''
  return `M${x - across} ${y}A${across} ${down} 0 1 1 ${x + across} ${y}A${across} ${down} 0 1 1 ${x - across} ${y}Z`
}

function rectPath(given: Readonly<Record<string, string>>): string {
  const [x, y, w, h] = ['x', 'y', 'width', 'height'].map((name) => number(given[name])) as [
    number,
    number,
    number,
    number,
  ]
  if (!(w > 0 && h > 0)) return ''
  const rx = Math.min(w / 2, number(given['rx'] ?? given['ry']))
  const ry = Math.min(h / 2, number(given['ry'] ?? given['rx']))
  if (!(rx > 0 && ry > 0)) return `M${x} ${y}h${w}v${h}h${-w}Z`
  const corner = (dx: number, dy: number) => `a${rx} ${ry} 0 0 1 ${dx} ${dy}`
  return `M${x + rx} ${y}h${w - 2 * rx}${corner(rx, ry)}v${h - 2 * ry}${corner(-rx, ry)}h${2 * rx - w}${corner(-rx, -ry)}v${2 * ry - h}${corner(rx, -ry)}Z`
}

function fillsOf(lines: readonly Line[], rule: string | undefined, freshId: () => string): InkPiece[] {
  const flat = lines.map(({ points }) => points.flatMap(({ x, y }) => [x, y]))
  const rings = joined(flat, rule === 'evenodd' ? 'evenodd' : 'nonzero')
  const most = 2 * LIMITS.strokePoints
  return grouped(rings.filter((ring) => ring.length >= 6 && ring.length <= most)).map(({ outline, holes }) =>
    quantized({
      ...{ kind: 'fill', id: freshId(), swatch: UNPAINTED, outline },
      ...(holes.length > 0 && { holes: holes.slice(0, LIMITS.holes) }),
    }),
  )
}

function strokesOf({ points, closed }: Line, width: number, freshId: () => string): InkPiece[] {
  const whole = closed ? [...points, points[0]!] : points
  const parts: InkPiece[] = []
  // Each part begins where the one before ends.
  for (let from = 0; from === 0 || from < whole.length - 1; from += LIMITS.strokePoints - 1) {
    const part = whole.slice(from, from + LIMITS.strokePoints)
    parts.push(
      quantized({
        ...{ kind: 'stroke', id: freshId(), swatch: UNPAINTED, size: clamp(width, 0.25, 400) },
        points: part.flatMap(({ x, y }) => [x, y, MIDDLING]),
      }),
    )
  }
  return parts
}

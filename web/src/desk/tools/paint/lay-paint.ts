import { liesAt, ringArea, quantized, type Fill, type Ink, type InkChange, type Point } from '@unhurried/core'
import { freshId } from '../../../api/ids'

/** A filled part, before it is in a colour and has a name. */
export interface FilledPart {
  readonly outline: readonly number[]
  readonly holes: readonly (readonly number[])[]
}

/**
 * Paint laid on a pass at a place of the part: on top, or instead of paint that is there already, for paint on paint
 * changes its colour instead of lying on it.
 */
export function layPaint(
  ink: Ink,
  { outline, holes }: FilledPart,
  { swatch, at }: { swatch: string; at: Point },
): { piece: Fill; change: InkChange } {
  const piece: Fill = quantized({
    kind: 'fill',
    id: freshId(),
    swatch,
    outline: [...outline],
    ...(holes.length > 0 && { holes: holes.map((ring) => [...ring]) }),
  })
  const old = ink.findLastIndex((each) => each.kind === 'fill' && liesAt(each, at.x, at.y, 0) && alike(each, piece))
  const change =
    old >= 0
      ? { remove: [{ at: old, piece: ink[old]! }], add: [{ at: old, piece }] }
      : { remove: [], add: [{ at: ink.length, piece }] }
  return { piece, change }
}

/** A place within an outline, near its middle. */
export function middleOf(outline: readonly number[]): Point {
  let [x, y] = [0, 0]
  for (let i = 0; i < outline.length; i += 2) {
    x += outline[i]!
    y += outline[i + 1]!
  }
  return { x: (x * 2) / outline.length, y: (y * 2) / outline.length }
}

/** Paint over the same part: about as large as what lies there. */
const alike = (a: Fill, b: Fill) => Math.abs(Math.abs(ringArea(a.outline) / ringArea(b.outline)) - 1) < 0.25

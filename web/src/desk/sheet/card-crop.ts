import { boundsOf, clamp, memo, PASSES, type Ink, type Pass, type Settings } from '@unhurried/core'
import type { Box } from '../../stage/paint/box'

/** A card shows the part of the paper its level is drawn on, to this share of its sides, so that it seldom changes. */
const GRAIN = 1 / 48
/** Around the ink, as a share of the paper's height. */
const AIR = 0.03
/** Widest and narrowest card, in its own heights. */
const SHAPE = { least: 0.8, most: 2.4 } as const

const inkBox = memo((ink: Ink) => ({ box: boundsOf(ink) }))

/** The part of the paper on which some drawings have ink; all of it where none has. Scene pixels. */
export function cropOf(
  drawings: readonly string[],
  inkOf: (drawing: string, pass: Pass) => Ink,
  { width, height }: Pick<Settings, 'width' | 'height'>,
): Box {
  const boxes = drawings.flatMap((drawing) =>
    PASSES.flatMap((pass) => {
      const ink = inkOf(drawing, pass)
      return ink.length > 0 ? (inkBox(ink).box ?? []) : []
    }),
  )
  if (boxes.length === 0) return { left: 0, top: 0, right: width, bottom: height }
  const air = AIR * height
  const [stepX, stepY] = [Math.max(1, width * GRAIN), Math.max(1, height * GRAIN)]
  const out = (value: number, step: number, up: boolean) =>
    (up ? Math.ceil(value / step) : Math.floor(value / step)) * step
  return shaped({
    left: clamp(out(Math.min(...boxes.map((box) => box.left)) - air, stepX, false), 0, width - stepX),
    top: clamp(out(Math.min(...boxes.map((box) => box.top)) - air, stepY, false), 0, height - stepY),
    right: clamp(out(Math.max(...boxes.map((box) => box.right)) + air, stepX, true), stepX, width),
    bottom: clamp(out(Math.max(...boxes.map((box) => box.bottom)) + air, stepY, true), stepY, height),
  })
}

/** Made wider or higher about its middle where it would be a sliver. */
function shaped(box: Box): Box {
  const [width, height] = [Math.max(1, box.right - box.left), Math.max(1, box.bottom - box.top)]
  const wide = clamp(width, SHAPE.least * height, Infinity)
  const high = Math.max(height, wide / SHAPE.most)
  const [x, y] = [(box.left + box.right) / 2, (box.top + box.bottom) / 2]
  return { left: x - wide / 2, top: y - high / 2, right: x + wide / 2, bottom: y + high / 2 }
}

export const sameBox = (a: Box, b: Box): boolean =>
  a.left === b.left && a.top === b.top && a.right === b.right && a.bottom === b.bottom

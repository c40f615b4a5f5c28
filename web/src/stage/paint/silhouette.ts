import { memoLists, PASSES, silhouette, type Ink } from '@unhurried/core'
import { flatRings } from './paths'
import type { InkOf, Surface } from './surface'

/** What silhouettes are painted in, and the gap in an outline that leaves its shape closed, in pixels. */
const SILHOUETTE = { colour: '#2a2932', gap: 14 } as const
/** The shape of a drawing by the ink of its passes. */
const shapeOf = memoLists((passes: readonly Ink[]): Path2D | undefined => {
  const found = silhouette(passes.flat(), { tolerance: SILHOUETTE.gap })
  return found && flatRings(found.rings)
})

/** The drawing as one dark shape, filled out to its outline. */
export function paintSilhouette(surface: Surface, drawing: string, inkOf: InkOf): void {
  const shape = shapeOf(PASSES.map((pass) => inkOf(drawing, pass)))
  surface.fillStyle = SILHOUETTE.colour
  if (shape) surface.fill(shape, 'evenodd')
}

import { PASSES, silhouette, type Ink } from '@unhurried/core'
import { flatRings } from './paths'
import type { InkOf, Surface } from './surface'

/** What silhouettes are painted in, and the gap in an outline that leaves its shape closed, in pixels. */
const SILHOUETTE = { colour: '#2a2932', gap: 14 } as const
const shapes = new WeakMap<Ink, Path2D | null>()
const everything = new WeakMap<Ink, { parts: readonly Ink[]; all: Ink }>()

/** A drawing's whole ink as one list, the same list as long as its passes are the same. */
function wholeInk(drawing: string, inkOf: InkOf): Ink {
  const parts = PASSES.map((pass) => inkOf(drawing, pass)).filter((ink) => ink.length > 0)
  const [first] = parts
  if (!first) return []
  const known = everything.get(first)
  if (known && known.parts.length === parts.length && known.parts.every((part, i) => part === parts[i]))
    return known.all
  const all = parts.flat()
  everything.set(first, { parts, all })
  return all
}

/** The drawing as one dark shape, filled out to its outline. */
export function paintSilhouette(surface: Surface, drawing: string, inkOf: InkOf): void {
  const ink = wholeInk(drawing, inkOf)
  let shape = shapes.get(ink)
  if (shape === undefined) {
    const found = silhouette(ink, { tolerance: SILHOUETTE.gap })
    shape = found ? flatRings(found.rings) : null
    shapes.set(ink, shape)
  }
  surface.fillStyle = SILHOUETTE.colour
  if (shape) surface.fill(shape, 'evenodd')
}

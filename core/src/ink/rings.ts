import { ringArea } from '../geometry/trace'
import { within } from './select/select'

/** Rings that belong together: each outline with the holes in it. */
export function grouped(rings: readonly (readonly number[])[]): { outline: number[]; holes: number[][] }[] {
  const outlines = rings
    .filter((ring) => ringArea(ring) > 0)
    .map((ring) => ({ outline: [...ring], holes: [] as number[][] }))
  for (const ring of rings) {
    if (ringArea(ring) >= 0) continue
    const around = outlines
      .filter(({ outline }) => within(ring[0]!, ring[1]!, outline))
      .sort((a, b) => ringArea(a.outline) - ringArea(b.outline))[0]
    around?.holes.push([...ring])
  }
  return outlines
}

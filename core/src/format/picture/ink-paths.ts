import type { InkPiece } from '../../ink/ink'
import { strokeOutlines, type Ring } from '../../ink/outline'

/** A text as an attribute of XML may have it. */
export const attribute = (text: string): string =>
  text.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!)

function outlinePath(rings: readonly Ring[]): string {
  const ring = (points: Ring) =>
    points.length === 0
      ? ''
      : `${points.map(([x, y], i) => `${i === 0 ? 'M' : 'L'}${x.toFixed(2)} ${y.toFixed(2)}`).join('')}Z`
  return rings.map(ring).join('')
}
function runsPath(runs: readonly number[]): string {
  let d = ''
  for (let i = 0; i < runs.length; i += 3) d += `M${runs[i]} ${runs[i + 1]}h${runs[i + 2]}v1h-${runs[i + 2]}z`
  return d
}
const pairs = (flat: readonly number[]): Ring =>
  Array.from({ length: flat.length / 2 }, (_, i) => [flat[2 * i]!, flat[2 * i + 1]!] as const)

/** The outline of a piece of ink, as the data of an SVG path to be filled; of a fill with holes by the even-odd rule. */
export function outlineOf(piece: InkPiece): string {
  if (piece.kind === 'cells') return runsPath(piece.runs)
  // A page that was read is no outline.
  if (piece.kind === 'scan') return ''
  if (piece.kind === 'fill') return outlinePath([piece.outline, ...(piece.holes ?? [])].map(pairs))
  return outlinePath(strokeOutlines(piece))
}

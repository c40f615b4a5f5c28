import { cellMiddles, type Ink, type InkPiece } from '../ink/ink'
import { boundsOf } from '../ink/select/select'
import { rasterised, stampRings } from '../ink/raster'
import { blobsOf } from '../paper/blobs'

/** One stroke of lettering as pixels: whatever a hand would draw without a thought for the rest. */
export interface LetterStroke {
  readonly left: number
  readonly top: number
  readonly width: number
  readonly height: number
  /** 1 where there is ink, row by row. */
  readonly cells: Uint8Array
}

/** Each piece of ink as a stroke of lettering, `scale` pixels to one of the scene. A page that was read is none: see `strokesOfPixels`. */
export function strokesOfInk(ink: Ink, scale = 1): LetterStroke[] {
  return ink.flatMap((piece) => strokeOf(scale === 1 ? piece : scaled(piece, scale)) ?? [])
}

function scaled(piece: InkPiece, scale: number): InkPiece {
  const by = (values: readonly number[]) => values.map((value) => value * scale)
  if (piece.kind === 'stroke') {
    const points = piece.points.map((value, i) => (i % 3 === 2 ? value : value * scale))
    return { ...piece, size: piece.size * scale, points }
  }
  if (piece.kind === 'fill')
    return { ...piece, outline: by(piece.outline), ...(piece.holes && { holes: piece.holes.map(by) }) }
  return piece
}

function strokeOf(piece: InkPiece): LetterStroke | undefined {
  const box = boundsOf([piece])
  if (!box || piece.kind === 'scan') return undefined
  const room = piece.kind === 'stroke' ? Math.ceil(piece.size) + 1 : 1
  const [left, top] = [Math.floor(box.left) - room, Math.floor(box.top) - room]
  const grid = { left, top, width: Math.ceil(box.right) + room - left, height: Math.ceil(box.bottom) + room - top }
  const cells = piece.kind === 'stroke' ? rasterised([piece], grid) : new Uint8Array(grid.width * grid.height)
  if (piece.kind === 'fill') stampRings(cells, grid, [piece.outline, ...(piece.holes ?? [])])
  if (piece.kind === 'cells') {
    const middles = cellMiddles(piece)
    for (let i = 0; i < middles.length; i += 2)
      cells[(Math.floor(middles[i + 1]!) - top) * grid.width + Math.floor(middles[i]!) - left] = 1
  }
  return { ...grid, cells }
}

/** What hangs together in a picture as strokes of lettering; `mask` is 1 where there is ink, row by row. */
export function strokesOfPixels(mask: Uint8Array, width: number, height: number): LetterStroke[] {
  return blobsOf(mask, width, height).map(({ x, y, width: across, height: down, pixels }) => {
    const cells = new Uint8Array(across * down)
    for (const at of pixels) cells[(Math.floor(at / width) - y) * across + (at % width) - x] = 1
    return { left: x, top: y, width: across, height: down, cells }
  })
}

import { pieceSchema, type InkPiece } from '../../ink/ink'
import { attribute, outlineOf } from './ink-paths'

/** A piece of ink as a path any program can show; what the hand did is in its `data-` attributes, which are read back. */
export function inkPath(piece: InkPiece, colours: ReadonlyMap<string, string>): string {
  const common = `id="${attribute(piece.id)}" data-kind="${piece.kind}" data-swatch="${attribute(piece.swatch)}" fill="${attribute(colours.get(piece.swatch) ?? '#2a2932')}"`
  if (piece.kind === 'cells')
    return `<path ${common} shape-rendering="crispEdges" data-runs="${piece.runs.join(' ')}" d="${outlineOf(piece)}"/>`
  if (piece.kind === 'scan')
    return `<path ${common} data-page="${attribute(piece.page)}" data-size="${piece.width} ${piece.height}" data-matrix="${piece.matrix.join(' ')}" d=""/>`
  if (piece.kind === 'fill') {
    const holes = piece.holes ? ` data-holes="${piece.holes.map((ring) => ring.join(' ')).join(', ')}"` : ''
    return `<path ${common} fill-rule="evenodd" data-outline="${piece.outline.join(' ')}"${holes} d="${outlineOf(piece)}"/>`
  }
  const hand = `${piece.brush ? ` data-brush="${piece.brush}"` : ''} data-size="${piece.size}"${piece.taper ? ` data-taper="${piece.taper.join(' ')}"` : ''}`
  return `<path ${common}${hand} data-points="${piece.points.join(' ')}" d="${outlineOf(piece)}"/>`
}

type Attributes = Readonly<Record<string, string>>
const numbers = (text: string | undefined) => (text ?? '').split(/\s+/).filter(Boolean).map(Number)

function scanOf(path: Attributes) {
  const [width, height] = numbers(path['data-size'])
  return { page: path['data-page'], width, height, matrix: numbers(path['data-matrix']) }
}

/** The piece of ink a path keeps in its attributes, or what is wrong with it. */
export function pieceOfPath(path: Attributes) {
  const { id, 'data-kind': kind, 'data-swatch': swatch } = path
  return pieceSchema.safeParse({ kind, id, swatch, ...fieldsOf(path) })
}

function fieldsOf(path: Attributes) {
  const { 'data-kind': kind, 'data-holes': holes, 'data-brush': brush, 'data-taper': taper } = path
  if (kind === 'cells') return { runs: numbers(path['data-runs']) }
  if (kind === 'scan') return scanOf(path)
  if (kind === 'fill')
    return { outline: numbers(path['data-outline']), ...(holes && { holes: holes.split(',').map(numbers) }) }
  return {
    ...(brush && { brush }),
    size: Number(path['data-size']),
    ...(taper && { taper: numbers(taper) }),
    points: numbers(path['data-points']),
  }
}

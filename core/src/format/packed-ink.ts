import { passSchema, type Pass } from '../scene/schema'
import { INK_GRID, pieceSchema, type Ink, type InkPiece } from '../shape/ink'

/**
 * Ink at rest. Each piece is a block of its own, so appending a stroke is appending bytes. A block:
 * its length, kind (0 stroke, 1 fill), id, swatch, a stroke's size in sixteenths of a pixel, the
 * number of points, then each point as the difference from the one before (place in eighths of a
 * pixel, pressure in 255ths). Numbers are LEB128 varints, signed ones zigzag first; texts are their
 * length and their ASCII bytes.
 */
const KINDS = ['stroke', 'fill'] as const

interface Writer { bytes: number[] }

function putUnsigned({ bytes }: Writer, value: number) {
  let rest = value
  while (rest > 127) {
    bytes.push((rest & 127) | 128)
    rest = Math.floor(rest / 128)
  }
  bytes.push(rest)
}

const putSigned = (to: Writer, value: number) => putUnsigned(to, value < 0 ? -2 * value - 1 : 2 * value)

function putText(to: Writer, text: string) {
  putUnsigned(to, text.length)
  for (let i = 0; i < text.length; i++) to.bytes.push(text.charCodeAt(i) & 127)
}

function putDeltas(to: Writer, values: readonly number[], grids: readonly number[]) {
  const last = grids.map(() => 0)
  putUnsigned(to, values.length / grids.length)
  values.forEach((value, i) => {
    const lane = i % grids.length
    const here = Math.round(value * grids[lane]!)
    putSigned(to, here - last[lane]!)
    last[lane] = here
  })
}

const POINT_GRIDS = { stroke: [INK_GRID.place, INK_GRID.place, INK_GRID.pressure], fill: [INK_GRID.place, INK_GRID.place] } as const

function block(piece: InkPiece): number[] {
  const body: Writer = { bytes: [] }
  putUnsigned(body, KINDS.indexOf(piece.kind))
  putText(body, piece.id)
  putText(body, piece.swatch)
  if (piece.kind === 'stroke') putUnsigned(body, Math.round(piece.size * INK_GRID.size))
  putDeltas(body, piece.kind === 'stroke' ? piece.points : piece.outline, POINT_GRIDS[piece.kind])
  const head: Writer = { bytes: [] }
  putUnsigned(head, body.bytes.length)
  return [...head.bytes, ...body.bytes]
}

/** The bytes of some ink; the bytes of more ink laid on top can simply follow. */
export function packInk(ink: Ink): Uint8Array {
  const blocks = ink.map(block)
  const result = new Uint8Array(blocks.reduce((sum, bytes) => sum + bytes.length, 0))
  let at = 0
  for (const bytes of blocks) {
    result.set(bytes, at)
    at += bytes.length
  }
  return result
}

interface Reader { readonly bytes: Uint8Array; at: number; readonly end: number }

const damaged = (): never => {
  throw new RangeError('bytes must be packed ink; these are damaged or cut short.')
}

function takeUnsigned(from: Reader): number {
  let value = 0
  for (let scale = 1; scale < 2 ** 49; scale *= 128) {
    if (from.at >= from.end) return damaged()
    const byte = from.bytes[from.at++]!
    value += (byte & 127) * scale
    if (byte < 128) return value
  }
  return damaged()
}

function takeSigned(from: Reader): number {
  const value = takeUnsigned(from)
  return value % 2 === 0 ? value / 2 : -(value + 1) / 2
}

function takeBytes(from: Reader, length: number): Uint8Array {
  if (from.at + length > from.end) damaged()
  from.at += length
  return from.bytes.subarray(from.at - length, from.at)
}

const takeText = (from: Reader) => String.fromCharCode(...takeBytes(from, takeUnsigned(from)))

function takeDeltas(from: Reader, grids: readonly number[]): number[] {
  const count = takeUnsigned(from)
  // Every number takes at least one byte, so a count beyond that is damage, not a large drawing.
  if (count * grids.length > from.end - from.at) damaged()
  const last = grids.map(() => 0)
  const values = new Array<number>(count * grids.length)
  for (let i = 0; i < values.length; i++) {
    const lane = i % grids.length
    last[lane]! += takeSigned(from)
    values[i] = last[lane]! / grids[lane]!
  }
  return values
}

/** Ink from its bytes. Errors: RangeError when they are damaged. */
export function unpackInk(bytes: Uint8Array): InkPiece[] {
  const result: InkPiece[] = []
  const outer: Reader = { bytes, at: 0, end: bytes.length }
  while (outer.at < outer.end) {
    const length = takeUnsigned(outer)
    const from: Reader = { bytes, at: outer.at, end: outer.at + length }
    takeBytes(outer, length)
    const kind = KINDS[takeUnsigned(from)] ?? damaged()
    const [id, swatch] = [takeText(from), takeText(from)]
    if (kind === 'fill') result.push({ kind, id, swatch, outline: takeDeltas(from, POINT_GRIDS.fill) })
    else result.push({ kind, id, swatch, size: takeUnsigned(from) / INK_GRID.size, points: takeDeltas(from, POINT_GRIDS.stroke) })
  }
  return result
}

/** {@link unpackInk} for bytes from outside: also checks every piece against its schema. */
export function readInk(bytes: Uint8Array): InkPiece[] {
  return unpackInk(bytes).map((piece) => pieceSchema.parse(piece))
}

export interface PackedPass { readonly drawing: string; readonly pass: Pass; readonly bytes: Uint8Array }

/** Several passes in one message: drawing, pass, length and bytes of each. */
export function packPasses(passes: readonly PackedPass[]): Uint8Array {
  const heads = passes.map(({ drawing, pass, bytes }) => {
    const head: Writer = { bytes: [] }
    putText(head, drawing)
    putText(head, pass)
    putUnsigned(head, bytes.length)
    return head.bytes
  })
  const result = new Uint8Array(passes.reduce((sum, { bytes }, i) => sum + bytes.length + heads[i]!.length, 0))
  let at = 0
  passes.forEach(({ bytes }, i) => {
    result.set(heads[i]!, at)
    result.set(bytes, at + heads[i]!.length)
    at += heads[i]!.length + bytes.length
  })
  return result
}

/** The passes of a message. Errors: RangeError when it is damaged. */
export function unpackPasses(bytes: Uint8Array): PackedPass[] {
  const from: Reader = { bytes, at: 0, end: bytes.length }
  const result: PackedPass[] = []
  while (from.at < from.end) {
    const drawing = takeText(from)
    const pass = passSchema.safeParse(takeText(from))
    result.push({ drawing, pass: pass.success ? pass.data : damaged(), bytes: takeBytes(from, takeUnsigned(from)) })
  }
  return result
}

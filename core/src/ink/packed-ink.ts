import { BRUSH_TABLE, brushKind, BRUSHES, PLAIN_BRUSH, type Brush } from './brushes'
import { passSchema, type Pass } from '../scene/schema'
import { INK_GRID, MATRIX_GRIDS, pieceSchema, placesOf, type Ink, type InkPiece, type Scan } from './ink'

/**
 * Ink at rest. Each piece is a block of its own, so appending a stroke is appending bytes. A block:
 * its length, kind, id and swatch, then
 * 2 stroke: brush (0 the pen, else its number), size and the two tapers in sixteenths of a pixel, the
 *   number of points, and each point (place in eighths of a pixel, pressure in 255ths): how far its
 *   step differs from the step before, as one byte while that is small, and its change of pressure;
 * 3 fill: the number of rings, the outline first, each its number of points and their differences.
 * 4 cells: the number of runs, and each run's change of place and its length.
 * 5 scan: the page it shows, its size in pixels, and how it lies: four numbers in 65536ths, two in eighths.
 * 0 stroke and 1 fill are how earlier versions wrote them, still read.
 * Numbers are LEB128 varints, signed ones zigzag first; texts are their length and their ASCII bytes.
 */
const KINDS = { oldStroke: 0, oldFill: 1, stroke: 2, fill: 3, cells: 4, scan: 5 } as const
const BRUSH_OF: ReadonlyMap<number, Brush> = new Map(BRUSHES.map((brush) => [BRUSH_TABLE[brush].number, brush]))

interface Writer {
  bytes: number[]
}

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

const POINT_GRIDS = {
  stroke: [INK_GRID.place, INK_GRID.place, INK_GRID.pressure],
  fill: [INK_GRID.place, INK_GRID.place],
} as const

/** Steps change little from point to point: a change of at most this many eighths fits one byte for both directions. */
const SMALL = 7
const SIDE = 2 * SMALL + 1
const FAR = 255

function putCourse(to: Writer, points: readonly number[]) {
  putUnsigned(to, points.length / 3)
  let [x, y, stepX, stepY, pressure] = [0, 0, 0, 0, 0]
  for (let i = 0; i < points.length; i += 3) {
    const here = [
      Math.round(points[i]! * INK_GRID.place),
      Math.round(points[i + 1]! * INK_GRID.place),
      Math.round(points[i + 2]! * INK_GRID.pressure),
    ] as const
    const [bendX, bendY] = [here[0] - x - stepX, here[1] - y - stepY]
    if (Math.abs(bendX) <= SMALL && Math.abs(bendY) <= SMALL) to.bytes.push((bendX + SMALL) * SIDE + bendY + SMALL)
    else {
      to.bytes.push(FAR)
      putSigned(to, bendX)
      putSigned(to, bendY)
    }
    putSigned(to, here[2] - pressure)
    // The first point is a jump from nowhere, not the beginning of a pace.
    ;[stepX, stepY] = i === 0 ? [0, 0] : [here[0] - x, here[1] - y]
    ;[x, y, pressure] = here
  }
}

function putRuns(to: Writer, runs: readonly number[]) {
  putUnsigned(to, runs.length / 3)
  for (let i = 0; i < runs.length; i += 3) {
    putSigned(to, runs[i]! - (runs[i - 3] ?? 0))
    putSigned(to, runs[i + 1]! - (runs[i - 2] ?? 0))
    putUnsigned(to, runs[i + 2]!)
  }
}

function putScan(to: Writer, { page, width, height, matrix }: Scan) {
  putText(to, page)
  putUnsigned(to, width)
  putUnsigned(to, height)
  matrix.forEach((value, i) => putSigned(to, Math.round(value * MATRIX_GRIDS[i]!)))
}

function takeScan(from: Reader): Pick<Scan, 'page' | 'width' | 'height' | 'matrix'> {
  const page = takeText(from)
  const [width, height] = [takeUnsigned(from), takeUnsigned(from)]
  const matrix = MATRIX_GRIDS.map((grid) => takeSigned(from) / grid) as unknown as Scan['matrix']
  return { page, width, height, matrix }
}

function takeRuns(from: Reader): number[] {
  const count = takeUnsigned(from)
  if (count * 3 > from.end - from.at) damaged()
  const runs: number[] = []
  for (let i = 0; i < count * 3; i += 3)
    runs.push(takeSigned(from) + (runs[i - 3] ?? 0), takeSigned(from) + (runs[i - 2] ?? 0), takeUnsigned(from))
  return runs
}

function takeCourse(from: Reader): number[] {
  const count = takeUnsigned(from)
  // Every point takes at least two bytes, so a count beyond that is damage, not a large drawing.
  if (count * 2 > from.end - from.at) damaged()
  const points = new Array<number>(count * 3)
  let [x, y, stepX, stepY, pressure] = [0, 0, 0, 0, 0]
  for (let i = 0; i < points.length; i += 3) {
    const code = takeBytes(from, 1)[0]!
    if (code !== FAR && code >= SIDE * SIDE) damaged()
    const bendX = code === FAR ? takeSigned(from) : Math.floor(code / SIDE) - SMALL
    const bendY = code === FAR ? takeSigned(from) : (code % SIDE) - SMALL
    const [wasX, wasY] = [x, y]
    x += stepX + bendX
    y += stepY + bendY
    ;[stepX, stepY] = i === 0 ? [0, 0] : [x - wasX, y - wasY]
    pressure += takeSigned(from)
    points[i] = x / INK_GRID.place
    points[i + 1] = y / INK_GRID.place
    points[i + 2] = pressure / INK_GRID.pressure
  }
  return points
}

function block(piece: InkPiece): number[] {
  const body: Writer = { bytes: [] }
  putUnsigned(body, KINDS[piece.kind])
  putText(body, piece.id)
  putText(body, piece.swatch)
  if (piece.kind === 'stroke') {
    putUnsigned(body, brushKind(piece).number)
    for (const length of [piece.size, ...(piece.taper ?? [0, 0])]) putUnsigned(body, Math.round(length * INK_GRID.size))
    putCourse(body, piece.points)
  } else if (piece.kind === 'cells') putRuns(body, piece.runs)
  else if (piece.kind === 'scan') putScan(body, piece)
  else {
    const rings = placesOf(piece)
    putUnsigned(body, rings.length)
    for (const ring of rings) putDeltas(body, ring, POINT_GRIDS.fill)
  }
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

interface Reader {
  readonly bytes: Uint8Array
  at: number
  readonly end: number
}

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

type Named = Pick<InkPiece, 'id' | 'swatch'>
const takeLength = (from: Reader) => takeUnsigned(from) / INK_GRID.size

/** How each kind of block is read, by its number. */
const READERS: Readonly<Record<number, (from: Reader, named: Named) => InkPiece>> = {
  [KINDS.oldStroke]: (from, named) => ({
    kind: 'stroke',
    ...named,
    size: takeLength(from),
    points: takeDeltas(from, POINT_GRIDS.stroke),
  }),
  [KINDS.oldFill]: (from, named) => ({ kind: 'fill', ...named, outline: takeDeltas(from, POINT_GRIDS.fill) }),
  [KINDS.stroke](from, named) {
    const brush = BRUSH_OF.get(takeUnsigned(from)) ?? damaged()
    const [size, start, end] = [takeLength(from), takeLength(from), takeLength(from)]
    return {
      kind: 'stroke',
      ...named,
      ...(brush !== PLAIN_BRUSH && { brush }),
      size,
      ...(start + end > 0 && { taper: [start, end] }),
      points: takeCourse(from),
    }
  },
  [KINDS.fill](from, named) {
    const rings = takeUnsigned(from)
    if (rings === 0 || rings > from.end - from.at) damaged()
    const [outline, ...holes] = Array.from({ length: rings }, () => takeDeltas(from, POINT_GRIDS.fill))
    return { kind: 'fill', ...named, outline: outline!, ...(holes.length > 0 && { holes }) }
  },
  [KINDS.scan]: (from, named) => ({ kind: 'scan', ...named, ...takeScan(from) }),
  [KINDS.cells]: (from, named) => ({ kind: 'cells', ...named, runs: takeRuns(from) }),
}

/** Ink from its bytes. Errors: RangeError when they are damaged. */
export function unpackInk(bytes: Uint8Array): InkPiece[] {
  const result: InkPiece[] = []
  const outer: Reader = { bytes, at: 0, end: bytes.length }
  while (outer.at < outer.end) {
    const length = takeUnsigned(outer)
    const from: Reader = { bytes, at: outer.at, end: outer.at + length }
    takeBytes(outer, length)
    const kind = takeUnsigned(from)
    const named = { id: takeText(from), swatch: takeText(from) }
    result.push((READERS[kind] ?? damaged)(from, named))
  }
  return result
}

/** {@link unpackInk} for bytes from outside: also checks every piece against its schema. */
export function readInk(bytes: Uint8Array): InkPiece[] {
  return unpackInk(bytes).map((piece) => pieceSchema.parse(piece))
}

export interface PackedPass {
  readonly drawing: string
  readonly pass: Pass
  readonly bytes: Uint8Array
}

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

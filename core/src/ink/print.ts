import { PASSES, type Pass } from '../scene/schema'
import type { Ink, InkPiece } from './ink'

/** A mark that stays the same exactly as long as some drawings' ink and pins do (FNV-1a, twice 32 bits). */
export function printOf(
  drawings: readonly { readonly id: string; readonly pins?: unknown }[],
  inkOf: (drawing: string, pass: Pass) => Ink,
): string {
  let [a, b] = [0x811c9dc5, 0x01000193]
  const take = (value: number) => {
    a = Math.imul(a ^ (value & 0xffff), 0x01000193)
    b = Math.imul(b ^ ((value >> 8) & 0xffff), 0x01000193) + a
  }
  const text = (words: string) => {
    for (let i = 0; i < words.length; i++) take(words.charCodeAt(i))
  }
  for (const { id, pins } of drawings) {
    text(`${id}${JSON.stringify(pins ?? 0)}`)
    for (const pass of PASSES) {
      text(pass)
      for (const piece of inkOf(id, pass)) {
        text(piece.swatch)
        const numbers = numbersIn(piece)
        for (const value of numbers) take(Math.round(value * 256))
        if (piece.kind === 'fill')
          for (const hole of piece.holes ?? []) for (const value of hole) take(Math.round(value * 256))
      }
    }
  }
  return `${(a >>> 0).toString(36)}${(b >>> 0).toString(36)}`
}

function numbersIn(piece: InkPiece): readonly number[] {
  if (piece.kind === 'stroke') return piece.points
  if (piece.kind === 'fill') return piece.outline
  return piece.kind === 'cells' ? piece.runs : piece.matrix
}

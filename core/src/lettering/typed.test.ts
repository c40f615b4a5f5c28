import { readFileSync } from 'node:fs'
import { stampRings } from '../ink/raster'
import { typedLetters } from './typed'

const font = (file: string) => readFileSync(`node_modules/@fontsource/${file}`)
const PLAIN = font('source-sans-3/files/source-sans-3-latin-400-normal.woff')
const GREEK = font('source-sans-3/files/source-sans-3-greek-400-normal.woff')
const BRUSH = font('pacifico/files/pacifico-latin-400-normal.woff')
let ids = 0
const typed = (text: string, fields: object = {}) =>
  typedLetters({
    text,
    fonts: [PLAIN],
    height: 100,
    x: 20,
    y: 150,
    swatch: 'ink',
    freshId: () => `t${++ids}`,
    ...fields,
  })

test('letters stand on the line, as high as asked, one after the other', () => {
  const { pieces } = typed('HI')
  expect(pieces).toHaveLength(2)
  const [h, i] = pieces.map(({ outline }) => ({
    left: Math.min(...outline.filter((_, k) => k % 2 === 0)),
    right: Math.max(...outline.filter((_, k) => k % 2 === 0)),
    top: Math.min(...outline.filter((_, k) => k % 2 === 1)),
    bottom: Math.max(...outline.filter((_, k) => k % 2 === 1)),
  }))
  expect(Math.abs(h!.top - 50)).toBeLessThanOrEqual(1)
  expect(h!.bottom).toBe(150)
  expect(h!.left).toBeGreaterThan(20)
  expect(i!.left).toBeGreaterThan(h!.right)
})

test('a letter with a window has a hole, a dotted one is two shapes', () => {
  const [o] = typed('O').pieces
  expect(o!.holes).toHaveLength(1)
  const mask = new Uint8Array(200 * 200)
  stampRings(mask, { left: 0, top: 0, width: 200, height: 200 }, [o!.outline, ...o!.holes!])
  expect(mask[100 * 200 + 60]).toBe(0)
  expect(mask.reduce((sum, cell) => sum + cell, 0)).toBeGreaterThan(1500)
  expect(typed('i').pieces).toHaveLength(2)
})

test('strokes of a letter that overlap are one shape without windows', () => {
  const pieces = typed('t', { fonts: [BRUSH] }).pieces
  expect(pieces.length).toBeGreaterThan(0)
  for (const { outline } of pieces) expect(outline.length).toBeGreaterThan(20)
})

test('a second line stands below, and wider spacing moves letters apart', () => {
  const top = ({ outline }: { outline: readonly number[] }) => Math.min(...outline.filter((_, k) => k % 2 === 1))
  const [first, second] = typed('H\nH').pieces
  expect(top(second!) - top(first!)).toBeCloseTo(190, 0)
  const left = (spacing: number) => typed('HH', { spacing }).pieces[1]!.outline[0]!
  expect(left(0.2) - left(0)).toBeCloseTo(20, 0)
})

test('the first font with a letter writes it, and letters no font has are told', () => {
  expect(typed('aλ').missing).toEqual(['λ'])
  const { pieces, missing } = typed('aλ漢', { fonts: [PLAIN, GREEK] })
  expect(missing).toEqual(['漢'])
  expect(pieces.length).toBeGreaterThanOrEqual(2)
})

test('no height and too long a text are refused', () => {
  expect(() => typed('a', { height: 0 })).toThrow(/height/)
  expect(() => typed('a'.repeat(401))).toThrow(/text.length/)
})

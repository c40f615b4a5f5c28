import type { CameraKey } from '../../scene/schema'
import type { Pen } from '../print'
import { CAMERA, cameraColumn, fieldInWords } from './sheet-camera'

const key = (frame: number, more: Partial<CameraKey> = {}): CameraKey => ({
  ...{ frame, x: 320, y: 180, scale: 1, turn: 0, law: 'slow-out-in', strength: 1 },
  ...more,
})

/** What is put on a page, words with the row they stand in. */
function printedColumn(keys: readonly CameraKey[], from: number, to: number) {
  const words: string[] = []
  const rails: [number, number, boolean][] = []
  const marks: number[] = []
  const pen = {
    text: (text: string, _x: number, y: number, { room = 0 } = {}) => {
      expect(room).toBeLessThan(CAMERA)
      words.push(`${from + Math.floor((y - 100) / 10)}: ${text}`)
      return 0
    },
    line: (x1: number, y1: number, x2: number, y2: number, { dash }: { dash?: number[] } = {}) => {
      if (x1 === x2) rails.push([y1, y2, dash !== undefined])
      else if (y2 === y1 + 3 && x2 > x1) marks.push(from + Math.floor((y1 - 100) / 10))
    },
  } as unknown as Pen
  cameraColumn(pen, keys, { left: 50, from, to, rowHeight: 10, yOf: (frame) => 100 + (frame - from) * 10 })
  return { words, rails, marks }
}

test('what the camera sees is told as its tray tells it', () => {
  expect(fieldInWords(key(1))).toBe('100 %  320, 180')
  expect(fieldInWords(key(1, { scale: 0.5, x: 12.4, turn: -Math.PI / 36 }))).toBe('200 %  12, 180  -5°')
})

test('keys, how it goes on from them, and where it stands are beside their frames', () => {
  const keys = [key(3), key(9, { scale: 0.5, law: 'even' }), key(14, { scale: 0.5 })]
  const { words, rails, marks } = printedColumn(keys, 1, 24)
  expect(words).toEqual(['4: slow out and in', '3: 100 %  320, 180', '9: 200 %  320, 180', '14: 200 %  320, 180'])
  expect(rails).toEqual([
    [125, 185, false],
    [185, 235, true],
  ])
  expect(marks).toEqual([3, 9, 14])
})

test('on a further page stands what belongs to its frames; a move under way goes through it from edge to edge', () => {
  const keys = [key(3), key(70, { x: 400 })]
  expect(printedColumn(keys, 25, 48)).toEqual({ words: [], rails: [[100, 340, false]], marks: [] })
  expect(printedColumn(keys, 49, 72)).toEqual({
    words: ['70: 100 %  400, 180'],
    rails: [[100, 315, false]],
    marks: [70],
  })
  expect(printedColumn(keys, 73, 96)).toEqual({ words: [], rails: [], marks: [] })
})

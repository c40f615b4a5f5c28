import type { HistoryStep } from '../api/api'
import { chapters, momentInWords } from './history'

const step = (version: number, minute: number, words: string, drawing: string | null = null): HistoryStep => ({
  version,
  at: new Date(Date.UTC(2026, 4, 3, 10, minute)).toISOString(),
  words,
  kind: drawing ? 'ink.change' : 'drawing.set',
  drawing,
})
const told = (steps: HistoryStep[]) =>
  chapters(steps, (drawing) => drawing.toUpperCase()).map(
    ({ version, first, words, steps: count }) => `${first}–${version} ${words} (${count})`,
  )

test('lines drawn on one drawing one after the other are told as one, and looked at as they stood at the end', () => {
  expect(
    told([
      step(5, 9, 'a line on drawing K', 'k'),
      step(4, 8, 'a line on drawing K', 'k'),
      step(3, 8, 'a line taken off drawing K', 'k'),
      step(2, 7, 'a key'),
      step(1, 6, 'a line on drawing K', 'k'),
    ]),
  ).toEqual(['3–5 3 changes to the lines of drawing K (3)', '2–2 a key (1)', '1–1 a line on drawing K (1)'])
})

test('another drawing, or a long pause, begins a new chapter; a step without words still says something', () => {
  expect(told([step(3, 50, 'a line on L', 'l'), step(2, 30, 'a line on K', 'k'), step(1, 10, '', 'k')])).toEqual([
    '3–3 a line on L (1)',
    '2–2 a line on K (1)',
    '1–1 a change (1)',
  ])
})

test('a moment is told by its time today, by its day otherwise', () => {
  const at = new Date(2026, 4, 3, 14, 2)
  expect(momentInWords(at, new Date(2026, 4, 3, 20))).toBe('today 14:02')
  expect(momentInWords(at, new Date(2026, 4, 9))).toBe('3 May 14:02')
  expect(momentInWords(at, new Date(2027, 0, 1))).toBe('3 May 2026 14:02')
})

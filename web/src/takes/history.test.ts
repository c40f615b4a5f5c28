import type { HistoryStep } from '../api/api'
import { chapters, momentInWords, sittingInWords, sittings } from './history'

const step = (version: number, minute: number, words: string, drawing: string | null = null): HistoryStep => ({
  version,
  at: new Date(Date.UTC(2026, 4, 3, 10, minute)).toISOString(),
  words,
  kind: drawing ? 'ink.change' : 'drawing.set',
  drawing,
})
const summary = (steps: HistoryStep[]) =>
  chapters(steps, (drawing) => drawing.toUpperCase()).map(
    ({ version, first, words, steps: count }) => `${first}–${version} ${words} (${count})`,
  )

test('lines drawn on one drawing one after the other are told as one, and looked at as they stood at the end', () => {
  expect(
    summary([
      step(5, 9, 'a line on drawing K', 'k'),
      step(4, 8, 'a line on drawing K', 'k'),
      step(3, 8, 'a line taken off drawing K', 'k'),
      step(2, 7, 'a key'),
      step(1, 6, 'a line on drawing K', 'k'),
    ]),
  ).toEqual(['3–5 3 changes to the lines of drawing K (3)', '2–2 a key (1)', '1–1 a line on drawing K (1)'])
})

test('another drawing, or a long pause, begins a new chapter; a step without words still says something', () => {
  expect(summary([step(3, 50, 'a line on L', 'l'), step(2, 30, 'a line on K', 'k'), step(1, 10, '', 'k')])).toEqual([
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

test('a history is gathered by sitting, and within that by drawing, each as it was after its last change', () => {
  const at = (minute: number) => new Date(Date.UTC(2026, 4, 3, 10, minute))
  const found = sittings(
    [
      step(7, 200, 'a line on K', 'k'),
      step(6, 199, 'a line on L', 'l'),
      step(5, 190, 'a line on K', 'k'),
      step(4, 189, 'a key'),
      step(3, 30, 'a line on L', 'l'),
      step(2, 10, 'a line on L', 'l'),
    ],
    (drawing) => drawing,
  )
  expect(found.map(({ version, steps, drawings, chapters: told }) => [version, steps, drawings, told.length])).toEqual([
    [
      7,
      4,
      [
        { drawing: 'k', version: 7, changes: 2 },
        { drawing: 'l', version: 6, changes: 1 },
      ],
      4,
    ],
    [3, 2, [{ drawing: 'l', version: 3, changes: 2 }], 2],
  ])
  expect([found[0]!.from, found[0]!.to]).toEqual([at(189), at(200)])
})

test('a sitting is told by when it began and ended', () => {
  const [from, to] = [new Date(2026, 4, 3, 14, 2), new Date(2026, 4, 3, 15, 30)]
  const today = new Date(2026, 4, 3, 20)
  expect(sittingInWords({ from, to }, today)).toBe('today 14:02 to 15:30')
  expect(sittingInWords({ from, to: from }, today)).toBe('today 14:02')
  expect(sittingInWords({ from: new Date(2026, 4, 2, 23, 50), to: new Date(2026, 4, 3, 0, 20) }, today)).toBe(
    '2 May 23:50 to today 00:20',
  )
})

import { placed, smoothCurve, type Point } from './hand'

/** A few letters as a pen writes them, stroke by stroke: from the line of small letters (0) down to the line they stand on (1). */
interface Letter {
  readonly wide: number
  readonly strokes: readonly (readonly number[])[]
}
const LETTERS: Readonly<Record<string, Letter>> = {
  M: {
    wide: 1.1,
    strokes: [
      [0.06, 1, 0.08, 0.4, 0.14, -0.7],
      [0.14, -0.7, 0.3, -0.1, 0.5, 0.6],
      [0.5, 0.6, 0.72, -0.1, 0.9, -0.7],
      [0.9, -0.7, 0.96, 0.3, 1, 1],
    ],
  },
  m: {
    wide: 0.98,
    strokes: [
      [0.08, 0, 0.09, 0.5, 0.08, 1],
      [0.09, 0.36, 0.22, 0.06, 0.4, 0.08, 0.46, 0.4, 0.46, 1],
      [0.47, 0.36, 0.6, 0.06, 0.78, 0.08, 0.84, 0.4, 0.84, 0.85, 0.92, 1],
    ],
  },
  a: {
    wide: 0.82,
    strokes: [
      [0.6, 0.14, 0.36, -0.02, 0.1, 0.24, 0.08, 0.72, 0.32, 1.02, 0.58, 0.78],
      [0.62, 0.02, 0.62, 0.5, 0.64, 0.86, 0.76, 1],
    ],
  },
  r: {
    wide: 0.58,
    strokes: [
      [0.1, 0, 0.11, 0.5, 0.1, 1],
      [0.11, 0.42, 0.22, 0.08, 0.5, 0.04],
    ],
  },
  s: { wide: 0.62, strokes: [[0.5, 0.12, 0.28, -0.02, 0.1, 0.22, 0.3, 0.5, 0.5, 0.74, 0.34, 1.02, 0.06, 0.9]] },
  l: { wide: 0.36, strokes: [[0.12, -0.85, 0.1, 0.1, 0.12, 0.82, 0.26, 1]] },
  c: { wide: 0.64, strokes: [[0.54, 0.16, 0.32, -0.02, 0.1, 0.26, 0.1, 0.74, 0.32, 1.02, 0.56, 0.86]] },
  k: {
    wide: 0.66,
    strokes: [
      [0.12, -0.85, 0.1, 0.2, 0.12, 1],
      [0.54, 0.02, 0.3, 0.36, 0.12, 0.56],
      [0.2, 0.48, 0.36, 0.7, 0.58, 1],
    ],
  },
  w: {
    wide: 0.94,
    strokes: [
      [0.04, 0, 0.12, 0.5, 0.24, 1],
      [0.24, 1, 0.34, 0.6, 0.44, 0.24],
      [0.44, 0.24, 0.52, 0.6, 0.62, 1],
      [0.62, 1, 0.74, 0.5, 0.84, 0],
    ],
  },
  t: {
    wide: 0.54,
    strokes: [
      [0.24, -0.5, 0.22, 0.3, 0.24, 0.84, 0.42, 1],
      [0.02, 0.04, 0.24, 0.02, 0.46, 0.04],
    ],
  },
  e: {
    wide: 0.68,
    strokes: [[0.1, 0.52, 0.4, 0.5, 0.56, 0.42, 0.46, 0.06, 0.24, 0.02, 0.08, 0.4, 0.14, 0.84, 0.36, 1.02, 0.58, 0.84]],
  },
}
const SPACE = 0.42
/** Pixels from point to point of a way. */
const STEP = 1.5

/** The pen's ways over a word, in the order a hand writes them, its small letters `size` pixels high. */
export function written(word: string, at: Point, size: number, lean = 0): Point[][] {
  const ways: Point[][] = []
  const put = placed(at, 0, size)
  let x = 0
  for (const sign of word) {
    const letter = LETTERS[sign]
    for (const flat of letter?.strokes ?? []) {
      const points = Array.from({ length: flat.length / 2 }, (_, i): Point => {
        const [u, v] = [flat[2 * i]!, flat[2 * i + 1]!]
        return put([x + u + lean * (1 - v), v])
      })
      ways.push(smoothCurve(points, { step: STEP }))
    }
    x += letter ? letter.wide : SPACE
  }
  return ways
}

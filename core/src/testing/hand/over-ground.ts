import { boundsOf } from '../../ink/select/select'
import { at, type Part } from './body'
import { drawnByHand } from './drawn'
import { changed } from './manners'
import type { HandScene } from './scene'

/** Something that stands behind a figure, or below it, and is traced on all its drawings; `feet` is how far down the figure comes. */
export interface Ground {
  readonly id: string
  readonly parts: (feet: number) => readonly Part[]
}

/** A line across the picture and a little beyond, nearly level. */
const across = (y: number): Part => ({
  line: [at(-20, y), at(320, y + 6), at(640, y + 8), at(960, y + 5), at(1300, y)],
})

const FLOOR: Ground = { id: 'a floor below it', parts: () => [across(640)] }
export const GROUNDS: readonly Ground[] = [
  FLOOR,
  { id: 'a floor at its feet', parts: (feet) => [across(feet - 4)] },
  {
    id: 'a hill',
    parts: () => [{ line: [at(-20, 690), at(200, 630), at(420, 560), at(640, 520), at(860, 560), at(1300, 700)] }],
  },
  {
    id: 'a room',
    parts: () => [
      across(600),
      { line: [at(180, -10), at(184, 300), at(180, 600)] },
      { line: [at(900, 604), at(904, 430), at(1180, 428), at(1184, 604)] },
    ],
  },
]

/** The same scene with its ground traced on every drawing, below the rest: every time by hand. */
export function overGround(made: HandScene, seed: number, ground = FLOOR): HandScene {
  const ink = Object.keys(made.scene.drawings).flatMap((drawing) => [
    ...made.inkOf(drawing, 'line'),
    ...made.inkOf(drawing, 'colour'),
  ])
  const parts = ground.parts(boundsOf(ink)?.bottom ?? 0)
  return changed(made, seed, (ink, { pass, random }) => {
    if (pass !== 'line') return ink
    // What is traced keeps its place, each part by itself.
    const traced = parts.flatMap((part, i) => {
      const name = i === 0 ? 'floor' : `floor${i}`
      return drawnByHand({ parts: [part], marks: {} }, { random, size: 5, name }).line
    })
    return [...traced, ...ink]
  })
}

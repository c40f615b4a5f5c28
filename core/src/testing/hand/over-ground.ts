import { at } from './body'
import { drawnByHand } from './drawn'
import { changed } from './manners'
import type { HandScene } from './scene'

/** The line of a ground, across the picture and a little beyond. */
const FLOOR = [at(-20, 640), at(320, 646), at(640, 648), at(960, 645), at(1300, 640)]

/** The same scene with the line of its ground traced on every drawing, below the rest: every time by hand. */
export const overGround = (made: HandScene, seed: number): HandScene =>
  changed(made, seed, (ink, { pass, random }) => {
    if (pass !== 'line') return ink
    return [...drawnByHand({ parts: [{ line: FLOOR }], marks: {} }, { random, size: 5, name: 'floor' }).line, ...ink]
  })

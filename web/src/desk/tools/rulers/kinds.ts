import type { RulerKind } from '@unhurried/core'

interface Kind {
  readonly word: string
  /** How it is laid, and what it does, told to whoever has it in hand. */
  readonly how: string
  readonly does: string
  /** It is laid by pressing once for each of its places, not by pulling. */
  readonly byPresses?: true
}

/** Every kind of ruler as the hand lays it. */
export const KINDS: Readonly<Record<RulerKind, Kind>> = {
  straight: { word: 'Straight', how: 'Pull it from end to end.', does: 'Lines that begin near it go along it' },
  circle: { word: 'Circle', how: 'Pull it from its middle.', does: 'Lines that begin near it go round' },
  ellipse: {
    word: 'Ellipse',
    how: 'Pull it from its middle, across and up.',
    does: 'Lines that begin near it go round',
  },
  curve: {
    word: 'Curve',
    how: 'Press point after point.',
    does: 'Lines that begin near it go along it',
    byPresses: true,
  },
  vanishing: {
    word: 'Vanishing',
    how: 'Press up to three points.',
    does: 'Lines lead to the point they set out for; with two upright ones stay upright, with one level ones level too',
    byPresses: true,
  },
  mirror: { word: 'Mirror', how: 'Pull its line out.', does: 'What is drawn on one side is laid on the other as well' },
}

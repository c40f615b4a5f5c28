import type { Scene } from '@unhurried/core'

/** Where somebody is: which page, and which scene is open on it. */
export interface Whereabouts {
  readonly page: string
  readonly scene: Scene | undefined
}

/** One step: a sentence beside the thing it is about, done with the real thing. */
export interface Step {
  readonly says: string
  /** The thing, by the name it bears for this. */
  readonly at: string
  /** Done once this is so; absent: once the thing is used, or one goes on. */
  readonly isDone?: (now: Whereabouts) => boolean
}

const practising = (exercise: string, { scene }: Whereabouts) => scene?.settings.exercise?.id === exercise
const drawnIn = ({ scene }: Whereabouts) =>
  Object.values(scene?.drawings ?? {}).filter(({ passes }) => Object.keys(passes).length > 0).length
const hasDrawn = (exercise: string, count: number) => (now: Whereabouts) =>
  practising(exercise, now) && drawnIn(now) >= count

/** From the shelf to a bouncing ball of one's own that is handed over, by way of the first three exercises. */
export const FIRST_STEPS: readonly Step[] = [
  {
    at: 'practice',
    says: 'What is drawn here lies on this shelf. What the craft begins with lies in Practice: open it.',
    isDone: ({ page }) => page !== 'shelf',
  },
  {
    at: 'begin ball-light',
    says: 'Everybody’s first is the ball that bounces and dies away. Draw it.',
    isDone: (now) => practising('ball-light', now),
  },
  {
    at: 'task',
    says: 'What is asked stands here for as long as you draw. The law and a guide stay hidden until you ask.',
  },
  {
    at: 'paper',
    says: 'Draw the ball round the small cross: that is frame 1. Undo is Z.',
    isDone: hasDrawn('ball-light', 1),
  },
  {
    at: 'next drawing',
    says: 'Put the next drawing on the pegs, here or with G. The one before shines through; draw the ball a little lower.',
    isDone: hasDrawn('ball-light', 2),
  },
  {
    at: 'paper',
    says: 'Go on like that, each step longer than the last, until it has hit the ground and come up again: eight drawings or so.',
    isDone: hasDrawn('ball-light', 8),
  },
  { at: 'play', says: 'Flip through them with S and F, as with a thumb. Then play it.' },
  { at: 'measure', says: 'Now have it measured against gravity.', isDone: ({ page }) => page === 'practice' },
  {
    at: 'look first',
    says: 'In words and in one picture: where your drawings lie and where they should. Open the one to look at first and mend it.',
    isDone: ({ page }) => page === 'draw',
  },
  {
    at: 'place hand-over',
    says: 'A test this short can be shown already. Hand it over.',
    isDone: ({ page }) => page === 'hand-over',
  },
  { at: 'make', says: 'This makes a moving picture that plays anywhere. Make one: it is your first film.' },
  {
    at: 'home',
    says: 'It lies on the shelf, under Practice, and stays there. Go to Practice once more for a ball of iron.',
    isDone: (now) => now.page === 'practising' || practising('ball-heavy', now),
  },
  {
    at: 'begin ball-heavy',
    says: 'Weight is timing: draw the heavy one.',
    isDone: (now) => practising('ball-heavy', now),
  },
  {
    at: 'paper',
    says: 'It falls as the light one fell. Draw it falling, landing, and hardly rising: six drawings.',
    isDone: hasDrawn('ball-heavy', 6),
  },
  {
    at: 'measure',
    says: 'Measure it; then go on to the pendulum, in Practice.',
    isDone: (now) => now.page === 'practising' || practising('pendulum', now),
  },
  {
    at: 'begin pendulum',
    says: 'Slow at its ends, fast below: the pendulum.',
    isDone: (now) => practising('pendulum', now),
  },
  {
    at: 'paper',
    says: 'Draw the weight on its arc, from the right to the left and back: eight drawings close the loop.',
    isDone: hasDrawn('pendulum', 8),
  },
  {
    at: 'measure',
    says: 'Measure it, and you have been through all the table once. The other exercises wait in Practice; each comes up again when it is due.',
  },
]

/** The step that is next: those already done are passed over, and those before one that is done and say nothing of themselves. */
export function stepNow(next: number, now: Whereabouts): number {
  const isDone = (step: number) => FIRST_STEPS[step]?.isDone?.(now) === true
  const isSaidBy = (step: number) => FIRST_STEPS[step] !== undefined && !FIRST_STEPS[step].isDone && isDone(step + 1)
  let step = next
  while (isDone(step) || isSaidBy(step)) step++
  return step
}

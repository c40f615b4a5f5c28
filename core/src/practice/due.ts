import { createEmptyCard, fsrs, Rating, type Card, type Grade } from 'ts-fsrs'
import { errorOf, type PracticeResult } from './results'

/** An exercise this near its law is as good as done, well done, done; shares of its steps. */
const NEAR_LAW = { easy: 0.12, good: 0.25, hard: 0.5 } as const
/** An eye against the best it was: as sharp, nearly, blunter. */
const NEAR_BEST = { easy: 0.9, good: 1.25, hard: 1.6 } as const

// Without chance the same results are due on the same day, on every machine.
const scheduler = fsrs({ enable_fuzz: false })

function gradeOf(result: PracticeResult, best: number | undefined): Grade {
  const [error, { easy, good, hard }] =
    result.kind === 'exercise'
      ? [result.share, NEAR_LAW]
      : best === undefined
        ? [1, NEAR_BEST]
        : [result.threshold / best, NEAR_BEST]
  if (error <= easy) return Rating.Easy
  if (error <= good) return Rating.Good
  return error <= hard ? Rating.Hard : Rating.Again
}

/**
 * When each thing that was practised is due again, in milliseconds since 1970, by all its results (FSRS, a kept package for
 * spaced repetition): sooner what went badly, later each time it goes well.
 */
export function dueAgain(results: readonly PracticeResult[]): Map<string, number> {
  const cards = new Map<string, { card: Card; best: number }>()
  for (const result of [...results].sort((a, b) => a.at - b.at)) {
    const known = cards.get(result.what)
    const at = new Date(result.at)
    const grade = gradeOf(result, known?.best)
    const { card } = scheduler.next(known?.card ?? createEmptyCard(at), at, grade)
    cards.set(result.what, { card, best: Math.min(known?.best ?? Infinity, errorOf(result)) })
  }
  return new Map([...cards].map(([what, { card }]) => [what, card.due.getTime()]))
}

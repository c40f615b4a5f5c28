/** Small pictures wait in one line and are painted one at a time, while the hand pauses. */
const waiting = new Map<object, () => void>()
let handle = 0

/** Idle time left below which the next one waits for the next pause, in milliseconds. */
const LEAST = 4
/** A small picture can wait, but not for ever. */
const PATIENCE = 700

function work(deadline: IdleDeadline) {
  do {
    const [next] = waiting
    if (!next) break
    waiting.delete(next[0])
    next[1]()
  } while (deadline.timeRemaining() > LEAST)
  handle = waiting.size > 0 ? requestIdleCallback(work, { timeout: PATIENCE }) : 0
}

/** Does something for `owner` at the next pause, instead of what it asked for before. Gives a function that calls it off. */
export function atPause(owner: object, job: () => void): () => void {
  waiting.set(owner, job)
  handle ||= requestIdleCallback(work, { timeout: PATIENCE })
  return () => void waiting.delete(owner)
}

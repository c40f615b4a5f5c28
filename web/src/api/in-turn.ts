/**
 * Does a task one call after the other, so that no answer comes after a newer one. Calls made while one waits for its turn
 * share it. The task never rejects.
 */
export function inTurn(task: () => Promise<void>): () => Promise<void> {
  let last = Promise.resolve()
  let waiting: Promise<void> | undefined
  const begin = () => {
    waiting = undefined
    return task()
  }
  return () => (waiting ??= last = last.then(begin))
}

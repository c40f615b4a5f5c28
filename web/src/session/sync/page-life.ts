const lockName = (page: string) => `unhurried-page-${page}`

/** Tells other pages of this browser that a page lives, by a lock it holds; gives what ends that. A page that dies ends it too. */
export function beginPage(page: string): () => void {
  let end = () => undefined as void
  const lived = new Promise<void>((resolve) => (end = resolve))
  void navigator.locks.request(lockName(page), () => lived)
  return end
}

/**
 * Does something once a page is gone, and never while another does so.
 *
 * @param within - milliseconds to wait for that; without end when not given
 * Errors: AbortError when it still lives then.
 */
export async function whenGone(page: string, work: () => Promise<void>, within?: number): Promise<void> {
  const signal = within === undefined ? {} : { signal: AbortSignal.timeout(within) }
  await navigator.locks.request(lockName(page), signal, work)
}

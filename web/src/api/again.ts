/** Milliseconds to the first try after a failure, and to each once it has failed for long. */
const FIRST = 400
const LONGEST = 5000

/** Tries something again by itself: after each failure in a row it waits twice as long. */
export class Again {
  #wait: number
  #timer: ReturnType<typeof setTimeout> | undefined

  /** @param first milliseconds to the first try after a failure */
  constructor(private readonly first = FIRST) {
    this.#wait = first
  }

  /** It failed: `act` tries it once more, later. */
  later(act: () => void): void {
    this.cancel()
    this.#timer = setTimeout(act, this.#wait)
    this.#wait = Math.min(LONGEST, this.#wait * 2)
  }

  /** It is tried now, by whoever asked. */
  cancel(): void {
    clearTimeout(this.#timer)
  }

  /** It went well: a failure after this is a first one. */
  wentWell(): void {
    this.cancel()
    this.#wait = this.first
  }
}

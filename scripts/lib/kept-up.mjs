import { setTimeout as wait } from 'node:timers/promises'

const MOST = 10
const FIRST_PAUSE = 500
const LONGEST_PAUSE = 30_000
/** One that ran so long had recovered: it is counted anew. */
const RECOVERED = 300_000

/**
 * Starts something and starts it again whenever it dies, with a growing pause and a line that says so; after ten
 * times it gives up. `begin` gives the process. Rejects only when the very first start fails.
 */
export async function keptUp(what, begin, isEnding, end, folder) {
  let times = 0
  let began = Date.now()

  const watch = (child) => child.once('exit', () => void again())
  async function again() {
    if (isEnding()) return
    if (Date.now() - began > RECOVERED) times = 0
    for (;;) {
      times++
      if (times > MOST) {
        process.stderr.write(
          `The ${what} ended ${MOST} times and is not started again. What is drawn is kept; the reason is in ${folder}.\n`,
        )
        return void end(1)
      }
      const pause = Math.min(LONGEST_PAUSE, FIRST_PAUSE * 2 ** (times - 1))
      process.stderr.write(
        `The ${what} ended unexpectedly. What is drawn is kept; it is started again in ${pause / 1000} s (${times} of ${MOST}).\n`,
      )
      await wait(pause)
      if (isEnding()) return
      try {
        const child = await begin()
        began = Date.now()
        process.stderr.write(`The ${what} is there again.\n`)
        return void watch(child)
      } catch (error) {
        process.stderr.write(`The ${what} did not start: ${String(error?.message ?? error).split('\n')[0]}\n`)
      }
    }
  }
  watch(await begin())
}

import { writeSync } from 'node:fs'
import LightRunner from 'jest-light-runner'
import { builtTest, timesAsMany } from './core-tests.mjs'

/** A file of tests is done in a few seconds, the longest in a minute; what takes so long waits for what never comes. */
const PATIENCE = 300_000 * timesAsMany

/**
 * Runs the tests of core as they were built, without a sandbox: core reads and sets no globals, and in a sandbox its
 * arithmetic takes a quarter longer, not counting that every file of tests would load all of core anew.
 */
export default class CoreRunner extends LightRunner {
  runTests(tests, watcher, onStart, onResult, onFailure) {
    const sourceOf = new Map(tests.map((test) => [{ ...test, path: builtTest(test.path) }, test]))
    const waiting = new Map()
    const begun = (test) =>
      waiting.set(
        test,
        setTimeout(() => giveUp(test), PATIENCE),
      )
    const done = (test) => clearTimeout(waiting.get(test))
    return super.runTests(
      [...sourceOf.keys()],
      watcher,
      (built) => {
        const test = sourceOf.get(built)
        begun(test)
        return onStart(test)
      },
      (built, result) => {
        const test = sourceOf.get(built)
        done(test)
        return onResult(test, { ...result, testFilePath: test.path })
      },
      (built, error) => {
        const test = sourceOf.get(built)
        done(test)
        return onFailure(test, error)
      },
    )
  }
}

/** Nothing can be taken out of its hands but by ending all. */
function giveUp({ path }) {
  const minutes = PATIENCE / 60_000
  writeSync(2, `\n${path} is not done after ${minutes} minutes: a test of it waits for what never comes.\n`)
  process.exit(1)
}

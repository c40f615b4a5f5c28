import LightRunner from 'jest-light-runner'
import { builtTest } from './core-tests.mjs'

/**
 * Runs the tests of core as they were built, without a sandbox: core reads and sets no globals, and in a sandbox its
 * arithmetic takes a quarter longer, not counting that every file of tests would load all of core anew.
 */
export default class CoreRunner extends LightRunner {
  runTests(tests, watcher, onStart, onResult, onFailure) {
    const sourceOf = new Map(tests.map((test) => [{ ...test, path: builtTest(test.path) }, test]))
    return super.runTests(
      [...sourceOf.keys()],
      watcher,
      (built) => onStart(sourceOf.get(built)),
      (built, result) => {
        const test = sourceOf.get(built)
        return onResult(test, { ...result, testFilePath: test.path })
      },
      (built, error) => onFailure(sourceOf.get(built), error),
    )
  }
}

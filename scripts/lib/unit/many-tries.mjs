// Stands in for fast-check in the tests that scripts/properties.mjs runs.
import fastCheck from '../../../node_modules/fast-check/lib/cjs/fast-check.js'

const assert = (property, usual = {}) =>
  fastCheck.assert(property, {
    ...usual,
    numRuns: Math.round((usual.numRuns ?? 100) * Number(process.env.TIMES_AS_MANY)),
  })

export default { ...fastCheck, assert }

import type { SeenFinding } from '../workers/look/messages'
import { filtered, grouped, namedFor, unmeasuredOf, type FindingFilter } from './findings-list'

const ALL: FindingFilter = { level: 'all', severity: 'all', from: 1, to: undefined, meantToo: false }
const finding = (fields: Partial<SeenFinding>): SeenFinding => ({
  ...{ check: 'volume', severity: 'mend', sureness: 'sure', level: 'A', drawings: ['d'], frames: [5] },
  ...{ value: 9, limit: 5, unit: '%', sentence: 'Drawing 5 is 9 % larger than its neighbours.', evidence: '' },
  ...fields,
})

const ON_B = finding({ level: 'B', severity: 'look', frames: [20] })
const MEANT = finding({ meant: 'it breathes', drawings: ['m'] })
const OF_SCENE = finding({ check: 'flashes', severity: 'stop', frames: [] })
const FOUND = [finding({}), ON_B, MEANT, OF_SCENE]

test('those answered are seen when they are asked for', () => {
  expect(filtered(FOUND, ALL)).not.toContain(MEANT)
  expect(filtered(FOUND, { ...ALL, meantToo: true })).toEqual(FOUND)
})

test('of one level, of one weight, over some frames; what lies on no frame is about all of them', () => {
  expect(filtered(FOUND, { ...ALL, level: 'B' })).toEqual([ON_B])
  expect(filtered(FOUND, { ...ALL, severity: 'stop' })).toEqual([OF_SCENE])
  expect(filtered(FOUND, { ...ALL, from: 10, to: 24 })).toEqual([ON_B, OF_SCENE])
  expect(filtered(FOUND, { ...ALL, from: 6, to: 19 })).toEqual([OF_SCENE])
})

test('what matters most comes first, and no group is empty', () => {
  expect(grouped(FOUND).map(({ severity, findings }) => [severity, findings.length])).toEqual([
    ['stop', 1],
    ['mend', 2],
    ['look', 1],
  ])
  expect(grouped([ON_B]).map(({ words }) => words)).toEqual(['Worth a look'])
})

test('a reason is told once, with all checks that give it; one of the whole scene on every level', () => {
  const sentence = 'Pin a landmark.'
  const unmeasured = [
    { check: 'volume', level: 'A', drawings: 3, sentence },
    { check: 'off-arc', level: 'A', drawings: 3, sentence },
    { check: 'volume', level: 'B', drawings: 0, sentence: 'Nothing is drawn.' },
    { check: 'flashes', drawings: 3, sentence: 'Too short.' },
  ]
  expect(unmeasuredOf(unmeasured, 'A').map(({ sentence: of, checks }) => [of, checks.length])).toEqual([
    [sentence, 2],
    ['Too short.', 1],
  ])
  expect(unmeasuredOf(unmeasured, 'all')).toHaveLength(3)
})

test('a graph marks what the list names, and not what was answered', () => {
  expect([...namedFor('volume', 'A', FOUND)]).toEqual(['d'])
  expect(namedFor('off-arc', 'A', FOUND).size).toBe(0)
})

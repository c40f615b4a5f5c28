import type { PracticeResult } from '../practice/results'
import { writePracticeCsv } from './practice-csv'

const momentOf = (at: number) => ({ day: `day ${at}`, time: '09:05' })
const results: readonly PracticeResult[] = [
  { kind: 'eye', id: 'result-2', what: 'grew', at: 2, threshold: 6.249, answers: 30, right: 24 },
  {
    ...{ kind: 'exercise', id: 'result-1', what: 'hop', at: 1, scene: 'scene-1', seed: 1, px: 9.04, share: 0.184 },
    ...{ beside: 4, along: 8.1, drawings: 9, school: 'as a thing, thrown' },
  },
]

test('a row a result, the earliest first, in the columns of its kind; nothing breaks out of its cell', () => {
  expect(writePracticeCsv({ results, momentOf }).split('\r\n')).toEqual([
    'Day,Time,Practised,Off,Of,Pixels off,Beside the arc,Along it,Nearest to,Answers,Right',
    'day 1,09:05,A hop,18.4,% of its steps,9,4,8.1,"as a thing, thrown",,',
    'day 2,09:05,Which drawing grew?,6.2,% of its area,,,,,30,24',
  ])
  expect(writePracticeCsv({ results: [], momentOf }).split('\r\n')).toHaveLength(1)
})

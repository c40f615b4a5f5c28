import { newScene } from '../scene/create'
import { settingsOf } from '../testing/build'
import { writeLogCsv } from './log-csv'

test('a row an entry, its minutes to a tenth; a note that could be taken for a formula is none', () => {
  const scene = newScene(settingsOf())
  const csv = writeLogCsv({
    scene,
    entries: [
      {
        ...{ id: 'entry-1', scene: 's', level: 'A', drawing: 'gone', pass: 'line', from: 5, seconds: 333 },
        ...{ by: 'written', note: '=1+1, on paper', who: 'you' },
      },
    ],
    momentOf: () => ({ day: '2026-11-28', time: '09:05' }),
  })
  const [heads, row] = csv.split('\r\n')
  expect(heads).toBe('Day,Began,Who,Level,Drawing,Pass,Minutes,Counted or written,Note')
  expect(row).toBe(`2026-11-28,09:05,you,${scene.levels['A']!.name},gone,line,5.6,written,"'=1+1, on paper"`)
})

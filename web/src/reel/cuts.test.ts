import { applyProductionEdit, NOTHING_YET, reelTimes, type ProductionEdit } from '@unhurried/core'
import { cutInWords, cutsOf } from './cuts'

const handed = { level: 'Lime', what: 'its middle', px: 12, out: 10, into: 10.5, off: 0.05, turned: 4 }
const wrong = (told: ReturnType<typeof cutInWords>) => told.filter((each) => each.wrong).map(({ words }) => words)

test('what a cut hands on is told, and what is off by too much stands out', () => {
  const told = cutInWords({ shot: 's', handed: [handed], light: [0.5, 0.25] }, true)
  expect(told.map(({ words }) => words)).toEqual([
    'Lime: its middle is met 12 px from where it goes on',
    'Lime leaves at 10.0 and enters at 10.5 px a frame',
    'Lime: its line of action turns by 4°',
    'It becomes 50 % darker',
  ])
  expect(wrong(told)).toEqual([told[0]!.words, told[3]!.words])
})

test('speed may change where it was changing, and no more', () => {
  const quick = { ...handed, px: 0, into: 16, off: 0.5 }
  expect(wrong(cutInWords({ shot: 's', handed: [quick], light: [0.5, 0.5] }, true))).toEqual([
    'Lime leaves at 10.0 and enters at 16.0 px a frame',
  ])
  const slow = { ...quick, off: 0, turned: 30 }
  expect(wrong(cutInWords({ shot: 's', handed: [slow], light: [0.5, 0.5] }, true))).toEqual([
    'Lime: its line of action turns by 30°',
  ])
})

test('where a move goes on that nobody can follow, that is told; elsewhere it is nothing', () => {
  const nothing = { shot: 's', handed: [], light: [0.5, 0.501] as [number, number] }
  expect(cutInWords(nothing, false)).toEqual([{ words: 'As light as before', wrong: false }])
  expect(wrong(cutInWords(nothing, true))).toHaveLength(1)
})

test('scenes that follow one another meet at what is shown of them, the last and the first as well', () => {
  const edits: ProductionEdit[] = [
    { type: 'reel.put', part: { id: 'r', name: 'Long cut', fps: 24 } },
    { type: 'shot.put', of: 'r', part: { id: 'a', scene: 'lime', first: 3 } },
    { type: 'shot.put', of: 'r', part: { id: 'b', scene: 'tansy', last: 20 } },
    { type: 'shot.put', of: 'r', part: { id: 'c', frames: 12 } },
    { type: 'shot.put', of: 'r', part: { id: 'd', scene: 'lime' } },
  ]
  const reel = edits.reduce(applyProductionEdit, NOTHING_YET).reels[0]!
  expect(cutsOf(reelTimes(reel, () => ({ fps: 24, length: 48 })))).toEqual([
    { shot: 'a', out: { scene: 'lime', frame: 48 }, into: { scene: 'lime', frame: 3 } },
    { shot: 'b', out: { scene: 'lime', frame: 48 }, into: { scene: 'tansy', frame: 1 } },
  ])
})

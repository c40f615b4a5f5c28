import { ReadiedPictures } from './readied'
import type { OnTable } from './layers'

const onTable = (frame: number, slid = new Map()): OnTable => ({
  frame,
  drawing: 'a',
  level: 'A',
  shown: [],
  mattes: {},
  under: [],
  only: undefined,
  slid,
  silhouettes: false,
  outside: 'shown',
})
const picture = () => ({ width: 10, height: 10 }) as HTMLCanvasElement

test('a picture made ready is known by all that lies on the table', () => {
  const pictures = new ReadiedPictures()
  const first = picture()
  expect(pictures.lacks(onTable(1))).toBe(true)
  pictures.put(onTable(1), first)
  expect([pictures.of(onTable(1)), pictures.lacks(onTable(1)), pictures.of(onTable(2))]).toEqual([
    first,
    false,
    undefined,
  ])
})

test('what is slid changes under the hand and is never made ready', () => {
  const pictures = new ReadiedPictures()
  const slid = onTable(1, new Map([['b', { x: 1, y: 0, turn: 0 }]]))
  pictures.put(slid, picture())
  expect([pictures.of(slid), pictures.lacks(slid)]).toEqual([undefined, false])
})

test('the oldest goes first and gives its memory back; cleared, all do', () => {
  const pictures = new ReadiedPictures()
  const all = Array.from({ length: 7 }, picture)
  all.forEach((each, i) => pictures.put(onTable(i), each))
  expect([pictures.of(onTable(0)), all[0]!.width, pictures.of(onTable(1))]).toEqual([undefined, 0, all[1]])
  pictures.clear()
  expect([pictures.of(onTable(6)), all[6]!.width]).toEqual([undefined, 0])
})

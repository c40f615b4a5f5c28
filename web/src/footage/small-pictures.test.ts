import { FakeWorker } from '../testing/browser'
import type { FilmOrder } from '../workers/film/messages'
import { SmallPictures } from './small-pictures'

const FILE = 'b'.repeat(64)
const nameOf = (second: number, file = FILE) => `film:${file}:${second.toFixed(9)}`

const workers: FakeWorker[] = []
const wantedOf = (worker: FakeWorker) =>
  (worker.asked.at(-1) as unknown as Extract<FilmOrder, { kind: 'small' }>).wanted.map(({ second }) => second)
const sayMade = (worker: FakeWorker, name: string) =>
  worker.answer('small', { kind: 'progress', done: 1, of: 1, name, picture: new Blob([name]) })
const soon = () => new Promise((resolve) => setImmediate(resolve))
const ready: string[] = []
let pictures: SmallPictures
beforeEach(() => {
  workers.length = 0
  ready.length = 0
  Object.assign(globalThis, {
    location: { href: 'http://127.0.0.1:4620/scene/a/draw' },
    createImageBitmap: async (blob: Blob) => ({ width: 320, height: 180, close() {}, blob }),
  })
  pictures = new SmallPictures(
    () => {
      const worker = new FakeWorker()
      workers.push(worker)
      return worker as unknown as Worker
    },
    (name) => ready.push(name),
  )
})

test('each is made once, in the order asked for, and laid out when it is first asked for', async () => {
  const made = pictures.make([nameOf(2), nameOf(1), nameOf(2)])
  const [worker] = workers
  expect(worker!.asked[0]).toMatchObject({ kind: 'small', width: 320, wanted: [{ second: 2 }, { second: 1 }] })
  expect(worker!.asked[0]!['address']).toContain(`http://127.0.0.1:4620/`)
  sayMade(worker!, nameOf(2))
  expect(pictures.of(nameOf(1))).toBeUndefined()
  expect([pictures.of(nameOf(2)), pictures.of(nameOf(2))]).toEqual([undefined, undefined])
  await soon()
  expect(ready).toEqual([nameOf(2)])
  expect(pictures.of(nameOf(2))).toMatchObject({ width: 320 })
  sayMade(worker!, nameOf(1))
  worker!.answer('small', { kind: 'made' })
  await made
  // What is made needs no decoder that waits, and is not made again.
  expect(worker!.ended).toBe(true)
  await pictures.make([nameOf(1), nameOf(2)])
  expect(workers).toHaveLength(1)
})

test('asked for others, what was being made is left, and what there is stays', async () => {
  void pictures.make([nameOf(1), nameOf(2)])
  sayMade(workers[0]!, nameOf(1))
  void pictures.make([nameOf(1), nameOf(2), nameOf(3)])
  expect(workers[0]!.ended).toBe(true)
  expect(wantedOf(workers[1]!)).toEqual([2, 3])
})

test('two films are made one after the other; one that cannot be read, or a worker that dies, ends it in silence', async () => {
  const other = 'c'.repeat(64)
  const made = pictures.make([nameOf(1), nameOf(1, other), nameOf(2)])
  const [worker] = workers
  expect(wantedOf(worker!)).toEqual([1, 2])
  worker!.answer('small', { kind: 'made' })
  await soon()
  expect(worker!.asked[1]!['address']).toContain(other)
  worker!.answer('small', { kind: 'failed', sentence: 'There is no film in this file.' })
  await made
  const again = pictures.make([nameOf(4)])
  workers.at(-1)!.say({ kind: 'nonsense' })
  await again
  expect(pictures.of(nameOf(4))).toBeUndefined()
})

test('it rests while somebody waits for a sharp picture, and is not begun for that', () => {
  pictures.rest()
  expect(workers).toHaveLength(0)
  void pictures.make([nameOf(1)])
  pictures.rest()
  expect(workers[0]!.asked.map(({ kind }) => kind)).toEqual(['small', 'rest'])
})

test('asked for none, what is being made is left, and what there is stays', async () => {
  void pictures.make([nameOf(1), nameOf(2)])
  sayMade(workers[0]!, nameOf(1))
  await pictures.make([])
  pictures.of(nameOf(1))
  await soon()
  expect([workers[0]!.ended, workers.length]).toEqual([true, 1])
  expect(pictures.of(nameOf(1))).toMatchObject({ width: 320 })
})

import { standInBrowser } from '../testing/browser'
import { PaintQueue } from './paint-queue'
import type { BitmapName, Bitmaps } from './paint/bitmaps'
import type { SmallPictures } from './paint/small-pictures'

const browser = standInBrowser()
const name = (drawing: string, style: BitmapName['style'] = 'ink'): BitmapName => ({
  ...{ drawing, pass: 'line', style, tint: '' },
})
/** What was promised has come. */
const soon = () => new Promise((resolve) => setTimeout(resolve))

/** A queue whose painter answers when a test says so; some drawings can only be painted in the page. */
function queued({ onlyHere = [] as readonly string[] } = {}) {
  const ready = new Set<string>()
  const told: string[] = []
  const asked: { name: string; done: (image?: object) => void; failed: (error: Error) => void }[] = []
  const painter = {
    /** What was asked for and not answered. */
    asked: () => asked.map((each) => each.name),
    async answer() {
      asked.shift()!.done({})
      await soon()
    },
    async die() {
      asked.shift()!.failed(new Error('gone'))
      await soon()
    },
  }
  const keyOf = ({ drawing, style }: BitmapName) => `${drawing} ${style}`
  const bitmaps = {
    isReady: (each: BitmapName) => ready.has(keyOf(each)),
    orderOf: (each: BitmapName) => (onlyHere.includes(each.drawing) ? undefined : { name: keyOf(each) }),
    take: (each: BitmapName) => void ready.add(keyOf(each)),
    paint: (each: BitmapName) => {
      told.push(`here ${keyOf(each)}`)
      return ready.add(keyOf(each)) !== undefined
    },
  }
  const small = {
    orderOf: (drawing: string) => (ready.has(`small ${drawing}`) ? undefined : { name: `small ${drawing}` }),
    take: (order: { name: string }) => void ready.add(order.name),
  }
  const queue = new PaintQueue({
    bitmaps: bitmaps as unknown as Bitmaps,
    small: small as unknown as SmallPictures,
    paint: (wanted) =>
      new Promise((done, failed) => asked.push({ name: wanted.name, done: (image) => done(image as never), failed })),
    onSharp: (all) => told.push(all ? 'all sharp' : 'lines sharp'),
  })
  return { queue, painter, ready, told }
}

test('what is on the table comes first, its lines before what is under the light, and each step is told', async () => {
  const { queue, painter, told } = queued()
  queue.warm([name('next'), name('after')], () => told.push('warm'))
  queue.sharpen([name('a', 'earlier'), name('b', 'earlier'), name('c')])
  await soon()
  // One was asked for before anything was missing, and no more than one.
  expect(painter.asked()).toEqual(['next ink', 'c ink'])
  await painter.answer()
  expect(painter.asked()).toEqual(['c ink', 'a earlier'])
  await painter.answer()
  expect(told).toEqual(['lines sharp'])
  await painter.answer()
  await painter.answer()
  expect([told, painter.asked()]).toEqual([['lines sharp', 'all sharp'], ['after ink']])
  await painter.answer()
  expect(told).toEqual(['lines sharp', 'all sharp', 'warm'])
})

test('what is there or on its way is not asked for again', async () => {
  const { queue, painter, ready, told } = queued()
  ready.add('a ink')
  queue.warm([name('a'), name('b')], () => {})
  queue.sharpen([name('b')])
  await soon()
  expect(painter.asked()).toEqual(['b ink'])
  await painter.answer()
  expect(told).toEqual(['all sharp'])
})

test('what came too late for what it was ordered for is ordered anew', async () => {
  const { queue, painter, ready, told } = queued()
  queue.sharpen([name('a')])
  await soon()
  // It is taken in, and found to be of another moment.
  const plain = ready.add.bind(ready)
  ready.add = () => ready
  await painter.answer()
  expect([painter.asked(), told]).toEqual([['a ink'], []])
  ready.add = plain
  await painter.answer()
  expect([painter.asked(), told]).toEqual([[], ['all sharp']])
})

test('what only the page can paint, and what a painter that died left, is painted in the page', async () => {
  const { queue, painter, told } = queued({ onlyHere: ['scan'] })
  queue.sharpen([name('scan'), name('b')])
  await soon()
  expect(painter.asked()).toEqual(['b ink'])
  browser.nextFrame()
  await soon()
  await painter.die()
  browser.nextFrame()
  await soon()
  expect(told).toEqual(['here scan ink', 'here b ink', 'all sharp'])
})

test('small pictures come in pauses, one after the other, when nothing else is wanted', async () => {
  const { queue, painter } = queued()
  queue.sharpen([name('a')])
  await soon()
  queue.paintSmall(['a', 'b'].map((drawing) => ({ drawing, pass: 'line' })))
  browser.pause()
  expect(painter.asked()).toEqual(['a ink'])
  await painter.answer()
  expect(painter.asked()).toEqual([])
  browser.pause()
  expect(painter.asked()).toEqual(['small a'])
  await painter.answer()
  browser.pause()
  await painter.answer()
  browser.pause()
  expect(painter.asked()).toEqual([])
})

test('at rest only what is on the table is painted; at its end nothing is', async () => {
  const { queue, painter, told } = queued()
  queue.sharpen([name('a')])
  await soon()
  queue.warm([name('b')], () => told.push('warm'))
  queue.paintSmall([{ drawing: 'c', pass: 'line' }])
  queue.rest()
  await painter.answer()
  browser.pause()
  expect([painter.asked(), told]).toEqual([[], ['all sharp']])
  queue.sharpen([name('d'), name('e'), name('f')])
  await soon()
  queue.end()
  await painter.answer()
  await painter.answer()
  expect([painter.asked(), told]).toEqual([[], ['all sharp']])
})

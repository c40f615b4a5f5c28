import fc from 'fast-check'
import { Reel } from './reel'

const RATE = 25
const film = (pictures: number) => {
  const begun: number[] = []
  const sink = {
    async *pictures(start = 0) {
      begun.push(start)
      const first = Math.min(pictures - 1, Math.max(0, Math.floor(start * RATE + 1e-6)))
      for (let i = first; i < pictures; i++) yield { canvas: { width: i } as OffscreenCanvas, timestamp: i / RATE }
    },
  }
  return { begun, reel: new Reel(sink, 1 / RATE) }
}
const seen = async (reel: Reel, picture: number) => (await reel.at((picture + 0.5) / RATE))?.canvas.width

test('whatever the order in which they are asked for, each is the picture of its second', () =>
  fc.assert(
    fc.asyncProperty(fc.array(fc.integer({ min: 0, max: 79 }), { minLength: 1, maxLength: 40 }), async (asked) => {
      const { reel } = film(80)
      for (const picture of asked) expect(await seen(reel, picture)).toBe(picture)
    }),
  ))

test('going on and going back a little begin nothing anew', async () => {
  const { begun, reel } = film(200)
  for (const picture of [100, 101, 102, 105, 103, 102, 101, 106]) await seen(reel, picture)
  expect(begun).toHaveLength(1)
  // Far back: a few pictures before it are fetched along, for whoever goes on going back.
  for (const picture of [60, 59, 58]) await seen(reel, picture)
  expect(begun).toHaveLength(2)
  for (const picture of [57, 56, 50, 40]) await seen(reel, picture)
  expect(begun).toHaveLength(3)
})

test('beyond its end the last picture stays', async () => {
  const { reel } = film(10)
  expect(await seen(reel, 50)).toBe(9)
  await reel.close()
  expect(await seen(reel, 3)).toBe(3)
})

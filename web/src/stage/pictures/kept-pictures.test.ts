import { KeptPictures } from './kept-pictures'

const soon = () => new Promise((resolve) => setImmediate(resolve))
const close = jest.fn()
const ready: string[] = []
/** Room for two of them. */
const room = () => new KeptPictures(2 * 400, (name) => ready.push(name))
const fileOf = (name: string) => new Blob([name])

beforeEach(() => {
  ready.length = 0
  close.mockClear()
  Object.assign(globalThis, {
    createImageBitmap: jest.fn(async (file: Blob) => {
      if ((await file.text()) === 'no picture') throw new Error('The source image could not be decoded.')
      return { width: 10, height: 10, close }
    }),
  })
})

test('one is laid out when it is first asked for, once however often that is, and told of', async () => {
  const kept = room()
  kept.keep('a', fileOf('a'))
  expect([kept.of('a'), kept.of('a'), kept.of('none')]).toEqual([undefined, undefined, undefined])
  await kept.layOut('a')
  expect(kept.of('a')).toMatchObject({ width: 10 })
  expect(ready).toEqual(['a'])
  expect(createImageBitmap).toHaveBeenCalledTimes(1)
})

test('beyond the room the one asked for longest ago goes, and comes back when it is asked for', async () => {
  const kept = room()
  for (const name of ['a', 'b', 'c']) {
    kept.keep(name, fileOf(name))
    await kept.layOut(name)
    kept.of('a')
  }
  expect(close).toHaveBeenCalledTimes(1)
  expect([kept.of('a'), kept.of('b') === undefined, kept.of('c')]).toMatchObject([{ width: 10 }, true, { width: 10 }])
  await soon()
  await kept.layOut('b')
  expect(kept.of('b')).toMatchObject({ width: 10 })
})

test('another file kept under a name is what is seen, also when the one before was being laid out', async () => {
  const kept = room()
  Object.assign(globalThis, {
    createImageBitmap: async (file: Blob) => ({ words: await file.text(), width: 10, height: 10, close }),
  })
  kept.keep('a', fileOf('first'))
  const laid = kept.layOut('a')
  kept.keep('a', fileOf('second'))
  await laid
  expect([kept.of('a'), close.mock.calls.length, ready]).toMatchObject([{ words: 'second' }, 1, ['a']])
  kept.keep('a', fileOf('third'))
  expect(kept.of('a')).toBeUndefined()
  await kept.layOut('a')
  expect(kept.of('a')).toMatchObject({ words: 'third' })
})

test('a file that is no picture is told whoever waits, and costs nobody else; what is forgotten is gone', async () => {
  const kept = room()
  kept.keep('bad', fileOf('no picture'))
  expect(kept.of('bad')).toBeUndefined()
  await expect(kept.layOut('bad')).rejects.toThrow(/could not be decoded/)
  await expect(kept.layOut('none')).rejects.toThrow('There is no such picture.')
  kept.keep('a', fileOf('a'))
  await kept.layOut('a')
  kept.forget('a')
  expect([kept.of('a'), close.mock.calls.length]).toEqual([undefined, 1])
})

test('one is laid out as wide as it is asked for, each width for itself; another file puts all of them away', async () => {
  const kept = room()
  Object.assign(globalThis, {
    createImageBitmap: jest.fn(async (_: Blob, { resizeWidth = 10 }: ImageBitmapOptions = {}) => ({
      ...{ width: resizeWidth, height: resizeWidth, close },
    })),
  })
  kept.keep('a', fileOf('a'))
  await Promise.all([kept.layOut('a'), kept.layOut('a', 5), kept.layOut('a', 5)])
  expect([kept.of('a')?.width, kept.of('a', 5)?.width, kept.of('a', 3)]).toEqual([10, 5, undefined])
  expect(createImageBitmap).toHaveBeenCalledTimes(3)
  await kept.layOut('a', 3)
  kept.keep('a', fileOf('b'))
  expect(close).toHaveBeenCalledTimes(3)
  expect([kept.of('a'), kept.of('a', 5)]).toEqual([undefined, undefined])
})

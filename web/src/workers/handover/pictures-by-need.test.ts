import { PicturesByNeed } from './pictures-by-need'

const close = jest.fn()
const SIDE = 4000
beforeEach(() => {
  close.mockClear()
  Object.assign(globalThis, {
    createImageBitmap: jest.fn(async (file: Blob) => ({ name: await file.text(), width: SIDE, height: SIDE, close })),
  })
})
const files = new Map(['a', 'b', 'c', 'd'].map((name) => [name, new Blob([name])]))

test('what is painted is painted again until all it shows is there, one after the other if one hides another', async () => {
  const pictures = new PicturesByNeed(files)
  const seen: (string | undefined)[][] = []
  await pictures.painted(() => {
    const a = pictures.of('a')
    seen.push([a, a && pictures.of('b'), pictures.of('gone')].map((found) => (found as { name?: string })?.name))
  })
  expect(seen).toEqual([
    [undefined, undefined, undefined],
    ['a', undefined, undefined],
    ['a', 'b', undefined],
  ])
  await pictures.painted(() => void pictures.of('a'))
  expect(createImageBitmap).toHaveBeenCalledTimes(2)
})

test('only those of the last picture stay beyond the room', async () => {
  const pictures = new PicturesByNeed(files)
  for (const name of files.keys()) await pictures.painted(() => void pictures.of(name))
  // Two of 64 MB are the most beside each other; a third drives out the others.
  expect(close).toHaveBeenCalledTimes(2)
  expect(pictures.of('d')).toBeDefined()
})

test('a file that is no picture is said', async () => {
  Object.assign(globalThis, { createImageBitmap: () => Promise.reject(new Error('could not be decoded')) })
  const pictures = new PicturesByNeed(files)
  await expect(pictures.painted(() => void pictures.of('a'))).rejects.toThrow(/is damaged\. Take it out/)
})

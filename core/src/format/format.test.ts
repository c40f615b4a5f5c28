import fc from 'fast-check'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'
import { GifReader } from 'omggif'
import { gifDelays, openGif } from './picture/gif'
import { writePng } from './picture/png'
import { fileStem } from './file-stem'
import { openArchive, stillName } from './picture/stills'

const flat = (width: number, height: number, colour: number[]) =>
  Uint8Array.from({ length: width * height * 4 }, (_, i) => colour[i % 4]!)

/** Plays a GIF as a viewer does: each frame over what the one before left. */
function play(bytes: Uint8Array) {
  const reader = new GifReader(Buffer.from(bytes))
  const canvas = new Uint8Array(reader.width * reader.height * 4)
  return Array.from({ length: reader.numFrames() }, (_, n) => {
    const { x, y, width, height, disposal, delay } = reader.frameInfo(n)
    reader.decodeAndBlitFrameRGBA(n, canvas)
    const shown = canvas.slice()
    if (disposal === 2)
      for (let row = y; row < y + height; row++)
        canvas.fill(0, (row * reader.width + x) * 4, (row * reader.width + x + width) * 4)
    return { pixels: shown, delay }
  })
}

describe('GIF', () => {
  test('delays never run more than half a hundredth away from the sheet', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 60 }),
        fc.array(fc.integer({ min: 1, max: 12 }), { maxLength: 200 }),
        (fps, frames) => {
          let played = 0
          let true_ = 0
          gifDelays(frames, fps).forEach((delay, i) => {
            played += delay
            true_ += (frames[i]! * 100) / fps
            expect(Math.abs(played - true_)).toBeLessThanOrEqual(0.5 + 1e-9)
          })
        },
      ),
    )
    expect(gifDelays([1, 1, 1], 24)).toEqual([4, 4, 5])
  })

  const size = { width: 7, height: 5 }
  const colour = fc.tuple(fc.nat(255), fc.nat(255), fc.nat(255))
  test('pictures of few colours come back exactly, opaque or with clear paper', () => {
    fc.assert(
      fc.property(
        fc.boolean(),
        fc.array(colour, { minLength: 1, maxLength: 6 }),
        fc.array(fc.array(fc.nat(99), { minLength: 35, maxLength: 35 }), { minLength: 1, maxLength: 5 }),
        (transparent, colours, pictures) => {
          const gif = openGif({ ...size, transparent })
          const frames = pictures.map((cells) =>
            Uint8Array.from(
              cells.flatMap((n) =>
                transparent && n % 3 === 0 ? [0, 0, 0, 0] : [...colours[n % colours.length]!, 255],
              ),
            ),
          )
          // The pixels may be a part of a larger buffer.
          frames.forEach((pixels, i) =>
            gif.add(Buffer.concat([Buffer.alloc(4), pixels, Buffer.alloc(8)]).subarray(4, 4 + pixels.length), 10 + i),
          )
          const different = frames.filter((pixels, i) => i === 0 || Buffer.compare(pixels, frames[i - 1]!) !== 0)
          // A part that goes clear may do so in a frame of its own, which shows the same.
          const played = play(gif.finish()).reduce<ReturnType<typeof play>>((all, frame) => {
            const last = all.at(-1)
            if (last && Buffer.compare(Buffer.from(last.pixels), Buffer.from(frame.pixels)) === 0)
              return [...all.slice(0, -1), { ...last, delay: last.delay + frame.delay }]
            return [...all, frame]
          }, [])
          expect(played.map(({ pixels }) => [...pixels])).toEqual(different.map((pixels) => [...pixels]))
          expect(played.reduce((sum, { delay }) => sum + delay, 0)).toBe(frames.reduce((sum, _, i) => sum + 10 + i, 0))
        },
      ),
    )
  })

  test.each([255, 256, 4000])('%i colours: exact up to 256, near beyond', (count) => {
    const [width, height] = [80, 50]
    const pixels = Uint8Array.from({ length: width * height }, (_, i) => i % count).reduce<number[]>(
      (all, _, i) => (all.push((i % count) & 63, ((i % count) >> 6) * 4, 90, 255), all),
      [],
    )
    const later = pixels.map((value, i) => (i < 400 ? (i % 4 === 3 ? 255 : i % 4 === 2 ? 90 : 0) : value))
    const gif = openGif({ width, height, transparent: false })
    gif.add(Uint8Array.from(pixels), 5)
    gif.add(Uint8Array.from(later), 5)
    const [first, second] = play(gif.finish())
    const worst = Math.max(
      ...first!.pixels.map((value, i) => Math.abs(value - pixels[i]!)),
      ...second!.pixels.map((value, i) => Math.abs(value - later[i]!)),
    )
    expect(worst).toBeLessThanOrEqual(count <= 256 ? 0 : 40)
  })

  test.each([
    [0, 0],
    [1, null],
    [4, 3],
  ])('goes round %i times: after the first it is told to go round %s times', (loops, told) => {
    const gif = openGif({ ...size, transparent: false })
    gif.add(flat(size.width, size.height, [9, 9, 9, 255]), 5)
    expect(new GifReader(Buffer.from(gif.finish(undefined, loops))).loopCount()).toBe(told)
  })

  test('no picture or a wrong size is refused', () => {
    expect(() => openGif({ ...size, transparent: false }).finish()).toThrow(/at least one/)
    expect(() => openGif({ ...size, transparent: false }).add(new Uint8Array(8), 4)).toThrow(/pixels.length/)
    expect(() => openGif({ width: 0, height: 4, transparent: false })).toThrow(/width/)
  })
})

test('PNG keeps every pixel and its opacity; stills lie in the zip under their frame numbers', () => {
  const pixels = flat(3, 2, [10, 200, 30, 128])
  const png = writePng({ width: 3, height: 2, pixels })
  expect([...decode(png).data]).toEqual([...pixels])
  const archive = openArchive()
  archive.add(stillName('Low Tide: Lime', 7, 48), png)
  const files = unzipSync(new Uint8Array(Buffer.concat(archive.finish())))
  expect(Object.keys(files)).toEqual(['low-tide-lime-0007.png'])
  expect(Buffer.compare(files['low-tide-lime-0007.png']!, png)).toBe(0)
  expect(() => writePng({ width: 3, height: 2, pixels: pixels.slice(4) })).toThrow(/pixels.length/)
})

test('a file is named in the script of its scene: no two names become one, none is longer than a disk takes', () => {
  const names = ['Low Tide: Lime', '雪の日', 'Чайка', 'גאות', 'مد وجزر', 'भाटा', '밀물', 'Ebbe & Flut é']
  expect(names.map(fileStem)).toEqual([
    'low-tide-lime',
    '雪の日',
    'чайка',
    'גאות',
    'مد-وجزر',
    'भाटा',
    '밀물',
    'ebbe-flut-é',
  ])
  expect(fileStem('e\u0301')).toBe('é')
  expect([fileStem('…'), fileStem(''), fileStem('../../x')]).toEqual(['scene', 'scene', 'x'])
  const long = stillName('𠮷'.repeat(400), 7, 12000)
  expect(Buffer.byteLength(long)).toBeLessThan(255)
  expect(long).toMatch(/-00007\.png$/)
})

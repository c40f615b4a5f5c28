import { unzipSync } from 'fflate'
import { decode } from 'fast-png'
import { writePng } from '../core/src/format/picture/png'
import { expect, expectNothingSerious, key, line, round, saved, test } from './harness'

const INK = [42, 41, 50] as const
const BRICK = [0xb9, 0x47, 0x2f] as const
const png = (width: number, height: number, [r, g, b]: readonly [number, number, number]) =>
  Buffer.from(
    writePng({
      width,
      height,
      pixels: Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => [r, g, b, 255][i % 4]!),
    }),
  )
const pixelsOf = (rgb: Uint8Array) => Array.from({ length: rgb.length / 3 }, (_, i) => [...rgb.slice(3 * i, 3 * i + 3)])
/** The pixels of the first picture in a zip of stills, red, green, blue and opacity. */
async function firstStill(
  save: () => Promise<Buffer>,
): Promise<ArrayLike<number> & { slice: (from: number, to: number) => Iterable<number> & { join: () => string } }> {
  const [picture] = Object.values(unzipSync(new Uint8Array(await save())))
  const { data, channels } = decode(picture!)
  // Where nothing is clear a still carries no opacity.
  return channels === 4
    ? (data as Uint8Array)
    : Uint8Array.from(pixelsOf(data as Uint8Array).flatMap((rgb) => [...rgb, 255]))
}
const file = (name: string, buffer: Buffer, mimeType = 'image/png') => ({ name, mimeType, buffer })

test('nearer, turned and mirrored the pen still draws where it is; fit puts the paper back', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d', 1)] })
  const fit = (await desk.paper.boundingBox())!
  const [x, y] = await desk.at(200, 120)
  await page.mouse.move(x, y)
  await page.keyboard.down('Control')
  await page.mouse.wheel(0, -400)
  await page.keyboard.up('Control')
  // The place under the pointer stays under it; the wheel tells whole pixels only, here enlarged nearly four times.
  await expect.poll(async () => (await desk.paper.boundingBox())!.width).toBeGreaterThan(fit.width * 2)
  const there = await desk.at(200, 120)
  expect(Math.hypot(there[0] - x, there[1] - y)).toBeLessThan(4)
  await page.keyboard.press('Shift+M')
  for (let n = 0; n < 6; n++) await page.keyboard.press('.')
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + 60, y, { steps: 8 })
  await page.mouse.up()
  const ink = (await desk.ink('d')).line!
  const points = (ink[0] as { points: number[] }).points
  // A quarter turn of mirrored paper: what the hand draws to the right goes up or down on the paper.
  expect(Math.abs(points.at(-3)! - points[0]!)).toBeLessThan(2)
  expect(Math.abs(points.at(-2)! - points[1]!)).toBeGreaterThan(10)
  await page.keyboard.press('0')
  await expect.poll(async () => (await desk.paper.boundingBox())!.width).toBeCloseTo(fit.width, 0)
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('button', { name: 'Actual size' }).click()
  await expect(page.getByTestId('zoom')).toHaveText('100 %')
  await page.getByRole('button', { name: 'As on a phone' }).click()
  await expect.poll(async () => Math.round((await desk.paper.boundingBox())!.width)).toBe(360)
  await expectNothingSerious(page)
})

test('silhouettes show every level as one dark shape, on the paper and in play; beyond the frame is dimmed or hidden', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      key('d', 1),
      line('d', 's', round(320, 180, 80)),
      line(
        'd',
        'out',
        [
          [-40, 100],
          [60, 100],
        ],
        { at: 1, size: 12 },
      ),
    ],
  })
  const outline = await desk.pixels(INK)
  await page.keyboard.press('Shift+K')
  await expect.poll(() => desk.pixels(INK)).toBeGreaterThan(outline * 4)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('play-frame')).toBeVisible()
  await expect.poll(() => desk.pixels(INK)).toBeGreaterThan(outline * 4)
  await page.keyboard.press('Space')
  await page.keyboard.press('Shift+K')
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('button', { name: 'shown', exact: true }).click()
  const beyond = await desk.pixels(INK)
  await page.getByRole('button', { name: 'hidden', exact: true }).click()
  await expect.poll(() => desk.pixels(INK)).toBeLessThan(beyond - 100)
})

test('riffle rolls through the drawings as the pen slides; a steady beat flips by itself', async ({ page, desk }) => {
  await desk.opened({
    edits: Array.from({ length: 8 }, (_, n) => [
      key(`d${n}`, 1 + n * 3),
      line(`d${n}`, `s${n}`, [
        [40 + n * 70, 60],
        [40 + n * 70, 300],
      ]),
    ]).flat(),
  })
  const [x, y] = await desk.at(100, 180)
  await page.mouse.move(x, y)
  await page.keyboard.down('y')
  await page.mouse.move(x + 22 * 3 + 4, y, { steps: 12 })
  await expect(page.getByText(/Drawing 10, held/)).toBeVisible()
  await page.mouse.move(x + 22 * 20, y, { steps: 12 })
  await expect(page.getByText(/Drawing 22, held/)).toBeVisible()
  await page.mouse.move(x + 22, y, { steps: 12 })
  await page.keyboard.up('y')
  await page.mouse.move(x + 300, y)
  await expect(page.getByText(/Drawing 4, held/)).toBeVisible()
  await page.keyboard.press('Shift+S')
  await expect(page.getByText('showing 1,')).toBeVisible()
  await expect(page.getByText('showing 1,')).toBeHidden()
  await expect(page.getByText('showing 1,')).toBeVisible()
  await page.keyboard.press('Shift+S')
  await expect(page.getByText('showing 1,')).toBeHidden()
})

test('the small loop plays the span and shows each stroke as it is made', async ({ page, desk }) => {
  await desk.opened({
    length: 2,
    fps: 12,
    edits: [
      key('a', 1),
      line('a', 's', [
        [40, 40],
        [80, 40],
      ]),
    ],
  })
  await page.keyboard.press('Shift+V')
  const small = page.getByTestId('live-loop').locator('canvas')
  await expect(page.getByTestId('loop-frames')).toHaveText('frames 1–2')
  const dark = () =>
    small.evaluate((canvas) => {
      const { data } = (canvas as HTMLCanvasElement)
        .getContext('2d')!
        .getImageData(0, 0, (canvas as HTMLCanvasElement).width, (canvas as HTMLCanvasElement).height)
      let count = 0
      for (let i = 0; i < data.length; i += 4) if (data[i]! < 160) count++
      return count
    })
  await expect.poll(dark).toBeGreaterThan(3)
  const before = await dark()
  await page.mouse.move(...(await desk.at(60, 200)))
  await page.mouse.down()
  await page.mouse.move(...(await desk.at(600, 200)), { steps: 10 })
  // The pen is still down.
  await expect.poll(dark).toBeGreaterThan(before + 40)
  await page.mouse.up()
  await desk.kept()
  await expect.poll(dark).toBeGreaterThan(before + 40)
})

test('cards of the span change places by dragging and by keyboard; all levels lie below one another', async ({
  page,
  desk,
}) => {
  const level = {
    id: 'B',
    name: 'B',
    kind: 'animated' as const,
    loop: false,
    lightTable: { on: true, shows: 'around' as const, earlier: 1, later: 1, earlierStrength: 0.4, laterStrength: 0.4 },
  }
  await desk.opened({
    edits: [key('a', 1), key('b', 5), key('c', 9), { type: 'level.add', level, at: 1 }, key('z', 1, 'B')],
  })
  await page.locator('[data-cell="A:1"]').click()
  const order = async () =>
    (await desk.scene()).sheets['main']!['A']!.map((entry) => ('drawing' in entry ? entry.drawing : ''))
  const card = (number: string) =>
    page
      .getByRole('group', { name: 'Drawings of this span' })
      .getByRole('button', { name: new RegExp(`^Drawing ${number}`) })
  await card('9').dragTo(card('1'))
  await desk.kept()
  expect(await order()).toEqual(['c', 'a', 'b'])
  await card('9').focus()
  await page.keyboard.press('Alt+ArrowRight')
  await desk.kept()
  expect(await order()).toEqual(['a', 'c', 'b'])
  await page.getByRole('button', { name: 'All levels', exact: true }).click()
  await expect(page.getByRole('group', { name: 'Drawings of level B' })).toBeVisible()
})

test('a reference beside the paper stays put while the paper is moved; under it, it moves with it; neither goes out', async ({
  page,
  desk,
}) => {
  await desk.opened({ width: 64, height: 36, edits: [key('d', 1)] })
  await page.getByRole('button', { name: 'Reference' }).click()
  await page.getByLabel('Pin a picture').setInputFiles(file('Harbour.png', png(40, 30, BRICK)))
  const pinned = page.locator('[data-reference="Harbour"]')
  await expect(pinned.locator('img')).toBeVisible()
  const before = (await pinned.boundingBox())!
  await page.keyboard.press('Escape')
  await page.keyboard.press('=')
  await page.keyboard.press('.')
  expect(await pinned.boundingBox()).toEqual(before)
  await desk.drag({ x: before.x + 20, y: before.y + 20 }, { x: before.x + 140, y: before.y + 60 })
  await expect.poll(async () => Math.round((await pinned.boundingBox())!.x - before.x)).toBe(120)
  // Picked from: its colour is the Brick note's.
  await page.keyboard.press('Shift+P')
  const at = (await pinned.boundingBox())!
  await page.mouse.click(at.x + 30, at.y + 30)
  await expect(page.locator('.pot', { hasText: 'Brick note' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('0')
  await page.getByRole('button', { name: 'Reference' }).click()
  await page.getByRole('group', { name: 'Reference Harbour' }).getByRole('button', { name: 'under' }).click()
  await expect(pinned).toHaveCount(0)
  // At half strength over white.
  await expect.poll(() => desk.pixels([0xdc, 0xa3, 0x97], 20)).toBeGreaterThan(2000)
  await page.getByRole('button', { name: 'Make this drawing the model' }).click()
  await expect(page.getByText('Drawing 1 is the model of size and colour.')).toBeVisible()
  const pins = async () => Object.values((await desk.scene()).references ?? {}).map(({ place, x }) => [place, x])
  await page.getByRole('group', { name: 'Reference Harbour' }).getByRole('button', { name: 'copy' }).click()
  await expect.poll(pins).toEqual([
    ['under', 0],
    ['under', 24],
  ])
  await page.keyboard.press('Escape')
  await desk.to('Hand over')
  await page.getByText('Numbered PNG stills').click()
  await page.getByRole('button', { name: 'Make the stills' }).click()
  const still = await firstStill(() => saved(page, () => page.getByTestId('file').click()))
  expect([...still.slice(0, 3)]).toEqual([255, 255, 255])
})

test('a change of the model says what it touches, once', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      key('a', 1),
      key('b', 5),
      key('c', 9),
      line('b', 's', [
        [1, 1],
        [9, 9],
      ]),
      line('c', 't', [
        [1, 1],
        [9, 9],
      ]),
      line(
        'c',
        'u',
        [
          [1, 1],
          [9, 9],
        ],
        { pass: 'colour' },
      ),
      { type: 'level.set', level: 'A', fields: { model: 'a' } },
    ],
  })
  await desk.stroke([
    [100, 100],
    [200, 100],
  ])
  await expect(
    page.getByText(
      'This is the model of level A. A change of it touches 1 drawing at the colour pass, 2 drawings at the line pass.',
    ),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Draw on' }).click()
  await desk.stroke([
    [100, 140],
    [200, 140],
  ])
  await expect(page.getByText('This is the model of level A.')).toHaveCount(0)
})

test('a ground holds a picture with a texture over it and pans; the pan under a walk tells its pixels per frame', async ({
  page,
  desk,
}) => {
  await desk.opened({ width: 64, height: 36, length: 25, edits: [] })
  await page.locator('.sheet').getByRole('button', { name: /A/ }).first().click()
  await page.getByRole('button', { name: 'A ground' }).click()
  await page.getByLabel('Lay a picture').setInputFiles(file('Slip.png', png(32, 36, BRICK)))
  await expect.poll(() => desk.pixels(BRICK, 20)).toBeGreaterThan(1000)
  await page.getByLabel('Size of the picture in per cent').fill('100')
  await page.keyboard.press('Enter')
  const half = await expect
    .poll(() => desk.pixels(BRICK, 20))
    .toBeGreaterThan(1000)
    .then(() => desk.pixels(BRICK, 20))
  await page.getByRole('button', { name: 'again and again' }).click()
  await expect.poll(() => desk.pixels(BRICK, 20)).toBeGreaterThan(half * 1.8)
  await page.getByRole('button', { name: 'again and again' }).click()
  await page.getByLabel('Length of a step in pixels').fill('16')
  await page.getByLabel('Frames of a step').fill('12')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'walking right' }).click()
  await expect(page.getByTestId('pan-speed')).toHaveText('1.3 px per frame, over 25 frames.')
  await desk.kept()
  expect((await desk.scene()).levels['A']!.ground!.pan).toMatchObject({ from: { x: 0 }, to: { x: -32 }, law: 'even' })
  await page.getByRole('button', { name: 'weave' }).click()
  await expect.poll(() => desk.pixels(BRICK, 20)).toBeLessThan(half / 2)
  await page.getByRole('button', { name: 'weave' }).click()
  await page.getByRole('button', { name: 'Close' }).click()
  await page.locator('[data-cell="A:25"]').click()
  await expect.poll(() => desk.pixels(BRICK, 20)).toBeLessThan(200)
})

test('a picture that is none, is cut short, is far too wide or says it is another gets a sentence and changes nothing', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d', 1)] })
  await page.getByRole('button', { name: 'Reference' }).click()
  const whole = png(40, 30, BRICK)
  const wide = Buffer.from(whole)
  wide.writeUInt32BE(30_000, 16)
  // Whole at its ends, damaged within.
  const damaged = Buffer.from(whole)
  damaged.fill(0, 50, damaged.length - 20)
  for (const [bytes, type, sentence] of [
    [Buffer.from('Not a picture.'), 'image/png', /no picture that can be read/],
    [whole.subarray(0, -8), 'image/png', /ends before all of it is there/],
    [wide, 'image/png', /30,000 × 30 pixels/],
    [whole, 'image/jpeg', /says it is JPEG, but it is a PNG/],
    [damaged, 'image/png', /damaged and cannot be shown/],
  ] as const) {
    await page.getByLabel('Pin a picture').setInputFiles(file('x.png', Buffer.from(bytes), type))
    await expect(page.getByText(sentence).first()).toBeVisible()
  }
  await expect(page.locator('[data-reference]')).toHaveCount(0)
  await desk.kept()
  expect((await desk.scene()).references).toBeUndefined()
})

test('sprites are drawn, filled, moved and handed over in whole cells, exact at any zoom', async ({ page, desk }) => {
  await desk.opened({ width: 32, height: 32, length: 1, cells: true, edits: [key('d', 1)] })
  const stroke = (places: readonly (readonly [number, number])[]) => desk.stroke(places, { width: 32, height: 32 })
  await stroke([
    [4.5, 4.5],
    [20.5, 4.5],
    [20.5, 20.5],
    [4.5, 20.5],
    [4.5, 4.5],
  ])
  const piece = (await desk.ink('d')).line![0]!
  expect(piece.kind).toBe('cells')
  expect((piece as { runs: number[] }).runs.slice(0, 3)).toEqual([4, 4, 17])
  await page.keyboard.press('p')
  await page.locator('.pot', { hasText: 'Brick note' }).click()
  await page.mouse.click(...(await desk.at(10.5, 10.5, 32, 32)))
  expect((await desk.ink('d')).line).toHaveLength(2)
  // No colour but the scene's own on the paper, however near.
  const colours = () =>
    desk.canvas.evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement
      const { data } = (canvas as HTMLCanvasElement)
        .getContext('2d')!
        .getImageData(width / 2 - 90, height / 2 - 90, 180, 180)
      return new Set(
        Array.from({ length: data.length / 4 }, (_, i) => `${data[4 * i]},${data[4 * i + 1]},${data[4 * i + 2]}`),
      ).size
    })
  expect(await colours()).toBeLessThanOrEqual(3)
  await page.keyboard.press('=')
  await expect.poll(colours).toBeLessThanOrEqual(3)
  await page.keyboard.press('0')
  await page.keyboard.press('u')
  await page.keyboard.press('Control+a')
  await page.keyboard.press('Shift+ArrowRight')
  expect(((await desk.ink('d')).line![0] as { runs: number[] }).runs.slice(0, 3)).toEqual([14, 4, 17])
  await page.keyboard.press('z')
  await page.keyboard.press('Escape')
  await page.keyboard.press('e')
  await stroke([
    [10.5, 4.5],
    [12.5, 4.5],
  ])
  expect((await desk.ink('d')).line!.filter(({ kind }) => kind === 'cells')).toHaveLength(2)
  for (const scale of ['½', '2×']) {
    await desk.to('Hand over')
    await page.getByText('Numbered PNG stills').click()
    await page.getByRole('button', { name: scale, exact: true }).click()
    await page.getByRole('button', { name: 'Make the stills' }).click()
    const pixels = await firstStill(() => saved(page, () => page.getByTestId('file').click()))
    expect(
      new Set(Array.from({ length: pixels.length / 4 }, (_, i) => pixels.slice(4 * i, 4 * i + 4).join())).size,
    ).toBe(3)
    await desk.to('Draw')
  }
})

test('trouble: a worker that dies, a canvas that loses what it shows and a tab hidden in the middle of a stroke cost nothing', async ({
  page,
  desk,
}) => {
  await page.addInitScript(() => {
    const Real = window.Worker
    let first = true
    window.Worker = class extends Real {
      override postMessage(message: { kind: string }) {
        if (first && message.kind === 'fill') {
          first = false
          setTimeout(() => this.dispatchEvent(new ErrorEvent('error', { message: 'gone' })))
        } else super.postMessage(message)
      }
    }
  })
  await desk.opened({ edits: [key('d', 1), line('d', 's', round(320, 180, 80))] })
  await page.keyboard.press('p')
  await page.mouse.click(...(await desk.at(320, 180)))
  await expect(
    page.getByText('The work of painting stopped unexpectedly. Nothing was changed; do it again.'),
  ).toBeVisible()
  await page.mouse.click(...(await desk.at(320, 180)))
  await expect.poll(async () => (await desk.ink('d')).colour?.length).toBe(1)

  const inked = await desk.pixels(INK)
  await page.evaluate(() => {
    const canvas = document.querySelector<HTMLCanvasElement>('[data-test=table] canvas')!
    canvas.dispatchEvent(new Event('contextlost', { cancelable: true }))
    canvas.getContext('2d')!.reset()
    canvas.dispatchEvent(new Event('contextrestored'))
  })
  await expect(page.getByText(/Everything drawn is kept; it comes back by itself/)).toBeVisible()
  await expect.poll(() => desk.pixels(INK)).toBe(inked)

  await page.keyboard.press('Shift+A')
  await page.mouse.move(...(await desk.at(60, 40)))
  await page.mouse.down()
  await page.mouse.move(...(await desk.at(200, 40)), { steps: 6 })
  await page.evaluate(() => {
    Object.defineProperty(document, 'visibilityState', { value: 'hidden', configurable: true })
    document.dispatchEvent(new Event('visibilitychange'))
    Object.defineProperty(document, 'visibilityState', { value: 'visible', configurable: true })
    document.dispatchEvent(new Event('visibilitychange'))
  })
  await page.mouse.move(...(await desk.at(300, 300)), { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => (await desk.ink('d')).line?.length).toBe(2)
})

test('two tabs on one drawing: lines, paint and a changed pass of each reach the other, none is lost', async ({
  page,
  desk,
  context,
}) => {
  await desk.opened({ edits: [key('d', 1), line('d', 's', round(320, 180, 80))] })
  const other = await context.newPage()
  await other.goto(page.url())
  await expect(other.getByTestId('keeping')).toHaveText('Kept')
  await page.bringToFront()
  await page.keyboard.press('p')
  await page.mouse.click(...(await desk.at(320, 180)))
  await expect.poll(async () => (await desk.ink('d')).colour?.length).toBe(1)
  await other.bringToFront()
  await other.keyboard.press('Shift+A')
  const box = (await other.getByTestId('paper').boundingBox())!
  await other.mouse.move(box.x + 40, box.y + 40)
  await other.mouse.down()
  await other.mouse.move(box.x + 200, box.y + 40, { steps: 6 })
  await other.mouse.up()
  await expect(other.getByTestId('keeping')).toHaveText('Kept')
  await page.bringToFront()
  await desk.stroke([
    [60, 320],
    [400, 320],
  ])
  const ink = await desk.ink('d')
  expect([ink.line!.length, ink.colour!.length]).toEqual([3, 1])
  await expect.poll(() => page.locator('[aria-label="Drawing 1"]').count()).toBe(1)
  await other.close()
})

import { unzipSync } from 'fflate'
import { decode } from 'fast-png'
import type { Edit } from '@unhurried/core'
import { transformPoint } from '../../core/src/geometry/matrix'
import { fieldAt, throughCamera } from '../../core/src/timing/seen/camera'
import { expect, expectNothingSerious, key, saved, test } from '../harness'

/** A square of paint whose sides lie at whole pixels. */
const square: Edit = {
  ...{ type: 'ink.change', drawing: 'd1', pass: 'colour', remove: [] },
  add: [
    { at: 0, piece: { kind: 'fill', id: 'q', swatch: 'persimmon', outline: [480, 260, 520, 260, 520, 300, 480, 300] } },
  ],
}
const red: Edit = { type: 'swatch.put', swatch: { id: 'persimmon', name: 'Persimmon', colour: '#b9472f' } }

/** From where to where in a still something lies that is not the paper, to parts of a pixel by how far its edge is mixed. */
function across(png: Uint8Array): { from: number; to: number } {
  const { data, channels, width, height } = decode(png)
  const row = Math.round(height / 2)
  const blue = (x: number) => data[(row * width + x) * channels + 2]!
  const share = (x: number) => (255 - blue(x)) / (255 - 0x2f)
  const covered = Array.from({ length: width }, (_, x) => share(x))
  const first = covered.findIndex((each) => each > 0.02)
  const last = covered.findLastIndex((each) => each > 0.02)
  return { from: first + 1 - covered[first]!, to: last + covered[last]! }
}

test('the camera is moved, made nearer and turned on the paper; its keys stand on the sheet, how fast it goes is told', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [red, key('d1', 1), square] })
  await page.keyboard.press('Shift+Comma')
  await expect(page.getByTestId('camera-told')).toHaveText(/^Drag the field/)
  const corner = async () => (await page.locator('[data-hold=corner]').nth(2).boundingBox())!
  const at = await corner()
  const paper = (await desk.paper.boundingBox())!
  const middle = { x: paper.x + paper.width / 2, y: paper.y + paper.height / 2 }
  const from = { x: at.x + at.width / 2, y: at.y + at.height / 2 }
  await desk.drag(from, { x: (from.x + middle.x) / 2, y: (from.y + middle.y) / 2 })
  await desk.kept()
  const keys = async () => (await desk.scene()).takes['main']!.camera ?? []
  expect(await keys()).toMatchObject([{ frame: 1, x: 320, y: 180, scale: expect.closeTo(0.5, 2), turn: 0 }])
  await expect(page.locator('[data-camera="1"]')).toBeVisible()

  await desk.cell('A', 13).click()
  await desk.drag(middle, { x: middle.x + paper.width / 8, y: middle.y })
  await desk.kept()
  expect(await keys()).toMatchObject([{ frame: 1 }, { frame: 13, x: expect.closeTo(400, 0), y: 180 }])
  // 80 px at twice as near in twelve frames, softly: at the fastest over the usual rule.
  await page.locator('[data-camera="1"]').click()
  await expect(page.getByTestId('camera-told')).toHaveText(/px a frame here; over 3.8 px a frame a move stutters/)
  await expectNothingSerious(page)

  // By keys: what is there is turned, and the key taken out.
  await page.getByTestId('camera').focus()
  for (let n = 0; n < 5; n++) await page.keyboard.press(']')
  await desk.kept()
  expect((await keys())[0]!.turn).toBeCloseTo((5 * Math.PI) / 180, 3)
  await page.keyboard.press('Delete')
  await desk.kept()
  expect(await keys()).toHaveLength(1)
  await page.keyboard.press('z')
  await expect(page.locator('[data-camera="1"]')).toBeVisible()
})

test('what goes out, and what is played, is seen through it, each frame to half a pixel', async ({ page, desk }) => {
  const seen = (frame: number, x: number, scale: number): Edit => ({
    ...{ type: 'camera.key', take: 'main', frame },
    key: { x, y: 280, scale, turn: 0, law: 'swing', strength: 2 },
  })
  await desk.opened({ length: 13, edits: [red, key('d1', 1), square, seen(1, 400, 1), seen(13, 490, 0.25)] })
  const { camera } = (await desk.scene()).takes['main']!
  await desk.to('Hand over')
  await page.getByText('Numbered PNG stills').click()
  await page.getByRole('button', { name: 'Make the stills' }).click()
  const zip = unzipSync(await saved(page, () => page.getByTestId('file').click()))
  const stills = Object.entries(zip).sort(([a], [b]) => a.localeCompare(b))
  expect(stills).toHaveLength(13)
  for (const [i, [, png]] of stills.entries()) {
    const matrix = throughCamera(fieldAt(camera!, i + 1)!, { width: 640, height: 360 })
    const sides = [480, 520].map((x) => transformPoint(matrix, { x, y: 280 }).x)
    const { from, to } = across(png)
    expect(Math.abs(from - sides[0]!)).toBeLessThan(0.5)
    expect(Math.abs(to - sides[1]!)).toBeLessThan(0.5)
  }

  await desk.to('Draw')
  // Only from near is there paint here.
  expect(await desk.pixel(320, 110)).toEqual([255, 255, 255])
  await page.keyboard.press('Space')
  // For a third of every half second: looked for oftener than it goes by.
  await expect.poll(() => desk.pixel(320, 110), { intervals: [50] }).toEqual([0xb9, 0x47, 0x2f])
  await page.keyboard.press('Space')
  await expect.poll(() => desk.pixel(320, 110)).toEqual([255, 255, 255])
})

test('Second look finds a camera that stutters', async ({ page, desk }) => {
  const seen = (frame: number, x: number): Edit => ({
    ...{ type: 'camera.key', take: 'main', frame },
    key: { x, y: 180, scale: 1, turn: 0, law: 'even', strength: 2 },
  })
  await desk.opened({ edits: [red, key('d1', 1), square, seen(1, 320), seen(13, 620)] })
  await desk.to('Second look')
  await expect(page.getByText('The camera goes by at 25 px a frame from 1 to 13')).toBeVisible()
})

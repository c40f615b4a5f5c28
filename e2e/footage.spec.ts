import { readFileSync } from 'node:fs'
import type { Page } from '@playwright/test'
import { decode } from 'fast-png'
import { unzipSync } from 'fflate'
import { footagePicture, footageTime } from '../core/src/paper/footage'
import { BITS, encoded, laidOnItsSide, numberedFilm } from '../scripts/lib/numbered-film.mjs'
import { diverted, expect, expectNothingSerious, key, test, type Desk } from './harness'

const [WIDTH, HEIGHT] = [320, 180]
const film = (rate: string, seconds = 3) => numberedFilm({ rate, seconds, width: WIDTH, height: HEIGHT, keys: 20 })

async function openPanel(page: Page) {
  await page.getByRole('button', { name: 'Reference', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Footage under the paper' })).toBeVisible()
}
async function brought(page: Page, buffer: Buffer, name = 'walk.webm') {
  await page.getByLabel('Bring in a film', { exact: true }).setInputFiles({ name, mimeType: 'video/webm', buffer })
}
/** The number the picture under the paper says of itself; undefined while there is none. */
const said = (page: Page, desk: Desk) => async () => {
  await desk.still()
  const paper = (await desk.paper.boundingBox())!
  return saidBy(await page.screenshot({ clip: paper }))
}
function saidBy(png: Uint8Array): number | undefined {
  const { data, width, height, channels } = decode(png)
  const bars = Array.from({ length: BITS }, (_, bit) => {
    const x = Math.floor(((bit + 0.5) / BITS) * width)
    return data[(Math.floor(height / 2) * width + x) * channels]! > 128
  })
  // Bare paper is bright all over.
  return bars.every(Boolean) ? undefined : bars.reduce((sum, bright, bit) => sum + (bright ? 2 ** bit : 0), 0)
}

for (const [rate, exact] of [
  ['24', 24],
  ['30000/1001', 30_000 / 1001],
  ['25', 25],
] as const)
  test(`a film of ${rate} pictures a second shows at each frame exactly the picture that belongs there`, async ({
    page,
    desk,
  }) => {
    await desk.opened({ width: WIDTH, height: HEIGHT, length: 72, edits: [] })
    await openPanel(page)
    await brought(page, film(rate))
    const row = page.getByRole('group', { name: 'Film walk', exact: true })
    await expect(row).toBeVisible()
    const slider = row.getByLabel('How strongly walk is seen')
    await slider.focus()
    await page.keyboard.press('End')
    await expect.poll(async () => Object.values((await desk.scene()).footage ?? {})[0]?.strength).toBe(1)
    if (rate === '24') await expectNothingSerious(page)
    await page.getByRole('button', { name: 'Reference', exact: true }).click()
    const level = (await desk.scene()).levels['A']!.name
    const number = said(page, desk)
    for (const frame of [1, 2, 3, 17, 24, 16, 9]) {
      await desk.cell(level, frame).click()
      const second = footageTime(frame, { start: 1, from: 0, speed: 1, seconds: 3, fps: 24 })!
      await expect.poll(number, { message: `frame ${frame}` }).toBe(footagePicture(second, exact))
    }
    if (rate !== '24') return
    // On twos every second one; later on the sheet, and slower.
    await openPanel(page)
    await row.getByRole('button', { name: 'twos' }).click()
    await row.getByLabel('Frame where walk begins').fill('5')
    await page.keyboard.press('Tab')
    await row.getByLabel('Speed of walk').fill('0.5')
    await page.keyboard.press('Tab')
    await desk.kept()
    await page.getByRole('button', { name: 'Reference', exact: true }).click()
    for (const frame of [5, 8, 21]) {
      await desk.cell(level, frame).click()
      const second = footageTime(frame, { start: 5, from: 0, speed: 0.5, step: 2, seconds: 3, fps: 24 })!
      await expect.poll(number, { message: `frame ${frame} on twos` }).toBe(footagePicture(second, 24))
    }
    await desk.cell(level, 4).click()
    await expect.poll(number).toBeUndefined()
  })

test('a film whose pictures lie on their side is shown upright, as its file says', async ({ page, desk }) => {
  await desk.opened({ width: WIDTH, height: HEIGHT, length: 24, edits: [] })
  await openPanel(page)
  await brought(page, laidOnItsSide(film('24', 1)), 'upright.mp4')
  const row = page.getByRole('group', { name: 'Film upright', exact: true })
  await expect(row).toBeVisible()
  await row.getByLabel('How strongly upright is seen').focus()
  await page.keyboard.press('End')
  await expect
    .poll(async () => Object.values((await desk.scene()).footage ?? {})[0])
    // Its pixels are 9 wide to 8 high.
    .toMatchObject({ strength: 1, width: (WIDTH * 9) / 8, height: HEIGHT })
  await page.getByRole('button', { name: 'Reference', exact: true }).click()
  const level = (await desk.scene()).levels['A']!.name
  for (const frame of [2, 17, 12]) {
    await desk.cell(level, frame).click()
    await expect.poll(said(page, desk), { message: `frame ${frame}` }).toBe(frame - 1)
  }
})

test('a film is copied, hidden, taken out and brought back; what is none is said', async ({ page, desk }) => {
  await desk.opened({ width: WIDTH, height: HEIGHT, length: 24, edits: [] })
  await openPanel(page)
  await brought(page, Buffer.from('Dear harbour master,'), 'letter.webm')
  await expect(page.getByRole('alert')).toHaveText(/no film in this file/)
  await brought(page, film('12', 1).subarray(0, 300), 'torn.webm')
  await expect(page.getByRole('alert')).toHaveText(/no film|empty|cannot/i)
  expect((await desk.scene()).footage).toBeUndefined()
  await brought(page, film('12', 1))
  const rows = page.getByRole('group', { name: 'Film walk', exact: true })
  await expect(rows).toHaveCount(1)
  await rows.first().getByRole('button', { name: 'copy' }).click()
  await expect(rows).toHaveCount(2)
  await expect
    .poll(async () =>
      Object.values((await desk.scene()).footage!)
        .map(({ start }) => start)
        .sort((a, b) => a - b),
    )
    .toEqual([1, 25])
  await rows.first().getByRole('button', { name: 'hide' }).click()
  await rows.last().getByRole('button', { name: 'take out' }).click()
  await expect(rows).toHaveCount(1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => Object.keys((await desk.scene()).footage!)).toHaveLength(2)
})

test('a film still on its way when another scene is opened is laid in neither, and that is said', async ({
  page,
  desk,
}) => {
  await desk.opened({ width: WIDTH, height: HEIGHT, length: 24, edits: [] })
  const own = page.url()
  await openPanel(page)
  let letGo = () => {}
  const held = new Promise<void>((resolve) => (letGo = resolve))
  await diverted(page, '**/api/sounds', (route) => held.then(() => route.fallback()))
  const asked = page.waitForRequest('**/api/sounds')
  const answered = page.waitForResponse('**/api/sounds')
  await brought(page, film('24', 1))
  await asked
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await page.getByRole('listitem').filter({ hasText: 'Corrie blinks' }).getByRole('link').first().click()
  await expect(page.getByTestId('paper')).toBeVisible()
  await desk.kept()
  letGo()
  await answered
  await expect(page.getByText('The scene this was begun in is no longer open')).toBeVisible()
  await openPanel(page)
  await expect(page.getByRole('dialog', { name: 'Reference', exact: true })).toBeVisible()
  await expect(page.getByRole('group', { name: 'Film walk', exact: true })).toBeHidden()
  await page.goto(own)
  await expect(page.getByTestId('paper')).toBeVisible()
  expect((await desk.scene()).footage).toBeUndefined()
})

/** A striped box that swings from side to side once a second about the middle of the picture. */
function swinging(): Buffer {
  const sources = ['color=c=0x909090:s=320x180:r=24:d=2', 'smptebars=s=48x48:r=24:d=2']
  const swing = `[0][1]overlay=x='136+80*sin(2*PI*t)':y=66`
  return encoded([...sources.flatMap((source) => ['-f', 'lavfi', '-i', source]), '-filter_complex', swing])
}

test('a landmark is followed on a film: dotted until taken, and its turns are laid as keys', async ({ page, desk }) => {
  await desk.opened({
    ...{ width: WIDTH, height: HEIGHT, length: 46 },
    edits: [
      { type: 'landmark.put', level: 'A', landmark: { id: 'box', name: 'Box' } },
      key('start', 1),
      { type: 'pin.set', drawing: 'start', landmark: 'box', pin: { x: 160, y: 90 } },
    ],
  })
  await openPanel(page)
  await brought(page, swinging(), 'swing.webm')
  const row = page.getByRole('group', { name: 'Film swing', exact: true })
  await expect(row).toBeVisible()
  await row.getByRole('button', { name: 'Follow Box on it' }).click()
  await expect(row.getByText(/Box followed to frame 4[56]/)).toBeVisible()
  await expect(row.getByText(/rightmost at 7, leftmost at 19, rightmost at 31/)).toBeVisible()
  await expect(row.getByText(/One step takes 24 frames/)).toBeVisible()
  await expectNothingSerious(page)
  await row.getByLabel('Frames each drawing between is held').fill('3')
  await row.getByRole('button', { name: 'Lay keys at its turns' }).click()
  await desk.kept()
  await row.getByRole('button', { name: 'Compare keys with it' }).click()
  await expect(row.getByTestId('compared')).toContainText(/Found \d of \d keys; none near frame 1\./)
  await expect(row.getByTestId('compared')).toContainText('No drawing stands out')
  const scene = await desk.scene()
  const places = Object.values(scene.drawings).flatMap(({ role, number, pins }) =>
    role === 'key' ? [[Number(number), Math.round(pins!['box']!.x)] as const] : [],
  )
  const at = new Map(places)
  expect([1, 7, 19, 31].every((frame) => at.has(frame))).toBe(true)
  expect(Math.abs(at.get(7)! - 240)).toBeLessThanOrEqual(2)
  expect(Math.abs(at.get(19)! - 80)).toBeLessThanOrEqual(2)
  expect(Object.keys(scene.charts).length).toBeGreaterThanOrEqual(4)
  await page.keyboard.press('Escape')
  await page.keyboard.press('z')
  await expect.poll(async () => Object.keys((await desk.scene()).drawings).length).toBe(1)
})

test('a film goes by under what plays, and goes out with the stills when it is asked for', async ({ page, desk }) => {
  await desk.opened({ width: WIDTH, height: HEIGHT, length: 24, edits: [key('still', 1)] })
  await openPanel(page)
  await brought(page, film('24', 1))
  const row = page.getByRole('group', { name: 'Film walk', exact: true })
  await expect(row).toBeVisible()
  await row.getByLabel('How strongly walk is seen').focus()
  await page.keyboard.press('End')
  await desk.kept()
  await page.getByRole('button', { name: 'Reference', exact: true }).click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  const played = new Set<number | undefined>()
  await expect
    .poll(
      async () => {
        played.add(saidBy(await page.screenshot({ clip: (await desk.paper.boundingBox())! })))
        return [...played].filter((number) => number !== undefined && number < 24).length
      },
      { intervals: [0] },
    )
    .toBeGreaterThan(4)
  await page.keyboard.press('Escape')

  const stills = async () => {
    await page.getByRole('button', { name: 'Make the stills' }).click()
    const [download] = await Promise.all([page.waitForEvent('download'), page.locator('[data-test=file]').click()])
    return Object.values(unzipSync(readFileSync(await download.path()))).map(saidBy)
  }
  await page.getByRole('link', { name: 'Hand over' }).click()
  await page.getByText('Numbered PNG stills').click()
  expect(await stills()).toEqual(Array(24).fill(undefined))
  await page.getByRole('group', { name: 'Footage' }).getByRole('button', { name: 'go along' }).click()
  expect(await stills()).toEqual(Array.from({ length: 24 }, (_, i) => i))
  await page.getByText('Moving SVG').click()
  await expect(page.getByRole('group', { name: 'Footage' })).toHaveCount(0)
})

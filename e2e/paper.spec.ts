import { readFileSync } from 'node:fs'
import { encode } from 'fast-png'
import { PDFDocument } from 'pdf-lib'
import UTIF from 'utif2'
import { seededRandom } from '../core/src/base/random'
import { madeLines, madePage, type MadePage } from '../core/src/testing/pages'
import { expect, expectNothingSerious, test, type Desk } from './harness'
import { chromium, type Page } from '@playwright/test'

const [WIDTH, HEIGHT] = [900, 640]
const BOX = { x: 60, y: 60, width: WIDTH - 120, height: HEIGHT - 160 }
const grey = (page: Partial<MadePage>) => madePage({ width: WIDTH, height: HEIGHT, lines: [], ...page })
const png = (page: Partial<MadePage>): Buffer => {
  const { width, height, data } = grey(page)
  return Buffer.from(encode({ width, height, data, channels: 1, depth: 8 }))
}
const random = seededRandom(77)
const common = madeLines(random, 8, BOX)
const own = () => madeLines(random, 4, BOX)

async function opened(page: Page, desk: Desk) {
  await desk.opened({ length: 24, width: 900, height: 640, edits: [] })
  await desk.frameMenu()
  await page.getByRole('link', { name: 'Paper in …' }).click()
  await expect(page.getByRole('heading', { name: 'Paper in' })).toBeVisible()
}
const bring = (page: Page, files: { name: string; mimeType: string; buffer: Buffer }[]) =>
  page.getByLabel('Bring in pages', { exact: true }).setInputFiles(files)
const found = (page: Page) => page.getByTestId('found')
const laid = (page: Page) => expect(page.getByTestId('laid')).toBeVisible()

test('pages are laid on one another by what they share, refused rather than guessed, nudged, traced and on the sheet', async ({
  page,
  desk,
}) => {
  await opened(page, desk)
  const lie = { dx: 14, dy: -9, turn: 0.03 }
  const image = (name: string, made: Partial<MadePage>) => ({ name, mimeType: 'image/png', buffer: png(made) })
  await bring(page, [
    image('one.png', { lines: [...common, ...own()] }),
    // It lies there as the inverse of how it is to be laid.
    image('two.png', { lines: [...common, ...own()], lie, seed: 5 }),
    image('other.png', { lines: madeLines(seededRandom(901), 9, BOX), seed: 6 }),
  ])
  await expect(found(page).nth(1)).toHaveText(/1[67]\.\d px, 1\.7\d°, by its drawing/)
  await expect(found(page).nth(2)).toHaveText(/Too little of this page/)
  await expectNothingSerious(page)
  // By hand.
  await page.locator('[data-page]').nth(2).getByRole('button', { name: /other/ }).first().click()
  await page.getByTestId('page-on-paper').focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+Period')
  await expect(found(page).nth(2)).toHaveText('by hand: 3.0 px, 1.00°')
  await page.getByRole('button', { name: 'Take out other' }).click()
  await expect(page.locator('[data-page]')).toHaveCount(2)

  await page.getByLabel('Frames each is held').fill('4')
  await page.keyboard.press('Tab')
  await page.getByTestId('lay-pages').click()
  await laid(page)
  await desk.kept()
  const scene = await desk.scene()
  const level = scene.levelOrder.at(-1)!
  expect(scene.levels[level]!.name).toBe('From paper')
  expect(scene.sheets[scene.mainTake]![level]).toMatchObject([{ frames: 4 }, { frames: 4 }, { drawing: null }])
  const drawings = Object.values(scene.drawings).filter((drawing) => drawing.level === level)
  expect(drawings.every(({ passes }) => passes.line! >= 10)).toBe(true)
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  await page.keyboard.press('z')
  await expect.poll(async () => Object.keys((await desk.scene()).levels).length).toBe(1)
})

test('a sheet is cut apart, its boxes corrected, and the line boils', async ({ page, desk }) => {
  await opened(page, desk)
  const ring = (x: number, y: number) => ({
    points: Array.from({ length: 41 }, (_, i) => (i / 40) * 2 * Math.PI).flatMap((angle) => [
      x + 90 * Math.cos(angle) + 6 * Math.cos(5 * angle + x),
      y + 60 * Math.sin(angle),
    ]),
    ...{ thick: 3, dark: 40 },
  })
  const lines = [ring(170, 160), ring(450, 160), ring(720, 160), ring(170, 440), ring(450, 440)]
  await bring(page, [{ name: 'sheet.png', mimeType: 'image/png', buffer: png({ lines }) }])
  await expect(found(page)).toHaveText(/the others lie on it/)
  await page.getByRole('button', { name: 'Cut apart' }).click()
  await expect(page.locator('[data-box]')).toHaveCount(5)
  await page.getByRole('button', { name: 'Leave out drawing 5' }).click()
  await expect(found(page)).toHaveText('4 drawings')
  // Pulled wider by its corner.
  const corner = (await page.locator('[data-box="1"] i').boundingBox())!
  const before = (await page.locator('[data-box="1"]').boundingBox())!
  await desk.drag({ x: corner.x + 7, y: corner.y + 7 }, { x: corner.x + 27, y: corner.y + 7 })
  expect((await page.locator('[data-box="1"]').boundingBox())!.width - before.width).toBeCloseTo(20, 0)
  // By keys alone one is moved, one put down and one taken out.
  const second = page.locator('[data-box="2"]')
  const lay = (await second.boundingBox())!
  await second.press('ArrowRight')
  expect((await second.boundingBox())!.x - lay.x).toBeGreaterThan(2)
  await page.getByTestId('page-on-paper').press('Enter')
  await expect(found(page)).toHaveText('5 drawings')
  await page.locator('[data-box="5"]').press('Delete')
  await expect(found(page)).toHaveText('4 drawings')
  await page.getByRole('button', { name: 'as a boil' }).click()
  await page.getByLabel('Frames each is held').fill('3')
  await page.getByRole('button', { name: 'shapes' }).click()
  await page.getByTestId('lay-pages').click()
  await laid(page)
  await desk.kept()
  const scene = await desk.scene()
  const column = scene.sheets[scene.mainTake]![scene.levelOrder.at(-1)!] as { drawing: string; frames: number }[]
  expect(column.map(({ frames }) => frames)).toEqual(Array.from({ length: 8 }, () => 3))
  column.slice(1).forEach(({ drawing }, i) => expect(drawing).not.toBe(column[i]!.drawing))
  expect(new Set(column.map(({ drawing }) => drawing)).size).toBe(4)
})

test('a camera that is none is said; with the stand-in pages are taken by a key, one again, one upside down, and kept as pictures with their levels', async ({
  page,
  desk,
}) => {
  await opened(page, desk)
  await page.getByRole('button', { name: 'Camera on a stand' }).click()
  await expect(page.getByRole('alert')).toHaveText(/There is no camera|does not let this page see/)
  await page.getByRole('button', { name: 'the stand-in' }).click()
  const take = async (count: number) => {
    await page.keyboard.press('t')
    await expect(page.locator('[data-page]')).toHaveCount(count)
    await expect(found(page).nth(count - 1)).toHaveText(/pegs/)
  }
  for (let n = 1; n <= 4; n++) await take(n)
  await page.keyboard.press('r')
  // The one taken again is the fifth page, which lies upside down.
  await expect(found(page).nth(3)).toHaveText(/, 180°, by its pegs/)
  await page.getByRole('button', { name: 'Close the camera' }).click()
  await page.getByRole('button', { name: 'blue', exact: true }).click()
  await page.getByRole('button', { name: 'pictures', exact: true }).click()
  await page.getByTestId('lay-pages').click()
  await laid(page)
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  /** How much of the paper is as dark as the line. */
  const dark = () => desk.pixels([42, 41, 50])
  await expect.poll(dark).toBeGreaterThan(1000)
  const before = await dark()
  const pages = Object.values((await desk.scene()).pages!)
  expect(pages).toHaveLength(4)
  await desk.frameMenu()
  const panel = page.getByRole('group', { name: /^Page Page 1/ })
  // As light as the line itself: little of it is left.
  const slider = panel.getByLabel('Paper ends at')
  await slider.focus()
  for (let i = 0; i < 12; i++) await page.keyboard.press('PageDown')
  await desk.kept()
  await expect.poll(async () => Object.values((await desk.scene()).pages!).some(({ white }) => white < 200)).toBe(true)
  await page.keyboard.press('Escape')
  await expect.poll(dark).toBeLessThan(before)
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Take the page away' }).click()
  await expect.poll(async () => Object.keys((await desk.scene()).pages!).length).toBe(3)
})

test('a camera the browser sees is seen live, a page taken from it, and its being pulled out is said', async ({
  desk,
  harness,
  launchOptions,
}) => {
  const scene = await desk.opened({ length: 24, edits: [] })
  const args = ['--use-fake-device-for-media-stream', '--use-fake-ui-for-media-stream']
  const browser = await chromium.launch({ ...launchOptions, args: [...launchOptions.args!, ...args] })
  try {
    const page = await browser.newPage()
    await page.goto(`${harness.url}/scene/${scene}/paper`)
    await page.getByRole('button', { name: 'Camera on a stand' }).click()
    const live = page.locator('video')
    await expect.poll(() => live.evaluate((video: HTMLVideoElement) => video.videoWidth)).toBeGreaterThan(100)
    await page.keyboard.press('t')
    await expect(page.locator('[data-page]')).toHaveCount(1)
    await expect(page.locator('[data-test=found]')).not.toBeEmpty()
    // The page taken lies exactly over the live picture.
    expect(await page.locator('.live canvas').boundingBox()).toEqual(await live.boundingBox())
    await live.evaluate((video: HTMLVideoElement) =>
      (video.srcObject as MediaStream).getTracks().forEach((track) => {
        track.stop()
        track.dispatchEvent(new Event('ended'))
      }),
    )
    await expect(page.getByRole('alert')).toHaveText(/The camera is gone\. What was taken is here/)
    await expect(page.locator('[data-page]')).toHaveCount(1)
  } finally {
    await browser.close()
  }
})

test('a PDF brings in its pages, a TIFF too; what is none, too large or nothing is said and costs nothing', async ({
  page,
  desk,
}) => {
  await opened(page, desk)
  const pdf = await PDFDocument.create()
  for (const seed of [1, 2]) {
    const picture = await pdf.embedPng(png({ lines: madeLines(seededRandom(seed), 6, BOX) }))
    pdf.addPage([WIDTH, HEIGHT]).drawImage(picture, { x: 0, y: 0, width: WIDTH, height: HEIGHT })
  }
  await bring(page, [{ name: 'scans.pdf', mimeType: 'application/pdf', buffer: Buffer.from(await pdf.save()) }])
  await expect(page.locator('[data-page]')).toHaveCount(2)
  await expect(page.getByText('scans, page 2')).toBeVisible()
  await expect(found(page).nth(1)).toHaveText(/Too little|by its drawing/)

  const { data } = grey({ lines: common })
  const rgba = new Uint8Array(4 * data.length).map((_, i) => (i % 4 === 3 ? 255 : data[i >> 2]!))
  const tiff = Buffer.from(UTIF.encodeImage(rgba, WIDTH, HEIGHT))
  await bring(page, [{ name: 'page.tif', mimeType: 'image/tiff', buffer: tiff }])
  await expect(found(page)).toHaveCount(3)
  await expect(found(page).nth(2)).toHaveText(/Too little|by its drawing/)

  const bad = [
    { name: 'letter.png', mimeType: 'image/png', buffer: Buffer.from('Dear harbour master,') },
    { name: 'torn.pdf', mimeType: 'application/pdf', buffer: Buffer.from('%PDF-1.7 torn') },
    { name: 'torn.tif', mimeType: 'image/tiff', buffer: tiff.subarray(0, 40) },
  ]
  await bring(page, bad.slice(0, 1))
  await expect(found(page).nth(3)).toHaveText(/picture/)
  await bring(page, bad.slice(1, 2))
  await expect(page.getByRole('alert')).toHaveText(/torn\.pdf: This PDF is damaged/)
  await bring(page, bad.slice(2))
  await expect(found(page).last()).toHaveText(/This TIFF (is damaged|is kept in a way)/)
  // One that says of itself that it is enormous is not even unpacked.
  const huge = Buffer.from(tiff)
  const view = new DataView(huge.buffer, huge.byteOffset, huge.length)
  const little = huge.toString('latin1', 0, 2) === 'II'
  const entries = view.getUint32(4, little)
  for (let i = 0; i < view.getUint16(entries, little); i++) {
    const at = entries + 2 + 12 * i
    if ([256, 257].includes(view.getUint16(at, little))) {
      view.setUint16(at + 2, 4, little)
      view.setUint32(at + 8, 30_000, little)
    }
  }
  await bring(page, [{ name: 'huge.tif', mimeType: 'image/tiff', buffer: huge }])
  await expect(found(page).last()).toHaveText(/30000 × 30000 pixels/)
  const blank = await PDFDocument.create()
  for (let i = 0; i < 130; i++) blank.addPage([200, 120])
  await bring(page, [{ name: 'thick.pdf', mimeType: 'application/pdf', buffer: Buffer.from(await blank.save()) }])
  await expect(page.getByRole('alert')).toHaveText(/of its 130 pages the first 11\d were brought in/)
  // What is not read yet need not be waited for.
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await expect.poll(() => page.locator('[data-page]').count()).toBeLessThan(80)
  await expect(page.getByText(/^Reading /)).toHaveCount(0)
  expect(Object.keys((await desk.scene()).drawings)).toHaveLength(0)
})

test('sheets printed for the drawings still to be drawn come back with their pegs seen', async ({ page, desk }) => {
  await desk.opened({
    length: 24,
    edits: ['a', 'b'].map((id, i) => ({
      ...({ type: 'drawing.add', take: 'main', level: 'A', frame: 1 + 6 * i } as const),
      drawing: { id, role: 'key' as const },
    })),
  })
  await desk.to('Hand over')
  await page.getByText('Drawing sheets to print', { exact: true }).click()
  await page.getByRole('button', { name: 'Make the sheets' }).click()
  const download = page.waitForEvent('download')
  await page.getByTestId('file').click()
  const path = await (await download).path()
  await desk.to('Draw')
  await desk.frameMenu()
  await page.getByRole('link', { name: 'Paper in …' }).click()
  await bring(page, [{ name: 'sheets.pdf', mimeType: 'application/pdf', buffer: readFileSync(path) }])
  await expect(page.locator('[data-page]')).toHaveCount(2)
  await expect(found(page).nth(0)).toHaveText(/pegs seen/)
  await expect(found(page).nth(1)).toHaveText('0.0 px, 0.00°, by its pegs')
})

test('numbered stills become drawings on their frames, in all their colours, and the missing ones are told', async ({
  page,
  desk,
}) => {
  await opened(page, desk)
  const still = (n: number) => ({
    ...{ name: `walk-${String(n).padStart(4, '0')}.png`, mimeType: 'image/png' },
    // A blue square, further right on each, over nothing.
    buffer: Buffer.from(
      encode({
        ...{ width: WIDTH, height: HEIGHT, channels: 4, depth: 8 },
        data: Uint8Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => {
          const [x, y] = [(i >> 2) % WIDTH, Math.floor((i >> 2) / WIDTH)]
          return x >= 50 * n && x < 50 * n + 40 && y >= 300 && y < 340 ? [20, 60, 200, 255][i % 4]! : 0
        }),
      }),
    ),
  })
  // Chosen in any order.
  await bring(page, [9, 3, 4].map(still))
  await expect(page.locator('[data-page]')).toHaveCount(3)
  await expect(page.getByTestId('lay-pages')).toHaveText('Lay in 3 drawings')
  await page.getByRole('button', { name: 'by their numbers' }).click()
  await expect(page.getByTestId('numbers')).toHaveText('3 to 9. Missing: 5 to 8; the drawing before stays.')
  await page.getByRole('button', { name: 'in colour', exact: true }).click()
  await page.getByLabel('Frames each is held').fill('2')
  await page.keyboard.press('Tab')
  await page.getByTestId('lay-pages').click()
  await laid(page)
  await desk.kept()
  const scene = await desk.scene()
  const level = scene.levelOrder.at(-1)!
  const column = scene.sheets[scene.mainTake]![level]! as { drawing: string | null; frames: number }[]
  expect(column.map(({ frames }) => frames).slice(0, 3)).toEqual([1, 5, 2])
  // The third, whose number is the least, comes first.
  const pages = column.slice(0, 3).map(({ drawing }) => drawing!)
  const [first] = (await desk.ink(pages[0]!)).colour!
  const shown = scene.pages![(first as { page: string }).page]!
  expect(shown).toMatchObject({ name: 'walk-0003', colours: true })
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  await expect.poll(() => desk.pixel(170, 320, WIDTH, HEIGHT)).toEqual([20, 60, 200])
  expect(await desk.pixel(470, 320, WIDTH, HEIGHT)).toEqual([255, 255, 255])
})

import { diverted, expect, expectNothingSerious, refused, saved, test, unanswered } from './harness'

test('from an empty scene to the next drawing without touching the mouse', async ({ page, harness }) => {
  await page.goto(harness.url)
  const link = page.getByRole('region', { name: 'Low Tide' }).getByRole('link', { name: 'Set up a new scene' })
  await link.focus()
  await page.keyboard.press('Enter')
  await page.getByLabel('Name', { exact: true }).focus()
  await page.keyboard.type('By keys')
  await page.keyboard.press('Enter')
  const strip = page.getByRole('application')
  await strip.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Drawing 1, still empty/)).toBeVisible()
  for (let n = 0; n < 8; n++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Drawing 9, still empty/)).toBeVisible()
  await page.keyboard.press('ArrowLeft')
  await page.getByRole('button', { name: 'Lay this chart' }).press('Enter')
  await expect(page.getByRole('heading', { name: 'Chart from 1 to 9' })).toBeVisible()
  await page.getByRole('link', { name: 'Draw', exact: true }).press('Enter')
  await expect(page.getByTestId('table')).toBeVisible()
  await page.keyboard.press('g')
  await expect(page.getByText('On the pegs now')).toBeVisible()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByText('Frame 3', { exact: true })).toBeVisible()
  const ladder = page.getByRole('group', { name: 'Timing chart' })
  await ladder.getByRole('button').last().press('Enter')
  await expect(page.getByText('Frame 9', { exact: true })).toBeVisible()
  // What has focus can be seen.
  await page.keyboard.press('Tab')
  const outline = await page.evaluate(() => getComputedStyle(document.activeElement!).outlineStyle)
  expect(outline).toBe('solid')
})

test('nothing serious for axe in what opens over the desk', async ({ page, desk, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-corrie/draw`)
  await expect(desk.paper).toBeVisible()
  await page.getByRole('button', { name: 'Set it up' }).click()
  await expect(page.getByRole('heading', { name: 'Light table of level Corrie' })).toBeVisible()
  await expect(page.locator('.el-popover:visible')).toHaveCSS('opacity', '1')
  await expectNothingSerious(page)
  await page.keyboard.press('Escape')
  await expect(page.getByRole('heading', { name: 'Light table of level Corrie' })).toBeHidden()
  await page.getByRole('button', { name: 'Keys' }).click()
  await expect(page.getByRole('dialog', { name: 'All keys' })).toBeVisible()
  await expect(page.getByRole('dialog', { name: 'All keys' })).toHaveCSS('opacity', '1')
  await expectNothingSerious(page)
})

test('hand over says what is empty and what is not drawn yet, and a sprite goes out at its true size', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Sprite', frames: 6 })
  await desk.to('Hand over')
  await expect(page.getByText(/Nothing is on the sheet yet/)).toBeVisible()
  await expect(page.getByRole('button', { name: 'Make the GIF' })).toHaveCount(0)
  await desk.to('Plan')
  await desk.putKey(3)
  await desk.to('Hand over')
  await expect(page.getByText('2 frames (0.17 s) show nothing but paper.')).toBeVisible()
  await expect(page.getByText('1 drawing is on the sheet but not drawn yet.')).toBeVisible()
  await desk.to('Draw')
  await desk.cell('A', 3).click()
  await desk.draw([0.2, 0.2], [0.8, 0.8])
  await desk.to('Hand over')
  await expect(page.getByText('1 drawing is on the sheet but not drawn yet.')).toHaveCount(0)
  await page.getByRole('button', { name: '2×' }).click()
  await expect(page.getByLabel('Pixels across')).toHaveValue('128')
  await expect(page.getByText('× 128 pixels')).toBeVisible()
  await page.getByRole('button', { name: 'Make the GIF' }).click()
  const bytes = await saved(page, () => page.getByTestId('file').click())
  expect([bytes.toString('latin1', 0, 6), bytes.readUInt16LE(6), bytes.readUInt16LE(8)]).toEqual(['GIF89a', 128, 128])
})

test('a browser that cannot store says so while the server is away, and work goes on', async ({ page, desk }) => {
  await page.addInitScript(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The disk is full.', 'QuotaExceededError')
    }
  })
  await desk.newScene({ name: 'Full', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  await desk.draw([0.2, 0.2], [0.2, 0.8])
  await desk.kept()
  const away = await diverted(page, '**/api/scenes/*/edits', unanswered)
  await desk.draw([0.4, 0.2], [0.4, 0.8])
  await expect(page.getByTestId('keeping')).toHaveText(/storage is full or closed/)
  away.end()
  await desk.kept()
  expect(await desk.pixels([42, 41, 50], 90)).toBeGreaterThan(200)
})

test('a full disk of the server is said, nothing is lost, and what was drawn is sent when there is room', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'No room', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  const full = await diverted(page, '**/api/scenes/*/edits', refused(507, 'The disk where drawings are kept is full.'))
  await desk.draw([0.4, 0.2], [0.4, 0.8])
  await expect(page.getByTestId('keeping')).toHaveText(
    /on this machine only\. The disk where drawings are kept is full\./,
  )
  await desk.draw([0.6, 0.2], [0.6, 0.8])
  full.end()
  await expect(page.getByTestId('keeping')).toHaveText('Kept')
  expect(await desk.pixels([42, 41, 50], 90)).toBeGreaterThan(400)
})

test('a part of the app that does not come is told and fetched, and nothing that was drawn is lost', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Apart', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  await desk.draw([0.2, 0.2], [0.2, 0.8])
  await desk.kept()
  // The server is away, and one goes on drawing; what was loaded before is not at hand.
  const device = await page.context().newCDPSession(page)
  await device.send('Network.enable')
  await device.send('Network.setCacheDisabled', { cacheDisabled: true })
  await page.context().setOffline(true)
  await page.getByRole('link', { name: 'Second look' }).click()
  const missed = page.getByRole('button', { name: /A part of the app did not come/ })
  await expect(missed).toHaveText(/the server does not answer/)
  await desk.draw([0.6, 0.2], [0.6, 0.8])
  await missed.click()
  await expect(missed).toBeVisible()
  await page.context().setOffline(false)
  await missed.click()
  await expect(missed).toBeHidden()
  await desk.kept()
  expect(await desk.pixels([42, 41, 50], 90)).toBeGreaterThan(400)

  // A newer version of the app has its parts under other names.
  await page.route('**/assets/HandoverPage-*.js', (route) => route.fulfill({ status: 404 }), { times: 1 })
  await desk.to('Hand over')
  await expect(page.getByRole('heading', { name: 'Hand over' })).toBeVisible()
})

test('a server that answers nonsense or refuses is met with a sentence, never with a broken page', async ({
  page,
  harness,
}) => {
  const refusal = await diverted(page, '**/api/shelf', refused(503, 'The database is not answering.'))
  // Of two roads the one laid last is taken.
  const nonsense = await diverted(page, '**/api/shelf', (route) => route.fulfill({ json: [{ id: 1 }] }))
  await page.goto(harness.url)
  await expect(page.getByRole('alert').getByText(/not what this page expects: reload it/)).toBeVisible()
  nonsense.end()
  await page.getByRole('button', { name: 'Try again' }).click()
  await expect(page.getByText('The database is not answering. It is tried again by itself.')).toBeVisible()
  refusal.end()
  await expect(page.getByRole('region', { name: 'Low Tide' })).toBeVisible()

  const noScene = await diverted(page, '**/api/scenes/*', refused(503, 'The database is not answering.'))
  const noInk = await diverted(page, '**/api/scenes/*/ink?*', refused(503, 'The database is not answering.'))
  await page.getByRole('link', { name: 'Tansy bobs at slack water' }).first().click()
  await expect(page.getByRole('heading', { name: 'This scene cannot be opened' })).toBeVisible()
  noScene.end()
  await expect(page.getByText('Some drawings are not here yet. The database is not answering.')).toBeVisible()
  noInk.end()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await expect(page.getByTestId('paper').or(page.getByTestId('strip'))).toBeVisible()
})

test('a stroke taken by the system in the middle is kept as far as it went', async ({ page, desk }) => {
  await desk.newScene({ name: 'Cut short', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  const box = (await desk.paper.boundingBox())!
  await page.mouse.move(box.x + 100, box.y + 100)
  await page.mouse.down()
  await page.mouse.move(box.x + 300, box.y + 200, { steps: 10 })
  await page
    .locator('[data-test=table] canvas')
    .last()
    .evaluate((canvas) => canvas.dispatchEvent(new PointerEvent('pointercancel', { pointerId: 1, bubbles: true })))
  await page.mouse.up()
  await desk.kept()
  expect(await desk.pixels([42, 41, 50], 90)).toBeGreaterThan(100)
  await expect(page.getByRole('button', { name: 'Drawing 1', exact: true })).toBeVisible()

  // A pen lifted outside the paper, even outside the window, ends its line there.
  await page.mouse.move(box.x + 100, box.y + 300)
  await page.mouse.down()
  await page.mouse.move(1400, 300, { steps: 10 })
  await page.mouse.up()
  await page.keyboard.press('z')
  await page.keyboard.press('z')
  await expect.poll(() => desk.pixels([42, 41, 50], 90)).toBe(0)
})

import { expect, expectNothingSerious, test } from './harness'

test('the shelf plays every scene small, tells what is left, and takes a new production', async ({ page, harness }) => {
  await page.goto(harness.url)
  const row = page.getByRole('region', { name: 'Low Tide' })
  await expect(row.getByRole('listitem').filter({ hasText: 'Corrie blinks' })).toContainText('5 drawn6 to draw')
  const test = row.getByRole('img', { name: 'Pencil test of The lime comes down the slip' })
  await expect(test).toBeVisible()
  const pictures = await test.evaluate(
    (canvas) =>
      new Promise<number>((resolve) => {
        const seen = new Set<string>()
        const look = () => {
          seen.add((canvas as HTMLCanvasElement).toDataURL())
          if (seen.size > 4) resolve(seen.size)
          else requestAnimationFrame(look)
        }
        look()
      }),
  )
  expect(pictures).toBeGreaterThan(4)

  await page.getByRole('button', { name: 'New production' }).click()
  await page.getByRole('button', { name: 'Put it on the shelf' }).click()
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await page.getByLabel('Name of the production').fill('Morning tests')
  await page.keyboard.press('Enter')
  const added = page.getByRole('region', { name: 'Morning tests' })
  await expect(added.getByText(/No scene yet/)).toBeVisible()
  await added.getByRole('link', { name: 'Set up a new scene' }).click()
  await page.getByLabel('Name', { exact: true }).fill('First of its row')
  await page.getByRole('button', { name: 'Set up and plan it' }).click()
  await page.waitForURL(/plan/)
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await expect(added.getByRole('listitem')).toContainText('First of its row')
  await expect(added.getByRole('listitem')).toContainText('no key yet')
})

test('order on the shelf: dragged, stepped, renamed, copied, moved over, put away, forgotten and brought back', async ({
  page,
  harness,
}) => {
  const settings = { width: 320, height: 180, fps: 24, length: 24, paper: '#fbf7ee' }
  const post = (path: string, body: object) => page.request.post(harness.url + path, { data: body })
  for (const id of ['order', 'beside']) await post('/api/productions', { id, name: `Shelf of ${id}` })
  for (const name of ['Ebb', 'Flood', 'Slack'])
    await post('/api/scenes', {
      id: `order-${name}`,
      production: 'order',
      settings: { name, ...settings, approach: 'straight-ahead', numbering: 'by-frame' },
    })
  await page.goto(harness.url)
  const row = page.getByRole('region', { name: 'Shelf of order' })
  const names = row.getByRole('listitem').getByRole('heading')
  await expect(names).toHaveText(['Ebb', 'Flood', 'Slack'])

  // However many rows there are, the shelf scrolls and not the page around it.
  expect(await page.evaluate(() => document.documentElement.scrollHeight - innerHeight)).toBe(0)

  // Dragged behind the last.
  await row.scrollIntoViewIfNeeded()
  const from = (await names.nth(0).boundingBox())!
  const to = (await row.getByRole('listitem').nth(2).boundingBox())!
  await page.mouse.move(from.x + 20, from.y + 5)
  await page.mouse.down()
  await page.mouse.move(from.x + 60, from.y + 5, { steps: 4 })
  await page.mouse.move(to.x + to.width * 0.8, to.y + to.height / 2, { steps: 12 })
  await expect(names).toHaveText(['Flood', 'Slack', 'Ebb'])
  const kept = page.waitForResponse(/order-Ebb\/shelf/)
  await page.mouse.up()
  await kept
  await page.reload()
  await expect(names).toHaveText(['Flood', 'Slack', 'Ebb'])
  // By keyboard, and the card keeps the focus.
  await row.getByRole('link', { name: /Slack/ }).focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(names).toHaveText(['Slack', 'Flood', 'Ebb'])
  await expect(row.getByRole('link', { name: /Slack/ })).toBeFocused()

  await row.getByRole('button', { name: 'Change Flood' }).click()
  await row.getByLabel('Name of Flood').fill('High water')
  await row.getByLabel('Name of Flood').press('Enter')
  await expect(names).toHaveText(['Slack', 'High water', 'Ebb'])
  await row.getByRole('button', { name: 'with its drawings' }).click()
  await expect(names).toHaveText(['Slack', 'High water', 'High water · copy', 'Ebb'])
  await row.getByLabel('Into another production').selectOption('beside')
  await expect(names).toHaveText(['Slack', 'High water · copy', 'Ebb'])
  await expect(page.getByRole('region', { name: 'Shelf of beside' }).getByRole('heading', { level: 3 })).toHaveText([
    'High water',
  ])

  await row.getByRole('button', { name: 'Change Ebb' }).click()
  await row.getByRole('button', { name: 'Put away' }).click()
  await row.getByRole('button', { name: 'Change Slack' }).click()
  await row.getByRole('button', { name: 'Forget …' }).click()
  await expect(row.getByText(/On \d+ \w+( \d+)? it is gone: its drawings, its whole history/)).toBeVisible()
  await expectNothingSerious(page)
  await row.getByRole('button', { name: 'Forget it' }).click()
  await expect(names).toHaveText(['High water · copy'])
  await page.getByRole('link', { name: 'Drawer' }).click()
  const lying = page.getByRole('list', { name: 'Scenes in the drawer' })
  await expect(lying.getByRole('heading')).toHaveText(['Slack', 'Ebb'])
  const slack = lying.getByRole('listitem').filter({ hasText: 'Slack' })
  await slack.getByRole('button', { name: 'Gone now …' }).click()
  await expectNothingSerious(page)
  await slack.getByRole('button', { name: 'Let it be gone' }).click()
  await expect(lying.getByRole('heading')).toHaveText(['Ebb'])
  await lying.getByRole('button', { name: 'Bring back' }).click()
  await expect(page.getByText(/Nothing lies in the drawer/)).toBeVisible()
  await page.getByRole('link', { name: 'Back to the shelf' }).click()
  await expect(names).toHaveText(['High water · copy', 'Ebb'])

  await page.getByLabel('Find scenes').fill('shelf of order ebb')
  await expect(page.getByRole('region', { name: 'Found' }).getByRole('heading')).toHaveText(['Ebb'])
  await page.getByLabel('Find scenes').fill('')
  // The rows stand anew.
  await expect(page.getByRole('region', { name: 'Found' })).toHaveCount(0)
  await row.getByRole('button', { name: 'Change Shelf of order' }).click()
  await page.getByLabel('Name of this production').fill('Tides')
  await page.getByLabel('Name of this production').press('Enter')
  const tides = page.getByRole('region', { name: 'Tides', exact: true })
  await expect(tides.getByRole('heading', { level: 3 })).toHaveText(['High water · copy', 'Ebb'])

  // A production is copied with its scenes, stands last, and is dragged above the other by its name.
  await tides.getByRole('button', { name: 'Copy with its scenes' }).click()
  await expect(page.getByText('Tides · copy stands last, with 2 scenes.')).toBeVisible()
  const twin = page.getByRole('region', { name: 'Tides · copy' })
  await expect(twin.getByRole('heading', { level: 3 })).toHaveText(['High water · copy', 'Ebb'])
  const productions = page.locator('.rows').getByRole('heading', { level: 2, name: /Tides/ })
  await expect(productions).toHaveText(['Tides', 'Tides · copy'])
  await twin.scrollIntoViewIfNeeded()
  const held = (await twin.getByRole('heading', { level: 2 }).boundingBox())!
  const top = (await page.getByRole('main').boundingBox())!.y
  await page.mouse.move(held.x + 10, held.y + held.height / 2)
  await page.mouse.down()
  await page.mouse.move(held.x + 14, held.y - 20, { steps: 4 })
  const placed = page.waitForResponse(/api\/productions\//)
  // The other stands above the window: at its edge the shelf scrolls by itself.
  await expect(async () => {
    await page.mouse.move(held.x + 14, top + 12, { steps: 4 })
    await page.mouse.move(held.x + 16, top + 14)
    await expect(productions).toHaveText(['Tides · copy', 'Tides'], { timeout: 100 })
  }).toPass()
  await page.mouse.up()
  await placed
  await page.reload()
  await expect(productions).toHaveText(['Tides · copy', 'Tides'])

  await tides.getByRole('button', { name: 'Change Tides' }).click()
  await tides.getByRole('button', { name: 'Put away with its scenes' }).click()
  await expect(tides).toHaveCount(0)
})

test('less motion asked for: the shelf stands still, and shows what came while it was scrolled', async ({
  page,
  harness,
}) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.route(/\/api\/scenes\/[^/]+\/test/, async (route) => {
    await page.evaluate(() => {
      const scrolling = setInterval(() => document.dispatchEvent(new Event('scroll')), 40)
      setTimeout(() => clearInterval(scrolling), 300)
    })
    await route.fallback()
  })
  await page.goto(harness.url)
  const test = page.getByRole('img', { name: /Pencil test of Tansy/ })
  await expect
    .poll(() =>
      test.evaluate((canvas: HTMLCanvasElement) =>
        canvas
          .getContext('2d')!
          .getImageData(0, 0, canvas.width, canvas.height)
          .data.some((value) => value > 0),
      ),
    )
    .toBe(true)
  const changed = await test.evaluate(
    (canvas) =>
      new Promise<number>((resolve) => {
        const seen = new Set<string>()
        let frames = 0
        const look = () => {
          seen.add((canvas as HTMLCanvasElement).toDataURL())
          if (++frames > 30) resolve(seen.size)
          else requestAnimationFrame(look)
        }
        look()
      }),
  )
  expect(changed).toBe(1)
})

test('a new scene: three rates side by side with their cost, seconds and frames, own size and paper', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(`${harness.url}/new`)
  await page.getByLabel('Rate, frames a second').fill('12')
  await expect(page.locator('figcaption')).toHaveText(['6 a second', '12 a second · this scene', '24 a second'])
  await expect(
    page.getByText(/A second costs 12 drawings on ones, 6 on twos; the whole scene 48 on ones, 24 on twos/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'seconds' }).click()
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('4')
  await page.getByLabel('Length', { exact: true }).fill('1.5')
  await expect(page.getByText('18 frames')).toBeVisible()
  await page.getByLabel('Width in pixels').fill('300')
  await page.getByLabel('Height in pixels').fill('200')
  await page.getByRole('button', { name: 'Paper #3b3f4a' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Night')
  await page.getByRole('button', { name: 'Set up and plan it' }).click()
  await expect(page.getByText('18 frames (1.5 s)')).toBeVisible()
  await desk.to('Draw')
  await expect.poll(async () => (await desk.pixels([0x3b, 0x3f, 0x4a], 6)) > 10_000).toBe(true)
})

test('a colour gets a name, is drawn with, and changed once changes everywhere', async ({ page, desk }) => {
  await desk.newScene({ name: 'Pots', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  await page.getByRole('button', { name: 'Colours' }).click()
  await page.getByLabel('Name of a new colour').fill('Weed')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.keyboard.press('Escape')
  const pot = page.getByRole('button', { name: 'Weed', exact: true })
  await expect(pot).toHaveAttribute('aria-pressed', 'true')
  await desk.draw([0.2, 0.3], [0.8, 0.6])
  await expect.poll(() => desk.pixels([0x23, 0x68, 0x6c], 30)).toBeGreaterThan(200)
  await pot.click()
  await page.getByRole('button', { name: 'Colours' }).click()
  await page.getByRole('button', { name: /Change Weed everywhere/ }).click()
  const code = page.locator('.el-color-picker-panel:visible input').first()
  await code.fill('#A8455C')
  await code.press('Enter')
  await page.getByRole('button', { name: 'OK' }).first().click()
  await expect.poll(() => desk.pixels([0xa8, 0x45, 0x5c], 30)).toBeGreaterThan(200)
  expect(await desk.pixels([0x23, 0x68, 0x6c], 30)).toBe(0)

  await page.getByRole('group', { name: 'This pot' }).getByRole('button', { name: 'Copy it' }).click()
  await page.getByRole('button', { name: 'Earlier in the row' }).click()
  await expect
    .poll(async () => (await desk.scene()).palette.slice(-2).map(({ name, colour }) => [name, colour]))
    .toEqual([
      ['Weed, copy', '#a8455c'],
      ['Weed', '#a8455c'],
    ])
})

test('one finger draws until a pen has been seen', async ({ page, desk }) => {
  await desk.newScene({ name: 'Finger', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  const box = (await desk.paper.boundingBox())!
  const device = await page.context().newCDPSession(page)
  const at = (share: number) => ({ x: box.x + box.width * share, y: box.y + box.height * share })
  const finger = async (from: number, to: number) => {
    await device.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [at(from)] })
    for (let i = 1; i <= 8; i++)
      await device.send('Input.dispatchTouchEvent', {
        type: 'touchMove',
        touchPoints: [at(from + ((to - from) * i) / 8)],
      })
    await device.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  }
  await finger(0.2, 0.4)
  await expect.poll(() => desk.pixels([42, 41, 50], 90)).toBeGreaterThan(50)
  const pen = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', share: number) =>
    device.send('Input.dispatchMouseEvent', {
      type,
      ...at(share),
      button: 'left',
      buttons: 1,
      clickCount: 1,
      pointerType: 'pen',
      force: 0.6,
    })
  await pen('mousePressed', 0.5)
  await pen('mouseMoved', 0.55)
  await pen('mouseReleased', 0.6)
  await desk.kept()
  const inked = await desk.pixels([42, 41, 50], 90)
  await finger(0.7, 0.9)
  await page.keyboard.press('s')
  expect(await desk.pixels([42, 41, 50], 90)).toBe(inked)
})

test('two fingers move and enlarge the paper, and leave no line behind', async ({ page, desk }) => {
  await desk.newScene({ name: 'Fingers', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  const before = (await desk.paper.boundingBox())!
  const device = await page.context().newCDPSession(page)
  const [x, y] = [before.x + before.width / 2, before.y + before.height / 2]
  const both = (apart: number) => [
    { x: x - apart, y, id: 0 },
    { x: x + apart, y, id: 1 },
  ]
  await device.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [both(60)[0]!] })
  await device.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: [{ ...both(60)[0]!, y: y + 3 }] })
  await device.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: both(60) })
  for (let n = 1; n <= 8; n++)
    await device.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: both(60 + 10 * n) })
  await device.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  await expect.poll(async () => (await desk.paper.boundingBox())!.width).toBeGreaterThan(before.width * 1.8)
  expect(await desk.pixels([42, 41, 50], 90)).toBe(0)
})

import { expect, test } from './house'

test('the shelf plays every scene small, tells what is left, and takes a new production', async ({ page, house }) => {
  await page.goto(house.url)
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
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await expect(added.getByRole('listitem')).toContainText('First of its row')
  await expect(added.getByRole('listitem')).toContainText('no key yet')
})

test('less motion asked for: the shelf stands still', async ({ page, house }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.goto(house.url)
  const test = page.getByRole('img', { name: /Pencil test of Tansy/ })
  await expect(test).toBeVisible()
  await page.waitForLoadState('networkidle')
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
  house,
}) => {
  await page.goto(`${house.url}/new`)
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

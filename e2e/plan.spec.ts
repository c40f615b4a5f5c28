import { expect, key, test } from './harness'

test('a number is dragged along the strip to begin sooner or later; its neighbours keep at least a frame', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Drag', size: 'Wide', frames: 16 })
  await desk.putKey(1)
  await desk.putKey(5)
  await desk.putKey(9)
  const strip = page.getByTestId('strip')
  const dragTo = async (number: string, frame: number) => {
    const from = (await strip.locator(`[data-number="${number}"] rect`).boundingBox())!
    const whole = (await strip.boundingBox())!
    const step = (whole.width - 44) / 16
    await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
    await page.mouse.down()
    await page.mouse.move(whole.x + 22 + step * (frame - 0.5), from.y + 10, { steps: 6 })
    await page.mouse.up()
  }
  await dragTo('5', 7)
  await expect(page.getByRole('heading', { name: 'Frame 7' })).toBeVisible()
  await expect(page.getByText(/Drawing 5, still empty, held 2 frames/)).toBeVisible()
  await dragTo('5', 12)
  await expect(page.getByText(/It can begin from frame 2 to frame 8/)).toBeVisible()
  await page.keyboard.press('Control+z')
  await desk.to('Draw')
  expect(await desk.sheet('A', 12)).toBe('1 | | | 5 | | | 9 | | |')
})

test('a chart by law on a pattern tells frames, shares and exposures before it is laid; taken out, drawn inbetweens stay', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Law', size: 'Wide', frames: 16, fps: 24 })
  await desk.putKey(1)
  await desk.putKey(13)
  await desk.goToFrame(1)
  await page.getByRole('button', { name: 'By law' }).click()
  await page.getByRole('combobox', { name: 'Law' }).press('Enter')
  await page.getByRole('option', { name: 'slow in', exact: true }).click()
  await page.getByLabel('or a pattern').fill('3 2')
  const told = page.getByRole('region', { name: 'Chart', exact: true })
  await expect(told.getByText('4 inbetweens')).toBeVisible()
  expect(
    await told
      .locator('tr')
      .evaluateAll((rows) => rows.map((row) => [...row.children].map((cell) => cell.textContent!.trim()).join(' '))),
  ).toEqual(['frame 4 6 9 11', 'share 44 % 66 % 89 % 97 %', 'held 2 3 2 2'])
  await page.getByRole('button', { name: 'Lay this chart' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 13)).toBe('1 | | 4 | 6 | | 9 | 11 | 13')
  const ladder = page.getByRole('group', { name: 'Timing chart' })
  await expect(ladder.getByRole('button')).toHaveCount(6)
  await ladder.getByRole('button', { name: 'Open drawing 9, 89 % of the way, to draw' }).click()
  await expect(desk.cell('A', 9)).toHaveAttribute('aria-selected', 'true')
  await desk.draw([0.4, 0.3], [0.6, 0.7])
  await expect(ladder.getByRole('button', { name: /, drawn$/ })).toHaveCount(1)
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Take the chart out' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 13)).toBe('1 | | | | | | | 9 | | | 13')
})

test('a chart is copied and laid over another span', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      ...[key('a', 1), key('b', 9), key('c', 17)],
      {
        type: 'chart.add',
        ...{ id: 'chart', level: 'A', from: 'a', to: 'b', exposure: [2], drawings: ['i', 'j', 'k'] },
        spacing: { by: 'law', law: 'slow-in', strength: 2 },
      },
    ],
  })
  await desk.to('Plan')
  await desk.goToFrame(3)
  await page.getByRole('button', { name: 'Copy it' }).click()
  await desk.goToFrame(9)
  await page.getByRole('button', { name: 'Lay the copied chart here' }).click()
  const charts = async () => Object.values((await desk.scene()).charts)
  await expect.poll(async () => (await charts()).length).toBe(2)
  const [first, second] = await charts()
  expect([second!.from, second!.to, second!.spacing]).toEqual(['b', 'c', first!.spacing])
  expect(second!.marks.map(({ fraction }) => fraction)).toEqual(first!.marks.map(({ fraction }) => fraction))
})

test('on a loop a chart leads over the seam, and Draw flips round it', async ({ page, desk }) => {
  await desk.newScene({ name: 'Round', size: 'Wide', frames: 8 })
  await desk.putKey(1)
  await desk.putKey(5)
  await page.getByRole('button', { name: 'Loop', exact: true }).click()
  await desk.goToFrame(6)
  const slowOut = page.getByRole('spinbutton', { name: 'slow out' })
  await slowOut.fill('1')
  await slowOut.press('Tab')
  await page.getByRole('button', { name: 'Lay this chart' }).click()
  await expect(page.getByRole('heading', { name: 'Chart from 5 to 1' })).toBeVisible()
  await desk.to('Draw')
  expect(await desk.sheet('A', 8)).toBe('1 | | | 5 | 7 |')
  await desk.cell('A', 7).click()
  await page.keyboard.press('f')
  await expect(desk.cell('A', 1)).toHaveAttribute('aria-selected', 'true')
  await page.keyboard.press('s')
  await expect(desk.cell('A', 7)).toHaveAttribute('aria-selected', 'true')
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Loop', exact: true }).click()
  await expect(page.getByText(/leads over the seam of this loop/)).toBeVisible()
})

test('levels, numbers, length and rate; everything can be undone from here', async ({ page, desk }) => {
  await desk.newScene({ name: 'Levels', size: 'Wide', frames: 12 })
  await desk.putKey(1)
  await desk.putKey(7)
  await page.getByRole('button', { name: 'Add a level on top' }).click()
  await desk.putKey(4)
  await desk.to('Draw')
  expect(await desk.sheet('A', 12)).toBe('1 | | | | | 7 | | | | |')
  expect(await desk.sheet('B', 12)).toBe('. . . 4 | | | | | | | |')
  await desk.cell('A', 7).click()
  await page.keyboard.press('ArrowLeft')
  await expect(desk.cell('B', 7)).toHaveAttribute('aria-selected', 'true')

  await desk.to('Plan')
  await page.getByLabel('Length', { exact: true }).fill('5')
  await page.keyboard.press('Tab')
  await expect(page.getByText('5 frames (0.42 s)').first()).toBeVisible()
  await page.getByLabel('Rate', { exact: true }).fill('10')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Change the rate' }).click()
  await expect(page.getByText('5 frames (0.5 s)').first()).toBeVisible()
  await page.getByRole('heading', { name: 'Plan' }).click()
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(page.getByText('12 frames (1 s)').first()).toBeVisible()
  await page.keyboard.press('Control+Shift+z')
  await expect(page.getByText('5 frames (0.42 s)').first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 12)).toBe('1 | | | | | 7 | | | | |')
})

test('a breakdown, a drawing taken out and back, renumbering in one step', async ({ page, desk }) => {
  await desk.newScene({ name: 'Numbers', size: 'Wide', frames: 9 })
  await desk.putKey(1)
  await desk.putKey(7)
  await desk.putKey(4)
  await page.getByRole('button', { name: 'breakdown' }).click()
  await expect(page.getByRole('button', { name: 'breakdown' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(page.getByText('Drawing 1 is held here.')).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText(/Drawing 4, still empty/)).toBeVisible()
  await desk.to('Draw')
  await desk.cell('A', 1).click()
  await page.keyboard.press('2')
  expect(await desk.sheet('A', 9)).toBe('1 | 4 | | 7 | | |')
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Renumber its drawings' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 9)).toBe('1 | 3 | | 6 | | |')
  await page.keyboard.press('z')
  expect(await desk.sheet('A', 9)).toBe('1 | 4 | | 7 | | |')
})

test('flipping among a drawing and its two parents, and back by drawing', async ({ page, desk, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-lime/draw`)
  await expect(desk.paper).toBeVisible()
  await desk.cell('Lime', 11).click()
  await expect(page.getByText('Drawing 11, held 2 frames (0.08 s)')).toBeVisible()
  const own = await desk.still()
  const seen = new Set([own])
  for (const shown of [/Drawing 11, showing 9,/, /Drawing 11, showing 15,/]) {
    await page.keyboard.press('d')
    await expect(page.getByText(shown)).toBeVisible()
    seen.add(await desk.still())
  }
  expect(seen.size).toBe(3)
  await page.keyboard.press('d')
  expect((await desk.still()) === own).toBe(true)
})

test('levels lie on one another as the sheet says: what is drawn on the upper one covers the lower', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(`${harness.url}/scene/lowtide-tansy/draw`)
  await expect(desk.paper).toBeVisible()
  const WATER = [0xa9, 0xc6, 0xc2] as const
  const TANSY = [0xe0, 0xa5, 0x26] as const
  await expect.poll(() => desk.pixels(WATER, 12)).toBeGreaterThan(20_000)
  await expect.poll(() => desk.pixels(TANSY, 12)).toBeGreaterThan(5000)
  // Counted once it is sharp: what is still soft has other edges.
  await desk.still()
  const covered = await desk.pixels(TANSY, 12)
  await desk.cell('Water', 1).click()
  await page.keyboard.press('x')
  await expect.poll(() => desk.pixels(WATER, 12)).toBeLessThan(500)
  await desk.still()
  expect(await desk.pixels(TANSY, 12)).toBeGreaterThanOrEqual(covered)
  await page.keyboard.press('z')
  await expect.poll(() => desk.pixels(TANSY, 12)).toBe(covered)
  await desk.kept()
})

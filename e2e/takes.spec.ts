import { expect, expectNothingSerious, key, line, saved, test } from './harness'

test('takes: a new one from this, timed otherwise, compared in step with its differences marked, made the main one, put away and back', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Two timings', size: 'Wide', fps: 12, frames: 12 })
  for (const frame of [1, 4, 7]) await desk.putKey(frame)
  await desk.to('Draw')
  for (const [frame, x] of [
    [1, 0.2],
    [4, 0.5],
    [7, 0.8],
  ] as const) {
    await desk.cell('A', frame).click()
    await desk.draw([x, 0.2], [x, 0.8])
  }
  await desk.to('Takes')
  await expect(page.getByText('There is one timing so far.')).toBeVisible()
  await page.getByRole('button', { name: 'New take from this' }).click()
  const second = page.getByRole('region', { name: 'First timing 2' })
  await second.getByLabel('Name of take First timing 2').fill('Snappier')
  await page.keyboard.press('Tab')
  await page.getByRole('region', { name: 'Snappier' }).getByRole('button', { name: 'Time it on the desk' }).click()
  await desk.cell('A', 1).click()
  await page.keyboard.press('1')
  expect(await desk.sheet('A', 12)).toBe('1 4 | | 7 | | | | | | |')
  await desk.to('Takes')
  await page.getByRole('button', { name: 'Lay it beside' }).click()
  const reel = page.locator('[data-take="Snappier"]')
  await expect(reel.getByText('4 frames (0.33 s) differ from First timing, hatched below')).toBeVisible()
  await expect(reel.getByTestId('differs')).toHaveCount(2)

  // In step: on the same frame the two show different drawings.
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByLabel('Frame', { exact: true }).fill('2')
  const dark = (take: string) =>
    page.locator(`[data-take="${take}"] canvas`).evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement
      const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height)
      let [sum, count] = [0, 0]
      for (let i = 0; i < data.length; i += 4) if (data[i]! < 90) [sum, count] = [sum + ((i / 4) % width), count + 1]
      return Math.round((10 * sum) / count / width) / 10
    })
  await expect.poll(async () => [await dark('First timing'), await dark('Snappier')]).toEqual([0.2, 0.5])
  await page.getByLabel('Frame', { exact: true }).fill('5')
  await expect.poll(async () => [await dark('First timing'), await dark('Snappier')]).toEqual([0.5, 0.8])
  await expectNothingSerious(page)

  // It ends before the other: what lies beyond stays on its sheet, paler, and play begins anew.
  const snappier = page.getByRole('region', { name: 'Snappier' })
  await snappier.getByLabel('Frames take Snappier lasts').fill('4')
  await page.keyboard.press('Tab')
  await expect(snappier.getByTestId('beyond')).toHaveText('1 drawing beyond its end')
  await page.getByLabel('Frame', { exact: true }).fill('9')
  await expect.poll(async () => [await dark('First timing'), await dark('Snappier')]).toEqual([0.8, 0.5])
  await snappier.getByRole('button', { name: 'Time it on the desk' }).click()
  await expect(page.locator('.row.beyond')).toHaveCount(8)
  expect(await desk.sheet('A', 12)).toBe('1 4 | | 7 | | | | | | |')
  await desk.to('Takes')
  // And the first goes on beyond it.
  await page.getByRole('region', { name: 'First timing' }).getByLabel('Frames take First timing lasts').fill('15')
  await page.keyboard.press('Tab')
  await desk.kept()
  const { settings, takes } = await desk.scene()
  expect([settings.length, Object.values(takes).map(({ length }) => length)]).toEqual([15, [undefined, 4]])

  await snappier.getByRole('button', { name: 'Make it the main take' }).click()
  await expect(snappier.getByText('main take')).toBeVisible()
  await page.getByRole('region', { name: 'First timing' }).getByRole('button', { name: 'Put away' }).click()
  await expect(page.getByRole('region', { name: 'First timing' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await expect(page.getByRole('region', { name: 'First timing' })).toBeVisible()
  await desk.kept()
})

test('earlier versions: the history in words, a moment looked at, a drawing, a level and the whole scene brought back', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Then and now', size: 'Wide', fps: 12, frames: 12 })
  await desk.putKey(1)
  await desk.putKey(7)
  await desk.to('Draw')
  await desk.cell('A', 1).click()
  await desk.draw([0.3, 0.2], [0.3, 0.8])
  await desk.draw([0.4, 0.2], [0.4, 0.8])
  await desk.kept()
  const INK = [42, 41, 50] as const
  const whole = await desk.pixels(INK)
  expect(whole).toBeGreaterThan(500)
  // Everything goes: the lines, the hold, the second key.
  await page.keyboard.press('e')
  await desk.draw([0.2, 0.5], [0.5, 0.5])
  await page.keyboard.press('3')
  await desk.to('Plan')
  await desk.goToFrame(4)
  await page.getByRole('button', { name: 'Take it out' }).click()
  await desk.kept()
  await desk.to('Takes')
  await page.getByRole('button', { name: 'Earlier versions' }).click()
  const history = page.getByRole('region', { name: 'History' })
  await expect(history.getByRole('listitem')).toHaveCount(5)
  await expect(history.getByRole('button', { name: /the drawing at frame 1 held for 3/ })).toBeVisible()
  await history.getByRole('button', { name: /a drawing put in at frame 7/ }).click()
  const moment = page.getByRole('region', { name: 'The scene at this moment' })
  await expect(moment.getByText('2 drawings, 1 level')).toBeVisible()
  await history.getByRole('button', { name: /changes to the lines of drawing 1/ }).click()
  await expect(moment.getByText(/After “\d changes to the lines/)).toBeVisible()
  await expectNothingSerious(page)

  // Before the eraser: the two lines only.
  await history.getByRole('button', { name: /a drawing put in at frame 7/ }).click()
  await moment.getByRole('button', { name: 'One drawing' }).click()
  await moment.getByRole('combobox', { name: 'Drawing' }).click()
  await page.getByRole('option', { name: '7, level A' }).click()
  await moment.getByRole('button', { name: 'Bring drawing 7 back' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 12)).toBe('1 | | | | | 7 | | | | |')
  await desk.kept()

  await desk.to('Takes')
  await page.getByRole('button', { name: 'Earlier versions' }).click()
  await expect(history.getByText('drawing 7 brought back as it was today', { exact: false })).toBeVisible()
  await expect(moment).toBeVisible()
  // However slow the moment is to come, nothing older is brought back in its place.
  let arrive = () => {}
  const arrives = new Promise<void>((resolve) => (arrive = resolve))
  await page.route(/\/moments\/\d+$/, async (route) => {
    await arrives
    await route.continue()
  })
  await history.getByRole('button', { name: /a drawing put in at frame 7/ }).click()
  const theWhole = moment.getByRole('button', { name: 'Bring the whole scene back' })
  await expect(theWhole).toBeDisabled()
  arrive()
  await theWhole.click()
  await desk.to('Draw')
  await desk.cell('A', 1).click()
  expect(await desk.sheet('A', 12)).toBe('1 | | | | | 7 | | | | |')
  await expect.poll(() => desk.pixels(INK)).toBe(0)
  // One step back, and the lines are there as the eraser left them.
  await page.keyboard.press('z')
  await expect.poll(() => desk.pixels(INK)).toBeGreaterThan(300)
  await desk.kept()
  await page.reload()
  await expect.poll(() => desk.pixels(INK)).toBeGreaterThan(300)
  expect(await desk.pixels(INK)).toBeLessThan(whole)
})

test('the whole scene brought back keeps what was drawn since in a colour made since', async ({ page, desk }) => {
  const { type, add, ...rest } = line('b', 'b1', [
    [40, 40],
    [400, 300],
  ]) as Extract<ReturnType<typeof line>, { type: 'ink.change' }>
  const inKelp = add.map(({ at, piece }) => ({ at, piece: { ...piece, swatch: 'kelp' } }))
  await desk.opened({
    edits: [
      key('a', 1),
      { type: 'swatch.put', swatch: { id: 'kelp', name: 'Kelp', colour: '#2f6b3a' } },
      key('b', 7),
      { type, ...rest, add: inKelp },
    ],
  })
  await desk.to('Takes')
  await page.getByRole('button', { name: 'Earlier versions' }).click()
  const history = page.getByRole('region', { name: 'History' })
  await history.getByRole('button', { name: /a drawing put in at frame 1/ }).click()
  const moment = page.getByRole('region', { name: 'The scene at this moment' })
  await expect(moment.getByText('1 drawing, 1 level')).toBeVisible()
  await moment.getByRole('button', { name: 'Bring the whole scene back' }).click()
  await expect(history.getByText('the whole scene brought back', { exact: false })).toBeVisible()
  await desk.kept()
  const { palette, drawings } = await desk.scene()
  expect([palette.some(({ id }) => id === 'kelp'), drawings['b']?.passes]).toEqual([true, { line: 1 }])
})

test('the sheet goes out as PDF and CSV; a CSV comes back whole or with what is wrong by row and column', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(`${harness.url}/scene/lowtide-corrie/hand-over`)
  await page.getByText('Exposure sheet to print').click()
  await page.getByRole('button', { name: 'US Letter' }).click()
  await page.getByRole('button', { name: 'Make the PDF' }).click()
  const pdf = await saved(page, () => page.getByTestId('file').click())
  expect([pdf.subarray(0, 5).toString(), pdf.length > 8000, pdf.subarray(-6).toString().trim()]).toEqual([
    '%PDF-',
    true,
    '%%EOF',
  ])

  await page.getByText('Exposure sheet as a table').click()
  await page.getByRole('button', { name: 'Make the CSV' }).click()
  const csv = (await saved(page, () => page.getByTestId('file').click())).toString()
  expect(csv.split('\r\n').slice(0, 4)).toEqual([
    'Frame,Time,Corrie,Reeds,Note',
    '1,0:00+00,1,1,',
    '2,0:00+01,,,',
    '3,0:00+02,3,,',
  ])
  const field = page.getByLabel('Read a CSV sheet back in')
  const give = (text: string) =>
    field.setInputFiles({ name: 'timed.csv', mimeType: 'text/csv', buffer: Buffer.from(text) })
  await give(csv.replace('3,0:00+02,3,,', '3,0:00+02,99,,'))
  await expect(page.getByRole('row', { name: '4 Corrie There is no drawing 99 on level Corrie.' })).toBeVisible()
  await expect(page.getByText('Nothing was changed.')).toBeVisible()
  await give(csv)
  await expect(page.getByText('timed.csv says what the sheet says already.')).toBeVisible()
  await give(csv.replace('2,0:00+01,,,', '2,0:00+01,3,,wider').replace('3,0:00+02,3,,', '3,0:00+02,,,'))
  await expect(page.getByText('timed.csv is on the sheet now: 1 level timed anew, notes read.')).toBeVisible()
  await desk.to('Draw')
  expect(await desk.sheet('Corrie', 6)).toBe('1 3 | | 5 |')
  await expect(page.locator('[data-note="2"]')).toHaveText('wider')
  await page.keyboard.press('z')
  expect(await desk.sheet('Corrie', 6)).toBe('1 | 3 | 5 |')
  await desk.kept()
})

test('a scene goes out as an archive and comes back in as another; a damaged one is refused in the page', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(`${harness.url}/scene/lowtide-corrie/hand-over`)
  await page.getByText('The whole scene').click()
  await page.getByRole('button', { name: 'Make the archive' }).click()
  const archive = await saved(page, () => page.getByTestId('file').click())
  await page.goto(harness.url)
  const shelf = page.getByRole('region', { name: 'Low Tide' })
  const cards = shelf.getByRole('heading', { name: 'Corrie blinks' })
  await expect(cards).toHaveCount(1)
  const field = shelf.getByLabel('Bring a scene from an archive into Low Tide')
  await field.setInputFiles({
    name: 'torn.zip',
    mimeType: 'application/zip',
    buffer: archive.subarray(0, archive.length - 500),
  })
  await expect(shelf.getByRole('alert')).toHaveText(
    /^torn\.zip is no archive of a scene or a production, or it is damaged/,
  )
  await expect(cards).toHaveCount(1)
  await field.setInputFiles({ name: 'corrie.zip', mimeType: 'application/zip', buffer: archive })
  await expect(shelf.getByText('Corrie blinks is on the shelf now.')).toBeVisible()
  await expect(cards).toHaveCount(2)
  await cards.last().click()
  await page.waitForURL('**/draw')
  await expect(desk.paper).toBeVisible()
  const WHITE_EYE = [0xe9, 0xc1, 0x3b] as const
  await expect.poll(() => desk.pixels(WHITE_EYE, 60)).toBeGreaterThan(200)
  expect(await desk.sheet('Corrie', 6)).toBe('1 | 3 | 5 |')
})

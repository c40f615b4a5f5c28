import { expect, expectNothingSerious, test, type Desk, OCHRE } from './harness'

/** Two drawn keys at 1 and 13 with a chart of halves between them, and the desk open at the first. */
async function charted(desk: Desk, { frames = 24 } = {}) {
  const { page } = desk
  await desk.newScene({ name: 'Timing', size: 'Wide', fps: 24, frames })
  await desk.putKey(1)
  await desk.putKey(13)
  await desk.goToFrame(1)
  for (const [name, count] of [
    ['slow out', '2'],
    ['slow in', '2'],
  ] as const) {
    await page.getByRole('spinbutton', { name }).fill(count)
    await page.keyboard.press('Tab')
  }
  await page.getByLabel('or a pattern').fill('3')
  await page.getByRole('button', { name: 'Lay this chart' }).click()
  await desk.to('Draw')
  await desk.cell('A', 1).click()
}
const centre = (box: { x: number; y: number; width: number; height: number } | null) => ({
  x: box!.x + box!.width / 2,
  y: box!.y + box!.height / 2,
})

test('the ladder by hand: a mark dragged, favoured, held, put in and taken off; spaced anew and snapped to halves', async ({
  page,
  desk,
}) => {
  await charted(desk)
  expect(await desk.sheet('A', 14)).toBe('1 | | 4 | | 7 | | 10 | | 13 |')
  const ladder = page.getByRole('group', { name: 'Timing chart' })
  const mark = (number: string) => ladder.locator(`[data-rung="${number}"] .mark`)
  const rung = (number: string) => ladder.locator(`[data-rung="${number}"]`)

  // While it is dragged the card and the ladder follow; let go, it stays.
  const [first, last] = [centre(await mark('1').boundingBox()), centre(await mark('13').boundingBox())]
  const from = centre(await mark('7').boundingBox())
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x, first.y + (last.y - first.y) * 0.58, { steps: 6 })
  await expect(rung('7')).toHaveAttribute('aria-label', /5[789] % of the way/)
  await page.mouse.up()
  await expect(rung('7')).toHaveAttribute('aria-label', /5[789] % of the way/)
  expect(await desk.sheet('A', 14)).toBe('1 | | 4 | | 7 | | 10 | | 13 |')
  await expect(page.getByText(/By halves it would be .* at most \d/)).toBeVisible()
  await page.getByRole('button', { name: 'Snap to halves' }).click()
  await expect(rung('7')).toHaveAttribute('aria-label', /⅝|½/)

  // Near a half it settles on it.
  const now = centre(await mark('7').boundingBox())
  await desk.drag(now, { x: now.x, y: first.y + (last.y - first.y) * 0.508 })
  await expect(rung('7')).toHaveAttribute('aria-label', /½ of the way/)

  await rung('4').click()
  const hand = page.getByRole('group', { name: 'Mark of drawing 4' })
  await hand.getByRole('button', { name: 'favour 1' }).click()
  await expect(rung('4')).toHaveAttribute('aria-label', /17 % of the way/)
  await hand.getByRole('button', { name: 'Hold 4 one frame longer' }).click()
  expect(await desk.sheet('A', 14)).toBe('1 | | 4 | | | 7 | 10 | | 13 |')
  await hand.getByRole('button', { name: 'take off' }).click()
  expect(await desk.sheet('A', 14)).toBe('1 | | | | | | 7 | 10 | | 13 |')
  await page.getByRole('button', { name: 'Put in a mark' }).click()
  await expect(ladder.getByRole('button')).toHaveCount(5)
  await rung('10').focus()
  await page.keyboard.press('ArrowUp')
  await expect(rung('10')).toHaveAttribute('aria-label', /74 % of the way/)

  await page.getByRole('button', { name: 'Space it anew' }).click()
  await page.getByRole('button', { name: 'Thirds' }).click()
  // Only shown until it is taken.
  await expect(page.getByText('2 inbetweens.')).toBeVisible()
  await page.getByRole('button', { name: 'Leave it as it was' }).click()
  await expect(ladder.getByRole('button')).toHaveCount(5)
  await page.getByRole('button', { name: 'Space it anew' }).click()
  await page.getByRole('button', { name: 'Thirds' }).click()
  await page.getByRole('button', { name: 'Space it so' }).click()
  await expect(ladder.getByRole('button', { name: /⅓ of the way/ })).toHaveCount(1)
  await expect(ladder.getByRole('button')).toHaveCount(4)
})

test('landmarks: pinned in turn, the path bent, a target on the inbetween, and the miss told', async ({
  page,
  desk,
}) => {
  await charted(desk)
  await page.getByRole('button', { name: 'Pins' }).click()
  for (const name of ['Nose', 'Hand']) {
    await page.getByLabel('Name of a new landmark').fill(name)
    await page.getByRole('button', { name: 'Add', exact: true }).click()
  }
  await page.getByRole('button', { name: '○ Nose' }).click()
  await expect(page.getByText('Press on the paper where Nose lies on 1.')).toBeVisible()
  await desk.press(0.2, 0.5)
  // The next one missing is asked for.
  await expect(page.getByText('Press on the paper where Hand lies on 1.')).toBeVisible()
  await desk.press(0.2, 0.8)
  await expect(page.getByText('All landmarks of 1 are pinned.')).toBeVisible()
  const guides = page.getByTestId('guides')
  await expect(guides.locator('[data-path]')).toHaveCount(0)
  await desk.cell('A', 13).click()
  await page.getByRole('button', { name: '○ Nose' }).click()
  await desk.press(0.8, 0.5)
  await expect(guides.locator('[data-path="Nose"] .tick')).toHaveCount(3)

  const handle = guides.locator('[data-path="Nose"] .handle')
  const at = centre(await handle.boundingBox())
  const paper = (await desk.paper.boundingBox())!
  await desk.drag(at, { x: at.x, y: paper.y + 0.2 * paper.height })
  const bent = centre(await handle.boundingBox())
  expect(Math.abs(bent.y - (paper.y + 0.2 * paper.height))).toBeLessThan(3)
  expect(Math.abs(bent.x - at.x)).toBeLessThan(3)

  await desk.cell('A', 7).click()
  const target = guides.locator('[data-target="Nose"] circle')
  expect(Math.abs(centre(await target.boundingBox()).y - bent.y)).toBeLessThan(3)
  await page.getByRole('button', { name: '○ Nose' }).click()
  // Too high by a tenth of the paper, then just short of its place along the path.
  await desk.press(0.5, 0.1)
  await expect(page.getByTestId('miss')).toContainText(/\d+ px, off the arc/)
  const pin = centre(await guides.locator('[data-pin="Nose"] .grab').boundingBox())
  await desk.drag(pin, { x: bent.x - 0.06 * paper.width, y: bent.y + 4 })
  await expect(page.getByTestId('miss')).toContainText(/\d+ px, late/)
  await expect(page.getByRole('group', { name: 'Timing chart' }).locator('[data-measured="7"]')).toContainText('%')
  await page.keyboard.press('z')
  await expect(page.getByTestId('miss')).toContainText('off the arc')
  await expectNothingSerious(page)
})

test('straight ahead the measured chart is the chart, and can be taken over as a plan', async ({ page, desk }) => {
  await desk.setUp({ name: 'By feel', size: 'Wide', fps: 12, frames: 9, approach: 'Straight ahead' })
  for (const frame of [1, 3, 5, 7]) await desk.putKey(frame)
  await desk.to('Draw')
  await page.keyboard.press('m')
  await page.getByLabel('Name of a new landmark').fill('Ball')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  for (const [frame, x] of [
    [1, 0.1],
    [3, 0.2],
    [5, 0.4],
    [7, 0.9],
  ] as const) {
    await desk.cell('A', frame).click()
    await desk.press(x, 0.5)
  }
  const measured = page.getByRole('group', { name: 'Measured chart' })
  await expect(measured.locator('[data-measured="3"]')).toContainText(/1[23] %/)
  await expect(measured.locator('[data-measured="5"]')).toContainText(/3[78] %/)
  const before = await desk.sheet('A', 9)
  await page.getByRole('button', { name: 'Take it over as a plan' }).click()
  await expect(page.getByRole('group', { name: 'Timing chart' }).locator('[data-rung="5"]')).toHaveAttribute(
    'aria-label',
    /(⅜|3[78] %) of the way/,
  )
  expect(await desk.sheet('A', 9)).toBe(before)
})

test('next on the pegs by keyboard alone: next, skip, back, and exactly the parents under the paper', async ({
  page,
  desk,
}) => {
  await charted(desk)
  await desk.draw([0.2, 0.3], [0.2, 0.7])
  await desk.cell('A', 13).click()
  await desk.draw([0.8, 0.3], [0.8, 0.7])
  const how = page.getByTestId('how')
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(OCHRE)).toBe(0)
  await page.keyboard.press('g')
  await expect(how).toHaveText('half of 1 and 13')
  await expect(desk.cell('A', 7)).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByText('On the pegs now')).toBeVisible()
  await expect(page.getByText('3 left to draw')).toBeVisible()
  // Lit although the light table is off.
  await expect.poll(() => desk.pixels(OCHRE)).toBeGreaterThan(50)
  await page.keyboard.press('k')
  await expect(page.getByText('3 left to draw, 1 skipped')).toBeVisible()
  await expect(desk.cell('A', 4)).toHaveAttribute('aria-selected', 'true')
  await expect(how).toHaveText('half of 1 and 7')
  await page.keyboard.press('Shift+G')
  await expect(desk.cell('A', 7)).toHaveAttribute('aria-selected', 'true')
  await desk.draw([0.5, 0.3], [0.5, 0.7])
  await expect(page.getByText('2 left to draw')).toBeVisible()
  await page.keyboard.press('g')
  await expect(how).toHaveText('half of 1 and 7')
})

test('slid on the pegs a drawing moves for the eye only; one key puts all back', async ({ page, desk }) => {
  await charted(desk)
  await desk.draw([0.2, 0.3], [0.2, 0.7])
  await desk.kept()
  await page.keyboard.press('g')
  await desk.cell('A', 7).click()
  /** The middle of the ochre line, as a share of the paper's width. */
  const paper = (await desk.paper.boundingBox())!
  const left = paper.x - (await desk.canvas.boundingBox())!.x
  const seenAt = () =>
    desk.canvas.evaluate(
      (canvas, { colour: [r, g, b], from, across }) => {
        const { width, height } = canvas as HTMLCanvasElement
        const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height)
        let [sum, count] = [0, 0]
        for (let i = 0; i < data.length; i += 4)
          if (Math.abs(data[i]! - r) + Math.abs(data[i + 1]! - g) + Math.abs(data[i + 2]! - b) < 70)
            [sum, count] = [sum + ((i / 4) % width), count + 1]
        return count === 0 ? -1 : (sum / count - from) / across
      },
      { colour: OCHRE, from: left, across: paper.width },
    )
  await expect.poll(seenAt).toBeCloseTo(0.2, 1)
  const state = await page.getByTestId('keeping').textContent()
  await page.keyboard.press('h')
  await desk.drag(
    { x: paper.x + 0.4 * paper.width, y: paper.y + 0.6 * paper.height },
    { x: paper.x + 0.7 * paper.width, y: paper.y + 0.6 * paper.height },
  )
  await expect.poll(seenAt).toBeCloseTo(0.5, 1)
  await page.keyboard.press('Shift+H')
  await expect.poll(seenAt).toBeCloseTo(0.2, 1)
  expect(await page.getByTestId('keeping').textContent()).toBe(state)
})

test('the sheet: a range by mouse and keyboard, digits, retime, cut one for punch, cut and paste, undo', async ({
  page,
  desk,
}) => {
  await charted(desk)
  await desk.choose('A', 1, 12)
  await page.keyboard.press('2')
  expect(await desk.sheet('A', 24)).toBe('1 | 4 | 7 | 10 | 13 | | | | | | | | | | | | | | |')
  // The same drawings are still chosen.
  await page.keyboard.press('1')
  expect(await desk.sheet('A', 6)).toBe('1 4 7 10 13 |')
  await page.keyboard.press('3')
  await page.keyboard.press('t')
  const last = page.getByRole('spinbutton', { name: 'Make it last' })
  await expect(last).toHaveValue('12')
  await last.fill('18')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'Retime to 18 frames (0.75 s)' }).click()
  expect(await desk.sheet('A', 20)).toBe('1 | | | | 4 | | | | 7 | | | 10 | | | 13 |')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+z')
  expect(await desk.sheet('A', 14)).toBe('1 | | 4 | | 7 | | 10 | | 13 |')

  // Cut one drawing for punch; it stays in the scene.
  await desk.cell('A', 4).click()
  await page.keyboard.press('o')
  expect(await desk.sheet('A', 11)).toBe('1 | | 7 | | 10 | | 13 |')
  await desk.cell('A', 5).click()
  await page.getByRole('button', { name: 'Show again' }).click()
  await expect(page.getByRole('menuitem', { name: 'Show 4 again here (on no frame now)' })).toBeVisible()
  await expect(page.getByRole('menu', { name: 'Show again' })).toBeFocused()
  await page.keyboard.press('Escape')
  await page.keyboard.press('z')

  // By keyboard: two frames further down, cut, and pasted elsewhere.
  await desk.cell('A', 4).click()
  for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowDown')
  await page.keyboard.press('Control+x')
  expect(await desk.sheet('A', 14)).toBe('1 | | . . . . . . 10 | | 13 |')
  await desk.cell('A', 15).click()
  await page.keyboard.press('Control+v')
  expect(await desk.sheet('A', 22)).toBe('1 | | . . . . . . 10 | | 13 | 4 | | 7 | | (13) |')

  // An end of a hold dragged down, live, then let go.
  const square = (await desk.cell('A', 3).boundingBox())!
  const grip = { x: square.x + square.width / 2, y: square.y + square.height - 3 }
  await page.mouse.move(grip.x, grip.y)
  await page.mouse.down()
  await page.mouse.move(grip.x, grip.y + 44, { steps: 5 })
  await expect(desk.cell('A', 5)).toHaveClass(/end/)
  await page.mouse.up()
  expect(await desk.sheet('A', 8)).toBe('1 | | | | . . .')
  await page.keyboard.press('z')
  expect(await desk.sheet('A', 8)).toBe('1 | | . . . . .')
})

test('a cycle is one thing: any turn changed, every turn follows; cycles line up again, and the scene can be made that long', async ({
  page,
  desk,
}) => {
  await charted(desk)
  await desk.choose('A', 4, 12)
  await page.keyboard.press('c')
  expect(await desk.sheet('A', 24)).toBe('1 | | 4 | | 7 | | 10 | | (4) | | (7) | | (10) | | (4) | |')
  await expect(desk.cell('A', 14)).toHaveAttribute('title', 'a cycle to the end, 9 frames each, from frame 4')
  await desk.cell('A', 13).click()
  await page.keyboard.press('1')
  expect(await desk.sheet('A', 24)).toBe('1 | | 4 7 | | 10 | | (4) (7) | | (10) | | (4) (7) | | (10) | |')
  await page.keyboard.press('t')
  await page.getByRole('spinbutton', { name: 'Turns' }).fill('2')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: '2 times', exact: true }).click()
  expect(await desk.sheet('A', 24)).toBe('1 | | 4 7 | | 10 | | (4) (7) | | (10) | | . . . . . . .')
  await page.getByRole('button', { name: 'To the end' }).click()
  await page.keyboard.press('Escape')
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Beats, holds …' }).click()
  await expect(page.getByText('these cycles line up again after 7 frames (0.29 s)')).toBeVisible()
  await page.getByRole('button', { name: 'Make the scene exactly that long' }).click()
  await expect(page.getByText('The first change comes after 3 frames')).toBeVisible()
  await page
    .getByRole('button', { name: 'Rule beats from frame 13' })
    .or(page.getByRole('button', { name: 'Rule beats from frame 7' }))
    .click()
  await expect(page.locator('.row.beat')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await expect(desk.cell('A', 8)).toHaveCount(0)
})

test('all levels at once, notes by frame, and a level hidden, locked, alone and moved', async ({ page, desk }) => {
  await charted(desk)
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Add a level on top' }).click()
  await desk.putKey(5)
  await desk.to('Draw')
  await page.locator('[data-note="7"]').click()
  await page.locator('#desk-note').fill('looks up')
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-note="7"]')).toHaveText('looks up')
  const putAt = async (from: number, to: number, act: string) => {
    await page.locator(`[data-note="${from}"]`).click()
    const at = page.getByLabel('Frame of the note')
    for (const none of ['', 'e']) {
      await at.fill('')
      await at.pressSequentially(none)
      await page.keyboard.press('Tab')
      await expect(at).toHaveValue(`${from}`)
    }
    await at.fill(`${to - 0.4}`)
    await page.keyboard.press('Tab')
    await expect(at).toHaveValue(`${to}`)
    await page.getByRole('button', { name: act }).click()
    await expect(page.locator(`[data-note="${to}"]`)).toHaveText('looks up')
  }
  await putAt(7, 3, 'Copy it there')
  await putAt(7, 2, 'Move it')
  await expect(page.locator('[data-note="7"]')).toHaveText('')
  await page.keyboard.press('z')
  await expect(page.locator('[data-note="2"]')).toHaveText('')
  await page.keyboard.press('z')
  await expect(page.locator('[data-note="3"]')).toHaveText('')
  await desk.cell('A', 4).click()
  await page.keyboard.press('Shift+I')
  expect(await desk.sheet('A', 15)).toBe('1 | | | 4 | | 7 | | 10 | | 13 |')
  expect(await desk.sheet('B', 7)).toBe('. . . . . 5 |')
  await expect(page.locator('[data-note="8"]')).toHaveText('looks up')
  await desk.choose('B', 2, 4, 'A')
  await page.keyboard.press('Shift+O')
  expect(await desk.sheet('A', 12)).toBe('1 4 | | 7 | | 10 | | 13 |')
  expect(await desk.sheet('B', 3)).toBe('. . 5')

  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  const panel = page.getByRole('group', { name: 'Level A', exact: true })
  await panel.getByRole('button', { name: 'Lock it' }).click()
  await desk.cell('A', 2).click()
  await page.keyboard.press('5')
  await expect(page.getByText(/Level A is locked/)).toBeVisible()
  expect(await desk.sheet('A', 5)).toBe('1 4 | | 7')
  await panel.getByRole('button', { name: 'Lock it' }).click()
  await panel.getByRole('button', { name: 'Hide it' }).click()
  await panel.getByRole('button', { name: 'Left, above' }).click()
  await expect(page.locator('[role=columnheader]').nth(1)).toContainText('A')
  await panel.getByRole('button', { name: 'Show it alone' }).click()
  await expect(page.getByText('Level A alone.')).toBeVisible()
  await expectNothingSerious(page)
})

test('the rate: every exposure before and after is shown before it is changed', async ({ page, desk }) => {
  await charted(desk)
  await desk.to('Plan')
  await page.getByLabel('Rate', { exact: true }).fill('12')
  await page.keyboard.press('Tab')
  const panel = page.getByRole('region', { name: 'Change the rate' })
  await panel.getByRole('button', { name: 'Keep the seconds' }).click()
  await expect(panel.getByText('24 frames (1 s) become')).toBeVisible()
  await expect(panel.getByRole('row', { name: 'then 2 2 1 1 6' })).toBeVisible()
  await panel.getByRole('button', { name: 'Change the rate' }).click()
  await desk.to('Draw')
  expect(await desk.sheet('A', 12)).toBe('1 | 4 | 7 10 13 | | | | |')
})

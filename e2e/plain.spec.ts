import type { Edit } from '@unhurried/core'
import { expect, key, line, test } from './harness'

const across: [number, number][] = [
  [60, 60],
  [300, 60],
]

test('a scene is renamed and its approach, paper and ending changed after it was set up', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d', 1)] })
  await page.getByRole('button', { name: 'Made', exact: true }).click()
  await page.getByLabel('Name of the scene').fill('The ferry leaves')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'The ferry leaves' })).toBeVisible()
  await page.getByLabel('Name of the scene').fill('')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Give it a name.')).toBeVisible()
  await page.getByRole('group', { name: 'Approach' }).getByRole('button', { name: 'Straight ahead' }).click()
  await page
    .getByRole('group', { name: 'The scene ends' })
    .getByRole('button', { name: 'where its drawings do' })
    .click()
  await page.getByRole('group', { name: 'New drawings on' }).getByRole('button', { name: 'threes' }).click()
  await expect
    .poll(async () => (await desk.scene()).settings)
    .toMatchObject({ name: 'The ferry leaves', approach: 'straight-ahead', lengthFollows: true, exposure: 3 })
  await expect(page.getByRole('group', { name: 'Straight ahead' })).toContainText('on threes')
})

test('levels and drawings are named, given their part, taken out and brought back at the desk', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('a', 1), key('b', 9), line('a', 'al', across)] })
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByLabel('Name of the level').fill('Gull')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Level Gull', exact: true })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Take the level out' })).toBeDisabled()
  await page.keyboard.press('Escape')

  await desk.cell('Gull', 9).click()
  await desk.frameMenu()
  const drawing = page.getByRole('group', { name: 'Drawing 9' })
  await drawing.getByRole('button', { name: 'breakdown' }).click()
  await drawing.getByLabel('Drawing', { exact: true }).fill('9b')
  await page.keyboard.press('Tab')
  await expect.poll(async () => (await desk.scene()).drawings['b']).toMatchObject({ number: '9b', role: 'breakdown' })
  await page.getByLabel('Note to drawing 9b').fill('wing later')
  await page.keyboard.press('Tab')
  await expect.poll(async () => (await desk.scene()).drawings['b']!.note).toBe('wing later')
  // A number that another drawing has is refused in words, and the field shows what is true.
  await page.getByLabel('Drawing', { exact: true }).fill('1')
  await page.keyboard.press('Tab')
  await expect(page.getByText(/There is a drawing 1 on this level already/)).toBeVisible()
  await expect(page.getByLabel('Drawing', { exact: true })).toHaveValue('9b')
  await page.getByRole('button', { name: 'Take the drawing out' }).click()
  await expect.poll(async () => (await desk.scene()).drawings['b']).toBeUndefined()
  await page.keyboard.press('Escape')
  await page.keyboard.press('z')
  await expect.poll(async () => (await desk.scene()).drawings['b']?.number).toBe('9b')
})

test('selected lines take another colour, weight and pass', async ({ page, desk }) => {
  await desk.opened({ edits: [key('a', 1), line('a', 'al', across)] })
  await desk.pickTool('Select')
  await page.mouse.click(...(await desk.at(180, 60)))
  await expect(page.getByTestId('selection')).toBeVisible()
  await page.getByRole('button', { name: 'Change …' }).click()
  await page.getByRole('menuitem', { name: 'Heavier lines' }).click()
  await expect.poll(async () => ((await desk.ink('a')).line![0] as { size: number }).size).toBe(5)
  await page.getByRole('button', { name: 'Change …' }).click()
  await page.getByRole('menuitem', { name: 'Onto the rough pass' }).click()
  await expect.poll(async () => (await desk.ink('a')).rough?.length).toBe(1)
  expect((await desk.ink('a')).line ?? []).toEqual([])
})

test('levels are copied, divided by a pass, laid together again, and drawings moved between them', async ({
  page,
  desk,
}) => {
  const rough: Edit = { ...line('a', 'r1', across), pass: 'rough' } as Edit
  await desk.opened({ edits: [key('a', 1), key('b', 9), line('a', 'al', across), rough] })
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await desk.choice('Take a pass up onto a level of its own', 'the rough pass')
  await expect
    .poll(async () => Object.values((await desk.scene()).levels).map(({ name }) => name))
    .toEqual(['A', 'A 2'])
  const up = async () => Object.values((await desk.scene()).drawings).find(({ level }) => level !== 'A')
  expect((await up())!.passes).toEqual({ rough: 1 })
  expect((await desk.scene()).drawings['a']!.passes).toEqual({ line: 1 })
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Level A 2', exact: true }).click()
  await page.getByRole('button', { name: 'Lay together with A' }).click()
  await expect.poll(async () => (await desk.scene()).levelOrder).toEqual(['A'])
  expect((await desk.scene()).drawings['a']!.passes).toEqual({ line: 1, rough: 1 })
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByRole('button', { name: 'Copy the level' }).click()
  await expect.poll(async () => (await desk.scene()).levelOrder.length).toBe(2)
  await page.keyboard.press('Escape')
  const copy = (await desk.scene()).levelOrder[1]!
  const column = async (level: string) =>
    (await desk.scene()).sheets['main']![level]!.map((entry) => ('drawing' in entry ? entry.drawing !== null : entry))
  expect(await column(copy)).toEqual(await column('A'))

  // Where the other level shows something it is refused in words; then the frames are left empty, and it moves.
  await desk.cell('A', 9).click()
  await desk.frameMenu()
  const move = async () => {
    await desk.choice('Move onto another level', 'A 2')
  }
  await move()
  await expect(page.getByText(/Level A 2 shows drawing 9 at frame 9/)).toBeVisible()
  await desk.cell('A 2', 9).click()
  // The frame's menu stays for the frame gone to.
  await page.getByRole('button', { name: 'Leave empty' }).click()
  await desk.cell('A', 9).click()
  await move()
  await expect.poll(async () => (await desk.scene()).drawings['b']).toBeUndefined()
  expect(await column('A')).toEqual([true, false])
})

test('the paper is made another size, the drawings grow along or lie where they are put, and what comes is shown first', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('a', 1), line('a', 'al', across)] })
  await page.getByRole('button', { name: 'Made', exact: true }).click()
  await page.getByRole('button', { name: 'Change the size' }).click()
  const size = page.getByRole('group', { name: 'Size of the paper' })
  const shown = () => size.getByRole('img').evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())
  const first = await shown()
  await size.getByLabel('New width in pixels').fill('320')
  await size.getByLabel('New height in pixels').fill('360')
  await page.keyboard.press('Tab')
  await expect.poll(shown).not.toBe(first)
  await size.getByRole('button', { name: 'keep their size' }).click()
  await size.getByRole('button', { name: 'top left' }).click()
  const points = async () => {
    const { points: flat } = (await desk.ink('a')).line![0] as { points: number[] }
    return flat.filter((_, i) => i % 3 !== 2)
  }
  await size.getByRole('button', { name: 'Make it 320 × 360' }).click()
  await expect.poll(async () => (await desk.scene()).settings).toMatchObject({ width: 320, height: 360 })
  expect(await points()).toEqual([60, 60, 300, 60])
  // The paper is laid out anew: all of it is seen.
  const within = async () => {
    const [own, table] = [(await desk.paper.boundingBox())!, (await desk.table.boundingBox())!]
    return (
      own.x >= table.x && own.x + own.width <= table.x + table.width && own.y + own.height <= table.y + table.height
    )
  }
  await expect.poll(within).toBe(true)
  await page.getByRole('button', { name: 'Change the size' }).click()
  await size.getByLabel('New width in pixels').fill('160')
  await size.getByLabel('New height in pixels').fill('180')
  await page.keyboard.press('Tab')
  await size.getByRole('button', { name: 'Make it 160 × 180' }).click()
  await expect.poll(points).toEqual([30, 30, 150, 30])
  await expect(page.getByRole('button', { name: 'in cells' })).toBeEnabled()
  await page.getByRole('button', { name: 'in cells' }).click()
  await expect.poll(async () => (await desk.scene()).settings.cells).toBe(true)
})

test('lines are steadied, joined, closed and parted; a landmark gets another name', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      key('a', 1),
      line('a', 'one', across),
      line('a', 'two', [
        [310, 64],
        [500, 200],
      ]),
    ],
  })
  const lines = async () => (await desk.ink('a')).line ?? []
  const change = async (what: string) => {
    await page.getByRole('button', { name: 'Change …' }).click()
    await page.getByRole('menuitem', { name: what }).click()
  }
  await expect.poll(async () => (await lines()).length).toBe(2)
  await desk.pickTool('Select')
  await page.keyboard.press('Control+a')
  await change('Join to one line')
  await expect.poll(async () => (await lines()).length).toBe(1)
  await page.getByRole('button', { name: 'Part', exact: true }).click()
  await page.mouse.click(...(await desk.at(180, 60)))
  await expect.poll(async () => (await lines()).length).toBe(2)
  await page.getByRole('button', { name: 'Lasso', exact: true }).click()
  await page.keyboard.press('z')
  await expect.poll(async () => (await lines()).length).toBe(1)
  await page.keyboard.press('Control+a')
  await change('Close: lead them back to their beginning')
  const isClosed = async () => {
    const { points } = (await lines())[0] as { points: number[] }
    return points[0] === points.at(-3) && points[1] === points.at(-2)
  }
  await expect.poll(isClosed).toBe(true)

  await desk.pickTool('Pins')
  await page.getByLabel('Name of a new landmark').fill('beek')
  await page.keyboard.press('Enter')
  const landmark = async (act: string) => {
    await page.getByRole('button', { name: 'Change …' }).click()
    await page.getByRole('menuitem', { name: act }).click()
  }
  const landmarks = async () => (await desk.scene()).levels['A']!.landmarks?.map(({ name }) => name)
  await landmark('Rename …')
  await page.getByLabel('Another name for this landmark').fill('beak')
  await page.keyboard.press('Enter')
  await expect.poll(landmarks).toEqual(['beak'])
  await landmark('Copy')
  await expect.poll(landmarks).toEqual(['beak', 'beak 2'])
  await landmark('Earlier')
  await expect.poll(landmarks).toEqual(['beak 2', 'beak'])
  await landmark('Take away')
  await expect.poll(landmarks).toEqual(['beak'])
})

test('on a sprite: the grid at a key, a pen that leaves cells out, and one that draws on both sides', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('a', 1)], width: 32, height: 32, cells: true })
  const grid = page.getByTestId('cell-grid')
  await expect(grid).toBeHidden()
  await page.keyboard.press('Shift+Y')
  await expect(grid).toBeVisible()
  const pen = page.getByRole('group', { name: 'Cell pen' })
  await pen.getByRole('button', { name: 'half' }).click()
  await pen.getByRole('button', { name: 'both sides' }).click()
  const at = (x: number, y: number) => desk.at(x, y, 32, 32)
  const [from, to] = [await at(4.5, 10.5), await at(9.5, 10.5)]
  await page.mouse.move(...from)
  await page.mouse.down()
  await page.mouse.move(...to, { steps: 6 })
  await page.mouse.up()
  const runs = async () => ((await desk.ink('a')).line?.[0] as { runs: number[] } | undefined)?.runs
  // Every second cell from 4 to 9, and the same seen from the other side: 31 − x.
  await expect.poll(runs).toEqual([4, 6, 8, 23, 25, 27].flatMap((x) => [x, 10, 1]))
  await page.keyboard.press('Shift+Y')
  await expect(grid).toBeHidden()
})

import type { Page } from '@playwright/test'
import { expect, expectNothingSerious, key, line, test, through, type Desk } from './harness'

const PENCIL = [0x2a, 0x29, 0x32] as const
const BRICK = [0xb9, 0x47, 0x2f] as const

/** A bar across and one down, as two strokes of lettering. */
const LETTERS = [
  key('letters', 1),
  line(
    'letters',
    'bar',
    [
      [80, 120],
      [330, 120],
    ],
    { size: 24 },
  ),
  line(
    'letters',
    'stem',
    [
      [420, 60],
      [420, 300],
    ],
    { size: 24, at: 1 },
  ),
]
async function lettering(page: Page, desk: Desk, edits = LETTERS) {
  await desk.opened({ length: 36, edits })
  await desk.frameMenu()
  await page.getByRole('link', { name: 'Lettering …' }).click()
  await expect(page.getByRole('heading', { name: 'Lettering' })).toBeVisible()
}
/** Draws on the paper of Lettering through places of the scene. */
async function write(page: Page, ...places: (readonly [number, number])[]) {
  const box = (await page.getByRole('img', { name: 'The ways of the pen' }).boundingBox())!
  await through(
    page,
    places.map(([x, y]) => [box.x + (x / 640) * box.width, box.y + (y / 360) * box.height]),
  )
}
const ways = (page: Page) => page.getByRole('list', { name: 'Ways of the pen' }).getByRole('listitem')
const layIn = async (page: Page) => {
  await page.getByRole('button', { name: /^Lay it (in|anew)$/ }).click()
  await expect(page.getByText(/Laid in from frame/)).toBeVisible()
}

test('a way drawn once over lettering makes every drawing of it, spaced on a chart, and it can be laid anew', async ({
  page,
  desk,
}) => {
  await lettering(page, desk)
  await write(page, [415, 62], [421, 298])
  await write(page, [84, 122], [326, 119])
  await expect(ways(page)).toHaveCount(2)
  await expectNothingSerious(page)
  // Written in the other order, and the bar from its right.
  await page.getByRole('button', { name: 'Way 2 earlier' }).click()
  await page.getByRole('button', { name: 'Turn way 1 round' }).click()
  await page.getByLabel('Written within').fill('24')
  await desk.choice('Spacing', 'even')
  await page.getByLabel('The next way begins before the end').fill('0')
  await page.keyboard.press('Tab')
  await layIn(page)
  await desk.kept()
  let scene = await desk.scene()
  const pen = scene.levels['A']!.matte!.level
  expect(scene.sheets['main']![pen]!.map(({ frames }) => frames)).toEqual([...Array(11).fill(2), 14])
  expect(Object.values(scene.charts).find(({ level }) => level === pen)!.marks).toHaveLength(10)

  await page.getByRole('link', { name: 'Back to the desk' }).click()
  const inked: number[] = []
  for (const frame of [1, 9, 11, 17, 23]) {
    await desk.cell('A', frame).click()
    await desk.still()
    inked.push(await desk.pixels(PENCIL, 12))
  }
  for (let i = 1; i < inked.length; i++) expect(inked[i]!).toBeGreaterThan(inked[i - 1]!)
  // From the right: the bar's left is not written at frame 1, its right is.
  const seen = async (frame: number, x: number, y: number) => {
    await desk.cell('A', frame).click()
    await desk.still()
    return desk.pixel(x, y)
  }
  expect(await seen(1, 110, 120)).not.toEqual([...PENCIL])
  expect(await seen(1, 322, 120)).toEqual([...PENCIL])
  expect(await seen(23, 420, 290)).toEqual([...PENCIL])

  // Laid anew on fours: fewer drawings, none left over.
  await desk.frameMenu()
  await page.getByRole('link', { name: 'Lettering …' }).click()
  await page.getByLabel('Each drawing held').fill('4')
  await page.keyboard.press('Tab')
  await layIn(page)
  await desk.kept()
  scene = await desk.scene()
  expect(Object.values(scene.drawings).filter(({ level }) => level === pen)).toHaveLength(6)
})

test('lettering moved takes along what is written of it; drawn on, it is said to be behind, and laid anew', async ({
  page,
  desk,
}) => {
  await lettering(page, desk)
  await write(page, [84, 122], [326, 119])
  await write(page, [415, 62], [421, 298])
  await layIn(page)
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  const seen = async (x: number, y: number) => {
    await desk.still()
    return desk.pixel(x, y)
  }
  await desk.cell('A', 9).click()
  await desk.pickTool('Select')
  await page.keyboard.press('Control+a')
  await expect(page.getByTestId('selection')).toBeVisible()
  const box = (await page.locator('[data-handle="move"]').boundingBox())!
  const from = { x: box.x + box.width * 0.4, y: box.y + box.height * 0.5 }
  const [x0, y0] = await desk.at(0, 0)
  const [x1, y1] = await desk.at(30, 40)
  await desk.drag(from, { x: from.x + x1 - x0, y: from.y + y1 - y0 })
  await page.keyboard.press('Escape')
  // The way of the pen went along, and so did what is written by then.
  const points = async () => (await desk.scene()).writings!['letters']!.paths[0]!.points
  await expect.poll(async () => Math.round((await points())[1]! - 122)).toBeGreaterThan(30)
  expect(await seen(130, 160)).toEqual([...PENCIL])
  const behind = page.getByTestId('writing-behind')
  await expect(behind).toHaveCount(0)

  await desk.pickTool('Pen')
  await desk.stroke([
    [100, 250],
    [300, 250],
  ])
  await expect(behind).toHaveText(/as its lines were before/)
  await behind.getByRole('button', { name: 'Lay it anew' }).click()
  await expect(behind).toHaveCount(0)
  await desk.kept()
})

test('words are typed, followed, run ahead of in another colour, and change with the lettering', async ({
  page,
  desk,
}) => {
  await lettering(page, desk, [])
  await page.getByRole('textbox', { name: 'Words' }).fill('Tide')
  await page.getByLabel('Capitals, px high').fill('90')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: /Lay it on a new drawing/ }).click()
  await expect(page.getByText('Drawing 1.')).toBeVisible()
  await page.getByRole('button', { name: 'Follow the lines' }).click()
  await expect(page.getByText(/written in \d+ ways/)).toBeVisible()
  await page.getByLabel('Written within').fill('20')
  await page.getByRole('button', { name: 'Runner' }).click()
  await page.getByRole('button', { name: 'Sparks' }).click()
  await page.getByLabel('How many fly off').fill('9')
  await page.keyboard.press('Tab')
  await page.getByRole('button', { name: 'See it write' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await layIn(page)
  await desk.kept()
  const { plans, levels, guides } = await desk.scene()
  const burst = Object.values(plans!).find(({ planner }) => planner === 'spray')!
  expect(levels[burst.level]!.name).toBe('A · drops')
  const flying = guides![burst.drawings[0]!]!.shapes.filter(({ tone }) => tone !== 'help')
  expect(flying).toHaveLength(9)

  await page.getByRole('link', { name: 'Back to the desk' }).click()
  await desk.cell('A', 9).click()
  await desk.still()
  expect(await desk.pixels(BRICK, 12)).toBeGreaterThan(20)
  expect(await desk.pixels(PENCIL, 12)).toBeGreaterThan(100)
  await desk.cell('A', 26).click()
  await desk.still()
  // At the end the lettering lies on its runner, all of it.
  expect(await desk.pixels(BRICK, 12)).toBeLessThan(20)
})

test('an echo follows its level, in other colours and tones, and a matte cuts a level; undo brings all back', async ({
  page,
  desk,
}) => {
  await desk.opened({
    length: 12,
    edits: [
      key('one', 1),
      line(
        'one',
        'a',
        [
          [60, 90],
          [200, 90],
        ],
        { size: 30 },
      ),
      key('two', 7),
      line(
        'two',
        'b',
        [
          [60, 250],
          [200, 250],
        ],
        { size: 30 },
      ),
    ],
  })
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByRole('button', { name: 'An echo of it' }).click()
  await desk.kept()
  const [echo] = (await desk.scene()).levelOrder
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByRole('button', { name: 'Level A · echo', exact: true }).click()
  await desk.choice('Colours of the follower', 'all Brick note')
  await page.getByLabel('Off in x, in pixels').fill('300')
  await page.keyboard.press('Tab')
  await expectNothingSerious(page)
  await page.keyboard.press('Escape')
  await desk.kept()
  expect((await desk.scene()).levels[echo!]!.follows).toMatchObject({ level: 'A', frames: 2, x: 300, swatch: 'brick' })
  // Half as strong, two frames late: at frame 8 the echo still shows the first drawing.
  await desk.cell('A', 8).click()
  await desk.still()
  const [r, g, b] = await desk.pixel(430, 90)
  expect(r! - b!).toBeGreaterThan(40)
  expect(g!).toBeLessThan(190)
  expect(await desk.pixel(430, 250)).toEqual([255, 255, 255])
  await desk.cell('A', 9).click()
  await desk.still()
  expect(await desk.pixel(430, 90)).toEqual([255, 255, 255])

  // Grey while it is moved, and kept so; undone by one step.
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByText('Tones and hues').click()
  const middle = page.getByLabel('Middle tones, level A')
  await middle.focus()
  await page.keyboard.press('End')
  await desk.kept()
  expect((await desk.scene()).levels['A']!.adjust).toEqual({ middle: 5 })
  await page.keyboard.press('Escape')
  await desk.cell('A', 1).click()
  await desk.still()
  const [lighter] = await desk.pixel(130, 90)
  expect(lighter!).toBeGreaterThan(0x2a + 60)
})

test('a level is shown only where another has ink, or only where it has none', async ({ page, desk }) => {
  await desk.opened({
    length: 12,
    edits: [
      key('bar', 1),
      line(
        'bar',
        'a',
        [
          [60, 180],
          [580, 180],
        ],
        { size: 60 },
      ),
      {
        type: 'level.add',
        at: 1,
        level: {
          ...{ id: 'W', name: 'Window', kind: 'animated', loop: false },
          lightTable: { on: false, shows: 'earlier', earlier: 0, later: 0, earlierStrength: 0.5, laterStrength: 0.5 },
        },
      },
      key('w1', 1, 'W'),
      line(
        'w1',
        'w',
        [
          [160, 60],
          [160, 300],
        ],
        { size: 80 },
      ),
      key('w7', 7, 'W'),
      line(
        'w7',
        'v',
        [
          [480, 60],
          [480, 300],
        ],
        { size: 80 },
      ),
      { type: 'level.set', level: 'W', fields: { hidden: true } },
    ],
  })
  const panel = page.getByRole('heading', { name: 'How it is seen' })
  const seen = async (frame: number) => {
    if (await panel.isVisible()) await page.getByRole('button', { name: 'Level A', exact: true }).click()
    await expect(panel).toBeHidden()
    await desk.cell('A', frame).click()
    await desk.still()
    return Promise.all([160, 300, 480].map(async (x) => (await desk.pixel(x, 180))[0]! < 128))
  }
  expect(await seen(1)).toEqual([true, true, true])
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await desk.choice('Level A is cut by', 'Window')
  await desk.kept()
  expect(await seen(1)).toEqual([true, false, false])
  expect(await seen(8)).toEqual([false, false, true])
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByRole('button', { name: 'only where it has none' }).click()
  expect(await seen(8)).toEqual([true, true, false])
  // A line drawn there is cut as well, at once.
  await page.keyboard.press('z')
  expect(await seen(8)).toEqual([false, false, true])
  await page.keyboard.press('Shift+A')
  await desk.stroke([
    [120, 120],
    [560, 120],
  ])
  await desk.still()
  expect((await desk.pixel(480, 120))[0]!).toBeLessThan(128)
  expect((await desk.pixel(200, 120))[0]!).toBeGreaterThan(200)
  // And on the way out.
  await page.getByRole('link', { name: 'Hand over' }).click()
  await expect(page.getByRole('heading', { name: 'Hand over' })).toBeVisible()
})

import type { Page, Locator } from '@playwright/test'
import { expect, IRIS, key, line, OCHRE, saved, test } from './harness'

/** What a hand does besides drawing: keys pressed and the pen put down on something that is not the paper. */
function acts(page: Page) {
  let count = 0
  return {
    key: (name: string) => (count++, page.keyboard.press(name)),
    press: (what: Locator) => (count++, what.click()),
    get count() {
      return count
    },
  }
}
const sheetOf = (columns: Record<string, { drawing: string | null; frames: number }[]>) =>
  columns['A']!.map(({ drawing, frames }) => `${drawing === null ? '-' : 'd'}${frames}`).join(' ')
const box = (x: number, y = 100): [number, number][] => [
  [x, y],
  [x + 60, y],
  [x + 60, y + 60],
  [x, y],
]

test('twelve drawings on twos, from an empty shelf to playing, in at most eighteen acts', async ({
  page,
  desk,
  harness,
}) => {
  await page.route('**/api/shelf', (route) => route.fulfill({ json: [] }))
  await page.goto(harness.url)
  const hand = acts(page)
  await hand.press(page.getByRole('link', { name: 'Set up a first scene' }))
  await hand.press(page.getByText('Straight ahead', { exact: true }))
  await hand.press(page.getByRole('button', { name: 'Set up and draw' }))
  await expect(desk.paper).toBeVisible()
  // The paper comes first: nothing is on it and nothing has to be planned.
  await expect(page.getByTestId('how')).toHaveText('A new drawing at frame 1, on twos.')
  for (let n = 0; n < 12; n++) {
    if (n > 0) await hand.key('g')
    await desk.stroke(box(40 + n * (60 - 2 * n)), { width: 1280, height: 720 })
  }
  await hand.key('Space')
  await expect(page.getByTestId('play-frame')).toHaveText(/of 24$/)
  expect(hand.count).toBeLessThanOrEqual(18)
  await page.keyboard.press('Space')
  const scene = await desk.scene()
  expect(sheetOf(scene.sheets['main'] as never)).toBe(Array(12).fill('d2').join(' '))
  expect(scene.settings.length).toBe(24)
  await expect(page.getByTestId('steps')).toHaveText(/^\s*The last steps were \d+, \d+, \d+ px: it is slowing\.\s*$/)
})

const ahead = { approach: 'straight-ahead', lengthFollows: true } as const

test('the next drawing, one begun as a copy, and a hold made longer are one act each; what moved is said', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [], ...ahead })
  await desk.stroke(box(60))
  let hand = acts(page)
  await hand.key('g')
  await desk.stroke(box(120))
  expect(hand.count).toBe(1)

  hand = acts(page)
  await hand.key('Shift+Q')
  expect(hand.count).toBe(1)
  await expect(page.getByText(/copied, not shown again/)).toBeVisible()
  await desk.stroke(box(240))
  const copy = (await desk.scene()).sheets['main']!['A']!.at(-1) as { drawing: string }
  await expect.poll(async () => (await desk.ink(copy.drawing)).line?.length).toBe(2)

  // The same by the pen, on what lies beside the paper; in the middle it says what moves.
  await desk.cell('A', 1).click()
  hand = acts(page)
  await hand.press(page.getByRole('group', { name: 'Straight ahead' }).getByRole('button', { name: /^Next drawing/ }))
  await expect(page.getByText('2 drawings after it moved on by 2 frames')).toBeVisible()
  expect(hand.count).toBe(1)
  await desk.stroke(box(60, 200))

  await desk.cell('A', 1).click()
  hand = acts(page)
  await hand.key('r')
  expect(hand.count).toBe(1)
  await expect.poll(async () => sheetOf((await desk.scene()).sheets['main'] as never)).toBe('d3 d2 d2 d2')
  expect((await desk.scene()).settings.length).toBe(9)
})

test('an inbetween the chart asks for is one act', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      key('k1', 1),
      key('k2', 9),
      line('k1', 'l1', [
        [60, 60],
        [60, 200],
      ]),
      line('k2', 'l2', [
        [400, 60],
        [400, 200],
      ]),
      {
        type: 'chart.add',
        id: 'c',
        level: 'A',
        from: 'k1',
        to: 'k2',
        spacing: { by: 'law', law: 'even', strength: 1 },
        exposure: [2],
        drawings: ['m1', 'm2', 'm3'],
      },
    ],
  })
  const hand = acts(page)
  await hand.key('g')
  await desk.stroke([
    [230, 60],
    [230, 200],
  ])
  expect(hand.count).toBe(1)
  await expect.poll(async () => (await desk.ink('m2')).line?.length).toBe(1)
})

test('a blink on a finished face: slow shut, held, quick open, in at most eight acts besides the lids', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('face', 1)], approach: 'straight-ahead' })
  await desk.stroke(box(200))
  const hand = acts(page)
  await hand.press(desk.cell('A', 9))
  await hand.key('Shift+Q')
  await desk.stroke([
    [205, 120],
    [255, 120],
  ])
  await hand.press(desk.cell('A', 11))
  await hand.key('Shift+Q')
  await desk.stroke([
    [205, 150],
    [255, 150],
  ])
  await hand.press(desk.cell('A', 14))
  await hand.press(page.getByRole('button', { name: 'Show again' }))
  await hand.press(page.getByRole('menuitem', { name: 'Show 1 again here' }))
  await expect.poll(async () => sheetOf((await desk.scene()).sheets['main'] as never)).toBe('d8 d2 d3 d11')
  const column = (await desk.scene()).sheets['main']!['A'] as { drawing: string }[]
  expect([column[0]!.drawing, column[3]!.drawing]).toEqual(['face', 'face'])
  await expect.poll(async () => (await desk.ink(column[2]!.drawing)).line?.length).toBe(3)
  expect(hand.count).toBeLessThanOrEqual(8)
})

test('a four-drawing walk of a sprite, its second half by sides exchanged, in at most ten acts besides the drawing', async ({
  page,
  desk,
}) => {
  const size = { width: 32, height: 32 }
  await desk.opened({ edits: [], ...ahead, ...size, cells: true, fps: 12 })
  const hand = acts(page)
  await desk.stroke(
    [
      [4.5, 4.5],
      [4.5, 20.5],
    ],
    size,
  )
  await hand.key('g')
  await desk.stroke(
    [
      [8.5, 4.5],
      [8.5, 20.5],
    ],
    size,
  )
  await hand.press(desk.cell('A', 1))
  await hand.key('Shift+ArrowDown')
  await hand.key('t')
  await hand.press(page.getByRole('button', { name: 'Sides exchanged' }))
  await expect.poll(async () => sheetOf((await desk.scene()).sheets['main'] as never)).toBe('d1 d1 d1 d1')
  await hand.key('Space')
  await expect(page.getByTestId('play-frame')).toHaveText(/of 4$/)
  expect(hand.count).toBeLessThanOrEqual(10)
  const column = (await desk.scene()).sheets['main']!['A'] as { drawing: string }[]
  const [cells] = (await desk.ink(column[2]!.drawing)).line as unknown as { runs: number[] }[]
  // A cell at 4 of 32 comes to lie at 27.
  expect(cells!.runs[0]).toBe(27)
})

test('over a hold the pen asks nothing and changes the drawing shown; one key lights earlier, both sides, none', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [], ...ahead })
  await desk.pickTool('Pen')
  for (const x of [60, 160, 260]) {
    if (x > 60) await page.keyboard.press('g')
    await desk.stroke(box(x))
  }
  await desk.cell('A', 4).click()
  await desk.stroke(box(160, 220))
  const column = (await desk.scene()).sheets['main']!['A'] as { drawing: string }[]
  expect(column).toHaveLength(3)
  await expect.poll(async () => (await desk.ink(column[1]!.drawing)).line?.length).toBe(2)

  // The edges of lines are a little like both tints: what counts is what the light adds.
  const lit = await desk.pixels(OCHRE)
  await page.keyboard.press('w')
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(OCHRE)).toBeLessThan(lit - 50)
  const [ochre, iris] = [await desk.pixels(OCHRE), await desk.pixels(IRIS)]
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(OCHRE)).toBeGreaterThan(ochre + 50)
  expect(await desk.pixels(IRIS)).toBe(iris)
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(IRIS)).toBeGreaterThan(iris + 50)
  expect(await desk.pixels(OCHRE)).toBeGreaterThan(ochre + 50)
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(OCHRE)).toBe(ochre)
  expect(await desk.pixels(IRIS)).toBe(iris)
})

test('a newcomer’s path: shelf, set up straight ahead, six drawings, played round, coloured, handed over, and no menu opened', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(harness.url)
  await page.getByRole('region', { name: 'Low Tide' }).getByRole('link', { name: 'Set up a new scene' }).click()
  await page.getByLabel('Name', { exact: true }).fill('First try')
  await page.getByText('Straight ahead', { exact: true }).click()
  await page.getByRole('button', { name: 'Set up and draw' }).click()
  await expect(desk.paper).toBeVisible()
  const wide = { width: 1280, height: 720 }
  const ring = (x: number, y: number): [number, number][] =>
    Array.from({ length: 25 }, (_, i) => {
      const angle = (i / 24) * 2 * Math.PI
      return [x + 90 * Math.cos(angle), y + 90 * Math.sin(angle)]
    })
  const places = Array.from({ length: 6 }, (_, i) => [200 + 150 * i, 500 - 70 * Math.min(i, 5 - i)] as const)
  const next = page.getByRole('group', { name: 'Straight ahead' }).getByRole('button', { name: /^Next drawing/ })
  await desk.pickTool('Pen')
  for (const [i, [x, y]] of places.entries()) {
    if (i > 0) await next.click()
    await desk.stroke(ring(x, y), wide)
  }
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByTestId('play-frame')).toHaveText(/of 12$/)
  await page.getByRole('button', { name: 'Stop', exact: true }).click()

  await desk.pickTool('Fill')
  await page.getByRole('group', { name: 'Colours' }).getByRole('button', { name: 'Brick note' }).click()
  for (const [i, [x, y]] of places.entries()) {
    await page.getByRole('button', { name: `Drawing ${1 + 2 * i}`, exact: true }).click()
    await page.mouse.click(...(await desk.at(x, y, wide.width, wide.height)))
    const id = ((await desk.scene()).sheets['main']!['A'] as { drawing: string }[])[i]!.drawing
    await expect.poll(async () => (await desk.ink(id)).colour?.length).toBe(1)
  }
  await desk.to('Hand over')
  await page.getByRole('button', { name: 'Make the GIF' }).click()
  const gif = await saved(page, () => page.getByTestId('file').click())
  expect(gif.subarray(0, 3).toString()).toBe('GIF')
})

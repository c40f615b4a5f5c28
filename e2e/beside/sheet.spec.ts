import type { Page } from '@playwright/test'
import { expect, key, test, type Desk } from '../harness'

const chosen = (page: Page) =>
  page
    .locator('.cell.chosen')
    .evaluateAll((cells) =>
      cells.map((cell) => Number((cell as HTMLElement).dataset['cell']!.split(':')[1])).sort((a, b) => a - b),
    )
const scrolled = (page: Page) => page.getByRole('grid', { name: 'Exposure sheet' }).evaluate((view) => view.scrollTop)
const at = async (desk: Desk, frame: number) => {
  const box = (await desk.cell('A', frame).boundingBox())!
  return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
}
/** The sheet glides on after a finger: until it has stayed where it is for some frames of the screen. */
const comesToRest = (page: Page) =>
  page.getByRole('grid', { name: 'Exposure sheet' }).evaluate(
    (view) =>
      new Promise<void>((resolve) => {
        let [was, still] = [-1, 0]
        const look = () => {
          still = view.scrollTop === was ? still + 1 : 0
          was = view.scrollTop
          if (still > 12) resolve()
          else requestAnimationFrame(look)
        }
        look()
      }),
  )
async function finger(page: Page) {
  const device = await page.context().newCDPSession(page)
  const send = (type: 'touchStart' | 'touchMove' | 'touchEnd', points: { x: number; y: number }[]) =>
    device.send('Input.dispatchTouchEvent', { type, touchPoints: points })
  return {
    down: (place: { x: number; y: number }) => send('touchStart', [place]),
    move: (place: { x: number; y: number }) => send('touchMove', [place]),
    up: () => send('touchEnd', []),
  }
}

test('dragged to the sheet’s edge the choice goes on, as the sheet scrolls by itself', async ({ page, desk }) => {
  await desk.opened({ length: 240, edits: [key('d1', 1)] })
  const from = await at(desk, 3)
  const view = (await page.getByRole('grid', { name: 'Exposure sheet' }).boundingBox())!
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x, view.y + view.height - 4, { steps: 5 })
  await expect.poll(() => scrolled(page)).toBeGreaterThan(1000)
  await expect.poll(async () => Math.max(...(await chosen(page)))).toBeGreaterThan(60)
  await page.mouse.up()
  const rests = await scrolled(page)
  await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
  expect(await scrolled(page)).toBe(rests)
  // It goes back up the same way, and what is chosen begins where it began.
  await expect(page.getByRole('gridcell', { selected: true }).first()).toBeVisible()
  await page.keyboard.press('t')
  await expect(page.getByText(/Drag over the sheet/)).toBeVisible()
  await expect(page.locator('.acts h3').first()).toContainText(/frames 3 to/i)
})

test('a finger picks a square, scrolls when it moves, and chooses once it has rested', async ({ page, desk }) => {
  await desk.opened({ length: 240, edits: [key('d1', 1)] })
  const hand = await finger(page)
  await hand.down(await at(desk, 5))
  await hand.up()
  await expect(desk.cell('A', 5)).toHaveAttribute('aria-selected', 'true')

  // Moved at once it takes the sheet along, and nothing is picked.
  const low = await at(desk, 18)
  await hand.down(low)
  for (let n = 1; n <= 10; n++) await hand.move({ x: low.x, y: low.y - 24 * n })
  await hand.up()
  await expect.poll(() => scrolled(page)).toBeGreaterThan(100)
  // It may have gone out of view.
  await expect(page.locator('[data-cell="A:18"][aria-selected="true"]')).toHaveCount(0)

  await comesToRest(page)
  const first = Math.ceil((await scrolled(page)) / 24) + 3

  // Rested on a square it begins there, and the sheet stays.
  const before = await scrolled(page)
  await hand.down(await at(desk, first))
  await expect(desk.cell('A', first)).toHaveAttribute('aria-selected', 'true')
  await hand.move(await at(desk, first + 2))
  await hand.move(await at(desk, first + 4))
  await hand.up()
  await expect.poll(() => chosen(page)).toEqual([0, 1, 2, 3, 4].map((n) => first + n))
  expect(await scrolled(page)).toBe(before)
})

test('a sheet flung goes by as lines of text, and is written out once it rests', async ({ page, desk }) => {
  await desk.opened({ length: 480, edits: [key('d1', 1), key('d300', 300)] })
  const sheet = page.getByRole('grid', { name: 'Exposure sheet' })
  const seen = await sheet.evaluate(async (view) => {
    const lines = new Set<string>()
    for (let frame = 0; frame < 30; frame++) {
      view.scrollTop += 242
      await new Promise((resolve) => requestAnimationFrame(resolve))
      for (const line of view.querySelectorAll('.passing')) lines.add(line.textContent!)
    }
    return [...lines]
  })
  // What is drawn, and what is held.
  expect(seen.sort()).toEqual(['300', '|'])
  await expect(sheet.locator('.passing')).toHaveCount(0)
  const rows = await sheet.locator('.row').evaluateAll((all) =>
    all.map((row) => {
      const square = row.querySelector<HTMLElement>('.cell')!
      return [`A:${row.ariaRowIndex ?? row.getAttribute('aria-rowindex')}`, square.dataset['cell']]
    }),
  )
  expect(rows.length).toBeGreaterThan(20)
  for (const [told, written] of rows) expect(written).toBe(told)
})

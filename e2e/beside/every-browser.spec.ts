import type { Page } from '@playwright/test'
import { newLevel } from '../../core/src/scene/create'
import { expect, key, line, round, test, type Desk } from '../harness'

/** What Safari has not is taken from the page before the app comes. */
const lackOf = (page: Page) =>
  page.addInitScript(() => {
    Reflect.deleteProperty(window, 'requestIdleCallback')
    Reflect.deleteProperty(window, 'cancelIdleCallback')
    for (const kind of [CanvasRenderingContext2D, OffscreenCanvasRenderingContext2D])
      Reflect.deleteProperty(kind.prototype, 'filter')
  })

test('a browser that tells of no pauses shows every drawing, guides, fills and plays', async ({ page, desk }) => {
  await lackOf(page)
  const told: string[] = []
  page.on('console', (message) => message.type() === 'error' && told.push(message.text()))
  await desk.opened({
    edits: [
      ...[key('a', 1), line('a', 'ring', round(150, 120, 60))],
      ...[key('b', 9), line('b', 'ring2', round(420, 200, 60))],
      {
        ...{ type: 'chart.add', id: 'c', level: 'A', from: 'a', to: 'b', exposure: [4], drawings: ['half'] },
        spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
      },
    ],
  })
  // Small pictures are made while the hand pauses.
  const cards = page.getByRole('group', { name: 'Drawings of this span' }).locator('canvas')
  const darkest = (card: number) =>
    cards.nth(card).evaluate((canvas) => {
      const { width, height } = canvas as HTMLCanvasElement
      const { data } = (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(0, 0, width, height)
      return data.reduce((least, value, i) => (i % 4 === 0 && data[i + 3]! > 200 ? Math.min(least, value) : least), 255)
    })
  await expect.poll(() => darkest(0)).toBeLessThan(120)
  await expect.poll(() => darkest(2)).toBeLessThan(120)

  await desk.cell('A', 5).click()
  await page.getByRole('button', { name: 'Guide this inbetween' }).click()
  await expect(page.getByTestId('inbetween-guide').locator('path')).toHaveCount(1)

  await desk.cell('A', 1).click()
  await desk.pickTool('Fill')
  await page.mouse.click(...(await desk.at(150, 120)))
  await expect.poll(async () => (await desk.ink('a')).colour?.length).toBe(1)
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(page.getByText(/^frame [5-9] of 24/)).toBeVisible()
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  expect(told).toEqual([])
})

test('a browser whose canvases know no filters lays a soft shadow as others do', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      ...[
        key('a', 1),
        { type: 'level.add', level: newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), at: 0 } as const,
        key('b', 1, 'B'),
      ],
      line(
        'b',
        'bar',
        [
          [100, 180],
          [220, 180],
        ],
        { pass: 'shadow', size: 60 },
      ),
      { type: 'level.set', level: 'B', fields: { effects: { shadow: { x: 200, y: 0, soft: 40 } } } },
    ],
  })
  await shadowIsLaid(desk)
  const soft = await across(desk)
  expect(new Set(soft).size).toBeGreaterThan(4)
  await lackOf(page)
  await page.reload()
  await shadowIsLaid(desk)
  const own = await across(desk)
  for (const [i, value] of own.entries()) expect(Math.abs(value - soft[i]!)).toBeLessThan(16)
})

const shadowIsLaid = (desk: Desk) => expect.poll(async () => (await desk.pixel(360, 180))[0]).toBeLessThan(120)
/** How light the paper is from above the shadow to its middle. */
async function across(desk: Desk) {
  const light: number[] = []
  for (let y = 120; y <= 180; y += 6) light.push((await desk.pixel(360, y))[0]!)
  return light
}

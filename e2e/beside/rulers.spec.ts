import type { Page } from '@playwright/test'
import type { Stroke } from '@unhurried/core'
import { distanceToPath } from '../../core/src/geometry/polyline'
import { edgeOf } from '../../core/src/rulers/rulers'
import { expect, expectNothingSerious, key, test, type Desk } from '../harness'

const kind = (page: Page, name: string) =>
  page.getByRole('group', { name: 'Kind to lay' }).getByRole('button', { name, exact: true }).click()

/** Rulers in hand, once what lays them has come. */
async function takeRuler(page: Page) {
  await page.keyboard.press('Shift+Backslash')
  await expect(page.locator('[data-test=rulers]')).toBeAttached()
}

/** A pen pulled over the paper through places in scene pixels. */
async function pull(page: Page, desk: Desk, ...way: (readonly [x: number, y: number])[]) {
  const box = (await desk.paper.boundingBox())!
  const at = ([x, y]: readonly [number, number]) =>
    [box.x + (x * box.width) / 640, box.y + (y * box.height) / 360] as const
  await page.mouse.move(...at(way[0]!))
  await page.mouse.down()
  for (const place of way.slice(1)) await page.mouse.move(...at(place), { steps: 8 })
  await page.mouse.up()
}
const lines = async (desk: Desk) => ((await desk.ink('d1')).line ?? []) as Stroke[]
const ys = ({ points }: Stroke) => points.filter((_, i) => i % 3 === 1)
const xs = ({ points }: Stroke) => points.filter((_, i) => i % 3 === 0)

test('a straight ruler is pulled out, a line that begins near it lies on it, and with its key it is off', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await takeRuler(page)
  await pull(page, desk, [120, 100], [500, 100])
  await expect(page.getByText('380 px, 0°')).toBeVisible()
  await expectNothingSerious(page)
  await page.keyboard.press('Shift+A')
  await pull(page, desk, [150, 103], [260, 96], [420, 104])
  await page.keyboard.press('Backslash')
  await pull(page, desk, [150, 103], [260, 92], [420, 104])
  await desk.kept()
  const [led, free] = await lines(desk)
  expect(new Set(ys(led!)).size).toBe(1)
  expect(ys(led!)[0]).toBeCloseTo(100, 0)
  expect(Math.max(...ys(free!)) - Math.min(...ys(free!))).toBeGreaterThan(5)
  await expect(page.locator('[data-test=rulers]')).toHaveClass(/off/)
})

test('in a mirror a line is laid on both sides in one step, and shown so while it is drawn', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await takeRuler(page)
  await kind(page, 'Mirror')
  await pull(page, desk, [320, 40], [320, 320])
  await page.keyboard.press('Shift+A')
  await pull(page, desk, [150, 100], [200, 180], [316, 240])
  await desk.kept()
  const [own, other] = await lines(desk)
  xs(own!).forEach((x, i) => expect(x + xs(other!)[i]!).toBeCloseTo(640, 0))
  expect(ys(own!)).toEqual(ys(other!))
  // Both sides meet.
  expect(Math.abs(xs(own!).at(-1)! - 320)).toBeLessThan(0.3)
  await page.keyboard.press('z')
  await desk.kept()
  await expect.poll(async () => (await lines(desk)).length).toBe(0)
})

test('lines and pulled lines lead to a vanishing point; the scene keeps it', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await takeRuler(page)
  await kind(page, 'Vanishing')
  await pull(page, desk, [560, 120])
  await desk.kept()
  await page.reload()
  await expect(page.locator('[data-kind=vanishing]')).toBeAttached()
  await page.keyboard.press('Shift+A')
  await pull(page, desk, [160, 280], [300, 232], [420, 170])
  await page.keyboard.press('Shift+L')
  await pull(page, desk, [100, 60], [400, 106])
  await desk.kept()
  for (const line of await lines(desk)) {
    const [ax, ay] = [xs(line)[0]!, ys(line)[0]!]
    xs(line).forEach((x, i) => {
      const off = ((x - ax) * (120 - ay) - (ys(line)[i]! - ay) * (560 - ax)) / Math.hypot(560 - ax, 120 - ay)
      expect(Math.abs(off)).toBeLessThan(0.6)
    })
  }
})

test('by keys alone a circle is laid, moved, and a line drawn round it', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await takeRuler(page)
  await kind(page, 'Circle')
  await page.locator('[data-test=rulers]').focus()
  await page.keyboard.press('Enter')
  const place = page.getByRole('button', { name: /^Circle 1, place 1/ })
  await place.focus()
  for (let n = 0; n < 3; n++) await page.keyboard.press('Shift+ArrowLeft')
  await desk.kept()
  expect(Object.values((await desk.scene()).rulers ?? {})).toMatchObject([
    { kind: 'circle', points: [290, 180, 448, 180] },
  ])
  await page.keyboard.press('Delete')
  await expect(place).toBeHidden()
})

test('an ellipse and a curve lead too; an edge is dragged whole, a place by its handle, one is laid aside', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await takeRuler(page)
  await kind(page, 'Ellipse')
  await pull(page, desk, [300, 180], [420, 120])
  await expect(page.getByText('240 × 120 px')).toBeVisible()
  // By its edge it goes whole.
  await pull(page, desk, [384.85, 137.57], [404.85, 157.57])
  await kind(page, 'Curve')
  for (const place of [
    [60, 300],
    [200, 340],
    [330, 300],
  ] as const)
    await pull(page, desk, place)
  await page.keyboard.press('Shift+A')
  await pull(page, desk, [62, 302], [200, 344], [325, 302])
  await desk.kept()
  const [ellipse, curve] = Object.values((await desk.scene()).rulers ?? {})
  expect(ellipse!.points.map(Math.round)).toEqual([320, 200, 440, 200, 320, 140])
  expect(curve!.points).toHaveLength(6)
  const [line] = await lines(desk)
  xs(line!).forEach((x, i) => expect(distanceToPath(x, ys(line!)[i]!, edgeOf(curve!))).toBeLessThan(0.1))
  await takeRuler(page)
  await page.getByRole('button', { name: 'Change …' }).click()
  await page.getByRole('menuitem', { name: 'Lay it aside' }).click()
  await expect(page.locator('.ruler.aside')).toBeAttached()
})

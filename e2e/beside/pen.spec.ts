import type { Page } from '@playwright/test'
import type { Stroke } from '@unhurried/core'
import { deskOf, expect, key, line, test, type Desk } from '../harness'

/** A pen as the browser's own input: through shares of the paper's width at half its height. */
async function penOn(page: Page, desk: Desk) {
  const device = await page.context().newCDPSession(page)
  const box = (await desk.paper.boundingBox())!
  const send = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', share: number, more: object) =>
    device.send('Input.dispatchMouseEvent', {
      ...{ type, x: box.x + box.width * share, y: box.y + box.height / 2, pointerType: 'pen', clickCount: 1 },
      ...{ button: 'left', buttons: 1, force: 0.5, ...more },
    })
  return async (from: number, to: number, more: object = {}) => {
    await send('mousePressed', from, more)
    for (let n = 1; n <= 10; n++) await send('mouseMoved', from + ((to - from) * n) / 10, more)
    await send('mouseReleased', to, more)
  }
}
/** No device of the browser's own turns its pen over: the events are as one would tell them. */
const turnedOver = (page: Page, from: number, to: number) =>
  page.evaluate(
    ([from, to]) => {
      const canvas = document.querySelectorAll<HTMLCanvasElement>('[data-test=table] canvas')[1]!
      const paper = document.querySelector('[data-test=paper]')!.getBoundingClientRect()
      const tell = (type: string, share: number, button: number, buttons: number) =>
        canvas.dispatchEvent(
          new PointerEvent(type, {
            ...{ bubbles: true, cancelable: true, pointerId: 1, pointerType: 'pen', button, buttons, pressure: 0.5 },
            ...{ clientX: paper.left + paper.width * share, clientY: paper.top + paper.height / 2 },
          }),
        )
      tell('pointerdown', from!, 5, 32)
      for (let n = 1; n <= 10; n++) tell('pointermove', from! + ((to! - from!) * n) / 10, -1, 32)
      tell('pointerup', to!, 5, 0)
    },
    [from, to] as const,
  )
const strokes = async (desk: Desk) => ((await desk.ink('d1')).line ?? []) as Stroke[]
const across = (id: string) =>
  line('d1', id, [
    [64, 180],
    [576, 180],
  ])

test('turned over the pen rubs out, with its button held it picks, rubs or moves the paper; then it draws again', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d1', 1), across('l1')] })
  await desk.pickTool('Pen')
  const pen = await penOn(page, desk)
  await turnedOver(page, 0.45, 0.55)
  await expect.poll(async () => (await strokes(desk)).length).toBe(2)
  await expect(
    page.getByRole('group', { name: 'Tools' }).getByRole('button', { name: 'Pen', exact: true }),
  ).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('Control+z')

  // It picks, unless another use is chosen.
  await page.getByRole('button', { name: 'Brush …' }).click()
  await expect(page.getByRole('button', { name: 'picks a colour' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'moves the paper' }).click()
  await page.keyboard.press('Escape')
  const before = (await desk.paper.boundingBox())!
  await pen(0.3, 0.4, { button: 'right', buttons: 2 })
  await expect
    .poll(async () => Math.round((await desk.paper.boundingBox())!.x - before.x))
    .toBe(Math.round(before.width / 10))
  expect(await strokes(desk)).toHaveLength(1)
  const moved = await penOn(page, desk)
  await moved(0.2, 0.4)
  await expect.poll(async () => (await strokes(desk)).length).toBe(2)
})

test('a pencil that leans shades, and the cursor is the brush’s own size and colour', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await desk.pickTool('Pencil')
  const pen = await penOn(page, desk)
  await pen(0.2, 0.4)
  await pen(0.6, 0.8, { tiltX: 70 })
  await expect.poll(async () => (await strokes(desk)).length).toBe(2)
  const [upright, leaning] = await strokes(desk)
  expect(leaning!.size).toBeGreaterThan(3 * upright!.size)
  expect(leaning!.points[5]!).toBeLessThan(upright!.points[5]!)
  const cursor = await page
    .locator('[data-test=table] canvas')
    .nth(1)
    .evaluate((canvas) => canvas.style.cursor)
  expect(decodeURIComponent(cursor)).toContain('fill="#2a2932"')
})

test('the touch is fitted to a hand by five lines', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await desk.pickTool('Pen')
  await page.getByRole('button', { name: 'Brush …' }).click()
  const strip = page.getByTestId('strip-test')
  const device = await page.context().newCDPSession(page)
  await page.getByRole('button', { name: 'Fit the touch to my hand' }).click()
  const box = (await strip.boundingBox())!
  for (let n = 0; n < 5; n++) {
    await expect(page.getByText(`${n} of 5`)).toBeVisible()
    for (const [i, type] of (['mousePressed', 'mouseMoved', 'mouseMoved', 'mouseReleased'] as const).entries())
      await device.send('Input.dispatchMouseEvent', {
        ...{ type, x: box.x + 40 + 60 * i, y: box.y + 20 + 14 * n, button: 'left', buttons: 1, clickCount: 1 },
        ...{ pointerType: 'pen', force: 0.16 + 0.03 * i + 0.01 * n },
      })
  }
  await expect(page.getByText('Every brush answers to your hand now')).toBeVisible()
  const curve = await page.evaluate(() => JSON.parse(localStorage.getItem('unhurried-pencil-case')!).brushes.wash.curve)
  expect(curve).toBeLessThan(-0.5)
})

test('under the thumb at the paper’s edge touch undoes and does again', async ({ browser, harness, page, desk }) => {
  await desk.opened({ edits: [key('d1', 1), across('l1')] })
  await expect(page.getByTestId('thumb')).toBeHidden()
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } })
  const tablet = await context.newPage()
  await tablet.goto(page.url())
  const touched = deskOf(tablet, harness)
  await expect(touched.paper).toBeVisible()
  await touched.kept()
  await touched.draw([0.2, 0.3], [0.8, 0.3])
  await touched.kept()
  const thumb = tablet.getByTestId('thumb')
  for (const target of await thumb.getByRole('button').all()) {
    const { width, height } = (await target.boundingBox())!
    expect(Math.min(width, height)).toBeGreaterThanOrEqual(44)
  }
  await thumb.getByRole('button', { name: 'Undo' }).tap()
  await expect.poll(async () => (await strokes(touched)).length).toBe(1)
  await thumb.getByRole('button', { name: 'Redo' }).tap()
  await expect.poll(async () => (await strokes(touched)).length).toBe(2)
  await context.close()
})

import { deskOf, expect, key, test } from '../harness'

const lines = async (desk: ReturnType<typeof deskOf>) => ((await desk.ink('d1')).line ?? []).length

test('after a reload one is where one was; what was drawn before it, and before the page died, is undone and done again', async ({
  page,
  desk,
  harness,
  context,
}) => {
  const id = await desk.opened({ edits: [key('d1', 1)] })
  for (const y of [0.2, 0.4, 0.6]) await desk.draw([0.2, y], [0.8, y])
  await page.keyboard.press('Control+z')
  await desk.kept()
  expect(await lines(desk)).toBe(2)

  await desk.cell('A', 9).click()
  await page.reload()
  await expect(desk.cell('A', 9)).toHaveAttribute('aria-selected', 'true')
  await expect(page.getByRole('button', { name: 'Redo', exact: true })).toBeEnabled()
  await page.keyboard.press('Control+Shift+z')
  await expect.poll(() => lines(desk)).toBe(3)
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect.poll(() => lines(desk)).toBe(1)
  await desk.draw([0.5, 0.1], [0.5, 0.9])
  await desk.kept()

  // The renderer dies as in a crash: nothing of the page is asked.
  const gone = page.waitForEvent('crash')
  void page.goto('chrome://crash').catch(() => undefined)
  await gone
  const again = await context.newPage()
  await again.goto(`${harness.url}/scene/${id}/draw`)
  const after = deskOf(again, harness)
  await expect(after.paper).toBeVisible()
  await expect(again.getByRole('button', { name: 'Undo', exact: true })).toBeEnabled()
  expect(await lines(after)).toBe(2)
  for (const left of [1, 0]) {
    await again.keyboard.press('Control+z')
    await expect.poll(() => lines(after)).toBe(left)
  }
  await expect(again.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
})

test('what was drawn while the server was away is there when one comes back from the shelf', async ({
  page,
  desk,
  harness,
}) => {
  await desk.opened({ edits: [key('d1', 1)] })
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await expect(desk.paper).toBeHidden()
  await page.goBack()
  await desk.kept()
  await harness.killServer()
  await desk.draw([0.2, 0.2], [0.8, 0.2])
  await expect(page.getByTestId('keeping')).toContainText('this machine')
  await page.getByRole('link', { name: 'Unhurried Sketch' }).click()
  await expect(desk.paper).toBeHidden()
  await harness.startServer()
  await page.goBack()
  await expect(desk.paper).toBeVisible()
  await expect.poll(() => lines(desk)).toBe(1)
  await page.keyboard.press('Control+z')
  await expect.poll(() => lines(desk)).toBe(0)
})

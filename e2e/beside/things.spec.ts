import type { Page } from '@playwright/test'
import { expect, key, line, round, test, violationsOn } from '../harness'

const menu = (page: Page) => page.getByRole('menu', { name: 'What can be done here' })
const acts = (page: Page) => menu(page).getByRole('menuitem')

test('the right button tells what can be done with a square, what is chosen, a level, a card, a pot and the paper', async ({
  page,
  desk,
}) => {
  const square = line('d1', 'l1', [...round(320, 180, 80)])
  await desk.opened({ edits: [key('d1', 1), key('d2', 5), square] })
  await desk.cell('A', 9).click({ button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', 'Frame 9 of level A')
  const found = await violationsOn(page, { within: '[role=menu]' })
  expect(found.filter(({ impact }) => impact === 'serious' || impact === 'critical')).toEqual([])
  await acts(page).filter({ hasText: 'Put in a drawing at this frame' }).click()
  await expect(menu(page)).toBeHidden()
  await expect(desk.cell('A', 9)).toHaveClass(/start/)

  await desk.choose('A', 2, 6)
  await desk.cell('A', 4).click({ button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', 'The chosen frames')
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'Level A', exact: true }).click({ button: 'right' })
  await acts(page).filter({ hasText: 'Lock it' }).click()
  await expect(desk.cell('A', 1)).toHaveClass(/locked/)
  await page.keyboard.press('z')

  await page.locator('[data-drawing=d2]').click({ button: 'right' })
  await acts(page).filter({ hasText: 'Make it a breakdown' }).click()
  await expect(desk.cell('A', 5)).toHaveClass(/breakdown/)

  await page.locator('[data-drawing=d1]').click()
  const box = (await desk.paper.boundingBox())!
  await page.mouse.click(box.x + (box.width * 400) / 640, box.y + box.height / 2, { button: 'right' })
  await acts(page).filter({ hasText: 'Select it and what touches it' }).click()
  await expect(page.getByText(/px|selected/).first()).toBeVisible()
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2, { button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', 'What is selected')
  await acts(page).filter({ hasText: 'Take out' }).click()
  await expect.poll(async () => (await desk.ink('d1')).line ?? []).toEqual([])
})

test('by keys: the key for menus opens it, arrows go through it, Esc gives the focus back', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  const head = page.getByRole('button', { name: 'Level A', exact: true })
  await head.focus()
  await page.keyboard.press('Shift+F10')
  await expect(menu(page)).toBeVisible()
  await expect(acts(page).first()).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await expect(acts(page).last()).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(menu(page)).toBeHidden()
  await expect(head).toBeFocused()
  await page.keyboard.press('Shift+F10')
  await expect(acts(page).first()).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('.cell').first()).toBeVisible()
  await expect(menu(page)).toBeHidden()
})

test('a finger that stays asks too, and what it had begun on the paper is given up', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1)] })
  const device = await page.context().newCDPSession(page)
  const box = (await desk.paper.boundingBox())!
  const place = { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  const stay = async () => {
    await device.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: [place] })
    await page.evaluate(() => new Promise((resolve) => setTimeout(resolve, 620)))
    await device.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  }
  await stay()
  await expect(menu(page)).toBeVisible()
  await page.keyboard.press('Escape')
  await desk.kept()
  expect((await desk.ink('d1')).line ?? []).toEqual([])
})

test('on the shelf a scene tells what can be done with it; elsewhere one gets on from anywhere', async ({
  page,
  harness,
}) => {
  await page.goto(harness.url)
  const card = page.locator('[data-scene]').first()
  const name = await card.getByRole('heading').textContent()
  await card.click({ button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', name!)
  await acts(page).filter({ hasText: 'Its log' }).click()
  await expect(page.getByRole('heading', { name: 'Log', level: 1 })).toBeVisible()
  await page.getByRole('heading', { name: 'Log', level: 1 }).click({ button: 'right' })
  await acts(page).filter({ hasText: 'To the shelf' }).click()
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
})

test('on the strip of time, on a chart and on a finding too', async ({ page, desk, harness }) => {
  await desk.opened({ edits: [key('d1', 1), key('d3', 9)] })
  await desk.to('Plan')
  const strip = page.getByTestId('strip')
  await strip.locator('[data-number="9"]').click({ button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', 'Drawing 9')
  await acts(page).filter({ hasText: 'Make it a breakdown' }).click()
  await expect(strip.locator('.breakdown')).toHaveCount(1)
  const lane = (await strip.locator('.lane').first().boundingBox())!
  await page.mouse.click(lane.x + lane.width / 2, lane.y + 12, { button: 'right' })
  await acts(page).filter({ hasText: 'Put a key here' }).click()
  await expect(strip.locator('.drawing.key')).toHaveCount(2)

  await page.goto(`${harness.url}/scene/lowtide-corrie/draw`)
  await page.locator('[data-cell="Corrie:3"]').click()
  await page.locator('[data-rung="5"]').click({ button: 'right' })
  await expect(menu(page).getByRole('group').first()).toHaveAttribute('aria-label', 'The mark of drawing 5')
  await expect(menu(page).getByRole('group').nth(1)).toHaveAttribute('aria-label', 'The chart')
  await acts(page).filter({ hasText: 'Space it anew' }).click()
  await expect(page.getByRole('dialog', { name: 'Space it anew' })).toBeVisible()

  await page.goto(`${harness.url}/scene/lowtide-tansy/look`)
  await page.locator('.slip').first().click({ button: 'right' })
  await acts(page).filter({ hasText: 'Show it on the paper' }).click()
  await expect(page.locator('[data-test=evidence] *').first()).toBeAttached()
})

import type { Page } from '@playwright/test'
import { expect, key, test, violationsOn } from '../harness'

async function find(page: Page, words: string) {
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Find an act' }).fill(words)
}
async function findAndDo(page: Page, words: string) {
  await find(page, words)
  await expect(page.getByRole('option').first()).toBeVisible()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Find anything' })).toBeHidden()
}

test('what it is called elsewhere finds the act, says where it lives and does it, from any place', async ({
  desk,
  page,
}) => {
  await desk.opened({ edits: [key('a', 1)] })
  const light = page.getByRole('button', { name: /^Light table/ })
  await expect(light).toHaveAttribute('aria-pressed', 'true')
  await findAndDo(page, 'onion skin')
  await expect(light).toHaveAttribute('aria-pressed', 'false')
  await findAndDo(page, 'bucket')
  await expect(page.getByRole('button', { name: 'Fill', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await desk.to('Plan')
  await findAndDo(page, 'eyedropper')
  await expect(page.getByRole('button', { name: 'Pick', exact: true })).toHaveAttribute('aria-pressed', 'true')
  await findAndDo(page, 'frame rate')
  await expect(page.getByLabel('Rate', { exact: true })).toBeFocused()
  // A field that is written in keeps the stroke to itself.
  await page.getByLabel('Rate', { exact: true }).blur()
  await findAndDo(page, 'sprite sheet')
  await expect(page).toHaveURL(/hand-over/)
  await expect(page.locator('[data-thing^="format"] input:focus')).toBeVisible()
  await findAndDo(page, 'walk cycle')
  await expect(page).toHaveURL(/plan\?planner=walk/)
  // A line that is written in keeps its stroke to itself.
  await find(page, 'a/b')
  await expect(page.getByRole('combobox', { name: 'Find an act' })).toHaveValue('a/b')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog', { name: 'Find anything' })).toBeHidden()
})

test('what lies within a panel is gone to: the panel opened, the thing in focus, whatever is in hand or folded away', async ({
  desk,
  page,
}) => {
  await desk.opened({ edits: [key('a', 1)] })
  await findAndDo(page, 'duplicate layer')
  await expect(page.getByRole('dialog', { name: 'Level A' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Copy the level' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('[data-level]')).toHaveCount(2)
  await page.keyboard.press('Escape')
  await findAndDo(page, 'layer opacity')
  await expect(page.getByRole('slider', { name: /^Strength of level A/ })).toBeFocused()
  await page.keyboard.press('Escape')
  // The brush has its panel in the tray of the tools that draw.
  await page.keyboard.press('u')
  await findAndDo(page, 'stabiliser')
  const brush = page.getByRole('dialog', { name: 'Brush' })
  await expect(brush).toBeVisible()
  await page.keyboard.press('Escape')
  await findAndDo(page, 'pressure calibration')
  await expect(brush.getByRole('button', { name: 'Fit the touch to my hand' })).toBeFocused()
  await page.keyboard.press('Escape')
  // What is not there says when it is.
  await findAndDo(page, 'scrub audio')
  await expect(page.getByText('is not there just now: it is once the scene has a sound')).toBeVisible()
  await findAndDo(page, 'rename scene')
  await expect(page.getByRole('textbox', { name: 'Name of the scene' })).toBeFocused()
  await page.keyboard.press('Escape')
  // A table that was cleared is laid again.
  await page.keyboard.press('Backquote')
  await expect(page.getByRole('button', { name: 'Lay everything back' })).toBeVisible()
  await findAndDo(page, 'draw behind')
  await expect(page.getByRole('button', { name: 'Draw under' })).toBeFocused()
  await page.keyboard.press('Escape')
  // On a narrow table the sheet is folded to its edge.
  await page.setViewportSize({ width: 640, height: 800 })
  await expect(page.getByRole('button', { name: 'Sheet', exact: true })).toBeVisible()
  await findAndDo(page, 'lock layer')
  await expect(page.getByRole('button', { name: 'Lock it' })).toBeFocused()
})

test('where no act is called so the guide is read, and opened where it speaks of it', async ({ desk, page }) => {
  await desk.opened({ edits: [key('a', 1)] })
  await find(page, 'server')
  const options = page.getByRole('option')
  await expect(options.filter({ hasText: 'While the server is away' })).toContainText('the guide')
  await options.filter({ hasText: 'While the server is away' }).click()
  const heading = page.getByTestId('guide').getByRole('heading', { name: 'While the server is away' })
  await expect(heading).toBeFocused()
  await page.goBack()
  // Pages of one name in different parts of the guide are told apart.
  await find(page, 'eraser')
  await page.getByRole('link', { name: 'How it works' }).click()
  await expect(page.getByRole('heading', { name: 'Drawing on the desk' })).toBeVisible()
})

test('on the shelf acts of a scene say so and wait; the guide is there with its pictures', async ({
  page,
  harness,
}) => {
  await page.goto(harness.url)
  await page.getByRole('button', { name: 'Find /' }).click()
  const field = page.getByRole('combobox', { name: 'Find an act' })
  await expect(field).toBeFocused()
  await field.fill('keyframe')
  await expect(page.getByRole('option').first()).toContainText('Draw, in an open scene')
  await page.keyboard.press('Enter')
  await expect(field).toBeVisible()
  await field.fill('zzqqxx')
  await expect(page.getByText('Nothing is called that here')).toBeVisible()
  await field.fill('tutorial')
  await expect(page.getByRole('option').first()).toContainText('Practice')
  expect(await violationsOn(page)).toEqual([])
  await page.getByRole('link', { name: 'How it works' }).click()
  const guide = page.getByTestId('guide')
  await expect(guide.getByRole('heading', { name: 'Practice', exact: true })).toBeVisible()
  await expect
    .poll(() =>
      guide
        .locator('img')
        .first()
        .evaluate((image) => (image as HTMLImageElement).naturalWidth),
    )
    .toBeGreaterThan(600)
  await page.getByRole('navigation', { name: 'The guide' }).getByRole('link', { name: 'The exposure sheet' }).click()
  await expect(guide.getByRole('heading', { name: 'The exposure sheet' })).toBeVisible()
  expect(await violationsOn(page)).toEqual([])
})

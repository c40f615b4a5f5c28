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
  await expect(page.locator('[data-thing="scene"]')).toBeFocused()
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

import type { Page } from '@playwright/test'
import { GifReader } from 'omggif'
import { expect, expectNothingSerious, saved, test } from '../harness'

/** Goes on with Tab until what has the focus is called so. */
async function tabTo(page: Page, name: string | RegExp) {
  for (let n = 0; n < 150; n++) {
    const called = await page.evaluate(() => {
      const node = document.activeElement
      const label = node?.getAttribute('aria-label') ?? (node as HTMLInputElement | null)?.labels?.[0]?.textContent
      return node === document.body ? [] : [node?.textContent?.trim() ?? '', label?.trim() ?? '']
    })
    if (called.some((words) => (typeof name === 'string' ? words === name : name.test(words)))) return n
    await page.keyboard.press('Tab')
  }
  throw new Error(`Tab leads to nothing called ${name}`)
}
const press = async (page: Page, ...keys: string[]) => {
  for (const key of keys) await page.keyboard.press(key)
}

test('by keyboard alone from the shelf to a GIF, its ink placed by keys', async ({ page, desk, harness }) => {
  await page.goto(harness.url)
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
  await tabTo(page, 'Set up a new scene')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Name', { exact: true })).toBeVisible()
  await tabTo(page, 'Name')
  await page.keyboard.press('Control+a')
  await page.keyboard.type('By keys')
  await tabTo(page, /^Small sprite/)
  await page.keyboard.press('Enter')
  await tabTo(page, /^Set up and/)
  await page.keyboard.press('Enter')
  await tabTo(page, 'Draw')
  await page.keyboard.press('Enter')
  await expect(desk.paper).toBeVisible()

  // The tool by its key, then the paper.
  await page.keyboard.press('Shift+B')
  await tabTo(page, /^Paper/)
  await expect(page.getByTestId('cross')).toBeVisible()
  await press(page, 'ArrowLeft', 'ArrowLeft', 'ArrowUp', 'ArrowUp', 'Enter')
  await press(page, 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowDown', 'ArrowDown', 'Shift+ArrowDown', 'Enter')
  await page.keyboard.press('Shift+L')
  await press(page, 'ArrowLeft', 'Enter', 'ArrowLeft', 'ArrowLeft', 'ArrowUp', 'Enter')
  // What was begun and not meant.
  await press(page, 'Enter', 'ArrowUp', 'Escape')
  await desk.kept()
  const scene = await desk.scene()
  expect(Object.values(scene.drawings).map(({ passes }) => passes.line)).toEqual([2])
  await expect(page.locator('[data-test=table]')).toHaveAttribute('aria-label', /: 2 pieces on line$/)

  await tabTo(page, 'Hand over')
  await page.keyboard.press('Enter')
  await tabTo(page, 'Make the GIF')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('file')).toBeVisible()
  const gif = await saved(page, async () => {
    await tabTo(page, /\.gif/)
    await page.keyboard.press('Enter')
  })
  expect(new GifReader(gif).numFrames()).toBeGreaterThan(0)
})

test('the desk has its heading, the paper its place among all that Tab reaches, and nothing serious for axe while it has it', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [] })
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Draw')
  await tabTo(page, 'Paper, empty frame')
  await expectNothingSerious(page)
})

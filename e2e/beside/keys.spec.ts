import type { Page } from '@playwright/test'
import { GifReader } from 'omggif'
import { expect, expectNothingSerious, key, saved, test } from '../harness'

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

test('focus stays where one is: what goes away or is done gives it on, panels take it and give it back', async ({
  page,
  desk,
}) => {
  const has = () =>
    page.evaluate(() => {
      const node = document.activeElement!
      return node === document.body ? 'nothing' : (node.getAttribute('aria-label') ?? node.textContent!.trim())
    })
  await desk.opened({ edits: [key('d1', 1), key('d2', 9)] })
  await page.keyboard.press('Tab')

  // An act whose button is gone once it is done.
  await press(page, 'ArrowDown', 'ArrowDown')
  await expect(page.getByRole('button', { name: 'Frame 3' })).toBeVisible()
  await tabTo(page, 'Plan')
  await page.keyboard.press('Enter')
  await tabTo(page, 'Put a key at frame 3')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Put a key at frame 3' })).toBeHidden()
  await expect.poll(has).not.toBe('nothing')
  await tabTo(page, 'Draw')
  await page.keyboard.press('Enter')
  await expect(desk.paper).toBeVisible()

  // A panel, shut by Escape; one that is shut by its own key of the desk too.
  await tabTo(page, 'Brush …')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('strip-test')).toBeVisible()
  await expect.poll(has).toBe('Fit the touch to my hand')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('strip-test')).toBeHidden()
  await expect.poll(has).toBe('Brush …')

  // Making a file: its button gives the focus on to what comes of it.
  await tabTo(page, 'Hand over')
  await page.keyboard.press('Enter')
  await tabTo(page, 'Make the GIF')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('file')).toBeVisible()
  await expect.poll(has).not.toBe('nothing')
  expect(await tabTo(page, /\.gif/)).toBeLessThanOrEqual(3)

  // Another page begins at its beginning.
  await tabTo(page, 'Unhurried Sketch')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Shelf' })).toBeVisible()
  await expect.poll(has).not.toBe('nothing')
})

test('in colours of one’s own pots keep theirs, and what is pressed or chosen is told apart', async ({
  browser,
  desk,
  page,
  harness,
}) => {
  await desk.opened({ edits: [key('d1', 1)] })
  const context = await browser.newContext({ forcedColors: 'active', viewport: { width: 1280, height: 800 } })
  const own = await context.newPage()
  await own.goto(page.url())
  await expect(own.getByTestId('paper')).toBeVisible()
  const tools = own.getByRole('group', { name: 'Tools' })
  await tools.getByRole('button', { name: 'Pen', exact: true }).click()
  const ground = (name: string) =>
    tools.getByRole('button', { name, exact: true }).evaluate((node) => getComputedStyle(node).backgroundColor)
  expect(await ground('Pen')).not.toBe(await ground('Pencil'))
  const pot = own.locator('.pot').first()
  expect(await pot.locator('i').evaluate((node) => getComputedStyle(node).backgroundColor)).toBe('rgb(42, 41, 50)')
  expect(await pot.evaluate((node) => getComputedStyle(node).outlineStyle)).toBe('solid')
  const line = (name: string) =>
    own.getByRole('link', { name, exact: true }).evaluate((node) => getComputedStyle(node).borderBottomColor)
  expect(await line('Draw')).not.toBe(await line('Plan'))
  await expectNothingSerious(own)
  await own.goto(harness.url)
  await expect(own.getByRole('heading', { name: 'Shelf' })).toBeVisible()
  await expectNothingSerious(own)
  await context.close()
})

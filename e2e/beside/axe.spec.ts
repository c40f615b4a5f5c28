import type { Page } from '@playwright/test'
import { expect, test, violationsOn } from '../harness'

/** A menu is gone through by arrows, which bring into sight what is not: it needs no Tab to be scrolled. */
const inMenu = (page: Page, target: string) =>
  page.locator(target).evaluate((element) => element.closest('.el-dropdown__popper') !== null)

/** What is pressed. The thumb of a slider lies in a larger one that takes the press. */
const PRESSED = ['button', 'a[href]', 'summary', 'select', '.el-slider__button-wrapper', '.el-select__wrapper'].concat(
  ['button', 'option', 'menuitem'].map((role) => `[role=${role}]`),
)
/** What of it is less than 24 px wide or high: axe lets that be where nothing else is near. A link in a sentence keeps to its line. */
const smallOn = (page: Page, within = 'body') =>
  page.locator(within).evaluateAll((roots, pressed) => {
    const inSentence = (element: Element) => getComputedStyle(element).display === 'inline'
    const reach = (element: Element) => {
      const { width, height } = element.getBoundingClientRect()
      // What lies over the border around it is pressed too.
      const over = getComputedStyle(element, '::after')
      return over.position === 'absolute' ? [parseFloat(over.width), parseFloat(over.height)] : [width, height]
    }
    return roots
      .flatMap((root) => [...root.querySelectorAll(pressed)])
      .filter((element) => element.checkVisibility({ visibilityProperty: true }) && !inSentence(element))
      .filter((element) => reach(element).some((side) => side < 23.9) && element.clientWidth > 1)
      .map((element) => `${reach(element).join(' × ')} px: ${element.outerHTML.slice(0, 140)}`)
  }, PRESSED.join())

/** Everything axe knows to look for, targets of 24 px among it. */
async function expectClean(page: Page, within?: string) {
  const violations = await violationsOn(page, {
    ...(within && { within }),
    rules: { 'target-size': { enabled: true } },
  })
  const found = violations.flatMap(({ id, nodes }) => nodes.map((node) => ({ id, target: node.target.join(' ') })))
  const told = []
  for (const { id, target } of found)
    if (id !== 'scrollable-region-focusable' || !(await inMenu(page, target))) told.push(`${id}: ${target}`)
  told.push(...(await smallOn(page, within)))
  expect(told, page.url()).toEqual([])
}
const button = (page: Page, name: string) => page.getByRole('button', { name, exact: true }).first()

const OF_PRODUCTION = ['log', 'reel', 'library'].map((page) => `/production/lowtide/${page}`)
const PLACES = ['/', '/new', '/drawer', '/practice', '/practice/eye/arc', '/guide/rulers', ...OF_PRODUCTION]
const SCENE_PLACES = ['plan', 'draw', 'look', 'takes', 'log', 'hand-over', 'practice', 'paper', 'lettering']
const ALL = [...PLACES, ...SCENE_PLACES.map((place) => `/scene/lowtide-corrie/${place}`)]

// As they are at their usual size each place is looked at by the tests of its own.
test('every place at 200 %', async ({ page, harness }) => {
  await page.setViewportSize({ width: 640, height: 400 })
  for (const path of ALL) {
    await page.goto(harness.url + path)
    await expect(page.locator('h1').first()).toBeAttached()
    await page.waitForLoadState('networkidle')
    await expectClean(page)
  }
})

/** Where panels, menus and lists lie. */
const LAID = '#el-popper-container-1'

test('every panel and menu of the desk has a name, and nothing in it is out of reach', async ({ page, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-tansy/draw`)
  await expect(page.getByTestId('paper')).toBeVisible()
  const panels = {
    passes: 'Passes',
    brush: 'Brush',
    colours: 'Colours',
    'light table': 'Light table',
    view: 'View',
    reference: 'Reference',
    scene: 'This scene',
  }
  for (const [thing, name] of Object.entries(panels)) {
    await page.locator(`[data-thing="${thing}"]`).click()
    await expect(page.getByRole('dialog', { name, exact: true })).toBeVisible()
    await expectClean(page, LAID)
    await page.keyboard.press('Escape')
    await page.mouse.click(900, 62)
    await expect(page.getByRole('dialog', { name, exact: true })).toBeHidden()
  }
  await page.keyboard.press('t')
  await expect(page.getByRole('dialog', { name: 'What to do with the chosen frames' })).toBeVisible()
  await expectClean(page, LAID)
  await expectClean(page, '.left')
  await page.keyboard.press('Escape')
  await page.locator('[data-level]').first().click()
  await expect(page.getByRole('dialog', { name: /^Level / })).toBeVisible()
  await expectClean(page, LAID)
  await page.keyboard.press('Escape')
  await page.locator('[data-cell]').nth(3).click({ button: 'right' })
  await expect(page.getByRole('menu', { name: 'What can be done here' })).toBeVisible()
  await expectClean(page, LAID)
  await page.keyboard.press('Escape')

  await page.keyboard.press('u')
  await page.getByRole('button', { name: 'Reach …' }).click()
  await button(page, 'Every pass').click()
  await expectClean(page, LAID)
  await page.keyboard.press('Escape')
  for (const name of ['Shape …', 'Copy …', 'Change …']) {
    await page.keyboard.press('Control+a')
    await button(page, name).click()
    await expect(page.locator(`${LAID} .el-popper`).filter({ visible: true }).first()).toBeVisible()
    await expectClean(page, LAID)
    await page.keyboard.press('Escape')
    await page.mouse.click(900, 62)
  }
})

test('the trays of the tools, the keys, the line that finds, and the table cleared', async ({ page, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-corrie/draw`)
  await expect(page.getByTestId('paper')).toBeVisible()
  const tools = page.getByRole('group', { name: 'Tools' })
  for (const name of ['Eraser', 'Fill', 'Pick', 'Points', 'Pins', 'Ruler', 'Slide']) {
    await tools.getByRole('button', { name, exact: true }).click()
    await expectClean(page, '.tray')
  }
  await page.keyboard.press('Shift+?')
  await expect(page.getByRole('dialog', { name: 'All keys' })).toBeVisible()
  await expectClean(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('/')
  await page.getByRole('combobox', { name: 'Find an act' }).fill('onion')
  await expect(page.getByRole('option').first()).toBeVisible()
  await expectClean(page)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Backquote')
  await expectClean(page)
  await page.keyboard.press('Backquote')
  await page.locator('[data-cell="Corrie:3"]').click()
  await button(page, 'Space it anew').click()
  await expectClean(page, LAID)
  await page.keyboard.press('Escape')
  await page.keyboard.press('g')
  await button(page, 'Guide this inbetween').click()
  await expect(page.locator('[data-test=inbetween-guide] path').first()).toBeAttached()
  await expectClean(page)
})

test('what is opened on the other places: limits, earlier versions, work written in, sounds and words', async ({
  page,
  harness,
}) => {
  await page.goto(`${harness.url}/scene/lowtide-tansy/look`)
  await page.getByTestId('look-told').waitFor()
  await button(page, 'Limits …').click()
  await expect(page.getByRole('dialog', { name: 'Limits', exact: true })).toBeVisible()
  await expectClean(page)
  await button(page, 'Fit them to finished scenes …').click()
  await expect(page.getByRole('dialog', { name: 'Limits from finished work' })).toBeVisible()
  await expectClean(page)
  await page.goto(`${harness.url}/production/lowtide/reel`)
  await page.getByRole('button', { name: /^Shot 3,/ }).click()
  for (const name of ['Change this one', 'Look at the cuts', 'Hand over …']) {
    await button(page, name).click()
    await expectClean(page)
  }
  await page.goto(`${harness.url}/production/lowtide/library`)
  await button(page, 'Ribbon').click()
  await expectClean(page)
  await page.goto(`${harness.url}/scene/lowtide-corrie/takes`)
  await button(page, 'Earlier versions').click()
  await page.locator('.step').first().waitFor()
  await expectClean(page)
  await page.goto(`${harness.url}/scene/lowtide-corrie/log`)
  await button(page, 'Write work in …').click()
  await expectClean(page)
  await page.goto(`${harness.url}/scene/lowtide-speaks/draw`)
  await button(page, 'sound').click()
  await expect(page.getByRole('dialog', { name: 'Sounds' })).toBeVisible()
  await expectClean(page, LAID)
  await page.getByRole('button', { name: /words laid/ }).click()
  await expect(page.getByRole('group', { name: /^Mouths of/ })).toBeVisible()
  await expectClean(page, LAID)
})

import type { Scene, Stroke } from '@unhurried/core'
import { unpackInk, unpackPasses } from '../core/src/ink/packed-ink'
import type { Page } from '@playwright/test'
import { deskOf, expect, expectNothingSerious, test, type Harness, IRIS, OCHRE } from './harness'

/** The two tints as they look on paper at their usual strength. */
const INK = [42, 41, 50] as const

const idOf = (page: Page) => /scene\/(\w+)/.exec(page.url())![1]!
async function keptScene(page: Page, harness: Harness): Promise<Scene> {
  return (await (await fetch(`${harness.url}/api/scenes/${idOf(page)}`)).json()).scene
}
async function keptStrokes(page: Page, harness: Harness, drawing: string): Promise<Stroke[]> {
  const answer = await fetch(`${harness.url}/api/scenes/${idOf(page)}/ink?drawings=${drawing}`)
  return unpackPasses(new Uint8Array(await answer.arrayBuffer())).flatMap(({ bytes }) => unpackInk(bytes) as Stroke[])
}

test('the sheet: expose, longer, shorter, leave empty, show again, copy drawing, undo and redo', async ({
  page,
  desk,
  harness,
}) => {
  await desk.newScene({ name: 'Sheet', frames: 12 })
  await desk.to('Draw')
  await desk.draw([0.2, 0.2], [0.4, 0.6])
  expect(await desk.sheet('A', 12)).toBe('1 | | | | | | | | | | |')
  await desk.cell('A', 5).click()
  await page.keyboard.press('q')
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Expose on 2' }).click()
  await desk.frameMenu()
  await page.getByRole('button', { name: 'One frame longer' }).click()
  expect(await desk.sheet('A', 12)).toBe('1 | | | 5 | | . . . . .')
  await page.keyboard.press('Shift+R')
  await desk.cell('A', 1).click()
  await page.keyboard.press('3')
  expect(await desk.sheet('A', 12)).toBe('1 | | 5 | . . . . . . .')
  await desk.cell('A', 8).click()
  await page.getByRole('button', { name: 'Show again' }).click()
  await page.getByRole('menuitem', { name: 'Show 1 again here' }).click()
  await desk.cell('A', 10).click()
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Copy drawing' }).click()
  await page.getByRole('menuitem', { name: 'Copy 1 to a new drawing here' }).click()
  await desk.frameMenu()
  expect(await desk.sheet('A', 12)).toBe('1 | | 5 | . . (1) | 10 | |')

  // The copy has its own ink: drawing on it leaves the first alone.
  await desk.draw([0.8, 0.2], [0.8, 0.8])
  await desk.kept()
  const scene = await keptScene(page, harness)
  const counts = Object.fromEntries(
    Object.values(scene.drawings).map((entry) => [entry.number, entry.passes.line ?? 0]),
  )
  expect(counts).toEqual({ '1': 1, '5': 0, '10': 2 })

  await desk.cell('A', 11).click()
  await page.keyboard.press('x')
  expect(await desk.sheet('A', 12)).toBe('1 | | 5 | . . (1) | 10 . .')
  for (let n = 0; n < 11; n++) await page.keyboard.press('Control+z')
  expect(await desk.sheet('A', 12)).toBe('. . . . . . . . . . . .')
  await expect(page.getByRole('button', { name: 'Undo' })).toBeDisabled()
  for (let n = 0; n < 11; n++) await page.keyboard.press('Control+Shift+z')
  expect(await desk.sheet('A', 12)).toBe('1 | | 5 | . . (1) | 10 . .')
  await desk.kept()
  expect(
    Object.values((await keptScene(page, harness)).drawings).find((entry) => entry.number === '10')!.passes.line,
  ).toBe(2)

  // No room: refused with a sentence, nothing changes.
  await desk.cell('A', 1).click()
  await page.keyboard.press('9')
  await page.keyboard.press('9')
  await expect(page.getByText(/less than one frame/).first()).toBeVisible()
})

test('pen pressure is kept; the eraser cuts; undo brings the line back', async ({ page, desk, harness }) => {
  await desk.newScene({ name: 'Pressure', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  const box = (await desk.paper.boundingBox())!
  const pen = await page.context().newCDPSession(page)
  const touch = (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', share: number, force: number) =>
    pen.send('Input.dispatchMouseEvent', {
      type,
      x: box.x + box.width * share,
      y: box.y + box.height / 2,
      button: 'left',
      buttons: 1,
      clickCount: 1,
      pointerType: 'pen',
      force,
    })
  await touch('mousePressed', 0.1, 0.1)
  for (let n = 1; n <= 40; n++) await touch('mouseMoved', 0.1 + n * 0.02, 0.1 + (0.85 * n) / 40)
  await touch('mouseReleased', 0.9, 0)
  await desk.kept()
  const [drawing] = Object.keys((await keptScene(page, harness)).drawings)
  const [stroke] = await keptStrokes(page, harness, drawing!)
  const pressures = stroke!.points.filter((_, i) => i % 3 === 2)
  expect(pressures[1]!).toBeLessThan(0.3)
  expect(Math.max(...pressures)).toBeGreaterThan(0.7)
  const inked = await desk.pixels(INK, 90)
  expect(inked).toBeGreaterThan(300)

  await page.keyboard.press('e')
  await desk.draw([0.5, 0.35], [0.5, 0.65])
  await desk.kept()
  expect(await keptStrokes(page, harness, drawing!)).toHaveLength(2)
  expect(await desk.pixels(INK, 90)).toBeLessThan(inked)
  await page.keyboard.press('z')
  await desk.kept()
  expect(await keptStrokes(page, harness, drawing!)).toEqual([stroke])
  await expect.poll(() => desk.pixels(INK, 90)).toBe(inked)
})

test('the light table: both parents, earlier only, and the first after the last only on a loop', async ({
  page,
  desk,
  harness,
}) => {
  await page.goto(`${harness.url}/scene/lowtide-corrie/draw`)
  await expect(desk.paper).toBeVisible()
  await page.keyboard.press('g')
  await expect(page.getByText('On the pegs now')).toBeVisible()
  await expect(page.getByTestId('how')).toHaveText('half of 1 and 5')
  await expect.poll(() => desk.pixels(IRIS)).toBeGreaterThan(200)
  await expect.poll(() => desk.pixels(OCHRE)).toBeGreaterThan(200)
  await page.keyboard.press('w')
  await expect.poll(() => desk.pixels(IRIS)).toBeLessThan(150)

  await desk.newScene({ name: 'Loop or not', size: 'Wide', frames: 6 })
  await desk.putKey(1)
  await desk.putKey(4)
  await desk.to('Draw')
  await desk.cell('A', 1).click()
  await desk.draw([0.3, 0.2], [0.3, 0.8])
  await desk.cell('A', 4).click()
  // On the last drawing: the one before lies below, nothing later.
  await expect.poll(() => desk.pixels(OCHRE)).toBeGreaterThan(50)
  expect(await desk.pixels(IRIS)).toBe(0)
  await page.getByRole('button', { name: 'Set it up' }).click()
  await page.getByRole('spinbutton', { name: 'Earlier drawings' }).fill('0')
  await page.keyboard.press('Tab')
  await expect.poll(() => desk.pixels(OCHRE)).toBe(0)
  await page.keyboard.press('Escape')
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Loop', exact: true }).click()
  await desk.to('Draw')
  await desk.cell('A', 4).click()
  await expect.poll(() => desk.pixels(IRIS, 60)).toBeGreaterThan(50)

  await desk.setUp({ name: 'By feel', size: 'Wide', frames: 6, approach: 'Straight ahead' })
  await desk.putKey(1)
  await desk.putKey(3)
  await desk.putKey(5)
  await desk.to('Draw')
  for (const frame of [1, 5]) {
    await desk.cell('A', frame).click()
    await desk.draw([frame / 10, 0.2], [frame / 10, 0.8])
  }
  await desk.cell('A', 3).click()
  await expect.poll(() => desk.pixels(OCHRE)).toBeGreaterThan(50)
  expect(await desk.pixels(IRIS)).toBe(0)
})

test('bad input gets a sentence in the page and costs nothing', async ({ page, desk, harness }) => {
  await page.goto(`${harness.url}/new`)
  await page.getByLabel('Name', { exact: true }).fill('x'.repeat(10_000))
  await page.getByLabel('Rate, frames a second').fill('61')
  await page.getByLabel('Width in pixels').fill('99999')
  await page.getByLabel('Length', { exact: true }).fill('0')
  await page.getByRole('button', { name: 'Set up and plan it' }).click()
  for (const sentence of [
    /at most 120 characters/,
    /rate must be from 1 to 60/,
    /width must be from 8 to 4096/,
    /length must be from 1 to 7200/,
  ])
    await expect(page.getByText(sentence)).toBeVisible()
  expect(page.url()).toContain('/new')

  await desk.newScene({ name: 'Charts', frames: 12 })
  await expect(page.getByText(/Put down two keys first/)).toBeVisible()
  await desk.putKey(1)
  await desk.putKey(5)
  await page.getByLabel('or a pattern').fill('0 99')
  await expect(page.getByText(/exposure must be from 1 to 24/)).toBeVisible()
  await page.getByRole('button', { name: 'On twos' }).click()
  const slowOut = page.getByRole('spinbutton', { name: 'slow out' })
  await slowOut.fill('6')
  await slowOut.press('Tab')
  await expect(page.getByText(/do not fit between frame 1 and frame 5/)).toBeVisible()
  await page.getByLabel('Length', { exact: true }).fill('12.5')
  await page.keyboard.press('Tab')
  await expect(page.getByText(/length must be a whole number/)).toBeVisible()
  await expect(page.getByLabel('Length', { exact: true })).toHaveValue('12')
  await page.goto(`${harness.url}/scene/nowhere/draw`)
  await expect(page.getByText('This scene is not on the shelf.')).toBeVisible()
})

test('the server dies in the middle of drawing: nothing is lost, and the state is said in words', async ({
  page,
  desk,
  harness,
}) => {
  await desk.newScene({ name: 'Power cut', size: 'Wide', frames: 4 })
  await desk.to('Draw')
  await desk.draw([0.2, 0.2], [0.2, 0.8])
  await desk.kept()
  await harness.killServer()
  for (const x of [0.3, 0.4, 0.5]) await desk.draw([x, 0.2], [x, 0.8])
  await expect(page.getByTestId('keeping')).toHaveText('3 changes on this machine only, server not answering')
  // The tab dies too; what it drew is sent by the next one.
  await harness.startServer()
  await page.reload()
  await desk.kept()
  const scene = await keptScene(page, harness)
  expect(Object.values(scene.drawings)[0]!.passes.line).toBe(4)
  expect(
    new Set((await keptStrokes(page, harness, Object.keys(scene.drawings)[0]!)).map((stroke) => stroke.id)).size,
  ).toBe(4)
})

test('two pages on one scene: lines of both stay; the same hold changed twice is put aside and said', async ({
  page,
  desk,
  harness,
  context,
}) => {
  await desk.newScene({ name: 'Two at once', size: 'Wide', frames: 12 })
  await desk.putKey(1)
  await desk.putKey(5)
  await desk.to('Draw')
  await desk.kept()
  const other = deskOf(await context.newPage(), harness)
  await other.page.goto(page.url())
  await other.cell('A', 5).click()
  await page.bringToFront()
  await desk.cell('A', 1).click()
  await desk.draw([0.2, 0.2], [0.2, 0.8])
  await desk.kept()
  // The other page hears of it by itself.
  await other.page.bringToFront()
  await expect(other.page.getByRole('button', { name: 'Drawing 1', exact: true })).toBeVisible()
  await other.draw([0.6, 0.2], [0.6, 0.8])
  await other.kept()
  const scene = await keptScene(page, harness)
  expect(Object.values(scene.drawings).map((entry) => entry.passes.line)).toEqual([1, 1])

  // Both expose drawing 1, and this page hears nothing meanwhile: the first to arrive stays, the other is put aside.
  await page.route('**/edits?since=*', (route) => route.abort())
  await other.cell('A', 1).click()
  await other.page.keyboard.press('2')
  await other.kept()
  await page.bringToFront()
  await page.keyboard.press('3')
  await expect(
    page.getByRole('alert').getByText(/Also changed somewhere else: the drawing at frame 1 held for 3/),
  ).toBeVisible()
  expect(await desk.sheet('A', 4)).toBe('1 | 5 |')
  await page.getByRole('button', { name: 'Make my change after all' }).click()
  await desk.kept()
  expect(await desk.sheet('A', 4)).toBe('1 | | 5')
})

test('every key is shown by one key and can be changed', async ({ page, harness }) => {
  await page.goto(`${harness.url}/scene/lowtide-lime/draw`)
  await expect(page.getByTestId('table')).toBeVisible()
  await page.keyboard.press('Shift+?')
  const dialog = page.getByRole('dialog', { name: 'All keys' })
  await dialog.getByRole('button', { name: 'Change the key of: Flip to the drawing after' }).click()
  await page.keyboard.press('s')
  await expect(dialog.getByText(/“s” is the key of/)).toBeVisible()
  await page.keyboard.press('/')
  await expect(dialog.getByText('“/” opens the line that finds anything.')).toBeVisible()
  await page.keyboard.press('F8')
  await page.keyboard.press('Escape')
  await expect(dialog).toBeHidden()
  await page.keyboard.press('F8')
  await expect(page.getByText(/Drawing 3, held/)).toBeVisible()
})

test('what is typed before the line that finds anything is there is typed into it, and is no key of the desk', async ({
  page,
  harness,
}) => {
  let letItCome = () => {}
  const mayCome = new Promise<void>((resolve) => (letItCome = resolve))
  await page.route(/FindLine[^/]*\.js$/, async (route) => {
    await mayCome
    await route.continue()
  })
  await page.goto(`${harness.url}/scene/lowtide-lime/draw`)
  await expect(page.getByTestId('table')).toBeVisible()
  const inHand = page.getByRole('group', { name: 'Tools' }).locator('[aria-pressed=true]')
  const before = await inHand.textContent()
  await page.keyboard.type('/ruler')
  expect(await inHand.textContent()).toBe(before)
  letItCome()
  await expect(page.getByRole('combobox', { name: 'Find an act' })).toHaveValue('ruler')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('combobox', { name: 'Find an act' })).toBeHidden()
  await expect(inHand).toHaveText(/Ruler/)
})

const PLACES = [
  '/',
  '/new',
  '/scene/lowtide-lime/plan',
  '/scene/lowtide-corrie/draw',
  '/scene/lowtide-tansy/look',
  '/scene/lowtide-tansy/hand-over',
]
for (const place of PLACES) {
  test(`${place}: nothing serious for axe, nothing cut or overlapping at three sizes`, async ({ page, harness }) => {
    await page.goto(harness.url + place)
    await expect(page.locator('canvas, form, [data-test=strip], [data-test=look-told]').first()).toBeVisible()
    for (const [width, height] of [
      [1280, 800],
      [1024, 768],
      [1920, 1080],
    ] as const) {
      await page.setViewportSize({ width, height })
      // The page lies otherwise a frame or two after the window does.
      const trouble = () =>
        page.evaluate(() => {
          const found: string[] = []
          const shown = (node: Element) => node.checkVisibility() && node.getBoundingClientRect().width > 0
          if (document.documentElement.scrollWidth > innerWidth)
            found.push(`the page is ${document.documentElement.scrollWidth} wide`)
          for (const word of document.querySelectorAll<HTMLElement>('.word, h1, h2, h3, .keeping, .home')) {
            if (shown(word) && word.scrollWidth > word.clientWidth + 1 && word.clientWidth > 0)
              found.push(`cut: ${word.textContent}`)
          }
          const presses = [...document.querySelectorAll('.word, nav a, input:not([type=radio])')]
            .filter(shown)
            .map((node) => ({ node, box: node.getBoundingClientRect() }))
          presses.forEach(({ node, box }, i) => {
            if (box.right > innerWidth + 1) found.push(`outside: ${node.textContent}`)
            for (const other of presses.slice(i + 1)) {
              if (
                box.left < other.box.right - 1 &&
                other.box.left < box.right - 1 &&
                box.top < other.box.bottom - 1 &&
                other.box.top < box.bottom - 1 &&
                !node.contains(other.node)
              )
                found.push(`overlap: ${node.textContent} and ${other.node.textContent}`)
            }
          })
          return found
        })
      await expect.poll(trouble, { message: `at ${width} × ${height}` }).toEqual([])
    }
    await page.setViewportSize({ width: 1280, height: 800 })
    await expectNothingSerious(page)
  })
}

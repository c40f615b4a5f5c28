import type { Page } from '@playwright/test'
import { expect, expectNothingSerious, key, test } from './harness'

/** How much of the window the paper has, in per cent. */
async function share(page: Page): Promise<number> {
  const { width, height } = page.viewportSize()!
  const paper = (await page.getByTestId('paper').boundingBox())!
  const seen = (from: number, size: number, most: number) => Math.min(most, from + size) - Math.max(0, from)
  return (100 * seen(paper.x, paper.width, width) * seen(paper.y, paper.height, height)) / (width * height)
}

for (const [width, height, least] of [
  [1280, 800, 45],
  [1024, 768, 40],
  [640, 400, 50],
  [1920, 1080, 45],
] as const) {
  test(`with everything in place at ${width} × ${height} the paper has at least ${least} % of the window`, async ({
    page,
    desk,
  }) => {
    await page.setViewportSize({ width, height })
    await desk.opened({
      width: 1280,
      height: 720,
      edits: [
        key('d', 1),
        key('k', 9),
        {
          type: 'chart.add',
          id: 'c',
          level: 'A',
          from: 'd',
          to: 'k',
          spacing: { by: 'halves', slowOut: 2, slowIn: 0 },
          exposure: [2],
          drawings: ['m1', 'm2', 'm3'],
        },
      ],
    })
    await expect.poll(() => share(page)).toBeGreaterThanOrEqual(least)
    // Every place can be gone to.
    const places = page.getByRole('navigation', { name: 'Places of this scene' })
    expect(await places.evaluate((nav) => nav.scrollWidth - nav.clientWidth)).toBe(0)
    // It is drawn on where it lies.
    await desk.stroke(
      [
        [600, 300],
        [700, 300],
      ],
      { width: 1280, height: 720 },
    )
    await expect.poll(async () => (await desk.ink('d')).line?.length).toBe(1)
  })
}

test('whatever is at hand on a frame, all of it is in sight on the narrowest sheet', async ({ page, desk }) => {
  await page.setViewportSize({ width: 1280, height: 800 })
  await desk.opened({ width: 320, height: 180, edits: [key('d', 1)] })
  const tools = page.getByRole('group', { name: 'On this frame' }).getByRole('button')
  const hidden = () =>
    tools.evaluateAll((buttons) =>
      buttons
        .filter((button) => {
          const { left, top, width, height } = button.getBoundingClientRect()
          return [0.05, 0.95].some(
            (x) => !button.contains(document.elementFromPoint(left + x * width, top + height / 2)),
          )
        })
        .map((button) => button.ariaLabel ?? button.textContent),
    )
  await expect(tools).toHaveCount(5)
  expect(await hidden()).toEqual([])
  await page.keyboard.press('x')
  await expect(page.getByRole('button', { name: 'Show again' })).toBeVisible()
  expect(await hidden()).toEqual([])
})

test('where only its shape is shown a tool keeps its name, and what it needs stays on one line', async ({
  page,
  desk,
}) => {
  await page.setViewportSize({ width: 1024, height: 768 })
  await desk.opened({ width: 320, height: 180, edits: [key('d', 1), key('k', 9)] })
  const tools = page.getByRole('group', { name: 'Tools', exact: true }).getByRole('button')
  const names = (await tools.allTextContents()).map((name) => name.trim())
  expect(names).toContain('Slide')
  for (const name of names) {
    await tools.and(page.getByRole('button', { name, exact: true })).click()
    if (name === 'Slide') await expect(page.getByRole('group', { name: 'Slide on the pegs' })).toBeVisible()
    const cut = await page.locator('.options').evaluate((options) => {
      const { top, bottom } = options.getBoundingClientRect()
      return [...options.querySelectorAll('button, input, .note')]
        .filter((each) => {
          const { height, top: from, bottom: to } = each.getBoundingClientRect()
          return height > 0 && (from < top - 1 || to > bottom + 1)
        })
        .map((each) => each.textContent)
    })
    expect(cut, name).toEqual([])
  }
})

test('in a small window each panel of the tray lies all within it', async ({ page, desk }) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await desk.opened({ width: 320, height: 180, edits: [key('d', 1)] })
  for (const [button, panel] of [
    ['Brush …', 'Brush'],
    ['Colours', 'Colours'],
    ['Set it up', 'Light table'],
    ['line', 'Passes'],
  ] as const) {
    await page.getByRole('button', { name: button, exact: true }).click()
    const lies = page.getByRole('dialog', { name: panel })
    // What it holds comes after it.
    await expect(lies.getByRole('heading').or(lies.getByRole('button')).first()).toBeVisible()
    await expect
      .poll(() =>
        lies.evaluate((node) => {
          const { left, top, right, bottom } = node.getBoundingClientRect()
          return left >= 0 && top >= 0 && right <= innerWidth && bottom <= innerHeight
        }),
      )
      .toBe(true)
    await page.keyboard.press('Escape')
    await expect(lies).toHaveCount(0)
  }
})

/** What was seen of the paper and of what lies around it, frame by frame of the screen. */
interface Opening {
  readonly places: string[]
  paperAlone: number
}

test('a scene that is opened shows the paper first, and it stays where it is when the rest comes', async ({
  page,
  harness,
}) => {
  await page.addInitScript(() => {
    const opening: Opening = { places: [], paperAlone: 0 }
    Object.assign(window, { opening })
    requestAnimationFrame(function look() {
      const paper = document.querySelector('[data-test=paper]')
      if (paper) {
        const { x, y, width, height } = paper.getBoundingClientRect()
        const place = [x, y, width, height].map(Math.round).join(' ')
        if (opening.places.at(-1) !== place) opening.places.push(place)
        if (!document.querySelector('.tray, [role=grid]')) opening.paperAlone++
      }
      requestAnimationFrame(look)
    })
  })
  for (const [width, height] of [
    [1280, 800],
    [900, 500],
  ] as const) {
    await page.setViewportSize({ width, height })
    await page.goto(`${harness.url}/scene/lowtide-tansy/draw`)
    await expect(page.getByTestId('table')).toHaveAttribute('data-sharp', 'yes')
    await expect(page.getByRole('region', { name: 'Pencil tray' })).toBeVisible()
    const opening = await page.evaluate(() => (window as unknown as { opening: Opening }).opening)
    expect(opening.places).toHaveLength(1)
    expect(opening.paperAlone).toBeGreaterThan(0)
  }
})

test('what has no room folds to its edge and is laid over the paper when asked for; Escape folds it again', async ({
  page,
  desk,
}) => {
  await page.setViewportSize({ width: 640, height: 400 })
  await desk.opened({ edits: [key('d', 1)] })
  const sheet = page.getByRole('grid', { name: 'Exposure sheet' })
  await expect(sheet).toBeHidden()
  const edge = page.getByRole('button', { name: 'Sheet', exact: true })
  await edge.click()
  await expect(sheet).toBeVisible()
  await desk.cell('A', 5).click()
  await page.keyboard.press('Escape')
  await expect(sheet).toBeHidden()
  await expect(edge).toHaveAttribute('aria-expanded', 'false')
  await page.getByRole('button', { name: 'Next, chart' }).click()
  await expect(page.getByRole('region', { name: 'Next on the pegs' })).toBeVisible()
  await expectNothingSerious(page)
})

test('one key clears the table and lays everything back; panels come back one by one', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d', 1)] })
  const before = await share(page)
  await page.keyboard.press('Backquote')
  await expect(page.getByRole('grid', { name: 'Exposure sheet' })).toBeHidden()
  await expect(page.getByRole('region', { name: 'Pencil tray' })).toBeHidden()
  await expect(page.getByRole('link', { name: 'Shelf' })).toBeHidden()
  await expect.poll(() => share(page)).toBeGreaterThan(Math.max(70, before + 15))
  await expect(page.getByText(/^Frame 1, drawing 1, held 24 frames \(1 s\)\. Kept\.$/)).toBeVisible()
  await desk.stroke([
    [100, 100],
    [300, 200],
  ])
  await expect.poll(async () => (await desk.ink('d')).line?.length).toBe(1)
  const hand = page.getByRole('group', { name: 'Tools at hand' })
  await hand.getByRole('button', { name: 'Eraser' }).click()
  await expect(hand.getByRole('button', { name: 'Eraser' })).toHaveAttribute('aria-pressed', 'true')
  await page.getByRole('button', { name: 'Sheet', exact: true }).click()
  await expect(page.getByRole('grid', { name: 'Exposure sheet' })).toBeVisible()
  await expectNothingSerious(page)
  await page.keyboard.press('Backquote')
  await expect(page.getByRole('region', { name: 'Pencil tray' })).toBeVisible()
  await expect.poll(() => share(page)).toBeCloseTo(before, 0)
})

test('for the left hand the whole desk lies the other way round, and stays so', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d', 1)] })
  const sheet = page.getByRole('grid', { name: 'Exposure sheet' })
  const middle = page.viewportSize()!.width / 2
  expect((await sheet.boundingBox())!.x).toBeLessThan(middle)
  await page.getByRole('button', { name: /^View/ }).click()
  await page.getByRole('button', { name: 'For the left hand' }).click()
  await expect.poll(async () => (await sheet.boundingBox())!.x).toBeGreaterThan(middle)
  await page.reload()
  await expect(desk.paper).toBeVisible()
  expect((await sheet.boundingBox())!.x).toBeGreaterThan(middle)
  expect((await page.getByRole('region', { name: 'Next on the pegs' }).boundingBox())!.x).toBeLessThan(middle)
  const paper = await share(page)
  expect(paper).toBeGreaterThan(45)
})

test('cards show the drawing: where its level is drawn, and no line too fine to see', async ({ page, desk }) => {
  // A small thing in a corner of a large paper.
  await desk.opened({ edits: [key('d', 1)], width: 1920, height: 1080 })
  await desk.stroke(
    [
      [120, 120],
      [240, 120],
      [240, 220],
    ],
    { width: 1920, height: 1080 },
  )
  const card = page.getByRole('group', { name: 'Drawings of this span' }).locator('canvas').first()
  const inked = () =>
    card.evaluate((canvas: HTMLCanvasElement) => {
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height)
      let [dark, left, right] = [0, canvas.width, 0]
      for (let i = 0; i < data.length; i += 4) {
        if (data[i]! + data[i + 1]! + data[i + 2]! > 360) continue
        dark++
        const x = (i / 4) % canvas.width
        left = Math.min(left, x)
        right = Math.max(right, x)
      }
      return { dark, wide: (right - left) / canvas.width }
    })
  await expect.poll(async () => (await inked()).dark).toBeGreaterThan(40)
  expect((await inked()).wide).toBeGreaterThan(0.4)
})

import type { Fill, Stroke } from '@unhurried/core'
import type { Page } from '@playwright/test'
import { expect, key, line, round, test } from './harness'

const INK = [42, 41, 50] as const
const strokesOf = (pieces: readonly { kind: string }[] | undefined) =>
  (pieces ?? []).filter(({ kind }) => kind === 'stroke') as Stroke[]
const xs = (stroke: Stroke) => stroke.points.filter((_, i) => i % 3 === 0)
const ys = (stroke: Stroke) => stroke.points.filter((_, i) => i % 3 === 1)
const span = (values: readonly number[]) => Math.max(...values) - Math.min(...values)
const middle = (values: readonly number[]) => (Math.max(...values) + Math.min(...values)) / 2
const rows = [
  [100, 100],
  [160, 104],
  [220, 100],
] as const

test('four brushes with pressure, their taper and touch tried on a strip, kept as they were drawn', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d', 1)] })
  const pen = await page.context().newCDPSession(page)
  for (const [n, brush] of ['Pencil', 'Pen', 'Wash', 'Flat'].entries()) {
    await desk.pickTool(brush)
    const y = 60 + n * 70
    const touch = async (type: 'mousePressed' | 'mouseMoved' | 'mouseReleased', x: number, force: number) => {
      const [px, py] = await desk.at(x, y)
      await pen.send('Input.dispatchMouseEvent', {
        type,
        x: px,
        y: py,
        button: 'left',
        buttons: 1,
        clickCount: 1,
        pointerType: 'pen',
        force,
      })
    }
    await touch('mousePressed', 80, 0.1)
    for (let i = 1; i <= 16; i++) await touch('mouseMoved', 80 + i * 30, 0.1 + i * 0.05)
    await touch('mouseReleased', 560, 0)
  }
  const strokes = strokesOf((await desk.ink('d')).line)
  expect(strokes.map(({ brush }) => brush)).toEqual(['pencil', undefined, 'wash', 'flat'])
  for (const stroke of strokes) expect(span(stroke.points.filter((_, i) => i % 3 === 2))).toBeGreaterThan(0.4)

  // The strip answers to the pen, and to every choice.
  await desk.pickTool('Pen')
  await page.getByRole('button', { name: 'Brush …' }).click()
  const strip = page.getByTestId('strip-test')
  const picture = () => strip.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())
  const before = await picture()
  await page.getByRole('slider', { name: 'Swells over, in pixels' }).focus()
  for (let n = 0; n < 10; n++) await page.keyboard.press('ArrowRight')
  await expect.poll(picture).not.toBe(before)
  const box = (await strip.boundingBox())!
  const sample = await picture()
  await desk.drag({ x: box.x + 30, y: box.y + 30 }, { x: box.x + 300, y: box.y + 80 })
  expect(await picture()).not.toBe(sample)
  await page.keyboard.press('Escape')
  await desk.stroke([
    [80, 330],
    [400, 330],
  ])
  expect(strokesOf((await desk.ink('d')).line).at(-1)!.taper![0]).toBeGreaterThan(0)
})

test('line, circle and box, even with Shift and from the middle with Alt', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d', 1)] })
  await page.keyboard.press('Shift+L')
  await desk.stroke(
    [
      [100, 100],
      [300, 112],
    ],
    { keys: ['Shift'] },
  )
  await page.keyboard.press('Shift+C')
  await desk.stroke(
    [
      [320, 180],
      [380, 200],
    ],
    { keys: ['Shift', 'Alt'] },
  )
  await page.keyboard.press('Shift+B')
  await desk.stroke([
    [500, 60],
    [560, 140],
  ])
  const [straight, circle, box] = strokesOf((await desk.ink('d')).line)
  expect(span(ys(straight!))).toBe(0)
  expect(span(xs(circle!))).toBeCloseTo(span(ys(circle!)), 0)
  expect([middle(xs(circle!)), middle(ys(circle!))].map(Math.round)).toEqual([320, 180])
  expect([span(xs(box!)), span(ys(box!))].map(Math.round)).toEqual([60, 80])
})

test('one eraser cuts lines and paint, the other takes them whole; through all drawings of the span it is one step', async ({
  page,
  desk,
}) => {
  const square: Fill = { kind: 'fill', id: 'f', swatch: 'tide', outline: [300, 60, 400, 60, 400, 140, 300, 140] }
  await desk.opened({
    edits: [
      key('a', 1),
      key('b', 5),
      line('a', 's1', rows),
      line('b', 's2', rows),
      { type: 'ink.change', drawing: 'a', pass: 'line', remove: [], add: [{ at: 1, piece: square }] },
    ],
  })
  await page.keyboard.press('e')
  await desk.stroke([
    [160, 60],
    [160, 140],
  ])
  await desk.stroke([
    [350, 40],
    [350, 160],
  ])
  const after = (await desk.ink('a')).line!
  expect(after.map(({ kind }) => kind)).toEqual(['stroke', 'stroke', 'fill', 'fill'])
  await page.keyboard.press('z')
  await page.keyboard.press('z')
  await page.getByRole('button', { name: 'Lines whole' }).click()
  await desk.choice('Drawings the tool works on', 'all of the span')
  await expect(page.getByTestId('targets')).toHaveText('2 drawings')
  await desk.stroke([
    [160, 80],
    [160, 120],
  ])
  expect([(await desk.ink('a')).line!.map(({ kind }) => kind), (await desk.ink('b')).line ?? []]).toEqual([
    ['fill'],
    [],
  ])
  await page.keyboard.press('z')
  expect([(await desk.ink('a')).line!.length, (await desk.ink('b')).line!.length]).toEqual([2, 1])
})

test('what a lasso takes is moved, turned, scaled, slanted, flipped and nudged; squash keeps the area and says so', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [key('d', 1), line('d', 's', round(200, 180, 40)), line('d', 't', round(450, 180, 30), { at: 1 })],
  })
  await page.keyboard.press('u')
  await desk.stroke([
    [140, 120],
    [260, 120],
    [260, 240],
    [140, 240],
    [140, 122],
  ])
  await expect(page.getByTestId('figures')).toHaveText('1 piece')
  const now = async () => strokesOf((await desk.ink('d')).line).find(({ id }) => id === 's')!
  const box = (await desk.paper.boundingBox())!
  const zoom = box.width / 640

  await desk.pull('move', 60 * zoom, 20 * zoom)
  let stroke = await now()
  expect([middle(xs(stroke)), middle(ys(stroke))].map(Math.round)).toEqual([260, 200])
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(page.getByTestId('figures')).toHaveText('1 px to the right, 10 px down')
  stroke = await now()
  expect([middle(xs(stroke)), middle(ys(stroke))].map(Math.round)).toEqual([261, 210])

  await desk.pull('squash', 0, 30)
  const told = (await page.getByTestId('figures').textContent())!
  const [, along, across] = /along ([\d.]+), across ([\d.]+), area 100 %/.exec(told)!
  expect(Number(along) * Number(across)).toBeCloseTo(1, 1)
  stroke = await now()
  expect(span(ys(stroke)) / 80).toBeCloseTo(Number(along), 1)
  expect((span(xs(stroke)) * span(ys(stroke))) / 6400).toBeCloseTo(1, 2)

  await desk.pull('side 1 0', 20, 0)
  const wider = await now()
  expect(span(xs(wider))).toBeGreaterThan(span(xs(stroke)) + 10)
  expect(span(ys(wider))).toBeCloseTo(span(ys(stroke)), 0)
  await desk.pull('side 0 -1', 24, 0, ['Alt'])
  expect(span(xs(await now()))).toBeGreaterThan(span(xs(wider)) + 5)
  const slanted = await now()
  await page.getByRole('button', { name: 'Shape …' }).click()
  await page.getByRole('button', { name: 'Flip across' }).click()
  await desk.pull('turn-selection', 80, 60)
  expect(xs(await now())).not.toEqual(xs(slanted))
  // Turned about a pivot put somewhere else, it goes somewhere else.
  const before = middle(xs(await now()))
  await desk.pull('pivot', 120, 0)
  await desk.pull('turn-selection', 70, 70)
  expect(Math.abs(middle(xs(await now())) - before)).toBeGreaterThan(20)
  // The other one never moved.
  expect(middle(xs(strokesOf((await desk.ink('d')).line).find(({ id }) => id === 't')!))).toBeCloseTo(450, 0)
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('selection')).toHaveCount(0)
})

test('every pass at once: lines and paint move together, and what is locked stays', async ({ page, desk }) => {
  const paint: Fill = { kind: 'fill', id: 'f', swatch: 'tide', outline: [160, 140, 240, 140, 240, 220, 160, 220] }
  await desk.opened({
    edits: [
      key('d', 1),
      line('d', 's', round(200, 180, 40)),
      { type: 'ink.change', drawing: 'd', pass: 'colour', remove: [], add: [{ at: 0, piece: paint }] },
      line('d', 'r', round(200, 180, 40), { pass: 'rough' }),
      { type: 'level.set', level: 'A', fields: { passes: { rough: { locked: true } } } },
    ],
  })
  await page.keyboard.press('u')
  await page.getByRole('button', { name: 'Reach …' }).click()
  await page.getByRole('button', { name: 'Every pass' }).click()
  await page.keyboard.press('Control+a')
  await expect(page.getByTestId('figures')).toHaveText('2 pieces')
  await page.keyboard.press('Shift+ArrowRight')
  const ink = await desk.ink('d')
  expect([middle(xs(strokesOf(ink.line)[0]!)), middle(xs(strokesOf(ink.rough)[0]!))].map(Math.round)).toEqual([
    210, 200,
  ])
  expect((ink.colour![0] as Fill).outline[0]).toBe(170)
  await page.keyboard.press('z')
  expect(((await desk.ink('d')).colour![0] as Fill).outline[0]).toBe(160)
})

test('what is undone is gone from the paper with the next picture, and beside it nothing changed', async ({
  page,
  desk,
}) => {
  // More ink than is painted anew in no time.
  const rings = Array.from({ length: 24 }, (_, n) => line('d', `ring${n}`, round(110 + 18 * n, 180, 90), { at: n }))
  await desk.opened({ edits: [key('d', 1), ...rings] })
  const before = await desk.still()
  await desk.pickTool('Pen')
  await desk.stroke([
    [40, 40],
    [320, 200],
    [600, 320],
  ])
  await desk.stroke([
    [40, 320],
    [600, 40],
  ])
  await desk.kept()
  expect(await apart(page, before, await desk.still())).toBeGreaterThan(500)
  const next = await page.evaluate(async () => {
    const press = () => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'z', code: 'KeyZ', bubbles: true }))
    press()
    press()
    await new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve)))
    return document.querySelector<HTMLCanvasElement>('[data-test=table] canvas')!.toDataURL()
  })
  expect(await apart(page, before, next)).toBe(0)
})

test('a line on a ground that moves past is seen where it was drawn, and goes from there', async ({ page, desk }) => {
  const still = { strength: 1, law: 'even' as const }
  const ground = { pan: { from: { x: 0, y: 0 }, to: { x: 300, y: 0 }, ...still } }
  await desk.opened({
    edits: [key('d', 1), { type: 'level.set', level: 'A', fields: { kind: 'ground', ground } }],
  })
  await desk.cell('A', 20).click()
  const before = await desk.still()
  await desk.pickTool('Pen')
  await desk.stroke([
    [60, 100],
    [160, 200],
  ])
  await desk.kept()
  expect(await desk.pixel(110, 150)).not.toEqual(await desk.pixel(400, 300))
  await page.keyboard.press('z')
  await expect.poll(async () => apart(page, before, await desk.still())).toBe(0)
})

test('as a silhouette a figure is filled by the line that closes it, and empty again without it', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d', 1), line('d', 'open', round(320, 180, 120, 0.3, 2 * Math.PI - 0.3))] })
  await desk.table.focus()
  await page.keyboard.press('Shift+K')
  const before = await desk.still()
  expect((await desk.pixel(320, 180))[0]).toBeGreaterThan(200)
  await desk.pickTool('Pen')
  await desk.stroke([
    [434, 140],
    [442, 180],
    [434, 220],
  ])
  await expect.poll(async () => (await desk.pixel(320, 180))[0]).toBeLessThan(100)
  await page.keyboard.press('z')
  await expect.poll(async () => apart(page, before, await desk.still())).toBe(0)
})

/** How many numbers of two pictures differ by more than the eye could see. */
const apart = (page: Page, before: string, now: string) =>
  page.evaluate(
    async (both) => {
      const [a, b] = await Promise.all(
        both.map(async (address) => {
          const picture = new Image()
          picture.src = address
          await picture.decode()
          const surface = new OffscreenCanvas(picture.width, picture.height).getContext('2d')!
          surface.drawImage(picture, 0, 0)
          return surface.getImageData(0, 0, picture.width, picture.height).data
        }),
      )
      return a!.reduce((count, value, i) => count + Number(Math.abs(value - b![i]!) > 12), 0)
    },
    [before, now],
  )

test('a lasso through a line cuts it; cut, paste in place and paste mirrored go into one drawing or all of the span', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      key('a', 1),
      key('b', 5),
      key('c', 9),
      line('a', 's', [
        [100, 180],
        [300, 180],
      ]),
    ],
  })
  await page.keyboard.press('u')
  await desk.stroke([
    [200, 100],
    [400, 100],
    [400, 260],
    [200, 260],
    [200, 102],
  ])
  for (const part of strokesOf((await desk.ink('a')).line)) expect(Math.abs(span(xs(part)) - 100)).toBeLessThan(2)
  expect((await desk.ink('a')).line).toHaveLength(2)
  await page.keyboard.press('Control+x')
  expect(strokesOf((await desk.ink('a')).line)).toHaveLength(1)
  await desk.choice('Drawings the tool works on', 'all of the span')
  await page.keyboard.press('Control+v')
  for (const id of ['a', 'b', 'c'])
    expect(middle(xs(strokesOf((await desk.ink(id)).line).at(-1)!))).toBeCloseTo(250, -0.5)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Control+Shift+v')
  // Mirrored about the middle of the paper, 640 wide.
  for (const id of ['b', 'c']) expect(middle(xs(strokesOf((await desk.ink(id)).line).at(-1)!))).toBeCloseTo(390, -0.5)
  await page.keyboard.press('z')
  expect(strokesOf((await desk.ink('c')).line)).toHaveLength(1)
})

test('push bends what is near and no more; a line is bent by its points', async ({ page, desk }) => {
  await desk.opened({
    edits: [
      key('d', 1),
      line(
        'd',
        's',
        Array.from({ length: 41 }, (_, i) => [100 + i * 10, 180] as const),
      ),
    ],
  })
  await page.keyboard.press('j')
  await desk.stroke([
    [300, 180],
    [300, 215],
  ])
  const pushed = strokesOf((await desk.ink('d')).line)[0]!
  expect(Math.max(...ys(pushed))).toBeGreaterThan(200)
  expect(ys(pushed)[0]).toBe(180)
  await page.keyboard.press('Shift+J')
  await page.mouse.click(...(await desk.at(120, 180)))
  await expect(page.getByTestId('grips')).toBeVisible()
  await desk.pull('grip 0', 0, -40)
  const bent = strokesOf((await desk.ink('d')).line)[0]!
  expect(ys(bent)[0]).toBeLessThan(160)
  expect(ys(bent).at(-1)).toBe(180)
})

test('passes on the same pegs: drawn on, shown, dimmed, locked, drawn under, and begun from another', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d', 1), line('d', 'r', rows, { pass: 'rough', size: 10 })] })
  await page.getByRole('button', { name: 'Pass: line' }).click()
  const row = (pass: string) => page.getByRole('group', { name: `The ${pass} pass` })
  const dark = await desk.pixels(INK, 60)
  expect(dark).toBeGreaterThan(300)
  await page.getByRole('button', { name: 'one dimmed beneath' }).click()
  await page.getByRole('menuitem', { name: 'rough, dimmed beneath' }).click()
  await expect.poll(() => desk.pixels(INK, 60)).toBeLessThan(50)
  await row('rough').getByRole('button', { name: 'show' }).click()
  await expect.poll(() => desk.pixels(INK, 200)).toBeLessThan(20)
  await row('rough').getByRole('button', { name: 'show' }).click()
  await page.getByRole('button', { name: 'a copy of its lines' }).click()
  await page.getByRole('menuitem', { name: 'the lines of rough' }).click()
  expect((await desk.ink('d')).line).toHaveLength(1)
  await row('line').getByRole('button', { name: 'lock' }).click()
  await page.keyboard.press('Escape')
  await desk.stroke([
    [100, 200],
    [200, 200],
  ])
  await expect(page.getByText('The line pass of level A is locked').first()).toBeVisible()
  expect((await desk.ink('d')).line).toHaveLength(1)
  await page.keyboard.press('[')
  await expect(page.getByRole('button', { name: 'Pass: tie-down' })).toBeVisible()
  await desk.stroke([
    [100, 200],
    [200, 200],
  ])
  await page.getByRole('button', { name: 'Pass: tie-down' }).click()
  await page.getByRole('button', { name: 'Draw under' }).click()
  await desk.choice('How the tie-down pass blends', 'multiply')
  await page.keyboard.press('Escape')
  await desk.stroke([
    [100, 240],
    [200, 240],
  ])
  expect(strokesOf((await desk.ink('d'))['tie-down']).map((stroke) => Math.round(middle(ys(stroke))))).toEqual([
    240, 200,
  ])
  expect((await desk.scene()).levels['A']!.passes).toEqual({
    rough: { dim: true },
    line: { locked: true },
    'tie-down': { blend: 'multiply' },
  })
})

test('paint fills what lines enclose; a leak is circled and closed, or painted all the same', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      key('d', 1),
      line('d', 'whole', round(160, 180, 70)),
      line('d', 'open', round(460, 180, 70, 0.25, 2 * Math.PI - 0.25), { at: 1 }),
    ],
  })
  await page.keyboard.press('p')
  await page.getByRole('button', { name: 'Tide rough' }).click()
  await page.mouse.click(...(await desk.at(160, 180)))
  await expect.poll(async () => (await desk.ink('d')).colour?.length).toBe(1)
  const paint = (await desk.ink('d')).colour![0] as Fill
  expect(paint.swatch).toBe('tide')
  // A hair beneath the line all round: no pale seam, and not beyond it.
  expect(span(paint.outline.filter((_, i) => i % 2 === 0))).toBeGreaterThan(136)
  expect(span(paint.outline.filter((_, i) => i % 2 === 0))).toBeLessThan(144)

  await page.mouse.click(...(await desk.at(460, 180)))
  await expect(page.getByTestId('leak')).toBeVisible()
  const ring = (await page.getByTestId('leak').boundingBox())!
  const [gapX, gapY] = await desk.at(530, 180)
  expect(Math.hypot(ring.x + ring.width / 2 - gapX, ring.y + ring.height / 2 - gapY)).toBeLessThan(6)
  await expect(page.getByText(/run out here, through a gap of \d+ px/)).toBeVisible()
  await page.getByRole('button', { name: 'Close it' }).click()
  await expect.poll(async () => (await desk.ink('d')).colour?.length).toBe(2)
  await page.keyboard.press('z')
  await page.mouse.click(...(await desk.at(460, 180)))
  await page.getByRole('button', { name: 'Fill anyway' }).click()
  await expect.poll(async () => (await desk.ink('d')).colour?.length).toBe(2)
  expect(span(((await desk.ink('d')).colour![1] as Fill).outline.filter((_, i) => i % 2 === 0))).toBeGreaterThan(600)
  await page.keyboard.press('z')
  // Paint on paint changes its colour instead of lying on it.
  await page.getByRole('button', { name: 'Brick note' }).click()
  await page.mouse.click(...(await desk.at(160, 180)))
  await expect.poll(async () => (await desk.ink('d')).colour?.map(({ swatch }) => swatch)).toEqual(['brick'])
})

test('paint goes through twelve drawings, finds the same part, and lists what it was unsure of', async ({
  page,
  desk,
}) => {
  const edits = Array.from({ length: 12 }, (_, n) => [
    key(`d${n}`, 1 + n * 2),
    line(`d${n}`, `h${n}`, round(120 + n * 30, 180, 60)),
    // One has its eye somewhere else altogether.
    line(`d${n}`, `e${n}`, n === 9 ? round(600, 330, 16) : round(140 + n * 30, 165, 16), { at: 1 }),
  ]).flat()
  await desk.opened({ edits })
  await page.keyboard.press('p')
  await page.mouse.click(...(await desk.at(140, 165)))
  await expect.poll(async () => (await desk.ink('d0')).colour?.length).toBe(1)
  await page.getByRole('button', { name: 'Paint through' }).click()
  const doubts = page.getByRole('region', { name: 'Paint it was unsure of' })
  await expect(doubts.getByText('Unsure of')).toBeVisible()
  for (const n of [1, 5, 8]) {
    const paint = (await desk.ink(`d${n}`)).colour![0] as Fill
    expect(middle(paint.outline.filter((_, i) => i % 2 === 0))).toBeCloseTo(140 + n * 30, -0.5)
  }
  await doubts.getByRole('button', { name: 'Go to drawing 19' }).click()
  await expect(page.getByText(/Drawing 19, held/)).toBeVisible()
  const before = (await desk.ink('d9')).colour?.length ?? 0
  const takeOut = doubts.getByRole('button', { name: 'Take the paint of 19 out' })
  if ((await takeOut.count()) > 0) {
    await takeOut.click()
    expect((await desk.ink('d9')).colour?.length ?? 0).toBe(before - 1)
  }
  // One step: undo takes all of it back.
  await page.keyboard.press('z')
  if (before > 0) await page.keyboard.press('z')
  expect((await desk.ink('d5')).colour ?? []).toEqual([])
})

test('colours: a linked shadow follows, two are merged, a limit says what exceeds it, and one is picked from the paper', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      key('d', 1),
      line(
        'd',
        's',
        [
          [60, 60],
          [600, 60],
        ],
        { size: 20 },
      ),
    ],
  })
  await page.getByRole('button', { name: 'Tide rough' }).click()
  await page.getByRole('button', { name: 'Colours' }).click()
  await expect(page.getByTestId('colour-use')).toHaveText('No drawing uses it.')
  await page.getByRole('button', { name: 'Add its shadow' }).click()
  await expect(page.getByText('Follows Tide rough, shadow.')).toBeVisible()
  const shadow = async () => (await desk.scene()).palette.find(({ name }) => name === 'Tide rough, shadow')!
  await desk.kept()
  const first = (await shadow()).colour
  await page.getByLabel('Group of this colour').fill('Sea')
  await page.keyboard.press('Enter')
  await desk.kept()
  expect((await shadow()).group).toBe('Sea')
  await page.keyboard.press('Escape')
  await desk.stroke([
    [60, 160],
    [600, 160],
  ])
  await page.getByRole('button', { name: 'Tide rough', exact: true }).click()
  await desk.stroke([
    [60, 260],
    [600, 260],
  ])
  await page.getByRole('button', { name: 'Colours' }).click()
  await page.getByRole('button', { name: /Change Tide rough everywhere/ }).click()
  const code = page.locator('.el-color-picker-panel:visible input').first()
  await code.fill('#a8455c')
  await code.press('Enter')
  await page.locator('.el-color-picker-panel:visible').getByRole('button', { name: 'OK' }).click()
  await desk.kept()
  expect((await shadow()).colour).not.toBe(first)

  await page.getByLabel('Most colours in this scene').fill('2')
  await page.keyboard.press('Tab')
  await expect(page.getByText(/1 too many: .*Merge it into others/)).toBeVisible()
  await page.getByRole('button', { name: 'Merge into …' }).click()
  await page.getByRole('menuitem', { name: 'Brick note' }).click()
  await expect(page.getByText('Tide rough was merged into Brick note.')).toBeVisible()
  await expect.poll(() => desk.pixels([0xb9, 0x47, 0x2f], 30)).toBeGreaterThan(200)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Shift+P')
  await page.mouse.click(...(await desk.at(300, 60)))
  await expect(page.getByRole('button', { name: 'Pencil', exact: true }).and(page.locator('.pot'))).toHaveAttribute(
    'aria-pressed',
    'true',
  )
  await page.mouse.click(...(await desk.at(300, 330)))
  await page.getByRole('button', { name: 'New colour: name it' }).click()
  await page.getByLabel('Name of a new colour').fill('Paper white')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await desk.kept()
  expect((await desk.scene()).palette.at(-1)).toMatchObject({ name: 'Paper white', colour: '#ffffff' })
})

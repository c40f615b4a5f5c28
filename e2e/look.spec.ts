import { readFileSync } from 'node:fs'
import { expect, expectNothingSerious, key, line, round, test } from './harness'

interface Row {
  bigger?: number | readonly number[]
  /** Their radius. */
  to?: number
  off?: number
  pinned?: boolean
  count?: number
}
/** Ten balls of 40 px in a row, a landmark in the middle of each; some of them other than they should be. */
function row({ bigger = [], to = 48, off = -1, pinned = true, count = 10 }: Row = {}) {
  const at = (i: number) => ({ x: 80 + (500 / count) * i, y: 180 - (i === off ? 30 : 0) })
  const ids = Array.from({ length: count }, (_, i) => `b${i}`)
  const big = new Set([bigger].flat())
  return [
    ...ids.map((id, i) => key(id, i === 0 ? 1 : 10 + 2 * i)),
    ...ids.map((id, i) => line(id, `${id}l`, round(at(i).x, at(i).y, big.has(i) ? to : 40))),
    ...(pinned
      ? [
          { type: 'landmark.put' as const, level: 'A', landmark: { id: 'mid', name: 'Middle' } },
          ...ids.map((id, i) => ({ type: 'pin.set' as const, drawing: id, landmark: 'mid', pin: at(i) })),
        ]
      : []),
  ]
}

test('a drawing too big is found, shown on the paper, mended and gone', async ({ page, desk }) => {
  await desk.opened({ length: 36, edits: row({ bigger: 5 }) })
  await desk.to('Second look')
  await expect(page.getByTestId('look-told')).toContainText('1 finding in 10 drawings')
  const slip = page.locator('.slip')
  await expect(slip).toContainText('Volume')
  await expect(slip).toContainText(/Drawing 20 of A is 4\d % larger in area/)
  // The graph marks what the list names, and nothing else.
  await expect(page.locator('circle.out')).toHaveCount(1)
  await expect(page.locator('circle.out title')).toHaveText(/^20: 14\d/)
  await slip.getByRole('button', { name: /Show on the paper/ }).click()
  await expect(page.getByTestId('evidence').locator('path.shape')).toHaveCount(1)
  // Beside it the same outline at the size it should have, to be drawn over: nothing is drawn for the hand.
  await expect(page.getByTestId('evidence').locator('path.guide')).toHaveCount(1)
  await expect(page.getByTestId('evidence')).toContainText('the size it should have')
  await expect(page.getByTestId('table')).toHaveAttribute('aria-label', /^Paper, drawing 20 of/)
  // The drawings beside it lie under the light, and a quiet mark is on the sheet and on its card.
  await expect(page.locator('[data-cell="A:20"]')).toHaveClass(/found/)
  await expect(page.getByRole('button', { name: 'Drawing 20, to be looked at' })).toBeVisible()

  await page.keyboard.press('Shift+E')
  await desk.stroke([
    [268, 180],
    [300, 180],
  ])
  await page.keyboard.press('Shift+A')
  const circle = Array.from({ length: 33 }, (_, i): [number, number] => [
    330 + 40 * Math.cos((i / 32) * 6.283),
    180 + 40 * Math.sin((i / 32) * 6.283),
  ])
  await desk.stroke(circle)
  await expect(page.getByText('No longer found.')).toBeVisible()
  await page.getByRole('button', { name: 'Back to the list' }).click()
  await expect(page.getByTestId('look-told')).toContainText('0 findings')
  await expect(page.locator('[data-cell]')).toHaveCount(0)
})

test('a finding answered "meant" with a reason stays so until its drawing changes', async ({ page, desk }) => {
  await desk.opened({ length: 36, edits: row({ bigger: 5 }) })
  await desk.to('Second look')
  await page.getByRole('button', { name: 'It is meant' }).click()
  await page.getByLabel('Why it is meant').fill('It swells with pride.')
  await page.getByRole('button', { name: 'Answer', exact: true }).click()
  await expect(page.getByTestId('look-told')).toContainText('0 findings, 1 answered')
  await desk.kept()
  await page.reload()
  await expect(page.getByTestId('look-told')).toContainText('0 findings, 1 answered')
  await page.getByLabel('answered too').check()
  await expect(page.getByText('Meant: It swells with pride.')).toBeVisible()
  await desk.to('Draw')
  await page.locator('[data-cell="A:20"]').click()
  await desk.stroke([
    [300, 60],
    [360, 60],
  ])
  await desk.to('Second look')
  await expect(page.getByTestId('look-told')).toContainText(/^[12] findings?(?!.*answered)/)
})

test('three answers teach what a level does; findings say how sure they are, the surest first', async ({
  page,
  desk,
}) => {
  await desk.opened({ length: 64, edits: row({ bigger: [3, 9, 15, 21], count: 25 }) })
  await desk.to('Second look')
  await expect(page.getByTestId('look-told')).toContainText('4 findings')
  await expect(page.locator('.slip .sureness')).toHaveText(['sure', 'sure', 'sure', 'sure'])
  for (const left of [3, 2, 1]) {
    await page.getByRole('button', { name: 'It is meant' }).first().click()
    await page.getByLabel('Why it is meant').fill('It breathes.')
    await page.getByRole('button', { name: 'Answer', exact: true }).click()
    await expect(page.getByTestId('look-told')).toContainText(`${left} finding`)
  }
  await page.getByRole('button', { name: /does that/ }).click()
  await expect(page.getByTestId('look-told')).toContainText('0 findings, 4 answered')
  await desk.kept()
  await page.getByLabel('answered too').check()
  await expect(page.getByText(/Meant on all of .*: It breathes\./).first()).toBeVisible()
  await page.getByRole('button', { name: 'Take the answer back' }).first().click()
  await expect(page.getByTestId('look-told')).toContainText('1 finding, 3 answered')
})

test('a stray mark is circled, and taken out when that is wished', async ({ page, desk }) => {
  const dot = [
    [300, 60],
    [302, 61],
    [303, 60],
  ] as const
  await desk.opened({ length: 36, edits: [...row(), line('b4', 'dot', dot, { at: 1 })] })
  await desk.to('Second look')
  const slip = page.locator('.slip').filter({ hasText: 'Stray mark' })
  await slip.getByRole('button', { name: /Show on the paper/ }).click()
  await page.getByRole('button', { name: 'Take it out' }).click()
  await expect(page.getByText('No longer found.')).toBeVisible()
  await expect.poll(async () => (await desk.scene()).drawings['b4']!.passes.line).toBe(1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await desk.scene()).drawings['b4']!.passes.line).toBe(2)
})

test('at the desk what is to be looked at is marked by itself once the hand rests', async ({ page, desk }) => {
  await desk.opened({ length: 36, edits: row({ bigger: 5 }) })
  await expect(page.locator('[data-cell="A:20"]')).toHaveClass(/found/)
  await expect(page.getByRole('button', { name: 'Drawing 20, to be looked at' })).toBeVisible()
})

test('a place off the arc is drawn with its measure; graphs, tables and the frame line go by keyboard; filters and files', async ({
  page,
  desk,
}) => {
  await desk.opened({ length: 36, edits: row({ off: 4 }) })
  await desk.to('Second look')
  await expect(page.locator('.slip').first()).toContainText(/Middle lies 30 px off the arc/)
  const spacing = page.getByRole('slider', { name: /^Spacing/ })
  await spacing.focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('ArrowRight')
  await expect(spacing).toHaveAttribute('aria-valuenow', '3')
  await expect(page.getByRole('slider', { name: /^Size/ })).toHaveAttribute('aria-valuenow', '3')
  await page.getByRole('button', { name: 'Spacing as a table' }).click()
  await expect(page.getByRole('region', { name: 'Spacing as a table' }).locator('tbody tr')).toHaveCount(10)
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Findings as CSV' }).click(),
  ])
  const csv = readFileSync((await download.path())!, 'utf8')
  expect(csv.split('\r\n')[0]).toBe('Severity,Sureness,Check,Level,Drawings,Frame,Time,Value,Limit,Unit,Finding,Meant')
  expect(csv).toContain('Off the arc,A,18,18,')
  await page.getByLabel('From frame').fill('19')
  await page.keyboard.press('Enter')
  await expect(page.locator('.slip').filter({ hasText: 'Off the arc' })).toHaveCount(0)
  await expect(page.getByText(/Nothing of this kind|of A/).first()).toBeVisible()
})

test('the limits of a production are its own, and change what is found in all its scenes', async ({ page, desk }) => {
  await desk.opened({ length: 36, production: 'own-limits', edits: row({ bigger: 5 }) })
  await desk.to('Second look')
  await expect(page.locator('.slip')).toHaveCount(1)
  await page.getByRole('button', { name: 'Limits …' }).click()
  await page.getByLabel('Volume: Area more or less than the model by').fill('60')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('look-told')).toContainText('0 findings')
  await page.reload()
  await expect(page.getByTestId('look-told')).toContainText('0 findings')
  await page.getByRole('button', { name: 'Limits …' }).click()
  await page.getByLabel('Volume: Area more or less than the model by').fill('8')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('look-told')).toContainText('1 finding')
})

test('limits are fitted to finished scenes, seen before they are taken over, and change what is found', async ({
  page,
  desk,
}) => {
  // A hand that lets one drawing of a row swell by a fifth, and calls that finished.
  await desk.opened({ length: 72, production: 'fitted-limits', edits: row({ bigger: 5, to: 44, count: 30 }) })
  await desk.to('Second look')
  await expect(page.locator('.slip').filter({ hasText: 'Volume' })).toHaveCount(1)
  await page.getByRole('button', { name: 'Limits …' }).click()
  await page.getByRole('button', { name: 'Fit them to finished scenes …' }).click()
  const dialog = page.getByRole('dialog', { name: 'Limits from finished work' })
  await dialog.getByRole('button', { name: 'Try the limits on 1 scene' }).click()
  const volume = dialog.getByRole('row', { name: /Volume/ })
  await expect(volume).toContainText(/8 %\s*\d+ %\s*1 → 0/)
  await expectNothingSerious(page)
  // Every other stays as it is.
  for (const other of await dialog.getByRole('rowheader').getByRole('checkbox').all())
    if (!(await other.evaluate((box) => box.parentElement!.textContent.includes('Volume')))) await other.uncheck()
  await dialog.getByRole('button', { name: 'Take over 1 limit' }).click()
  await expect(dialog).toBeHidden()
  await expect(page.locator('.slip').filter({ hasText: 'Volume' })).toHaveCount(0)
  await page.reload()
  await expect(page.getByTestId('look-told')).toBeVisible()
  await expect(page.locator('.slip').filter({ hasText: 'Volume' })).toHaveCount(0)
})

test('a long look tells how far it is and can be stopped; the desk goes on', async ({ page, desk }) => {
  const ids = Array.from({ length: 95 }, (_, i) => `m${i}`)
  await desk.opened({
    length: 100,
    edits: [
      ...ids.map((id, i) => key(id, i + 1)),
      ...ids.map((id, i) => line(id, `${id}l`, round(120 + (i % 40) * 10, 180, 60 + (i % 7)))),
    ],
  })
  // The first look begins when it is to be stopped, so that it is stopped for certain.
  await page.addInitScript(() => {
    const Real = window.Worker
    let held: unknown
    let first = true
    window.Worker = class extends Real {
      override postMessage(message: { kind: string }) {
        if (first && message.kind === 'look') {
          first = false
          held = message
          return
        }
        if (held !== undefined && message.kind === 'stop') {
          super.postMessage(held)
          held = undefined
        }
        super.postMessage(message)
      }
    }
  })
  await page.goto(page.url().replace('/draw', '/look'))
  await page.getByTestId('look-progress').getByRole('button', { name: 'Stop' }).click()
  await expect(page.getByTestId('look-progress')).toHaveCount(0)
  await page.getByRole('button', { name: 'Look again' }).click()
  await expect(page.getByTestId('look-told')).toContainText('in 95 drawings')
})

test('a landmark is followed: dotted until accepted, then pinned on the whole run by one key, and one undo takes it back', async ({
  page,
  desk,
}) => {
  const ids = Array.from({ length: 6 }, (_, i) => `f${i}`)
  const head = (x: number, y: number): (readonly [number, number])[] => [
    ...round(x, y, 40),
    [x + 40, y - 8],
    [x + 90, y + 4],
    [x + 40, y + 12],
  ]
  await desk.opened({
    edits: [
      ...ids.map((id, i) => key(id, 1 + 2 * i)),
      ...ids.map((id, i) => line(id, `${id}l`, head(120 + 18 * i, 150 + 6 * i))),
      { type: 'landmark.put', level: 'A', landmark: { id: 'tip', name: 'Beak' } },
      { type: 'pin.set', drawing: 'f0', landmark: 'tip', pin: { x: 210, y: 154 } },
    ],
  })
  await page.keyboard.press('m')
  await page.getByRole('button', { name: 'Follow on' }).click()
  await expect(page.getByTestId('proposal')).toHaveCount(5)
  expect((await desk.scene()).drawings['f3']!.pins).toBeUndefined()
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('proposal')).toHaveCount(0)
  await desk.kept()
  const { drawings } = await desk.scene()
  for (const [i, id] of ids.entries()) {
    const pin = drawings[id]!.pins!['tip']!
    expect(Math.hypot(pin.x - (210 + 18 * i), pin.y - (154 + 6 * i))).toBeLessThan(8)
  }
  await page.keyboard.press('Control+z')
  await desk.kept()
  expect((await desk.scene()).drawings['f3']!.pins).toBeUndefined()
})

test('an empty scene says what to do first; a worker that dies says so, and another look starts a new one', async ({
  page,
  desk,
}) => {
  await page.addInitScript(() => {
    const Real = window.Worker
    let first = true
    window.Worker = class extends Real {
      override postMessage(message: { kind: string }) {
        if (first && message.kind === 'look') {
          first = false
          setTimeout(() => this.dispatchEvent(new ErrorEvent('error', { message: 'gone' })))
        } else super.postMessage(message)
      }
    }
  })
  await desk.opened({ edits: [] })
  await desk.to('Second look')
  await expect(
    page.getByText('Looking at the drawings stopped unexpectedly. Nothing was changed; look again.'),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Look again' }).click()
  await expect(page.getByText(/Nothing is drawn yet/)).toBeVisible()
})

test('a scene that flashes says so where it is found and where it is handed over', async ({ page, desk }) => {
  const night = (drawing: string): Parameters<typeof desk.opened>[0]['edits'][number] => ({
    type: 'ink.change',
    drawing,
    pass: 'colour',
    remove: [],
    add: [
      {
        at: 0,
        piece: { kind: 'fill', id: `${drawing}n`, swatch: 'pencil', outline: [0, 0, 640, 0, 640, 360, 0, 360] },
      },
    ],
  })
  const frames = [1, 5, 9, 13, 17]
  await desk.opened({
    edits: [
      ...frames.flatMap((frame) => [key(`n${frame}`, frame), key(`d${frame}`, frame + 2)]),
      ...frames.flatMap((frame) => [
        night(`n${frame}`),
        line(`d${frame}`, `l${frame}`, [
          [20, 20],
          [60, 20],
        ]),
      ]),
    ],
  })
  await desk.to('Hand over')
  await expect(page.getByRole('alert')).toContainText(
    /[45] flashes within one second.*the rules of wherever the film is shown decide/s,
  )
  await desk.to('Second look')
  await expect(page.getByRole('heading', { name: /Not to be handed over like this/ })).toBeVisible()
  await expect(page.locator('.slip.stop')).toContainText('Flashing')
  // What was measured says why it shows nothing where nothing moves.
  await expect(page.getByText('Nothing that is followed starts and comes to rest here.')).toBeVisible()
  await expect(page.getByRole('slider', { name: /^Lightness/ })).toBeVisible()
  await expect(page.getByRole('slider', { name: /^Arrivals/ })).toHaveCount(0)
})

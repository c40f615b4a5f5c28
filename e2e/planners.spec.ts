import type { Edit } from '@unhurried/core'
import { newLevel } from '../core/src/scene/create'
import { PLANNERS } from '../core/src/planners/register'
import { expect, expectNothingSerious, key, line, round, test } from './harness'

test('a bounce dragged on its preview is laid in, drawn over twice, reopened and changed: only what is not drawn moves', async ({
  page,
  desk,
}) => {
  await desk.newScene({ name: 'Bouncing', size: 'Wide', fps: 24, frames: 24 })
  await page.getByRole('button', { name: 'Bounce', exact: true }).click()
  const bench = page.getByTestId('bench')
  await bench.getByRole('button', { name: 'Plan it on 2' }).click()
  await bench.getByLabel('Rolls to a stop over').fill('0')
  await bench.getByLabel('Held before it moves').fill('0')
  await bench.getByLabel('Held before it moves').press('Enter')
  const drop = Number(await bench.getByLabel('Height of the drop').inputValue())
  const graph = bench.getByRole('img', { name: /^Height of the middle/ })
  const told = await graph.getAttribute('aria-label')
  await desk.pull('top', 0, 60)
  const lower = Number(await bench.getByLabel('Height of the drop').inputValue())
  expect(lower).toBeLessThan(drop - 40)
  expect(await graph.getAttribute('aria-label')).not.toBe(told)
  await bench
    .getByRole('button', { name: 'Top of the drop: drag it, or move it with the arrow keys' })
    .press('Shift+ArrowUp')
  expect(Number(await bench.getByLabel('Height of the drop').inputValue())).toBeGreaterThan(lower)
  await expect(bench.getByTestId('cost')).toHaveText(
    /\d+ drawings, \d+ of them keys and breakdowns; about .* at 12 minutes a drawing/,
  )

  await bench.getByTestId('lay').click()
  await expect(bench.getByTestId('laid')).toHaveText(/^Laid in: frames 1 to \d+ of level A\.$/)
  await desk.kept()
  const before = await desk.scene()
  const [plan] = Object.values(before.plans!)
  expect(Object.keys(before.guides!).sort()).toEqual([...plan!.drawings].sort())
  expect(before.settings.length).toBeGreaterThan(24)

  // Draw over the first guide and over the third.
  await bench.getByRole('button', { name: 'Draw over it' }).click()
  await expect(page.getByTestId('guide')).toBeVisible()
  await desk.draw([0.3, 0.3], [0.34, 0.36])
  await page.getByRole('button', { name: 'Flip on' }).click()
  await page.getByRole('button', { name: 'Flip on' }).click()
  await expect(page.getByTestId('guide').locator('path').first()).toBeVisible()
  await desk.draw([0.5, 0.3], [0.55, 0.4])
  await desk.kept()
  const drawn = [plan!.drawings[0]!, plan!.drawings[2]!]
  expect(
    Object.values((await desk.scene()).drawings)
      .filter(({ passes }) => Object.keys(passes).length > 0)
      .map(({ id }) => id)
      .sort(),
  ).toEqual([...drawn].sort())

  await page.getByRole('button', { name: 'Change the plan' }).click()
  await expect(bench.getByTestId('stays')).toHaveText('Drawn, and left as it is whatever is changed here: 1, 5.')
  await bench.getByLabel('First fall').fill('14')
  await bench.getByLabel('First fall').press('Enter')
  await bench.getByTestId('lay').click()
  await expect(bench.getByTestId('laid')).toHaveText(/^Changed: .* Drawn and left as they are: 1, 5\.$/)
  await desk.kept()
  const after = await desk.scene()
  const begins = (scene: typeof after, id: string) => {
    let frame = 1
    for (const entry of scene.sheets['main']!['A']! as { drawing: string; frames: number }[]) {
      if (entry.drawing === id) return frame
      frame += entry.frames
    }
    return undefined
  }
  for (const id of drawn)
    expect([begins(after, id), after.guides![id]]).toEqual([begins(before, id), before.guides![id]])
  const contact = (scene: typeof after) =>
    Object.entries(scene.guides!)
      .filter(([, { targets }]) => Object.values(targets).some(({ corner }) => corner))
      .map(([id]) => begins(scene, id)!)
      .sort((a, b) => a - b)
  expect(contact(before)[0]).toBe(9)
  expect(contact(after)[0]).toBe(15)
  // It is all one step to take back.
  await page.getByRole('button', { name: 'Put it away' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await desk.kept()
  expect((await desk.scene()).sheets).toEqual(before.sheets)
})

test('where motion is reduced a planned motion stands on a drawing that shows something', async ({ page, desk }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await desk.newScene({ name: 'Calm', size: 'Wide', fps: 24, frames: 48 })
  await page.getByRole('button', { name: 'Drops and sparks' }).click()
  await expect(page.getByTestId('preview-figure').locator('path').first()).toBeAttached()
  await expect(page.getByTestId('bench').getByRole('button', { name: 'Play' })).toBeVisible()
})

test('each planner opens with a motion, is laid on a level of its own and opens again', async ({ page, desk }) => {
  await desk.newScene({ name: 'All of them', size: 'Wide', fps: 24, frames: 48 })
  for (const [i, { name, id }] of PLANNERS.entries()) {
    if (i > 0) {
      await page.getByRole('button', { name: 'Add a level on top' }).click()
      await page.getByRole('application').press('Home')
    }
    await page.getByRole('button', { name, exact: true }).click()
    const bench = page.getByTestId('bench')
    await expect(bench.getByRole('heading', { name, exact: true })).toBeVisible()
    await expect(bench.getByTestId('preview-figure').locator('path').first()).toBeAttached()
    await bench.getByTestId('lay').click()
    await expect(bench.getByTestId('laid'), id).toHaveText(/^Laid in/)
    await bench.getByRole('button', { name: 'Put it away' }).click()
  }
  await desk.kept()
  const scene = await desk.scene()
  expect(
    Object.values(scene.plans!)
      .map(({ planner }) => planner)
      .sort(),
  ).toEqual(PLANNERS.map(({ id }) => id).sort())
  await page.getByTestId('laid-plans').click()
  await page.getByRole('menuitem', { name: /^Walk, frame 1 of/ }).click()
  await expect(page.getByRole('button', { name: 'Lay the change in' })).toBeVisible()
})

test('nonsense is refused with its reason and the nearest sense, and nothing is laid over ink', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('mine', 5), line('mine', 'ink', round(320, 180, 40))] })
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Walk', exact: true }).click()
  const bench = page.getByTestId('bench')
  await bench.getByLabel('Length of a step', { exact: true }).fill('900')
  await bench.getByLabel('Length of a step', { exact: true }).press('Enter')
  await expect(bench.getByTestId('refused')).toHaveText(
    /A step of 900 px is longer than the legs allow: the longest that fits is \d+ px\./,
  )
  await expect(bench.getByTestId('lay')).toBeDisabled()
  await bench
    .getByTestId('refused')
    .getByRole('button', { name: /^A step of \d+ px$/ })
    .click()
  await expect(bench.getByTestId('refused')).toBeHidden()
  await bench.getByTestId('lay').click()
  await expect(
    bench.getByText('Drawing 5 is drawn and begins at frame 5: a plan is never laid over ink.'),
  ).toBeVisible()
  await bench.getByLabel('at frame').fill('6')
  await bench.getByLabel('at frame').press('Enter')
  await bench.getByTestId('lay').click()
  await expect(bench.getByTestId('laid')).toBeVisible()
  await expectNothingSerious(page)
})

test('guides lie under the paper, not in play unless asked, and can be taken as rough ink', async ({ page, desk }) => {
  await desk.opened({ edits: [] })
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Swing', exact: true }).click()
  await page.getByTestId('lay').click()
  await page.getByRole('button', { name: 'Draw over it' }).click()
  const guide = page.getByTestId('guide')
  await expect(guide).toBeVisible()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await expect(guide).toBeHidden()
  await page.getByRole('button', { name: 'Stop', exact: true }).click()
  await page.getByRole('button', { name: 'Take as rough ink' }).click()
  await desk.kept()
  const scene = await desk.scene()
  const [first] = Object.values(scene.plans!)[0]!.drawings
  expect(scene.drawings[first!]!.passes).toEqual({ rough: 2 })
  expect(Object.keys(scene.drawings[first!]!.pins ?? {})).toHaveLength(1)
  await page.getByRole('button', { name: 'Show guides' }).click()
  await expect(guide).toBeHidden()
})

test('an inbetween can be guided by its parents, its lines matched by hand and taken as rough ink', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      key('a', 1),
      key('b', 9),
      line('a', 'ring', round(150, 120, 40)),
      line(
        'a',
        'bar',
        [
          [150, 200],
          [220, 200],
          [290, 200],
        ],
        { at: 1 },
      ),
      line('b', 'ring2', round(420, 200, 40)),
      line(
        'b',
        'bar2',
        [
          [420, 280],
          [420, 320],
          [420, 350],
        ],
        { at: 1 },
      ),
      {
        type: 'chart.add',
        id: 'c',
        level: 'A',
        from: 'a',
        to: 'b',
        spacing: { by: 'halves', slowOut: 1, slowIn: 0 },
        exposure: [4],
        drawings: ['half'],
      },
    ],
  })
  await desk.cell('A', 5).click()
  await page.getByRole('button', { name: 'Guide this inbetween' }).click()
  const guide = page.getByTestId('inbetween-guide')
  await expect(guide.locator('path')).toHaveCount(2)
  // The round is half way: the middle of its box lies between both.
  const middle = await guide
    .locator('path')
    .first()
    .evaluate((path) => {
      const box = (path as SVGGraphicsElement).getBBox()
      return [box.x + box.width / 2, box.y + box.height / 2]
    })
  expect(Math.abs(middle[0]! - 285)).toBeLessThan(20)
  await page.getByRole('button', { name: 'Match by hand' }).click()
  const lines = page.getByTestId('matching')
  await lines.locator('[data-line="a:bar"]').press('Enter')
  await expect(page.getByText('Now its line on the later drawing, dashed.')).toBeVisible()
  await lines.locator('[data-line="b:bar2"]').press('Enter')
  await expect(page.getByText('1 put together by hand.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Match by hand' })).toHaveAttribute('aria-pressed', 'false')
  await page.getByRole('region', { name: 'Inbetween guide' }).getByRole('button', { name: 'Take as rough ink' }).click()
  await desk.kept()
  const scene = await desk.scene()
  expect(scene.charts['c']!.same).toEqual([
    [
      { drawing: 'a', line: 'bar' },
      { drawing: 'b', line: 'bar2' },
    ],
  ])
  expect(scene.drawings['half']!.passes).toEqual({ rough: 2 })
})

test('from the desk: a scarf hangs from a landmark pinned on another level, drawing for drawing', async ({
  page,
  desk,
}) => {
  const pin = (drawing: string, x: number, y: number): Edit => ({
    type: 'pin.set',
    drawing,
    landmark: 'nape',
    pin: { x, y },
  })
  await desk.opened({
    edits: [
      key('a', 1),
      key('b', 9),
      key('c', 17),
      line('a', 'l1', round(120, 120, 30)),
      line('b', 'l2', round(300, 90, 30)),
      line('c', 'l3', round(480, 140, 30)),
      { type: 'landmark.put', level: 'A', landmark: { id: 'nape', name: 'Nape' } },
      pin('a', 120, 150),
      pin('b', 300, 120),
      pin('c', 480, 170),
      { type: 'level.add', level: newLevel({ id: 'S', name: 'Scarf', approach: 'pose-to-pose' }), at: 1 },
    ],
  })
  await desk.cell('Scarf', 1).click()
  await desk.frameMenu()
  await page.getByRole('button', { name: 'Plan a motion from frame 1' }).click()
  await page.getByRole('button', { name: 'Drag', exact: true }).click()
  const bench = page.getByTestId('bench')
  await expect(bench.locator('.el-select').filter({ has: page.locator('#plan-host') })).toContainText('Nape of A')
  await expect(bench.getByText(/^Make the drawing at frame \d+ first/)).toBeVisible()
  await bench.getByTestId('lay').click()
  await expect(bench.getByTestId('laid')).toHaveText(/level Scarf/)
  await desk.kept()
  const scene = await desk.scene()
  const [plan] = Object.values(scene.plans!)
  const roots = plan!.drawings
    .filter((id) => scene.guides![id])
    .map((id) => {
      const { points } = scene.guides![id]!.shapes[0]!
      return [(points[0]! + points.at(-2)!) / 2, (points[1]! + points.at(-1)!) / 2]
    })
  for (const [x, y] of [
    [120, 150],
    [300, 120],
    [480, 170],
  ])
    expect(roots.some(([rx, ry]) => Math.hypot(rx! - x!, ry! - y!) < 2)).toBe(true)
})

test('a walk on the spot goes on to the end, and lets the ground go by at its own speed', async ({ page, desk }) => {
  await desk.opened({
    length: 60,
    edits: [
      {
        type: 'level.add',
        level: newLevel({ id: 'G', name: 'Quay', approach: 'pose-to-pose', kind: 'ground' }),
        at: 0,
      },
    ],
  })
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Walk', exact: true }).click()
  const bench = page.getByTestId('bench')
  await bench.getByRole('button', { name: 'proud' }).click()
  await bench.getByRole('button', { name: 'to the end' }).click()
  await expect(bench.getByText('to frame 60')).toBeVisible()
  const step = Number(await bench.getByLabel('Length of a step', { exact: true }).inputValue())
  await bench.getByTestId('lay').click()
  await bench.getByRole('button', { name: 'Let Quay go by with it' }).click()
  await desk.kept()
  const scene = await desk.scene()
  const [cycle] = scene.sheets['main']!['A']! as { cycle: { frames: number }[]; turns: number | null; frames: number }[]
  expect([cycle!.turns, cycle!.frames]).toEqual([null, 60])
  const period = cycle!.cycle.reduce((sum, { frames }) => sum + frames, 0)
  expect(scene.levels['G']!.ground!.pan!.to.x).toBeCloseTo((-59 * 2 * step) / period, 6)
})

test('a change of shape is corrected by dragging a point along the second outline', async ({ page, desk }) => {
  await desk.opened({ width: 960, height: 540, edits: [] })
  await desk.to('Plan')
  await page.getByRole('button', { name: 'Change of shape', exact: true }).click()
  const bench = page.getByTestId('bench')
  await desk.pull('pair-1', 8, 30)
  await expect(bench.getByText(/points? are put together by hand/)).toBeVisible()
  await bench.getByTestId('lay').click()
  await expect(bench.getByTestId('laid')).toBeVisible()
  await desk.kept()
  expect(String(Object.values((await desk.scene()).plans!)[0]!.inputs['pairs'])).toMatch(/^0(\.\d+)?:0?(\.\d+)?/)
  await bench.getByRole('button', { name: 'Match them anew' }).click()
  await expect(bench.getByText(/put together by hand/)).toBeHidden()
})

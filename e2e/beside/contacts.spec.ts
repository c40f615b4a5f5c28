import type { Edit } from '@unhurried/core'
import { newLevel } from '../../core/src/scene/create'
import { expect, expectNothingSerious, key, test } from '../harness'

const landmark = (level: string, id: string, name: string): Edit => ({
  ...{ type: 'landmark.put', level, landmark: { id, name } },
})
const pin = (drawing: string, of: string, x: number, y: number): Edit => ({
  ...{ type: 'pin.set', drawing, landmark: of, pin: { x, y } },
})

test('a hand is asked to touch a rail on chosen frames: charts ask for that place, both drawings show it, Second look tells what misses', async ({
  page,
  desk,
}) => {
  await desk.opened({
    edits: [
      { type: 'level.add', level: newLevel({ id: 'B', name: 'Rail', approach: 'pose-to-pose' }), at: 1 },
      ...[landmark('A', 'hand', 'Hand'), landmark('B', 'rail', 'Edge')],
      ...[key('a1', 1), key('a9', 9), key('b1', 1, 'B')],
      {
        ...{ type: 'chart.add', id: 'c', level: 'A', from: 'a1', to: 'a9', exposure: [2] },
        ...{ spacing: { by: 'law', law: 'even', strength: 1 }, drawings: ['a3', 'a5', 'a7'] },
      },
      ...[pin('a1', 'hand', 100, 200), pin('a9', 'hand', 500, 200), pin('b1', 'rail', 400, 120)],
    ],
  })
  await desk.choose('A', 5, 8)
  await page.keyboard.press('m')
  await page.getByRole('button', { name: 'Change …' }).click()
  await page.getByRole('menuitem', { name: 'Touches …' }).click()
  const dialog = page.getByRole('dialog', { name: 'What touches' })
  await expectNothingSerious(page)
  await dialog.getByRole('button', { name: 'They touch' }).click()
  await expect(dialog.getByTestId('contact')).toContainText('Hand of A goes to Edge of Rail')
  await desk.kept()
  expect((await desk.scene()).takes['main']!.contacts).toMatchObject([
    { leader: { level: 'B', landmark: 'rail' }, follower: { level: 'A', landmark: 'hand' }, from: 5, to: 8 },
  ])
  // The last frame moved by its field.
  await dialog.getByLabel('Last frame, Hand of A').fill('12')
  await page.keyboard.press('Enter')
  await desk.kept()
  expect((await desk.scene()).takes['main']!.contacts![0]!.to).toBe(12)
  await page.keyboard.press('Escape')

  // The chart asks for the rail, the drawing shows it; pinned beside it the miss is told.
  await desk.cell('A', 5).click()
  const target = page.locator('[data-target="Hand"] circle')
  await expect(target).toHaveAttribute('cx', '400')
  await expect(target).toHaveAttribute('cy', '120')
  const touch = page.locator('[data-touch="Hand"]')
  await expect(touch).toContainText('Hand touches Edge of Rail')
  await desk.press(412 / 640, 120 / 360)
  await expect(touch).toContainText(/, 1[12]\.\d px/)
  // So does the other drawing.
  await desk.cell('Rail', 5).click()
  await expect(page.locator('[data-touch="Edge"]')).toContainText('Edge meets Hand of A')
  await desk.kept()
  await page.getByRole('link', { name: 'Second look' }).click()
  await expect(page.getByText(/should touch Edge of Rail and misses it by 1[12]/).first()).toBeVisible()
})

import { unzipSync } from 'fflate'
import { decode } from 'fast-png'
import type { Edit, Pass } from '@unhurried/core'
import { expect, expectNothingSerious, key, saved, test } from '../harness'

const RED: Edit = { type: 'swatch.put', swatch: { id: 'red', name: 'Red', colour: '#cc0000' } }
const square = (drawing: string, pass: Pass, x: number, y: number): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [
    {
      ...{ at: 0 },
      piece: {
        ...{ kind: 'fill', id: `${drawing}${pass}`, swatch: 'red' },
        outline: [x, y, x + 60, y, x + 60, y + 60, x, y + 60],
      },
    },
  ],
})
const greenAt = (png: Uint8Array, x: number, y: number) => {
  const { data, width, channels } = decode(png)
  return data[(y * width + x) * channels + 1]!
}

test('a level is shown with its shadow laid elsewhere, with a glow and smeared by its speed; what is drawn stays as it is', async ({
  page,
  desk,
}) => {
  await desk.opened({
    length: 6,
    edits: [
      RED,
      ...[key('a', 1), square('a', 'colour', 100, 100), square('a', 'shadow', 100, 250)],
      ...[key('b', 3), square('b', 'colour', 180, 100)],
    ],
  })
  const ink = await desk.ink('a')
  await page.getByRole('button', { name: 'Level A', exact: true }).click()
  await page.getByText('Effects', { exact: true }).click()
  const effects = page.getByRole('group', { name: 'Effects of level A' })
  await effects.getByLabel('Shadow moved to the right, px').fill('200')
  await page.keyboard.press('Tab')
  const slide = async (name: string, keys: readonly string[]) => {
    await effects.getByRole('slider', { name }).focus()
    for (const each of keys) await page.keyboard.press(each)
  }
  await slide('Glow reaches', ['PageUp', 'PageUp', 'PageUp', 'PageUp', 'PageUp'])
  await slide('Glow, how strong', ['End'])
  await slide('Smeared by speed', ['End', 'Home', 'PageUp'])
  await expectNothingSerious(page)
  await desk.kept()
  const told = (await desk.scene()).levels['A']!.effects!
  expect(told).toMatchObject({ shadow: { x: 200, y: 0, soft: 0 }, glow: { strength: 1 } })
  expect([told.glow!.reach, told.speed]).toEqual([20, expect.closeTo(0.2, 5)])
  expect(await desk.ink('a')).toEqual(ink)
  await page.keyboard.press('Escape')
  // At the desk it lies as it is drawn.
  expect(await desk.pixel(130, 280)).toEqual([204, 0, 0])
  expect(await desk.pixel(95, 130)).toEqual([255, 255, 255])

  await desk.to('Hand over')
  await page.getByText('Numbered PNG stills').click()
  await page.getByRole('button', { name: 'Make the stills' }).click()
  const files = Object.values(unzipSync(new Uint8Array(await saved(page, () => page.getByTestId('file').click()))))
  const still = files.find((bytes) => bytes[1] === 0x50)!
  // The shadow elsewhere, light round the square, and its side no longer sharp where it goes.
  expect([greenAt(still, 330, 280), greenAt(still, 130, 280)]).toEqual([0, 255])
  expect(greenAt(still, 130, 92)).toBeGreaterThan(20)
  expect(greenAt(still, 130, 92)).toBeLessThan(240)
  const across = [102, 106, 130].map((x) => greenAt(still, x, 130))
  expect(across[2]).toBe(0)
  expect(across[0]!).toBeGreaterThan(across[1]!)
})

import type { Edit } from '@unhurried/core'
import { expect, key, test, type Desk } from '../harness'

/** A broad pencil line across the paper, some pixels down; `more` short lines in its corner beside it. */
const pencil = (drawing: string, y: number, more = 0): Edit => {
  const stroke = (id: string, places: readonly number[], size: number) => ({
    ...{ kind: 'stroke' as const, id, swatch: 'pencil', brush: 'pencil' as const, size },
    points: places.flatMap((value, i) => (i % 2 === 0 ? [value, places[i + 1]!, 0.5] : [])),
  })
  const small = Array.from({ length: more }, (_, n) =>
    stroke(
      `${drawing}s${n}`,
      Array.from({ length: 20 }, (_, i) => (i % 2 === 0 ? 10 + (n % 30) * 4 + i : 10 + Math.floor(n / 30) * 6 + i / 4)),
      3,
    ),
  )
  const pieces = [...small, stroke(`${drawing}l`, [100, y, 300, y, 540, y], 40)]
  return {
    ...{ type: 'ink.change', drawing, pass: 'line', remove: [] },
    add: pieces.map((piece, at) => ({ at, piece })),
  }
}
/** What the table shows well within the line, whichever of them it is. */
const shown = async (desk: Desk) => {
  await desk.still()
  const [[left, top], [right, bottom]] = [await desk.at(200, 176), await desk.at(440, 186)]
  const box = (await desk.canvas.boundingBox())!
  return desk.canvas.evaluate(
    (canvas, [x, y, width, height]) => {
      const { width: across, clientWidth } = canvas as HTMLCanvasElement
      const by = across / clientWidth
      const surface = (canvas as HTMLCanvasElement).getContext('2d')!
      const { data } = surface.getImageData(
        ...([x!, y!, width!, height!].map((px) => Math.round(px * by)) as [number, number, number, number]),
      )
      return [...data]
    },
    [left - box.x, top - box.y, right - left, bottom - top] as const,
  )
}

test('traced a little off, a pencil’s grain stays in the paper: it does not crawl from drawing to drawing', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d1', 1), key('d2', 2), pencil('d1', 180), pencil('d2', 182.5)] })
  await page.keyboard.press('w')
  const first = await shown(desk)
  await page.locator('[data-drawing=d2]').click()
  await expect(page.locator('[data-drawing=d2]')).toHaveAttribute('aria-pressed', 'true')
  const second = await shown(desk)
  // The browser rounds a few spots otherwise; grain that went with the line would be another nearly everywhere.
  const others = second.filter((value, i) => Math.abs(value - first[i]!) > 2).length
  expect(others / first.length).toBeLessThan(0.02)
  // There is a grain that could have crawled.
  expect(new Set(first.filter((_, i) => i % 4 === 0)).size).toBeGreaterThan(20)
})

test('what is painted in a worker has the very pixels of what is painted in the page', async ({ page, desk }) => {
  await desk.opened({ edits: [key('d1', 1), key('d2', 2), pencil('d1', 180), pencil('d2', 180, 120)] })
  await page.keyboard.press('w')
  const first = await shown(desk)
  await page.locator('[data-drawing=d2]').click()
  await expect(page.locator('[data-drawing=d2]')).toHaveAttribute('aria-pressed', 'true')
  expect(await shown(desk)).toEqual(first)
})

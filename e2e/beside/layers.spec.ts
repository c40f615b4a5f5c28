import { execFileSync } from 'node:child_process'
import { decode } from 'fast-png'
import { strFromU8, unzipSync } from 'fflate'
import type { Edit } from '@unhurried/core'
import { newLevel } from '../../core/src/scene/create'
import { expect, expectNothingSerious, key, saved, test } from '../harness'

const RED: Edit = { type: 'swatch.put', swatch: { id: 'red', name: 'Red', colour: '#cc0000' } }
const square = (drawing: string, pass: 'colour' | 'line', [x, y]: readonly [number, number]): Edit => ({
  ...{ type: 'ink.change', drawing, pass, remove: [] },
  add: [
    {
      at: 0,
      piece: {
        kind: 'fill',
        id: `${drawing}${pass}`,
        swatch: 'red',
        outline: [x, y, x + 100, y, x + 100, y + 100, x, y + 100],
      },
    },
  ],
})
const EDITS: Edit[] = [
  RED,
  { type: 'level.add', level: newLevel({ id: 'B', name: 'Reed', approach: 'pose-to-pose' }), at: 1 },
  { type: 'level.set', level: 'B', fields: { strength: 0.5 } },
  ...[key('a', 1), square('a', 'colour', [100, 100]), square('a', 'line', [300, 100])],
  ...[key('b', 1, 'B'), square('b', 'line', [100, 100])],
]
const pixel = (png: Uint8Array, x: number, y: number) => {
  const { data, width, channels } = decode(png)
  const [r, g, b, a = 255] = data.slice((y * width + x) * channels, (y * width + x + 1) * channels)
  return [r, g, b, a]
}

test('a frame goes out in layers as OpenRaster and SVG: each level and pass by itself, all of it merged', async ({
  page,
  desk,
}) => {
  await desk.opened({ paper: '#0000ff', edits: EDITS })
  await desk.to('Hand over')
  await page.getByText('Layers as OpenRaster').click()
  await page.getByRole('button', { name: 'Make the layers' }).click()
  const bytes = await saved(page, () => page.getByTestId('file').click())
  const ora = unzipSync(new Uint8Array(bytes))
  expect(Object.keys(ora)[0]).toBe('mimetype')
  const stack = strFromU8(ora['stack.xml']!)
  expect(
    [...stack.matchAll(/name="([^"]*)" opacity="([^"]*)"/g)].map(([, name, strength]) => `${name} ${strength}`),
  ).toEqual([...['Reed 0.5', 'A 1', 'line 1', 'colour 1', 'Paper 1']])
  const layers = [0, 1, 2, 3].map((n) => ora[`data/layer00${n}.png`]!)
  // In the first square: paper, colour, nothing of the line, and the reed as strong as it is drawn.
  expect(layers.map((png) => pixel(png, 150, 150))).toEqual([
    [0, 0, 255, 255],
    [204, 0, 0, 255],
    [0, 0, 0, 0],
    [204, 0, 0, 255],
  ])
  expect(layers.map((png) => pixel(png, 350, 150)[3])).toEqual([255, 0, 255, 0])
  expect(pixel(ora['mergedimage.png']!, 150, 150)).toEqual([204, 0, 0, 255])
  expect(decode(ora['Thumbnails/thumbnail.png']!).width).toBeLessThanOrEqual(256)

  await page.getByText('Layers as SVG').click()
  await page.getByRole('button', { name: 'Make the layers' }).click()
  const svg = (await saved(page, () => page.getByTestId('file').click())).toString()
  // Shown by the browser as it is by us.
  const shown = await page.evaluate(async (text) => {
    const image = new Image()
    image.src = `data:image/svg+xml,${encodeURIComponent(text)}`
    await image.decode()
    const surface = new OffscreenCanvas(640, 360).getContext('2d')!
    surface.drawImage(image, 0, 0)
    return [150, 350, 550].map((x) => [...surface.getImageData(x, 150, 1, 1).data])
  }, svg)
  expect(shown).toEqual([
    [204, 0, 0, 255],
    [204, 0, 0, 255],
    [0, 0, 255, 255],
  ])

  // And by another hand, which knows nothing of browsers.
  const merged = decode(ora['mergedimage.png']!)
  const theirs = decode(execFileSync('rsvg-convert', ['-w', String(merged.width)], { input: svg, maxBuffer: 1e8 }))
  expect([theirs.width, theirs.height]).toEqual([merged.width, merged.height])
  let off = 0
  for (let i = 0; i < merged.width * merged.height; i++)
    for (let c = 0; c < 3; c++)
      off += Math.abs(theirs.data[i * theirs.channels + c]! - merged.data[i * merged.channels + c]!)
  // Parts of 255, on the mean of all pixels: edges alone are mixed a little otherwise.
  expect(off / (3 * merged.width * merged.height)).toBeLessThan(0.5)

  // Both come back as levels: the lines as they were drawn, the pictures in their colours.
  await desk.to('Draw')
  await desk.frameMenu()
  await page.getByRole('link', { name: 'Paper in …' }).click()
  const bring = (name: string, buffer: Buffer) =>
    page.getByLabel('Bring in pages', { exact: true }).setInputFiles({ name, mimeType: '', buffer })
  await bring('out.svg', Buffer.from(svg))
  await page.getByRole('button', { name: 'Lay in 2 levels' }).click()
  await expect(page.getByTestId('laid-layers')).toHaveText('2 levels laid from frame 1.')
  await desk.kept()
  const drawingOn = async (at: number) => {
    const { levelOrder, sheets } = await desk.scene()
    const [shown] = sheets['main']![levelOrder.at(at)!]!
    return { level: levelOrder.at(at)!, drawing: (shown as { drawing: string }).drawing }
  }
  const [first, second] = [await drawingOn(-2), await drawingOn(-1)]
  expect(await desk.ink(first.drawing)).toEqual(await desk.ink('a'))
  expect((await desk.scene()).levels[second.level]).toMatchObject({ name: 'Reed', strength: 0.5 })

  await bring('out.ora', bytes)
  await expect(page.getByRole('button', { name: 'Paper', exact: true })).toHaveAttribute('aria-pressed', 'false')
  await expectNothingSerious(page)
  await page.getByRole('button', { name: 'Lay in 2 levels' }).click()
  await expect(page.getByTestId('laid-layers')).toBeVisible()
  await desk.kept()
  const pictures = await desk.ink((await drawingOn(-2)).drawing)
  expect(Object.keys(pictures).sort()).toEqual(['colour', 'line'])
  await page.getByRole('link', { name: 'Back to the desk' }).click()
  await expect.poll(() => desk.pixel(350, 150)).toEqual([204, 0, 0])
})

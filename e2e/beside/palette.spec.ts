import { expect, key, line, saved, test } from '../harness'

const places = [
  [40, 40],
  [200, 160],
] as const

test('the colours of a scene go out as files and come into another in one step; a file that holds none is told', async ({
  page,
  desk,
}) => {
  await desk.opened({ edits: [key('d1', 1), line('d1', 'l1', places)] })
  await page.getByRole('button', { name: 'Colours', exact: true }).click()
  const files = page.getByRole('group', { name: 'Colours as a file' })
  const out = (as: string) => saved(page, () => files.getByRole('button', { name: as, exact: true }).click())
  const [json, csv, svg] = [await out('JSON'), await out('CSV'), await out('SVG')]
  const { palette } = await desk.scene()
  const { colours } = JSON.parse(json.toString()) as { colours: { name: string; colour: string }[] }
  expect(colours.map(({ name, colour }) => [name, colour])).toEqual(palette.map(({ name, colour }) => [name, colour]))
  expect(csv.toString()).toContain(`${palette[0]!.name},${palette[0]!.colour}`)
  expect(svg.toString().match(/<rect /g)).toHaveLength(palette.length)

  const field = page.getByLabel('Bring in colours from a file')
  const changed = svg
    .toString()
    .replace(palette[0]!.colour, '#0a0b0c')
    .replace('</svg>', '<rect id="Sea" fill="#08f"/></svg>')
  await field.setInputFiles({ name: 'film.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(changed) })
  await expect(page.getByText('1 new colour, 1 changed.')).toBeVisible()
  await desk.kept()
  const after = (await desk.scene()).palette
  expect(after[0]).toMatchObject({ id: palette[0]!.id, colour: '#0a0b0c' })
  expect(after.at(-1)).toMatchObject({ name: 'Sea', colour: '#0088ff' })
  await field.setInputFiles({ name: 'notes.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2\n') })
  await expect(page.getByRole('alert')).toHaveText(/^notes\.csv: Its first row must name the columns/)
  await page.keyboard.press('Escape')
  await page.keyboard.press('z')
  await desk.kept()
  expect((await desk.scene()).palette).toEqual(palette)
})

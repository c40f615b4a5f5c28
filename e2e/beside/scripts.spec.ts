import { readFileSync } from 'node:fs'
import { getDocument, OPS } from 'pdfjs-dist/legacy/build/pdf.mjs'
import type { Edit } from '@unhurried/core'
import { newLevel } from '../../core/src/scene/create'
import { expect, key, test } from '../harness'

/** Names in scripts the shipped face has, and in scripts only the browser's own fonts have. */
const WRITTEN = ['Ålesund', 'Ώρα', 'Чайка']
const PICTURED = ['שלג', 'ثلج', 'Ձյուն', 'თოვლი', 'ຫິມະ']

test('names in eight scripts go through the printed sheet, the archive and its file’s name, and back', async ({
  page,
  desk,
  harness,
}) => {
  const [film, ...levels] = [...PICTURED, ...WRITTEN]
  const named = (level: string, name: string): Edit => ({ type: 'level.set', level, fields: { name } })
  const edits = levels.flatMap((name, at): Edit[] =>
    at === 0
      ? [named('A', name)]
      : [{ type: 'level.add', at, level: newLevel({ id: `L${at}`, name, approach: 'pose-to-pose' }) }],
  )
  const note = { type: 'take.note' as const, take: 'main', frame: 3, text: 'ثلج كثير جدا على البحر في الصباح الباكر' }
  const id = await desk.opened({ name: film!, edits: [key('d1', 1), ...edits, note] })
  await desk.to('Hand over')
  await page.getByText('Exposure sheet to print').click()
  await expect(page.getByText('No font on this machine')).toBeHidden()
  await page.getByRole('button', { name: 'Make the PDF' }).click()
  const downloading = page.waitForEvent('download')
  await page.getByTestId('file').click()
  const download = await downloading
  expect(download.suggestedFilename()).toBe(`${film}-sheet.pdf`)
  const pdf = await getDocument({ data: new Uint8Array(readFileSync(await download.path())), verbosity: 0 }).promise
  let [words, pictures] = ['', 0]
  for (let n = 1; n <= pdf.numPages; n++) {
    const shown = await pdf.getPage(n)
    words += (await shown.getTextContent()).items.map((item) => ('str' in item ? item.str : '')).join(' ')
    pictures += (await shown.getOperatorList()).fnArray.filter((each) => each === OPS.paintImageXObject).length
  }
  for (const name of WRITTEN) expect(words).toContain(name)
  expect(words).not.toContain('?')
  // The film on each page, each level, the note.
  expect(pictures).toBe(pdf.numPages + PICTURED.length - 1 + 1)

  await page.getByText('The whole scene', { exact: true }).click()
  await page.getByRole('button', { name: 'Make the archive' }).click()
  const packing = page.waitForEvent('download')
  await page.getByTestId('file').click()
  const packed = await packing
  expect(packed.suggestedFilename()).toContain(film)
  await page.goto(harness.url)
  const shelf = page.getByRole('region', { name: 'Tests' })
  await shelf.getByLabel('Bring a scene from an archive into Tests').setInputFiles({
    ...{ name: packed.suggestedFilename(), mimeType: 'application/zip' },
    buffer: readFileSync(await packed.path()),
  })
  await expect(shelf.getByRole('status').filter({ hasText: `${film} is on the shelf now` })).toBeVisible()
  const found = (await (
    await fetch(`${harness.url}/api/found?words=${encodeURIComponent(film!)}&left=any`)
  ).json()) as {
    scenes: { id: string }[]
  }
  const again = found.scenes.find((scene) => scene.id !== id)!
  const { scene } = await (await fetch(`${harness.url}/api/scenes/${again.id}`)).json()
  expect(Object.values(scene.levels as Record<string, { name: string }>).map(({ name }) => name)).toEqual(
    expect.arrayContaining(levels),
  )
  expect(scene.takes.main.notes[0].text).toBe(note.text)
})

test('letters no font here has are told before the sheet is made', async ({ page, desk }) => {
  // A place of Unicode’s own use: no font has it.
  await desk.opened({
    name: 'Snow \u{1D2FF}',
    edits: [{ type: 'level.set', level: 'A', fields: { name: '\u{16FE0}' } }],
  })
  await desk.to('Hand over')
  await page.getByText('Exposure sheet to print').click()
  await expect(page.getByText('No font on this machine has \u{16FE0}')).toBeVisible()
  await page.getByText('Looping GIF').click()
  await expect(page.getByText('No font on this machine')).toBeHidden()
})

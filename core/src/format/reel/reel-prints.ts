import { writeSheetsPdf } from '../sheet/sheet-pdf'
import { writeContactSheet } from './contact-sheet'
import type { ReelExporter } from './reel-formats'

const PDF = 'application/pdf'

export const reelContactSheet: ReelExporter = async ({ stem, smallOf, fonts, progress, ...reel }) => {
  const onShot = (done: number, of: number) => progress(done, of, `Shot ${done} of ${of}`)
  const bytes = await writeContactSheet({ ...reel, pictureOf: smallOf, fonts: await fonts(), onShot })
  return { name: `${stem}-contact-sheet.pdf`, type: PDF, parts: [bytes] }
}

/** The exposure sheet of each scene once, in the order of the reel. Errors: RangeError when no scene is on it. */
export const reelSheets: ReelExporter = async ({ name, stem, times, paper, fonts, sceneOf, progress }) => {
  const ids = new Set(times.shots.flatMap(({ shot, missing }) => (missing ? [] : (shot.scene ?? []))))
  if (ids.size === 0) throw new RangeError('No scene is on this reel yet: it has no sheets to print.')
  const sheets = []
  for (const id of ids) {
    progress(sheets.length, 2 * ids.size, `Fetching scene ${sheets.length + 1} of ${ids.size}`)
    sheets.push({ scene: await sceneOf(id) })
  }
  const onPage = (page: number, of: number) => progress(of + page, 2 * of, `Page ${page} of ${of}`)
  const bytes = await writeSheetsPdf(`${name}, exposure sheets`, sheets, { paper, fonts: await fonts(), onPage })
  return { name: `${stem}-sheets.pdf`, type: PDF, parts: [bytes] }
}

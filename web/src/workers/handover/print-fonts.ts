import type { PrintFonts } from '@unhurried/core'
import latin from '@fontsource/source-sans-3/files/source-sans-3-latin-400-normal.woff?url'
import latinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-400-normal.woff?url'
import greek from '@fontsource/source-sans-3/files/source-sans-3-greek-400-normal.woff?url'
import cyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-400-normal.woff?url'
import boldLatin from '@fontsource/source-sans-3/files/source-sans-3-latin-600-normal.woff?url'
import boldLatinExt from '@fontsource/source-sans-3/files/source-sans-3-latin-ext-600-normal.woff?url'
import boldGreek from '@fontsource/source-sans-3/files/source-sans-3-greek-600-normal.woff?url'
import boldCyrillic from '@fontsource/source-sans-3/files/source-sans-3-cyrillic-600-normal.woff?url'
import { picturedWords } from './pictured-words'

/** Letters of most of the world's left-to-right alphabets; the first file that has one writes it. */
const PLAIN = [latin, latinExt, greek, cyrillic]
const BOLD = [boldLatin, boldLatinExt, boldGreek, boldCyrillic]

async function font(url: string): Promise<Uint8Array> {
  const answer = await fetch(url)
  if (!answer.ok) throw new Error('The letters of the sheet could not be fetched: the server is not answering.')
  return new Uint8Array(await answer.arrayBuffer())
}

/** The letters that printed pages are written with. Errors: with a sentence, when they cannot be fetched. */
export async function printFonts(): Promise<PrintFonts> {
  const [plain, bold] = await Promise.all([Promise.all(PLAIN.map(font)), Promise.all(BOLD.map(font))])
  return { plain, bold, picture: picturedWords }
}

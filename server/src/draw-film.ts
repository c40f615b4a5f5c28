import { writeFileSync } from 'node:fs'
import { gzipSync } from 'node:zlib'
import { drawnFile, type DrawnFilm } from './sample/drawn'
import { SAMPLE_FILM } from './sample/film'
import { answersOf, editsOf, type SampleScene } from './sample/sample'

const base64 = (bytes: Uint8Array) => Buffer.from(bytes).toString('base64')

async function drawn(sample: SampleScene): Promise<DrawnFilm[number]> {
  const { id, settings, palette, pictures, sounds = [], films = [] } = sample
  const edits = editsOf(sample)
  return {
    ...{ id, settings, palette: [...palette], edits: [...edits, ...(await answersOf(sample, edits))] },
    pictures: (pictures?.() ?? []).map(({ bytes, width, height }) => ({ bytes: base64(bytes), width, height })),
    files: [...sounds, ...films].map((file) => base64(file.bytes())),
  }
}

// Run once while the server is built.
writeFileSync(drawnFile(import.meta.url), gzipSync(JSON.stringify(await Promise.all(SAMPLE_FILM.map(drawn)))))

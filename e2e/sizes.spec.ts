import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { expect, test } from '@playwright/test'
import { root } from '../scripts/lib/paths.mjs'

interface Chunk {
  file: string
  imports?: string[]
  css?: string[]
  isEntry?: boolean
}
const dist = join(root, 'web', 'dist')
const manifest = () => JSON.parse(readFileSync(join(dist, '.vite', 'manifest.json'), 'utf8')) as Record<string, Chunk>
/**
 * Scripts a place fetches before it can be shown, in kB packed and in files: what it may grow to, and no further
 * unnoticed.
 */
const BUDGETS: Record<string, { kB: number; files: number }> = {
  'src/shelf/ShelfPage.vue': { kB: 170, files: 8 },
  'src/shelf/NewScenePage.vue': { kB: 219, files: 9 },
  'src/desk/DeskPage.vue': { kB: 390, files: 12 },
  'src/plan/PlanPage.vue': { kB: 348, files: 13 },
  'src/look/LookPage.vue': { kB: 320, files: 14 },
  'src/log/LogPage.vue': { kB: 328, files: 15 },
  'src/takes/TakesPage.vue': { kB: 300, files: 10 },
  'src/handover/HandoverPage.vue': { kB: 311, files: 14 },
}

/** What some parts are made of: their own files, and all that these import. */
function filesOf(chunks: Record<string, Chunk>, names: readonly string[]): string[] {
  const files = new Set<string>()
  const follow = (name: string) => {
    const chunk = chunks[name]!
    if (files.has(chunk.file)) return
    files.add(chunk.file)
    chunk.imports?.forEach(follow)
  }
  names.forEach(follow)
  return [...files]
}
const packedOf = (files: readonly string[]) =>
  files.reduce((sum, file) => sum + gzipSync(readFileSync(join(dist, file))).length, 0) / 1000
/** The documents of places that ask for a file ahead. */
const askingFor = (file: string) =>
  readdirSync(join(dist, 'places'))
    .map((name) => readFileSync(join(dist, 'places', name), 'utf8'))
    .filter((document) => document.includes(file))

for (const [place, budget] of Object.entries(BUDGETS)) {
  test(`${place} fetches at most ${budget.kB} kB of script in ${budget.files} files before it is shown`, () => {
    const chunks = manifest()
    const entry = Object.keys(chunks).find((name) => chunks[name]!.isEntry && name.endsWith('.html'))!
    const inScene = /desk|plan|look|log|takes|handover/.test(place)
    const frame = inScene ? Object.keys(chunks).filter((name) => /^_scene-.*js$/.test(name)) : []
    expect(frame.length).toBe(inScene ? 1 : 0)
    const more = place.includes('Shelf') ? [] : ['src/theme/more-elements.ts']
    const files = filesOf(chunks, [entry, place, ...frame, ...more])
    const packed = packedOf(files)
    test.info().annotations.push({ type: 'size', description: `${packed.toFixed(0)} kB in ${files.length} files` })
    expect(packed).toBeLessThanOrEqual(budget.kB)
    expect(files.length).toBeLessThanOrEqual(budget.files)
    expect(packed).toBeGreaterThan(20)
    if (!inScene) return
    // A place of a scene asks for all of it at once.
    const [document, ...others] = askingFor(chunks[place]!.file)
    expect([others, files.filter((file) => !document?.includes(file))]).toEqual([[], []])
  })
}

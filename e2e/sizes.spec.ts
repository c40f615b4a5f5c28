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
  'src/shelf/ShelfPage.vue': { kB: 166, files: 12 },
  'src/shelf/NewScenePage.vue': { kB: 216, files: 10 },
  'src/desk/DeskPage.vue': { kB: 396, files: 22 },
  'src/plan/PlanPage.vue': { kB: 340, files: 28 },
  'src/look/LookPage.vue': { kB: 306, files: 20 },
  'src/log/LogPage.vue': { kB: 316, files: 24 },
  'src/takes/TakesPage.vue': { kB: 288, files: 14 },
  'src/handover/HandoverPage.vue': { kB: 298, files: 20 },
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
      ? ['src/app/SceneFrame.vue', 'src/app/SceneEdge.vue']
      : []
    const more = place.includes('Shelf') ? [] : ['src/theme/more-elements.ts']
    const files = filesOf(chunks, [entry, place, ...inScene, ...more])
    const packed = packedOf(files)
    test.info().annotations.push({ type: 'size', description: `${packed.toFixed(0)} kB in ${files.length} files` })
    expect(packed).toBeLessThanOrEqual(budget.kB)
    expect(files.length).toBeLessThanOrEqual(budget.files)
    expect(packed).toBeGreaterThan(20)
    if (inScene.length === 0) return
    // A place of a scene asks for all of it at once.
    const [document, ...others] = askingFor(chunks[place]!.file)
    expect([others, files.filter((file) => !document?.includes(file))]).toEqual([[], []])
  })
}

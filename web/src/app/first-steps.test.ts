import { newScene, type Scene } from '@unhurried/core'
import { readdirSync, readFileSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { settingsOf } from '../../../core/src/testing/build'
import { FIRST_STEPS, stepNow } from './first-steps'

/** An exercise with so many drawings drawn. */
function exercise(id: string, drawn: number): Scene {
  const scene = newScene(settingsOf({ exercise: { id, seed: 1 } }))
  const drawings = Array.from({ length: drawn }, (_, n) => ({
    ...{ id: `d${n}`, level: 'A', number: `${n + 1}`, role: 'key' as const, note: '', passes: { line: 1 } },
  }))
  return { ...scene, drawings: Object.fromEntries(drawings.map((each) => [each.id, each])) }
}
const at = (page: string, scene?: Scene) => ({ page, scene })

test('steps are passed over as they are done, with the real tools, and no further', () => {
  expect(stepNow(0, at('shelf'))).toBe(0)
  expect(stepNow(0, at('practising'))).toBe(1)
  const begun = stepNow(1, at('draw', exercise('ball-light', 0)))
  expect(FIRST_STEPS[begun]!.at).toBe('task')
  const drawing = stepNow(begun + 1, at('draw', exercise('ball-light', 0)))
  expect(FIRST_STEPS[drawing]!.says).toContain('frame 1')
  expect(FIRST_STEPS[stepNow(drawing, at('draw', exercise('ball-light', 1)))]!.at).toBe('next drawing')
  expect(FIRST_STEPS[stepNow(drawing, at('draw', exercise('ball-light', 8)))]!.at).toBe('play')
  expect(FIRST_STEPS[stepNow(drawing + 3, at('practice', exercise('ball-light', 8)))]!.at).toBe('look first')
  // Somebody else's scene is not the ball.
  expect(stepNow(drawing, at('draw', exercise('hop', 9)))).toBe(drawing)
  expect(stepNow(FIRST_STEPS.length, at('shelf'))).toBe(FIRST_STEPS.length)
})

test('everything a step is about is there to be found', () => {
  const files = (folder: string): string[] =>
    readdirSync(folder).flatMap((name) => {
      const path = join(folder, name)
      return statSync(path).isDirectory() ? files(path) : path.endsWith('.vue') ? [path] : []
    })
  const sources = files(join(__dirname, '..'))
    .map((path) => readFileSync(path, 'utf8'))
    .join('\n')
  for (const { at: thing } of FIRST_STEPS) {
    const [name, ...rest] = thing.split(' ')
    const isMade = rest.length > 0 && (name === 'begin' || name === 'place')
    expect([thing, sources.includes(isMade ? `\`${name} \${` : `data-thing="${thing}"`)]).toEqual([thing, true])
  }
})

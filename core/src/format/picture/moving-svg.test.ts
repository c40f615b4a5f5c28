import { XMLParser } from 'fast-xml-parser'
import fc from 'fast-check'
import { applyEdit } from '../../edits/apply'
import type { Edit } from '../../edits/kinds'
import type { InkPiece } from '../../ink/ink'
import { newScene } from '../../scene/create'
import type { Scene } from '../../scene/schema'
import { drawn, settingsOf } from '../../testing/build'
import { pictureRuns, runsWithin } from '../../timing/seen/shown'
import { movingSvg } from './moving-svg'

const line = (id: string): InkPiece => ({
  kind: 'stroke',
  id,
  swatch: 'pencil',
  size: 4,
  points: [9, 9, 0.5, 60, 60, 0.5],
})
const made = (edits: readonly Edit[], length = 24): Scene =>
  edits.reduce((scene, edit) => applyEdit(scene, edit).scene, newScene(settingsOf({ length, name: 'Ebb & <flow>' })))
const write = (scene: Scene, { first = 1, last = scene.settings.length, clear = false } = {}) =>
  movingSvg({
    ...{ scene, clear, pictures: new Map(), width: 640, height: 360 },
    runs: runsWithin(pictureRuns(scene), first, last),
    inkOf: (drawing, pass) => (pass === 'line' ? [line(`${drawing}l`)] : []),
  })

/** What is to be seen on a frame, as CSS has it: the last step at or before it. */
function seen(svg: string, at: number, whole: number): number {
  const groups = [...svg.matchAll(/<g id="(l\d+d\d+)"( class="m")?( visibility="hidden")?>/g)]
  return groups.filter(([, name, moves, hidden]) => {
    if (!moves) return hidden === undefined
    const body = new RegExp(`@keyframes ${name}\\{((?:[^{}]*\\{[^{}]*\\})*)\\}`).exec(svg)![1]!
    const steps = [...body.matchAll(/([\d.]+)%\{visibility:(\w+)\}/g)].map(
      ([, share, is]) => [Number(share), is] as const,
    )
    return steps.filter(([share]) => share <= (100 * at) / whole + 1e-3).at(-1)![1] === 'visible'
  }).length
}

test('on every frame just the drawings of the sheet are seen, in any range', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 24 }), { minLength: 1, maxLength: 6 }),
      fc.integer({ min: 1, max: 24 }),
      fc.integer({ min: 0, max: 23 }),
      (frames, first, more) => {
        const scene = made(frames.map((frame, i) => drawn(`d${i}`, frame)))
        const last = Math.min(24, first + more)
        const svg = write(scene, { first, last })
        const runs = pictureRuns(scene)
        for (let frame = first; frame <= last; frame++) {
          const run = runs.find((each) => frame >= each.frame && frame < each.frame + each.frames)!
          expect(seen(svg, frame - first, last - first + 1)).toBe(run.shown.length)
        }
      },
    ),
    { numRuns: 60 },
  )
})

test('it is whole XML, names the scene, stands still for whoever asked for it, and is over the paper or over nothing', () => {
  const scene = made([drawn('a', 1), drawn('b', 9)])
  const svg = write(scene)
  const { svg: root } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(svg) as {
    svg: { title: string; style: string; rect?: object; width: string; viewBox: string }
  }
  expect([root.title, root.width, root.viewBox]).toEqual(['Ebb & <flow>', '640', '0 0 320 180'])
  expect(root.style).toContain('.m{animation:1s step-end infinite}')
  expect(root.style).toContain('@media (prefers-reduced-motion:reduce){.m{animation:none!important}}')
  expect(root.rect).toBeDefined()
  expect(write(scene, { clear: true })).not.toContain('<rect')
})

test('a level goes by as it pans; what is hidden is left out', () => {
  const pan = { from: { x: 0, y: 0 }, to: { x: -46, y: 0 }, law: 'even' as const, strength: 1 }
  const scene = made([drawn('a', 1), { type: 'level.set', level: 'A', fields: { ground: { pan } } }])
  expect(write(scene)).toContain('50%{transform:translate(-24px,0px)}')
  expect(write(made([drawn('a', 1), { type: 'level.set', level: 'A', fields: { hidden: true } }]))).not.toContain(
    '<path',
  )
})

test('what a camera sees goes by as a whole, frame by frame; one that stands is laid once', () => {
  const seen = (frame: number, x: number): Edit => ({
    ...{ type: 'camera.key', take: 'main', frame },
    key: { x, y: 180, scale: 0.5, turn: 0, law: 'even', strength: 2 },
  })
  const pan = write(made([drawn('d', 1), seen(1, 320), seen(5, 400)]))
  const steps = [...pan.matchAll(/([\d.]+)%\{transform:matrix\(([^)]+)\)\}/g)].map(([, , matrix]) => matrix)
  expect(steps).toEqual([0, 1, 2, 3, 4].map((n) => `2,0,0,2,${-480 - 40 * n},-270`))
  expect(pan).toContain('<g id="camera" class="m" transform="matrix(2,0,0,2,-480,-270)">')
  const still = write(made([drawn('d', 1), seen(3, 320)]))
  expect(still).toContain('<g id="camera" transform=')
  expect(still).not.toContain('@keyframes camera')
  expect(write(made([drawn('d', 1)]))).not.toContain('camera')
})

import { applyEdit, inkAfter, inkKey } from '../edits/apply'
import type { Edit } from '../edits/kinds'
import type { Ink } from '../ink/ink'
import { newLevel, newScene } from '../scene/create'
import type { Pass } from '../scene/schema'
import { drawn, settingsOf } from '../testing/build'
import { inspectScene } from './inspect'
import { isOnlyMatte, seenInk } from './seen'
import { smallFrames } from './small-frames'

const box = (id: string, x: number, y: number, side: number, swatch = 'pencil') => ({
  kind: 'fill' as const,
  ...{ id, swatch },
  outline: [x, y, x + side, y, x + side, y + side, x, y + side],
})
const inked = (drawing: string, ...pieces: ReturnType<typeof box>[]): Edit => ({
  type: 'ink.change',
  ...{ drawing, pass: 'colour', remove: [] },
  add: pieces.map((piece, at) => ({ at, piece })),
})

/** A window on level W, and what is seen through it on A: one box within it and one far off. */
function throughWindow(where: 'ink' | 'none', ...more: Edit[]) {
  let scene = newScene(settingsOf())
  const inks = new Map<string, Ink>()
  const inkOf = (drawing: string, pass: Pass): Ink => inks.get(inkKey(drawing, pass)) ?? NONE
  const edits: Edit[] = [
    {
      type: 'level.add',
      level: { ...newLevel({ id: 'W', name: 'W', approach: 'pose-to-pose' }), hidden: true },
      at: 1,
    },
    drawn('a', 1),
    drawn('w', 1, { level: 'W' }),
    inked('a', box('near', 40, 40, 30), box('far', 240, 120, 30)),
    inked('w', box('window', 20, 20, 80)),
    { type: 'level.set', level: 'A', fields: { matte: { level: 'W', where } } },
    ...more,
  ]
  for (const edit of edits) {
    for (const { drawing, pass, ink } of inkAfter(edit, inkOf)) inks.set(inkKey(drawing, pass), ink)
    scene = applyEdit(scene, edit).scene
  }
  return { scene, inkOf }
}
const NONE: Ink = []
const idsOf = (ink: Ink) => ink.map(({ id }) => id)

test('what a matte never shows is not judged, and the same lists come back', () => {
  for (const [where, id] of [
    ['ink', 'near'],
    ['none', 'far'],
  ] as const) {
    const { scene, inkOf } = throughWindow(where)
    const seen = seenInk(scene, 'main', inkOf)
    expect(idsOf(seen('a', 'colour'))).toEqual([id])
    expect(seen('a', 'colour')).toBe(seenInk(scene, 'main', inkOf)('a', 'colour'))
  }
})

test('a level that only cuts another is no picture to judge', async () => {
  const { scene, inkOf } = throughWindow('ink', drawn('w9', 9, { level: 'W' }), inked('w9', box('window', 10, 10, 160)))
  expect([isOnlyMatte(scene, 'W'), isOnlyMatte(scene, 'A')]).toEqual([true, false])
  const { findings } = await inspectScene(scene, inkOf)
  expect(findings.filter(({ level }) => level === 'W')).toEqual([])
})

test('small frames show what the matte lets be seen, and a follower in its own colours', () => {
  const { scene, inkOf } = throughWindow('ink', {
    type: 'level.add',
    level: {
      ...newLevel({ id: 'E', name: 'E', approach: 'pose-to-pose' }),
      follows: { level: 'A', frames: 0, x: 160, y: 0, swatch: 'brick' },
    },
    at: 0,
  })
  const [frame] = smallFrames({ scene, take: 'main', inkOf })
  const scale = frame!.width / 320
  const at = (x: number, y: number) =>
    Array.from(frame!.data)
      .slice(4 * (Math.round(y * scale) * frame!.width + Math.round(x * scale)))
      .slice(0, 3)
  expect(at(55, 55)).toEqual([0x2a, 0x29, 0x32])
  expect(at(255, 135)).toEqual([255, 255, 255])
  expect(at(215, 55)).toEqual([0xb9, 0x47, 0x2f])
})

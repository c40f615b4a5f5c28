import { newLevel, newScene, pictureRuns, validate } from '@unhurried/core'
import { levelAlone } from './level-alone'

const settings = { name: 'Ebb', width: 320, height: 180, fps: 24, length: 8, paper: '#ffffff' } as const
const bare = newScene({ ...settings, approach: 'pose-to-pose', numbering: 'by-frame' })
const above = { ...newLevel({ id: 'B', name: 'B', approach: 'pose-to-pose' }), hidden: true }
const column = (drawing: string) => [{ drawing, frames: 8 }]
const drawing = (id: string, level: string) => ({ id, level, number: '1', role: 'key' as const, note: '', passes: {} })
const scene = validate({
  ...bare,
  ...{ levelOrder: ['A', 'B'], levels: { ...bare.levels, B: above } },
  drawings: { a: drawing('a', 'A'), b: drawing('b', 'B') },
  sheets: { main: { A: column('a'), B: column('b') } },
})
const shown = (level: string) => pictureRuns(levelAlone(scene, level))[0]!.shown.map(({ drawing }) => drawing)

test('one level goes out alone, a hidden one too; without one the scene as it is', () => {
  expect([shown(''), shown('A'), shown('B'), shown('gone')]).toEqual([['a'], ['a'], ['b'], ['a']])
  expect(validate(levelAlone(scene, 'B'))).toEqual(levelAlone(scene, 'B'))
  expect(scene.levels['B']!.hidden).toBe(true)
})

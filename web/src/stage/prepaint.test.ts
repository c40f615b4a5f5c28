import { settingsOf } from '../../../core/src/testing/build'
import {
  applyEdit,
  newScene,
  startingLightTable,
  type Edit,
  type Ink,
  type Scene,
  type Settings,
} from '@unhurried/core'
import type { Bitmaps } from './paint/bitmaps'
import { warmAround } from './prepaint'

const settings: Settings = settingsOf({ width: 64, height: 64, fps: 12, length: 12, approach: 'straight-ahead' })
const key = (frame: number): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level: 'A',
  frame,
  drawing: { id: `k${frame}`, role: 'key' },
})
const lightTableEdit: Edit = {
  type: 'level.set',
  level: 'A',
  fields: { lightTable: { ...startingLightTable('straight-ahead'), shows: 'earlier', earlier: 1 } },
}
const scene: Scene = [key(1), key(3), key(5), key(7), key(9), lightTableEdit].reduce(
  (before, edit) => applyEdit(before, edit).scene,
  newScene(settings),
)
const ink: Ink = [{ kind: 'stroke', id: 's', swatch: 'pencil', size: 3, points: [1, 1, 1] }]

/** Idle time handed out a little at a time. */
function idle(left: number) {
  let waiting: ((deadline: { timeRemaining: () => number }) => void) | undefined
  Object.assign(globalThis, {
    requestIdleCallback: (work: typeof waiting) => ((waiting = work), 1),
    cancelIdleCallback: () => (waiting = undefined),
  })
  return () => {
    const work = waiting
    waiting = undefined
    work?.({ timeRemaining: () => left })
    return work !== undefined
  }
}
function warming(left: number) {
  const painted: string[] = []
  const pause = idle(left)
  const bitmaps = {
    paint: (drawing: string, _pass: string, style: string) => painted.push(`${drawing} ${style}`) > 0,
  } as unknown as Bitmaps
  const stop = warmAround({ scene, take: 'main', level: 'A', drawing: 'k5', bitmaps, inkOf: () => ink })
  return { painted, pause, stop }
}

test('the drawings beside this one are painted, the nearest first, with what lies under them', () => {
  const { painted, pause } = warming(50)
  expect(pause()).toBe(true)
  expect([...new Set(painted)]).toEqual([
    'k7 ink',
    'k5 earlier',
    'k3 ink',
    'k1 earlier',
    'k9 ink',
    'k7 earlier',
    'k1 ink',
  ])
  expect(pause()).toBe(false)
})

test('with no time left it paints one bitmap at a pause, and stops when told', () => {
  const { painted, pause, stop } = warming(0)
  pause()
  pause()
  expect(painted).toHaveLength(2)
  stop()
  expect(pause()).toBe(false)
  expect(painted).toHaveLength(2)
})

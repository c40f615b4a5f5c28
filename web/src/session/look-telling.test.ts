import { newScene } from '@unhurried/core'
import { settingsOf } from '../../../core/src/testing/build'
import { InkStore } from './ink-store'
import { toldToShelf } from './look-telling'
import { SceneSession } from './session'

function opened() {
  const session = new SceneSession({
    scene: newScene(settingsOf()),
    version: 4,
    ink: new InkStore(async () => []),
    freshId: () => 'mine',
  })
  const told: { version: number; count: number }[] = []
  const telling = toldToShelf(async (_, body) => {
    told.push(body)
    return {}
  })
  return { session, told, telling }
}
const edit = { type: 'scene.set', settings: { name: 'Another' } } as const

test('what was found is told at once when the server has all of it', () => {
  const { session, told, telling } = opened()
  telling.found({ scene: 's', session, count: 3 })
  expect(told).toEqual([{ version: 4, count: 3 }])
})

test('while something waits it is told when that is kept, with the version it has then', () => {
  const { session, told, telling } = opened()
  session.change(edit)
  telling.found({ scene: 's', session, count: 2 })
  expect(told).toEqual([])
  session.confirm(['mine'], 5)
  expect(told).toEqual([{ version: 5, count: 2 }])
  session.change({ type: 'scene.set', settings: { name: 'A third' } })
  expect(told).toHaveLength(1)
})

test('drawn on before it was kept, or another scene: nothing is told', () => {
  const { session, told, telling } = opened()
  session.change(edit)
  telling.found({ scene: 's', session, count: 2 })
  session.change({ type: 'scene.set', settings: { name: 'A third' } })
  session.confirm(['mine'], 6)
  expect(told).toEqual([])
  session.change(edit)
  telling.found({ scene: 's', session, count: 2 })
  telling.forget()
  session.confirm(['mine'], 7)
  expect(told).toEqual([])
})

import { newLevel } from '@unhurried/core'
import { standInBrowser } from '../../../testing/browser'
import { drawn, mounted, openScene } from '../../../testing/open-scene'
import { useContacts } from './useContacts'

standInBrowser()
let store: Awaited<ReturnType<typeof openScene>>
let contacts: ReturnType<typeof useContacts>
let close: () => void
beforeEach(async () => {
  store = await openScene([
    { type: 'level.add', level: newLevel({ id: 'B', name: 'Rail', approach: 'pose-to-pose' }), at: 1 },
    { type: 'landmark.put', level: 'A', landmark: { id: 'hand', name: 'Hand' } },
    { type: 'landmark.put', level: 'B', landmark: { id: 'edge', name: 'Edge' } },
    drawn('a', 1),
  ])
  const { given, unmount } = mounted(useContacts)
  contacts = given
  close = unmount
})
afterEach(() => {
  close()
  store.close()
})

test('a landmark of the level in hand touches one of another level, on the frames chosen', () => {
  expect(contacts.others.value).toEqual([{ level: 'B', landmark: 'edge' }])
  store.chosen = { levels: ['A'], from: 3, to: 6 }
  expect(contacts.ask('hand', contacts.others.value[0]!, contacts.frames.value)).toBe(true)
  expect(contacts.all.value).toMatchObject([{ from: 3, to: 6, follower: { level: 'A', landmark: 'hand' } }])
  expect(contacts.nameOf(contacts.all.value[0]!.leader)).toBe('Edge of Rail')
})

test('who follows can lead, and a contact is taken away and brought back by undo', () => {
  contacts.ask('hand', contacts.others.value[0]!, { from: 1, to: 4 })
  contacts.turnAbout(contacts.all.value[0]!)
  expect(contacts.all.value).toMatchObject([{ leader: { level: 'A' }, follower: { level: 'B' } }])
  contacts.remove(contacts.all.value[0]!)
  expect(contacts.all.value).toEqual([])
  store.undo()
  expect(contacts.all.value).toHaveLength(1)
})

import { settingsOf } from '../../../../core/src/testing/build'
import 'fake-indexeddb/auto'
import { applyEdit, newScene, type Edit, type Scene } from '@unhurried/core'
import fc from 'fast-check'
import { deleteDB, openDB } from 'idb'
import { settled } from '../../testing/browser'
import { InkStore } from '../ink-store'
import { SceneSession } from '../session'
import { keepSteps, STEPS_KEPT } from './kept-steps'
import { beginPage } from './page-life'

const named = (name: string): Edit => ({ type: 'level.set', level: 'A', fields: { name } })
const nameOf = ({ working }: SceneSession) => working.levels['A']!.name
let made = 0
const freshId = () => `id-${++made}`

/** Locks as a browser has them; asking may be given up. */
function locks() {
  const held = new Map<string, Promise<unknown>>()
  return {
    async request(
      name: string,
      ...more: [() => Promise<unknown>] | [{ signal?: AbortSignal }, () => Promise<unknown>]
    ) {
      const work = more.at(-1) as () => Promise<unknown>
      const { signal } = more.length > 1 ? (more[0] as { signal?: AbortSignal }) : {}
      const gaveUp = new Promise((_, reject) => signal?.addEventListener('abort', () => reject(signal.reason)))
      gaveUp.catch(() => undefined)
      while (held.has(name)) await Promise.race([held.get(name), gaveUp])
      const going = work().finally(() => held.delete(name))
      held.set(name, going)
      await going
    },
  }
}

beforeEach(async () => {
  Object.assign(globalThis, { navigator: { locks: locks() } })
  await deleteDB('unhurried-steps')
})

const start = newScene(settingsOf())
const freshSession = (scene: Scene) =>
  new SceneSession({ scene, version: 0, ink: new InkStore(async () => []), freshId })

/** A page with the scene open as the one before left it. */
async function opened(scene = start) {
  const page = freshId()
  const endPage = beginPage(page)
  const session = freshSession(scene)
  const end = await keepSteps(session, { scene: 's', page })
  return {
    session,
    close: async () => {
      end()
      await written()
      endPage()
      await settled()
    },
  }
}
/** The stand-in of the database writes a little at a time. */
const written = async () => {
  for (let i = 0; i < 12; i++) await new Promise((resolve) => setTimeout(resolve))
}

test('what was done before the page was closed is undone after, and done again', async () => {
  const first = await opened()
  first.session.change(named('one'))
  first.session.change(named('two'), { type: 'level.set', level: 'A', fields: { loop: true } })
  await first.close()

  const { session, close } = await opened(first.session.working)
  session.undo()
  expect([nameOf(session), session.canUndo, session.canRedo]).toEqual(['one', true, true])
  await close()

  const third = await opened(session.working)
  third.session.redo()
  expect(nameOf(third.session)).toBe('two')
  third.session.undo()
  third.session.undo()
  expect([third.session.working, third.session.canUndo]).toEqual([start, false])
  await third.close()
})

test('of another scene, and of a page that is open beside this one, nothing is taken over', async () => {
  const other = await opened()
  other.session.change(named('theirs'))
  await written()
  const { session, close } = await opened(other.session.working)
  expect(session.canUndo).toBe(false)
  await close()
  await other.close()

  const elsewhere = freshSession(start)
  const end = await keepSteps(elsewhere, { scene: 't', page: freshId() })
  expect(elsewhere.canUndo).toBe(false)
  end()
})

test('steps an earlier version kept, as edits and not as text, are undone; what cannot be read is left out', async () => {
  const first = await opened()
  first.session.change(named('one'))
  await first.close()
  const db = await openDB('unhurried-steps', 1)
  const [row] = await db.getAll('step')
  expect(typeof row.step).toBe('string')
  await db.put('step', { ...row, step: JSON.parse(row.step) })
  await db.put('step', { ...row, id: 'broken', made: row.made + 1, step: '[{' })
  await db.put('step', { ...row, id: 'other', made: row.made + 2, step: '{"type":"level.set"}' })
  db.close()

  const { session, close } = await opened(first.session.working)
  session.undo()
  expect([session.working, session.canUndo]).toEqual([start, false])
  await close()
})

test('what one does before the earlier steps are read is undone first', async () => {
  const first = await opened()
  first.session.change(named('one'))
  first.session.undo()
  first.session.change(named('two'))
  await first.close()
  const session = freshSession(first.session.working)
  const opening = keepSteps(session, { scene: 's', page: freshId() })
  session.change(named('three'))
  const end = await opening
  session.undo()
  expect(nameOf(session)).toBe('two')
  session.undo()
  expect([session.working, session.canUndo]).toEqual([start, false])
  end()
})

test(`the last ${STEPS_KEPT} can be undone, whatever was done, undone and done again, and closed in between`, async () => {
  const act = fc.constantFrom('change', 'change', 'undo', 'redo', 'close' as const)
  await fc.assert(
    fc.asyncProperty(fc.array(act, { maxLength: 40 }), async (acts) => {
      await deleteDB('unhurried-steps')
      const model = freshSession(start)
      let page = await opened()
      for (const [i, what] of acts.entries()) {
        if (what === 'close') {
          await page.close()
          page = await opened(page.session.working)
        } else if (what === 'change') for (const each of [model, page.session]) each.change(named(`name ${i}`))
        else for (const each of [model, page.session]) each[what]()
        expect(page.session.working).toEqual(model.working)
      }
      while (model.undo()) page.session.undo()
      expect([page.session.working, page.session.canUndo]).toEqual([start, false])
      await page.close()
    }),
    { numRuns: 20 },
  )
})

test(`no more than ${STEPS_KEPT} are kept, the newest`, async () => {
  const first = await opened()
  for (let i = 1; i <= STEPS_KEPT + 7; i++) first.session.change(named(`name ${i}`))
  await first.close()
  const { session, close } = await opened(first.session.working)
  while (session.undo());
  expect(nameOf(session)).toBe('name 7')
  await close()
})

test('an inverse refused by what others did since is given up, and does not come back', async () => {
  const first = await opened()
  first.session.change({
    type: 'drawing.add',
    take: 'main',
    level: 'A',
    frame: 1,
    drawing: { id: 'key-one', role: 'key' },
  })
  await first.close()
  const without = applyEdit(first.session.working, { type: 'drawing.remove', drawing: 'key-one' }).scene
  const second = await opened(without)
  expect(() => second.session.undo()).toThrow()
  await second.close()
  const third = await opened(without)
  expect(third.session.canUndo).toBe(false)
  await third.close()
})

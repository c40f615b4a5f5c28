import { settingsOf } from '../../../core/src/testing/build'
import {
  applyEdit,
  EditRefused,
  inkAfter,
  inkKey,
  newScene,
  simpleEditsOf,
  type Edit,
  type InkChange,
  type Ink,
  type InkPiece,
  type PassInk,
  type Scene,
} from '@unhurried/core'
import fc from 'fast-check'
import { InkStore } from './ink-store'
import { SceneSession, type Transition } from './session'

const DRAWINGS = ['k1', 'k5', 'k9']
const start = DRAWINGS.reduce(
  (scene, id) =>
    applyEdit(scene, {
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame: Number(id.slice(1)),
      drawing: { id, role: 'key' },
    }).scene,
  newScene(settingsOf()),
)

let ids = 0
const freshId = () => `id${ids++}`
const piece = (id: string): InkPiece => ({ kind: 'stroke', id, swatch: 'pencil', size: 3, points: [1, 1, 0.5] })
const stroke = (drawing: string, id = freshId(), at = 1e6): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at, piece: piece(id) }],
})
const rub = (drawing: string, ink: Ink, at: number): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [{ at, piece: ink[at]! }],
  add: [],
})
const hold = (frames: number): Edit => ({ type: 'exposure.hold', take: 'main', level: 'A', frame: 1, frames })
const names = (ink: Ink) => ink.map(({ id }) => id)

/** What a server keeps: the scene and its ink, edit by edit. */
function keeping() {
  const ink = new Map<string, PassInk>()
  const state = {
    scene: start as Scene,
    version: 0,
    reads: 0,
    inkOf: (drawing: string, pass: string): Ink => ink.get(inkKey(drawing, pass))?.ink ?? [],
    keep(edit: Edit): number {
      state.scene = applyEdit(state.scene, edit).scene
      for (const written of inkAfter(edit, state.inkOf)) ink.set(inkKey(written.drawing, written.pass), written)
      return ++state.version
    },
    read: async (drawings: readonly string[]) => {
      state.reads++
      return [...ink.values()].filter(({ drawing }) => drawings.includes(drawing))
    },
  }
  return state
}
function opened(server = keeping()) {
  const session = new SceneSession({
    scene: server.scene,
    version: server.version,
    ink: new InkStore(server.read),
    freshId,
  })
  return { server, session, lines: (drawing: string) => names(session.ink.inkOf(drawing, 'line')) }
}

test('a change waits, is shown at once and can be undone and redone', () => {
  const { session, lines } = opened()
  session.change(stroke('k1', 'one'))
  expect([session.working.drawings['k1']!.passes.line, session.confirmed.drawings['k1']!.passes.line]).toEqual([
    1,
    undefined,
  ])
  expect([lines('k1'), session.canUndo, session.canRedo, session.waiting.length]).toEqual([['one'], true, false, 1])
  session.undo()
  expect([lines('k1'), session.canUndo, session.canRedo, session.waiting.length]).toEqual([[], false, true, 2])
  session.redo()
  expect([lines('k1'), session.canUndo, session.canRedo]).toEqual([['one'], true, false])
  session.change(hold(2))
  expect([session.canUndo, session.canRedo]).toEqual([true, false])
})

test('edits made as one step are undone and redone as one; where the last is refused nothing of them is made', () => {
  const { session, lines } = opened()
  session.change(stroke('k1', 'one'), stroke('k1', 'two'))
  expect([lines('k1'), session.waiting.length]).toEqual([['one', 'two'], 2])
  session.undo()
  expect([lines('k1'), session.canUndo]).toEqual([[], false])
  session.redo()
  expect(lines('k1')).toEqual(['one', 'two'])
  expect(() => session.change(stroke('k1', 'three'), stroke('nobody', 'four'))).toThrow(EditRefused)
  expect([lines('k1'), session.waiting.length]).toEqual([['one', 'two'], 6])
})

test('what is refused changes nothing, and nobody is told of it', () => {
  const { session } = opened()
  const heard: Transition[] = []
  session.onTransition((transition) => heard.push(transition))
  const before = session.working
  expect(() => session.change({ type: 'drawing.remove', drawing: 'nobody' })).toThrow(EditRefused)
  expect([session.working, session.waiting.length, session.canUndo, heard]).toEqual([before, 0, false, []])
})

test('what is only tried is shown and kept nowhere; the next change takes it away', () => {
  const { session } = opened()
  expect(session.attempt(hold(3))).toBeUndefined()
  expect(session.shown).not.toEqual(session.working)
  expect(session.waiting).toEqual([])
  expect(session.attempt({ type: 'drawing.remove', drawing: 'nobody' })).toMatch(/not in the scene/)
  expect(session.shown).toBe(session.working)
  session.attempt(hold(3))
  session.change(stroke('k1'))
  expect(session.tried).toBeUndefined()
})

test('a stroke that arrives from elsewhere is laid from its edit, beneath ours that wait; nothing is fetched again', async () => {
  const { server, session, lines } = opened()
  await session.ink.ensure(DRAWINGS)
  const reads = server.reads
  session.change(stroke('k1', 'mine'))
  const heard: [string, readonly string[] | undefined][] = []
  const placed = ({ remove, add }: InkChange) => [
    ...remove.map(({ piece }) => `−${piece.id}`),
    ...add.map(({ at, piece }) => `${piece.id} at ${at}`),
  ]
  session.ink.onChange((drawing, _, change) => heard.push([drawing, change && placed(change)]))
  const theirs = [stroke('k1', 'theirs'), stroke('k5', 'also')]
  const conflicts = session.takeIn({
    missed: theirs.map((edit) => ({ id: freshId(), edit, version: server.keep(edit) })),
  })
  expect([lines('k1'), lines('k5'), conflicts, session.version]).toEqual([['theirs', 'mine'], ['also'], [], 2])
  expect(heard).toEqual([
    ['k1', ['theirs at 0']],
    ['k5', ['also at 0']],
  ])
  await session.ink.ensure(DRAWINGS)
  expect(server.reads).toBe(reads)
})

test('where both changed one thing, ours is put aside with a sentence and theirs is shown', () => {
  const { server, session } = opened()
  session.change(hold(3))
  session.change(stroke('k9', 'stays'))
  const edit = hold(2)
  const conflicts = session.takeIn({ missed: [{ id: 'theirs', edit, version: server.keep(edit) }] })
  expect(conflicts.map(({ sentence }) => sentence)).toEqual([expect.stringMatching(/^Also changed somewhere else/)])
  expect(session.working.sheets['main']!['A']![0]).toEqual({ drawing: 'k1', frames: 2 })
  expect(session.waiting).toHaveLength(1)
})

test('an edit the server has had all along no longer waits, and is not put aside', async () => {
  const { server, session, lines } = opened()
  const edit = stroke('k1', 'sent before')
  server.keep(edit)
  const late = opened(server)
  await late.session.ink.ensure(DRAWINGS)
  late.session.adopt([{ id: 'old', edit }])
  await late.session.ink.ensure(DRAWINGS, late.session.waitingEdits)
  expect(late.lines('k1')).toEqual(['sent before'])
  expect(late.session.takeIn({ missed: [], gone: ['old'] })).toEqual([])
  await late.session.ink.ensure(DRAWINGS, late.session.waitingEdits)
  expect([late.session.waiting, late.lines('k1')]).toEqual([[], ['sent before']])
  expect(late.session.working).toEqual(server.scene)
  expect([lines('k1'), session.version]).toEqual([[], 0])
})

test('a line the server never takes is taken away again, and what was drawn after it stays', async () => {
  const { session, lines } = opened()
  await session.ink.ensure(DRAWINGS)
  for (const id of ['first', 'refused', 'last']) session.change(stroke('k1', id))
  session.takeIn({ missed: [], gone: [session.waiting[1]!.id] })
  expect(lines('k1')).toEqual(['first', 'last'])
  expect(session.working.drawings['k1']!.passes.line).toBe(2)
})

/** One thing that can happen: here, elsewhere, or between page and server. */
const happening = fc.record({
  what: fc.constantFrom(
    ...['mine', 'theirs', 'rub mine', 'rub theirs', 'rub all mine', 'copy'],
    ...['confirm', 'news', 'forget', 'forget all', 'read', 'read all'],
  ),
  drawing: fc.constantFrom(...DRAWINGS),
  at: fc.nat({ max: 5 }),
})

/** Once told wrongly: a copy of what was rubbed out later, a step over a drawing read anew, a line not heard of yet. */
const STORIES: { what: string; drawing: string; at: number }[][] = [
  ['copy k5', 'theirs k5', 'news k1', 'rub theirs k5'],
  ['mine k5', 'confirm k1', 'forget k5', 'mine k1', 'rub all mine k1'],
  ['mine k1', 'forget all k1', 'theirs k1', 'read k1', 'rub all mine k1 1'],
].map((story) =>
  story.map((step) => {
    const [, what, drawing, at] = /^(.*?) (k\d)(?: (\d))?$/.exec(step)!
    return { what: what!, drawing: drawing!, at: Number(at ?? 0) }
  }),
)

test('whatever happens here and elsewhere: ink and scene are in the end as the server has them, and a copy that follows has the same', async () => {
  await fc.assert(
    fc.asyncProperty(fc.array(happening, { maxLength: 40 }), async (story) => {
      const { server, session } = opened()
      const copy = new SceneSession({ scene: start, version: 0, ink: new InkStore(server.read), freshId })
      session.onTransition((transition) => copy.follow(transition))
      await session.ink.ensure(DRAWINGS)
      await copy.ink.ensure(DRAWINGS)
      let unheard: { id: string; edit: Edit; version: number }[] = []
      const elsewhere = (edit: Edit) => unheard.push({ id: freshId(), edit, version: server.keep(edit) })
      const here = (edit: Edit) => {
        try {
          session.change(edit)
        } catch (error) {
          if (!(error instanceof EditRefused)) throw error
        }
      }
      /** The server takes our first edit: as it is, or on top of what we have not heard of. */
      const send = () => {
        const [first] = session.waiting
        if (!first) return
        if (unheard.length === 0) return session.confirm([first.id], server.keep(first.edit))
        try {
          unheard.push({ ...first, version: server.keep(first.edit) })
        } catch (error) {
          if (!(error instanceof EditRefused)) throw error
        }
        hear()
      }
      const hear = () => {
        session.takeIn({ missed: unheard })
        unheard = []
      }
      /** One step over several drawings. */
      const rubAll = (at: number) => {
        const edits = Object.keys(session.working.drawings).flatMap((drawing) => {
          const ink = session.ink.inkOf(drawing, 'line')
          return ink[at] ? simpleEditsOf(rub(drawing, ink, at)) : []
        })
        if (edits.length > 0) here({ type: 'together', words: 'rubs everywhere', edits: [...edits] })
      }
      for (const { what, drawing, at } of story) {
        const [mine, theirs] = [session.ink.inkOf(drawing, 'line'), server.inkOf(drawing, 'line')]
        if (what === 'mine') here(stroke(drawing, freshId(), at))
        if (what === 'theirs') elsewhere(stroke(drawing, freshId(), at))
        if (what === 'rub mine' && mine[at]) here(rub(drawing, mine, at))
        if (what === 'rub all mine') rubAll(at)
        if (what === 'rub theirs' && theirs[at]) elsewhere(rub(drawing, theirs, at))
        if (what === 'copy' && session.ink.isNewest(drawing))
          here({
            type: 'drawing.copy',
            take: 'main',
            frame: 20,
            source: drawing,
            drawing: { id: freshId(), role: 'key' },
          })
        if (what === 'confirm') send()
        if (what === 'news') hear()
        if (what === 'forget') session.ink.forget([drawing])
        if (what === 'forget all') session.ink.forget(undefined)
        if (what === 'read') await session.ink.ensure(DRAWINGS, session.waitingEdits)
        if (what === 'read all') await session.ink.ensure(Object.keys(session.working.drawings), session.waitingEdits)
      }
      hear()
      for (let n = 0; session.waiting.length > 0 && n < 200; n++) send()
      const everything = Object.keys(server.scene.drawings)
      for (const each of [session, copy]) {
        await each.ink.ensure(everything, each.waitingEdits)
        expect(each.working).toEqual(server.scene)
        for (const id of everything)
          expect([id, names(each.ink.inkOf(id, 'line'))]).toEqual([id, names(server.inkOf(id, 'line'))])
      }
    }),
    { numRuns: 500, examples: STORIES.map((story) => [story]) },
  )
})

test('what no server would ever take is refused before it is made', () => {
  const session = new SceneSession({ scene: start, version: 0, ink: new InkStore(() => Promise.resolve([])), freshId })
  const named = (name: string): Edit => ({ type: 'level.set', level: 'A', fields: { name } })
  expect(() => session.change(named('x'.repeat(200)))).toThrow(/at most 120 characters/)
  expect([session.working, session.steps.undo]).toEqual([start, []])
  // As the server will have it.
  session.change(named(' Gull '))
  expect(session.working.levels['A']!.name).toBe('Gull')
})

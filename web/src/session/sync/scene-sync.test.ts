import { settingsOf } from '../../../../core/src/testing/build'
import 'fake-indexeddb/auto'
import {
  applyEdit,
  EditRefused,
  editSchema,
  newScene,
  sameValue,
  type Edit,
  type Scene,
  type Settings,
} from '@unhurried/core'
import fc from 'fast-check'
import { InkStore } from '../ink-store'
import { SceneSession } from '../session'
import { keepingInWords, type Keeping } from './keeping'
import type { ConflictRow } from './outbox'
import { SceneSync } from './scene-sync'

const settings: Settings = settingsOf()
const start = [1, 5, 9].reduce(
  (scene, frame) =>
    applyEdit(scene, {
      type: 'drawing.add',
      take: 'main',
      level: 'A',
      frame,
      drawing: { id: `k${frame}`, role: 'key' },
    }).scene,
  newScene(settings),
)

/** Locks as a browser has them; a page that dies lets go of its own. */
function browserLocks() {
  const held = new Map<string, { owner: string; waiting: (() => void)[] }>()
  let owner = ''
  return {
    as: (name: string) => (owner = name),
    die(name: string) {
      for (const [lock, state] of [...held]) {
        if (state.owner !== name) continue
        held.delete(lock)
        state.waiting.forEach((go) => go())
      }
    },
    async request(name: string, options: unknown, then?: () => Promise<unknown>) {
      const work = then ?? (options as () => Promise<unknown>)
      const mine = owner
      while (held.has(name)) await new Promise<void>((go) => held.get(name)!.waiting.push(go))
      held.set(name, { owner: mine, waiting: [] })
      await work()
      const state = held.get(name)
      held.delete(name)
      state?.waiting.forEach((go) => go())
    },
  }
}

/** The server's promise in memory: the same function, versions, ids; and a line that can fail either way. */
function server() {
  let scene = start
  const history: { id: string; version: number; edit: Edit }[] = []
  const state = {
    failing: (): 'no' | 'lost' | 'unanswered' => 'no',
    refusing: (_edit: Edit): boolean => false,
    /** Edits at which the server itself fails. */
    faulting: (_edit: Edit): boolean => false,
    /** Whether edits made on an older version are laid on the newest. */
    laying: false,
    answered: (_status: number): void => undefined,
    scene: () => scene,
    history,
    reset: () => (scene = start),
    /** An edit from nobody's page. */
    push(entry: { id: string; edit: Edit }) {
      scene = applyEdit(scene, entry.edit).scene
      history.push({ ...entry, version: history.length + 1 })
    },
  }
  const answer = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } })
  function respond(path: string, body?: { base: number; edits: { id: string; edit: Edit }[] }) {
    if (path.includes('since='))
      return answer(200, history.filter((entry) => entry.version > Number(path.split('since=')[1])).slice(0, 500))
    if (!body) return answer(200, { id: 's', production: 'p', version: history.length, scene, limits: {} })
    const missed = history.filter((entry) => entry.version > body.base)
    const own = new Set(body.edits.map((entry) => entry.id))
    if (body.edits.some(({ edit }) => state.faulting(edit)))
      return answer(500, { status: 500, detail: 'A fault of ours.' })
    if (body.base > history.length || (!state.laying && missed.some((entry) => !own.has(entry.id))))
      return answer(409, { status: 409, detail: 'changed', version: history.length, missed: missed.slice(0, 500) })
    const fresh = body.edits.filter((entry) => !history.some((kept) => kept.id === entry.id))
    let next = scene
    try {
      if (fresh.some(({ edit }) => state.refusing(edit))) throw new EditRefused('Not here.')
      for (const { edit } of fresh) next = applyEdit(next, editSchema.parse(edit)).scene
    } catch (error) {
      return answer(422, { status: 422, detail: (error as Error).message })
    }
    scene = next
    for (const entry of fresh) history.push({ ...entry, version: history.length + 1 })
    return answer(200, { version: history.length })
  }
  globalThis.fetch = (async (path: string, options?: { body?: string }) => {
    const fails = state.failing()
    if (fails === 'lost') throw new TypeError('no connection')
    const result = respond(path, options?.body ? JSON.parse(options.body) : undefined)
    state.answered(result.status)
    if (fails === 'unanswered') throw new TypeError('connection reset')
    return result
  }) as typeof fetch
  return state
}

const locks = browserLocks()
beforeAll(() => {
  Object.assign(globalThis, {
    window: new EventTarget(),
    document: Object.assign(new EventTarget(), { visibilityState: 'hidden' }),
    navigator: { locks },
  })
})

let pages = 0
let rows = 0
/** A page with the scene open: what the store does, without the store. */
async function openPage(scene: string) {
  const name = `page${pages++}`
  locks.as(name)
  const opened = (await (await fetch(`/api/scenes/${scene}`)).json()) as { version: number; scene: Scene }
  const session = new SceneSession({
    ...opened,
    ink: new InkStore(async () => []),
    freshId: () => `row${(rows++).toString(36).padStart(8, '0')}`,
  })
  const page = {
    name,
    session,
    keeping: { state: 'opening' } as Keeping,
    conflicts: [] as readonly ConflictRow[],
    made: 0,
    get scene() {
      return session.working
    },
  }
  const events = {
    onKeeping: (now: Keeping) => void (page.keeping = now),
    onConflicts: (now: readonly ConflictRow[]) => void (page.conflicts = now),
  }
  const sync = new SceneSync(scene, session, events, 1)
  await sync.resume()
  return Object.assign(page, {
    sync,
    change(edit: Edit) {
      try {
        session.change(edit)
      } catch (error) {
        if (error instanceof EditRefused) return
        throw error
      }
      page.made++
    },
    die() {
      sync.close()
      locks.die(name)
    },
  })
}
async function until(truth: () => boolean) {
  for (let turn = 0; !truth(); turn++) {
    if (turn > 3000) throw new Error('it never came true')
    await new Promise((resolve) => setTimeout(resolve, 1))
  }
}
let strokes = 0
const stroke = (drawing: string): Edit => ({
  type: 'ink.change',
  drawing,
  pass: 'line',
  remove: [],
  add: [{ at: 1e6, piece: { kind: 'stroke', id: `s${strokes++}`, swatch: 'pencil', size: 3, points: [1, 1, 0.5] } }],
})
const hold = (frame: number, frames: number): Edit => ({
  type: 'exposure.hold',
  take: 'main',
  level: 'A',
  frame,
  frames,
})

test('a burst is kept once each, in order', async () => {
  const there = server()
  const page = await openPage('burst')
  for (let n = 0; n < 150; n++) page.change(stroke('k1'))
  expect(page.keeping).toMatchObject({ state: 'keeping', waiting: 150 })
  await until(() => page.keeping.state === 'kept')
  expect(there.history).toHaveLength(150)
  expect(there.scene()).toEqual(page.scene)
  page.die()
})

test('while nobody answers it says so; afterwards everything arrives', async () => {
  const there = server()
  const page = await openPage('away')
  there.failing = () => 'lost'
  page.change(stroke('k1'))
  page.change(stroke('k5'))
  await until(() => page.keeping.state === 'away')
  expect(keepingInWords(page.keeping)).toBe('2 changes on this machine only, server not answering')
  there.failing = () => 'no'
  await until(() => page.keeping.state === 'kept')
  expect(there.history).toHaveLength(2)
  page.die()
})

test('nothing is called kept before what other pages left in this browser has been counted', async () => {
  const there = server()
  const first = await openPage('uncounted')
  there.failing = () => 'lost'
  first.change(stroke('k1'))
  await until(() => first.keeping.state === 'away')
  first.die()
  there.failing = () => 'no'
  const said: { state: string; arrived: number }[] = []
  const opened = (await (await fetch('/api/scenes/uncounted')).json()) as { version: number; scene: Scene }
  const session = new SceneSession({ ...opened, ink: new InkStore(async () => []), freshId: () => 'never' })
  const sync = new SceneSync(
    'uncounted',
    session,
    { onKeeping: ({ state }) => said.push({ state, arrived: there.history.length }), onConflicts: () => undefined },
    1,
  )
  // News of the server comes before this browser's own storage has answered.
  let answered = false
  there.answered = () => (answered = true)
  window.dispatchEvent(new Event('focus'))
  await until(() => answered)
  await sync.resume()
  await until(() => said.at(-1)?.state === 'kept' && there.history.length === 1)
  expect(said.filter((each) => each.state === 'kept' && each.arrived === 0)).toEqual([])
  sync.close()
})

test('what a dead page left behind is sent by the next one; a living page keeps its own', async () => {
  const there = server()
  const first = await openPage('dead')
  there.failing = () => 'lost'
  first.change(stroke('k1'))
  first.change(hold(1, 2))
  await until(() => first.keeping.state === 'away')
  there.failing = () => 'no'
  const hung = first.sync
  hung.close()
  const second = await openPage('dead')
  expect(second.keeping).toMatchObject({ state: 'keeping', waiting: 2 })
  expect(there.history).toHaveLength(0)
  locks.die(first.name)
  await until(() => second.keeping.state === 'kept')
  expect(there.history.map((entry) => entry.edit.type)).toEqual(['ink.change', 'exposure.hold'])
  expect(second.scene).toEqual(there.scene())
  second.die()
})

test('an edit the server kept just before its page died is taken over, and found to be there already', async () => {
  const there = server()
  const first = await openPage('known')
  there.failing = () => 'unanswered'
  first.change(stroke('k1'))
  await until(() => first.keeping.state === 'away')
  first.die()
  there.failing = () => 'no'
  const second = await openPage('known')
  await until(() => second.keeping.state === 'kept')
  expect(there.history).toHaveLength(1)
  expect(second.scene).toEqual(there.scene())
  expect(second.conflicts).toEqual([])
  second.die()
})

test('the same hold changed on both sides: theirs stays, mine is put aside with its sentence, and can be settled', async () => {
  const there = server()
  const [mine, theirs] = [await openPage('clash'), await openPage('clash')]
  theirs.change(hold(1, 2))
  await until(() => theirs.keeping.state === 'kept')
  mine.change(hold(1, 3))
  mine.change(stroke('k9'))
  await until(() => mine.keeping.state === 'kept')
  expect(mine.conflicts.map((aside) => aside.sentence)).toEqual([
    expect.stringMatching(/^Also changed somewhere else: the drawing at frame 1 held for 3/),
  ])
  expect(there.scene().sheets['main']!['A']![0]).toEqual({ drawing: 'k1', frames: 2 })
  expect(there.scene().drawings['k9']!.passes.line).toBe(1)
  expect(mine.scene).toEqual(there.scene())
  const [aside] = mine.conflicts
  // A page opened later still knows what waits for a decision.
  mine.die()
  const later = await openPage('clash')
  expect(later.conflicts).toEqual([aside])
  await later.sync.settle(aside!.id)
  expect(later.conflicts).toEqual([])
  later.die()
  theirs.die()
})

test('an edit that no longer fits is put aside, the others go on', async () => {
  const there = server()
  const [mine, theirs] = [await openPage('gone'), await openPage('gone')]
  theirs.change({ type: 'drawing.remove', drawing: 'k5' })
  await until(() => theirs.keeping.state === 'kept')
  mine.change(stroke('k5'))
  mine.change(stroke('k1'))
  await until(() => mine.keeping.state === 'kept')
  expect(mine.conflicts[0]!.sentence).toMatch(
    /does not fit what was changed somewhere else: This drawing is not in the scene any more/,
  )
  expect(there.scene().drawings['k1']!.passes.line).toBe(1)
  mine.die()
  theirs.die()
})

test('an edit the server alone refuses is put aside and taken back from the page; those around it are kept', async () => {
  const there = server()
  const page = await openPage('refused')
  there.refusing = (edit) => edit.type === 'exposure.hold'
  page.change(stroke('k1'))
  page.change(hold(1, 2))
  page.change(stroke('k9'))
  await until(() => page.keeping.state === 'kept')
  expect(page.conflicts.map((aside) => aside.edit.type)).toEqual(['exposure.hold'])
  expect(there.history.map((entry) => entry.edit.type)).toEqual(['ink.change', 'ink.change'])
  expect(page.scene).toEqual(there.scene())
  page.die()
})

test('an edit at which the server fails, while it keeps others, is put aside and holds nothing up', async () => {
  const there = server()
  const page = await openPage('fault')
  there.faulting = (edit) => edit.type === 'exposure.hold'
  page.change(stroke('k1'))
  page.change(hold(1, 2))
  page.change(stroke('k9'))
  await until(() => page.keeping.state === 'kept')
  expect(page.conflicts.map((aside) => aside.sentence)).toEqual([
    expect.stringMatching(
      /^The server failed at one change \(the drawing at frame 1 held for 2\), so it is put aside; what came after it is kept\.$/,
    ),
  ])
  expect(there.history.map((entry) => entry.edit.type)).toEqual(['ink.change', 'ink.change'])
  expect(page.scene).toEqual(there.scene())
  page.die()
})

test('a server that fails at everything is waited for: nothing is put aside', async () => {
  const there = server()
  const page = await openPage('faults')
  there.faulting = () => true
  page.change(stroke('k1'))
  page.change(hold(1, 2))
  await until(() => page.keeping.state === 'away')
  expect(page.conflicts).toEqual([])
  there.faulting = () => false
  await until(() => page.keeping.state === 'kept')
  expect(there.history).toHaveLength(2)
  page.die()
})

test('edits laid by the server on what others kept meanwhile: the page takes in theirs, in the order in which all was kept', async () => {
  const there = server()
  there.laying = true
  const page = await openPage('laid')
  there.push({ id: 'theirs-one', edit: stroke('k5') })
  there.push({ id: 'theirs-two', edit: { type: 'drawing.set', drawing: 'k9', fields: { note: 'theirs' } } })
  page.change(stroke('k1'))
  page.change(hold(1, 2))
  await until(() => page.keeping.state === 'kept')
  expect(there.history).toHaveLength(4)
  expect(page.scene).toEqual(there.scene())
  expect(page.conflicts).toEqual([])
  // And goes on from there.
  page.change(stroke('k9'))
  await until(() => page.keeping.state === 'kept')
  expect(page.scene).toEqual(there.scene())
  page.die()
})

test('a database put back to an earlier day: its scene is taken as it is, and what is drawn goes on', async () => {
  const there = server()
  const page = await openPage('earlier')
  page.change(stroke('k1'))
  page.change(stroke('k1'))
  await until(() => page.keeping.state === 'kept')
  there.history.length = 0
  there.reset()
  page.change(stroke('k9'))
  await until(() => page.keeping.state === 'kept')
  expect(there.history).toHaveLength(1)
  expect(page.scene).toEqual(there.scene())
  page.die()
})

test('what is put aside is never sent as well', async () => {
  const there = server()
  const [mine, theirs] = [await openPage('once'), await openPage('once')]
  there.refusing = (edit) => edit.type === 'scene.set'
  there.failing = () => 'lost'
  mine.change({ type: 'scene.set', settings: { name: 'Refused' } })
  mine.change(hold(1, 3))
  await until(() => mine.keeping.state === 'away')
  let before = ''
  there.failing = () => 'no'
  // Theirs arrives between the refusal of the batch and the sending of its parts.
  there.answered = (status) => {
    if (status === 422 && before === '') {
      before = 'refused'
      there.push({ id: 'theirs-direct', edit: hold(1, 2) })
    }
  }
  await until(() => mine.keeping.state === 'kept')
  expect(mine.conflicts.map((aside) => aside.edit.type).sort()).toEqual(['exposure.hold', 'scene.set'])
  expect(there.scene().sheets['main']!['A']![0]).toEqual({ drawing: 'k1', frames: 2 })
  expect(mine.scene).toEqual(there.scene())
  mine.die()
  theirs.die()
})

test('a page that missed more than one answer can carry is told of all of it, and knows its own among them', async () => {
  const there = server()
  const page = await openPage('behind')
  there.failing = () => 'unanswered'
  page.change({ type: 'drawing.set', drawing: 'k1', fields: { note: 'mine' } })
  await until(() => page.keeping.state === 'away' && there.history.length === 1)
  for (let n = 0; n < 1100; n++) there.push({ id: `far${n}`, edit: stroke('k5') })
  there.failing = () => 'no'
  await until(() => page.keeping.state === 'kept')
  expect(page.conflicts).toEqual([])
  expect(page.scene).toEqual(there.scene())
  page.die()
})

test('two pages, a bad line, any edits: all end with one scene, and every edit is in the history or put aside, once', async () => {
  const edit = fc.oneof(
    fc.constantFrom('k1', 'k5', 'k9').map((drawing) => () => stroke(drawing)),
    fc.tuple(fc.integer({ min: 1, max: 24 }), fc.integer({ min: 1, max: 5 })).map(
      ([frame, frames]) =>
        () =>
          hold(frame, frames),
    ),
    fc
      .tuple(fc.constantFrom('k1', 'k5', 'k9'), fc.string({ maxLength: 8 }))
      .map(([drawing, note]) => (): Edit => ({ type: 'drawing.set', drawing, fields: { note } })),
    fc.integer({ min: 12, max: 40 }).map((length) => (): Edit => ({ type: 'scene.set', settings: { length } })),
  )
  let run = 0
  await fc.assert(
    fc.asyncProperty(
      fc.array(fc.tuple(fc.boolean(), edit), { maxLength: 24 }),
      fc.array(fc.constantFrom('no' as const, 'lost' as const, 'unanswered' as const), { maxLength: 30 }),
      async (edits, line) => {
        const there = server()
        const scene = `any${run++}`
        const [left, right] = [await openPage(scene), await openPage(scene)]
        const faults = [...line]
        there.failing = () => faults.shift() ?? 'no'
        try {
          for (const [onLeft, made] of edits) {
            ;(onLeft ? left : right).change(made())
            if (edits.length % 3 === 0) await new Promise((resolve) => setTimeout(resolve, 1))
          }
          await until(() => left.keeping.state === 'kept' && right.keeping.state === 'kept')
          // Whoever was quiet last has yet to hear what the other did; asking, too, may meet a bad line.
          await until(() => {
            window.dispatchEvent(new Event('focus'))
            return sameValue(left.scene, right.scene)
          })
          expect(left.scene).toEqual(there.scene())
          expect(new Set(there.history.map((entry) => entry.id)).size).toBe(there.history.length)
          const conflicts = new Set([...left.conflicts, ...right.conflicts].map((aside) => aside.id))
          expect(there.history.length + conflicts.size).toBe(left.made + right.made)
        } finally {
          left.die()
          right.die()
        }
      },
    ),
    { numRuns: 40 },
  )
})

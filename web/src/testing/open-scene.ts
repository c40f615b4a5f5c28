import { settingsOf } from '../../../core/src/testing/build'
import 'fake-indexeddb/auto'
import {
  applyEdit,
  inkAfter,
  inkKey,
  newScene,
  packInk,
  packPasses,
  type Edit,
  type Ink,
  type Pass,
  type Scene,
  type Settings,
} from '@unhurried/core'
import { openDB } from 'idb'
import { createPinia, setActivePinia } from 'pinia'
import { createRenderer } from 'vue'
import { useScene } from '../session/scene'

const settings: Settings = settingsOf()

export { drawn } from '../../../core/src/testing/build'

/** A line from one place to another on a pass of a drawing that has `at` pieces on it. */
export const lined = (
  drawing: string,
  id: string,
  [x1, y1, x2, y2]: readonly [number, number, number, number],
  { pass = 'line' as 'line' | 'colour' | 'rough', at = 0 } = {},
): Edit => ({
  type: 'ink.change',
  drawing,
  pass,
  remove: [],
  add: [{ at, piece: { kind: 'stroke', id, swatch: 'pencil', size: 4, points: [x1, y1, 0.5, x2, y2, 0.5] } }],
})

/** A scene that was edited so, and its ink. */
function sceneOf(edits: readonly Edit[], more: Partial<Settings> = {}): { scene: Scene; ink: Map<string, Ink> } {
  let scene = newScene({ ...settings, ...more })
  const ink = new Map<string, Ink>()
  for (const edit of edits) {
    const written = inkAfter(edit, (drawing, pass) => ink.get(inkKey(drawing, pass)) ?? [])
    for (const { drawing, pass, ink: now } of written) ink.set(inkKey(drawing, pass), now)
    scene = applyEdit(scene, edit).scene
  }
  return { scene, ink }
}

/** A server that has the scene and takes every edit. */
function serve({ scene, ink }: ReturnType<typeof sceneOf>): void {
  let version = 0
  const answer = (body: unknown) =>
    new Response(JSON.stringify(body), { headers: { 'content-type': 'application/json' } })
  globalThis.fetch = (async (path: string, options?: { body?: string }) => {
    if (options?.body) return answer({ version: (version += JSON.parse(options.body).edits.length) })
    if (path.includes('since=')) return answer([])
    if (!path.includes('/ink')) return answer({ id: 's', production: 'p', version, scene, limits: {} })
    const passes = [...ink].map(([name, pieces]) => {
      const [drawing, pass] = name.split('/') as [string, Pass]
      return { drawing, pass, bytes: packInk(pieces) }
    })
    return new Response(packPasses(passes) as BodyInit)
  }) as typeof fetch
}

/** This browser is as one the app was never opened in. */
async function forgetAll(): Promise<void> {
  for (const { name } of await indexedDB.databases()) {
    const db = await openDB(name!)
    for (const store of db.objectStoreNames) await db.clear(store)
    db.close()
  }
}

/** The store of the page with such a scene open, all its ink read. */
export async function openScene(edits: readonly Edit[], more: Partial<Settings> = {}) {
  Object.assign(globalThis, {
    navigator: { locks: { request: (...given: unknown[]) => (given.at(-1) as () => unknown)() } },
    EventSource: class extends EventTarget {
      close() {}
    },
  })
  await forgetAll()
  serve(sceneOf(edits, more))
  setActivePinia(createPinia())
  const store = useScene()
  await store.open('s')
  return store
}

const nothing = () => undefined
const { createApp } = createRenderer<object, object>({
  createElement: () => ({}),
  createText: () => ({}),
  createComment: () => ({}),
  insert: nothing,
  remove: nothing,
  patchProp: nothing,
  setText: nothing,
  setElementText: nothing,
  parentNode: () => null,
  nextSibling: () => null,
})

/** What a composable gives inside a component that shows nothing; `unmount` takes the component away. */
export function mounted<T>(use: () => T): { given: T; unmount: () => void } {
  let given: T
  const app = createApp({
    setup() {
      given = use()
      return () => null
    },
  })
  app.mount({})
  return { given: given!, unmount: () => app.unmount() }
}

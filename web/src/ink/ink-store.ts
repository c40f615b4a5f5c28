import { inkAfter, inkedBy, inkKey, PASSES, type Edit, type Ink, type InkKey, type Pass, type Scene } from '@unhurried/core'
import { api } from '../api'

/** Drawings in the first request, so that the paper shows something soon, and in each later one. */
const FIRST = 8
const AT_ONCE = 60
const EMPTY: Ink = []

export type InkListener = (drawing: string, pass: Pass) => void

/** The ink of one scene on this page, loaded as it is needed. Not reactive: the stage listens. */
export function createInkStore(scene: string) {
  const passes = new Map<InkKey, Ink>()
  const loaded = new Set<string>()
  const loading = new Map<string, Promise<void>>()
  const listeners = new Set<InkListener>()

  const inkOf = (drawing: string, pass: string): Ink => passes.get(inkKey(drawing, pass)) ?? EMPTY

  function put(drawing: string, pass: Pass, ink: Ink) {
    passes.set(inkKey(drawing, pass), ink)
    for (const listener of listeners) listener(drawing, pass)
  }

  function apply(edit: Edit, before: Scene) {
    for (const { drawing, pass, ink } of inkAfter(edit, before, inkOf)) {
      loaded.add(drawing)
      put(drawing, pass as Pass, ink)
    }
  }

  async function fetchInk(drawings: readonly string[], waiting: () => readonly Edit[], sceneNow: () => Scene) {
    const asked = waiting()
    const found = await api.readInk(scene, drawings)
    for (const { drawing, pass, ink } of found) if (!loaded.has(drawing)) passes.set(inkKey(drawing, pass), ink)
    const fresh = drawings.filter((drawing) => !loaded.has(drawing))
    for (const drawing of fresh) loaded.add(drawing)
    // Edits the server may not have seen when it answered lie on top of what it sent.
    for (const edit of new Set([...asked, ...waiting()])) {
      if (!inkedBy(edit).some((drawing) => fresh.includes(drawing))) continue
      try {
        for (const { drawing, pass, ink } of inkAfter(edit, sceneNow(), inkOf)) passes.set(inkKey(drawing, pass), ink)
      } catch {
        // It had arrived by then: it is in what the server sent.
      }
    }
    for (const drawing of fresh) for (const pass of PASSES) if (passes.has(inkKey(drawing, pass))) for (const listener of listeners) listener(drawing, pass)
  }

  return {
    inkOf,
    apply,
    isLoaded: (drawing: string) => loaded.has(drawing),
    onChange(listener: InkListener) {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
    /** Loads what is missing, in the order given. `waiting` are edits not yet on the server. */
    async ensure(drawings: readonly string[], waiting: () => readonly Edit[] = () => [], sceneNow: () => Scene): Promise<void> {
      const missing = [...new Set(drawings)].filter((drawing) => !loaded.has(drawing))
      for (let i = 0; i < missing.length; i += i === 0 ? FIRST : AT_ONCE) {
        const wanted = missing.slice(i, i + (i === 0 ? FIRST : AT_ONCE))
        const batch = wanted.filter((drawing) => !loading.has(drawing) && !loaded.has(drawing))
        if (batch.length > 0) {
          const job = fetchInk(batch, waiting, sceneNow).finally(() => batch.forEach((drawing) => loading.delete(drawing)))
          for (const drawing of batch) loading.set(drawing, job)
        }
        // One batch after the other: what is nearest is on the paper before the rest is asked for.
        await Promise.all(wanted.map((drawing) => loading.get(drawing)))
      }
    },
    /** Forgets ink that was changed elsewhere, so that it is read again. */
    forget(drawings: ReadonlySet<string> | undefined) {
      for (const drawing of drawings ?? [...loaded]) {
        loaded.delete(drawing)
        for (const pass of PASSES) passes.delete(inkKey(drawing, pass))
      }
    },
  }
}

export type InkStore = ReturnType<typeof createInkStore>

import { inkAfter, inkedBy, inkKey, PASSES, type Edit, type Ink, type InkKey, type Pass } from '@unhurried/core'
import { api } from '../api/api'

/** Drawings in the first request, so that the paper shows something soon, and in each later one. */
const FIRST = 8
const AT_ONCE = 60
const EMPTY: Ink = []

export type InkListener = (drawing: string, pass: Pass) => void

/** The ink of one scene on this page, loaded as it is needed. Not reactive: the stage listens. `read` may read it as it was at a moment. */
export function createInkStore(scene: string, read = (drawings: readonly string[]) => api.readInk(scene, drawings)) {
  const passes = new Map<InkKey, Ink>()
  /** Drawings whose ink is as new as we know, and those whose ink was changed elsewhere since. */
  const loaded = new Set<string>()
  const stale = new Set<string>()
  const loading = new Map<string, Promise<void>>()
  /** Edits made while a drawing's ink is on its way. */
  const during = new Map<string, Edit[]>()
  const listeners = new Set<InkListener>()

  const inkOf = (drawing: string, pass: string): Ink => passes.get(inkKey(drawing, pass)) ?? EMPTY

  function put(drawing: string, pass: Pass, ink: Ink) {
    passes.set(inkKey(drawing, pass), ink)
    for (const listener of listeners) listener(drawing, pass)
  }

  function apply(edit: Edit) {
    const written = inkAfter(edit, inkOf)
    for (const drawing of inkedBy(edit)) {
      if (!stale.has(drawing)) loaded.add(drawing)
      if (loading.has(drawing)) during.set(drawing, [...(during.get(drawing) ?? []), edit])
    }
    for (const { drawing, pass, ink } of written) put(drawing, pass, ink)
  }

  async function fetchInk(
    drawings: readonly string[],
    waiting: () => readonly Edit[],
    isNewest: (drawing: string) => boolean,
  ) {
    const asked = waiting()
    const found = await read(drawings)
    // Drawn on as new meanwhile, or asked for again because of later news: this answer is not for those.
    const fresh = new Set(drawings.filter((drawing) => !loaded.has(drawing) && isNewest(drawing)))
    const all = [...fresh].flatMap((drawing) => PASSES.map((pass) => ({ drawing, pass, key: inkKey(drawing, pass) })))
    const inked = new Set(all.filter(({ key }) => passes.delete(key)).map(({ key }) => key))
    for (const drawing of fresh) {
      loaded.add(drawing)
      stale.delete(drawing)
    }
    for (const { drawing, pass, ink } of found) if (fresh.has(drawing)) passes.set(inkKey(drawing, pass), ink)
    // Edits the server may not have seen when it answered lie on top of what it sent.
    const made = [...fresh].flatMap((drawing) => during.get(drawing) ?? [])
    for (const edit of new Set([...asked, ...made, ...waiting()])) {
      if (!inkedBy(edit).some((drawing) => fresh.has(drawing))) continue
      try {
        for (const { drawing, pass, ink } of inkAfter(edit, inkOf)) passes.set(inkKey(drawing, pass), ink)
      } catch {
        // It had arrived by then: it is in what the server sent.
      }
    }
    for (const { drawing, pass, key } of all) {
      if (inked.has(key) || passes.has(key)) for (const listener of listeners) listener(drawing, pass)
    }
  }

  /** One request for some drawings; a later one for the same drawing makes this one's answer void for it. */
  function begin(batch: readonly string[], waiting: () => readonly Edit[]) {
    const job: Promise<void> = fetchInk(batch, waiting, (drawing) => loading.get(drawing) === job).finally(() => {
      for (const drawing of batch) {
        if (loading.get(drawing) !== job) continue
        loading.delete(drawing)
        during.delete(drawing)
      }
    })
    for (const drawing of batch) loading.set(drawing, job)
  }

  return {
    inkOf,
    apply,
    /** Also true while newer ink is on its way: what is there can be drawn on. */
    isLoaded: (drawing: string) => loaded.has(drawing) || stale.has(drawing),
    onChange(listener: InkListener) {
      listeners.add(listener)
      return () => void listeners.delete(listener)
    },
    /** Loads what is missing, in the order given. `waiting` are edits not yet on the server. */
    async ensure(drawings: readonly string[], waiting: () => readonly Edit[] = () => []): Promise<void> {
      const missing = [...new Set(drawings)].filter((drawing) => !loaded.has(drawing))
      for (let i = 0; i < missing.length; i += i === 0 ? FIRST : AT_ONCE) {
        const wanted = missing.slice(i, i + (i === 0 ? FIRST : AT_ONCE))
        const batch = wanted.filter((drawing) => !loading.has(drawing) && !loaded.has(drawing))
        if (batch.length > 0) begin(batch, waiting)
        // One batch after the other: what is nearest is on the paper before the rest is asked for.
        await Promise.all(wanted.map((drawing) => loading.get(drawing)))
      }
    },
    /** Ink that was changed elsewhere is read again at the next `ensure`; until then the old stays. */
    forget(drawings: ReadonlySet<string> | undefined) {
      for (const drawing of drawings ?? [...loaded]) {
        if (loaded.delete(drawing)) stale.add(drawing)
        // An answer on its way may be older than the news.
        loading.delete(drawing)
      }
    },
  }
}

export type InkStore = ReturnType<typeof createInkStore>

import {
  changeBetween,
  EditRefused,
  inkAfter,
  inkedBy,
  inkKey,
  inkSourcesOf,
  PASSES,
  simpleEditsOf,
  type Edit,
  type Ink,
  type InkChange,
  type InkKey,
  type Pass,
  type PassInk,
} from '@unhurried/core'
import { api } from '../api/api'

/** Drawings in the first request, so that the paper shows something soon, and in each later one. */
const FIRST = 8
const AT_ONCE = 60
const EMPTY: Ink = []

/** Told of a pass that changed; of one that was read anew nobody knows what changed. */
export type InkListener = (drawing: string, pass: Pass, change: InkChange | undefined) => void
/** One of the edits an edit is made of, and the drawing whose ink it writes. */
interface InkPart {
  readonly edit: Edit
  readonly drawing: string
}
type Waiting = () => readonly Edit[]

/**
 * The ink of one scene, fetched as it is needed: what the server has with the edits on top that wait to be sent. Not
 * reactive: whoever shows it listens.
 */
export class InkStore {
  /** As it is shown. */
  readonly #passes = new Map<InkKey, Ink>()
  /** Passes on which edits wait, as the server has them. */
  readonly #kept = new Map<InkKey, Ink>()
  /** Drawings on which edits wait that the server may have had already when it answered: what it has is not known. */
  readonly #unsure = new Set<string>()
  /** Of those, copies: what they were copied from may have been another then, so they are read again once kept. */
  readonly #doubted = new Set<string>()
  /** Drawings whose ink is as new as we know, and those whose ink was changed elsewhere since. */
  readonly #loaded = new Set<string>()
  readonly #stale = new Set<string>()
  readonly #loading = new Map<string, Promise<void>>()
  /** Edits made while a drawing's ink is on its way. */
  readonly #during = new Map<string, Edit[]>()
  readonly #listeners = new Set<InkListener>()

  constructor(private readonly read: (drawings: readonly string[]) => Promise<readonly PassInk[]>) {}

  readonly inkOf = (drawing: string, pass: string): Ink => this.#passes.get(inkKey(drawing, pass)) ?? EMPTY

  /** Also true while newer ink is on its way: what is there can be drawn on. */
  isLoaded(drawing: string): boolean {
    return this.#loaded.has(drawing) || this.#stale.has(drawing)
  }

  /** Whether some of what is here was changed elsewhere since, and has to be read again. */
  get isBehind(): boolean {
    return this.#stale.size > 0
  }

  /** Whether nothing newer is known of. */
  isNewest(drawing: string): boolean {
    return this.#loaded.has(drawing)
  }

  /** The passes of a drawing as the server has them; undefined where that is not known. */
  keptOf(drawing: string): readonly { readonly pass: Pass; readonly ink: Ink }[] | undefined {
    if (!this.#isSure(drawing)) return undefined
    return PASSES.map((pass) => ({ pass, ink: this.#keptInk(drawing, pass) })).filter(({ ink }) => ink.length > 0)
  }

  onChange(listener: InkListener): () => void {
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }

  /** Lays an edit that was made here. Errors: EditRefused, and then nothing changed. */
  apply(edit: Edit): void {
    const written = inkAfter(edit, this.inkOf)
    for (const drawing of inkedBy(edit)) {
      if (!this.#stale.has(drawing)) this.#loaded.add(drawing)
      if (this.#loading.has(drawing)) this.#during.set(drawing, [...(this.#during.get(drawing) ?? []), edit])
    }
    for (const { drawing, pass, ink } of written) {
      const was = this.inkOf(drawing, pass)
      this.#setWaiting(drawing, pass, ink)
      this.#tellOf(inkKey(drawing, pass), was)
    }
  }

  /** Lays an edit that was made in the session this is a copy of. Ink that it does not fit is older: it is read again. */
  follow(edit: Edit): void {
    try {
      this.apply(edit)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      this.forget(inkedBy(edit))
    }
  }

  /**
   * Lays edits in the order in which the server kept them beneath those of ours that still wait; `gone` waited and do
   * no more. Drawings on which it cannot be told what that gives are forgotten, to be read again.
   */
  takeIn(confirmed: readonly Edit[], waiting: readonly Edit[], gone: readonly Edit[] = []): void {
    this.forget(gone.flatMap(inkedBy).filter((drawing) => !this.#isSure(drawing)))
    const before = new Map<InkKey, Ink>()
    const remember = (key: InkKey) => before.has(key) || before.set(key, this.#passes.get(key) ?? EMPTY)
    for (const key of this.#kept.keys()) remember(key)
    for (const drawing of new Set(waiting.flatMap(inkedBy))) for (const pass of PASSES) remember(inkKey(drawing, pass))
    const onTop = new Set(waiting.flatMap(inkedBy))
    for (const part of inkPartsOf(confirmed)) this.#layKept(part, onTop, remember)
    for (const [key, ink] of this.#kept) this.#passes.set(key, ink)
    // Where it is not known what the server has, what is shown has ours on it already.
    for (const part of inkPartsOf(waiting)) if (this.#isSure(part.drawing)) this.#layQuietly(part)
    for (const edit of waiting) this.#doubtCopies(edit)
    this.#release(onTop)
    for (const [key, was] of before) this.#tellOf(key, was)
  }

  /** What the server kept of ours as it is: what is shown stays, and less of it waits. */
  confirm(edits: readonly Edit[], waiting: readonly Edit[]): void {
    for (const edit of edits) {
      this.#doubtCopies(edit)
      if (inkSourcesOf(edit).length > 0) this.forget(inkedBy(edit).filter((drawing) => !this.#isSure(drawing)))
    }
    for (const part of inkPartsOf(edits)) {
      for (const { drawing, pass, ink } of this.#written(part, this.#keptInk) ?? []) {
        const key = inkKey(drawing, pass)
        if (this.#kept.has(key)) this.#kept.set(key, ink)
      }
    }
    this.#release(new Set(waiting.flatMap(inkedBy)))
  }

  /** Fetches what is missing, in the order given. `waiting` are edits not yet on the server. */
  async ensure(drawings: readonly string[], waiting: Waiting = () => []): Promise<void> {
    const missing = [...new Set(drawings)].filter((drawing) => !this.#loaded.has(drawing))
    for (let i = 0; i < missing.length; i += i === 0 ? FIRST : AT_ONCE) {
      const wanted = missing.slice(i, i + (i === 0 ? FIRST : AT_ONCE))
      const batch = wanted.filter((drawing) => !this.#loading.has(drawing) && !this.#loaded.has(drawing))
      if (batch.length > 0) this.#begin(batch, waiting)
      // One batch after the other: what is nearest is on the paper before the rest is asked for.
      await Promise.all(wanted.map((drawing) => this.#loading.get(drawing)))
    }
  }

  /** Ink that was changed elsewhere is read again at the next `ensure`; until then the old stays. */
  forget(drawings: Iterable<string> | undefined): void {
    for (const drawing of drawings ?? [...this.#loaded]) {
      if (this.#loaded.delete(drawing)) this.#stale.add(drawing)
      // An answer on its way may be older than the news.
      this.#loading.delete(drawing)
      this.#dropKept(drawing)
    }
  }

  readonly #keptInk = (drawing: string, pass: string): Ink =>
    this.#kept.get(inkKey(drawing, pass)) ?? this.inkOf(drawing, pass)

  /** Whether we know what the server has of a drawing, and which of our edits wait on top of that. */
  #isSure(drawing: string): boolean {
    return this.#loaded.has(drawing) && !this.#unsure.has(drawing)
  }

  /** What is written, or undefined when it does not fit: then it had arrived before. */
  #written({ edit }: InkPart, inkOf: (drawing: string, pass: Pass) => Ink): readonly PassInk[] | undefined {
    try {
      return inkAfter(edit, inkOf)
    } catch (error) {
      if (error instanceof EditRefused) return undefined
      throw error
    }
  }

  /** Lays what the server kept on the ink as the server has it; `remember` is called for each pass before that. */
  #layKept(part: InkPart, onTop: ReadonlySet<string>, remember: (key: InkKey) => void): void {
    const sure = [part.drawing, ...inkSourcesOf(part.edit)].every((drawing) => this.#isSure(drawing))
    const written = sure && this.#written(part, this.#keptInk)
    // A drawing that is new to us and came with its first lines is fetched like any other.
    if (!written) return this.forget([part.drawing])
    for (const { drawing, pass, ink } of written) {
      const key = inkKey(drawing, pass)
      remember(key)
      if (this.#kept.has(key) || onTop.has(drawing)) this.#kept.set(key, ink)
      else this.#passes.set(key, ink)
    }
  }

  /** A copy of what we do not know for sure is not known for sure. */
  #doubtCopies(edit: Edit): void {
    if (inkSourcesOf(edit).every((source) => this.#isSure(source))) return
    for (const drawing of inkedBy(edit)) {
      this.#unsure.add(drawing)
      this.#doubted.add(drawing)
      this.#dropKept(drawing)
    }
  }

  /** Lays what waits, telling nobody yet; where we know what the server has, that is remembered. */
  #layQuietly(part: InkPart): void {
    for (const { drawing, pass, ink } of this.#written(part, this.inkOf) ?? []) this.#setWaiting(drawing, pass, ink)
  }

  /** Shows a pass with an edit on it that waits. */
  #setWaiting(drawing: string, pass: Pass, ink: Ink): void {
    const key = inkKey(drawing, pass)
    if (this.#isSure(drawing) && !this.#kept.has(key)) this.#kept.set(key, this.inkOf(drawing, pass))
    this.#passes.set(key, ink)
  }

  /** Lets go of what was remembered of drawings on which nothing waits any more. */
  #release(waitingOn: ReadonlySet<string>): void {
    for (const key of [...this.#kept.keys()]) {
      if (!waitingOn.has(drawingOf(key))) this.#kept.delete(key)
    }
    for (const drawing of [...this.#unsure]) if (!waitingOn.has(drawing)) this.#unsure.delete(drawing)
    for (const drawing of [...this.#doubted].filter((each) => !waitingOn.has(each))) {
      this.#doubted.delete(drawing)
      this.forget([drawing])
    }
  }

  #dropKept(drawing: string): void {
    for (const pass of PASSES) this.#kept.delete(inkKey(drawing, pass))
  }

  #tellOf(key: InkKey, was: Ink): void {
    const now = this.#passes.get(key) ?? EMPTY
    const change = was === now ? undefined : changeBetween(was, now)
    if (change) for (const listener of this.#listeners) listener(drawingOf(key), passOf(key), change)
  }

  /** One request for some drawings; a later one for the same drawing makes this one's answer void for it. */
  #begin(batch: readonly string[], waiting: Waiting): void {
    const job: Promise<void> = this.#fetch(batch, waiting, (drawing) => this.#loading.get(drawing) === job).finally(
      () => {
        for (const drawing of batch) {
          if (this.#loading.get(drawing) !== job) continue
          this.#loading.delete(drawing)
          this.#during.delete(drawing)
        }
      },
    )
    for (const drawing of batch) this.#loading.set(drawing, job)
  }

  async #fetch(drawings: readonly string[], waiting: Waiting, isNewest: (drawing: string) => boolean): Promise<void> {
    const asked = waiting()
    const answer = await this.read(drawings)
    // Drawn on as new meanwhile, or asked for again because of later news: this answer is not for those.
    const fresh = new Set(drawings.filter((drawing) => !this.#loaded.has(drawing) && isNewest(drawing)))
    const all = [...fresh].flatMap((drawing) => PASSES.map((pass) => inkKey(drawing, pass)))
    const before = new Map(all.map((key) => [key, this.#passes.get(key)]))
    for (const key of all) this.#passes.delete(key)
    for (const drawing of fresh) {
      this.#loaded.add(drawing)
      this.#stale.delete(drawing)
      this.#dropKept(drawing)
    }
    for (const { drawing, pass, ink } of answer) if (fresh.has(drawing)) this.#passes.set(inkKey(drawing, pass), ink)
    // Edits the server may not have seen when it answered lie on top of what it sent.
    const made = [...fresh].flatMap((drawing) => this.#during.get(drawing) ?? [])
    for (const part of inkPartsOf([...new Set([...asked, ...made, ...waiting()])])) {
      if (!fresh.has(part.drawing)) continue
      this.#unsure.add(part.drawing)
      if (inkSourcesOf(part.edit).length > 0) this.#doubted.add(part.drawing)
      this.#layQuietly(part)
    }
    for (const [key, was] of before) {
      if (was === undefined && !this.#passes.has(key)) continue
      for (const listener of this.#listeners) listener(drawingOf(key), passOf(key), undefined)
    }
  }
}

/** What writes ink of some edits, drawing by drawing: of a step over many drawings each is laid where it is missing. */
const inkPartsOf = (edits: readonly Edit[]): InkPart[] =>
  edits.flatMap(simpleEditsOf).flatMap((edit) => inkedBy(edit).map((drawing) => ({ edit, drawing })))
const drawingOf = (key: InkKey): string => key.slice(0, key.lastIndexOf('/'))
const passOf = (key: InkKey): Pass => key.slice(key.lastIndexOf('/') + 1) as Pass

/** The ink of a scene on the server. `read` may read it as it was at a moment. */
export const createInkStore = (
  scene: string,
  read: (drawings: readonly string[]) => Promise<readonly PassInk[]> = (drawings) => api.readInk(scene, drawings),
): InkStore => new InkStore(read)

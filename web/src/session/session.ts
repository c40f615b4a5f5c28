import { applyEdit, asTheDoorTakes, EditRefused, withMended, type Edit, type Scene } from '@unhurried/core'
import type { InkStore } from './ink-store'
import { drawingsInked, laidOn, rebase, type ServerChanges, type Rebased, type WaitingEdit } from './rebase'

/** Everything that can happen to a scene that is open, as values: whoever holds a copy does the same to it. */
export type Transition =
  /** Made here. */
  | { readonly kind: 'edit'; readonly made: WaitingEdit }
  /** Made by a page that is closed now, and not sent. */
  | { readonly kind: 'adopted'; readonly rows: readonly WaitingEdit[] }
  /** The server kept the first of those that wait, as they are. */
  | { readonly kind: 'confirmed'; readonly ids: readonly string[]; readonly version: number }
  | { readonly kind: 'rebased'; readonly changes: ServerChanges }

/** What is done and undone as one: an edit, or several in their order where one could not carry it all. */
export type Step = readonly Edit[]
/** What can be undone and done again, the next of each last. */
export interface Steps {
  readonly undo: readonly Step[]
  readonly redo: readonly Step[]
}
type Conflict = Rebased<WaitingEdit>['conflicts'][number]
type Listener = (transition: Transition) => void

const editsOf = (entries: readonly WaitingEdit[]): Edit[] => entries.map(({ edit }) => edit)

interface Opened {
  readonly scene: Scene
  readonly version: number
  readonly waiting?: readonly WaitingEdit[]
  readonly ink: InkStore
  readonly freshId: () => string
}

/**
 * The one owner of a scene that is open: as the server has it (`confirmed`), the edits that wait to be sent, the scene
 * with them (`working`), what is only being tried, what can be undone, and the ink. It knows no network and no Vue.
 */
export class SceneSession {
  readonly ink: InkStore
  #confirmed: Scene
  #version: number
  #waiting: readonly WaitingEdit[]
  #working: Scene
  #tried: Scene | undefined
  #steps: Steps = { undo: [], redo: [] }
  readonly #freshId: () => string
  readonly #listeners = new Set<Listener>()
  readonly #stepListeners = new Set<(steps: Steps) => void>()

  constructor({ scene, version, waiting = [], ink, freshId }: Opened) {
    this.ink = ink
    this.#confirmed = scene
    this.#version = version
    this.#waiting = waiting
    this.#working = waiting.reduce((now, { edit }) => laidOn(now, edit) ?? now, scene)
    this.#freshId = freshId
  }

  get confirmed(): Scene {
    return this.#confirmed
  }
  get version(): number {
    return this.#version
  }
  get waiting(): readonly WaitingEdit[] {
    return this.#waiting
  }
  get working(): Scene {
    return this.#working
  }
  /** The scene as it is shown: as it would be after a change that is only being tried, or as it is. */
  get shown(): Scene {
    return this.#tried ?? this.#working
  }
  get tried(): Scene | undefined {
    return this.#tried
  }
  get steps(): Steps {
    return this.#steps
  }
  get canUndo(): boolean {
    return this.#steps.undo.length > 0
  }
  get canRedo(): boolean {
    return this.#steps.redo.length > 0
  }
  /** Edits not yet on the server, for laying them on ink that is fetched. */
  readonly waitingEdits = (): readonly Edit[] => editsOf(this.#waiting)

  /** Calls `listener` after everything that happens; gives what ends that. */
  onTransition(listener: Listener): () => void {
    this.#listeners.add(listener)
    return () => void this.#listeners.delete(listener)
  }

  /** Calls `listener` with what can be undone and done again, after each change of that; gives what ends it. */
  onSteps(listener: (steps: Steps) => void): () => void {
    this.#stepListeners.add(listener)
    return () => void this.#stepListeners.delete(listener)
  }

  /** Makes edits in their order as one step that can be undone. Errors: EditRefused, and then nothing changed. */
  change(...step: Edit[]): void {
    const inverse = this.#make(step.map((edit) => withMended(this.#working, asTheDoorTakes(edit))))
    this.#setSteps({ undo: [...this.#steps.undo, inverse], redo: [] })
  }

  /** Takes the last step back; gives the step that did so. Errors: EditRefused, and then that step is given up. */
  undo(): Step | undefined {
    const { undo, redo } = this.#steps
    const step = undo.at(-1)
    if (!step) return undefined
    this.#setSteps({ undo: undo.slice(0, -1), redo })
    this.#setSteps({ undo: undo.slice(0, -1), redo: [...redo, this.#make(step)] })
    return step
  }

  /** Makes the step taken back last again; gives the step that did so. Errors: as `undo`. */
  redo(): Step | undefined {
    const { undo, redo } = this.#steps
    const step = redo.at(-1)
    if (!step) return undefined
    this.#setSteps({ undo, redo: redo.slice(0, -1) })
    this.#setSteps({ undo: [...undo, this.#make(step)], redo: redo.slice(0, -1) })
    return step
  }

  /** Takes back the step that `step` undoes as if it had never been made, while it is the last and nobody's work lies on it. */
  unmake(step: Step | undefined): void {
    const { undo, redo } = this.#steps
    if (!step || undo.at(-1) !== step) return
    try {
      this.#make(step)
      this.#setSteps({ undo: undo.slice(0, -1), redo })
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
    }
  }

  /** What was done before the scene was opened can be undone too, once what was done since is. */
  restore(earlier: Steps): void {
    const { undo, redo } = this.#steps
    // What was done since leaves nothing of what could be done again.
    this.#setSteps({ undo: [...earlier.undo, ...undo], redo: undo.length > 0 ? redo : [...earlier.redo, ...redo] })
  }

  /** Shows what an edit would do without making it; nothing takes the trial away. Gives why it cannot be done, when it cannot. */
  attempt(edit?: Edit): string | undefined {
    this.#tried = undefined
    if (!edit) return undefined
    try {
      this.#tried = applyEdit(this.#working, edit).scene
      return undefined
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      return error.message
    }
  }

  /** The server kept the first of those that wait. */
  confirm(ids: readonly string[], version: number): void {
    const sent = new Set(ids)
    const confirmed = this.#waiting.filter(({ id }) => sent.has(id)).map(({ edit }) => edit)
    for (const edit of confirmed) this.#confirmed = applyEdit(this.#confirmed, edit).scene
    this.#version = version
    this.#waiting = this.#waiting.filter(({ id }) => !sent.has(id))
    this.ink.confirm(confirmed, this.waitingEdits())
    this.#tell({ kind: 'confirmed', ids, version })
  }

  /** Takes in what others changed; gives the edits of ours that met theirs. */
  takeIn(changes: ServerChanges): readonly Conflict[] {
    const before = this.#waiting
    const after = rebase({ confirmed: this.#confirmed, version: this.#version, waiting: before }, changes)
    this.#confirmed = after.confirmed
    this.#version = after.version
    this.#waiting = after.waiting
    this.#working = after.working
    this.#tried = undefined
    if (changes.fresh) this.ink.forget(undefined)
    else {
      const arrived = new Set(changes.missed.map(({ id }) => id))
      const gone = before.filter((entry) => !after.waiting.includes(entry) && !arrived.has(entry.id))
      this.ink.takeIn(editsOf(changes.missed), this.waitingEdits(), editsOf(gone))
    }
    this.#tell({ kind: 'rebased', changes })
    return after.conflicts
  }

  /** Lays edits a closed page left on the scene; gives those that do not fit it any more. `working` when that was worked out before. */
  adopt(rows: readonly WaitingEdit[], working?: Scene): readonly Conflict[] {
    this.#waiting = [...rows, ...this.#waiting]
    // What was sent by that page may be in the ink already: it is read again, and laid on then.
    this.ink.forget(drawingsInked(rows))
    let conflicts: readonly Conflict[] = []
    if (working) this.#working = working
    else {
      const known = { confirmed: this.#confirmed, version: this.#version, waiting: this.#waiting }
      const after = rebase(known, { missed: [] })
      this.#waiting = after.waiting
      this.#working = after.working
      conflicts = after.conflicts
    }
    this.#tried = undefined
    this.#tell({ kind: 'adopted', rows })
    return conflicts
  }

  /** Does what happened in the session this one is a copy of. */
  follow(transition: Transition): void {
    switch (transition.kind) {
      case 'edit':
        return this.#lay(transition.made, false)
      case 'adopted':
        return void this.adopt(transition.rows)
      case 'confirmed':
        return this.confirm(transition.ids, transition.version)
      case 'rebased':
        return void this.takeIn(transition.changes)
    }
  }

  /** Gives the step that undoes it. */
  #make(step: Step): Step {
    let scene = this.#working
    const made = step.map((edit) => {
      const { scene: after, inverse } = applyEdit(scene, edit)
      scene = after
      return { edit, after, inverse }
    })
    // Only now: what the last of them refuses leaves nothing of the first.
    for (const { edit, after } of made) this.#lay({ id: this.#freshId(), edit }, true, after)
    return made.map(({ inverse }) => inverse).reverse()
  }

  /** `drawn`: here, on the ink that is shown; else ink that is missing is fetched when asked for, and this laid on it then. */
  #lay(made: WaitingEdit, drawn: boolean, after = applyEdit(this.#working, made.edit).scene): void {
    if (drawn) this.ink.apply(made.edit)
    else if ([...drawingsInked([made])].every((drawing) => this.#isHere(drawing))) this.ink.follow(made.edit)
    this.#working = after
    this.#tried = undefined
    this.#waiting = [...this.#waiting, made]
    this.#tell({ kind: 'edit', made })
  }

  #isHere(drawing: string): boolean {
    const passes = this.#working.drawings[drawing]?.passes ?? {}
    return this.ink.isLoaded(drawing) || Object.keys(passes).length === 0
  }

  #setSteps(steps: Steps): void {
    this.#steps = steps
    for (const listener of this.#stepListeners) listener(steps)
  }

  #tell(transition: Transition): void {
    for (const listener of this.#listeners) listener(transition)
  }
}

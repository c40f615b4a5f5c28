import { EditRefused, inkSourcesOf, type Edit, type Limits, type Scene } from '@unhurried/core'
import { ElMessage } from 'element-plus'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '../api/api'
import { freshId } from '../api/ids'
import { canBeSent } from './sync/batch'
import { createInkStore, type InkStore } from './ink-store'
import { usePosition } from './position'
import { drawingsInked } from './rebase'
import { SceneSession, type Step, type Transition } from './session'
import type { Keeping } from './sync/keeping'
import { keepSteps } from './sync/kept-steps'
import type { ConflictRow } from './sync/outbox'
import { SceneSync } from './sync/scene-sync'

export type { Chosen } from './position'

type Answer = Awaited<ReturnType<typeof api.readScene>>

export function sayWhy(error: unknown): void {
  const message = error instanceof Error ? error.message : String(error)
  ElMessage({ message, type: 'warning', duration: 6000, showClose: true, grouping: true, offset: 54 })
}
const inWords = (error: unknown): string => (error instanceof Error ? error.message : String(error))

/** The scene on the table: its document, its ink, where we are in it, and how it is changed. */
export const useScene = defineStore('scene', () => {
  const { session, working, tried, scene, ink, act, begin, end, ...parts } = useOpened()
  const position = usePosition(scene)
  const { at } = position
  const id = ref('')
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const conflicts = shallowRef<readonly ConflictRow[]>([])
  const trouble = ref('')
  let sync: SceneSync | undefined
  let opening = 0
  let endSteps = () => undefined as void

  const loadInk = () =>
    ink
      .value!.ensure(position.nearestFirst(), session.value!.waitingEdits)
      .catch((error: unknown) => (trouble.value = inWords(error)))

  async function open(sceneId: string) {
    close()
    const mine = ++opening
    id.value = sceneId
    trouble.value = ''
    try {
      const answer = await api.readScene(sceneId)
      if (mine !== opening) return
      show(answer)
      sync = new SceneSync(sceneId, session.value!, {
        onKeeping: (now) => (keeping.value = now),
        onConflicts: (now) => (conflicts.value = now),
      })
      await Promise.all([sync.resume().then(restoreSteps), loadInk()])
    } catch (error) {
      if (mine === opening) trouble.value = inWords(error)
    }
  }

  /** What was done on this machine before the scene was closed can be undone, once what was not sent then lies on the scene. */
  async function restoreSteps() {
    const own = session.value
    if (!own || !sync) return
    endSteps = await keepSteps(own, { scene: id.value, page: sync.page })
    if (own !== session.value) endSteps()
  }

  function show(answer: Answer) {
    const own = begin(answer)
    own.onTransition((transition) => mirror(own, transition))
    if (answer.notice) sayWhy(new Error(answer.notice))
    position.begin(answer.scene)
    working.value = answer.scene
  }

  /** Shows what happened, and keeps where we are within what is there. */
  function mirror(own: SceneSession, { kind }: Transition) {
    const now = own.working
    tried.value = own.tried
    position.keepTake(now)
    working.value = now
    position.keepWithin(now)
    if (kind === 'rebased' || kind === 'adopted' || own.ink.isBehind) void loadInk()
  }

  function close() {
    endSteps()
    sync?.close()
    sync = undefined
    end()
    position.clear()
    conflicts.value = []
    keeping.value = { state: 'opening' }
  }

  /** Takes a step back or makes it again, once the ink it is about is here, and shows where its line lies. */
  function goBack(which: 'undo' | 'redo') {
    const own = session.value
    const next = own?.steps[which].at(-1)
    if (!own || !next) return
    const go = () => own === session.value && showChange(act(() => own[which]()))
    const missing = drawingsRead(next).filter((drawing) => !own.ink.isLoaded(drawing) && own.working.drawings[drawing])
    if (missing.length === 0) go()
    else own.ink.ensure(missing, own.waitingEdits).then(go, (error: unknown) => sayWhy(error))
  }

  function showChange([edit]: Step = []) {
    const drawing = edit?.type === 'ink.change' ? edit.drawing : undefined
    if (drawing !== undefined && drawing !== at.drawing.value) at.showDrawing(drawing)
  }

  return {
    id,
    scene,
    session,
    working,
    ink,
    ...parts,
    ...at,
    keeping,
    conflicts,
    trouble,
    open,
    close,
    loadInk,
    undo: () => goBack('undo'),
    redo: () => goBack('redo'),
    settleConflict: (conflictId: string) => void sync?.settle(conflictId),
  }
})

/** Errors: EditRefused for a step that no request could carry. */
function requireSendable(edit: Edit): void {
  if (!canBeSent(edit))
    throw new EditRefused('This is more ink than one step can carry. Do it on fewer drawings at a time.')
}

/** The drawings whose ink a step reads or writes. */
const drawingsRead = (step: Step): string[] => [
  ...drawingsInked(step.map((edit) => ({ edit }))),
  ...step.flatMap(inkSourcesOf),
]

/** Counts what is drawn as soon as whatever counts is there: nothing waits for it. Gives what ends that. */
function recorded(id: string, own: SceneSession): () => void {
  const begun = import('./record/record-work').then(({ recordWork }) => recordWork(id, own))
  return () => void begun.then((end) => end())
}

/** The session of the scene that is open, and what of it is shown. */
function useOpened() {
  /** Its owner; what is below mirrors it for whoever shows it. */
  const session = shallowRef<SceneSession>()
  /** The scene as edited so far, and as it would be after a change that is only being tried. */
  const working = shallowRef<Scene>()
  const tried = shallowRef<Scene>()
  const ink = shallowRef<InkStore>()
  const production = ref('')
  /** The production's own limits for Second look. */
  const limits = shallowRef<Limits>({})
  const canUndo = ref(false)
  const canRedo = ref(false)
  let endRecord = () => undefined as void

  function begin({ id, scene, version, ...rest }: Answer): SceneSession {
    ink.value = createInkStore(id)
    production.value = rest.production
    limits.value = rest.limits
    session.value = new SceneSession({ scene, version, ink: ink.value, freshId })
    session.value.onSteps(({ undo, redo }) => {
      canUndo.value = undo.length > 0
      canRedo.value = redo.length > 0
    })
    endRecord = recorded(id, session.value)
    return session.value
  }
  function end() {
    endRecord()
    session.value = working.value = tried.value = ink.value = undefined
    canUndo.value = canRedo.value = false
  }

  /** Does something to the session; undefined when it was refused, and why is said. */
  function act<T>(what: (own: SceneSession) => T): T | undefined {
    const own = session.value
    if (!own) return undefined
    try {
      return what(own)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      own.attempt()
      sayWhy(error)
      return undefined
    } finally {
      tried.value = own.tried
    }
  }

  return {
    session,
    working,
    tried,
    scene: computed(() => tried.value ?? working.value),
    ink,
    production,
    limits,
    canUndo,
    canRedo,
    begin,
    end,
    act,
    /** Makes edits in their order as one step; false when it was refused, and why is said. */
    change: (...step: Edit[]): boolean =>
      act((own) => (step.forEach(requireSendable), own.change(...step), true)) ?? false,
    /**
     * Shows what an edit would do without making it; nothing takes the trial away. Gives why it cannot
     * be done, when it cannot: then the scene is shown as it is.
     */
    attempt: (edit?: Edit): string | undefined => act((own) => own.attempt(edit)),
  }
}

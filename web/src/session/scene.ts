import { EditRefused, sameApartFromInk, type Edit, type Limits, type Scene } from '@unhurried/core'
import { ElMessage } from 'element-plus'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { freshId } from '../api/ids'
import { canBeSent } from './sync/batch'
import { readHereOrThere, readInkHereOrThere, type SceneAnswer } from './here-or-there'
import { createInkStore, type InkStore } from './ink-store'
import { usePosition } from './position'
import { SceneSession, type Transition } from './session'
import type { Keeping } from './sync/keeping'
import type { ConflictRow } from './sync/outbox'
import { SceneSync } from './sync/scene-sync'
import { useSteps } from './use-steps'

export type { Chosen } from './position'

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
  const steps = useSteps({ session, act, sayWhy, at })
  const id = ref('')
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const conflicts = shallowRef<readonly ConflictRow[]>([])
  const trouble = ref('')
  let sync: SceneSync | undefined
  let opening = 0

  const sayTrouble = (error: unknown) => (trouble.value = inWords(error))
  const onConflicts = (now: readonly ConflictRow[]) => (conflicts.value = now)
  const loadInk = () => ink.value!.ensure(position.nearestFirst(), session.value!.waitingEdits).catch(sayTrouble)

  async function open(sceneId: string) {
    close()
    const mine = ++opening
    id.value = sceneId
    trouble.value = ''
    try {
      const { isCopy, ...answer } = await readHereOrThere(sceneId)
      if (mine !== opening) return
      show(answer)
      const own = new SceneSync(sceneId, session.value!, { onKeeping: tellKeeping, onConflicts })
      sync = own
      if (isCopy) own.beginAway()
      const restored = own.resume().then(() => (mine === opening ? steps.restore(sceneId, own) : undefined))
      await Promise.all([restored, loadInk()])
    } catch (error) {
      if (mine === opening) sayTrouble(error)
    }
  }

  function tellKeeping(now: Keeping) {
    const isBack = keeping.value.state === 'away' && now.state !== 'away'
    keeping.value = now
    // What could not be read while the server was away.
    if (isBack && ink.value) void loadInk()
  }

  function show(answer: SceneAnswer) {
    const own = begin(answer)
    own.onTransition((transition) => mirror(own, transition))
    if (answer.notice) sayWhy(new Error(answer.notice))
    position.begin(answer.id, answer.scene)
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
    steps.end()
    sync?.close()
    sync = undefined
    end()
    position.clear()
    conflicts.value = []
    keeping.value = { state: 'opening' }
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
    undo: () => steps.goBack('undo'),
    redo: () => steps.goBack('redo'),
    settleConflict: (conflictId: string) => void sync?.settle(conflictId),
  }
})

/** Errors: EditRefused for a step that no request could carry. */
function requireSendable(edit: Edit): void {
  if (!canBeSent(edit))
    throw new EditRefused('This is more ink than one step can carry. Do it on fewer drawings at a time.')
}

/** Counts what is drawn, and keeps the scene in this browser, as soon as whatever does so is there: nothing waits for it. Gives what ends that. */
function followed(own: SceneSession, open: Pick<SceneAnswer, 'id' | 'production' | 'limits'>): () => void {
  const begun = [
    import('./record/record-work').then(({ recordWork }) => recordWork(open.id, own)),
    import('./copies/keep-copy').then(({ keepCopyOf }) => keepCopyOf(own, open)),
  ]
  // Without its parts the page goes on as it is.
  return () => begun.forEach((each) => void each.then((end) => end()).catch(() => undefined))
}

/** The session of the scene that is open, and what of it is shown. */
function useOpened() {
  /** Its owner; what is below mirrors it for whoever shows it. */
  const session = shallowRef<SceneSession>()
  /** The scene as edited so far, and as it would be after a change that is only being tried. */
  const working = shallowRef<Scene>()
  const tried = shallowRef<Scene>()
  const scene = computed(() => tried.value ?? working.value)
  const ink = shallowRef<InkStore>()
  const production = ref('')
  /** The production's own limits for Second look. */
  const limits = shallowRef<Limits>({})
  const canUndo = ref(false)
  const canRedo = ref(false)
  let endFollowing = () => undefined as void

  function begin({ id, scene, version, ...rest }: SceneAnswer): SceneSession {
    ink.value = createInkStore(id, (drawings) => readInkHereOrThere(id, drawings, session.value?.version ?? version))
    production.value = rest.production
    limits.value = rest.limits
    session.value = new SceneSession({ scene, version, ink: ink.value, freshId })
    session.value.onSteps(({ undo, redo }) => {
      canUndo.value = undo.length > 0
      canRedo.value = redo.length > 0
    })
    endFollowing = followed(session.value, { id, production: rest.production, limits: rest.limits })
    return session.value
  }
  function end() {
    endFollowing()
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
    scene,
    apartFromInk: useApartFromInk(scene),
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

/** The same object for as long as only lines and paint come and go: what shows none of them need not be shown anew. */
const useApartFromInk = (scene: Ref<Scene | undefined>) =>
  computed<Scene | undefined>((before) => {
    const now = scene.value
    return before && now && sameApartFromInk(before, now) ? before : now
  })

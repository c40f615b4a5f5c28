import { EditRefused, sameApartFromInk, type Edit, type Limits, type Scene } from '@unhurried/core'
import { ElMessage } from 'element-plus'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { useFetching } from '../api/fetching'
import { freshId } from '../api/ids'
import { inWords } from '../api/in-words'
import { sendable } from './sync/batch'
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
  ElMessage({ message: inWords(error), type: 'warning', duration: 6000, showClose: true, grouping: true, offset: 54 })
}

/** The scene on the table: its document, its ink, where we are in it, and how it is changed. */
export const useScene = defineStore('scene', () => {
  const { session, working, tried, scene, ink, act, begin, end, ...parts } = useOpened()
  const position = usePosition(scene)
  const { at } = position
  const steps = useSteps({ session, act, sayWhy, at })
  const id = ref('')
  const thisScene = whichIsOpen(id, session, parts.change)
  const { trouble, fetching, forget } = useFetching()
  // What could not be read while the server was away is read now.
  const { keep, endKeeping, ...kept } = useKeeping(() => ink.value && void loadInk())
  let opening = 0

  /** Fetches the ink of drawings, all of them unless told which. Errors: ApiProblem, when some cannot be had. */
  const needInk = async (drawings = position.nearestFirst()) => ink.value?.ensure(drawings, session.value!.waitingEdits)
  /** Shows all ink as it comes; what does not come is fetched again by itself. */
  const loadInk = () => fetching(needInk)
  /** Gives whether the ink of every drawing is there to be worked on; why not is said. */
  const allInk = () => needInk().then(thisScene().isOpen, (error: unknown) => (sayWhy(error), false))

  async function open(sceneId: string) {
    close()
    id.value = sceneId
    const mine = opening
    await fetching(async () => {
      const begun = session.value ? undefined : await beginWith(sceneId, () => mine === opening)
      await Promise.all([begun?.restored, needInk()])
    })
  }

  async function beginWith(sceneId: string, isOpening: () => boolean) {
    const { isCopy, ...answer } = await readHereOrThere(sceneId)
    if (!isOpening()) return undefined
    show(answer)
    const own = keep(sceneId, session.value!)
    if (isCopy) own.beginAway()
    return { restored: own.resume().then(() => (isOpening() ? steps.restore(sceneId, own) : undefined)) }
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
    opening++
    forget()
    steps.end()
    endKeeping()
    end()
    position.clear()
  }

  return {
    id,
    scene,
    session,
    working,
    ink,
    ...parts,
    ...at,
    ...kept,
    trouble,
    open,
    close,
    loadInk,
    needInk,
    allInk,
    thisScene,
    undo: () => steps.goBack('undo'),
    redo: () => steps.goBack('redo'),
  }
})

/**
 * The scene that is open now, for what takes a while: what comes of it is done there or nowhere. Once it is no longer
 * open both give false, and say so.
 */
const whichIsOpen = (id: Ref<string>, session: Ref<SceneSession | undefined>, change: (...step: Edit[]) => boolean) =>
  function thisScene() {
    const of = id.value
    function isOpen(): boolean {
      if (session.value && of === id.value) return true
      sayWhy(new Error('The scene this was begun in is no longer open, and it was not done. Open it and do it again.'))
      return false
    }
    return { id: of, isOpen, change: (...step: Edit[]): boolean => isOpen() && change(...step) }
  }
export type ThisScene = ReturnType<ReturnType<typeof whichIsOpen>>

/** How what is done is kept; `onBack` is called when a server that was away answers again. */
function useKeeping(onBack: () => void) {
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const conflicts = shallowRef<readonly ConflictRow[]>([])
  let sync: SceneSync | undefined

  function onKeeping(now: Keeping) {
    const isBack = keeping.value.state === 'away' && now.state !== 'away'
    keeping.value = now
    if (isBack) onBack()
  }
  const onConflicts = (now: readonly ConflictRow[]) => (conflicts.value = now)
  const keep = (scene: string, session: SceneSession) =>
    (sync = new SceneSync(scene, session, { onKeeping, onConflicts }))

  function endKeeping() {
    sync?.close()
    sync = undefined
    conflicts.value = []
    keeping.value = { state: 'opening' }
  }
  return { keeping, conflicts, keep, endKeeping, settleConflict: (conflict: string) => void sync?.settle(conflict) }
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
    change: (...step: Edit[]): boolean => act((own) => (own.change(...sendable(step, own.working)), true)) ?? false,
    /** What takes the step made last back as if it had never been made; it does nothing once another was made. */
    takingBack(): () => void {
      const own = session.value
      const step = own?.steps.undo.at(-1)
      return () => own === session.value && own?.unmake(step)
    },
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

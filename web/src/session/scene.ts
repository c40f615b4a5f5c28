import {
  drawingsShown,
  EditRefused,
  exposureAt,
  exposuresOf,
  type Edit,
  type Limits,
  type Scene,
} from '@unhurried/core'
import { ElMessage } from 'element-plus'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '../api/api'
import { freshId } from '../api/ids'
import { createInkStore, type InkStore } from './ink-store'
import { SceneSession, type Transition } from './session'
import type { Keeping } from './sync/keeping'
import type { AsideRow } from './sync/outbox'
import { SceneSync } from './sync/scene-sync'

export function sayWhy(error: unknown): void {
  const message = error instanceof Error ? error.message : String(error)
  ElMessage({ message, type: 'warning', duration: 6000, showClose: true, grouping: true, offset: 54 })
}

export interface Chosen {
  readonly levels: readonly string[]
  readonly from: number
  readonly to: number
}

/** The level with the most drawings, the upper one of equals: where work goes on most likely. */
function mostWorked(scene: Scene): string {
  const drawings = (level: string) => Object.values(scene.drawings).filter((entry) => entry.level === level).length
  return [...scene.levelOrder].reverse().sort((a, b) => drawings(b) - drawings(a))[0]!
}

/** The scene on the table: its document, its ink, where we are in it, and how it is changed. */
export const useScene = defineStore('scene', () => {
  const id = ref('')
  const production = ref('')
  /** The production's own limits for Second look. */
  const limits = shallowRef<Limits>({})
  /** Its owner; what is below mirrors it for whoever shows it. */
  const session = shallowRef<SceneSession>()
  /** The scene as edited so far, and as it would be after a change that is only being tried. */
  const working = shallowRef<Scene>()
  const tried = shallowRef<Scene>()
  const scene = computed(() => tried.value ?? working.value)
  /** The take that is on the sheet. */
  const take = ref('')
  const ink = shallowRef<InkStore>()
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const asides = shallowRef<readonly AsideRow[]>([])
  const trouble = ref('')
  const frame = ref(1)
  /** Frames chosen on the sheet, when more than the one we are at. */
  const chosen = shallowRef<Chosen>()
  /** A level shown by itself on this page. */
  const solo = ref<string>()
  const level = ref('')
  const canUndo = ref(false)
  const canRedo = ref(false)
  let sync: SceneSync | undefined
  let opening = 0

  const exposures = computed(() =>
    scene.value?.levels[level.value] ? exposuresOf(scene.value, level.value, take.value) : [],
  )
  const here = computed(() => exposureAt(exposures.value, frame.value))
  const drawing = computed(() => here.value?.drawing ?? undefined)

  function nearestFirst(): string[] {
    const now = scene.value
    if (!now) return []
    return now.levelOrder
      .flatMap((each) => drawingsShown(exposuresOf(now, each, take.value)))
      .sort((a, b) => Math.abs(a.frame - frame.value) - Math.abs(b.frame - frame.value))
      .map((entry) => entry.drawing)
      .concat(Object.keys(now.drawings))
  }

  const loadInk = () =>
    ink.value!.ensure(nearestFirst(), session.value!.waitingEdits).catch((error: unknown) => {
      trouble.value = error instanceof Error ? error.message : String(error)
    })

  async function open(sceneId: string) {
    close()
    const turn = ++opening
    id.value = sceneId
    trouble.value = ''
    try {
      const opened = await api.readScene(sceneId)
      if (turn !== opening) return
      show(opened)
      sync = new SceneSync(sceneId, session.value!, {
        onKeeping: (now) => (keeping.value = now),
        onAside: (now) => (asides.value = now),
      })
      await Promise.all([sync.resume(), loadInk()])
    } catch (error) {
      if (turn === opening) trouble.value = error instanceof Error ? error.message : String(error)
    }
  }

  function show(opened: Awaited<ReturnType<typeof api.readScene>>) {
    const store = createInkStore(opened.id)
    const own = new SceneSession({ scene: opened.scene, version: opened.version, ink: store, freshId })
    own.onTransition((transition) => mirror(own, transition))
    session.value = own
    ink.value = store
    take.value = opened.scene.mainTake
    production.value = opened.production
    limits.value = opened.limits
    if (opened.told) sayWhy(new Error(opened.told))
    working.value = opened.scene
    frame.value = 1
    level.value = mostWorked(opened.scene)
  }

  /** Shows what happened, and keeps where we are within what is there. */
  function mirror(own: SceneSession, { kind }: Transition) {
    const now = own.working
    tried.value = own.tried
    if (!now.takes[take.value]) take.value = now.mainTake
    working.value = now
    if (!now.levels[level.value]) level.value = now.levelOrder.at(-1)!
    frame.value = Math.min(frame.value, now.settings.length)
    if (chosen.value && chosen.value.to > now.settings.length) chosen.value = undefined
    if (kind === 'rebased' || kind === 'adopted' || own.ink.isBehind) void loadInk()
  }

  function close() {
    sync?.close()
    sync = undefined
    session.value = undefined
    working.value = undefined
    tried.value = undefined
    chosen.value = undefined
    solo.value = undefined
    ink.value = undefined
    asides.value = []
    canUndo.value = canRedo.value = false
    keeping.value = { state: 'opening' }
  }

  /** Does something to the session; undefined when it was refused, and why is said. */
  function done<T>(act: (own: SceneSession) => T): T | undefined {
    const own = session.value
    if (!own) return undefined
    try {
      return act(own)
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      own.attempt()
      sayWhy(error)
      return undefined
    } finally {
      tried.value = own.tried
      canUndo.value = own.canUndo
      canRedo.value = own.canRedo
    }
  }

  /** Makes an edit; false when it was refused, and why is said. */
  const change = (edit: Edit): boolean => done((own) => (own.change(edit), true)) ?? false

  /**
   * Shows what an edit would do without making it; nothing takes the trial away. Gives why it cannot
   * be done, when it cannot: then the scene is shown as it is.
   */
  const attempt = (edit?: Edit): string | undefined => done((own) => own.attempt(edit))

  /** Shows where an undone or redone line lies. */
  function showChange(edit: Edit | undefined) {
    const at = edit?.type === 'ink.change' ? edit.drawing : undefined
    if (at !== undefined && at !== drawing.value) showDrawing(at)
  }

  /** Goes to where a drawing is first shown, so that a change to it is seen. */
  function showDrawing(target: string) {
    const entry = scene.value?.drawings[target]
    if (!entry) return
    const shown = drawingsShown(exposuresOf(scene.value!, entry.level, take.value)).find(
      (each) => each.drawing === target,
    )
    level.value = entry.level
    if (shown) frame.value = shown.frame
  }

  function goTo(target: number) {
    if (scene.value) frame.value = Math.min(scene.value.settings.length, Math.max(1, Math.round(target)))
  }

  /** The frame of the drawing before or after this one on the level; on a loop round its seam. */
  function besideOf(direction: 1 | -1): number | undefined {
    const shown = drawingsShown(exposures.value)
    if (shown.length === 0) return undefined
    const current = shown.findLastIndex((entry) => entry.frame <= frame.value)
    const exact = current >= 0 && shown[current]!.drawing === drawing.value
    const next = direction === 1 ? current + 1 : exact ? current - 1 : current
    const around = scene.value!.levels[level.value]!.loop ? (next + shown.length) % shown.length : next
    return shown[around]?.frame
  }
  function flip(direction: 1 | -1) {
    const target = besideOf(direction)
    if (target !== undefined) frame.value = target
  }

  return {
    id,
    production,
    limits,
    scene,
    session,
    working,
    take,
    chosen,
    solo,
    ink,
    keeping,
    asides,
    trouble,
    frame,
    level,
    exposures,
    here,
    drawing,
    canUndo,
    canRedo,
    open,
    close,
    change,
    attempt,
    flip,
    besideOf,
    goTo,
    showDrawing,
    loadInk,
    undo: () => showChange(done((own) => own.undo())),
    redo: () => showChange(done((own) => own.redo())),
    settleAside: (asideId: string) => void sync?.settle(asideId),
  }
})

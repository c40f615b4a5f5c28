import {
  applyEdit,
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
import { createInkStore, type InkStore } from './ink-store'
import { createKeeper, type Keeper, type Keeping } from './sync/keeper'
import type { AsideRow } from './sync/outbox'

export function sayWhy(error: unknown): void {
  const message = error instanceof Error ? error.message : String(error)
  ElMessage({ message, type: 'warning', duration: 6000, showClose: true, grouping: true, offset: 54 })
}

/** Whoever keeps a copy of the scene. */
export interface SceneHearer {
  readonly onEdit: (edit: Edit) => void
  readonly onAnew: (scene: Scene, inked: ReadonlySet<string> | undefined) => void
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
  /** Told of every edit of this page, and of the scene anew after others' edits. */
  const hearers = new Set<SceneHearer>()
  /** The scene as edited so far, and as it would be after a change that is only being tried. */
  const settled = shallowRef<Scene>()
  const tried = shallowRef<Scene>()
  const scene = computed(() => tried.value ?? settled.value)
  /** The take that is on the sheet. */
  const take = ref('')
  const ink = shallowRef<InkStore>()
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const asides = shallowRef<AsideRow[]>([])
  const trouble = ref('')
  const frame = ref(1)
  /** Frames chosen on the sheet, when more than the one we are at. */
  const chosen = shallowRef<Chosen>()
  /** A level shown by itself on this page. */
  const solo = ref<string>()
  const level = ref('')
  const done = shallowRef<Edit[]>([])
  const undone = shallowRef<Edit[]>([])
  let keeper: Keeper | undefined
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
    ink
      .value!.ensure(nearestFirst(), () => keeper?.waiting() ?? [])
      .catch((error: unknown) => {
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
      ink.value = createInkStore(sceneId)
      take.value = opened.scene.mainTake
      production.value = opened.production
      limits.value = opened.limits
      if (opened.told) sayWhy(new Error(opened.told))
      settled.value = opened.scene
      frame.value = 1
      level.value = mostWorked(opened.scene)
      keeper = createKeeper({
        ...opened,
        events: {
          onKeeping: (now) => (keeping.value = now),
          onAside: (now) => (asides.value = now),
          onScene(now, inked) {
            tried.value = undefined
            if (!now.takes[take.value]) take.value = now.mainTake
            settled.value = now
            if (!now.levels[level.value]) level.value = now.levelOrder.at(-1)!
            frame.value = Math.min(frame.value, now.settings.length)
            ink.value!.forget(inked)
            for (const hearer of hearers) hearer.onAnew(now, inked)
            void loadInk()
          },
        },
      })
      await Promise.all([keeper.resume(), loadInk()])
    } catch (error) {
      if (turn === opening) trouble.value = error instanceof Error ? error.message : String(error)
    }
  }

  function close() {
    keeper?.close()
    keeper = undefined
    settled.value = undefined
    tried.value = undefined
    chosen.value = undefined
    solo.value = undefined
    ink.value = undefined
    done.value = []
    undone.value = []
    asides.value = []
    keeping.value = { state: 'opening' }
  }

  function apply(edit: Edit): Edit | undefined {
    const before = settled.value
    if (!before) return undefined
    tried.value = undefined
    try {
      const { scene: after, inverse } = applyEdit(before, edit)
      ink.value!.apply(edit)
      if (!after.takes[take.value]) take.value = after.mainTake
      settled.value = after
      frame.value = Math.min(frame.value, after.settings.length)
      if (chosen.value && chosen.value.to > after.settings.length) chosen.value = undefined
      keeper!.add(edit)
      for (const hearer of hearers) hearer.onEdit(edit)
      return inverse
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      sayWhy(error)
      return undefined
    }
  }

  /** Makes an edit; false when it was refused, and why is said. */
  function change(edit: Edit): boolean {
    const inverse = apply(edit)
    if (!inverse) return false
    done.value = [...done.value, inverse]
    undone.value = []
    return true
  }

  /**
   * Shows what an edit would do without making it; nothing takes the trial away. Gives why it cannot
   * be done, when it cannot: then the scene is shown as it is.
   */
  function attempt(edit?: Edit): string | undefined {
    tried.value = undefined
    if (!edit || !settled.value) return undefined
    try {
      tried.value = applyEdit(settled.value, edit).scene
      return undefined
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      return error.message
    }
  }

  function step(from: typeof done, to: typeof done) {
    const edit = from.value.at(-1)
    if (!edit) return
    from.value = from.value.slice(0, -1)
    const inverse = apply(edit)
    if (inverse) to.value = [...to.value, inverse]
    const at = edit.type === 'ink.change' ? edit.drawing : undefined
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
    settled,
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
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    hear(hearer: SceneHearer) {
      hearers.add(hearer)
      return () => void hearers.delete(hearer)
    },
    /** Edits of this page that the server has not confirmed. */
    waiting: () => keeper?.waiting() ?? [],
    open,
    close,
    change,
    attempt,
    flip,
    besideOf,
    goTo,
    showDrawing,
    loadInk,
    undo: () => step(done, undone),
    redo: () => step(undone, done),
    settleAside: (asideId: string) => void keeper?.settle(asideId),
  }
})

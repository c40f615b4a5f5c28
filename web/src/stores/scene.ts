import { applyEdit, drawingsShown, EditRefused, exposureAt, mainSheet, type Edit, type Scene } from '@unhurried/core'
import { ElMessage } from 'element-plus'
import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '../api'
import { createInkStore, type InkStore } from '../ink/ink-store'
import { createKeeper, type Keeper, type Keeping } from '../keeping/keeper'
import type { AsideRow } from '../keeping/outbox'

export function sayWhy(error: unknown): void {
  const message = error instanceof Error ? error.message : String(error)
  ElMessage({ message, type: 'warning', duration: 6000, showClose: true, grouping: true, offset: 54 })
}

/** The level with the most drawings, the upper one of equals: where work goes on most likely. */
function mostWorked(scene: Scene): string {
  const drawings = (level: string) => Object.values(scene.drawings).filter((entry) => entry.level === level).length
  return [...scene.levelOrder].reverse().sort((a, b) => drawings(b) - drawings(a))[0]!
}

/** The scene on the table: its document, its ink, where we are in it, and how it is changed. */
export const useScene = defineStore('scene', () => {
  const id = ref('')
  const scene = shallowRef<Scene>()
  const ink = shallowRef<InkStore>()
  const keeping = shallowRef<Keeping>({ state: 'opening' })
  const asides = shallowRef<AsideRow[]>([])
  const trouble = ref('')
  const frame = ref(1)
  const level = ref('')
  const done = shallowRef<Edit[]>([])
  const undone = shallowRef<Edit[]>([])
  let keeper: Keeper | undefined
  let opening = 0

  const exposures = computed(() => (scene.value && scene.value.levels[level.value] ? mainSheet(scene.value, level.value) : []))
  const here = computed(() => exposureAt(exposures.value, frame.value))
  const drawing = computed(() => here.value?.drawing ?? undefined)

  function nearestFirst(): string[] {
    const now = scene.value
    if (!now) return []
    return now.levelOrder
      .flatMap((each) => drawingsShown(mainSheet(now, each)))
      .sort((a, b) => Math.abs(a.frame - frame.value) - Math.abs(b.frame - frame.value))
      .map((entry) => entry.drawing)
      .concat(Object.keys(now.drawings))
  }

  const loadInk = () => ink.value!.ensure(nearestFirst(), () => keeper?.waiting() ?? []).catch((error: unknown) => {
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
      scene.value = opened.scene
      frame.value = 1
      level.value = mostWorked(opened.scene)
      keeper = createKeeper({
        id: sceneId,
        ...opened,
        events: {
          onKeeping: (now) => (keeping.value = now),
          onAside: (now) => (asides.value = now),
          onScene(now, inked) {
            scene.value = now
            if (!now.levels[level.value]) level.value = now.levelOrder.at(-1)!
            frame.value = Math.min(frame.value, now.settings.length)
            ink.value!.forget(inked)
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
    scene.value = undefined
    ink.value = undefined
    done.value = []
    undone.value = []
    asides.value = []
    keeping.value = { state: 'opening' }
  }

  function apply(edit: Edit): Edit | undefined {
    const before = scene.value
    if (!before) return undefined
    try {
      const { scene: after, inverse } = applyEdit(before, edit)
      ink.value!.apply(edit)
      scene.value = after
      keeper!.add(edit)
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
    const shown = drawingsShown(mainSheet(scene.value!, entry.level)).find((each) => each.drawing === target)
    level.value = entry.level
    if (shown) frame.value = shown.frame
  }

  function goTo(target: number) {
    if (scene.value) frame.value = Math.min(scene.value.settings.length, Math.max(1, Math.round(target)))
  }

  /** To the drawing before or after this one on the level; on a loop round its seam. */
  function flip(direction: 1 | -1) {
    const shown = drawingsShown(exposures.value)
    if (shown.length === 0) return
    const current = shown.findLastIndex((entry) => entry.frame <= frame.value)
    const exact = current >= 0 && shown[current]!.drawing === drawing.value
    const next = direction === 1 ? current + 1 : exact ? current - 1 : current
    const around = scene.value!.levels[level.value]!.loop ? (next + shown.length) % shown.length : next
    const target = shown[around]
    if (target) frame.value = target.frame
  }

  return {
    id, scene, ink, keeping, asides, trouble, frame, level, exposures, here, drawing,
    canUndo: computed(() => done.value.length > 0),
    canRedo: computed(() => undone.value.length > 0),
    open, close, change, flip, goTo, showDrawing, loadInk,
    undo: () => step(done, undone),
    redo: () => step(undone, done),
    settleAside: (asideId: string) => void keeper?.settle(asideId),
  }
})

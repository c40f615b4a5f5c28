import { between, cycleAt, exposuresOf, type Exposure, type RangeAct } from '@unhurried/core'
import { computed, shallowRef } from 'vue'
import { freshId } from '../../api/ids'
import { sayWhy, useScene, type Chosen } from '../../session/scene'

/** What was last copied from a sheet: a column for each level, left to right. */
const copied = shallowRef<{ scene: string; columns: Exposure[][] }>()

/** Everything done to the frames chosen on the sheet, or to the exposure we are at when none are. */
export function useSheet() {
  const store = useScene()
  const columns = () => [...store.scene!.levelOrder].reverse()

  const range = computed<Chosen>(() => {
    if (store.chosen) return store.chosen
    const here = store.here
    return {
      levels: [store.level],
      from: here?.frame ?? store.frame,
      to: here ? here.frame + here.frames - 1 : store.frame,
    }
  })
  const words = computed(() => {
    const { levels, from, to } = range.value
    const names =
      levels.length > 3 ? `${levels.length} levels` : levels.map((id) => store.scene!.levels[id]?.name).join(', ')
    return from === to ? `frame ${from} of ${names}` : `frames ${from} to ${to} of ${names}`
  })
  const cycle = computed(() => {
    const column = store.scene?.sheets[store.take]?.[range.value.levels[0]!]
    return column && cycleAt(column, range.value.from)
  })

  /** `from` alone says that the act looks after where it ends. */
  function act(does: RangeAct, { levels, from, to }: Chosen = range.value): boolean {
    return store.change({ type: 'sheet.range', take: store.take, levels: [...levels], from, to, act: does })
  }

  const where = () => ({ take: store.take, level: store.level, frame: store.frame })
  function hold(frames: number) {
    if (store.here && frames >= 1) store.change({ type: 'exposure.hold', ...where(), frames })
    else sayWhy(new Error('A drawing is held for at least one frame. Leave the frame empty instead.'))
  }
  /** A digit: every drawing chosen on that many frames, or the one we are at. */
  function expose(frames: number) {
    const { chosen, scene } = store
    if (!chosen) return hold(frames)
    const { levels, from, to } = chosen
    const lasts = levels.map((level) =>
      between(exposuresOf(scene!, level, store.take), from, to).reduce(
        (sum, each) => sum + (each.drawing === null ? each.frames : frames),
        0,
      ),
    )
    // The same drawings stay chosen, so that the next digit means them.
    if (act({ do: 'expose', pattern: [frames] }))
      store.chosen = { ...chosen, to: Math.min(scene!.settings.length, from + Math.max(...lasts) - 1) }
  }

  function copy(): boolean {
    const { levels, from, to } = range.value
    copied.value = {
      scene: store.id,
      columns: levels.map((level) => between(exposuresOf(store.scene!, level, store.take), from, to)),
    }
    return true
  }
  function paste() {
    const clip = copied.value
    if (clip?.scene !== store.id)
      return sayWhy(new Error('Nothing was copied from this scene’s sheet yet. Choose frames and copy them first.'))
    const order = columns()
    const first = order.indexOf(range.value.levels[0]!)
    const levels = order.slice(first, first + clip.columns.length)
    if (levels.length < clip.columns.length)
      return sayWhy(
        new Error(
          `${clip.columns.length} columns were copied and only ${levels.length} lie from here to the right. Go further left to paste.`,
        ),
      )
    const from = store.chosen?.from ?? store.frame
    return act({ do: 'paste', columns: clip.columns }, { levels, from, to: from })
  }
  function leaveEmpty() {
    if (store.chosen) act({ do: 'blank' })
    else store.change({ type: 'exposure.show', ...where(), drawing: null })
  }
  function showAgain(drawing: string) {
    if (store.chosen) act({ do: 'show', drawing })
    else store.change({ type: 'exposure.show', ...where(), drawing })
  }
  function copyDrawing(source: string) {
    const { take, frame } = where()
    store.change({
      type: 'drawing.copy',
      take,
      frame,
      source,
      drawing: { id: freshId(), role: store.scene!.drawings[source]!.role },
    })
  }
  const putIn = () =>
    store.change({
      type: 'drawing.add',
      ...where(),
      drawing: { id: freshId(), role: store.here?.drawing ? 'inbetween' : 'key' },
    })

  const framesIn = (frames: number, all: boolean) =>
    all
      ? store.change({ type: 'frames.put-in', take: store.take, at: range.value.from, frames })
      : act({ do: 'put-in', frames })
  function framesOut(all: boolean) {
    const { from, to } = range.value
    const done = all ? store.change({ type: 'frames.take-out', take: store.take, from, to }) : act({ do: 'take-out' })
    if (done) store.chosen = undefined
  }

  /** Chooses from where we are to one frame or level further. */
  function stretch(frames: number, levels: number) {
    const order = columns()
    const { chosen, frame, level, scene } = store
    const at = order.indexOf(level)
    const lanes = chosen?.levels.map((id) => order.indexOf(id)) ?? [at]
    // The side away from where we are is the one that moves.
    const farFrame = chosen ? (chosen.from === frame ? chosen.to : chosen.from) : frame
    const farLane = Math.min(...lanes) === at ? Math.max(...lanes) : Math.min(...lanes)
    const toFrame = Math.min(scene!.settings.length, Math.max(1, farFrame + frames))
    const toLane = Math.min(order.length - 1, Math.max(0, farLane + levels))
    const [from, to] = [Math.min(frame, toFrame), Math.max(frame, toFrame)]
    const [left, right] = [Math.min(at, toLane), Math.max(at, toLane)]
    store.chosen = from === to && left === right ? undefined : { levels: order.slice(left, right + 1), from, to }
  }
  /** The whole level; asked for again, all levels. */
  function chooseAll() {
    const { chosen, scene, level } = store
    const whole = chosen?.from === 1 && chosen.to === scene!.settings.length
    store.chosen = { levels: whole ? columns() : [level], from: 1, to: scene!.settings.length }
  }

  return {
    range,
    words,
    cycle,
    act,
    hold,
    expose,
    copy,
    paste,
    leaveEmpty,
    showAgain,
    copyDrawing,
    putIn,
    framesIn,
    framesOut,
    stretch,
    chooseAll,
    cut: () => copy() && act({ do: 'blank' }),
    canPaste: computed(() => copied.value?.scene === store.id),
  }
}

export type SheetHands = ReturnType<typeof useSheet>

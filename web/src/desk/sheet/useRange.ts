import { framesFromTo, clamp, cycleAt } from '@unhurried/core'
import { computed } from 'vue'
import { useScene, type Chosen } from '../../session/scene'

/** The frames chosen on the sheet, or the exposure we are at when none are. */
export function useRange() {
  const store = useScene()
  /** Levels as they stand on the sheet, left to right. */
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
    return `${framesFromTo(from, to)} of ${names}`
  })
  const cycle = computed(() => {
    const column = store.scene?.sheets[store.take]?.[range.value.levels[0]!]
    return column && cycleAt(column, range.value.from)
  })

  /** Chooses from where we are to one frame or level further. */
  function stretch(frames: number, levels: number) {
    const order = columns()
    const { chosen, frame, level, scene } = store
    const at = order.indexOf(level)
    const lanes = chosen?.levels.map((id) => order.indexOf(id)) ?? [at]
    // The side away from where we are is the one that moves.
    const farFrame = chosen ? (chosen.from === frame ? chosen.to : chosen.from) : frame
    const farLane = Math.min(...lanes) === at ? Math.max(...lanes) : Math.min(...lanes)
    const toFrame = clamp(farFrame + frames, 1, scene!.settings.length)
    const toLane = clamp(farLane + levels, 0, order.length - 1)
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

  return { columns, range, words, cycle, stretch, chooseAll }
}
export type SheetRange = ReturnType<typeof useRange>

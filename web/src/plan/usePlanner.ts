import {
  completed,
  costOf,
  exposuresOf,
  firstFrameOf,
  framesOf,
  isDrawn,
  drawingsOfPlan,
  layIn,
  motionGraphs,
  outcomeOf,
  plannerOf,
  PLANNERS,
  type Inputs,
  type LaidPlan,
  type Motion,
  type Setting,
} from '@unhurried/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'

/** The planner on the table: what it is asked, what it answers, and laying that in. */
export function usePlanner() {
  const store = useScene()
  const id = ref<string>()
  const inputs = shallowRef<Inputs>({})
  /** The plan that is being changed; none while it is not laid yet. */
  const plan = ref<string>()
  const level = ref('')
  const frame = ref(1)
  const turns = ref<number | null>(2)
  const trouble = ref('')
  const done = ref('')

  const planner = computed(() => (id.value === undefined ? undefined : plannerOf(id.value)))
  const laid = computed<readonly LaidPlan[]>(() =>
    Object.values(store.working?.plans ?? {}).sort((a, b) => a.frame - b.frame),
  )
  const setting = computed<Setting | undefined>(() => {
    const scene = store.working
    if (!scene?.levels[level.value]) return undefined
    const ink = store.ink
    return {
      scene,
      take: store.take,
      level: level.value,
      frame: frame.value,
      ...(ink && { inkOf: ink.inkOf }),
      ...(plan.value !== undefined && { plan: plan.value }),
    }
  })
  const fields = computed(() => (planner.value && setting.value ? planner.value.fields(setting.value) : []))
  const outcome = computed(() =>
    planner.value && setting.value ? outcomeOf(planner.value, inputs.value, setting.value) : undefined,
  )
  /** The last motion that made sense, kept on the preview while what is asked does not. */
  const motion = shallowRef<Motion>()
  watch(
    outcome,
    (now) => {
      if (now && 'motion' in now) motion.value = now.motion
    },
    { immediate: true, flush: 'sync' },
  )
  const refused = computed(() => (outcome.value && 'refused' in outcome.value ? outcome.value : undefined))
  const cost = computed(() => (motion.value ? costOf(motion.value) : undefined))
  const graphs = computed(() => (motion.value ? motionGraphs(motion.value) : []))
  const record = computed(() => (plan.value === undefined ? undefined : store.working?.plans?.[plan.value]))
  const stays = computed(() => (record.value ? drawingsOfPlan(store.working!, record.value).filter(isDrawn) : []))
  const until = computed(() => {
    if (!motion.value) return frame.value
    const period = framesOf(motion.value)
    return motion.value.cycle && turns.value === null
      ? store.working!.settings.length
      : frame.value - 1 + period * (motion.value.cycle ? turns.value! : 1)
  })

  function reset() {
    trouble.value = ''
    done.value = ''
  }
  function open(planned: string) {
    if (!plannerOf(planned)) return
    reset()
    motion.value = undefined
    plan.value = undefined
    level.value = store.level
    frame.value = store.frame
    turns.value = 2
    inputs.value = {}
    id.value = planned
    if (setting.value) inputs.value = completed(planner.value!, {}, setting.value)
  }
  function reopen(planned: string) {
    const was = store.working?.plans?.[planned]
    if (!was || !plannerOf(was.planner)) return
    reset()
    motion.value = undefined
    // Frames put in or taken out before it have moved it along the sheet.
    const began =
      was.drawings[0] === undefined
        ? undefined
        : firstFrameOf(exposuresOf(store.working!, was.level, store.take), was.drawings[0])
    ;[level.value, frame.value, turns.value, plan.value] = [was.level, began ?? was.frame, was.turns, was.id]
    store.level = was.level
    store.goTo(frame.value)
    inputs.value = was.inputs
    id.value = was.planner
    inputs.value = completed(planner.value!, was.inputs, setting.value!)
  }
  function close() {
    id.value = plan.value = undefined
    motion.value = undefined
    reset()
  }
  function set(patch: Inputs) {
    reset()
    inputs.value = { ...inputs.value, ...patch }
  }
  function lay(): boolean {
    if (!motion.value || refused.value || !planner.value) return false
    reset()
    const {
      edit,
      plan: planned,
      stays: left,
    } = layIn({
      scene: store.working!,
      take: store.take,
      level: level.value,
      frame: frame.value,
      planner: planner.value.id,
      inputs: inputs.value,
      motion: motion.value,
      turns: turns.value,
      ...(plan.value !== undefined && { plan: plan.value }),
      freshId,
    })
    const why = store.attempt(edit)
    store.attempt()
    if (why !== undefined) {
      trouble.value = why
      return false
    }
    if (!store.change(edit)) return false
    done.value = `${plan.value === undefined ? 'Laid in' : 'Changed'}: frames ${frame.value} to ${until.value} of level ${store.working!.levels[level.value]!.name}.${left.length > 0 ? ` Drawn and left as ${left.length === 1 ? 'it is' : 'they are'}: ${left.map(({ number }) => number).join(', ')}.` : ''}`
    plan.value = planned
    store.level = level.value
    store.goTo(frame.value)
    return true
  }
  function takeOut() {
    if (plan.value !== undefined && store.change({ type: 'plan.remove', plan: plan.value })) close()
  }
  // A plan that was taken out by an undo, or by someone else, is a new one again.
  watch(record, (now) => {
    if (!now && plan.value !== undefined) plan.value = undefined
  })

  return {
    planners: PLANNERS,
    planner,
    fields,
    inputs,
    level,
    frame,
    turns,
    motion,
    refused,
    cost,
    graphs,
    laid,
    record,
    stays,
    until,
    trouble,
    done,
    setting,
    open,
    reopen,
    close,
    set,
    lay,
    takeOut,
    putOn: (on: string) => (level.value = on),
    putAt: (at: number) => (frame.value = at),
    turn: (times: number | null) => (turns.value = times),
  }
}
export type PlannerTable = ReturnType<typeof usePlanner>

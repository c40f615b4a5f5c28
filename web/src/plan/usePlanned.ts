import {
  costOf,
  drawingsOfPlan,
  framesOf,
  isDrawn,
  motionGraphs,
  outcomeOf,
  plannerOf,
  type Inputs,
  type LaidPlan,
  type Motion,
  type PlanContext,
} from '@unhurried/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { useOwnMinutes } from '../session/record/own-minutes'
import { useScene } from '../session/scene'

/** What the planner on the table is asked, and what it answers. */
export function usePlanned() {
  const store = useScene()
  const id = ref<string>()
  const inputs = shallowRef<Inputs>({})
  /** The plan that is being changed; none while it is not laid yet. */
  const plan = ref<string>()
  const level = ref('')
  const frame = ref(1)
  const turns = ref<number | null>(2)

  const planner = computed(() => (id.value === undefined ? undefined : plannerOf(id.value)))
  const laid = computed<readonly LaidPlan[]>(() =>
    Object.values(store.working?.plans ?? {}).sort((a, b) => a.frame - b.frame),
  )
  const context = computed<PlanContext | undefined>(() => {
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
  const fields = computed(() => (planner.value && context.value ? planner.value.fields(context.value) : []))
  const outcome = computed(() =>
    planner.value && context.value ? outcomeOf(planner.value, inputs.value, context.value) : undefined,
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
  const minutesOf = useOwnMinutes(() => store.id)
  const cost = computed(
    () =>
      motion.value && costOf(motion.value, minutesOf.value?.({ scene: store.id, level: level.value, pass: 'rough' })),
  )
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

  return {
    id,
    inputs,
    plan,
    level,
    frame,
    turns,
    planner,
    context,
    fields,
    motion,
    refused,
    cost,
    graphs,
    record,
    stays,
    until,
    laid,
    putOn: (on: string) => (level.value = on),
    putAt: (at: number) => (frame.value = at),
    repeat: (times: number | null) => (turns.value = times),
  }
}
export type Planned = ReturnType<typeof usePlanned>

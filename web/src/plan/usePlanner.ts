import {
  framesFromTo,
  completed,
  exposuresOf,
  firstFrameOf,
  layIn,
  plannerOf,
  PLANNERS,
  type Drawing,
  type Inputs,
  type LaidPlan,
} from '@unhurried/core'
import { onScopeDispose, ref, watch, type Ref } from 'vue'
import { inWords } from '../api/in-words'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import type { LetteringWorker } from '../writing/lettering-worker'
import { usePlanned, type Planned } from './usePlanned'

/** The planner on the table: what it is asked, what it answers, and laying that in. */
export function usePlanner() {
  const store = useScene()
  const planned = usePlanned()
  const writing = useWriting()
  const { id, inputs, plan, level, frame, turns, planner, context, motion, record } = planned
  const trouble = ref('')
  const done = ref('')
  function reset() {
    trouble.value = ''
    done.value = ''
  }
  function begin(was: Pick<LaidPlan, 'planner' | 'level' | 'frame' | 'turns' | 'inputs'> & { plan?: string }) {
    reset()
    motion.value = undefined
    ;[level.value, frame.value, turns.value, plan.value] = [was.level, was.frame, was.turns, was.plan]
    inputs.value = was.inputs
    id.value = was.planner
    if (context.value) inputs.value = completed(planner.value!, was.inputs, context.value)
  }
  function open(planned: string) {
    if (plannerOf(planned)) begin({ planner: planned, level: store.level, frame: store.frame, turns: 2, inputs: {} })
  }
  function reopen(planned: string) {
    const was = store.working?.plans?.[planned]
    if (!was || !plannerOf(was.planner)) return
    store.level = was.level
    store.goTo(firstFrame(was))
    begin({ ...was, frame: firstFrame(was), plan: was.id })
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
    if (!motion.value || planned.refused.value || !planner.value) return false
    reset()
    if (writing.begin(planned, { trouble, done })) return true
    const made = laidIn(planned)
    const why = store.attempt(made.edit)
    store.attempt()
    trouble.value = why ?? ''
    if (why !== undefined) return false
    if (!store.change(made.edit)) return false
    done.value = doneWords(planned, made.stays)
    plan.value = made.plan
    store.level = level.value
    store.goTo(frame.value)
    return true
  }
  function takeOut() {
    if (plan.value !== undefined && store.change({ type: 'plan.remove', plan: plan.value })) close()
  }
  /** The plan once more, as a new one right after it; it is laid when one says so. */
  function copy() {
    reset()
    frame.value = Math.min(planned.until.value + 1, store.working!.settings.length)
    plan.value = undefined
  }
  // A plan that was taken out by an undo, or by someone else, is a new one again.
  watch(record, (now) => {
    if (!now && plan.value !== undefined) plan.value = undefined
  })

  return {
    ...planned,
    planners: PLANNERS,
    trouble,
    done,
    open,
    reopen,
    close,
    set,
    lay,
    copy,
    takeOut,
  }
}
export type PlannerTable = ReturnType<typeof usePlanner>

function laidIn({ planner, inputs, motion, level, frame, turns, plan }: Planned) {
  const store = useScene()
  return layIn({
    scene: store.working!,
    take: store.take,
    level: level.value,
    frame: frame.value,
    planner: planner.value!.id,
    inputs: inputs.value,
    motion: motion.value!,
    turns: turns.value,
    ...(plan.value !== undefined && { plan: plan.value }),
    freshId,
  })
}

/** Lettering is laid with what is written on each drawing, which a worker works out. */
function useWriting() {
  const store = useScene()
  let worker: LetteringWorker | undefined
  onScopeDispose(() => worker?.stop())
  async function lay({ inputs, frame, level, until }: Planned, told: { trouble: Ref<string>; done: Ref<string> }) {
    const here = store.thisScene()
    const wish = { scene: store.working!, take: store.take, frame: frame.value, inputs: inputs.value }
    try {
      // Few plans are lettering.
      const { writingLaid, letteringWorker } = await import('../writing/lay-writing')
      worker ??= letteringWorker()
      const { edit } = await writingLaid(worker, { ...wish, drawing: String(inputs.value['of']) })
      if (!here.change(edit)) return
      const { name } = store.working!.levels[level.value]!
      told.done.value = `Changed: ${framesFromTo(frame.value, until.value)} of level ${name}.`
    } catch (error) {
      told.trouble.value = inWords(error)
    }
  }
  /** Whether this plan is lettering, which is then being laid. */
  function begin(planned: Planned, told: Parameters<typeof lay>[1]): boolean {
    if (planned.planner.value?.id !== 'write-on') return false
    void lay(planned, told)
    return true
  }
  return { begin }
}

function doneWords({ plan, frame, until, level }: Planned, stays: readonly Drawing[]): string {
  const { name } = useScene().working!.levels[level.value]!
  const act = plan.value === undefined ? 'Laid in' : 'Changed'
  const left = `Drawn and left as ${stays.length === 1 ? 'it is' : 'they are'}: ${stays.map(({ number }) => number).join(', ')}.`
  const words = `${act}: ${framesFromTo(frame.value, until.value)} of level ${name}.`
  return stays.length > 0 ? `${words} ${left}` : words
}

/** The frame a plan begins at: frames put in or taken out before it have moved it along the sheet. */
function firstFrame(plan: LaidPlan): number {
  const store = useScene()
  const [first] = plan.drawings
  const sheet = exposuresOf(store.working!, plan.level, store.take)
  return (first === undefined ? undefined : firstFrameOf(sheet, first)) ?? plan.frame
}

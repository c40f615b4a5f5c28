import {
  dropsOf,
  planFor,
  plannerOf,
  type Drops,
  type Edit,
  type Inputs,
  type LaidPlan,
  type PenPathDrawn,
  type WrittenMotion,
  writtenMotion,
} from '@unhurried/core'
import { computed, onUnmounted, ref, shallowRef, watch } from 'vue'
import { inWords } from '../api/in-words'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { writingLaid } from '../writing/lay-writing'
import { letteringOf } from '../writing/lettering-of'
import { letteringWorker } from '../writing/lettering-worker'
import type { RevealedReport } from '../workers/lettering/messages'
import { runnerOf, withRunner, type Runner } from './runner'

const PLANNER = plannerOf('write-on')!
/** Pixels across of the small picture lettering is seen writing itself in. */
const ACROSS = 1100

/** Lettering on one drawing: the pen's ways over it, the plan by which it writes itself, and what that looks like. */
export function useLettering() {
  const store = useScene()
  const worker = letteringWorker()
  onUnmounted(() => worker.stop())
  const scene = computed(() => store.scene!)
  const drawing = computed(() => store.drawing)
  const level = computed(() => scene.value.levels[store.level]!)
  const paths = computed(() => (drawing.value ? (scene.value.writings?.[drawing.value]?.paths ?? []) : []))
  const plan = computed(() =>
    drawing.value === undefined ? undefined : planFor(scene.value, PLANNER.id, drawing.value),
  )
  const form = useForm(plan)
  const motion = computed(() => planned(drawing.value, form))
  const trouble = ref('')
  const busy = ref('')
  const done = ref('')

  const say = (sentence: string) => (trouble.value = sentence)
  function change(edit: Edit): boolean {
    done.value = ''
    return store.change(edit)
  }
  /** Ways as they are now drawn, ordered and turned; none takes the writing out. */
  function setPaths(next: readonly PenPathDrawn[]) {
    const on = drawing.value
    if (on === undefined) return
    if (next.length > 0) change({ type: 'writing.put', drawing: on, writing: { paths: [...next] } })
    else if (paths.value.length > 0) change({ type: 'writing.remove', drawing: on })
  }

  const revealed = useRevealed({ worker, drawing, paths, form, trouble })

  async function propose() {
    const on = drawing.value
    if (on === undefined || !store.ink) return
    busy.value = 'Following the lines'
    try {
      const answer = await worker.ask({
        kind: 'propose',
        lettering: await letteringOf(scene.value, on, store.ink.inkOf),
      })
      if (answer.kind !== 'proposed') return
      if (answer.ways.length === 0) trouble.value = 'There is no lettering on this drawing yet. Draw it, or type it.'
      else setPaths(answer.ways.map((points) => ({ id: freshId(), points })))
    } catch (error) {
      trouble.value = inWords(error)
    }
    busy.value = ''
  }

  async function lay() {
    const on = drawing.value
    if (on === undefined || busy.value) return
    ;[trouble.value, busy.value] = ['', 'Laying it in']
    const here = store.thisScene()
    try {
      const wish = {
        scene: scene.value,
        take: store.take,
        drawing: on,
        frame: form.frame.value,
        inputs: form.inputs.value,
        drops: { are: form.drops.value },
      }
      const laid = await writingLaid(worker, wish)
      if (!here.isOpen()) return
      const edit = withRunner(laid.edit, {
        ...{ scene: scene.value, level: level.value.id, runner: form.runner.value, inputs: form.inputs.value },
        freshId,
      })
      if (here.change(edit))
        done.value = `Laid in from frame ${form.frame.value} on level ${store.working!.levels[laid.level]!.name}. It plays at the desk.`
    } catch (error) {
      trouble.value = inWords(error)
    } finally {
      busy.value = ''
    }
  }

  return {
    ...{ store, scene, level, drawing, paths, plan, ...form, motion, trouble, busy, done, worker },
    ...{ setPaths, revealed, propose, lay, change, say, across: ACROSS },
  }
}
export type LetteringWork = ReturnType<typeof useLettering>

/** What is asked of the plan: what was asked before where one is laid, else what is usual. */
function useForm(plan: { readonly value: LaidPlan | undefined }) {
  const store = useScene()
  const frame = ref(1)
  const inputs = shallowRef<Inputs>({})
  const runner = ref<Runner>()
  const drops = ref<Drops>()
  const context = () => ({ scene: store.scene!, take: store.take, level: store.level, frame: frame.value })
  function begin() {
    frame.value = plan.value?.frame ?? store.frame
    inputs.value = plan.value?.inputs ?? PLANNER.start(context())
    runner.value = runnerOf(store.scene!, store.level, inputs.value)
    drops.value = store.drawing === undefined ? undefined : dropsOf(store.scene!, store.drawing)
  }
  begin()
  watch([() => store.drawing, () => plan.value?.id], begin)
  const fields = computed(() => PLANNER.fields(context()).filter(({ id }) => id !== 'of'))
  const setDrops = (next: Drops | undefined) => (drops.value = next)
  const setRunner = (next: Runner | undefined) => (runner.value = next)
  const set = (patch: Inputs) => (inputs.value = { ...inputs.value, ...patch })
  return { frame, inputs, runner, setRunner, drops, setDrops, fields, set }
}
type Form = ReturnType<typeof useForm>

type Planned = { readonly found?: WrittenMotion; readonly refused?: string }
function planned(drawing: string | undefined, { frame, inputs }: Form): Planned {
  const store = useScene()
  const scene = store.scene!
  const writing = drawing === undefined ? undefined : scene.writings?.[drawing]
  if (drawing === undefined || !writing) return {}
  try {
    const lettering = { scene, take: store.take, drawing, writing, frame: frame.value, inputs: inputs.value, freshId }
    return { found: writtenMotion(lettering) }
  } catch (error) {
    return { refused: inWords(error) }
  }
}

interface Revealing {
  readonly worker: ReturnType<typeof letteringWorker>
  readonly drawing: { readonly value: string | undefined }
  readonly paths: { readonly value: readonly PenPathDrawn[] }
  readonly form: Form
  readonly trouble: { value: string }
}
/** When each bit of the lettering is written, worked out anew whenever its ink or its ways change. */
function useRevealed({ worker, drawing, paths, form, trouble }: Revealing) {
  const store = useScene()
  const revealed = shallowRef<RevealedReport>()
  const inked = ref(0)
  const release = store.ink?.onChange((changed) => {
    if (changed === drawing.value) inked.value++
  })
  onUnmounted(() => release?.())
  let asked = 0
  async function ask(mine: number) {
    const on = drawing.value
    if (on === undefined || paths.value.length === 0 || !store.ink) return undefined
    await store.needInk([on])
    const { width, height } = store.scene!.settings
    const scale = ACROSS / width
    const answer = await worker.ask({
      kind: 'reveal',
      lettering: await letteringOf(store.scene!, on, store.ink.inkOf),
      paths: paths.value.map(({ points, overlap }) => ({ points, overlap })),
      overlap: Number(form.inputs.value['overlap'] ?? 0) / 100,
      preview: { width: ACROSS, height: Math.max(1, Math.round(height * scale)), scale },
    })
    return mine === asked && answer.kind === 'revealed' ? answer : revealed.value
  }
  watch(
    [drawing, paths, () => form.inputs.value['overlap'], inked],
    async () => {
      trouble.value = ''
      const mine = ++asked
      try {
        revealed.value = await ask(mine)
      } catch (error) {
        if (mine === asked) trouble.value = inWords(error)
      }
    },
    { immediate: true },
  )
  return revealed
}

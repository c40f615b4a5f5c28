import {
  chartTargets,
  matchedByHand,
  pinOf,
  landmarksOf,
  type GuidedInbetween,
  type GuideLandmark,
  type Ink,
  type Scene,
  type Chart,
} from '@unhurried/core'
import { useLocalStorage } from '@vueuse/core'
import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import { inWords } from '../../api/in-words'
import { useScene } from '../../session/scene'
import { workOf } from '../../stage/order-of-work'
import { WorkerClient, WorkerStopped } from '../../workers/client'
import { guideReportSchema, type GuideOrder, type GuideReport } from '../../workers/guide/messages'

/** The line passes a guide is found from: the first that both parents have. */
const PASSES = ['line', 'tie-down', 'rough', 'colour'] as const
/** The inbetween on the pegs, and all its guide is found from. */
function useBetween() {
  const store = useScene()
  const between = computed(() => {
    const scene = store.scene
    const drawing = store.drawing
    if (!scene || drawing === undefined || scene.drawings[drawing]?.role !== 'inbetween') return undefined
    const step = workOf(scene, store.level, store.take).find((each) => each.drawing === drawing)
    const chart = step?.between && scene.charts[step.between.chart]
    if (!step?.between || !chart) return undefined
    const [a, b] = step.between.parents
    const pass = PASSES.find((each) => [a, b].every((parent) => (scene.drawings[parent]?.passes[each] ?? 0) > 0))
    if (!pass) return undefined
    const landmarks = landmarksBetween(scene, { chart, take: store.take, drawing, a, b })
    return { drawing, chart, a, b, pass, fraction: step.between.ratio, landmarks, matches: matchedByHand(chart, a, b) }
  })
  const inks = computed<{ a: Ink; b: Ink } | undefined>(() =>
    between.value && store.ink
      ? {
          a: store.ink.inkOf(between.value.a, between.value.pass),
          b: store.ink.inkOf(between.value.b, between.value.pass),
        }
      : undefined,
  )
  return { between, inks }
}

/** Where each landmark lies on both drawings, and where its path of action puts it on the inbetween. */
function landmarksBetween(
  scene: Scene,
  { chart, take, drawing, a, b }: { chart: Chart; take: string; drawing: string; a: string; b: string },
): GuideLandmark[] {
  const targets = chartTargets(scene, chart, take).flatMap((each) =>
    each.targets.filter((target) => target.drawing === drawing),
  )
  return landmarksOf(scene, chart.level).flatMap(({ id }): GuideLandmark[] => {
    const [from, to] = [pinOf(scene.drawings[a], id), pinOf(scene.drawings[b], id)]
    if (!from || !to) return []
    const target = targets.find(({ landmark }) => landmark.id === id)?.place
    const at = target && { at: { x: target.x, y: target.y } }
    return [{ a: { x: from.x, y: from.y }, b: { x: to.x, y: to.y }, ...at }]
  })
}

const DIED = 'The guide of this inbetween could not be worked out. Change something and try again.'

/** Finds inbetweens beside the page's own thread; the two drawings are sent when they are others than before. */
function guideFinder() {
  let sent: { a: Ink; b: Ink } | undefined
  const forget = () => (sent = undefined)
  const client = new WorkerClient<GuideOrder, GuideReport>({
    start: () => new Worker(new URL('../../workers/guide/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: guideReportSchema,
    died: DIED,
    onStart: forget,
    onEnd: forget,
  })
  return {
    async find({ a, b }: { a: Ink; b: Ink }, { fraction, landmarks, matches }: Wish): Promise<GuidedInbetween> {
      if (sent?.a !== a || sent.b !== b) client.tell({ kind: 'between', a: [...a], b: [...b] })
      sent = { a, b }
      return client.ask({ kind: 'guide', fraction, landmarks: [...landmarks], matches: matches.map(paired) })
    },
    stop: () => client.stop(),
  }
}
type Wish = {
  readonly fraction: number
  readonly landmarks: readonly GuideLandmark[]
  readonly matches: readonly (readonly [string, string])[]
}
const paired = ([a, b]: readonly [string, string]): [string, string] => [a, b]

/** What an inbetween of the two drawings it is found between could be: worked out between flips, shown when it is wanted. */
export function useInbetweenGuide() {
  const store = useScene()
  const wanted = useLocalStorage('unhurried-inbetween-guide', false)
  const guide = shallowRef<GuidedInbetween>()
  /** Lines are being put together by hand: the one chosen on the first drawing. */
  const matching = ref(false)
  const chosen = ref<string>()
  /** Why there is none, when it was wanted and could not be had. */
  const trouble = ref('')
  const { between, inks } = useBetween()
  const finder = guideFinder()
  onScopeDispose(() => finder.stop())

  async function find(now: NonNullable<typeof between.value>) {
    if (!inks.value) return
    try {
      const found = await finder.find(inks.value, now)
      if (wanted.value && between.value === now) guide.value = found
    } catch (error) {
      if (between.value === now && !(error instanceof WorkerStopped)) trouble.value = inWords(error)
    }
  }
  let handle = 0
  watch(
    () => (wanted.value ? between.value : undefined),
    (now) => {
      cancelIdleCallback(handle)
      guide.value = undefined
      chosen.value = undefined
      trouble.value = ''
      if (!now) {
        matching.value = false
        return
      }
      // Flips never wait for it, nor for the lines to be sent.
      handle = requestIdleCallback(() => void find(now), { timeout: 300 })
    },
    { immediate: true },
  )

  function pick(side: 'a' | 'b', line: string) {
    const now = between.value
    if (!now) return
    if (side === 'a') chosen.value = chosen.value === line ? undefined : line
    else if (chosen.value !== undefined) {
      store.change({
        type: 'chart.match',
        chart: now.chart.id,
        a: { drawing: now.a, line: chosen.value },
        b: { drawing: now.b, line },
      })
      chosen.value = undefined
    }
  }
  return {
    wanted,
    guide,
    trouble,
    between,
    inks,
    matching,
    chosen,
    pick,
    toggle: () => (wanted.value = !wanted.value),
    toggleMatching: () => (matching.value = !matching.value),
    /** Leaves what is under way: the line that is chosen, else putting lines together. Whether anything was. */
    leave(): boolean {
      if (!matching.value) return false
      if (chosen.value === undefined) matching.value = false
      chosen.value = undefined
      return true
    },
    letGo() {
      const now = between.value
      if (!now || chosen.value === undefined) return
      store.change({ type: 'chart.match', chart: now.chart.id, a: { drawing: now.a, line: chosen.value }, b: null })
      chosen.value = undefined
    },
  }
}
export type InbetweenGuide = ReturnType<typeof useInbetweenGuide>

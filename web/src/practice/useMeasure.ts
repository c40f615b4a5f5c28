import {
  exerciseOf,
  PASSES,
  type Exercise,
  type Ideal,
  type Ink,
  type Pass,
  type PracticeResult,
  type Scene,
} from '@unhurried/core'
import { onScopeDispose, ref, shallowRef } from 'vue'
import { inWords } from '../api/in-words'
import { api } from '../api/api'
import { createInkStore, type InkStore } from '../session/ink-store'
import { useScene } from '../session/scene'
import { WorkerClient, WorkerStopped } from '../workers/client'
import {
  practiceReportSchema,
  type PracticeOrder,
  type PracticeReport,
  type Scored,
} from '../workers/practice/messages'

const DIED = 'Measuring stopped unexpectedly. Open the exercise again.'

export type Exercised = Extract<PracticeResult, { kind: 'exercise' }>

/** What was measured of an exercise, and all that a picture of it needs. */
export interface Measured {
  readonly score: Scored
  readonly words: readonly string[]
  readonly exercise: Exercise
  readonly ideal: Ideal
  readonly inkOf: (drawing: string, pass: Pass) => Ink
}

/** Measures what was drawn of an exercise, beside the page’s own thread. */
export function useMeasure(
  start = () => new Worker(new URL('../workers/practice/worker.ts', import.meta.url), { type: 'module' }),
) {
  const store = useScene()
  const here = shallowRef<Measured>()
  /** The best of the earlier answers to the same exercise. */
  const best = shallowRef<Measured>()
  const trouble = ref('')
  const client = new WorkerClient<PracticeOrder, PracticeReport>({
    start,
    reportSchema: practiceReportSchema,
    died: DIED,
  })
  onScopeDispose(() => client.stop())

  async function measured(scene: Scene, ink: InkStore): Promise<Measured> {
    const given = scene.settings.exercise!
    const drawings = Object.keys(scene.drawings)
    await ink.ensure(drawings)
    const lines = drawings.flatMap((drawing) =>
      PASSES.flatMap((pass) => {
        const own = ink.inkOf(drawing, pass)
        return own.length > 0 ? [{ drawing, pass, ink: [...own] }] : []
      }),
    )
    const { score, words } = await client.ask({ kind: 'measure', exercise: given, scene, ink: lines })
    const exercise = exerciseOf(given.id)!
    const schools = exercise.schools(given.seed)
    // The picture shows the law that the drawings are nearest to.
    const { ideal } = schools.find((school) => school.words === score.school) ?? schools[0]!
    return { score, words, exercise, ideal, inkOf: ink.inkOf }
  }

  async function measure() {
    const { exercise } = store.working!.settings
    if (!exercise || !exerciseOf(exercise.id)) return
    trouble.value = ''
    try {
      here.value = await measured(store.working!, store.ink!)
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = inWords(error)
    }
  }

  /** Measures another scene beside it; one that cannot be read is not shown. */
  async function measureBest(id: string) {
    try {
      const { scene } = await api.readScene(id)
      best.value = scene.settings.exercise ? await measured(scene, createInkStore(id)) : undefined
    } catch {
      best.value = undefined
    }
  }

  return { here, best, trouble, measure, measureBest }
}

const tenth = (value: number) => Math.round(Math.abs(value) * 10) / 10

/** What came of a scene that was measured: a scene is one answer to its exercise, however often it is measured. */
export const resultOf = (
  scene: string,
  { id: what, seed }: { readonly id: string; readonly seed: number },
  { px, share, beside, along, drawings, school }: Scored,
): Exercised => ({
  ...{ kind: 'exercise', id: scene, what, at: Date.now(), scene, seed, school, drawings: drawings.length },
  ...{ px: tenth(px), share: Math.round(share * 1000) / 1000, beside: tenth(beside), along: tenth(along) },
})

/** Whether a result says the same as one before, whenever they are of. */
export const saysTheSame = (a: Exercised, b: PracticeResult | undefined): boolean =>
  b?.kind === 'exercise' && a.px === b.px && a.share === b.share && a.drawings === b.drawings

import {
  drawingsShown,
  exposuresOf,
  freeName,
  lengthOfTake,
  nameSchema,
  sentenceOf,
  takeLasting,
  takesDiffer,
  type Take,
} from '@unhurried/core'
import { computed, reactive, ref, watch } from 'vue'
import { freshId } from '../api/ids'
import { framesAndSeconds } from '../parts/frames'
import { sayWhy, useScene } from '../session/scene'

/** Takes that can play side by side. */
const MOST = 4

/** The takes of a scene, those laid beside each other, and what is done with one. */
export function useTakes() {
  const store = useScene()
  const scene = computed(() => store.scene!)
  const out = computed(() => Object.values(scene.value.takes).filter((take) => !take.away))
  const away = computed(() => Object.values(scene.value.takes).filter((take) => take.away))
  /** Takes laid beside each other, the main one first until others are chosen. */
  const picked = ref<string[]>([scene.value.mainTake])
  const beside = computed(() => picked.value.filter((id) => scene.value.takes[id] && !scene.value.takes[id].away))
  watch(out, (now) => {
    picked.value = picked.value.filter((id) => now.some((take) => take.id === id))
    if (picked.value.length === 0) picked.value = [scene.value.mainTake]
  })
  function toggle(id: string) {
    const others = picked.value.filter((each) => each !== id)
    if (others.length === MOST) sayWhy(new Error(`${MOST} takes can play side by side. Take one off the table first.`))
    else if (others.length === picked.value.length) picked.value = [...others, id]
    else if (others.length > 0) picked.value = others
  }
  function addFrom({ id: from, name }: Take) {
    const id = freshId()
    const free = freeName(name, new Set(Object.values(scene.value.takes).map((each) => each.name)))
    if (store.change({ type: 'take.add', id, name: free, from }) && picked.value.length < MOST)
      picked.value = [...picked.value, id]
  }
  return { scene, out, away, beside, toggle, addFrom }
}

/** How long takes last, and how those beside each other differ from the first of them. */
export function useTakeTimes({ scene, beside }: Pick<ReturnType<typeof useTakes>, 'scene' | 'beside'>) {
  const store = useScene()
  const lasts = ({ id }: Take) => lengthOfTake(scene.value, id)
  const differences = computed(() => {
    const [first] = beside.value
    return new Map(beside.value.map((id) => [id, id === first ? [] : takesDiffer(scene.value, first!, id)]))
  })
  return {
    lasts,
    setLength: ({ id }: Take, frames: number) => store.change(takeLasting(store.working!, id, frames)),
    /** Frames of the longest of those beside each other. */
    length: computed(() => Math.max(...beside.value.map((id) => lengthOfTake(scene.value, id)))),
    /** Drawings of a take's sheet that lie beyond where it ends. */
    beyond: (take: Take) =>
      scene.value.levelOrder
        .flatMap((level) => drawingsShown(exposuresOf(scene.value, level, take.id)))
        .filter(({ frame }) => frame > lasts(take)).length,
    differences,
    differencesInWords(id: string): string {
      const frames = differences.value.get(id)!.reduce((sum, { from, to }) => sum + to - from + 1, 0)
      const { name } = scene.value.takes[beside.value[0]!]!
      return frames === 0
        ? `the same as ${name}`
        : `${framesAndSeconds(frames, scene.value.settings.fps)} differ from ${name}, hatched below`
    },
  }
}

/** What stands in the fields for the names of takes, as far as it was typed. */
export function useTakeNames({ out }: Pick<ReturnType<typeof useTakes>, 'out'>) {
  const store = useScene()
  const names = reactive<Record<string, string>>({})
  watch(
    out,
    (now) => {
      for (const take of now) names[take.id] = take.name
    },
    { immediate: true },
  )
  function rename(take: Take, typed: string) {
    const { data: name, error } = nameSchema.safeParse(typed)
    if (error) {
      names[take.id] = take.name
      sayWhy(new Error(`A take needs a name: ${sentenceOf(error)}`))
    } else if (name !== take.name) store.change({ type: 'take.set', take: take.id, fields: { name } })
  }
  return { names, rename }
}

import {
  drawingsShown,
  EditRefused,
  keysFromLife,
  landmarksOf,
  lengthOfTake,
  pinOf,
  scoreAgainstFilm,
  scoreInWords,
  timedFromLife,
  type Footage,
  type Landmark,
  type Scene,
  type TrackedFrame,
} from '@unhurried/core'
import { tryOnScopeDispose } from '@vueuse/core'
import { computed, ref, shallowRef, watch } from 'vue'
import { freshId } from '../api/ids'
import { useLook } from '../session/look'
import { sayWhy, useScene } from '../session/scene'
import { followedInWords } from './followed-in-words'

/** A landmark that was followed, and the drawing it was followed from. */
interface Followed {
  readonly landmark: string
  readonly name: string
  readonly from: string
  readonly track: readonly TrackedFrame[]
}

/** Where a followed landmark lies on every drawing shown meanwhile that lacks it. */
const proposalsOver = (
  exposures: Parameters<typeof drawingsShown>[0],
  { drawings }: Scene,
  { landmark, track }: Pick<Followed, 'landmark' | 'track'>,
) => {
  const places = new Map(track.map((at) => [at.frame, at]))
  return drawingsShown(exposures).flatMap(({ drawing, frame }) => {
    const at = places.get(frame)
    return at && !pinOf(drawings[drawing], landmark) ? [{ drawing, landmark, x: at.x, y: at.y, confidence: 1 }] : []
  })
}

/** How keys drawn after watching a film compare with it. */
function comparedInWords(drawn: { scene: Scene; take: string }, { name, from, track }: Followed): readonly string[] {
  try {
    return scoreInWords(scoreAgainstFilm({ ...drawn, name, from, track }))
  } catch (error) {
    if (!(error instanceof RangeError)) throw error
    return [`Nothing to compare: no other drawing has ${name} pinned over these frames.`]
  }
}

/** A landmark followed on a film: proposed on the drawings over it, laid as keys, and held against what was drawn. */
export function useFollowOnFilm(film: () => Footage) {
  const store = useScene()
  const look = useLook()
  const fps = computed(() => store.scene!.settings.fps)
  /** Landmarks pinned on the drawing that lies here. */
  const pinned = computed(() => {
    const entry = store.drawing === undefined ? undefined : store.scene!.drawings[store.drawing]
    return entry ? landmarksOf(store.scene!, store.level).filter(({ id }) => pinOf(entry, id)) : []
  })
  const landmark = ref<string>()
  const inHand = computed(() => pinned.value.find(({ id }) => id === landmark.value) ?? pinned.value[0])
  const progress = ref<number>()
  const found = shallowRef<Followed>()
  /** How keys that were drawn after watching it compare. */
  const compared = shallowRef<readonly string[]>([])
  const exposure = ref(store.scene!.settings.exposure ?? 2)
  let stopping: AbortController | undefined
  const stop = () => stopping?.abort()
  tryOnScopeDispose(stop)
  watch(
    () => store.level,
    () => (found.value = undefined),
  )

  async function follow() {
    const of = inHand.value
    if (!of || store.drawing === undefined) return
    progress.value = 0
    found.value = undefined
    try {
      await track(of)
    } catch (error) {
      sayWhy(error)
    }
    progress.value = undefined
  }
  /** A take is followed to where it ends, what lies beyond that to the end of the scene. */
  function lastFrame() {
    const ends = lengthOfTake(store.scene!, store.take)
    return store.frame < ends ? ends : store.scene!.settings.length
  }
  async function track(of: Landmark) {
    const { x, y } = pinOf(store.scene!.drawings[store.drawing!]!, of.id)!
    stopping = new AbortController()
    const { followedOnFilm } = await import('./follow-film')
    const followed = await followedOnFilm({
      ...{ film: film(), fps: fps.value, from: store.frame, to: lastFrame(), at: { x, y } },
      onProgress: (share) => (progress.value = share),
      signal: stopping.signal,
    })
    if (followed.length >= 2) return show(of, followed)
    const why = `${of.name} cannot be told from what lies around it on the film. Pin it on something with more to it.`
    sayWhy(new Error(why))
  }
  /** Dotted on every drawing shown over those frames that lacks it. */
  function show({ id, name }: Landmark, followed: readonly TrackedFrame[]) {
    found.value = { landmark: id, name, from: store.drawing!, track: followed }
    compared.value = []
    look.propose(proposalsOver(store.exposures, store.scene!, { landmark: id, track: followed }))
  }

  function layKeys() {
    const { landmark: id, track: followed } = found.value!
    const where = { scene: store.scene!, take: store.take, level: store.level }
    try {
      const keys = keysFromLife({ ...where, landmark: id, track: followed, exposure: exposure.value, freshId })
      if (store.change(keys)) look.refuse()
    } catch (error) {
      if (!(error instanceof EditRefused)) throw error
      sayWhy(error)
    }
  }
  const compare = () => (compared.value = comparedInWords({ scene: store.scene!, take: store.take }, found.value!))
  const said = computed(() => {
    if (!found.value) return undefined
    const { name, track: followed } = found.value
    return followedInWords({ name, to: followed.at(-1)!.frame, timing: timedFromLife(followed), fps: fps.value })
  })

  return { pinned, landmark, inHand, progress, found, compared, exposure, said, follow, stop, layKeys, compare }
}

import { clamp, frameOfTick, freeName, reelTimes, type Reel, type Shot } from '@unhurried/core'
import { computed, ref, watch } from 'vue'
import { z } from 'zod'
import { freshId } from '../api/ids'
import { keptRef } from '../session/kept/kept-ref'
import { useProduction } from '../session/production'

/** The reel last looked at, by production. */
const useChosen = keptRef('unhurried-sketch reels', z.record(z.string(), z.string()), {})
const LOST = { fps: 24, shots: [] as Shot[] }

/** One reel of a production on the page: what is chosen of it, where the playhead is, and what can be changed. */
export function useReel(production: string) {
  const kept = useProduction(production)
  const remembered = useChosen()
  const reels = computed(() => kept.document.value?.reels ?? [])
  const reel = computed(() => reels.value.find(({ id }) => id === remembered.value[production]) ?? reels.value[0])
  const entries = computed(() => new Map(kept.scenes.value.map((scene) => [scene.id, scene])))
  const times = computed(() => reelTimes(reel.value ?? { id: '', name: '', ...LOST }, (id) => entries.value.get(id)))
  const frame = ref(1)
  const chosenId = ref('')
  const chosen = computed(() => times.value.shots.findIndex(({ shot }) => shot.id === chosenId.value))
  watch(times, ({ frames }) => (frame.value = clamp(frame.value, 1, Math.max(1, frames))))

  /** How high its picture is against its width: as its first scene. */
  const shape = computed(() => {
    const first = times.value.shots.flatMap(({ shot }) => entries.value.get(shot.scene ?? '') ?? [])[0]
    return first ? first.height / first.width : 9 / 16
  })
  /** The frame of the reel on which a shot is first seen. */
  const beginOf = (shot: number) => frameOfTick(times.value, times.value.shots[shot]!.start)
  function choose(id: string) {
    remembered.value = { ...remembered.value, [production]: id }
    frame.value = 1
    chosenId.value = ''
  }
  const rateOf = () => kept.scenes.value[0]?.fps ?? 24
  /** A reel with these shots, looked at from now on. */
  function addReel(name: string, shots: readonly Omit<Shot, 'id'>[] = [], fps = rateOf()) {
    const id = freshId()
    const made = kept.change(
      { type: 'reel.put', part: { id, name, fps } },
      ...shots.map((shot) => ({ type: 'shot.put' as const, of: id, part: { ...shot, id: freshId() } })),
    )
    if (made) choose(id)
  }
  const newReel = () => addReel(freeName('New reel', new Set(reels.value.map(({ name }) => name))))
  const copyReel = ({ name, fps, shots }: Reel) => addReel(`${name}, copy`.slice(0, 120), shots, fps)

  /** Shots put in before the one chosen's follower, or last. */
  function addShots(shots: readonly Omit<Shot, 'id'>[]) {
    if (!reel.value || shots.length === 0) return
    const before = chosen.value < 0 ? null : (reel.value.shots[chosen.value + 1]?.id ?? null)
    const of = reel.value.id
    const parts = shots.map((shot) => ({ ...shot, id: freshId() }))
    if (kept.change(...parts.map((part) => ({ type: 'shot.put' as const, of, part, before }))))
      chosenId.value = parts.at(-1)!.id
  }
  function changeShot(shot: Changed) {
    return kept.change({ type: 'shot.put', of: reel.value!.id, part: bare(shot) })
  }
  function removeShot({ id }: Shot) {
    kept.change({ type: 'shot.remove', of: reel.value!.id, id })
  }
  /** Moves a shot to stand at a place among all. */
  function moveShot(id: string, to: number) {
    const { shots, id: of } = reel.value!
    const others = shots.filter((shot) => shot.id !== id)
    if (to < 0 || to > others.length) return
    const part = shots.find((shot) => shot.id === id)!
    kept.change({ type: 'shot.put', of, part, before: others[to]?.id ?? null })
  }
  /** Scenes of the production that the reel does not show yet. */
  const left = computed(() => {
    const shown = new Set(reel.value?.shots.map(({ scene }) => scene))
    return kept.scenes.value.filter(({ id }) => !shown.has(id))
  })
  return {
    ...kept,
    ...{ production, reels, reel, entries, times, frame, chosen, chosenId, left },
    ...{ shape, beginOf, choose, newReel, addReel, copyReel, addShots, changeShot, removeShot, moveShot },
  }
}
export type UsedReel = ReturnType<typeof useReel>

/** A shot in which what is undefined says nothing. */
type Changed = { readonly [F in keyof Shot]: Shot[F] | undefined } & { readonly id: string }

const bare = (shot: Changed): Shot =>
  Object.fromEntries(Object.entries(shot).filter(([, value]) => value !== undefined && value !== '')) as Shot

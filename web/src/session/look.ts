import { soundFilesOf, type Scene } from '@unhurried/core'
import { defineStore } from 'pinia'
import { ref, shallowRef, watch } from 'vue'
import { inWords } from '../api/in-words'
import { WorkerStopped } from '../workers/client'
import type { Found } from '../workers/look/messages'
import { useFindings } from './look-findings'
import { useFollowing } from './look-following'
import { LookWorker } from './look-worker'
import { toldToShelf } from './look-telling'
import { limitsSeen } from './practice/own-eye'
import { useScene } from './scene'

/** After a change the drawings are looked at again once the hand has paused, in milliseconds. */
const PAUSE = 900

/** Where the sounds of a scene begin anew. Who listens is fetched when there is anything to hear: a silent scene never waits. */
const onsetsIn = async (now: Scene) => (await import('./measured')).onsetsHeard(soundFilesOf(now))

/** What a scene is held against. */
const heldAgainstOf = ({ take, production, limits }: ReturnType<typeof useScene>) => ({
  ...{ take, production, limits: limitsSeen(limits) },
})

/** What Second look found in the scene that is open, kept new as it changes. */
export const useLook = defineStore('look', () => {
  const scene = useScene()
  const found = shallowRef<Found>()
  const progress = ref<{ done: number; of: number; words: string }>()
  const trouble = ref('')
  /** Nobody has asked to look yet: nothing is measured behind the animator's back on a large scene. */
  const wanted = ref(false)
  let soon = 0
  /** The look that is under way; only the last one is shown. */
  let last = 0

  const worker = new LookWorker({
    start: () => new Worker(new URL('../workers/look/worker.ts', import.meta.url), { type: 'module' }),
    opened: () => ({ id: scene.id, session: scene.session! }),
    onChange: later,
    onEnd(why) {
      clearTimeout(soon)
      progress.value = undefined
      if (why !== undefined) trouble.value = why
    },
  })
  const findings = useFindings(found, () => void look())
  const following = useFollowing(worker)
  const telling = toldToShelf()

  /** The shelf tells of the timing in use. */
  function tellShelf() {
    if (scene.take !== scene.working?.mainTake) return
    telling.found({ scene: scene.id, session: scene.session!, count: findings.open.value.length })
  }

  function later() {
    clearTimeout(soon)
    if (wanted.value) soon = window.setTimeout(() => look(), PAUSE)
  }

  /** Looks at what changed, or at everything anew. */
  async function look(whole = false) {
    if (!scene.working) return
    clearTimeout(soon)
    const mine = ++last
    const isLast = () => mine === last
    wanted.value = true
    trouble.value = ''
    progress.value ??= { done: 0, of: 1, words: 'Measuring' }
    try {
      const onsets = scene.working.sounds ? await onsetsIn(scene.working) : {}
      if (!isLast()) return
      const order = { ...heldAgainstOf(scene), whole, onsets }
      const report = await worker.look(order, (now) => isLast() && (progress.value = now))
      if (isLast() && report) {
        found.value = report
        tellShelf()
      }
    } catch (error) {
      if (isLast() && !(error instanceof WorkerStopped)) trouble.value = inWords(error)
    } finally {
      if (isLast()) progress.value = undefined
    }
  }

  function stop() {
    clearTimeout(soon)
    last++
    progress.value = undefined
    worker.stopLooking()
  }

  // A scene that is shut is looked at from nothing when it is opened again: others may have drawn on it.
  watch(
    () => scene.working === undefined,
    (shut) => {
      if (!shut) return
      clearTimeout(soon)
      last++
      worker.end()
      telling.forget()
      found.value = progress.value = undefined
      findings.hide()
      following.refuse()
      wanted.value = false
    },
    { flush: 'sync' },
  )
  watch(
    () => scene.take,
    () => wanted.value && look(),
  )

  return { found, progress, trouble, wanted, look, stop, ...findings, ...following }
})

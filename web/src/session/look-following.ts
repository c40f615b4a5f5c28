import { counted } from '@unhurried/core'
import { ref, shallowRef } from 'vue'
import { WorkerStopped } from '../workers/client'
import type { Proposed } from '../workers/look/messages'
import type { LookWorker } from './look-worker'
import { sayWhy, useScene } from './scene'

const NOWHERE = 'It cannot be told where this lies on the next drawing. Pin it there by hand, then follow on from it.'

/** Where a landmark may lie on the drawings after this one: proposed, dotted until accepted. */
export function useFollowing(worker: LookWorker) {
  const scene = useScene()
  const proposals = shallowRef<readonly Proposed[]>([])
  const following = ref(false)
  let last = 0

  async function follow(drawing: string, landmark: string) {
    const mine = ++last
    proposals.value = []
    following.value = true
    try {
      const found = await worker.follow({ take: scene.take, drawing, landmark })
      if (mine !== last) return
      proposals.value = found
      if (found.length === 0) sayWhy(new Error(NOWHERE))
    } catch (error) {
      if (mine === last && !(error instanceof WorkerStopped)) sayWhy(error)
    } finally {
      if (mine === last) following.value = false
    }
  }

  /** Shows what somebody else has found. */
  function propose(found: readonly Proposed[]) {
    last++
    following.value = false
    proposals.value = found
  }

  /** Pins all that is proposed, in one step. */
  function accept() {
    const eighth = (value: number) => Math.round(value * 8) / 8
    const edits = proposals.value
      .filter(({ drawing }) => scene.scene?.drawings[drawing])
      .map(({ drawing, landmark, x, y }) => {
        const pin = { x: eighth(x), y: eighth(y) }
        return { type: 'pin.set' as const, drawing, landmark, pin }
      })
    refuse()
    if (edits.length > 0)
      scene.change({ type: 'together', words: `a landmark followed over ${counted(edits.length, 'drawing')}`, edits })
  }
  const refuse = () => (proposals.value = [])

  return { proposals, following, follow, propose, accept, refuse }
}

import { inkSourcesOf } from '@unhurried/core'
import type { ShallowRef } from 'vue'
import type { usePosition } from './position'
import { drawingsInked } from './rebase'
import type { SceneSession, Step } from './session'
import type { SceneSync } from './sync/scene-sync'

interface Around {
  readonly session: ShallowRef<SceneSession | undefined>
  /** Does something to the session; undefined when it was refused, and why is said. */
  readonly act: <T>(what: (own: SceneSession) => T) => T | undefined
  readonly sayWhy: (error: unknown) => void
  readonly at: ReturnType<typeof usePosition>['at']
}

/** Steps of one's own taken back and made again, those from before the scene was closed as well. */
export function useSteps({ session, act, sayWhy, at }: Around) {
  let end = () => undefined as void

  /** Once what was not sent then lies on the scene. */
  async function restore(scene: string, { page }: SceneSync) {
    const own = session.value
    if (!own) return
    // A scene whose earlier steps cannot be had opens without them.
    const kept = await import('./sync/kept-steps').catch(() => undefined)
    end = (await kept?.keepSteps(own, { scene, page })) ?? end
    if (own !== session.value) end()
  }

  /** Takes a step back or makes it again, once the ink it is about is here, and shows where its line lies. */
  function goBack(which: 'undo' | 'redo') {
    const own = session.value
    const next = own?.steps[which].at(-1)
    if (!own || !next) return
    const go = () => own === session.value && showChange(act(() => own[which]()))
    const missing = drawingsRead(next).filter((drawing) => !own.ink.isLoaded(drawing) && own.working.drawings[drawing])
    if (missing.length === 0) go()
    else own.ink.ensure(missing, own.waitingEdits).then(go, sayWhy)
  }

  function showChange([edit]: Step = []) {
    const drawing = edit?.type === 'ink.change' ? edit.drawing : undefined
    if (drawing !== undefined && drawing !== at.drawing.value) at.showDrawing(drawing)
  }

  return { restore, goBack, end: () => end() }
}

/** The drawings whose ink a step reads or writes. */
const drawingsRead = (step: Step): string[] => [
  ...drawingsInked(step.map((edit) => ({ edit }))),
  ...step.flatMap(inkSourcesOf),
]

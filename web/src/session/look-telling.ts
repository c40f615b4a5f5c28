import { api } from '../api/api'
import type { SceneSession } from './session'

interface Looked {
  readonly scene: string
  readonly session: SceneSession
  /** Findings nobody has answered. */
  readonly count: number
}

/** Tells the shelf what was found, once the server has everything that was looked at. */
export function toldToShelf(tell: typeof api.tellFindings = api.tellFindings) {
  let forget = () => {}

  return {
    found({ scene, session, count }: Looked) {
      forget()
      const atRest = () => {
        if (session.waiting.length > 0) return
        forget()
        // The shelf can do without it: it is told again after the next look.
        void tell(scene, { version: session.version, count }).catch(() => undefined)
      }
      forget = session.onTransition(({ kind }) => {
        // What is drawn since was not looked at.
        if (kind === 'confirmed') atRest()
        else forget()
      })
      atRest()
    },
    /** What was found is not so any more. */
    forget: () => forget(),
  }
}

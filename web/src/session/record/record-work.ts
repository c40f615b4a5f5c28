import { forgetLog, keepLog, LOG_AT_ONCE, readLog, readProductionLog } from '@unhurried/core/api'
import type { LogEntry } from '@unhurried/core'
import { call } from '../../api/client'
import { freshId } from '../../api/ids'
import type { SceneSession } from '../session'
import { isPaused, keptHere, thisPerson } from './person'
import { WorkRecorder, workedOn } from './work-recorder'

/** So long after something was drawn it is counted, in milliseconds, if nobody draws just then. */
const SOON = 3000

export const logApi = {
  async keep(entries: readonly LogEntry[]): Promise<void> {
    for (let from = 0; from < entries.length; from += LOG_AT_ONCE)
      await call(keepLog, {
        params: { person: thisPerson() },
        body: { entries: entries.slice(from, from + LOG_AT_ONCE) },
      })
  },
  read: (scene: string) => call(readLog, { params: { scene } }),
  readProduction: (production: string) => call(readProductionLog, { params: { production } }),
  /** Here and on the server. */
  async forget(span: { from?: number; until?: number }) {
    if (keptHere()) await recorder().forget(span)
    return call(forgetLog, { params: { person: thisPerson() }, body: span })
  },
}

let made: WorkRecorder | undefined
const recorder = () =>
  (made ??= new WorkRecorder({
    page: freshId(),
    storage: keptHere()!,
    now: Date.now,
    isPaused,
    send: logApi.keep,
    alone: async (act) => void (await (navigator.locks ? navigator.locks.request('unhurried-work', act) : act())),
  }))

/** When the sitting that goes on began, in milliseconds since 1970; undefined after a rest. */
export const sittingSince = (): number | undefined => (keptHere() ? recorder().sittingSince : undefined)

/** What was worked is sent with the next sitting if the server is away. */
export const countWork = async (how: { over?: boolean } = {}): Promise<void> =>
  keptHere() &&
  recorder()
    .flush(how)
    .catch(() => undefined)

/** Counts what is drawn in a scene for as long as it is open; gives what ends that. */
export function recordWork(scene: string, session: SceneSession): () => void {
  if (!keptHere()) return () => undefined
  let soon: ReturnType<typeof setTimeout> | undefined
  const later = () => {
    clearTimeout(soon)
    soon = setTimeout(() => requestIdleCallback(() => void countWork(), { timeout: 4 * SOON }), SOON)
  }
  session.onTransition((transition) => {
    if (transition.kind !== 'edit') return
    const drawn = workedOn(transition.made.edit)
    const drawing = drawn && session.working.drawings[drawn.drawing]
    if (!drawing) return
    recorder().worked(scene, drawing.level, drawing.id, drawn.pass)
    later()
  })
  const onSeen = () => {
    recorder().seen(document.visibilityState === 'hidden' ? 'hidden' : 'shown')
    if (document.visibilityState === 'hidden' && recorder().hasFresh) void countWork()
  }
  document.addEventListener('visibilitychange', onSeen)
  return () => {
    clearTimeout(soon)
    document.removeEventListener('visibilitychange', onSeen)
    if (recorder().hasFresh) void countWork()
  }
}

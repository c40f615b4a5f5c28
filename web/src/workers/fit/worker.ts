import { fitLimits, LEAST_FINISHED, lookAtFinished, type FinishedLook } from '@unhurried/core'
import { api } from '../../api/api'
import { createInkStore } from '../../session/ink-store'
import { fitOrderSchema, type FitOrder, type FitReport } from './messages'

/** Looks at finished scenes one after the other; whoever has enough ends the worker. */
const tell = (report: FitReport) => self.postMessage(report)
const PROBLEM = 'The limits could not be tried on these scenes. Try again, or choose others.'

async function fit({ id, scenes, limits }: FitOrder) {
  const looks: FinishedLook[] = []
  const unread: string[] = []
  for (const [done, { id: scene, name }] of scenes.entries()) {
    const tellAt = (share: number) => tell({ kind: 'progress', id, done: done + share, of: scenes.length, words: name })
    tellAt(0)
    try {
      const answer = await api.readScene(scene)
      const ink = createInkStore(scene)
      await ink.ensure(Object.keys(answer.scene.drawings))
      const look = await lookAtFinished(answer.scene, ink.inkOf, { limits, onProgress: (at, of) => tellAt(at / of) })
      if (look) looks.push(look)
    } catch {
      // One scene that cannot be read says nothing against the others.
      unread.push(name)
    }
  }
  tell({
    kind: 'fitted',
    id,
    drawings: looks.reduce((sum, { drawings }) => sum + drawings, 0),
    least: LEAST_FINISHED,
    fits: fitLimits(looks, limits),
    unread,
  })
}

self.onmessage = async ({ data }: MessageEvent<unknown>) => {
  try {
    await fit(fitOrderSchema.parse(data))
  } catch {
    tell({ kind: 'failed', id: Number((data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM })
  }
}

import type { PassInk } from '@unhurried/core'
import { api } from '../api/api'
import { isPassing } from '../api/client'

export type SceneAnswer = Awaited<ReturnType<typeof api.readScene>>

/** A scene as the server has it or, while it does not answer, as this browser kept it last. Errors: ApiProblem. */
export async function readHereOrThere(scene: string): Promise<SceneAnswer & { isCopy?: true }> {
  try {
    return await api.readScene(scene)
  } catch (error) {
    const copy =
      isPassing(error) && (await import('./copies/copies').then(({ copyOf }) => copyOf(scene)).catch(() => undefined))
    if (copy) return { ...copy, isCopy: true }
    throw error
  }
}

/** Ink likewise, as it was at `version`. */
export async function readInkHereOrThere(
  scene: string,
  drawings: readonly string[],
  version: number,
): Promise<readonly PassInk[]> {
  try {
    return await api.readInk(scene, drawings)
  } catch (error) {
    const read = async () => (await import('./copies/copies')).copiedInk(scene, drawings, version)
    const ink = isPassing(error) && (await read().catch(() => undefined))
    if (ink) return ink
    throw error
  }
}

import { behindLibrary, type ProductionDocument } from '@unhurried/core'
import { inWords } from '../api/in-words'
import { api, ApiProblem, type ShelvedScene } from '../api/api'
import { editsApi } from '../api/edits'
import { freshId } from '../api/ids'

type Library = Pick<ProductionDocument, 'characters'>

/** Scenes that are brought along at once: while one waits for the disk another is worked out. */
const AT_ONCE = 6
/** Somebody else may change a scene's colours in between, but not for ever. */
const MOST_TRIES = 4

/** Scenes some colours of which are not what the library has, without meaning to. */
export const scenesBehind = (library: Library, scenes: readonly ShelvedScene[]): ShelvedScene[] =>
  scenes.filter(({ linked = [] }) => behindLibrary(library, linked).length > 0)

interface Following {
  readonly onProgress: (done: number, of: number) => void
  readonly isStopped: () => boolean
}

/**
 * Gives scenes the colours of the library, each as a step of its own history. What cannot be reached or changed is told by
 * name and holds nothing else up; what was changed when it is stopped stays.
 */
export async function bringAlong(
  library: Library,
  scenes: readonly ShelvedScene[],
  { onProgress, isStopped }: Following,
): Promise<{ changed: number; wrong: string[] }> {
  const waiting = [...scenesBehind(library, scenes)]
  const of = waiting.length
  const wrong: string[] = []
  let [done, changed] = [0, 0]
  async function next(): Promise<void> {
    for (let scene = waiting.shift(); scene && !isStopped(); scene = waiting.shift()) {
      try {
        await follow(library, scene)
        changed++
      } catch (error) {
        wrong.push(`${scene.name}: ${inWords(error)}`)
        // Without a server nothing that follows can be reached either.
        if (error instanceof ApiProblem && error.status === 0) waiting.length = 0
      }
      onProgress(++done, of)
    }
  }
  await Promise.all(Array.from({ length: AT_ONCE }, next))
  return { changed, wrong }
}

async function follow(library: Library, { id, version, linked = [] }: ShelvedScene): Promise<void> {
  const colours = new Map(
    behindLibrary(library, linked).map(({ from, to }) => [`${from.entry} ${from.of}`, { from, to }]),
  )
  const edits = [...colours.values()].map(({ from: { entry, of }, to }) => ({
    id: freshId(),
    edit: { type: 'swatch.follow' as const, entry, of, colour: to },
  }))
  let base = version
  for (let tries = 1; ; tries++) {
    try {
      return void (await editsApi.keep(id, base, edits))
    } catch (error) {
      const isBehind = error instanceof ApiProblem && error.status === 409
      if (!isBehind || tries === MOST_TRIES) throw error
      base = (await api.readScene(id)).version
    }
  }
}

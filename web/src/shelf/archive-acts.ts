import { counted, fileStem, type ProductionFile } from '@unhurried/core'
import { inWords } from '../api/in-words'
import { allScenes } from '../api/all-scenes'
import { api, ApiProblem, type Production } from '../api/api'
import { freshId } from '../api/ids'
import { handDown } from '../parts/hand-down'
import { WorkerClient, WorkerStopped } from '../workers/client'
import { productionReportSchema, type ProductionOrder, type ProductionReport } from '../workers/productions/messages'
import { keepPicture } from '../parts/files/picture-file'
import { keepBeside } from './beside-scenes'
import { comingIn, type ComingProduction } from './coming-in'
import type { Said } from './shelf-acts'

type Tell = (said: Said) => void

/** What is told at once of what could not come in. */
const TOLD = 3

/**
 * Brings in what some files hold: scenes into a production, productions beside it with their scenes, one after the other.
 * What cannot be read is told by name and holds nothing else up; what came in when it is stopped stays.
 */
export async function bringIn(files: readonly File[], into: string, tell: Tell): Promise<void> {
  const wrong: string[] = []
  const came: string[] = []
  let stopped = false
  async function bring(name: string, read: () => Promise<Blob>, production: string) {
    tell({ sentence: `Reading ${name} …`, wrong: false, stop: () => (stopped = true) })
    try {
      const id = freshId()
      const { scene } = await api.putArchive({ id, production }, await read())
      came.push(scene.settings.name)
      return id
    } catch (error) {
      wrong.push(`${name}: ${inWords(error)}`)
      // Without a server nothing that follows can come in either.
      stopped ||= error instanceof ApiProblem && error.status === 0
      return undefined
    }
  }
  for (const file of files) {
    if (stopped) break
    try {
      const { production, scenes, readPicture } = await comingIn(file)
      const to = production ? await begun(production) : into
      const now = new Map<string, string>()
      for (const { name, read, id } of scenes) {
        const came = stopped ? undefined : await bring(name, read, to)
        if (id && came) now.set(id, came)
      }
      if (production?.document && !stopped) wrong.push(...(await besideScenes(production, { to, now, readPicture })))
    } catch (error) {
      wrong.push(inWords(error))
    }
  }
  tell(outcome(came, wrong))
}

async function begun({ name, limits }: Pick<ProductionFile, 'name' | 'limits'>): Promise<string> {
  const id = freshId()
  await api.createProduction({ id, name })
  if (Object.keys(limits).length > 0) await api.setLimits(id, limits)
  return id
}

interface Beside {
  readonly to: string
  /** The id by which a scene of the archive is known now. */
  readonly now: ReadonlyMap<string, string>
  readonly readPicture: (file: string) => Promise<Blob>
}
/**
 * Reels and library of a production that came in, with their pictures; gives what is told of pictures that did not.
 * Errors: with a sentence.
 */
async function besideScenes({ document, pictures = [] }: ComingProduction, { to, now, readPicture }: Beside) {
  const wrong: string[] = []
  for (const { file } of pictures) {
    try {
      await keepPicture(new File([await readPicture(file)], file))
    } catch (error) {
      wrong.push(`${file}: ${inWords(error)}`)
    }
  }
  await keepBeside(document!, { production: to, now })
  return wrong
}

function outcome(came: readonly string[], wrong: readonly string[]): Said {
  const here = came.length === 1 ? `${came[0]} is on the shelf now.` : `${came.length} scenes are on the shelf now.`
  const more = wrong.length > TOLD ? ` And ${wrong.length - TOLD} more.` : ''
  const sentence = [...(came.length > 0 || wrong.length === 0 ? [here] : []), ...wrong.slice(0, TOLD)].join(' ') + more
  return { sentence, wrong: wrong.length > 0 }
}

const DIED = 'Putting the archive together stopped unexpectedly. Try again.'

/** Puts a production with all its scenes into one open archive and hands it down. */
export async function handOut(production: Production, tell: Tell): Promise<void> {
  const scenes: ProductionOrder['scenes'] = []
  for await (const { id, name } of allScenes(production)) scenes.push({ id, name })
  const client = new WorkerClient<ProductionOrder, ProductionReport>({
    start: () => new Worker(new URL('../workers/productions/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: productionReportSchema,
    died: DIED,
  })
  const stop = () => client.stop()
  const telling = (done: number, words: string) =>
    tell({ sentence: `${done + 1} of ${counted(scenes.length, 'scene')}: ${words} …`, wrong: false, stop })
  try {
    const { file } = await client.ask(
      { kind: 'hand-out', production: production.id, name: production.name, scenes },
      ({ done, words }) => telling(done, words),
    )
    handDown(file, `${fileStem(production.name)}.zip`)
    tell({ sentence: `${production.name} went out with ${counted(scenes.length, 'scene')}.`, wrong: false })
  } catch (error) {
    const isStopped = error instanceof WorkerStopped
    tell({ sentence: isStopped ? 'Stopped; nothing went out.' : inWords(error), wrong: !isStopped })
  } finally {
    client.rest()
  }
}

import {
  dropsOf,
  lettersWritten,
  withDrops,
  writtenMotion,
  type Drops,
  type Edit,
  type Inputs,
  type Scene,
} from '@unhurried/core'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { letteringOf } from './lettering-of'
import { letteringWorker, type LetteringWorker } from './lettering-worker'

export { letteringWorker }

/** Pixels of no picture: only what is written is asked for. */
const NO_PREVIEW = { width: 1, height: 1, scale: 1 }

interface Wish {
  readonly scene: Scene
  readonly take: string
  readonly drawing: string
  readonly frame: number
  readonly inputs: Inputs
  /** What flies off at its end; absent: what does now. */
  readonly drops?: { readonly are: Drops | undefined }
}

/** The edit that lays lettering so that it writes itself, worked out from its ink as it is now. Errors: with a sentence. */
export async function writingLaid(
  worker: LetteringWorker,
  { scene, take, drawing, frame, inputs, drops = { are: dropsOf(scene, drawing) } }: Wish,
): Promise<{ edit: Edit; plan: string; level: string }> {
  const { inkOf } = useScene().ink!
  const writing = scene.writings?.[drawing]
  if (!writing) throw new Error('This drawing has no way of the pen. Draw it in Lettering first.')
  const lettering = { scene, take, drawing, writing, frame, inputs, freshId }
  const motion = writtenMotion(lettering)
  await worker.ask({
    kind: 'reveal',
    lettering: await letteringOf(scene, drawing, inkOf),
    paths: writing.paths.map(({ points, overlap }) => ({ points, overlap })),
    overlap: Number(inputs['overlap'] ?? 0) / 100,
    preview: NO_PREVIEW,
  })
  const answer = await worker.ask({ kind: 'shapes', ways: [...motion.ways] })
  if (answer.kind !== 'shapes') throw new Error('The lettering could not be worked out.')
  const laid = lettersWritten(lettering, motion, { shapes: answer.shapes, inkOf })
  return { ...laid, edit: withDrops(laid.edit, drops.are, lettering) }
}

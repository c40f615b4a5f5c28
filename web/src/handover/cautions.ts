import { exportFormat, lastFrameOf, type PictureRun, type Scene } from '@unhurried/core'
import { framesAndSeconds } from '../parts/frames'
import type { Handover } from './useMaking'

interface GoingOut extends Pick<Handover, 'as' | 'clear' | 'last'> {
  readonly scene: Scene
  readonly runs: readonly PictureRun[]
  /** Whether a painted ground shows under every frame. */
  readonly ground: boolean
  /** Letters of names and notes that no font here has. */
  readonly lacking?: readonly string[]
}

/** GIF counts in hundredths of a second; shorter than two of them many viewers slow down. */
const GIF_FASTEST = 50
/** Letters named at most. */
const SAID = 8

/** What one should know before this goes out, in sentences. */
export function cautions(out: GoingOut): string[] {
  const { scene, as, last, lacking = [] } = out
  const { needs } = exportFormat(as)
  const said: string[] = []
  const beyond = soundsBeyond(scene, last)
  if (needs.sound && beyond.length > 0)
    said.push(`${beyond.join(', ')} goes on beyond the last frame and is cut off there.`)
  if (needs.ink === 'shown') said.push(...ofPictures(out))
  if (needs.paper && lacking.length > 0)
    said.push(
      `No font on this machine has ${lacking.slice(0, SAID).join(' ')}${lacking.length > SAID ? ' and more' : ''}: boxes are printed there. Install a font for that script, or write the name another way.`,
    )
  return said
}

function ofPictures({ scene, runs, as, clear, ground }: GoingOut): string[] {
  const { fps } = scene.settings
  const said: string[] = []
  const blank = runs.filter((run) => run.shown.length === 0)
  const frames = blank.reduce((sum, run) => sum + run.frames, 0)
  if (frames > 0 && !ground && blank.length < runs.length)
    said.push(`${framesAndSeconds(frames, fps)} show nothing but paper.`)
  const undrawn = undrawnIn(scene, runs)
  if (undrawn > 0) said.push(`${undrawn} drawing${undrawn === 1 ? ' is' : 's are'} on the sheet but not drawn yet.`)
  if (as === 'gif' && fps > GIF_FASTEST)
    said.push(
      'GIF counts in hundredths of a second and many viewers slow pictures shorter than two of them: at this rate hand over stills, or expose on twos.',
    )
  if (as === 'svg' && scene.pages)
    said.push(
      'Drawings that are pages of paper are no outlines: they are left out. Trace them, or hand over a moving PNG.',
    )
  if (as === 'gif' && clear)
    said.push('In a GIF a pixel is either clear or not: soft edges become hard. Stills keep them soft.')
  return said
}

const soundsBeyond = ({ sounds, settings }: Scene, last: number): string[] =>
  Object.values(sounds ?? {})
    .filter((sound) => !sound.muted && lastFrameOf(sound, settings.fps) > last)
    .map(({ name }) => name)

function undrawnIn({ drawings }: Scene, runs: readonly PictureRun[]): number {
  const shown = new Set(runs.flatMap((run) => run.shown.map((entry) => entry.drawing)))
  return [...shown].filter((id) => Object.keys(drawings[id]!.passes).length === 0).length
}

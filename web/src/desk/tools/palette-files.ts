import { coloursBrought, counted, type NamedColour } from '@unhurried/core'
import { freshId } from '../../api/ids'
import type { useScene } from '../../session/scene'

/** Brings colours into the scene, in one step; gives what came of it in words. Errors: with a sentence. */
export function bringInColours(store: ReturnType<typeof useScene>, colours: readonly NamedColour[]): string {
  const { edits, changed, added } = coloursBrought(store.scene!, colours, freshId)
  if (edits.length === 0) return 'All of them are here already.'
  const came = `${counted(added, 'new colour')}, ${changed} changed`
  const words = `colours brought in: ${came}`
  return store.change({ type: 'together', words, edits }) ? `${came}.` : ''
}

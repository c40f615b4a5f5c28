import isSame from 'fast-deep-equal'
import type { Edit } from '../edits/kinds'
import type { Role, Settings } from '../scene/schema'

/** Scenes for tests: all that does not matter to a test has a usual value here. */

/** Settings of a scene of two dozen frames, small, pose to pose. */
export const settingsOf = (fields: Partial<Settings> = {}): Settings => ({
  name: 'Tried',
  width: 320,
  height: 180,
  fps: 24,
  length: 24,
  paper: '#ffffff',
  approach: 'pose-to-pose',
  numbering: 'by-frame',
  ...fields,
})

/** A drawing put in at a frame, a key of level A of the main take unless said. */
export const drawn = (
  id: string,
  frame: number,
  { level = 'A', role = 'key' as Role, take = 'main' } = {},
): Extract<Edit, { type: 'drawing.add' }> => ({
  type: 'drawing.add',
  take,
  level,
  frame,
  drawing: { id, role },
})

/**
 * Expects two scenes to be the same. Thousands are compared in the property tests, where Jest’s own way of saying how they
 * differ takes longer than making them: it is asked only where they do.
 */
export function expectSame<T>(scene: T, wanted: T): void {
  if (!isSame(scene, wanted)) expect(scene).toEqual(wanted)
}

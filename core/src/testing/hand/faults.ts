import { transformed } from '../../ink/transform'
import type { Matrix } from '../../geometry/matrix'
import type { Ink } from '../../ink/ink'
import { seededRandom } from '../../base/random'
import { drawnByHand } from './drawn'
import type { HandScene } from './scene'

/** One drawing of a scene made by hand, and its pins, moved and made larger. */
function changed(made: HandScene, drawing: string, matrix: Matrix): HandScene {
  const entry = made.scene.drawings[drawing]!
  const [a, b, c, d, e, f] = matrix
  const pins =
    entry.pins &&
    Object.fromEntries(
      Object.entries(entry.pins).map(([id, { x, y }]) => [id, { x: a * x + c * y + e, y: b * x + d * y + f }]),
    )
  const kept = new Map<string, Ink>()
  return {
    ...made,
    scene: {
      ...made.scene,
      drawings: { ...made.scene.drawings, [drawing]: { ...entry, ...(pins && { pins }) } },
    },
    inkOf(id, pass) {
      const ink = made.inkOf(id, pass)
      if (id !== drawing) return ink
      if (!kept.has(pass))
        kept.set(
          pass,
          ink.map((piece) => transformed(piece, matrix)),
        )
      return kept.get(pass)!
    },
  }
}

/** A drawing grown by a share of its area about a place. */
export const grown = (made: HandScene, drawing: string, share: number, about: { x: number; y: number }): HandScene => {
  const scale = Math.sqrt(1 + share)
  return changed(made, drawing, [scale, 0, 0, scale, about.x * (1 - scale), about.y * (1 - scale)])
}

export const pushed = (made: HandScene, drawing: string, by: { x: number; y: number }): HandScene =>
  changed(made, drawing, [1, 0, 0, 1, by.x, by.y])

/** One drawing drawn anew where the motion is at another share of its way, its pins with it: too early or too late. */
export function mistimed(made: HandScene, drawing: string, share: number): HandScene {
  const entry = made.scene.drawings[drawing]!
  const pose = made.kind.pose(share)
  const ink: Partial<Record<string, Ink>> = drawnByHand(pose, {
    random: seededRandom(Math.round(share * 1e6)),
    ...{ size: 5, name: `${drawing}m` },
  })
  const places = Object.values(pose.marks)
  const pins = entry.pins && Object.fromEntries(Object.keys(entry.pins).map((id, n) => [id, places[n]!]))
  const passes = Object.fromEntries(
    Object.entries(ink).flatMap(([pass, pieces]) => (pieces && pieces.length > 0 ? [[pass, pieces.length]] : [])),
  )
  return {
    ...made,
    scene: {
      ...made.scene,
      drawings: { ...made.scene.drawings, [drawing]: { ...entry, passes, ...(pins && { pins }) } },
    },
    inkOf: (id, pass) => (id === drawing ? (ink[pass] ?? []) : made.inkOf(id, pass)),
  }
}

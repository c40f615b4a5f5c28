import { transformed } from '../../ink/transform'
import { movedBy, type Matrix } from '../../geometry/matrix'
import type { Ink } from '../../ink/ink'
import { seededRandom } from '../../base/random'
import { drawnByHand } from './drawn'
import type { HandScene } from './scene'

/** Every drawing of the figure moved, each by its place in the motion. */
export const each = (made: HandScene, by: (index: number) => Matrix): HandScene =>
  made.shares.reduce((scene, _, i) => changed(scene, `d${i}`, by(i)), made)

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
  changed(made, drawing, movedBy(by.x, by.y))

/** One drawing drawn anew where the motion is at another share of its way, its pins with it: too early or too late. */
function mistimed(made: HandScene, drawing: string, share: number): HandScene {
  const entry = made.scene.drawings[drawing]!
  const pose = made.kind.pose(share)
  const random = seededRandom(Math.round(share * 1e6))
  const { line, colour } = drawnByHand(pose, { random, size: 5, name: `${drawing}m` })
  const ink: Partial<Record<string, Ink>> = { line, colour }
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

/** The share of the motion at which an inbetween lies that is off by so many times the limit of a check. */
const MISTIMED = {
  'spacing-chart': ([before, here, after], times, way) => here + (way * 0.35 * times * (after - before)) / 2,
  'standing-still': ([before, here], times) => before + (here - before) * (0.1 / times),
} as const satisfies Record<
  string,
  (shares: readonly [before: number, here: number, after: number], times: number, way: 1 | -1) => number
>
export type Mistiming = keyof typeof MISTIMED

/** Steps shorter than this, in pixels, say little of where a drawing belongs. */
const LEAST_STEP = 8

/** One inbetween, chosen by the seed, drawn too early or too late for its chart; undefined where none can be told. */
export function offChart(made: HandScene, seed: number, check: Mistiming, times: number) {
  const { kind, scene, shares } = made
  const inbetweens = shares.flatMap((_, i) => (scene.drawings[`d${i}`]!.role === 'inbetween' ? [i] : []))
  if (Object.keys(scene.charts).length === 0 || inbetweens.length === 0) return undefined
  const i = inbetweens[(seed * 7) % inbetweens.length]!
  const around = [shares[i - 1]!, shares[i]!, shares[i + 1]!] as const
  const [before, here, after] = around.map((share) => kind.pose(share).marks[kind.lead!]!) as [Place, Place, Place]
  const far = (a: Place, b: Place) => Math.hypot(b.x - a.x, b.y - a.y)
  if (far(before, here) < LEAST_STEP || far(here, after) < LEAST_STEP) return undefined
  const drawing = `d${i}`
  return { drawing, made: mistimed(made, drawing, MISTIMED[check](around, times, seed % 2 === 0 ? 1 : -1)) }
}
type Place = { readonly x: number; readonly y: number }

/** The same scene with no landmark and no pin. */
export function unpinned(made: HandScene): HandScene {
  const { landmarks: _, ...level } = made.scene.levels['A']!
  const drawings = Object.entries(made.scene.drawings).map(([id, { pins: _, ...entry }]) => [id, entry] as const)
  return {
    ...made,
    scene: { ...made.scene, levels: { ...made.scene.levels, A: level }, drawings: Object.fromEntries(drawings) },
  }
}

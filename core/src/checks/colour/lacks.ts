import type { Point } from '../../geometry/matrix'
import { liesAt } from '../../ink/select/select'
import { PASSES } from '../../scene/schema'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { median } from '../size/median'
import { named, type Shot } from '../subject'

/** Fewer drawings than this say nothing of what most of them have. */
const FEW = 5

/** A colour painted this much smaller than it is in the middle is about to go. */
const GOING = 0.65

/** Whether a colour shrinks toward nothing on a drawing beside one, as the eye that shuts and the wing behind a body do. */
function vanishing(bodies: readonly Shot[], isIt: (swatch: string) => boolean): (i: number) => boolean {
  const areas = bodies.map(({ measured }) =>
    [...measured.areas].reduce((sum, [swatch, area]) => sum + (isIt(swatch) ? area : 0), 0),
  )
  const painted = areas.filter((area) => area > 0)
  if (painted.length === 0) return () => false
  const usual = median(painted)
  return (i) => [areas[i - 1], areas[i + 1]].some((area) => area !== undefined && area < GOING * usual)
}

/** Colours whose paint lies at a place of a drawing. */
const paintAt = ({ measured }: Shot, { x, y }: Point): Set<string> =>
  new Set(measured.pieces.flatMap((piece) => (piece.kind === 'fill' && liesAt(piece, x, y, 0) ? [piece.swatch] : [])))

/**
 * Whether a part that one drawing lacks lies behind another there: where it should be by the drawings beside it, something is
 * painted that lies at its place on neither of them, as a wing over a beak. An eye forgotten on a face has only the face there.
 */
function covered(bodies: readonly Shot[], isIt: (swatch: string) => boolean): (i: number) => boolean {
  const middleOf = ({ measured }: Shot) => [...measured.parts].find(([swatch]) => isIt(swatch))?.[1]
  return (i) => {
    const beside = [bodies[i - 1], bodies[i + 1]].flatMap((shot) => {
      const middle = shot && middleOf(shot)
      return middle ? [{ shot: shot!, middle }] : []
    })
    if (beside.length === 0) return false
    const place = {
      x: beside.reduce((sum, { middle }) => sum + middle.x, 0) / beside.length,
      y: beside.reduce((sum, { middle }) => sum + middle.y, 0) / beside.length,
    }
    const under = new Set(beside.flatMap(({ shot, middle }) => [...paintAt(shot, middle)]))
    return [...paintAt(bodies[i]!, place)].some((swatch) => !under.has(swatch))
  }
}

/**
 * Lacks a pass or a colour. What most drawings of a level have and one has not was forgotten there, and
 * flickers: the eye's white, the stripe, the whole shadow. A colour that shrinks toward nothing may well be gone, and one
 * that goes behind another is not lacking.
 */
export const lacks = {
  id: 'lacks',
  name: 'Lacks a pass or a colour',
  group: 'colour',
  severity: 'mend',
  why: 'What all drawings have but one flickers there.',
  limits: { share: { words: 'Of the drawings that have it', unit: '%', value: 80, min: 51, max: 100 } },
} as const satisfies CheckFacts

export const judgeLacks: Judge = {
  level(subject, { scene, colour, limit }) {
    const { shots, bodies } = subject
    if (shots.length < FEW || subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const names = new Map(scene.palette.map(({ id, name }) => [id, name]))
    // A shut mouth shows no tongue: the shapes of a set differ in their colours, not in their passes.
    const colours = bodies.map(({ measured }) => new Set([...measured.pieces].map(({ swatch }) => colour(swatch))))
    const findings: Observation[] = []
    const judge = (
      what: string,
      judged: readonly Shot[],
      has: readonly boolean[],
      vanishes: (i: number) => boolean = () => false,
    ) => {
      const value = (100 * has.filter(Boolean).length) / has.length
      if (value < share || value === 100) return
      judged.forEach((shot, i) => {
        if (has[i] || vanishes(i)) return
        findings.push({
          level: subject.level.id,
          drawings: [shot.drawing],
          frames: [shot.frame],
          value,
          limit: share,
          unit: '%',
          sentence: `${named(subject, shot)} lacks ${what}, which ${rounded(value)} % of its level have.`,
          evidence: shot.measured.shape
            ? [{ kind: 'shape', rings: shot.measured.shape.rings, words: `no ${what}` }]
            : [],
        })
      })
    }
    for (const pass of PASSES)
      judge(
        `the ${pass} pass`,
        shots,
        shots.map(({ measured }) => measured.passes.includes(pass)),
      )
    for (const swatch of new Set(colours.flatMap((set) => [...set]))) {
      const isIt = (painted: string) => colour(painted) === swatch
      const [vanishes, hides] = [vanishing(bodies, isIt), covered(bodies, isIt)]
      judge(
        names.get(swatch) ?? swatch,
        bodies,
        colours.map((set) => set.has(swatch)),
        (i) => vanishes(i) || hides(i),
      )
    }
    return judged(findings)
  },
}

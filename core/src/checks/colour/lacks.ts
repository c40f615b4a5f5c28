import { PASSES } from '../../scene/schema'
import { judged, type Check } from '../check'
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

/**
 * Lacks a pass or a colour. What most drawings of a level have and one has not was forgotten there, and
 * flickers: the eye's white, the stripe, the whole shadow. A colour that shrinks toward nothing may well be gone.
 */
export const lacks: Check = {
  id: 'lacks',
  name: 'Lacks a pass or a colour',
  group: 'colour',
  severity: 'mend',
  why: 'What all drawings have but one flickers there.',
  limits: { share: { words: 'Of the drawings that have it', unit: '%', value: 80, min: 51, max: 100 } },
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
    for (const swatch of new Set(colours.flatMap((set) => [...set])))
      judge(
        names.get(swatch) ?? swatch,
        bodies,
        colours.map((set) => set.has(swatch)),
        vanishing(bodies, (area) => colour(area) === swatch),
      )
    return judged(findings)
  },
}

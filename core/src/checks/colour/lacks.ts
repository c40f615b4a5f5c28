import type { Point } from '../../geometry/matrix'
import { liesAt } from '../../ink/select/select'
import { distance } from '../../motion/arc'
import { LINE_PASSES, PASSES, type Pass } from '../../scene/schema'
import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation } from '../finding'
import { median } from '../size/median'
import { shareOutside } from '../drawing/share-outside'
import type { Body } from '../measured'
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

const isLine = (pass: Pass) => (LINE_PASSES as readonly Pass[]).includes(pass)

/** With less line than this share of what those beside it have, a drawing shows less than they do. */
const SHOWS_LESS = 0.75

/** Whether a drawing has so much less line than the painted ones next to it that what they paint is not there: an empty glass. */
function notThere(shots: readonly Shot[], has: readonly boolean[]): (i: number) => boolean {
  const lines = shots.map(({ measured }) => measured.strokes.reduce((sum, { long }) => sum + long, 0))
  return (i) =>
    [has.lastIndexOf(true, i), has.indexOf(true, i)].every(
      (painted) => painted < 0 || lines[i]! < SHOWS_LESS * lines[painted]!,
    )
}

/** Colours whose paint lies at a place of a drawing. */
const paintAt = ({ measured }: Shot, { x, y }: Point): Set<string> =>
  new Set(measured.pieces.flatMap((piece) => (piece.kind === 'fill' && liesAt(piece, x, y, 0) ? [piece.swatch] : [])))

/** So much of a colour behind others, and all of it is. */
const MOSTLY = 0.6
/** Round a part lies what is painted on so many of the eight sides of it. */
const SIDES = 8
const ROUND = 5

/** What is painted all round a part lies there for as long as the part does: it hides nothing. */
function lieRound(shot: Shot, { x, y, area }: Body): Set<string> {
  const far = 1.5 * Math.sqrt(area / Math.PI)
  const counts = new Map<string, number>()
  for (let i = 0; i < SIDES; i++) {
    const turn = (2 * Math.PI * i) / SIDES
    for (const swatch of paintAt(shot, { x: x + far * Math.cos(turn), y: y + far * Math.sin(turn) }))
      counts.set(swatch, (counts.get(swatch) ?? 0) + 1)
  }
  return new Set([...counts].flatMap(([swatch, count]) => (count >= ROUND ? [swatch] : [])))
}

/** Whether something is painted at a place that neither lies nor goes all round a part on the drawing beside. */
function isHidden(here: Shot, at: Point, beside: Shot, part: Body): boolean {
  const [under, round] = [paintAt(beside, part), lieRound(beside, part)]
  return [...paintAt(here, at)].some((each) => !under.has(each) && !round.has(each))
}

/**
 * Whether the parts that one drawing lacks lie behind others there: where they should be by the drawings beside it, gone
 * along with the figure, half way between them or as far on, something is painted that neither lies there nor all round them on
 * those, as a wing over a beak. An eye forgotten on a face has only the face there.
 */
function covered(bodies: readonly Shot[], isIt: (swatch: string) => boolean): (i: number) => boolean {
  const partsOf = ({ measured }: Shot) => [...measured.fills].flatMap(([swatch, parts]) => (isIt(swatch) ? parts : []))
  const areaOf = (parts: readonly Body[]) => parts.reduce((sum, { area }) => sum + area, 0)
  const nearest = (part: Body, shot: Shot | undefined) =>
    shot && partsOf(shot).sort((a, b) => distance(a, part) - distance(b, part))[0]
  return (i) => {
    const here = bodies[i]!
    const goesBehind = (part: Body, beside: Shot, by: -1 | 1) => {
      const [to, from] = [here.measured.shape?.centre, beside.measured.shape?.centre]
      const [across, further] = [nearest(part, bodies[i - by]), nearest(part, bodies[i + 2 * by])]
      const places = [
        ...(to && from ? [{ x: part.x + to.x - from.x, y: part.y + to.y - from.y }] : []),
        ...(across ? [{ x: (part.x + across.x) / 2, y: (part.y + across.y) / 2 }] : []),
        ...(!across && further ? [{ x: 2 * part.x - further.x, y: 2 * part.y - further.y }] : []),
      ]
      return places.some((place) => isHidden(here, place, beside, part))
    }
    const sides = ([-1, 1] as const).flatMap((by) => {
      const beside = bodies[i + by]
      const parts = beside ? partsOf(beside) : []
      return beside && parts.length > 0 ? [{ by, beside, parts }] : []
    })
    return (
      sides.length > 0 &&
      sides.every(({ by, beside, parts }) => {
        const behind = parts.filter((part) => goesBehind(part, beside, by))
        return areaOf(behind) >= MOSTLY * areaOf(parts)
      })
    )
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
        // What lies wholly beyond the frame flickers for nobody.
        if (has[i] || vanishes(i) || shareOutside(scene, subject.level, shot) === 1) return
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
    for (const pass of PASSES) {
      const has = shots.map(({ measured }) => measured.passes.includes(pass))
      judge(`the ${pass} pass`, shots, has, isLine(pass) ? undefined : notThere(shots, has))
    }
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

import type { InkPiece } from '../../ink/ink'
import { coloursOf } from '../../scene/palette'
import { judged, worstOnly, type CheckFacts, type Judge } from '../check'
import { rounded, type Evidence, type Observation } from '../finding'
import type { Body, FillBody } from '../measured'
import { sizeGuide } from '../remedy'
import { named, type Shot, type Stretch } from '../subject'
import { largestFills, turnsOnly } from '../tracks/painted-parts'
import { mean } from './median'
import { offFills } from './off-fills'
import { offNeighbours, type OffNeighbours } from './own-spread'
import { reachOf } from './readings'

/** Parts smaller than this are dots whose area means nothing, in square pixels. */
const DOT = 60

/** A part that is larger or smaller reaches farther or less far by so much of that; what is hidden of it hardly changes how far it reaches. */
const SPANS = 0.5
/** A part so many times smaller than foretold is hidden by another, one so many times larger was hidden beside it. */
const HIDDEN = 2
const SHOWN = 3
/** Off by so many times what it may be, a part that is seen otherwise beside it is smaller all the same. */
const PLAIN = 2
/** Off by so many times a level's own unevenness a part is larger, whatever is hidden of it. */
const LARGER = 1.5
/** And by so much of that larger than on either drawing beside. */
const STANDS_OUT = 0.5

/**
 * Part too big or small. One drawing's trousers, head or jaw is suddenly bigger: the area of each
 * colour is compared with what its neighbours in time foretell, its own spread allowed for, so that a part may well
 * grow and shrink over a move, but not jump for one drawing. What goes behind another thing is smaller there, and has no size of
 * its own; of a colour whose parts do so each fill that is whole before and after is compared by itself.
 */
export const partSize = {
  id: 'part-size',
  name: 'Part too big or small',
  group: 'size',
  severity: 'mend',
  why: 'A part that is suddenly bigger for one drawing pops when it is played.',
  limits: {
    share: { words: 'Area of a colour off its neighbours by', unit: '%', value: 15, min: 2, max: 200, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgePartSize: Judge = {
  level(subject, { scene, colour, limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const names = new Map(scene.palette.map(({ id, name }) => [id, name]))
    const findings = subject.stretches.flatMap((stretch) =>
      partsIn(stretch, colour).flatMap((part) =>
        worstOnly(suspectsOf(part, stretch, share)).map(({ at, off, fill }): Observation => {
          const shot = stretch.shots[at]!
          const value = 100 * (Math.exp(off) - 1)
          const rings = (fill ? [fill.piece] : part.paints[at]!).flatMap((piece) =>
            piece.kind === 'fill' ? [piece.outline] : [],
          )
          const evidence: Evidence[] = [
            { kind: 'shape', rings, words: `${value > 0 ? '+' : '−'}${rounded(Math.abs(value))} %` },
            sizeGuide(rings, value),
          ]
          const painted = `what is painted ${names.get(part.swatch) ?? coloursOf(scene.palette).get(part.swatch) ?? part.swatch}`
          return {
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${named(subject, shot)}: ${fill ? `a part of ${painted}` : painted} is ${rounded(Math.abs(value))} % ${value > 0 ? 'larger' : 'smaller'} than the drawings beside it foretell.`,
            evidence,
          }
        }),
      ),
    )
    // A drawing shown in several turns is found once.
    return judged([...new Map(findings.map((finding) => [finding.sentence, finding])).values()])
  },
}

/** What is painted in one colour, drawing for drawing. */
interface Part {
  readonly swatch: string
  readonly paints: readonly (readonly InkPiece[])[]
  readonly fills: readonly (readonly FillBody[])[]
  readonly bodies: readonly (Body | undefined)[]
  readonly areas: readonly number[]
}

function partsIn({ shots }: Stretch, colour: (swatch: string) => string): Part[] {
  const swatches = new Set(shots.flatMap(({ measured }) => [...measured.areas.keys()].map(colour)))
  return [...swatches].map((swatch) => {
    const isOf = (painted: string) => colour(painted) === swatch
    const of = <T>(read: (measured: Shot['measured']) => T) => shots.map(({ measured }) => read(measured))
    return {
      swatch,
      paints: of(({ pieces }) => pieces.filter((piece) => piece.kind !== 'stroke' && isOf(piece.swatch))),
      fills: of(({ fills }) => largestFills([...fills].flatMap(([painted, each]) => (isOf(painted) ? each : [])))),
      bodies: of(({ parts }) => [...parts].find(([painted]) => isOf(painted))?.[1]),
      areas: of(({ areas }) => [...areas].reduce((sum, [painted, area]) => (isOf(painted) ? sum + area : sum), 0)),
    }
  })
}

/** A drawing on which a part, or one fill of it, is larger or smaller than it should be. */
interface Suspect {
  readonly at: number
  readonly off: number
  readonly excess: number
  readonly fill?: FillBody
}

function suspectsOf(part: Part, { shots, from, to }: Stretch, share: number): Suspect[] {
  const measures = shots.map(({ frame }, i) => ({ frame, value: part.areas[i]! >= DOT ? part.areas[i] : undefined }))
  const wholes = offNeighbours(measures, share / 100).filter((found) => hasSizeOfItsOwn(part, found))
  const told = new Set(wholes.map(({ at }) => at))
  const fills = [...shots.keys()]
    .filter((at) => !told.has(at))
    .flatMap((at) => offFills(part.fills, at, Math.log(1 + share / 100)).map((found) => ({ ...found, at })))
    .filter(({ off }) => isOneThing(off))
  return [...wholes, ...fills]
    .filter(({ at }) => at >= from && at <= to)
    .map((found) => ({ ...found, excess: Math.abs(found.off) }))
}

/** Whether a part so far off may still be the same, all of it seen. */
const isOneThing = (off: number) => off > -Math.log(HIDDEN) && off < Math.log(SHOWN)

/** Whether a part that is off its neighbours is larger or smaller there, not seen otherwise, as one that goes behind another. */
function hasSizeOfItsOwn(part: Part, { at, off, limit, own, steady }: OffNeighbours): boolean {
  if (!isOneThing(off)) return false
  if (own > 0 && off > LARGER * own && (steady || standsOut(part, at, off))) return true
  if (!reachesSo(part, at, off)) return false
  return -off > PLAIN * limit || turnsOnly(part.bodies[at - 1], part.bodies[at + 1])
}

/** Whether a part is larger than on both drawings beside it, not only than on one on which it is hidden. */
const standsOut = ({ areas }: Part, at: number, off: number): boolean =>
  Math.log(areas[at]! / Math.max(areas[at - 1]!, areas[at + 1]!)) > STANDS_OUT * off

/** Whether a part reaches farther, or less far, with what it is off by. */
function reachesSo({ paints }: Part, at: number, off: number): boolean {
  const [before, here, after] = [at - 1, at, at + 1].map((i) => paints[i]!) as [Paint, Paint, Paint]
  // Two eyes lie as far apart as before: each has a reach of its own.
  const singly = before.length === here.length && here.length === after.length
  const [was, is, willBe] = [before, here, after].map((paint) => spanOf(paint, singly)) as [number, number, number]
  return (is - (was + willBe) / 2) * Math.sign(off) >= SPANS * Math.abs(off)
}
type Paint = readonly InkPiece[]

/** How far paint reaches along and across, as the logarithm of the area of a box that holds it; of several each by itself, their mean. */
function spanOf(paint: Paint, singly: boolean): number {
  const spans = (singly ? paint.map((each) => [each]) : [paint]).map((each) => {
    const [least, most] = reachOf(each)
    return Math.log(least * most)
  })
  return mean(spans)
}

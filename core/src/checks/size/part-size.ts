import { coloursOf } from '../../scene/palette'
import { judged, worstOnly, type CheckFacts, type Judge } from '../check'
import { rounded, type Evidence, type Observation } from '../finding'
import { sizeGuide } from '../remedy'
import { turnsOnly } from '../tracks/painted-parts'
import { named, type Shot } from '../subject'
import type { InkPiece } from '../../ink/ink'
import { mean } from './median'
import { offNeighbours } from './own-spread'
import { reachOf } from './readings'
import { touchingShares } from './touching'

/** Parts smaller than this are dots whose area means nothing, in square pixels. */
const DOT = 60

/** A part that meets others along so much more of its edge than on the drawing beside goes behind them. */
const BEHIND = 0.05
/** A part that is larger or smaller reaches farther or less far by so much of that; what is hidden of it hardly changes how far it reaches. */
const SPANS = 0.5
/** A part so many times smaller than foretold is hidden by another, one so many times larger was hidden beside it. */
const HIDDEN = 2
const SHOWN = 3
/** Off by so many times what it may be, a part that is seen otherwise beside it is off all the same. */
const PLAIN = 2

/** How far paint reaches along and across, as the logarithm of the area of a box that holds it; of several each by itself, their mean. */
function spanOf(paint: readonly InkPiece[], singly: boolean): number {
  const spans = (singly ? paint.map((each) => [each]) : [paint]).map((each) => {
    const [least, most] = reachOf(each)
    return Math.log(least * most)
  })
  return mean(spans)
}

/**
 * Part too big or small. One drawing's trousers, head or jaw is suddenly bigger: the area of each
 * colour is compared with what its neighbours in time foretell, its own spread allowed for, so that a part may well
 * grow and shrink over a move, but not jump for one drawing. A part that is seen otherwise before and after, as an arm that
 * comes out from behind a body, has no size of its own there.
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
    const areasOf = (shot: Shot) => {
      const areas = new Map<string, number>()
      for (const [swatch, area] of shot.measured.areas)
        areas.set(colour(swatch), (areas.get(colour(swatch)) ?? 0) + area)
      return areas
    }
    const findings: Observation[] = []
    for (const { shots, from, to } of subject.stretches) {
      const areas = shots.map(areasOf)
      for (const swatch of new Set(areas.flatMap((each) => [...each.keys()]))) {
        const measures = shots.map(({ frame }, i) => {
          const area = areas[i]!.get(swatch)
          return { frame, value: area !== undefined && area >= DOT ? area : undefined }
        })
        const met = (i: number) => touchingShares(shots[i]!.measured, colour, [...names.keys()]).get(swatch) ?? 0
        const bodyOf = (i: number) =>
          [...(shots[i]?.measured.parts ?? [])].find(([painted]) => colour(painted) === swatch)?.[1]
        const goesBehind = (i: number) => {
          const shares = [met(i - 1), met(i + 1)]
          return Math.max(...shares) - Math.min(...shares) > BEHIND
        }
        const paintsOf = (i: number) =>
          shots[i]!.measured.pieces.filter((piece) => piece.kind !== 'stroke' && colour(piece.swatch) === swatch)
        const isHidden = (i: number, off: number) => {
          const [before, here, after] = [i - 1, i, i + 1].map(paintsOf) as [InkPiece[], InkPiece[], InkPiece[]]
          // Two eyes lie as far apart as before: each has a reach of its own.
          const singly = before.length === here.length && here.length === after.length
          const [was, is, willBe] = [before, here, after].map((paint) => spanOf(paint, singly)) as [
            number,
            number,
            number,
          ]
          return (is - (was + willBe) / 2) * Math.sign(off) < SPANS * Math.abs(off)
        }
        const suspects = offNeighbours(measures, share / 100).flatMap(({ at, off, limit: own }) =>
          at >= from &&
          at <= to &&
          off > -Math.log(HIDDEN) &&
          off < Math.log(SHOWN) &&
          !isHidden(at, off) &&
          (Math.abs(off) > PLAIN * own || (!goesBehind(at) && turnsOnly(bodyOf(at - 1), bodyOf(at + 1))))
            ? [{ at, excess: Math.abs(off), value: 100 * (Math.exp(off) - 1), shot: shots[at]! }]
            : [],
        )
        for (const { value, shot } of worstOnly(suspects)) {
          const rings = shot.measured.pieces.flatMap((piece) =>
            piece.kind === 'fill' && colour(piece.swatch) === swatch ? [piece.outline] : [],
          )
          const evidence: Evidence[] = [
            { kind: 'shape', rings, words: `${value > 0 ? '+' : '−'}${rounded(Math.abs(value))} %` },
            sizeGuide(rings, value),
          ]
          findings.push({
            level: subject.level.id,
            drawings: [shot.drawing],
            frames: [shot.frame],
            value,
            limit: share,
            unit: '%',
            sentence: `${named(subject, shot)}: what is painted ${names.get(swatch) ?? coloursOf(scene.palette).get(swatch) ?? swatch} is ${rounded(Math.abs(value))} % ${value > 0 ? 'larger' : 'smaller'} than the drawings beside it foretell.`,
            evidence,
          })
        }
      }
    }
    // A drawing shown in several turns is found once.
    return judged([...new Map(findings.map((finding) => [finding.sentence, finding])).values()])
  },
}

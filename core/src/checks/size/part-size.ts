import { coloursOf } from '../../scene/palette'
import { judged, worstOnly, type Check } from '../check'
import { rounded, type Evidence, type Observation } from '../finding'
import { named, type Shot } from '../subject'

/** Parts smaller than this are dots whose area means nothing, in square pixels. */
const DOT = 60

/**
 * Part too big or small. One drawing's trousers, head or jaw is suddenly bigger: the area of each
 * colour is compared with what its neighbours in time foretell, so that a part may well grow and shrink
 * over a move, but not jump for one drawing.
 */
export const partSize: Check = {
  id: 'part-size',
  name: 'Part too big or small',
  group: 'size',
  severity: 'mend',
  why: 'A part that is suddenly bigger for one drawing pops when it is played.',
  limits: { share: { words: 'Area of a colour off its neighbours by', unit: '%', value: 15, min: 2, max: 200 } },
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
        const suspects = shots.flatMap((shot, i) => {
          const [a, here, b] = [areas[i - 1]?.get(swatch), areas[i]!.get(swatch), areas[i + 1]?.get(swatch)]
          if (
            i < from ||
            i > to ||
            a === undefined ||
            b === undefined ||
            here === undefined ||
            Math.min(a, b, here) < DOT
          )
            return []
          const t = (shot.frame - shots[i - 1]!.frame) / (shots[i + 1]!.frame - shots[i - 1]!.frame)
          const foretold = a + (b - a) * t
          const value = 100 * (here / foretold - 1)
          return Math.abs(value) > share ? [{ at: i, excess: Math.abs(value), value, foretold, shot }] : []
        })
        for (const { value, shot } of worstOnly(suspects)) {
          const rings = shot.measured.pieces.flatMap((piece) =>
            piece.kind === 'fill' && colour(piece.swatch) === swatch ? [piece.outline] : [],
          )
          const evidence: Evidence[] = [
            { kind: 'shape', rings, words: `${value > 0 ? '+' : '−'}${rounded(Math.abs(value))} %` },
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

import { judged, type CheckFacts, type Judge } from '../check'
import { rounded, type Evidence, type Observation, type Unjudged } from '../finding'
import { placeGuide } from '../remedy'
import { handedOn, type CutSide, type Handed } from './cut'

/**
 * Hand-on to the next scene. Where a move goes on over a cut the eye carries it along: the last pose and
 * speed of each level are held against the first of the level of the same name in the scene it joins,
 * landmark by landmark of the same name, or all of the drawing where none is pinned on both. It may begin there
 * where it left, a step on, or, cut on its action, where it was a few frames before; its speed is asked of what
 * goes at one pace on both sides.
 */
export const handOn = {
  id: 'hand-on',
  name: 'Hand-on to the next scene',
  group: 'meeting',
  severity: 'mend',
  why: 'A move that goes on in the next scene must be met there where it left and as fast.',
  limits: {
    px: { words: 'Place missed by', unit: 'px', value: 6, min: 0.5, max: 100 },
    speed: { words: 'Speed off by', unit: '%', value: 30, min: 5, max: 200 },
  },
} as const satisfies CheckFacts

export const judgeHandOn: Judge = {
  scene({ scene, level, inkOf, limit, next }) {
    if (!next) return judged([])
    const limits = { px: limit('px'), speed: limit('speed') }
    const out: CutSide = { scene, inkOf, level, frame: scene.settings.length }
    const into: CutSide = { ...next, frame: 1 }
    const findings: Observation[] = []
    const unmeasured: Unjudged[] = []
    for (const id of scene.levelOrder) {
      const handed = handedOn(out, into, id)
      findings.push(
        ...(handed ?? []).flatMap((each) => told(each, { level: id, name: next.scene.settings.name, limits })),
      )
      if (handed?.length === 0)
        unmeasured.push({
          level: id,
          drawings: 1,
          sentence: `${scene.levels[id]!.name} is not the same on both sides of the cut: pin a landmark of one name on the last drawing here and on the first of ${next.scene.settings.name}.`,
        })
    }
    return judged(findings, unmeasured)
  },
}

interface Telling {
  readonly level: string
  /** Of the scene after the cut. */
  readonly name: string
  readonly limits: { readonly px: number; readonly speed: number }
}
function told(handed: Handed, { level, name, limits }: Telling): Observation[] {
  const { shot, from, to, px, out, into } = handed
  const base = { level, drawings: [shot.drawing], frames: [shot.frame] }
  const evidence: Evidence[] = [{ kind: 'arrow', from, to, words: `${rounded(px)} px` }]
  const off = 100 * handed.off
  if (px > limits.px)
    return [
      {
        ...{ ...base, value: px, limit: limits.px, unit: 'px' },
        evidence: [...evidence, placeGuide(to, 'where the next scene begins')],
        sentence: `${handed.level} ends here with ${handed.what} ${rounded(px)} px from where ${name} begins with it, a step on or a few frames before allowed for.`,
      },
    ]
  if (Math.abs(off) <= limits.speed) return []
  return [
    {
      ...{ ...base, value: off, limit: limits.speed, unit: '%', evidence },
      sentence: `${handed.level} leaves this scene at ${rounded(out)} px per frame and enters ${name} at ${rounded(into)}.`,
    },
  ]
}

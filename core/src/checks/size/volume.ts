import { judged, notJudged, worstOnly, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation, type Outcome } from '../finding'
import { sizeGuide } from '../remedy'
import { named, type LevelSubject, type Shot } from '../subject'
import { areDrawnOut } from './drawn-out'
import { changingAt, offNeighbours } from './own-spread'
import { sizesOf } from './sizes'

/**
 * Volume. A figure keeps its bulk however it is squashed or stretched; one that grows and shrinks looks
 * like it breathes. The silhouette's area is compared with the level's model drawing; where none is marked, with what
 * its neighbours in time foretell, the level's own spread allowed for (arithmetic, 5). What is painted says it with the
 * silhouette: limbs that cross a body change the one, and hardly what most colours do. Cast shadows on their own pass do
 * not count.
 */
export const volume = {
  id: 'volume',
  name: 'Volume',
  group: 'size',
  severity: 'mend',
  why: 'A figure keeps its bulk however it is squashed: one that grows and shrinks seems to breathe.',
  limits: {
    share: { words: 'Area more or less than the model by', unit: '%', value: 8, min: 1, max: 100, loosens: 'up' },
  },
} as const satisfies CheckFacts

export const judgeVolume: Judge = {
  level(subject, { limit }) {
    if (subject.level.kind === 'ground') return judged([])
    const share = limit('share')
    const model = subject.all.find(({ entry }) => entry.id === subject.level.model)
    const own = model?.measured?.shape?.area
    if (own === undefined) return againstThoseBeside(subject, share)
    const off = subject.bodies.map((shot): Off => ({
      shot,
      value: 100 * ((shot.measured.shape?.area ?? own) / own - 1),
      limit: share,
      than: `the model, ${model!.entry.number}`,
    }))
    return judged(off.filter(({ value }) => Math.abs(value) > share).map((each) => observed(subject, each)))
  },
}

interface Off {
  readonly shot: Shot
  readonly value: number
  readonly limit: number
  readonly than: string
}

/** A fault of size is one that more than this share of all that can be read says. */
const MOST = 0.6

/** Drawings larger or smaller than those beside them in time foretell; of neighbours the worst. */
function againstThoseBeside(subject: LevelSubject, share: number): Outcome {
  const found = new Map<string, Off>()
  const changing = new Set<string>()
  const drawnOut = new Set<string>()
  for (const { shots, from, to } of subject.stretches) {
    const sizes = sizesOf(shots)
    const isOut = areDrawnOut(shots)
    const measures = shots.map(({ frame }, i) => ({ frame, value: isOut[i] ? undefined : sizes.areas[i] }))
    const isInner = (at: number) => at >= from && at <= to
    for (const at of shots.keys()) if (isOut[at] && isInner(at)) drawnOut.add(shots[at]!.drawing)
    for (const at of changingAt(measures).filter(isInner)) changing.add(shots[at]!.drawing)
    const suspects = offNeighbours(measures, share / 100)
      .filter(({ at, off }) => isInner(at) && sizes.agreed(at, off) > MOST)
      .map((each) => ({ ...each, excess: Math.abs(each.off) }))
    for (const { at, off, limit } of worstOnly(suspects))
      found.set(shots[at]!.drawing, {
        shot: shots[at]!,
        value: 100 * (Math.exp(off) - 1),
        limit: 100 * (Math.exp(limit) - 1),
        than: 'the drawings beside it foretell',
      })
  }
  const off = [...found.values()]
    // Smaller by as much is a lesser share.
    .map((each) => (each.value < 0 ? { ...each, limit: 100 * (1 - 1 / (1 + each.limit / 100)) } : each))
    .filter(({ value, limit }) => Math.abs(value) > limit)
  return judged(
    off.map((each) => observed(subject, each)),
    [
      // Beside these the size changes so fast that none can be foretold for them.
      ...notJudged(
        subject,
        subject.bodies.filter(({ drawing }) => changing.has(drawing)),
        'could not be judged by volume, growing or shrinking too fast. If that is not meant, mark one as the model.',
      ),
      ...notJudged(
        subject,
        subject.bodies.filter(({ drawing }) => drawnOut.has(drawing)),
        'could not be judged by volume, drawn out along the way as a smear is.',
      ),
    ],
  )
}

function observed(subject: LevelSubject, { shot, value, limit, than }: Off): Observation {
  const { rings, centre } = shot.measured.shape!
  const open = value < -50 ? ' Its outline may be open.' : ''
  return {
    level: subject.level.id,
    drawings: [shot.drawing],
    frames: [shot.frame],
    value,
    limit,
    unit: '%',
    sentence: `${named(subject, shot)} is ${rounded(Math.abs(value))} % ${value > 0 ? 'larger' : 'smaller'} in area than ${than}.${open}`,
    evidence: [
      { kind: 'shape', rings, words: `${value > 0 ? '+' : '−'}${rounded(Math.abs(value))} %` },
      sizeGuide(rings, value, centre),
    ],
  }
}

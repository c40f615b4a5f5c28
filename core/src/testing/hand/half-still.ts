import { seededRandom } from '../../base/random'
import type { Point } from '../../geometry/matrix'
import { guideInbetween } from '../../motion/inbetween'
import { add, at, limb, oval, polar, type Part, type Pose } from './body'
import type { HandKind } from './kinds'
import { farFromLine, handPair, measuredPair, pointsOf } from './pairs'

/**
 * Figures of which most stands still while a little goes on: what an animator traces and what is drawn anew. A body, a head,
 * and a face, legs, folds or a ground stand; one or two arms swing about their shoulders; a hand or a mouth comes or goes.
 */

/** Begins the name of each part that stands still. */
const STILL = 'still'

interface Chance {
  readonly between: (from: number, to: number) => number
  readonly of: (share: number) => boolean
  /** A part painted and outlined, or its outline alone. */
  readonly part: (name: string, swatch: string, ring: readonly Point[]) => Part
}
interface Trunk {
  readonly body: Point
  readonly rx: number
  readonly ry: number
  readonly head: Point
  readonly r: number
}

function chanceBy(random: () => number): Chance {
  const lines = random() < 0.5
  return {
    between: (from, to) => from + (to - from) * random(),
    of: (share) => random() < share,
    part: (name, swatch, ring) => (lines ? { name, line: [...ring, ring[0]!] } : { name, swatch, ring }),
  }
}

function trunkBy({ between }: Chance): Trunk {
  const [rx, ry, r] = [between(60, 130), between(110, 190), between(45, 80)]
  const body = at(between(420, 800), between(400, 470))
  return { body, rx, ry, r, head: at(body.x + between(-20, 20), body.y - ry - 0.95 * r) }
}

function standingParts({ between, of, part }: Chance, { body, rx, ry, head, r }: Trunk): Part[] {
  const face = (): Part[] => [
    ...[-1, 1].map((side) =>
      part(
        `${STILL} eye ${side}`,
        'white',
        oval(at(head.x + side * 0.38 * r, head.y - 0.1 * r), 0.14 * r, 0.2 * r, 0, 16),
      ),
    ),
    { name: `${STILL} nose`, line: [head, at(head.x + 6, head.y + 0.25 * r), at(head.x - 4, head.y + 0.3 * r)] },
  ]
  const ground = (): Part => ({
    name: `${STILL} ground`,
    line: [at(body.x - 330, 690), at(body.x + between(150, 420), 692)],
  })
  const fold = (n: number): Part => ({
    name: `${STILL} fold ${n}`,
    line: [0, 0.33, 0.67, 1].map((share) =>
      at(body.x + rx * (0.7 * share - 0.5), body.y + ry * (0.2 + 0.25 * n + 0.1 * Math.sin(3 * share))),
    ),
  })
  const leg = (side: number): Part => {
    const [hip, knee, foot] = [
      at(body.x + side * 0.45 * rx, body.y + 0.9 * ry),
      at(body.x + side * 0.5 * rx, body.y + ry + 60),
      at(body.x + side * 0.55 * rx, body.y + ry + 110),
    ]
    return part(`${STILL} leg ${side}`, 'trousers', limb([hip, knee, foot], 22, 16))
  }
  return [
    part(`${STILL} body`, 'coat', oval(body, rx, ry, between(-0.1, 0.1))),
    part(`${STILL} head`, 'skin', oval(head, r, r * between(0.95, 1.3))),
    ...(of(0.6) ? face() : []),
    ...(of(0.3) ? [ground()] : []),
    ...(of(0.5) ? [fold(0), fold(1)] : [fold(0)]),
    ...(of(0.5) ? [leg(-1), leg(1)] : []),
  ]
}

/** An arm that swings, its parts by time; its hand may come or go half way. */
function armBy({ between, of, part }: Chance, { body, rx, ry }: Trunk, side: number): (time: number) => Part[] {
  const [angle, swing] = [between(-0.2, 0.9), between(0.3, 1.4) * (of(0.5) ? 1 : -1)]
  const [long, bend, later] = [between(90, 150), between(-0.7, 0.7), between(-0.5, 0.5)]
  const shoulder = at(body.x + 0.75 * side * rx, body.y - 0.55 * ry)
  const turned = (turn: number) => (side > 0 ? turn : Math.PI - turn)
  const [hasHand, changes, goes] = [of(0.7), of(0.6), of(0.5)]
  return (time) => {
    const upper = angle + swing * time
    const elbow = add(shoulder, polar(turned(upper), long))
    const wrist = add(elbow, polar(turned(upper + bend + later * time), 0.9 * long))
    const isSeen = hasHand && (!changes || goes === time < 0.5)
    return [
      part(`arm ${side}`, 'coat', limb([shoulder, elbow, wrist], 24, 16)),
      ...(isSeen ? [part(`hand ${side}`, 'skin', oval(wrist, 26, 22, 0, 20))] : []),
    ]
  }
}

function poseBy(chance: Chance): HandKind['pose'] {
  const trunk = trunkBy(chance)
  const standing = standingParts(chance, trunk)
  const arms = (chance.of(0.5) ? [1] : [-1, 1]).map((side) => armBy(chance, trunk, side))
  const { head, r, body } = trunk
  const mouth = chance.of(0.5)
    ? [chance.part('mouth', 'dim', oval(at(head.x, head.y + 0.55 * r), 0.3 * r, 0.14 * r, 0, 16))]
    : []
  return (time): Pose => ({
    parts: [...standing, ...(time < 0.5 ? mouth : []), ...arms.flatMap((arm) => arm(time))],
    marks: { Head: head, Body: body },
  })
}

/** One such figure as a kind of motion, by its seed. */
function halfStillKind(seed: number): HandKind {
  const random = seededRandom(6131 * seed + 17)
  // Seeds side by side begin alike.
  for (let n = 0; n < 8; n++) random()
  return { id: 'half still', drawings: 4, pose: poseBy(chanceBy(random)) }
}

/** A line that stands is led astray when it is put so far from where it stands, in pixels on average. */
const ASTRAY = 10

/** How well the guide does on such figures; `sure` hands draw each line in one stroke. Sums of lines, means of distances. */
export function measuredHalfStill(seeds: readonly number[], sure: boolean) {
  const sums = {
    lines: 0,
    right: 0,
    sure: 0,
    sureRight: 0,
    guided: 0,
    blend: 0,
    standing: 0,
    standingSure: 0,
    astray: 0,
  }
  for (const seed of seeds) {
    const pair = handPair(halfStillKind(seed), seed, sure)
    const measure = { ...measuredPair(pair), ...measuredStanding(pair) }
    for (const key of Object.keys(sums) as (keyof typeof sums)[]) sums[key] += measure[key]
  }
  return { ...sums, guided: sums.guided / seeds.length, blend: sums.blend / seeds.length }
}

function measuredStanding({ a, b, landmarks }: ReturnType<typeof handPair>) {
  const { lines } = guideInbetween({ a: a.line, b: b.line, fraction: 0.5, landmarks })
  const standing = lines.flatMap(({ points, sure, ...of }) => {
    const part = of.a === undefined ? b.partOf.get(of.b!) : a.partOf.get(of.a)
    return part?.startsWith(STILL) ? [{ places: pointsOf(points), sure, where: a.whole.get(part)! }] : []
  })
  const off = ({ places, where }: (typeof standing)[number]) =>
    places.reduce((sum, place) => sum + farFromLine(place, where), 0) / places.length
  return {
    standing: standing.length,
    standingSure: standing.filter(({ sure }) => sure).length,
    astray: standing.filter((each) => off(each) > ASTRAY).length,
  }
}

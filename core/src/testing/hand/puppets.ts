import { seededRandom } from '../../base/random'
import type { Point } from '../../geometry/matrix'
import { add, at, limb, oval, polar, type Part, type Pose } from './body'
import type { HandKind } from './kinds'

/**
 * Figures put together by chance, which nothing was tuned on: a body, a head and one to four limbs of one to three links,
 * in chance colours before or behind the body, that go from one chance pose to the next, eased, their limbs trailing.
 */

const SWATCHES = ['coat', 'dim', 'skin', 'hair', 'trousers', 'beak', 'white'] as const
/** How it goes: hardly at all, across, in hops, round and round, about one place, or turning where it stands. */
const MANNERS = ['hold', 'glide', 'hop', 'cycle', 'swing', 'turn'] as const
type Manner = (typeof MANNERS)[number]
type Between = (from: number, to: number) => number

/** What a figure is made of, and the poses it goes through, from 0 to `steps`. */
interface Puppet {
  readonly manner: Manner
  readonly steps: number
  readonly drawings: number
  readonly ease: (share: number) => number
  /** Lines alone, nothing painted. */
  readonly lines: boolean
  readonly body: { readonly rx: number; readonly ry: number; readonly swatch: string }
  readonly head: { readonly r: number; readonly aside: number; readonly swatch: string; readonly eye: boolean }
  readonly limbs: readonly Limb[]
  readonly places: readonly Point[]
  readonly leans: readonly number[]
}
interface Limb {
  readonly from: number
  readonly long: number
  readonly thick: number
  readonly swatch: string
  readonly before: boolean
  /** By how much of the whole it trails. */
  readonly late: number
  /** The bend of each link in each pose, in radians. */
  readonly bends: readonly (readonly number[])[]
}

/** How far limbs bend and bodies lean from pose to pose, of the most. */
const LIVELY: Readonly<Record<Manner, number>> = { hold: 0.08, glide: 1, hop: 1, cycle: 1, swing: 1, turn: 0.25 }

function madeBy(random: () => number): Puppet {
  const between: Between = (from, to) => from + (to - from) * random()
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!
  const manner = one(MANNERS)
  const steps = manner === 'cycle' ? 2 : 1 + Math.floor(random() * 2)
  const poses = <T>(make: (i: number) => T): T[] => {
    const list = Array.from({ length: steps + 1 }, (_, i) => make(i))
    return manner === 'cycle' ? [...list.slice(0, -1), list[0]!] : list
  }
  const lively = LIVELY[manner]
  return {
    ...{ manner, steps, drawings: manner === 'cycle' ? 12 : 14 + Math.floor(random() * 10) },
    ease:
      random() < 0.5 ? (share) => share * share * (3 - 2 * share) : (share) => 0.5 - 0.5 * Math.cos(Math.PI * share),
    lines: random() < 0.2,
    body: { rx: between(40, 90), ry: between(50, 110), swatch: one(SWATCHES.slice(0, 3)) },
    head: { r: between(26, 50), aside: between(-30, 30), swatch: one(SWATCHES.slice(2, 5)), eye: random() < 0.6 },
    limbs: Array.from({ length: 1 + Math.floor(random() * 4) }, (): Limb => {
      const links = 1 + Math.floor(random() * 3)
      return {
        ...{ from: between(0, 6.28), long: between(35, 80), thick: between(8, 18), swatch: one(SWATCHES) },
        ...{ before: random() < 0.6, late: between(0, 0.12) },
        bends: poses(() => Array.from({ length: links }, () => between(-0.9, 0.9) * lively)),
      }
    }),
    places: poses((i) => placeIn(manner, i / steps, between)),
    leans: poses(() => between(-0.35, 0.35) * Math.min(1, lively * 2)),
  }
}

function placeIn(manner: Manner, share: number, between: Between): Point {
  if (manner === 'hold') return at(640 + between(-6, 6), 380 + between(-5, 5))
  if (manner === 'glide' || manner === 'hop') return at(250 + 780 * share + between(-40, 40), between(300, 430))
  return at(640 + between(-60, 60), 370 + between(-40, 40))
}

/** How high a hop is, in pixels. */
const HIGH = 110

/** A puppet at a time from 0 to 1. */
function posed(puppet: Puppet, time: number): Pose {
  const { manner, steps, lines, body, head, leans, places } = puppet
  const when = (t: number) => (manner === 'cycle' ? ((t % 1) + 1) % 1 : Math.min(1, Math.max(0, t)))
  /** Between which two poses it is, and how far. */
  const stepAt = (t: number) => {
    const along = Math.min(steps - 1e-9, when(t) * steps)
    return { k: Math.floor(along), share: along - Math.floor(along) }
  }
  const eased = (t: number, of: (pose: number) => number): number => {
    const { k, share } = stepAt(t)
    return of(k) + (of(k + 1) - of(k)) * puppet.ease(share)
  }
  const { share } = stepAt(time)
  const hopped = manner === 'hop' ? 4 * HIGH * share * (1 - share) : 0
  const root = at(
    eased(time, (i) => places[i]!.x),
    eased(time, (i) => places[i]!.y) - hopped,
  )
  const lean = eased(time, (i) => leans[i]!)
  const facing = manner === 'turn' ? Math.cos(Math.PI * time) : 1
  const onBody = ({ x, y }: Point) =>
    add(root, at(x * Math.cos(lean) - y * Math.sin(lean), x * Math.sin(lean) + y * Math.cos(lean)))
  const part = (swatch: string, ring: Point[]): Part => (lines ? { line: [...ring, ring[0]!] } : { swatch, ring })
  const wide = body.rx * (0.6 + 0.4 * Math.abs(facing))

  const limbs = puppet.limbs.map((each) => {
    const joints = [onBody(at(0.8 * wide * Math.cos(each.from), 0.8 * body.ry * Math.sin(each.from)))]
    let angle = each.from + lean
    for (const link of each.bends[0]!.keys()) {
      angle += eased(time - each.late, (i) => each.bends[i]![link]!)
      joints.push(add(joints.at(-1)!, polar(angle, each.long)))
    }
    const drawn = lines ? { line: joints } : part(each.swatch, limb(joints, each.thick, 0.6 * each.thick))
    return { before: each.before, tip: joints.at(-1)!, part: drawn }
  })
  const middle = onBody(at(head.aside * facing, -body.ry - 0.7 * head.r))
  const eye = onBody(at((head.aside + 0.4 * head.r) * facing, -body.ry - 0.8 * head.r))
  return {
    parts: [
      ...limbs.filter(({ before }) => !before).map((each) => each.part),
      part(body.swatch, oval(root, wide, body.ry, lean)),
      part(head.swatch, oval(middle, head.r, 1.1 * head.r, lean)),
      ...(head.eye ? [part('white', oval(eye, 9, 11))] : []),
      ...limbs.filter(({ before }) => before).map((each) => each.part),
    ],
    marks: { Head: middle, Body: root, ...Object.fromEntries(limbs.map(({ tip }, i) => [`Tip ${i + 1}`, tip])) },
  }
}

/** One puppet as a kind of motion: charted between its poses or not, by its seed. */
export function puppetKind(seed: number): HandKind {
  const random = seededRandom(7349 * seed + 11)
  // Seeds side by side begin alike.
  for (let n = 0; n < 8; n++) random()
  const puppet = madeBy(random)
  const { manner, steps, drawings, lines } = puppet
  const isCharted = manner !== 'cycle' && random() < 0.5
  return {
    ...{ id: lines ? `${manner}, line only` : manner, drawings },
    ...(manner === 'cycle' && { loop: true as const }),
    pose: (time) => posed(puppet, time),
    ...(isCharted && { keys: Array.from({ length: steps + 1 }, (_, i) => i / steps), lead: 'Head' }),
  }
}

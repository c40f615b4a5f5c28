import type { CheckId } from '../../checks/register'
import { overlap } from '../../checks/size/overlap'
import type { InkOf } from '../../checks/measured'
import { seededRandom } from '../../base/random'
import { movedBy, type Point } from '../../geometry/matrix'
import { quantized, type Ink, type Stroke } from '../../ink/ink'
import { silhouette } from '../../ink/silhouette'
import type { Drawing, Level, Scene } from '../../scene/schema'
import { add, at, limb, oval, polar, type Part, type Pose } from './body'
import { each, grown } from './faults'
import type { HandKind } from './kinds'
import { aThirdAsLarge } from './manners'
import { handScene, withGround, type HandScene } from './scene'

/** Faults of how drawings stand to each other, planted in whole scenes made by hand. */

/** A scene, clean or with one fault, and the drawings the fault is on; none where it is on no one drawing. */
interface Trial {
  readonly scene: Scene
  readonly inkOf: InkOf
  readonly next?: { readonly scene: Scene; readonly inkOf: InkOf }
  readonly planted: readonly string[]
}
/** At so many times its limit, 0 for none; undefined where a scene of this kind and seed has no place for it. */
type Plant = (kind: HandKind, seed: number, times: number) => Trial | undefined

const chanceOf = (seed: number, { id }: HandKind) => {
  const random = seededRandom(seed * 6007 + 13 + id.length * 104_729 + id.charCodeAt(0) * 15_485_863)
  for (let n = 0; n < 8; n++) random()
  return random
}
const apart = (a: Point, b: Point) => Math.hypot(b.x - a.x, b.y - a.y)
const framesOf = ({ scene }: HandScene): number[] => scene.sheets['main']!['A']!.map(({ frames }) => frames)

/** Half the width of a line, in pixels. */
const LINE = 2.5
function reachAlong(pose: Pose, way: Point): { least: number; most: number } {
  const along = pose.parts.flatMap(({ ring, line }) => (ring ?? line ?? []).map(({ x, y }) => x * way.x + y * way.y))
  return { least: Math.min(...along) - LINE, most: Math.max(...along) + LINE }
}

/** From one drawing on everything lies so much further along that it cannot be followed. */
const flung: Plant = (kind, seed, times) => {
  if (kind.loop) return undefined
  const made = aThirdAsLarge(handScene(kind, seed))
  const i = 2 + ((seed * 7) % (kind.drawings - 4))
  const [before, after] = [i - 1, i].map((n) => kind.pose(made.shares[n]!)) as [Pose, Pose]
  if (times === 0 || before.parts.length === 0 || after.parts.length === 0) return { ...made, planted: [] }
  const way = at(1, 0)
  const [first, second] = [reachAlong(before, way), reachAlong(after, way)]
  const width = (first.most - first.least + second.most - second.least) / 2
  const far = (first.most - second.least + times * width) / 3
  return { ...each(made, (n) => movedBy(n < i ? 0 : far, 0)), planted: [`d${i}`] }
}

/** Of what all but stands a leap is told from a hand's unevenness when it is as long, in pixels. */
const LEAP = 5
/** A loop drawn straight on that drifts and has to leap home over its seam. */
const drifting: Plant = (kind, seed, times) => {
  const made = handScene(kind, seed)
  const frames = framesOf(made)
  const places = made.shares.map((share) => shapeOf(kind.pose(share))?.centre)
  if (!kind.loop || places.some((place) => !place)) return undefined
  if (times === 0) return { ...made, planted: [] }
  const last = places.length - 1
  const [from, to] = [places[last]!, places[0]!]
  const seam = apart(from, to)
  // Where it all but rests at its seam it may leap either way.
  const way = seam < 1 ? at(1, 0) : at((to.x - from.x) / seam, (to.y - from.y) / seam)
  const speedsAt = (drift: number) => {
    const off = places.map((place, i) => add(place!, at((-drift * way.x * i) / last, (-drift * way.y * i) / last)))
    const speed = (i: number, k: number) => apart(off[i]!, off[k]!) / frames[i]!
    const around = [speed(last - 2, last - 1), speed(last - 1, last), speed(0, 1), speed(1, 2)]
    return { seam: speed(last, 0), most: Math.max(...around) }
  }
  let drift = 0
  const isEnough = ({ seam, most }: ReturnType<typeof speedsAt>) =>
    seam >= Math.max(1.6 * times * most, most + (LEAP * times) / frames[last]!)
  while (drift < 400 && !isEnough(speedsAt(drift))) drift += 0.5
  if (drift >= 400) return undefined
  const off = each(made, (n) => movedBy((-drift * way.x * n) / last, (-drift * way.y * n) / last))
  return { ...off, planted: [`d${last}`, 'd0'] }
}

/** A loop whose drawings grow as they go round, and are small again where it begins anew. */
const swelling: Plant = (kind, seed, times) => {
  if (!kind.loop) return undefined
  let made = handScene(kind, seed)
  const last = made.shares.length - 1
  const areas = made.shares.map((share) => shapeOf(kind.pose(share))?.area)
  if (times === 0) return { ...made, planted: [] }
  if (areas.some((area) => area === undefined)) return undefined
  const change = (i: number, share: number) => {
    const to = (i + 1) % areas.length
    const grow = (n: number) => Math.log(1 + (share * n) / last)
    return Math.abs(Math.log(areas[to]! / areas[i]!) + grow(to) - grow(i))
  }
  let share = 0
  const isEnough = () => {
    const others = areas.flatMap((_, i) => (i === last ? [] : [change(i, share)]))
    const around = [last - 2, last - 1, 0, 1].map((i) => change(i, share))
    return (
      change(last, share) >= times * Math.max(0.08, (1.6 - 1) * Math.max(...around)) + Math.max(...around) &&
      change(last, share) >= 1.3 * Math.max(...others)
    )
  }
  while (share < 2 && !isEnough()) share += 0.01
  if (share >= 2) return undefined
  for (let n = 0; n <= last; n++) made = grown(made, `d${n}`, (share * n) / last, at(640, 400))
  return { ...made, planted: [`d${last}`, 'd0'] }
}

/** The dark shape of a pose as nobody's hand would draw it. */
function shapeOf({ parts }: Pose) {
  const ink: Ink = parts.flatMap(({ ring, line }, i): Ink => {
    const way = ring ? [...ring, ring[0]!] : line
    if (!way) return []
    return [
      quantized<Stroke>({
        ...{ kind: 'stroke', id: `s${i}`, swatch: 'ink', size: 5 },
        points: way.flatMap(({ x, y }) => [x, y, 0.5]),
      }),
    ]
  })
  return silhouette(ink, { tolerance: 14 })
}

/** Feet that skate by so many pixels a frame: the figure is carried on faster than they push, or the ground goes by too slowly. */
const skating: Plant = (kind, seed, times) => {
  if (!('Near foot' in kind.pose(0).marks)) return undefined
  const made = handScene(kind, seed, { pinned: true })
  if (times === 0) return { ...made, planted: [] }
  const frames = framesOf(made)
  const begins = frames.map((_, i) => frames.slice(0, i).reduce((sum, held) => sum + held, 0))
  const ids = made.shares.map((_, i) => `d${i}`)
  if (kind.pan === undefined) return { ...each(made, (n) => movedBy(times * begins[n]!, 0)), planted: ids }
  return { ...withGround(made, kind.pan / made.scene.settings.length + times), planted: ids }
}

/** A rail on a level of its own, its landmark so many pixels beside what touches it. */
const missing: Plant = (kind, seed, times) => {
  const made = handScene(kind, seed, { pinned: true })
  const random = chanceOf(seed, kind)
  const i = 2 + ((seed * 7) % (kind.drawings - 4))
  const name = Object.keys(kind.pose(0.4).marks)[0]
  if (name === undefined) return undefined
  const truth = kind.pose(made.shares[i]!).marks[name]!
  const rail = add(truth, polar(6.28 * random(), 4 * times))
  const { drawings, levels, levelOrder, sheets, settings, takes, mainTake } = made.scene
  const level: Level = { ...levels['A']!, id: 'R', name: 'Rail', kind: 'ground', loop: false }
  const drawing: Drawing = {
    ...{ id: 'r0', level: 'R', number: '1', role: 'key', note: '', passes: { line: 1 } },
    pins: { rail: rail },
  }
  const line = quantized<Stroke>({
    ...{ kind: 'stroke', id: 'rail', swatch: 'ink', size: 5 },
    points: [rail.x - 120, rail.y + 6, 0.5, rail.x, rail.y + 5, 0.5, rail.x + 120, rail.y + 6, 0.5],
  })
  const touching = `d${i}`
  // Either both are called alike and one is pinned as a turn, or the contact is asked for.
  const asked = random() < 0.5
  const frame =
    1 +
    framesOf(made)
      .slice(0, i)
      .reduce((sum, held) => sum + held, 0)
  const contact = {
    ...{ id: 'touch', leader: { level: 'R', landmark: 'rail' }, follower: { level: 'A', landmark: 'm0' } },
    ...{ from: frame, to: frame },
  }
  const own = drawings[touching]!
  const turn = { ...own, pins: { ...own.pins, m0: { ...own.pins!['m0']!, corner: true } } }
  return {
    inkOf: (id, pass) => (id === 'r0' ? (pass === 'line' ? [line] : []) : made.inkOf(id, pass)),
    planted: [touching],
    scene: {
      ...made.scene,
      levelOrder: ['R', ...levelOrder],
      levels: { ...levels, R: { ...level, landmarks: [{ id: 'rail', name: asked ? 'Rail' : name }] } },
      drawings: { ...drawings, r0: drawing, ...(!asked && { [touching]: turn }) },
      sheets: { main: { ...sheets['main']!, R: [{ drawing: 'r0', frames: settings.length }] } },
      ...(asked && { takes: { ...takes, [mainTake]: { ...takes[mainTake]!, contacts: [contact] } } }),
    },
  }
}

/** Steps shorter than this, in pixels, say little of how fast something goes; those that differ by a fifth are even. */
const LEAST_STEP = 8
const EVEN = 0.2

/** Whether all that is followed of a motion goes straight on at one pace about the middle of it. */
function goesEvenly(kind: HandKind, { shares }: HandScene, pinned: boolean): boolean {
  const step = 0.5 * (shares[2]! - shares[1]!)
  const poses = [-2, -1, 0, 1, 2].map((n) => kind.pose(0.5 + n * step))
  const ways = pinned
    ? Object.keys(poses[0]!.marks).map((name) => poses.map(({ marks }) => marks[name]!))
    : [poses.map((pose) => shapeOf(pose)?.centre ?? at(0, 0))]
  return ways.every((places) => {
    const by = places.slice(1).map((place, i) => at(place.x - places[i]!.x, place.y - places[i]!.y))
    const far = by.map(({ x, y }) => Math.hypot(x, y))
    const goesOn = (a: Point, b: Point) => a.x * b.x + a.y * b.y > 0.7 * Math.hypot(a.x, a.y) * Math.hypot(b.x, b.y)
    return (
      Math.min(...far) >= LEAST_STEP &&
      Math.max(...far) <= (1 + EVEN) * Math.min(...far) &&
      by.slice(1).every((each, i) => goesOn(by[i]!, each))
    )
  })
}

/** Two scenes of one motion, cut in its middle: the second begun beside where the first ends, or going on slower. */
const cut =
  (wrong: 'place' | 'speed'): Plant =>
  (kind, seed, times) => {
    const drawings = Math.max(8, Math.floor(kind.drawings / 2))
    const far = wrong === 'speed' ? 1 - 0.3 * times : 1
    const half = (from: number, length: number): HandKind => {
      const { keys: _, loop: __, pan: ___, ...bare } = kind
      return { ...bare, drawings, pose: (t) => kind.pose(from + t * length) }
    }
    const first = handScene(half(0, 0.5), seed)
    const pinned = first.scene.levels['A']!.landmarks !== undefined
    const second = handScene(half(0.5, 0.5 * far), seed + 1000, { pinned, pattern: framesOf(first) })
    if (Object.keys(kind.pose(0.5).marks).length === 0 || (wrong === 'speed' && !goesEvenly(kind, first, pinned)))
      return undefined
    const shift = wrong === 'place' ? polar(6.28 * chanceOf(seed, kind)(), 6 * times) : at(0, 0)
    const next = each(second, () => movedBy(shift.x, shift.y))
    return { ...first, next: { scene: next.scene, inkOf: next.inkOf }, planted: [`d${drawings - 1}`] }
  }

/** Of each thing that lands: how long it takes, in shares of the whole, and where it comes from. */
interface Landing {
  readonly until: number
  readonly from: Point
  readonly to: Point
}
const LIMBS = 7
const eased = (t: number) => Math.sin((Math.min(1, Math.max(0, t)) * Math.PI) / 2)
const placeOf = ({ until, from, to }: Landing, t: number): Point =>
  at(from.x + (to.x - from.x) * eased(t / until), from.y + (to.y - from.y) * eased(t / until))

/** A figure of seven limbs that reach from one pose to the next and come to rest, so many of them on one drawing: one for each kind and seed. */
const landing: Plant = (kind, seed, times) => {
  const random = chanceOf(seed, kind)
  const count = 20
  const together = Math.ceil(3 * times)
  const landings = Array.from({ length: LIMBS }, (_, n): Landing => {
    const turn = -2.8 + (n * 5.6) / (LIMBS - 1)
    const from = add(at(640, 380), polar(turn, 150 + 60 * random()))
    const drawing = n < together ? 9 : 6 + 2 * (n - together)
    return { until: drawing / (count - 1), from, to: add(from, polar(6.28 * random(), 50 + 60 * random())) }
  })
  const pose = (t: number): Pose => {
    const tips = landings.map((each) => placeOf(each, t))
    const reach = (tip: Point): Part => ({ swatch: 'coat', ring: limb([at(640, 380), tip], 12, 8) })
    return {
      parts: [...tips.map(reach), { swatch: 'skin', ring: oval(at(640, 380), 70, 90) }],
      marks: Object.fromEntries(tips.map((tip, n) => [`Tip ${n + 1}`, tip])),
    }
  }
  return { ...handScene({ id: 'lands', drawings: count, pose }, seed, { pinned: true }), planted: [] }
}

/** Two keys so alike that their dark shapes tell no change. */
const unread: Plant = (kind, seed, times) => {
  if (!kind.keys || kind.loop || kind.id === 'moving hold') return undefined
  const [from, to] = kind.keys.slice(-2) as [number, number]
  const first = shapeOf(kind.pose(from))
  /** By how much of both what lies as far on covers the first key, and what is between. */
  const covers = (share: number) =>
    Math.min(
      ...[1 / 3, 2 / 3, 1].map((part) => {
        const shape = shapeOf(kind.pose(from + (to - from) * share * part))
        return first && shape ? overlap(first, shape) : 1
      }),
    )
  // The change from one key to the next made so small that so much of both is one.
  const share = 1 - 0.08 / (times || 1)
  let [none, least] = [0, 1]
  for (let n = 0; times > 0 && n < 9; n++) {
    const half = (none + least) / 2
    if (covers(half) < share) least = half
    else none = half
  }
  if (times > 0) least = none
  const slow = (t: number) => (t < from ? t : from + (t - from) * least)
  const made = handScene({ ...kind, pose: (t) => kind.pose(slow(t)) }, seed, { charted: true })
  return { ...made, planted: [`d${kind.drawings - 1}`] }
}

interface SceneFault {
  readonly check: CheckId
  readonly words: string
  readonly plant: Plant
}
/** Each with the check that should find it. */
export const SCENE_FAULTS: readonly SceneFault[] = [
  { check: 'too-far', words: 'flung on from one drawing to the next', plant: flung },
  { check: 'loop-seam', words: 'a loop that drifts and leaps home', plant: drifting },
  { check: 'loop-seam', words: 'a loop that grows as it goes round', plant: swelling },
  { check: 'foot-slides', words: 'feet that skate', plant: skating },
  { check: 'contact-missed', words: 'a touch beside its rail', plant: missing },
  { check: 'hand-on', words: 'begun beside where the scene before ends', plant: cut('place') },
  { check: 'hand-on', words: 'going on slower after the cut', plant: cut('speed') },
  { check: 'lands-together', words: 'limbs that land at once', plant: landing },
  { check: 'not-readable', words: 'two keys all but alike', plant: unread },
]

import { measuredChart } from '../../motion/landmarks/landmarks'
import { missesOf } from '../../motion/landmarks/targets'
import { distance, type Point } from '../../motion/arc'
import type { Chart, Scene } from '../../scene/schema'
import { judged, lackingPins, notJudged, onePerDrawing, type CheckFacts, type Judge } from '../check'
import { nearestToMiddle, upperMedian } from '../size/median'
import { rounded, type Observation } from '../finding'
import { placeGuide } from '../remedy'
import { LIVING_HOLD } from './standing-still'
import { endsOfBody } from './turning'
import {
  followed,
  isPinned,
  named,
  standInFor,
  type LevelSubject,
  type Shot,
  type Subject,
  type Track,
} from '../subject'

/** The scene with what is followed as if it were pinned, so that charts lead it: where no landmark is, the middle of the shape. */
export function withStandIns(context: Subject, subject: LevelSubject): Scene {
  return subject.tracks.some(({ standIn }) => standIn) ? pinned(context, subject, subject.tracks) : context.scene
}

function pinned({ scene, take }: Subject, { shots, level }: LevelSubject, tracks: readonly Track[]): Scene {
  const drawings = shots.map((shot) => {
    const pins = tracks.flatMap((track) => {
      const at = track.at(shot)
      return at ? [[idOf(track), { x: at.x, y: at.y }] as const] : []
    })
    return [shot.drawing, pins.length > 0 ? { ...shot.entry, pins: Object.fromEntries(pins) } : shot.entry] as const
  })
  return {
    ...scene,
    mainTake: take,
    levels: {
      ...scene.levels,
      [level.id]: { ...level, landmarks: tracks.map((track) => ({ id: idOf(track), name: track.name })) },
    },
    drawings: { ...scene.drawings, ...Object.fromEntries(drawings) },
  }
}
const idOf = ({ id }: Track): string => id || 'middle'

/** What charts are held against, and the scene in which it is pinned. */
interface Followed {
  readonly tracks: readonly Track[]
  readonly scene: Scene
}

/** Parts of what is drawn, for drawings on which the middle of the shape tells nothing; none where landmarks are pinned. */
function partsFollowed(context: Subject, subject: LevelSubject): Followed | undefined {
  if (isPinned(subject)) return undefined
  // A limb that turns has a time of its own.
  const tracks = subject.parts.filter(({ confirms }) => confirms !== 'other parts')
  return tracks.length > 0 ? { tracks, scene: pinned(context, subject, tracks) } : undefined
}

/** Where nothing is pinned and a body stands while something on it goes its way, that is what a chart plans. */
function whatMoves(subject: LevelSubject): LevelSubject {
  if (isPinned(subject) || subject.moving !== subject.shots) return subject
  const rest = subject.rest()
  return rest === subject.shots ? subject : { ...subject, moving: rest, tracks: [standInFor(rest, 'what moves')] }
}

/** The ends of the shape, where its middle stands in for a landmark. */
function endsFollowed(context: Subject, subject: LevelSubject): Followed | undefined {
  if (isPinned(subject)) return undefined
  const tracks = endsOfBody(subject.moving)
  return { tracks, scene: pinned(context, subject, tracks) }
}

/**
 * How far along a pin is by the way as it was drawn, in pixels: on a wide swing the path through the keys is another
 * than the hand went. Undefined where not all that is drawn between the chart's ends is on it.
 */
function wayAsDrawn(
  scene: Scene,
  chart: Chart,
  take: string,
): (landmark: string, drawing: string) => number | undefined {
  const ways = new Map<string, ReturnType<typeof measuredChart>>()
  return (landmark, drawing) => {
    const { level, from, to } = chart
    if (!ways.has(landmark))
      ways.set(landmark, measuredChart(scene, { level, from, to, landmark, take, planned: chart }))
    return ways.get(landmark)?.find((mark) => mark.drawing === drawing)?.error?.px
  }
}

/** Of two measures of one thing the smaller one; nothing where they disagree on which way it is. */
const lesser = (a: number, b: number | undefined): number =>
  b === undefined ? a : a * b <= 0 ? 0 : Math.sign(a) * Math.min(Math.abs(a), Math.abs(b))

/** The middle of a shape is known less well than a pin: what it is off by says something from so many times as far. */
const STAND_IN = 3

/**
 * Spacing against the chart. An inbetween that misses its mark along the arc changes the speed there:
 * the move stutters although every drawing looks right by itself. The miss is measured along the path
 * and told as a share of the step there, since a pixel matters more where the steps are small.
 */
export const spacingChart = {
  id: 'spacing-chart',
  name: 'Spacing against the chart',
  group: 'motion',
  severity: 'mend',
  why: 'An inbetween off its mark makes the move stutter, although it looks right by itself.',
  limits: {
    share: { words: 'Miss along the arc, of the step there', unit: '%', value: 35, min: 5, max: 200, loosens: 'up' },
    px: { words: 'and at least', unit: 'px', value: 2, min: 0.5, max: 50 },
  },
} as const satisfies CheckFacts

export const judgeSpacingChart: Judge = {
  level(level, context) {
    const charts = Object.values(context.scene.charts).filter((chart) => chart.level === level.level.id)
    if (charts.length === 0 || level.tracks.length === 0) return judged([])
    const subject = whatMoves(level)
    const limits = { share: context.limit('share'), px: context.limit('px') }
    const against = followedOn(subject, context)
    const byChart = charts.map((chart) => judgedChart(subject, against, { chart, limits, take: context.take }))
    const findings = byChart.flatMap(({ off }) => off).map((miss) => observed(subject, miss, limits))
    return judged(onePerDrawing(findings), [
      ...lackingPins(subject),
      ...notJudged(subject, [...new Set(byChart.flatMap(({ slight }) => slight))], HARDLY),
      ...notJudged(subject, [...new Set(byChart.flatMap(({ turning }) => turning))], TURNING),
    ])
  },
}
const TURNING =
  'could not be held against the chart, each end of what turns there keeping its own spacing: pin a landmark.'
const HARDLY = 'could not be held against the chart, what is followed hardly moving there: pin a landmark.'

interface Limits {
  /** Per cent of the step there, and pixels. */
  readonly share: number
  readonly px: number
}
/** How far from its mark a drawing has something that is followed. */
interface Miss {
  readonly shot: Shot
  readonly track: Track
  /** Along the way, in pixels: too far positive. */
  readonly along: number
  /** The step there, in pixels. */
  readonly step: number
  readonly pin: Point
  readonly target: Point
}

const valueOf = ({ along, step }: Miss): number => (100 * Math.abs(along)) / step

const isStep = ({ step }: Miss): boolean => step >= LIVING_HOLD

function isOff(miss: Miss, { share, px }: Limits): boolean {
  const least = miss.track.standIn ? STAND_IN * px : px
  return isStep(miss) && Math.abs(miss.along) > least && valueOf(miss) > share
}

/**
 * Where nothing is pinned and by what is followed most drawings of a chart hardly move, as of a head that turns, those on
 * which not even a miss of a whole step would be told: the features go far, their middle does not.
 */
function hardlyMoved(misses: readonly Miss[], limits: Limits): Shot[] {
  if (misses.some(({ track }) => !track.standIn)) return []
  const shots = [...new Set(misses.map(({ shot }) => shot))]
  const hardly = shots.filter((shot) => misses.every((miss) => miss.shot !== shot || miss.step < STAND_IN * limits.px))
  return 2 * hardly.length >= shots.length ? hardly : []
}

/** What a level's charts are held against. */
const followedOn = (subject: LevelSubject, context: Subject) => ({
  whole: { tracks: subject.tracks, scene: withStandIns(context, subject) },
  parts: partsFollowed(context, subject),
  ends: endsFollowed(context, subject),
})

/** What is off a chart, the drawings on which too little moves to tell, and those that turn as they go. */
function judgedChart(
  subject: LevelSubject,
  { whole, parts, ends }: ReturnType<typeof followedOn>,
  { chart, limits, take }: { readonly chart: Chart; readonly limits: Limits; readonly take: string },
): { off: Miss[]; slight: Shot[]; turning: Shot[] } {
  const ofEnds = ends ? missesOn(subject, ends, chart, take) : []
  const ofWhole = missesOn(subject, whole, chart, take)
  const misses = ofWhole.map((miss) => sharedByEnds(miss, ofEnds))
  const told = new Set(misses.filter(isStep).map(({ shot }) => shot))
  const ofParts = parts ? missesOn(subject, parts, chart, take).filter(({ shot }) => !told.has(shot)) : []
  const all = [...misses.map((miss) => asJudged(miss, misses, limits)), ...middleOnes(ofParts)]
  const off = all.filter((miss) => isOff(miss, limits))
  const slight = hardlyMoved(all, limits).filter((shot) => !off.some((miss) => miss.shot === shot))
  const turning = ofWhole.filter((miss, i) => isOff(miss, limits) && !isOff(misses[i]!, limits))
  return { off, slight, turning: turning.map(({ shot }) => shot) }
}

/** Every drawing of a chart with every track that has a place on it. */
function missesOn(subject: LevelSubject, { tracks, scene }: Followed, chart: Chart, take: string): Miss[] {
  const drawnWay = wayAsDrawn(scene, chart, take)
  return chart.marks.flatMap(({ drawing }) => {
    const index = subject.shots.findIndex((shot) => shot.drawing === drawing)
    const shot = subject.shots[index]
    if (!shot) return []
    const beside = [subject.shots[index - 1], subject.shots[index + 1]].filter((each) => each !== undefined)
    return missesOf(scene, chart, drawing, take).map(({ landmark, along, pin, target }): Miss => {
      const track = tracks.find((each) => idOf(each) === landmark.id)!
      const sides = followed(track, beside)
      const step = sides.reduce((sum, { at }) => sum + distance(at, pin), 0) / Math.max(1, sides.length)
      return { shot, track, along: lesser(along, drawnWay(landmark.id, drawing)), step, pin, target }
    })
  })
}

/** An end that goes less far than this share of the middle's step says little. */
const GOES = 0.5

/** What the middle of a body misses and its ends do not comes from how it turns. */
function sharedByEnds(miss: Miss, ofEnds: readonly Miss[]): Miss {
  const ends = ofEnds.filter(({ shot, step }) => shot === miss.shot && step >= GOES * miss.step)
  return { ...miss, along: ends.reduce((along, end) => lesser(along, (end.along / end.step) * miss.step), miss.along) }
}

/** A chart was made by what is on it on so many of the drawings on which that goes somewhere, and on no fewer than so many. */
const KEPT = { share: 0.8, least: 3 } as const
/** What is off it on so many has a time of its own. */
const OWN_TIME = 0.5

/** There, of so many times as much as such drawings usually differ from those beside them nothing is said. */
const USUAL = 3

/** On how many drawings of a chart something goes somewhere, and on how many of those it is where the chart wants it. */
function keeping(track: Track, misses: readonly Miss[], limits: Limits): { steps: number; kept: number } {
  const steps = misses.filter((miss) => miss.track === track && isStep(miss))
  return { steps: steps.length, kept: steps.filter((miss) => !isOff(miss, limits)).length }
}

/**
 * What trails or leads has a time of its own: where something else of the drawing keeps to the chart, a miss counts by
 * as much as those of the drawings beside it do not share it. Where something else keeps to it throughout, and this is
 * off it more often than not, the chart was not made for this: a miss counts by as much as that is more than is usual.
 */
function asJudged(miss: Miss, misses: readonly Miss[], limits: Limits): Miss {
  const others = misses.filter(({ shot, track }) => shot === miss.shot && track !== miss.track)
  const isMadeBy = others.some(({ track }) => {
    const { steps, kept } = keeping(track, misses, limits)
    return kept >= KEPT.least && kept >= KEPT.share * steps
  })
  const { steps, kept } = keeping(miss.track, misses, limits)
  const hasOwnTime = isMadeBy && steps - kept >= KEPT.least && steps - kept >= OWN_TIME * steps
  if (!hasOwnTime && !others.some((other) => isStep(other) && !isOff(other, limits))) return miss
  const own = misses.filter(({ track }) => track === miss.track).map(({ along }) => along)
  const alone = own.map((_, i) => unshared(own, i))
  const i = misses.filter(({ track }) => track === miss.track).indexOf(miss)
  const usual = hasOwnTime ? upperMedian(alone.filter((_, k) => Math.abs(k - i) > 1).map(Math.abs)) : 0
  const more = Math.sign(alone[i]!) * Math.max(0, Math.abs(alone[i]!) - USUAL * usual)
  return { ...miss, along: lesser(miss.along, more) }
}

/** By how much one of some misses is more than those beside it. At both ends of a chart nothing is missed. */
const unshared = (alongs: readonly number[], i: number): number =>
  alongs[i]! - ((alongs[i - 1] ?? 0) + (alongs[i + 1] ?? 0)) / 2

/** Of several parts of a drawing the one in the middle of what they say: a limb of its own way says little of all. */
function middleOnes(misses: readonly Miss[]): Miss[] {
  return [...new Set(misses.map(({ shot }) => shot))].flatMap((shot) => {
    const all = misses.filter((miss) => miss.shot === shot && isStep(miss) && isBorneOut(miss))
    return nearestToMiddle(all.map((miss) => ({ miss, value: miss.along / miss.step, weight: miss.step })))?.miss ?? []
  })
}

function isBorneOut({ track: { confirms }, shot, pin, target }: Miss): boolean {
  return typeof confirms !== 'function' || confirms(shot, { x: pin.x - target.x, y: pin.y - target.y })
}

function observed(subject: LevelSubject, miss: Miss, { share }: Limits): Observation {
  const { shot, track, along, pin, target } = miss
  const word = along > 0 ? 'too far along' : 'not far enough'
  return {
    level: subject.level.id,
    drawings: [shot.drawing],
    frames: [shot.frame],
    value: valueOf(miss),
    limit: share,
    unit: '%',
    sentence: `${named(subject, shot)}: ${track.name} lies ${rounded(Math.abs(along))} px ${word}, ${rounded(valueOf(miss))} % of the step there; the chart wants it elsewhere.`,
    evidence: [
      { kind: 'arrow', from: pin, to: target, words: `${rounded(Math.abs(along))} px` },
      placeGuide(target, 'where the chart wants it'),
    ],
  }
}

import type { Chart, Contact, Drawing, Landmark, LevelLandmark, Pin, Scene } from '../../scene/schema'
import { contactsOf } from '../../timing/contacts'
import { exposureAt, exposuresOf, placed } from '../../timing/sheet'
import { nearestOnArc, placeOnArc, type Place, type Point } from '../arc'
import { betweenStations, landmarksOf, pathOf, pinOf, type Between, type Path } from './landmarks'
import { levelPannedAt } from '../pan'

/** A place a landmark should reach, and by which chart mark. */
export interface Target {
  readonly landmark: Landmark
  readonly place: Place
  readonly drawing: string
  readonly fraction: number
}

/** A chart's mark on the path of a landmark; undefined when the path does not lead there. */
function placeOnPath(path: Path, chart: Chart, { drawing, fraction }: Chart['marks'][number]): Place | undefined {
  const at = betweenStations(path, chart, fraction, drawing)
  return at && placeOnArc(path.arc, at.from, at.to, at.fraction)
}

/** The paths and marks of a chart on the paper: a tick for every mark, on each landmark's path. */
export function chartTargets(
  scene: Scene,
  chart: Chart,
  take = scene.mainTake,
): { path: Path; between: Between; targets: Target[] }[] {
  return landmarksOf(scene, chart.level).flatMap((landmark) => {
    const path = pathOf(scene, chart.level, landmark, take)
    const whole = path && betweenStations(path, chart, 0)
    const end = path && betweenStations(path, chart, 1)
    if (!path || !whole || !end) return []
    const targets = chart.marks.flatMap((mark) => {
      const place = placeOnPath(path, chart, mark)
      if (!place) return []
      const asked = askedPlace(scene, take, mark.drawing, landmark.id)
      return [{ landmark, place: asked ? { ...place, x: asked.x, y: asked.y } : place, ...mark }]
    })
    return [{ path, between: { from: whole.from, to: end.to, fraction: 0 }, targets }]
  })
}

/** How a place is come to: from which frame, and by which contacts, so that a ring of them ends. */
interface Way {
  readonly frame?: number
  readonly seen: readonly string[]
}
const NO_WAY: Way = { seen: [] }

/**
 * Where a landmark is asked to be whatever its path says: where a contact has it, else where a plan laid it; the chart
 * then tells only how the way is shared out. In pixels of its own paper.
 */
function askedPlace(scene: Scene, take: string, drawing: string, landmark: string, way = NO_WAY): Point | undefined {
  return touchedPlace(scene, take, drawing, landmark, way) ?? scene.guides?.[drawing]?.targets[landmark]
}

function touchedPlace(scene: Scene, take: string, drawing: string, landmark: string, way: Way): Point | undefined {
  const { level } = scene.drawings[drawing]!
  for (const contact of contactsOf(scene, take)) {
    const { follower, leader, id } = contact
    if (follower.level !== level || follower.landmark !== landmark || way.seen.includes(id)) continue
    const frame = touchingFrame(scene, take, drawing, contact, way.frame)
    const there =
      frame === undefined ? undefined : otherPlace(scene, take, level, leader, { frame, seen: [...way.seen, id] })
    if (there) return there
  }
  return undefined
}

/** The first frame of a contact on which a drawing is shown, or the one it is shown on that is asked about. */
function touchingFrame(
  scene: Scene,
  take: string,
  drawing: string,
  { from, to }: Contact,
  frame?: number,
): number | undefined {
  if (frame !== undefined) return frame >= from && frame <= to ? frame : undefined
  const here = placed(exposuresOf(scene, scene.drawings[drawing]!.level, take)).find(
    (entry) => entry.drawing === drawing && entry.frame <= to && entry.frame + entry.frames > from,
  )
  return here && Math.max(from, here.frame)
}

/** Where another level's landmark is at a frame, in pixels of the paper of `level`; undefined when nothing says where. */
function otherPlace(
  scene: Scene,
  take: string,
  level: string,
  other: LevelLandmark,
  way: Required<Way>,
): Point | undefined {
  const drawing = exposureAt(exposuresOf(scene, other.level, take), way.frame)?.drawing
  const place = drawing && landmarkPlace(scene, take, drawing, other.landmark, way)
  if (!place) return undefined
  const [its, own] = [other.level, level].map((id) => levelPannedAt(scene, scene.levels[id]!, way.frame))
  return { x: place.x + its!.x - own!.x, y: place.y + its!.y - own!.y }
}

/** Where a landmark lies on a drawing, or should: its pin, else what is asked of it, else its chart's mark. */
function landmarkPlace(scene: Scene, take: string, drawing: string, landmark: string, way: Way): Point | undefined {
  const entry = scene.drawings[drawing]!
  const known = pinOf(entry, landmark) ?? askedPlace(scene, take, drawing, landmark, way)
  if (known) return known
  const own = landmarksOf(scene, entry.level).find(({ id }) => id === landmark)
  const path = own && pathOf(scene, entry.level, own, take)
  return path && placeOnCharts(scene, path, entry)
}

function placeOnCharts(scene: Scene, path: Path, { id, level }: Drawing): Point | undefined {
  for (const chart of Object.values(scene.charts)) {
    const mark = chart.level === level ? chart.marks.find(({ drawing }) => drawing === id) : undefined
    const place = mark && placeOnPath(path, chart, mark)
    if (place) return place
  }
  return undefined
}

/** A contact as one of its two drawings sees it. */
export interface Touch {
  readonly contact: Contact
  readonly landmark: Landmark
  /** The landmark it touches, and the level of that. */
  readonly other: { readonly landmark: string; readonly level: string }
  readonly frame: number
  /** Where the other lies, or should, in pixels of this drawing's paper; undefined when nothing says where. */
  readonly place: Point | undefined
  readonly leads: boolean
}

/** What a drawing should touch, once for each contact it is shown in. */
export function touchesOf(scene: Scene, drawing: string, take = scene.mainTake): Touch[] {
  const level = scene.drawings[drawing]?.level
  return contactsOf(scene, take).flatMap((contact): Touch[] => {
    const leads = contact.leader.level === level
    const [own, other] = leads ? [contact.leader, contact.follower] : [contact.follower, contact.leader]
    if (own.level !== level) return []
    const frame = touchingFrame(scene, take, drawing, contact)
    const landmark = landmarksOf(scene, own.level).find(({ id }) => id === own.landmark)
    if (frame === undefined || !landmark) return []
    const place = otherPlace(scene, take, own.level, other, { frame, seen: [contact.id] })
    return [{ contact, landmark, other: namesOf(scene, other), frame, place, leads }]
  })
}

const namesOf = (scene: Scene, { level, landmark }: LevelLandmark) => ({
  landmark: landmarksOf(scene, level).find(({ id }) => id === landmark)!.name,
  level: scene.levels[level]!.name,
})

export interface Miss {
  readonly landmark: Landmark
  readonly target: Point
  readonly pin: Pin
  /** Distance from the target, pixels. */
  readonly px: number
  /** Along the path, pixels: positive is too far, so early; negative is not far enough, so late. */
  readonly along: number
  /** Across the path, pixels. */
  readonly across: number
  readonly word: 'on its place' | 'early' | 'late' | 'off the arc'
}

/** A miss smaller than this is none: a pencil line is as wide. */
const NEAR = 2

/** Where each landmark pinned on an inbetween missed the place its chart asks for. */
export function missesOf(scene: Scene, chart: Chart, drawing: string, take = scene.mainTake): Miss[] {
  const entry = scene.drawings[drawing]
  return chartTargets(scene, chart, take).flatMap(({ path, targets }) => {
    const target = targets.find((each) => each.drawing === drawing)
    const pin = pinOf(entry, path.landmark.id)
    const mark = chart.marks.find((each) => each.drawing === drawing)
    if (!target || !pin || !mark || entry?.role !== 'inbetween') return []
    const at = betweenStations(path, chart, mark.fraction, drawing)!
    const stretch = path.arc.reached[at.to]! - path.arc.reached[at.from]!
    const near = nearestOnArc(path.arc, at.from, at.to, pin)
    const asked = askedPlace(scene, take, drawing, path.landmark.id)
    const { direction } = target.place
    const off = { x: pin.x - target.place.x, y: pin.y - target.place.y }
    const along = asked ? off.x * direction.x + off.y * direction.y : (near.fraction - at.fraction) * stretch
    const across = asked ? off.y * direction.x - off.x * direction.y : near.across
    const px = Math.hypot(pin.x - target.place.x, pin.y - target.place.y)
    const word =
      px <= NEAR ? 'on its place' : Math.abs(across) > Math.abs(along) ? 'off the arc' : along > 0 ? 'early' : 'late'
    return [{ landmark: path.landmark, target: target.place, pin, px, along, across, word }]
  })
}

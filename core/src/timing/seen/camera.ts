import {
  followedBy,
  inverted,
  movedBy,
  scaledAbout,
  transformPoint,
  turnedAbout,
  type Matrix,
} from '../../geometry/matrix'
import type { CameraKey, CameraField, Settings } from '../../scene/schema'
import { spacingLaw } from '../chart'

type Size = Pick<Settings, 'width' | 'height'>

/** A camera that sees the paper as it lies. */
export const wholePaper = ({ width, height }: Size): CameraField => ({ x: width / 2, y: height / 2, scale: 1, turn: 0 })

/**
 * What a camera sees at a frame: before its first key and after its last it stands. Between two keys it turns by the
 * law's share of the way and comes nearer by an even factor; its middle goes straight, as fast as the field is large, so
 * that what is looked at goes by at one speed however near it is.
 */
export function fieldAt(keys: readonly CameraKey[], frame: number): CameraField | undefined {
  const next = keys.findIndex((key) => key.frame > frame)
  const from = next === -1 ? keys.at(-1) : keys[next - 1]
  if (!from) return keys[0] && fieldOf(keys[0])
  const to = next === -1 ? undefined : keys[next]
  if (!to || frame === from.frame) return fieldOf(from)
  const share = spacingLaw(from.law, (frame - from.frame) / (to.frame - from.frame), from.strength)
  const scale = from.scale * (to.scale / from.scale) ** share
  const grown = to.scale - from.scale
  // Keys of nearly one size: the limit of what follows, which would divide nothing by nothing.
  const way = Math.abs(grown) < 1e-6 ? share : (scale - from.scale) / grown
  return {
    x: from.x + (to.x - from.x) * way,
    y: from.y + (to.y - from.y) * way,
    scale,
    turn: from.turn + (to.turn - from.turn) * share,
  }
}
const fieldOf = ({ x, y, scale, turn }: CameraField): CameraField => ({ x, y, scale, turn })

/** From scene pixels to those of the picture a camera takes, which is as large as the paper. */
export function throughCamera({ x, y, scale, turn }: CameraField, { width, height }: Size): Matrix {
  const upright = followedBy(movedBy(-x, -y), turnedAbout({ x: 0, y: 0 }, -turn))
  const near = followedBy(upright, scaledAbout({ x: 0, y: 0 }, { along: 1 / scale, across: 1 / scale }))
  return followedBy(near, movedBy(width / 2, height / 2))
}

/** The corners of a field on the paper, clockwise from its upper left one. */
export function cornersOfField(field: CameraField, size: Size): { x: number; y: number }[] {
  const onPaper = inverted(throughCamera(field, size))
  const { width, height } = size
  return [
    { x: 0, y: 0 },
    { x: width, y: 0 },
    { x: width, y: height },
    { x: 0, y: height },
  ].map((corner) => transformPoint(onPaper, corner))
}

/** Whether a camera sees something else at a frame than at the one before. */
export function cameraMoves(keys: readonly CameraKey[], frame: number): boolean {
  const [now, was] = [fieldAt(keys, frame), fieldAt(keys, frame - 1)]
  return now !== undefined && was !== undefined && !sameField(now, was)
}

/**
 * How far what the camera sees goes by from each frame to the next, in pixels of the picture: the most that any corner of
 * it, or its middle, moves. One entry for each frame but the last.
 */
export function cameraSpeeds(keys: readonly CameraKey[], settings: Size & Pick<Settings, 'length'>): number[] {
  const places = [...cornersOfField(wholePaper(settings), settings), { x: settings.width / 2, y: settings.height / 2 }]
  return Array.from({ length: Math.max(0, settings.length - 1) }, (_, i) => {
    if (!cameraMoves(keys, i + 2)) return 0
    const [a, b] = [fieldAt(keys, i + 1)!, fieldAt(keys, i + 2)!]
    // Where what one saw there is seen now.
    const goesBy = followedBy(inverted(throughCamera(a, settings)), throughCamera(b, settings))
    return Math.max(
      ...places.map((place) => {
        const there = transformPoint(goesBy, place)
        return Math.hypot(there.x - place.x, there.y - place.y)
      }),
    )
  })
}

/** Seconds in which a picture goes by once at the fastest before the eye sees it stutter. */
const CROSSING = 7

/** The pixels a frame beyond which a camera's move stutters: one width of the picture in seven seconds, the usual rule of camera work. */
export const judderLimit = ({ width, fps }: Pick<Settings, 'width' | 'fps'>): number => width / (CROSSING * fps)

/** Whether what the camera sees is the same in both. */
export const sameField = (a: CameraField, b: CameraField): boolean =>
  a.x === b.x && a.y === b.y && a.scale === b.scale && a.turn === b.turn

/** What the camera sees in whole numbers, as a lens tells it: twice as near is 200 %; its turn to a tenth of a degree. */
export const fieldInNumbers = ({ x, y, scale, turn }: CameraField) => ({
  x: Math.round(x),
  y: Math.round(y),
  percent: Math.round(100 / scale),
  degrees: Math.round((turn * 1800) / Math.PI) / 10,
})

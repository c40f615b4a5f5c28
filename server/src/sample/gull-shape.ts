import type { Point } from './hand'

/** A gull going over, wings beating: its near wing and body at a time of the beat, 0…1, in shares of the film's height about its middle. */
export interface GullShape {
  /** The front edge of the near wing, from shoulder to tip, and its back edge from tip to body. */
  readonly front: readonly Point[]
  readonly back: readonly Point[]
  readonly body: readonly Point[]
  readonly far: readonly Point[]
  /** Round things on it that can be told apart, and how bright they are, of 255: a pale head with a dark eye, the white spots of its wing. */
  readonly marks: readonly { readonly at: Point; readonly wide: number; readonly shade: number }[]
}

/** Beats while the film lasts, and its frames. */
export const GULL = { frames: 48, beats: 2, fps: 24, width: 480, height: 270 } as const

/** How far a part of the wing is raised at its highest, in radians. */
const RAISED = 1.25

export function gullAt(beat: number): GullShape {
  const turn = 2 * Math.PI * beat
  /** A part of the wing that comes so much later than the shoulder, so long and swept so far back. */
  const part = (late: number, long: number, back: number): Point => {
    const angle = RAISED * Math.sin(turn - late)
    return [-long * (back + 0.45 * Math.cos(angle)), -long * Math.sin(angle)]
  }
  const rise = 0.035 * Math.sin(turn + 0.5)
  const shoulder: Point = [0.1, -0.03 + rise]
  const add = ([x, y]: Point, [dx, dy]: Point): Point => [x + dx, y + dy]
  const elbow = add(shoulder, part(0, 0.15, 0.15))
  const wrist = add(elbow, part(0.55, 0.17, -0.5))
  const tip = add(wrist, part(1.05, 0.26, 0.5))
  const root: Point = [-0.02, 0.012 + rise]
  const between = (share: number): Point => [root[0] + (tip[0] - root[0]) * share, root[1] + (tip[1] - root[1]) * share]
  const trailing = add(between(0.5), [-0.012, 0.02])
  const far = ([x, y]: Point): Point => [x + 0.05, rise - 0.02 + (y - rise) * 0.86]
  const bodyAt = (x: number, y: number): Point => [x, y + rise]
  const front = [shoulder, elbow, wrist, tip]
  const body = [
    bodyAt(0.34, 0.005),
    bodyAt(0.29, -0.012),
    bodyAt(0.25, -0.045),
    bodyAt(0.2, -0.05),
    bodyAt(0.12, -0.045),
    bodyAt(-0.06, -0.03),
    bodyAt(-0.24, -0.012),
    bodyAt(-0.34, -0.03),
    bodyAt(-0.33, 0.03),
    bodyAt(-0.22, 0.03),
    bodyAt(-0.04, 0.055),
    bodyAt(0.12, 0.05),
    bodyAt(0.24, 0.012),
  ]
  return {
    ...{ front, back: [tip, trailing, root], body, marks: marksOn({ front, body }) },
    far: [far(shoulder), far(elbow), far(wrist), far(tip), far(trailing), far(root)],
  }
}

function marksOn({ front, body }: Pick<GullShape, 'front' | 'body'>): GullShape['marks'] {
  const along = (a: Point, b: Point, share: number): Point => [
    a[0] + (b[0] - a[0]) * share,
    a[1] + (b[1] - a[1]) * share,
  ]
  const [, elbow, wrist, tip] = front as [Point, Point, Point, Point]
  const eye = eyeOf({ body })
  return [
    { at: [eye[0] - 0.012, eye[1] + 0.006], wide: 0.032, shade: 226 },
    { at: eye, wide: 0.012, shade: 24 },
    { at: along(wrist, tip, 0.72), wide: 0.018, shade: 232 },
    { at: along(wrist, tip, 0.4), wide: 0.012, shade: 150 },
    { at: along(elbow, wrist, 0.5), wide: 0.014, shade: 130 },
  ]
}

export const eyeOf = ({ body }: Pick<GullShape, 'body'>): Point => [body[3]![0] + 0.02, body[3]![1] + 0.022]

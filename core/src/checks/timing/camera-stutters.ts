import { cameraSpeeds, judderLimit } from '../../timing/seen/camera'
import { judged, type CheckFacts, type Judge } from '../check'
import type { Observation } from '../finding'

/**
 * A camera goes too fast for the eye to follow and too slowly to be a whip: what stands still in the picture stutters.
 * The usual rule of camera work is one width of the picture in seven seconds at the fastest.
 */
export const cameraStutters = {
  id: 'camera-stutters',
  name: 'Camera stutters',
  group: 'timing',
  severity: 'look',
  why: 'What stands still stutters where the camera passes it faster than its width in seven seconds.',
  limits: {
    share: { words: 'Times as fast as one width in seven seconds', unit: '×', value: 1, min: 0.25, max: 40 },
  },
} as const satisfies CheckFacts

const rounded = (px: number) => Math.round(px * 10) / 10

/** Frames in a row on which it goes by faster than `most` pixels, with the most of each. */
function stretches(speeds: readonly number[], most: number): { from: number; to: number; px: number }[] {
  const found: { from: number; to: number; px: number }[] = []
  speeds.forEach((px, i) => {
    if (px <= most) return
    const last = found.at(-1)
    if (last && last.to === i + 1) Object.assign(last, { to: i + 2, px: Math.max(last.px, px) })
    else found.push({ from: i + 1, to: i + 2, px })
  })
  return found
}

export const judgeCameraStutters: Judge = {
  scene({ scene, take, limit }) {
    const { settings } = scene
    const most = limit('share') * judderLimit(settings)
    const camera = settings.cells ? [] : (scene.takes[take]?.camera ?? [])
    const findings = stretches(camera.length > 1 ? cameraSpeeds(camera, settings) : [], most).map(
      ({ from, to, px }): Observation => ({
        drawings: [],
        frames: [from],
        value: px,
        limit: most,
        unit: 'px',
        sentence: `The camera goes by at ${rounded(px)} px a frame from ${from} to ${to}: over ${rounded(most)} what stands still stutters, unless the eye follows something that goes along.`,
        evidence: [],
      }),
    )
    return judged(findings)
  },
}

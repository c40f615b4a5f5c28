import { clamp, framesPerBeat, type Settings } from '@unhurried/core'

/** A square is as high as a finger or a shaking hand needs. */
export const ROW = 24
export const HEAD = 26
export const NUMBER = 36
const CAMERA = 26
/** Notes take what the levels leave, and no less than shows that there is one. */
const NOTES = { least: 40, most: 110, share: 0.3 }
/** A level is at least as wide as its numbers need. */
const LEAST = 44

interface Room {
  /** As wide as the sheet is seen. */
  readonly room: number
  readonly levels: number
  /** Whether the camera has a column. */
  readonly camera: boolean
  /** As wide as the sounds' column is; 0 where there are none. */
  readonly sound: number
}

/** Where the columns of a sheet stand from left to right: numbers, camera, sounds, levels, notes. All in CSS pixels. */
export interface GridMeasures {
  readonly camera: number
  readonly soundAt: number
  /** Where the first level begins. */
  readonly before: number
  /** The width of a level. */
  readonly across: number
  readonly notes: number
  readonly width: number
}

export function gridMeasures({ room, levels, camera: hasCamera, sound }: Room): GridMeasures {
  const camera = hasCamera ? CAMERA : 0
  const soundAt = NUMBER + camera
  const before = soundAt + sound
  const notes = Math.round(clamp(NOTES.share * room, NOTES.least, NOTES.most))
  const across = Math.max(LEAST, Math.floor((room - before - notes) / levels))
  return { camera, soundAt, before, across, notes, width: before + notes + across * levels }
}

/** Measures as what lies on the sheet takes them: a sheet made wider writes nothing of it anew. */
export const measuresInCss = ({ before, across, notes, width }: GridMeasures) => ({
  '--row': `${ROW}px`,
  '--before': `${before}px`,
  '--across': `${across}px`,
  '--notes': `${notes}px`,
  '--width': `${width}px`,
})

/** The levels in view and one beyond each edge, counted from the left: from the first up to, not with, the other. */
export function columnsInView({ across }: GridMeasures, left: number, room: number, levels: number) {
  const first = Math.max(0, Math.floor(left / across) - 1)
  return { first, beyond: Math.min(levels, Math.ceil((left + room) / across) + 1) }
}

/** Beats by the frame they fall on, the first of them 1. */
export function beatsByFrame({ beats, fps, length }: Pick<Settings, 'beats' | 'fps' | 'length'>): Map<number, number> {
  if (!beats) return new Map()
  const { exact } = framesPerBeat(beats.bpm, fps)
  const count = Math.max(0, Math.floor((length - beats.first) / exact) + 1)
  return new Map(Array.from({ length: count }, (_, i) => [beats.first + Math.round(i * exact), i + 1]))
}

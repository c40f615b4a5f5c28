import { frameOfTick, secondsOfTick, type ReelTimes } from '../../production/reel-times'
import { cutList, type Cut, type SceneName } from './cut-list'

/** Events such a list numbers, with three digits. */
export const MOST_EVENTS = 999
/** The hour at which a reel begins, as tapes did. */
const HOUR = 3600

/**
 * A reel as a list of edits in the form of CMX 3600: an event for each shot, cut (C) or dissolved (D) from the one before,
 * with where it lies in its scene and in the reel, in the reel's frames. Shots of scenes at another rate are told by time.
 * Errors: RangeError when there are more shots than such a list can number.
 */
export function writeEdl(reel: {
  readonly name: string
  readonly times: ReelTimes
  readonly nameOf: SceneName
}): string {
  const cuts = cutList(reel.times, reel.nameOf)
  if (cuts.length > MOST_EVENTS)
    throw new RangeError(`An edit list numbers ${MOST_EVENTS} shots at the most. Hand over OpenTimelineIO instead.`)
  const events = cuts.flatMap((cut, i) => event(cut, cuts[i - 1], { n: i + 1, next: cuts[i + 1], times: reel.times }))
  return [`TITLE: ${plainLine(reel.name).slice(0, 70)}`, 'FCM: NON-DROP FRAME', '', ...events, ''].join('\r\n')
}

/** One line of text, as old programs read it. */
const plainLine = (text: string): string => text.replace(/\s+/g, ' ').trim()

/** `hh:mm:ss:ff` of so many frames. */
function timecode(frames: number, fps: number): string {
  const two = (value: number) => String(value).padStart(2, '0')
  const seconds = Math.floor(frames / fps)
  return [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60, frames % fps].map(two).join(':')
}

/** Tapes are named by eight letters or digits; black is BL. */
const tape = (cut: Cut | undefined) => (cut?.stem === undefined ? 'BL' : `S${cut.stem.slice(0, 4)}`)

/** Where a shot is in its scene when the reel has come to a frame of its own, counted from 0. */
function sourceAt({ time: { first, fps, start } }: Cut, frame: number, times: ReelTimes): number {
  const begins = ((first - 1) * times.fps) / fps
  return Math.round(begins + frame - secondsOfTick(times, start) * times.fps)
}

interface Place {
  readonly n: number
  readonly next: Cut | undefined
  readonly times: ReelTimes
}

function event(cut: Cut, before: Cut | undefined, { n, next, times }: Place): string[] {
  const { fps } = times
  // A shot ends in the list where the next begins to come in.
  const from = frameOfTick(times, cut.time.start) - 1
  const to = (next ? frameOfTick(times, next.time.start) : times.frames + 1) - 1
  const fade = Math.round(secondsOfTick(times, cut.time.fade) * fps)
  const line = (of: Cut | undefined, how: string, [start, end]: readonly [number, number]) => {
    const source = [start, end].map((frame) => timecode(of ? Math.max(0, sourceAt(of, frame, times)) : 0, fps))
    const record = [start, end].map((frame) => timecode(frame + HOUR * fps, fps))
    return [String(n).padStart(3, '0'), ` ${tape(of).padEnd(8)}`, 'V    ', how.padEnd(8), ...source, ...record].join(
      ' ',
    )
  }
  const comment = `* FROM CLIP NAME: ${plainLine(cut.name)}`
  const note = cut.time.shot.note ? [`* COMMENT: ${plainLine(cut.time.shot.note)}`] : []
  if (fade === 0) return [line(cut, 'C', [from, to]), comment, ...note]
  return [
    line(before, 'C', [from, from]),
    line(cut, `D    ${String(fade).padStart(3, '0')}`, [from, to]),
    ...(before ? [`* FROM CLIP NAME: ${plainLine(before.name)}`] : []),
    `* TO CLIP NAME: ${plainLine(cut.name)}`,
    ...note,
  ]
}

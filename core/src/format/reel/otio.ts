import { secondsOfTick, type ReelTimes } from '../../production/reel-times'
import { cutList, REEL_SOUND, STILL_DIGITS, storyStill, type Cut, type SceneName } from './cut-list'

/**
 * A reel as OpenTimelineIO JSON, by its published schema: Timeline.1, Stack.1, Track.1, Clip.2, Gap.1, Transition.1,
 * ImageSequenceReference.1, ExternalReference.1, RationalTime.1 and TimeRange.1. Pictures are told by where the stills
 * of the reel put them.
 */
export function writeOtio(reel: {
  readonly name: string
  readonly times: ReelTimes
  readonly nameOf: SceneName
  /** Frames of a scene. */
  readonly lengthOf: (scene: string) => number | undefined
  /** Its sound goes out beside it. */
  readonly sound: boolean
}): string {
  const { name, times } = reel
  const cuts = cutList(times, reel.nameOf)
  const seconds = secondsOfTick(times, times.shots.at(-1)?.end ?? 0n)
  const pictures = cuts.flatMap((cut) => [...transitionInto(cut, times), clip(cut, times, reel.lengthOf)])
  const heard = {
    ...named('Clip.2', name),
    ...{ source_range: range(0, seconds * times.fps, times.fps), effects: [], markers: [], enabled: true },
    media_references: { DEFAULT_MEDIA: file(REEL_SOUND, range(0, seconds * times.fps, times.fps)) },
    active_media_reference_key: 'DEFAULT_MEDIA',
  }
  const tracks = [track('Pictures', 'Video', pictures), ...(reel.sound ? [track('Sound', 'Audio', [heard])] : [])]
  const timeline = {
    ...named('Timeline.1', name),
    global_start_time: time(0, times.fps),
    tracks: { ...named('Stack.1', 'tracks'), ...plain, children: tracks },
  }
  return `${JSON.stringify(timeline, undefined, 2)}\n`
}

const plain = { source_range: null, effects: [], markers: [], enabled: true }
const named = (schema: string, name: string) => ({ OTIO_SCHEMA: schema, metadata: {}, name })
const time = (value: number, rate: number) => ({ OTIO_SCHEMA: 'RationalTime.1', rate, value })
const range = (start: number, frames: number, rate: number) => ({
  OTIO_SCHEMA: 'TimeRange.1',
  duration: time(frames, rate),
  start_time: time(start, rate),
})
const track = (name: string, kind: 'Video' | 'Audio', children: readonly object[]) => ({
  ...named('Track.1', name),
  ...plain,
  ...{ kind, children },
})
const file = (url: string, available: object) => ({
  ...named('ExternalReference.1', url),
  ...{ available_range: available, available_image_bounds: null, target_url: url },
})

/** Frames of its own that a shot comes in over. */
const fadeOf = ({ time: { fade, fps } }: Cut, times: ReelTimes) => secondsOfTick(times, fade) * fps

/** A cross-fade lies over the end of the clip before the cut: its clip begins where it has come in. */
function transitionInto(cut: Cut, times: ReelTimes): object[] {
  // What comes in from black has no clip before it to lie over.
  if (cut.time.fade === 0n || cut.time.start === 0n) return []
  const frames = secondsOfTick(times, cut.time.fade) * times.fps
  return [
    {
      ...named('Transition.1', 'Cross-fade'),
      ...{ transition_type: 'SMPTE_Dissolve', in_offset: time(frames, times.fps), out_offset: time(0, times.fps) },
    },
  ]
}

function clip(cut: Cut, times: ReelTimes, lengthOf: (scene: string) => number | undefined): object {
  const { first, last, fps, shot, start } = cut.time
  const before = start === 0n ? 0 : fadeOf(cut, times)
  const shown = range(first - 1 + before, last - first + 1 - before, fps)
  if (cut.stem === undefined) return { ...named('Gap.1', cut.name), ...plain, source_range: shown }
  const note = shot.note ? { metadata: { note: shot.note } } : {}
  const reference =
    cut.shows === 'scene'
      ? {
          ...named('ImageSequenceReference.1', cut.name),
          ...{ available_range: range(0, lengthOf(shot.scene!) ?? last, fps), available_image_bounds: null },
          ...{ target_url_base: `${cut.stem}/`, name_prefix: `${cut.stem}-`, name_suffix: '.png' },
          ...{ start_frame: 1, frame_step: 1, rate: fps, frame_zero_padding: STILL_DIGITS },
          missing_frame_policy: 'error',
        }
      : file(storyStill(cut.stem), range(0, last, fps))
  return {
    ...named('Clip.2', cut.name),
    ...{ source_range: shown, effects: [], markers: [], enabled: true, ...note },
    media_references: { DEFAULT_MEDIA: reference },
    active_media_reference_key: 'DEFAULT_MEDIA',
  }
}

import { distance } from '../../motion/arc'
import { landingPlace } from '../../motion/planned/accent'
import { frameAtSecond, heardWords, stressOf } from '../../sound/said'
import { firstFrameOf, exposuresOf } from '../../timing/sheet'
import { judged, type CheckFacts, type CheckContext, type Judge } from '../check'
import { amountIn, type Observation } from '../finding'
import { median } from '../size/median'
import { followed, type LevelSubject } from '../subject'

/** Only a sound that stands alone tells which picture it belongs to: so many seconds from its neighbours. */
const ALONE = 0.4
/** A picture so many frames after its sound is another matter. */
const REACH = 6
/** The greatest change stands out from those around it by this factor, and from the size of the figure by this share. */
const STANDS_OUT = 2.2
const MOVES = 0.12

/**
 * Picture late. What is heard before it is seen looks wrong at once; what is seen a little ahead reads as sharp. The
 * strike of an accent is held against the stress of its word, and the greatest change of a figure against a sound
 * that stands alone.
 */
export const latePicture = {
  id: 'late-picture',
  name: 'Picture late',
  group: 'timing',
  severity: 'mend',
  why: 'What is heard before it is seen looks wrong at once; a little ahead reads as sharp.',
  limits: { frames: { words: 'Later than its sound by', unit: 'frames', value: 2, min: 0, max: 24 } },
} as const satisfies CheckFacts

export const judgeLatePicture: Judge = {
  scene(context) {
    const late = context.limit('frames')
    return judged([...accentsLate(context, late), ...changesLate(context, late)])
  },
}

function accentsLate({ scene, take }: CheckContext, late: number): Observation[] {
  return Object.values(scene.plans ?? {}).flatMap((plan): Observation[] => {
    const [id, place] = String(plan.inputs['word'] ?? '').split('/')
    const sound = plan.planner === 'accent' ? scene.sounds?.[id!] : undefined
    const word =
      sound && heardWords(sound, scene.said?.[id!], scene.settings.fps).find((each) => each.place === Number(place))
    const steps = { before: Number(plan.inputs['before']), strike: Number(plan.inputs['strike']) }
    const drawing = plan.drawings[landingPlace(steps)]
    if (!word || !drawing) return []
    const frame = firstFrameOf(exposuresOf(scene, plan.level, take), drawing)
    const stressed = Math.round(stressOf(word))
    if (frame === undefined || frame - stressed <= late) return []
    return [
      {
        ...{
          level: plan.level,
          drawings: [drawing],
          frames: [frame],
          value: frame - stressed,
          limit: late,
          unit: 'frames',
        },
        sentence: `The accent on “${word.text}” lands on frame ${frame}; the word is stressed on frame ${stressed}. Move it ahead.`,
        evidence: [],
      },
    ]
  })
}

/** A frame on which a figure changes far more than before and after. */
interface Event {
  readonly subject: LevelSubject
  readonly drawing: string
  readonly frame: number
}

function changesLate({ scene, level, onsets }: CheckContext, late: number): Observation[] {
  const { fps, length } = scene.settings
  const alone = Object.values(scene.sounds ?? {}).flatMap((sound) => {
    if (sound.muted) return []
    const heard = onsets(sound.file).filter(
      ({ seconds }) => seconds >= sound.from && seconds < (sound.to ?? sound.seconds),
    )
    return heard
      .filter(
        ({ seconds }, i) =>
          seconds - (heard[i - 1]?.seconds ?? -ALONE) >= ALONE &&
          (heard[i + 1]?.seconds ?? Infinity) - seconds >= ALONE,
      )
      .map(({ seconds }) => ({ sound, frame: Math.floor(frameAtSecond(sound, seconds, fps) + 0.25) }))
      .filter(({ frame }) => frame >= 1 && frame <= length)
  })
  if (alone.length === 0) return []
  const events = scene.levelOrder.flatMap((id) => eventsOf(level(id)))
  return alone.flatMap(({ sound, frame }): Observation[] => {
    const near = events.filter((event) => event.frame - frame >= -REACH && event.frame - frame <= late + REACH)
    if (near.some((event) => event.frame - frame <= late)) return []
    const [event] = near.sort((a, b) => a.frame - b.frame)
    if (!event) return []
    const value = event.frame - frame
    return [
      {
        ...{
          level: event.subject.level.id,
          drawings: [event.drawing],
          frames: [event.frame],
          value,
          limit: late,
          unit: 'frames',
        },
        sentence: `${sound.name} is heard on frame ${frame}; ${event.subject.level.name} changes most on frame ${event.frame}, ${amountIn(value, 'frames')} later.`,
        evidence: [],
      },
    ]
  })
}

function eventsOf(subject: LevelSubject): Event[] {
  return subject.tracks.flatMap((track) =>
    subject.runs.flatMap((run): Event[] => {
      const places = followed(track, run)
      const steps = places.slice(1).map(({ shot, at }, i) => ({ shot, far: distance(places[i]!.at, at) }))
      const size = Math.sqrt(median(run.map(({ measured }) => measured.shape?.area ?? 0)))
      return steps.flatMap(({ shot, far }, i) => {
        const around = [...steps.slice(Math.max(0, i - 4), i), ...steps.slice(i + 1, i + 5)].map((step) => step.far)
        const stands =
          around.length >= 3 && far > STANDS_OUT * median(around) && far >= Math.max(...around) && far > MOVES * size
        return stands ? [{ subject, drawing: shot.drawing, frame: shot.frame }] : []
      })
    }),
  )
}

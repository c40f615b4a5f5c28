import { pinOf, type Chart, type Point } from '@unhurried/core'
import { computed } from 'vue'
import { followDrag } from '../../../parts/drag'
import { ARROWS } from '../../../parts/typing'
import { useScene } from '../../../session/scene'
import type { Landmarks } from '../../tools/useLandmarks'
import type { Slides } from '../../tools/useSlides'
import { bendToward } from './paths'

/** What a pointer or a key on the guides does: nothing, pins landmarks, or slides a drawing under the light. */
export type GuideMode = 'look' | 'pin' | 'slide'

interface OnPaper {
  readonly mode: () => GuideMode
  readonly chart: () => Chart | undefined
  readonly landmarks: () => Landmarks
  readonly slides: () => Slides
  /** Scene pixels for one CSS pixel. */
  readonly k: () => number
  readonly onPaper: (event: PointerEvent) => Point
}

/** What was taken hold of: told where the pointer goes, and that it was let go. */
interface Hold {
  readonly to: (at: Point) => void
  readonly end?: () => void
}

/** How far the handle by which a drawing is turned lies from its middle: a share of the paper, at most so many CSS pixels. */
const REACH = { share: 0.3, px: 90 }
/** A path bent less than this, in CSS pixels, is straight. */
const STRAIGHT = 2
/** Steps of the arrow keys in scene pixels, and of [ and ] in degrees; with Shift. */
const STEP = { fine: 1, wide: 10 }

/** The drawing that is slid under the light, with its middle and the handle to turn it by. */
function useSlideInHand({ mode, slides, k }: OnPaper) {
  const store = useScene()
  return computed(() => {
    const drawing = slides().picked.value
    if (mode() !== 'slide' || drawing === undefined) return undefined
    const { x, y, turn } = slides().of(drawing)
    const { width, height } = store.apartFromInk!.settings
    const centre = { x: width / 2 + x, y: height / 2 + y }
    const reach = Math.min(height * REACH.share, REACH.px * k())
    return { drawing, centre, handle: { x: centre.x + Math.sin(turn) * reach, y: centre.y - Math.cos(turn) * reach } }
  })
}
type SlideInHand = ReturnType<typeof useSlideInHand>

/** What a pointer takes hold of, by the handle it is put down on. */
function useHolds(paper: OnPaper, slideInHand: SlideInHand) {
  const store = useScene()
  function pinning(landmark: string, at: Point): Hold {
    const landmarks = paper.landmarks()
    let last = at
    landmarks.tryAt(landmark, at.x, at.y)
    return {
      to(now) {
        last = now
        landmarks.tryAt(landmark, now.x, now.y)
      },
      end: () => landmarks.pinAt(landmark, last.x, last.y),
    }
  }
  function bending(chart: Chart, landmark: string): Hold {
    const pin = (drawing: string) => pinOf(store.apartFromInk!.drawings[drawing], landmark)!
    const edit = (bend: number | null) => ({ type: 'chart.bend' as const, chart: chart.id, landmark, bend })
    let last: number | undefined
    return {
      to(at) {
        last = bendToward(pin(chart.from), pin(chart.to), at, STRAIGHT * paper.k())
        store.attempt(edit(last))
      },
      end: () => last !== undefined && store.change(edit(last === 0 ? null : last)),
    }
  }
  function sliding(drawing: string, from: Point): Hold {
    let last = from
    return {
      to(at) {
        paper.slides().by(drawing, { x: at.x - last.x, y: at.y - last.y })
        last = at
      },
    }
  }
  function turning(drawing: string, from: Point): Hold {
    let last = from
    return {
      to(at) {
        const { centre } = slideInHand.value!
        const angle = (p: Point) => Math.atan2(p.y - centre.y, p.x - centre.x)
        const by = angle(at) - angle(last)
        paper.slides().by(drawing, { turn: Math.atan2(Math.sin(by), Math.cos(by)) })
        last = at
      },
    }
  }
  /** What a pointer put down on a handle, or on the paper beside all of them, takes hold of. */
  function holdOf(handle: string, at: Point): Hold | undefined {
    if (paper.mode() === 'slide') {
      const drawing = paper.slides().picked.value
      return drawing === undefined ? undefined : handle === 'turn' ? turning(drawing, at) : sliding(drawing, at)
    }
    const [what, id] = handle.split(' ')
    const chart = paper.chart()
    if (what === 'bend') return chart && id !== undefined ? bending(chart, id) : undefined
    const landmark = what === 'pin' ? id : paper.landmarks().inHand.value?.id
    return landmark === undefined || store.drawing === undefined ? undefined : pinning(landmark, at)
  }
  return holdOf
}

/** Which way a key turns, by its sign; with Shift keys give other signs, and are known by their places. */
const TURNS: Readonly<Record<string, number>> = { '[': -1, ']': 1, BracketLeft: -1, BracketRight: 1 }

/** Arrow keys on the guides: they move the pin in hand, or the drawing under the light. */
function useGuideKeys(paper: OnPaper) {
  const store = useScene()
  function slideBy({ key, code, shiftKey }: KeyboardEvent, step: number): boolean {
    const drawing = paper.slides().picked.value
    const arrow = ARROWS[key]
    const turn = TURNS[shiftKey ? code : key] ?? 0
    if (drawing === undefined || (!arrow && turn === 0)) return false
    const by = arrow ? { x: arrow[0] * step, y: arrow[1] * step } : { turn: (turn * step * Math.PI) / 180 }
    paper.slides().by(drawing, by)
    return true
  }
  function pinBy({ key }: KeyboardEvent, step: number): boolean {
    const { inHand, entry, pick, pinAt } = paper.landmarks()
    const landmark = inHand.value?.id
    const { drawing } = store
    if (landmark === undefined || drawing === undefined) return false
    const pin = pinOf(entry.value, landmark)
    const arrow = ARROWS[key]
    if (key === 'Enter' && !pin) {
      const { width, height } = store.apartFromInk!.settings
      pinAt(landmark, width / 2, height / 2)
      return true
    }
    if (!arrow || !pin) return false
    pick(landmark)
    const moved = { ...pin, x: pin.x + arrow[0] * step, y: pin.y + arrow[1] * step }
    store.change({ type: 'pin.set', drawing, landmark, pin: moved })
    return true
  }
  function onKey(event: KeyboardEvent) {
    const step = event.shiftKey ? STEP.wide : STEP.fine
    const mode = paper.mode()
    const isDone = mode === 'slide' ? slideBy(event, step) : mode === 'pin' && pinBy(event, step)
    if (!isDone) return
    event.preventDefault()
    event.stopPropagation()
  }
  return onKey
}

/** The hand on what is laid over the paper: pins, bends of paths, and drawings slid under the light. */
export function useGuideDrag(paper: OnPaper) {
  const slideInHand = useSlideInHand(paper)
  const holdOf = useHolds(paper, slideInHand)
  let isHeld = false

  function down(event: PointerEvent) {
    if (event.button > 0 || isHeld || paper.mode() === 'look') return
    const hold = holdOf((event.target as Element).getAttribute('data-handle') ?? '', paper.onPaper(event))
    if (!hold) return
    isHeld = true
    event.preventDefault()
    followDrag(event, {
      onMove: (_, moved) => hold.to(paper.onPaper(moved)),
      onEnd: () => {
        isHeld = false
        hold.end?.()
      },
    })
  }
  return { slideInHand, down, onKey: useGuideKeys(paper) }
}

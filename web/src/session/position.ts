import { clamp, drawingsShown, exposureAt, exposuresOf, type Scene } from '@unhurried/core'
import { computed, ref, shallowRef, type Ref } from 'vue'
import { keepLastPlace, lastPlaceIn } from './kept/last-place'

/** Frames chosen on the sheet. */
export interface Chosen {
  readonly levels: readonly string[]
  readonly from: number
  readonly to: number
}

/** Where we are in a scene: the take on the sheet, level, frame and the drawing there, what is chosen. */
export function usePosition(scene: Ref<Scene | undefined>) {
  const take = ref('')
  const level = ref('')
  const frame = ref(1)
  /** Frames chosen on the sheet, when more than the one we are at. */
  const chosen = shallowRef<Chosen>()
  /** A level shown by itself on this page. */
  const solo = ref<string>()
  /** The scene that is open, by its id. */
  let of = ''

  const exposures = computed(() =>
    scene.value?.levels[level.value] ? exposuresOf(scene.value, level.value, take.value) : [],
  )
  const here = computed(() => exposureAt(exposures.value, frame.value))
  const drawing = computed(() => here.value?.drawing ?? undefined)

  /** Begins at the first frame of the main take, or where one was when the scene was left, as far as that is still there. */
  function begin(id: string, opened: Scene) {
    of = id
    const last = lastPlaceIn(id)
    take.value = last && opened.takes[last.take] ? last.take : opened.mainTake
    level.value = last && opened.levels[last.level] ? last.level : mostWorked(opened)
    frame.value = Math.min(last?.frame ?? 1, opened.settings.length)
  }
  function leave() {
    if (of) keepLastPlace({ scene: of, take: take.value, level: level.value, frame: frame.value })
  }
  // Neither a flip nor a stroke writes it: it is kept when the page is left.
  globalThis.addEventListener?.('pagehide', leave)

  /** Keeps the take within what is there; before the scene changes, for all that follows looks at it. */
  function keepTake(now: Scene) {
    if (!now.takes[take.value]) take.value = now.mainTake
  }
  /** Keeps where we are within what is there. */
  function keepWithin(now: Scene) {
    if (!now.levels[level.value]) level.value = now.levelOrder.at(-1)!
    frame.value = Math.min(frame.value, now.settings.length)
    if (chosen.value && chosen.value.to > now.settings.length) chosen.value = undefined
  }
  function clear() {
    leave()
    of = ''
    chosen.value = undefined
    solo.value = undefined
  }

  /** Goes to where a drawing is first shown, so that a change to it is seen. */
  function showDrawing(target: string) {
    const entry = scene.value?.drawings[target]
    if (!entry) return
    const shown = drawingsShown(exposuresOf(scene.value!, entry.level, take.value)).find(
      (each) => each.drawing === target,
    )
    level.value = entry.level
    if (shown) frame.value = shown.frame
  }
  function goTo(target: number) {
    if (scene.value) frame.value = clamp(Math.round(target), 1, scene.value.settings.length)
  }

  /** The frame of the drawing before or after this one on the level; on a loop round its seam. */
  function besideOf(direction: 1 | -1): number | undefined {
    const shown = drawingsShown(exposures.value)
    if (shown.length === 0) return undefined
    const current = shown.findLastIndex((entry) => entry.frame <= frame.value)
    const exact = current >= 0 && shown[current]!.drawing === drawing.value
    const next = direction === 1 ? current + 1 : exact ? current - 1 : current
    const around = scene.value!.levels[level.value]!.loop ? (next + shown.length) % shown.length : next
    return shown[around]?.frame
  }
  function flip(direction: 1 | -1) {
    const target = besideOf(direction)
    if (target !== undefined) frame.value = target
  }

  /** All drawings of the take, the nearest to this frame first, then those it does not show. */
  function nearestFirst(): string[] {
    const now = scene.value
    if (!now) return []
    return now.levelOrder
      .flatMap((each) => drawingsShown(exposuresOf(now, each, take.value)))
      .sort((a, b) => Math.abs(a.frame - frame.value) - Math.abs(b.frame - frame.value))
      .map((entry) => entry.drawing)
      .concat(Object.keys(now.drawings))
  }

  return {
    at: { take, level, frame, chosen, solo, exposures, here, drawing, showDrawing, goTo, besideOf, flip },
    begin,
    keepTake,
    keepWithin,
    clear,
    nearestFirst,
  }
}

/** The level with the most drawings that is seen, the upper one of equals: where work goes on most likely. */
function mostWorked(scene: Scene): string {
  const drawings = (level: string) =>
    scene.levels[level]!.hidden ? -1 : Object.values(scene.drawings).filter((entry) => entry.level === level).length
  return [...scene.levelOrder].reverse().sort((a, b) => drawings(b) - drawings(a))[0]!
}

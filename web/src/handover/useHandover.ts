import {
  clamp,
  canShowFilms,
  EXPORT_FORMATS,
  exportFormat,
  framesGoingBy,
  pictureRuns,
  runsOverFilms,
  runsWithin,
  type PictureRun,
  type Scene,
  lengthOfTake,
} from '@unhurried/core'
import { computed, reactive, watch } from 'vue'
import { useRoute } from 'vue-router'
import { framesAndSeconds } from '../parts/frames'
import { useScene } from '../session/scene'
import { cautions } from './cautions'
import { lettersLacking, wordsPrinted } from './letters'
import { levelAlone } from './level-alone'
import type { Handover } from './useMaking'

/** What is asked for by its own width is kept within what a picture may be. */
const LONGEST = 8192
const MOST_TURNS = 1000

/** What was chosen on the sheet is what goes out. */
const firstWish = (take: string, { from, to }: { from: number; to: number }): Handover => ({
  ...{ what: 'scene', level: '*', seconds: 10 },
  ...{ as: 'gif', take, paper: 'a4', scale: 1, footage: false, clear: false, exact: true, loops: 0, turns: 1 },
  ...{ first: from, last: to },
  sprites: { trimmed: true, padding: 1, powers: false },
})

function runsOf(scene: Scene, { take, footage, first, last }: Handover): PictureRun[] {
  const all = pictureRuns(scene, take)
  return runsWithin(footage ? runsOverFilms(scene, all) : all, first, last)
}

/** What is asked for on the page, and what follows from it: which pictures, how many, how large, how long. */
export function useHandover() {
  const store = useScene()
  const asked = useRoute().query['as']
  const form = reactive(firstWish(store.take, store.chosen ?? { from: 1, to: lengthOfTake(store.scene!, store.take) }))
  const wished = EXPORT_FORMATS.find(({ id }) => id === asked)
  if (wished) form.as = wished.id
  const format = computed(() => exportFormat(form.as))
  /** What goes out: all of the scene, or one of its levels alone. */
  const scene = computed(() => (format.value.needs.painted ? levelAlone(store.scene!, form.level) : store.scene!))
  const length = computed(() => lengthOfTake(scene.value, form.take))
  const count = computed(() => form.last - form.first + 1)
  /** Whole frames of the scene; the one that is dragged past the other takes it along. */
  function setRange(first: number, last: number) {
    const within = (frame: number) => clamp(Math.round(frame), 1, length.value)
    const kept = first === form.first ? { first: Math.min(first, last), last } : { first, last: Math.max(first, last) }
    Object.assign(form, { first: within(kept.first), last: within(kept.last) })
  }
  watch(length, (now, was) => setRange(form.first, form.last === was ? now : Math.min(form.last, now)))
  /** The scene goes out, or how it was made. */
  const making = computed(() => form.what === 'making' && format.value.needs.making === true)
  /** Pictures go out in a size and over a ground; sheets and archives do not. */
  const pictures = computed(() => format.value.needs.painted === true)
  const takes = computed(() => Object.values(scene.value.takes).filter((take) => !take.away))
  /** Films under the paper may go out with it, where they can be painted. */
  const filmed = computed(
    () => canShowFilms(format.value) && !making.value && Object.keys(scene.value.footage ?? {}).length > 0,
  )
  watch(filmed, (can) => (form.footage &&= can))
  const runs = computed(() => runsOf(scene.value, form))
  const size = computed(() => ({
    width: Math.max(1, Math.round(scene.value.settings.width * form.scale)),
    height: Math.max(1, Math.round(scene.value.settings.height * form.scale)),
  }))
  const grounds = computed(() =>
    Object.values(scene.value.levels).some((level) => level.ground?.picture && !level.hidden),
  )
  const empty = computed(() => !grounds.value && runs.value.every((run) => run.shown.length === 0))
  const lacking = computed(() => lettersLacking(format.value.needs.paper ? wordsPrinted(scene.value, form.take) : []))
  const notes = computed(() =>
    cautions({
      ...{ scene: scene.value, runs: runs.value, as: form.as, clear: form.clear, last: form.last },
      ground: grounds.value,
      lacking: lacking.value,
    }),
  )

  const ownWidth = (width: number | undefined) => {
    const { width: own, height } = scene.value.settings
    const most = Math.floor((LONGEST * own) / Math.max(own, height))
    if (width) form.scale = clamp(width, 8, most) / own
  }
  const goesBy = computed(() =>
    framesGoingBy(making.value ? form.seconds * scene.value.settings.fps : count.value, form.turns),
  )
  const lasts = computed(() => framesAndSeconds(goesBy.value, scene.value.settings.fps))
  const ownSeconds = (seconds: number | undefined) => {
    if (seconds) form.turns = clamp((seconds * scene.value.settings.fps) / count.value, 1 / count.value, MOST_TURNS)
  }

  let wasForSprites = false
  // Sprites are nearly always wanted over nothing; what cannot be clear is over the paper.
  watch(format, ({ needs }) => {
    form.clear = needs.sprites === true || (form.clear && !needs.opaque && !wasForSprites)
    wasForSprites = needs.sprites === true
  })

  return reactive({
    form,
    format,
    scene,
    length,
    count,
    setRange,
    making,
    filmed,
    pictures,
    takes,
    runs,
    size,
    empty,
    notes,
    longest: LONGEST,
    ownWidth,
    mostTurns: MOST_TURNS,
    goesBy,
    lasts,
    ownSeconds,
  })
}
export type HandoverWork = ReturnType<typeof useHandover>

import {
  framesToSeconds,
  LIMITS,
  secondsToFrames,
  settingsSchema,
  usualExposure,
  type Approach,
  type Settings,
} from '@unhurried/core'
import { computed, reactive, ref } from 'vue'

export const SIZES = [
  { name: 'Wide', use: 'screens, film', width: 1280, height: 720 },
  { name: 'Upright', use: 'phones', width: 720, height: 1280 },
  { name: 'Square', use: 'posts, stickers', width: 800, height: 800 },
  { name: 'Small sprite', use: 'games', width: 64, height: 64 },
] as const
export const PAPERS = ['#fbf7ee', '#ffffff', '#eef1ec', '#e6edf2', '#f3e3cf', '#3b3f4a'] as const

/** Until a rate is typed. */
const USUAL_RATE = 24
/** More seconds than any scene has. */
const MOST_SECONDS = 1e5

/** What stands in the fields of a new scene, and what settings that makes. */
export function useSceneForm() {
  const form = reactive({
    name: '',
    size: 'Wide',
    width: '1280',
    height: '720',
    fps: String(USUAL_RATE),
    length: '48',
    unit: 'frames' as 'frames' | 'seconds',
    paper: PAPERS[0] as string,
    approach: 'pose-to-pose' as Approach,
    /** Frames a new drawing is shown for; as is usual at the rate until it is chosen. */
    exposure: undefined as number | undefined,
    follows: true,
    numbering: 'by-frame' as Settings['numbering'],
    cells: true,
  })
  const fps = computed(() => settingsSchema.shape.fps.safeParse(Number(form.fps)).data)
  /** Frames, whole or not. */
  const length = computed(() => {
    const typed = Number(form.length)
    if (!(typed > 0) || !Number.isFinite(typed)) return undefined
    if (form.unit === 'frames') return typed
    return typed < MOST_SECONDS ? secondsToFrames(typed, fps.value ?? USUAL_RATE) : undefined
  })
  /** Drawn one after the other, not planned from key to key. */
  const isAhead = computed(() => form.approach !== 'pose-to-pose')
  /** Small enough to be drawn cell by cell. */
  const isSmall = computed(() => Math.max(Number(form.width), Number(form.height)) <= LIMITS.cellSide)

  function choose(name: string) {
    const size = SIZES.find((each) => each.name === name)
    form.size = name
    if (size) Object.assign(form, { width: String(size.width), height: String(size.height) })
  }
  function changeUnit(unit: typeof form.unit) {
    if (unit === form.unit || !length.value) return
    const seconds = framesToSeconds(length.value, fps.value ?? USUAL_RATE)
    form.length = unit === 'frames' ? String(length.value) : String(Number(seconds.toFixed(3)))
    form.unit = unit
  }

  const parsed = computed(() =>
    settingsSchema.safeParse({
      name: form.name,
      width: Number(form.width),
      height: Number(form.height),
      fps: Number(form.fps),
      length: length.value ?? 0,
      paper: form.paper,
      approach: form.approach,
      ...(isAhead.value && form.exposure && { exposure: form.exposure }),
      ...(isAhead.value && form.follows && { lengthFollows: true }),
      numbering: form.numbering,
      ...(isSmall.value && form.cells && { cells: true }),
    }),
  )
  const isTried = ref(false)
  /** The sentence for one field, once the person has tried to go on or filled it in. */
  function wrong(field: 'name' | 'width' | 'height' | 'fps' | 'length'): string {
    const isUntouched = field === 'name' || form[field] === ''
    if (parsed.value.success || (isUntouched && !isTried.value)) return ''
    return parsed.value.error.issues.find((issue) => issue.path[0] === field)?.message ?? ''
  }
  return {
    form,
    fps,
    length,
    isAhead,
    isSmall,
    /** Frames a new drawing will be shown for. */
    onFrames: computed(() => form.exposure ?? usualExposure({ fps: fps.value ?? USUAL_RATE })),
    choose,
    changeUnit,
    wrong,
    /** The settings, when all of them make sense; from then on what does not is told. */
    settings(): Settings | undefined {
      isTried.value = true
      return parsed.value.data
    },
  }
}

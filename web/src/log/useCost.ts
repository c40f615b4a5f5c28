import {
  applyEdit,
  workIn,
  costOfLength,
  costOfRate,
  counted,
  drawnAgain,
  drawnInColours,
  EditRefused,
  mendEdit,
  toMend,
  type Edit,
  type Pass,
  type Scene,
} from '@unhurried/core'
import { computed, reactive, ref, watch } from 'vue'
import { useScene } from '../session/scene'
import { hoursInWords, rangeInWords } from './days'
import { useDrawnLevels } from './useDrawnLevels'
import { useHours } from './useHours'
import type { Log } from './useLog'

/** What can be changed that costs work. */
export const CHANGES = [
  { id: 'design', words: 'the design of a level' },
  { id: 'colour', words: 'where a colour lies' },
  { id: 'length', words: 'the length' },
  { id: 'rate', words: 'the rate' },
] as const
export type Change = (typeof CHANGES)[number]['id']

/** What a change touches and what that costs, before it is made. */
export function useCost(log: Log) {
  const store = useScene()
  const levels = useDrawnLevels()
  const form = reactive({
    change: 'design' as Change,
    level: levels.value[0]?.id ?? '',
    passes: [] as Pass[],
    /** A colour's id, or `group:` and a group's name. */
    colour: '',
    length: store.scene!.settings.length,
    fps: store.scene!.settings.fps,
  })
  watch(
    () => form.level,
    () => (form.passes = []),
  )
  /** Lines say where colours lie; they are fetched when somebody asks. */
  const hasInk = ref(false)
  watch(
    () => form.change,
    async (change) => {
      if (change !== 'colour' || hasInk.value) return
      hasInk.value = await store.allInk()
    },
  )
  const colours = computed(() => coloursOf(store.scene!))
  const swatches = computed(() => colours.value.find(({ id }) => id === form.colour)?.swatches ?? [])

  /** Drawings to be done again, with their passes. */
  const touched = computed(() => {
    const scene = store.scene!
    if (form.change === 'design') return drawnAgain(scene, form)
    if (form.change !== 'colour' || !hasInk.value || swatches.value.length === 0) return []
    return drawnInColours(scene, store.ink!.inkOf, new Set(swatches.value))
  })
  const reworked = computed(() => reworkedBy(store.id, store.scene!, form))
  const cost = computed(() =>
    typeof reworked.value === 'object' ? reworked.value.toDo : workIn(store.id, store.scene!, touched.value),
  )
  const hours = useHours(
    log.estimator,
    () => [cost.value],
    () => (cost.value.length > 0 ? log.all.value : undefined),
  )
  const words = computed(() => {
    if (typeof reworked.value === 'string') return reworked.value
    const unchosen = unchosenWords(form, hasInk.value)
    if (unchosen) return unchosen
    const lost = reworked.value?.lost.length ?? 0
    const gone = lost > 0 ? `${counted(lost, 'drawing')} already drawn would be shown no more.` : ''
    if (cost.value.length === 0) {
      if (gone) return gone
      const listed =
        form.change === 'design' && toMend(store.scene!).some(({ drawing }) => drawing.level === form.level)
      return listed ? 'All of that is on the list to be mended.' : 'Nothing of that is drawn yet: it costs nothing.'
    }
    const counts = cost.value.map(({ count, pass }) => `${counted(count, 'drawing')} in ${pass}`).join(', ')
    const { p20, p50, p80 } = hours.value?.[0] ?? { p20: NaN, p50: NaN, p80: NaN }
    const long = Number.isNaN(p50) ? 'reckoning …' : `about ${hoursInWords(p50)}${rangeInWords({ p20, p80 })}.`
    const more = reworked.value ? ' more' : ''
    return `${counts}${more}: ${long}${gone && ` ${gone}`}`
  })

  return {
    form,
    levels,
    colours,
    words,
    touched,
    /** Puts what is touched on the list of what is to be mended, as one step. */
    putOnList() {
      const edits = touched.value.flatMap((each) => mendEdit(store.scene!, each) ?? [])
      if (edits.length > 0)
        store.change({ type: 'together', words: `${counted(edits.length, 'drawing')} to be mended`, edits })
    },
  }
}

/** Colours by themselves and their groups, to choose from. */
function coloursOf({ palette }: Scene) {
  const groups = [...new Set(palette.flatMap(({ group }) => (group ? [group] : [])))]
  return [
    ...groups.map((group) => ({
      id: `group:${group}`,
      name: `${group}, all of it`,
      swatches: palette.filter((swatch) => swatch.group === group).map(({ id }) => id),
    })),
    ...palette.filter(({ into }) => !into).map(({ id, name }) => ({ id, name, swatches: [id] })),
  ]
}

function unchosenWords(
  { change, passes, colour }: { change: Change; passes: readonly Pass[]; colour: string },
  hasInk: boolean,
) {
  if (change === 'design' && passes.length === 0) return 'Choose what would have to be drawn again.'
  if (change !== 'colour') return ''
  if (!colour)
    return 'Choose a colour or a group. To change the colour itself costs nothing: it changes everywhere at once.'
  return hasInk ? '' : 'Fetching the lines …'
}

/** What another length or rate brings and takes; a sentence when there is none, undefined when something else is changed. */
function reworkedBy(
  id: string,
  scene: Scene,
  { change, length, fps }: { change: Change; length: number; fps: number },
) {
  if (change !== 'length' && change !== 'rate') return undefined
  const edit: Edit =
    change === 'length'
      ? { type: 'scene.set', settings: { length, lengthFollows: false } }
      : { type: 'scene.rate', fps, keep: 'seconds' }
  const same = change === 'length' ? length === scene.settings.length : fps === scene.settings.fps
  if (same) return `Say another ${change}.`
  try {
    const after = applyEdit(scene, edit).scene
    return change === 'length' ? costOfLength(id, scene, after) : costOfRate(id, scene, after)
  } catch (error) {
    if (error instanceof EditRefused) return error.message
    throw error
  }
}

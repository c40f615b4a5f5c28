import {
  counted,
  numberedNames,
  pagesLaid,
  quantized,
  type InkPiece,
  type Page,
  type Pass,
  type Scan,
} from '@unhurried/core'
import { computed, reactive, ref, watch } from 'vue'
import { inWords } from '../api/in-words'
import { api } from '../api/api'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { WorkerStopped } from '../workers/client'
import type { Laying, PaperIn } from './usePaperIn'

/** The lightest and the heaviest line there is, in scene pixels. */
const LEAST_SIZE = 0.5
const MOST_SIZE = 400
const LOST = 'The work on a page stopped unexpectedly. Try again.'

/** Pages become drawings: each traced or kept as a picture, then all laid on the sheet at once. */
export function useLaying(work: PaperIn) {
  const store = useScene()
  const { fps, length } = store.scene!.settings
  const form = reactive({
    level: 'new',
    name: 'From paper',
    as: 'lines' as 'lines' | 'shapes' | 'picture' | 'colours',
    /** The page lies under what was traced of it, until it is taken away. */
    below: false,
    pass: 'line' as Extract<Pass, 'rough' | 'line'>,
    swatch: store.scene!.palette[0]!.id,
    frame: 1,
    hold: Math.max(1, Math.round(0.2 * fps)),
    boils: false,
    /** They stand on the frames that the numbers in their names say. */
    numbered: false,
    boilFrames: Math.max(length, fps),
  })
  const numbers = computed(() => numberedNames(work.layings.value.map(({ page }) => page.name)))
  const isPicture = computed(() => form.as === 'picture' || form.as === 'colours')
  // Stills lie pixel on pixel, whatever is drawn on them.
  watch(
    () => form.as === 'colours',
    (still) => (work.settings.pixelOnPixel = still),
  )
  const progress = ref<{ words: string; share: number }>()
  const trouble = ref('')
  const done = ref('')
  let stopped = false

  async function drawingOf(laying: Laying) {
    const traced = isPicture.value ? undefined : await traceOf(work, laying, form)
    const pictured = isPicture.value || form.below ? await pictureOf(work, laying, form) : undefined
    const below: Pass = form.as === 'colours' ? 'colour' : form.as === 'picture' ? form.pass : 'rough'
    // Under its own lines on one pass it is the lowest.
    const inks: Partial<Record<Pass, InkPiece[]>> = { ...(pictured && { [below]: [pictured.scan] }) }
    if (traced) inks[form.pass] = [...(inks[form.pass] ?? []), ...traced]
    return { inks, page: pictured?.page }
  }

  async function lay(): Promise<boolean> {
    const numbered = form.numbered && !form.boils ? numbers.value : undefined
    const layings = numbered ? numbered.order.map((i) => work.layings.value[i]!) : work.layings.value
    stopped = false
    trouble.value = done.value = ''
    const here = store.thisScene()
    try {
      const made: Awaited<ReturnType<typeof drawingOf>>[] = []
      for (const [i, laying] of layings.entries()) {
        progress.value = { words: `Laying ${laying.page.name}`, share: i / layings.length }
        made.push(await drawingOf(laying))
        if (stopped || !here.isOpen()) return false
      }
      const { edits, level } = pagesLaid({
        ...{ scene: store.working!, take: store.take, frame: form.frame, hold: form.hold, freshId },
        after: numbered?.after,
        on: form.level === 'new' ? { name: form.name.trim() || 'From paper' } : { level: form.level },
        inks: made.map(({ inks }) => inks),
        pages: made.flatMap(({ page }) => page ?? []),
        ...(form.boils && { boil: { frames: form.boilFrames, seed: Math.floor(Math.random() * 10_000) } }),
      })
      if (!here.change(...edits)) return false
      for (const { page } of layings) page.laid = true
      store.level = level
      store.goTo(form.frame)
      done.value = `${counted(layings.length, 'drawing')} laid from frame ${form.frame}.`
      return true
    } catch (error) {
      if (!(error instanceof WorkerStopped)) trouble.value = inWords(error)
      return false
    } finally {
      progress.value = undefined
    }
  }

  return {
    ...{ form, isPicture, numbers, progress, trouble, done, lay },
    stop() {
      stopped = true
      progress.value = undefined
    },
  }
}

const levelsOf = ({ page }: Laying) => page.levels ?? page.looked!.levels

/** The lines or shapes of a page as ink. */
async function traceOf(
  work: PaperIn,
  laying: Laying,
  { as, swatch }: { as: string; swatch: string },
): Promise<InkPiece[]> {
  const { page, box, matrix } = laying
  const answer = await work.client.ask({
    ...{ kind: 'trace', page: await work.orderOf(page), levels: levelsOf(laying), matrix: [...matrix] },
    as: as === 'shapes' ? 'shapes' : 'lines',
    ...(box && { box: { ...box } }),
  })
  if (answer.kind !== 'traced') throw new Error(LOST)
  const lines = answer.lines.map(({ size, points }): InkPiece => {
    return { kind: 'stroke', id: freshId(), swatch, size: Math.min(MOST_SIZE, Math.max(LEAST_SIZE, size)), points }
  })
  const shapes = answer.shapes.map(({ outline, holes }): InkPiece => {
    return { kind: 'fill', id: freshId(), swatch, outline, ...(holes.length > 0 && { holes }) }
  })
  return [...lines, ...shapes].map((piece) => quantized(piece))
}

/** What a page in all its colours says of its levels. */
export const AS_IT_IS = { black: 0, white: 255, colours: true } as const

/** A page kept as it was read, and the ink that shows it. */
async function pictureOf(
  work: PaperIn,
  laying: Laying,
  { as, swatch }: { as: string; swatch: string },
): Promise<{ page: Page; scan: Scan }> {
  const colours = as === 'colours'
  const { box, matrix } = laying
  const answer = await work.client.ask({
    ...{ kind: 'picture', page: await work.orderOf(laying.page), matrix: [...matrix], colours },
    ...(box && { box: { ...box } }),
  })
  if (answer.kind !== 'pictured') throw new Error(LOST)
  const { width, height } = answer
  const { picture } = await api.putPicture(answer.picture, 'image/png')
  const read = colours ? { ...AS_IT_IS } : levelsOf(laying)
  const page: Page = { id: freshId(), name: laying.page.name.slice(0, 100), picture, width, height, ...read }
  const scan = { kind: 'scan' as const, id: freshId(), swatch, page: page.id, width, height, matrix: answer.matrix }
  return { page, scan: quantized(scan) }
}

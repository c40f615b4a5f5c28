import { fittedInto, followedBy, type Matrix, type PageBox } from '@unhurried/core'
import { computed, watch } from 'vue'
import { useScene } from '../session/scene'
import { boxFitted, lieMatrix, STAYS, together, type Lie } from './placing'
import { usePages, type PageIn, type Pages } from './usePages'

/** One drawing to be laid: a page, or a box of one. */
export interface Laying {
  readonly page: PageIn
  readonly box: PageBox | undefined
  readonly matrix: Matrix
}

/** Pages from files or a camera, laid on one another and shown as they will lie. */
export function usePaperIn() {
  const store = useScene()
  const work = usePages()
  const { pages, first, settings, client, orderOf } = work
  const paper = computed(() => store.scene!.settings)
  watch(
    () => [settings.drop, settings.apart, settings.together],
    () => pages.forEach((each) => void work.lookAt(each)),
  )

  let showing = 0
  /** Levels by hand, seen at once. */
  async function setLevels(of: PageIn, levels: { black: number; white: number }) {
    of.levels = levels
    const own = ++showing
    const answer = await client.ask({ kind: 'preview', page: await orderOf(of), levels }).catch(() => undefined)
    if (answer?.kind !== 'previewed') return
    if (own === showing) work.setPreview(of, answer.preview)
  }

  /** Where a page lies on the first one; nothing found counts as where it is. */
  const foundOf = ({ looked }: PageIn): Lie =>
    looked?.lie && 'dx' in looked.lie && !settings.pixelOnPixel ? looked.lie : STAYS
  const lieOf = (of: PageIn) => together(foundOf(of), of.hand)
  /** From pixels of a page that was read to the paper. */
  function matrixOf(of: PageIn): Matrix {
    const base = (settings.pixelOnPixel ? undefined : first.value?.looked) ?? of.looked!
    return followedBy(lieMatrix(of.looked!, lieOf(of)), fittedInto(base, paper.value, settings.grow))
  }
  const allBoxes = computed(() => pages.flatMap(({ boxes }) => boxes))
  const layingsOf = (of: PageIn): Laying[] =>
    settings.apart
      ? of.boxes.map((box) => ({ page: of, box, matrix: boxFitted(box, allBoxes.value, paper.value, settings.grow) }))
      : [{ page: of, box: undefined, matrix: matrixOf(of) }]
  const layings = computed(() => pages.filter(({ looked }) => looked).flatMap(layingsOf))

  return { ...work, bring: bringing(work), setLevels, lieOf, matrixOf, layings }
}
export type PaperIn = ReturnType<typeof usePaperIn>

/** Brings in the pages of files, each by a name of its own. */
function bringing({ add, client, trouble }: Pages) {
  async function pagesIn(file: File): Promise<{ count: number; of?: (index: number) => () => Promise<Blob> }> {
    if (file.type === 'application/pdf' || /\.pdf$/i.test(file.name)) {
      const { readPdf } = await import('./read-pdf')
      const pdf = await readPdf(file)
      return { count: pdf.count, of: (index) => () => pdf.page(index) }
    }
    const answer = await client.ask({ kind: 'count', file })
    return { count: answer.kind === 'counted' ? answer.pages : 1 }
  }
  async function one(file: File): Promise<void> {
    const name = file.name.replace(/\.\w+$/, '')
    const { count, of } = await pagesIn(file)
    for (let i = 0; i < count; i++)
      if (!add(count > 1 ? `${name}, page ${i + 1}` : name, of?.(i) ?? file, of ? 0 : i))
        throw new Error(
          i > 0
            ? `of its ${count} pages the first ${i} were brought in: no more lie here at once. Lay these in, then bring in the rest.`
            : 'no more pages lie here at once. Lay these in, take them out, then bring it in again.',
        )
  }
  return async (files: readonly File[]) => {
    trouble.value = ''
    for (const file of files)
      await one(file).catch((error: Error) => (trouble.value = `${file.name}: ${error.message}`))
  }
}

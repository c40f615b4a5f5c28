import type { Dropped, PageBox } from '@unhurried/core'
import { computed, effectScope, reactive, ref, shallowReactive } from 'vue'
import { inWords } from '../api/in-words'
import { freshId } from '../api/ids'
import { useScene } from '../session/scene'
import { KeptPictures } from '../stage/pictures/kept-pictures'
import { WorkerClient } from '../workers/client'
import {
  paperReportSchema,
  type LookedAtPage,
  type PageOrder,
  type PaperOrder,
  type PaperReport,
} from '../workers/paper/messages'
import { STAYS, type Lie } from './placing'

const DIED = 'The work on a page stopped unexpectedly. Take the page out and bring it in again.'
/** What their previews laid out as pixels may take, in bytes: some twelve of them. */
const PREVIEWS_BUDGET = 32e6
/** Pages at once. */
const MOST_PAGES = 120

/** A page brought in: where it comes from, and what was found on it. */
export interface PageIn {
  readonly key: string
  readonly name: string
  readonly file: Blob | (() => Promise<Blob>)
  /** Which page of its file. */
  readonly index: number
  looked: LookedAtPage | undefined
  /** Levels set by hand; those found count otherwise. */
  levels: { black: number; white: number } | undefined
  /** How it looks, small; undefined until it was looked at, and while that is laid out. */
  readonly preview: ImageBitmap | undefined
  /** What the hand added to where it was found to lie. */
  hand: Lie
  boxes: PageBox[]
  trouble: string
  /** It is on the sheet. */
  laid: boolean
}

const shelves = new Map<string, Pages>()
/** Pages that lie nowhere else yet are not let go of with the window without a word. */
const unlaid = () => [...shelves.values()].some(({ pages }) => pages.some(({ laid }) => !laid))
let guarded = false

/** The pages brought into the scene that is open: they stay when one goes to the desk and back. */
export function usePages(): Pages {
  const { id } = useScene()
  if (!guarded) addEventListener('beforeunload', (event) => unlaid() && event.preventDefault())
  guarded = true
  let pages = shelves.get(id)
  if (!pages) shelves.set(id, (pages = effectScope(true).run(pagesIn)!))
  return pages
}

/** Pages, each read in a worker and laid on the first of them. */
function pagesIn() {
  const client = new WorkerClient<PaperOrder, PaperReport>({
    start: () => new Worker(new URL('../workers/paper/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: paperReportSchema,
    died: DIED,
  })
  const pages = shallowReactive<PageIn[]>([])
  const previews = previewsKept()
  const setPreview = (of: PageIn, file: Blob) => previews.keep(of.key, file)
  const chosen = ref<string>()
  const settings = reactive({
    drop: 'none' as Dropped | 'none',
    /** Each page is cut into its drawings. */
    apart: false,
    /** Share of the longer side within which line is one drawing, in thousandths. */
    together: 14,
    grow: 1,
    /** No page is laid on another by what they share: each fills the paper as it is. */
    pixelOnPixel: false,
  })
  const busy = ref('')
  const trouble = ref('')
  const page = computed(() => pages.find(({ key }) => key === chosen.value))
  /** The page all others are laid on: the first that could be read. */
  const first = computed(() => pages.find(({ looked }) => looked))

  async function orderOf({ key, file, index }: PageIn): Promise<PageOrder> {
    const read = typeof file === 'function' ? await file() : file
    return { key, file: read, index, ...(settings.drop !== 'none' && { drop: settings.drop }) }
  }

  /** Pages are looked at one after the other: each is whole in memory for that moment. */
  let looking: Promise<unknown> = Promise.resolve()
  const lookAt = (of: PageIn) => (looking = looking.then(() => look(of)))
  async function look(of: PageIn) {
    if (!pages.includes(of)) return
    busy.value = `Reading ${of.name}`
    of.trouble = ''
    try {
      const onto = first.value && first.value !== of ? await orderOf(first.value) : undefined
      const answer = await client.ask({
        ...{ kind: 'look', page: await orderOf(of) },
        ...(onto && { onto }),
        ...(settings.apart && { apart: settings.together / 1000 }),
      })
      if (answer.kind !== 'looked') throw new Error(DIED)
      setPreview(of, answer.preview)
      Object.assign(of, { looked: answer, boxes: reactive(answer.boxes) })
    } catch (error) {
      of.trouble = inWords(error)
    }
    busy.value = ''
  }

  const fresh = freshPages(previews)
  /** False when as many lie here as can. */
  function add(name: string, file: PageIn['file'], index = 0): boolean {
    if (pages.length >= MOST_PAGES) return false
    const added = fresh(name, file, index)
    pages.push(added)
    chosen.value ??= added.key
    void lookAt(added)
    return true
  }
  /** A page taken again, in its place. */
  function replace(of: PageIn, file: Blob) {
    const again = fresh(of.name, file, 0)
    previews.forget(of.key)
    pages.splice(pages.indexOf(of), 1, again)
    chosen.value = again.key
    void lookAt(again)
  }
  function takeOut(of: PageIn) {
    const at = pages.indexOf(of)
    previews.forget(of.key)
    pages.splice(at, 1)
    if (chosen.value === of.key) chosen.value = (pages[at] ?? pages[at - 1])?.key
  }

  const unread = computed(() => pages.filter(({ looked, trouble }) => !looked && trouble === ''))
  /** Pages not read yet are taken out. */
  const stop = () => unread.value.forEach(takeOut)

  return {
    ...{ client, pages, chosen, page, first, settings, busy, trouble, unread },
    ...{ add, replace, takeOut, stop, lookAt, orderOf, setPreview },
  }
}
export type Pages = ReturnType<typeof pagesIn>

/** Makes pages of which nothing is known yet. */
const freshPages =
  (previews: ReturnType<typeof previewsKept>) =>
  (name: string, file: PageIn['file'], index: number): PageIn =>
    shallowReactive({
      ...{ key: freshId(), name, file, index },
      ...{ looked: undefined, levels: undefined, hand: STAYS, boxes: reactive([]), trouble: '', laid: false },
      get preview() {
        return previews.get(this.key)
      },
    })

/** How pages look, small: as files all of them, as pixels while there is room. Who reads one reads it again when it is there. */
function previewsKept() {
  const changes = reactive(new Map<string, number>())
  const changed = (key: string) => void changes.set(key, (changes.get(key) ?? 0) + 1)
  const kept = new KeptPictures(PREVIEWS_BUDGET, changed)
  return {
    get: (key: string) => (changes.get(key), kept.of(key)),
    keep(key: string, file: Blob) {
      kept.keep(key, file)
      changed(key)
    },
    forget: (key: string) => kept.forget(key),
  }
}

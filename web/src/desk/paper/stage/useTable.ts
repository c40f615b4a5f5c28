import { isLaidOnTop, levelPalette, type Ink, type Pass, type Scene } from '@unhurried/core'
import { onMounted, onUnmounted, watch, type Ref } from 'vue'
import { sayWhy, useScene } from '../../../session/scene'
import { boxOfPieces } from '../../../stage/paint/box'
import { Bitmaps } from '../../../stage/paint/bitmaps'
import { SmallPictures } from '../../../stage/paint/small-pictures'
import { pagesOf } from '../../../stage/paint/scans'
import { pictureOrFilm } from '../../../footage/films'
import { filmsOnTable } from '../../../footage/films-on-table'
import { pictures } from '../../../stage/pictures/pictures'
import { Table } from '../../../stage/surface'
import { BitmapPainter } from '../../../workers/bitmaps/client'
import type { Tools } from '../../tools/useTools'
import type { ViewOf } from '../useView'
import type { Laying } from './useLaying'

interface TableOptions {
  readonly host: Ref<HTMLElement | undefined>
  readonly view: ViewOf
  readonly laying: Laying
  readonly inkOf: (drawing: string, pass: Pass) => Ink
  readonly hand: Pick<Tools, 'mayDraw' | 'otherEnd'>
  /** Called once the table is there. */
  readonly onReady: (table: Table) => void
}

const SURFACE_LOST =
  'The browser took the drawing surface away for a moment. Everything drawn is kept; it comes back by itself.'

const startPainting = () =>
  new Worker(new URL('../../../workers/bitmaps/worker.ts', import.meta.url), { type: 'module' })

/** The table itself, for as long as the desk is open: laid anew when ink, pictures or colours change. */
export function useTable({ host, view, laying, inkOf, hand, onReady }: TableOptions) {
  const store = useScene()
  let bitmaps: Bitmaps | undefined
  const releases: (() => void)[] = []

  /** A drawing's colours as its level shows it, or one that follows. */
  const coloursOfDrawing = (drawing: string, follower: string) => {
    const scene = store.scene!
    return levelPalette(scene, follower === '' ? (scene.drawings[drawing]?.level ?? '') : follower)
  }

  onMounted(() => {
    const { width, height, cells = false } = store.scene!.settings
    const filmed = filmsOnTable(() => store.scene!)
    const painter = new BitmapPainter(startPainting)
    const own = new Bitmaps({ width, height, cells, inkOf, palette: coloursOfDrawing })
    const small = new SmallPictures({
      inkOf,
      palette: (drawing) => coloursOfDrawing(drawing, ''),
      count: () => 2 * Object.keys(store.scene!.drawings).length,
      cells,
    })
    const table = new Table({
      host: host.value!,
      scene: () => store.scene!,
      bitmaps: own,
      small,
      paint: (wanted) => painter.paint(wanted),
      inkOf,
      pictureOf: pictureOrFilm,
      references: (frame) => [
        ...filmed.under(frame),
        ...Object.values(store.scene!.references ?? {}).filter(
          (each) => each.place === 'under' && (each.level === undefined || each.level === store.level),
        ),
      ],
      events: {
        mayDraw: () => hand.mayDraw(),
        otherEnd: hand.otherEnd,
        onPlacement: (next) => (view.placement.value = next),
        onLost: (lost) => lost && sayWhy(new Error(SURFACE_LOST)),
      },
    })
    bitmaps = own
    view.table.value = table
    const held = { bitmaps: own, small }
    releases.push(followInk(table, held, { view, laying }), followPictures(table, own, laying), filmed.follow(table))
    releases.push(() => painter.end())
    followColours(table, held, laying)
    watch(
      () => store.frame,
      (frame, from) => store.scene && filmed.went(frame, from),
    )
    onReady(table)
  })

  onUnmounted(() => {
    for (const release of releases) release()
    view.table.value?.destroy()
    view.table.value = undefined
  })
  return () => bitmaps
}

type Shown = Pick<TableOptions, 'view' | 'laying'>

interface Painted {
  readonly bitmaps: Bitmaps
  readonly small: SmallPictures
}

/** Whether what is drawn on a drawing is seen there and nowhere else. */
function isSeenInPlace({ drawings, levels }: Scene, drawing: string, level: string): boolean {
  return (
    drawings[drawing]?.level === level &&
    !levels[level]?.ground?.pan &&
    Object.values(levels).every(({ follows, matte }) => !follows && !matte)
  )
}

function followInk(table: Table, { bitmaps, small }: Painted, { view, laying: { lay } }: Shown): () => void {
  const store = useScene()
  const ink = store.ink!
  return ink.onChange((drawing, pass, change) => {
    table.unready()
    const [gone, come] = [change?.remove ?? [], change?.add ?? []].map((placed) => placed.map(({ piece }) => piece))
    if (change && isLaidOnTop(ink.inkOf(drawing, pass), change)) bitmaps.append(drawing, pass, come!)
    else {
      if (change) bitmaps.mend(drawing, pass, change)
      else bitmaps.outdate(drawing, pass)
      small.forget(drawing, pass)
    }
    // A silhouette is filled by the line that closes it.
    const isLocal = !view.silhouettes.value && isSeenInPlace(store.scene!, drawing, store.level)
    if (!change || !isLocal) return lay()
    const box = boxOfPieces([...gone!, ...come!])
    // First it is on its way to be kept, then it is shown; both in the same frame.
    queueMicrotask(() => table.repaint(box))
  })
}

const followPictures = (table: Table, bitmaps: Bitmaps, { lay }: Laying): (() => void) =>
  pictures.onChange((picture) => {
    bitmaps.forgetPages(pagesOf(useScene().scene?.pages, picture))
    table.unready()
    lay()
  })

function followColours(table: Table, { bitmaps, small }: Painted, { lay }: Laying): void {
  const store = useScene()
  watch(
    () => [
      ...[store.scene?.levels, store.scene?.settings, store.scene?.references, store.scene?.footage],
      ...[store.take, store.solo],
    ],
    () => table.unready(),
    { flush: 'sync' },
  )
  /** What of the levels changes the colours of their drawings. */
  const shades = () =>
    JSON.stringify(Object.values(store.scene?.levels ?? {}).map(({ id, adjust, follows }) => [id, adjust, follows]))
  watch([() => store.scene?.palette, () => store.scene?.pages, shades], () => {
    bitmaps.clear()
    small.clear()
    table.unready()
    lay()
  })
}

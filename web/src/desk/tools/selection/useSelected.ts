import {
  boundsOf,
  PASSES,
  piecesWithin,
  STAY,
  type Ink,
  type InkPiece,
  type Matrix,
  type Pass,
  type Point,
} from '@unhurried/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { useScene } from '../../../session/scene'
import type { Table } from '../../../stage/surface'
import type { PencilSettings } from '../pencil'

export interface Selected {
  readonly drawing: string
  /** The passes it was taken from, the lowest first. */
  readonly passes: readonly Pass[]
  readonly ids: ReadonlySet<string>
  readonly pieces: readonly InkPiece[]
  /** What was drawn around them: the same is taken up on other drawings. */
  readonly ring: readonly number[]
  /** Their colours, when all in them was meant: then that is taken up on other drawings. */
  readonly swatches?: ReadonlySet<string> | undefined
}

/** Of what is selected the pieces on a drawing: those very ones, or on another drawing whatever lies where they do. */
export function meantOn(selected: Selected, drawing: string, ink: Ink): ReadonlySet<string> {
  const { drawing: here, ids, ring, swatches } = selected
  if (drawing === here) return ids
  const meant = swatches ? ink.filter(({ swatch }) => swatches.has(swatch)) : piecesWithin(ink, ring)
  return new Set(meant.map(({ id }) => id))
}

/** So far beyond some pieces a ring around them runs, in scene pixels. */
const AROUND = 9

/** A ring around some pieces: what they are taken by on other drawings. */
export function boxRing(pieces: Ink): number[] {
  const { left, top, right, bottom } = boundsOf(pieces)!
  const [l, t, r, b] = [left - AROUND, top - AROUND, right + AROUND, bottom + AROUND]
  return [l, t, r, t, r, b, l, b]
}

/** The middle of some pieces; of cells on a whole pixel. */
function middleOf(pieces: Ink, cells: boolean): Point {
  const { left, top, right, bottom } = boundsOf(pieces)!
  const [x, y] = [(left + right) / 2, (top + bottom) / 2]
  return cells ? { x: Math.round(x), y: Math.round(y) } : { x, y }
}

/** Ink that is selected on the drawing on the table, and what is being done to it. */
export function useSelected({ pencil, table }: { pencil: Ref<PencilSettings>; table: Ref<Table | undefined> }) {
  const store = useScene()
  const selected = shallowRef<Selected>()
  /** What is being done to it, not yet laid down. */
  const matrix = shallowRef<Matrix>(STAY)
  const pivot = shallowRef<Point>({ x: 0, y: 0 })
  /** Direction of squash and of the mirror line, in radians; 0 lies across the paper. */
  const axis = ref(Math.PI / 2)
  /** What is being done, in figures. */
  const figures = ref('')
  const cells = computed(() => Boolean(store.scene?.settings.cells))

  const { passesMeant, passesShown, inkOn } = usePasses(pencil, cells)

  /** Puts lines together again that were cut only to be selected. */
  let uncut: (() => void) | undefined
  /** Lets go of what is selected; gives what puts its lines together again. */
  function letGo(): () => void {
    const joining = uncut
    uncut = undefined
    selected.value = undefined
    matrix.value = STAY
    figures.value = ''
    table.value?.lift(undefined)
    return () => joining?.()
  }
  const drop = () => letGo()()
  watch(
    () => [store.drawing, pencil.value.pass, pencil.value.tool, pencil.value.everyPass],
    // The scene may be in the middle of a change that led elsewhere.
    () => selected.value && queueMicrotask(letGo()),
    { flush: 'sync' },
  )
  // What somebody undid or changed elsewhere may be gone.
  watch(
    () => store.scene,
    () => {
      const now = selected.value
      if (!now || matrix.value !== STAY) return
      const pieces = inkOn(now.drawing, now.passes).filter(({ id }) => now.ids.has(id))
      if (pieces.length === 0) drop()
      else selected.value = { ...now, pieces }
    },
  )

  function choose(
    pieces: readonly InkPiece[],
    ring: readonly number[],
    passes: readonly Pass[],
    swatches?: ReadonlySet<string>,
  ) {
    if (pieces.length === 0 || store.drawing === undefined) return drop()
    figures.value = ''
    selected.value = {
      drawing: store.drawing,
      passes,
      ids: new Set(pieces.map(({ id }) => id)),
      pieces,
      ring,
      swatches,
    }
    pivot.value = middleOf(pieces, cells.value)
  }

  /** Shows what is selected as a matrix changes it. */
  function show(next: Matrix) {
    matrix.value = next
    if (!selected.value) return
    const { drawing, passes, ids, pieces } = selected.value
    table.value?.lift({ drawing, passes: new Set(passes), from: ids, pieces, matrix: next })
  }

  return {
    selected,
    matrix,
    pivot,
    axis,
    figures,
    cells,
    box: computed(() => selected.value && boundsOf(selected.value.pieces)),
    passesMeant,
    passesShown,
    inkOn,
    drop,
    choose,
    /** Told of the step that cut lines where the ring around them did: it is taken back when nothing comes of it. */
    wasCut: (takeBack: () => void) => (uncut = takeBack),
    show,
  }
}
export type SelectedInk = ReturnType<typeof useSelected>

/** From which passes ink is taken. */
function usePasses(pencil: Ref<PencilSettings>, cells: Ref<boolean>) {
  const store = useScene()
  /** The passes a lasso takes from now: the one in hand, or every one that is shown and not locked. */
  function passesMeant(): Pass[] {
    return !pencil.value.everyPass || cells.value ? [pencil.value.pass] : passesShown()
  }
  /** Every pass that is shown and not locked. */
  function passesShown(): Pass[] {
    const states = store.scene!.levels[store.level]!.passes
    return PASSES.filter((pass) => !states?.[pass]?.locked && !states?.[pass]?.hidden)
  }
  const inkOn = (drawing: string, passes: readonly Pass[]) => passes.flatMap((pass) => store.ink!.inkOf(drawing, pass))
  return { passesMeant, passesShown, inkOn }
}

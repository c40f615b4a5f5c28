import {
  areaScale,
  boundsOf,
  changesJoined,
  liesAt,
  mirroredAbout,
  movedBy,
  PASSES,
  piecesWithin,
  picked,
  replaced,
  scaledAbout,
  skewedAbout,
  squashAbout,
  STAY,
  through as throughMatrix,
  transformed,
  turnedAbout,
  type Ink,
  type InkPiece,
  type Matrix,
  type Pass,
  type Point,
} from '@unhurried/core'
import { computed, ref, shallowRef, watch, type Ref } from 'vue'
import { freshId } from '../../api/ids'
import { useScene } from '../../session/scene'
import type { Table } from '../../stage/surface'
import type { PencilCase } from './pencil'
import type { Through } from './useThrough'

interface Selected {
  readonly drawing: string
  /** The passes it was taken from, the lowest first. */
  readonly passes: readonly Pass[]
  readonly ids: ReadonlySet<string>
  readonly pieces: readonly InkPiece[]
  /** What was drawn around them: the same is taken up on other drawings. */
  readonly ring: readonly number[]
}

/** Ink copied or cut, for pasting on this page. */
const clipboard = shallowRef<readonly { pass: Pass; piece: InkPiece }[]>([])
/** What was copied last: ink or frames of the sheet. */
export const copied = ref<'ink' | 'frames'>('frames')

/** Ink selected on the drawing on the table: moved, turned, squashed, copied. */
export function useSelection({
  pencil,
  through,
  table,
}: {
  pencil: Ref<PencilCase>
  through: Through
  table: Ref<Table | undefined>
}) {
  const store = useScene()
  const selected = shallowRef<Selected>()
  /** What is being done to it, not yet laid down. */
  const matrix = shallowRef<Matrix>(STAY)
  const pivot = shallowRef<Point>({ x: 0, y: 0 })
  /** Direction of squash and of the mirror line, in radians; 0 lies across the paper. */
  const axis = ref(Math.PI / 2)
  /** What is being done, in figures. */
  const figures = ref('')
  const scaled = (along: number, across: number) =>
    `along ${along.toFixed(2)}, across ${across.toFixed(2)}, area ${Math.round(along * across * 100)} %`
  const movedIn = (x: number, y: number) =>
    [
      x !== 0 && `${told(Math.abs(x))} px to the ${x > 0 ? 'right' : 'left'}`,
      y !== 0 && `${told(Math.abs(y))} px ${y > 0 ? 'down' : 'up'}`,
    ]
      .filter(Boolean)
      .join(', ')
  /** How far it was nudged since it was taken. */
  let nudged = { x: 0, y: 0 }
  const box = computed(() => selected.value && boundsOf(selected.value.pieces))
  const cells = computed(() => Boolean(store.scene?.settings.cells))

  /** The passes a lasso takes from now: the one in hand, or every one that is shown and not locked. */
  function passesMeant(): Pass[] {
    if (!pencil.value.everyPass || cells.value) return [pencil.value.pass]
    const states = store.scene!.levels[store.level]!.passes
    return PASSES.filter((pass) => !states?.[pass]?.locked && !states?.[pass]?.hidden)
  }
  const inkOn = (drawing: string, passes: readonly Pass[]) => passes.flatMap((pass) => store.ink!.inkOf(drawing, pass))

  function drop() {
    selected.value = undefined
    matrix.value = STAY
    figures.value = ''
    table.value?.lift(undefined)
  }
  watch(
    () => [store.drawing, pencil.value.pass, pencil.value.tool, pencil.value.everyPass],
    () => selected.value && drop(),
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

  function choose(pieces: readonly InkPiece[], ring: readonly number[], passes: readonly Pass[]) {
    if (pieces.length === 0 || store.drawing === undefined) return drop()
    figures.value = ''
    nudged = { x: 0, y: 0 }
    selected.value = { drawing: store.drawing, passes, ids: new Set(pieces.map(({ id }) => id)), pieces, ring }
    const { left, top, right, bottom } = boundsOf(pieces)!
    pivot.value = cells.value
      ? { x: Math.round((left + right) / 2), y: Math.round((top + bottom) / 2) }
      : { x: (left + right) / 2, y: (top + bottom) / 2 }
  }

  /** What lies within a ring; a place alone takes the piece there. */
  function pick(ring: number[]) {
    if (store.drawing === undefined) return
    const { cut } = pencil.value
    const here = store.drawing
    const passes = passesMeant()
    if (ring.length <= 2) {
      const reach = 7 / (table.value?.view().zoom ?? 1)
      const [x, y] = ring as [number, number]
      const around = [x - reach, y - reach, x + reach, y - reach, x + reach, y + reach, x - reach, y + reach]
      const hit = inkOn(here, passes)
        .toReversed()
        .find((piece) => liesAt(piece, x, y, reach))
      return choose(hit ? [hit] : [], around, passes)
    }
    const taken = new Map(
      passes.map((pass) => [
        pass,
        picked({ ink: store.ink!.inkOf(here, pass), lasso: ring, cut: cut && !cells.value, freshId }),
      ]),
    )
    const cuts = passes.filter((pass) => taken.get(pass)!.remove.length > 0)
    if (
      cuts.length > 0 &&
      !through.commit(
        cuts,
        () => 'lines cut',
        (_, __, pass) => taken.get(pass),
        [here],
      )
    )
      return
    choose(
      [...taken.values()].flatMap(({ pieces }) => pieces),
      ring,
      passes,
    )
  }
  const all = () =>
    choose(
      store.drawing === undefined ? [] : inkOn(store.drawing, passesMeant()),
      store.scene ? around(store.scene.settings) : [],
      passesMeant(),
    )

  function show(next: Matrix) {
    matrix.value = next
    const now = selected.value
    if (now)
      table.value?.lift({
        drawing: now.drawing,
        passes: new Set(now.passes),
        from: now.ids,
        pieces: now.pieces,
        matrix: next,
      })
  }

  /** Lays down what was done, on every drawing it is done through. */
  function settle(words = 'lines moved') {
    const now = selected.value
    const change = matrix.value
    if (!now || change === STAY) return
    const done = through.commit(
      now.passes,
      (count) => `${words} on ${count} drawings`,
      (drawing, ink) => {
        if (drawing === now.drawing)
          return replaced(ink, (piece) => (now.ids.has(piece.id) ? transformed(piece, change) : undefined))
        const same = picked({ ink, lasso: now.ring, cut: pencil.value.cut && !cells.value, freshId })
        const ids = new Set(same.pieces.map(({ id }) => id))
        return changesJoined(ink, same.remove.length > 0 ? same : undefined, (cut) =>
          replaced(cut, (piece) => (ids.has(piece.id) ? transformed(piece, change) : undefined)),
        )
      },
    )
    matrix.value = STAY
    if (!done) return drop()
    table.value?.lift(undefined)
    const pieces = inkOn(now.drawing, now.passes).filter(({ id }) => now.ids.has(id))
    selected.value = { ...now, pieces, ring: moved(now.ring, change) }
    pivot.value = throughMatrix(change, pivot.value)
  }
  function at(change: Matrix, words?: string) {
    show(change)
    settle(words)
  }

  const bare = (ink: Ink): InkPiece[] => ink.map((piece) => ({ ...piece, id: freshId() }))
  const known = (ink: Ink) => {
    const palette = store.scene!.palette
    return ink.map((piece) =>
      palette.some(({ id }) => id === piece.swatch) ? piece : { ...piece, swatch: palette[0]!.id },
    )
  }
  function copy(): boolean {
    if (!selected.value) return false
    const { drawing, passes, ids } = selected.value
    clipboard.value = passes.flatMap((pass) =>
      store
        .ink!.inkOf(drawing, pass)
        .filter(({ id }) => ids.has(id))
        .map((piece) => ({ pass, piece })),
    )
    copied.value = 'ink'
    return true
  }
  function remove(words = 'lines taken out') {
    const now = selected.value
    if (!now) return false
    through.commit(
      now.passes,
      (count) => `${words} of ${count} drawings`,
      (drawing, ink) => {
        const gone = drawing === now.drawing ? now.ids : new Set(piecesWithin(ink, now.ring).map(({ id }) => id))
        const taken = ink.flatMap((piece, index) => (gone.has(piece.id) ? [{ at: index, piece }] : []))
        return taken.length > 0 ? { remove: taken, add: [] } : undefined
      },
    )
    drop()
    return true
  }
  /** Lays what was copied where it was, or mirrored, on this drawing or through the drawings. */
  function paste(mirrored = false) {
    if (clipboard.value.length === 0 || store.drawing === undefined) return
    const { width, height } = store.scene!.settings
    const line = selected.value ? pivot.value : { x: width / 2, y: height / 2 }
    const change = mirrored ? mirroredAbout(line, axis.value) : STAY
    // What came from several passes goes back to them; what came from one, to the one in hand.
    const several = new Set(clipboard.value.map(({ pass }) => pass)).size > 1
    const laid = clipboard.value.map(({ pass, piece }) => ({
      pass: several ? pass : pencil.value.pass,
      piece: transformed(known([piece])[0]!, change),
    }))
    const passes = PASSES.filter((pass) => laid.some((each) => each.pass === pass))
    const here = store.drawing
    const mine: InkPiece[] = []
    const done = through.commit(
      passes,
      (count) => `lines pasted into ${count} drawings`,
      (drawing, ink, pass) => {
        const fresh = bare(laid.filter((each) => each.pass === pass).map(({ piece }) => piece))
        if (drawing === here) mine.push(...fresh)
        return { remove: [], add: fresh.map((piece, i) => ({ at: ink.length + i, piece })) }
      },
    )
    if (done) choose(mine, around({ width, height }), passes)
  }

  return {
    selected,
    matrix,
    pivot,
    axis,
    figures,
    box,
    pick,
    all,
    drop,
    show,
    settle,
    copy,
    paste,
    remove,
    hasCopy: computed(() => clipboard.value.length > 0),
    /** Turns the direction of squash and of the mirror line. */
    face: (angle: number) => (axis.value = angle),
    cut: () => copy() && remove('lines cut out'),
    move(x: number, y: number) {
      const [dx, dy] = cells.value ? [Math.round(x), Math.round(y)] : [x, y]
      figures.value = movedIn(dx, dy)
      show(movedBy(dx, dy))
    },
    turn(angle: number) {
      const by = cells.value ? Math.round(angle / (Math.PI / 2)) * (Math.PI / 2) : angle
      figures.value = `turned ${Math.round((Math.atan2(Math.sin(by), Math.cos(by)) * 180) / Math.PI)}°`
      show(turnedAbout(pivot.value, by))
    },
    scale(along: number, across: number, about: Point) {
      show(scaledAbout(about, { along, across, axis: 0 }))
      figures.value = scaled(along, across)
    },
    skew(by: number, along: number) {
      figures.value = `slanted ${Math.round((Math.atan(by) * 180) / Math.PI)}°`
      show(skewedAbout(pivot.value, { by, axis: along }))
    },
    /** Along the axis, keeping the area; tells the figures. */
    squash(along: number) {
      const safe = Math.min(6, Math.max(0.15, along))
      const change = squashAbout({ pivot: pivot.value, axis: axis.value, along: safe })
      figures.value = scaled(safe, Math.abs(areaScale(change)) / safe)
      show(change)
    },
    flip: (which: 'across' | 'down') =>
      at(mirroredAbout(pivot.value, which === 'across' ? Math.PI / 2 : 0), 'lines flipped'),
    nudge(x: number, y: number) {
      if (!selected.value) return false
      at(movedBy(x, y), 'lines nudged')
      nudged = { x: nudged.x + x, y: nudged.y + y }
      figures.value = movedIn(nudged.x, nudged.y) || 'back where it was'
      return true
    },
  }
}
export type Selection = ReturnType<typeof useSelection>

const told = (px: number) => (px < 10 ? Number(px.toFixed(1)) : Math.round(px))
const around = ({ width, height }: { width: number; height: number }) => [
  -width,
  -height,
  2 * width,
  -height,
  2 * width,
  2 * height,
  -width,
  2 * height,
]
function moved(ring: readonly number[], matrix: Matrix): number[] {
  const result: number[] = []
  for (let i = 0; i < ring.length; i += 2) {
    const { x, y } = throughMatrix(matrix, { x: ring[i]!, y: ring[i + 1]! })
    result.push(x, y)
  }
  return result
}

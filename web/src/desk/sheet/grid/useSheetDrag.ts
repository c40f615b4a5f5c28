import type { Column, Level, Scene } from '@unhurried/core'
import { onUnmounted } from 'vue'
import { followDrag } from '../../../parts/drag'
import type { Chosen } from '../../../session/scene'
import { cellAt } from './cells'
import { edgeScroll } from './edge-scroll'
import { fingerRest } from './finger-rest'

export interface SheetEvents {
  pick: [level: string, frame: number]
  choose: [chosen: Chosen | undefined, level: string, frame: number]
  /** While a hold's end is dragged (`done` false) and when it is let go. */
  hold: [level: string, frame: number, frames: number, done: boolean]
  head: [level: string, at: HTMLElement]
  note: [frame: number]
  /** The head of the sound column was pressed. */
  sounds: []
}
type Emit = <E extends keyof SheetEvents>(event: E, ...what: SheetEvents[E]) => void

/** A square of the sheet: which level, counted from the left, and which frame. */
interface Place {
  readonly level: number
  readonly frame: number
}
type Pointed = Pick<PointerEvent, 'clientX' | 'clientY'>

interface SheetDragOptions {
  readonly view: () => HTMLElement
  readonly scene: () => Scene
  /** As they stand on the sheet. */
  readonly levels: () => readonly Level[]
  readonly column: (level: string) => Column
  /** Where one is. */
  readonly at: () => Place
  readonly placeOf: (event: Pointed) => Place
  readonly emit: Emit
}
type Drag =
  | { what: 'choose'; level: number; frame: number }
  | { what: 'hold'; level: string; from: number; frames: number; moved: boolean }
  | { what: 'hear' }

/** The lower edge of an exposure's last square is its grip, so many pixels high. */
const GRIP = 6
/** Choosing squares, dragging holds and hearing sounds by mouse, pen and finger; at its edge the sheet scrolls by itself. */
export function useSheetDrag(options: SheetDragOptions) {
  const { view, placeOf, emit } = options
  const { begin, move, end, isGoing } = dragOver(options)
  let scroll: ReturnType<typeof edgeScroll> | undefined
  let callOff = () => {}

  function down(event: PointerEvent) {
    const target = (event.target as HTMLElement).closest<HTMLElement>('.cell, [data-row], [data-note], [data-sound]')
    if (event.button > 0 || !target) return
    const { note, sound } = target.dataset
    if (event.pointerType === 'touch' && note === undefined && sound === undefined) {
      callOff()
      callOff = fingerRest(view(), event, {
        onTap: () => (begin(event, target), end()),
        onRest: () => (begin(event, target), follow(event)),
      })
      return
    }
    if (note !== undefined) return emit('note', placeOf(event).frame)
    follow(event)
    begin(event, target)
  }

  function follow(event: PointerEvent) {
    let last: Pointed = event
    scroll = edgeScroll(view(), () => move(last))
    followDrag(event, {
      on: view(),
      onMove(_, now) {
        last = { clientX: now.clientX, clientY: now.clientY }
        move(last)
        scroll?.at(last)
      },
      onEnd: up,
    })
  }

  function up() {
    scroll?.end()
    scroll = undefined
    end()
  }
  onUnmounted(() => {
    callOff()
    scroll?.end()
  })
  /** While a finger chooses, the sheet does not go with it. */
  const preventPan = (event: TouchEvent) => void (isGoing() && event.cancelable && event.preventDefault())
  return { down, preventPan }
}

/** What a pointer put down on a square does as it goes over others. */
function dragOver({ levels, at, placeOf, emit, ...options }: SheetDragOptions) {
  let drag: Drag | undefined

  /** The frames from one square to another, on every level between. */
  function spanned(from: Place, to: Place): Chosen | undefined {
    if (from.level === to.level && from.frame === to.frame) return undefined
    const [a, b] = [Math.min(from.level, to.level), Math.max(from.level, to.level)]
    const [first, last] = [Math.min(from.frame, to.frame), Math.max(from.frame, to.frame)]
    return { levels: idsOf(levels().slice(a, b + 1)), from: first, to: last }
  }
  const here = () => levels()[at().level]!.id

  function begin(event: PointerEvent, target: HTMLElement) {
    const place = placeOf(event)
    if (target.dataset['sound'] !== undefined) {
      drag = { what: 'hear' }
      return emit('pick', here(), place.frame)
    }
    if (target.dataset['row'] !== undefined) {
      // The frame number chooses all levels.
      drag = { what: 'choose', level: -1, frame: place.frame }
      return chooseRows(place.frame, place.frame)
    }
    const level = levels()[place.level]!.id
    if (target.classList.contains('ends') && target.getBoundingClientRect().bottom - event.clientY <= GRIP)
      return beginHold(level, place.frame)
    if (event.shiftKey) {
      drag = { what: 'choose', ...at() }
      return emit('choose', spanned(at(), place), here(), at().frame)
    }
    drag = { what: 'choose', ...place }
    emit('pick', level, place.frame)
  }

  function beginHold(level: string, frame: number) {
    const column = options.column(level)
    let from = frame
    while (from > 1 && ['hold', 'end'].includes(cellAt(options.scene().drawings, column, from).kind)) from--
    drag = { what: 'hold', level, from, frames: frame - from + 1, moved: false }
    emit('pick', level, from)
  }

  const chooseRows = (one: number, other: number) =>
    emit('choose', { levels: idsOf(levels()), from: Math.min(one, other), to: Math.max(one, other) }, here(), one)

  function move(event: Pointed) {
    if (!drag) return
    const place = placeOf(event)
    if (drag.what === 'hear') return emit('pick', here(), place.frame)
    if (drag.what === 'choose')
      return drag.level < 0
        ? chooseRows(drag.frame, place.frame)
        : emit('choose', spanned(drag, place), levels()[drag.level]!.id, drag.frame)
    const frames = Math.max(1, place.frame - drag.from + 1)
    if (frames === drag.frames && !drag.moved) return
    drag = { ...drag, frames, moved: true }
    emit('hold', drag.level, drag.from, frames, false)
  }

  function end() {
    if (drag?.what === 'hold' && drag.moved) emit('hold', drag.level, drag.from, drag.frames, true)
    drag = undefined
  }
  return { begin, move, end, isGoing: () => drag !== undefined }
}

const idsOf = (levels: readonly Level[]): string[] => levels.map(({ id }) => id)

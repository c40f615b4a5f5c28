import { between, exposuresOf, type RangeAct } from '@unhurried/core'
import { freshId } from '../../api/ids'
import { sayWhy, useScene, type Chosen } from '../../session/scene'
import { useCopies } from './useCopies'
import { useRange } from './useRange'
import { useSheetClipboard } from './useSheetClipboard'

/** Everything done to the frames chosen on the sheet, or to the exposure we are at when none are. */
export function useSheet() {
  const store = useScene()
  const sheet = useRange()
  const { range, words, cycle, stretch, chooseAll } = sheet

  /** `from` alone says that the act looks after where it ends. */
  function act(does: RangeAct, { levels, from, to }: Chosen = range.value): boolean {
    return store.change({ type: 'sheet.range', take: store.take, levels: [...levels], from, to, act: does })
  }

  const where = () => ({ take: store.take, level: store.level, frame: store.frame })
  function hold(frames: number) {
    if (store.here && frames >= 1) store.change({ type: 'exposure.hold', ...where(), frames })
    else sayWhy(new Error('A drawing is held for at least one frame. Leave the frame empty instead.'))
  }
  /** A digit: every drawing chosen on that many frames, or the one we are at. */
  function expose(frames: number) {
    const { chosen, scene } = store
    if (!chosen) return hold(frames)
    const { levels, from, to } = chosen
    const lasts = levels.map((level) =>
      between(exposuresOf(scene!, level, store.take), from, to).reduce(
        (sum, each) => sum + (each.drawing === null ? each.frames : frames),
        0,
      ),
    )
    // The same drawings stay chosen, so that the next digit means them.
    if (act({ do: 'expose', pattern: [frames] }))
      store.chosen = { ...chosen, to: Math.min(scene!.settings.length, from + Math.max(...lasts) - 1) }
  }
  function leaveEmpty() {
    if (store.chosen) act({ do: 'blank' })
    else store.change({ type: 'exposure.show', ...where(), drawing: null })
  }
  function showAgain(drawing: string) {
    if (store.chosen) act({ do: 'show', drawing })
    else store.change({ type: 'exposure.show', ...where(), drawing })
  }
  function copyDrawing(source: string) {
    const { take, frame } = where()
    store.change({
      type: 'drawing.copy',
      take,
      frame,
      source,
      drawing: { id: freshId(), role: store.scene!.drawings[source]!.role },
    })
  }
  const putIn = () =>
    store.change({
      type: 'drawing.add',
      ...where(),
      drawing: { id: freshId(), role: store.here?.drawing ? 'inbetween' : 'key' },
    })

  const framesIn = (frames: number, all: boolean) =>
    all
      ? store.change({ type: 'frames.put-in', take: store.take, at: range.value.from, frames })
      : act({ do: 'put-in', frames })
  function framesOut(all: boolean) {
    const { from, to } = range.value
    const done = all ? store.change({ type: 'frames.take-out', take: store.take, from, to }) : act({ do: 'take-out' })
    if (done) store.chosen = undefined
  }

  return {
    range,
    words,
    cycle,
    stretch,
    chooseAll,
    act,
    hold,
    expose,
    leaveEmpty,
    showAgain,
    copyDrawing,
    putIn,
    framesIn,
    framesOut,
    ...useCopies(sheet),
    ...useSheetClipboard(sheet, act),
  }
}

export type SheetHands = ReturnType<typeof useSheet>

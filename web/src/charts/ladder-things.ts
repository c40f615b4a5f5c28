import type { Thing } from '../parts/things/things'
import type { Marks } from './useMarks'

interface LadderActs {
  readonly open: (drawing: string) => void
  readonly space: () => void
  /** Where it is not by halves already. */
  readonly halve: (() => unknown) | undefined
  readonly remove: () => unknown
}

/** What can be done with a chart, and with the drawing of it that was asked about. */
export function thingsOfLadder(
  marks: Marks,
  drawing: string | undefined,
  numberOf: (drawing: string) => string,
  acts: LadderActs,
): Thing[] {
  const chart: Thing = {
    words: 'The chart',
    acts: [
      { words: 'Put in a mark in the widest gap', does: marks.putIn },
      { words: 'Space it anew …', does: acts.space },
      ...(acts.halve ? [{ words: 'Snap it to halves', does: acts.halve }] : []),
      { words: 'Take the chart out', does: acts.remove },
    ],
  }
  return drawing === undefined ? [chart] : [rungThing(marks, drawing, numberOf, acts.open), chart]
}

function rungThing(
  { isEnd, step, expose, favour, takeOff }: Marks,
  drawing: string,
  numberOf: (drawing: string) => string,
  open: (drawing: string) => void,
): Thing {
  const onPegs = { words: 'Lay it on the pegs', key: 'Enter', does: () => open(drawing) }
  if (isEnd(drawing)) return { words: `Drawing ${numberOf(drawing)}`, acts: [onPegs] }
  const held = step.value?.exposure ?? 1
  const [first, second] = step.value?.between?.parents ?? []
  const favouring =
    first === undefined || second === undefined
      ? []
      : [
          { words: `Favour ${numberOf(first)}`, does: () => favour('first') },
          { words: `Favour ${numberOf(second)}`, does: () => favour('second') },
        ]
  return {
    words: `The mark of drawing ${numberOf(drawing)}`,
    acts: [
      onPegs,
      { words: 'Hold it one frame longer', does: () => expose(drawing, held + 1) },
      { words: 'Hold it one frame shorter', does: () => expose(drawing, held - 1) },
      ...favouring,
      { words: 'Take it off the chart', key: 'Delete', does: () => takeOff(drawing) },
    ],
  }
}

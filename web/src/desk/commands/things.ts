import { inverted, liesAt, PASSES, transformPoint } from '@unhurried/core'
import { roleActs } from '../../parts/things/role-acts'
import type { Thing, ThingAct, ThingsAsked } from '../../parts/things/things'
import type { Desk } from '../useDesk'
import type { deskActs } from './acts'
import { COMMANDS, keyShown, type CommandId } from './commands'

type Acts = ReturnType<typeof deskActs>

/** What lies on the desk where it is asked, the nearest first, and what can be done with it. */
export function thingsOnDesk(desk: Desk, acts: Acts, asked: ThingsAsked): Thing[] {
  const at = (what: string) => (asked.target as Element).closest<HTMLElement>(what)
  const [cell, row, head] = [at('[data-cell]'), at('[data-row]'), at('[data-level]')]
  const [card, pot, paper] = [at('[data-drawing]'), at('[data-pot]'), at('.table')]
  return [
    cell && squareThing(desk, acts, cell),
    row && frameThing(desk, acts, Number(row.dataset['row'])),
    head && levelThing(desk, head),
    card && cardThing(desk, card.dataset['drawing']!),
    pot && potThing(desk, acts, pot.dataset['pot']!),
    paper && paperThing(desk, acts, asked),
    { words: 'The desk', acts: commands(acts, ['undo', 'redo']) },
  ].filter((thing) => thing !== null)
}

/** Commands with their words and keys. */
const commands = (acts: Acts, ids: readonly CommandId[]): ThingAct[] =>
  ids.map((id) => ({
    words: COMMANDS.find((each) => each.id === id)!.words,
    key: keyShown(id),
    does: () => acts[id](),
  }))

/** A square that is not among the chosen is gone to first, so that what is done is done there. */
function squareThing(desk: Desk, acts: Acts, cell: HTMLElement): Thing {
  const { store, sheet } = desk
  const [name, number] = cell.dataset['cell']!.split(/:(?=\d+$)/)
  const frame = Number(number)
  const level = store.scene!.levelOrder.find((id) => store.scene!.levels[id]!.name === name)!
  const { chosen } = store
  const isChosen = chosen && frame >= chosen.from && frame <= chosen.to && chosen.levels.includes(level)
  if (!isChosen) desk.goTo(frame, level)
  const edits = [
    { words: 'Copy', key: 'Ctrl+C', does: () => sheet.copy() },
    { words: 'Cut', key: 'Ctrl+X', does: () => sheet.cut() },
    ...(sheet.canPaste.value ? [{ words: 'Paste', key: 'Ctrl+V', does: () => sheet.paste() }] : []),
  ]
  return isChosen
    ? {
        words: 'The chosen frames',
        acts: [...commands(acts, ['reverse', 'back-and-forth', 'cycle', 'empty', 'frames-out', 'acts']), ...edits],
      }
    : {
        words: `Frame ${frame} of level ${name}`,
        acts: [
          ...commands(acts, ['put-in', 'carry-on', 'longer', 'shorter', 'empty', 'frames-in', 'frames-out']),
          ...edits,
          ...commands(acts, ['note', 'acts']),
        ],
      }
}

function frameThing(desk: Desk, acts: Acts, frame: number): Thing {
  desk.goTo(frame)
  return {
    words: `Frame ${frame} on all levels`,
    acts: commands(acts, ['frames-in-all', 'frames-out-all', 'note', 'play']),
  }
}

function levelThing({ store, panels }: Desk, head: HTMLElement): Thing {
  const id = head.dataset['level']!
  const level = store.scene!.levels[id]!
  const set = (field: 'hidden' | 'locked' | 'loop', on: string, off: string): ThingAct => ({
    words: level[field] ? off : on,
    does: () => store.change({ type: 'level.set', level: id, fields: { [field]: !level[field] } }),
  })
  const isAlone = store.solo === id
  return {
    words: `Level ${level.name}`,
    acts: [
      set('hidden', 'Hide it', 'Show it again'),
      set('locked', 'Lock it', 'Unlock it'),
      set('loop', 'A loop', 'No loop'),
      { words: isAlone ? 'Show all levels' : 'Show it alone', does: () => (store.solo = isAlone ? undefined : id) },
      { words: 'Name, order, ground and more …', does: () => panels.toggleHead(id, head) },
    ],
  }
}

function cardThing({ store, sheet }: Desk, id: string): Thing | null {
  const drawing = store.scene!.drawings[id]
  if (!drawing) return null
  return {
    words: `Drawing ${drawing.number}`,
    acts: [
      { words: 'Lay it on the pegs', does: () => store.showDrawing(id) },
      { words: 'Show it again at this frame', does: () => sheet.showAgain(id) },
      { words: 'Copy it into a new drawing at this frame', does: () => sheet.copyDrawing(id) },
      ...roleActs(store, drawing),
      { words: 'Take it out of every take', does: () => store.change({ type: 'drawing.remove', drawing: id }) },
    ],
  }
}

function potThing({ store, pencil, stage: { selection } }: Desk, acts: Acts, pot: string): Thing {
  const swatch = store.scene!.palette.find(({ id }) => id === pot)
  const take = () => (pencil.value = { ...pencil.value, swatch: pot })
  return {
    words: swatch?.name ?? 'This colour',
    acts: [
      { words: 'Take it in hand', does: take },
      {
        words: 'Select all that is in it',
        does: () => {
          selection.drop()
          take()
          acts['by-colour']()
        },
      },
      ...(selection.selected.value
        ? [{ words: 'Draw what is selected in it', does: () => selection.inColour(pot) }]
        : []),
    ],
  }
}

function paperThing(desk: Desk, acts: Acts, { clientX, clientY, target }: ThingsAsked): Thing {
  const { stage, pencil } = desk
  const { selection } = stage
  if (selection.selected.value) return selectionThing(desk, acts)
  const { left, top } = (target as Element).closest('.table')!.getBoundingClientRect()
  const place = { x: clientX - left, y: clientY - top }
  const piece = pieceAt(desk, transformPoint(inverted(stage.view.placement.value.matrix), place))
  const swatch = desk.scene.value.palette.find(({ id }) => id === piece?.swatch)
  const onPiece = !swatch
    ? []
    : [
        {
          words: `Take its colour, ${swatch.name}, in hand`,
          does: () => (pencil.value = { ...pencil.value, swatch: swatch.id }),
        },
        { words: 'Select all that is in its colour', does: () => selectFrom(desk, piece!.id, selection.byColour) },
        ...(piece!.kind === 'fill'
          ? [{ words: 'Select its part', does: () => selectFrom(desk, piece!.id, selection.byPart) }]
          : []),
        { words: 'Select it and what touches it', does: () => selectFrom(desk, piece!.id, selection.byTouch) },
      ]
  return {
    words: 'The paper',
    acts: [
      ...onPiece,
      ...commands(acts, ['carry-on', 'put-in', 'light', 'fit', 'mirror', 'silhouettes', 'guides', 'rulers', 'clear']),
    ],
  }
}

/** The topmost piece of the drawing on the pegs at a place of the scene. */
function pieceAt({ store, stage }: Desk, { x, y }: { x: number; y: number }) {
  const { drawing } = store
  if (drawing === undefined) return undefined
  const reach = 6 / stage.view.placement.value.zoom
  return stage.selection
    .inkOn(drawing, PASSES)
    .toReversed()
    .find((piece) => liesAt(piece, x, y, reach))
}

/** Selects one piece, and more from there. */
function selectFrom({ store, pencil, stage: { selection } }: Desk, id: string, more: () => void) {
  if (pencil.value.tool !== 'select') pencil.value = { ...pencil.value, tool: 'select' }
  const passes = selection.passesShown()
  const pieces = selection.inkOn(store.drawing!, passes).filter((piece) => piece.id === id)
  selection.choose(pieces, [], passes)
  more()
}

function selectionThing({ stage: { selection } }: Desk, acts: Acts): Thing {
  return {
    words: 'What is selected',
    acts: [
      { words: 'Copy', key: 'Ctrl+C', does: () => selection.copy() },
      { words: 'Cut out', key: 'Ctrl+X', does: () => selection.cut() },
      { words: 'Take out', key: 'Delete', does: () => selection.remove() },
      { words: 'Flip across', does: () => selection.flip('across') },
      ...commands(acts, ['by-colour', 'by-part', 'by-touch', 'again']),
      { words: 'Onto a level of its own, with its exposures', does: () => selection.toOwnLevel() },
    ],
  }
}

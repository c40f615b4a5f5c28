import { useCellGrid } from '../paper/useCellGrid'
import { PASSES } from '@unhurried/core'
import { sayWhy } from '../../session/scene'
import { copied } from '../tools/clipboard'
import { TOOL_NAMES, type ToolName } from '../tools/register'
import type { Desk } from '../useDesk'
import type { CommandId } from './commands'

type Acts<K extends CommandId = CommandId> = Record<K, () => unknown>

/** What every command of the desk does. */
export const deskActs = (desk: Desk): Acts => ({
  ...toolActs(desk),
  ...flipActs(desk),
  ...viewActs(desk),
  ...sheetActs(desk),
  ...arrowActs(desk),
  undo: desk.store.undo,
  redo: desk.store.redo,
  next: () => (desk.leadsAhead.value ? desk.ahead.next() : desk.walk.forward()),
  'carry-on': desk.ahead.carryOn,
  again: () => desk.stage.selection.again(() => toNext(desk)),
  exposure: desk.ahead.nextExposure,
  back: () => desk.walk.back(),
  skip: () => desk.walk.skip(),
  keys: desk.openKeys,
})

/** The drawing after this one; straight ahead one is put in where there is none. */
function toNext({ store, ahead }: Desk) {
  const next = ahead.after()
  if (next) store.goTo(next.frame)
  else if (ahead.isAhead.value) ahead.next()
  else sayWhy(new Error('No drawing follows this one. Put one in first, then do it again.'))
}

/** Copying, taking out and letting go: of what is selected on the paper, else of what is chosen on the sheet. */
export function editingActs({ pencil, sheet, stage, inbetween, flips, panels, layout, store }: Desk) {
  const { selection, paint } = stage
  function copyFrames() {
    copied.value = 'frames'
    sheet.copy()
  }
  function cutFrames() {
    copied.value = 'frames'
    sheet.cut()
  }
  function escape() {
    flips.stopBeat()
    paint.leave()
    if (selection.selected.value) return selection.drop()
    if (inbetween.leave()) return
    if (!panels.closeAll() && !layout.foldOver()) store.chosen = undefined
    store.attempt()
  }
  return {
    '$mod+c': () => selection.copy() || copyFrames(),
    '$mod+x': () => (selection.selected.value ? selection.cut() : cutFrames()),
    '$mod+v': () => (copied.value === 'ink' && selection.hasCopy.value ? selection.paste() : sheet.paste()),
    '$mod+Shift+v': () => selection.paste(true),
    '$mod+a': () => (pencil.value.tool === 'select' ? selection.all() : sheet.chooseAll()),
    Escape: escape,
    Delete: () => selection.remove() || sheet.leaveEmpty(),
  }
}

function toolActs({ pencil, slides, stage: { selection, rulers } }: Desk) {
  const take = (tool: ToolName) => (pencil.value = { ...pencil.value, tool })
  /** With the tool that shows what is selected. */
  function select(more: () => void) {
    if (pencil.value.tool !== 'select') take('select')
    more()
  }
  const tools = Object.fromEntries(TOOL_NAMES.map((name) => [name, () => take(name)])) as Acts<ToolName>
  function passBy(step: 1 | -1) {
    const pass = PASSES[PASSES.indexOf(pencil.value.pass) + step]
    if (pass) pencil.value = { ...pencil.value, pass }
  }
  return {
    ...tools,
    whole: () => (pencil.value = { ...pencil.value, tool: 'eraser', whole: !pencil.value.whole }),
    'pass-up': () => passBy(1),
    'pass-down': () => passBy(-1),
    'put-back': slides.putBack,
    rulers: rulers.toggle,
    'by-colour': () => select(selection.byColour),
    'by-part': () => select(selection.byPart),
    'by-touch': () => select(selection.byTouch),
  }
}

const flipActs = ({ stage, flips, loop, toggleLight }: Desk) => ({
  earlier: () => stage.flip(-1),
  later: () => stage.flip(1),
  parents: flips.parents,
  play: stage.play,
  light: toggleLight,
  riffle: () => {},
  beat: () => flips.beat('parents'),
  'beat-last': () => flips.beat('last'),
  'live-loop': () => (loop.on.value = !loop.on.value),
})

const viewActs = ({ stage: { view }, landmarks, layout }: Desk) => ({
  clear: layout.clear,
  'full-screen': layout.fullScreen,
  fit: view.fit,
  'zoom-in': view.nearer,
  'zoom-out': view.farther,
  'turn-left': () => view.turnBy(-1),
  'turn-right': () => view.turnBy(1),
  mirror: view.mirror,
  silhouettes: () => (view.silhouettes.value = !view.silhouettes.value),
  'cell-grid': () => (useCellGrid().value = !useCellGrid().value),
  guides: () => (landmarks.shown.value = !landmarks.shown.value),
})

const sheetActs = ({ store, sheet, panels }: Desk) => ({
  'put-in': sheet.putIn,
  empty: sheet.leaveEmpty,
  longer: () => sheet.hold((store.here?.frames ?? 0) + 1),
  shorter: () => sheet.hold((store.here?.frames ?? 0) - 1),
  acts: () => (panels.acting.value = !panels.acting.value),
  reverse: () => sheet.act({ do: 'reverse' }),
  'back-and-forth': () => sheet.act({ do: 'back-and-forth' }),
  cycle: () => sheet.act({ do: 'cycle', turns: null }),
  'frames-in': () => sheet.framesIn(1, false),
  'frames-in-all': () => sheet.framesIn(1, true),
  'frames-out': () => sheet.framesOut(false),
  'frames-out-all': () => sheet.framesOut(true),
  note: () => panels.writeNote(store.frame),
})

/** Arrows nudge what is selected on the paper; else they go about the sheet. */
function arrowActs({ store, scene, sheet, stage: { selection }, goTo }: Desk) {
  function moveLevel(by: 1 | -1) {
    // The sheet shows the top level leftmost, so left is up.
    const at = scene.value.levelOrder.indexOf(store.level) - by
    goTo(store.frame, scene.value.levelOrder[at] ?? store.level)
  }
  return {
    'frame-up': () => selection.nudge(0, -1) || goTo(store.frame - 1),
    'frame-down': () => selection.nudge(0, 1) || goTo(store.frame + 1),
    'level-left': () => selection.nudge(-1, 0) || moveLevel(-1),
    'level-right': () => selection.nudge(1, 0) || moveLevel(1),
    'choose-up': () => selection.nudge(0, -10) || sheet.stretch(-1, 0),
    'choose-down': () => selection.nudge(0, 10) || sheet.stretch(1, 0),
    'choose-left': () => selection.nudge(-10, 0) || sheet.stretch(0, -1),
    'choose-right': () => selection.nudge(10, 0) || sheet.stretch(0, 1),
  }
}

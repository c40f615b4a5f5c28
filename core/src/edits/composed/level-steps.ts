import { LIMITS } from '../../base/limits'
import type { Ink, InkPiece, PlacedPiece } from '../../ink/ink'
import { exposuresNamed } from '../../scene/columns'
import { refuse } from '../../scene/refusal'
import { PASSES, type Chart, type Column, type Exposure, type Level, type Pass, type Scene } from '../../scene/schema'
import { joined, redrawn, writtenOut } from '../../timing/column'
import type { Edit, SimpleEdit } from '../kinds'
import { drawingOf, levelOf } from '../lookup'

/**
 * What is done to whole levels, each as one step of several edits. Nothing drawn is lost: what is moved or laid
 * together comes to lie on new drawings, and undo brings the old back.
 */

type InkOf = (drawing: string, pass: Pass) => Ink
type FreshId = () => string

const together = (words: string, edits: readonly SimpleEdit[]): Edit => ({ type: 'together', words, edits: [...edits] })

const drawingsOn = (scene: Scene, level: string): string[] =>
  Object.values(scene.drawings).flatMap((drawing) => (drawing.level === level ? [drawing.id] : []))

/** Copies of drawings on a level, and which is whose. */
function brought(scene: Scene, drawings: readonly string[], level: string, freshId: FreshId) {
  const twins = new Map(drawings.map((id) => [id, freshId()]))
  const edits = [...twins].map(([source, id]): SimpleEdit => ({
    type: 'drawing.bring',
    ...{ source, level },
    drawing: { id, role: drawingOf(scene, source).role },
  }))
  return { twins, edits }
}

const takesOf = (scene: Scene): string[] => Object.keys(scene.takes)
const columnIn = (scene: Scene, take: string, level: string): Column => scene.sheets[take]![level]!

/** One or several columns of every take, laid as they should be. */
const laid = (scene: Scene, columnsOf: (take: string) => Readonly<Record<string, Column>>): SimpleEdit[] =>
  takesOf(scene).map((take) => ({
    type: 'sheet.lay',
    take,
    columns: Object.fromEntries(Object.entries(columnsOf(take)).map(([level, column]) => [level, [...column]])),
  }))

/** A new level right above another; what is locked is locked once all lies on it. */
function newAbove(scene: Scene, below: string, { locked: _, passes, model: __, ...level }: Level): SimpleEdit {
  const open = Object.fromEntries(
    Object.entries(passes ?? {}).map(([pass, { locked: ___, ...state }]) => [pass, state]),
  )
  return {
    type: 'level.add',
    level: { ...level, ...(passes && { passes: open }) },
    at: scene.levelOrder.indexOf(below) + 1,
  }
}

/** A level once more, above it: drawings, exposures of every take and charts. */
export function levelCopied(scene: Scene, level: string, { id, name, freshId }: NewLevel): Edit {
  const source = levelOf(scene, level)
  const { twins, edits } = brought(scene, drawingsOn(scene, level), id, freshId)
  const twin = (drawing: string) => twins.get(drawing)!
  const { pinned, ...lightTable } = source.lightTable
  const copy: Level = { ...source, id, name, lightTable: { ...lightTable } }
  const afterwards = {
    ...(source.locked && { locked: true }),
    ...(source.passes && { passes: source.passes }),
    ...(source.model && { model: twin(source.model) }),
    ...(pinned && { lightTable: { ...lightTable, pinned: pinned.flatMap((drawing) => twins.get(drawing) ?? []) } }),
  }
  const columns = laid(scene, (take) => ({
    [id]: redrawn(columnIn(scene, take, level), (drawing) => (drawing === null ? null : twin(drawing))),
  }))
  const charts = Object.values(scene.charts).filter((chart) => chart.level === level)
  return together(`level ${source.name} copied`, [
    newAbove(scene, level, copy),
    ...edits,
    ...columns,
    ...(charts.length > 0 ? [chartsCopied(charts, id, twins, freshId)] : []),
    ...(Object.keys(afterwards).length > 0 ? [{ type: 'level.set' as const, level: id, fields: afterwards }] : []),
  ])
}
interface NewLevel {
  readonly id: string
  readonly name: string
  readonly freshId: FreshId
}

function chartsCopied(
  charts: readonly Chart[],
  level: string,
  twins: ReadonlyMap<string, string>,
  freshId: FreshId,
): SimpleEdit {
  const twin = (drawing: string) => twins.get(drawing)!
  const changes = charts.map(({ same, ...chart }) => {
    const id = freshId()
    const lines = (same ?? []).map((each) => linesOfTwins(each, twins)).filter((each) => each.length > 1)
    const now: Chart = {
      ...{ ...chart, id, level, from: twin(chart.from), to: twin(chart.to) },
      marks: chart.marks.map(({ drawing, fraction }) => ({ drawing: twin(drawing), fraction })),
      ...(lines.length > 0 && { same: lines }),
    }
    return { at: ['charts', id], was: null, now }
  })
  return { type: 'restore', changes }
}

/** A scene of an earlier version may name lines of other levels: those are not copied. */
const linesOfTwins = (lines: NonNullable<Chart['same']>[number], twins: ReadonlyMap<string, string>) =>
  lines.flatMap(({ drawing, line }) => {
    const twin = twins.get(drawing)
    return twin === undefined ? [] : [{ drawing: twin, line }]
  })

/**
 * Drawings moved to another level, shown on the same frames of every take. Errors: EditRefused where the other level
 * shows something there, and for an end of a chart.
 */
export function drawingsMoved(
  scene: Scene,
  { drawings, to, freshId }: { drawings: readonly string[]; to: string; freshId: FreshId },
): Edit {
  const [first] = drawings
  if (first === undefined) refuse('There is no drawing on these frames to move.')
  const { level } = drawingOf(scene, first)
  const target = levelOf(scene, to)
  if (level === to) refuse('The drawings are on this level already.')
  const { twins, edits } = brought(scene, drawings, to, freshId)
  const columns = laid(scene, (take) => {
    const here = writtenOut(columnIn(scene, take, level))
    if (!here.some(({ drawing }) => drawing !== null && twins.has(drawing))) return {}
    return {
      [level]: redrawn(columnIn(scene, take, level), (drawing) => (drawing && twins.has(drawing) ? null : drawing)),
      [to]: overlaid(here, writtenOut(columnIn(scene, take, to)), (mine, theirs, frame) => {
        const twin = mine && twins.get(mine)
        if (!twin) return theirs
        if (theirs !== null)
          refuse(
            `Level ${target.name} shows drawing ${scene.drawings[theirs]!.number} at frame ${frame}. Leave its frames empty first, or choose another level.`,
          )
        return twin
      }),
    }
  })
  const removed = drawings.map((drawing): SimpleEdit => ({ type: 'drawing.remove', drawing }))
  const what = drawings.length === 1 ? `drawing ${scene.drawings[first]!.number}` : `${drawings.length} drawings`
  const sheets = columns.filter((edit) => edit.type === 'sheet.lay' && Object.keys(edit.columns).length > 0)
  return together(`${what} moved to level ${target.name}`, [...edits, ...sheets, ...removed])
}

/** Two columns of one length read together, frame by frame, to one. */
function overlaid(
  upper: readonly Exposure[],
  lower: readonly Exposure[],
  shown: (upper: string | null, lower: string | null, frame: number) => string | null,
): Column {
  const result: Exposure[] = []
  let frame = 1
  for (let [i, j, used, spent] = [0, 0, 0, 0]; i < upper.length && j < lower.length;) {
    const [over, under] = [upper[i]!, lower[j]!]
    const frames = Math.min(over.frames - used, under.frames - spent)
    result.push({ drawing: shown(over.drawing, under.drawing, frame), frames })
    frame += frames
    used += frames
    spent += frames
    if (used === over.frames) [i, used] = [i + 1, 0]
    if (spent === under.frames) [j, spent] = [j + 1, 0]
  }
  return joined(result)
}

/**
 * A level laid together with the one below: one drawing wherever both show one, pass on pass. Errors: EditRefused for
 * the lowest level, and for one that blends or is not at full strength.
 */
export function levelsLaidTogether(
  scene: Scene,
  level: string,
  { inkOf, freshId }: { inkOf: InkOf; freshId: FreshId },
): Edit {
  const upper = levelOf(scene, level)
  const below = scene.levelOrder[scene.levelOrder.indexOf(level) - 1]
  if (below === undefined) refuse('There is no level below this one.')
  if ((upper.blend ?? 'normal') !== 'normal' || (upper.strength ?? 1) !== 1)
    refuse(`Level ${upper.name} blends with what lies under it. Set it to normal and full strength first.`)
  const pairs = pairsOf(scene, level, below)
  const edits: SimpleEdit[] = []
  /** The drawing that shows both, by what the two levels show. */
  const shows = new Map<string, string | null>()
  for (const { over, under } of pairs.values()) {
    if (over === null) {
      shows.set(pairKey(over, under), under)
      continue
    }
    const onlyWith = [...pairs.values()].every((pair) => pair.under !== under || pair.over === over)
    const id = under !== null && onlyWith ? under : freshId()
    if (id !== under)
      edits.push({
        type: 'drawing.bring',
        ...{ source: under ?? over, level: below },
        drawing: { id, role: drawingOf(scene, under ?? over).role },
      })
    if (under !== null) edits.push(...inkOnTop({ drawing: id, below: under, from: over, inkOf, freshId }))
    shows.set(pairKey(over, under), id)
  }
  // What no take shows is not lost either.
  const shown = new Set([...pairs.values()].map(({ over }) => over))
  const unshown = brought(
    scene,
    drawingsOn(scene, level).filter((drawing) => !shown.has(drawing)),
    below,
    freshId,
  )
  const columns = laid(scene, (take) => ({
    [below]: pairedColumn(scene, take, level, below, (over, under) => shows.get(pairKey(over, under))!),
  }))
  return together(`level ${upper.name} laid together with ${scene.levels[below]!.name}`, [
    ...edits,
    ...unshown.edits,
    ...columns,
    { type: 'level.remove', level },
  ])
}

const pairKey = (over: string | null, under: string | null) => `${over ?? ''} ${under ?? ''}`

/** What two levels show together in any take. */
function pairsOf(scene: Scene, level: string, below: string) {
  const pairs = new Map<string, { over: string | null; under: string | null }>()
  for (const take of takesOf(scene))
    pairedColumn(scene, take, level, below, (over, under) => {
      pairs.set(pairKey(over, under), { over, under })
      return null
    })
  return pairs
}

/** The lower column with both levels in it; a column whose upper one is empty stays as it is, cycles and all. */
function pairedColumn(
  scene: Scene,
  take: string,
  level: string,
  below: string,
  shown: (over: string | null, under: string | null) => string | null,
): Column {
  const [over, under] = [columnIn(scene, take, level), columnIn(scene, take, below)]
  if (exposuresNamed(over).every(({ drawing }) => drawing === null)) return redrawn(under, (one) => shown(null, one))
  return overlaid(writtenOut(over), writtenOut(under), shown)
}

function inkOnTop({
  drawing,
  below,
  from,
  inkOf,
  freshId,
}: {
  drawing: string
  below: string
  from: string
  inkOf: InkOf
  freshId: FreshId
}): SimpleEdit[] {
  return PASSES.flatMap((pass) => {
    const base = inkOf(below, pass).length
    const add = inkOf(from, pass).map((piece, i) => ({ at: base + i, piece: { ...piece, id: freshId() } }))
    return inParts(add).map((part): SimpleEdit => ({ type: 'ink.change', drawing, pass, remove: [], add: part }))
  })
}

/** Pieces in as many edits as they need. */
function inParts(placed: readonly PlacedPiece[]): PlacedPiece[][] {
  const parts: PlacedPiece[][] = []
  for (let i = 0; i < placed.length; i += LIMITS.piecesPerEdit) parts.push(placed.slice(i, i + LIMITS.piecesPerEdit))
  return parts
}

/**
 * Part of every drawing of a level taken up onto a new level above it, on the same frames: a pass, a colour, whatever
 * `goesUp`. Errors: EditRefused when nothing does.
 */
export function levelSplit(
  scene: Scene,
  level: string,
  { id, name, freshId, inkOf, goesUp }: NewLevel & { inkOf: InkOf; goesUp: (piece: InkPiece, pass: Pass) => boolean },
): Edit {
  const source = levelOf(scene, level)
  const partOf = (drawing: string) => PASSES.some((pass) => inkOf(drawing, pass).some((piece) => goesUp(piece, pass)))
  const parted = drawingsOn(scene, level).filter(partOf)
  if (parted.length === 0) refuse(`Level ${source.name} has nothing of that kind.`)
  const { twins, edits } = brought(scene, parted, id, freshId)
  const { pinned: _, ...lightTable } = source.lightTable
  const takenOff = (drawing: string, stays: (piece: InkPiece, pass: Pass) => boolean, of: string): SimpleEdit[] =>
    PASSES.flatMap((pass) => {
      const remove = inkOf(of, pass).flatMap((piece, at) => (stays(piece, pass) ? [] : [{ at, piece }]))
      // From the top, so that what is left keeps its places.
      return inParts(remove.reverse()).map((part): SimpleEdit => ({
        type: 'ink.change',
        drawing,
        pass,
        remove: part,
        add: [],
      }))
    })
  return together(`level ${source.name} divided`, [
    newAbove(scene, level, { ...source, id, name, lightTable }),
    ...edits,
    ...parted.flatMap((drawing) => [
      ...takenOff(twins.get(drawing)!, goesUp, drawing),
      ...takenOff(drawing, (piece, pass) => !goesUp(piece, pass), drawing),
    ]),
    ...laid(scene, (take) => ({
      [id]: redrawn(columnIn(scene, take, level), (drawing) =>
        drawing === null ? null : (twins.get(drawing) ?? null),
      ),
    })),
  ])
}

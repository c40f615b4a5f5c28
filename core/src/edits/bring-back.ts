import { resizedTo, totalFrames } from '../timing/column'
import { freeNumber } from '../timing/numbering'
import type { Ink, PlacedPiece } from '../ink/ink'
import { sameValue } from '../scene/parts'
import type { SimpleEdit } from './kinds'
import { refuse } from '../scene/refusal'
import { toned } from '../scene/palette'
import type { Drawing, Pass, Scene, Swatch } from '../scene/schema'

/** What is brought back from an earlier moment. */
export type Part = { readonly whole: true } | { readonly level: string } | { readonly drawing: string }
type Change = Extract<SimpleEdit, { type: 'restore' }>['changes'][number]

/** How many pieces each pass of a drawing holds now, whether the drawing is in the scene or not. */
type Counts = (drawing: string) => Drawing['passes']

const change = (at: string[], was: unknown, now: unknown): Change[] =>
  sameValue(was ?? null, now ?? null)
    ? []
    : [{ at, was: (was ?? null) as Change['was'], now: (now ?? null) as Change['now'] }]

/** A drawing as it was, with the ink it has now; its ink is brought back by edits of its own. */
const asItWas = (then: Drawing, counts: Counts): Drawing => ({ ...then, passes: counts(then.id) })

function recordChanges<T>(
  field: string,
  now: Readonly<Record<string, T>>,
  then: Readonly<Record<string, T>>,
  keeps: (entry: T) => boolean,
  concerns: (entry: T) => boolean,
): Change[] {
  return [...new Set([...Object.keys(now), ...Object.keys(then)])].flatMap((id) => {
    const entry = now[id] ?? then[id]!
    if (!concerns(entry) || (!then[id] && keeps(now[id]!))) return []
    return change([field, id], now[id], then[id])
  })
}

/** What planners laid, with its guides: those of drawings that stay though they were made since go. */
function plansBack(
  now: Scene,
  then: Scene,
  mine: (plan: { level: string }) => boolean,
  concerns: (drawing: string) => boolean,
): Change[] {
  const guides = (scene: Scene) =>
    Object.fromEntries(Object.entries(scene.guides ?? {}).filter(([drawing]) => concerns(drawing)))
  return [
    ...recordChanges('plans', now.plans ?? {}, then.plans ?? {}, () => false, mine),
    ...recordChanges(
      'guides',
      guides(now),
      guides(then),
      () => false,
      () => true,
    ),
  ]
}

/** As it was, with the colours made since: something may be drawn in them. */
function paletteBack(now: Scene, then: Scene): Swatch[] {
  const there = new Set(then.palette.map(({ id }) => id))
  return toned([...then.palette, ...now.palette.filter(({ id }) => !there.has(id))])
}

/** As it is, with the colours of lines that come back, and those these follow. */
function paletteWith(now: Scene, then: Scene, colours: ReadonlySet<string>): Swatch[] {
  const wanted = new Set(colours)
  const here = new Set(now.palette.map(({ id }) => id))
  const inThen = new Map(then.palette.map((swatch) => [swatch.id, swatch]))
  for (const id of wanted) {
    const { into, tone } = inThen.get(id) ?? {}
    for (const followed of [into, tone?.of]) if (followed !== undefined) wanted.add(followed)
  }
  return toned([...now.palette, ...then.palette.filter(({ id }) => wanted.has(id) && !here.has(id))])
}

function wholeBack(now: Scene, then: Scene, counts: Counts): Change[] {
  const always = () => true
  const drawings = Object.fromEntries(Object.entries(then.drawings).map(([id, entry]) => [id, asItWas(entry, counts)]))
  return [
    ...change(['palette'], now.palette, paletteBack(now, then)),
    ...(['settings', 'levelOrder', 'mainTake'] as const).flatMap((field) => change([field], now[field], then[field])),
    ...recordChanges('levels', now.levels, then.levels, () => false, always),
    // Drawings made since stay in the scene, off the sheet, as long as their level is there.
    ...recordChanges('drawings', now.drawings, drawings, (entry) => then.levels[entry.level] !== undefined, always),
    ...recordChanges('charts', now.charts, then.charts, () => false, always),
    ...plansBack(now, then, always, always),
    ...recordChanges('takes', now.takes, then.takes, () => false, always),
    ...[...new Set([...Object.keys(now.sheets), ...Object.keys(then.sheets)])].flatMap((take) =>
      recordChanges('', now.sheets[take] ?? {}, then.sheets[take] ?? {}, () => false, always).map(
        ({ at, ...rest }) => ({ at: ['sheets', take, at[1]!], ...rest }),
      ),
    ),
  ]
}

function levelBack(now: Scene, then: Scene, level: string, counts: Counts): Change[] {
  const mine = (entry: { level: string }) => entry.level === level
  const drawings = Object.fromEntries(
    Object.entries(then.drawings)
      .filter(([, entry]) => mine(entry))
      .map(([id, entry]) => [id, asItWas(entry, counts)]),
  )
  const columns = Object.keys(now.takes).flatMap((take) => {
    const column =
      then.sheets[take]?.[level] ??
      (now.sheets[take]![level] ? undefined : [{ drawing: null, frames: now.settings.length }])
    return column
      ? change(['sheets', take, level], now.sheets[take]![level], [...resizedTo(column, now.settings.length)])
      : []
  })
  return [
    ...change(['levels', level], now.levels[level], then.levels[level]),
    ...(now.levelOrder.includes(level) ? [] : change(['levelOrder'], now.levelOrder, [...now.levelOrder, level])),
    ...recordChanges('drawings', now.drawings, drawings, () => true, mine),
    ...recordChanges('charts', now.charts, then.charts, () => false, mine),
    ...plansBack(now, then, mine, (drawing) => (now.drawings[drawing] ?? then.drawings[drawing])?.level === level),
    ...columns,
  ]
}

/**
 * The edits that bring a part of the scene back to what it was at an earlier moment. Nothing is
 * destroyed: drawings made since stay in the scene. The ink of the drawings named by {@link inkBackFor}
 * follows with {@link inkBack}. A drawing no longer on the main take's sheet is shown again where it was.
 * Errors: EditRefused for a drawing whose level is gone.
 */
export function bringBack({ now, then, part, counts, colours = NO_COLOURS }: BringingBack): SimpleEdit[] {
  if ('whole' in part) return restoring(wholeBack(now, then, counts))
  const palette = change(['palette'], now.palette, paletteWith(now, then, colours))
  if ('drawing' in part) return drawingBack({ now, then, counts }, part.drawing, palette)
  return then.levels[part.level] ? restoring([...palette, ...levelBack(now, then, part.level, counts)]) : []
}

interface BringingBack {
  readonly now: Scene
  readonly then: Scene
  readonly part: Part
  readonly counts: Counts
  /** Those the ink that follows is drawn in. */
  readonly colours?: ReadonlySet<string>
}
const NO_COLOURS: ReadonlySet<string> = new Set()
const restoring = (changes: Change[]): SimpleEdit[] => (changes.length > 0 ? [{ type: 'restore', changes }] : [])

function drawingBack(
  { now, then, counts }: Omit<BringingBack, 'part'>,
  drawing: string,
  palette: readonly Change[],
): SimpleEdit[] {
  const was = then.drawings[drawing]
  if (!was) return []
  if (!now.levels[was.level]) {
    const { name } = then.levels[was.level]!
    refuse(`Drawing ${was.number} lay on level ${name}, which is not in the scene any more. Bring level ${name} back.`)
  }
  const here = now.drawings[was.id]
  // Another drawing may bear its number by now.
  const taken = new Set(
    Object.values(now.drawings).flatMap((each) =>
      each.id !== was.id && each.level === was.level ? [each.number] : [],
    ),
  )
  const number = here?.number ?? freeNumber(was.number, taken)
  const changes = change(['drawings', was.id], here, { ...asItWas(was, here ? () => here.passes : counts), number })
  const shown = here ? undefined : frameOf(then, was)
  return [
    ...restoring([...palette, ...changes]),
    ...(shown && shown.frame <= now.settings.length ? [shownAgain(now, was, shown)] : []),
  ]
}

function shownAgain(
  now: Scene,
  { id, level }: Drawing,
  { frame, frames }: { frame: number; frames: number },
): SimpleEdit {
  return {
    type: 'sheet.range',
    take: now.mainTake,
    levels: [level],
    from: frame,
    to: Math.min(now.settings.length, frame + frames - 1),
    act: { do: 'show', drawing: id },
  }
}

function frameOf(scene: Scene, { id, level }: Drawing): { frame: number; frames: number } | undefined {
  let frame = 1
  for (const entry of scene.sheets[scene.mainTake]![level]!) {
    const run = 'cycle' in entry ? entry.cycle : [entry]
    const at = run.findIndex((exposure) => exposure.drawing === id)
    if (at >= 0) return { frame: frame + totalFrames(run.slice(0, at)), frames: run[at]!.frames }
    frame += entry.frames
  }
  return undefined
}

/** The drawings whose ink a part brought back concerns. */
export function inkBackFor(then: Scene, part: Part): string[] {
  if ('drawing' in part) return then.drawings[part.drawing] ? [part.drawing] : []
  return Object.values(then.drawings).flatMap((entry) =>
    'level' in part && entry.level !== part.level ? [] : [entry.id],
  )
}

/** The edit that turns the ink of a pass into what it was: lines that stayed stay, the others come and go. Undefined when nothing differs. */
export function inkBack({
  drawing,
  pass,
  now,
  then,
}: {
  drawing: string
  pass: Pass
  now: Ink
  then: Ink
}): SimpleEdit | undefined {
  const wanted = new Map(then.map((piece, at) => [piece.id, at]))
  const staying = now.filter((piece) => wanted.has(piece.id) && sameValue(piece, then[wanted.get(piece.id)!]))
  const inOrder = staying.every((piece, i) => i === 0 || wanted.get(piece.id)! > wanted.get(staying[i - 1]!.id)!)
  const stay = new Set(inOrder ? staying.map((piece) => piece.id) : [])
  const placed = (ink: Ink): PlacedPiece[] => ink.flatMap((piece, at) => (stay.has(piece.id) ? [] : [{ at, piece }]))
  const [remove, add] = [placed(now), placed(then)]
  return remove.length + add.length > 0 ? { type: 'ink.change', drawing, pass, remove, add } : undefined
}

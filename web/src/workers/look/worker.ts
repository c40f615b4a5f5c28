import {
  drawingsShown,
  exposuresOf,
  followLandmark,
  graphsOf,
  inspectScene,
  levelsChanged,
  meantBecause,
  PASSES,
  subjectOf,
  type Inspection,
  type ProductionDocument,
  type Scene,
} from '@unhurried/core'
import { api } from '../../api/api'
import { productionsApi } from '../../api/productions'
import { createInkStore, type InkStore } from '../../session/ink-store'
import { SceneSession } from '../../session/session'
import { lookOrderSchema, type LookOrder, type LookReport, type LookTransition, type Proposed } from './messages'

/** A thin door to core: the scene is kept here as the page has it, and looked at when asked. */
const tell = (report: LookReport) => self.postMessage(report)
const PROBLEM = 'The drawings could not be looked at. Reload the page and look again.'

/** A copy of the page's. */
let session: SceneSession | undefined
/** What was seen last, of which scene, and the levels inked since. */
let last: { inspection: Inspection; scene: Scene; take: string; limits: string } | undefined
const inked = new Set<string>()
let next: { id: string; scene: Scene; ink: InkStore } | undefined
/** The library of the production, as it was when all was last looked at. */
let library: Promise<Pick<ProductionDocument, 'characters'> | undefined> | undefined
let turn = 0

/** Lets messages in. */
const breathe = () =>
  new Promise<void>((resolve) => {
    const channel = new MessageChannel()
    channel.port1.onmessage = () => {
      channel.port1.close()
      resolve()
    }
    channel.port2.postMessage(0)
  })

function open({ scene: id, document, version, waiting }: Extract<LookOrder, { kind: 'open' }>) {
  turn++
  last = next = library = undefined
  inked.clear()
  const ink = createInkStore(id)
  // Ids are the page's: nothing is made here.
  const own = new SceneSession({ scene: document, version, waiting, ink, freshId: () => '' })
  ink.onChange((drawing) => {
    const level = own.working.drawings[drawing]?.level
    if (level !== undefined) inked.add(level)
  })
  session = own
}

/** Does what happened on the page; lines that must be read again count as changed. */
function happened(own: SceneSession, transition: LookTransition) {
  const loaded = Object.keys(own.working.drawings).filter((drawing) => own.ink.isNewest(drawing))
  own.follow(transition)
  for (const drawing of loaded) {
    const level = own.working.drawings[drawing]?.level
    if (level !== undefined && !own.ink.isNewest(drawing)) inked.add(level)
  }
}

async function nextOf(id: string | null | undefined) {
  if (!id) return undefined
  if (next?.id === id) return next
  const answer = await api.readScene(id)
  const store = createInkStore(id)
  await store.ensure(Object.keys(answer.scene.drawings))
  return (next = { id, scene: answer.scene, ink: store })
}

/** Whether anything of a scene is to be as the library has it. */
const isLinked = ({ palette, levels }: Scene): boolean =>
  palette.some(({ linked }) => linked) || Object.values(levels).some(({ character }) => character)

/** Without a server nothing is held against it. */
function libraryOf(production: string) {
  return productionsApi.read(production).then(
    ({ document }) => document,
    () => undefined,
  )
}

async function look(
  { working: now, ink, waitingEdits }: SceneSession,
  { id, take, limits, whole, onsets, production }: Omit<Extract<LookOrder, { kind: 'look' }>, 'kind'>,
) {
  const mine = ++turn
  const signal = {
    get aborted() {
      return turn !== mine
    },
  }
  if (whole) last = next = library = undefined
  const drawings = Object.keys(now.drawings).length
  tell({ kind: 'progress', id, done: 0, of: drawings, words: 'Fetching the lines' })
  await ink.ensure(Object.keys(now.drawings), waitingEdits)
  const joins = await nextOf(now.settings.handsOnTo).catch(() => undefined)
  const shared = isLinked(now) ? await (library ??= libraryOf(production)) : undefined
  if (signal.aborted) return tell({ kind: 'stopped', id })
  const began = performance.now()
  const named = JSON.stringify(limits)
  const before =
    last && last.take === take && last.limits === named
      ? {
          inspection: last.inspection,
          levels: [...new Set([...levelsChanged(last.scene, now), ...inked])].filter((level) => now.levels[level]),
        }
      : undefined
  inked.clear()
  const options = {
    scene: now,
    take,
    inkOf: ink.inkOf,
    limits,
    next: joins && { scene: joins.scene, inkOf: joins.ink.inkOf },
    onsets: (file: string) => onsets[file] ?? [],
    library: shared,
  }
  const context = subjectOf(options)
  let reportedAt = began
  const inspection = await inspectScene(now, ink.inkOf, {
    take,
    limits,
    signal,
    breathe,
    next: options.next,
    library: shared,
    before,
    context,
    onProgress(done, of) {
      if (performance.now() - reportedAt < 60) return
      reportedAt = performance.now()
      tell({ kind: 'progress', id, done, of, words: 'Measuring' })
    },
  })
  if (inspection.stopped) {
    last = undefined
    return tell({ kind: 'stopped', id })
  }
  last = { inspection, scene: now, take, limits: named }
  tell({
    kind: 'found',
    id,
    ...shownOf(inspection, now, ink),
    unmeasured: [...inspection.unmeasured],
    graphs: graphsOf(context),
    drawings,
    ms: performance.now() - began,
  })
}

/** Findings of one check that are told; whoever has more knows what is the matter by then. */
const MOST_SHOWN = 100
/** A tenth of a pixel is finer than any line. */
const short = (_: string, value: unknown) => (typeof value === 'number' ? Math.round(value * 10) / 10 : value)

/** The findings that are told, and how many of each check are left out. */
function shownOf(inspection: Inspection, now: Scene, ink: InkStore) {
  const counts = new Map<string, number>()
  const left = new Map<string, number>()
  const findings = inspection.findings
    .filter(({ check }) => {
      const count = (counts.get(check) ?? 0) + 1
      counts.set(check, count)
      if (count > MOST_SHOWN) left.set(check, count - MOST_SHOWN)
      return count <= MOST_SHOWN
    })
    .map((finding) => {
      const meant = meantBecause(now, finding, ink.inkOf)
      return { ...finding, evidence: JSON.stringify(finding.evidence, short), ...(meant !== undefined && { meant }) }
    })
  return { findings, left }
}

/** Drawings a landmark is followed over at most, and how sure the next one must be to go on from. */
const MOST_FOLLOWED = 60
const SURE = 0.2

async function follow(
  { working: scene, ink, waitingEdits }: SceneSession,
  { id, take, drawing, landmark }: { id: number; take: string; drawing: string; landmark: string },
) {
  const { level } = scene.drawings[drawing]!
  const order = drawingsShown(exposuresOf(scene, level, take)).map((entry) => entry.drawing)
  const here = order.indexOf(drawing)
  const ahead = order.slice(here, here + MOST_FOLLOWED + 1)
  await ink.ensure(ahead, waitingEdits)
  const pinOn = (each: string | undefined) => (each === undefined ? undefined : scene.drawings[each]?.pins?.[landmark])
  const wholeInk = (each: string) => PASSES.flatMap((pass) => ink.inkOf(each, pass))
  let from = pinOn(drawing)
  const before = pinOn(order[here - 1])
  let motion = from && before ? { x: from.x - before.x, y: from.y - before.y } : { x: 0, y: 0 }
  const proposals: Proposed[] = []
  for (const [i, next] of ahead.slice(1).entries()) {
    if (!from || pinOn(next)) break
    const found = followLandmark({ ink: wholeInk(ahead[i]!), from, onto: wholeInk(next), motion })
    if (!found || found.confidence < SURE) break
    proposals.push({ drawing: next, landmark, ...found })
    motion = { x: found.x - from.x, y: found.y - from.y }
    from = found
    await breathe()
  }
  tell({ kind: 'followed', id, proposals })
}

self.onmessage = async (event: MessageEvent<unknown>) => {
  const parsed = lookOrderSchema.safeParse(event.data)
  if (!parsed.success)
    return tell({ kind: 'failed', id: Number((event.data as { id?: unknown } | null)?.id) || 0, sentence: PROBLEM })
  const order = parsed.data
  try {
    if (order.kind === 'open') open(order)
    else if (order.kind === 'stop') turn++
    else if (!session) throw new Error(PROBLEM)
    else if (order.kind === 'happened') happened(session, order.transition)
    else if (order.kind === 'follow') await follow(session, order)
    else await look(session, order)
  } catch (error) {
    last = undefined
    tell({
      kind: 'failed',
      id: 'id' in order ? order.id : 0,
      sentence: error instanceof Error ? error.message : PROBLEM,
    })
  }
}

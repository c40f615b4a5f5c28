import { packInk, type Limits, type Pass } from '@unhurried/core'
import type { InkStore } from '../ink-store'
import type { SceneSession } from '../session'
import { copiedVersion, forgetCopies, keepCopy, type InkRow } from './copies'

/** Milliseconds without news after which the copy is made as new as the server's scene. */
const QUIET = 1500
type KeptInk = NonNullable<ReturnType<InkStore['keptOf']>>

/** Lets whatever else waits go first: nothing waits for a copy. */
const pause = () => new Promise<void>((resolve) => requestIdleCallback(() => resolve(), { timeout: 2000 }))

/**
 * Keeps an open scene whole in this browser as the server has it, so that it opens while the server is away.
 *
 * @returns what ends that
 */
export function keepCopyOf(
  session: SceneSession,
  open: { readonly id: string; readonly production: string; readonly limits: Limits },
  quiet = QUIET,
): () => void {
  const { ink } = session
  /** The ink each drawing was kept with. */
  let kept: ReadonlyMap<string, KeptInk> | undefined
  /** The version of the copy that is there; -1: none. Another window may have made one. */
  let there: number | undefined
  let isBehind = true
  let isCopying = false
  let ended = false
  let timer: ReturnType<typeof setTimeout> | undefined
  const soon = () => {
    clearTimeout(timer)
    if (!ended) timer = setTimeout(() => void copy(), quiet)
  }

  async function copy(): Promise<void> {
    if (isCopying) return soon()
    isCopying = true
    try {
      there ??= (await copiedVersion(open.id)) ?? -1
      // Taken at one moment with the version it is of.
      const drawings = inkNow()
      // What is on its way makes it whole.
      if (!drawings) return
      isBehind = false
      // A copy of this very version is as good as one made now.
      if (!kept && there === session.version) kept = drawings
      else if (!(await write(drawings, there))) isBehind = true
    } catch {
      // Room on this machine belongs to what is not on the server yet.
      await forgetCopies(0).catch(() => undefined)
      kept = there = undefined
    } finally {
      isCopying = false
      if (isBehind && inkNow()) soon()
    }
  }

  /** The ink of every drawing that has some, or undefined while some is not known. */
  function inkNow(): Map<string, KeptInk> | undefined {
    const drawings = Object.values(session.confirmed.drawings).filter(({ passes }) => Object.keys(passes).length > 0)
    const all = drawings.map(({ id }) => [id, ink.keptOf(id)] as const)
    return all.every(([, known]) => known !== undefined) ? (new Map(all) as Map<string, KeptInk>) : undefined
  }

  /** Gives whether all of it is as it was when that was begun, and kept so. */
  async function write(drawings: ReadonlyMap<string, KeptInk>, base: number): Promise<boolean> {
    const { confirmed: scene, version } = session
    const changed = [...drawings].filter(([drawing, passes]) => !sameInk(kept?.get(drawing), passes))
    const rows: InkRow[] = []
    for (const [drawing, passes] of changed) {
      await pause()
      if (ended || session.version !== version) return false
      rows.push({ scene: open.id, drawing, passes: passes.map(({ pass, ink }) => ({ pass, bytes: packInk(ink) })) })
    }
    const fresh = new Set(rows.map(({ drawing }) => drawing))
    const stays = new Set([...drawings.keys()].filter((drawing) => !fresh.has(drawing)))
    const isKept = await keepCopy({ ...open, version, scene }, { base, changed: rows, stays })
    kept = isKept ? drawings : undefined
    there = isKept ? version : undefined
    return isKept
  }

  const ends = [
    session.onTransition(({ kind }) => {
      if (kind === 'edit') return
      isBehind = true
      soon()
    }),
    ink.onChange(() => isBehind && soon()),
  ]
  soon()
  return () => {
    ended = true
    clearTimeout(timer)
    for (const end of ends) end()
  }
}

const inkIn = (passes: KeptInk | undefined, pass: Pass) => passes?.find((each) => each.pass === pass)?.ink
const sameInk = (a: KeptInk | undefined, b: KeptInk): boolean =>
  a?.length === b.length && b.every(({ pass, ink }) => inkIn(a, pass) === ink)

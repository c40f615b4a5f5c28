import * as contract from '@unhurried/core/api'
import type { KeptEdit, SentEdit } from '@unhurried/core/api'
import { call, type ApiProblem } from './client'

export type { KeptEdit }

/** Milliseconds: edits sent again are kept once, so what hangs is sent anew. */
const PATIENCE = 60_000

/** What the page and the server tell each other of edits: apart from the rest, since the shelf knows no edits. */
export const editsApi = {
  editsSince: (scene: string, since: number): Promise<KeptEdit[]> =>
    call(contract.readEdits, { params: { scene }, query: { since }, within: PATIENCE }),
  keep: (scene: string, base: number, edits: SentEdit[]) =>
    call(contract.keepEdits, { params: { scene }, body: { base, edits }, within: PATIENCE }),
  /** What a conflict tells: the scene's version, and the edits missed (the first 500 of them). */
  conflictIn: (problem: ApiProblem): { version: number; missed: KeptEdit[] } | undefined =>
    contract.conflictSchema.safeParse(problem.more).data,
}

import { editSchema, type Edit } from '@unhurried/core'
import { z } from 'zod'
import { read, type ApiProblem } from './api'

const keptEditsSchema = z.array(z.object({ id: z.string(), version: z.int(), edit: editSchema }))
export type KeptEdit = z.infer<typeof keptEditsSchema>[number]

/** What the page and the server tell each other of edits: apart from the rest, since the shelf knows no edits. */
export const editsApi = {
  editsSince: (id: string, version: number) => read(keptEditsSchema, `/api/scenes/${id}/edits?since=${version}`),
  keep: (id: string, base: number, edits: { id: string; edit: Edit }[]) =>
    read(z.object({ version: z.int() }), `/api/scenes/${id}/edits`, { base, edits }),
  /** What a conflict tells: the scene's version, and the edits missed (the first 500 of them). */
  conflictIn: (problem: ApiProblem): { version: number; missed: KeptEdit[] } | undefined =>
    z.object({ version: z.int(), missed: keptEditsSchema }).safeParse(problem.more).data,
}

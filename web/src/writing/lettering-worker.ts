import { WorkerClient } from '../workers/client'
import { letteringReportSchema, type LetteringOrder, type LetteringReport } from '../workers/lettering/messages'

const DIED = 'The lettering could not be worked out. Change something and try again.'

/** The worker that knows when lettering is written. */
export const letteringWorker = () =>
  new WorkerClient<LetteringOrder, LetteringReport>({
    start: () => new Worker(new URL('../workers/lettering/worker.ts', import.meta.url), { type: 'module' }),
    reportSchema: letteringReportSchema,
    died: DIED,
  })
export type LetteringWorker = ReturnType<typeof letteringWorker>

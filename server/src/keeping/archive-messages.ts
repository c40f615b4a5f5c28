import type { Prepared } from './prepared'

/** What the thread that reads archives answers. */
export type ArchiveReport = { readonly prepared: Prepared } | { readonly refused: string } | { readonly failed: string }

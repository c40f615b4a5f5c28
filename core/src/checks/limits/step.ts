import type { Limit } from '../finding'

/** By how much a limit is set finer or coarser by hand. */
export const limitStep = ({ value }: Pick<Limit, 'value'>): number => (value >= 10 ? 1 : value >= 2 ? 0.5 : 0.05)

import type { Column, Cycle, Exposure } from './schema'

type Entry = Column[number]

export const isCycle = (entry: Entry): entry is Cycle => 'cycle' in entry

export const totalFrames = (column: Column): number => column.reduce((sum, entry) => sum + entry.frames, 0)

/** The exposures a column names, one turn of each cycle. */
export const exposuresNamed = (column: Column): readonly Exposure[] =>
  column.flatMap((entry) => (isCycle(entry) ? entry.cycle : [entry]))

import Papa from 'papaparse'
import type { LogEntry } from '../record/log'
import type { Scene } from '../scene/schema'
import { plain } from './sheet/sheet-csv'

const HEADS = ['Day', 'Began', 'Who', 'Level', 'Drawing', 'Pass', 'Minutes', 'Counted or written', 'Note'] as const

/** What was worked on a scene as comma-separated values, a row an entry, in the order they are given; days and times as `momentOf` has them. */
export function writeLogCsv({
  scene,
  entries,
  momentOf,
}: {
  readonly scene: Scene
  readonly entries: readonly (LogEntry & { readonly who: string })[]
  readonly momentOf: (from: number) => { readonly day: string; readonly time: string }
}): string {
  const rows = entries.map(({ from, who, level, drawing, pass, seconds, by, note }) => [
    momentOf(from).day,
    momentOf(from).time,
    who,
    plain(scene.levels[level]?.name ?? level),
    scene.drawings[drawing]?.number ?? drawing,
    pass,
    String(Math.round(seconds / 6) / 10),
    by,
    plain(note ?? ''),
  ])
  return Papa.unparse([[...HEADS], ...rows], { newline: '\r\n' })
}

import Papa from 'papaparse'
import { eyeKindOf } from '../practice/eye/register'
import { exerciseOf } from '../practice/register'
import type { PracticeResult } from '../practice/results'

const HEADS = [
  'Day',
  'Time',
  'Practised',
  'Off',
  'Of',
  'Pixels off',
  'Beside the arc',
  'Along it',
  'Nearest to',
  'Answers',
  'Right',
] as const
const tenth = (value: number) => String(Math.round(value * 10) / 10)

/** What came of practising as comma-separated values, a row a result, the earliest first; days and times as `momentOf` has them. */
export function writePracticeCsv({
  results,
  momentOf,
}: {
  readonly results: readonly PracticeResult[]
  readonly momentOf: (at: number) => { readonly day: string; readonly time: string }
}): string {
  const rows = [...results]
    .sort((a, b) => a.at - b.at)
    .map((result) => {
      const { day, time } = momentOf(result.at)
      if (result.kind === 'eye') {
        const kind = eyeKindOf(result.what)
        const own = [kind?.name ?? result.what, tenth(result.threshold), kind?.unit ?? '']
        return [day, time, ...own, '', '', '', '', String(result.answers), String(result.right)]
      }
      const { what, share, px, beside, along, school } = result
      const own = [exerciseOf(what)?.name ?? what, tenth(100 * share), '% of its steps']
      return [day, time, ...own, tenth(px), tenth(beside), tenth(along), school, '', '']
    })
  return Papa.unparse([[...HEADS], ...rows], { newline: '\r\n' })
}

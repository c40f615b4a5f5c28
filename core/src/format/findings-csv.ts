import Papa from 'papaparse'
import { checkOf } from '../checks/register'
import type { Finding } from '../checks/finding'
import type { Scene } from '../scene/schema'
import { timecode } from '../timing/time'
import { plain } from './sheet/sheet-csv'

const HEADS = [
  'Severity',
  'Sureness',
  'Check',
  'Level',
  'Drawings',
  'Frame',
  'Time',
  'Value',
  'Limit',
  'Unit',
  'Finding',
  'Meant',
] as const

/** Findings as comma-separated values, a row each, in the order they are given. */
export function writeFindingsCsv({
  scene,
  findings,
}: {
  readonly scene: Scene
  readonly findings: readonly (Omit<Finding, 'evidence'> & { readonly meant?: string | undefined })[]
}): string {
  const rows = findings.map(
    ({ severity, sureness, check, level, drawings, frames, value, limit, unit, sentence, meant }) => [
      severity,
      sureness,
      checkOf(check)?.name ?? check,
      plain(level === undefined ? '' : (scene.levels[level]?.name ?? '')),
      drawings.map((id) => scene.drawings[id]?.number ?? '').join(' '),
      frames[0] === undefined ? '' : String(frames[0]),
      frames[0] === undefined ? '' : timecode(frames[0], scene.settings.fps),
      String(Math.round(value * 100) / 100),
      String(Math.round(limit * 100) / 100),
      unit,
      plain(sentence),
      plain(meant ?? ''),
    ],
  )
  return Papa.unparse([[...HEADS], ...rows], { newline: '\r\n' })
}

import { colourDifference } from '../../base/colour'
import { counted } from '../../base/counted'
import { distance } from '../../motion/arc'
import { landmarksOf, pinOf } from '../../motion/landmarks/landmarks'
import { behindLibrary, linkedColours } from '../../production/linked'
import type { Character, ModelSheet } from '../../production/schema'
import { judged, notJudged, type CheckFacts, type Judge } from '../check'
import { rounded, type Observation, type Outcome } from '../finding'
import { median } from '../size/median'
import type { LevelSubject, Shot } from '../subject'

/** Differs from the library. A character looks the same in every scene: in its colours, its proportions, its line. */
export const differsFromLibrary = {
  id: 'differs-from-library',
  name: 'Differs from the library',
  group: 'colour',
  severity: 'mend',
  why: 'A character whose colours, proportions or line change from one scene to the next is another.',
  limits: {
    colour: { words: 'Colour off by', unit: '% of black to white', value: 2, min: 0.5, max: 50 },
    proportion: { words: 'Distance of two landmarks off its model sheet by', unit: '%', value: 25, min: 5, max: 200 },
    line: { words: 'Line off its width by', unit: '%', value: 30, min: 5, max: 200 },
  },
} as const satisfies CheckFacts

export const judgeDiffersFromLibrary: Judge = {
  scene({ scene, library, limit }) {
    if (!library) return judged([])
    const most = limit('colour')
    const off = behindLibrary(library, linkedColours(scene))
      .map(({ from, to }) => ({ from, to, by: colourDifference(from.colour, to) }))
      .filter(({ by }) => by > most)
      .sort((a, b) => b.by - a.by)
    if (off.length === 0) return judged([])
    // The scene answers for all of them together.
    const told = off.map(({ from, to }) => `${from.name} is ${from.colour} here and ${to} there`).join('; ')
    return judged([
      {
        ...{ drawings: [], frames: [], value: off[0]!.by, limit: most, unit: '%', evidence: [] },
        sentence: `${counted(off.length, 'colour')} ${off.length === 1 ? 'is' : 'are'} not what the library has: ${told}. Take those, or say that this scene keeps its own.`,
      },
    ])
  },
  level(subject, { library, limit, scene }) {
    const character = library?.characters.find(({ id }) => id === subject.level.character)
    if (!character || subject.level.kind === 'ground') return judged([])
    const proportions = proportionsOff(subject, character, {
      most: limit('proportion'),
      names: new Map(landmarksOf(scene, subject.level.id).map(({ id, name }) => [id, name])),
    })
    return { ...proportions, findings: [...proportions.findings, ...linesOff(subject, character, limit('line'))] }
  },
}

function linesOff({ level, shots }: LevelSubject, { name, lineWidth }: Character, most: number): Observation[] {
  if (lineWidth === undefined) return []
  return shots.flatMap(({ drawing, entry, frame, measured }): Observation[] => {
    const own = measured.lineWidth
    const value = own === undefined ? 0 : 100 * (own / lineWidth - 1)
    if (Math.abs(value) <= most) return []
    return [
      {
        ...{ level: level.id, drawings: [drawing], frames: [frame], value, limit: most, unit: '%', evidence: [] },
        sentence: `The line of drawing ${entry.number} of ${level.name} is ${rounded(own!)} px wide; the library draws ${name} with ${rounded(lineWidth)} px.`,
      },
    ]
  })
}

interface Pair {
  readonly names: readonly [string, string]
  /** How many times as far apart as on the model sheet. */
  readonly times: number
}

/** Landmarks of one name on a drawing and on a model sheet, two by two. */
function pairsOf(shot: Shot, sheet: ModelSheet, character: Character, names: ReadonlyMap<string, string>): Pair[] {
  const pinned = new Map([...names].map(([id, name]) => [name, pinOf(shot.entry, id)]))
  const both = sheet.places.flatMap(({ landmark, x, y }) => {
    const name = character.landmarks?.find(({ id }) => id === landmark)?.name
    const pin = name === undefined ? undefined : pinned.get(name)
    return name !== undefined && pin ? [{ name, pin, at: { x: x * sheet.width, y: y * sheet.height } }] : []
  })
  return both.flatMap((one, i) =>
    both.slice(i + 1).flatMap((other): Pair[] => {
      const apart = distance(one.at, other.at)
      return apart < 1 ? [] : [{ names: [one.name, other.name], times: distance(one.pin, other.pin) / apart }]
    }),
  )
}

/** Two landmarks give a size; a third says whether it is in proportion. */
const PAIRS = 3

/** The sheet whose proportions a drawing is nearest to: which side is drawn nobody says. */
function nearest(shot: Shot, character: Character, names: ReadonlyMap<string, string>) {
  const judgedBy = character.sheets.flatMap((sheet) => {
    const pairs = pairsOf(shot, sheet, character, names)
    if (pairs.length < PAIRS) return []
    const usual = median(pairs.map(({ times }) => times))
    const worst = pairs
      .map((pair) => ({ ...pair, off: 100 * (pair.times / Math.max(1e-9, usual) - 1) }))
      .reduce((a, b) => (Math.abs(b.off) > Math.abs(a.off) ? b : a))
    return [{ sheet, worst }]
  })
  return judgedBy.sort((a, b) => Math.abs(a.worst.off) - Math.abs(b.worst.off))[0]
}

function proportionsOff(
  subject: LevelSubject,
  character: Character,
  { most, names }: { most: number; names: ReadonlyMap<string, string> },
): Outcome {
  if (!character.sheets.some(({ places }) => places.length >= PAIRS)) return judged([])
  const found = subject.shots.map((shot) => ({ shot, by: nearest(shot, character, names) }))
  const findings = found.flatMap(({ shot, by }): Observation[] => {
    if (!by || Math.abs(by.worst.off) <= most) return []
    const { names: between, off } = by.worst
    const { drawing, entry, frame } = shot
    return [
      {
        ...{ level: subject.level.id, drawings: [drawing], frames: [frame], value: off, limit: most, unit: '%' },
        evidence: [],
        sentence: `Drawing ${entry.number} of ${subject.level.name}: from ${between[0]} to ${between[1]} is ${rounded(Math.abs(off))} % ${off > 0 ? 'longer' : 'shorter'} than on the model sheet ${by.sheet.name}.`,
      },
    ]
  })
  const lacking = found.flatMap(({ shot, by }) => (by ? [] : [shot]))
  const what = 'could not be held against the model sheet: pin three of its landmarks there.'
  return judged(findings, notJudged(subject, lacking, what))
}

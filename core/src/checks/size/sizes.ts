import type { Drawing } from '../../scene/schema'
import type { Measured } from '../measured'
import { weightBySteadiness, weightedMedian, weightOf } from './median'
import { inkReadings, pinReadings, type Readings } from './readings'

/** One reading over the drawings, where they have it, and how much it counts: the steadier, the more. */
interface Series {
  readonly values: readonly (number | undefined)[]
  readonly weight: number
}

/** How large drawings one after the other are. */
export interface Sizes {
  /** In square pixels; undefined where a drawing has no bulk. */
  readonly areas: readonly (number | undefined)[]
  /** The share of the readings that say a drawing is off the middle of those beside it by half as much or more, as a natural logarithm. */
  readonly agreed: (at: number, off: number) => number
}

/** Pins are put where a plan wants them as well as where the drawing has them: all together they count by so much of the ink, or of one steady reading. */
const PINS = 0.5
const STEADY = 1 / 0.02 ** 2

/**
 * How large drawings one after the other are, as most of what is on them says: from one to the next by what each reading
 * of them grew by, the steadiest of them counting most.
 */
export function sizesOf(
  shots: readonly { readonly measured: Measured; readonly entry?: Pick<Drawing, 'pins'> }[],
): Sizes {
  const ofInk = seriesOf(shots.map(({ measured }) => inkReadings(measured)))
  const ofPins = seriesOf(shots.map(({ entry }) => pinReadings(entry?.pins)))
  const most = (PINS * Math.max(STEADY, weightOf(ofInk))) / Math.max(1e-9, weightOf(ofPins))
  const all = [...ofInk, ...ofPins.map((each) => ({ ...each, weight: Math.min(1, most) * each.weight }))]
  const areas: (number | undefined)[] = []
  for (const [i, { measured }] of shots.entries()) {
    const [area, last] = [measured.shape?.area, areas[i - 1]]
    const grown = all.flatMap(({ values, weight }) => {
      const [before, after] = [values[i - 1], values[i]]
      return before === undefined || after === undefined ? [] : [{ value: after - before, weight }]
    })
    areas.push(
      area === undefined || last === undefined || grown.length === 0 ? area : last * Math.exp(weightedMedian(grown)),
    )
  }
  return { areas, agreed: (at, off) => agreed(all, at, off) }
}

function seriesOf(readings: readonly Readings[]): Series[] {
  const names = new Set(readings.flatMap((each) => [...each.keys()]))
  return [...names].map((name) => {
    const values = readings.map((each) => each.get(name))
    const offs = values.flatMap((_, at) => Math.abs(offMiddle(values, at) ?? NaN)).filter((off) => !Number.isNaN(off))
    return { values, weight: weightBySteadiness(offs, EVEN, UNKNOWN) }
  })
}

function agreed(all: readonly Series[], at: number, off: number): number {
  const asked = all.flatMap(({ values, weight }) => {
    const own = offMiddle(values, at)
    return own === undefined ? [] : [{ weight, agrees: own * Math.sign(off) >= Math.abs(off) / 2 }]
  })
  return asked.length === 0 ? 0 : weightOf(asked.filter(({ agrees }) => agrees)) / weightOf(asked)
}

/** No hand draws areas more evenly than this, as a natural logarithm. */
const EVEN = 0.01
/** How uneven a measure of too few drawings is taken to be. */
const UNKNOWN = 0.1

/** How far one lies off the middle of the two beside it; undefined where one of the three is lacking. */
function offMiddle(values: Series['values'], at: number): number | undefined {
  const [before, own, after] = [values[at - 1], values[at], values[at + 1]]
  return own === undefined || before === undefined || after === undefined ? undefined : own - (before + after) / 2
}

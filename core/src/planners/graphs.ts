import { distance } from '../motion/arc'
import type { Graph, Motion } from './planner'

/** How high the lead landmark is and how far it goes from drawing to drawing, read off the motion itself. */
export function motionGraphs(motion: Motion): Graph[] {
  const { lead, drawings, exposures, ground } = motion
  const graphs: Graph[] = []
  if (lead !== undefined) {
    let frame = 1
    const places = exposures.flatMap(({ drawing, frames }) => {
      const at = drawing === null ? undefined : drawings[drawing]!.targets[lead]
      const here = { frame, frames, at }
      frame += frames
      return at ? [{ ...here, at }] : []
    })
    const base = ground ?? Math.max(...places.map(({ at }) => at.y))
    graphs.push({
      id: 'height',
      words: `Height of the ${lead}`,
      unit: 'px',
      points: places.map(({ frame: on, at }) => ({ frame: on, value: base - at.y })),
    })
    graphs.push({
      id: 'spacing',
      words: 'Spacing',
      unit: 'px a frame',
      points: places
        .slice(1)
        .map(({ frame: on, at }, i) => ({ frame: on, value: distance(places[i]!.at, at) / (on - places[i]!.frame) })),
    })
  }
  return [...graphs, ...motion.graphs]
}

import { z } from 'zod'
import { distance } from '../motion/arc'
import { chartTargets } from '../motion/landmarks/targets'
import { movesOf } from './rests'
import { withStandIns } from './motion/spacing-chart'
import { followed, type Subject } from './subject'

const place = z.object({ drawing: z.string(), number: z.string(), frame: z.int() })
/** What the graphs of Second look show: of each level over the frames, and of the whole picture. */
export const graphsSchema = z.object({
  levels: z.array(
    z.object({
      level: z.string(),
      /** Area in square pixels and long axis over short, of each drawing's dark shape. */
      sizes: z.array(place.extend({ area: z.number(), ratio: z.number() })),
      tracks: z.array(
        z.object({
          name: z.string(),
          /** Where it lies, how fast it came there (pixels per frame, absent on the first), and how fast the chart would have it. */
          places: z.array(
            place.extend({
              x: z.number(),
              y: z.number(),
              speed: z.number().optional(),
              planned: z.number().optional(),
            }),
          ),
          /** When it starts and when it rests. */
          moves: z.array(z.object({ from: z.int(), to: z.int() })),
        }),
      ),
    }),
  ),
  /** Mean relative luminance of each frame, 0…1, and the frames on which a change counts toward a flash. */
  luminance: z.array(z.number()).readonly(),
  flashes: z.array(z.int()).readonly(),
})
export type Graphs = z.infer<typeof graphsSchema>

/** The numbers behind the graphs, of every level that is drawn on and no ground. */
export function graphsOf(context: Subject): Graphs {
  const { scene } = context
  const levels = scene.levelOrder
    .map(context.level)
    .filter(({ level, shots }) => level.kind !== 'ground' && shots.length > 0)
  const report = context.flashes()
  return {
    levels: levels.map((subject) => {
      const charted = withStandIns(context, subject)
      const targets = Object.values(scene.charts)
        .filter((chart) => chart.level === subject.level.id)
        .flatMap((chart) => chartTargets(charted, chart, context.take).flatMap((each) => each.targets))
      return {
        level: subject.level.id,
        sizes: subject.moving.flatMap(({ drawing, entry, frame, measured }) =>
          measured.shape
            ? [{ drawing, number: entry.number, frame, area: measured.shape.area, ratio: measured.shape.ratio }]
            : [],
        ),
        tracks: subject.tracks.map((track) => {
          const planned = new Map(
            targets
              .filter(({ landmark }) => track.standIn || landmark.id === track.id)
              .map((target) => [target.drawing, target.place]),
          )
          const wanted = ({ shot, at }: ReturnType<typeof followed>[number]) => planned.get(shot.drawing) ?? at
          const places = followed(track, subject.shots)
          return {
            name: track.name,
            places: places.map((here, i) => {
              const before = places[i - 1]
              const frames = before && Math.max(1, here.shot.frame - before.shot.frame)
              return {
                drawing: here.shot.drawing,
                number: here.shot.entry.number,
                frame: here.shot.frame,
                x: here.at.x,
                y: here.at.y,
                ...(before && { speed: distance(before.at, here.at) / frames! }),
                ...(before && planned.size > 0 && { planned: distance(wanted(before), wanted(here)) / frames! }),
              }
            }),
            moves: movesOf(subject, track).map(({ start, rest }) => ({
              from: start.frame + start.frames,
              to: rest.frame,
            })),
          }
        }),
      }
    }),
    luminance: report.luminance,
    flashes: report.changes,
  }
}

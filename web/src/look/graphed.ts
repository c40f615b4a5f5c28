import type { Graphs, Scene } from '@unhurried/core'

type LevelGraph = Graphs['levels'][number]
type Place = LevelGraph['tracks'][number]['places'][number]

/** The drawings of a way as they fit into a box, and how large the paper is there. */
export function wayInBox(places: readonly Place[], paper: Scene['settings'], box: { width: number; height: number }) {
  const k = Math.min(box.width / paper.width, box.height / paper.height)
  return {
    ...{ k, width: paper.width * k, height: paper.height * k },
    dots: places.map((place) => ({ ...place, x: place.x * k, y: place.y * k })),
  }
}

/** Areas in per cent of the model's, else of the middle drawing's. */
export function sharesOf(sizes: LevelGraph['sizes'], model: { readonly area: number } | undefined) {
  const areas = sizes.map(({ area }) => area).sort((a, b) => a - b)
  const whole = model?.area ?? areas[areas.length >> 1] ?? 1
  return sizes.map((size) => ({ ...size, share: (100 * size.area) / whole }))
}

/** What moves on every level, and when; what stands in for a landmark is called as its level. */
export const movesOf = ({ levels }: Graphs, scene: Scene) =>
  levels.flatMap(({ level, tracks }) =>
    tracks.map(({ name, moves }) => ({
      name: name === 'the middle of its shape' ? (scene.levels[level]?.name ?? '') : name,
      moves,
    })),
  )

/** Fewer drawings have no steps on both sides of a seam. */
const LEAST = 6

/** The steps on both sides of a loop's seam, the seam's own in their middle; speeds in pixels a frame. */
export function stepsAtSeam(places: readonly Place[], length: number) {
  if (places.length < LEAST) return []
  const step = (at: number, over = false) => {
    const [a, b] = [places.at(at)!, places.at(at + 1 === 0 ? 0 : at + 1)!]
    const frames = over ? b.frame + length - a.frame : b.frame - a.frame
    const speed = Math.hypot(b.x - a.x, b.y - a.y) / Math.max(1, frames)
    return { name: `${a.number}–${b.number}`, over, speed }
  }
  return [step(-3), step(-2), step(-1, true), step(0), step(1)]
}

import { PLAIN_BRUSH, type Brush, type StrokeShape } from '@unhurried/core'
import type { Surface } from '../paint/surface'
import { charcoal } from './charcoal'
import { graphite } from './pencil'
import { layWash } from './wash'
import { layWatery } from './watery'

/** Lays a line; `path` is its outline, made when it is asked for. */
type Painter = (surface: Surface, stroke: StrokeShape, colour: string, path: () => Path2D) => void

const plain: Painter = (surface, _, colour, path) => {
  surface.fillStyle = colour
  surface.fill(path())
}

/** Brushes with a surface of their own; the others are plain shapes. */
const PAINTERS: Partial<Record<Brush, Painter>> = {
  pencil(surface, _, colour, path) {
    surface.fillStyle = graphite(surface, colour)
    surface.fill(path())
  },
  wash: layWash,
  charcoal(surface, _, colour, path) {
    surface.fillStyle = charcoal(surface, colour)
    surface.fill(path())
  },
  watery: layWatery,
}

export const painterOf = ({ brush }: Pick<StrokeShape, 'brush'>): Painter => PAINTERS[brush ?? PLAIN_BRUSH] ?? plain

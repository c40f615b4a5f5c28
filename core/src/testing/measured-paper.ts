import { seededRandom } from '../base/random'
import { cutDrawings } from '../paper/cut'
import { lineArt, paperLevels } from '../paper/levels'
import { pegHoles } from '../paper/pegs'
import { registerPage } from '../paper/register'
import { tracedLines } from '../paper/trace'
import { madeLines, madePage } from './pages'
import { shareWithin } from './trace-score'

/** How well pages are laid, cut and traced that were made up with the truth known. */
const [WIDTH, HEIGHT] = [1200, 840]
const BOX = { x: 70, y: 60, width: WIDTH - 140, height: HEIGHT - 190 }
const DEGREE = Math.PI / 180

interface Pair {
  /** Drawn on both, and on each alone, as shares of all. */
  readonly common: number
  readonly pegs?: boolean
}

/** Two pages of one scale, the second moved and turned, each with its own light, grain and paper. */
export function pairOfPages(seed: number, { common, pegs = false }: Pair) {
  const random = seededRandom(seed)
  const count = 8 + Math.floor(random() * 16)
  const shared = madeLines(random, Math.round(common * count), BOX)
  const [far, turned] = pegs ? [20, 3] : [80, 10]
  const lie = { dx: 80 * random() - 40, dy: far * (random() - 0.5), turn: (random() - 0.5) * turned * DEGREE }
  const page = (n: number) =>
    madePage({
      ...{ width: WIDTH, height: HEIGHT, seed: 2 * seed + n },
      ...(n === 1 && { lie }),
      ...(pegs && { pegs: 'bottom' as const }),
      lines: [...shared, ...madeLines(random, count - shared.length, BOX)],
      ...{ uneven: 0.6 * random(), grain: 10 * random(), paper: 180 + 70 * random() },
    })
  return { page: page(0), onto: page(1), lie }
}

interface Laid {
  readonly offs: number[]
  /** Degrees. */
  readonly turns: number[]
  refused: number
  /** Laid more than 3 px or 0.3° off. */
  wrong: number
}

export function layPages(seeds: readonly number[], kind: Pair): Laid {
  const laid: Laid = { offs: [], turns: [], refused: 0, wrong: 0 }
  for (const seed of seeds) {
    const { page, onto, lie } = pairOfPages(seed, kind)
    const found = registerPage(page, onto, kind.pegs ? { pegs: [pegHoles(page), pegHoles(onto)] } : {})
    if ('refused' in found) {
      laid.refused++
      continue
    }
    const off = Math.hypot(found.dx - lie.dx, found.dy - lie.dy)
    const turn = Math.abs(found.turn - lie.turn) / DEGREE
    laid.offs.push(off)
    laid.turns.push(turn)
    if (kind.common === 0 && !kind.pegs) laid.wrong++
    else if (off > 3 || turn > 0.3) laid.wrong++
  }
  return laid
}

/** How many sheets of several drawings are cut into just those. */
export function cutSheets(seeds: readonly number[]): number {
  return seeds.filter((seed) => {
    const random = seededRandom(seed)
    const [rows, columns] = [1 + Math.floor(3 * random()), 2 + Math.floor(3 * random())]
    const lines = Array.from({ length: rows * columns }, (_, i) => {
      const box = { x: ((i % columns) * WIDTH) / columns, y: (Math.floor(i / columns) * HEIGHT) / rows }
      const size = { width: WIDTH / columns, height: HEIGHT / rows }
      // A few lines that touch about the middle of their own part.
      const middle = { x: box.x + 0.3 * size.width, y: box.y + 0.3 * size.height }
      return madeLines(random, 5, { ...middle, width: 0.4 * size.width, height: 0.4 * size.height })
    }).flat()
    const page = madePage({ width: WIDTH, height: HEIGHT, lines, seed, uneven: 0.5 * random(), grain: 6 * random() })
    return cutDrawings(page, { apart: 0.06 }).length === rows * columns
  }).length
}

/** Of the middles of lines what share is found within 1.5 px, of what was traced what share is line; by sheet. */
export function traceSheets(seeds: readonly number[]): { found: number; real: number }[] {
  return seeds.map((seed) => {
    const lines = madeLines(seededRandom(seed), 12, BOX)
    const page = madePage({ width: WIDTH, height: HEIGHT, lines, seed, grain: 5, uneven: 0.4 })
    const traced = tracedLines(lineArt(page, paperLevels(page))).map(({ points }) =>
      points.filter((_, i) => i % 3 !== 2),
    )
    const meant = lines.map(({ points }) => points)
    return { found: shareWithin(meant, traced, 1.5).share, real: shareWithin(traced, meant, 1.5).share }
  })
}

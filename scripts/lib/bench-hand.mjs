// Second look and the guided inbetween on drawings made as hands make them, each line split in its own way.
import flubber from 'flubber'
import { at, figures } from './figures.mjs'
import { bundled } from './bundled.mjs'
import { say } from './say.mjs'

/** Seeds nothing was tuned on. */
const FIRST = 12_001
const DRAWINGS = 600

const madeByHands = () =>
  bundled(`
    export { inspectScene } from './checks/inspect'
    export { guideInbetween } from './motion/inbetween'
    export { HAND_KINDS } from './testing/hand/kinds'
    export { handScene } from './testing/hand/scene'
    export { handPair, PAIR_KINDS } from './testing/hand/pairs'`)

const timed = async (act) => {
  const began = performance.now()
  await act()
  return performance.now() - began
}

/** Whole looks at as many scenes as have so many drawings. */
async function looks({ inspectScene, handScene, HAND_KINDS }) {
  const scenes = []
  const count = () => scenes.reduce((sum, { shares }) => sum + shares.length, 0)
  for (let n = 0; count() < DRAWINGS; n++) scenes.push(handScene(HAND_KINDS[n % HAND_KINDS.length], FIRST + n))
  const runs = []
  for (let run = 0; run < 4; run++)
    runs.push(
      await timed(async () => {
        for (const { scene, inkOf } of scenes) await inspectScene(structuredClone(scene), inkOf)
      }),
    )
  say(
    `Second look at ${count()} drawings by hands in ${scenes.length} scenes, in Node: ${figures(runs.slice(1), 'ms', 0)}; aim ≤ 3 s; ${(at(runs.slice(1), 0.5) / count()).toFixed(1)} ms a drawing`,
  )
}

/** The lines of some ink as places, as flubber takes them. */
const placesOf = (line) =>
  line.map(({ points }) => Array.from({ length: points.length / 3 }, (_, i) => [points[3 * i], points[3 * i + 1]]))

/** Nine figures on one paper: as many strokes as a busy drawing has. */
function busy(handPair, kind, seed, side) {
  return Array.from({ length: 9 }, (_, n) =>
    handPair(kind, seed + n)[side].line.map((piece) => ({
      ...piece,
      id: `${n}${piece.id}`,
      points: piece.points.map((value, i) =>
        i % 3 === 0 ? value * 0.4 + (n % 3) * 420 : i % 3 === 1 ? value * 0.4 + Math.floor(n / 3) * 260 : value,
      ),
    })),
  ).flat()
}

/** The first guide of two drawings, and one more of the same two. */
async function guides({ guideInbetween, handPair, PAIR_KINDS }) {
  const told = async (words, pairs) => {
    const [first, further, reference] = [[], [], []]
    for (const { a, b } of pairs) {
      first.push(await timed(() => guideInbetween({ a, b, fraction: 0.5, landmarks: [] })))
      further.push(await timed(() => guideInbetween({ a, b, fraction: 0.25, landmarks: [] })))
      const [p, q] = [placesOf(a), placesOf(b)]
      reference.push(
        await timed(() => {
          for (let i = 0; i < Math.min(p.length, q.length); i++)
            flubber.interpolate(p[i], q[i], { string: false, maxSegmentLength: 8 })(0.5)
        }),
      )
    }
    const strokes = Math.round(pairs.reduce((sum, { a }) => sum + a.length, 0) / pairs.length)
    say(
      `guided inbetween, ${words}, ${strokes} strokes split otherwise: the first ${figures(first, 'ms')}; a further one ${figures(further, 'ms')}; the first is ${(at(first, 0.5) / at(reference, 0.5)).toFixed(2)} × flubber given each line's partner`,
    )
  }
  const single = PAIR_KINDS.flatMap((kind) => [1, 2].map((n) => handPair(kind, FIRST + n)))
  await told(
    'one figure',
    single.map(({ a, b }) => ({ a: a.line, b: b.line })),
  )
  const run = PAIR_KINDS.find(({ id }) => id === 'run') ?? PAIR_KINDS[0]
  const pairs = Array.from({ length: 10 }, (_, n) => ({
    a: busy(handPair, run, FIRST + 10 * n, 'a'),
    b: busy(handPair, run, FIRST + 10 * n, 'b'),
  }))
  await told('nine figures', pairs)
}

export async function handBench() {
  const made = await madeByHands()
  await looks(made)
  await guides(made)
}

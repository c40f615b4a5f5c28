import type { Point } from '../../geometry/matrix'
import {
  arcIn,
  between,
  circle,
  EYE_ANSWERS,
  EYE_SIZE,
  NTH,
  odd,
  oneOf,
  sign,
  type EyeKind,
  type EyePicture,
} from './trial'

const mix = (a: Point, b: Point, share: number): Point => ({
  x: a.x + (b.x - a.x) * share,
  y: a.y + (b.y - a.y) * share,
})
const R = 15

/** A ball between two others, at a share of the way or off it by an amount. */
function sharePicture(random: () => number, share: number): EyePicture {
  const { width, height } = EYE_SIZE
  const a = { x: between(random, 24, 44), y: between(random, 40, height - 40) }
  const b = { x: width - between(random, 24, 44), y: between(random, 40, height - 40) }
  return { frames: [[circle(a, R), circle(mix(a, b, share), R, true), circle(b, R)]] }
}

const shares = (id: string, name: string, share: number, word: string): EyeKind => ({
  id,
  name,
  about: `A drawing between two others: in one picture it lies ${word}.`,
  unit: '% of the way',
  sees: (amount) => `You see that an inbetween is ${amount} off ${word}.`,
  start: 14,
  least: 0.5,
  most: 28,
  trial: (amount, random) => ({
    question: `In which picture does the filled ball lie ${word}?`,
    ...odd(random, (isRight) => sharePicture(random, isRight ? share : share + (sign(random) * amount) / 100)),
  }),
})

export const half = shares('half', 'Where is half?', 0.5, 'half way')
export const third = shares('third', 'Where is a third?', 1 / 3, 'a third of the way from the left')

const BALLS = 6
export const even: EyeKind = {
  id: 'even',
  name: 'Which spacing is even?',
  about: 'Six drawings of one move. In one row they lie evenly.',
  unit: '% of a step',
  sees: (amount) => `You see that a drawing is ${amount} off even spacing.`,
  limit: { check: 'uneven-spacing', limit: 'over', from: (amount) => 1 + amount / 100 },
  start: 50,
  least: 2,
  most: 90,
  trial: (amount, random) => ({
    question: 'In which picture is the spacing even?',
    ...odd(random, (isRight) => {
      const at = arcIn(random)
      const moved = 1 + oneOf(random, BALLS - 2)
      const off = isRight ? 0 : (sign(random) * amount) / 100
      const place = (i: number) => at((i + (i === moved ? off : 0)) / (BALLS - 1))
      return { frames: [Array.from({ length: BALLS }, (_, i) => circle(place(i), 9))] }
    }),
  }),
}

const DOTS = 7
export const brokenArc: EyeKind = {
  id: 'arc',
  name: 'Where is the arc broken?',
  about: 'Seven drawings on an arc, one of them beside it.',
  unit: '% of a step',
  sees: (amount) => `You see that a drawing lies ${amount} beside its arc.`,
  limit: { check: 'off-arc', limit: 'share', from: (amount) => amount },
  start: 50,
  least: 2,
  most: 90,
  trial: (amount, random) => {
    const at = arcIn(random)
    const right = oneOf(random, EYE_ANSWERS)
    // The ends say where the arc goes: they are never the one.
    const broken = right + 1 + Math.floor((DOTS - 2 - EYE_ANSWERS) / 2)
    const side = sign(random)
    const places = Array.from({ length: DOTS }, (_, i) => at(i / (DOTS - 1)))
    const [before, after] = [places[broken - 1]!, places[broken + 1]!]
    const long = Math.hypot(after.x - before.x, after.y - before.y)
    const off = ((side * amount) / 100) * (long / 2)
    const across = { x: -(after.y - before.y) / long, y: (after.x - before.x) / long }
    const shown = places.map((each, i) =>
      i === broken ? { x: each.x + across.x * off, y: each.y + across.y * off } : each,
    )
    const numbered = NTH.map((_, i) => ({ ...shown[i + broken - right]!, text: `${i + 1}` }))
    return {
      question: 'Which drawing lies beside the arc?',
      answers: NTH.map((_, i) => `${i + 1}`),
      right,
      pictures: [
        {
          frames: [shown.map((each) => circle(each, 6, true))],
          labels: numbered.map(({ x, y, text }) => ({ x, y: y - 14, text })),
        },
      ],
    }
  },
}

const SLOWER = 0.78
const STEPS = 5
export const nextPlace: EyeKind = {
  id: 'next',
  name: 'What comes next?',
  about: 'Five drawings that slow in on an arc, and a sixth. Where does it belong?',
  unit: '% of a step',
  sees: (amount) => `You see where the next drawing belongs to ${amount}.`,
  start: 70,
  least: 4,
  most: 120,
  trial: (amount, random) => {
    const at = arcIn(random)
    const lengths = Array.from({ length: STEPS }, (_, i) => (1 - SLOWER ** i) / (1 - SLOWER))
    const whole = (1 - SLOWER ** (STEPS + 1)) / (1 - SLOWER)
    const places = [...lengths, (1 - SLOWER ** STEPS) / (1 - SLOWER)].map((length) => at((0.96 * length) / whole))
    const [last, next] = [places.at(-2)!, places.at(-1)!]
    const [dx, dy] = [((next.x - last.x) * amount) / 100, ((next.y - last.y) * amount) / 100]
    // Too far, not far enough, or beside the arc on either side.
    const ways = [{ x: dx, y: dy }, { x: -dx, y: -dy }, random() < 0.5 ? { x: -dy, y: dx } : { x: dy, y: -dx }]
    let wrong = 0
    return {
      question: 'In which picture does the ringed drawing come next?',
      ...odd(random, (isRight) => {
        const off = isRight ? { x: 0, y: 0 } : ways[wrong++]!
        const ringed = circle({ x: next.x + off.x, y: next.y + off.y }, 5)
        return { frames: [[...places.slice(0, -1).map((each) => circle(each, 5, true)), ringed]] }
      }),
    }
  },
}

import { between, circle, EYE_ANSWERS, EYE_SIZE, NTH, odd, oneOf, sign, type EyeKind, type EyeShape } from './trial'

const FPS = 24
const MIDDLE = { x: EYE_SIZE.width / 2, y: EYE_SIZE.height / 2 }
/** A turn of the loop in drawings, and the frames each is held. */
const [LOOP, HELD] = [8, 3]

export const jumps: EyeKind = {
  id: 'jumps',
  name: 'Which drawing jumps?',
  about: 'A loop of eight drawings plays; one is out of its place.',
  unit: '% of a step',
  sees: (amount) => `You see a drawing jump that is ${amount} out of its place.`,
  start: 60,
  least: 3,
  most: 80,
  trial: (amount, random) => {
    const right = oneOf(random, EYE_ANSWERS)
    const [turned, side] = [between(random, 0, 6.28), sign(random)]
    const step = (2 * Math.PI * 52) / LOOP
    const frames = Array.from({ length: LOOP }, (_, i): EyeShape[] => {
      const angle = turned + (2 * Math.PI * i) / LOOP
      // Every second drawing may be the one: drawings 2, 4, 6 and 8.
      const reach = 52 + (i === 2 * right + 1 ? (side * amount * step) / 100 : 0)
      return [circle({ x: MIDDLE.x + reach * Math.cos(angle), y: MIDDLE.y + reach * Math.sin(angle) }, 14, true)]
    })
    return {
      question: 'Which drawing jumps?',
      answers: NTH.map((_, i) => `${2 * i + 2}`),
      right,
      pictures: [{ frames: frames.flatMap((frame) => Array.from({ length: HELD }, () => frame)), counts: true }],
      fps: FPS,
    }
  },
}

/** Frames of a move there and back. */
const WAY = 36
export const onTwos: EyeKind = {
  id: 'twos',
  name: 'On ones or on twos?',
  about: 'Four balls go there and back, three of them on ones.',
  unit: 'px a frame',
  sees: (amount) => `You tell ones from twos when something moves ${amount}.`,
  start: 8,
  least: 0.4,
  most: 11,
  trial: (amount, random) => ({
    question: 'Which ball moves on twos?',
    fps: FPS,
    ...odd(random, (isRight) => {
      const from = between(random, 0, WAY)
      const frames = Array.from({ length: WAY }, (_, i): EyeShape[] => {
        const frame = (Math.floor(from) + (isRight ? i - (i % 2) : i)) % WAY
        const along = frame < WAY / 2 ? frame : WAY - frame
        return [circle({ x: MIDDLE.x + (along - WAY / 4) * amount, y: MIDDLE.y }, 18, true)]
      })
      return { frames }
    }),
  }),
}

/** So many frames about, for which something is seen. */
const LONG = [20, 30] as const
export const howLong: EyeKind = {
  id: 'frames',
  name: 'How many frames was that?',
  about: 'A ball crosses once. For how many frames, of 24 a second?',
  unit: '% of the time',
  sees: (amount) => `You tell times apart that differ by ${amount}.`,
  start: 40,
  least: 4,
  most: 80,
  trial: (amount, random) => {
    const right = oneOf(random, EYE_ANSWERS)
    const count = Math.round(between(random, ...LONG))
    // Answers lie a step apart, the right one anywhere among them; no two are the same.
    const distinct: number[] = []
    for (let i = 0; i < EYE_ANSWERS; i++)
      distinct.push(Math.max((distinct[i - 1] ?? 1) + 1, Math.round(count * (1 + amount / 100) ** (i - right))))
    const frames = Array.from({ length: distinct[right]! }, (_, i): EyeShape[] => [
      circle({ x: 24 + ((EYE_SIZE.width - 48) * i) / (distinct[right]! - 1), y: MIDDLE.y }, 16, true),
    ])
    return {
      question: 'For how many frames did the ball move?',
      answers: distinct.map((each) => `${each}`),
      right,
      pictures: [{ frames: [...frames, []] }],
      fps: FPS,
      once: true,
    }
  },
}

import { followedInWords } from './followed-in-words'

const TIMING = { turns: [], step: undefined, mean: 3.4, most: 11.6 }
const HEEL = { name: 'Heel', to: 48, fps: 24 }

test('what never turns back says so, and how fast it goes', () => {
  expect(followedInWords({ ...HEEL, timing: TIMING })).toBe(
    'Heel followed to frame 48. It never turns back. It goes 3 px a frame, 12 at its fastest.',
  )
})

test('turns are told one by one as long as they can be read, and a step in frames and seconds', () => {
  const turns = Array.from({ length: 9 }, (_, i) => ({ frame: 4 * i + 1, x: 0, y: 0, is: 'lowest' as const }))
  const words = followedInWords({ ...HEEL, timing: { ...TIMING, turns, step: 12 } })
  expect(words).toContain('It is lowest at 1, lowest at 5,')
  expect(words).toContain('lowest at 29 ….')
  expect(words).toMatch(/One step takes 12 frames.*0\.5 s/)
})

import { BoxScene, square } from '../../testing/boxes'
import type { InkPiece } from '../../ink/ink'
import { levelSubject } from '../subject'
import { paintedParts } from './painted-parts'

const spot = (id: string, x: number, side: number): InkPiece => ({
  ...{ kind: 'fill', id, swatch: 'spot' },
  outline: square([x, 200], side),
})

test('a part that turns away is not followed on another of its colour that comes beside it', () => {
  // From the sixth drawing on the eye is narrower, and the other one is seen behind it.
  const boxes = Array.from({ length: 10 }, (_, i) => {
    const x = 300 + 20 * i
    const eyes = i < 5 ? [spot(`r${i}`, x, 24)] : [spot(`r${i}`, x, 18), spot(`l${i}`, x - 50 - 8 * (i - 5), 24)]
    return { frame: 1 + 2 * i, at: [x, 400] as const, more: eyes }
  })
  const { scene, inkOf } = new BoxScene().draw(boxes)
  const { shots } = levelSubject(scene, 'A', 'main', inkOf)
  const followed = paintedParts(scene, shots, false)
    .filter(({ part }) => part?.startsWith('spot/'))
    .map(({ at }) => shots.flatMap((shot) => at(shot)?.x ?? []))
  expect(followed.length).toBeGreaterThan(0)
  // All goes to the right.
  for (const places of followed) for (const [i, x] of places.slice(1).entries()) expect(x).toBeGreaterThan(places[i]!)
})

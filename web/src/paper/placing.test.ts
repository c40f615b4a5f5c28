import { fittedInto, transformPoint } from '@unhurried/core'
import { boxFitted, lieInWords, lieMatrix, STAYS, together } from './placing'

const at = (matrix: Parameters<typeof transformPoint>[0], x: number, y: number) => {
  const place = transformPoint(matrix, { x, y })
  return [Math.round(place.x * 1000) / 1000 + 0, Math.round(place.y * 1000) / 1000 + 0]
}
const page = { width: 400, height: 300 }

test('a page is turned about its own middle, then moved', () => {
  const turned = lieMatrix(page, { dx: 10, dy: -5, turn: Math.PI / 2 })
  expect(at(turned, 200, 150)).toEqual([210, 145])
  expect(at(turned, 300, 150)).toEqual([210, 245])
  expect(at(lieMatrix(page, STAYS), 17, 33)).toEqual([17, 33])
})

test('what the hand adds comes on top of what was found', () => {
  expect(together({ dx: 4, dy: 1, turn: 0.1 }, { dx: -1, dy: 2, turn: 0.2 })).toEqual({
    dx: 3,
    dy: 3,
    turn: expect.closeTo(0.3, 12) as number,
  })
})

test('a page fits the paper, middle on middle, and larger when it is to grow', () => {
  const paper = { width: 1280, height: 600 }
  expect(at(fittedInto(page, paper), 0, 0)).toEqual([240, 0])
  expect(at(fittedInto(page, paper), 400, 300)).toEqual([1040, 600])
  expect(at(fittedInto(page, paper, 2), 200, 150)).toEqual([640, 300])
})

test('drawings cut from a sheet share one scale, each in the middle of the paper', () => {
  const boxes = [
    { x: 0, y: 0, width: 100, height: 50 },
    { x: 200, y: 100, width: 60, height: 80 },
  ]
  const paper = { width: 1000, height: 1000 }
  const matrices = boxes.map((box) => boxFitted(box, boxes, paper))
  expect(matrices.map(([scale]) => scale)).toEqual([8, 8])
  expect(at(matrices[0]!, 50, 25)).toEqual([500, 500])
  expect(at(matrices[1]!, 230, 140)).toEqual([500, 500])
})

test('a move and a turn are told in pixels and degrees, whichever way round', () => {
  expect(lieInWords({ dx: 3, dy: -4, turn: -0.03 })).toBe('5.0 px, 1.72°')
  expect(lieInWords({ dx: 0, dy: 0, turn: Math.PI * 3 })).toBe('0.0 px, 180°')
})

import type { Sound } from '@unhurried/core'
import fc from 'fast-check'
import { PIECE } from './pieces'
import { dueIn, sounded, type Due } from './sounding'

const sound = (fields: Partial<Sound> = {}): Sound => ({
  ...{ id: 's', name: 'Line', file: 'a'.repeat(64), seconds: 60, start: 1, from: 0, strength: 1 },
  ...fields,
})

test('the pieces of a sound follow one another without a gap, each within itself', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: -300, max: 300 }),
      fc.integer({ min: 0, max: 30_000 }).map((ms) => ms / 1000),
      fc.integer({ min: 1, max: 900 }),
      (start, from, count) => {
        const all = dueIn({ sounds: { s: sound({ start, from }) }, fps: 24, first: 1, last: count })
        all.forEach((due, i) => {
          expect(due.from).toBeGreaterThanOrEqual(due.piece * PIECE)
          expect(due.to).toBeLessThanOrEqual((due.piece + 1) * PIECE)
          if (i === 0) return
          const before = all[i - 1]!
          expect(due.from).toBe(before.to)
          expect(due.at).toBeCloseTo(before.at + before.to - before.from, 9)
        })
      },
    ),
  )
})

describe('a piece that is begun', () => {
  /** What the sound card is told. */
  const did: (readonly (string | number)[])[] = []
  class Node {
    readonly gain = {
      setValueAtTime: (gain: number, at: number) => did.push(['is', gain, at]),
      linearRampToValueAtTime: (gain: number, at: number) => did.push(['becomes', gain, at]),
    }
    connect() {}
    start(...when: number[]) {
      did.push(['starts', ...when])
    }
  }
  beforeAll(() => Object.assign(globalThis, { GainNode: Node, AudioBufferSourceNode: Node }))
  beforeEach(() => did.splice(0))
  const due: Due = { sound: sound({ fadeIn: 2 }), piece: 0, from: 0, to: 4, at: 0 }
  const begin = (when: number, now: number) =>
    sounded({ currentTime: now } as BaseAudioContext, { due, buffer: {} as AudioBuffer, when, out: {} as AudioNode })

  test('in time sounds from its beginning, rising as its fade says', () => {
    begin(10, 9)
    expect(did).toEqual([
      ['is', 0, 10],
      ['becomes', 1, 12],
      ['becomes', 1, 14],
      ['starts', 10, 0, 4],
    ])
  })

  test('late is begun within, as strong as it would be by then, and ends in time', () => {
    begin(10, 11)
    expect(did).toEqual([
      ['is', 0.5, 11],
      ['becomes', 1, 12],
      ['becomes', 1, 14],
      ['starts', 11, 1, 3],
    ])
    did.splice(0)
    begin(10, 15)
    expect(did).toEqual([])
  })
})

import type { Sound } from '@unhurried/core'
import { SoundPlayer } from './sound-player'

const GULL: Sound = { id: 's', name: 'Gull', file: 'a'.repeat(64), seconds: 60, start: 1, from: 0, strength: 1 }
const PASSAGE = { sounds: { s: GULL }, fps: 24 }

/** Ways to the loudspeaker that were opened. */
let opened = 0
/** What waits for the sound card. */
let waiting: (() => void)[] = []
const begin = () => waiting.forEach((go) => go())
class Context {
  state = 'suspended'
  currentTime = 0
  readonly destination = {}
  resume = () =>
    new Promise<void>((resolve) => {
      waiting.push(() => {
        this.state = 'running'
        resolve()
      })
    })
  // It is closed a little later than it is told to.
  close = async () => undefined
}
class Gain {
  constructor() {
    opened++
  }
  connect() {}
  disconnect() {}
}
beforeEach(() => {
  ;[opened, waiting] = [0, []]
  Object.assign(globalThis, { AudioContext: Context, GainNode: Gain, location: { href: 'http://localhost/' } })
  globalThis.fetch = async () => new Response(null, { status: 404 })
})

test('what is closed before the sound card begins is heard by nobody', async () => {
  const player = new SoundPlayer()
  const both = [player.scrub(PASSAGE, 5), player.play({ ...PASSAGE, from: 1, first: 1, last: 24 })]
  player.close()
  begin()
  await Promise.all(both)
  await player.scrub(PASSAGE, 6)
  expect(opened).toBe(0)
})

test('of frames gone to one after the other only the last is heard', async () => {
  const player = new SoundPlayer()
  const scrubs = [5, 6, 7].map((frame) => player.scrub(PASSAGE, frame))
  begin()
  await Promise.all(scrubs)
  expect(opened).toBe(1)
  player.close()
})

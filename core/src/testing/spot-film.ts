import { seededRandom } from '../base/random'
import type { Point } from '../geometry/matrix'
import type { Grey } from '../paper/grey'

const [WIDTH, HEIGHT] = [240, 170]

/** A made-up film: a mottled thing that swings, turns a little and is lit unevenly, over another mottled thing that stands still. */
export function gridOf(seed: number): { picture: (i: number) => Grey; at: (i: number) => Point } {
  const random = seededRandom(seed)
  const blobs = (count: number, reach: number) =>
    Array.from({ length: count }, () => ({
      x: (random() - 0.5) * reach,
      y: (random() - 0.5) * reach,
      size: 3 + 7 * random(),
      tone: 60 * (random() - 0.5),
    }))
  const [thing, ground] = [blobs(26, 60), blobs(40, 300)]
  const [speed, phase] = [0.12 + 0.14 * random(), 6 * random()]
  const at = (i: number): Point => ({
    x: WIDTH / 2 + 50 * Math.sin(speed * i + phase),
    y: HEIGHT / 2 + 26 * Math.cos(1.4 * speed * i + phase),
  })
  const painted = new Map<number, Grey>()
  function paint(i: number): Grey {
    const { x: mx, y: my } = at(i)
    const turn = 0.12 * Math.sin(0.2 * i) - 0.12 * Math.sin(0)
    const [cos, sin] = [Math.cos(turn), Math.sin(turn)]
    const data = new Uint8Array(WIDTH * HEIGHT)
    for (let y = 0, cell = 0; y < HEIGHT; y++)
      for (let x = 0; x < WIDTH; x++, cell++) {
        const [dx, dy] = [x + 0.5 - mx, y + 0.5 - my]
        const on = Math.hypot(dx, dy) < 30
        const [u, v] = on ? [dx * cos + dy * sin, dy * cos - dx * sin] : [x - WIDTH / 2, y - HEIGHT / 2]
        let tone = (on ? 120 : 165) + 0.4 * i
        for (const blob of on ? thing : ground) {
          const far = ((u - blob.x) ** 2 + (v - blob.y) ** 2) / (blob.size * blob.size)
          if (far < 9) tone += blob.tone * Math.exp(-far)
        }
        data[cell] = Math.max(0, Math.min(255, Math.round(tone + 3 * (((x * 7 + y * 13 + i * 5) % 5) / 5))))
      }
    return { width: WIDTH, height: HEIGHT, data }
  }
  return {
    at,
    picture(i) {
      if (!painted.has(i)) painted.set(i, paint(i))
      return painted.get(i)!
    },
  }
}

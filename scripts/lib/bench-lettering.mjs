// When each bit of lettering is written, on a picture of 1920 × 1080 with twelve ways down all of it.
import { figures } from './figures.mjs'
import { bundled } from './bundled.mjs'
import { say } from './say.mjs'

const RUNS = 12

export async function letteringBench() {
  const { revealTimes, twelveStrokes } = await bundled(
    `export { twelveStrokes } from './testing/measured-lettering'; export { revealTimes } from './lettering/reveal'`,
  )
  const strokes = twelveStrokes()
  const runs = Array.from({ length: RUNS }, () => {
    const began = performance.now()
    revealTimes(strokes)
    return performance.now() - began
  }).slice(2)
  say(`When lettering is written, 1920 × 1080 with twelve ways, in Node: ${figures(runs, 'ms', 0)}; aim ≤ 300 ms`)
}

// Writes lettering and follows films made up by code, compares with what is known of them, and writes docs/lettering-measured.md.
import './lib/node-version.mjs'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { bundled } from './lib/bundled.mjs'
import { root } from './lib/paths.mjs'
import { say } from './lib/say.mjs'

/** Seeds nothing was tuned on. */
const seeds = (first, count) => Array.from({ length: count }, (_, i) => first + i)
const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(part * (values.length - 1))]
const percent = (value) => `${(100 * value).toFixed(2)} %`

const { earlyShares, revealTimes, spotErrors, twelveStrokes } = await bundled(
  `export * from './testing/measured-lettering'; export { revealTimes } from './lettering/reveal'`,
)
const rows = [
  ['ink, the way drawn along its middle', earlyShares(seeds(80_000, 100), 'ink', 0)],
  ['ink, the way up to 4 px off it', earlyShares(seeds(81_000, 100), 'ink', 4)],
  ['a picture, the way along the middle', earlyShares(seeds(82_000, 100), 'picture', 0)],
  ['a picture, the way up to 4 px off', earlyShares(seeds(83_000, 100), 'picture', 4)],
]
const strokes = twelveStrokes()
const ms = Array.from({ length: 12 }, () => {
  const began = performance.now()
  revealTimes(strokes)
  return performance.now() - began
}).slice(2)
const spots = spotErrors(seeds(84_000, 40))
writeFileSync(
  join(root, 'docs/lettering-measured.md'),
  `# Lettering and footage, measured

Two to five wandering strokes a lettering, 5 to 19 px wide, crossing, touching and passing close by; the pen's ways over them in
order. Early is a pixel shown more than 3 px of way before a pen as wide as its stroke touches it. In a picture strokes that lie
along each other cannot be told apart: they make up what is left there. The seeds were not used while this was made. Made anew by
\`node scripts/lettering.mjs\`; \`core/src/lettering/reveal.test.ts\` holds a part of it on other seeds.

| 100 letterings | pixels early, of all | letterings with none early | worst lettering |
| --- | --- | --- | --- |
${rows
  .map(([what, shares]) => {
    const all = shares.reduce((sum, value) => sum + value, 0) / shares.length
    return `| ${what} | ${percent(all)} | ${shares.filter((value) => value === 0).length} | ${percent(Math.max(...shares))} |`
  })
  .join('\n')}

When each bit of a picture of 1920 × 1080 with twelve ways down all of it is written: ${share(ms, 0.5).toFixed(0)} ms in the middle,
${share(ms, 0.95).toFixed(0)} ms for 95 in 100 (aim 300).

A spot followed on made-up films (a mottled thing that swings, turns a little and is lit unevenly): ${share(spots.off, 0.5).toFixed(2)} px off in
the middle, ${share(spots.off, 0.95).toFixed(2)} px for 95 in 100; ${spots.lost} of 40 lost; ${share(spots.milliseconds, 0.5).toFixed(1)} ms a picture.
`,
)
say('docs/lettering-measured.md')

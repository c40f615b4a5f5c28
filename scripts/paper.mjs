// Lays, cuts and traces made-up pages, compares with what is known of them, and writes docs/paper-measured.md.
// `node scripts/paper.mjs [pages of different drawings]`, a thousand when nothing is said: half an hour.
import './lib/node-version.mjs'
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { build as bundle } from 'esbuild'
import { root } from './lib/paths.mjs'
import { say } from './lib/say.mjs'

const different = Number(process.argv[2] ?? 1000)
/** Seeds nothing was tuned on. */
const seeds = (first, count) => Array.from({ length: count }, (_, i) => first + i)
const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(part * (values.length - 1))]

const work = mkdtempSync(join(tmpdir(), 'paper-'))
try {
  const out = join(work, 'paper.mjs')
  await bundle({
    entryPoints: [join(root, 'core/src/testing/measured-paper.ts')],
    bundle: true,
    format: 'esm',
    platform: 'node',
    outfile: out,
    logLevel: 'error',
  })
  const { layPages, cutSheets, traceSheets } = await import(pathToFileURL(out).href)
  const row = (what, { offs, turns, refused, wrong }, count) => [
    what,
    `${share(offs, 0.5)?.toFixed(3)}, ${share(offs, 0.95)?.toFixed(3)} px`,
    `${share(turns, 0.5)?.toFixed(4)}, ${share(turns, 0.95)?.toFixed(4)}°`,
    `${refused} of ${count}`,
    `${wrong}`,
  ]
  const began = performance.now()
  const laid = [
    row('by pegs, nothing drawn the same', layPages(seeds(50_000, 100), { common: 0, pegs: true }), 100),
    row('by the drawing, all of it the same', layPages(seeds(51_000, 60), { common: 1 }), 60),
    row('half of it the same', layPages(seeds(52_000, 100), { common: 0.5 }), 100),
    row('a third of it the same', layPages(seeds(53_000, 60), { common: 1 / 3 }), 60),
  ]
  const apart = layPages(seeds(60_000, different), { common: 0 })
  const cut = cutSheets(seeds(70_000, 100))
  const traced = traceSheets(seeds(71_000, 40))
  writeFileSync(
    join(root, 'docs/paper-measured.md'),
    `# Paper, measured

Made-up pages of 1200 × 840: bows, loops, zigzags and waves in pencils of several darknesses on paper yellowed to 180–250 of 255, lit
unevenly by up to 60 %, with grain; moved by up to 40 px and turned by up to 5°. The seeds were not used while this was made. Made
anew by \`node scripts/paper.mjs\`; \`core/src/paper/paper.test.ts\` holds a part of it on other seeds.

| one page laid on another | off: middle, 95 in 100 | turned: middle, 95 in 100 | refused | laid wrongly |
| --- | --- | --- | --- | --- |
${laid.map((cells) => `| ${cells.join(' | ')} |`).join('\n')}
| pages of different drawings, aim: none accepted | | | ${apart.refused} of ${different} | ${apart.wrong} |

Aim: ½ px and 0.05° in the middle.

| what | measured | aim |
| --- | --- | --- |
| sheets of 2 to 12 drawings cut into just those | ${cut} of 100 | |
| of the middle of every line found within 1.5 px, the worst of 40 sheets | ${(100 * Math.min(...traced.map(({ found }) => found))).toFixed(1)} % | 95 % |
| the same, the middle one | ${(
      100 *
      share(
        traced.map(({ found }) => found),
        0.5,
      )
    ).toFixed(1)} % | |
| of what was traced line within 1.5 px, the worst | ${(100 * Math.min(...traced.map(({ real }) => real))).toFixed(1)} % | |

What the figures do not say: these pages were made by the same hands as what reads them. No paper was folded, no lens bent it, and
a drawing that moved a little from page to page is none that both share: such pages want their pegs.
`,
  )
  say(`docs/paper-measured.md, ${((performance.now() - began) / 1000).toFixed(0)} s`)
} finally {
  rmSync(work, { recursive: true, force: true })
}

// Lays words on speech whose words are known, compares, and writes docs/words-measured.md.
import './lib/node-version.mjs'
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { pathToFileURL } from 'node:url'
import { dictionary } from 'cmu-pronouncing-dictionary'
import { build as bundle } from 'esbuild'
import { installPackages } from './lib/packages.mjs'
import { root } from './lib/paths.mjs'
import { say } from './lib/say.mjs'

/** Voices nothing was tuned on, of two makings: joined and filtered recordings (flite), and formants (espeak-ng). */
const VOICES = [
  { name: 'flite awb', by: 'flite', words: ['awb'] },
  { name: 'flite rms', by: 'flite', words: ['rms'] },
  { name: 'espeak-ng en-gb, 170 a minute', by: 'espeak', words: ['en-gb'], pace: ['170', '45'] },
  { name: 'espeak-ng en-gb-x-rp+f4, 160', by: 'espeak', words: ['en-gb-x-rp+f4'], pace: ['160', '55'] },
  { name: 'espeak-ng en-us+m7, 210', by: 'espeak', words: ['en-us+m7'], pace: ['210', '35'] },
]
const LIBRARIES = {
  flite: ['flite_cmu_us_awb', 'flite_cmu_us_rms', 'flite_cmu_us_slt', 'flite_usenglish', 'flite_cmulex', 'flite', 'm'],
  espeak: ['espeak-ng'],
}
const NOISE = [
  ['as it is', Infinity],
  ['hiss 20 dB below', 20],
  ['hiss 10 dB below', 10],
]
const FPS = 24

if (!existsSync('/usr/include/flite/flite.h')) installPackages(['gcc', 'libc6-dev', 'flite1-dev'], 'flite')
if (!existsSync('/usr/include/espeak-ng')) installPackages(['libespeak-ng-dev', 'espeak-ng-data'], 'espeak-ng')

function readWav(file) {
  const bytes = readFileSync(file)
  const at = bytes.indexOf('data') + 8
  const samples = Float32Array.from(
    { length: (bytes.length - at) >> 1 },
    (_, i) => bytes.readInt16LE(at + 2 * i) / 32768,
  )
  return { rate: bytes.readUInt32LE(24), samples }
}

/** The same with an even hiss so many dB below it. */
function hissed({ samples, ...line }, below) {
  if (below === Infinity) return { samples, ...line }
  const loud = Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length)
  const far = loud * 10 ** (-below / 20) * Math.sqrt(3)
  let random = 1
  const next = () => (random = (random * 48_271) % 2_147_483_647) / 2_147_483_647
  return { ...line, samples: samples.map((value) => value + far * (2 * next() - 1)) }
}

const work = mkdtempSync(join(tmpdir(), 'words-'))
try {
  const out = join(work, 'heard.mjs')
  const entry = join(root, 'core/src/testing/heard-words.ts')
  await bundle({ entryPoints: [entry], bundle: true, format: 'esm', platform: 'node', outfile: out, logLevel: 'error' })
  const { hearWords } = await import(pathToFileURL(out).href)
  const lines = readFileSync(join(root, 'scripts/speech/lines.txt'), 'utf8').trim().split('\n')
  for (const [name, libraries] of Object.entries(LIBRARIES)) {
    const links = libraries.map((library) => `-l${library}`)
    execFileSync('gcc', ['-O1', '-o', join(work, name), join(root, 'scripts/speech', `${name}.c`), ...links])
  }
  const known = (word) => (Object.hasOwn(dictionary, word) ? dictionary[word] : undefined)
  const rows = []
  const sure = { sure: [0, 0], unsure: [0, 0] }
  for (const { name, by, words, pace = [] } of VOICES) {
    const said = lines.map((text) => {
      const wav = join(work, 'line.wav')
      const truth = JSON.parse(execFileSync(join(work, by), [...words, text, wav, ...pace], { encoding: 'utf8' }))
      return { text, truth, ...readWav(wav) }
    })
    for (const [how, below] of NOISE) {
      const heard = hearWords(
        said.map((line) => hissed(line, below)),
        known,
      )
      const at = (share) => (FPS * heard.off[Math.floor(share * (heard.off.length - 1))]).toFixed(2)
      rows.push([name, how, heard.off.length, at(0.5), at(0.9), at(0.95)])
      for (const kind of ['sure', 'unsure']) heard[kind].forEach((count, i) => (sure[kind][i] += count))
    }
  }
  const wrong = ([all, off]) => `${off} of ${all} (${((100 * off) / Math.max(1, all)).toFixed(0)} %)`
  writeFileSync(
    join(root, 'docs/words-measured.md'),
    `# Words, measured

Borders of words against the truth, in frames at ${FPS}. ${lines.length} lines (scripts/speech/lines.txt), said by five voices of two
synthesisers of Debian, which tell where each word begins and ends; the table of sounds was measured on two other voices saying other
lines. Lines of which the synthesiser joins words are left out. Made anew by \`node scripts/words.mjs\`. Aim: in the middle ≤ 1.5, of
90 in 100 ≤ 4.

| voice | heard | borders | middle | 90 in 100 | 95 in 100 |
| --- | --- | --- | --- | --- | --- |
${rows.map((cells) => `| ${cells.join(' | ')} |`).join('\n')}

Words with a border more than two frames off: of those called sure ${wrong(sure.sure)}, of those pointed out as not sure ${wrong(sure.unsure)}.

What the figures do not say: people slur, breathe and laugh, and music may lie under them. The words must be those that are said: a word
left out of the text throws its neighbours off.
`,
  )
  say(rows.map((cells) => cells.join('  ')).join('\n'))
  say(`wrong when sure ${wrong(sure.sure)}, when not sure ${wrong(sure.unsure)}`)
} finally {
  rmSync(work, { recursive: true, force: true })
}

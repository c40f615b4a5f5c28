// Plays a scene with its sound for as long as one likes and measures how picture and sound keep step; writes
// docs/in-step-measured.md. `node scripts/in-step.mjs [minutes]`, ten when nothing is said.
import './lib/node-version.mjs'
import { writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './lib/paths.mjs'
import { withSampleApp } from './lib/sample-app.mjs'
import { orStop, say } from './lib/say.mjs'

const SCENE = 'lowtide-speaks'
const minutes = Number(process.argv[2] ?? 10)

/** In the page: remembers when pieces of sound are begun, and when each picture is seen, by the sound card's clock. */
function listen() {
  const heard = (window.heard = { pieces: [], pictures: [] })
  const Own = window.AudioContext
  let context
  window.AudioContext = new Proxy(Own, {
    construct: (target, options) => (context = Reflect.construct(target, options)),
  })
  const start = AudioBufferSourceNode.prototype.start
  AudioBufferSourceNode.prototype.start = function (when, from, lasts) {
    heard.pieces.push({ when, from, lasts })
    return start.call(this, when, from, lasts)
  }
  /** The second of the sound card's clock that leaves the loudspeaker at a time of the page's. */
  const cardAt = (ms) => {
    const { contextTime, performanceTime } = context.getOutputTimestamp()
    return contextTime + (ms - performanceTime) / 1000
  }
  let last
  new MutationObserver(() => {
    const text = document.querySelector('[data-test=play-frame]')?.textContent
    const frame = Number(/\d+/.exec(text ?? '')?.[0])
    if (!frame || frame === last) return
    last = frame
    // What was drawn now is seen when the screen is next renewed.
    requestAnimationFrame((ms) => heard.pictures.push({ frame, at: cardAt(ms) }))
  }).observe(document, { characterData: true, childList: true, subtree: true })
}

const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(part * (values.length - 1))]
const ms = (seconds) => (1000 * seconds).toFixed(1)

/** Plays the scene and gives what was heard and seen. */
async function played(page, address) {
  await page.addInitScript(listen)
  await page.goto(`${address}/scene/${SCENE}/draw`)
  await page.locator('[data-test=table][aria-label^="Drawing"]').waitFor()
  await page.locator('[data-row="1"]').click()
  await page.getByRole('button', { name: 'Play', exact: true }).click()
  await page.waitForFunction(() => window.heard.pictures.length > 2)
  await page.waitForTimeout(60_000 * minutes)
  return page.evaluate(() => window.heard)
}

/** How late each picture is seen after the sample that belongs to it, in seconds; and how far each turn's sound is off. */
function measured({ pieces, pictures }, { sounds, settings }) {
  const { length, fps } = settings
  const turn = length / fps
  const [sound] = Object.values(sounds)
  // When the file's own beginning would be heard, had it been laid at frame 1.
  const zeros = pieces.map(({ when, from }) => when - (from - sound.from) - (sound.start - 1) / fps)
  // Going to frame 1 lets it be heard; what plays is begun after.
  const began = zeros.find((zero, i) => i > 0 && pieces[i].lasts > 2 / fps) ?? zeros[0]
  const offs = zeros
    .filter((zero) => zero >= began)
    .map((zero) => Math.abs(zero - began - turn * Math.round((zero - began) / turn)))
  const late = pictures
    .filter(({ at }) => at > began)
    .map(({ frame, at }) => {
      const due = began + (frame - 1) / fps
      return at - due - turn * Math.round((at - due) / turn)
    })
  return { late, offs }
}

await orStop(() =>
  withSampleApp(async ({ browser, address }) => {
    const { scene } = await (await fetch(`${address}/api/scenes/${SCENE}`)).json()
    const { late, offs } = measured(await played(await browser.newPage({ serviceWorkers: 'block' }), address), scene)
    const tenth = Math.floor(late.length / 10)
    const drift = share(late.slice(-tenth), 0.5) - share(late.slice(0, tenth), 0.5)
    const lines = [
      ['played', `${minutes} min, ${late.length} pictures`, ''],
      ['the first picture that changes, after its sound', `${ms(late[0])} ms`, 'within 20 ms'],
      ['every picture after its sound: middle', `${ms(share(late, 0.5))} ms`, ''],
      ['5 and 95 in 100', `${ms(share(late, 0.05))}, ${ms(share(late, 0.95))} ms`, ''],
      ['drift: last tenth against the first', `${ms(drift)} ms`, '≤ 1 ms'],
      ['a turn of the sound off its time, the worst', `${ms(Math.max(...offs))} ms`, ''],
    ]
    writeFileSync(
      join(root, 'docs/in-step-measured.md'),
      `# Picture and sound in step, measured

The sample scene *Corrie minds the boat* played round and round in a browser without a screen or a loudspeaker, as
\`node scripts/in-step.mjs\` does it. A picture counts as seen when the screen is next renewed after it was drawn; a sound as heard by
what the browser tells of the sound card.

| what | measured | aim |
| --- | --- | --- |
${lines.map((cells) => `| ${cells.join(' | ')} |`).join('\n')}

What the figures do not say: how long a real screen and a real loudspeaker take beyond what the browser knows of them.
`,
    )
    say(lines.map(([what, figure]) => `${what}: ${figure}`).join('\n'))
  }),
)

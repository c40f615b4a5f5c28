// Makes docs/screenshots anew, from the sample film as a new user finds it.
import './lib/node-version.mjs'
import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import { root } from './lib/paths.mjs'
import { withSampleApp } from './lib/sample-app.mjs'
import { orStop, say } from './lib/say.mjs'

/** A finding chosen in the list, drawn on the paper. */
async function shown(page, sentence) {
  await page.locator('[data-test=look-told]').waitFor()
  await page.getByRole('button', { name: sentence }).filter({ hasText: 'Show on the paper' }).first().click()
  await page.locator('[data-test=evidence] *').first().waitFor()
  await page.locator('[data-test=table][aria-label^="Paper, drawing"]').waitFor()
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(() => requestIdleCallback(resolve))))
}

/** A scene set up straight ahead, and six drawings of something that rolls and slows. */
async function sixDrawings(page) {
  await page.getByText('Straight ahead', { exact: true }).click()
  await page.getByRole('button', { name: 'Set up and draw' }).click()
  const paper = page.locator('[data-test=paper]')
  await paper.waitFor()
  const box = await paper.boundingBox()
  await page.keyboard.press('Shift+A')
  for (let n = 0; n < 6; n++) {
    if (n > 0) await page.keyboard.press('g')
    const [x, y, radius] = [box.x + 120 + 130 * n - 9 * n * n, box.y + 330, 58]
    const onRing = (share) => [x + radius * Math.cos(share * 2 * Math.PI), y + radius * Math.sin(share * 2 * Math.PI)]
    await page.mouse.move(...onRing(0))
    await page.mouse.down()
    for (let i = 1; i <= 40; i++) await page.mouse.move(...onRing(i / 40))
    await page.mouse.up()
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x + radius * Math.cos(n * 0.9), y + radius * Math.sin(n * 0.9), { steps: 8 })
    await page.mouse.up()
  }
  await page.locator('[data-test=steps]').waitFor()
  await page.mouse.move(4, 4)
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(() => requestIdleCallback(resolve))))
}

/** A fortnight's work on the drawings of a scene, written into the log of whoever looks at it. */
async function logged(page, scene) {
  await page.getByRole('heading', { name: 'Days' }).waitFor()
  const answer = await page.evaluate(async (scene) => {
    const { drawings } = (await (await fetch(`/api/scenes/${scene}`)).json()).scene
    const drawn = Object.values(drawings).flatMap(({ id, level, passes }) =>
      Object.keys(passes).map((pass) => ({ scene, level, drawing: id, pass })),
    )
    const entries = drawn.map((each, n) => ({
      ...{ ...each, id: `sample-${n}`, by: 'counted' },
      from: Date.now() - 3_600_000 - 86_400_000 * (n % 12),
      seconds: Math.round(260 + 900 * Math.sin(1.7 * n) ** 2),
    }))
    const person = localStorage.getItem('unhurried-person')
    const headers = { 'content-type': 'application/json' }
    return (await fetch(`/api/people/${person}/log`, { method: 'POST', headers, body: JSON.stringify({ entries }) }))
      .status
  }, scene)
  if (answer !== 200) throw new Error(`The log answered ${answer}.`)
  await page.reload()
  await page
    .getByText(/from \d+ of them/)
    .first()
    .waitFor()
}

/** Three weeks of practice, written down for whoever looks at it. */
async function practised(page) {
  const answer = await page.evaluate(async () => {
    const exercises = ['ball-light', 'ball-heavy', 'pendulum', 'hop', 'blink'].flatMap((what, k) =>
      Array.from({ length: 5 - k }, (_, n) => ({
        ...{ kind: 'exercise', id: `sample-${what}-${n}`, what, at: Date.now() - 86_400_000 * (20 - 4 * n - k) },
        ...{ scene: 'lowtide-lime', seed: 1, px: 12, share: (0.62 + 0.03 * k) * 0.72 ** n, beside: 5, along: 11 },
        ...{ drawings: 12, school: 'as gravity has it' },
      })),
    )
    const person = localStorage.getItem('unhurried-person') ?? 'somebody'
    localStorage.setItem('unhurried-person', person)
    const headers = { 'content-type': 'application/json' }
    const body = JSON.stringify({ results: exercises })
    return (await fetch(`/api/people/${person}/practice`, { method: 'POST', headers, body })).status
  })
  if (answer !== 200) throw new Error(`Practice answered ${answer}.`)
  await page.reload()
  await page
    .getByText(/best \d+ %/)
    .first()
    .waitFor()
}

/** A plan that was laid, opened again. */
async function reopened(page, name) {
  await page.locator('[data-test=laid-plans]').click()
  await page.getByRole('menuitem', { name }).click()
  await page.locator('[data-test=preview-figure]').waitFor()
  await still(page)
}
/** The preview stopped on its sixth drawing. */
async function still(page) {
  const stop = page.getByRole('button', { name: 'Stop', exact: true })
  if (await stop.count()) await stop.click()
  if (await page.getByRole('button', { name: 'Play', exact: true }).count()) {
    for (
      let tries = 0;
      tries < 60 && !/^frame (9|1[0-4]) /.test(await page.locator('.preview .note').first().innerText());
      tries++
    )
      await page.getByRole('button', { name: 'Drawing after' }).click()
  }
}
/** The next inbetween of Corrie's blink, guided by its two parents. */
async function guided(page) {
  await page.keyboard.press('g')
  await page.getByRole('button', { name: 'Guide this inbetween' }).click()
  await page.locator('[data-test=inbetween-guide] path').first().waitFor()
  await page.evaluate(() => new Promise((resolve) => requestIdleCallback(() => requestIdleCallback(resolve))))
}
const PLANNED = [
  { id: 'bounce', name: 'Bounce' },
  { id: 'leap', laid: /^Leap/ },
  { id: 'walk', scene: 'lowtide-walk', laid: /^Walk/ },
  { id: 'run', name: 'Run' },
  { id: 'drag', laid: /^Drag/ },
  { id: 'move', name: 'Move' },
  { id: 'turn', name: 'Turn' },
  { id: 'blink', name: 'Blink', start: 'sleepy' },
  { id: 'drift', scene: 'lowtide-mist', laid: /^Drift/ },
  { id: 'boil', name: 'Boil', scene: 'lowtide-corrie' },
  { id: 'spray', name: 'Drops and sparks', start: 'sparks' },
  { id: 'swing', name: 'Swing' },
  {
    id: 'shape',
    name: 'Change of shape',
    scene: 'lowtide-walk',
    act: async (page) => {
      for (const [field, option] of [
        ['from', 'a drop made here'],
        ['to', 'a star made here'],
      ]) {
        await page
          .locator('.el-select')
          .filter({ has: page.locator(`#plan-${field}`) })
          .click()
        await page.getByRole('option', { name: option }).locator('visible=true').click()
      }
    },
  },
]

const VIEWS = [
  { name: 'shelf', path: '/' },
  { name: 'practice', path: '/practice', act: practised },
  {
    name: 'reel',
    path: '/production/lowtide/reel',
    async act(page) {
      await page.getByRole('button', { name: /^Shot 6,/ }).click()
      await page.waitForLoadState('networkidle')
      await page.waitForFunction(() =>
        [...document.querySelectorAll('.shot canvas')].every((canvas) =>
          canvas
            .getContext('2d')
            .getImageData(20, 20, 1, 1)
            .data.some((value) => value > 0),
        ),
      )
    },
  },
  {
    name: 'library',
    path: '/production/lowtide/library',
    async act(page) {
      await page.getByRole('button', { name: 'Beak', exact: true }).click()
    },
  },
  { name: 'plan', path: '/scene/lowtide-lime/plan' },
  { name: 'draw', path: '/scene/lowtide-corrie/draw', act: (page) => page.keyboard.press('g') },
  { name: 'ahead', path: '/new', act: sixDrawings },
  {
    name: 'chart',
    path: '/scene/lowtide-lime/draw',
    async act(page) {
      await page.locator('[data-cell="Lime:11"]').click()
      await page.keyboard.press('m')
      await page.locator('[data-target]').waitFor()
    },
  },
  {
    name: 'sheet',
    path: '/scene/lowtide-lime/draw',
    async act(page) {
      await page.evaluate(() => localStorage.setItem('unhurried-sheet', '430'))
      await page.reload()
      const [from, to] = [
        await page.locator('[data-cell="Lime:9"]').boundingBox(),
        await page.locator('[data-cell="Lime:20"]').boundingBox(),
      ]
      await page.mouse.move(from.x + 30, from.y + 8)
      await page.mouse.down()
      await page.mouse.move(to.x + 30, to.y + 8, { steps: 5 })
      await page.mouse.up()
      await page.keyboard.press('t')
      await page.getByRole('button', { name: 'Fill with them' }).waitFor()
      await page.waitForLoadState('networkidle')
    },
  },
  {
    name: 'select',
    path: '/scene/lowtide-tansy/draw',
    async act(page) {
      await page.keyboard.press('u')
      await page.getByRole('button', { name: 'Reach …' }).click()
      await page.getByRole('button', { name: 'Every pass' }).click()
      await page.getByRole('button', { name: 'Reach …' }).click()
      await page.keyboard.press('Control+a')
      await page.locator('[data-test=selection]').waitFor()
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
      const knob = await page.locator('[data-handle=squash] circle').first().boundingBox()
      const [x, y] = [knob.x + knob.width / 2, knob.y + knob.height / 2]
      await page.mouse.move(x, y)
      await page.mouse.down()
      await page.mouse.move(x, y - 24, { steps: 6 })
    },
  },
  {
    name: 'colours',
    path: '/scene/lowtide-tansy/draw',
    async act(page) {
      await page.getByRole('button', { name: 'Colours', exact: true }).click()
      await page.getByText(/Used on|No drawing/).waitFor()
    },
  },
  {
    name: 'silhouettes',
    path: '/scene/lowtide-corrie/draw',
    async act(page) {
      await page.keyboard.press('Shift+V')
      await page.keyboard.press('Shift+K')
      await page.locator('[data-test=live-loop]').waitFor()
      await page.evaluate(() => new Promise((resolve) => requestIdleCallback(resolve)))
    },
  },
  {
    name: 'look',
    path: '/scene/lowtide-tansy/look',
    act: (page) => page.locator('[data-test=look-told]').waitFor(),
  },
  {
    name: 'planner',
    path: '/scene/lowtide-leap/plan',
    act: (page) => reopened(page, /^Leap/),
  },
  {
    name: 'guide',
    path: '/scene/lowtide-leap/draw',
    async act(page) {
      await page.keyboard.press('g')
      await page.locator('[data-test=guide]').waitFor()
      await page.evaluate(() => new Promise((resolve) => requestIdleCallback(() => requestIdleCallback(resolve))))
    },
  },
  ...PLANNED.map(({ id, name, scene = 'lowtide-leap', laid, start, act }) => ({
    name: id,
    folder: 'guide/planners',
    path: `/scene/${scene}/plan`,
    of: '[data-test=bench]',
    async act(page) {
      if (laid) await reopened(page, laid)
      else await page.getByRole('button', { name, exact: true }).click()
      await page.locator('.preview .note').first().waitFor()
      if (start) await page.getByRole('button', { name: start, exact: true }).click()
      await act?.(page)
      await still(page)
    },
  })),
  { name: 'inbetween', folder: 'guide/planners', path: '/scene/lowtide-corrie/draw', act: guided },
  {
    name: 'rulers',
    folder: 'guide/pictures',
    path: '/scene/lowtide-mist/draw',
    async act(page) {
      await page.keyboard.press('Shift+Backslash')
      const paper = await page.locator('[data-test=paper]').boundingBox()
      const at = ([x, y]) => [paper.x + paper.width * x, paper.y + paper.height * y]
      const kind = (name) =>
        page.getByRole('group', { name: 'Kind to lay' }).getByRole('button', { name, exact: true }).click()
      async function pull(from, to) {
        await page.mouse.move(...at(from))
        await page.mouse.down()
        await page.mouse.move(...at(to), { steps: 6 })
        await page.mouse.up()
      }
      await kind('Vanishing')
      for (const place of [
        [0.12, 0.42],
        [0.9, 0.4],
      ])
        await page.mouse.click(...at(place))
      await kind('Mirror')
      await pull([0.5, 0.12], [0.5, 0.3])
      await kind('Ellipse')
      await pull([0.5, 0.62], [0.68, 0.5])
      await page.getByText(/× \d+ px/).waitFor()
    },
  },
  {
    name: 'camera',
    folder: 'guide/pictures',
    path: '/scene/lowtide-leap/draw',
    async act(page) {
      await page.keyboard.press('Shift+Comma')
      const at = async (frame, [x, y], near) => {
        await page.locator(`[data-cell="Corrie:${frame}"]`).click()
        for (const [label, value] of [
          ['Middle of the field, across, in pixels', x],
          ['Middle of the field, down, in pixels', y],
          ['How near the camera is, in per cent', near],
        ]) {
          await page.getByLabel(label).fill(String(value))
          await page.keyboard.press('Enter')
        }
      }
      await at(1, [470, 430], 160)
      await at(22, [810, 400], 125)
      await page.locator('[data-cell="Corrie:11"]').click()
      await page.evaluate(() => new Promise((resolve) => requestIdleCallback(() => requestIdleCallback(resolve))))
    },
  },
  {
    name: 'look-colour',
    folder: 'guide/pictures',
    path: '/scene/lowtide-tansy/look',
    act: (page) => shown(page, /lacks Blush/),
  },
  {
    name: 'sound',
    folder: 'guide/pictures',
    path: '/scene/lowtide-mist/draw',
    async act(page) {
      await page.evaluate(() => {
        localStorage.setItem('unhurried-sheet', '260')
        localStorage.setItem('unhurried-sound-width', '84')
      })
      await page.reload()
      await page.getByRole('button', { name: 'sound', exact: true }).click()
      await page.getByRole('group', { name: 'Sound Slack water' }).waitFor()
      await page.getByRole('img', { name: /^Sound: Slack water/ }).waitFor()
      await page.waitForLoadState('networkidle')
    },
  },
  {
    name: 'lettering',
    folder: 'guide/pictures',
    path: '/scene/lowtide-ferry/lettering',
    async act(page) {
      await page.getByText(/written in \d+ ways/).waitFor()
      await page.getByRole('list', { name: 'Ways of the pen' }).getByRole('listitem').nth(3).click()
    },
  },
  {
    name: 'paper',
    folder: 'guide/pictures',
    path: '/scene/lowtide-tansy/paper',
    async act(page) {
      await page.getByRole('button', { name: 'the stand-in' }).click()
      for (let n = 0; n < 5; n++) {
        await page.locator('[data-test=camera]').waitFor()
        await page.keyboard.press('t')
        await page.locator('[data-page]').nth(n).getByText(/pegs/).waitFor()
      }
      await page.getByRole('button', { name: 'Close the camera' }).click()
      await page.getByRole('button', { name: 'blue', exact: true }).click()
      await page.locator('[data-page]').nth(1).getByRole('button').first().click()
      await page.waitForFunction(() => !document.querySelector('.side [role=status]'))
    },
  },
  {
    name: 'words',
    folder: 'guide/pictures',
    path: '/scene/lowtide-speaks/draw',
    async act(page) {
      await page.evaluate(() => {
        localStorage.setItem('unhurried-sheet', '300')
        localStorage.setItem('unhurried-sound-width', '120')
      })
      await page.reload()
      await page.getByRole('button', { name: 'sound', exact: true }).click()
      await page.getByRole('button', { name: '9 words laid' }).click()
      await page.getByRole('group', { name: 'Mouths of Corrie' }).scrollIntoViewIfNeeded()
      await page.locator('[data-cell="Beak:7"]').click()
      await page.getByRole('img', { name: /^Mouth open/ }).waitFor()
      await page.getByRole('img', { name: /^Sound: Corrie/ }).waitFor()
      await page.waitForLoadState('networkidle')
    },
  },
  {
    name: 'takes',
    path: '/scene/lowtide-corrie/takes',
    async act(page) {
      await page.getByRole('region', { name: 'Quick blink' }).getByRole('button', { name: 'Lay it beside' }).click()
      // With less motion asked for nothing plays by itself.
      await page.getByLabel('Frame', { exact: true }).fill('5')
    },
  },
  {
    name: 'earlier',
    folder: 'guide/pictures',
    path: '/scene/lowtide-corrie/takes',
    async act(page) {
      await page.getByRole('button', { name: 'Earlier versions' }).click()
      await page.locator('.step').nth(6).click()
      await page.locator('[data-test=moment]').waitFor()
    },
  },
  {
    name: 'log',
    path: '/scene/lowtide-corrie/log',
    async act(page) {
      await logged(page, 'lowtide-corrie')
      await page.getByRole('button', { name: 'Write work in …' }).click()
    },
  },
  {
    name: 'hand-over',
    path: '/scene/lowtide-mist/hand-over',
    async act(page) {
      await page.getByText('Film as WebM', { exact: true }).click()
      await page.getByRole('button', { name: 'Make the film' }).click()
      await page.locator('[data-test=file]').waitFor()
    },
  },
  {
    name: 'reference',
    folder: 'guide/pictures',
    path: '/scene/lowtide-corrie/draw',
    async act(page) {
      // The sample's own first drawing as its model sheet.
      const sheet = await page.evaluate(
        () => document.querySelector('.card canvas').toDataURL('image/png').split(',')[1],
      )
      await page.getByRole('button', { name: 'Reference', exact: true }).click()
      await page
        .getByLabel('Pin a picture')
        .setInputFiles({ name: 'Corrie, model sheet.png', mimeType: 'image/png', buffer: Buffer.from(sheet, 'base64') })
      await page.locator('[data-reference] img').waitFor()
    },
  },
  {
    name: 'look-motion',
    folder: 'guide/pictures',
    path: '/scene/lowtide-lime/draw',
    async act(page) {
      // The middle of drawing 26 moved off its arc, where the lime is highest.
      await page.locator('[data-cell="Lime:26"]').click()
      await page.keyboard.press('m')
      await page.locator('[data-pin] .grab').first().waitFor()
      const pin = await page.locator('[data-pin="Middle"] .grab').boundingBox()
      await page.mouse.move(pin.x + pin.width / 2, pin.y + pin.height / 2)
      await page.mouse.down()
      await page.mouse.move(pin.x + pin.width / 2, pin.y + pin.height / 2 - 30, { steps: 6 })
      await page.mouse.up()
      await page.getByRole('link', { name: 'Second look' }).click()
      await shown(page, /off the arc of its neighbours/)
    },
  },
  {
    name: 'look-size',
    folder: 'guide/pictures',
    path: '/scene/lowtide-lime/draw',
    async act(page) {
      // Drawing 13 made larger, all passes of it.
      await page.locator('[data-cell="Lime:13"]').click()
      await page.keyboard.press('u')
      await page.getByRole('button', { name: 'Reach …' }).click()
      await page.getByRole('button', { name: 'Every pass' }).click()
      await page.keyboard.press('Control+a')
      const corner = await page.locator('[data-handle="side 1 1"]').boundingBox()
      await page.mouse.move(corner.x + corner.width / 2, corner.y + corner.height / 2)
      await page.mouse.down()
      await page.mouse.move(corner.x + corner.width / 2 + 14, corner.y + corner.height / 2 + 14, { steps: 6 })
      await page.mouse.up()
      await page.keyboard.press('Escape')
      await page.getByRole('link', { name: 'Second look' }).click()
      await shown(page, /Drawing 13 of Lime is .* larger/)
    },
  },
  {
    name: 'fill',
    path: '/scene/lowtide-corrie/draw',
    async act(page) {
      await page.locator('[data-cell="Corrie:3"]').click()
      const paper = await page.locator('[data-test=paper]').boundingBox()
      await page.keyboard.press('Shift+A')
      const at = (angle) => [
        paper.x + paper.width * 0.5 + 110 * Math.cos(angle),
        paper.y + paper.height * 0.42 + 96 * Math.sin(angle),
      ]
      await page.mouse.move(...at(0.45))
      await page.mouse.down()
      for (let i = 1; i <= 60; i++) await page.mouse.move(...at(0.45 + (i / 60) * (2 * Math.PI - 0.62)))
      await page.mouse.up()
      await page.keyboard.press('p')
      await page.mouse.click(paper.x + paper.width * 0.5, paper.y + paper.height * 0.42)
      await page.locator('[data-test=leak]').waitFor()
    },
  },
]

/** `npm run screenshots -- planner guide` makes only those. */
const wanted = process.argv.slice(2)

await orStop(() =>
  withSampleApp(async ({ browser, address }) => {
    for (const { name, path, act, folder = 'screenshots', of } of VIEWS.filter(
      ({ name }) => wanted.length === 0 || wanted.includes(name),
    )) {
      const page = await browser.newPage({
        serviceWorkers: 'block',
        viewport: { width: 1280, height: 800 },
        reducedMotion: 'reduce',
      })
      await page.goto(`${address}${path}`)
      await page
        .locator('canvas, form, [data-test=strip], [data-test=look-told], .room, .calendar, .cards')
        .first()
        .waitFor()
      await page.waitForLoadState('networkidle')
      await act?.(page)
      await page.waitForFunction(() => document.fonts.ready.then(() => true))
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
      mkdirSync(join(root, 'docs', folder), { recursive: true })
      await (of ? page.locator(of) : page).screenshot({ path: join(root, 'docs', folder, `${name}.png`) })
      say(`docs/${folder}/${name}.png`)
      await page.close()
    }
  }),
)

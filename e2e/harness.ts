import { chmodSync, mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import AxeBuilder from '@axe-core/playwright'
import { expect, test as base, type Page, type Route } from '@playwright/test'
import type { Edit, InkPiece, Pass, Scene, Settings } from '@unhurried/core'
import { unpackInk, unpackPasses } from '../core/src/ink/packed-ink'
import { freePort } from '../scripts/lib/postgres.mjs'
import { openTestCluster } from '../scripts/lib/test-cluster.mjs'
import { startServer } from '../scripts/lib/server.mjs'
import { openTestWindow, type TestWindow } from './set-up/one-window'

/** The app as `npm start` runs it, on a database of its own, with a server that can be killed. */
export interface Harness {
  readonly url: string
  killServer: () => Promise<void>
  startServer: () => Promise<void>
}

export const test = base.extend<{ desk: Desk }, { harness: Harness; windows: Map<string, TestWindow> }>({
  harness: [
    async ({}, use) => {
      const folder = mkdtempSync(join(tmpdir(), 'unhurried-e2e-'))
      chmodSync(folder, 0o755)
      const cluster = await openTestCluster({ folder })
      const port = await freePort()
      const start = () => startServer({ databaseUrl: cluster.url, port, logFile: join(folder, 'server.log') })
      let server = await start()
      await use({
        url: `http://127.0.0.1:${port}`,
        async killServer() {
          const gone = new Promise((resolve) => server.process.once('exit', resolve))
          server.process.kill('SIGKILL')
          await gone
        },
        async startServer() {
          server = await start()
        },
      })
      await server.stop()
      await cluster.stop()
      rmSync(folder, { recursive: true, force: true })
    },
    { scope: 'worker', timeout: 300_000 },
  ],
  windows: [
    // They go before the server they are open on.
    async ({ harness: _ }, use) => {
      const windows = new Map<string, TestWindow>()
      await use(windows)
      await Promise.all([...windows.values()].map(({ context }) => context.close()))
    },
    { scope: 'worker' },
  ],
  context: async ({ browser, harness, windows, serviceWorkers }, use, test) => {
    const window = windows.get(serviceWorkers) ?? (await openTestWindow(browser, harness.url))
    windows.set(serviceWorkers, window)
    await window.clear()
    await use(window.context)
    if (!window.isSpent() && test.status === test.expectedStatus) return
    windows.delete(serviceWorkers)
    await window.context.close()
  },
  page: ({ context }, use) => use(context.pages()[0]!),
  desk: async ({ page, harness }, use) => {
    // A plain pen, whose lines are one flat colour, unless a test takes another brush.
    const line = { size: 5, taper: [0, 0], steadiness: 0.35, curve: 0 }
    await page.evaluate(
      (kept) => localStorage.setItem('unhurried-pencil-case', kept),
      JSON.stringify({
        tool: 'pen',
        brush: 'pen',
        brushes: { pencil: line, pen: line, wash: { ...line, size: 42 }, flat: { ...line, size: 22 } },
        eraserSize: 28,
        whole: false,
        pushSize: 90,
        gap: 8,
        form: 'lasso',
        cut: true,
        everyPass: false,
        through: 'one',
        beneath: false,
        pass: 'line',
        swatch: 'pencil',
        cellSize: 1,
      }),
    )
    await use(deskOf(page, harness))
  },
})
export { expect }

export type Desk = ReturnType<typeof deskOf>

const idIn = (page: Page) => /scene\/(\w+)/.exec(page.url())![1]!

/** Edits that make drawings for tests. */
export const key = (id: string, frame: number, level = 'A'): Edit => ({
  type: 'drawing.add',
  take: 'main',
  level,
  frame,
  drawing: { id, role: 'key' },
})
export const line = (
  drawing: string,
  id: string,
  places: readonly (readonly [number, number])[],
  { pass = 'line' as Pass, size = 4, at = 0 } = {},
): Edit => ({
  type: 'ink.change',
  drawing,
  pass,
  remove: [],
  add: [{ at, piece: { kind: 'stroke', id, swatch: 'pencil', size, points: places.flatMap(([x, y]) => [x, y, 0.5]) } }],
})
export const round = (x: number, y: number, r: number, from = 0, to = 2 * Math.PI) =>
  Array.from(
    { length: 49 },
    (_, i) =>
      [x + r * Math.cos(from + ((to - from) * i) / 48), y + r * Math.sin(from + ((to - from) * i) / 48)] as const,
  )

type At = readonly [number, number]
/** CSS pixels between two places a pen tells of, and how many it tells of from one place to the next at most. */
const TOLD = 16
const MOST_TOLD = 8

/** Puts the pointer down and takes it through places of the page, as often told of as a pen would be. */
export async function through(page: Page, places: readonly At[]) {
  await page.mouse.move(...places[0]!)
  await page.mouse.down()
  for (const [i, [x, y]] of places.slice(1).entries()) {
    const far = Math.hypot(x - places[i]![0], y - places[i]![1])
    await page.mouse.move(x, y, { steps: Math.min(MOST_TOLD, Math.max(1, Math.ceil(far / TOLD))) })
  }
  await page.mouse.up()
}

type Making = Partial<Settings> & { edits?: readonly Edit[]; production?: string }

/** Makes a scene through the API, with some edits done to it; gives its id. */
async function makeScene({ url }: Harness, { edits = [], production = 'tests', ...settings }: Making) {
  const id = `made${Date.now()}${Math.floor(Math.random() * 1e6)}`
  const post = async (path: string, body: unknown) => {
    const headers = { 'content-type': 'application/json' }
    const answer = await fetch(url + path, { method: 'POST', headers, body: JSON.stringify(body) })
    if (!answer.ok) throw new Error(await answer.text())
  }
  await post('/api/productions', { id: production, name: 'Tests' })
  await post('/api/scenes', {
    id,
    production,
    settings: {
      name: 'Made',
      width: 640,
      height: 360,
      fps: 24,
      length: 24,
      paper: '#ffffff',
      approach: 'pose-to-pose',
      numbering: 'by-frame',
      ...settings,
    },
  })
  if (edits.length > 0)
    await post(`/api/scenes/${id}/edits`, {
      base: 0,
      edits: edits.map((edit, n) => ({ id: `edit-${n}-${id}`, edit })),
    })
  return id
}

/** As the form offers them. */
const SIZES = {
  Wide: { width: 1280, height: 720, paper: '#fbf7ee' },
  'Small sprite': { width: 64, height: 64, paper: '#fbf7ee', cells: true },
} satisfies Record<string, Partial<Settings>>

interface NewScene {
  name: string
  size?: keyof typeof SIZES
  fps?: number
  frames: number
}

/** What a person does at the desk, with a real pointer. */
export function deskOf(page: Page, harness: Harness) {
  const table = page.getByTestId('table')
  const canvas = page.locator('[data-test=table] canvas').first()
  const paper = page.getByTestId('paper')

  /** Draws through places given as shares of the paper's width and height. */
  async function draw(...places: At[]) {
    const box = (await paper.boundingBox())!
    await through(
      page,
      places.map(([x, y]) => [box.x + x * box.width, box.y + y * box.height]),
    )
  }

  return {
    page,
    canvas,
    paper,
    table,
    draw,
    async kept() {
      // What was just done is told of with the next picture.
      await page.evaluate(() => new Promise((resolve) => requestAnimationFrame(() => requestAnimationFrame(resolve))))
      await expect(page.getByTestId('keeping')).toHaveText('Kept')
    },
    cell: (level: string, frame: number) => page.locator(`[data-cell="${level}:${frame}"]`),
    /** The sheet of a level as text, one entry a frame: a number where a drawing begins, | for a hold. */
    async sheet(level: string, frames: number): Promise<string> {
      await page.locator('.cell').first().waitFor()
      const cells = await page
        .locator('.cell')
        .evaluateAll((all) =>
          all.map(
            (cell) => [(cell as HTMLElement).dataset['cell']!, cell.textContent?.trim() ?? '', cell.className] as const,
          ),
        )
      const text = new Map(cells.map(([name, content, kind]) => [name, kind.includes('empty') ? '.' : content || '|']))
      return Array.from({ length: frames }, (_, i) => text.get(`${level}:${i + 1}`) ?? '?').join(' ')
    },
    /** Chooses frames on the sheet by dragging from one square to another. */
    async choose(level: string, from: number, to: number, lastLevel = level) {
      const [a, b] = [(await this.cell(level, from).boundingBox())!, (await this.cell(lastLevel, to).boundingBox())!]
      await page.mouse.move(a.x + a.width / 2, a.y + 8)
      await page.mouse.down()
      await page.mouse.move(b.x + b.width / 2, b.y + 8, { steps: 6 })
      await page.mouse.up()
    },
    /** Presses on the paper at shares of its width and height. */
    async press(x: number, y: number) {
      const box = (await paper.boundingBox())!
      await page.mouse.click(box.x + x * box.width, box.y + y * box.height)
    },
    /** Drags from one place on the page to another, through `steps` moves. */
    async drag(from: { x: number; y: number }, to: { x: number; y: number }) {
      await page.mouse.move(from.x, from.y)
      await page.mouse.down()
      await page.mouse.move(to.x, to.y, { steps: 8 })
      await page.mouse.up()
    },
    /** The picture on the table once nothing of it is still to be sharpened. */
    async still() {
      await expect(table).toHaveAttribute('data-sharp', 'yes')
      return canvas.evaluate((canvas) => (canvas as HTMLCanvasElement).toDataURL())
    },
    /** The colour on the table at a place of the scene: red, green, blue. */
    async pixel(x: number, y: number, width = 640, height = 360): Promise<number[]> {
      const [left, top] = await this.at(x, y, width, height)
      const box = (await canvas.boundingBox())!
      return canvas.evaluate(
        (canvas, [u, v]) => {
          const { width: across, clientWidth } = canvas as HTMLCanvasElement
          const by = across / clientWidth
          const surface = (canvas as HTMLCanvasElement).getContext('2d')!
          return [...surface.getImageData(Math.round(u * by), Math.round(v * by), 1, 1).data].slice(0, 3)
        },
        [left - box.x, top - box.y] as const,
      )
    },
    /** How many pixels on the table are nearer to a colour than `reach`. */
    pixels: (colour: readonly [number, number, number], reach = 40) =>
      canvas.evaluate(
        (canvas, [[r, g, b], far]) => {
          const { data } = (canvas as HTMLCanvasElement)
            .getContext('2d')!
            .getImageData(0, 0, (canvas as HTMLCanvasElement).width, (canvas as HTMLCanvasElement).height)
          let count = 0
          for (let i = 0; i < data.length; i += 4)
            if (Math.abs(data[i]! - r) + Math.abs(data[i + 1]! - g) + Math.abs(data[i + 2]! - b) < far) count++
          return count
        },
        [colour, reach] as const,
      ),
    /** Opens a scene made through the API, with some edits done to it, at the desk. */
    async opened(made: Making & { edits: readonly Edit[] }) {
      const id = await makeScene(harness, made)
      await page.goto(`${harness.url}/scene/${id}/draw`)
      await expect(paper).toBeVisible()
      await this.kept()
      return id
    },
    /** Where a place of the scene lies on the page, in scene pixels of an upright paper. */
    async at(x: number, y: number, width = 640, height = 360) {
      const box = (await paper.boundingBox())!
      return [box.x + (x / width) * box.width, box.y + (y / height) * box.height] as const
    },
    /** Draws through places given in scene pixels, with keys held if need be. */
    async stroke(places: readonly At[], { keys = [] as string[], width = 640, height = 360 } = {}) {
      for (const key of keys) await page.keyboard.down(key)
      await draw(...places.map(([x, y]) => [x / width, y / height] as const))
      for (const key of keys) await page.keyboard.up(key)
    },
    /** Opens what can be done with the frame we are at, or with those chosen; the same closes it. */
    frameMenu: () => page.getByRole('button', { name: /^Frames? \d/ }).click(),
    async pickTool(name: string) {
      await page.getByRole('group', { name: 'Tools' }).getByRole('button', { name, exact: true }).click()
    },
    /** Chooses in one of the little lists. */
    async choice(label: string, option: string) {
      await page
        .locator('.el-select')
        .filter({ has: page.getByRole('combobox', { name: label }) })
        .click()
      await page.getByRole('option', { name: option, exact: true }).click()
    },
    /** Drags a handle on the paper by CSS pixels; what is moved is taken beside its pivot. */
    async pull(handle: string, dx: number, dy: number, keys: string[] = []) {
      const found = (await page.locator(`[data-handle="${handle}"]`).boundingBox())!
      const box = handle === 'move' ? { ...found, width: found.width * 0.5, height: found.height * 0.5 } : found
      for (const key of keys) await page.keyboard.down(key)
      await this.drag(
        { x: box.x + box.width / 2, y: box.y + box.height / 2 },
        { x: box.x + box.width / 2 + dx, y: box.y + box.height / 2 + dy },
      )
      for (const key of keys) await page.keyboard.up(key)
    },
    scene: async (): Promise<Scene> => (await (await fetch(`${harness.url}/api/scenes/${idIn(page)}`)).json()).scene,
    /** The ink the server keeps of a drawing, by pass. */
    async ink(drawing: string): Promise<Partial<Record<Pass, InkPiece[]>>> {
      await this.kept()
      const answer = await fetch(`${harness.url}/api/scenes/${idIn(page)}/ink?drawings=${drawing}`)
      return Object.fromEntries(
        unpackPasses(new Uint8Array(await answer.arrayBuffer())).map(({ pass, bytes }) => [pass, unpackInk(bytes)]),
      )
    },
    /** Opens an empty scene made through the API in Plan. */
    async newScene({ name, size = 'Small sprite', fps = 12, frames }: NewScene) {
      const id = await makeScene(harness, { name, fps, length: frames, ...SIZES[size] })
      await page.goto(`${harness.url}/scene/${id}/plan`)
      await expect(page.getByTestId('strip')).toBeVisible()
    },
    /** Sets up a scene through the form and ends in Plan. */
    async setUp({ name, size = 'Wide', fps = 12, frames, approach }: NewScene & { approach?: string }) {
      await page.goto(`${harness.url}/new`)
      await page.getByLabel('Name', { exact: true }).fill(name)
      await page.getByRole('button', { name: size }).click()
      await page.getByLabel('Rate, frames a second').fill(String(fps))
      await page.getByLabel('Length', { exact: true }).fill(String(frames))
      if (approach) await page.getByText(approach, { exact: true }).click()
      const ahead = approach !== undefined && approach !== 'Pose to pose'
      await page.getByRole('button', { name: ahead ? 'Set up and draw' : 'Set up and plan it' }).click()
      if (ahead) await this.to('Plan')
      await expect(page.getByTestId('strip')).toBeVisible()
    },
    /** Goes to a frame of the only level on the strip, by keyboard. */
    async goToFrame(frame: number) {
      const strip = page.getByRole('application')
      await strip.focus()
      const heading = page.getByRole('heading', { name: /^Frame/ })
      for (let tries = 0; tries < 40; tries++) {
        const away = frame - Number(/\d+/.exec((await heading.textContent())!)![0])
        if (away === 0) return
        for (let n = 0; n < Math.abs(away); n++) await page.keyboard.press(away > 0 ? 'ArrowRight' : 'ArrowLeft')
      }
      throw new Error(`Frame ${frame} could not be gone to.`)
    },
    async putKey(frame: number) {
      await this.goToFrame(frame)
      await page.getByRole('button', { name: `Put a key at frame ${frame}` }).click()
    },
    async to(place: 'Plan' | 'Draw' | 'Second look' | 'Takes' | 'Hand over') {
      await page.getByRole('link', { name: place, exact: true }).click()
      await page.waitForURL(`**/${place === 'Second look' ? 'look' : place.toLowerCase().replace(' ', '-')}`)
    },
  }
}

/** What lies under the light on white paper: earlier drawings and later ones. */
export const OCHRE = [220, 190, 145] as const
export const IRIS = [187, 185, 210] as const

/** Has requests answered otherwise until it is ended. Their road stays laid: one under way never loses it. */
export async function diverted(page: Page, requests: string, answer: (route: Route) => Promise<void>) {
  let isOn = true
  await page.route(requests, (route) => (isOn ? answer(route) : route.fallback()))
  return { end: () => void (isOn = false) }
}
export const unanswered = (route: Route) => route.abort()
/** Answers as the server does when it cannot do what it is asked. */
export const refused = (status: number, detail: string) => (route: Route) =>
  route.fulfill({
    status,
    contentType: 'application/problem+json',
    body: JSON.stringify({ type: 'x', title: 'x', status, detail }),
  })

/** The bytes of the file a click saves. */
export async function saved(page: Page, act: () => Promise<void>): Promise<Buffer> {
  const [download] = await Promise.all([page.waitForEvent('download'), act()])
  return readFileSync(await download.path())
}

/** What axe finds on a page, or within what a selector finds: no more than is asked for, and without a page of its own. */
export async function violationsOn(page: Page, { within, rules = {} }: { within?: string; rules?: Rules } = {}) {
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'], rules })
  return (await (within ? axe.include(within) : axe).analyze()).violations
}
type Rules = Record<string, { enabled: boolean }>

export async function expectNothingSerious(page: Page) {
  const violations = await violationsOn(page)
  const serious = violations.filter(({ impact }) => impact === 'serious' || impact === 'critical')
  expect(
    serious.map(
      ({ id, nodes }) =>
        `${id}: ${nodes
          .map((node) => node.target.join(' '))
          .slice(0, 4)
          .join(', ')}`,
    ),
  ).toEqual([])
}

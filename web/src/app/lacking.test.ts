import { standInBrowser } from '../testing/browser'
import { lacking, loadAnew, mindLacking } from './lacking'

type OnError = Parameters<Parameters<typeof mindLacking>[0]['onError']>[0]
const went: string[] = []
let answers = true
let onError: OnError

beforeAll(() => {
  standInBrowser()
  Object.assign(globalThis, {
    location: { reload: () => went.push('here'), assign: (place: string) => went.push(place) },
    fetch: async () => {
      if (!answers) throw new TypeError('Failed to fetch')
      return { ok: true }
    },
  })
  mindLacking({ onError: (handler) => ((onError = handler), () => {}) })
})
beforeEach(() => {
  lacking.value = undefined
  went.length = 0
  answers = true
})

const place = (fullPath: string, ...matched: object[]) => ({ fullPath, matched }) as unknown as Parameters<OnError>[1]
const NOT_COME = new TypeError('Failed to fetch dynamically imported module: http://here/assets/LookPage.js')
const settle = () => new Promise((resolve) => setTimeout(resolve))

test('a part that does not come is told', () => {
  window.dispatchEvent(new Event('vite:preloadError'))
  expect(lacking.value).toBe('part')
})

test('whoever goes to a place that does not come gets there by a page loaded anew', async () => {
  onError(NOT_COME, place('/scene/a/look'), place('/scene/a/draw', {}))
  await settle()
  expect(went).toEqual(['/scene/a/look'])
})

test('while the server is away the page stays, and says so; once it is back the page is loaded anew', async () => {
  answers = false
  onError(NOT_COME, place('/scene/a/look'), place('/scene/a/draw', {}))
  await settle()
  expect([lacking.value, went]).toEqual(['server', []])
  answers = true
  await loadAnew()
  expect(went).toEqual(['here'])
})

test('a page that never came is not loaded again and again, and other errors are no lack', async () => {
  onError(NOT_COME, place('/scene/a/look'), place('/'))
  await settle()
  expect([lacking.value, went]).toEqual(['part', []])
  lacking.value = undefined
  onError(new Error('Anything else'), place('/scene/a/look'), place('/scene/a/draw', {}))
  await settle()
  expect([lacking.value, went]).toEqual([undefined, []])
})

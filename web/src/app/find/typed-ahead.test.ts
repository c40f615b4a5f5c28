import { ref } from 'vue'
import { standInBrowser } from '../../testing/browser'
import { followFind } from './follow-find'
import { typedAhead } from './typed-ahead'

standInBrowser()
Object.assign(globalThis, { HTMLElement: class {}, HTMLInputElement: class {} })
/** Keys that reach the place beneath. */
let beneath: string[]
const isOpen = ref(false)
let line: ReturnType<typeof followFind>
const hear = (event: Event) => void beneath.push((event as KeyboardEvent).key)
function press(...keys: string[]) {
  for (const key of keys) window.dispatchEvent(Object.assign(new Event('keydown', { cancelable: true }), { key }))
}
beforeEach(() => {
  beneath = []
  isOpen.value = false
  line = followFind(isOpen)
  window.addEventListener('keydown', hear)
})
afterEach(() => {
  line.unfollow()
  window.removeEventListener('keydown', hear)
})

test('what is typed before the line is there is typed into it, and nothing beneath hears of it', () => {
  press('b', '/', ...'rul', 'ArrowDown', 'F5')
  expect([isOpen.value, beneath]).toEqual([true, ['b', '/', 'F5']])
  expect(typedAhead(line.begin()).text).toBe('rul')
  press('x')
  expect(beneath.at(-1)).toBe('x')
})

test('once it is shut, or does not come, the keys are the place’s again', () => {
  press('/', 'r')
  isOpen.value = false
  press('b')
  expect([isOpen.value, beneath, line.begin()]).toEqual([false, ['/', 'b'], undefined])
})

test('asked for twice it keeps what was typed', () => {
  press('/', 'r')
  isOpen.value = true
  expect(line.begin()).toEqual(['r'])
  isOpen.value = true
  expect(line.begin()).toBeUndefined()
})

test('keys say what a field would have made of them, up to the end of it', () => {
  expect(typedAhead([...'rulex', 'Backspace', 'r', 'Shift'])).toEqual({ text: 'ruler', ended: undefined })
  expect(typedAhead(['r', 'Enter', 'q'])).toEqual({ text: 'r', ended: 'Enter' })
  expect(typedAhead(['r', 'Escape'])).toEqual({ text: 'r', ended: 'Escape' })
  expect(typedAhead(['🌊', 'Backspace', 'Backspace'])).toEqual({ text: '', ended: undefined })
})

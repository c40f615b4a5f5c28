import { followDrag } from './drag'

class FakeElement extends EventTarget {
  captured: number[] = []
  setPointerCapture(id: number) {
    this.captured.push(id)
  }
}
const pointer = (type: string, clientX: number, clientY: number, pointerId = 1) =>
  Object.assign(new Event(type), { clientX, clientY, pointerId }) as unknown as PointerEvent

function dragged() {
  const element = new FakeElement()
  const log: string[] = []
  let begun: PointerEvent | undefined
  element.addEventListener('pointerdown', (event) => (begun = event as PointerEvent), { once: true })
  element.dispatchEvent(pointer('pointerdown', 100, 50))
  Object.defineProperty(begun!, 'currentTarget', { value: element })
  followDrag(begun!, {
    onMove: ({ dx, dy }) => log.push(`${dx},${dy}`),
    onEnd: (lifted) => log.push(lifted ? 'lifted' : 'taken away'),
  })
  return { element, log }
}

test('it is followed from where it was put down until it is lifted, and no further', () => {
  const { element, log } = dragged()
  for (const event of [pointer('pointermove', 110, 50), pointer('pointermove', 90, 60), pointer('pointerup', 90, 60)])
    element.dispatchEvent(event)
  element.dispatchEvent(pointer('pointermove', 300, 300))
  element.dispatchEvent(pointer('pointerup', 300, 300))
  expect([element.captured, log]).toEqual([[1], ['10,0', '-10,10', 'lifted']])
})

test('other pointers are not its own', () => {
  const { element, log } = dragged()
  element.dispatchEvent(pointer('pointermove', 110, 50, 2))
  element.dispatchEvent(pointer('pointerup', 110, 50, 2))
  element.dispatchEvent(pointer('pointermove', 101, 50))
  expect(log).toEqual(['1,0'])
})

test('taken away by the system it ends, told apart from being lifted', () => {
  const { element, log } = dragged()
  element.dispatchEvent(pointer('pointercancel', 0, 0))
  element.dispatchEvent(pointer('pointermove', 101, 50))
  expect(log).toEqual(['taken away'])
})

test('an element that may go leaves the pointer to another, and losing it ends the drag', () => {
  const [element, host] = [new FakeElement(), new FakeElement()]
  const log: string[] = []
  const down = pointer('pointerdown', 0, 0)
  Object.defineProperty(down, 'currentTarget', { value: element })
  followDrag(down, {
    on: host as unknown as Element,
    onMove: ({ dx }) => log.push(String(dx)),
    onEnd: (lifted, { clientX }) => log.push(`${lifted} at ${clientX}`),
  })
  host.dispatchEvent(pointer('pointermove', 5, 0))
  host.dispatchEvent(pointer('lostpointercapture', 9, 0))
  host.dispatchEvent(pointer('pointermove', 12, 0))
  expect([element.captured, host.captured, log]).toEqual([[], [1], ['5', 'false at 9']])
})

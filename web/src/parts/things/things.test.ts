import { followThingsAsked, thingsAt, type ThingsAsked } from './things'

/** As much of elements as events need: each hears what its children are told. */
class FakeElement extends EventTarget {
  constructor(
    readonly name: string,
    readonly parent?: FakeElement,
    private readonly isField = false,
    public isConnected = true,
  ) {
    super()
  }
  override dispatchEvent(event: Event): boolean {
    // Node's events know no parents: what bubbles is told to each in turn.
    const done = super.dispatchEvent(event)
    if (event.bubbles) this.parent?.dispatchEvent(copyOf(event))
    return done
  }
  closest() {
    return this.isField ? this : null
  }
  getBoundingClientRect() {
    return { left: 10, top: 20, width: 40, height: 60 }
  }
}
const copyOf = (event: Event) => {
  const copy = new CustomEvent(event.type, { bubbles: true, detail: (event as CustomEvent<unknown>).detail })
  return copy
}
const page = new FakeElement('page')
const desk = new FakeElement('desk', page)
const square = new FakeElement('square', desk)
const field = new FakeElement('field', desk, true)
const element = (of: FakeElement) => of as unknown as Element

test('whoever knows of things there says so, the nearest first, those fetched meanwhile too', async () => {
  const act = { words: 'Do', does: () => undefined }
  square.addEventListener('things', (event) =>
    (event as ThingsAsked).detail.push(() => () => [{ words: 'square', acts: [act] }]),
  )
  desk.addEventListener('things', (event) => {
    const { detail } = event as ThingsAsked
    detail.push(() =>
      Promise.resolve(() => [
        { words: 'nothing to do', acts: [] },
        { words: 'desk', acts: [act] },
      ]),
    )
  })
  const things = await thingsAt(element(square), { clientX: 1, clientY: 2 })
  expect(things?.map(({ words }) => words)).toEqual(['square', 'desk'])
})

test('what has left the page while that was fetched is not asked, and nothing is shown', async () => {
  const told = jest.fn(() => [])
  const card = new FakeElement('card')
  card.addEventListener('things', (event) => (event as ThingsAsked).detail.push(() => Promise.resolve(told)))
  const things = thingsAt(element(card), { clientX: 1, clientY: 2 })
  card.isConnected = false
  expect([await things, told.mock.calls]).toEqual([undefined, []])
})

describe('asking', () => {
  let asked: unknown[] = []
  let end = () => {}
  const view = new EventTarget()
  beforeEach(() => {
    asked = []
    Object.assign(globalThis, { window: view })
    end = followThingsAsked((target, at) => asked.push([(target as unknown as FakeElement).name, at]))
  })
  afterEach(() => end())

  /** Told to the window, as it lies under everything. */
  function tell(type: string, target: FakeElement, more: object = {}) {
    const event = new Event(type, { cancelable: true })
    const given = { pointerType: 'mouse', pointerId: 1, isPrimary: true, clientX: 30, clientY: 40, shiftKey: false }
    for (const [key, value] of Object.entries({ ...given, ...more, target }))
      Object.defineProperty(event, key, { value })
    view.dispatchEvent(event)
    return event
  }
  const finger = { pointerType: 'touch' }

  test('a press of the right button asks there; of the key for menus in the middle of what has the focus', () => {
    expect(tell('contextmenu', square).defaultPrevented).toBe(true)
    tell('contextmenu', square, { clientX: 0, clientY: 0 })
    expect(asked).toEqual([
      ['square', { clientX: 30, clientY: 40 }],
      ['square', { clientX: 30, clientY: 50 }],
    ])
  })

  test('where words are written, and with Shift, the browser’s own menu comes', () => {
    expect(tell('contextmenu', field).defaultPrevented).toBe(false)
    expect(tell('contextmenu', square, { shiftKey: true }).defaultPrevented).toBe(false)
    expect(asked).toEqual([])
  })

  test('a finger that stays asks when it is lifted; a short one, one that moves and a second one do not', () => {
    const stayed: string[] = []
    square.addEventListener('stayed', () => stayed.push('stayed'))
    const put = (more: object = {}) => tell('pointerdown', square, { ...finger, timeStamp: 1000, ...more })
    const lift = (timeStamp: number) => tell('pointerup', square, { ...finger, timeStamp })
    put()
    lift(1300)
    put()
    tell('pointermove', square, { ...finger, clientX: 60 })
    lift(1700)
    put()
    put({ isPrimary: false })
    lift(1700)
    put()
    tell('pointercancel', square, finger)
    lift(1700)
    expect([asked, stayed]).toEqual([[], []])
    put()
    // The browser’s own long press comes in between, and is answered once.
    expect(tell('contextmenu', square, finger).defaultPrevented).toBe(true)
    lift(1700)
    expect([asked, stayed]).toEqual([[['square', { clientX: 30, clientY: 40 }]], ['stayed']])
  })

  test('a pen’s button has its own use', () => {
    expect(tell('contextmenu', square, { pointerType: 'pen' }).defaultPrevented).toBe(true)
    expect(asked).toEqual([])
  })
})
